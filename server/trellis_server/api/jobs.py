"""Jobs: list, open, save, undo, redo, export and import, and what was measured on site."""

import uuid
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from steady.errors import InvalidInputError
from steady.jobs.crew_defaults import begin

from trellis_server.api.app import fast
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.jobs import (
    BeginBody,
    CardDrawn,
    Conflict,
    FoundBody,
    ImportBody,
    JobCard,
    JobState,
    NewJob,
    ReadingsAnswer,
    ReadingsBody,
    ReadingsKept,
    RevisionAnswer,
    RevisionsAnswer,
    SaveBody,
    StatusBody,
    StepBody,
    ThrownAway,
)
from trellis_server.models import Status
from trellis_server.services import cards, documents, job_archive, jobs, kinds, readings, revisions
from trellis_server.services.crew import priced, prices_of
from trellis_server.services.job_records import read_records
from trellis_server.services.price_redaction import document_seen_by, seen_by
from trellis_server.services.usual import usual_of_crew

router = Router(tags=["jobs"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


def _state(request: HttpRequest, whole: jobs.JobRevisionState) -> dict[str, Any]:
    found = seen_by(request.user, whole)
    return {
        "id": found.job.pk,
        "revision": found.revision.number,
        "document": found.document,
        "can_undo": found.can_undo,
        "can_redo": found.can_redo,
        "says": found.revision.says,
        "saved_at": found.revision.made_at,
        "sent": found.sent,
    }


def _answer(request: HttpRequest, found: jobs.JobRevisionState | jobs.Conflicted) -> HttpResponse:
    if isinstance(found, jobs.JobRevisionState):
        return fast(_state(request, found))
    author = found.state.revision.author
    body = {
        "title": "Someone else saved this job meanwhile",
        "status": 409,
        "revision": found.state.revision.number,
        "author": author.get_username() if author else "",
        "theirs": found.state.document,
        "merged": found.merged,
        "clashes": found.clashes,
    }
    return fast(body, 409)


@router.get("", response={200: list[JobCard], 401: Problems})
def listing(request: HttpRequest) -> HttpResponse:
    """Every job of the crew, last changed first; verdicts where they were calculated already."""
    return fast(cards.listing(request.user))


@router.post("", response={200: JobState, **REFUSALS})
def create(request: HttpRequest, body: NewJob) -> HttpResponse:
    """Start a job (also: import an exported one)."""
    return fast(_state(request, jobs.create(request.user, body.document)))


@router.post("/quick-start", response={200: JobState, **REFUSALS})
def begin_job(request: HttpRequest, body: BeginBody) -> HttpResponse:
    """Start a job with nothing in it yet, as the crew usually works."""
    document = begin(usual_of_crew(request.user), body.name)
    crew = jobs.crew_of(request.user)
    if prices_of(crew):
        document = priced(crew, document)  # at the crew's own book from the first day, not at the sample list
    return fast(_state(request, jobs.create(request.user, document)))


@router.post("/import", response={200: JobState, **REFUSALS})
def import_job(request: HttpRequest, body: ImportBody) -> HttpResponse:
    """Import an exported job of this or an older format."""
    records = read_records(body.root)
    return fast(_state(request, job_archive.bring_in(request.user, documents.load(body.root), records)))


@router.get("/trash", response={200: list[ThrownAway], 401: Problems})
def thrown_away(request: HttpRequest) -> HttpResponse:
    """Jobs that can still be brought back."""
    found = job_archive.thrown_away(request.user)
    return fast(
        [
            {"id": job.pk, "name": job.name, "until": job.thrown_away_at + job_archive.KEPT}
            for job in found
            if job.thrown_away_at
        ]
    )


@router.post("/{uuid:job_id}/copy", response={200: JobState, **REFUSALS})
def copied(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """A new job like this one."""
    return fast(_state(request, job_archive.duplicate(request.user, job_id)))


@router.put("/{uuid:job_id}/status", response={204: None, **REFUSALS})
def status(request: HttpRequest, job_id: uuid.UUID, body: StatusBody) -> HttpResponse:
    """Where a job stands with its client."""
    job_archive.set_status(request.user, job_id, Status(body.status))
    return HttpResponse(status=204)


@router.delete("/{uuid:job_id}", response={204: None, **REFUSALS})
def throw_away(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """Take a job off the list: for thirty days it can be brought back."""
    job_archive.delete(request.user, job_id)
    return HttpResponse(status=204)


@router.post("/{uuid:job_id}/restore", response={204: None, **REFUSALS})
def bring_back(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """Put a job that was thrown away back on the list."""
    job_archive.restore(request.user, job_id)
    return HttpResponse(status=204)


@router.get("/{uuid:job_id}", response={200: JobState, **REFUSALS})
def opened(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """One job."""
    return fast(_state(request, jobs.state(jobs.job_of(request.user, job_id))))


@router.get("/{uuid:job_id}/card", response={200: CardDrawn, **REFUSALS})
def card(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """One job as the list shows it, calculated, with its drawing."""
    return fast(cards.card(jobs.job_of(request.user, job_id)))


@router.put("/{uuid:job_id}", response={200: JobState, 409: Conflict, **REFUSALS})
def save(request: HttpRequest, job_id: uuid.UUID, body: SaveBody) -> HttpResponse:
    """Save a change made from a revision; answers 409 with both versions when it clashes with another's."""

    def keeps(changed: tuple[str, ...]) -> None:
        spec = next(item.spec for item in body.document.structures if item.spec.id == changed[-1])
        kinds.keep_choices(request.user, spec)

    saving = jobs.Saving(body.base, body.document, body.says, body.key, keeps)
    return _answer(request, jobs.save(request.user, job_id, saving))


@router.get("/{uuid:job_id}/revisions", response={200: RevisionsAnswer, **REFUSALS})
def versions(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """A job's versions, the newest first."""
    job = jobs.job_of(request.user, job_id)
    rows = [
        {
            "number": one.number,
            "says": one.says,
            "by": one.author.get_username() if one.author else "",
            "made_at": one.made_at,
            "current": one.pk == job.current_id,
        }
        for one in revisions.listed(job)
    ]
    return fast({"revisions": rows})


@router.get("/{uuid:job_id}/revisions/{int:number}", response={200: RevisionAnswer, **REFUSALS})
def version(request: HttpRequest, job_id: uuid.UUID, number: int) -> HttpResponse:
    """One version, and what has changed from it to the job as it is, in words and drawings."""
    document, changes = revisions.since(jobs.job_of(request.user, job_id), number)
    return fast({"document": document_seen_by(request.user, str(job_id), document), "changes": changes})


@router.post("/{uuid:job_id}/undo", response={200: JobState, 409: Conflict, **REFUSALS})
def undo(request: HttpRequest, job_id: uuid.UUID, body: StepBody) -> HttpResponse:
    """Undo the last change."""
    return _answer(request, jobs.undo(request.user, job_id, body.base))


@router.post("/{uuid:job_id}/redo", response={200: JobState, 409: Conflict, **REFUSALS})
def redo(request: HttpRequest, job_id: uuid.UUID, body: StepBody) -> HttpResponse:
    """Redo what was undone."""
    return _answer(request, jobs.redo(request.user, job_id, body.base))


@router.post("/{uuid:job_id}/obstructions", response={200: JobState, 409: Conflict, **REFUSALS})
def found_something(request: HttpRequest, job_id: uuid.UUID, body: FoundBody) -> HttpResponse:
    """A hole met something: hold the posts that are set, keep holes off it, and solve the rest again."""
    return _answer(request, readings.go_round_find(request.user, job_id, body))


@router.get("/{uuid:job_id}/readings", response={200: ReadingsAnswer, **REFUSALS})
def measured(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """What was measured on site."""
    return fast({"readings": readings.rows(jobs.job_of(request.user, job_id))})


@router.post("/{uuid:job_id}/readings", response={200: ReadingsKept, **REFUSALS})
def measure(request: HttpRequest, job_id: uuid.UUID, body: ReadingsBody) -> HttpResponse:
    """Keep readings made on site; sent twice, they are kept once."""
    for index, reading in enumerate(body.readings):
        if reading.value_m is not None and not abs(reading.value_m) <= 5000:
            raise InvalidInputError(f"readings/{index}/value_m", "This is more than 5 km")
    kept = readings.keep(request.user, job_id, body.readings, sent_at=body.sent_at)
    return fast({"kept": [{"id": reading.pk, "counts_at": reading.counts_at} for reading in kept]})
