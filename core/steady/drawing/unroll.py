"""A bent line pulled straight: site points as stations along the string and offsets to its left."""

import math
from collections.abc import Sequence
from functools import lru_cache

from steady.plan.model import Curve, Plan, Vec

ALIKE = 0.01
"""Sine of the angle under which two directions count as one."""


class Unroll:
    """Maps site axes to (station, offset) along the plan's string."""

    def __init__(self, string: Curve) -> None:
        self.legs: list[tuple[float, float, float, float, float, float]] = []
        at_m = 0.0
        for a, b in zip(string.points, string.points[1:], strict=False):
            length_m = math.dist(a[:2], b[:2])
            if length_m > 0:
                self.legs.append((a[0], a[1], (b[0] - a[0]) / length_m, (b[1] - a[1]) / length_m, at_m, length_m))
                at_m += length_m
        self.length_m = at_m

    def leg_of(self, point: Vec, way: Vec | None = None) -> int:
        """The straight a point belongs to: the one it is nearest to, of those that run its `way` where there are any.

        At a corner pieces of one straight stand nearer to the other: they run past it, or begin beyond it.
        """
        best, found = math.inf, 0
        along_it = self._along(way) if way is not None else set()
        for index, (x, y, ux, uy, _, length_m) in enumerate(self.legs):
            if along_it and index not in along_it:
                continue
            dx, dy = point[0] - x, point[1] - y
            along = dx * ux + dy * uy
            beyond = -along if along < 0 else along - length_m if along > length_m else 0.0
            far = beyond * beyond + (dy * ux - dx * uy) ** 2
            if far < best:
                best, found = far, index
        return found

    def _along(self, way: Vec) -> set[int]:
        """Straights that run along a direction, either way round."""
        level = math.hypot(way[0], way[1])
        if level < 0.1:
            return set()
        return {
            index
            for index, (_, _, ux, uy, _, _) in enumerate(self.legs)
            if abs(way[0] * uy - way[1] * ux) < ALIKE * level
        }

    def point(self, point: Vec, leg: int) -> tuple[float, float, float]:
        """(station, offset to the left, height) of a point, seen from one straight."""
        x, y, ux, uy, at_m, _ = self.legs[leg]
        dx, dy = point[0] - x, point[1] - y
        return at_m + dx * ux + dy * uy, dy * ux - dx * uy, point[2]

    def vector(self, vector: Vec, leg: int) -> tuple[float, float, float]:
        """A direction, turned the same way."""
        _, _, ux, uy, _, _ = self.legs[leg]
        return vector[0] * ux + vector[1] * uy, vector[1] * ux - vector[0] * uy, vector[2]


@lru_cache(maxsize=64)
def unrolled(string: Curve) -> Unroll:
    """The same for the same string, made once."""
    return Unroll(string)


def string_of(plan: Plan) -> Curve | None:
    """The plan's first string."""
    return next((curve for curve in plan.curves if curve.what == "string"), None)


def hull(points: Sequence[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    """Convex outline of a few points, anticlockwise."""
    ordered = sorted(set(points))
    if len(ordered) < 3:
        return tuple(ordered)

    def half(these: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
        made: list[tuple[float, float]] = []
        for p in these:
            while (
                len(made) > 1
                and (made[-1][0] - made[-2][0]) * (p[1] - made[-2][1])
                - (made[-1][1] - made[-2][1]) * (p[0] - made[-2][0])
                <= 1e-12
            ):
                made.pop()
            made.append(p)
        return made[:-1]

    return tuple(half(ordered) + half(ordered[::-1]))
