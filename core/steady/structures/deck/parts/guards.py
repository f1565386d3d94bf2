"""A deck's guard as parts: posts, rails, balusters, caps and the blocking behind its posts."""

import itertools
import math

from steady.layout.outline import Edge
from steady.plan.model import Cut, PartPlacement, Vec
from steady.structures.deck.checks.guards import cap_of, rail_of
from steady.structures.deck.parts.build import UP, Builder
from steady.structures.guard.calculate import GuardFound, GuardRun
from steady.structures.part_grouping import Sawn

CAP_LONGEST_M = 3.6
"""Caps are cut no longer than this: they are handled overhead by one person [common practice]."""


def _caps(b: Builder, name: str, run: GuardRun, inset_m: float) -> None:
    """The cap in even pieces joined over posts; mitered where two runs share a corner post."""
    edge, board, half = run.edge, cap_of(b.timber), b.timber.guard_post.width_m / 2
    along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    first_rad = math.pi / 2 - run.corner_first if run.shares_first and run.corner_first else 0.0
    last_rad = math.pi / 2 - run.corner_last if run.shares_last and run.corner_last else 0.0
    ends = run.posts_m[0] - (0.0 if first_rad else half), run.posts_m[-1] + (0.0 if last_rad else half)
    for k, (begins, stops) in enumerate(itertools.pairwise(_joints(ends, run.posts_m[1:-1]))):
        length = stops - begins
        angles = (first_rad if begins == ends[0] else 0.0, last_rad if stops == ends[1] else 0.0)
        first = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-angles[0])
        last = Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=angles[1])
        x, y = edge.inside(begins, inset_m)
        b.add(
            "guard cap",
            board,
            (length, (board.thickness_m, board.width_m)),
            PartPlacement(
                id=f"{name}/cap/{k}",
                at=(x, y, b.guard_m),
                along=along,
                up=(edge.out[0], edge.out[1], 0.0),
                about=f"{b.spec.id}/guard",
            ),
            Sawn(
                tuple(cut for cut in (first, last) if cut.bevel_rad),
                length + sum(board.width_m / 2 * math.tan(angle) for angle in angles),
            ),
        )


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


def build_guard(b: Builder, guard: GuardFound) -> None:
    """Posts bolted inside the rim, two rails and a cap, balusters; anchors and doubled blocking behind each post."""
    timber = b.timber
    post, baluster, rail = timber.guard_post, timber.baluster, rail_of(timber)
    tall = b.guard_m = guard.height_m
    below = timber.board.thickness_m + timber.joist.width_m
    high = tall - cap_of(timber).thickness_m / 2 - rail.width_m / 2
    for number, run in enumerate(guard.runs):
        edge = run.edge
        along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
        inset = timber.joist.thickness_m + post.width_m / 2
        for k, at in enumerate(run.posts_m):
            if k == 0 and run.shares_first:
                continue
            x, y = edge.inside(at, inset)
            b.add(
                "guard post",
                post,
                (tall + below, (post.thickness_m, post.width_m)),
                PartPlacement(
                    id=f"{b.spec.id}/guard/{number}/{k}",
                    at=(x, y, -below),
                    along=UP,
                    up=along,
                    about=f"{b.spec.id}/guard",
                ),
            )
            b.fix("guard anchor", 1, (x, y, 0.0), "connector")
            behind, way = _block(b, edge, at)
            b.add(
                "blocking",
                timber.joist,
                (b.spec.spacing_m - timber.joist.thickness_m, (timber.joist.thickness_m, timber.joist.width_m)),
                PartPlacement(
                    id=f"{b.spec.id}/guard/{number}/block-{k}",
                    at=(*behind, -below + timber.joist.width_m / 2),
                    along=way,
                    up=UP,
                    about=f"{b.spec.id}/guard",
                    count=2,
                    step=(way[1] * timber.joist.thickness_m, way[0] * timber.joist.thickness_m, 0.0),
                ),
            )
        for start, end in zip(run.posts_m, run.posts_m[1:], strict=False):
            clear = end - start - post.width_m
            x, y = edge.inside(start + post.width_m / 2, inset)
            for z in (0.09, high):
                b.add(
                    "guard rail",
                    rail,
                    (clear, (rail.thickness_m, rail.width_m)),
                    PartPlacement(
                        id=f"{b.spec.id}/guard/{number}/rail/{start:.3f}/{z:.2f}",
                        at=(x, y, z),
                        along=along,
                        up=UP,
                        about=f"{b.spec.id}/guard",
                    ),
                )
            each = run.balusters // max(1, len(run.posts_m) - 1)
            if each:
                pitch = run.gap_m + baluster.width_m
                bx, by = edge.inside(start + post.width_m / 2 + run.gap_m + baluster.width_m / 2, inset)
                b.add(
                    "baluster",
                    baluster,
                    (tall - 0.05, (baluster.thickness_m, baluster.width_m)),
                    PartPlacement(
                        id=f"{b.spec.id}/guard/{number}/balusters/{start:.3f}",
                        at=(bx, by, 0.05),
                        along=UP,
                        up=along,
                        about=f"{b.spec.id}/guard",
                        count=each,
                        step=(along[0] * pitch, along[1] * pitch, 0.0),
                    ),
                )
        x, y = edge.inside(run.posts_m[0], inset)
        _caps(b, f"{b.spec.id}/guard/{number}", run, inset)
        b.fix("deck screw", 4 * run.balusters, (x, y, 0.0), "screw")


def _block(b: Builder, edge: Edge, at_m: float) -> tuple[tuple[float, float], Vec]:
    """Where doubled blocking starts behind a guard post, and its way: from the edge to the next joist, or between two joists."""
    joists = b.vec(0.0, 1.0)
    t = b.timber.joist.thickness_m
    if abs(edge.out[0] * joists[0] + edge.out[1] * joists[1]) < 0.5:
        return edge.inside(min(max(at_m, t), edge.length_m - 2 * t), t), (-edge.out[0], -edge.out[1], 0.0)
    length = b.spec.spacing_m - t
    start = min(max(at_m - length / 2, t), edge.length_m - length - t)
    direction = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    return edge.inside(start, b.timber.guard_post.width_m + 2 * t), direction
