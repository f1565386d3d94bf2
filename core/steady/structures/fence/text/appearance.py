"""How a fence looks before it is bought: how open it is, from where it is seen through, and whether its look was approved."""

import hashlib
import itertools
import math
from dataclasses import replace

from steady.layout.infill import between_end_gaps, overlapped
from steady.layout.visibility import view_between
from steady.plan.model import Detail, DetailLine, DetailMember, Measure
from steady.structures.fence.layout.boards import rows_over
from steady.structures.fence.layout.infill import BOARDED, WIRED, screen, solidity
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

SHOWN = 6
"""Boards or slats drawn of the pattern."""
REACH_M = 0.35
LOOKS = (
    "height_m",
    "gap_m",
    "post",
    "rail",
    "board",
    "infill",
    "boards_on",
    "rails_count",
    "rail_laid",
    "plies_count",
    "finish",
)
"""What makes a fence's look; a change of any asks for the approval again."""


def look_of(spec: FenceSpec) -> str:
    """A short name of a look: the same for the same look."""
    # Only where it is not the default, so that looks approved before there was a choice stand.
    ends = [("rail_end", spec.rail_end)] if spec.rail_end != "screws" else []
    words = repr(
        [(name, getattr(spec, name)) for name in LOOKS] + ends + [straight.follows for straight in spec.straights]
    )
    return hashlib.sha256(words.encode()).hexdigest()[:16]


def held(spec: FenceSpec) -> str:
    """Why the buying list is held; empty when the look is approved as it is."""
    if spec.look is None:
        return "The look is not approved yet: show it, and write down who said yes"
    if spec.look.of != look_of(spec):
        return f"The look has changed since {spec.look.by} approved it: show it again"
    return ""


def see_through(
    case: FenceCase,
    runs: list[BoardStretch],
) -> tuple[float, float] | None:
    """Angles off square (rad) between which one sees through, as laid; None: from nowhere, or the style has no boards."""
    spec, timber = case.spec, case.timber
    style = spec.infill.style
    if style == "even gaps":
        gap_m = _gap_m(case, runs)
        return (0.0, math.atan(gap_m / timber.board.thickness_m))
    if style == "slats":
        return (0.0, math.atan(screen(spec, timber.rail).cut_m / timber.rail.thickness_m))
    if style == "both faces":
        lap_m = _lap_m(case, runs)
        return view_between(timber.board.width_m, lap_m, timber.board.thickness_m, timber.rail.width_m)
    return (0.0, math.radians(89)) if style in WIRED else None


def _gap_m(
    case: FenceCase,
    runs: list[BoardStretch],
) -> float:
    spec, timber = case.spec, case.timber
    lengths = [run.boarded_run_m for run in runs if run.boarded_run_m > 2 * timber.board.width_m]
    gaps = [between_end_gaps(run_m, timber.board.width_m, spec.infill.gap_most_m, 0.0)[1] for run_m in lengths]
    return max(gaps, default=spec.infill.gap_most_m)


def _lap_m(
    case: FenceCase,
    runs: list[BoardStretch],
) -> float:
    spec, timber = case.spec, case.timber
    lengths = [run.boarded_run_m for run in runs if run.boarded_run_m > 2 * timber.board.width_m]
    laps = [overlapped(run_m, timber.board.width_m, spec.infill.overlap_m).overlap_m for run_m in lengths]
    return min(laps, default=spec.infill.overlap_m)


def look_detail(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Detail]:
    """The pattern cut through, with the flattest and steepest line of sight that passes."""
    spec = case.spec
    bars, pitch_m = _cut(case, runs)
    if not bars:
        return []
    seen = see_through(case, runs)
    share = solidity(case)
    words = "level" if spec.infill.style in ("slats", "louvres") else "from above"
    title = f"Looked through, {words}: {1 - share:.0%} open square on" if share < 1 else f"Looked through, {words}"
    if seen is None:
        title += (
            ", nothing is seen through from anywhere"
            if spec.infill.style != "louvres"
            else ", nothing seen square through"
        )
    else:
        low, high = (math.degrees(angle) for angle in seen)
        title += f", seen through from {low:.0f}° to {high:.0f}° off square"
    traces = []
    if seen is not None:
        middle = _passes(bars)
        for angle in seen:
            dx, dy = math.sin(angle) * REACH_M, math.cos(angle) * REACH_M
            at = (middle[0], middle[1])
            label = f"{math.degrees(angle):.0f}°"
            traces.append(
                DetailLine(what="nearest", points=((at[0] - dx, at[1] - dy), (at[0] + dx, at[1] + dy)), label=label)
            )
    measures = [Measure(says="pitch of the pattern", value_m=pitch_m)]
    if words == "level":
        # Slats and louvres are cut through plumb: one above the other, looked through from the side.
        bars = [replace(bar, start=bar.start[::-1], end=bar.end[::-1]) for bar in bars]
        traces = [replace(trace, points=(trace.points[0][::-1], trace.points[1][::-1])) for trace in traces]
    return [
        Detail(
            id=f"{spec.id}/look",
            about=spec.id,
            title=title,
            bars=tuple(bars),
            traces=tuple(traces),
            measures=tuple(measures),
        )
    ]


def _cut(
    case: FenceCase,
    runs: list[BoardStretch],
) -> tuple[list[DetailMember], float]:
    """Boards or slats as cut through, the fence's length along x and its depth along y."""
    spec, timber = case.spec, case.timber
    style, board, rail = spec.infill.style, timber.board, timber.rail
    bars: list[DetailMember] = []

    def bar(k: int, middle: tuple[float, float], wide_m: float, thick_m: float, tilt: float = 0.0) -> None:
        dx, dy = math.cos(tilt) * wide_m / 2, math.sin(tilt) * wide_m / 2
        start, end = (middle[0] - dx, middle[1] - dy), (middle[0] + dx, middle[1] + dy)
        bars.append(DetailMember(id=f"{spec.id}/look/{k}", what="stile", start=start, end=end, width_m=thick_m))

    if style in ("slats", "louvres"):
        if style == "slats":
            pitch_m, tilt = rail.width_m + screen(spec, rail).cut_m, 0.0
        else:
            covers_m = rail.width_m * math.sin(spec.infill.tilt_rad) + rail.thickness_m * math.cos(spec.infill.tilt_rad)
            count = math.ceil(spec.height_m / covers_m - 1e-9)
            pitch_m, tilt = spec.height_m / count, math.pi / 2 - spec.infill.tilt_rad
        for k in range(SHOWN):
            bar(k, (k * pitch_m, 0.0), rail.width_m, rail.thickness_m, tilt)
        return bars, pitch_m
    if style not in BOARDED or not runs:
        return [], 0.0
    run = max(runs, key=lambda r: r.to_m - r.from_m)
    found = rows_over(spec, run.boarded_run_m, board.width_m)
    deep = {0: 0.0, 1: board.thickness_m, 2: -(rail.width_m + board.thickness_m)}
    places = sorted(
        (row.first_m + k * row.pitch_m, deep[row.layer], row.width_m)
        for row in found
        for k in range(min(row.count, SHOWN))
    )[:SHOWN]
    for k, (at, y, wide_m) in enumerate(places):
        bar(k, (at, y), wide_m, board.thickness_m)
    pitches = [b[0] - a[0] for a, b in itertools.pairwise(places)]
    return bars, max(pitches, default=board.width_m)


def _passes(bars: list[DetailMember]) -> tuple[float, float]:
    """The middle of a gap near the middle of what is drawn."""
    middle = [((b.start[0] + b.end[0]) / 2, (b.start[1] + b.end[1]) / 2) for b in bars]
    k = len(bars) // 2 - 1
    x, y = (middle[k][0] + middle[k + 1][0]) / 2, (middle[k][1] + middle[k + 1][1]) / 2
    return x, y
