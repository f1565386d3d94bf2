"""Where a lean-to's posts, beam, rafters, purlins and sheets stand, and every level between floor and flashing."""

import math

from steady.catalog.items import SectionItem, stick
from steady.errors import InvalidInputError
from steady.layout.canopy import LeanTo, LevelChain, Members, Slats, level_chain, members, slats_in_bay
from steady.structures.canopy.actions import HEIGHT_M, Sized
from steady.structures.canopy.frame import RoofFrame, posts_on
from steady.structures.canopy.seat_cuts import SeatCut
from steady.structures.continuous_members import ContinuousMember
from steady.structures.lean_to.spec import LeanToSpec
from steady.value_objects import value_object

LEAST_FALL_RAD, SAFE_FALL_RAD = math.radians(1.5), math.radians(3.0)
"""Flatter than the first a roof holds water; under the second its sheet's maker is asked [practice; the first our own]."""
SIZES = (
    Sized(key="depth", what="ledger's face to the beam's outer face", field="depth_m"),
    Sized(key="long", what="beam's length", field="beams_m"),
    Sized(key="top", what="beam's top above the floor", field="beam_top_m", within_m=HEIGHT_M),
)
"""What is measured of its frame before rafters are cut."""
CUT_RATIO = 0.25
"""Of the rafter's depth that a seat cuts away at most, less than the third that practice allows [our own]."""
END_M = 0.05
"""A purlin stands within so much of either end of the sheets [common practice]."""
EAVE_PAST_M = 0.05
"""Sheets run so far past the rafters' ends, into a gutter [our own]."""
UNDER_SOFFIT_M = 0.01
"""A fascia ends at least so far under the soffit's face, or its edge shows [our own]."""
ROOM_M = 0.3


@value_object
class LeanToTimbers:
    """The sticks that a lean-to is made of; what it has not got is None."""

    post: SectionItem
    beam: SectionItem
    rafter: SectionItem
    ledger: SectionItem
    brace: SectionItem
    purlin: SectionItem | None
    sheet: SectionItem | None
    slat: SectionItem | None
    fascia: SectionItem | None


@value_object
class LeanToLayout:
    """Everything laid out: `purlins_m` and slats along the slope from the roof's edge at the wall."""

    timber: LeanToTimbers
    frame: RoofFrame
    chain: LevelChain
    rafters: Members
    run: ContinuousMember
    slope_m: float
    purlins_m: tuple[float, ...]
    slats: Slats | None
    sheets: int

    @property
    def lines_m(self) -> tuple[float, ...]:
        """Place of the one beam line, out from the wall."""
        return self.frame.lines_m


def timber_of(spec: LeanToSpec) -> LeanToTimbers:
    """The sticks. Raises InvalidInputError: the yard has no such stick."""
    rafter = stick(spec.rafter, "joist", "rafter")
    sheets = spec.roof == "sheets"
    return LeanToTimbers(
        post=stick(spec.post, "post", "post"),
        beam=stick(spec.beam, "joist", "beam"),
        rafter=rafter,
        ledger=stick(spec.ledger, "joist", "ledger"),
        brace=stick(spec.brace, "joist", "brace") if spec.brace else rafter,
        purlin=stick(spec.purlin, "rail joist", "purlin") if sheets else None,
        sheet=stick(spec.sheet, "sheet", "sheet") if sheets else None,
        slat=stick(spec.slat, "baluster rail", "slat") if not sheets else None,
        fascia=stick(spec.finish.fascia, "joist", "finish/fascia") if spec.finish.fascia else None,
    )


def wall_to_beam_m(spec: LeanToSpec, timber: LeanToTimbers) -> tuple[float, float]:
    """The beam's outer face and its middle, out from the wall."""
    outer = timber.ledger.thickness_m + spec.depth_m
    wide = spec.plies * timber.beam.thickness_m if spec.seating.under else timber.post.width_m
    return outer, outer - wide / 2


def seat_m(spec: LeanToSpec, timber: LeanToTimbers) -> float:
    """How far the rafters' seats run over the beam, level: all of it, but no deeper than the seat may cut."""
    outer, middle = wall_to_beam_m(spec, timber)
    plumb_m = timber.rafter.width_m / math.cos(spec.pitch_rad)
    return min(2 * (outer - middle), CUT_RATIO * plumb_m / math.tan(spec.pitch_rad))


def seat_of(spec: LeanToSpec, layout: LeanToLayout) -> SeatCut:
    """The rafters' seat over the beam."""
    level_m, depth_m = seat_m(spec, layout.timber), layout.timber.rafter.width_m
    cut_m = level_m * math.sin(spec.pitch_rad)
    return SeatCut(level_m=level_m, cut_m=cut_m, left_m=depth_m - cut_m)


def lay_out(spec: LeanToSpec, posts: int) -> LeanToLayout:
    """Set it out.

    Args:
        posts: Under the beam.

    Raises:
        InvalidInputError: Sizes that leave no room, or a fall that water does not run off.
    """
    if spec.pitch_rad < LEAST_FALL_RAD - 1e-9:
        raise InvalidInputError("pitch_rad", "Water stands on a roof flatter than 1.5°: give it 3° or more")
    timber = timber_of(spec)
    chain = level_chain(
        LeanTo(
            depth_m=spec.depth_m,
            pitch_rad=spec.pitch_rad,
            beam_top_m=spec.beam_top_m,
            beam_depth_m=timber.beam.width_m,
            ledger_depth_m=timber.ledger.width_m,
            rafter_depth_m=timber.rafter.width_m,
            hung=spec.laid == "hung",
            soffit_m=spec.finish.soffit_m,
            bracket_m=spec.finish.bracket_m,
            fascia_m=timber.fascia.width_m if timber.fascia else 0.0,
            seat_m=seat_m(spec, timber),
        )
    )
    if spec.beams_m - 2 * spec.beam_past_m < ROOM_M * (posts - 1):
        raise InvalidInputError("beam_past_m", "The beam runs so far past that its posts meet: less, or a longer beam")
    outer, middle = wall_to_beam_m(spec, timber)
    begins = timber.ledger.thickness_m if spec.laid == "hung" else 0.0
    # The rafter bears at the ledger and over the beam's middle; levels are measured on plan.
    run = ContinuousMember(length_m=outer + spec.past_m - begins, supports_m=(0.0, middle - begins))
    slope_m = (outer + spec.past_m) / math.cos(spec.pitch_rad)
    slats = None
    if timber.slat is not None:
        try:
            slats = slats_in_bay(slope_m, timber.slat.thickness_m, gap_m=spec.slat_gap_m)
        except InvalidInputError as error:
            raise InvalidInputError("slat_gap_m", error.message) from None
    return LeanToLayout(
        timber=timber,
        frame=_frame(spec, timber, middle, run=run, posts=posts),
        chain=chain,
        rafters=members(spec.beams_m, timber.rafter.thickness_m, most_m=spec.rafter_spacing_m),
        run=run,
        slope_m=slope_m,
        purlins_m=_purlins(spec, slope_m) if timber.purlin else (),
        slats=slats,
        sheets=math.ceil(spec.beams_m / timber.sheet.width_m - 1e-9) if timber.sheet else 0,
    )


def _purlins(spec: LeanToSpec, slope_m: float) -> tuple[float, ...]:
    """Even gaps, one near each end of the sheets. Source: geometry; practice."""
    reach = slope_m - 2 * END_M
    count = max(2, math.ceil(reach / spec.purlin_spacing_m - 1e-9) + 1)
    return tuple(END_M + reach * k / (count - 1) for k in range(count))


def _frame(spec: LeanToSpec, timber: LeanToTimbers, middle: float, *, run: ContinuousMember, posts: int) -> RoofFrame:
    held = {lock.id: lock.at_m for lock in spec.locks}
    return RoofFrame(
        me=spec.id,
        beams_m=spec.beams_m,
        high_m=spec.beam_top_m - timber.beam.width_m,
        lines_m=(middle,),
        widths_m=(run.reactions_n(1.0)[1],),
        posts=posts_on((middle,), spec.beams_m, spec.beam_past_m, count=posts, held=held),
        beam_past_m=spec.beam_past_m,
        post=timber.post,
        beam=timber.beam,
        brace=timber.brace,
        plies=spec.plies,
        seat=spec.seat,
        upright=spec.upright,
        brace_m=spec.brace_m,
        on_house=True,
        wet=spec.wet,
        gravel_m=spec.gravel_m,
        pier_above_m=spec.pier_above_m,
        pier_width_m=spec.pier_width_m,
        footing_depth_m=spec.footing_depth_m,
        slab=spec.slab if spec.stands == "slab" else None,
    )


def top_at_m(spec: LeanToSpec, layout: LeanToLayout, y_m: float) -> float:
    """Upper edge of the rafters so far out from the wall."""
    outer, _ = wall_to_beam_m(spec, layout.timber)
    return layout.chain.roof_at_beam_m + (outer - y_m) * math.tan(spec.pitch_rad)


def keep_clear_m(spec: LeanToSpec, layout: LeanToLayout) -> tuple[float, float]:
    """The band of wall that the cladder leaves free: from the ledger's bottom to the lowest edge of the cladding."""
    roof = top_at_m(spec, layout, 0.0) + (layout.timber.purlin.width_m if layout.timber.purlin else 0.0)
    return layout.chain.ledger_bottom_m, roof + spec.finish.upstand_m + spec.finish.gap_m


def outline(spec: LeanToSpec, layout: LeanToLayout) -> tuple[float, float, float, float]:
    """The roof's edges: left, right, near, far, with what runs into the gutter."""
    starts = layout.timber.ledger.thickness_m if spec.laid == "hung" else 0.0
    return 0.0, spec.beams_m, 0.0, starts + layout.run.length_m + EAVE_PAST_M * math.cos(spec.pitch_rad)
