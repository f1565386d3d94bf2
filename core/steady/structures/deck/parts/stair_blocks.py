"""Blocks behind an edge that a stair hangs on where no joist ends there: its joist alone would roll under the stringers."""

from steady.layout.outline import Edge
from steady.plan.model import PartPlacement
from steady.structures.deck.checks.stairs import Stair
from steady.structures.deck.layout.framing import joists_at
from steady.structures.deck.parts.build import UP, Builder
from steady.structures.deck.parts.guards import to_next_joist_m

SCREWS_A_BLOCK = 4
NEAR_M = 0.001


def build_stair_blocks(b: Builder, stairs: list[Stair]) -> None:
    """One block a stringer, to the next joist; none where a guard post or a row of blocking has one already.

    Source: common practice.
    """
    t, deep = b.timber.joist.thickness_m, b.timber.joist.width_m
    z = -b.timber.board.thickness_m - deep / 2
    for stair in stairs:
        edge = stair.edge
        if stair.found.run_m <= 0 or joists_at(b.frame, edge) or not _along_joists(b, edge):
            continue
        first, pitch = stair.stringers_m(b.timber.stringer.thickness_m)
        for k in range(stair.found.stringers):
            at_m = first + k * pitch
            length = to_next_joist_m(b, edge, at_m) - t
            if not 1.5 * t < at_m < edge.length_m - 1.5 * t or length > b.spec.spacing_m or _taken(b, edge, at_m):
                continue
            place = PartPlacement(
                id=f"{b.spec.id}/stair/{stair.design.id}/block-{k + 1}",
                at=(*edge.inside(at_m, t), z),
                along=(-edge.out[0], -edge.out[1], 0.0),
                up=UP,
                about=f"{b.spec.id}/stair/{stair.design.id}",
            )
            b.add("blocking", b.timber.joist, (length, (t, deep)), place=place)
            b.fix("rim screw", SCREWS_A_BLOCK, place.at, role="screw")


def _along_joists(b: Builder, edge: Edge) -> bool:
    across = edge.out[0 if not b.frame.flip else 1]
    return abs(abs(across) - 1.0) < 1e-6


def _taken(b: Builder, edge: Edge, at_m: float) -> bool:
    """Whether a guard post, or a block against this edge, stands where one would."""
    t, post_m = b.timber.joist.thickness_m, b.timber.guard_post.width_m
    posts = [b.vec(u, v) for u, v in b.guard_posts]
    if any(
        abs(_station(edge, x, y) - at_m) < (t + post_m) / 2 - NEAR_M and _in(edge, x, y) < t + post_m
        for x, y, _ in posts
    ):
        return True
    met = [
        (place.at[0] + place.along[0] * far, place.at[1] + place.along[1] * far)
        for place, length_m in b.placed("blocking")
        for far in (0.0, length_m)
    ]
    return any(abs(_station(edge, x, y) - at_m) < t - NEAR_M and _in(edge, x, y) < 2 * t for x, y in met)


def _station(edge: Edge, x: float, y: float) -> float:
    way = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m)
    return (x - edge.start[0]) * way[0] + (y - edge.start[1]) * way[1]


def _in(edge: Edge, x: float, y: float) -> float:
    return abs((x - edge.start[0]) * edge.out[0] + (y - edge.start[1]) * edge.out[1])
