"""A pavilion's pieces with their places and cuts: beams, hips, commons and jacks in both hands, ring or ridge, sheets."""

import itertools
import math
from typing import Literal

from steady.catalog.items import SectionItem
from steady.catalog.purchasing import PurchasingSettings
from steady.layout.sheet_nesting import SheetStrip
from steady.plan.connectors import limits_n
from steady.plan.model import Cut, Part, PartPlacement, Vec
from steady.structures.built_up_posts import SCREWED_EVERY_M
from steady.structures.canopy.box_beams import add_box
from steady.structures.canopy.pieces import add_frame
from steady.structures.joints.peak import screws_a_hip
from steady.structures.part_grouping import ACROSS, UP, Grouper, Sawn
from steady.structures.pavilion.checks import PavilionResult
from steady.structures.pavilion.layout import (
    PavilionLayout,
    Sloping,
    hip_length_m,
    over_m,
    purlins_m,
    ring_seat_m,
    roof_z_m,
    side_strips,
)
from steady.structures.pavilion.roof_planes import RoofSide
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.structure_type import DesignInput

SCREWS_A_CROSSING = 2
SHEET_SCREWS_A_M = 4
"""Screws of a metre of purlin, on either side of each rib [common practice; the maker's table decides]."""
LEAST_PURLIN_M = 0.3
CAP_M = 3.048


def build(case: DesignInput, found: PavilionResult) -> tuple[tuple[Part, ...], list[str]]:
    """Every piece, and what cannot be cut from what is on sale."""
    spec: PavilionSpec = case.spec
    g, layout = Grouper(spec.id), found.layout
    clashes = add_frame(g, layout.frame, found.held.feet, yard=case.yard)
    clashes += _end_beams(g, spec, layout)
    _corner_straps(g, case, found)
    _top(g, spec, layout)
    _raised(g, spec, layout)
    _hips(g, spec, layout)
    _rafters(g, spec, layout)
    _purlins(g, spec, layout)
    clashes += _sheets(g, spec, layout, yard=case.yard)
    return g.parts(), list(dict.fromkeys(clashes))


def _end_beams(g: Grouper, spec: PavilionSpec, layout: PavilionLayout) -> list[str]:
    """Between the long beams, over the same posts; each end strapped to its neighbour."""
    stick, plies, box = layout.timber.beam, layout.frame.plies, layout.frame.boxed
    wide, clashes = plies * stick.thickness_m, list[str]()
    length, z = spec.deep_m - 2 * wide, spec.beam_top_m - stick.width_m / 2
    for line, x in ((3, spec.beams_m - wide / 2), (4, wide / 2)):
        if box is not None:
            named = f"{spec.id}/beam/{line}"
            place = PartPlacement(id=named, about=named, at=(x, wide, z), along=ACROSS, up=UP)
            clashes.append(add_box(g, box, named, place=place, length_m=length))
            continue
        for ply in range(plies):
            off = (ply - (plies - 1) / 2) * stick.thickness_m
            place = PartPlacement(
                id=f"{spec.id}/beam/{line}/{ply}",
                about=f"{spec.id}/beam/{line}",
                at=(x + off, wide, z),
                along=ACROSS,
                up=UP,
            )
            g.add("beam", stick, length, place=place)
    return [why for why in clashes if why]


def _corner_straps(g: Grouper, case: DesignInput, found: PavilionResult) -> None:
    """Two straps at each corner, one on each face of the beam; four where two do not hold the hips' thrust."""
    limits = limits_n("strap tie", case.book.key)
    thrust_n = max(found.hip.tie_x_n, found.hip.tie_y_n)
    straps = 2 if limits is None or thrust_n <= 2 * limits["up"] else 4
    z = case.spec.beam_top_m - found.layout.timber.beam.width_m / 2
    g.fix("lateral tie", 4 * straps, (0.0, 0.0, z), role="connector")


def _top(g: Grouper, spec: PavilionSpec, layout: PavilionLayout) -> None:
    """The ring's four pieces, mitred round its outside; or the ridge."""
    stick = layout.timber.ring
    z = layout.peak_m - stick.width_m / 2
    if layout.ring:
        _ring(g, layout, f"{spec.id}/ring", z=z)
        return
    if layout.ridge:
        side = layout.ridge_side
        x, y = side.at(side.end_m, side.run_m)
        place = PartPlacement(
            id=f"{spec.id}/ridge", about=f"{spec.id}/ridge", at=(x, y, z), along=(*side.along, 0.0), up=UP
        )
        g.add("ridge", stick, side.top_m, place=place)


def _ring(g: Grouper, layout: PavilionLayout, named: str, *, z: float) -> None:
    """Four pieces mitred round the ring's outside, their middle at a height: as long outside as the ring, inside by two less."""
    stick, mitre = layout.timber.ring, math.pi / 4
    for side in layout.sides:
        length = side.top_m - stick.thickness_m
        cuts = (
            Cut(end="start", kind="saw", at_m=0.0, mitre_rad=-mitre, bevel_rad=0.0),
            Cut(end="end", kind="saw", at_m=length, mitre_rad=mitre, bevel_rad=0.0),
        )
        x, y = side.at(side.end_m + stick.thickness_m / 2, side.run_m + stick.thickness_m / 2)
        place = PartPlacement(id=f"{named}/{side.name}", about=named, at=(x, y, z), along=(*side.along, 0.0), up=UP)
        g.add("ring", stick, length, place=place, sawn=Sawn(cuts, side.top_m))


def _raised(g: Grouper, spec: PavilionSpec, layout: PavilionLayout) -> None:
    """Legs in the ring's corners, notched onto both rings; the second ring; hips and one common a side of the small roof."""
    raised, stick, leg = layout.raised, layout.timber.rafter, layout.timber.leg
    if raised is None:
        return
    named, deep = f"{spec.id}/raised", layout.timber.ring.width_m
    _ring(g, layout, named, z=raised.ring_m - deep / 2)
    lap = (deep, layout.timber.ring.thickness_m)
    ends: tuple[tuple[Literal["start", "end"], float], ...] = (("start", 0.0), ("end", raised.leg_m - deep))
    cuts = tuple(
        Cut(end=end, kind="notch", at_m=at_m, mitre_rad=0.0, bevel_rad=0.0, size_m=lap)
        for end, at_m in ends
        for _ in range(2)  # both outer faces: the rings' pieces meet there
    )
    for side in raised.sides:
        x, y = side.at(leg.thickness_m / 2, leg.thickness_m / 2)
        ax, ay = side.along
        place = PartPlacement(
            id=f"{named}/leg/{side.name}", about=named, at=(x, y, raised.low_m), along=UP, up=(ax, ay, 0.0)
        )
        g.add("ring leg", leg, raised.leg_m, place=place, sawn=Sawn(cuts))
        _hip(g, spec, layout, side=side, ply=(stick, 0.0))
        _sloping(g, spec, layout, one=Sloping(side=side, x_m=side.long_m / 2, in_m=side.run_m, hand=0), name="raised")
    g.fix("rail screw", 16 * screws_a_hip(layout.timber.hip.width_m), (0.0, 0.0, raised.ring_m), role="screw")
    around = sum(side.long_m for side in raised.sides)
    g.fix("flashing 10 ft", math.ceil(around / CAP_M - 1e-9), (0.0, 0.0, layout.peak_m), role="flashing")


def _hips(g: Grouper, spec: PavilionSpec, layout: PavilionLayout) -> None:
    for side in layout.sides:
        for ply in range(spec.hip_plies):
            off_m = (ply - (spec.hip_plies - 1) / 2) * layout.timber.hip.thickness_m
            _hip(g, spec, layout, side=side, ply=(layout.timber.hip, off_m))
    if spec.hip_plies > 1:
        rows = math.ceil(hip_length_m(layout)[0] / SCREWED_EVERY_M) + 1
        g.fix("ply screw", 4 * 2 * rows * (spec.hip_plies - 1), (0.0, 0.0, layout.peak_m), role="screw")
    g.fix("rail screw", 4 * screws_a_hip(layout.timber.hip.width_m), (0.0, 0.0, layout.peak_m), role="screw")


def _hip(
    g: Grouper, spec: PavilionSpec, layout: PavilionLayout, *, side: RoofSide, ply: tuple[SectionItem, float]
) -> None:
    """Dropped under the planes of both sides; a double cheek at the top, plumb at the tail. `ply`: how far beside the line."""
    stick, off_m = ply
    h, cheek = layout.hip_rad, layout.hip_plan_rad
    length, _ = hip_length_m(layout, side if side.lift_m else None)
    cuts: tuple[Cut, ...] = (
        Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=h),
        Cut(end="end", kind="saw", at_m=length, mitre_rad=math.pi / 2 - cheek, bevel_rad=h),
    )
    seat = layout.hip_seat
    if not side.lift_m and seat.cut_m > 0:
        # Plumb over the corner of the beams' outer faces, level on both of them.
        at_m = math.hypot(side.past_m, side.side_past_m) / math.cos(h)
        notch = Cut(
            end="inside", kind="notch", at_m=at_m, mitre_rad=0.0, bevel_rad=h, size_m=(seat.cut_m, seat.level_m)
        )
        cuts = (cuts[0], notch, cuts[1])
    x, y = side.at(-side.side_past_m, -side.past_m)
    tx, ty = side.at(side.end_m, side.run_m)
    way = math.hypot(tx - x, ty - y)
    ux, uy = (tx - x) / way, (ty - y) / way
    low = roof_z_m(spec, layout, side, in_m=-side.past_m) - layout.dropped_m - stick.width_m / 2 / math.cos(h)
    c, s = math.cos(h), math.sin(h)
    place = PartPlacement(
        id=f"{spec.id}/hip/{side.name}" if off_m <= 0 else f"{spec.id}/hip/{side.name}/2",
        about=f"{spec.id}/raised" if side.lift_m else f"{spec.id}/hips",
        at=(x - uy * off_m, y + ux * off_m, low),
        along=(ux * c, uy * c, s),
        up=(-ux * s, -uy * s, c),
    )
    g.add("hip", stick, length, place=place, sawn=Sawn(cuts, length + stick.width_m * math.tan(h)))


def _rafters(g: Grouper, spec: PavilionSpec, layout: PavilionLayout) -> None:
    """Commons plumb at both ends; jacks with a side cut to their hip, left and right apart. All seated on their beam."""
    for number, one in enumerate(layout.rafters, start=1):
        _sloping(g, spec, layout, one=one, name=str(number))
    count = len(layout.rafters)
    g.fix("rafter tie", count, (0.0, 0.0, spec.beam_top_m), role="connector")
    g.fix("rail screw", 2 * SCREWS_A_CROSSING * count, (0.0, 0.0, layout.peak_m), role="screw")


def _sloping(g: Grouper, spec: PavilionSpec, layout: PavilionLayout, *, one: Sloping, name: str) -> None:
    stick, side, a = layout.timber.rafter, one.side, one.side.pitch_rad
    ring_m, seat = ring_seat_m(spec, layout.timber), layout.seat_of(side)
    size = (ring_m * math.sin(a), ring_m) if side.lift_m else (seat.cut_m, seat.level_m)
    length = (side.past_m + one.in_m) / math.cos(a)
    mitre = one.hand * side.jack_cut_rad
    cuts: tuple[Cut, ...] = (
        Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=a),
        Cut(end="end", kind="saw", at_m=length, mitre_rad=mitre, bevel_rad=a),
    )
    if size[0] > 0:
        notch = Cut(end="inside", kind="notch", at_m=side.past_m / math.cos(a), mitre_rad=0.0, bevel_rad=a, size_m=size)
        cuts = (cuts[0], notch, cuts[1])
    along, up, _ = side.slope()
    x, y = side.at(one.x_m, -side.past_m)
    z = roof_z_m(spec, layout, side, in_m=-side.past_m) - stick.width_m / 2 / math.cos(a)
    role = "rafter" if one.hand == 0 else "jack"
    about = f"{spec.id}/raised" if side.lift_m else f"{spec.id}/rafters"
    place = PartPlacement(id=f"{spec.id}/{role}/{side.name}/{name}", about=about, at=(x, y, z), along=along, up=up)
    g.add(role, stick, length, place=place, sawn=Sawn(cuts, length + stick.width_m * math.tan(a)))


def _on(side: RoofSide, spec: PavilionSpec, layout: PavilionLayout, *, at: tuple[float, float, float]) -> Vec:
    """A point along a side, up its slope from the eave, square over the rafters."""
    along_m, up_m, over = at
    slope, up, _ = side.slope()
    x, y = side.at(along_m, -side.past_m)
    z = roof_z_m(spec, layout, side, in_m=-side.past_m)
    return tuple(o + slope[i] * up_m + up[i] * over for i, o in enumerate((x, y, z)))  # type: ignore[return-value]


def _purlins(g: Grouper, spec: PavilionSpec, layout: PavilionLayout) -> None:
    stick, crossings = layout.timber.purlin, 0
    for side in layout.all_sides:
        _, up, level = side.slope()
        for number, s in enumerate(purlins_m(side, spec.purlin_spacing_m), start=1):
            begin, end = over_m(side, s)
            if end - begin < LEAST_PURLIN_M:
                continue
            out_m, cuts, slant_m = _at_hips(side, stick.width_m, stick.thickness_m, level_m=end - begin)
            place = PartPlacement(
                id=f"{spec.id}/purlin/{side.name}/{number}",
                about=f"{spec.id}/purlins",
                at=_on(side, spec, layout, at=(begin - out_m, s, stick.width_m / 2)),
                along=level,
                up=up,
            )
            length = end - begin + 2 * out_m
            g.add("purlin", stick, length, place=place, sawn=Sawn(cuts, length + slant_m))
            crossings += max(2, round((end - begin) / spec.rafter_spacing_m) + 1)
    g.fix("rail screw", SCREWS_A_CROSSING * crossings, (0.0, 0.0, layout.peak_m), role="screw")


def _at_hips(side: RoofSide, deep_m: float, thick_m: float, *, level_m: float) -> tuple[float, tuple[Cut, ...], float]:
    """A purlin's ends, cut plumb in the hips' planes, where it meets the neighbouring side's.

    How far its middle line runs past the rafters' plane's line at either end, both cuts, and what they take of a stick besides.
    Source: geometry: the hip runs `end_m` along the side while it climbs `run_m`; the purlin stands square to the slope.
    """
    skew, a = side.end_m / side.run_m, side.pitch_rad
    up, across = skew * math.sin(a), skew * math.cos(a)
    out_m = up * deep_m / 2
    cuts = tuple(
        Cut(end=end, kind="saw", at_m=at_m, mitre_rad=math.atan(way * across), bevel_rad=math.atan(way * up))  # type: ignore[arg-type]
        for end, at_m, way in (("start", 0.0, -1.0), ("end", level_m + 2 * out_m, 1.0))
    )
    return out_m, cuts, up * deep_m + across * thick_m


def _under_roof(strip: SheetStrip) -> tuple[float, float]:
    """Between which places across a strip there is roof at all: beside the eave's ends there is none."""
    at = [x for x, _ in strip.outline]
    left = next((a for a, b in itertools.pairwise(at) if strip.height_m(b) > 1e-6), at[0])
    right = next((b for a, b in reversed(list(itertools.pairwise(at))) if strip.height_m(a) > 1e-6), at[-1])
    return left, right


def _slanted(strip: SheetStrip, left: float, right: float) -> tuple[float, tuple[Cut, ...]]:
    """Mean length of a sheet between two places across it, and the cut of its upper end: to one hip, or from a peak to both."""
    low, high, middle = strip.height_m(left), strip.height_m(right), strip.height_m((left + right) / 2)
    length, tops = (low + high) / 2, [x for x, height in strip.outline if height > middle - 1e-6]
    if abs(low - high) < 1e-6 and middle > low + 1e-6 and len(tops) == 1:
        length = (low + middle) / 2
        bevel, half = math.atan2(middle - low, (right - left) / 2), ((right - left) / 2,)
        return length, (Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=bevel, size_m=half),)
    bevel = math.atan2(high - low, right - left)
    if abs(bevel) < 1e-6:
        return length, ()
    return length, (Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=bevel),)


def _sheets(g: Grouper, spec: PavilionSpec, layout: PavilionLayout, *, yard: PurchasingSettings) -> list[str]:
    """Sheets up each side, bought as long as their greatest height; drawn cut to the hips, straight from edge to edge."""
    stick, over = layout.timber.sheet, layout.timber.purlin.width_m + layout.timber.sheet.thickness_m / 2
    longest = max((stock.length_m for stock in yard.lengths(stick.key)), default=4.8)
    metres, found = 0.0, list[str]()
    for side in layout.all_sides:
        slope, _, level = side.slope()
        pieces = side_strips(side, stick.width_m)
        first = side.long_m / 2 - len(pieces) * stick.width_m / 2
        for number, strip in enumerate(pieces, start=1):
            if strip.square_m > longest + 1e-9:
                found = [
                    f"A sheet of {strip.square_m:.2f} m ({strip.square_m / 0.3048:.1f} ft) is longer than any on sale "
                    f"({longest:.2f} m): a smaller roof, or a lap that its maker allows"
                ]
            left, right = _under_roof(strip)
            middle = first + (number - 1) * stick.width_m + (left + right) / 2
            place = PartPlacement(
                id=f"{spec.id}/sheet/{side.name}/{number}",
                about=f"{spec.id}/sheets",
                at=_on(side, spec, layout, at=(middle, 0.0, over)),
                along=slope,
                up=level,
            )
            length, cuts = _slanted(strip, left, right)
            if right - left < stick.width_m - 1e-6:
                rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(right - left,))
                cuts = (*cuts, rip)
            g.add("sheet", stick, length, place=place, sawn=Sawn(cuts, strip.square_m))
        metres += sum(b - a for a, b in (over_m(side, s) for s in purlins_m(side, spec.purlin_spacing_m)))
    g.fix("roof screw", math.ceil(metres * SHEET_SCREWS_A_M), (0.0, 0.0, layout.peak_m), role="screw")
    hips = sum(hip_length_m(layout, side)[0] for side in layout.all_sides) + (
        layout.ridge_m if not layout.ring else 0.0
    )
    g.fix("flashing 10 ft", math.ceil(hips / CAP_M - 1e-9), (0.0, 0.0, layout.peak_m), role="flashing")
    return found


def outline(layout: PavilionLayout) -> tuple[float, float, float, float]:
    """The eaves: left, right, near, far."""
    front = layout.sides[0]
    right = layout.sides[1]
    return -front.side_past_m, front.long_m + front.side_past_m, -front.past_m, right.long_m + front.past_m
