"""Pickets, balusters and boards across a clear opening: even gaps, overlaps, last pieces. Workshop geometry."""

import math

from steady.errors import InputError
from steady.measure.units import IN

NEAR_M = 1e-6 * IN
"""One tolerance for every comparison with a limit: a gap exactly on it must not gain a picket."""


def _above(**values: float) -> None:
    for name, value in values.items():
        if not value > 0:
            raise InputError(name, "must be above 0")


def even_gaps(clear_m: float, width_m: float, gap_most_m: float) -> tuple[int, float]:
    """The fewest pickets whose gaps, all alike and at both ends too, are no more than a limit.

    n = ceil((C − G) / (w + G)), gap = (C − n w) / (n + 1).

    Returns:
        Number of pickets and their gap (m); no picket where the opening is within the limit.

    Raises:
        InputError: A size that is not above 0, or no room.

    Source: workshop geometry.
    """
    _above(clear=clear_m, picket=width_m, gap_most=gap_most_m)
    count = max(0, math.ceil((clear_m - gap_most_m - NEAR_M) / (width_m + gap_most_m)))
    gap = (clear_m - count * width_m) / (count + 1)
    if gap < 0:
        raise InputError("picket", "is too wide for this opening")
    return count, gap
