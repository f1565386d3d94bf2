"""Permit and zoning notes about a place: height limits, setbacks and permits, each with its source and its date."""

from collections.abc import Sequence
from typing import Annotated, Literal

from annotated_types import Gt, Le, MaxLen, MinLen

from steady.units.show import Tape
from steady.value_objects import value_object


@value_object
class SiteNote:
    """One thing that was asked and answered. `value_m`: the limit, where the note is one; `on`: the day it was said;
    `structure`: whose it is, empty: everything's here."""

    id: Annotated[str, MinLen(1), MaxLen(40)]
    kind: Literal["height limit", "setback", "permit", "boundary", "flood or drainage", "other"] = "other"
    structure: Annotated[str, MaxLen(40)] = ""
    text: Annotated[str, MaxLen(400)] = ""
    value_m: Annotated[float, Gt(0), Le(500)] | None = None
    source: Annotated[str, MaxLen(200)] = ""
    on: Annotated[str, MaxLen(10)] = ""


def said_by(note: SiteNote) -> str:
    """Who said it, and when; a note without either says so."""
    return f"{note.source or 'no source written down'}, {note.on or 'no date'}"


def too_high(
    notes: Sequence[SiteNote], structure: str, tops: Sequence[tuple[float, float]], *, tape: Tape
) -> list[str]:
    """Where a structure stands higher than a limit that was noted.

    Args:
        tops: (station, height above the ground there) of what stands (m).
    """
    found = []
    for note in notes:
        if note.kind != "height limit" or note.value_m is None or note.structure not in ("", structure) or not tops:
            continue
        at_m, high_m = max(tops, key=lambda top: top[1])
        if high_m > note.value_m + 0.0005:
            found.append(
                f"Stands {tape.length(high_m)} above the ground at {tape.distance(at_m)}: the limit noted is "
                f"{tape.length(note.value_m)} ({said_by(note)}). Lower it, or ask for leave"
            )
    return found
