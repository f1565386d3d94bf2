"""Days as they are typed."""

from datetime import date

from steady.errors import InputError


def day_of(text: str, field: str) -> date:
    """A day written as 2026-11-30.

    Raises:
        InputError: It is none.
    """
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise InputError(field, "Write the date as 2026-11-30") from None
