"""A structure of a job with something moved: what a drawing shows while it is pulled about."""

from dataclasses import replace

from steady.jobs.document import JobDocument, at_its_field, find
from steady.plan.model import DragHandle
from steady.structures.registry import kind_of


def with_spec(job: JobDocument, structure_id: str, spec: object) -> JobDocument:
    """The job with one structure's spec replaced."""
    index, structure = find(job, structure_id)
    changed = replace(structure, spec=spec)
    return replace(job, structures=(*job.structures[:index], changed, *job.structures[index + 1 :]))


def moved(job: JobDocument, structure_id: str, handle: DragHandle, *, to_m: float) -> JobDocument:
    """The job with what a handle stands for moved to a place along its axis.

    Raises:
        InvalidInputError: It does not move, or not there.
    """
    spec = find(job, structure_id)[1].spec
    with at_its_field(job, structure_id):
        return with_spec(job, structure_id, kind_of(spec).move(spec, handle, to_m))
