"""What the installer says about a pergola. Lengths in metres; x along the beams (the house), y across them, z up from the floor."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from steady.plan.model import Basis
from steady.structures.canopy.beam_seats import SEATS, CanopySeat, RoofSeat
from steady.structures.canopy.spec import BeamPostLock, Id, RoofAbove, SlabUnder, Stands, Words
from steady.structures.coating import Finish
from steady.structures.lateral_systems import LATERAL_SYSTEMS, LateralSystem, Upright
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.value_objects import value_object


@value_object
class SunInput:
    """The day and hour that shade is asked for; the clock with daylight saving as the crew types it."""

    on: Annotated[str, MaxLen(10)] = "2026-06-21"
    hour: Annotated[float, Ge(0), Le(24)] = 15.0
    utc_h: Annotated[float, Ge(-12), Le(14)] | None = None


@value_object
class PergolaSpec:
    """A pergola: one beam line against the house or two free-standing ones, rafters over them, slats over the rafters.

    Args:
        beams_m: Length of the beams, out to out, along x.
        rafters_m: Length of the rafters, out to out (attached: from the house).
        high_m: Clear height under the beams.
        attach: freestanding, or attached to the house along its first edge.
        on: A deck of the same job on whose frame its posts stand; `on_x_m`, `on_y_m`: its datum corner from the deck's.
            `in_deck_m`: how far below the boards' top its posts go, where pockets hold them upright.
        beam_past_m: Beams past their outer posts' centres; None: a twelfth of the span. `rafter_past_m`: rafters past the
            beams' centre lines; None: an eighth of theirs.
        posts: Under each beam; None: the fewest whose beam passes.
        core: Of posts built up of three plies, between two of `outer`; empty: a post is one stick.
        seat: Beams on top of the posts, a ply on each side on notched shoulders, or one ply in the pocket of built-up posts.
        bays_x, bays_y: Bays along the beams and out, framed by rafters and cross pieces of the same stick; 0: rafters alone, by
            their spacing. `turns`: slats turn a quarter from bay to bay.
        slat: A stick of the yard; empty: no slats. `slats_by`: what says how many there are.
        second_slats: Another layer of the same slats, square over the first.
        upright: Knee braces both ways, or embedded posts or, on a deck, posts in pockets of its frame; nothing fails.
        brace_m: From the beam's middle down the post, and as far out: braces at 45 degrees.
        pier_width_m: None: the least that is deep enough within 1.2 m or the frost, whichever is more.
        gravel_m: Under each hole's concrete.
        above: The house's roof, for snow that drifts or slides off it.
        net_coefficient: For schools that give none for slats.
        grows: Climbers close it to the wind, and weigh.
        locks: Posts that stay where they are.
    """

    kind: Literal["pergola"] = "pergola"
    format: Literal[1] = 1
    id: Id
    beams_m: Annotated[float, Ge(1.2), Le(15)] = 4.8768
    rafters_m: Annotated[float, Ge(1.2), Le(12)] = 3.6576
    high_m: Annotated[float, Ge(2.1), Le(3.6)] = 2.4384
    attach: Literal["free", "house"] = "free"
    on: Annotated[str, MaxLen(60)] = ""
    on_x_m: Annotated[float, Ge(-15), Le(40)] = 0.6096
    on_y_m: Annotated[float, Ge(-15), Le(40)] = 0.6096
    in_deck_m: Annotated[float, Ge(0.1), Le(0.4)] = 0.20955
    wall: Words = "wood frame"
    stud_m: Annotated[float, Ge(0.3), Le(1.2)] = 0.4064
    fixing_m: Annotated[float, Ge(0.1), Le(1.2)] = 0.4064
    at_point: Annotated[int, Ge(1), Le(4)] = 2
    beam_past_m: Annotated[float, Ge(0), Le(1.5)] | None = None
    rafter_past_m: Annotated[float, Ge(0), Le(1.5)] | None = None
    post: Words = "post 6x6 pine"
    core: Words = ""
    outer: Words = "joist 2x8 pine"
    posts: Annotated[int, Ge(2), Le(8)] | None = None
    beam: Words = "joist 2x10 pine"
    plies: Annotated[int, Ge(1), Le(3)] = 2
    seat: RoofSeat = "on top"
    rafter: Words = "joist 2x8 pine"
    rafter_spacing_m: Annotated[float, Ge(0.2), Le(1.3)] = 0.6096
    bays_x: Annotated[int, Ge(0), Le(20)] = 0
    bays_y: Annotated[int, Ge(0), Le(12)] = 0
    turns: bool = False
    slat: Words = "baluster 2x2 pine"
    slats_by: Literal["gap", "count", "cover", "shade"] = "gap"
    slat_gap_m: Annotated[float, Gt(0.005), Le(1)] = 0.0889
    slat_count: Annotated[int, Ge(2), Le(400)] = 20
    slat_cover: Annotated[float, Gt(0.02), Le(1)] = 0.3
    shade: Annotated[float, Gt(0.02), Le(1)] = 0.5
    second_slats: bool = False
    sun: SunInput = SunInput()
    upright: Upright = "knee braces"
    brace_m: Annotated[float, Ge(0.3), Le(1.5)] = 0.6096
    brace: Words = ""
    stands: Stands = "footings"
    slab: SlabUnder = SlabUnder()
    pier_width_m: Annotated[float, Ge(0.2), Le(1.2)] | None = None
    footing_depth_m: Annotated[float, Ge(0.2), Le(3.6)] | None = None
    gravel_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    pier_above_m: Annotated[float, Ge(0), Le(0.3)] = 0.0508
    above: RoofAbove = RoofAbove()
    net_coefficient: Annotated[float, Gt(0), Le(3)] | None = None
    grows: Literal["nothing", "climbers"] = "nothing"
    wet: bool = True
    locks: Annotated[tuple[BeamPostLock, ...], MaxLen(40)] = ()
    coating: Finish = Finish()
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()
    built_on: Basis = Basis.CALCULATED

    @property
    def on_house(self) -> bool:
        """Its rafters hang on the house along its first edge."""
        return self.attach == "house"

    @property
    def lateral(self) -> LateralSystem:
        """What keeps its posts upright."""
        return LATERAL_SYSTEMS[self.upright]

    @property
    def seating(self) -> CanopySeat:
        """How its beams meet its posts."""
        return SEATS[self.seat]
