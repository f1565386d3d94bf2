"""Boards of a fence: where each stands along its stretch by style, and how long it is."""

import math
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Cut, Part, PartPlacement
from steady.structures.fence.infills.option import RIP_LEAST_M, SLIM_M, BoardRow
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.line import SAME_LENGTH_M, UP, BoardStretch, Faces, beside, side
from steady.structures.fence.layout.stations import bay_id
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

OUTER = "/outer"
SLIVER_M = 0.012
"""Less of a board than this is not put up: it splits [our own]."""


def rows_on(case: FenceCase, run: BoardStretch) -> list[BoardRow]:
    """Boards of one stretch, where its corners leave them: positions from where its boards begin.

    Boards on both faces keep one pattern, so that they lap; each face's boards end where that face does, the outer run past.
    """
    spec, timber = case.spec, case.timber
    made = infill_of(spec).board_rows(spec, run.boarded_run_m, timber.board.width_m)
    if not spec.infill.traits.two_faced or not (run.start_turn_rad or run.end_turn_rad):
        return made
    face = Faces(timber.post.thickness_m / 2, timber.post.thickness_m / 2 + timber.board.thickness_m)
    other = replace(run, start_turn_rad=-run.start_turn_rad, end_turn_rad=-run.end_turn_rad)
    found = []
    for row in made:
        if not row.pitch_m:
            return made
        from_m, to_m = (other if row.layer else run).ends_m(face)
        found += _clipped(row, from_m - run.from_m, to_m - run.from_m)
    return found


def _clipped(row: BoardRow, from_m: float, to_m: float) -> list[BoardRow]:
    """A row of spaced boards carried on to both ends: whole ones, and a rip where an end cuts one or leaves a slot at a corner."""
    half_m = row.width_m / 2
    first, last = (
        math.floor((from_m - row.first_m) / row.pitch_m) - 1,
        math.ceil((to_m - row.first_m) / row.pitch_m) + 1,
    )
    spans = [
        (max(from_m, at_m - half_m), min(to_m, at_m + half_m))
        for at_m in (row.first_m + k * row.pitch_m for k in range(first, last + 1))
    ]
    spans = [(low, high) for low, high in spans if high - low > SLIVER_M]
    whole = [low for low, high in spans if high - low > row.width_m - SLIM_M]
    if not whole:
        return [row]
    ends = [(low, high) for low, high in spans if high - low <= row.width_m - SLIM_M]
    if spans[0][0] - from_m > RIP_LEAST_M / 2:
        ends.append((from_m, spans[0][0]))
    if to_m - spans[-1][1] > RIP_LEAST_M / 2:
        ends.append((spans[-1][1], to_m))
    made = [replace(row, first_m=min(whole) + half_m, count=len(whole))]
    return made + [BoardRow((low + high) / 2, 0.0, 1, high - low, row.layer) for low, high in ends]


TRIM_M, TRIM_METRIC_M = 0.0127, 0.012
"""A board that is cut along a line goes up so much longer, that there is something to saw off [common practice]."""


def boards(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """Boards, plumb, over each stretch: one place a bay for its full boards, rips at the ends.

    Where the top runs straight, or the boards are scribed to the ground, each is cut to its own length.
    """
    spec = case.spec
    if not spec.infill.traits.boarded:
        return []
    to_ground = [run for run in runs if run.bays[0].line_m is not None or spec.infill.base == "scribed"]
    plain = [run for run in runs if run not in to_ground]
    return [
        *_alike(case, plain),
        *_to_ground(case, to_ground),
    ]


def _to_ground(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """Boards each cut to its own ground under its own top: square ones clear the highest soil, scribed ones follow it."""
    spec, ground = case.spec, case.ground
    stick, groups = case.timber.board, defaultdict(list)
    longest_m: dict[tuple[int, int, int], float] = {}
    for run in runs:
        cos, sin = math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad)
        for row in rows_on(case, run):
            for k in range(row.count):
                at_m = run.boarded_m[0] + row.first_m + k * row.pitch_m
                bay = next((bay for bay in run.bays if at_m <= bay.end.station_m), run.bays[-1])
                low_m, high_m = at_m - row.width_m / 2, at_m + row.width_m / 2
                soil = [ground.height_m(s) for s in (low_m, *ground.breaks_m(low_m, high_m), high_m)]
                bottom_m = (min(soil) if spec.infill.base == "scribed" else max(soil)) + spec.gap_m
                top_m = max(bay.foot_m(spec.gap_m, s) for s in (low_m, high_m)) + spec.height_m
                long_m = top_m - bottom_m
                if not long_m > 0:
                    raise InvalidInputError(
                        "top_low_m", "The ground rises above the top line somewhere: raise it or step"
                    )
                x_m, y_m = beside(run.leg, at_m, _offset_m(case, row.layer))
                key = (
                    round(row.width_m / SAME_LENGTH_M),
                    math.ceil(long_m / SAME_LENGTH_M - 1e-6),
                    row.layer,
                )
                # As long as the longest of those alike: no longer, or it would be cut from the next longer stick on sale.
                longest_m[key] = max(long_m, longest_m.get(key, 0.0))
                groups[key].append(
                    PartPlacement(
                        id=f"{spec.id}/board/{bay.id}/{round(at_m * 1000)}/{row.layer}",
                        at=(x_m, y_m, top_m - long_m),
                        along=UP,
                        up=(cos, sin, 0.0),
                        about=bay_id(spec, bay),
                    )
                )
    blanks_m = _blanks_m(case, longest_m)
    parts = []
    for (wide, long, layer), places in sorted(groups.items()):
        full = wide == round(stick.width_m / SAME_LENGTH_M)
        width_m, length_m = stick.width_m if full else wide * SAME_LENGTH_M, longest_m[wide, long, layer]
        rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(width_m,))
        parts.append(
            Part(
                id=f"{spec.id}/boards/{wide}/{long}" + {0: "", 1: OUTER, 2: "/back"}[layer],
                role="board",
                item=stick.key,
                length_m=length_m,
                section_m=(stick.thickness_m, width_m),
                places=tuple(places),
                cuts=() if full else (rip,),
                mass_kg=stick.density_kg_per_m3 * stick.thickness_m * width_m * length_m,
                stick_m=blanks_m[wide, long, layer],
                in_place=True,
            )
        )
    return parts


def _blanks_m(case: FenceCase, lengths_m: dict[tuple[int, int, int], float]) -> dict[tuple[int, int, int], float]:
    """How long boards go up that are cut where they stand: one length for all that come out of the same stick on sale."""
    on_sale = sorted(stock.length_m for stock in case.yard.lengths(case.timber.board.key))
    trim_m = TRIM_METRIC_M if case.tape.metric else TRIM_M
    sold = {key: next((m for m in on_sale if m >= long_m - 1e-6), math.inf) for key, long_m in lengths_m.items()}
    found = {}
    for key in lengths_m:
        longest_m = max(m for other, m in lengths_m.items() if (other[0], sold[other]) == (key[0], sold[key]))
        found[key] = max(longest_m, min(longest_m + trim_m, sold[key]))
    return found


def _alike(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """Boards of one length."""
    spec = case.spec
    stick = case.timber.board
    placed: dict[tuple[int, int], list[PartPlacement]] = defaultdict(list)
    for run in runs:
        for row in rows_on(case, run):
            key = (round(row.width_m / SAME_LENGTH_M), row.layer)
            placed[key] += _places(spec, run, row, offset_m=_offset_m(case, row.layer))
    full = round(stick.width_m / SAME_LENGTH_M)
    mass_per_m2 = stick.density_kg_per_m3 * stick.thickness_m * spec.height_m
    parts = []
    for (units, layer), places in sorted(placed.items(), key=lambda item: (item[0][0] != full, item[0])):
        width_m = stick.width_m if units == full else units * SAME_LENGTH_M
        rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(width_m,))
        name = f"{spec.id}/boards" if units == full else f"{spec.id}/rips/{units}"
        parts.append(
            Part(
                id=name + {0: "", 1: OUTER, 2: "/back"}[layer],
                role="board",
                item=stick.key,
                length_m=spec.height_m,
                section_m=(stick.thickness_m, width_m),
                places=tuple(places),
                cuts=() if units == full else (rip,),
                mass_kg=mass_per_m2 * width_m,
                stick_m=spec.height_m,
            )
        )
    return parts


def _offset_m(case: FenceCase, layer: int) -> float:
    """How far left of the line a layer's boards have their middle."""
    spec, timber = case.spec, case.timber
    rail_m = timber.rail.thickness_m if spec.rail_laid == "on edge" else 0.0
    face_m = timber.post.thickness_m / 2 + rail_m + timber.board.thickness_m / 2
    if layer == 2:
        return -side(spec) * (timber.post.thickness_m / 2 + timber.board.thickness_m / 2)
    return side(spec) * (face_m + layer * timber.board.thickness_m)


def _places(spec: FenceSpec, run: BoardStretch, row: BoardRow, *, offset_m: float) -> Iterator[PartPlacement]:
    """One place a bay: a board belongs to the bay that its middle stands in."""
    cos, sin = math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad)
    first, (from_m, to_m) = 0, run.boarded_m
    for index, bay in enumerate(run.bays):
        last = index + 1 == len(run.bays)
        reach_m = (to_m if last else bay.end.station_m) - from_m
        beyond = row.count
        if not last:
            at_most = math.ceil((reach_m - row.first_m) / row.pitch_m) if row.pitch_m else int(row.first_m < reach_m)
            beyond = min(max(at_most, first), row.count)
        if beyond > first:
            at_m = from_m + row.first_m + first * row.pitch_m
            x_m, y_m = beside(run.leg, at_m, offset_m)
            what = "boards" if row.pitch_m else "rip"
            which = ("" if row.pitch_m else "/a" if at_m < (from_m + to_m) / 2 else "/b") + (
                f"/{row.layer}" if row.layer else ""
            )
            yield PartPlacement(
                id=f"{spec.id}/{what}/{bay.id}{which}",
                about=bay_id(spec, bay),
                at=(x_m, y_m, bay.foot_m(spec.gap_m, at_m)),
                along=UP,
                up=(cos, sin, 0.0),
                count=beyond - first,
                step=(row.pitch_m * cos, row.pitch_m * sin, row.pitch_m * bay.grade),
            )
            first = beyond
