"""Words that lines of roofs on posts share."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from steady.catalog.items import sticks
from steady.structures.line_parser import Reader, Word, length_of

FIXED: Mapping[str, Mapping[str, Any]] = {
    "feet=ground": {"upright": "fixed posts"},
    "fixed": {"upright": "fixed posts"},
    "feet=slab": {"stands": "slab"},
}
"""Words that every roof on posts knows."""


BRACE = length_of("brace_m", 0.3, 1.5, says="braces reach 1 to 5 ft (0.3 to 1.5 m) each way", upright="knee braces")


def posts_under(beams: str) -> Reader:
    """Reads how many posts stand under a beam."""

    def read(spec: Any, word: Word) -> Any:
        if not word.rest.isdecimal() or not 2 <= int(word.rest) <= 8:
            raise word.refused(f"2 to 8 posts under {beams}, as posts3")
        return replace(spec, posts=int(word.rest))

    return read


def sheet_of(word: Word, cover: str) -> str:
    """The key of the sheet on sale that covers so much.

    Raises:
        InvalidInputError: None does.
    """
    cover_m = word.length_m(cover)
    sold = [item for item in sticks().values() if item.role == "sheet"]
    nearest = min(sold, key=lambda item: abs(item.width_m - cover_m))
    if abs(nearest.width_m - cover_m) > 0.005:
        has = ", ".join(item.says for item in sold)
        raise word.refused(f"the yard sells no sheet of that cover; it has {has}")
    return nearest.key
