"""How a crew usually builds a fence, kept with the crew, one habit a school."""

from dataclasses import asdict

from pydantic import TypeAdapter, ValidationError
from steady.structures.fence.starts import CrewHabit

from trellis_server.models import Crew
from trellis_server.services.jobs import Person, crew_of

_HABIT = TypeAdapter(CrewHabit)


def habit_of(person: Person, school: str) -> CrewHabit | None:
    """The crew's habit under a school; None where it kept none, or one that an older program wrote and this one cannot read."""
    kept = crew_of(person).habits.get(school)
    if kept is None:
        return None
    try:
        return _HABIT.validate_python(kept)
    except ValidationError:
        return None


def keep(person: Person, school: str, habit: CrewHabit | None) -> None:
    """Keep a habit in place of the one there was, or none."""
    crew = crew_of(person)
    others = {name: kept for name, kept in crew.habits.items() if name != school}
    habits = others if habit is None else {**others, school: asdict(habit)}
    # By its key: a crew that is taken away meanwhile is no error of whoever keeps.
    Crew.objects.filter(pk=crew.pk).update(habits=habits)
