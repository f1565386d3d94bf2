"""A structure of one job brought into another: at home under its school, under a name that is free there."""

from dataclasses import replace

from steady.errors import InputError
from steady.jobs.document import Job, Structure, find
from steady.jobs.naming import numbered
from steady.structures.registry import kind_of

LONGEST_ID, LONGEST_NAME = 40, 120


def bring(job: Job, other: Job, structure_id: str) -> Structure:
    """A structure of another job as it would stand in this one, nowhere on the site yet; timbers not sold here are the usual ones.

    Raises:
        InputError: There is none of that id, or it rests on another structure of its job.
    """
    found = find(other, structure_id)[1]
    kind = kind_of(found.spec)
    if kind.rests(found.spec) is not None:
        raise InputError(
            "structure", f"{found.name} rests on another structure of its job: bring that one, and a new one on it here"
        )
    ids = {item.spec.id for item in job.structures}
    spec = replace(kind.home(found.spec, job.school), id=numbered(structure_id, ids, LONGEST_ID, "-{}"))
    names = {item.name for item in job.structures}
    return Structure(name=numbered(found.name, names, LONGEST_NAME), spec=spec)
