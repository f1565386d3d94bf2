"""How deep a post goes: the largest of what frost, the ground's side hold and a local rule ask, and which governs."""

import math

from steady.plan.model import CalculationStep
from steady.units.units import FT, IN
from steady.value_objects import positional_value_object

HABIT_LEAST_M = 2 * FT
AUGERS_M = tuple(inches * IN for inches in (6, 8, 9, 10, 12, 14, 16, 18, 20, 24, 30, 36))
"""Augers a crew can hire [common practice, no source]."""


@positional_value_object
class Depth:
    """Embedment needed, what governs it, and every demand beside it."""

    needed_m: float
    governs: str
    demands: tuple[tuple[str, CalculationStep], ...]


def needed(demands: list[tuple[str, float, CalculationStep]]) -> Depth:
    """The largest of several demands (name, m, step); ties go to the first."""
    name, value_m, _ = max(demands, key=lambda demand: demand[1])
    return Depth(value_m, name, tuple((n, step) for n, _, step in demands))


def rounded_up_m(value_m: float, step_m: float) -> float:
    """A depth rounded up to what a crew digs to (1 in, 25 mm); an exact multiple is kept."""
    return math.ceil(value_m / step_m - 1e-6) * step_m


def typical_embedment_m(above_ground_m: float) -> float:
    """The trade's habit: the greater of 2 ft and a third of the whole post, which is half its height above ground.

    Source: common practice; not checked against wind.
    """
    return max(HABIT_LEAST_M, above_ground_m / 2)


def hole_width_m(post_width_m: float) -> float:
    """About three post widths, on the next auger up [common practice, no source]."""
    wish_m = 3 * post_width_m
    return next((auger for auger in AUGERS_M if auger >= wish_m - 1e-9), AUGERS_M[-1])
