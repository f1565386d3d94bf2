"""The crew board: all open jobs on days, and a job or task put on a day or under a lead."""

import uuid
from typing import Annotated

from annotated_types import MaxLen
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from steady.jobs.crew_board import Board
from steady.units.dates import day_of
from steady.value_objects import value_object

from trellis_server.api.app import fast
from trellis_server.api.files import as_file, file_answer
from trellis_server.api.schemas.edges import Closed, Problems
from trellis_server.documents.context import PDF, Options, Paper, Whole
from trellis_server.services import board, days_off

Text = Annotated[str, MaxLen(120)]
router = Router(tags=["board"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


@value_object
class BoardAnswer:
    """The board, and how many jobs are still being scheduled: asked again, they are there."""

    board: Board
    left: int


class BookingBody(Closed):
    """Where a job goes. `task`: one of its tasks, empty: the whole job; `on`: a day; `lead`: none: as it is."""

    task: Text = ""
    on: Text = ""
    lead: Text | None = None


@router.get("/board", response={200: BoardAnswer, **REFUSALS})
def crew_board(request: HttpRequest, first: Text = "", days: int = 14) -> HttpResponse:
    """So many days of all open jobs by lead: clashes with ways out, and hours beside what the crew has."""
    found, left = board.shown(request.user, first, days)
    return fast(BoardAnswer(board=found, left=left))


@router.get("/board/day.pdf", response=REFUSALS, openapi_extra=as_file(PDF))
def day_of_lead(request: HttpRequest, lead: Text = "", on: Text = "", *, paper: Paper = "letter") -> HttpResponse:
    """One day of one lead over all jobs: where, in what order, marks, holes, bags, pieces, tools and hold points."""
    from trellis_server.documents.day_pdf import lead_sheet  # a second to load: only when paper is asked for

    day = day_of(on, "on").isoformat()
    jobs = [Whole.saved(one, Options(paper=paper)) for one in board.jobs_of_lead(request.user, lead, day)]
    body = lead_sheet(jobs, lead, day, today=timezone.localdate())
    return file_answer(body, PDF, f"{lead or 'no lead'}-{day}.pdf", inline=True)


class DayOffBody(Closed):
    """Who is away, from a day to a day; no last day: one day."""

    who: Text
    first: Text
    last: Text = ""
    note: Text = ""


@router.post("/board/days-off", response={200: BoardAnswer, **REFUSALS})
def add_day_off(request: HttpRequest, body: DayOffBody) -> HttpResponse:
    """Keep days on which somebody is away; the board after it."""
    made = days_off.add(request.user, body.model_dump())
    found, left = board.shown(request.user, made.first.isoformat(), 14)
    return fast(BoardAnswer(board=found, left=left))


@router.delete("/board/days-off/{int:key}", response={204: None, **REFUSALS})
def remove_day_off(request: HttpRequest, key: int) -> HttpResponse:
    """Take days off away."""
    days_off.remove(request.user, key)
    return HttpResponse(status=204)


@router.post("/jobs/{uuid:job_id}/booking", response={200: BoardAnswer, **REFUSALS})
def book(request: HttpRequest, job_id: uuid.UUID, body: BookingBody) -> HttpResponse:
    """Put a job, or one of its tasks, on a day or under a lead; the board after it."""
    board.book(request.user, job_id, task=body.task, on=body.on, lead=body.lead)
    found, left = board.shown(request.user, "", 14)
    return fast(BoardAnswer(board=found, left=left))
