"""A joint drawn to scale: both pieces where they meet, the face or space they share, and its dimensions.

The view is square to both pieces where their axes span an upright plane. Where both are level it is a section across the piece
whose side is touched. Pieces are clipped to the window.
Source: plane geometry, from the solids that are drawn, cut and listed.
"""

import math

from steady.catalog.items import item_name
from steady.data.roles import role
from steady.drawing.joints import Joint, clipped, joint_solids
from steady.drawing.layers import layer_of
from steady.drawing.pieces import TextPlacement, cross, words
from steady.drawing.shapes import Point, Shape, View
from steady.drawing.unroll import hull
from steady.plan.model import Part, Plan, Vec
from steady.units.show import Tape
from steady.value_objects import value_object

ROOM = 1.1
"""Half of the window, in depths of the deeper piece [own, for the eye]."""
LEAST_M, MOST_M = 0.09, 0.4
"""Limits of half of the window."""
LEVEL = 0.7
"""View directions with a greater vertical component would show a plan; a section tells more [own]."""
PARALLEL = 0.05
"""Axes whose cross product is shorter than this are parallel: the view is across the shared face [own]."""


@value_object
class _Sight:
    """The drawing plane: the directions of its x and y in space, and the point at its origin."""

    right: Vec
    up: Vec
    middle: Vec

    def flat(self, point: Vec) -> Point:
        """A point in space projected onto the drawing plane (m)."""
        off = tuple(a - b for a, b in zip(point, self.middle, strict=True))
        return round(_dot(off, self.right), 5), round(_dot(off, self.up), 5)


def joint_details(plan: Plan, found: tuple[Joint, ...], tape: Tape) -> dict[str, View]:
    """A drawing of each joint, by the joint's id."""
    wanted = {end.piece for joint in found for end in (joint.first, joint.second)}
    solids = {id_: solid for id_, solid in joint_solids(plan).items() if id_ in wanted}
    parts = {part.id: part for part in plan.parts}
    return {joint.id: _detail(joint, solids, parts, tape=tape) for joint in found}


def _detail(joint: Joint, solids: dict[str, tuple[Vec, ...]], parts: dict[str, Part], *, tape: Tape) -> View:
    one, other = parts[joint.first.part], parts[joint.second.part]
    sight = _sight(joint, solids)
    reach = min(max(ROOM * max(*one.section_m, *other.section_m), LEAST_M), MOST_M)
    # The piece whose side is touched is drawn first, the other over it.
    ends = sorted((joint.first, joint.second), key=lambda end: end.where != "side")
    rings = [_clipped(hull([sight.flat(p) for p in solids[end.piece]]), reach) for end in ends]
    shapes = [
        Shape(id=end.piece, kind="polygon", layer=layer_of(parts[end.part]), points=ring)
        for end, ring in zip(ends, rings, strict=True)
    ]
    shared = _shared(*rings)
    if shared:
        shapes.append(Shape(id=joint.id, kind="polygon", layer="contact", points=shared))
        shapes += _measures(joint.id, shared, reach, tape=tape)
    for end, y, shift in zip(ends, (reach, -reach), (6.0, -30.0), strict=True):
        text = f"{role(end.role).one}, {item_name(parts[end.part].item)}"
        look = TextPlacement(shift=(0.0, shift))
        shapes.append(words(end.piece, text[:1].upper() + text[1:], (0.0, y), look=look, layer="fact"))
    return View(
        name="joint", title="", shapes=tuple(shapes), bounds=(-1.4 * reach, -1.3 * reach, 1.4 * reach, 1.2 * reach)
    )


def _sight(joint: Joint, solids: dict[str, tuple[Vec, ...]]) -> _Sight:
    one, other = (_along(solids[end.piece]) for end in (joint.first, joint.second))
    across = cross(one, other)
    size = math.sqrt(_dot(across, across))
    crossing: Vec = (across[0] / (size or 1.0), across[1] / (size or 1.0), across[2] / (size or 1.0))
    toward = crossing if size > PARALLEL else cross(one, joint.contact.normal)
    if abs(toward[2]) > LEVEL:
        toward = other if joint.second.where == "side" else one
    if abs(toward[2]) > LEVEL:  # both stand upright
        toward = joint.contact.normal
    level = math.hypot(toward[0], toward[1]) or 1.0
    right = (-toward[1] / level, toward[0] / level, 0.0)
    # Of both ways to look, the one that keeps the plan's x to the right.
    if right[0] < -1e-6 or (abs(right[0]) <= 1e-6 and right[1] < 0):
        right = (-right[0], -right[1], 0.0)
    return _Sight(right=right, up=(0.0, 0.0, 1.0), middle=joint.contact.at)


def _along(corners: tuple[Vec, ...]) -> Vec:
    """Unit vector of a piece's axis, from the middle of its start to the middle of its end."""
    start, end = (tuple(sum(p[i] for p in four) / 4 for i in range(3)) for four in (corners[:4], corners[4:]))
    off = tuple(b - a for a, b in zip(start, end, strict=True))
    size = math.sqrt(sum(c * c for c in off)) or 1.0
    return off[0] / size, off[1] / size, off[2] / size


def _measures(about: str, shared: tuple[Point, ...], reach: float, *, tape: Tape) -> list[Shape]:
    """Dimension lines of the width and height that both share."""
    xs, ys = [p[0] for p in shared], [p[1] for p in shared]
    y, x, tick = -1.1 * reach, 1.1 * reach, 0.03 * reach
    shapes: list[Shape] = []
    if max(xs) - min(xs) > 2 * SLIVER_M:
        ends = ((min(xs), y), (max(xs), y))
        ticks = tuple(((px, py - tick), (px, py + tick)) for px, py in ends)
        at, look = ((min(xs) + max(xs)) / 2, y), TextPlacement(shift=(0.0, 5.0))
        shapes += _dimension(about, (ends, *ticks), tape.distance(max(xs) - min(xs)), at=at, look=look)
    if max(ys) - min(ys) > 2 * SLIVER_M:
        ends = ((x, min(ys)), (x, max(ys)))
        ticks = tuple(((px - tick, py), (px + tick, py)) for px, py in ends)
        look = TextPlacement(shift=(7.0, -4.0), anchor="start")
        at = (x, (min(ys) + max(ys)) / 2)
        shapes += _dimension(about, (ends, *ticks), tape.distance(max(ys) - min(ys)), at=at, look=look)
    return shapes


def _dimension(
    about: str, lines: tuple[tuple[Point, Point], ...], text: str, *, at: Point, look: TextPlacement
) -> list[Shape]:
    drawn = [Shape(id=about, kind="polyline", layer="dimension", points=line) for line in lines]
    return [*drawn, words(about, text, at, look=look, layer="dimension")]


SLIVER_M = 1.2e-3
"""Outlines closer than this share an edge: a joint's gap is a millimetre at most."""


def _shared(one: tuple[Point, ...], other: tuple[Point, ...]) -> tuple[Point, ...]:
    """The intersection of two convex outlines; where they only touch, the length of edge that both have."""
    if len(one) < 3 or len(other) < 3:
        return ()
    both = clipped(list(one), list(other))
    if len(both) >= 3:
        return tuple(both)
    x, y = sum(p[0] for p in other) / len(other), sum(p[1] for p in other) / len(other)
    grown = [(px + math.copysign(SLIVER_M, px - x), py + math.copysign(SLIVER_M, py - y)) for px, py in other]
    limits = []
    for axis in (0, 1):
        low = max(min(p[axis] for p in ring) for ring in (one, other))
        high = min(max(p[axis] for p in ring) for ring in (one, other))
        limits.append((low, high) if high > low else (-math.inf, math.inf))
    (left, right), (low, high) = limits
    return tuple((min(max(px, left), right), min(max(py, low), high)) for px, py in clipped(list(one), grown))


def _clipped(ring: tuple[Point, ...], reach: float) -> tuple[Point, ...]:
    return tuple(clipped(list(ring), [(-reach, -reach), (reach, -reach), (reach, reach), (-reach, reach)]))


def _dot(a: tuple[float, ...], b: tuple[float, ...]) -> float:
    return sum(x * y for x, y in zip(a, b, strict=True))
