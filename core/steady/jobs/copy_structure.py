"""A structure brought into a job, from another or beside the one it is like: under a name that is free there."""

from dataclasses import replace

from steady.errors import InvalidInputError
from steady.ground.site import Ground
from steady.jobs.document import JobDocument, Structure, find
from steady.jobs.unique_names import numbered
from steady.structures.registry import kind_of
from steady.value_objects import value_object

LONGEST_ID, LONGEST_NAME = 40, 120
BESIDE_M = 2.0
"""A copy stands so far beside what it is like [our own]."""


def bring(job: JobDocument, other: JobDocument, structure_id: str) -> Structure:
    """A structure of another job as it would stand in this one, nowhere on the site yet; timbers not sold here are the usual ones.

    Raises:
        InvalidInputError: There is none of that id, or it rests on another structure of its job.
    """
    found = find(other, structure_id)[1]
    kind = kind_of(found.spec)
    if kind.rests(found.spec) is not None:
        raise InvalidInputError(
            "structure", f"{found.name} rests on another structure of its job: bring that one, and a new one on it here"
        )
    ids = {item.spec.id for item in job.structures}
    spec = replace(kind.home(found.spec, job.school), id=numbered(structure_id, ids, LONGEST_ID, as_number="-{}"))
    names = {item.name for item in job.structures}
    return Structure(name=numbered(found.name, names, LONGEST_NAME), spec=spec)


@value_object
class Copied:
    """Another structure like one of the job: it follows it at `place` in the list. `grounds`: what was read under it."""

    place: int
    structure: Structure
    grounds: tuple[Ground, ...]


def copied(job: JobDocument, structure_id: str) -> Copied:
    """Another structure like one, a step beside it on the site, with the ground that was read under it.

    Raises:
        InvalidInputError: There is none of that id.
    """
    at, found = find(job, structure_id)
    spec = replace(
        found.spec, id=numbered(structure_id, {item.spec.id for item in job.structures}, LONGEST_ID, as_number="-{}")
    )
    names = {item.name for item in job.structures}
    name = numbered(f"{found.name[: LONGEST_NAME - 7]} (copy)", names, LONGEST_NAME)
    stands = found.stands and replace(found.stands, x_m=found.stands.x_m + BESIDE_M)
    grounds = tuple(replace(ground, line=spec.id) for ground in job.site.grounds if ground.line == structure_id)
    return Copied(place=at + 1, structure=replace(found, name=name, spec=spec, stands=stands), grounds=grounds)
