"""A flat outline of straight edges: where a line across it runs inside, how big it is, which way its edges face."""

import itertools
import math
from collections.abc import Sequence
from functools import lru_cache

from steady.errors import InvalidInputError
from steady.value_objects import positional_value_object

Point = tuple[float, float]
Span = tuple[float, float]
NEAR_M = 1e-6


@positional_value_object
class Edge:
    """One edge: its ends and the unit vector that points out of the outline."""

    index: int
    start: Point
    end: Point
    out: Point

    @property
    def length_m(self) -> float:
        """Its length."""
        return math.dist(self.start, self.end)

    def at(self, along_m: float) -> Point:
        """The point so far from its start."""
        share = along_m / self.length_m
        return tuple(a + (b - a) * share for a, b in zip(self.start, self.end, strict=True))  # type: ignore[return-value]

    def inside(self, along_m: float, in_m: float) -> Point:
        """A point along it, so far inside the outline."""
        x, y = self.at(along_m)
        return x - self.out[0] * in_m, y - self.out[1] * in_m


@positional_value_object
class Outline:
    """A simple polygon, corners anticlockwise."""

    corners: tuple[Point, ...]

    @property
    def area_m2(self) -> float:
        """Its area, anticlockwise positive."""
        return sum(a[0] * b[1] - b[0] * a[1] for a, b in self._pairs()) / 2

    def _pairs(self) -> list[tuple[Point, Point]]:
        return list(zip(self.corners, (*self.corners[1:], self.corners[0]), strict=True))

    @property
    def edges(self) -> tuple[Edge, ...]:
        """Every edge, from each corner to the next."""
        made = []
        for index, (a, b) in enumerate(self._pairs()):
            size = math.dist(a, b)
            made.append(Edge(index, a, b, ((b[1] - a[1]) / size, -(b[0] - a[0]) / size)))
        return tuple(made)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, low, right, high."""
        xs, ys = [p[0] for p in self.corners], [p[1] for p in self.corners]
        return min(xs), min(ys), max(xs), max(ys)

    def across(self, axis: int, at_m: float) -> list[Span]:
        """Where the line x = at (axis 0) or y = at (axis 1) runs inside, low to high.

        On a corner or along an edge the line counts as a hair further in toward the middle of the box.
        """
        low, high = self.box[axis], self.box[axis + 2]
        at = at_m + math.copysign(NEAR_M, (low + high) / 2 - at_m)
        other = 1 - axis
        cuts: list[float] = []
        for a, b in self._pairs():
            if (a[axis] > at) != (b[axis] > at):
                share = (at - a[axis]) / (b[axis] - a[axis])
                cuts.append(a[other] + share * (b[other] - a[other]))
        cuts.sort()
        return [(cuts[i], cuts[i + 1]) for i in range(0, len(cuts) - 1, 2) if cuts[i + 1] - cuts[i] > 10 * NEAR_M]

    def inside(self, point: Point) -> bool:
        """Whether a point lies inside."""
        return any(a <= point[1] <= b for a, b in self.across(0, point[0]))

    def rectangles(self) -> list[tuple[float, float, float, float]]:
        """The fewest rectangles in strips along y that fill an outline of square corners: left, low, right, high. Else none."""
        if any(min(abs(a[0] - b[0]), abs(a[1] - b[1])) > NEAR_M for a, b in self._pairs()):
            return []
        open_strips: list[tuple[float, float, float, float]] = []
        ys = sorted({round(y, 6) for _, y in self.corners})
        made: list[tuple[float, float, float, float]] = []
        for low, high in itertools.pairwise(ys):
            spans = self.across(1, (low + high) / 2)
            going: list[tuple[float, float, float, float]] = []
            for left, right in spans:
                same = [
                    r for r in open_strips if abs(r[0] - left) < NEAR_M and abs(r[2] - right) < NEAR_M and r[3] == low
                ]
                going.append((left, same[0][1] if same else low, right, high))
            made += [r for r in open_strips if not any(g[1] == r[1] and g[0] == r[0] for g in going)]
            open_strips = going
        return made + open_strips


def inset(outline: Outline, in_m: Sequence[float]) -> Outline:
    """The outline with every edge moved inward by its own distance (m; below 0: outward).

    Edges in one line that move by different distances are not joined by a step: no outline here has them.

    Source: geometry, the moved lines of neighboring edges intersected.
    """
    edges = outline.edges
    corners: list[Point] = []
    for before, edge in zip((edges[-1], *edges[:-1]), edges, strict=True):
        (a, b), (c, d) = before.out, edge.out
        # Each moved line: out · point = out · corner − distance.
        one = a * edge.start[0] + b * edge.start[1] - in_m[before.index]
        two = c * edge.start[0] + d * edge.start[1] - in_m[edge.index]
        turn = a * d - b * c
        if abs(turn) < NEAR_M:
            corners.append((edge.start[0] - c * in_m[edge.index], edge.start[1] - d * in_m[edge.index]))
        else:
            corners.append(((one * d - two * b) / turn, (two * a - one * c) / turn))
    return Outline(tuple(corners))


@lru_cache(maxsize=256)
def checked(corners: tuple[Point, ...]) -> Outline:
    """An outline that can be built.

    Raises:
        InvalidInputError: Fewer than three corners, edges that cross, corners on one spot, or clockwise.
    """
    if len(corners) < 3:
        raise InvalidInputError("outline", "An outline has at least three corners")
    found = Outline(corners)
    pairs = found._pairs()
    for index, (a, b) in enumerate(pairs):
        if math.dist(a, b) < 0.05:
            raise InvalidInputError(
                f"outline/{index}", "Two corners stand on one spot: keep them at least 2 in (50 mm) apart"
            )
    for (i, first), (j, second) in itertools.combinations(enumerate(pairs), 2):
        if j - i in (1, len(pairs) - 1):
            continue
        if _cross(first, second):
            raise InvalidInputError(f"outline/{j}", "The outline's edges cross each other")
    if not found.area_m2 > 0.2:
        raise InvalidInputError(
            "outline", "Go round the outline from the house's left end out and back, so that it has an inside"
        )
    return found


def _cross(first: tuple[Point, Point], second: tuple[Point, Point]) -> bool:
    def side(a: Point, b: Point, c: Point) -> float:
        return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])

    (a, b), (c, d) = first, second
    return side(a, b, c) * side(a, b, d) < 0 and side(c, d, a) * side(c, d, b) < 0


def height_at(corners: tuple[Point, ...], heights_m: tuple[float, ...], point: Point) -> float:
    """Height over the plan from readings at corners: bilinear in a rectangle, else the best plane through them.

    Source: geometry; least squares.
    """
    rectangle, plane = _surface(corners, heights_m)
    if rectangle is not None:
        left, low, right, high, z00, z10, z11, z01 = rectangle
        u, v = (point[0] - left) / (right - left), (point[1] - low) / (high - low)
        return z00 * (1 - u) * (1 - v) + z10 * u * (1 - v) + z11 * u * v + z01 * (1 - u) * v
    mx, my, mz, gx, gy = plane
    return mz + gx * (point[0] - mx) + gy * (point[1] - my)


_Rectangle = tuple[float, float, float, float, float, float, float, float]
_Plane = tuple[float, float, float, float, float]


@lru_cache(maxsize=256)
def _surface(corners: tuple[Point, ...], heights_m: tuple[float, ...]) -> tuple[_Rectangle | None, _Plane]:
    """A rectangle's sides and the heights at its corners, or the best plane's middle and slopes."""
    if len(corners) == 4:
        left, low, right, high = Outline(corners).box
        if {(x, y) for x, y in corners} == {(left, low), (right, low), (right, high), (left, high)}:
            known = dict(zip(corners, heights_m, strict=True))
            z00, z10, z11, z01 = known[left, low], known[right, low], known[right, high], known[left, high]
            return (left, low, right, high, z00, z10, z11, z01), (0.0, 0.0, 0.0, 0.0, 0.0)
    n = len(corners)
    mx, my, mz = (sum(values) / n for values in ((c[0] for c in corners), (c[1] for c in corners), heights_m))
    xx = sum((c[0] - mx) ** 2 for c in corners)
    yy = sum((c[1] - my) ** 2 for c in corners)
    xy = sum((c[0] - mx) * (c[1] - my) for c in corners)
    xz = sum((c[0] - mx) * (z - mz) for c, z in zip(corners, heights_m, strict=True))
    yz = sum((c[1] - my) * (z - mz) for c, z in zip(corners, heights_m, strict=True))
    det = xx * yy - xy * xy
    gx, gy = (xz * yy - yz * xy) / det, (yz * xx - xz * xy) / det
    return None, (mx, my, mz, gx, gy)
