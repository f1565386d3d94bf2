"""Boards that run ahead of their marks or behind them: how many of the next gaps take it up, and what each becomes."""

import math

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.units.units import IN
from steady.value_objects import value_object

UNSEEN_M = IN / 16
"""What one gap may differ from its neighbours before the eye finds it [common practice]."""


@value_object
class Drift:
    """How far the boards run ahead (below 0: behind), over how many of the next gaps it is taken up, what each of those is (m).

    `rip_m`: what no gap can take: the last board is ripped by so much; 0: the gaps take all of it.
    """

    ahead_m: float
    gaps: int
    gap_m: float
    rip_m: float


def drift(planned_m: float, measured_m: float, gap_m: float, *, left: int, most_m: float | None = None) -> Drift:
    """The correction after a check mark.

    Args:
        planned_m, measured_m: Where the board's far edge was to be, and is, from the same zero.
        gap_m: The gap as it is laid; `left`: gaps that are still to come.
        most_m: What must not pass between boards; None: no limit.

    Raises:
        InvalidInputError: A size or count that can't be.

    Source: arithmetic: shared evenly, no gap changed by more than a sixteenth where there are gaps enough; never below nothing
    or over the greatest.
    """
    above_zero(planned=planned_m, measured=measured_m)
    not_below_zero(gap=gap_m)
    if left < 1:
        raise InvalidInputError("left", "no gap is left to take it up: rip the last board")
    ahead_m = measured_m - planned_m
    gaps = min(left, max(1, math.ceil(abs(ahead_m) / UNSEEN_M - 1e-9)))
    wanted_m = gap_m - ahead_m / gaps
    allowed_m = max(0.0, min(wanted_m, most_m) if most_m is not None else wanted_m)
    taken_m = (gap_m - allowed_m) * gaps
    rest_m = ahead_m - taken_m
    if abs(rest_m) > 1e-9 and gaps < left:
        # Gaps that can give no more are helped by all that are left.
        gaps = left
        wanted_m = gap_m - ahead_m / gaps
        allowed_m = max(0.0, min(wanted_m, most_m) if most_m is not None else wanted_m)
        rest_m = ahead_m - (gap_m - allowed_m) * gaps
    return Drift(ahead_m=ahead_m, gaps=gaps, gap_m=allowed_m, rip_m=max(0.0, rest_m) if abs(rest_m) > 1e-9 else 0.0)
