"""Bookings: the first and last day on which a locate ticket allows digging, and bookings that clash."""

from collections.abc import Collection, Sequence
from datetime import date, datetime, timedelta

from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

WEEKEND = (5, 6)


@value_object
class DigDays:
    """The first day of digging, and the last; None: its life is not said."""

    first: date
    last: date | None = None


def dig_days(
    called: date,
    lead_days: int = 2,
    *,
    weekdays_off: Collection[int] = WEEKEND,
    holidays: Collection[date] = (),
    life_days: int | None = None,
) -> DigDays:
    """The first working day after so many full working days, the day of the call not counted.

    Raises:
        InvalidInputError: A lead below 0, or a week without working days.
        OutOfScopeError: The ticket has run out before digging may begin.
    """
    if lead_days < 0:
        raise InvalidInputError("lead_days", "must be 0 or more")
    if len(set(weekdays_off) & set(range(7))) >= 7:
        raise InvalidInputError("weekdays_off", "must leave a working day")

    def works(day: date) -> bool:
        return day.weekday() not in weekdays_off and day not in holidays

    day, left = called, lead_days
    while left:
        day += timedelta(days=1)
        left -= works(day)
    day += timedelta(days=1)
    while not works(day):
        day += timedelta(days=1)
    last = called + timedelta(days=life_days) if life_days is not None else None
    if last is not None and day > last:
        raise OutOfScopeError("the ticket runs out before digging may begin", "a new ticket")
    return DigDays(first=day, last=last)


@value_object
class Booking:
    """A person or machine on a job, from one moment to another."""

    who: str
    start: datetime
    end: datetime
    job: str


def clashes(
    bookings: Sequence[Booking], travel: dict[frozenset[str], timedelta] | None = None
) -> list[tuple[Booking, Booking]]:
    """Pairs of bookings of one person or machine that overlap, or lie closer than the way between their jobs takes.

    Bookings that touch on one job do not clash.

    Raises:
        InvalidInputError: One that ends before it begins.
    """
    for one in bookings:
        if one.end <= one.start:
            raise InvalidInputError("bookings", f"{one.who[:40]}: ends before it begins")
    found = []
    ordered = sorted(bookings, key=lambda one: (one.who, one.start, one.end))
    farthest = max((travel or {}).values(), default=timedelta())
    for k, first in enumerate(ordered):
        for number in range(k + 1, len(ordered)):
            second = ordered[number]
            if second.who != first.who or second.start >= first.end + farthest:
                break  # all that follow begin no sooner
            apart = (travel or {}).get(frozenset((first.job, second.job)), timedelta())
            if second.start < first.end + (apart if first.job != second.job else timedelta()):
                found.append((first, second))
    return found
