"""The fewest posts whose beam passes, where nobody said how many."""

from collections.abc import Callable
from typing import TypeVar

from steady.errors import InvalidInputError
from steady.structures.check_collector import CheckCollector

MOST_POSTS = 6
L = TypeVar("L")
T = TypeVar("T")


def fewest_posts(
    asked: int | None, lay: Callable[[int], L], check: Callable[[L], tuple[CheckCollector, T]]
) -> tuple[CheckCollector, L, T]:
    """What a number of posts under each beam gives: the one asked for, or the least whose beams' checks pass.

    Args:
        lay: Lays it out on so many posts under each beam; may refuse.
        check: Its loads and its beams' checks.

    Raises:
        InvalidInputError: Not even the first number can be laid out.
    """
    tried: tuple[CheckCollector, L, T] | None = None
    for count in [asked] if asked else range(2, MOST_POSTS + 1):
        try:
            layout = lay(count)
        except InvalidInputError:
            if tried is None:
                raise
            break
        found, rest = check(layout)
        tried = found, layout, rest
        beams = [one for one in found.checks if one.key.startswith("beam.") and one.counts]
        if all(one.use <= 1 + 1e-9 for one in beams):
            break
    assert tried is not None
    return tried
