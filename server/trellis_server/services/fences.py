"""A new fence or deck from one line of readings, with the crew's last choices for all else."""

from dataclasses import fields
from typing import Any

from pydantic import TypeAdapter, ValidationError
from steady.measure.lengths import Bare
from steady.structures.deck.candidates import at_home as deck_at_home
from steady.structures.deck.entry import read_deck
from steady.structures.deck.spec import DeckSpec
from steady.structures.fence.entry import read_line
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.usual import at_home

ADAPTER: TypeAdapter[FenceSpec] = TypeAdapter(FenceSpec)
OWN = {
    "id", "kind", "format", "straights", "openings", "zones", "locks", "built_on", "practice", "closed", "start_at", "end_at",
    "lift_outs", "look",
}  # fmt: skip
"""What belongs to one fence alone; all other fields are choices that the next fence starts from."""


def from_line(text: str, structure_id: str, bare: Bare, choices: dict[str, Any], school: str = "us") -> FenceSpec:
    """A fence from running readings.

    Raises:
        InputError: The line does not read.
    """
    line = read_line(text, bare)
    laid = {
        "id": structure_id,
        "straights": line.straights,
        "openings": line.openings,
        "zones": line.zones,
        "locks": line.locks,
    }
    known = {field.name for field in fields(FenceSpec)} - OWN
    kept = {name: value for name, value in choices.items() if name in known}
    kept.setdefault("bay_by_strength", True)
    try:
        found = ADAPTER.validate_python({**kept, **laid})
    except ValidationError:
        found = FenceSpec(**laid)  # type: ignore[arg-type]
    return at_home(found, school)


def deck_from_line(text: str, structure_id: str, bare: Bare, school: str) -> DeckSpec:
    """A deck from one line, of timbers that are on sale under the school.

    Raises:
        InputError: The line does not read.
    """
    return deck_at_home(read_deck(text, structure_id, bare), school)


def choices_of(spec: FenceSpec) -> dict[str, Any]:
    """A fence's choices, to start the next one from."""
    found: dict[str, Any] = ADAPTER.dump_python(spec, mode="json")
    return {name: value for name, value in found.items() if name not in OWN}
