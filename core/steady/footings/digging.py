"""How holes are dug: which tool reaches, and how few depths an auger is set to."""

import itertools
import math
from collections import Counter
from collections.abc import Sequence

from steady.data.loader import keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

MOST = 1000
"""Holes grouped at once: more than the longest line has."""


def reaching_tool(depth_m: float, width_m: float) -> str:
    """The smallest tool that reaches. Source: practice (data/digging_reach.csv).

    Raises:
        InvalidInputError: A size that is not above 0.
        OutOfScopeError: Deeper or wider than hired augers reach.
    """
    for name, amount in (("depth", depth_m), ("width", width_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    for key, row in keyed("digging_reach").items():
        if depth_m <= row.number("deepest_m") + 1e-9 and width_m <= row.number("widest_m") + 1e-9:
            return key
    raise OutOfScopeError("deeper or wider than hired augers reach", "another footing, or a machine with its operator")


@value_object
class Depths:
    """Depths that an auger is set to, shallowest first (m), and what is dug over (m³)."""

    depths_m: tuple[float, ...]
    extra_m3: float


def grouped_depths(depths_m: Sequence[float], width_m: float, groups: int = 2) -> Depths:
    """At most so many depths, with the least digging over. Source: arithmetic: every division of the sorted depths."""
    if not depths_m or not all(depth > 0 for depth in depths_m):
        raise InvalidInputError("depths", "must be above 0")
    if len(depths_m) > MOST:
        raise InvalidInputError("depths", f"are too many: {MOST} at most")
    if not width_m > 0:
        raise InvalidInputError("width", "must be above 0")
    if groups < 1:
        raise InvalidInputError("groups", "must be 1 or more")
    rows = sorted(Counter(depths_m).items())
    deep = [depth for depth, _ in rows]
    holes = [0, *itertools.accumulate(count for _, count in rows)]
    metres = [0.0, *itertools.accumulate(depth * count for depth, count in rows)]
    # The least over for the first k different depths in g groups, and the depths that they are dug to.
    nothing: tuple[float, ...] = ()
    best = [(0.0, nothing), *((math.inf, nothing) for _ in deep)]
    for _ in range(min(groups, len(deep))):
        following = list(best)
        for end in range(1, len(deep) + 1):
            for start in range(end):
                dug_m = deep[end - 1] * (holes[end] - holes[start])
                over = best[start][0] + dug_m - (metres[end] - metres[start])
                if over < following[end][0] - 1e-12:
                    following[end] = (over, (*best[start][1], deep[end - 1]))
        best = following
    over, chosen = best[-1]
    return Depths(depths_m=tuple(dict.fromkeys(chosen)), extra_m3=over * math.pi / 4 * width_m**2)
