"""How a crew usually builds, kept with the crew: one habit a kind of structure and school."""

from dataclasses import asdict
from functools import cache
from typing import Any

from pydantic import TypeAdapter, ValidationError
from steady.errors import InvalidInputError
from steady.structures.structure_type import StructureType, crew_way_of

from trellis_server.models import Crew
from trellis_server.services.jobs import Person, crew_of
from trellis_server.services.kinds import readable_choices


@cache
def _reader(habit: type[Any]) -> TypeAdapter[Any]:
    """Takes longer to make than to use."""
    return TypeAdapter(habit)


def habit_of(person: Person, kind: StructureType, school: str) -> Any:
    """The crew's habit under a school; None where it kept none, or one that an older program wrote and this one cannot read."""
    kept = crew_of(person).habits.get(kind.key, {}).get(school)
    if kept is None:
        return None
    if kind.starts is None:
        return readable_choices(kind, kept) or None
    try:
        return _reader(kind.starts.habit).validate_python(kept)  # type: ignore[arg-type]  # a class has a hash
    except ValidationError:
        return None


def keep(person: Person, kind: StructureType, school: str, *, habit: Any) -> None:
    """Keep a habit in place of the one there was, or none.

    Raises:
        InvalidInputError: A kind of structure without habits.
    """
    if not crew_way_of(kind):
        raise InvalidInputError("kind", f"No habit is kept of {kind.many}")
    crew = crew_of(person)
    others = {name: kept for name, kept in crew.habits.get(kind.key, {}).items() if name != school}
    habits = others if habit is None else {**others, school: habit if isinstance(habit, dict) else asdict(habit)}
    # By its key: a crew that is taken away meanwhile is no error of whoever keeps.
    Crew.objects.filter(pk=crew.pk).update(habits={**crew.habits, kind.key: habits})
