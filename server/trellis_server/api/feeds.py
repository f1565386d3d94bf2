"""Calendar subscriptions: made and taken back by the crew, read by calendar programs without signing in."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from trellis_server.api.app import fast
from trellis_server.api.files import as_file, file_answer
from trellis_server.api.schemas.crew import FeedBody, FeedMade, FeedsAnswer
from trellis_server.api.schemas.edges import Problems
from trellis_server.documents.context import ICS
from trellis_server.models import CalendarFeed
from trellis_server.services import feeds
from trellis_server.services.crew import days_of_all
from trellis_server.services.jobs import crew_of

router = Router(tags=["crew"])
open_router = Router(tags=["feeds"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


def _row(feed: CalendarFeed) -> dict[str, Any]:
    return {"id": feed.pk, "lead": feed.lead, "made_at": feed.made_at}


@router.get("/feeds", response={200: FeedsAnswer, **REFUSALS})
def listed(request: HttpRequest) -> HttpResponse:
    """The crew's calendar subscriptions; their secrets are not kept."""
    return fast({"feeds": [_row(feed) for feed in feeds.of(crew_of(request.user))]})


@router.post("/feeds", response={200: FeedMade, **REFUSALS})
def make(request: HttpRequest, body: FeedBody) -> HttpResponse:
    """A new address for calendar programs, told this once."""
    feed, secret = feeds.make(crew_of(request.user), request.user, body.lead)
    return fast({**_row(feed), "path": f"/api/feeds/{secret}/calendar.ics"})


@router.delete("/feeds/{int:number}", response={204: None, **REFUSALS})
def take_back(request: HttpRequest, number: int) -> HttpResponse:
    """An address that gives nothing any more."""
    feeds.take_back(crew_of(request.user), number)
    return HttpResponse(status=204)


@open_router.get("/{str:secret}/calendar.ics", response=REFUSALS, auth=None, openapi_extra=as_file(ICS))
def read(request: HttpRequest, secret: str) -> HttpResponse:
    """The days of the crew's jobs, or of one lead's, as they stand now."""
    from trellis_server.documents.calendar_ics import ics  # as the other documents: only when it is asked for

    feed = feeds.opened(secret[:100])
    body = ics(days_of_all(feed.crew, feed.lead), timezone.localdate(), timezone.now())
    answer = file_answer(body, ICS, "calendar.ics", inline=True)
    answer["Cache-Control"] = "no-store"
    answer["Referrer-Policy"] = "no-referrer"
    return answer
