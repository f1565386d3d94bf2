"""A job's earlier versions: which there are, and what has changed since one of them."""

from steady.jobs.document import JobDocument
from steady.jobs.revision_compare import RevisionComparison, compare_revisions

from trellis_server.missing import NotFoundError
from trellis_server.models import Job, Revision
from trellis_server.services import documents
from trellis_server.services.jobs import state

SHOWN = 100


def listed(job: Job) -> list[Revision]:
    """The last versions, the newest first, without their documents."""
    rows = job.revisions.select_related("author").defer("document").order_by("-number")
    return list(rows[:SHOWN])


def since(job: Job, number: int) -> tuple[JobDocument, RevisionComparison]:
    """A version's document, and what has changed from it to the job as it is.

    Raises:
        NotFoundError: There is no such version, or it was not kept.
    """
    found = job.revisions.filter(number=number).first()
    if found is None:
        raise NotFoundError
    was = documents.load(found.document)
    return was, compare_revisions(was, state(job).document)
