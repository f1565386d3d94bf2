"""Doubled blocking under every post of a roof that stands on a deck, and a second joist at the side of each beside it."""

import math

from steady.plan.model import PartPlacement, Vec
from steady.structures.deck.checks.bearings import brought, doubled
from steady.structures.deck.parts.build import Builder, levels
from steady.structures.support_links import PostReaction

UP: Vec = (0.0, 0.0, 1.0)
SCREWS_A_BLOCK, EVERY_M = 8, 0.4


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
            place = PartPlacement(
                id=f"{spec.id}/pocket/{one.id}/{name}",
                about=f"{spec.id}/bearings",
                at=b.vec(a.u_m + t / 2, v + off_m, z),
                along=b.vec(1.0, 0.0),
                up=UP,
            )
            b.add("blocking", stick, (c.u_m - a.u_m - t, (t, deep)), place)
        b.fix("rim screw", 2 * SCREWS_A_BLOCK, b.vec(u, v, z), "screw")
    _second_joists(b, z)


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


def _second_joists(b: Builder, z: float) -> None:
    """At the side away from its post, screwed to the first along its length."""
    spec, frame, stick = b.spec, b.frame, b.timber.joist
    t, deep = stick.thickness_m, stick.width_m
    by_id = {joist.id: joist for joist in frame.joists}
    ways = {one.id: (one.y_m if frame.flip else one.x_m) for one in spec.bearings}
    for name in brought(frame, spec.bearings).joists:
        joist = by_id[name]
        if not doubled(frame, name):
            continue
        away = -1.0 if min(ways.values(), key=lambda u: abs(u - joist.u_m)) > joist.u_m else 1.0
        place = PartPlacement(
            id=f"{joist.id}/second" if joist.id.startswith(spec.id) else f"{spec.id}/{joist.id}/second",
            about=f"{spec.id}/bearings",
            at=b.vec(joist.u_m + away * t, joist.from_m, z),
            along=b.vec(0.0, 1.0),
            up=UP,
        )
        b.add("joist", stick, (joist.to_m - joist.from_m, (t, deep)), place)
        b.fix("joist hanger", 1, b.vec(joist.u_m, joist.to_m, z), "connector")
        b.fix(
            "ply screw",
            math.ceil((joist.to_m - joist.from_m) / EVERY_M) * 2,
            b.vec(joist.u_m, joist.from_m, z),
            "screw",
        )
