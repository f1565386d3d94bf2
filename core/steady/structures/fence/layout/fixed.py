"""Posts that the solver may not move: ends, corners, walls, gates, lift-out bays, and those a person has locked."""

import itertools
import math
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError
from steady.layout.bays import TOLERANCE_M
from steady.layout.path import CORNER_RAD, Path
from steady.structures.fence.layout.stations import Post
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import CLOSES_M, FenceSpec

SAME_POST_M = 0.02
"""Two fixed posts nearer than this are one post [our own]."""


def fixed_posts(case: FenceCase, path: Path) -> list[Post]:
    """Posts that nothing moves, in their order along the line: ends, corners, walls, gate posts, locked ones."""
    spec, timber = case.spec, case.timber
    wanted: list[tuple[float, int, str, str, str, str]] = [_line_end(case, path, 0)]
    for index, leg in enumerate(path.legs[1:], start=1):
        corner = abs(path.turn_rad(index)) >= CORNER_RAD
        turn = math.degrees(path.turn_rad(index))
        side = "left" if turn > 0 else "right"
        label = f"turn {abs(turn):.0f}° {side}" if corner else "bend"
        wanted.append((leg.from_m, 1, leg.id, "corner" if corner else "bend", label, ""))
    wanted.append(_line_end(case, path, 1))
    wanted += _lift_outs(case, path)
    for index, opening in enumerate(spec.openings):
        first_m = opening.at_m
        last_m = first_m + opening.clear_m + timber.gate_post.width_m
        leg = path.leg_at(first_m)
        if last_m > path.length_m + TOLERANCE_M:
            raise InvalidInputError(
                f"openings/{index}/at_m", f"The {opening.what} runs past the end of the line: move it back"
            )
        if last_m > leg.to_m + TOLERANCE_M:
            raise InvalidInputError(
                f"openings/{index}/at_m", f"The {opening.what} lies across a corner: a gate must lie in one run"
            )
        wanted.append((first_m, 2, f"{opening.id}-a", "gate", opening.what, f"{opening.id}/a"))
        wanted.append((last_m, 2, f"{opening.id}-b", "gate", opening.what, f"{opening.id}/b"))
    for index, lock in enumerate(spec.locks):
        if lock.at_m > path.length_m + TOLERANCE_M:
            raise InvalidInputError(f"locks/{index}/at_m", "This locked post stands past the end of the line")
        wanted.append((lock.at_m, 3, lock.id, "locked", lock.why, ""))
    _refuse_overlap(spec, timber.gate_post)
    made: list[Post] = []
    for station_m, rank, post_id, kind, label, opening_id in sorted(wanted):
        if made and station_m - made[-1].station_m < SAME_POST_M:
            kept = made[-1]
            if rank == 2 or kept.opening:
                opened = opening_id if opening_id.endswith("/a") else kept.opening or opening_id
                kind_kept = kept.kind if kept.kind != "locked" else kind
                made[-1] = replace(
                    kept, kind=kind_kept, stick=timber.gate_post, label=kept.label or label, opening=opened
                )
            continue
        stick = timber.gate_post if opening_id else timber.post
        made.append(
            Post(
                post_id,
                station_m,
                kind,
                path.leg_at(station_m),
                case.ground.height_m(station_m),
                stick,
                label,
                opening_id,
            )
        )
    return [_split(spec, path, post) for post in made]


def _split(spec: FenceSpec, path: Path, post: Post) -> Post:
    """A post at a bend or corner turned to split its angle, where the crew asks for it; a gate's post stands with its gate."""
    if spec.bend_posts != "split" or post.kind not in ("corner", "bend", "closing") or post.opening:
        return post
    at = path.legs.index(post.leg)
    if post.kind == "closing":
        turn, leg = path.legs[0].heading_rad - path.legs[-1].heading_rad, 1.0
    else:
        turn, leg = post.leg.heading_rad - path.legs[at - 1].heading_rad, -1.0
    # A square post looks alike at every quarter turn.
    return replace(post, turned_rad=math.remainder(leg * math.remainder(turn, 2 * math.pi) / 2, math.pi / 2))


def _line_end(case: FenceCase, path: Path, which: int) -> tuple[float, int, str, str, str, str]:
    """The first (0) or last (1) fixed post.

    Raises:
        InvalidInputError: A loop that does not close, or one that is joined to a wall.
    """
    spec = case.spec
    end = spec.end_at if which else spec.start_at
    at_m, post_id = (path.length_m, "end") if which else (0.0, "start")
    if spec.closed:
        if end.at != "post":
            raise InvalidInputError(f"{post_id}_at/at", "A closed loop has no ends to join to a wall")
        last = path.legs[-1].point(path.length_m)
        off_m = math.hypot(*last)
        if off_m > CLOSES_M or len(path.legs) < 3:
            raise InvalidInputError(
                f"straights/{len(spec.straights) - 1}/length_m",
                f"The loop does not close: its end lies {case.tape.length(off_m)} from its start. Mend the last lengths and turns",
            )
        turn = math.degrees(math.remainder(path.legs[0].heading_rad - path.legs[-1].heading_rad, 2 * math.pi))
        label = f"turn {abs(turn):.0f}° {'left' if turn > 0 else 'right'}"
        return (at_m, 0, post_id, "closing" if which else "corner", "the start again" if which else label, "")
    if end.at == "wall":
        back_m = case.timber.post.width_m / 2 + end.packing_m
        return (at_m - back_m if which else at_m + back_m, 0, post_id, "wall", "against the wall", "")
    if end.at == "standing post":
        return (at_m, 0, post_id, "standing", "stands already", "")
    return (at_m, 0, post_id, "end", "", "")


def _lift_outs(case: FenceCase, path: Path) -> list[tuple[float, int, str, str, str, str]]:
    """Side posts of the bays that lift out, and their loose posts between, evenly."""
    spec = case.spec
    found: list[tuple[float, int, str, str, str, str]] = []
    for index, item in enumerate(spec.lift_outs):
        last_m = item.at_m + item.clear_m + case.timber.post.width_m
        leg = path.leg_at(item.at_m)
        if last_m > leg.to_m + TOLERANCE_M:
            raise InvalidInputError(f"lift_outs/{index}/at_m", "The lift-out bay runs past its run's end: move it back")
        for opening in spec.openings:
            if item.at_m < opening.at_m + opening.clear_m and opening.at_m < last_m - SAME_POST_M:
                raise InvalidInputError(
                    f"lift_outs/{index}/at_m", f"The lift-out bay lies over the {opening.what}: move one"
                )
        loose = math.ceil((last_m - item.at_m - TOLERANCE_M) / spec.bay_max_m) - 1
        found.append((item.at_m, 1, f"{item.id}-a", "lift-out", "lift-out bay", ""))
        for k in range(1, loose + 1):
            at_m = item.at_m + (last_m - item.at_m) * k / (loose + 1)
            found.append((at_m, 1, f"{item.id}-loose-{k}", "loose", "loose post", ""))
        found.append((last_m, 1, f"{item.id}-b", "lift-out", "lift-out bay", ""))
    return found


def _refuse_overlap(spec: FenceSpec, post: SectionItem) -> None:
    spans = sorted((o.at_m, o.at_m + o.clear_m + post.width_m, i) for i, o in enumerate(spec.openings))
    for before, after in itertools.pairwise(spans):
        if after[0] < before[1] - SAME_POST_M:
            raise InvalidInputError(f"openings/{after[2]}/at_m", "Two gates overlap: move one of them")
    for index, lock in enumerate(spec.locks):
        for low_m, high_m, at in spans:
            if low_m + SAME_POST_M < lock.at_m < high_m - SAME_POST_M:
                what = spec.openings[at].what
                raise InvalidInputError(
                    f"locks/{index}/at_m", f"This locked post stands inside the {what}: unlock or move it"
                )


def name_of(post: Post) -> str:
    """What a fixed post is called in a sentence."""
    names = {
        "end": "The end post",
        "wall": "The post against the wall",
        "standing": "The post that stands already",
        "corner": "The corner post",
        "closing": "The corner post",
        "gate": f"A post of the {post.label}",
        "lift-out": "A post of the lift-out bay",
        "loose": "The loose post of the lift-out bay",
    }
    return names.get(post.kind, "The locked post")
