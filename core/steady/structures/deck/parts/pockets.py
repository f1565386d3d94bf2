"""Doubled blocking under every post of a roof that stands on a deck."""

from steady.plan.model import PartPlacement, Vec
from steady.structures.deck.parts.build import Builder, levels
from steady.structures.support_links import PostReaction

UP: Vec = (0.0, 0.0, 1.0)
SCREWS_A_BLOCK = 8


def pockets(b: Builder) -> None:
    """Two blocks side by side under each post, the base's bolts through both; two on either side of one held in a pocket."""
    spec, frame, stick = b.spec, b.frame, b.timber.joist
    t, deep = stick.thickness_m, stick.width_m
    z, _ = levels(spec, b.timber)
    for one in spec.bearings:
        u, v = (one.y_m, one.x_m) if frame.flip else (one.x_m, one.y_m)
        there = sorted((joist for joist in frame.joists if joist.from_m <= v <= joist.to_m), key=lambda item: item.u_m)
        left = [joist for joist in there if joist.u_m <= u + 1e-6]
        right = [joist for joist in there if joist.u_m > u + 1e-6]
        if not left or not right:
            continue
        a, c = left[-1], right[0]
        for name, off_m in _blocks(one, t):
            if not max(a.from_m, c.from_m) <= v + off_m - t / 2 or not v + off_m + t / 2 <= min(a.to_m, c.to_m):
                continue  # the rim or the ledger lies there
            place = PartPlacement(
                id=f"{spec.id}/pocket/{one.id}/{name}",
                about=f"{spec.id}/bearings",
                at=b.vec(a.u_m + t / 2, v + off_m, z),
                along=b.vec(1.0, 0.0),
                up=UP,
            )
            b.add("blocking", stick, (c.u_m - a.u_m - t, (t, deep)), place=place)
        b.fix("rim screw", 2 * SCREWS_A_BLOCK, b.vec(u, v, z), role="screw")


def pocket_blocks(b: Builder) -> tuple[tuple[float, float, float], ...]:
    """What the blocks under posts take of their bays: middles in framing axes, half of each size along v (m)."""
    t, found = b.timber.joist.thickness_m, []
    for one in b.spec.bearings:
        u, v = (one.y_m, one.x_m) if b.frame.flip else (one.x_m, one.y_m)
        found += [(u, v + off_m, t / 2) for _, off_m in _blocks(one, t)]
    return tuple(found)


def _blocks(one: PostReaction, thick_m: float) -> list[tuple[str, float]]:
    """Two under a post's base, or two on either side of a post that goes down between them: how far off its middle."""
    if not one.held_m:
        return [("near", -thick_m / 2), ("far", thick_m / 2)]
    first = (one.post_m + thick_m) / 2
    return [
        ("near", -first),
        ("near/2", -first - thick_m),
        ("far", first),
        ("far/2", first + thick_m),
    ]
