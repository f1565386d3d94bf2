"""Details of a plan as drawings: members with the force's path through them, pushes, and lines to compare.

A loaded member carries chevrons: they point at each other where it is squeezed and away from each other where it is pulled,
more of them the harder it works. Nothing rests on colour alone.
"""

import math

from steady.drawing.pieces import TextPlacement, words
from steady.drawing.shapes import Point, Shape, View, bounds_of
from steady.plan.model import Area, CalculationStep, Detail, DetailLine, DetailMember, ForceArrow, Measure, Plan
from steady.units.show import Tape
from steady.units.units import LB
from steady.value_objects import value_object

_MOST_CHEVRONS = 5
_ARROW_M = 0.22
PARTNERS = 6
"""So many tints tell pieces of one sheet from the next one's."""
_LAYERS = {"ground": "ground-line", "edge": "leaf-edge", "nearest": "nearest", "water": "water-line", "round": "round"}


@value_object
class DetailSheet:
    """A detail ready to show: its drawing and its figures."""

    id: str
    about: str
    title: str
    view: View
    facts: tuple[CalculationStep, ...]
    measures: tuple[tuple[str, str], ...] = ()


def details(plan: Plan, tape: Tape, about: str) -> tuple[DetailSheet, ...]:
    """Every detail that belongs to one thing of a plan."""
    return tuple(
        DetailSheet(
            id=item.id,
            about=item.about,
            title=item.title,
            view=detail_view(item, tape),
            facts=item.facts,
            measures=tuple((measure.says, _measured(measure, tape)) for measure in item.measures),
        )
        for item in plan.details
        if item.about == about
    )


@value_object
class MeasureList:
    """Measures of one thing in the order in which they are cut and marked.

    `rows`: what, and how much, in words; `cut`: of members that are cut, not of a room that is kept clear.
    """

    title: str
    rows: tuple[tuple[str, str], ...]
    cut: bool = True


def measure_lists(plan: Plan, tape: Tape) -> tuple[MeasureList, ...]:
    """Measures of everything that is drawn large: each leaf of a gate, a stair."""
    names = {opening.id: opening.label for opening in plan.openings}
    found = []
    for item in plan.details:
        if item.measures:
            whose = names.get(item.about, "")
            title = f"{whose[:1].upper()}{whose[1:]}: {item.title[:1].lower()}{item.title[1:]}" if whose else item.title
            rows = tuple((measure.says, _measured(measure, tape)) for measure in item.measures)
            found.append(MeasureList(title=title, rows=rows, cut=item.cut))
    return tuple(found)


def _measured(measure: Measure, tape: Tape) -> str:
    if measure.angle_rad is not None:
        return f"{math.degrees(measure.angle_rad):.1f}°"
    return tape.length(measure.value_m)


def force_words(force_n: float, tape: Tape) -> str:
    """A force as the crew reads it."""
    return f"{force_n / LB:,.0f} lb" if not tape.metric else f"{force_n / 1000:.2f} kN"


def detail_view(detail: Detail, tape: Tape) -> View:
    """One detail: lines first, then members, the force's path, pushes and words on top."""
    shapes: list[Shape] = []
    hardest = max((abs(bar.force_n) for bar in detail.bars), default=0.0)
    for trace in detail.traces:
        shapes += _trace(detail, trace)
    for area in detail.areas:
        shapes += _area(detail, area)
    for bar in sorted(detail.bars, key=lambda bar: abs(bar.force_n)):
        shapes.append(_bar(bar))
    for bar in detail.bars:
        if hardest and abs(bar.force_n) > 1e-6:
            shapes += _path(bar, hardest, tape)
    for push in detail.pushes:
        shapes += _push(detail, push, tape)
    return View(name="detail", title=detail.title, shapes=tuple(shapes), bounds=bounds_of(shapes))


def _area(detail: Detail, area: Area) -> list[Shape]:
    """A piece in its group's own tint, and its label in its middle: nothing rests on the tint alone."""
    layer = f"partner-{area.group % PARTNERS}"
    made = [Shape(id=detail.id, kind="polygon", layer=layer, points=area.points)]
    if area.label:
        xs, ys = [x for x, _ in area.points], [y for _, y in area.points]
        middle = (sum(xs) / len(xs), sum(ys) / len(ys))
        made.append(
            words(
                detail.id,
                area.label,
                middle,
                look=TextPlacement(size=9.0, shift=(0.0, -3.0), anchor="middle"),
                layer="fact",
            )
        )
    return made


def _trace(detail: Detail, trace: DetailLine) -> list[Shape]:
    made = [Shape(id=detail.id, kind="polyline", layer=_LAYERS.get(trace.what, "nearest"), points=trace.points)]
    if trace.label and trace.what == "water":
        # Its words stand over its last end, inside the drawing.
        (x0, _), at = trace.points[0], trace.points[-1]
        made.append(
            words(
                detail.id,
                trace.label,
                at,
                look=TextPlacement(size=9.0, shift=(0.0, 5.0), anchor="end" if at[0] > x0 else "start"),
                layer="fact",
            )
        )
    elif trace.label:
        at = trace.points[-1] if trace.what == "nearest" else trace.points[len(trace.points) // 2]
        made.append(
            Shape(id=detail.id, kind="text", layer="fact", points=(at,), text=trace.label, size=9.0, shift=(0.0, 6.0))
        )
    return made


def _along(bar: DetailMember) -> tuple[float, Point, Point]:
    """Length, direction and normal of a member."""
    dx, dy = bar.end[0] - bar.start[0], bar.end[1] - bar.start[1]
    length = math.hypot(dx, dy) or 1.0
    return length, (dx / length, dy / length), (-dy / length, dx / length)


def _bar(bar: DetailMember) -> Shape:
    _, (ux, uy), (nx, ny) = _along(bar)
    half = bar.width_m / 2
    grow = half if bar.what == "rail" else 0.0
    (x0, y0), (x1, y1) = bar.start, bar.end
    x0, y0, x1, y1 = x0 - ux * grow, y0 - uy * grow, x1 + ux * grow, y1 + uy * grow
    points = (
        (x0 + nx * half, y0 + ny * half),
        (x1 + nx * half, y1 + ny * half),
        (x1 - nx * half, y1 - ny * half),
        (x0 - nx * half, y0 - ny * half),
    )
    return Shape(id=bar.id, kind="polygon", layer=f"bar-{bar.what}", points=points)


def _path(bar: DetailMember, hardest: float, tape: Tape) -> list[Shape]:
    """Chevrons on both halves of a member, and its force."""
    length, (ux, uy), (nx, ny) = _along(bar)
    each = max(1, round(_MOST_CHEVRONS * abs(bar.force_n) / hardest))
    size = max(0.03, min(0.06, bar.width_m * 0.6))
    squeezed = bar.force_n < 0
    made: list[Shape] = []
    for half in (0, 1):
        for k in range(each):
            share = 0.12 + 0.28 * (k + 0.5) / each
            at = length * (share if half == 0 else 1 - share)
            # Toward the middle when squeezed, away from it when pulled.
            way = (1.0 if half == 0 else -1.0) * (1.0 if squeezed else -1.0)
            x, y = bar.start[0] + ux * at, bar.start[1] + uy * at
            tip = (x + ux * way * size, y + uy * way * size)
            points = ((x + nx * size, y + ny * size), tip, (x - nx * size, y - ny * size))
            layer = "squeezed" if squeezed else "pulled"
            made.append(Shape(id=bar.id, kind="polyline", layer=layer, points=points))
    share = 0.5 if bar.what == "rail" else 0.3  # a strut's words stand clear of the weight at the leaf's middle
    middle = (bar.start[0] + ux * length * share, bar.start[1] + uy * length * share)
    word = "squeezed" if squeezed else "pulled"
    says = f"{bar.what} {word} {force_words(abs(bar.force_n), tape)}"
    made.append(Shape(id=bar.id, kind="text", layer="fact", points=(middle,), text=says, size=10.0, shift=(0.0, 4.0)))
    return made


def _push(detail: Detail, push: ForceArrow, tape: Tape) -> list[Shape]:
    """An arrow whose tip stands where the force acts."""
    (x, y), (ux, uy) = push.at, push.along
    tail = (x - ux * _ARROW_M, y - uy * _ARROW_M)
    head = 0.035
    tips = (
        (x - ux * 0.06 - uy * head, y - uy * 0.06 + ux * head),
        (x, y),
        (x - ux * 0.06 + uy * head, y - uy * 0.06 - ux * head),
    )
    level = abs(ux) > abs(uy)
    words = f"{push.label} {force_words(push.force_n, tape)}"
    return [
        Shape(id=detail.id, kind="polyline", layer="push", points=(tail, (x, y))),
        Shape(id=detail.id, kind="polyline", layer="push", points=tips),
        Shape(
            id=detail.id,
            kind="text",
            layer="fact",
            points=(tail,),
            text=words,
            size=10.0,
            anchor="end" if level and ux > 0 else "start" if level else "middle",
            shift=(-4.0 if level and ux > 0 else 4.0 if level else 0.0, -4.0 if level else 4.0),
        ),
    ]
