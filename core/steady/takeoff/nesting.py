"""Bevelled pieces in one stick, cut in a given order; and how many to buy when some are culled."""

import itertools
import math
from collections.abc import Sequence

from steady.errors import InvalidInputError, above_zero, not_below_zero

Bevelled = tuple[float, float, float]
"""Mid length (m), left and right tilt from square (rad); the same sign means parallel cuts."""


def nested_length_m(pieces: Sequence[Bevelled], depth_m: float, kerf_m: float = 0.0, *, trim_m: float = 0.0) -> float:
    """Stock that bevelled pieces use in this order (m).

    Σ mid lengths + (d/2)(|tan first| + |tan last|) + Σ over neighbours [(d/2) |tan a − tan b| + kerf / cos] + 2 trim,
    cos the smaller of the two tilts' cosines.

    Raises:
        InvalidInputError: No piece, a size that cannot be, a tilt of 80 degrees or more.

    Source: geometry.
    """
    if not pieces:
        raise InvalidInputError("pieces", "needs one piece or more")
    above_zero(depth=depth_m)
    not_below_zero(kerf=kerf_m, trim_each_end=trim_m)
    for length_m, *tilts in pieces:
        above_zero(pieces=length_m)
        if any(abs(tilt) >= math.radians(80) for tilt in tilts):
            raise InvalidInputError("pieces", "a cut tilts by less than 80 degrees from square")
    total_m = math.fsum(length_m for length_m, _, _ in pieces) + 2 * trim_m
    total_m += depth_m / 2 * (abs(math.tan(pieces[0][1])) + abs(math.tan(pieces[-1][2])))
    for (_, _, right), (_, left, _) in itertools.pairwise(pieces):
        total_m += depth_m / 2 * abs(math.tan(right) - math.tan(left))
        total_m += kerf_m / min(math.cos(right), math.cos(left))
    return total_m


def buy_with_culls(pieces: int, reject: float) -> int:
    """How many to buy when a share is too bad to use: n / (1 − p), rounded up.

    Raises:
        InvalidInputError: A share that is not from 0 to below 1.

    Source: arithmetic.
    """
    if not 0 <= reject < 1:
        raise InvalidInputError("reject", "must be from 0 to below 1")
    return math.ceil(pieces / (1 - reject) - 1e-9)
