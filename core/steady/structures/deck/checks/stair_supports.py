"""A support under the middle of a flight: a sill across its stringers on two legs, each with a footing of its own."""

import math

from steady.design_codes.bending_members import BendingDemand, check_member
from steady.design_codes.results import given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.outline import Point
from steady.structures.continuous_members import ContinuousMember
from steady.structures.deck.checks.bearings import on_run
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers, joist_wood
from steady.structures.deck.checks.footings import PostResult
from steady.structures.deck.checks.posts import begins_m, stand_alone
from steady.structures.deck.checks.stairs import Stair
from steady.structures.deck.layout.framing import DeckFrame, DeckPost, height_of
from steady.value_objects import value_object

MIDDLE_SHARE = 0.625
"""Of a flight's whole load, what its middle support carries: two equal spans without a joint. Source: statics."""
NOTCH_MOST_RATIO = 0.25
"""A seat takes at most a quarter of what the stringer has left there [common practice]."""


@value_object
class StairSupport:
    """The sill under a flight's middle: where its two ends stand on the deck's axes, its top under the deck (m), and its legs."""

    stair: str
    ends: tuple[Point, Point]
    sill_top_m: float
    legs: tuple[PostResult, ...]


def underside_m(stair: Stair, timber: DeckTimbers, out_m: float) -> float:
    """How far a stringer's lower edge lies under the deck's boards, so far out (m). Source: geometry."""
    slope_rad = stair.found.slope_rad
    return math.tan(slope_rad) * out_m + timber.board.thickness_m + timber.stringer.width_m / math.cos(slope_rad)


def check_stair_supports(
    collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, stairs: list[Stair]
) -> list[StairSupport]:
    """Every middle support that is wished for: its seat, sill, legs and footings.

    Raises:
        InvalidInputError: A flight too near the ground for one, with the field.
    """
    made = []
    for number, stair in enumerate(stairs):
        if stair.design.middle and stair.found.run_m > 0:
            made.append(_support(collector, frame, timber, stair=stair, field=f"stairs/{number}/middle"))
    return made


def _support(
    collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, stair: Stair, field: str
) -> StairSupport:
    spec, floor, u = collector.spec, collector.load.floor, collector.book.units
    found, design, edge = stair.found, stair.design, stair.edge
    about = f"{spec.id}/stair/{design.id}"
    out_m, sill = found.run_m / 2, timber.joist
    seat_m = sill.thickness_m
    # The stringers are notched level to lie flat on the sill's edge.
    notch_m = seat_m * math.sin(found.slope_rad) * math.cos(found.slope_rad)
    left_m = timber.stringer.width_m
    if design.cut:
        left_m -= found.riser_m * design.going_m / math.hypot(found.riser_m, design.going_m)
    collector.at_most(
        "stringer.support_notch",
        about,
        given_step(
            "n", notch_m / u.size_m, u.size, source="geometry", says="level seat on the sill, square to the stringer"
        ),
        limit=given_step(
            "n_max",
            NOTCH_MOST_RATIO * max(left_m, 1e-6) / u.size_m,
            u.size,
            source="practice: a quarter of what the stringer has left",
        ),
        case="middle support",
    )
    under_m = underside_m(stair, timber, out_m) - seat_m * math.tan(found.slope_rad) / 2
    first, pitch = stair.stringers_m(timber.stringer.thickness_m)
    ends = (first, first + (found.stringers - 1) * pitch)
    dead_n, live_n = (
        MIDDLE_SHARE * load_pa * design.width_m * found.run_m for load_pa in (floor.dead_pa, floor.live_pa)
    )
    _sill(
        collector,
        timber,
        ContinuousMember(length_m=ends[1] - ends[0], supports_m=(0.0, ends[1] - ends[0])),
        loads=(dead_n, live_n, found.stringers),
        about=about,
    )
    legs, corners = [], []
    for k, at_m in enumerate(ends, start=1):
        x, y = edge.at(at_m)
        where = (x + edge.out[0] * out_m, y + edge.out[1] * out_m)
        deck_m = height_of(spec, where)
        top_m = deck_m - under_m - sill.width_m
        foot_m = begins_m(spec, timber.built_up, top_m)
        if top_m < foot_m - 1e-9:
            raise InvalidInputError(
                field, "The flight lies too near the ground here for a support under its middle: leave it out"
            )
        reaction_n = (dead_n / 2, live_n / 2)
        footed, said = stand_alone(collector, frame, timber, top_m=top_m, reaction_n=reaction_n)
        name = f"{design.id}-leg-{k}"
        collector.again(said, f"{spec.id}/post/{name}")
        u_m, v_m = (where[1], where[0]) if frame.flip else where
        legs.append(
            PostResult(
                at=DeckPost(id=name, u_m=u_m, v_m=v_m),
                site=where,
                deck_m=deck_m,
                top_m=top_m,
                foot_m=foot_m,
                footing=footed,
                embedded_m=footed.depth_m if spec.lateral.fixed else 0.0,
            )
        )
        corners.append(where)
    return StairSupport(stair=design.id, ends=(corners[0], corners[1]), sill_top_m=under_m, legs=tuple(legs))


def _sill(
    collector: DeckCheckCollector,
    timber: DeckTimbers,
    run: ContinuousMember,
    *,
    loads: tuple[float, float, int],
    about: str,
) -> None:
    """The sill under its inner stringers; the outer ones stand over the legs."""
    dead_n, live_n, count = loads
    apart = count - 1
    points = [(run.length_m * k / apart, dead_n / apart, live_n / apart) for k in range(1, apart)]
    if not points:
        return
    dead, live = on_run(run, points)
    try:
        checks = check_member(
            collector.book,
            joist_wood(timber.joist, collector.spec, 10.0),
            BendingDemand(span_m=run.span_m, load=collector.load.floor.load, dead=dead, live=live),
            about=about,
        )
    except OutOfScopeError as refused:
        collector.gap("stair_sill.bending", about, refused)
        return
    kept = tuple(item for item in checks if item.kind in ("bending", "shear"))
    collector.members("stair_sill", about, kept, where="under the stringers' middles")
