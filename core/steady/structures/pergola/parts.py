"""A pergola's pieces with their places and cuts, and its outline."""

import math

from steady.catalog.items import SectionItem
from steady.layout.canopy import slats_in_bay
from steady.plan.model import Part, PartPlacement
from steady.structures.canopy.pieces import add_frame
from steady.structures.canopy.studs import add_stud_blocks, fixing_points_m
from steady.structures.part_grouping import ACROSS, ALONG, UP, Grouper
from steady.structures.pergola.bays import BayGrid
from steady.structures.pergola.checks import PergolaResult
from steady.structures.pergola.layout import PergolaLayout
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.structure_type import DesignInput

FIXINGS_A_CROSSING = 2
ABOVE_M = 0.35
"""So much of the house is drawn over the roof."""


def build(case: DesignInput, found: PergolaResult) -> tuple[tuple[Part, ...], list[str]]:
    """Every piece, and what cannot be cut from what is on sale."""
    spec = case.spec
    g, layout = Grouper(spec.id), found.layout
    clashes = add_frame(g, layout.frame, found.held.feet, yard=case.yard)
    _rafters(g, spec, layout)
    if layout.bays is not None:
        _bays(g, spec, layout, bays=layout.bays)
    else:
        _slats(g, case, layout)
    if spec.on_house:
        _ledger(g, case, layout)
    return g.parts(), clashes


def _rafters(g: Grouper, spec: PergolaSpec, layout: PergolaLayout) -> None:
    stick, row = layout.timber.rafter, layout.rafters
    z = spec.high_m + layout.timber.beam.width_m + stick.width_m / 2
    for number, x in enumerate(row.at, start=1):
        place = PartPlacement(
            id=f"{spec.id}/rafter/{number}", about=f"{spec.id}/rafters", at=(x, 0.0, z), along=ACROSS, up=UP
        )
        g.add("rafter", stick, spec.rafters_m, place=place)
    g.fix("rim screw", FIXINGS_A_CROSSING * row.count * len(layout.lines_m), (row.at[0], 0.0, z), role="screw")
    across = layout.frame.across
    if layout.bays is None or across is None:
        return
    # A pair from beam to beam at each post line, under the rafters, for the braces across to hold.
    half = max(abs(off) for off in layout.frame.ply_offsets_m) + layout.timber.beam.thickness_m / 2
    length = layout.lines_m[-1] - layout.lines_m[0] - 2 * half
    for k, x in enumerate(layout.frame.line_xs(1), start=1):
        for side, off in zip("ab", across.at_m, strict=True):
            place = PartPlacement(
                id=f"{spec.id}/strut/{k}{side}",
                about=f"{spec.id}/struts",
                at=(x + off, layout.lines_m[0] + half, across.under_m + across.deep_m / 2),
                along=ACROSS,
                up=UP,
            )
            g.add("cross strut", stick, length, place=place)
    g.fix("joist hanger", 4 * layout.frame.per_line, (0.0, 0.0, z), role="connector")


def _slats(g: Grouper, case: DesignInput, layout: PergolaLayout) -> None:
    spec, yard = case.spec, case.yard
    slat, row = layout.timber.slat, layout.slats
    if slat is None or row is None:
        return
    z = spec.high_m + layout.timber.beam.width_m + layout.timber.rafter.width_m + slat.width_m / 2
    first = row.at_m(1) + slat.thickness_m / 2
    longest = yard.longest_m(slat.key)
    for k, (a, b) in enumerate(_joined(layout, spec.beams_m, longest)):
        place = PartPlacement(
            id=f"{spec.id}/slats/{k}",
            about=f"{spec.id}/slats",
            at=(a, first, z),
            along=ALONG,
            up=UP,
            count=row.count,
            step=(0.0, row.pitch_m, 0.0),
        )
        g.add("slat", slat, b - a, place=place)
    g.fix("deck screw", row.count * layout.rafters.count, (0.0, first, z), role="screw")
    if spec.second_slats:
        _second(g, spec, layout, slat=slat, longest_m=longest)


def _bays(g: Grouper, spec: PergolaSpec, layout: PergolaLayout, *, bays: BayGrid) -> None:
    """Cross pieces between the rafters, their tops alike, and the slats of every bay from middle to middle of what holds them."""
    stick, slat = layout.timber.rafter, layout.timber.slat
    assert slat is not None
    columns, rows, first = bays.columns, bays.rows, bays.first_cross
    deck = spec.high_m + layout.timber.beam.width_m + stick.width_m
    half = stick.thickness_m / 2
    for i in range(1, columns.count):
        place = PartPlacement(
            id=f"{spec.id}/cross/{i}",
            about=f"{spec.id}/cross",
            at=(columns.at_m(i) + half, bays.row_m(first), deck - stick.width_m / 2),
            along=ALONG,
            up=UP,
            count=bays.crosses,
            step=(0.0, rows.spacing_m, 0.0),
        )
        g.add("cross piece", stick, columns.gap_m, place=place)
    pieces = (columns.count - 1) * bays.crosses
    g.fix("joist hanger", 2 * pieces, (0.0, 0.0, deck), role="connector")
    z = deck + slat.width_m / 2
    for i, j, turned in bays.each():
        row = bays.alone(turned)
        x, y = columns.at_m(i + 1), bays.row_m(j + 1)
        inside = half + row.at_m(1) + slat.thickness_m / 2
        place = PartPlacement(
            id=f"{spec.id}/slats/{i + 1}-{j + 1}",
            about=f"{spec.id}/slats",
            at=(x + inside, y, z) if turned else (x, y + inside, z),
            along=ACROSS if turned else ALONG,
            up=UP,
            count=row.count,
            step=(row.pitch_m, 0.0, 0.0) if turned else (0.0, row.pitch_m, 0.0),
        )
        g.add("slat", slat, bays.length_m(turned), place=place)
    g.fix("deck screw", 2 * bays.count, (0.0, 0.0, z), role="screw")


def _joined(layout: PergolaLayout, length_m: float, longest_m: float) -> list[tuple[float, float]]:
    """A slat's pieces, joined over rafters."""
    if length_m <= longest_m + 1e-9:
        return [(0.0, length_m)]
    over = layout.rafters.at[1:-1]
    pieces, at = [], 0.0
    while length_m - at > longest_m + 1e-9:
        reach = [x for x in over if at + 1e-6 < x <= at + longest_m]
        end = max(reach, default=at + longest_m)
        pieces.append((at, end))
        at = end
    return [*pieces, (at, length_m)]


def _second(g: Grouper, spec: PergolaSpec, layout: PergolaLayout, *, slat: SectionItem, longest_m: float) -> None:
    """The other layer, square over the first."""
    assert layout.slats is not None
    row = slats_in_bay(spec.beams_m, slat.thickness_m, gap_m=layout.slats.gap_m)
    z = spec.high_m + layout.timber.beam.width_m + layout.timber.rafter.width_m + 1.5 * slat.width_m
    pieces = max(1, math.ceil(spec.rafters_m / longest_m - 1e-9))
    for k in range(pieces):
        a, b = spec.rafters_m * k / pieces, spec.rafters_m * (k + 1) / pieces
        place = PartPlacement(
            id=f"{spec.id}/slats/second/{k}",
            about=f"{spec.id}/slats",
            at=(row.at_m(1) + slat.thickness_m / 2, a, z),
            along=ACROSS,
            up=UP,
            count=row.count,
            step=(row.pitch_m, 0.0, 0.0),
        )
        g.add("slat", slat, b - a, place=place)
    g.fix("deck screw", row.count * layout.slats.count // 2, (0.0, 0.0, z), role="screw")


def _ledger(g: Grouper, case: DesignInput, layout: PergolaLayout) -> None:
    spec, yard = case.spec, case.yard
    stick = layout.timber.rafter
    z = spec.high_m + layout.timber.beam.width_m + stick.width_m / 2
    longest = yard.longest_m(stick.key)
    pieces = max(1, math.ceil(spec.beams_m / longest - 1e-9))
    for k in range(pieces):
        place = PartPlacement(
            id=f"{spec.id}/ledger/{k}",
            about=f"{spec.id}/ledger",
            at=(spec.beams_m * k / pieces, -stick.thickness_m / 2, z),
            along=ALONG,
            up=UP,
        )
        g.add("ledger", stick, spec.beams_m / pieces, place=place)
    add_stud_blocks(g, spec, stick, middle_m=(-1.5 * stick.thickness_m, z))
    g.fix("ledger lag", spec.at_point * len(fixing_points_m(spec)), (0.0, 0.0, z), role="screw")
    g.fix("joist hanger", layout.rafters.count, (0.0, 0.0, z), role="connector")
    g.fix("flashing 10 ft", math.ceil(spec.beams_m / 3.048 - 1e-9), (0.0, 0.0, z), role="flashing")


def outline(spec: PergolaSpec) -> tuple[float, float, float, float]:
    """The roof's edges: left, right, near, far."""
    return 0.0, spec.beams_m, 0.0, spec.rafters_m


def wall_top_m(spec: PergolaSpec, layout: PergolaLayout) -> float:
    """How high the house is drawn behind it."""
    return spec.high_m + layout.timber.beam.width_m + layout.timber.rafter.width_m + ABOVE_M
