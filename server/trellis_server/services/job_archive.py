"""The list of jobs as a shelf: where each stands, copies, what was thrown away and can be brought back."""

import uuid
from dataclasses import replace
from datetime import timedelta

from django.db import transaction
from django.utils import timezone
from steady.jobs.document import JobDocument as Document
from steady.jobs.unique_names import numbered

from trellis_server.missing import NotFoundError
from trellis_server.models import Job, Revision, Status
from trellis_server.services import photos, sign_offs
from trellis_server.services.clock import believed
from trellis_server.services.job_records import JobRecords, documents_of, restore_records
from trellis_server.services.jobs import JobRevisionState, Person, Saving, create, job_of, of_crews, save, state

KEPT = timedelta(days=30)
"""How long a job that was thrown away can be brought back."""
COPY, NAME_LETTERS = " (copy)", 120


def thrown_away(person: Person) -> list[Job]:
    """Jobs that can still be brought back, the last thrown away first."""
    since = timezone.now() - KEPT
    return list(of_crews(person).filter(thrown_away_at__gte=since).order_by("-thrown_away_at"))


def duplicate(person: Person, job_id: uuid.UUID) -> JobRevisionState:
    """A new job like another one; what was measured stays with the old one, and so do its photos: none lies under the site."""
    document = state(job_of(person, job_id)).document
    name = f"{document.name[: NAME_LETTERS - len(COPY)]}{COPY}"
    return create(
        person,
        replace(document, name=name, site=replace(document.site, under=None)),
        f"copied from {document.name}"[:200],
    )


def bring_in(person: Person, document: Document, records: JobRecords) -> JobRevisionState:
    """A job out of a file with its records; beside one of the same name it is numbered, so that neither is taken for the other.

    Raises:
        InvalidInputError: A quote stands on a document that does not read.
    """
    names = set(of_crews(person).filter(thrown_away_at=None).values_list("name", flat=True))
    name = numbered(document.name, names, NAME_LETTERS, as_number=" ({})")
    quoted = [(number, replace(old, name=name)) for number, old in documents_of(records).items()]
    revisions: dict[int, Revision] = {}
    with transaction.atomic():
        now: JobRevisionState | None = None
        # What a quote stands on comes before what is planned today: changes are measured from there.
        for number, old in (*quoted, (0, replace(document, name=name))):
            if now is None:
                now = create(person, old, "imported")
            elif old != now.document:
                saved = save(person, now.job.pk, Saving(now.revision.number, old, "imported"))
                assert isinstance(saved, JobRevisionState)
                now = saved
            revisions[number] = now.revision
        assert now is not None
        restore_records(now.job, records, revisions, person=person)
    return now


def set_status(person: Person, job_id: uuid.UUID, status: Status) -> None:
    """Where a job stands with its client. Its document, and when it was changed, stay as they are.

    Raises:
        InvalidInputError: The work would begin on a structure that does not pass, and nobody has signed for it.
    """
    job = job_of(person, job_id)
    if status == Status.BUILDING and job.status != Status.BUILDING:
        sign_offs.let_pass(job, state(job).document, "begun")
    Job.objects.filter(pk=job.pk).update(status=status)


def delete(person: Person, job_id: uuid.UUID) -> None:
    """Take a job off the list; it can be brought back for thirty days. What is older than that goes for good.

    Not after a leap of the clock: then nothing is known to be old.
    """
    job = job_of(person, job_id)
    Job.objects.filter(pk=job.pk).update(thrown_away_at=timezone.now())
    if believed():
        purge_expired()


def restore(person: Person, job_id: uuid.UUID) -> None:
    """Put a job back on the list.

    Raises:
        Missing: It is not there to be brought back.
    """
    found = next((job for job in thrown_away(person) if job.pk == job_id), None)
    if found is None:
        raise NotFoundError
    Job.objects.filter(pk=found.pk).update(thrown_away_at=None)


def purge_expired() -> int:
    """Take for good what was thrown away more than thirty days ago; how many jobs that was."""
    old = Job.objects.filter(thrown_away_at__lt=timezone.now() - KEPT)
    many = 0
    for job in old:
        take_for_good(job)
        many += 1
    return many


def take_for_good(job: Job) -> None:
    """A job and all that was kept with it, photos too."""
    with transaction.atomic():
        # Revisions point at their parents, the job at its current one, quotes at theirs: they go from the newest back.
        Job.objects.filter(pk=job.pk).update(current=None)
        job.redo_steps.all().delete()
        job.quotes.all().delete()
        photos.drop_all(job)
        for revision in job.revisions.order_by("-number"):
            revision.delete()
        job.delete()
