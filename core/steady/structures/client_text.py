"""What a client reads of a structure: sentences of ordinary words, with no part named that only a builder would know."""

from collections.abc import Iterable, Mapping

from steady.catalog.items import item_name
from steady.plan.model import Plan
from steady.units.client_lengths import client_length
from steady.units.show import Tape


def sentences(told: Iterable[str]) -> str:
    """Sentences in a row, each with a capital and a full stop; empty ones are left out."""
    return " ".join(f"{one[0].upper()}{one[1:]}." for one in told if one)


def side_by_side(tape: Tape, *lengths_m: float) -> str:
    """Two sides of something, 18 ft × 11 ft."""
    return " × ".join(client_length(length_m, tape.system) for length_m in lengths_m)


def timber(key: str) -> str:
    """A stick as it is called on sale; the key where the yard does not know it."""
    return item_name(key)


def counted(count: int, one: str, many: str = "") -> str:
    """So many of something: one in a word, more in a figure."""
    return f"a {one}" if count == 1 else f"{count} {many or one + 's'}"


def joined(told: Iterable[str]) -> str:
    """Things named one after another, the last after *and*."""
    rows = [one for one in told if one]
    return rows[0] if len(rows) == 1 else f"{', '.join(rows[:-1])} and {rows[-1]}" if rows else ""


def standing(plan: Plan, words: Mapping[bool, str]) -> str:
    """What the posts stand on: concrete in the ground where holes are dug, else what the words say."""
    return words[any(footing.hole_m > 0 for footing in plan.footings)]
