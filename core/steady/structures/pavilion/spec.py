"""What the installer says about a pavilion, in metres: x and y along the beams' outer faces, z up from the floor."""

import math
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from steady.plan.model import Basis
from steady.structures.canopy.spec import BeamPostLock, Id, SlabUnder, Stands, Words
from steady.structures.coating import Finish
from steady.structures.lateral_systems import LATERAL_SYSTEMS, LateralSystem, Upright
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.value_objects import value_object

Pitch = Annotated[float, Ge(math.radians(5)), Le(math.radians(45))]


@value_object
class PavilionSpec:
    """A hip roof on a beam on either side of four posts; the ridge runs whichever way the longer sides do.

    Args:
        beams_m: Over the beams' outer faces, along x; `deep_m`: along y.
        pitch_rad: Of the long sides; `end_pitch_rad`: of the ends, None: the same.
        past_m: Rafters past the beams of the long sides, level; the ends' follow, so that the eaves meet at one height.
        ring_m: Outside of the centre ring of a square roof of one pitch; 0: a ridge, or a point.
            On a frame measured out of square the ring is as much longer that way.
        beam_top_m: Top of the beams above the floor.
        web: Of beams that are boxes: two of `beam` laid flat, plywood webs nailed to their sides; empty: beams of plies.
            `web_sheet_m`: how long its sheets are; `web_e_pa`, `web_g_pa`: the panel's stiffness along the span, only plies that
            run along it counted; `web_shear_pa`: what its maker says it holds in shear, at the roof's duration.
        middle_posts: Between the corners, under the beam of every side.
        hip_plies: Sticks side by side to each hip, screwed to each other; each takes its half.
        hip_set: Hips let down until their edges meet the roof's planes, or standing full with their top edge planed to both.
        raised_m: Air between the ring and a second one on legs over it, with a small roof of its own; 0: none. `raised_past_m`:
            that roof past its ring.
        seat_m: Level seat of a rafter on its beam.
        sheet_stock_m: The one length of sheet that is bought; `sheet_turn`: profile and side lap are the same both ways round.
        net_coefficient: For schools that give none for canopies.
        dead_pa: Lasting load on plan, where the crew knows better than the parts.
    """

    kind: Literal["pavilion"] = "pavilion"
    format: Literal[1] = 1
    id: Id
    beams_m: Annotated[float, Ge(1.8), Le(8)] = 3.6576
    deep_m: Annotated[float, Ge(1.8), Le(8)] = 3.6576
    pitch_rad: Pitch = math.radians(25)
    end_pitch_rad: Pitch | None = None
    past_m: Annotated[float, Ge(0), Le(0.9)] = 0.2286
    ring_m: Annotated[float, Ge(0), Le(2)] = 0.0
    beam_top_m: Annotated[float, Ge(2.1), Le(3.9)] = 2.4384
    post: Words = "post 6x6 pine"
    middle_posts: Annotated[int, Ge(0), Le(2)] = 0
    beam: Words = "joist 2x10 pine"
    plies: Annotated[int, Ge(1), Le(4)] = 2
    web: Words = ""
    webs: Annotated[int, Ge(1), Le(4)] = 2
    web_sheet_m: Annotated[float, Ge(1.2), Le(6.1)] = 3.048
    web_nails_m: Annotated[float, Ge(0.025), Le(0.3)] = 0.0508
    web_e_pa: Annotated[float, Ge(1e9), Le(2e10)] = 5e9
    web_g_pa: Annotated[float, Ge(1e8), Le(2e9)] = 5e8
    web_shear_pa: Annotated[float, Gt(0), Le(1e7)] | None = None
    rafter: Words = "joist 2x6 pine"
    rafter_spacing_m: Annotated[float, Ge(0.2), Le(1.2)] = 0.6096
    seat_m: Annotated[float, Gt(0), Le(0.15)] = 0.0889
    hip: Words = "joist 2x8 pine"
    hip_plies: Annotated[int, Ge(1), Le(2)] = 1
    hip_set: Literal["dropped", "backed"] = "dropped"
    ring: Words = "joist 2x8 pine"
    raised_m: Annotated[float, Ge(0), Le(0.9)] = 0.0
    raised_past_m: Annotated[float, Ge(0.05), Le(0.6)] = 0.1524
    leg: Words = "post 4x4 pine"
    purlin: Words = "rail 2x4 pine"
    purlin_spacing_m: Annotated[float, Ge(0.2), Le(1.5)] = 0.6096
    sheet: Words = "roof sheet 2 ft"
    sheet_stock_m: Annotated[float, Gt(0.3), Le(8)] = 3.6576
    sheet_turn: bool = False
    upright: Upright = "knee braces"
    brace_m: Annotated[float, Ge(0.3), Le(1.5)] = 0.6096
    brace: Words = ""
    stands: Stands = "footings"
    slab: SlabUnder = SlabUnder()
    pier_width_m: Annotated[float, Ge(0.2), Le(1.2)] | None = None
    footing_depth_m: Annotated[float, Ge(0.2), Le(3.6)] | None = None
    gravel_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    pier_above_m: Annotated[float, Ge(0), Le(0.3)] = 0.0508
    net_coefficient: Annotated[float, Gt(0), Le(3)] | None = None
    dead_pa: Annotated[float, Gt(0), Le(3000)] | None = None
    wet: bool = True
    locks: Annotated[tuple[BeamPostLock, ...], MaxLen(40)] = ()
    coating: Finish = Finish()
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()
    built_on: Basis = Basis.CALCULATED

    @property
    def lateral(self) -> LateralSystem:
        """What keeps its posts upright."""
        return LATERAL_SYSTEMS[self.upright]
