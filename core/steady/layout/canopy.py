"""Lengths of roofs over a terrace: members in line, slats in a bay, the level chain of a lean-to, ring and jacks of a hip roof.

Lengths in m, angles in rad.
"""

import math
from collections.abc import Sequence
from typing import Literal

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.layout.roofs import pitched
from steady.value_objects import value_object

Face = Literal["near face", "centre", "far face"]


@value_object
class Members:
    """Members alike along a line: centre to centre, clear between, and where the first one's near face lies."""

    count: int
    spacing_m: float
    gap_m: float
    length_m: float
    thickness_m: float
    inset_m: float

    def at_m(self, mark: int, to: Face = "centre") -> float:
        """A member's mark from one datum, not gap by gap.

        Raises:
            InvalidInputError: There is no such member.
        """
        if not 1 <= mark <= self.count:
            raise InvalidInputError("mark", f"must be from 1 to {self.count}")
        near_m = self.inset_m + (mark - 1) * self.spacing_m
        return near_m + {"near face": 0.0, "centre": self.thickness_m / 2, "far face": self.thickness_m}[to]


def members(
    length_m: float, thickness_m: float, inset_m: float = 0.0, *, most_m: float | None = None, count: int | None = None
) -> Members:
    """Members in a line, outer faces at the insets: as few as keep the spacing wished, or a count.

    Raises:
        InvalidInputError: A size that cannot be.

    Source: geometry, n = ceil((L − 2 i − t) / most) + 1.
    """
    above_zero(length=length_m, thickness=thickness_m)
    not_below_zero(inset=inset_m)
    clear_m = length_m - 2 * inset_m - thickness_m
    if not clear_m > 0:
        raise InvalidInputError("length", "leaves no room between the outer members")
    if count is None:
        if most_m is None or not most_m > 0:
            raise InvalidInputError("spacing_most", "is needed, above 0, or a count")
        count = math.ceil(clear_m / most_m - 1e-9) + 1
    if not 2 <= count <= 5000:
        raise InvalidInputError("count", "must be from 2 to 5000")
    spacing_m = clear_m / (count - 1)
    if spacing_m < thickness_m:
        raise InvalidInputError("count", "more members than fit side by side")
    return Members(
        count=count,
        spacing_m=spacing_m,
        gap_m=spacing_m - thickness_m,
        length_m=length_m,
        thickness_m=thickness_m,
        inset_m=inset_m,
    )


@value_object
class Slats:
    """Slats of one bay: clear gap, gap at both ends, share covered from straight above."""

    count: int
    gap_m: float
    end_gap_m: float
    cover: float
    pitch_m: float

    def at_m(self, mark: int) -> float:
        """Near face of a slat. Raises InvalidInputError: there is no such slat."""
        if not 1 <= mark <= self.count:
            raise InvalidInputError("mark", f"must be from 1 to {self.count}")
        return self.end_gap_m + (mark - 1) * self.pitch_m


def slats_in_bay(
    bay_m: float, width_m: float, *, count: int | None = None, cover: float | None = None, gap_m: float | None = None
) -> Slats:
    """Whole slats in a clear bay, by count, by cover or by gap.

    By count or cover all gaps are alike, the ends too; by gap as many as fit, and both ends share what is left.

    Raises:
        InvalidInputError: Not one of the three, or slats that do not fit.

    Source: geometry.
    """
    above_zero(bay=bay_m, slat_width=width_m)
    if sum(item is not None for item in (count, cover, gap_m)) != 1:
        raise InvalidInputError("count", "give one of count, cover and gap")
    if gap_m is not None:
        above_zero(gap=gap_m)
        many = math.floor((bay_m + gap_m) / (width_m + gap_m) + 1e-9)
        if many < 1:
            raise InvalidInputError("bay", "is narrower than one slat")
        end_m = (bay_m - many * width_m - (many - 1) * gap_m) / 2
        return Slats(count=many, gap_m=gap_m, end_gap_m=end_m, cover=many * width_m / bay_m, pitch_m=width_m + gap_m)
    if cover is not None:
        if not 0 < cover <= 1:
            raise InvalidInputError("cover", "must be above 0 and at most 1")
        count = math.ceil(cover * bay_m / width_m - 1e-9)
    assert count is not None
    if count < 1 or count * width_m > bay_m + 1e-9:
        raise InvalidInputError("count", "must be at least 1, and no more than fit side by side")
    even_m = max(0.0, bay_m - count * width_m) / (count + 1)
    return Slats(count=count, gap_m=even_m, end_gap_m=even_m, cover=count * width_m / bay_m, pitch_m=width_m + even_m)


@value_object
class LevelChain:
    """Levels of a lean-to above its datum, from the beam's bottom to the roof at the wall (m)."""

    drop_m: float
    roof_at_beam_m: float
    roof_at_wall_m: float
    ledger_top_m: float
    ledger_bottom_m: float
    beam_bottom_m: float
    soffit_line_m: float
    pack_beam_m: float
    pack_ledger_m: float
    soffit_face_m: float
    fascia_bottom_m: float
    fascia_past_soffit_m: float
    bracket_shows_m: float
    head_room_m: float


@value_object
class LeanTo:
    """What a lean-to's levels follow from: depth from the ledger's to the beam's outer face, and the sizes of its pieces.

    `seat_m`: how far in from the beam's outer face the rafters' seats run, level; 0: they touch its outer edge alone.
    """

    depth_m: float
    pitch_rad: float
    beam_top_m: float
    beam_depth_m: float
    ledger_depth_m: float
    rafter_depth_m: float
    hung: bool = False
    soffit_m: float = 0.0
    bracket_m: float = 0.0
    fascia_m: float = 0.0
    floor_m: float = 0.0
    seat_m: float = 0.0


def level_chain(roof: LeanTo) -> LevelChain:
    """Every level of a lean-to, before its ledger is fixed.

    Rafters laid on both: the ledger's top is the beam's and the drop; hung from the ledger: a rafter's plumb depth more. The
    lower of beam and ledger sets the soffit; the other is packed down to it.

    Source: geometry.
    """
    above_zero(
        depth=roof.depth_m,
        beam_top=roof.beam_top_m,
        beam_depth=roof.beam_depth_m,
        ledger_depth=roof.ledger_depth_m,
        rafter_depth=roof.rafter_depth_m,
    )
    not_below_zero(soffit=roof.soffit_m, bracket=roof.bracket_m, fascia=roof.fascia_m)
    pitched(pitch=roof.pitch_rad)
    drop_m = roof.depth_m * math.tan(roof.pitch_rad)
    plumb_m = roof.rafter_depth_m / math.cos(roof.pitch_rad) - roof.seat_m * math.tan(roof.pitch_rad)
    at_beam_m = roof.beam_top_m + plumb_m
    ledger_top_m = roof.beam_top_m + drop_m + (plumb_m if roof.hung else 0.0)
    ledger_bottom_m, beam_bottom_m = ledger_top_m - roof.ledger_depth_m, roof.beam_top_m - roof.beam_depth_m
    line_m = min(ledger_bottom_m, beam_bottom_m)
    face_m = line_m - roof.soffit_m
    fascia_m = at_beam_m - roof.fascia_m
    bracket_m = beam_bottom_m - roof.bracket_m
    low_m = min(face_m, bracket_m, fascia_m) if roof.fascia_m else min(face_m, bracket_m)
    return LevelChain(
        drop_m=drop_m,
        roof_at_beam_m=at_beam_m,
        roof_at_wall_m=at_beam_m + drop_m,
        ledger_top_m=ledger_top_m,
        ledger_bottom_m=ledger_bottom_m,
        beam_bottom_m=beam_bottom_m,
        soffit_line_m=line_m,
        pack_beam_m=beam_bottom_m - line_m,
        pack_ledger_m=ledger_bottom_m - line_m,
        soffit_face_m=face_m,
        fascia_bottom_m=fascia_m,
        fascia_past_soffit_m=face_m - fascia_m,
        bracket_shows_m=max(0.0, face_m - bracket_m),
        head_room_m=low_m - roof.floor_m,
    )


@value_object
class CentreRing:
    """A square hip roof about a centre ring (m): `above`: top edge over the beam at its outer face; `prop`: floor to ring."""

    run_m: float
    rise_m: float
    common_m: float
    hip_m: float
    above_m: float
    ring_top_m: float
    prop_m: float


@value_object
class RingRoof:
    """What a ring's height follows from: the square over the beams' outer faces, and the sizes of ring and rafter."""

    width_m: float
    ring_m: float
    pitch_rad: float
    rafter_depth_m: float
    seat_m: float
    ring_depth_m: float
    beam_top_m: float


def centre_ring(roof: RingRoof) -> CentreRing:
    """Run, rise and lengths from the beam's outer face to the ring's face, and the prop under the ring.

    Source: geometry.
    """
    above_zero(
        width=roof.width_m,
        ring=roof.ring_m,
        rafter_depth=roof.rafter_depth_m,
        ring_depth=roof.ring_depth_m,
        beam_top=roof.beam_top_m,
    )
    not_below_zero(seat=roof.seat_m)
    pitched(pitch=roof.pitch_rad)
    if roof.ring_m >= roof.width_m:
        raise InvalidInputError("ring", "is wider than the roof")
    run_m = (roof.width_m - roof.ring_m) / 2
    rise_m, common_m = run_m * math.tan(roof.pitch_rad), run_m / math.cos(roof.pitch_rad)
    above_m = roof.rafter_depth_m / math.cos(roof.pitch_rad) - roof.seat_m * math.tan(roof.pitch_rad)
    if not above_m > 0:
        raise InvalidInputError("seat", "cuts the rafter through")
    top_m = roof.beam_top_m + above_m + rise_m
    return CentreRing(
        run_m=run_m,
        rise_m=rise_m,
        common_m=common_m,
        hip_m=math.hypot(common_m, run_m),
        above_m=above_m,
        ring_top_m=top_m,
        prop_m=top_m - roof.ring_depth_m,
    )


def jack_set(
    run_m: float, pitch_rad: float, spacing_m: float, *, hip_m: float = 0.0, first_m: float | None = None
) -> tuple[float, ...]:
    """Lengths of a hip's jacks to the hip's face, longest first.

    Raises:
        InvalidInputError: A size that cannot be, or no jack at all.

    Source: geometry: each s / cos a shorter; half the hip's thickness at 45 degrees comes off.
    """
    above_zero(run=run_m, spacing=spacing_m)
    not_below_zero(hip_thickness=hip_m)
    pitched(pitch=pitch_rad)
    start_m = spacing_m if first_m is None else first_m
    not_below_zero(first=start_m)
    off_m = hip_m / 2 * math.sqrt(2)
    lengths: list[float] = []
    while len(lengths) < 2000:
        level_m = run_m - start_m - len(lengths) * spacing_m - off_m
        if level_m <= 1e-9:
            break
        lengths.append(level_m / math.cos(pitch_rad))
    if not lengths:
        raise InvalidInputError("spacing", "leaves room for no jack")
    return tuple(lengths)


@value_object
class UnequalJack:
    """Jacks on the first side of a hip between two pitches: how much each is shorter, what the hip takes off, level eaves."""

    difference_m: float
    deduct_m: float
    edge_bevel_rad: float
    overhang_2_m: float


def unequal_jack(
    first_rad: float, second_rad: float, spacing_m: float, *, hip_m: float = 0.0, overhang_m: float = 0.0
) -> UnequalJack:
    """Source: geometry, by vectors: tan d1 = tan a2 / tan a1 in plan; eaves are level where o2 = o1 tan a1 / tan a2."""
    above_zero(spacing=spacing_m)
    not_below_zero(hip_thickness=hip_m, overhang_1=overhang_m)
    pitched(pitch_1=first_rad, pitch_2=second_rad)
    tangent = math.tan(second_rad) / math.tan(first_rad)
    cosine = math.cos(first_rad)
    return UnequalJack(
        difference_m=spacing_m * tangent / cosine,
        deduct_m=hip_m / 2 * math.hypot(1.0, tangent) / cosine,
        edge_bevel_rad=math.atan(cosine / tangent),
        overhang_2_m=overhang_m / tangent,
    )


@value_object
class TailCut:
    """A straight tapered tail: angle from the edge, length of the cut."""

    angle_rad: float
    cut_m: float


def tail_cut(depth_m: float, left_m: float, length_m: float) -> TailCut:
    """Source: geometry."""
    above_zero(depth=depth_m, left=left_m, length=length_m)
    if left_m > depth_m:
        raise InvalidInputError("left", "is more than the piece is deep")
    return TailCut(angle_rad=math.atan2(depth_m - left_m, length_m), cut_m=math.hypot(depth_m - left_m, length_m))


def tail_ordinate_m(depth_m: float, left_m: float, length_m: float, *, station_m: float) -> float:
    """Depth left at a station from the tip. Source: geometry."""
    tail_cut(depth_m, left_m, length_m)
    if not 0 <= station_m <= length_m:
        raise InvalidInputError("station", "must lie on the cut, from its tip")
    return left_m + (depth_m - left_m) * station_m / length_m


@value_object
class Laminated:
    """Plies centred on each other: area, second moments (m⁴); `weak_loose`: each ply on its own, which is what is credited."""

    area_m2: float
    strong_m4: float
    weak_loose_m4: float
    weak_solid_m4: float
    modulus_strong_m3: float
    reveal_m: float
    thickness_m: float
    pocket_m: float


def laminated(thicknesses_m: Sequence[float], widths_m: Sequence[float]) -> Laminated:
    """A post of plies of any widths, side by side.

    Raises:
        InvalidInputError: Lists of different lengths, or a size that cannot be.

    Source: geometry; plies on their own across the joints, as nothing stiff joins them.
    """
    if len(thicknesses_m) != len(widths_m) or not 1 <= len(widths_m) <= 12:
        raise InvalidInputError("widths", "one width for each thickness, 1 to 12 plies")
    above_zero(**{f"thicknesses/{n}": t for n, t in enumerate(thicknesses_m)})
    above_zero(**{f"widths/{n}": w for n, w in enumerate(widths_m)})
    plies = list(zip(thicknesses_m, widths_m, strict=True))
    whole_m = math.fsum(thicknesses_m)
    area = math.fsum(t * w for t, w in plies)
    middles = [math.fsum(thicknesses_m[:n]) + t / 2 for n, t in enumerate(thicknesses_m)]
    centre = math.fsum(t * w * y for (t, w), y in zip(plies, middles, strict=True)) / area
    loose = math.fsum(w * t**3 / 12 for t, w in plies)
    solid = loose + math.fsum(t * w * (y - centre) ** 2 for (t, w), y in zip(plies, middles, strict=True))
    strong = math.fsum(t * w**3 / 12 for t, w in plies)
    narrow = min(range(len(plies)), key=lambda n: widths_m[n])
    return Laminated(
        area_m2=area,
        strong_m4=strong,
        weak_loose_m4=loose,
        weak_solid_m4=solid,
        modulus_strong_m3=strong / (max(widths_m) / 2),
        reveal_m=(max(widths_m) - min(widths_m)) / 2,
        thickness_m=whole_m,
        pocket_m=thicknesses_m[narrow] if max(widths_m) > min(widths_m) else 0.0,
    )


WEB_APART_M = 0.6
"""Joints of different webs lie at least so far apart [common practice for plywood-web beams]."""


@value_object
class WebJoints:
    """Joints of each web from one end, and the least distance between joints of different webs; None: there are none."""

    joints_m: tuple[tuple[float, ...], ...]
    stagger_m: float | None

    @property
    def possible(self) -> bool:
        """Whether every joint is far enough from those of the other webs."""
        return self.stagger_m is None or self.stagger_m >= WEB_APART_M - 1e-9


def web_joints(length_m: float, sheet_m: float, webs: int) -> WebJoints:
    """Joints of a beam's webs out of the middle third, those of different webs as far apart as can be.

    Raises:
        InvalidInputError: No web, or a beam longer than three sheets with their joints in its outer thirds reach.

    Source: geometry.
    """
    above_zero(length=length_m, sheet=sheet_m)
    if not 1 <= webs <= 6:
        raise InvalidInputError("webs", "must be from 1 to 6")
    if sheet_m >= length_m:
        return WebJoints(joints_m=tuple(() for _ in range(webs)), stagger_m=None)
    third_m = length_m / 3
    if sheet_m >= 2 * third_m - 1e-9:
        # One joint a web, in either outer third.
        halves = ((length_m - sheet_m, third_m), (2 * third_m, sheet_m))
        apart_m, at = _spread(halves, webs)
        return WebJoints(joints_m=tuple((x,) for x in at), stagger_m=apart_m if webs > 1 else None)
    low_m, high_m = max(2 * third_m - sheet_m, length_m - 2 * sheet_m), min(third_m, sheet_m)
    first_m = max(2 * third_m, length_m - sheet_m)
    if high_m < low_m - 1e-9 or first_m > high_m + sheet_m + 1e-9:
        raise InvalidInputError("sheet", "is too short for this beam: no joints out of its middle third reach")
    start_m = max(low_m, first_m - sheet_m)
    room_m = min(high_m - start_m, length_m - first_m)
    step_m = room_m / (webs - 1) if webs > 1 else 0.0
    pairs = tuple((start_m + k * step_m, first_m + k * step_m) for k in range(webs))
    return WebJoints(joints_m=pairs, stagger_m=step_m if webs > 1 else None)


def _spread(spans: Sequence[tuple[float, float]], count: int) -> tuple[float, list[float]]:
    """Points in two spans, the least distance between any two as great as can be: by halving."""

    def placed(apart_m: float) -> list[float]:
        found: list[float] = []
        for low_m, high_m in spans:
            at_m = max(low_m, found[-1] + apart_m) if found else low_m
            while at_m <= high_m + 1e-12 and len(found) < count:
                found.append(at_m)
                at_m += apart_m
        return found

    low_m, high_m = 1e-6, spans[-1][1] - spans[0][0] + 1e-6
    some = placed(low_m)
    if len(some) < count:
        # More webs than places: two joints fall on one.
        return 0.0, [some[k % len(some)] for k in range(count)]
    for _ in range(60):
        middle_m = (low_m + high_m) / 2
        if len(placed(middle_m)) >= count:
            low_m = middle_m
        else:
            high_m = middle_m
    return low_m, placed(low_m)


def piece_kg(thickness_m: float, width_m: float, length_m: float, *, density_kg_per_m3: float, plies: int = 1) -> float:
    """Mass of a piece as it is lifted. Source: geometry."""
    above_zero(thickness=thickness_m, width=width_m, length=length_m, density=density_kg_per_m3, plies=plies)
    return thickness_m * width_m * length_m * density_kg_per_m3 * plies


def run_off_m3(area_m2: float, rain_m: float) -> float:
    """Water off a roof in the hour in which so much rain falls. Source: geometry; the gutter's capacity is its maker's."""
    above_zero(area=area_m2)
    not_below_zero(rain=rain_m)
    return area_m2 * rain_m
