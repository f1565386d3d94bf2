"""A plan on a grid as drawings: the framing plan from above, the house at the top, and a section along the joists.

The views read parts, footings, curves and marks only; they never ask which structure made them.
"""

import itertools
import math

from steady.drawing.shapes import Point, Shape, View, bounds_of
from steady.drawing.unroll import hull
from steady.measure.show import Tape
from steady.plan.model import Curve, Footing, Part, Place, Plan, Vec

UNDER = ("decking", "tread", "sill", "beam", "joist", "blocking", "rim", "ledger", "brace", "stringer")
OVER = ("guard rail", "baluster", "guard cap", "guard post", "handrail", "post")
SOIL_BELOW_M = 0.3
DIM_M = 0.55
"""Dimension lines stand so far off the outline."""


def outline_of(plan: Plan) -> Curve | None:
    """The plan's outline, if it stands on a grid."""
    return next((curve for curve in plan.curves if curve.what == "outline"), None)


def grid_views(plan: Plan, tape: Tape) -> tuple[View, ...]:
    """Framing plan and section; none where there is no outline."""
    ring = outline_of(plan)
    if ring is None:
        return ()
    return plan_view(plan, ring, tape), section_view(plan, ring, tape)


def _down(point: tuple[float, ...]) -> Point:
    """From above, the house at the top."""
    return (round(point[0], 6), round(-point[1], 6))


def _cross(a: Vec, b: Vec) -> Vec:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def _corners(part: Part, place: Place) -> list[Vec]:
    """The eight corners of a piece's box."""
    wide = _cross(place.along, place.up)
    half_up, half_wide = part.section_m[1] / 2, part.section_m[0] / 2
    made = []
    for end in (0.0, part.length_m):
        for up in (-half_up, half_up):
            for side in (-half_wide, half_wide):
                made.append(
                    (
                        place.at[0] + place.along[0] * end + place.up[0] * up + wide[0] * side,
                        place.at[1] + place.along[1] * end + place.up[1] * up + wide[1] * side,
                        place.at[2] + place.along[2] * end + place.up[2] * up + wide[2] * side,
                    )
                )
    return made


def _layer(part: Part) -> str:
    return part.role.replace(" ", "-")


def plan_view(plan: Plan, ring: Curve, tape: Tape) -> View:
    """From above: boards faint below, the frame over them, holes and posts on top; posts told by their place along the beam."""
    shapes: list[Shape] = []
    for curve in plan.curves:
        if curve.what == "wall":
            (x0, y0, _), (x1, y1, _) = curve.points
            band = ((x0, y0), (x1, y1), (x1, y1 - 0.25), (x0, y0 - 0.25))
            shapes.append(Shape(id=curve.id, kind="polygon", layer="wall", points=tuple(_down(p) for p in band)))
    by_role = {role: [part for part in plan.parts if part.role == role] for role in (*UNDER, *OVER)}
    for role in UNDER:
        shapes += [_from_above(part, place) for part in by_role[role] for place in part.places]
    for footing in plan.footings:
        x, y = _down(footing.at)
        half = footing.hole_width_m / 2
        if footing.layers and footing.layers[0].shape == "square":
            corners = ((x - half, y - half), (x + half, y - half), (x + half, y + half), (x - half, y + half))
            shapes.append(Shape(id=footing.id, kind="polygon", layer="hole", points=corners))
        else:
            shapes.append(Shape(id=footing.id, kind="circle", layer="hole", points=((x, y),), size=half))
    for role in OVER:
        shapes += [_from_above(part, place) for part in by_role[role] for place in part.places]
    for curve in plan.curves:
        if curve.what in ("outline", "spot"):
            points = tuple(_down(p) for p in curve.points)
            layer = "zone" if curve.what == "spot" else "outline"
            shapes.append(Shape(id=curve.id, kind="polygon", layer=layer, points=points))
            if curve.what == "spot":
                shapes.append(_text(curve.id, curve.label, points[0], "zone-label"))
        elif curve.what == "diagonal":
            shapes.append(
                Shape(id=curve.id, kind="polyline", layer="diagonal", points=tuple(_down(p) for p in curve.points))
            )
            # A third of the way along: in the middle both lengths would lie on each other.
            (ax, ay), (bx, by) = (_down(p) for p in curve.points)
            at = (ax + (bx - ax) / 3, ay + (by - ay) / 3)
            shapes.append(_text(curve.id, tape.length(float(curve.label)), at, "diagonal-label"))
    shapes += _post_labels(plan, tape) + _outer_dimensions(plan, ring, tape)
    return View(name="plan", title="Framing plan, from above", shapes=tuple(shapes), bounds=bounds_of(shapes))


def _from_above(part: Part, place: Place) -> Shape:
    points = hull([_down(corner) for corner in _corners(part, place)])
    step = (place.step[0], -place.step[1])
    return Shape(id=place.id, kind="polygon", layer=_layer(part), points=points, count=place.count, step=step)


def _post_labels(plan: Plan, tape: Tape) -> list[Shape]:
    """Every post's number, and its place along the beam."""
    made = []
    for number, mark in enumerate(plan.marks, start=1):
        if mark.across_m is None:
            continue
        x, y = mark.station_m, -mark.across_m
        made.append(_text(mark.id, str(number), (x, y), "post-number", shift=(0, -4)))
        made.append(_text(mark.id, tape.distance(mark.leg_station_m), (x, y), "post-place", size=11, shift=(0, -26)))
    return made


def _outer_dimensions(plan: Plan, ring: Curve, tape: Tape) -> list[Shape]:
    """Width over the house and depth at the right, with the beam lines between."""
    xs, ys = [p[0] for p in ring.points], [p[1] for p in ring.points]
    left, right, low, high = min(xs), max(xs), min(ys), max(ys)
    lines = sorted({round(mark.across_m, 4) for mark in plan.marks if mark.across_m is not None})
    made = _dimension(plan.id, (left, -low + DIM_M), (right, -low + DIM_M), tape)
    stops = [low, *(line for line in lines if low + 0.02 < line < high - 0.02), high]
    for a, b in itertools.pairwise(stops):
        made += _dimension(plan.id, (right + DIM_M, -a), (right + DIM_M, -b), tape)
    return made


def _dimension(about: str, start: Point, end: Point, tape: Tape) -> list[Shape]:
    length = math.dist(start, end)
    level = abs(start[1] - end[1]) < 1e-9
    tick = (0.0, 0.08) if level else (0.08, 0.0)
    made = [Shape(id=about, kind="polyline", layer="dimension", points=(start, end))]
    for x, y in (start, end):
        made.append(
            Shape(
                id=about,
                kind="polyline",
                layer="dimension",
                points=((x - tick[0], y - tick[1]), (x + tick[0], y + tick[1])),
            )
        )
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    made.append(
        _text(about, tape.distance(length), middle, "dimension", size=12, shift=(0, 5) if level else (7, -4),
              anchor="middle" if level else "start")
    )  # fmt: skip
    return made


def _text(
    about: str, text: str, at: Point, layer: str, size: float = 12, shift: Point = (0.0, 0.0), anchor: str = "middle"
) -> Shape:
    return Shape(
        id=about,
        kind="text",
        layer=layer,
        points=(at,),
        text=text,
        size=size,
        shift=shift,
        anchor=anchor,  # type: ignore[arg-type]
    )


def section_view(plan: Plan, ring: Curve, tape: Tape) -> View:
    """Along the joists: the house at the left, heights from the finished deck."""
    joist = next((place for part in plan.parts if part.role == "joist" for place in part.places), None)
    axis = 0 if joist is not None and abs(joist.along[0]) > 0.5 else 1
    shapes: list[Shape] = []
    ground = next((curve for curve in plan.curves if curve.what == "ground"), None)
    lowest = min((f.at[2] - f.hole_m for f in plan.footings), default=-1.0) - SOIL_BELOW_M
    if ground is not None:
        top = sorted((point[axis], point[2]) for point in ground.points)
        outline = (*top, (top[-1][0], lowest), (top[0][0], lowest))
        shapes.append(Shape(id=ground.id, kind="polygon", layer="soil", points=tuple(outline)))
        shapes.append(Shape(id=ground.id, kind="polyline", layer="ground-line", points=tuple(top)))
        for curve in plan.curves:
            if curve.what == "wall" and axis == 1:
                y, foot = curve.points[0][1], top[0][1] - 0.2
                wall = ((y - 0.3, foot), (y, foot), (y, 0.35), (y - 0.3, 0.35))
                shapes.append(Shape(id=curve.id, kind="polygon", layer="wall", points=wall))
            elif curve.what == "water":
                z = curve.points[0][2]
                shapes.append(
                    Shape(id=curve.id, kind="polyline", layer="water", points=((top[0][0], z), (top[-1][0], z)))
                )
                shapes.append(_text(curve.id, curve.label, (top[-1][0], z), "water", shift=(-4, 4), anchor="end"))
    seen: set[tuple[str, tuple[Point, ...]]] = set()
    for footing in plan.footings:
        _once(shapes, seen, _footing(footing, axis))
    order = (
        "brace",
        "post",
        "sill",
        "beam",
        "joist",
        "rim",
        "ledger",
        "decking",
        "stringer",
        "tread",
        "guard rail",
        "baluster",
        "guard post",
        "guard cap",
        "handrail",
    )
    for role in order:
        for part in plan.parts:
            if part.role == role:
                _once(shapes, seen, _parts_from_side(part, axis))
    shapes += _levels(plan, ring, axis, tape)
    return View(name="section", title="Section along the joists", shapes=tuple(shapes), bounds=bounds_of(shapes))


def _once(shapes: list[Shape], seen: set[tuple[str, tuple[Point, ...]]], more: list[Shape]) -> None:
    """Things that lie behind each other are drawn once."""
    for shape in more:
        key = (shape.layer, shape.points)
        if key not in seen:
            seen.add(key)
            shapes.append(shape)


def _parts_from_side(part: Part, axis: int) -> list[Shape]:
    made = []
    for place in part.places:
        points = hull([(round(c[axis], 4), round(c[2], 4)) for c in _corners(part, place)])
        made.append(
            Shape(
                id=place.id, kind="polygon", layer=_layer(part), points=points, count=place.count,
                step=(place.step[axis], place.step[2]),
            )
        )  # fmt: skip
    return made


def _footing(footing: Footing, axis: int) -> list[Shape]:
    made = []
    for layer in footing.layers:
        if layer.what in ("gravel", "concrete"):
            x, z = footing.at[axis], footing.at[2]
            half = layer.width_m / 2
            points = (
                (round(x - half, 4), round(z + layer.bottom_m, 4)), (round(x + half, 4), round(z + layer.bottom_m, 4)),
                (round(x + half, 4), round(z + layer.top_m, 4)), (round(x - half, 4), round(z + layer.top_m, 4)),
            )  # fmt: skip
            made.append(Shape(id=footing.id, kind="polygon", layer=layer.what, points=points))
    return made


def _levels(plan: Plan, ring: Curve, axis: int, tape: Tape) -> list[Shape]:
    """The level line, and spans between the house and the beams under the joists."""
    at = [p[axis] for p in ring.points]
    low, high = min(at), max(at)
    made = [Shape(id=f"{plan.id}/level", kind="polyline", layer="level", points=((low - 0.3, 0.0), (high + 0.9, 0.0)))]
    made.append(_text(f"{plan.id}/level", "finished deck, 0", (low - 0.35, 0.0), "level", shift=(0, 5), anchor="end"))
    lines = sorted({round(footing.at[axis], 4) for footing in plan.footings})
    stops = [low, *(line for line in lines if low + 0.02 < line < high - 0.02), high]
    z = 0.35 + max(
        (c[2] for part in plan.parts for place in part.places[:1] if part.length_m for c in _corners(part, place)),
        default=0.0,
    )
    for a, b in itertools.pairwise(stops):
        made += _dimension(plan.id, (a, z), (b, z), tape)
    seen: set[float] = set()
    for footing in plan.footings:
        x = round(footing.at[axis], 3)
        if x in seen:
            continue
        seen.add(x)
        text = f"{tape.length(footing.hole_width_m)} wide, {tape.length(footing.hole_m)} deep"
        made.append(
            _text(
                footing.id,
                text,
                (x - footing.hole_width_m / 2, footing.at[2] - footing.hole_m),
                "depth",
                size=11,
                shift=(-6, 4),
                anchor="end",
            )
        )
    return made
