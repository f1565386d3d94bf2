"""Days on which one crew is booked on two jobs."""

from collections.abc import Iterable
from datetime import date
from typing import Annotated

from annotated_types import MaxLen

from steady.jobs.job_schedule import Calendar
from steady.value_objects import value_object


@value_object
class BookedDay:
    """Hours of a crew on one day of another job."""

    on: Annotated[str, MaxLen(10)]
    job: str
    name: str
    hours: float


def working_days(calendar: Calendar) -> dict[date, float]:
    """Hours that the crew works on each day of a calendar; a day without work is left out."""
    found: dict[date, float] = {}
    for task in calendar.tasks:
        for span in task.spans:
            if span.hours > 0:
                found[span.on] = found.get(span.on, 0.0) + span.hours
    return found


def double_booked(calendar: Calendar, others: Iterable[tuple[str, str, dict[date, float]]]) -> tuple[BookedDay, ...]:
    """Days of a calendar on which the same crew works on another job, too, in order of the days.

    Args:
        others: Of each other job its id, its name and its working days.
    """
    own = working_days(calendar)
    found = [
        BookedDay(on=on.isoformat(), job=job, name=name, hours=round(hours, 2))
        for job, name, days in others
        for on, hours in days.items()
        if on in own
    ]
    return tuple(sorted(found, key=lambda one: (one.on, one.name, one.job)))
