"""Marks as a table that a wet thumb can follow: from either end, to centre or face, mirrored, from offset stakes."""

from typing import Literal

from steady.plan.model import Plan
from steady.units.show import Tape
from steady.value_objects import value_object

Face = Literal["centre", "near face", "far face"]


@value_object
class MarkRow:
    """One post's mark: `station_m` where it stands, `reading_m` the exact reading, `reading` is it on the crew's tape."""

    id: str
    number: int
    kind: str
    label: str
    leg: str
    station_m: float
    reading_m: float
    reading: str
    leg_reading: str
    ground_tape: str
    hole_near: str
    hole_far: str


def mark_rows(
    plan: Plan, tape: Tape, *, from_end: bool = False, to: Face = "centre", mirrored: bool = False
) -> list[MarkRow]:
    """Marks read off one tape. Each reading is rounded from its own exact station.

    Args:
        plan: Any plan with marks.
        tape: How the crew reads.
        from_end: The tape's zero is at the line's end.
        to: What the reading stands for; near is the side of the tape's zero.
        mirrored: Rows in the order in which they lie left to right from the far side of the string.
    """
    total_m = max((mark.station_m for mark in plan.marks), default=0.0)
    widths = {
        place.id: part.section_m[1] * place.count for part in plan.parts if part.role == "post" for place in part.places
    }
    holes = {footing.under: footing.hole_width_m for footing in plan.footings}
    rows = []
    for number, mark in enumerate(plan.marks, start=1):
        half_m = widths.get(mark.id, 0.0) / 2
        shift_m = {"centre": 0.0, "near face": -half_m, "far face": half_m}[to]
        centre_m = total_m - mark.station_m if from_end else mark.station_m
        hole_m = holes.get(mark.id, 0.0) / 2
        reading_m = centre_m + shift_m
        rows.append(
            MarkRow(
                id=mark.id,
                number=number,
                kind=mark.kind,
                label=mark.label,
                leg=mark.leg,
                station_m=mark.station_m,
                reading_m=reading_m,
                reading=tape.distance(reading_m),
                leg_reading=tape.distance(mark.leg_station_m + (-shift_m if from_end else shift_m)),
                ground_tape=tape.distance(mark.tape_on_ground_m) if mark.tape_on_ground_m is not None else "",
                hole_near=tape.distance(centre_m - hole_m),
                hole_far=tape.distance(centre_m + hole_m),
            )
        )
    if from_end:
        rows.reverse()
    if mirrored:
        rows.reverse()
    return rows
