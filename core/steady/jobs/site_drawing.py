"""The site from above as one drawing: what lies there, the ground's contours, and every structure where it stands."""

import math
from collections.abc import Sequence
from dataclasses import replace

from steady.drawing.shapes import Point, Shape, View, bounds_of
from steady.ground.survey import SiteFeature, enough_points, opening_line, swing_of, thing_row
from steady.jobs.site_clearances import PlacedStructure, SiteClearance
from steady.layout.contours import Spot, contours, usual_step_m
from steady.layout.plane import inside, sides
from steady.units.show import Tape
from steady.units.units import FT

WALL_M = 0.25
"""How thick a house wall is drawn, to the left of its line [our own]."""
ROUND_OF = 24
FOOT_STEPS_M = tuple(step * FT for step in (0.25, 0.5, 1.0, 2.0, 5.0, 10.0))
MEASURED = {"house wall": 12.0, "boundary": 12.0, "service": 4.0}
"""What a structure's nearest distance is drawn to, and up to how far (m) it tells anything [our own]."""


def spots_of(things: Sequence[SiteFeature]) -> list[Spot]:
    """The spot heights of a site."""
    return [
        (point.x_m, point.y_m, thing.height_m)
        for thing in things
        if thing.kind == "spot height" and thing.height_m is not None
        for point in thing.points[:1]
    ]


def contour_step_m(spots: Sequence[Spot], tape: Tape) -> float:
    """The step between contours, in the crew's own units."""
    step = usual_step_m(spots)
    if tape.metric:
        return step
    return min(FOOT_STEPS_M, key=lambda foot: abs(math.log(foot / step)))


def thing_shapes(things: Sequence[SiteFeature], tape: Tape) -> list[Shape]:
    """Everything that lies on the site, areas first; what has too few points is left out."""
    whole = [thing for thing in things if not enough_points(thing)]
    every = [point for thing in whole for point in thing.corners]
    middle = (sum(x for x, _ in every) / len(every), sum(y for _, y in every) / len(every)) if every else (0.0, 0.0)
    order = {"area": 0, "line": 1, "point": 2}
    shapes: list[Shape] = []
    for thing in sorted(whole, key=lambda item: order[thing_row(item.kind).drawn]):
        shapes += _thing(thing, middle, tape)
    spots = spots_of(whole)
    if spots:
        shapes = _contours(spots, contour_step_m(spots, tape), tape) + shapes
    return shapes


def site_view(
    things: Sequence[SiteFeature], stands: Sequence[PlacedStructure], near: Sequence[SiteClearance], *, tape: Tape
) -> View:
    """The drawing that pages, paper, SVG and DXF are made from; distances to wall, boundary and service are written in."""
    shapes = thing_shapes(things, tape)
    for one in stands:
        shapes += [
            Shape(id=one.id, kind="polygon", layer="stood", points=piece.ring) for piece in one.pieces if piece.ring
        ]
    for one in stands:
        points = [point for piece in one.pieces for point in piece.ring]
        if points:
            left, low, right, high = _box(points)
            at = ((left + right) / 2, (low + high) / 2)
            shapes.append(Shape(id=one.id, kind="text", layer="site-name", points=(at,), text=one.name, size=11))
    shapes += _distances(things, near, tape)
    return View(
        name="site", title="The site", shapes=tuple(shapes), bounds=bounds_of(shapes), layout="grid", how="site"
    )


def picture(view: View) -> View:
    """The drawing without its measures, to look at: what stands, what lies there, and names."""
    bare = ("contour", "spot", "spot-label", "dimension", "setback", "service-band")
    return replace(view, shapes=tuple(shape for shape in view.shapes if shape.layer not in bare))


def _box(points: Sequence[Point]) -> tuple[float, float, float, float]:
    return min(p[0] for p in points), min(p[1] for p in points), max(p[0] for p in points), max(p[1] for p in points)


def _thing(thing: SiteFeature, middle: Point, tape: Tape) -> list[Shape]:
    row, corners = thing_row(thing.kind), thing.corners
    if row.drawn == "point":
        return _point(thing, tape)
    name = _name(thing, corners)
    if row.drawn == "area" and len(corners) > 2:
        ring = [Shape(id=thing.id, kind="polygon", layer=row.look, points=corners)]
        return [*_off(thing, middle), *ring, name]
    drawn = [Shape(id=thing.id, kind="polyline", layer=row.look, points=corners)]
    if thing.kind == "house wall":
        return [*_wall(thing), name]
    if thing.kind == "service":
        return [*_band(thing), *drawn, name]
    return [*_off(thing, middle), *drawn, name]


def _point(thing: SiteFeature, tape: Tape) -> list[Shape]:
    at = thing.corners[0]
    if thing.kind == "spot height":
        told = tape.length(thing.height_m) if thing.height_m is not None else "not read"
        return [
            Shape(id=thing.id, kind="circle", layer="spot", points=(at,), size=0.06),
            Shape(
                id=thing.id,
                kind="text",
                layer="spot-label",
                points=(at,),
                text=told,
                size=8,
                anchor="start",
                shift=(5, -3),
            ),
        ]
    roots = [_ring(thing.id, "roots", at, radius_m=thing.reach_m)] if thing.reach_m else []
    name = Shape(id=thing.id, kind="text", layer="thing-label", points=(at,), text=thing.says, size=9, shift=(0, 8))
    return [*roots, Shape(id=thing.id, kind="circle", layer="tree", points=(at,), size=0.25), name]


def _ring(about: str, layer: str, at: Point, *, radius_m: float) -> Shape:
    turns = [2 * math.pi * k / (2 * ROUND_OF) for k in range(2 * ROUND_OF)]
    points = tuple((at[0] + radius_m * math.cos(a), at[1] + radius_m * math.sin(a)) for a in turns)
    return Shape(id=about, kind="polygon", layer=layer, points=points)


def _name(thing: SiteFeature, corners: Sequence[Point]) -> Shape:
    """Its name in the middle of its longest side, or of the area."""
    pairs = list(zip(corners, [*corners[1:], corners[0]] if len(corners) > 2 else corners[1:], strict=False))
    a, b = max(pairs, key=lambda pair: math.dist(*pair))
    at = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    if thing_row(thing.kind).drawn == "area" and len(corners) > 2:
        left, low, right, high = _box(corners)
        at = ((left + right) / 2, (low + high) / 2)
    return Shape(id=thing.id, kind="text", layer="thing-label", points=(at,), text=thing.says, size=9, shift=(0, 6))


def _wall(thing: SiteFeature) -> list[Shape]:
    """A wall's thickness behind its line, its openings cut out, and what its doors sweep."""
    shapes = []
    for a, b in zip(thing.corners, thing.corners[1:], strict=False):
        if a != b:
            shapes.append(Shape(id=thing.id, kind="polygon", layer="house-wall", points=_behind(a, b, WALL_M)))
    for opening in thing.openings:
        jambs = opening_line(thing, opening)
        if jambs is None:
            continue
        shapes.append(Shape(id=thing.id, kind="polygon", layer="opening", points=_behind(*jambs, WALL_M)))
        sweep = swing_of(thing, opening)
        if sweep:
            shapes.append(Shape(id=thing.id, kind="polyline", layer="door-swing", points=(*sweep, sweep[0])))
    return shapes


def _behind(a: Point, b: Point, thick_m: float) -> tuple[Point, ...]:
    nx, ny = _left(a, b)
    return a, b, (b[0] + nx * thick_m, b[1] + ny * thick_m), (a[0] + nx * thick_m, a[1] + ny * thick_m)


def _left(a: Point, b: Point) -> Point:
    long = math.dist(a, b) or 1.0
    return -(b[1] - a[1]) / long, (b[0] - a[0]) / long


def _band(thing: SiteFeature) -> list[Shape]:
    """The ground either side of a service in which nothing but hands digs."""
    reach = thing.reach_m
    if not reach:
        return []
    shapes = []
    for a, b in zip(thing.corners, thing.corners[1:], strict=False):
        nx, ny = _left(a, b)
        ring = tuple(
            (p[0] + nx * reach * side, p[1] + ny * reach * side) for p, side in ((a, 1), (b, 1), (b, -1), (a, -1))
        )
        shapes.append(Shape(id=thing.id, kind="polygon", layer="service-band", points=ring))
    return shapes


def _off(thing: SiteFeature, middle: Point) -> list[Shape]:
    """The setback as a thin line beside each side: outside an area, and on that side of a line where the site's middle lies."""
    area = thing_row(thing.kind).drawn == "area" and len(thing.corners) > 2
    shapes = []
    for a, b in sides(thing.corners, closed=area) if thing.reach_m else ():
        nx, ny = _left(a, b)
        out = (b[0] - a[0]) * (middle[1] - a[1]) - (b[1] - a[1]) * (middle[0] - a[0]) > 0
        if area:
            out = not inside(((a[0] + b[0]) / 2 + nx * 0.01, (a[1] + b[1]) / 2 + ny * 0.01), thing.corners)
        off = thing.reach_m if out else -thing.reach_m
        points = ((a[0] + nx * off, a[1] + ny * off), (b[0] + nx * off, b[1] + ny * off))
        shapes.append(Shape(id=thing.id, kind="polyline", layer="setback", points=points))
    return shapes


def _contours(spots: Sequence[Spot], step_m: float, tape: Tape) -> list[Shape]:
    shapes, labelled = [], set()
    for level, (a, b) in contours(spots, step_m):
        shapes.append(Shape(id="ground", kind="polyline", layer="contour", points=(a, b)))
        if level not in labelled and math.dist(a, b) > 0.5:
            labelled.add(level)
            at = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
            text = tape.length(level)
            shapes.append(Shape(id="ground", kind="text", layer="spot-label", points=(at,), text=text, size=8))
    return shapes


def _distances(things: Sequence[SiteFeature], near: Sequence[SiteClearance], tape: Tape) -> list[Shape]:
    """To each structure's nearest wall, boundary and service: a line and its length; what touches needs none."""
    kinds = {thing.id: thing.kind for thing in things}
    seen, shapes = set(), []
    for item in near:
        kind = kinds.get(item.thing, "")
        if not 0.02 < item.distance_m < MEASURED.get(kind, 0.0) or (item.structure, kind) in seen:
            continue
        seen.add((item.structure, kind))
        about = f"{item.structure}~{item.thing}"
        at = ((item.here[0] + item.there[0]) / 2, (item.here[1] + item.there[1]) / 2)
        shapes.append(Shape(id=about, kind="polyline", layer="dimension", points=(item.here, item.there)))
        text = tape.length(item.distance_m)
        shapes.append(
            Shape(
                id=about, kind="text", layer="dimension", points=(at,), text=text, size=9, anchor="start", shift=(4, 2)
            )
        )
    return shapes
