"""What closes a fence's bays: where each board stands by style, and how rails or slats are stacked."""

import math
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass

from steady.errors import InputError, OutsideScope
from steady.layout.infill import SlatScreen, between_end_gaps, last_board, overlapped, slat_screen
from steady.layout.sight import view_between
from steady.measure.show import Tape
from steady.measure.units import IN, MM
from steady.plan.model import Cut, Part, Place
from steady.structures.fence.findings import Timber
from steady.structures.fence.line import SAME_LENGTH_M, UP, Stretch, beside, side
from steady.structures.fence.spec import FenceSpec
from steady.yard.stock import Stick

RIP_LEAST_M = 0.0508
OUTER = "/outer"
SLIM_M = 0.0001


@dataclass(frozen=True, slots=True)
class Rows:
    """Rails or slats of a bay: how many, the first one's middle above the infill's bottom, and the step up (m)."""

    count: int
    first_m: float
    step_m: float
    on_edge: bool


def screen(spec: FenceSpec, stick: Stick) -> SlatScreen:
    """Slats over the fence's height; the spacer is cut down to the tape's own mark, what is left stays at the bottom.

    Raises:
        InputError: No spacer near the wish comes out even.
    """
    wish_m = spec.infill.spacer_m
    mark_m = MM if stick.metric else IN / 16
    try:
        return slat_screen(spec.height_m, stick.width_m, (wish_m / 2, 2 * wish_m), wish_m=wish_m, round_to_m=mark_m)
    except OutsideScope:
        message = "No spacer from half to twice this one comes out even at the height: change the spacer or the height"
        raise InputError("infill/spacer_m", message) from None
    except InputError:
        raise InputError("height_m", "is too little for two slats") from None


def rows(spec: FenceSpec, stick: Stick) -> Rows:
    """How rails are stacked, or slats where there are no boards."""
    if spec.infill.style == "slats":
        found = screen(spec, stick)
        return Rows(found.slats, found.left_m + stick.width_m / 2, stick.width_m + found.cut_m, True)
    step_m = (spec.height_m - 2 * spec.rail_inset_m) / (spec.rails_count - 1)
    return Rows(spec.rails_count, spec.rail_inset_m, step_m, spec.rail_laid == "on edge")


@dataclass(frozen=True, slots=True)
class _Row:
    """Boards alike along a stretch: middle of the first from its start, pitch, number, width, and the layer they stand in.

    Layer 0 stands on the rails, 1 over it, 2 on the rails' other face.
    """

    first_m: float
    pitch_m: float
    count: int
    width_m: float
    layer: int = 0


def _boards_over(spec: FenceSpec, run_m: float, board_m: float) -> list[_Row]:
    """Boards of one stretch by style. A stretch too narrow for the style is butted."""
    style = spec.infill.style
    if style == "even gaps" and run_m > 2 * board_m:
        count, gap_m = between_end_gaps(run_m, board_m, spec.infill.gap_most_m, 0.0)
        return [_Row(board_m / 2, board_m + gap_m, count, board_m)]
    if style in ("board on board", "both faces") and run_m > 2 * board_m:
        lapped = overlapped(run_m, board_m, spec.infill.overlap_m)
        pitch_m = board_m - lapped.overlap_m
        under, over = (lapped.boards + 1) // 2, lapped.boards // 2
        layer = 1 if style == "board on board" else 2
        return [
            _Row(board_m / 2, 2 * pitch_m, under, board_m),
            _Row(board_m / 2 + pitch_m, 2 * pitch_m, over, board_m, layer),
        ]
    ends = last_board(run_m, board_m, 0.0, RIP_LEAST_M)
    lead_m = ends.rip_m if ends.rips == 2 else 0.0
    found = [_Row(lead_m + board_m / 2, board_m, ends.full, board_m)] if ends.full else []
    if ends.rips == 2:
        found.append(_Row(lead_m / 2, 0.0, 1, lead_m))
    if ends.rips and ends.rip_m > SLIM_M:
        found.append(_Row(run_m - ends.rip_m / 2, 0.0, 1, ends.rip_m))
    return found


def boards(spec: FenceSpec, runs: list[Stretch], timber: Timber) -> list[Part]:
    """Boards, plumb, over each stretch: one place a bay for its full boards, rips at the ends."""
    if spec.infill.style == "slats":
        return []
    stick = timber.board
    placed: dict[tuple[int, int], list[Place]] = defaultdict(list)
    for run in runs:
        for row in _boards_over(spec, run.to_m - run.from_m, stick.width_m):
            key = (round(row.width_m / SAME_LENGTH_M), row.layer)
            placed[key] += _places(spec, run, row, _offset_m(spec, timber, row.layer))
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


def _offset_m(spec: FenceSpec, timber: Timber, layer: int) -> float:
    """How far left of the line a layer's boards have their middle."""
    rail_m = timber.rail.thickness_m if spec.rail_laid == "on edge" else 0.0
    face_m = timber.post.width_m / 2 + rail_m + timber.board.thickness_m / 2
    if layer == 2:
        return -side(spec) * (timber.post.width_m / 2 + timber.board.thickness_m / 2)
    return side(spec) * (face_m + layer * timber.board.thickness_m)


def _places(spec: FenceSpec, run: Stretch, row: _Row, offset_m: float) -> Iterator[Place]:
    """One place a bay: a board belongs to the bay that its middle stands in."""
    cos, sin = math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad)
    first = 0
    for index, bay in enumerate(run.bays):
        last = index + 1 == len(run.bays)
        reach_m = (run.to_m if last else bay.end.station_m) - run.from_m
        beyond = row.count
        if not last:
            at_most = math.ceil((reach_m - row.first_m) / row.pitch_m) if row.pitch_m else int(row.first_m < reach_m)
            beyond = min(max(at_most, first), row.count)
        if beyond > first:
            at_m = run.from_m + row.first_m + first * row.pitch_m
            x_m, y_m = beside(run.leg, at_m, offset_m)
            what = "boards" if row.pitch_m else "rip"
            which = ("" if row.pitch_m else "/a" if index == 0 and row.first_m < row.width_m else "/b") + (
                f"/{row.layer}" if row.layer else ""
            )
            yield Place(
                id=f"{spec.id}/{what}/{bay.id}{which}",
                at=(x_m, y_m, bay.foot_m(spec.gap_m, at_m)),
                along=UP,
                up=(cos, sin, 0.0),
                count=beyond - first,
                step=(row.pitch_m * cos, row.pitch_m * sin, row.pitch_m * bay.grade),
            )
            first = beyond


def refuse(spec: FenceSpec, timber: Timber) -> None:
    """Styles that cannot be built of these sticks.

    Raises:
        InputError: The field, and what would do.
    """
    style = spec.infill.style
    if style in ("board on board", "both faces") and 2 * spec.infill.overlap_m > timber.board.width_m:
        raise InputError("infill/overlap_m", "must be at most half a board: more would close one side altogether")
    if style == "both faces" and (spec.rail_laid != "flat" or timber.rail.width_m < timber.post.width_m - 1e-6):
        raise InputError(
            "infill/style",
            "Boards on both faces need rails laid flat between the posts, as wide as the posts are thick",
        )
    if style == "slats":
        screen(spec, timber.rail)


def notes(spec: FenceSpec, runs: list[Stretch], timber: Timber, tape: Tape) -> list[str]:
    """What the crew sets its blocks and gauges by, and what can be seen through the fence."""
    style, board_m = spec.infill.style, timber.board.width_m
    if style == "slats":
        found = screen(spec, timber.rail)
        left = f", {tape.length(found.left_m)} is left at the bottom" if found.left_m > SLIM_M else ""
        return [
            f"{found.slats} slats a bay, spacer block {tape.length(found.cut_m)}{left}. Check the height to the last mark "
            "every fifth slat: blocks add up their errors"
        ]
    lengths = [run.to_m - run.from_m for run in runs if run.to_m - run.from_m > 2 * board_m]
    if not lengths or style == "butted":
        return []
    if style == "even gaps":
        gaps = [between_end_gaps(run_m, board_m, spec.infill.gap_most_m, 0.0)[1] for run_m in lengths]
        return [f"Gaps come out even, {_range(gaps, tape)} by stretch: one gauge block for each"]
    laps = [overlapped(run_m, board_m, spec.infill.overlap_m) for run_m in lengths]
    said = f"Boards lap {_range([lap.overlap_m for lap in laps], tape)} by stretch"
    if style == "board on board":
        return [said]
    widest = min(laps, key=lambda lap: lap.overlap_m)
    view = view_between(board_m, widest.overlap_m, timber.board.thickness_m, timber.rail.width_m)
    seen = "Nothing is seen through it from any side"
    if view is not None:
        low, high = math.degrees(view[0]), math.degrees(view[1])
        seen = f"Hidden from square on; seen through from {low:.0f}° to {high:.0f}° off square"
    return [f"{said}. {seen}"]


def _range(values_m: list[float], tape: Tape) -> str:
    low, high = tape.length(min(values_m)), tape.length(max(values_m))
    return low if low == high else f"{low} to {high}"
