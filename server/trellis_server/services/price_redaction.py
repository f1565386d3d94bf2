"""What a person sees of a job: as it is, or without its money."""

from dataclasses import replace

from steady.jobs.document import JobDocument
from steady.jobs.price_redaction import without_money

from trellis_server.services.jobs import JobRevisionState, Person
from trellis_server.services.people import part


def seen_by(person: Person, found: JobRevisionState) -> JobRevisionState:
    """A job's state as a person may see it."""
    return replace(found, document=document_seen_by(person, str(found.job.pk), found.document))


def document_seen_by(person: Person, job_id: str, document: JobDocument) -> JobDocument:
    """A document of a job as a person may see it."""
    _, sees = part(person, job_id)
    return document if sees else without_money(document)
