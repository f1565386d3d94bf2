"""Two leaves for one in the same opening: each weighs half, and its wind and a person on it pull half as far out."""

from dataclasses import replace

from steady.structures.fence.spec.fence import FenceSpec, GateOpening

LEAST_PAIR_M = 1.2
"""A narrower opening is not closed by a pair [common practice: a person walks through either leaf]."""


def paired(opening: GateOpening) -> GateOpening | None:
    """The opening with two leaves of half its width; None: it has two, nothing hangs in it, or it is too narrow for a pair."""
    if not opening.hung or opening.leaves_m or opening.clear_m < LEAST_PAIR_M:
        return None
    return replace(opening, leaves_m=(opening.clear_m / 2, opening.clear_m / 2))


def with_opening(spec: FenceSpec, changed: GateOpening) -> FenceSpec:
    """The fence with one opening as it is changed."""
    return replace(spec, openings=tuple(changed if one.id == changed.id else one for one in spec.openings))
