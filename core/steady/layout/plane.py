"""Distances and overlaps of points, lines and areas in the plane (m). Source of all: geometry."""

import itertools
import math
from collections.abc import Sequence

from steady.value_objects import positional_value_object

Point = tuple[float, float]


@positional_value_object
class Nearest:
    """The least distance between two shapes, and the point of each where it is."""

    distance_m: float
    here: Point
    there: Point


def nearest_on(point: Point, a: Point, b: Point) -> Point:
    """The point of a segment nearest to a point."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    square = dx * dx + dy * dy
    t = 0.0 if square == 0 else max(0.0, min(1.0, ((point[0] - a[0]) * dx + (point[1] - a[1]) * dy) / square))
    return a[0] + t * dx, a[1] + t * dy


def sides(points: Sequence[Point], closed: bool) -> list[tuple[Point, Point]]:
    """The segments of a line or ring; a single point is a segment without length."""
    if len(points) == 1:
        return [(points[0], points[0])]
    ring = [*points, points[0]] if closed else list(points)
    return list(itertools.pairwise(ring))


def inside(point: Point, ring: Sequence[Point]) -> bool:
    """Whether a point lies in a ring (even-odd)."""
    x, y = point
    found = False
    for (x0, y0), (x1, y1) in sides(ring, closed=True):
        if (y0 > y) != (y1 > y) and x < x0 + (y - y0) * (x1 - x0) / (y1 - y0):
            found = not found
    return found


def crossing(a: Point, b: Point, c: Point, *, d: Point) -> Point | None:
    """Where two segments cross; None where they don't or lie along each other."""
    rx, ry, sx, sy = b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]
    turn = rx * sy - ry * sx
    if abs(turn) < 1e-15:
        return None
    t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / turn
    u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / turn
    return (a[0] + t * rx, a[1] + t * ry) if 0 <= t <= 1 and 0 <= u <= 1 else None


def nearest(ring: Sequence[Point], other: Sequence[Point], *, area: bool, within_m: float = math.inf) -> Nearest:
    """The least distance from an area's ring to a line, or (`area`) to another area; 0 where they touch or overlap.

    `within_m`: farther than this nothing is sought: infinity where all is as far.
    """
    if len(ring) > 2 and inside(other[0], ring):
        return Nearest(0.0, other[0], other[0])
    if area and len(other) > 2 and inside(ring[0], other):
        return Nearest(0.0, ring[0], ring[0])
    best = Nearest(math.inf, ring[0], other[0])
    beside = [(c, d, *_box(c, d)) for c, d in sides(other, closed=area and len(other) > 2)]
    for a, b in sides(ring, closed=len(ring) > 2):
        left, low, right, high = _box(a, b)
        for c, d, its_left, its_low, its_right, its_high in beside:
            # Boxes as far apart as what is found already hold nothing nearer.
            if max(its_left - right, left - its_right, its_low - high, low - its_high) >= within_m:
                continue
            met = crossing(a, b, c, d=d)
            if met is not None:
                return Nearest(0.0, met, met)
            for end, start, stop, mine in ((a, c, d, True), (b, c, d, True), (c, a, b, False), (d, a, b, False)):
                on = nearest_on(end, start, stop)
                far = math.hypot(end[0] - on[0], end[1] - on[1])
                if far < within_m:
                    within_m = far
                    best = Nearest(far, end, on) if mine else Nearest(far, on, end)
    return best


def _box(a: Point, b: Point) -> tuple[float, float, float, float]:
    (x0, y0), (x1, y1) = a, b
    return (x0, y0, x1, y1) if x0 <= x1 and y0 <= y1 else (min(x0, x1), min(y0, y1), max(x0, x1), max(y0, y1))
