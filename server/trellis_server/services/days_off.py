"""Days on which people of a crew are away."""

from datetime import timedelta

from steady.errors import InvalidInputError
from steady.jobs.crew_board import PersonOff
from steady.units.dates import day_of

from trellis_server.missing import NotFoundError
from trellis_server.models import Crew, PersonDaysOff
from trellis_server.services.jobs import Person, crew_of

MOST_ROWS = 400
LONGEST_DAYS = 120
"""A crew keeps so many rows, none longer than so many days [our own]."""


def of(crew: Crew) -> list[PersonOff]:
    """A crew's days off as the board takes them, the earliest first."""
    return [
        PersonOff(key=str(row.pk), who=row.who, first=row.first.isoformat(), last=row.last.isoformat(), note=row.note)
        for row in PersonDaysOff.objects.filter(crew=crew).order_by("first", "pk")
    ]


def add(person: Person, said: dict[str, str]) -> PersonDaysOff:
    """Keep days on which somebody is away.

    Raises:
        InvalidInputError: No name, a day that is none, the last before the first, or more than are kept.
    """
    crew, who = crew_of(person), said["who"].strip()
    if not who:
        raise InvalidInputError("who", "Who is away?")
    first, last = day_of(said["first"], "first"), day_of(said["last"] or said["first"], "last")
    if last < first:
        raise InvalidInputError("last", "The last day is before the first")
    if last - first > timedelta(days=LONGEST_DAYS):
        raise InvalidInputError("last", f"At most {LONGEST_DAYS} days in one go")
    if PersonDaysOff.objects.filter(crew=crew).count() >= MOST_ROWS:
        raise InvalidInputError("who", f"At most {MOST_ROWS} rows of days off are kept: delete old ones first")
    return PersonDaysOff.objects.create(
        crew=crew, who=who, first=first, last=last, note=said["note"].strip(), made_by_id=person.pk
    )


def remove(person: Person, key: int) -> None:
    """Take days off away.

    Raises:
        NotFoundError: There are none of that number in this crew.
    """
    if not PersonDaysOff.objects.filter(crew=crew_of(person), pk=key).delete()[0]:
        raise NotFoundError
