"""Days as they are typed."""

from datetime import date

from steady.errors import InvalidInputError

FIRST, LAST = date(1950, 1, 1), date(2199, 12, 31)
"""A day outside these was typed wrong; and days before and after one must be days, too [our own]."""


def day_of(text: str, field: str) -> date:
    """A day written as 2026-11-30.

    Raises:
        InvalidInputError: It is none.
    """
    try:
        found = date.fromisoformat(text)
    except ValueError:
        raise InvalidInputError(field, "Write the date as 2026-11-30") from None
    if not FIRST <= found <= LAST:
        raise InvalidInputError(field, f"Write a day between {FIRST.year} and {LAST.year}")
    return found
