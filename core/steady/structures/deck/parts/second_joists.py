"""A second joist at the side of each that stands beside a post of a roof on a deck, and the room that it takes."""

import math

from steady.plan.model import PartPlacement, Vec
from steady.structures.deck.parts.build import Builder, joist_pieces, levels, second_ways

UP: Vec = (0.0, 0.0, 1.0)
EVERY_M = 0.4
"""Screws in pairs so far apart along both [common practice]."""


def second_joists(b: Builder) -> None:
    """At the side away from its post, as long as the first and screwed to it along its length."""
    spec, frame, stick = b.spec, b.frame, b.timber.joist
    t, deep = stick.thickness_m, stick.width_m
    z, _ = levels(spec, b.timber)
    ways = second_ways(b)
    for joist in frame.joists:
        if joist.id not in ways:
            continue
        for k, (start, end) in enumerate(joist_pieces(b, joist)):
            name = f"{joist.id}/second" if joist.id.startswith(spec.id) else f"{spec.id}/{joist.id}/second"
            place = PartPlacement(
                id=name if k == 0 else f"{name}/{k}",
                about=f"{spec.id}/bearings",
                at=b.vec(joist.u_m + ways[joist.id] * t, start, z),
                along=b.vec(0.0, 1.0),
                up=UP,
            )
            b.add("joist", stick, (end - start, (t, deep)), place=place)
            b.fix("ply screw", math.ceil((end - start) / EVERY_M) * 2, b.vec(joist.u_m, start, z), role="screw")
        b.fix("joist hanger", 1, b.vec(joist.u_m, joist.to_m, z), role="connector")
