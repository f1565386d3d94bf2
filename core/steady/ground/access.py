"""How things come to the place of work: the narrowest way, a corner, headroom, the carry, the slope, and where the truck stands."""

import math
from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from steady.errors import InvalidInputError
from steady.value_objects import value_object

Width = Annotated[float, Ge(0), Le(20)]


@value_object
class SiteAccess:
    """The way from the truck to the work (m); 0: not measured.

    Args:
        gate_m: The narrowest gate or passage on it.
        corner_from_m: Width of the passage before its tightest corner; `corner_to_m`: after it.
        headroom_m: The lowest thing that is walked under.
        carry_m: From the truck to the work, one way.
        grade: Rise over level length of its steepest stretch.
        machine_m: Width of the machine that is to come in.
        truck: Where the truck stands, in words.
    """

    gate_m: Width = 0.0
    corner_from_m: Width = 0.0
    corner_to_m: Width = 0.0
    headroom_m: Width = 0.0
    carry_m: Annotated[float, Ge(0), Le(2000)] = 0.0
    grade: Annotated[float, Ge(0), Le(1)] = 0.0
    machine_m: Width = 0.0
    truck: Annotated[str, MaxLen(200)] = ""


def round_corner_m(from_m: float, to_m: float, wide_m: float = 0.0, *, headroom_m: float = 0.0) -> float:
    """The longest straight piece that goes round a square corner between two passages.

    Level, the least over the turn of a / sin t + b / cos t − 2 w / sin 2t; without width (a^⅔ + b^⅔)^1.5. With headroom
    to spare it may be tilted until one end is that high.

    Args:
        wide_m: Its width in the plane it is carried in.

    Raises:
        InvalidInputError: A passage that is not wider than the piece.

    Source: geometry (the ladder in a corridor).
    """
    if not (min(from_m, to_m) > wide_m >= 0 and headroom_m >= 0):
        raise InvalidInputError("wide", "the piece is wider than the passage")

    def level(turn: float) -> float:
        return from_m / math.sin(turn) + to_m / math.cos(turn) - 2 * wide_m / math.sin(2 * turn)

    low, high = 1e-6, math.pi / 2 - 1e-6
    for _ in range(120):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        low, high = (low, b) if level(a) < level(b) else (a, high)
    return math.hypot(max(0.0, level((low + high) / 2)), headroom_m)
