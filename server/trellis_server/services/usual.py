"""What a crew usually does, kept with the crew: what every job starts with, and what each kind of structure does."""

from typing import Any

from pydantic import TypeAdapter, ValidationError
from pydantic_core import to_jsonable_python
from steady.jobs.crew_defaults import FORM, CrewUsual
from steady.structures.form_schema import AskedGroup, asked
from steady.structures.registry import KINDS
from steady.structures.structure_type import StructureType

from trellis_server.models import Crew
from trellis_server.services.documents import OLD_RATES, one_wage
from trellis_server.services.jobs import Person, crew_of
from trellis_server.services.kinds import OF_KINDS, checked_choices, kept_kinds, readable_choices

USUAL = TypeAdapter(CrewUsual)
JOB = "job"


def usual_of_crew(person: Person) -> CrewUsual:
    """How a person's crew starts a job; what an older program wrote and this one cannot read starts as shipped."""
    kept = crew_of(person).usual.get(JOB, {})
    if OLD_RATES.keys() & (kept.get("quote") or {}).keys():
        quote, offer = one_wage(kept["quote"], kept.get("offer") or {})
        kept = {**kept, "quote": quote, "offer": offer}
    try:
        return USUAL.validate_python(kept)
    except ValidationError:
        return CrewUsual()


def keep_usual(person: Person, usual: CrewUsual) -> None:
    """Keep how the crew starts a job."""
    _put(crew_of(person), {JOB: USUAL.dump_python(usual, mode="json")})


def keep_of_kind(person: Person, kind: StructureType, choices: dict[str, Any] | None) -> None:
    """Keep what a new structure of a kind starts with; None: nothing, it starts as the last one was built.

    Raises:
        InvalidInputError: A field that the kind has not, or a value that it does not take.
    """
    crew = crew_of(person)
    others = {key: kept for key, kept in kept_kinds(crew).items() if key != kind.key}
    _put(crew, {OF_KINDS: others if choices is None else {**others, kind.key: checked_choices(kind, choices)}})


def _put(crew: Crew, part: dict[str, Any]) -> None:
    # By its key: a crew that is taken away meanwhile is no error of whoever keeps.
    Crew.objects.filter(pk=crew.pk).update(usual={**crew.usual, **part})


def shown(person: Person) -> dict[str, Any]:
    """The page of what a crew usually does: the form for every job, and each kind's own with what is kept of it."""
    crew = crew_of(person)
    kept = kept_kinds(crew)
    kinds = [
        {
            "key": kind.key,
            "many": kind.many,
            "form": _form(kind),
            "usual": to_jsonable_python(readable_choices(kind, kept[kind.key])) if kind.key in kept else None,
            "last": to_jsonable_python(readable_choices(kind, crew.defaults.get(kind.key, {}))) or None,
            "habits": sorted(crew.habits.get(kind.key, {})),
        }
        for kind in KINDS
    ]
    return {"usual": usual_of_crew(person), "form": asked(CrewUsual, FORM), "kinds": kinds}


def _form(kind: StructureType) -> tuple[AskedGroup, ...]:
    """A kind's form without what belongs to one structure alone."""
    groups = asked(kind.spec, kind.usual or kind.form)
    found = []
    for group in groups:
        fields = tuple(item for item in group.fields if item.path.partition("/")[0] not in kind.own)
        if fields:
            found.append(AskedGroup(title=group.title, folded=False, fields=fields))
    return tuple(found)
