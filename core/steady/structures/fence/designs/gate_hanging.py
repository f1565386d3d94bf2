"""How a gate may hang otherwise in the same opening: two leaves for one, hinges farther apart, hinges on pins."""

from dataclasses import replace

from steady.structures.fence.spec.fence import FenceSpec, GateOpening

LEAST_PAIR_M = 1.2
"""A narrower opening is not closed by a pair [common practice: a person walks through either leaf]."""


def paired(opening: GateOpening) -> GateOpening | None:
    """The opening with two leaves of half its width; None: it has two, nothing hangs in it, or it is too narrow for a pair.

    Each leaf weighs half, and its wind and a person on it pull half as far out.
    """
    if not opening.hung or opening.leaves_m or opening.clear_m < LEAST_PAIR_M:
        return None
    return replace(opening, leaves_m=(opening.clear_m / 2, opening.clear_m / 2))


def with_opening(spec: FenceSpec, changed: GateOpening) -> FenceSpec:
    """The fence with one opening as it is changed."""
    return replace(spec, openings=tuple(changed if one.id == changed.id else one for one in spec.openings))


HINGE_ON_RAIL_M = 0.0508
"""From a leaf's edge to a strap on the middle of its rail, the farthest apart that two hinges stand: 2 in [common practice]."""
PIN_HINGE = "bolt-on hinge"


def hinges_apart(opening: GateOpening) -> GateOpening:
    """The opening with its hinges as far apart as its leaves' rails let them stand: the same person pulls less on each."""
    inset_m = min(opening.leaf.hinge_inset_m, HINGE_ON_RAIL_M)
    return replace(opening, leaf=replace(opening.leaf, hinge_inset_m=inset_m))


def on_pins(opening: GateOpening) -> GateOpening:
    """The opening with its hinges as far apart, on pins through the post and straps bolted through the rails."""
    apart = hinges_apart(opening)
    return replace(apart, leaf=replace(apart.leaf, hinge=PIN_HINGE, hinge_gap_m=None))
