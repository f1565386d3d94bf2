"""A line of straights with turns: stations along it, points on it, and the turn at each corner."""

import math
from bisect import bisect_right
from collections.abc import Sequence

from steady.value_objects import positional_value_object

CORNER_RAD = math.radians(1.0)
"""A turn under one degree is a line post on a bend, not a corner."""


@positional_value_object
class Leg:
    """One straight: its id, the stations it runs between, where it starts and its heading (rad, 0 along x)."""

    id: str
    from_m: float
    to_m: float
    x_m: float
    y_m: float
    heading_rad: float

    def point(self, station_m: float) -> tuple[float, float]:
        """The point (x, y) at a station of the whole line."""
        along_m = station_m - self.from_m
        return self.x_m + along_m * math.cos(self.heading_rad), self.y_m + along_m * math.sin(self.heading_rad)


class Path:
    """The whole line, leg after leg, from the datum at station 0."""

    __slots__ = ("_starts", "legs")

    def __init__(self, legs: Sequence[tuple[str, float, float]]) -> None:
        """legs: (id, level length in m, turn at its start in rad; positive to the left)."""
        at_m, x_m, y_m, heading_rad = 0.0, 0.0, 0.0, 0.0
        made: list[Leg] = []
        for index, (leg_id, length_m, turn_rad) in enumerate(legs):
            heading_rad += turn_rad if index else 0.0
            leg = Leg(leg_id, at_m, at_m + length_m, x_m, y_m, heading_rad)
            made.append(leg)
            at_m += length_m
            x_m, y_m = leg.point(at_m)
        self.legs = tuple(made)
        self._starts = [leg.from_m for leg in made]

    @property
    def length_m(self) -> float:
        """Level length of the whole line."""
        return self.legs[-1].to_m

    def leg_at(self, station_m: float) -> Leg:
        """The leg a station lies on; at a corner, the leg that starts there."""
        return self.legs[max(0, bisect_right(self._starts, station_m + 1e-9) - 1)]

    def turn_rad(self, index: int) -> float:
        """Turn from leg index−1 to leg index."""
        return self.legs[index].heading_rad - self.legs[index - 1].heading_rad
