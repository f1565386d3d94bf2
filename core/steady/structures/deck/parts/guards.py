"""A deck's guard as parts: posts, rails, balusters, caps and the blocking behind its posts."""

import itertools
import math
from collections.abc import Sequence

from steady.layout.outline import Edge
from steady.plan.model import PartPlacement
from steady.structures.deck.checks.guards import cap_of, rail_of
from steady.structures.deck.checks.screens import BOTTOM_M, FACES
from steady.structures.deck.layout.framing import joists_at
from steady.structures.deck.parts.build import SAME_M, UP, Builder, second_ways
from steady.structures.guard.calculate import GuardResult, GuardRun
from steady.structures.part_grouping import mitered

CAP_LONGEST_M = 3.6
"""Caps are cut no longer than this: they are handled overhead by one person [common practice]."""


LOW_END_M = 0.05
"""Balusters end so far over the deck [common practice]."""


def _caps(b: Builder, name: str, run: GuardRun, *, tall: tuple[bool, bool]) -> None:
    """The cap in even pieces joined over posts; mitered where two runs share a corner post.

    `tall`: whether the post at its start and at its end runs on up, so that the cap ends at its face.
    """
    inset_m = post_inset_m(b)
    edge, board, own_m = run.edge, cap_of(b.timber), b.timber.guard_post.width_m
    along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    first_rad = math.pi / 2 - run.corner_first if run.shares_first and run.corner_first and not tall[0] else 0.0
    last_rad = math.pi / 2 - run.corner_last if run.shares_last and run.corner_last and not tall[1] else 0.0
    last = len(run.posts_m) - 1
    ends = (
        run.posts_m[0] + (run.half_m(0, own_m) if tall[0] else 0.0 if first_rad else -own_m / 2),
        run.posts_m[-1] - (run.half_m(last, own_m) if tall[1] else 0.0 if last_rad else -own_m / 2),
    )
    # Where posts run on through the cap's height it ends at their faces; over the others its pieces are joined.
    through = [k for k in range(1, last) if k in dict(run.carried)]
    bays, start, since = list[tuple[float, float]](), ends[0], 0
    for k in (*through, last):
        stop = ends[1] if k == last else run.posts_m[k] - run.half_m(k, own_m)
        bays += itertools.pairwise(_joints((start, stop), run.posts_m[since + 1 : k]))
        start, since = run.posts_m[k] + run.half_m(k, own_m), k
    for k, (begins, stops) in enumerate(bays):
        length = stops - begins
        angles = (first_rad if begins == ends[0] else 0.0, last_rad if stops == ends[1] else 0.0)
        x, y = edge.inside(begins, inset_m)
        b.add(
            "guard cap",
            board,
            (length, (board.thickness_m, board.width_m)),
            place=PartPlacement(
                id=f"{name}/cap/{k}",
                at=(x, y, b.guard_m - board.thickness_m / 2),
                along=along,
                up=(edge.out[0], edge.out[1], 0.0),
                about=f"{b.spec.id}/guard",
            ),
            sawn=mitered(length, board.width_m, angles),
        )


def _tall_ends(b: Builder, guard: GuardResult, run: GuardRun) -> tuple[bool, bool]:
    """Whether the posts at a run's two ends run on up: a screen's, here or round the corner, or another structure's."""
    before = [one for one in guard.runs if run.shares_first and math.dist(one.edge.end, run.edge.start) < SAME_M]
    after = [one for one in guard.runs if run.shares_last and math.dist(one.edge.start, run.edge.end) < SAME_M]
    carried, last = dict(run.carried), len(run.posts_m) - 1
    return (
        0 in carried or any(has_screen(b, one.edge) for one in (run, *before)),
        last in carried or any(has_screen(b, one.edge) for one in (run, *after)),
    )


def has_screen(b: Builder, edge: Edge) -> bool:
    """Whether this edge's posts run on up to carry a screen."""
    return FACES[b.spec.guard.screen_on](edge)


SCREWS_A_CROSSING = 2


def _screen(b: Builder, number: int, run: GuardRun) -> None:
    """Level boards on the outer faces of the posts, joined on posts, from just over the deck to the screen's top."""
    guard, board, edge = b.spec.guard, b.timber.board, run.edge
    along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    half, inset = b.timber.guard_post.width_m / 2, post_inset_m(b)
    on_face = inset - half - board.thickness_m / 2
    pitch = board.width_m + guard.screen_gap_m
    rows = max(1, math.floor((guard.screen_m - BOTTOM_M + guard.screen_gap_m) / pitch + 1e-9))
    ends = (run.posts_m[0] - half, run.posts_m[-1] + half)
    for k, (begins, stops) in enumerate(itertools.pairwise(_joints(ends, run.posts_m[1:-1]))):
        x, y = edge.inside(begins, on_face)
        place = PartPlacement(
            id=f"{b.spec.id}/screen/{number}/{k}",
            at=(x, y, guard.screen_m - board.width_m / 2 - (rows - 1) * pitch),
            along=along,
            up=UP,
            about=f"{b.spec.id}/guard",
            count=rows,
            step=(0.0, 0.0, pitch),
        )
        b.add("screen board", board, (stops - begins, (board.thickness_m, board.width_m)), place=place)
    x, y = edge.inside(run.posts_m[0], on_face)
    b.fix("deck screw", SCREWS_A_CROSSING * rows * len(run.posts_m), (x, y, guard.screen_m), role="screw")


def _joints(ends_m: tuple[float, float], posts_m: tuple[float, ...]) -> tuple[float, ...]:
    """Where a cap's pieces begin and end: the fewest, joined over the posts nearest to an even division."""
    first, last = ends_m
    joints: tuple[float, ...] = ends_m
    for pieces in range(1, len(posts_m) + 2):
        even = (first + (last - first) * k / pieces for k in range(1, pieces))
        inner = sorted({min(posts_m, key=lambda post: (round(abs(post - at), 6), post)) for at in even})
        joints = (first, *inner, last)
        if max(b - a for a, b in itertools.pairwise(joints)) <= CAP_LONGEST_M:
            break
    return joints


def guard_posts(b: Builder, guard: GuardResult) -> tuple[tuple[float, float], ...]:
    """Middles of a guard's posts in framing axes (m)."""
    found = []
    for run in guard.runs:
        for k, at in enumerate(run.posts_m):
            if not (k == 0 and run.shares_first) and k not in dict(run.carried):
                x, y = run.edge.inside(at, post_inset_m(b))
                found.append((y, x) if b.frame.flip else (x, y))
    return tuple(found)


def guard_blocks(b: Builder, guard: GuardResult) -> tuple[tuple[float, float, float], ...]:
    """What a guard's posts and their blocks take of their bays: middles in framing axes, half of each size along v (m)."""
    t, half_m, found = b.timber.joist.thickness_m, b.timber.guard_post.width_m / 2, []
    for run in guard.runs:
        for k, at in enumerate(run.posts_m):
            if (k == 0 and run.shares_first) or k in dict(run.carried):
                continue
            edge, at_m = min([(run.edge, at), *_other_edge(guard, run, k)], key=lambda one: _ways(b, one[0]))
            post = edge.inside(at_m, post_inset_m(b))
            u = post[1] if b.frame.flip else post[0]
            found.append((u, post[0] if b.frame.flip else post[1], half_m))
            for station_m, in_m in _block_lines(b, edge, at_m):
                block = edge.inside(station_m, in_m)
                found.append((u, block[0] if b.frame.flip else block[1], t / 2))
    return tuple(found)


def post_inset_m(b: Builder) -> float:
    """From an edge to the middle of its guard's posts: they stand inside the rim (m)."""
    return b.timber.joist.thickness_m + b.timber.guard_post.width_m / 2


def build_guard(b: Builder, guard: GuardResult) -> None:
    """Posts bolted inside the rim, two rails and a cap, balusters on the rails' outer faces; anchors and blocks at each post."""
    timber = b.timber
    post, baluster, rail = timber.guard_post, timber.baluster, rail_of(timber)
    tall = b.guard_m = guard.height_m
    below = timber.board.thickness_m + timber.joist.width_m
    # The cap's top is the guard's height: posts and balusters end under it.
    under = tall - cap_of(timber).thickness_m
    high = under - rail.width_m / 2
    for number, run in enumerate(guard.runs):
        edge = run.edge
        along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
        inset = post_inset_m(b)
        for k, at in enumerate(run.posts_m):
            if (k == 0 and run.shares_first) or k in dict(run.carried):
                continue
            x, y = edge.inside(at, inset)
            stands = [(edge, at), *_other_edge(guard, run, k)]
            top = b.spec.guard.screen_m if any(has_screen(b, one) for one, _ in stands) else under
            b.add(
                "guard post",
                post,
                (top + below, (post.thickness_m, post.width_m)),
                place=PartPlacement(
                    id=f"{b.spec.id}/guard/{number}/{k}",
                    at=(x, y, -below),
                    along=UP,
                    up=along,
                    about=f"{b.spec.id}/guard",
                ),
            )
            b.fix("guard anchor", 1, (x, y, 0.0), role="connector")
            # A corner's post has its blocks on the edge along the joists, whichever run comes first.
            _blocks(b, *min(stands, key=lambda one: _ways(b, one[0])), name=f"{b.spec.id}/guard/{number}/block-{k}")
        for k, (start, end) in enumerate(itertools.pairwise(run.posts_m)):
            face_m = start + run.half_m(k, post.width_m)
            clear = end - run.half_m(k + 1, post.width_m) - face_m
            x, y = edge.inside(face_m, inset)
            for z in (0.09, high):
                b.add(
                    "guard rail",
                    rail,
                    (clear, (rail.thickness_m, rail.width_m)),
                    place=PartPlacement(
                        id=f"{b.spec.id}/guard/{number}/rail/{start:.3f}/{z:.2f}",
                        at=(x, y, z),
                        along=along,
                        up=UP,
                        about=f"{b.spec.id}/guard",
                    ),
                )
            each, gap_m = run.infill[k]
            if each:
                pitch = gap_m + baluster.width_m
                on_face = inset - (rail.thickness_m + baluster.thickness_m) / 2
                bx, by = edge.inside(face_m + gap_m + baluster.width_m / 2, on_face)
                b.add(
                    "baluster",
                    baluster,
                    (under - LOW_END_M, (baluster.thickness_m, baluster.width_m)),
                    place=PartPlacement(
                        id=f"{b.spec.id}/guard/{number}/balusters/{start:.3f}",
                        at=(bx, by, LOW_END_M),
                        along=UP,
                        up=along,
                        about=f"{b.spec.id}/guard",
                        count=each,
                        step=(along[0] * pitch, along[1] * pitch, 0.0),
                    ),
                )
        x, y = edge.inside(run.posts_m[0], inset)
        if has_screen(b, edge):
            _screen(b, number, run)  # its boards stand where a cap would reach over the posts
        else:
            _caps(b, f"{b.spec.id}/guard/{number}", run, tall=_tall_ends(b, guard, run))
        b.fix("deck screw", 4 * run.balusters, (x, y, 0.0), role="screw")


def _seconds_at(b: Builder, edge: Edge, across: Sequence[float]) -> list[float]:
    """Where along an edge second joists stand, beside joists that reach it."""
    if not b.spec.bearings:
        return []
    t, ways, found = b.timber.joist.thickness_m, second_ways(b), []
    turn = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m)
    for joist in b.frame.joists:
        way = ways.get(joist.id, 0.0)
        x, y, _ = b.vec(joist.u_m, 0.0)
        at = (x - edge.start[0]) * turn[0] + (y - edge.start[1]) * turn[1]
        if way and any(abs(at - one) < t / 2 for one in across):
            dx, dy, _ = b.vec(way * t, 0.0)
            found.append(at + dx * turn[0] + dy * turn[1])
    return found


def _blocks(b: Builder, edge: Edge, at_m: float, *, name: str) -> None:
    """Two blocks at a guard post: behind it, between the joists beside it; or at both its sides, to the next joist."""
    t, deep = b.timber.joist.thickness_m, b.timber.joist.width_m
    z = -b.timber.board.thickness_m - deep / 2
    way = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    inward = (-edge.out[0], -edge.out[1], 0.0)
    rows = _block_lines(b, edge, at_m)
    across = _joists_and_seconds(b, edge)
    if across:
        before, after = _beside(across, at_m)
        along, length = way, after - before - t
    else:
        along, length = inward, to_next_joist_m(b, edge, at_m) - t
    for number, (station_m, in_m) in enumerate(rows):
        b.add(
            "blocking",
            b.timber.joist,
            (length, (t, deep)),
            place=PartPlacement(
                id=name if number == 0 else f"{name}/{number + 1}",
                at=(*edge.inside(station_m, in_m), z),
                along=along,
                up=UP,
                about=f"{b.spec.id}/guard",
            ),
        )


def _joists_and_seconds(b: Builder, edge: Edge) -> tuple[float, ...]:
    across = joists_at(b.frame, edge)
    return tuple(sorted([*across, *_seconds_at(b, edge, across)])) if across else ()


def _beside(across: Sequence[float], at_m: float) -> tuple[float, float]:
    return (
        max((joist for joist in across if joist < at_m), default=across[0]),
        min((joist for joist in across if joist > at_m), default=across[-1]),
    )


def _block_lines(b: Builder, edge: Edge, at_m: float) -> list[tuple[float, float]]:
    """Where the two blocks of a guard post begin: along the edge and in from it (m)."""
    t, post_m = b.timber.joist.thickness_m, b.timber.guard_post.width_m
    across = _joists_and_seconds(b, edge)
    if across:
        before, _ = _beside(across, at_m)
        return [(before + t / 2, t + post_m + (ply + 0.5) * t) for ply in (0, 1)]
    sides = (at_m - (post_m + t) / 2, at_m + (post_m + t) / 2)
    kept = [side for side in sides if 1.5 * t < side < edge.length_m - 1.5 * t]
    if len(kept) == 1:
        # Beside a corner both stand on the side that has room.
        kept.append(kept[0] + (t if kept[0] > at_m else -t))
    return [(side, t) for side in kept]


def _other_edge(guard: GuardResult, run: GuardRun, k: int) -> list[tuple[Edge, float]]:
    """The edge after a corner, with where the corner's post stands on it; none for any other post."""
    if not run.shares_last or k + 1 < len(run.posts_m):
        return []
    return [
        (other.edge, other.posts_m[0])
        for other in guard.runs
        if other.shares_first and math.dist(other.edge.start, run.edge.end) < SAME_M
    ]


def _ways(b: Builder, edge: Edge) -> int:
    """Which edge of a corner is taken first: along the joists, across them, at a slant."""
    axis = 1 if b.frame.flip else 0
    along = abs(edge.end[axis] - edge.start[axis]) / edge.length_m
    return 0 if along < SAME_M else 1 if along > 1 - SAME_M else 2


def to_next_joist_m(b: Builder, edge: Edge, at_m: float) -> float:
    """From the middle of the joist at an edge to that of the next one inside it, or of its second one (m)."""
    t, ways = b.timber.joist.thickness_m, second_ways(b)
    axis = 1 if b.frame.flip else 0
    x, y = edge.inside(at_m, t / 2)
    here, beside = ((x, y)[axis], (x, y)[1 - axis])
    inward = -edge.out[axis]
    ahead = [
        (u_m - here) * inward
        for joist in b.frame.joists
        for u_m in {joist.u_m, joist.u_m + ways.get(joist.id, 0.0) * t}
        if (u_m - here) * inward > t / 2 and joist.from_m - t < beside < joist.to_m + t
    ]
    return min(ahead, default=b.spec.spacing_m)
