"""Calculators of bookings: the first day of digging, and bookings of one person or machine that clash."""

from datetime import date, datetime, timedelta

from steady.calculators.estimate_inputs import given_list, list_rows
from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator
from steady.errors import InvalidInputError
from steady.estimating.money import decimal
from steady.schedule.bookings import WEEKEND, Booking, DigDays, clashes, dig_days
from steady.units.dates import day_of


def _day(value: object, name: str) -> date:
    return day_of(str(value), name)


def _dig(given: Given) -> DigDays:
    weekdays = given_list(given, "weekdays_off", list(WEEKEND))
    return dig_days(
        _day(given.text("called"), "called"),
        given.count("lead_days", 2),
        weekdays_off=tuple(int(decimal(item, "weekdays_off")) for item in weekdays),
        holidays=tuple(_day(item, "holidays") for item in given_list(given, "holidays", [])),
        life_days=given.count("life_days") if given.has("life_days") else None,
    )


def _last_dig(given: Given) -> str:
    last = _dig(given).last
    if last is None:
        raise InvalidInputError("life_days", "is needed")
    return last.isoformat()


def _moment(value: object) -> datetime:
    try:
        return datetime.fromisoformat(str(value))
    except ValueError:
        raise InvalidInputError(
            "bookings", f'"{str(value)[:40]}" is not a moment: write it like 2026-05-28T08:00'
        ) from None


def _clashes(given: Given) -> float:
    bookings = [
        Booking(who=str(who), start=_moment(start), end=_moment(end), job=str(job))
        for who, start, end, job in list_rows(given, "bookings", 4)
    ]
    if len({booking.start.tzinfo is None for booking in bookings}) > 1:
        raise InvalidInputError("bookings", "must all name their zone, or none")
    travel = {
        frozenset((str(a), str(b))): timedelta(minutes=float(decimal(minutes, "travel")))
        for a, b, minutes in list_rows(given, "travel", 3, default=[])
    }
    return len(clashes(bookings, travel))


SUMS = (
    Calculator(
        name="schedule.dig_from",
        asks="When may digging begin after the locate is called?",
        inputs=(
            *needs("called", kind="text"),
            *takes("count", lead_days="2"),
            *takes("list", weekdays_off="Saturday and Sunday", holidays="none"),
            *takes("count", life_days="not said"),
        ),
        outputs=(
            text("first_dig", lambda g: _dig(g).first.isoformat()),
            text("last_dig", _last_dig),
        ),
        source="practice: the local law's days, from memory, low",
    ),
    Calculator(
        name="board.clashes",
        asks="Which bookings clash?",
        inputs=(*needs("bookings", kind="list"), *takes("list", travel="none")),
        outputs=(number("clashes", _clashes),),
        source="practice: half-open bookings and the way between jobs",
    ),
)
