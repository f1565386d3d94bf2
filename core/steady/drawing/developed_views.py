"""A plan along a line, pulled straight: from above, its tape, from the side, and its true shape."""

import math
from functools import lru_cache

from steady.data.roles import HOLES_ABOVE, LEAVES_SIDE
from steady.drawing.layers import layer_of
from steady.drawing.pieces import TextPlacement, cross, in_order, words
from steady.drawing.shapes import Point, Shape, View, bounds_of
from steady.drawing.unroll import Unroll, hull, string_of, unrolled
from steady.plan.model import Curve, Cut, Footing, Mark, Opening, Part, PartPlacement, Plan, Vec, ViewSpec, Zone
from steady.units.show import Tape
from steady.units.units import FT

SOIL_BELOW_M = 0.35
ZONE_REACH_M = 1.1
Axes = tuple[int, int]
PLAN_AXES: Axes = (0, 1)
ELEVATION_AXES: Axes = (0, 2)
ON_THE_LINE = {"zone": "zone", "way": "way", "slab": "paving"}
"""Things across the line, and the look each is drawn in: hatched only where no hole may be."""


def line_of(plan: Plan) -> Curve:
    """The string that a plan along a line is pulled straight by; the first mark's place where there is none."""
    string = string_of(plan)
    return string or Curve(id=plan.id, what="string", points=((0.0, 0.0, 0.0), (1.0, 0.0, 0.0)))


def straight_above(plan: Plan, ask: ViewSpec, tape: Tape) -> View:
    """From above, pulled straight."""
    line = unrolled(line_of(plan))
    shapes: list[Shape] = []
    for curve in plan.curves:
        if isinstance(curve, Zone):
            shapes += _zone(curve, line, -ZONE_REACH_M, high=ZONE_REACH_M)
        elif isinstance(curve, Opening):
            shapes += _swing(curve, line)
    under, over = in_order(plan.parts, "above", HOLES_ABOVE)
    shapes += [shape for part in under for shape in _part(part, line, PLAN_AXES)]
    for footing in plan.footings:
        station, across, _ = line.point(footing.at, line.leg_of(footing.at))
        shapes.append(
            Shape(
                id=footing.id,
                about=footing.under,
                kind="circle",
                layer="hole",
                points=((station, across),),
                size=footing.hole_width_m / 2,
            )
        )
    shapes += [shape for part in over for shape in _part(part, line, PLAN_AXES)]
    shapes.append(
        Shape(id=f"{plan.id}/string", kind="polyline", layer="string", points=((0.0, 0.0), (line.length_m, 0.0)))
    )
    for mark in plan.marks:
        if mark.kind in ("corner", "bend") and mark.label:
            shapes.append(
                words(
                    mark.id, mark.label, (mark.station_m, 0.0), look=TextPlacement(size=11, shift=(0, 26)), layer="turn"
                )
            )
    return View(
        name=ask.name, how=ask.how, title=ask.title, layout="line", shapes=tuple(shapes), bounds=bounds_of(shapes)
    )


def straight_side(plan: Plan, ask: ViewSpec, tape: Tape) -> View:
    """From the side, pulled straight; the holes are seen through the ground."""
    line = unrolled(line_of(plan))
    shapes: list[Shape] = []
    lowest_m = min((f.at[2] - f.hole_m for f in plan.footings), default=-0.5) - SOIL_BELOW_M
    for curve in plan.curves:
        if curve.what == "ground":
            shapes += _ground(curve, line, lowest_m)
    for curve in plan.curves:
        if curve.what == "zone":
            shapes += _zone_below(curve, line, lowest_m)
    for footing in plan.footings:
        shapes += _footing(footing, line)
    behind, before = in_order(plan.parts, "side", LEAVES_SIDE)
    shapes += [shape for part in behind for shape in _part(part, line, ELEVATION_AXES)]
    for opening in plan.openings:
        shapes += _leaves(opening, line) if opening.hung else []
    for mark in plan.marks:
        if mark.kind == "closing":
            shapes += _again(plan, mark)
        elif mark.kind == "standing":
            shapes += _standing(plan, mark, line)
    shapes += [shape for part in before for shape in _part(part, line, ELEVATION_AXES)]
    return View(
        name=ask.name, how=ask.how, title=ask.title, layout="line", shapes=tuple(shapes), bounds=bounds_of(shapes)
    )


def tape_view(plan: Plan, ask: ViewSpec, tape: Tape) -> View:
    """The tape: a mark for each post, its reading, and the tape's own divisions."""
    shapes: list[Shape] = []
    end_m = max((mark.station_m for mark in plan.marks), default=0.0)
    step_m = FT if not tape.metric else 0.5
    every = 10 if not tape.metric else 4
    count = math.floor(end_m / step_m + 1e-6) + 1
    shapes.append(
        Shape(
            id=f"{plan.id}/tape",
            kind="polyline",
            layer="tick",
            points=((0.0, 0.0), (0.0, -0.14)),
            count=count,
            step=(step_m, 0.0),
        )
    )
    for k in range(0, count, every):
        long = k % every == 0
        at = (k * step_m, 0.0)
        if long:
            shapes.append(Shape(id=f"{plan.id}/tape", kind="polyline", layer="tick", points=(at, (at[0], -0.30))))
        if long:
            label = f"{k}′" if not tape.metric else f"{k * step_m:g} m"
            shapes.append(
                words(
                    f"{plan.id}/tape",
                    label,
                    (at[0], -0.42),
                    look=TextPlacement(size=9, anchor="start"),
                    layer="tape-label",
                )
            )
    for mark in plan.marks:
        x = mark.station_m
        shapes.append(
            Shape(id=mark.id, kind="polygon", layer="mark", points=((x - 0.08, -0.85), (x + 0.08, -0.85), (x, -0.65)))
        )
        shapes.append(words(mark.id, tape.distance(x), (x, -1.05), look=TextPlacement(size=10), layer="reading"))
    return View(
        name=ask.name, how=ask.how, title=ask.title, layout="line", shapes=tuple(shapes), bounds=(0.0, -1.2, end_m, 0.0)
    )


def shape_view(plan: Plan, ask: ViewSpec, tape: Tape) -> View:
    """The line's true shape, north not yet turned up."""
    string = line_of(plan)
    points = tuple((p[0], p[1]) for p in string.points)
    shapes = [Shape(id=string.id, kind="polyline", layer="string", points=points)]
    for part in plan.parts:
        if part.role == "slab":
            shapes += [_slab(part, place) for place in part.places]
    for footing in plan.footings:
        shapes.append(
            Shape(id=footing.under, kind="circle", layer="post", points=((footing.at[0], footing.at[1]),), size=0.15)
        )
    return View(
        name=ask.name, how=ask.how, title=ask.title, layout="free", shapes=tuple(shapes), bounds=bounds_of(shapes)
    )


def _slab(part: Part, place: PartPlacement) -> Shape:
    """A slab from above, from its near corner."""
    size, (x, y, _), (c, s, _) = part.section_m[0], place.at, place.along
    corners = (
        (x, y),
        (x + size * c, y + size * s),
        (x + size * (c - s), y + size * (s + c)),
        (x - size * s, y + size * c),
    )
    return Shape(id=place.id, kind="polygon", layer="slab", points=corners)


def _part(part: Part, line: Unroll, axes: Axes) -> list[Shape]:
    if part.length_m <= 0:
        return []
    made = []
    for place in part.places:
        outline, step = _outline(part, place, line, axes=axes)
        made.append(
            Shape(
                id=place.id,
                about=place.about,
                kind="polygon",
                layer=layer_of(part),
                points=outline,
                count=place.count,
                step=step,
            )
        )
    return made


def _outline(part: Part, place: PartPlacement, line: Unroll, *, axes: Axes) -> tuple[tuple[Point, ...], Point]:
    return _box(
        (part.length_m, part.section_m, part.cuts), (place.at, place.along, place.up, place.step), line, axes=axes
    )


# While a post is pulled nearly every piece stays where it is: its outline is not calculated again.
@lru_cache(maxsize=8192)
def _box(
    piece: tuple[float, tuple[float, float], tuple[Cut, ...]],
    stands: tuple[Vec, Vec, Vec, Vec],
    line: Unroll,
    *,
    axes: Axes,
) -> tuple[tuple[Point, ...], Point]:
    """A box's outline on two of the unrolled axes, with plumb ends where its end cuts are bevelled."""
    length_m, section_m, cuts = piece
    begins, runs, rises, steps = stands
    middle = tuple(begins[i] + runs[i] * length_m / 2 for i in range(3))
    # A level piece runs along its straight, an upright one stands across it with its width along it.
    leg = line.leg_of((middle[0], middle[1], middle[2]), runs if abs(runs[2]) < 0.9 else rises)
    at = line.point(begins, leg)
    along, up = line.vector(runs, leg), line.vector(rises, leg)
    wide = cross(along, up)
    half_up, half_wide = section_m[1] / 2, section_m[0] / 2
    step = line.vector(steps, leg)
    way = (step[axes[0]], step[axes[1]])
    if along[2] == 1.0:
        # A plumb piece (posts, boards) is a rectangle in both views: no need to look for its outline.
        high_m = length_m if axes == ELEVATION_AXES else 0.0
        half_m = 0.0 if axes == ELEVATION_AXES else half_wide
        left, right = round(at[0] - half_up, 6), round(at[0] + half_up, 6)
        low, high = round(at[axes[1]] - half_m, 6), round(at[axes[1]] + high_m + half_m, 6)
        return ((left, low), (right, low), (right, high), (left, high)), way
    bevels: dict[str, float] = {cut.end: math.tan(cut.bevel_rad) for cut in cuts if cut.kind == "saw"}
    first = next(iter(bevels.values()), 0.0)
    corners = []
    for end, name in ((0.0, "start"), (length_m, "end")):
        bevel = bevels.get(name, first)
        for side_up in (-half_up, half_up):
            # A plumb end on a raked piece: the cut leans along the piece by the slope over its depth.
            slide = end + side_up * bevel
            for side_wide in (-half_wide, half_wide):
                corner = [at[i] + along[i] * slide + up[i] * side_up + wide[i] * side_wide for i in range(3)]
                corners.append((round(corner[axes[0]], 6), round(corner[axes[1]], 6)))
    return hull(corners), way


def _again(plan: Plan, mark: Mark) -> list[Shape]:
    """Where a loop closes the first post shows once more, in outline: it is one post."""
    first = next(
        (p for part in plan.parts if part.role == "post" for p in part.places if p.id == plan.marks[0].id), None
    )
    part = next((part for part in plan.parts if first in part.places), None)
    if first is None or part is None:
        return []
    half, low = part.section_m[1] * first.count / 2, first.at[2]
    left, right, high = mark.station_m - half, mark.station_m + half, low + part.length_m
    corners = ((left, low), (right, low), (right, high), (left, high))
    return [
        Shape(id=mark.id, kind="polygon", layer="again", points=corners),
        words(
            mark.id, "1 again", (mark.station_m, high), look=TextPlacement(size=11, shift=(0, 6)), layer="gate-label"
        ),
    ]


STOOD_M = 0.1
"""Width that a post which stands already is drawn with: nobody said its size."""


def _standing(plan: Plan, mark: Mark, line: Unroll) -> list[Shape]:
    """A post that stands already, in outline from the ground up: its foot is not known."""
    ground = next((curve for curve in plan.curves if curve.what == "ground"), None)
    if ground is None:
        return []
    rows = sorted((line.point(p, line.leg_of(p))[0], p[2]) for p in ground.points)
    foot = min(rows, key=lambda row: abs(row[0] - mark.station_m))[1]
    left, right, high = mark.station_m - STOOD_M / 2, mark.station_m + STOOD_M / 2, foot + mark.cut_height_m
    return [
        Shape(
            id=mark.id, kind="polygon", layer="again", points=((left, foot), (right, foot), (right, high), (left, high))
        ),
        words(mark.id, "stands", (mark.station_m, high), look=TextPlacement(size=11, shift=(0, 6)), layer="gate-label"),
    ]


IN_GROUND = ("gravel", "sand", "concrete", "foam", "slab", "block")


def _footing(footing: Footing, line: Unroll) -> list[Shape]:
    station, _, ground_m = line.point(footing.at, line.leg_of(footing.at))
    made = []
    for layer in footing.layers:
        if layer.what not in IN_GROUND:
            continue
        low, high, half = ground_m + layer.bottom_m, ground_m + layer.top_m, layer.width_m / 2
        foot, neck = (layer.bell_width_m / 2, low + layer.bell_m) if layer.bell_m > 0 else (half, low)
        outline = [(station - foot, low), (station + foot, low)]
        if layer.bell_m > 0:
            outline += [(station + half, neck), (station + half, high), (station - half, high), (station - half, neck)]
        else:
            outline += [(station + half, high), (station - half, high)]
        made.append(Shape(id=footing.id, about=footing.under, kind="polygon", layer=layer.what, points=tuple(outline)))
    return made


def _ground(curve: Curve, line: Unroll, lowest_m: float) -> list[Shape]:
    top = [(line.point(p, line.leg_of(p))[0], p[2]) for p in curve.points]
    top.sort()
    lead = 0.6
    first, last = (top[0][0] - lead, top[0][1]), (top[-1][0] + lead, top[-1][1])
    outline = (first, *top, last, (last[0], lowest_m), (first[0], lowest_m))
    return [
        Shape(id=curve.id, kind="polygon", layer="soil", points=tuple(outline)),
        Shape(id=curve.id, kind="polyline", layer="ground-line", points=(first, *top, last)),
    ]


def _zone(curve: Zone, line: Unroll, low: float, *, high: float) -> list[Shape]:
    a, middle, b = (line.point(p, line.leg_of(p))[0] for p in curve.points)
    centre = ((middle, low), (middle, high))
    return [
        Shape(
            id=curve.id,
            kind="polygon",
            layer=ON_THE_LINE[curve.what],
            points=((a, low), (b, low), (b, high), (a, high)),
        ),
        *([Shape(id=curve.id, kind="polyline", layer="zone-line", points=centre)] if curve.what == "zone" else []),
        words(
            curve.id,
            f"{curve.letter}  {curve.label}, {curve.depth}",
            (b, low),
            look=TextPlacement(size=11, shift=(6, -2), anchor="start"),
            layer="zone-label",
        ),
    ]


def _zone_below(curve: Curve, line: Unroll, lowest_m: float) -> list[Shape]:
    a, middle, b = (line.point(p, line.leg_of(p)) for p in curve.points)
    outline = ((a[0], a[2]), (middle[0], middle[2]), (b[0], b[2]), (b[0], lowest_m), (a[0], lowest_m))
    return [Shape(id=curve.id, kind="polygon", layer="zone", points=outline)]


def _leaf_spans(curve: Opening, line: Unroll) -> tuple[float, float, list[float]]:
    leg = line.leg_of(
        tuple((curve.points[0][i] + curve.points[1][i]) / 2 for i in range(3))  # type: ignore[arg-type]
    )
    start, end = line.point(curve.points[0], leg)[0], line.point(curve.points[1], leg)[0]
    widths = list(curve.leaves_m) or [end - start]
    scale = (end - start) / sum(widths)
    return start, end, [width * scale for width in widths]


def _swing(curve: Opening, line: Unroll) -> list[Shape]:
    start, end, widths = _leaf_spans(curve, line)
    if not curve.hung:
        return [
            words(
                curve.id,
                curve.label,
                ((start + end) / 2, 0.0),
                look=TextPlacement(size=11, shift=(0, 12)),
                layer="gate-label",
            )
        ]
    toward = 1.0 if curve.swing == "in" else -1.0
    made = []
    for index, width in enumerate(widths):
        hinge, sense = (start, 1.0) if index == 0 else (end, -1.0)
        arc = [
            (hinge + sense * width * math.cos(t * math.pi / 24), toward * width * math.sin(t * math.pi / 24))
            for t in range(13)
        ]
        made.append(Shape(id=curve.id, kind="polyline", layer="swing", points=((hinge, 0.0), arc[-1])))
        made.append(Shape(id=curve.id, kind="polyline", layer="swing-arc", points=tuple(arc)))
    made.append(
        words(
            curve.id,
            f"{curve.label}, swings {curve.swing}",
            ((start + end) / 2, 0.0),
            look=TextPlacement(size=11, shift=(0, -20 if toward > 0 else 12)),
            layer="gate-label",
        )
    )
    return made


def _leaves(curve: Opening, line: Unroll) -> list[Shape]:
    start, end, widths = _leaf_spans(curve, line)
    low0, low1, high1 = curve.points[0][2], curve.points[1][2], curve.points[2][2]
    tall = high1 - low1
    made = []
    at = start
    for width in widths:
        za = low0 + (low1 - low0) * (at - start) / (end - start)
        zb = low0 + (low1 - low0) * (at + width - start) / (end - start)
        inset = min(0.08, width / 8)
        outline = ((at + inset, za), (at + width - inset, zb), (at + width - inset, zb + tall), (at + inset, za + tall))
        made.append(Shape(id=curve.id, kind="polygon", layer="leaf", points=outline))
        at += width
    return made
