"""What every projection needs: parts in their drawing order, a piece's corners in space, words and dimension lines."""

import math
from collections.abc import Iterable
from dataclasses import replace
from typing import Literal

from steady.data.roles import role
from steady.drawing.shapes import Point, Shape
from steady.plan.model import Part, PartPlacement, Vec
from steady.units.show import Tape
from steady.value_objects import value_object


def in_order(
    parts: Iterable[Part], view: Literal["above", "side"], between: int
) -> tuple[tuple[Part, ...], tuple[Part, ...]]:
    """Every piece that has a length, in the order of the table of roles: those before a place in it, and those from it on."""

    def rank(part: Part) -> int:
        row = role(part.role)
        return row.above if view == "above" else row.side

    ordered = sorted((part for part in parts if part.length_m > 0), key=rank)
    return tuple(p for p in ordered if rank(p) < between), tuple(p for p in ordered if rank(p) >= between)


def cross(a: Vec, b: Vec) -> Vec:
    """The cross product."""
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def corners(part: Part, place: PartPlacement) -> list[Vec]:
    """The eight corners of a piece's box, its ends sloped as its saw cuts are; of a peaked one both halves'."""
    if peaked(part):
        return [corner for half in halves(part, place) for corner in corners(*half)]
    wide = cross(place.along, place.up)
    half_up, half_wide = part.section_m[1] / 2, part.section_m[0] / 2
    saws = {cut.end: cut for cut in part.cuts if cut.kind == "saw"}
    found = []
    for end, name in ((0.0, "start"), (part.drawn_m or part.length_m, "end")):
        cut = saws.get(name)  # type: ignore[call-overload]
        bevel, mitre = (_slope(cut.bevel_rad), _slope(cut.mitre_rad)) if cut is not None else (0.0, 0.0)
        for up in (-half_up, half_up):
            for side in (-half_wide, half_wide):
                along = end + up * bevel + side * mitre
                found.append(
                    (
                        place.at[0] + place.along[0] * along + place.up[0] * up + wide[0] * side,
                        place.at[1] + place.along[1] * along + place.up[1] * up + wide[1] * side,
                        place.at[2] + place.along[2] * along + place.up[2] * up + wide[2] * side,
                    )
                )
    return found


def _slope(angle_rad: float) -> float:
    """How far an end runs on over a metre across; one cut along the piece has no end."""
    return math.tan(angle_rad) if abs(angle_rad) < 1.5 else 0.0


def peaked(part: Part) -> bool:
    """Whether its end falls from the middle to both edges: a saw cut that says how wide either half is."""
    return any(cut.kind == "saw" and cut.end == "end" and cut.size_m for cut in part.cuts)


def halves(part: Part, place: PartPlacement) -> list[tuple[Part, PartPlacement]]:
    """A peaked piece as two beside each other, each with its own slanted end; its length is that at the middle of either."""
    cut = next(cut for cut in part.cuts if cut.kind == "saw" and cut.end == "end" and cut.size_m)
    half_m = part.section_m[1] / 4
    found = []
    for way in (-1.0, 1.0):
        saw = replace(cut, bevel_rad=-way * cut.bevel_rad, size_m=())
        one = replace(part, section_m=(part.section_m[0], 2 * half_m), cuts=(saw,))
        at = tuple(a + way * half_m * u for a, u in zip(place.at, place.up, strict=True))
        found.append((one, replace(place, at=at)))  # type: ignore[arg-type]
    return found


@value_object
class TextPlacement:
    """How a text stands: its size, how far from its point, and which end of it is there."""

    size: float = 12
    shift: Point = (0.0, 0.0)
    anchor: Literal["start", "middle", "end"] = "middle"


def words(about: str, text: str, at: Point, *, look: TextPlacement = TextPlacement(), layer: str) -> Shape:
    """A text of a drawing."""
    return Shape(
        id=about,
        kind="text",
        layer=layer,
        points=(at,),
        text=text,
        size=look.size,
        shift=look.shift,
        anchor=look.anchor,
    )


def dimension(about: str, start: Point, end: Point, *, tape: Tape) -> list[Shape]:
    """A dimension line with its ticks and its length in words, level or plumb."""
    level = abs(start[1] - end[1]) < 1e-9
    dx, dy = (0.0, 0.08) if level else (0.08, 0.0)
    lines = [(start, end), *(((x - dx, y - dy), (x + dx, y + dy)) for x, y in (start, end))]
    drawn = [Shape(id=about, kind="polyline", layer="dimension", points=points) for points in lines]
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    shift, anchor = ((0.0, 5.0), "middle") if level else ((7.0, -4.0), "start")
    text = tape.distance(math.dist(start, end))
    return [*drawn, words(about, text, middle, look=TextPlacement(shift=shift, anchor=anchor), layer="dimension")]  # type: ignore[arg-type]
