"""The ground's surface for a picture: a net through every height that is known, carried on level round its rim."""

import math
from collections.abc import Sequence

from steady.layout.contours import Spot, triangles
from steady.value_objects import value_object

SAME_M = 0.02
"""Points nearer to each other than this on plan are one point of the surface [our own]."""
MOST = 240
"""Known heights that a surface is made of; of more, evenly chosen ones [our own, for time]."""
RIM_STEPS = 6
FAR_M = 250.0
"""So far beyond its rim the ground goes on level, into the haze of the picture [our own]."""


@value_object
class Terrain:
    """Points of the ground, and the triangles between them as numbers of points, three by three."""

    points: tuple[Spot, ...]
    triangles: tuple[int, ...]


def terrain(known: Sequence[Spot], box: tuple[float, float, float, float]) -> Terrain:
    """The surface over a box (left, low, right, high) through every known height, carried on level to its rim and beyond.

    Source: a Delaunay net; a rim point takes the height of what lies near it, by the inverse square of the distance.
    """
    inside = _apart(known)
    left, low, right, high = box
    rim: list[tuple[float, float]] = []
    for k in range(RIM_STEPS):
        t = k / RIM_STEPS
        rim += [
            (left + t * (right - left), low),
            (right, low + t * (high - low)),
            (right - t * (right - left), high),
            (left, high - t * (high - low)),
        ]
    edge = [(x, y, _near_m(inside, x, y)) for x, y in rim]
    middle = ((left + right) / 2, (low + high) / 2)
    points = [*inside, *edge, *(_beyond(point, middle) for point in edge)]
    return Terrain(points=tuple(points), triangles=tuple(n for three in triangles(points) for n in three))


def _apart(points: Sequence[Spot]) -> list[Spot]:
    """Each place once, and no more than the surface is made of."""
    found: dict[tuple[int, int], Spot] = {}
    for point in points:
        found.setdefault((round(point[0] / SAME_M), round(point[1] / SAME_M)), point)
    kept = list(found.values())
    return kept[:: math.ceil(len(kept) / MOST)] if kept else []


def _beyond(point: Spot, middle: tuple[float, float]) -> Spot:
    """The same height, far out from the middle."""
    dx, dy = point[0] - middle[0], point[1] - middle[1]
    far = FAR_M / (math.hypot(dx, dy) or 1.0)
    return point[0] + dx * far, point[1] + dy * far, point[2]


def _near_m(known: Sequence[Spot], x: float, y: float) -> float:
    weights = [(1 / max(1e-6, (p[0] - x) ** 2 + (p[1] - y) ** 2), p[2]) for p in known]
    total = math.fsum(weight for weight, _ in weights)
    return math.fsum(weight * z for weight, z in weights) / total if total else 0.0
