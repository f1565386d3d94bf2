"""What a person sees of a job: as it is, or without its money."""

from dataclasses import replace

from steady.jobs.price_redaction import without_money

from trellis_server.services.jobs import JobRevisionState, Person
from trellis_server.services.people import part


def seen_by(person: Person, found: JobRevisionState) -> JobRevisionState:
    """A job's state as a person may see it."""
    _, sees = part(person, str(found.job.pk))
    return found if sees else replace(found, document=without_money(found.document))
