"""What was picked in a drawing taken out of its structure: a gate, a band, a stair."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError

ACT = "take out"


def takes_out(**lists: str) -> Callable[[Any, str], Any]:
    """A kind's own way to take a thing out.

    Args:
        lists: The spec's lists whose items are drawn, each with the word in their things' names.
    """

    def take_out(spec: Any, thing: str) -> Any:
        for name, word in lists.items():
            kept = tuple(item for item in getattr(spec, name) if f"{spec.id}/{word}/{item.id}" != thing)
            if len(kept) < len(getattr(spec, name)):
                return replace(spec, **{name: kept})
        raise InvalidInputError(
            "value", "This is not taken out by itself: it stands where the rest puts it. Change what it follows"
        )

    return take_out
