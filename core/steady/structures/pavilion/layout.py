"""Where a pavilion's frame, hips, commons, jacks, purlins and sheets stand: four sides that meet on their hips."""

import math

from steady.catalog.items import SectionItem, stick
from steady.errors import InvalidInputError
from steady.layout.roofs import birdsmouth, unequal_hip_rad
from steady.layout.sheet_nesting import SheetedSide, SheetStrip, strips
from steady.structures.canopy.actions import HEIGHT_M, Sized
from steady.structures.canopy.box_beams import Boxed, fits
from steady.structures.canopy.frame import RoofFrame, RoofPost
from steady.structures.canopy.seat_cuts import SeatCut, seat
from steady.structures.continuous_members import ContinuousMember
from steady.structures.pavilion.cupola import Raised, raise_centre
from steady.structures.pavilion.roof_planes import RoofSide, beam_shape, supports_m
from steady.structures.pavilion.spec import PavilionSpec
from steady.value_objects import value_object

SIZES = (
    Sized(key="long", what="over the beams, along the front", field="beams_m"),
    Sized(key="deep", what="over the beams, front to back", field="deep_m"),
    Sized(key="top", what="beams' top above the floor", field="beam_top_m", within_m=HEIGHT_M),
)
"""What is measured of its frame before hips and rafters are cut."""
OUT_OF_SQUARE_M = 0.1
"""A square frame as measured may be so much longer one way: its ring is then as much longer [our own]."""
POINT_M = 0.05
"""A ridge shorter than this is a point: the hips meet on one block [our own]."""
LEAST_JACK_M = 0.1524
"""A jack shorter than this is left out: it holds nothing, and splits [our own]."""
SEAT_LEAST_M = 0.038
"""A rafter bears on so much at least. Source: IRC R802.6 (from memory, high); elsewhere common practice."""
END_M = 0.05
"""A purlin stands within so much of either end of the sheets [common practice]."""


@value_object
class PavilionTimbers:
    """The sticks that a pavilion is made of."""

    post: SectionItem
    beam: SectionItem
    rafter: SectionItem
    hip: SectionItem
    ring: SectionItem
    purlin: SectionItem
    brace: SectionItem
    sheet: SectionItem
    leg: SectionItem
    boxed: Boxed | None = None


@value_object
class Sloping:
    """A common or a jack: which side, how far along it, how far in its upper end stands on plan, and which hand (0: common)."""

    side: RoofSide
    x_m: float
    in_m: float
    hand: int


@value_object
class PavilionLayout:
    """Everything laid out. Heights in metres above the floor; angles in radians.

    `above_m`: the rafters' upper edge over the beam's top at its outer face; `dropped_m`: how far a hip lies under the planes;
    `backing_rad`: how its top edge is planed toward the front or back, and toward an end; `backed_m`: what that takes at its
    edges.
    """

    timber: PavilionTimbers
    frame: RoofFrame
    sides: tuple[RoofSide, ...]
    above_m: float
    hip_rad: float
    hip_plan_rad: float
    dropped_m: float
    backing_rad: tuple[float, float]
    backed_m: float
    rafters: tuple[Sloping, ...]
    left_out: int
    spacing_m: float
    peak_m: float
    raised: Raised | None = None
    hip_plies: int = 1

    def seat_of(self, side: RoofSide) -> SeatCut:
        """A common's or jack's seat on its beam: all stand as high over the plate, so that a flatter side's is cut less."""
        return seat(self.timber.rafter.width_m, side.pitch_rad, self.above_m)

    @property
    def hip_seat(self) -> SeatCut:
        """A hip's, over the corner of the beams' outer faces."""
        return seat(self.timber.hip.width_m, self.hip_rad, self.above_m - self.dropped_m)

    @property
    def high_m(self) -> float:
        """Its highest point."""
        return self.raised.peak_m if self.raised is not None else self.peak_m

    @property
    def all_sides(self) -> tuple[RoofSide, ...]:
        """Its own sides, then those of the raised centre."""
        return (*self.sides, *(self.raised.sides if self.raised is not None else ()))

    @property
    def ridge_side(self) -> RoofSide:
        """The first side that comes up to the ridge: the front, unless the ridge runs from front to back."""
        return max(self.sides[:2], key=lambda side: side.top_m)

    @property
    def ridge_m(self) -> float:
        """Length of the ridge (the ring's longer side where there is a ring)."""
        return self.ridge_side.top_m

    @property
    def run_m(self) -> float:
        """Level from the beam of the ridge's side to ring or ridge."""
        return self.ridge_side.run_m

    @property
    def ring(self) -> bool:
        """Whether the hips meet a ring."""
        return self.sides[0].top_m > 1e-9 and self.sides[1].top_m > 1e-9

    @property
    def ridge(self) -> bool:
        """Whether they meet a ridge; else they meet at a point."""
        return not self.ring and self.ridge_m > POINT_M

    @property
    def plan_m2(self) -> float:
        """The roof on plan, eave to eave, without the ring's hole, with the small roof over it."""
        first, second = self.sides[0], self.sides[1]
        hole = first.top_m * second.top_m if self.ring else 0.0
        return first.eave_m * second.eave_m - hole + (self.raised.plan_m2 if self.raised is not None else 0.0)


def timber_of(spec: PavilionSpec) -> PavilionTimbers:
    """The sticks. Raises InvalidInputError: the yard has no such stick."""
    rafter = stick(spec.rafter, "joist", "rafter")
    beam = stick(spec.beam, "joist rail", "beam")
    boxed = None
    if spec.web:
        boxed = fits(
            Boxed(
                flange=beam,
                web=stick(spec.web, "web", "web"),
                webs=spec.webs,
                web_e_pa=spec.web_e_pa,
                web_g_pa=spec.web_g_pa,
                web_shear_pa=spec.web_shear_pa,
                nails_m=spec.web_nails_m,
                sheet_m=spec.web_sheet_m,
            )
        )
    return PavilionTimbers(
        post=stick(spec.post, "post", "post"),
        beam=beam if boxed is None else boxed.as_stick(),
        boxed=boxed,
        rafter=rafter,
        hip=stick(spec.hip, "joist", "hip"),
        ring=stick(spec.ring, "joist", "ring"),
        purlin=stick(spec.purlin, "rail joist", "purlin"),
        brace=stick(spec.brace, "joist", "brace") if spec.brace else rafter,
        sheet=stick(spec.sheet, "sheet", "sheet"),
        leg=stick(spec.leg, "post", "leg"),
    )


def lay_out(spec: PavilionSpec) -> PavilionLayout:
    """Set it out.

    Raises:
        InvalidInputError: Sizes that leave no roof.
    """
    timber = timber_of(spec)
    sides = _sides(spec)
    front = sides[0]
    plan, hip, first, second = unequal_hip_rad(front.pitch_rad, sides[1].pitch_rad)
    hip_m = spec.hip_plies * timber.hip.thickness_m
    backed, edge = spec.hip_set == "backed", hip_m / 2 * math.tan(max(first, second))
    dropped = 0.0 if backed else edge
    pitches = (front.pitch_rad, sides[1].pitch_rad)
    mouth = birdsmouth(timber.rafter.width_m, front.pitch_rad, _seat_m(spec, timber, pitches, hip=(hip, dropped)))
    rafters, left_out, spacing = _rafters(spec, sides, hip_m)
    peak = spec.beam_top_m + mouth.above_plate_m + front.run_m * math.tan(front.pitch_rad)
    raised = None
    if spec.raised_m > 0:
        small = birdsmouth(timber.rafter.width_m, front.pitch_rad, ring_seat_m(spec, timber))
        above = mouth.above_plate_m, small.above_plate_m
        raised = raise_centre(spec, sides, peak, ring_deep_m=timber.ring.width_m, above_m=above)
    return PavilionLayout(
        timber=timber,
        frame=_frame(spec, timber, sides, raised=raised),
        sides=sides,
        above_m=mouth.above_plate_m,
        hip_rad=hip,
        hip_plies=spec.hip_plies,
        hip_plan_rad=plan,
        dropped_m=dropped,
        backing_rad=(first, second),
        backed_m=edge if backed else 0.0,
        rafters=rafters,
        left_out=left_out,
        spacing_m=spacing,
        peak_m=peak,
        raised=raised,
    )


def _seat_m(
    spec: PavilionSpec, timber: PavilionTimbers, pitches: tuple[float, float], *, hip: tuple[float, float]
) -> float:
    """The commons' level seat: as wished, but shorter where it would cut away more than a third of a common or of the hip.

    Args:
        pitches: Of front and ends; `hip`: the hip's, and how far it is let down.

    Source: practice, a third of the depth; never less than `SEAT_LEAST_M`, where a check then says that it is too deep.
    """
    first, (hip_rad, dropped_m) = pitches[0], hip
    needs = [2 / 3 * timber.rafter.width_m / math.cos(pitch) for pitch in pitches]
    needs.append(2 / 3 * timber.hip.width_m / math.cos(hip_rad) + dropped_m)
    most_m = (timber.rafter.width_m / math.cos(first) - max(needs)) / math.tan(first)
    return min(spec.seat_m, max(most_m, SEAT_LEAST_M))


def hip_length_m(layout: PavilionLayout, side: RoofSide | None = None) -> tuple[float, float]:
    """A hip from its eave's corner to ring or ridge: along its top, and the level length of it. `side`: not of the front."""
    one = layout.sides[0] if side is None else side
    level = math.hypot(one.end_m + one.side_past_m, one.run_m + one.past_m)
    return level / math.cos(layout.hip_rad), level


def over_m(side: RoofSide, up_m: float) -> tuple[float, float]:
    """Where a level line so far up a side's slope begins and ends along the side."""
    level = up_m * math.cos(side.pitch_rad)
    share = level / (side.run_m + side.past_m)
    inward = share * (side.end_m + side.side_past_m)
    return -side.side_past_m + inward, side.long_m + side.side_past_m - inward


def ring_seat_m(spec: PavilionSpec, timber: PavilionTimbers) -> float:
    """Seat of a small roof's rafters: all of its ring's thickness at most."""
    return min(spec.seat_m, timber.ring.thickness_m)


def _sides(spec: PavilionSpec) -> tuple[RoofSide, ...]:
    """Four sides, front first, each seen from outside. The ends' pitch sets how far along the hips run."""
    w, d, a1 = spec.beams_m, spec.deep_m, spec.pitch_rad
    a2 = spec.end_pitch_rad if spec.end_pitch_rad is not None else a1
    if spec.ring_m > 0:
        if abs(w - d) > OUT_OF_SQUARE_M or abs(a1 - a2) > 1e-6:
            raise InvalidInputError(
                "ring_m", "A centre ring stands on a square roof of one pitch: leave it out for a ridge"
            )
        if spec.ring_m >= min(w, d) - 0.6:
            raise InvalidInputError("ring_m", "The ring is nearly as wide as the roof: make it smaller")
        run = end = (min(w, d) - spec.ring_m) / 2
    else:
        steeper = math.tan(a1) / math.tan(a2)
        # The sides that meet first make the ridge; the other two end at it.
        run, end = (d / 2, d / 2 * steeper) if d * steeper <= w else (w / 2 / steeper, w / 2)
    past2 = spec.past_m * math.tan(a1) / math.tan(a2)
    long = {"long_m": w, "run_m": run, "end_m": end, "pitch_rad": a1, "past_m": spec.past_m, "side_past_m": past2}
    short = {"long_m": d, "run_m": end, "end_m": run, "pitch_rad": a2, "past_m": past2, "side_past_m": spec.past_m}
    return (
        RoofSide(name="front", corner=(0.0, 0.0), along=(1.0, 0.0), up=(0.0, 1.0), **long),
        RoofSide(name="right", corner=(w, 0.0), along=(0.0, 1.0), up=(-1.0, 0.0), **short),
        RoofSide(name="back", corner=(w, d), along=(-1.0, 0.0), up=(0.0, -1.0), **long),
        RoofSide(name="left", corner=(0.0, d), along=(0.0, -1.0), up=(1.0, 0.0), **short),
    )


def _rafters(spec: PavilionSpec, sides: tuple[RoofSide, ...], hip_m: float) -> tuple[tuple[Sloping, ...], int, float]:
    """Commons along ring or ridge, jacks from there to the corners in both hands; the shortest are left out."""
    found: list[Sloping] = []
    left_out, widest = 0, 0.0
    for side in sides:
        top, s = side.top_m, spec.rafter_spacing_m
        if top > POINT_M:
            gaps = max(1, math.ceil(top / s - 1e-9))
            step = top / gaps
            commons = [side.end_m + k * step for k in range(gaps + 1)]
        else:
            step, commons = s, [side.long_m / 2]
        widest = max(widest, step if top > POINT_M else 0.0, s)
        found += [Sloping(side=side, x_m=x, in_m=side.run_m, hand=0) for x in commons]
        # Along the side a hip falls back by its own run over the side's; half its thickness comes off at that angle.
        per_m = side.run_m / side.end_m
        off = hip_m / 2 * math.hypot(side.end_m, side.run_m) / side.end_m
        for hand, start, way in ((-1, commons[0], -1.0), (1, commons[-1], 1.0)):
            from_corner = start if hand < 0 else side.long_m - start
            k = 1
            while k * s < from_corner - 1e-9:
                in_m = (from_corner - k * s) * per_m - off
                if in_m >= LEAST_JACK_M:
                    found.append(Sloping(side=side, x_m=start + way * k * s, in_m=in_m, hand=hand))
                else:
                    left_out += 1
                k += 1
    return tuple(found), left_out, widest


def _posts(spec: PavilionSpec, sides: tuple[RoofSide, ...], half_m: float) -> tuple[RoofPost, ...]:
    """Two corners of front and back with what stands between them, then what stands between the corners of either end."""
    found: list[RoofPost] = []
    for line, y in ((1, half_m), (2, spec.deep_m - half_m)):
        inner = [
            RoofPost(id=f"beam-{line}-mid-{k}", line=line, x_m=x, y_m=y)
            for k, x in enumerate(supports_m(sides[0], half_m, spec.middle_posts)[1:-1], start=1)
        ]
        ends = [
            RoofPost(id=f"beam-{line}-{k}", line=line, x_m=x, y_m=y)
            for k, x in ((1, half_m), (2, spec.beams_m - half_m))
        ]
        found += [ends[0], *inner, ends[1]]
    for line, x in ((3, spec.beams_m - half_m), (4, half_m)):
        found += [
            RoofPost(id=f"beam-{line}-mid-{k}", line=line, x_m=x, y_m=y)
            for k, y in enumerate(supports_m(sides[1], half_m, spec.middle_posts)[1:-1], start=1)
        ]
    return tuple(found)


def _shares_m(
    sides: tuple[RoofSide, ...], posts: tuple[RoofPost, ...], of: tuple[float, float], *, width_m: float
) -> dict[str, float]:
    """What comes down on each post, as metres of a line's width: the beams' own reactions, and at a corner its hip.

    Args:
        of: Half a post's width (m), and the raised centre's roof on plan (m2).

    Source: statics of beams that run on over their posts; a hip brings its jacks and a quarter of what ring or ridge carries.
    """
    (half_m, raised_m2), front, right = of, sides[0], sides[1]
    hip_m2 = front.run_m * front.end_m / 2 + (front.top_m * front.run_m + right.top_m * right.run_m + raised_m2) / 4
    between = sum(post.line == 1 for post in posts) - 2
    held: dict[str, float] = {}
    for line, side in ((1, front), (3, right)):
        run = ContinuousMember(length_m=side.long_m, supports_m=supports_m(side, half_m, between))
        reactions = run.reactions_under_n(beam_shape(side, 1.0))
        held["corner"] = held.get("corner", hip_m2) + reactions[0]
        held |= {f"{line}-mid-{k}": area for k, area in enumerate(reactions[1:-1], start=1)}
    areas = {
        post.id: held[f"{(post.line - 1) // 2 * 2 + 1}{post.id[6:]}" if "-mid-" in post.id else "corner"]
        for post in posts
    }
    whole = width_m * 2 * front.long_m
    return {name: area / sum(areas.values()) * whole / width_m for name, area in areas.items()}


def _frame(
    spec: PavilionSpec, timber: PavilionTimbers, sides: tuple[RoofSide, ...], *, raised: Raised | None
) -> RoofFrame:
    plies = spec.plies if timber.boxed is None else 1
    inset, half = plies * timber.beam.thickness_m / 2, timber.post.width_m / 2
    lines = (inset, spec.deep_m - inset)
    posts = _posts(spec, sides, half)
    front, right = sides[0], sides[1]
    hole = front.top_m * right.top_m if front.top_m > 1e-9 and right.top_m > 1e-9 else 0.0
    hole -= raised.plan_m2 if raised is not None else 0.0
    # Every post carries a quarter of the roof: half of it on either long beam, evenly, comes to the same.
    width = (front.eave_m * right.eave_m - hole) / 2 / spec.beams_m
    return RoofFrame(
        me=spec.id,
        beams_m=spec.beams_m,
        high_m=spec.beam_top_m - timber.beam.width_m,
        lines_m=lines,
        widths_m=(width, width),
        posts=posts,
        shares_m=_shares_m(sides, posts, (half, raised.plan_m2 if raised is not None else 0.0), width_m=width)
        if spec.middle_posts
        else {},
        beam_past_m=half,
        post=timber.post,
        beam=timber.beam,
        brace=timber.brace,
        plies=plies,
        boxed=timber.boxed,
        seat="on top",
        upright=spec.upright,
        four_sided=True,
        brace_m=spec.brace_m,
        on_house=False,
        wet=spec.wet,
        gravel_m=spec.gravel_m,
        pier_above_m=spec.pier_above_m,
        pier_width_m=spec.pier_width_m,
        footing_depth_m=spec.footing_depth_m,
        slab=spec.slab if spec.stands == "slab" else None,
    )


def roof_z_m(spec: PavilionSpec, layout: PavilionLayout, side: RoofSide, *, in_m: float) -> float:
    """Upper edge of a side's rafters so far in from the beam's outer face."""
    return spec.beam_top_m + side.lift_m + layout.above_m + in_m * math.tan(side.pitch_rad)


def sheet_side(side: RoofSide, cover_m: float, sides: int) -> SheetedSide:
    """A side as its sheets are ordered."""
    return SheetedSide(eave_m=side.eave_m, slope_m=side.slope_m, cover_m=cover_m, top_m=side.top_m, sides=sides)


def side_strips(side: RoofSide, cover_m: float) -> tuple[SheetStrip, ...]:
    """Sheets of one side from its left, each as long as its greatest height."""
    return strips(sheet_side(side, cover_m, 1))


def purlins_m(side: RoofSide, most_m: float) -> tuple[float, ...]:
    """Purlins of one side, up the slope from its eave: even gaps, one near either end. Source: geometry; practice."""
    reach = side.slope_m - 2 * END_M
    gaps = max(1, math.ceil(reach / most_m - 1e-9))
    return tuple(END_M + reach * k / gaps for k in range(gaps + 1))
