"""Roof sheets over one side of a hip roof: strips, square-cut lengths, and what paired off-cuts save."""

import math
from typing import Literal

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.value_objects import positional_value_object

MOST_SHEETS = 2000


@positional_value_object
class Sheets:
    """Sheets of one side: their number, length with each cut square, and with equal pieces of equal sides paired (m)."""

    count: int
    square_m: float
    paired_m: float


def hip_side(
    eave_m: float, slope_m: float, cover_m: float, *, top_m: float = 0.0, start: Literal["centred", "left"] = "centred"
) -> Sheets:
    """Strips over a triangle or trapezoid, each as long as the slope's greatest height over it.

    A piece has a copy on each of the four equal sides: turned by 180 degrees, two of them come out of one sheet as long as the
    greatest of f(x) + f(w − x). That needs a sheet whose laps and profile are symmetric.

    Raises:
        InvalidInputError: A size that cannot be.

    Source: geometry.
    """
    above_zero(eave=eave_m, slope=slope_m, cover=cover_m)
    not_below_zero(top=top_m)
    if top_m > eave_m:
        raise InvalidInputError("top", "is wider than the eave")
    count = math.ceil(eave_m / cover_m - 1e-9)
    if count > MOST_SHEETS:
        raise InvalidInputError("cover", f"makes more than {MOST_SHEETS} sheets: check both lengths")
    first_m = -count * cover_m / 2 if start == "centred" else -eave_m / 2
    side_m = (eave_m - top_m) / 2

    def height(x_m: float) -> float:
        beyond_m = abs(x_m) - top_m / 2
        if beyond_m <= 0:
            return slope_m
        return slope_m * max(0.0, 1 - beyond_m / side_m) if side_m > 0 else 0.0

    square = paired = 0.0
    for k in range(count):
        left_m = first_m + k * cover_m
        turns = [x - left_m for x in (-eave_m / 2, -top_m / 2, 0.0, top_m / 2, eave_m / 2)]
        at = [0.0, cover_m, *(x for x in turns if 0 < x < cover_m), *(cover_m - x for x in turns if 0 < x < cover_m)]
        square += max(height(left_m + x) for x in at)
        paired += max(height(left_m + x) + height(left_m + cover_m - x) for x in at) / 2
    return Sheets(count, square, paired)
