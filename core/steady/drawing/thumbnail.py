"""A plan as a small picture from above a corner: filled faces, the far ones first; for tiles, and for a line while it is typed."""

import heapq
import math
from collections.abc import Iterator, Sequence

from steady.drawing.scene import Scene, Solid
from steady.plan.model import Vec
from steady.value_objects import value_object

TURN_RAD, DOWN_RAD = math.radians(-32), math.radians(24)
"""From where it is seen: so far to the right of its front, and so far up [our own]."""
LIGHT = {"top": 1.1, "front": 0.94, "side": 0.78}
"""How light a face is drawn, over its colour [our own]."""
MOST_FACES = 2400
"""With more faces than this what is small is left out, and then what is least."""
TOWARD = (
    -math.sin(TURN_RAD) * math.cos(DOWN_RAD),
    -math.cos(TURN_RAD) * math.cos(DOWN_RAD),
    math.sin(DOWN_RAD),
)
"""The way from the scene to whoever looks."""
TOUCH_M = 0.002
"""Pieces that stand so little into each other lie apart for the eye [our own]."""
THIN_M = 0.06
"""What is no thicker is a board that upright pieces may stand through [our own]."""
BOX_FACES = ((0, 1, 3, 2), (4, 6, 7, 5), (0, 2, 6, 4), (1, 5, 7, 3), (2, 3, 7, 6), (0, 4, 5, 1))


@value_object
class ThumbnailPath:
    """Faces of one colour that lie behind each other, as one path (SVG, up is less), and the colour."""

    path: str
    fill: str


@value_object
class Tile:
    """The picture: its paths in order, and its bounds (left, top, width, height), in centimetres."""

    drawn: tuple[ThumbnailPath, ...]
    box: tuple[float, float, float, float]
    says: str


def tile(scene: Scene) -> Tile:
    """The picture of a scene on level ground: what lies in it is left out, and what stands in it is cut off there."""
    floor = scene.ground[4] if scene.water_m is None else -math.inf
    shown = [solid for solid in scene.solids if _top(solid) > floor + 0.02]
    boxes = _parted([_Box(corners, solid.fill) for solid in _few(shown) for corners in _boxes(solid, floor)])
    runs: list[tuple[str, list[str]]] = []
    xs: list[float] = []
    ys: list[float] = []
    for box in _far_first(boxes):
        for fill, points in box.faces:
            xs += [x for x, _ in points]
            ys += [y for _, y in points]
            path = "M" + "L".join(f"{x:.1f} {y:.1f}" for x, y in points) + "Z"
            if runs and runs[-1][0] == fill:
                runs[-1][1].append(path)
            else:
                runs.append((fill, [path]))
    bounds = (min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)) if xs else (0.0, 0.0, 1.0, 1.0)
    return Tile(
        drawn=tuple(ThumbnailPath(path="".join(paths), fill=fill) for fill, paths in runs),
        box=tuple(round(value, 1) for value in bounds),  # type: ignore[arg-type]
        says=scene.says,
    )


class _Box:
    """One box as it is drawn: its faces, its bounds in space and on the picture, and how far off its middle is."""

    __slots__ = ("corners", "faces", "far", "fill", "flat", "high", "low", "normals", "outline", "sheet")

    def __init__(self, corners: tuple[Vec, ...], fill: str) -> None:
        flat = [seen(point) for point in corners]
        self.corners, self.fill = corners, fill
        self.flat = [(x, y) for x, y, _ in flat]
        self.outline: tuple[tuple[float, float, float, float], ...] | None = None
        self.normals: tuple[tuple[Vec, float, float], ...] | None = None
        self.low = tuple(min(point[k] for point in corners) for k in range(3))
        self.high = tuple(max(point[k] for point in corners) for k in range(3))
        xs, ys = [point[0] for point in flat], [point[1] for point in flat]
        self.sheet = (min(xs), max(xs), min(ys), max(ys))
        self.far = sum(point[2] for point in flat) / len(flat)
        self.faces = _faces(corners, flat, fill)

    def edges(self) -> tuple[tuple[float, float, float, float], ...]:
        """On the picture: the ways square to its edges, and between what it reaches along each."""
        if self.outline is None:
            (x0, y0), *ends = (self.flat[k] for k in (0, 1, 2, 4))
            found = []
            for x, y in ends:
                size = math.hypot(x - x0, y - y0)
                if size > 1e-9:
                    way = (y0 - y) / size, (x - x0) / size
                    reach = [way[0] * px + way[1] * py for px, py in self.flat]
                    found.append((*way, min(reach), max(reach)))
            self.outline = tuple(found)
        return self.outline

    def sides(self) -> tuple[tuple[Vec, float, float], ...]:
        """The ways its faces look, and between what it reaches along each."""
        if self.normals is None:
            first, *ends = (self.corners[k] for k in (0, 1, 2, 4))
            edges = [tuple(q - p for p, q in zip(first, end, strict=True)) for end in ends]
            found = []
            for a, b in ((0, 1), (1, 2), (0, 2)):
                out = _cross(edges[a], edges[b])
                size = math.hypot(*out)
                if size > 1e-12:
                    way = (out[0] / size, out[1] / size, out[2] / size)
                    reach = self.along(way)
                    found.append((way, min(reach), max(reach)))
            self.normals = tuple(found)
        return self.normals

    def along(self, way: Vec) -> list[float]:
        """Its corners along a direction."""
        x, y, z = way
        return [x * p[0] + y * p[1] + z * p[2] for p in self.corners]


def _parted(boxes: list[_Box]) -> list[_Box]:
    """Upright boxes that stand through a level board, in two at the board's top: no order is right for them whole."""
    level = [box for box in boxes if box.high[2] - box.low[2] <= THIN_M]
    found: list[_Box] = []
    for box in boxes:
        through = (
            {other.high[2] for other in level if _share(box, other) and other.high[2] < box.high[2] - THIN_M}
            if box.high[2] - box.low[2] > 2 * THIN_M and _upright(box)
            else set()
        )
        if not through:
            found.append(box)
            continue
        z = max(through)
        found += [_Box(tuple((x, y, keep(height, z)) for x, y, height in box.corners), box.fill) for keep in (min, max)]
    return found


def _upright(box: _Box) -> bool:
    """Whether each of its corners stands at its foot or at its top."""
    return all(min(abs(z - box.low[2]), abs(z - box.high[2])) < TOUCH_M for _, _, z in box.corners)


def _share(one: _Box, other: _Box) -> bool:
    return all(min(one.high[k], other.high[k]) - max(one.low[k], other.low[k]) > TOUCH_M for k in range(3))


def _far_first(boxes: list[_Box]) -> list[_Box]:
    """Boxes so that none is drawn over one that stands before it.

    Two that lie apart along an axis are in order whatever their sizes; of those that touch or cross, the farther middle is first.

    Source: geometry: a plane between two bodies says which may hide the other.
    """
    order = sorted(range(len(boxes)), key=lambda i: boxes[i].sheet[0])
    before: list[list[int]] = [[] for _ in boxes]
    behind: list[list[int]] = [[] for _ in boxes]
    waits = [0] * len(boxes)
    open_now: list[int] = []
    for i in order:
        one = boxes[i]
        open_now = [k for k in open_now if boxes[k].sheet[1] > one.sheet[0]]
        for k in open_now:
            other = boxes[k]
            if other.sheet[2] >= one.sheet[3] or one.sheet[2] >= other.sheet[3] or _clear(one, other):
                continue
            nearer = _nearer(one, other)
            if nearer:
                back, front = (k, i) if nearer > 0 else (i, k)
                before[back].append(front)
                behind[front].append(back)
                waits[front] += 1
        open_now.append(i)
    heap = [(-boxes[i].far, i) for i in range(len(boxes)) if not waits[i]]
    heapq.heapify(heap)
    left = {i for i in range(len(boxes)) if waits[i]}
    found: list[_Box] = []
    while heap or left:
        if not heap:  # boxes that each hide the next, in a ring: the farthest of them is drawn first
            i = max(_ring_of(next(iter(left)), behind, left), key=lambda k: boxes[k].far)
            left.discard(i)
            heap.append((-boxes[i].far, i))
        _, i = heapq.heappop(heap)
        found.append(boxes[i])
        for k in before[i]:
            waits[k] -= 1
            if not waits[k] and k in left:
                left.discard(k)
                heapq.heappush(heap, (-boxes[k].far, k))
    return found


def _clear(one: _Box, other: _Box) -> bool:
    """Whether neither lies over the other on the picture. Source: geometry: a line along an edge of either parts the two."""
    for body, against in ((one, other), (other, one)):
        for wx, wy, low, high in body.edges():
            reach = [wx * x + wy * y for x, y in against.flat]
            if min(reach) >= high - TOUCH_M * 100 or max(reach) <= low + TOUCH_M * 100:
                return True
    return False


def _ring_of(start: int, behind: list[list[int]], left: set[int]) -> list[int]:
    """Boxes that wait for each other in a ring, found by going back from one that waits."""
    trail, at = [start], start
    while True:
        at = next(k for k in behind[at] if k in left)
        if at in trail:
            return trail[trail.index(at) :]
        trail.append(at)


def _nearer(one: _Box, other: _Box) -> int:
    """1: the first may hide the second; -1: the other way round; 0: neither, or they cross."""
    apart = _apart(one, other)
    if apart is not None:
        return apart
    # Sloping pieces lie within each other's bounds: a face of either may still lie between them.
    for body, against, sign in ((one, other, 1), (other, one, -1)):
        for way, low, high in body.sides():
            reach = against.along(way)
            toward = sum(w * t for w, t in zip(way, TOWARD, strict=True))
            if abs(toward) < 1e-9:
                continue
            if min(reach) >= high - TOUCH_M:
                return -sign if toward > 0 else sign
            if max(reach) <= low + TOUCH_M:
                return sign if toward > 0 else -sign
    return 0


def _apart(one: _Box, other: _Box) -> int | None:
    """The same for two that lie apart along an axis; None: they do along none."""
    said = 0
    for k, toward in enumerate(TOWARD):
        if one.low[k] >= other.high[k] - TOUCH_M:
            way = 1 if toward > 0 else -1
        elif other.low[k] >= one.high[k] - TOUCH_M:
            way = -1 if toward > 0 else 1
        else:
            continue
        if said and way != said:
            return 0
        said = way
    return said or None


def _top(solid: Solid) -> float:
    return max(point[2] for point in solid.points) + max(0.0, solid.step[2] * (solid.count - 1))


def _few(solids: Sequence[Solid]) -> list[Solid]:
    """All of them, or the largest that a small picture can show."""
    if sum(solid.count for solid in solids) * 3 <= MOST_FACES:
        return list(solids)
    found: list[Solid] = []
    left = MOST_FACES // 3
    for solid in sorted(solids, key=_size, reverse=True):
        if solid.count <= left:
            found.append(solid)
            left -= solid.count
    return found


def _size(solid: Solid) -> float:
    low = [min(point[k] for point in solid.points) for k in range(3)]
    high = [max(point[k] for point in solid.points) for k in range(3)]
    return math.dist(low, high)


def _boxes(solid: Solid, floor: float) -> Iterator[tuple[Vec, ...]]:
    """Every one of a row by its eight corners, nothing lower than the floor."""
    points = solid.points if solid.shape == "box" else _ring(solid)
    for k in range(solid.count):
        dx, dy, dz = (step * k for step in solid.step)
        yield tuple((x + dx, y + dy, max(floor, z + dz)) for x, y, z in points)


def _ring(solid: Solid) -> tuple[Vec, ...]:
    """A round piece as the square prism that it fills, drawn small."""
    low, high = solid.points
    along = tuple(b - a for a, b in zip(low, high, strict=True))
    length = math.hypot(*along) or 1.0
    side = (0.0, 0.0, 1.0) if abs(along[2]) < 0.7 * length else (1.0, 0.0, 0.0)
    over = _cross(along, side)
    unit = tuple(v / (math.hypot(*over) or 1.0) * solid.radius_m for v in over)
    other = _cross(along, unit)
    up = tuple(v / (math.hypot(*other) or 1.0) * solid.radius_m for v in other)
    ways = ((-1, -1), (1, -1), (-1, 1), (1, 1))
    return tuple(
        (end[0] + a * unit[0] + b * up[0], end[1] + a * unit[1] + b * up[1], end[2] + a * unit[2] + b * up[2])
        for end in (low, high)
        for a, b in ways
    )


def _cross(a: Sequence[float], b: Sequence[float]) -> Vec:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def seen(point: Vec) -> tuple[float, float, float]:
    """Where a point lies on the picture (cm, right and down), and how far off it is (m). Source: geometry."""
    x, y, z = point
    c, s = math.cos(TURN_RAD), math.sin(TURN_RAD)
    right, deep = x * c - y * s, x * s + y * c
    up = z * math.cos(DOWN_RAD) + deep * math.sin(DOWN_RAD)
    return right * 100, -up * 100, deep * math.cos(DOWN_RAD) - z * math.sin(DOWN_RAD)


def _faces(
    corners: tuple[Vec, ...], flat: Sequence[tuple[float, float, float]], fill: str
) -> list[tuple[str, tuple[tuple[float, float], ...]]]:
    """The faces of a box that are turned this way, each with its colour."""
    middle = tuple(sum(point[k] for point in corners) / len(corners) for k in range(3))
    found = []
    for face in BOX_FACES:
        a, b, c = (corners[i] for i in face[:3])
        out = _cross([q - p for p, q in zip(a, b, strict=True)], [q - p for p, q in zip(b, c, strict=True)])
        centre = tuple(sum(corners[i][k] for i in face) / 4 for k in range(3))
        if sum(n * (p - m) for n, p, m in zip(out, centre, middle, strict=True)) < 0:
            out = (-out[0], -out[1], -out[2])
        size = math.hypot(*out)
        if size < 1e-12 or sum(n * t for n, t in zip(out, TOWARD, strict=True)) <= 0:
            continue
        way = "top" if out[2] > 0.5 * size else "front" if -out[1] >= abs(out[0]) else "side"
        found.append((_lit(fill, LIGHT[way]), tuple((flat[i][0], flat[i][1]) for i in face)))
    return found


def _lit(fill: str, light: float) -> str:
    parts = (int(fill[k : k + 2], 16) for k in (1, 3, 5))
    return "#" + "".join(f"{min(255, round(part * light)):02x}" for part in parts)
