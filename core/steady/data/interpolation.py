"""Straight lines between the points of a table that allows them."""

import itertools
from collections.abc import Sequence


def between(points: Sequence[tuple[float, float]], at: float) -> float:
    """The value at a place; before the first and past the last point the table's own end values hold."""
    if at <= points[0][0]:
        return points[0][1]
    for (x0, y0), (x1, y1) in itertools.pairwise(points):
        if at <= x1:
            return y0 + (y1 - y0) * (at - x0) / (x1 - x0)
    return points[-1][1]


def beside(points: Sequence[tuple[float, float]], at: float) -> tuple[tuple[float, float], ...]:
    """The one or two points of a table that a place lies on or between."""
    if at <= points[0][0]:
        return (points[0],)
    for low, high in itertools.pairwise(points):
        if at <= high[0]:
            return (high,) if at == high[0] else (low, high)
    return (points[-1],)
