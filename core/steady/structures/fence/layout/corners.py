"""Corners of a fence worked out, outside and inside: one straight's rails and boards run past, the next one's butt against them."""

import math
from dataclasses import replace

from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.line import BoardStretch, Faces, middle_of, side
from steady.structures.fence.layout.stations import Post, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.timber import FenceTimbers


def board_layer(case: FenceCase) -> Faces:
    """Where the boards of a fence lie beside its line: on the posts' face, or on rails there."""
    spec, timber = case.spec, case.timber
    lie = rows(spec, timber.rail)
    near_m = timber.post.thickness_m / 2 + (timber.rail.thickness_m if lie.on_face and lie.count else 0.0)
    thick_m = timber.board.thickness_m * spec.infill.traits.over_face
    return Faces(near_m, near_m + thick_m)


def rail_layer(timber: FenceTimbers) -> Faces:
    """Where rails on edge lie: on the posts' face."""
    near_m = timber.post.thickness_m / 2
    return Faces(near_m, near_m + timber.rail.thickness_m)


def _turns(spec: FenceSpec, out: SetOut, first: Post, *, last: Post) -> tuple[float, float]:
    """Turns at both ends of a stretch, positive toward the boards; 0 where it ends at no corner."""
    legs, leg = out.path.legs, first.leg
    at = legs.index(leg)
    closed = spec.closed and len(legs) > 2

    def turn(index: int, post: Post, at_end: bool) -> float:
        joined = post.kind in ("corner", "closing", "bend") and not post.opening
        if not joined or not (closed or 0 < index < len(legs)):
            return 0.0
        station = legs[index % len(legs)].from_m if not (at_end and index == len(legs)) else legs[-1].to_m
        if abs(post.station_m - station) > 1e-6:
            return 0.0
        turned = legs[index % len(legs)].heading_rad - legs[index - 1].heading_rad
        return side(spec) * math.remainder(turned, 2 * math.pi)

    return turn(at, first, False), turn(at + 1, last, True)


def cornered(case: FenceCase, out: SetOut, runs: list[BoardStretch]) -> list[BoardStretch]:
    """Stretches whose boards close their corners; `ends_m` gives what lies in other layers its own ends."""
    spec = case.spec
    if spec.infill.traits.free_at_corners:
        return runs
    # Boards on both faces close each face's corner by itself.
    boards = None if spec.infill.traits.two_faced else board_layer(case)
    made = []
    for run in runs:
        if run.bays[0].lift_out:
            made.append(run)
            continue
        start, end = _turns(spec, out, run.bays[0].start, last=run.bays[-1].end)
        run = _before_turned_posts(case, run)
        made.append(replace(run, start_turn_rad=start, end_turn_rad=end, boards=boards))
    return made


def _before_turned_posts(case: FenceCase, run: BoardStretch) -> BoardStretch:
    """Boards end where a gate's post that stands turned, with its gate, comes through their layer."""
    faces = board_layer(case)
    layer_m = (side(case.spec) * faces.near_m, side(case.spec) * faces.far_m)
    first, last = run.bays[0].start, run.bays[-1].end
    from_m, to_m = run.from_m, run.to_m

    def reach_m(post: Post, way: float) -> float:
        """How far before (or after) its station the post comes through the boards' layer; 0: it does not."""
        if not post.opening:
            return 0.0
        along_m, left_m = middle_of(case, post, run.leg)
        corner_m = post.corner_m(run.leg, (layer_m[0] - left_m, layer_m[1] - left_m), way)
        return corner_m + way * along_m if corner_m > 0 else 0.0

    if reach := reach_m(last, -1.0):
        to_m = last.station_m - reach
    if reach := reach_m(first, 1.0):
        from_m = first.station_m + reach
    return replace(run, from_m=from_m, to_m=to_m)


def turned_notes(case: FenceCase, out: SetOut) -> list[str]:
    """Posts turned to split their angle: what their rails are cut to, or how far their corners come through the rails' line."""
    timber = case.timber
    found = sorted({round(abs(post.turned_rad), 4) for post in out.posts if post.turned_rad})
    if not found:
        return []
    angles = " and ".join(f"{math.degrees(half):.0f}°" for half in found)
    said = f"Posts at bends stand turned, to split the angle: {angles} from either run"
    if rows(case.spec, timber.rail).on_face:
        half_m = timber.post.width_m / 2
        out_m = half_m * (math.cos(found[-1]) + math.sin(found[-1]) - 1)
        back = case.tape.length(out_m)
        return [f"{said}. On the outside of a turn plane its corner back, up to {back}; inside, shim the rails as far"]
    return [f"{said}; what meets them is cut to that bevel"]


def notes(runs: list[BoardStretch]) -> list[str]:
    """How corners are closed, in words."""
    turns = [turn for run in runs for turn in (run.start_turn_rad,) if turn]
    said = []
    if any(turn < 0 for turn in turns):
        said.append(
            "Outside corners: the first run goes past to the face of the next one's boards, which butt against it"
        )
    if any(turn > 0 for turn in turns):
        said.append(
            "Inside corners: the first run's rails end on the post; the next one's butt against them, on a cleat"
        )
    return said
