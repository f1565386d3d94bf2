"""A deck in ordinary words: "18x11 deck 2 ft 6 in up with stair and guard"."""

import re
from dataclasses import replace
from typing import Any

from steady.structures.deck.actions import add_stair
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.plain_entry import LENGTH, SIZE, Clause, Made, PlainWords, as_field, as_flag, as_word
from steady.structures.plain_timbers import SIZED, timber
from steady.units.lengths import Bare


def _stairs(found: re.Match[str], bare: Bare) -> Clause:
    return Clause(typed=found[0].strip(), change=add_stair, means="a stair down the far edge")


def _guard(found: re.Match[str], bare: Bare) -> Clause:
    def change(spec: DeckSpec) -> Any:
        return replace(spec, guard=replace(spec.guard, always=True))

    return Clause(typed=found[0].strip(), change=change, means="a guard round every open edge")


def _field(field: str, value: object, says: str) -> Made:
    return lambda found, bare: Clause(
        typed=found[0].strip(), change=lambda spec: replace(spec, **{field: value}), means=says
    )


SPACED = as_field(DeckSpec, "spacing_m", "joists {0} apart")
ABOVE = (
    r"(?:up|high|tall|above(?:\s+(?:the\s+)?(?:ground|grade|lawn))?|off\s+the\s+(?:ground|grade)|over\s+the\s+ground)"
)
PLAIN = PlainWords(
    noun="deck|decking|platform|terrace|down",
    phrases=(
        (rf"(?P<a>{LENGTH})\s+{ABOVE}", as_word("up", "{0} above the ground")),
        (rf"(?:up|height)\s+(?P<a>{LENGTH})", as_word("up", "{0} above the ground")),
        (r"(?:free[- ]?standing|not attached)", as_flag("free")),
        (r"(?:attached(?: to the house| to house)?|on a ledger|ledger)", as_flag("", "held by a ledger on the house")),
        (r"joists along(?: the house)?", as_flag("along")),
        (
            rf"joists\s+(?:at|every)\s+(?P<a>{LENGTH})(?:\s+(?:apart|on cent(?:er|re)s?|o\.?c\.?))?",
            as_field(DeckSpec, "spacing_m", "joists {0} apart"),
        ),
        (r"(?:stairs?|steps)", _stairs),
        (r"(?:guards?|guard ?rails?|railings?|balustrades?)", _guard),
        (r"picture[- ]frame(?:d)?(?: boards?)?", _field("frame_boards", 1, "one board round the edge")),
        (rf"{SIZED}posts?", timber("post", "post")),
        (rf"{SIZED}joists?", timber("joist", "joist")),
        (rf"{SIZED}beams?", timber("beam", "joist")),
        SIZE,
    ),
)
