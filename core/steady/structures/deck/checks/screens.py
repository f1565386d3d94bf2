"""A screen on a deck's guard posts: the wind on it, and where that goes: posts, their joists, and what keeps the deck upright.

The wind on a screen is that on a fence whose top stands as high over the ground. People leaning and the full wind do not come
together: each is held against the posts alone [common practice].
"""

import math
from collections.abc import Callable

from steady.design_codes.base import Rulebook
from steady.design_codes.requests import WindLeg
from steady.design_codes.results import given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.layout.outline import Edge
from steady.plan.model import CalculationStep
from steady.structures.check_collector import said
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers
from steady.structures.deck.layout.framing import DeckFrame, height_of, joists_at
from steady.structures.deck.spec.deck import DeckSpec, ScreenSide
from steady.structures.guard.calculate import GuardResult, GuardRun, ScreenWind, longest_bay_m
from steady.structures.wind_site import place_of
from steady.structures.wood import board_reach_m
from steady.value_objects import value_object

FACES: dict[ScreenSide, Callable[[Edge], bool]] = {
    "none": lambda edge: False,
    "left": lambda edge: edge.out[0] < -math.sqrt(0.5),
    "right": lambda edge: edge.out[0] > math.sqrt(0.5),
    "front": lambda edge: edge.out[1] > math.sqrt(0.5),
    "both sides": lambda edge: abs(edge.out[0]) > math.sqrt(0.5),
    "all": lambda edge: True,
}
"""Which edges a screen stands on, by where they look as one faces the house."""
BOTTOM_M = 0.05
"""A screen's lowest board stands so far over the deck [common practice]."""
HOUSE_TIES = 2
"""A deck on a house is tied to its floor at two places [as its list has them]."""


@value_object
class ScreenFace:
    """One edge's screen: where it is, and the wind on a square metre of its face (Pa, the school's design level)."""

    edge: Edge
    wind: ScreenWind

    @property
    def force_n(self) -> float:
        """All of the wind on it."""
        return self.wind.pressure_pa * self.wind.high_m * self.edge.length_m


def screen_edges(spec: DeckSpec, edges: list[Edge]) -> list[Edge]:
    """The open edges that a screen stands on."""
    return [edge for edge in edges if FACES[spec.guard.screen_on](edge)]


def screen_solidity(spec: DeckSpec, board_m: float) -> float:
    """How much of its face is wood: level boards with their gaps. Source: geometry."""
    return board_m / (board_m + spec.guard.screen_gap_m)


def screen_faces(
    spec: DeckSpec, site: Site, book: Rulebook, *, on: tuple[DeckFrame, DeckTimbers], edges: list[Edge]
) -> list[ScreenFace]:
    """Each edge's screen with its wind; the greatest of the school's zones over all of it.

    Raises:
        OutOfScopeError: The school has no wind for it, or the place's wind is not known.
    """
    _, timber = on
    high_m = spec.guard.screen_m - BOTTOM_M
    found = []
    for edge in screen_edges(spec, edges):
        drop_m = max(height_of(spec, edge.at(edge.length_m * k / 8)) for k in range(9))
        leg = WindLeg(
            length_m=edge.length_m,
            solid_height_m=high_m,
            top_height_m=max(drop_m, 0.0) + spec.guard.screen_m,
            solidity=screen_solidity(spec, timber.board.width_m),
        )
        try:
            wind = book.wind_on_leg(place_of(site), leg)
        except InvalidInputError as refused:
            raise OutOfScopeError(refused.message, "type the place's wind under Site") from None
        worst = max(wind.zones, key=lambda zone: zone.pressure_pa)
        steps = (*wind.working, *worst.more, worst.step)
        found.append(
            ScreenFace(
                edge=edge,
                wind=ScreenWind(
                    pressure_pa=worst.pressure_pa,
                    high_m=high_m,
                    low_m=BOTTOM_M,
                    gap_m=spec.guard.screen_gap_m,
                    steps=steps,
                ),
            )
        )
    return found


def screen_push_n(faces: list[ScreenFace]) -> float:
    """The most that the wind on the screens pushes a deck one way (N): square to either axis, all screens that it meets."""
    ways = [sum(face.force_n * abs(face.edge.out[axis]) for face in faces) for axis in (0, 1)]
    return max(ways, default=0.0)


def check_screens(
    collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, guard: GuardResult, faces: list[ScreenFace]
) -> None:
    """The screen's boards between posts, what its posts' turning does to the joists, and the deck as a whole."""
    about = f"{collector.spec.id}/guard"
    by_edge = {face.edge.index: face for face in faces}
    runs = [run for run in guard.runs if run.edge.index in by_edge]
    if not runs:
        if faces:
            why = OutOfScopeError(
                "a screen stands on guard posts, and no guard is built there", "a guard even if not required"
            )
            collector.gap("screen.support", about, why)
        return
    bay_m = longest_bay_m(runs)
    reach = collector.length_step(
        "s_max", board_reach_m(timber.board.thickness_m), "our own, for boards in the wind", source="our own"
    )
    span = collector.length_step("s", bay_m, "from guard post to guard post")
    collector.at_most("screen_board.span", about, span, limit=reach, working=(), case="wind on the screen")
    lifts = [_lift(collector, frame, timber, on=(run, by_edge[run.edge.index])) for run in runs]
    _turns(collector, [one for one in lifts if one is not None])
    _whole_deck(collector, frame, faces)


def _lift(
    collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, on: tuple[GuardRun, ScreenFace]
) -> tuple[CalculationStep, CalculationStep, ScreenFace] | None:
    """What a post's turning lifts a joist beside it with, and what of the deck's own weight holds that end down.

    Along the joists, the edge joist against the next one; across them, the two beside the post over their back span.
    """
    (run, face), spec, u = on, collector.spec, collector.book.units
    force_n = face.wind.pressure_pa * face.wind.high_m * longest_bay_m([run])
    arm_m = face.wind.low_m + face.wind.high_m / 2 + timber.board.thickness_m + timber.joist.width_m / 2
    spans = [joist.supports[-1] - joist.supports[0] for joist in frame.joists if len(joist.supports) > 1]
    if not spans:
        return None
    lever_m, joists = (min(spans), 2) if joists_at(frame, run.edge) else (spec.spacing_m, 1)
    lift = CalculationStep(
        symbol="U",
        value=force_n * arm_m / lever_m / joists / u.force_n,
        unit=u.force,
        formula="P * a / b / n",
        inputs=(
            ("P", force_n / u.force_n, u.force),
            ("a", arm_m / u.span_m, u.span),
            ("b", lever_m / u.span_m, u.span),
            ("n", joists, ""),
        ),
        source="statics: a post's turning as a couple on the joists that hold it",
        says="lifts each joist that holds the post",
    )
    share, _, _, source = collector.book.uplift()
    own_n = share * collector.load.floor.dead_pa * spec.spacing_m * min(spans) / 2
    return (
        lift,
        given_step("D", own_n / u.force_n, u.force, source=source, says="the deck's own weight on that end, boards on"),
        face,
    )


def _turns(collector: DeckCheckCollector, lifts: list[tuple[CalculationStep, CalculationStep, ScreenFace]]) -> None:
    """The hardest lift of a joist against the deck's own weight; what is left needs a tie."""
    if not lifts:
        return
    lift, holds, face = max(lifts, key=lambda one: one[0].value - one[1].value)
    about, u = f"{collector.spec.id}/joists", collector.book.units
    if lift.value <= holds.value:
        wind = face.wind.steps
        collector.at_most(
            "joist.uplift_from_screen", about, lift, limit=holds, working=wind, case="wind on the screen", by_wind=True
        )
        return
    net = given_step(
        "U_net", lift.value - holds.value, u.force, source="statics", says="less the deck's own weight there"
    )
    collector.gap(
        "joist.uplift_from_screen",
        about,
        OutOfScopeError(
            f"no rating is entered; each joist beside a screen's post must be held down by {said(net)}",
            "a hanger or tie that its maker rates for uplift, a lower or more open screen, or guard posts closer together",
        ),
        crew=True,
        needs=net,
    )


def _whole_deck(collector: DeckCheckCollector, frame: DeckFrame, faces: list[ScreenFace]) -> None:
    """On a house: its two ties. On its own: what the wind on the screens tips against what the deck weighs."""
    spec, u, push_n = collector.spec, collector.book.units, screen_push_n(faces)
    about = f"{spec.id}/guard"
    if frame.on_house:
        needs = given_step(
            "H_t", push_n / HOUSE_TIES / u.force_n, u.force, source="statics: all of it, two ties", says="each way"
        )
        collector.gap(
            "house_ties.lateral_load_from_screen",
            about,
            OutOfScopeError(
                f"no rating is entered; each of the deck's two ties to the house must hold {said(needs)} from the screen",
                "the maker's number for one tie",
            ),
            crew=True,
            needs=needs,
        )
        return
    left, low, right, high = frame.plan.box
    top_m = max(corner.height_m for corner in spec.outline)
    area_m2 = frame.plan.area_m2
    share, _, _, source = collector.book.uplift()
    weight_n = share * collector.load.floor.dead_pa * area_m2
    for axis, wide_m in ((0, right - left), (1, high - low)):
        force_n = sum(face.force_n * abs(face.edge.out[axis]) for face in faces)
        if force_n <= 0:
            continue
        arm_m = top_m + BOTTOM_M + faces[0].wind.high_m / 2
        tips = CalculationStep(
            symbol="M_o",
            value=force_n * arm_m / u.moment_n_m,
            unit=u.moment,
            formula="H * z",
            inputs=(("H", force_n / u.force_n, u.force), ("z", arm_m / u.span_m, u.span)),
            source="statics: the wind on the screens about the foot of the posts",
            says="tips the deck",
        )
        holds = CalculationStep(
            symbol="M_r",
            value=weight_n * wide_m / 2 / u.moment_n_m,
            unit=u.moment,
            formula="k * D * b / 2",
            inputs=(
                ("k", share, ""),
                ("D", weight_n / share / u.force_n, u.force),
                ("b", wide_m / u.span_m, u.span),
            ),
            source=source,
            says="what the deck itself weighs, over half of its width",
        )
        collector.at_most(
            "deck.overturning_by_screen", about, tips, limit=holds, working=(), case="wind on the screen", by_wind=True
        )
