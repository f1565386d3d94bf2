"""Searches that tell what they have found so far while they go on, how many plans they made, and where they stop."""

from collections.abc import Iterable
from typing import Generic, TypeVar

from steady.value_objects import value_object

Row = TypeVar("Row")
MOST_PLANS = 2000
"""A search looks at no more changes than this [our own]."""


@value_object
class Looked(Generic[Row]):
    """How far a search is.

    `rows` stand from place `at` of the list on, and whatever stood there before goes. `planned`: changes looked at so far.
    `says`: why it stopped before it had looked at all; empty while that may still be.
    """

    planned: int
    at: int = 0
    rows: tuple[Row, ...] = ()
    says: str = ""


def ceiling() -> str:
    """What a search says that stopped at its ceiling."""
    return f"stopped after {MOST_PLANS:,} plans"


def all_rows(found: Iterable[Looked[Row]]) -> tuple[Row, ...]:
    """What a search has found at its end."""
    rows: list[Row] = []
    for one in found:
        rows[one.at :] = one.rows
    return tuple(rows)
