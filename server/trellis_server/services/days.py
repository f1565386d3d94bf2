"""Days on which something was said or done."""

from datetime import date

from django.utils import timezone
from steady.errors import InvalidInputError
from steady.units.dates import day_of


def past_day(text: str, field: str = "on") -> date:
    """A day as typed, today at the latest.

    Raises:
        InvalidInputError: It is none, or has not come yet.
    """
    day = day_of(text, field)
    if day > timezone.localdate():
        raise InvalidInputError(field, "That day has not come yet")
    return day
