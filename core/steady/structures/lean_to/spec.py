"""What the installer says about a lean-to. Lengths in metres; x along the wall, y out from it, z up from the floor below."""

import math
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from steady.plan.model import Basis
from steady.structures.canopy.beam_seats import SEATS, CanopySeat
from steady.structures.canopy.spec import BeamPostLock, Id, RoofAbove, SlabUnder, Stands, Words
from steady.structures.coating import Finish
from steady.structures.gutters import Gutter
from steady.structures.lateral_systems import LATERAL_SYSTEMS, LateralSystem, Upright
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.value_objects import value_object


@value_object
class RoofFinish:
    """What lines the roof's underside and edge, and what stands near it; 0 or None: there is none.

    Args:
        soffit_m: Thickness of the soffit lining; `bracket_m`: a bracket under the beam. `fascia`: a board of the yard.
        upstand_m: How far the apron turns up the wall; `gap_m`: from its upper edge to the cladding.
        door_m: Top of a door leaf that opens out under it, above the floor.
    """

    soffit_m: Annotated[float, Ge(0), Le(0.05)] = 0.0
    bracket_m: Annotated[float, Ge(0), Le(0.3)] = 0.0
    fascia: Words = ""
    upstand_m: Annotated[float, Ge(0), Le(0.5)] = 0.15
    gap_m: Annotated[float, Ge(0), Le(0.2)] = 0.05
    door_m: Annotated[float, Gt(0), Le(4)] | None = None


@value_object
class LeanToSpec:
    """A roof from a ledger on the house down to a beam on posts.

    Args:
        beams_m: Along the wall, out to out.
        depth_m: From the ledger's outer face to the beam's outer face, level.
        pitch_rad: Fall away from the house.
        beam_top_m: Top of the beam above the floor below.
        past_m: Rafters past the beam's outer face, level.
        wall: What the ledger is fixed to. `stud_m`: studs behind it, apart; `fixing_m`: fixing points along the ledger,
            `at_point` of them each.
        laid: Rafters lie on ledger and beam, or hang from the ledger.
        roof: Sheets on purlins, or slats square to the rafters.
        sheet: A sheet of the yard, by its cover. `sheet_turn`: its profile and side lap are the same both ways round.
        blocked: Walls or stored goods below close more than half of it to the wind.
        net_coefficient: For schools that give none for canopies.
        gutter: Along its eave, under sheets.
        dead_pa: Lasting load on plan, where the crew knows better than the parts; None: from the parts.
        above: House roof above (snow), for snow that drifts or slides.
    """

    kind: Literal["lean-to"] = "lean-to"
    format: Literal[1] = 1
    id: Id
    beams_m: Annotated[float, Ge(1.2), Le(15)] = 3.6576
    depth_m: Annotated[float, Ge(0.6), Le(6)] = 2.4384
    pitch_rad: Annotated[float, Ge(0), Le(math.radians(30))] = math.radians(5)
    beam_top_m: Annotated[float, Ge(1.8), Le(4)] = 2.4384
    past_m: Annotated[float, Ge(0), Le(1.2)] = 0.1524
    wall: Words = "wood frame"
    stud_m: Annotated[float, Ge(0.3), Le(1.2)] = 0.4064
    fixing_m: Annotated[float, Ge(0.1), Le(1.2)] = 0.4064
    at_point: Annotated[int, Ge(1), Le(4)] = 2
    ledger: Words = "joist 2x8 pine"
    laid: Literal["on ledger", "hung"] = "on ledger"
    beam_past_m: Annotated[float, Ge(0), Le(1.5)] = 0.1524
    post: Words = "post 6x6 pine"
    posts: Annotated[int, Ge(2), Le(8)] | None = None
    beam: Words = "joist 2x10 pine"
    plies: Annotated[int, Ge(1), Le(3)] = 2
    seat: Literal["on top", "on shoulders"] = "on top"
    rafter: Words = "joist 2x6 pine"
    rafter_spacing_m: Annotated[float, Ge(0.2), Le(1.3)] = 0.6096
    roof: Literal["sheets", "slats"] = "sheets"
    purlin: Words = "rail 2x4 pine"
    purlin_spacing_m: Annotated[float, Ge(0.2), Le(1.5)] = 0.6096
    sheet: Words = "roof sheet 2 ft"
    slat: Words = "baluster 2x2 pine"
    slat_gap_m: Annotated[float, Gt(0.005), Le(1)] = 0.0889
    finish: RoofFinish = RoofFinish()
    gutter: Gutter = Gutter()
    upright: Upright = "knee braces"
    brace_m: Annotated[float, Ge(0.3), Le(1.5)] = 0.6096
    brace: Words = ""
    stands: Stands = "footings"
    slab: SlabUnder = SlabUnder()
    pier_width_m: Annotated[float, Ge(0.2), Le(1.2)] | None = None
    footing_depth_m: Annotated[float, Ge(0.2), Le(3.6)] | None = None
    gravel_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    pier_above_m: Annotated[float, Ge(0), Le(0.3)] = 0.0508
    blocked: bool = False
    net_coefficient: Annotated[float, Gt(0), Le(3)] | None = None
    dead_pa: Annotated[float, Gt(0), Le(3000)] | None = None
    above: RoofAbove = RoofAbove()
    wet: bool = True
    locks: Annotated[tuple[BeamPostLock, ...], MaxLen(40)] = ()
    coating: Finish = Finish()
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()
    built_on: Basis = Basis.CALCULATED

    @property
    def lateral(self) -> LateralSystem:
        """What keeps its posts upright."""
        return LATERAL_SYSTEMS[self.upright]

    @property
    def seating(self) -> CanopySeat:
        """How its beams meet its posts."""
        return SEATS[self.seat]
