"""The joints of a plan, found from its pieces as they stand: which touch, on which face, and over how much of it.

A joint is where two pieces have a plane face in common, or where one lies in a notch of the other. It is read from the same
solids that are drawn, cut and listed, so that what is drawn as touching is what is listed as a joint; a new kind has joints
without declaring any.
Source: plane geometry; a gap of a millimetre counts as contact, since no saw cuts closer [common practice].
"""

import math
from collections import defaultdict
from collections.abc import Iterator
from typing import Literal

from steady.data.roles import role
from steady.drawing.pieces import corners, cross, halves, peaked
from steady.plan.model import Id, Part, PartPlacement, Plan, Vec
from steady.value_objects import value_object

GAP_M = 1e-3
"""Faces no farther apart than this touch."""
LEAST_M2 = 1e-6
"""Faces that share less than a square millimetre meet at an edge: that is no joint."""
CELL_M = 0.5
"""Pieces are looked for in cells of this size [own, speed alone]."""
FACES = ((0, 1, 3, 2), (4, 6, 7, 5), (0, 4, 5, 1), (2, 3, 7, 6), (0, 2, 6, 4), (1, 5, 7, 3))
"""Corners of each face of a piece's solid: its start, its end, then its four sides, each seen from outside."""
SIDE = 2
"""The first of its sides among a piece's faces."""
Where = Literal["start", "end", "side"]


@value_object
class JointEnd:
    """One piece at a joint. `where`: which of its faces touches; `along_m`: from its start to the middle of the contact."""

    piece: Id
    part: Id
    role: str
    where: Where
    along_m: float


@value_object
class Contact:
    """The face that two pieces have in common: its middle, its normal (out of the first piece), its area and the gap in it."""

    at: Vec
    normal: Vec
    area_m2: float
    gap_m: float


@value_object
class Joint:
    """Two pieces that touch.

    `kind`: an end on a side butts; side on side laps, or rests where the face lies level; one lies in a notch of the other:
    notched, the contact is then the middle of the space they share. Two that share space without a notch can't be built.
    """

    id: Id
    kind: Literal["rests", "butts", "laps", "end to end", "notched", "overlaps"]
    first: JointEnd
    second: JointEnd
    contact: Contact

    @property
    def roles(self) -> tuple[str, str]:
        """The roles of both pieces, in the order of the alphabet."""
        one, other = sorted((self.first.role, self.second.role))
        return one, other


@value_object
class _Solid:
    """A piece as a convex solid: its faces with their outward normals."""

    id: Id
    part: Id
    role: str
    at: Vec
    along: Vec
    low: Vec
    high: Vec
    notched: bool
    faces: tuple[tuple[Vec, tuple[Vec, ...]], ...]


def joints(plan: Plan) -> tuple[Joint, ...]:
    """Every pair of pieces of a plan that touch, each pair once for each face that they have in common."""
    solids = list(_solids(plan))
    found = []
    for k, j in _near(solids):
        met = list(_between(solids[k], solids[j])) or list(_inside(solids[k], solids[j]))
        found += met
    return tuple(found)


def joint_solids(plan: Plan) -> dict[str, tuple[Vec, ...]]:
    """The eight corners of each piece by its id: those of its start, then those of its end."""
    return {solid.id: (*solid.faces[0][1], *solid.faces[1][1]) for solid in _solids(plan)}


def _solids(plan: Plan) -> Iterator[_Solid]:
    for part in plan.parts:
        if part.length_m <= 0 or part.drawn_m or role(part.role).shape == "round":
            continue  # fixings have no size; what is round or bent has no plane faces
        for place in part.places:
            for one, at in halves(part, place) if peaked(part) else ((part, place),):
                yield from _row(part, one, at)


def _row(part: Part, one: Part, place: PartPlacement) -> Iterator[_Solid]:
    first = corners(one, place)
    for k in range(place.count):
        points = [(p[0] + k * place.step[0], p[1] + k * place.step[1], p[2] + k * place.step[2]) for p in first]
        axes = [[p[i] for p in points] for i in range(3)]
        yield _Solid(
            id=place.id if place.count == 1 else f"{place.id}/{k + 1}",
            part=part.id,
            role=part.role,
            at=tuple(a + k * s for a, s in zip(place.at, place.step, strict=True)),  # type: ignore[arg-type]
            along=place.along,
            low=tuple(map(min, axes)),  # type: ignore[arg-type]
            high=tuple(map(max, axes)),  # type: ignore[arg-type]
            notched=any(cut.kind == "notch" for cut in part.cuts),
            faces=tuple(_face([points[i] for i in face], points) for face in FACES),
        )


def _face(ring: list[Vec], points: list[Vec]) -> tuple[Vec, tuple[Vec, ...]]:
    normal = _unit(cross(_sub(ring[2], ring[0]), _sub(ring[3], ring[1])))
    middle = _mean(points)
    if _dot(normal, _sub(ring[0], middle)) < 0:
        normal = (-normal[0], -normal[1], -normal[2])
    return normal, tuple(ring)


def _near(solids: list[_Solid]) -> Iterator[tuple[int, int]]:
    """Pairs of pieces whose boxes come as near as a gap: by cells, so that few are compared."""
    cells: dict[tuple[int, int, int], list[int]] = defaultdict(list)
    seen: set[tuple[int, int]] = set()
    for j, solid in enumerate(solids):
        spans = [
            range(math.floor((low - GAP_M) / CELL_M), math.floor((high + GAP_M) / CELL_M) + 1)
            for low, high in zip(solid.low, solid.high, strict=True)
        ]
        for cell in ((x, y, z) for x in spans[0] for y in spans[1] for z in spans[2]):
            for k in cells[cell]:
                if (k, j) not in seen and _close(solids[k], solid):
                    seen.add((k, j))
                    yield k, j
            cells[cell].append(j)


def _close(one: _Solid, other: _Solid) -> bool:
    return all(one.low[i] <= other.high[i] + GAP_M and other.low[i] <= one.high[i] + GAP_M for i in range(3))


def _between(one: _Solid, other: _Solid) -> Iterator[Joint]:
    for m, (normal, ring) in enumerate(one.faces):
        for n, (against, facing) in enumerate(other.faces):
            if _dot(normal, against) > -0.9999:
                continue
            gap = _dot(normal, _sub(facing[0], ring[0]))
            if abs(gap) > GAP_M:
                continue
            area, at = _shared(normal, ring, facing)
            if area < LEAST_M2:
                continue
            first, second = _end(one, m, at), _end(other, n, at)
            yield Joint(
                id=f"{one.id}|{other.id}",
                kind=_kind(first.where, second.where, normal),
                first=first,
                second=second,
                contact=Contact(at=at, normal=normal, area_m2=area, gap_m=max(0.0, gap)),
            )


def _inside(one: _Solid, other: _Solid) -> Iterator[Joint]:
    """One in the other: no plane of either's faces, nor one along two of their edges, parts them by a gap or more."""
    axes = [normal for normal, _ in (*one.faces, *other.faces)]
    axes += [_unit(cross(a, b)) for a in _edges(one) for b in _edges(other) if _dot(c := cross(a, b), c) > 1e-6]
    mine, theirs = ([p for _, ring in solid.faces for p in ring] for solid in (one, other))
    for axis in axes:
        a, b = [_dot(axis, p) for p in mine], [_dot(axis, p) for p in theirs]
        if min(max(a) - min(b), max(b) - min(a)) < GAP_M:
            return
    low = [max(a, b) for a, b in zip(one.low, other.low, strict=True)]
    high = [min(a, b) for a, b in zip(one.high, other.high, strict=True)]
    at: Vec = tuple((x + y) / 2 for x, y in zip(low, high, strict=True))  # type: ignore[assignment]
    yield Joint(
        id=f"{one.id}|{other.id}",
        kind="notched" if one.notched or other.notched else "overlaps",
        first=_end(one, SIDE, at),
        second=_end(other, SIDE, at),
        contact=Contact(at=at, normal=(0.0, 0.0, 1.0), area_m2=(high[0] - low[0]) * (high[1] - low[1]), gap_m=0.0),
    )


def _edges(solid: _Solid) -> list[Vec]:
    ring = solid.faces[0][1]
    return [_unit(_sub(ring[1], ring[0])), _unit(_sub(ring[3], ring[0])), solid.along]


def _end(solid: _Solid, face: int, at: Vec) -> JointEnd:
    where: Where = "start" if face == 0 else "end" if face == 1 else "side"
    along_m = _dot(_sub(at, solid.at), solid.along)
    return JointEnd(piece=solid.id, part=solid.part, role=solid.role, where=where, along_m=along_m)


def _kind(first: Where, second: Where, normal: Vec) -> Literal["rests", "butts", "laps", "end to end"]:
    ends = (first != "side") + (second != "side")
    if ends == 2:
        return "end to end"
    if ends == 1 and abs(normal[2]) < 0.7:
        return "butts"
    return "rests" if abs(normal[2]) >= 0.7 else "laps"


def _shared(normal: Vec, ring: tuple[Vec, ...], other: tuple[Vec, ...]) -> tuple[float, Vec]:
    """The area that two faces of one plane have in common, and its middle."""
    u = _unit(_sub(ring[1], ring[0]))
    v = cross(normal, u)
    base = ring[0]

    def flat(points: tuple[Vec, ...]) -> list[tuple[float, float]]:
        return [(_dot(_sub(p, base), u), _dot(_sub(p, base), v)) for p in points]

    cut = clipped(flat(ring), flat(other))
    area, cx, cy = _centroid(cut)
    return area, tuple(base[i] + u[i] * cx + v[i] * cy for i in range(3))  # type: ignore[return-value]


def clipped(subject: list[tuple[float, float]], clip: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """The part of one convex outline inside of another (Sutherland and Hodgman, 1974)."""
    if _centroid(clip)[0] <= 0:
        return []
    if _signed(clip) < 0:
        clip = clip[::-1]
    for (ax, ay), (bx, by) in zip(clip, [*clip[1:], clip[0]], strict=True):
        kept: list[tuple[float, float]] = []
        sides = [(bx - ax) * (y - ay) - (by - ay) * (x - ax) for x, y in subject]
        for k, (x, y) in enumerate(subject):
            before = k - 1
            if (sides[k] >= 0) != (sides[before] >= 0):
                t = sides[before] / (sides[before] - sides[k])
                px, py = subject[before]
                kept.append((px + t * (x - px), py + t * (y - py)))
            if sides[k] >= 0:
                kept.append((x, y))
        subject = kept
        if not subject:
            return []
    return subject


def _signed(ring: list[tuple[float, float]]) -> float:
    return 0.5 * sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], ring[0]], strict=True))


def _centroid(ring: list[tuple[float, float]]) -> tuple[float, float, float]:
    if len(ring) < 3:
        return 0.0, 0.0, 0.0
    area = _signed(ring)
    if abs(area) < 1e-12:
        return 0.0, 0.0, 0.0
    pairs = list(zip(ring, [*ring[1:], ring[0]], strict=True))
    cx = sum((a[0] + b[0]) * (a[0] * b[1] - b[0] * a[1]) for a, b in pairs) / (6 * area)
    cy = sum((a[1] + b[1]) * (a[0] * b[1] - b[0] * a[1]) for a, b in pairs) / (6 * area)
    return abs(area), cx, cy


def _sub(a: Vec, b: Vec) -> Vec:
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


def _dot(a: Vec, b: Vec) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def _unit(a: Vec) -> Vec:
    size = math.sqrt(_dot(a, a)) or 1.0
    return a[0] / size, a[1] / size, a[2] / size


def _mean(points: list[Vec]) -> Vec:
    n = len(points)
    return sum(p[0] for p in points) / n, sum(p[1] for p in points) / n, sum(p[2] for p in points) / n
