"""A lean-to's pieces with their places and cuts: frame, ledger, rafters, purlins, sheets or slats, what dresses its edges."""

import math

from steady.catalog.purchasing import PurchasingSettings
from steady.plan.model import Curve, Cut, Part, PartPlacement, Vec
from steady.structures.canopy.pieces import add_frame
from steady.structures.canopy.studs import add_stud_blocks, fixing_points_m
from steady.structures.gutters import gutter_pieces
from steady.structures.lean_to.checks import LeanToResult
from steady.structures.lean_to.layout import (
    EAVE_PAST_M,
    LeanToLayout,
    keep_clear_m,
    seat_of,
    top_at_m,
    wall_to_beam_m,
)
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.part_grouping import ALONG, UP, Grouper, Sawn
from steady.structures.structure_type import DesignInput

ABOVE_M = 0.5
"""So much of the house is drawn over the roof."""
SCREWS_A_CROSSING, STRAP_ROLL_M, FLASHING_M, LAP_M = 2, 10.0, 3.048, 0.15
SHEET_SCREWS_A_M = 4
"""Screws of a metre of purlin, on either side of each rib [common practice; the maker's table decides]."""


def build(case: DesignInput, found: LeanToResult) -> tuple[tuple[Part, ...], list[str]]:
    """Every piece, and what cannot be cut from what is on sale."""
    spec: LeanToSpec = case.spec
    g, layout = Grouper(spec.id), found.layout
    clashes = add_frame(g, layout.frame, found.held.feet, yard=case.yard)
    _ledger(g, spec, layout, yard=case.yard)
    _rafters(g, spec, layout)
    _purlins(g, spec, layout, yard=case.yard)
    clashes += _sheets(g, spec, layout, yard=case.yard)
    _slats(g, spec, layout, yard=case.yard)
    _edges(g, spec, found, yard=case.yard)
    return g.parts(), clashes


def slope_ways(spec: LeanToSpec) -> tuple[Vec, Vec]:
    """Down the slope, and square up from it."""
    s, c = math.sin(spec.pitch_rad), math.cos(spec.pitch_rad)
    return (0.0, c, -s), (0.0, s, c)


def _pieces(length_m: float, longest_m: float) -> list[tuple[float, float]]:
    count = max(1, math.ceil(length_m / longest_m - 1e-9))
    return [(length_m * k / count, length_m * (k + 1) / count) for k in range(count)]


def _ledger(g: Grouper, spec: LeanToSpec, layout: LeanToLayout, *, yard: PurchasingSettings) -> None:
    """The ledger, its fixings at every point, and blocking between studs where a point misses them."""
    stick = layout.timber.ledger
    z = layout.chain.ledger_top_m - stick.width_m / 2
    for k, (a, b) in enumerate(_pieces(spec.beams_m, yard.longest_m(stick.key))):
        place = PartPlacement(
            id=f"{spec.id}/ledger/{k}",
            about=f"{spec.id}/ledger",
            at=(a, stick.thickness_m / 2, z),
            along=ALONG,
            up=UP,
        )
        g.add("ledger", stick, b - a, place=place)
    g.fix("ledger lag", len(fixing_points_m(spec)) * spec.at_point, (0.0, 0.0, z), role="screw")
    add_stud_blocks(g, spec, stick, middle_m=(-stick.thickness_m / 2, z))


def _rafters(g: Grouper, spec: LeanToSpec, layout: LeanToLayout) -> None:
    """Plumb-cut at both ends, seated on the beam; hung ones start at the ledger's face, the others sit on it, too. Tied at both."""
    stick, row, a = layout.timber.rafter, layout.rafters, spec.pitch_rad
    down, up = slope_ways(spec)
    starts = layout.timber.ledger.thickness_m if spec.laid == "hung" else 0.0
    length = layout.run.length_m / math.cos(a)
    z = top_at_m(spec, layout, starts) - stick.width_m / 2 / math.cos(a)
    saws = (
        Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-a),
        *_seats(spec, layout, starts),
        Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=-a),
    )
    place = PartPlacement(
        id=f"{spec.id}/rafters",
        at=(row.at_m(1), starts, z),
        along=down,
        up=up,
        count=row.count,
        step=(row.spacing_m, 0.0, 0.0),
    )
    g.add("rafter", stick, length, place=place, sawn=Sawn(saws, length + stick.width_m * math.tan(a)))
    g.fix("rafter tie", row.count, place.at, role="connector")
    g.fix("joist hanger" if spec.laid == "hung" else "rafter tie", row.count, place.at, role="connector")


def _seats(spec: LeanToSpec, layout: LeanToLayout, starts: float) -> list[Cut]:
    """Seats in a rafter's underside, over the beam and over a ledger that it lies on: each cut plumb at the outer face."""
    seat, (outer, _), a = seat_of(spec, layout), wall_to_beam_m(spec, layout.timber), spec.pitch_rad
    found = []
    if not starts:
        level_m = min(seat.level_m, layout.timber.ledger.thickness_m)
        found.append((layout.timber.ledger.thickness_m, level_m))
    found.append((outer - starts, seat.level_m))
    return [
        Cut(
            end="inside",
            kind="notch",
            at_m=out_m / math.cos(a),
            mitre_rad=0.0,
            bevel_rad=-a,
            size_m=(seat.cut_m, level_m),
        )
        for out_m, level_m in found
    ]


def _on_slope(spec: LeanToSpec, layout: LeanToLayout, along_m: float, *, over_m: float) -> tuple[float, float]:
    """Out and height of a point so far down the slope from the wall, so far square over the rafters."""
    (_, c, minus), (_, s, up) = slope_ways(spec)
    return along_m * c + over_m * s, top_at_m(spec, layout, 0.0) + along_m * minus + over_m * up


def _purlins(g: Grouper, spec: LeanToSpec, layout: LeanToLayout, *, yard: PurchasingSettings) -> None:
    stick = layout.timber.purlin
    if stick is None:
        return
    _, up = slope_ways(spec)
    for k, (a, b) in enumerate(_pieces(spec.beams_m, yard.longest_m(stick.key))):
        for number, s in enumerate(layout.purlins_m, start=1):
            y, z = _on_slope(spec, layout, s, over_m=stick.width_m / 2)
            place = PartPlacement(
                id=f"{spec.id}/purlin/{number}/{k}", about=f"{spec.id}/purlins", at=(a, y, z), along=ALONG, up=up
            )
            g.add("purlin", stick, b - a, place=place)
    count = len(layout.purlins_m) * layout.rafters.count
    g.fix("rail screw", SCREWS_A_CROSSING * count, (0.0, 0.0, layout.chain.roof_at_wall_m), role="screw")


def _sheets(g: Grouper, spec: LeanToSpec, layout: LeanToLayout, *, yard: PurchasingSettings) -> list[str]:
    """Each sheet in one length from apron to gutter; the last one is ripped to what is left."""
    stick, purlin = layout.timber.sheet, layout.timber.purlin
    if stick is None or purlin is None:
        return []
    length = layout.slope_m + EAVE_PAST_M
    down, _ = slope_ways(spec)
    cover, whole = stick.width_m, int(spec.beams_m / stick.width_m + 1e-9)
    rest = spec.beams_m - whole * cover
    y, z = _on_slope(spec, layout, 0.0, over_m=purlin.width_m + stick.thickness_m / 2)
    if whole:
        place = PartPlacement(
            id=f"{spec.id}/sheets",
            at=(cover / 2, y, z),
            along=down,
            up=ALONG,
            count=whole,
            step=(cover, 0.0, 0.0),
        )
        g.add("sheet", stick, length, place=place)
    if rest > 1e-6:
        rip = (Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(rest,)),)
        place = PartPlacement(
            id=f"{spec.id}/sheets/last",
            about=f"{spec.id}/sheets",
            at=(spec.beams_m - rest / 2, y, z),
            along=down,
            up=ALONG,
        )
        g.add("sheet", stick, length, place=place, sawn=Sawn(rip))
    screws = math.ceil(len(layout.purlins_m) * spec.beams_m * SHEET_SCREWS_A_M)
    g.fix("roof screw", screws, (0.0, y, z), role="screw")
    longest = yard.longest_m(stick.key)
    if length > longest + 1e-9:
        return [
            f"The roof is {length:.2f} m ({length / 0.3048:.1f} ft) down its slope and the longest sheet on sale {longest:.2f} m: "
            "a shallower roof, or a lap that its maker allows"
        ]
    return []


def _slats(g: Grouper, spec: LeanToSpec, layout: LeanToLayout, *, yard: PurchasingSettings) -> None:
    stick, row = layout.timber.slat, layout.slats
    if stick is None or row is None:
        return
    down, up = slope_ways(spec)
    first = row.at_m(1) + stick.thickness_m / 2
    y, z = _on_slope(spec, layout, first, over_m=stick.width_m / 2)
    for k, (a, b) in enumerate(_pieces(spec.beams_m, yard.longest_m(stick.key))):
        place = PartPlacement(
            id=f"{spec.id}/slats/{k}",
            about=f"{spec.id}/slats",
            at=(a, y, z),
            along=ALONG,
            up=up,
            count=row.count,
            step=(0.0, down[1] * row.pitch_m, down[2] * row.pitch_m),
        )
        g.add("slat", stick, b - a, place=place)
    g.fix("deck screw", row.count * layout.rafters.count, (0.0, y, z), role="screw")


def _edges(g: Grouper, spec: LeanToSpec, found: LeanToResult, *, yard: PurchasingSettings) -> None:
    """Fascia over the rafters' ends, apron over the sheets, straps crossed in the roof's plane."""
    layout = found.layout
    top = layout.chain.roof_at_wall_m
    board = layout.timber.fascia
    if board is not None:
        y = layout.run.length_m + (layout.timber.ledger.thickness_m if spec.laid == "hung" else 0.0)
        z = layout.chain.roof_at_beam_m - board.width_m / 2
        for k, (a, b) in enumerate(_pieces(spec.beams_m, yard.longest_m(board.key))):
            place = PartPlacement(id=f"{spec.id}/fascia/{k}", at=(a, y + board.thickness_m / 2, z), along=ALONG, up=UP)
            g.add("fascia", board, b - a, place=place)
    if spec.roof == "sheets":
        apron = math.ceil(spec.beams_m / (FLASHING_M - LAP_M) - 1e-9)
        g.fix("flashing 10 ft", apron, (0.0, 0.0, top), role="flashing")
    straps = 2 * found.straps_count * math.hypot(spec.beams_m, layout.slope_m)
    if spec.roof == "sheets":
        gutter_pieces(g, spec.gutter, (0.0, layout.run.length_m, layout.chain.roof_at_beam_m), long_m=spec.beams_m)
    g.fix("roof strap", math.ceil(straps / STRAP_ROLL_M - 1e-9), (0.0, 0.0, top), role="connector")


def wall_top_m(spec: LeanToSpec, layout: LeanToLayout) -> float:
    """How high the house is drawn behind it."""
    return keep_clear_m(spec, layout)[1] + ABOVE_M


def keep_clear(spec: LeanToSpec, layout: LeanToLayout) -> Curve:
    """The band of wall that the cladder leaves free, for other trades to see."""
    low, high = keep_clear_m(spec, layout)
    points = ((0.0, 0.0, low), (spec.beams_m, 0.0, low), (spec.beams_m, 0.0, high), (0.0, 0.0, high))
    return Curve(
        id=f"{spec.id}/keep-clear", what="keep clear", points=points, closed=True, label="keep clear of cladding"
    )
