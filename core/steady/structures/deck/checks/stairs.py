"""A deck's flights: stairs asked for from its edges, what they bring to the rim, their guards, and their parts."""

import math
from dataclasses import field, replace

from steady.design_codes.bending_members import BendingDemand, check_member
from steady.design_codes.requests import FloorLoad
from steady.design_codes.results import Action, given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.outline import Edge
from steady.plan.model import CalculationStep, Check, UncheckedItem
from steady.structures.bending_check import CheckContext, check_bends
from steady.structures.check_collector import said
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers, joist_wood
from steady.structures.deck.checks.guards import cap_of, rail_of
from steady.structures.deck.checks.joists import factored
from steady.structures.deck.layout.framing import DeckFrame, height_of
from steady.structures.deck.layout.landing import LandingLayout, lay_landing
from steady.structures.deck.spec.deck import GuardGap, StairDesign
from steady.structures.guard.calculate import GuardInput, GuardResult, calculate_guard, lever_m
from steady.structures.made_boards import is_made
from steady.structures.stair.calculate import StairInput, StairResult, calculate_stair, landing_checks
from steady.structures.support_links import PostReaction
from steady.structures.wood import outdoors
from steady.value_objects import value_object


@value_object
class Stair:
    """A stair with the edge it leaves."""

    design: StairDesign
    edge: Edge
    found: StairResult
    guard: GuardResult = field(default_factory=GuardResult)
    brackets_m: float = 0.0
    """The greatest distance between two brackets of its handrails."""
    landing: LandingLayout | None = None
    """Where its flight ends, above the ground; the flight below belongs to the landing."""

    def stringers_m(self, thickness_m: float) -> tuple[float, float]:
        """Where the first stringer's middle stands on the edge, and how far the next ones are apart (m).

        Args:
            thickness_m: Of a stringer; the outer ones stand flush with the flight's sides.
        """
        pitch_m = (self.design.width_m - thickness_m) / (self.found.stringers - 1)
        return self.design.at_m + thickness_m / 2, pitch_m


def openings(stairs: list[Stair], gaps: tuple[GuardGap, ...] = ()) -> dict[int, list[tuple[float, float]]]:
    """What each edge keeps free for its stairs, and for what else meets it."""
    found: dict[int, list[tuple[float, float]]] = {}
    for stair in stairs:
        design = stair.design
        found.setdefault(stair.edge.index, []).append((design.at_m, design.at_m + design.width_m))
    for gap in gaps:
        found.setdefault(gap.edge, []).append((gap.from_m, gap.to_m))
    return found


def check_stairs(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> list[Stair]:
    """Every stair. Raises InvalidInputError, with the field."""
    made = []
    spec = collector.spec
    for number, design in enumerate(spec.stairs):
        if design.edge >= len(frame.plan.edges):
            raise InvalidInputError(
                f"stairs/{number}/edge", f"The outline has {len(frame.plan.edges)} edges, counted from 0"
            )
        edge = frame.plan.edges[design.edge]
        if design.at_m + design.width_m > edge.length_m + 1e-6:
            raise InvalidInputError(
                f"stairs/{number}/at_m",
                "The stair is wider than what is left of this edge: move it or make it narrower",
            )
        middle = edge.at(design.at_m + design.width_m / 2)

        def drop_at(out_m: float, middle: tuple[float, float] = middle, edge: Edge = edge) -> float:
            return height_of(spec, (middle[0] + edge.out[0] * out_m, middle[1] + edge.out[1] * out_m))

        ask = StairInput(
            drop_at=drop_at,
            width_m=design.width_m,
            going_m=design.going_m,
            riser_m=design.riser_m,
            cut=design.cut,
            spacing_m=design.spacing_m,
            stringer=timber.stringer,
            tread_m=timber.board.thickness_m,
            open_risers=design.open_risers,
            middle=design.middle,
            tread_most_m=collector.spec.made_boards.stair_span_m if is_made(timber.board) else None,
            made_treads=is_made(timber.board),
        )
        about, landing = f"{spec.id}/stair/{design.id}", lay_landing(design, edge)
        try:
            one = _flight(collector, ask, landing, about=about)
        except InvalidInputError as error:
            raise InvalidInputError(f"stairs/{number}/{error.field}", error.message) from None
        collector.checks += one.checks
        collector.not_covered += one.not_covered
        made.append(Stair(design=design, edge=edge, found=one, landing=landing))
    return made


def _flight(
    collector: DeckCheckCollector, ask: StairInput, landing: LandingLayout | None, *, about: str
) -> StairResult:
    """The flight that leaves the deck: down to the ground, or to its landing."""
    if landing is None:
        return calculate_stair(ask, collector.book, about)
    return _upper_flight(collector, ask, landing, about=about)


def _upper_flight(collector: DeckCheckCollector, ask: StairInput, layout: LandingLayout, *, about: str) -> StairResult:
    """The flight from the deck to its landing: its risers are as high as those of the whole way down, the landing being a tread.

    Raises:
        InvalidInputError: No riser is left below the landing, a flight that turns back would run into the deck, or a middle
            support is wished for besides.
    """
    if ask.middle:
        raise InvalidInputError("middle", "A stair with a landing rests on it: leave the middle support out")
    upper, going_m = layout.landing.risers, ask.going_m
    whole = calculate_stair(
        replace(ask, drop_at=lambda run_m: layout.drop_at(collector.spec, max(0.0, run_m - upper * going_m))),
        collector.book,
        about,
    )
    if upper >= whole.risers:
        raise InvalidInputError(
            "landing/risers", f"Of {whole.risers} risers in all, 2 to {whole.risers - 1} lie above the landing"
        )
    lower_m = (whole.risers - upper - 1) * going_m
    left_m = (upper - 1) * going_m - layout.back_m - lower_m
    if layout.landing.turn in ("back left", "back right") and left_m < 0:
        raise InvalidInputError(
            "landing/risers", "The lower flight would run back under the deck: more risers above the landing"
        )
    below_m = upper * whole.riser_m
    found = calculate_stair(replace(ask, drop_at=lambda _: below_m, riser_m=whole.riser_m), collector.book, about)
    found.checks += landing_checks(layout.long_m, ask.width_m, collector.book, about=about)
    return found


def feet_of(floor: FloorLoad, stair: Stair, timber: DeckTimbers) -> tuple[PostReaction, ...]:
    """What the stringers of a flight bring to its landing, on the landing's own axes: half of the flight, by stringers."""
    layout = stair.landing
    assert layout is not None
    half_m2 = stair.design.width_m * stair.found.run_m / 2
    count, thick_m = stair.found.stringers, timber.stringer.thickness_m
    _, pitch_m = stair.stringers_m(thick_m)
    return tuple(
        PostReaction(
            id=f"stringer-{k + 1}",
            says="a stringer's foot",
            x_m=layout.upper_at_m + thick_m / 2 + k * pitch_m,
            y_m=-layout.back_m / 2,
            dead_n=floor.dead_pa * half_m2 / count,
            live_n=floor.live_pa * half_m2 / count,
        )
        for k in range(count)
    )


def check_stair_loads(
    collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, stairs: list[Stair]
) -> list[Stair]:
    """What a flight brings to the rim it hangs on and to its landing, and what goes along its open sides.

    Returns:
        The stairs, with how far apart their handrails' brackets stand.
    """
    spec, book, floor = collector.spec, collector.book, collector.load.floor
    made = list(stairs)
    for number, stair in enumerate(stairs):
        one, about = stair.found, f"{spec.id}/stair/{stair.design.id}"
        if one.run_m <= 0:
            continue
        half_m2 = stair.design.width_m * one.run_m / 2
        dead_n, live_n = floor.dead_pa * half_m2, floor.live_pa * half_m2
        along = abs(abs(stair.edge.out[0 if not frame.flip else 1]) - 1.0) < 1e-6
        # Along a joist the flight hangs at that joist's middle; at the joists' ends between two of them.
        span_m = min(stair.edge.length_m, frame.longest_span_m) if along else spec.spacing_m
        each = 1.0 if along else 0.5
        try:
            checks = check_member(
                book,
                joist_wood(timber.joist, spec, spec.spacing_m),
                BendingDemand(
                    span_m=span_m,
                    load=floor.load,
                    dead=_at_middle(dead_n * each, span_m),
                    live=_at_middle(live_n * each, span_m),
                ),
                about=about,
            )
            collector.members(
                "rim_joist",
                about,
                tuple(item for item in checks if item.kind in ("bending", "shear")),
                where="under the stair",
            )
        except OutOfScopeError as refused:
            collector.gap("rim_joist.stair_load", about, refused)
        demand = factored(collector, dead_n / 2, live_n / 2, symbol="R", says="one stringer's end on the rim")
        collector.gap(
            "stringer_hanger.capacity",
            about,
            OutOfScopeError(
                f"no rating of the stringers' hangers is entered; each must hold {said(demand)}",
                "the maker's number for one sloped hanger",
            ),
            crew=True,
            needs=demand,
        )
        _stringers_bend(collector, stair, timber, about=about)
        _treads_bend(collector, stair, timber, about=about)
        if one.handrails:
            made[number] = replace(stair, brackets_m=_handrail(collector, timber, about))
    return made


def _stringers_bend(collector: DeckCheckCollector, stair: Stair, timber: DeckTimbers, *, about: str) -> None:
    """A stringer between rim and landing: what is left below its notches bends under its share of the flight."""
    spec, floor, one, stick = collector.spec, collector.load.floor, stair.found, timber.stringer
    notch_m = (
        one.riser_m * stair.design.going_m / math.hypot(one.riser_m, stair.design.going_m) if stair.design.cut else 0.0
    )
    left_m = stick.width_m - notch_m
    if left_m <= 0.02:
        return  # the throat's own check says that nothing is left
    share_m = stair.design.width_m / (one.stringers - 1)
    wood = replace(joist_wood(stick, spec, spec.spacing_m), depth_m=left_m, shared=False)
    dead, live = floor.dead_pa * share_m, floor.live_pa * share_m
    spread = _over_middle if stair.design.middle else _spread
    try:
        checks = collector.check_member(
            wood,
            span_m=one.run_m / 2 if stair.design.middle else one.run_m,
            about=about,
            dead=spread(dead, one.run_m),
            live=spread(live, one.run_m),
        )
    except (OutOfScopeError, ValueError) as refused:
        reason = (
            refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(str(refused), "a stick with values")
        )
        collector.gap("stringer.bending", about, reason)
        return
    kept = tuple(item for item in checks if item.kind in ("bending", "shear"))
    collector.members(
        "stringer", about, kept, where="net section at notches" if stair.design.cut else "solid, run level"
    )


BRACKETS_M = (1.2, 0.9, 0.6)
"""A handrail's brackets stand at most 4 ft (1.2 m) apart [common practice], and closer where it bends too much [our own steps]."""


def _treads_bend(collector: DeckCheckCollector, stair: Stair, timber: DeckTimbers, *, about: str) -> None:
    """One board of a tread between two stringers under one person's foot."""
    book, u, board = collector.book, collector.book.units, timber.board
    if is_made(board):
        return  # its maker's figure for treads is held against the stringers' spacing
    span_m = (stair.design.width_m - timber.stringer.thickness_m) / (stair.found.stringers - 1)
    point_n, source = book.stair_point_n
    moment = CalculationStep(
        symbol="M",
        value=book.load_factor * point_n * span_m / 4 / u.moment_n_m,
        unit=u.moment,
        formula="k * P * L / 4",
        inputs=(("k", book.load_factor, ""), ("P", point_n / u.force_n, u.force), ("L", span_m / u.span_m, u.span)),
        source=f"statics: simple span; {source}",
        says="one person on one board of a tread",
    )
    one = check_bends(
        book,
        outdoors(board, flat=True),
        (moment, "floor"),
        asked=CheckContext("tread.bending", about, "one person"),
    )
    if isinstance(one, Check):  # where the wood has no strength, what treads of its thickness are sold for speaks
        collector.checks.append(one)


def _handrail(collector: DeckCheckCollector, timber: DeckTimbers, about: str) -> float:
    """A handrail between two brackets under a person who falls against it, and what each bracket must hold.

    Returns:
        How far apart the brackets stand (m): as far as it bears.
    """
    book, u = collector.book, collector.book.units
    try:
        people = book.handrail_load(collector.dwelling_units)
    except OutOfScopeError as refused:
        collector.gap("handrail.bending", about, refused)
        return BRACKETS_M[0]
    push, apart_m = people.factor * people.point_n / u.force_n, BRACKETS_M[0]
    one: Check | UncheckedItem | None = None
    for apart_m in BRACKETS_M:
        span = apart_m / u.span_m
        moment = CalculationStep(
            symbol="M",
            value=push * span / 4,
            unit=u.moment,
            formula="P * L / 4",
            inputs=(("P", push, u.force), ("L", span, u.span)),
            source=f"statics: simple span; {people.source}",
            says=f"horizontal point load, brackets at most {_feet(apart_m)} apart",
        )
        one = check_bends(
            book,
            outdoors(rail_of(timber), flat=True),
            (moment, people.load),
            asked=CheckContext("handrail.bending", about, "between brackets"),
        )
        if isinstance(one, UncheckedItem) or one.use <= 1:
            break
    if one is not None:
        _add(collector, one)
    force = given_step("P", push, u.force, source=people.source, says="a person at a bracket")
    collector.gap(
        "handrail_brackets.capacity",
        about,
        OutOfScopeError(
            f"no rating of the brackets is entered; each must hold {said(force)}, the greatest distance between two "
            f"{_feet(apart_m)}",
            "the maker's number for one bracket and its screws",
        ),
        crew=True,
        needs=force,
    )
    return apart_m


def _feet(length_m: float) -> str:
    return f"{length_m / 0.3048:.2g} ft ({length_m:g} m)"


def _add(collector: DeckCheckCollector, one: Check | UncheckedItem) -> None:
    if isinstance(one, Check):
        collector.checks.append(one)
    else:
        collector.not_covered.append(one)


def _spread(w_n_per_m: float, span_m: float) -> Action:
    return Action(
        moment_n_m=w_n_per_m * span_m**2 / 8, shear_n=w_n_per_m * span_m / 2, sag_n_m3=5 * w_n_per_m * span_m**4 / 384
    )


def _over_middle(w_n_per_m: float, span_m: float) -> Action:
    """Two equal spans without a joint over the middle support. Source: statics."""
    half_m = span_m / 2
    return Action(
        moment_n_m=w_n_per_m * half_m**2 / 8, shear_n=0.625 * w_n_per_m * half_m, sag_n_m3=w_n_per_m * half_m**4 / 184.6
    )


def _at_middle(load_n: float, span_m: float) -> Action:
    return Action(moment_n_m=load_n * span_m / 4, shear_n=load_n, sag_n_m3=load_n * span_m**3 / 48)


def check_stair_guards(
    collector: DeckCheckCollector, timber: DeckTimbers, stairs: list[Stair], *, guard: GuardResult
) -> list[Stair]:
    """A guard down both sides of every flight whose drop asks for one; its upper posts are the deck guard's where those stand."""
    made = []
    for stair in stairs:
        sides = [(_side(stair, side, timber, guard=guard), stair.found.rise_m, ()) for side in (0, 1)]
        if stair.found.run_m < 3 * timber.guard_post.width_m:
            made.append(stair)
            continue
        spec = collector.spec
        ask = GuardInput(
            edges=tuple(sides),
            post=timber.guard_post,
            baluster=timber.baluster,
            rail=cap_of(timber),
            board=rail_of(timber),
            spacing_max_m=spec.guard.spacing_max_m,
            height_m=None,
            lever_m=lever_m(spec.guard.lever_m, timber.joist.width_m),
            anchor_rating_n=spec.guard.anchor_rating_n,
            always=False,
            boards_m=timber.board.thickness_m,
            wet=spec.wet,
            dwelling_units=collector.dwelling_units,
            slope_rad=stair.found.slope_rad,
        )
        one = calculate_guard(ask, collector.book, f"{spec.id}/stair/{stair.design.id}/guard")
        one.runs = [replace(run, shares_first=run.edge.length_m > stair.found.run_m + 1e-9) for run in one.runs]
        collector.checks += one.checks
        collector.not_covered += one.not_covered
        made.append(replace(stair, guard=one))
    return made


def _side(stair: Stair, side: int, timber: DeckTimbers, *, guard: GuardResult) -> Edge:
    """The line of posts down one side of a flight, level; it begins at the deck guard's post where one stands there."""
    edge, design, half = stair.edge, stair.design, timber.guard_post.width_m / 2
    along_m = design.at_m - half if side == 0 else design.at_m + design.width_m + half
    stands = any(
        run.edge.index == edge.index and any(abs(at - along_m) < 0.01 for at in run.posts_m) for run in guard.runs
    )
    back_m = timber.joist.thickness_m + timber.guard_post.width_m if stands else 0.0
    x, y = edge.at(along_m)
    way = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m)
    away = (-way[0], -way[1]) if side == 0 else way
    return Edge(
        index=-1 - side,
        start=(x - edge.out[0] * back_m, y - edge.out[1] * back_m),
        end=(x + edge.out[0] * stair.found.run_m, y + edge.out[1] * stair.found.run_m),
        out=away,
    )
