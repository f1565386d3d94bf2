"""Size words of sticks: nominal (2x10), metric or measured with a unit (38x235 mm, 1 5/8 x 5 1/2 in)."""

import re
from fractions import Fraction
from functools import cache
from typing import Literal

from steady.errors import InvalidInputError
from steady.units.lengths import parse_length

_MEASURED = re.compile(r"^\s*(.+?)\s*[x×X]\s*(.+?)\s*(mm|in|\")\s*$")
_NOMINAL = re.compile(r"^\s*(\d+(?:\.\d+)?|\d+/\d+)\s*[x×X]\s*(\d+(?:\.\d+)?)\s*$")


@cache
def measured_m(size: str) -> tuple[float, float] | None:
    """Thickness and width (m), the lesser first, of a size written with a unit; None for a nominal one.

    Raises:
        InvalidInputError: Neither, or a side that is not above 0.
    """
    match = _MEASURED.match(size)
    if match is None:
        if _NOMINAL.match(size):
            return None
        raise InvalidInputError("size", 'must be like 2x10, or measured as "38x235 mm" or "1 5/8 x 5 1/2 in"')
    unit: Literal["mm", "in"] = "mm" if match[3] == "mm" else "in"
    first, second = (parse_length(part.strip(), unit, "size") for part in (match[1], match[2]))
    if not min(first, second) > 0:
        raise InvalidInputError("size", "both sides must be above 0")
    return min(first, second), max(first, second)


@cache
def nominal(size: str) -> tuple[float, float]:
    """Nominal thickness and width of a word such as 2x10 or 5/4x6, the lesser first.

    Raises:
        InvalidInputError: Not such a word.
    """
    match = _NOMINAL.match(size)
    if match is None:
        raise InvalidInputError("size", "must be a nominal size like 2x10")
    first, second = (float(Fraction(part)) for part in (match[1], match[2]))
    return min(first, second), max(first, second)
