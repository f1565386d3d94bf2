"""Templates at full size: the cut ends of every kind of piece, from the side and over the upper edge, to print and lay on."""

import math

from steady.data.roles import role
from steady.drawing.shapes import Point, Shape, View, bounds_of
from steady.plan.model import Cut, Part, Plan
from steady.units.show import Tape
from steady.value_objects import value_object

REACH_M = 0.12
"""A template shows so much of the piece past its last cut [our own: enough to lay on straight]."""
THIN_M = 0.005
"""Sheets thinner than this are cut where they lie [our own]."""
LEAST_RAD = 1e-4


@value_object
class Template:
    """One end of one kind of piece, at true size. `says`: what it is for and how it is laid on."""

    view: View
    title: str
    says: str


def templates(plan: Plan, tape: Tape) -> list[Template]:
    """Every end that is not cut square, once: alike ends of pieces of one role and section are one template.

    Source: geometry: the piece's own section and cuts.
    """
    found: dict[tuple[object, ...], Template] = {}
    for part in plan.parts:
        if part.length_m <= 0 or part.section_m[0] < THIN_M:
            continue
        for end in ("start", "end"):
            for key, made in _of_end(part, end, tape):
                found.setdefault(key, made)
    return list(found.values())


def _of_end(part: Part, end: str, tape: Tape) -> list[tuple[tuple[object, ...], Template]]:
    saw = next((cut for cut in part.cuts if cut.kind == "saw" and cut.end == end), None)
    mouth = _mouth(part) if end == "start" else None
    bevel = saw.bevel_rad if saw is not None else 0.0
    mitre = saw.mitre_rad if saw is not None else 0.0
    thick, deep = part.section_m
    made: list[tuple[tuple[object, ...], Template]] = []
    called = role(part.role).one
    size = f"{tape.length(thick)} × {tape.length(deep)}"
    if abs(bevel) > LEAST_RAD or mouth is not None:
        shape = _side(part, end, bevel, mouth=mouth)
        says = f"{_degrees(bevel)} from square"
        if mouth is not None:
            says += f"; seat {tape.length(mouth.size_m[1])} level, {tape.length(mouth.at_m)} in along the middle"
        seat = (round(mouth.at_m, 4), round(mouth.size_m[1], 4)) if mouth is not None else None
        key = (part.role, part.section_m, end, round(bevel, 4), seat)
        made.append((key, _template(f"{called.capitalize()}, {end}, from the side", f"{size}, {says}", shape)))
    if abs(mitre) > LEAST_RAD and abs(mitre) < 1.5:
        hand = "one hand" if mitre > 0 else "the other hand"
        shape = _edge(thick, end, mitre)
        edge = (part.role, part.section_m, end, "edge", round(mitre, 4))
        title = f"{called.capitalize()}, {end}, over the upper edge, {hand}"
        made.append((edge, _template(title, f"{size}, {_degrees(mitre)} across", shape)))
    return made


def _degrees(angle_rad: float) -> str:
    return f"{abs(math.degrees(angle_rad)):.1f}°"


def _mouth(part: Part) -> Cut | None:
    """The seat cut in a piece's underside near its start, where it has one."""
    near = part.length_m / 2
    seats = (cut for cut in part.cuts if cut.kind == "notch" and abs(cut.bevel_rad) > LEAST_RAD and cut.at_m < near)
    return next(seats, None)


def seat_points(part: Part, mouth: Cut) -> tuple[Point, Point, Point]:
    """Heel on the underside, inner corner, and where the seat meets the underside again, in order along the piece.

    Source: geometry: plumb through the beam's outer face, level for the seat.
    """
    half, a = part.section_m[1] / 2, abs(mouth.bevel_rad)
    seat_m = mouth.size_m[1]
    above_m = 2 * half / math.cos(a) - seat_m * math.tan(a)
    top = (mouth.at_m + half * math.tan(a), half)
    inner = (top[0] - above_m * math.sin(a), top[1] - above_m * math.cos(a))
    heel = (mouth.at_m - half * math.tan(a), -half)
    foot = (inner[0] + seat_m * math.cos(a), inner[1] - seat_m * math.sin(a))
    if mouth.bevel_rad > 0:
        return heel, inner, foot
    # Of a piece that falls away from its start the seat runs back from the heel: the same, the other way round.
    turned = [(2 * mouth.at_m - x, y) for x, y in (foot, inner, heel)]
    return turned[0], turned[1], turned[2]


def _side(part: Part, end: str, bevel: float, *, mouth: Cut | None) -> tuple[Point, ...]:
    half = part.section_m[1] / 2
    slant = half * math.tan(bevel)
    if end == "end":
        far = -abs(slant) - REACH_M
        return ((far, -half), (-slant, -half), (slant, half), (far, half))
    far = abs(slant) + REACH_M
    if mouth is None:
        return ((-slant, -half), (far, -half), (far, half), (slant, half))
    heel, inner, foot = seat_points(part, mouth)
    far = foot[0] + REACH_M
    return ((-slant, -half), heel, inner, foot, (far, -half), (far, half), (slant, half))


def _edge(thick_m: float, end: str, mitre: float) -> tuple[Point, ...]:
    half, slant = thick_m / 2, thick_m / 2 * math.tan(mitre)
    far = (-abs(slant) - REACH_M) if end == "end" else (abs(slant) + REACH_M)
    return ((far, -half), (-slant, -half), (slant, half), (far, half))


def _template(title: str, says: str, points: tuple[Point, ...]) -> Template:
    shape = Shape(id=title, kind="polygon", layer="board", points=points)
    view = View(name="template", title=title, shapes=(shape,), bounds=bounds_of([shape]), layout="grid")
    return Template(view=view, title=title, says=says)
