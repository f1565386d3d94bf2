"""A decision that goes for all alike: an inspector who asks for another treatment or another screw asks for it everywhere.

Such a decision takes one thing of the yard for another in every structure of the job at once.
"""

from collections.abc import Callable
from dataclasses import fields, is_dataclass, replace
from typing import Any

from steady.catalog.items import SectionItem, sticks
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument
from steady.value_objects import value_object


@value_object
class Used:
    """A thing of the yard that a job is made of, and what may take its place."""

    key: str
    says: str
    offers: tuple[tuple[str, str], ...]


def used_items(job: JobDocument) -> tuple[Used, ...]:
    """Every thing of the yard that a structure of the job is made of, as its own words have it."""
    found: dict[str, None] = {}

    def see(value: str) -> str:
        if value in sticks():
            found[value] = None
        return value

    for item in job.structures:
        _mapped(item.spec, see)
    return tuple(
        Used(
            key=key,
            says=sticks()[key].says,
            offers=tuple((one.key, one.says) for one in sticks().values() if _may_take(job, sticks()[key], one)),
        )
        for key in found
    )


def _may_take(job: JobDocument, old: SectionItem, new: SectionItem) -> bool:
    """Whether one thing may take another's place: sold as the same, and known to the job's school."""
    return new.key != old.key and new.role == old.role and job.school in new.schools


def apply_decision(job: JobDocument, decision_id: str) -> JobDocument:
    """The job with what a decision takes in the place of what it takes it for, in every structure.

    Raises:
        InvalidInputError: No such decision, things that are not in the yard, or that are not of one sort.
    """
    decision = next((one for one in job.decisions if one.id == decision_id), None)
    if decision is None:
        raise InvalidInputError("decisions", "This job has no such decision")
    if not decision.instead_of or not decision.takes:
        return job
    old, new = sticks().get(decision.instead_of), sticks().get(decision.takes)
    for key, found in ((decision.instead_of, old), (decision.takes, new)):
        if found is None:
            raise InvalidInputError("decisions", f'The yard has no "{key[:60]}"')
    assert old is not None and new is not None
    if old.key != new.key and not _may_take(job, old, new):
        why = "is not known to this job's code"
        if old.role != new.role:
            why = f"is sold as {new.role}, {old.says} as {old.role}: take one of its own sort"
        raise InvalidInputError("decisions", f"{new.says} {why}")

    def swap(value: str) -> str:
        return new.key if value == old.key else value

    return replace(job, structures=tuple(replace(item, spec=_mapped(item.spec, swap)) for item in job.structures))


def _mapped(value: Any, change: Callable[[str], str]) -> Any:
    """A spec with every text in it changed, whatever it is made of; its own ids and kinds are never things of the yard."""
    if isinstance(value, str):
        return change(value)
    if isinstance(value, tuple):
        return tuple(_mapped(one, change) for one in value)
    if is_dataclass(value) and not isinstance(value, type):
        now = {f.name: getattr(value, f.name) for f in fields(value)}
        changed = {name: _mapped(one, change) for name, one in now.items() if name not in ("id", "kind", "format")}
        return replace(value, **{name: one for name, one in changed.items() if one is not now[name]})
    return value
