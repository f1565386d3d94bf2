"""What lies on a site whatever is built: house walls with their doors, boundaries, services, trees, water, spot heights.

It belongs to the site, not to a structure, and every structure is held against all of it.
"""

import itertools
import math
from functools import cache
from typing import Annotated, Literal, get_args

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.data.loader import TableError, keyed
from steady.errors import InvalidInputError
from steady.value_objects import value_object

Far = Annotated[float, Ge(-2000), Le(2000)]
ThingKind = Literal["house wall", "boundary", "service", "tree", "water", "clear way", "stands already", "spot height"]
DrawnAs = Literal["line", "area", "point"]
MOST_POINTS = 400


@value_object
class SitePoint:
    """A point on the site's own axes (m)."""

    x_m: Far
    y_m: Far


@value_object
class WallOpening:
    """A door or window in a house wall: where along it, how wide, its sill over the site's zero, and which way it turns.

    `hinge`: the jamb it hangs on, seen from outside with the wall's first point on the left; `turns` tells whether it swings out.
    """

    kind: Literal["door", "window"] = "door"
    from_m: Annotated[float, Ge(0), Le(500)] = 1.0
    width_m: Annotated[float, Gt(0), Le(12)] = 0.9
    height_m: Annotated[float, Gt(0), Le(6)] = 2.05
    sill_m: Annotated[float, Ge(-20), Le(60)] = 0.0
    hinge: Literal["left", "right"] = "left"
    turns: Literal["out", "in", "slides"] = "in"


@value_object
class SiteFeature:
    """One thing on the site.

    Args:
        points: A line's corners, an area's ring, or the one point of a point, in order.
        reach_m: A boundary's setback, a service's band either side, a tree's roots: the table of site things says which; 0: none.
        height_m: How high it is, or the greatest height allowed beside it; of a spot height the height itself; None: not known.
        openings: Doors and windows of a house wall.
    """

    id: Annotated[str, MinLen(1), MaxLen(40)]
    kind: ThingKind
    name: Annotated[str, MaxLen(80)] = ""
    points: Annotated[tuple[SitePoint, ...], MinLen(1), MaxLen(MOST_POINTS)]
    reach_m: Annotated[float, Ge(0), Le(200)] = 0.0
    height_m: Annotated[float, Ge(-100), Le(200)] | None = None
    openings: Annotated[tuple[WallOpening, ...], MaxLen(30)] = ()

    @property
    def corners(self) -> tuple[tuple[float, float], ...]:
        """Its points as pairs."""
        return tuple((point.x_m, point.y_m) for point in self.points)

    @property
    def says(self) -> str:
        """Its name, or what it is."""
        return self.name or thing_row(self.kind).says.lower()


@value_object
class ThingRow:
    """A row of the table of site things: how it is drawn, what its reach and height are called ("": it has none)."""

    key: ThingKind
    says: str
    drawn: DrawnAs
    reach: str
    reach_usual_m: float
    height: str
    look: str
    text: str


@cache
def thing_rows() -> tuple[ThingRow, ...]:
    """What a site can hold, in the order in which it is offered. Source: data/site_things.csv."""
    return tuple(
        ThingRow(
            key=_kind(key),
            says=row.text["says"],
            drawn=_drawn(row.text["drawn"]),
            reach=row.text["reach"],
            reach_usual_m=row.number("reach_usual_m"),
            height=row.text["height"],
            look=row.text["look"],
            text=row.text["text"],
        )
        for key, row in keyed("site_things").items()
    )


def _kind(text: str) -> ThingKind:
    found: ThingKind | None = next((kind for kind in get_args(ThingKind) if kind == text), None)
    if found is None:
        raise TableError(f"site_things: {text} is no kind of thing")
    return found


def _drawn(text: str) -> DrawnAs:
    return "line" if text == "line" else "area" if text == "area" else "point"


def thing_row(kind: str) -> ThingRow:
    """One kind's row.

    Raises:
        InvalidInputError: A site holds nothing of that kind.
    """
    for row in thing_rows():
        if row.key == kind:
            return row
    raise InvalidInputError("kind", f'A site holds no "{kind[:40]}": {", ".join(row.key for row in thing_rows())}')


def kind_of_layer(layer: str, points_count: int) -> ThingKind:
    """What a layer of a drawing holds, by its name and how many points the shape has. Source: data/site_layers.csv."""
    said = " ".join(layer.lower().replace("_", " ").replace("-", " ").split())
    named = next((row.key for row in thing_rows() if row.key == said), "")
    guessed = next((row.text["kind"] for part, row in keyed("site_layers").items() if part in said), "stands already")
    row = thing_row(named or guessed)
    if (row.drawn == "point") != (points_count == 1):
        row = thing_row("spot height" if points_count == 1 else "stands already")
    return row.key


def enough_points(thing: SiteFeature) -> str:
    """Why it can't be drawn as what it is; empty when it can."""
    drawn = thing_row(thing.kind).drawn
    least = {"line": 2, "area": 2, "point": 1}[drawn]
    if len(thing.points) < least:
        return f"{thing.says} needs at least {least} points"
    if least > 1 and len({(p.x_m, p.y_m) for p in thing.points}) < 2:
        return f"All points of {thing.says} are the same"
    return ""


def opening_line(thing: SiteFeature, opening: WallOpening) -> tuple[tuple[float, float], tuple[float, float]] | None:
    """Both jambs of an opening on its wall; None where it runs past the wall's end. Source: geometry."""
    start, end = _along(thing.corners, opening.from_m), _along(thing.corners, opening.from_m + opening.width_m)
    return (start, end) if start is not None and end is not None else None


def _along(line: tuple[tuple[float, float], ...], at_m: float) -> tuple[float, float] | None:
    left = at_m
    for (x0, y0), (x1, y1) in itertools.pairwise(line):
        length = math.hypot(x1 - x0, y1 - y0)
        if left <= length + 1e-9 and length > 0:
            return x0 + (x1 - x0) * left / length, y0 + (y1 - y0) * left / length
        left -= length
    return None


def swing_of(thing: SiteFeature, opening: WallOpening) -> tuple[tuple[float, float], ...]:
    """What a door that swings out sweeps: a quarter circle about its hinge, outside the wall; empty for any other.

    Outside is to the right of the wall from its first point to its last. Source: geometry.
    """
    jambs = opening_line(thing, opening)
    if opening.kind != "door" or opening.turns != "out" or jambs is None:
        return ()
    (x0, y0), (x1, y1) = jambs if opening.hinge == "left" else (jambs[1], jambs[0])
    from_rad = math.atan2(y1 - y0, x1 - x0)
    way = -1 if opening.hinge == "left" else 1
    arc = [
        (x0 + opening.width_m * math.cos(a), y0 + opening.width_m * math.sin(a))
        for a in (from_rad + way * math.pi / 2 * k / 12 for k in range(13))
    ]
    return ((x0, y0), *arc)
