"""Ground between spot heights: a net of triangles over them, and the lines of equal height on it.

Source: Bowyer 1981 and Watson 1981 for the net (Delaunay); plane geometry for the lines.
"""

import math
from collections.abc import Sequence

from steady.layout.plane import Point

Spot = tuple[float, float, float]
Triangle = tuple[int, int, int]


def triangles(spots: Sequence[Spot]) -> list[Triangle]:
    """The Delaunay net over the spots, each triangle turning left; fewer than three, or all in one line: none."""
    if len(spots) < 3:
        return []
    xs, ys = [s[0] for s in spots], [s[1] for s in spots]
    wide = max(max(xs) - min(xs), max(ys) - min(ys)) or 1.0
    middle = ((max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2)
    # A triangle so far out that every spot lies deep inside it; it is taken away again at the end.
    far = 1e4 * wide
    at: list[Point] = [(x, y) for x, y, _ in spots]
    at += [(middle[0] - far, middle[1] - far), (middle[0] + far, middle[1] - far), (middle[0], middle[1] + far)]
    n = len(spots)
    net: list[Triangle] = [(n, n + 1, n + 2)]
    seen: set[Point] = set()
    for index in range(n):
        if at[index] in seen:
            continue  # two readings of one spot: the first counts
        seen.add(at[index])
        hit = [t for t in net if _in_circle(at[t[0]], at[t[1]], at[t[2]], p=at[index])]
        edges: dict[tuple[int, int], int] = {}
        for a, b, c in hit:
            for u, v in ((a, b), (b, c), (c, a)):
                if (v, u) in edges:
                    del edges[(v, u)]
                else:
                    edges[(u, v)] = 1
        gone = set(hit)
        net = [t for t in net if t not in gone] + [(u, v, index) for u, v in edges]
    return [t for t in net if max(t) < n and _twice_area(at[t[0]], at[t[1]], at[t[2]]) > 1e-9 * wide * wide]


def height_between(spots: Sequence[Spot], net: Sequence[Triangle], point: Point) -> float | None:
    """The ground at a point, straight across its triangle; None outside the net: nobody read the ground there."""
    for a, b, c in net:
        (x0, y0, z0), (x1, y1, z1), (x2, y2, z2) = spots[a], spots[b], spots[c]
        whole = _twice_area((x0, y0), (x1, y1), (x2, y2))
        u = _twice_area(point, (x1, y1), (x2, y2)) / whole
        v = _twice_area((x0, y0), point, (x2, y2)) / whole
        if u >= -1e-9 and v >= -1e-9 and u + v <= 1 + 1e-9:
            return u * z0 + v * z1 + (1 - u - v) * z2
    return None


def contours(spots: Sequence[Spot], step_m: float) -> list[tuple[float, tuple[Point, Point]]]:
    """Pieces of the lines of equal height at whole steps: (height, the piece). A spot exactly on a step counts as just over it."""
    found = []
    for triangle in triangles(spots):
        corners = [spots[k] for k in triangle]
        low, high = min(c[2] for c in corners), max(c[2] for c in corners)
        for k in range(math.ceil(low / step_m - 1e-9), math.floor(high / step_m + 1e-9) + 1):
            level = k * step_m
            met = [
                _between(p, q, level)
                for p, q in zip(corners, (*corners[1:], corners[0]), strict=True)
                if (p[2] >= level) != (q[2] >= level)
            ]
            if len(met) == 2 and met[0] != met[1]:
                found.append((round(level, 6), (met[0], met[1])))
    return found


def usual_step_m(spots: Sequence[Spot]) -> float:
    """A step that draws between four and ten lines over the ground's fall."""
    fall = max((s[2] for s in spots), default=0.0) - min((s[2] for s in spots), default=0.0)
    return next((step for step in (0.05, 0.1, 0.25, 0.5, 1.0, 2.0) if fall / step <= 10), 5.0)


def _between(p: Spot, q: Spot, level: float) -> Point:
    t = (level - p[2]) / (q[2] - p[2])
    return p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])


def _twice_area(a: Point, b: Point, c: Point) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def _in_circle(a: Point, b: Point, c: Point, *, p: Point) -> bool:
    ax, ay, bx, by, cx, cy = a[0] - p[0], a[1] - p[1], b[0] - p[0], b[1] - p[1], c[0] - p[0], c[1] - p[1]
    return (
        (ax * ax + ay * ay) * (bx * cy - cx * by)
        - (bx * bx + by * by) * (ax * cy - cx * ay)
        + (cx * cx + cy * cy) * (ax * by - bx * ay)
    ) > 0
