"""A plan on the site's axes: from above with the house at the top, or seen along an axis with heights from the plan's level 0."""

import itertools
import math
from typing import Literal

from steady.data.roles import HOLES_ABOVE, role
from steady.drawing.layers import layer_of
from steady.drawing.pieces import TextPlacement, corners, dimension, in_order, words
from steady.drawing.shapes import Point, Shape, View, bounds_of
from steady.drawing.unroll import hull
from steady.plan.model import Curve, Footing, Part, PartPlacement, Plan, SquareDiagonal, ViewSpec, Wall
from steady.units.show import Tape

SOIL_BELOW_M = 0.3
DIM_M = 0.55
"""Dimension lines stand so far off the outline."""
IN_GROUND = ("gravel", "concrete", "sand", "foam", "slab", "block")
WALL_SIDE_M = 0.3
RING_POINTS, END_ON = 28, 0.3
"""A round piece on its end is drawn with so many corners where its length leans less than that out of sight."""
Box = tuple[float, float, float, float]


def outline_of(plan: Plan) -> Curve | None:
    """The plan's outline, if it stands on a grid."""
    return next((curve for curve in plan.curves if curve.what == "outline"), None)


def box_of(plan: Plan) -> Box:
    """Left, near, right and far edge of the outline; of all pieces and footings where there is none."""
    ring = outline_of(plan)
    if ring is not None:
        points: list[tuple[float, float]] = [(p[0], p[1]) for p in ring.points]
    else:
        points = [(c[0], c[1]) for part in plan.parts if part.length_m for p in part.places for c in corners(part, p)]
        points += [(f.at[0], f.at[1]) for f in plan.footings]
    xs, ys = [p[0] for p in points] or [0.0, 1.0], [p[1] for p in points] or [0.0, 1.0]
    return min(xs), min(ys), max(xs), max(ys)


def hand(plan: Plan) -> float:
    """What y is multiplied by from a plan's axes to the drawn ones, y up the paper: -1 with the house at the top."""
    return -1.0 if any(ask.how == "above" for ask in plan.views) else 1.0


def drawn_box(plan: Plan) -> Box:
    """`box_of`, on the drawn axes: left, low, right and high edge."""
    left, near, right, far = box_of(plan)
    low, high = sorted((near * hand(plan), far * hand(plan)))
    return left, low, right, high


def _down(point: tuple[float, ...]) -> Point:
    """From above, the house at the top."""
    return (round(point[0], 6), round(-point[1], 6))


def from_above(plan: Plan, ask: ViewSpec, tape: Tape) -> View:
    """From above: what lies on top faint below, the frame over it, holes and posts on top; posts told by their places."""
    shapes = [_wall_above(curve) for curve in plan.curves if isinstance(curve, Wall)]
    under, over = in_order(plan.parts, "above", HOLES_ABOVE)
    shapes += [_from_above(part, place) for part in under for place in part.places]
    shapes += [_hole_above(footing) for footing in plan.footings]
    shapes += [_from_above(part, place) for part in over for place in part.places]
    for curve in plan.curves:
        shapes += _curve_above(curve, tape)
    shapes += _post_labels(plan, tape) + _outer_dimensions(plan, tape)
    return View(
        name=ask.name, how=ask.how, title=ask.title, layout="grid", shapes=tuple(shapes), bounds=bounds_of(shapes)
    )


def _wall_above(wall: Wall) -> Shape:
    """A wall's thickness to the right of its face."""
    (x0, y0, _), (x1, y1, _) = wall.points[0], wall.points[-1]
    long = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5 or 1.0
    dx, dy = (y1 - y0) / long * wall.thick_m, -(x1 - x0) / long * wall.thick_m
    band = ((x0, y0), (x1, y1), (x1 + dx, y1 + dy), (x0 + dx, y0 + dy))
    return Shape(id=wall.id, kind="polygon", layer="wall", points=tuple(_down(p) for p in band))


def _hole_above(footing: Footing) -> Shape:
    x, y = _down(footing.at)
    half = footing.hole_width_m / 2
    if footing.layers and footing.layers[0].shape == "square":
        square = ((x - half, y - half), (x + half, y - half), (x + half, y + half), (x - half, y + half))
        return Shape(id=footing.id, about=footing.under, kind="polygon", layer="hole", points=square)
    return Shape(id=footing.id, about=footing.under, kind="circle", layer="hole", points=((x, y),), size=half)


def _curve_above(curve: Curve, tape: Tape) -> list[Shape]:
    """Outline, no-dig spots and diagonals with their lengths."""
    points = tuple(_down(p) for p in curve.points)
    if curve.what == "outline":
        return [Shape(id=curve.id, kind="polygon", layer="outline", points=points)]
    if curve.what == "people":
        ring = hull(list(points))
        shape = Shape(id=curve.id, kind="polygon", layer="people", points=ring)
        label = words(curve.id, curve.label, max(ring), look=TextPlacement(shift=(6, 0), anchor="start"), layer="fact")
        return [shape, label] if curve.label else [shape]
    if curve.what == "spot":
        label = words(curve.id, curve.label, points[0], layer="zone-label")
        return [Shape(id=curve.id, kind="polygon", layer="zone", points=points), label]
    if isinstance(curve, SquareDiagonal):
        # A third of the way along: in the middle both lengths would lie on each other.
        (ax, ay), (bx, by) = points
        at = (ax + (bx - ax) / 3, ay + (by - ay) / 3)
        line = Shape(id=curve.id, kind="polyline", layer="diagonal", points=points)
        return [line, words(curve.id, tape.length(curve.length_m), at, layer="diagonal-label")]
    return []


def _from_above(part: Part, place: PartPlacement) -> Shape:
    points = hull([_down(corner) for corner in corners(part, place)])
    step = (place.step[0], -place.step[1])
    look = layer_of(part)
    return Shape(
        id=place.id, about=place.about, kind="polygon", layer=look, points=points, count=place.count, step=step
    )


def _post_labels(plan: Plan, tape: Tape) -> list[Shape]:
    """Every post's number, and its place along the beam."""
    labels = []
    for number, mark in enumerate(plan.marks, start=1):
        if mark.across_m is None:
            continue
        x, y = mark.station_m, -mark.across_m
        place = tape.distance(mark.leg_station_m)
        labels.append(words(mark.id, str(number), (x, y), look=TextPlacement(shift=(0, -4)), layer="post-number"))
        labels.append(words(mark.id, place, (x, y), look=TextPlacement(size=11, shift=(0, -26)), layer="post-place"))
    return labels


def _outer_dimensions(plan: Plan, tape: Tape) -> list[Shape]:
    """Width over the house and depth at the right, with the beam lines between."""
    left, low, right, high = box_of(plan)
    lines = sorted({round(mark.across_m, 4) for mark in plan.marks if mark.across_m is not None})
    drawn = dimension(plan.id, (left, -low + DIM_M), (right, -low + DIM_M), tape=tape)
    stops = [low, *(line for line in lines if low + 0.02 < line < high - 0.02), high]
    for a, b in itertools.pairwise(stops):
        drawn += dimension(plan.id, (right + DIM_M, -a), (right + DIM_M, -b), tape=tape)
    return drawn


def along_axis(plan: Plan, ask: ViewSpec, tape: Tape) -> View:
    """Seen along an axis: heights from the plan's level 0, the ground cut through, holes seen in it."""
    axis = 1 if ask.how == "along x" else 0
    shapes: list[Shape] = []
    top = _ground_line(plan, axis)
    if top:
        shapes += _ground(plan, top)
    for curve in plan.curves:
        shapes += _curve_side(curve, axis, top)
    seen: set[tuple[str, tuple[Point, ...]]] = set()
    for footing in plan.footings:
        _once(shapes, seen, _footing(footing, axis))
    for part in in_order(plan.parts, "side", 0)[1]:
        _once(shapes, seen, _parts_from_side(part, axis))
    shapes += _levels(plan, ask, axis, tape=tape)
    return View(
        name=ask.name, how=ask.how, title=_titled(ask), layout="grid", shapes=tuple(shapes), bounds=bounds_of(shapes)
    )


def _ground_line(plan: Plan, axis: int) -> list[Point]:
    """The ground's own line where it runs along the axis; else level with the feet."""
    ground = next((curve for curve in plan.curves if curve.what == "ground"), None)
    if ground is not None:
        top = sorted((point[axis], point[2]) for point in ground.points)
        if top[-1][0] - top[0][0] > 0.2:
            return top
    feet = sorted({(f.at[axis], f.at[2]) for f in plan.footings})
    return [(feet[0][0] - 0.6, feet[0][1]), *feet, (feet[-1][0] + 0.6, feet[-1][1])] if feet else []


def _ground(plan: Plan, top: list[Point]) -> list[Shape]:
    ground = next((curve.id for curve in plan.curves if curve.what == "ground"), f"{plan.id}/ground")
    lowest = min((f.at[2] - f.hole_m for f in plan.footings), default=-1.0) - SOIL_BELOW_M
    soil = (*top, (top[-1][0], lowest), (top[0][0], lowest))
    return [
        Shape(id=ground, kind="polygon", layer="soil", points=soil),
        Shape(id=ground, kind="polyline", layer="ground-line", points=tuple(top)),
    ]


def _curve_side(curve: Curve, axis: int, top: list[Point]) -> list[Shape]:
    """A wall that stands across what is seen, and water."""
    if isinstance(curve, Wall) and top and abs(curve.points[0][axis] - curve.points[-1][axis]) < 0.05:
        at, foot = curve.points[0][axis], top[0][1] - 0.2
        wall = ((at - WALL_SIDE_M, foot), (at, foot), (at, curve.top_m), (at - WALL_SIDE_M, curve.top_m))
        return [Shape(id=curve.id, kind="polygon", layer="wall", points=wall)]
    if curve.what == "keep clear":
        band = hull([(p[axis], p[2]) for p in curve.points])
        label = words(
            curve.id, curve.label, band[-1], look=TextPlacement(shift=(4, -10), anchor="start"), layer="zone-label"
        )
        return [Shape(id=curve.id, kind="polygon", layer="zone", points=band), label]
    if curve.what == "people" and curve.label:
        body = hull([(p[axis], p[2]) for p in curve.points])
        head = max(body, key=lambda point: (point[1], point[0]))
        label = words(curve.id, curve.label, head, look=TextPlacement(shift=(0, 6), anchor="end"), layer="fact")
        return [Shape(id=curve.id, kind="polygon", layer="people", points=body), label]
    if curve.what in ("water", "water loaded"):
        return _water_side(curve, axis, top)
    return []


def _water_side(curve: Curve, axis: int, top: list[Point]) -> list[Shape]:
    """Water as it lies: its own line where it runs along what is seen, else level over the ground; across it, nothing."""
    ends: list[Point] = sorted(((point[axis], point[2]) for point in curve.points), key=lambda end: end[0])
    if ends[-1][0] - ends[0][0] < 1e-6:
        if not top or curve.what != "water":
            return []
        ends = [(top[0][0], ends[0][1]), (top[-1][0], ends[0][1])]
        beside: tuple[Point, Literal["start", "end"]] = ((-4, 4), "end")
    else:
        beside = ((6, -4), "start")
    line = Shape(id=curve.id, kind="polyline", layer=curve.what.replace(" ", "-"), points=tuple(ends))
    shift, anchor = beside
    return [line, words(curve.id, curve.label, ends[-1], look=TextPlacement(shift=shift, anchor=anchor), layer="water")]


def _once(shapes: list[Shape], seen: set[tuple[str, tuple[Point, ...]]], more: list[Shape]) -> None:
    """Things that lie behind each other are drawn once."""
    for shape in more:
        key = (shape.layer, shape.points)
        if key not in seen:
            seen.add(key)
            shapes.append(shape)


def _parts_from_side(part: Part, axis: int) -> list[Shape]:
    row = role(part.role)
    return [
        Shape(
            id=place.id,
            about=place.about,
            kind="polygon",
            layer=layer_of(part),
            points=_ring(part, place, axis)
            if row.shape == "round" and abs(place.along[axis]) < END_ON
            else hull([(round(c[axis], 4), round(c[2], 4)) for c in corners(part, place)]),
            count=place.count,
            step=(place.step[axis], place.step[2]),
        )
        for place in part.places
    ]


def _ring(part: Part, place: PartPlacement, axis: int) -> tuple[Point, ...]:
    """A round piece seen on its end."""
    turns = (2 * math.pi * k / RING_POINTS for k in range(RING_POINTS))
    x, z, r = place.at[axis], place.at[2], part.section_m[0] / 2
    return tuple((round(x + r * math.cos(turn), 4), round(z + r * math.sin(turn), 4)) for turn in turns)


def _footing(footing: Footing, axis: int) -> list[Shape]:
    drawn = []
    x, z = footing.at[axis], footing.at[2]
    for layer in footing.layers:
        if layer.what not in IN_GROUND:
            continue
        left, right = round(x - layer.width_m / 2, 4), round(x + layer.width_m / 2, 4)
        low, high = round(z + layer.bottom_m, 4), round(z + layer.top_m, 4)
        box = ((left, low), (right, low), (right, high), (left, high))
        drawn.append(Shape(id=footing.id, about=footing.under, kind="polygon", layer=layer.what, points=box))
    return drawn


DATUM = "±0"
"""The mark of the level from which heights are counted."""


def _titled(ask: ViewSpec) -> str:
    """A view's title with the level that its heights count from: "finished deck, 0" is told as "±0 finished deck"."""
    if not ask.datum:
        return ask.title
    return f"{ask.title}, {DATUM} {ask.datum.removesuffix(', 0')}"


def _levels(plan: Plan, ask: ViewSpec, axis: int, *, tape: Tape) -> list[Shape]:
    """The level line where the view names one, and spans from the near edge over the posts' lines to the far edge."""
    box = box_of(plan)
    low, high = box[axis], box[axis + 2]
    drawn: list[Shape] = []
    if ask.datum:
        level = f"{plan.id}/level"
        line = ((low - 0.3, 0.0), (high + 0.9, 0.0))
        drawn.append(Shape(id=level, kind="polyline", layer="level", points=line))
        drawn.append(
            # A short mark: what lies at this level is said in the view's title, where no piece is in its way.
            words(level, DATUM, (low - 0.35, 0.0), look=TextPlacement(shift=(0, 5), anchor="end"), layer="level")
        )
    lines = sorted({round(footing.at[axis], 4) for footing in plan.footings})
    stops = [low, *(line for line in lines if low + 0.02 < line < high - 0.02), high]
    z = 0.35 + _highest(plan)
    for a, b in itertools.pairwise(stops):
        drawn += dimension(plan.id, (a, z), (b, z), tape=tape)
    return drawn + _hole_sizes(plan, axis, (low + high) / 2, tape=tape)


def _hole_sizes(plan: Plan, axis: int, middle_m: float, *, tape: Tape) -> list[Shape]:
    """How wide and how deep the holes are at each place along the view, once for those alike, on the side that has more room."""
    at_place: dict[float, list[Footing]] = {}
    for footing in plan.footings:
        if footing.hole_m > 0:
            at_place.setdefault(round(footing.at[axis], 3), []).append(footing)
    drawn: list[Shape] = []
    said: set[tuple[str, str]] = set()
    for place_m in sorted(at_place):
        holes = at_place[place_m]
        lines = (
            f"{_range([hole.hole_width_m for hole in holes], tape)} wide",
            f"{_range([hole.hole_m for hole in holes], tape)} deep",
        )
        if lines in said:
            continue
        said.add(lines)
        widest = max(holes, key=lambda hole: hole.hole_width_m)
        way = -1 if place_m > middle_m else 1
        at = (place_m + way * widest.hole_width_m / 2, widest.at[2] - widest.hole_m / 2)
        anchor: Literal["start", "end"] = "start" if way > 0 else "end"
        for text, up in zip(lines, (6, -11), strict=True):
            placement = TextPlacement(size=11, shift=(7 * way, up), anchor=anchor)
            drawn.append(words(widest.id, text, at, look=placement, layer="depth"))
    return drawn


def _range(values_m: list[float], tape: Tape) -> str:
    """One length, or the least and the greatest of several."""
    least, most = tape.length(min(values_m)), tape.length(max(values_m))
    return least if least == most else f"{least} to {most}"


def _highest(plan: Plan) -> float:
    """The highest corner of any piece; a row's first stands for it."""
    firsts = (c for part in plan.parts if part.length_m for p in part.places[:1] for c in corners(part, p))
    return max((corner[2] for corner in firsts), default=0.0)
