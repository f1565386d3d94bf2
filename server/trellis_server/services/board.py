"""The crew board: every open job of a crew on days. A job's days are calculated once a revision and kept."""

import logging
import uuid
from dataclasses import replace
from datetime import date

from django.db.models import QuerySet
from django.utils import timezone
from pydantic import TypeAdapter
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.crew_board import Board, BoardJob, board, job_on_board
from steady.jobs.document import JobDocument
from steady.jobs.job_schedule import calendar, move
from steady.schedule.settings import CalendarTerms
from steady.units.dates import day_of

from trellis_server.models import BoardDays, Job, Status
from trellis_server.services import days_off, documents, sign_offs
from trellis_server.services.cards import rules
from trellis_server.services.inspections import holds
from trellis_server.services.jobs import (
    Conflicted,
    JobRevisionState,
    Person,
    Saving,
    crew_of,
    job_of,
    of_crews,
    save,
    state,
)

OVER = (Status.DONE, Status.ARCHIVED)
AT_ONCE = 8
"""Jobs that are scheduled in one call; the others follow in the next."""
MOST_DAYS = 42
BODY = TypeAdapter(BoardJob)
BROKEN = "This job can't be scheduled: the fault is ours and has been written down"
log = logging.getLogger(__name__)


def shown(person: Person, first: str, count: int) -> tuple[Board, int]:
    """So many days of all open jobs of a person's crews, and how many jobs are not calculated yet.

    Raises:
        InvalidInputError: A first day that is none, or a count beyond the longest board.
    """
    if not 1 <= count <= MOST_DAYS:
        raise InvalidInputError("days", f"must be 1 to {MOST_DAYS} days")
    start = day_of(first, "first") if first else timezone.localdate()
    rows, left, budget = [], 0, AT_ONCE
    for job in _open(person):
        kept = _fresh(job)
        if kept is None and budget:
            budget -= 1
            kept = _calculated(job)
        elif kept is None:
            left += 1
            kept = _kept(job)
        if kept is not None:
            rows.append(replace(BODY.validate_python(kept.body), name=job.name, status=str(job.status)))
    return board(rows, start, count, away=days_off.of(crew_of(person))), left


def book(person: Person, job_id: uuid.UUID, *, task: str, on: str, lead: str | None) -> None:
    """Put a job, or one of its tasks, on a day, or under a lead. The job's first work moved moves the whole job.

    Raises:
        InvalidInputError: The task can't begin on that day, and what it waits for; no such task; a day that is none.
        Missing: There is no such job here.
    """
    now = state(job_of(person, job_id))
    document = now.document
    terms = document.calendar
    if lead is not None:
        terms = replace(terms, lead=lead.strip())
    if on:
        day_of(on, "on")
        sign_offs.let_pass(now.job, document, "put on a day")
        terms = _moved(replace(document, calendar=terms), task, on)
    says = "Moved on the crew board" if on else "Lead on the crew board"
    saving = Saving(base=now.revision.number, document=replace(document, calendar=terms), says=says)
    if isinstance(save(person, job_id, saving), Conflicted):
        raise InvalidInputError("job", "Somebody changed this job at the same time: look at it and move it once more")


def _moved(document: JobDocument, task: str, on: str) -> CalendarTerms:
    today, terms = timezone.localdate(), document.calendar
    if terms.starts_on and task:
        bars = job_on_board("", "", "", document=document, calendar=calendar(document, today)).bars
        first = next((bar.task for bar in bars if bar.sort != "visit"), task)
        if first != task:
            return move(document, task, on, today=today).terms
    return replace(terms, starts_on=on, pulled=())


def _open(person: Person) -> QuerySet[Job]:
    """Jobs that are not over, with the days kept of each; their documents are left where they are."""
    return (
        of_crews(person)
        .filter(thrown_away_at=None)
        .exclude(status__in=OVER)
        .exclude(current=None)
        .select_related("board_days", "current")
        .defer("current__document")
    )


def _kept(job: Job) -> BoardDays | None:
    return job.board_days if hasattr(job, "board_days") else None


def _fresh(job: Job) -> BoardDays | None:
    """Days kept of the job as it is now, by the rules of now; None: none are, or they are older."""
    kept = _kept(job)
    assert job.current is not None
    if kept is None or kept.revision != job.current.number:
        return None
    return kept if kept.rules == rules() and kept.on == timezone.localdate() else None


def _lead_of(job: Job) -> str:
    assert job.current is not None
    return documents.load(job.current.document).calendar.lead


def _calculated(job: Job) -> BoardDays:
    assert job.current is not None
    today = timezone.localdate()
    body = BODY.dump_python(_laid(job, today), mode="json")
    kept, _ = BoardDays.objects.update_or_create(
        job=job, defaults={"revision": job.current.number, "rules": rules(), "on": today, "body": body}
    )
    return kept


def _laid(job: Job, today: date) -> BoardJob:
    """A job on its days; one that can't be laid says why, and the board stays whole."""
    assert job.current is not None
    key, empty = (
        str(job.pk),
        BoardJob(
            id=str(job.pk), name=job.name, status=str(job.status), lead="", people=1, day_h=8.0, starts_on="", hours=0.0
        ),
    )
    try:
        document = documents.load(job.current.document)
        return job_on_board(
            key, job.name, str(job.status), document=document, calendar=calendar(document, today, holds(job, document))
        )
    except InvalidInputError as error:
        return replace(empty, problem=error.message)
    except OutOfScopeError as error:
        return replace(empty, problem=error.reason)
    except Exception:
        log.exception("job %s can't be scheduled", job.pk)
        return replace(empty, problem=BROKEN)


def jobs_of_lead(person: Person, lead: str, on: str) -> list[JobRevisionState]:
    """Open jobs of one lead whose work reaches over a day, each as it stands, by name; no lead: those that nobody leads.

    Raises:
        InvalidInputError: No job with a start date has this lead.
    """
    found, known = [], False
    for job in _open(person).order_by("name", "pk"):
        kept = _fresh(job)
        if kept is None and _lead_of(job) == lead:
            kept = _calculated(job)
        row = BODY.validate_python(kept.body) if kept is not None else None
        if row is None or row.lead != lead or not row.bars:
            continue
        known = True
        if min(bar.first for bar in row.bars) <= on <= max(bar.last for bar in row.bars):
            found.append(state(job))
    if not known:
        raise InvalidInputError("lead", "No job with a start date has this lead")
    return found
