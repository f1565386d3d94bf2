"""How a fence looks before it is bought: how open it is, from where it is seen through, and whether its look was approved."""

import hashlib
import math
from dataclasses import fields, replace

from steady.plan.model import Detail, DetailLine, DetailMember, Measure
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.infill import solidity
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec, Infill, LookItem
from steady.units.show import Tape

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


LATER = ("apron", "apron_m")
"""Fields of an infill that came after looks were approved: they count only where they are used, so that old approvals stand."""


def look_of(spec: FenceSpec) -> str:
    """A short name of a look: the same for the same look."""
    infill = ", ".join(f"{f.name}={getattr(spec.infill, f.name)!r}" for f in fields(Infill) if f.name not in LATER)
    said = [
        f"('infill', Infill({infill}))" if name == "infill" else repr((name, getattr(spec, name))) for name in LOOKS
    ]
    # What came later counts only where it is not the default, so that looks approved before there was a choice stand.
    said += [repr(("rail_end", spec.rail_end))] if spec.rail_end != "screws" else []
    said += [repr((name, getattr(spec.infill, name))) for name in LATER if spec.infill.apron != Infill().apron]
    said += [repr(("ply_core", spec.ply_core))] if spec.ply_core else []
    said += [repr(straight.follows) for straight in spec.straights]
    return hashlib.sha256(f"[{', '.join(said)}]".encode()).hexdigest()[:16]


def look_items(spec: FenceSpec, tape: Tape) -> tuple[LookItem, ...]:
    """What the look is made of, in the crew's units."""
    infill, finish = spec.infill, spec.finish
    bits = {
        "height": tape.length(spec.height_m),
        "gap at the ground": tape.length(spec.gap_m),
        "posts": f"{spec.post}, {spec.plies_count} plies" if spec.plies_count else spec.post,
        "core of the posts": spec.ply_core or "none",
        "rails": f"{spec.rails_count} × {spec.rail}, {spec.rail_laid}, {spec.rail_end}",
        "boards": spec.board,
        "boards' side": spec.boards_on,
        "infill": infill.style,
        "gaps": f"{tape.length(infill.gap_most_m)}, laps {tape.length(infill.overlap_m)}, spacers {tape.length(infill.spacer_m)}",
        "cap, trim": f"{'a cap' if infill.cap else 'no cap'}, {'trim' if infill.trim else 'no trim'}",
        "at the ground": infill.base,
        "climbers": infill.grows,
        "finish": finish.kind if finish.kind == "none" else f"{finish.kind}, {finish.coats} coats, {finish.when}",
        "line": ", ".join(straight.follows for straight in spec.straights),
    }
    return tuple(LookItem(name=name, value=value[:400]) for name, value in bits.items())


def changed(spec: FenceSpec, tape: Tape) -> tuple[str, ...]:
    """What of an approved look is otherwise now."""
    if spec.look is None or not spec.look.items or spec.look.of == look_of(spec):
        return ()
    was = {item.name: item.value for item in spec.look.items}
    return tuple(
        f"{item.name}: {was[item.name]} → {item.value}"
        for item in look_items(spec, tape)
        if was.get(item.name, item.value) != item.value
    )


def held(spec: FenceSpec, tape: Tape) -> str:
    """Why the buying list is held; empty when the look is approved as it is."""
    if spec.look is None:
        return "The look is not approved yet: show it, and write down who said yes"
    if spec.look.of != look_of(spec):
        told = "; ".join(changed(spec, tape))
        return f"The look has changed since {spec.look.by} approved it{f' ({told})' if told else ''}: show it again"
    return ""


def see_through(
    case: FenceCase,
    runs: list[BoardStretch],
) -> tuple[float, float] | None:
    """Angles off square (rad) between which one sees through, as laid; None: from nowhere, or the style has no boards."""
    return infill_of(case.spec).sight(case, runs)


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
    words = "level" if spec.infill.traits.level else "from above"
    title = f"Looked through, {words}: {1 - share:.0%} open square on" if share < 1 else f"Looked through, {words}"
    if seen is None:
        title += (
            ", nothing is seen through from anywhere"
            if not spec.infill.traits.level
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
            cut=False,
        )
    ]


def _cut(
    case: FenceCase,
    runs: list[BoardStretch],
) -> tuple[list[DetailMember], float]:
    """Boards or slats as cut through, the fence's length along x and its depth along y."""
    cut, pitch_m = infill_of(case.spec).section(case, runs, SHOWN)
    bars = []
    for k, bar in enumerate(cut):
        dx, dy = math.cos(bar.tilt_rad) * bar.wide_m / 2, math.sin(bar.tilt_rad) * bar.wide_m / 2
        x, y = bar.middle
        start, end = (x - dx, y - dy), (x + dx, y + dy)
        bars.append(
            DetailMember(id=f"{case.spec.id}/look/{k}", what="stile", start=start, end=end, width_m=bar.thick_m)
        )
    return bars, pitch_m


def _passes(bars: list[DetailMember]) -> tuple[float, float]:
    """The middle of a gap near the middle of what is drawn."""
    middle = [((b.start[0] + b.end[0]) / 2, (b.start[1] + b.end[1]) / 2) for b in bars]
    k = len(bars) // 2 - 1
    x, y = (middle[k][0] + middle[k + 1][0]) / 2, (middle[k][1] + middle[k + 1][1]) / 2
    return x, y
