"""Inspections of a job: who looked at what, when, what they said; and what is held back until it is passed."""

from typing import Any

from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument
from steady.jobs.job_schedule import SiteHolds

from trellis_server.missing import NotFoundError
from trellis_server.models import Inspection, Job
from trellis_server.services import photos, sign_offs
from trellis_server.services.days import past_day
from trellis_server.services.jobs import Person


def of(job: Job) -> list[Inspection]:
    """A job's inspections, the newest first."""
    return list(Inspection.objects.filter(job=job).select_related("author").order_by("-on", "-pk"))


def keep(job: Job, person: Person, said: dict[str, Any]) -> Inspection:
    """One inspection as it was typed.

    Raises:
        InvalidInputError: No name, a day that is none or has not come, or a photo of another job.
    """
    if not said["by"].strip():
        raise InvalidInputError("by", "Write who looked at it")
    on = past_day(said["on"])
    if not said["passed"] and not said["note"].strip():
        raise InvalidInputError("note", "Write what was found, so that it can be mended")
    return Inspection.objects.create(
        job=job,
        task=said["task"],
        by=said["by"].strip(),
        on=on,
        passed=said["passed"],
        note=said["note"].strip(),
        photo=photos.named(job, said["photo"]),
        author_id=person.pk,
    )


def drop(job: Job, number: int) -> None:
    """Take back what was typed by mistake.

    Raises:
        NotFoundError: There is none.
    """
    if not Inspection.objects.filter(job=job, pk=number).delete()[0]:
        raise NotFoundError


def held(job: Job) -> dict[str, str]:
    """Tasks whose last inspection was not passed, and what was found."""
    last: dict[str, Inspection] = {}
    for found in Inspection.objects.filter(job=job).order_by("on", "pk"):
        last[found.task] = found
    return {
        task: f"Not passed by {found.by} on {found.on:%Y-%m-%d}: {found.note}"
        for task, found in last.items()
        if not found.passed
    }


def holds(job: Job, document: JobDocument) -> SiteHolds:
    """What is kept with a job and holds its work, and the structures that somebody has signed for as they are now."""
    signed = frozenset(one.structure for one in sign_offs.standing(job, document))
    return SiteHolds(tasks=held(job), signed=signed)
