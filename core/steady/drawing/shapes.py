"""A drawing as data: one display list that the page, paper and DXF painters all read.

Coordinates are metres in the drawing's own plane (x right, y up). Text sizes are points on paper or screen pixels: the
painters keep them readable at any scale.
"""

from typing import Literal

from steady.value_objects import value_object

Point = tuple[float, float]
Kind = Literal["polygon", "polyline", "circle", "text"]


@value_object
class Shape:
    """One thing drawn.

    Args:
        id: What it stands for: the id of a part's place, footing, curve or mark.
        about: What is selected when it is picked; empty: what it stands for.
        layer: Groups shapes that are shown, hidden and coloured together ("post", "concrete", "zone" …).
        points: Corners; a circle has its centre, `size` is then its radius in metres.
        text: Words of a text; `size` is then its height in points, `shift` moves it by points.
        count: A row: the shape stands `count` times, each `step` further on.
    """

    id: str
    kind: Kind
    layer: str
    points: tuple[Point, ...]
    text: str = ""
    size: float = 0.0
    anchor: Literal["start", "middle", "end"] = "middle"
    shift: Point = (0.0, 0.0)
    count: int = 1
    step: Point = (0.0, 0.0)
    about: str = ""


@value_object
class View:
    """One view of a plan: its shapes, back to front, and the rectangle they fill (left, bottom, right, top).

    `layout`: views of one line stand under each other on one scale along it; those on a grid share one scale both ways. `how`: how
    it was projected.
    """

    name: str
    title: str
    shapes: tuple[Shape, ...]
    bounds: tuple[float, float, float, float]
    layout: Literal["line", "grid", "free"] = "free"
    how: str = ""


def bounds_of(shapes: list[Shape]) -> tuple[float, float, float, float]:
    """The rectangle that holds every point (rows counted to their last)."""
    xs: list[float] = []
    ys: list[float] = []
    for shape in shapes:
        grow = shape.size if shape.kind == "circle" else 0.0
        more = shape.count - 1
        for x, y in shape.points:
            xs += [x - grow, x + grow, x + more * shape.step[0]]
            ys += [y - grow, y + grow, y + more * shape.step[1]]
    return (min(xs), min(ys), max(xs), max(ys)) if xs else (0.0, 0.0, 1.0, 1.0)
