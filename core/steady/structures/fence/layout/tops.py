"""Where the infill of a bay stands: with the ground, level above it, or under a straight top; and how high posts reach."""

from dataclasses import replace

from steady.data.interpolation import between
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.slopes import PanelGaps, stepped_bays
from steady.layout.topline import HeightBand, Way, fewest_pieces, through_points
from steady.structures.fence.layout.stations import LineBay, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.units.show import Tape


def stepped(case: FenceCase, bay: LineBay) -> LineBay:
    """A bay of a stepped straight with its level; any other as it is."""
    spec = case.spec
    follows = next(straight.follows for straight in spec.straights if straight.id == bay.start.leg.id)
    if follows != "stepped" or bay.opening is not None:
        return bay
    [step] = stepped_bays(case.ground, (bay.start.station_m, bay.end.station_m), PanelGaps(gap_least_m=spec.gap_m))
    return replace(bay, level_m=step.bottom_m)


def straight_tops(
    case: FenceCase,
    bays: list[LineBay],
    conflicts: list[str],
    *,
    notes: list[str],
) -> list[LineBay]:
    """Bays whose top runs straight over rolling ground, leg by leg, in the fewest pieces the heights allow."""
    spec, tape = case.spec, case.tape
    made = list(bays)
    wish_m = spec.gap_m + spec.height_m
    low_m = spec.top_low_m or wish_m - spec.height_m / 10
    high_m = spec.top_high_m or wish_m + spec.height_m / 10
    step_m = 0.0127 if not tape.metric else 0.01
    if low_m > high_m:
        raise InvalidInputError("top_high_m", "The greatest height of the top is below its least")
    for straight in spec.straights:
        if straight.follows != "straight top":
            continue
        ours = [k for k, bay in enumerate(bays) if bay.start.leg.id == straight.id and bay.opening is None]
        for run in _unbroken(ours):
            posts = [bays[run[0]].start.station_m, *(bays[k].end.station_m for k in run)]
            try:
                line = fewest_pieces(
                    case.ground, posts, HeightBand(least_m=low_m, most_m=high_m, wish_m=wish_m, step_m=step_m)
                )
            except OutOfScopeError as refused:
                notes.append(f"The top follows the ground here: {refused.reason}")
                continue
            if line is None:
                conflicts.append(
                    f"No straight top from {tape.distance(posts[0])} to {tape.distance(posts[-1])} stays between "
                    f"{tape.length(low_m)} and {tape.length(high_m)} above the ground: widen the two, step, or rake"
                )
                continue
            breaks = len(line) - 2
            turns = ", ".join(tape.distance(at) for at, _ in line[1:-1])
            notes.append(
                f"Top from {tape.distance(posts[0])}: one straight line"
                if not breaks
                else f"Top from {tape.distance(posts[0])}: {breaks} breaks, at {turns}. String it between them"
            )
            for k in run:
                bay = bays[k]
                ends = [between(line, at) - spec.height_m for at in (bay.start.station_m, bay.end.station_m)]
                made[k] = replace(bay, line_m=(ends[0], ends[1]))
    return made


def pointed_tops(case: FenceCase, bays: list[LineBay], conflicts: list[str], *, notes: list[str]) -> list[LineBay]:
    """Bays whose top runs through the fence's control points; what that leaves at the ground is told."""
    spec, ground, tape = case.spec, case.ground, case.tape
    ours = {straight.id for straight in spec.straights if straight.follows == POINTED}
    if not ours:
        return bays
    if not spec.top_points:
        raise InvalidInputError(
            "top_points", "Give the top a point or more to run through, or let it follow the ground"
        )
    points = sorted((point.at_m, ground.height_m(point.at_m) + point.height_m, point.way) for point in spec.top_points)
    try:
        through_points(points, 0.0)
    except InvalidInputError:
        raise InvalidInputError(
            "top_points", "Two points of the top stand at one place: take one of them out"
        ) from None
    made, gaps = list(bays), list[float]()
    for k, bay in enumerate(bays):
        if bay.opening is not None or bay.start.leg.id not in ours:
            continue
        made[k] = replace(bay, line_m=_bay_line(points, bay, spec.height_m))
        at = (bay.start.station_m, *ground.breaks_m(bay.start.station_m, bay.end.station_m), bay.end.station_m)
        gaps += [made[k].foot_m(spec.gap_m, s) - ground.height_m(s) for s in at]
    if gaps:
        through = "one point" if len(points) == 1 else f"{len(points)} points"
        low, high = _over(tape, min(gaps)), _over(tape, max(gaps))
        notes.append(f"Top through {through}: boards as long as asked would stand from {low} to {high} over the ground")
    if gaps and min(gaps) < 0 and not spec.infill.traits.boarded:
        conflicts.append(
            f"Under this top the infill would lie up to {tape.length(-min(gaps))} in the ground: raise its points or shorten it"
        )
    return made


POINTED = "control points"


def _bay_line(points: list[tuple[float, float, Way]], bay: LineBay, height_m: float) -> tuple[float, float]:
    """Heights of a bay's nominal bottom at its posts: a step falls on the post nearest to it, so that a panel stays level."""
    from_m, to_m = bay.start.station_m, bay.end.station_m
    middle_m = (from_m + to_m) / 2
    before = [point for point in points if point[0] <= middle_m]
    if before and before[-1][2] == "step" and before[-1] is not points[-1]:
        level = through_points(points, middle_m) - height_m
        return level, level
    return through_points(points, from_m) - height_m, through_points(points, to_m) - height_m


def _over(tape: Tape, gap_m: float) -> str:
    return tape.length(gap_m) if gap_m >= 0 else f"{tape.length(-gap_m)} under"


def _unbroken(indexes: list[int]) -> list[list[int]]:
    runs: list[list[int]] = []
    for k in indexes:
        if runs and k == runs[-1][-1] + 1:
            runs[-1].append(k)
        else:
            runs.append([k])
    return runs


def tops(spec: FenceSpec, out: SetOut) -> dict[str, float]:
    """How far above its ground each post stands whose top does not follow the ground: up to the higher of its two bays."""
    found: dict[str, float] = {}
    for bay in out.bays:
        if bay.level_m is None and bay.line_m is None:
            continue
        for post in (bay.start, bay.end):
            above_m = bay.foot_m(spec.gap_m, post.station_m) + spec.height_m - post.ground_m
            if bay.line_m is not None and post.id not in found:
                found[post.id] = above_m
                continue
            found[post.id] = max(above_m, found.get(post.id, spec.gap_m + spec.height_m))
    for bay in out.bays:
        if bay.level_m is None and bay.line_m is None and bay.opening is None:
            # Beside a raked bay a post is no lower than that bay asks.
            for post in (bay.start, bay.end):
                if post.id in found:
                    found[post.id] = max(found[post.id], spec.gap_m + spec.height_m)
    return found
