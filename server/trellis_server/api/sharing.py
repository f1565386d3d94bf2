"""A client's link: made and taken back by the crew, opened by whoever has it, read-only."""

import uuid
from typing import Any

from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from steady.errors import InvalidInputError
from steady.jobs.site_drawing import picture
from steady.jobs.site_layout import site_sheet
from steady.jobs.states import only_built

from trellis_server.api.app import fast
from trellis_server.api.files import as_file
from trellis_server.api.record import JPEG, photo_row, picture_answer
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.sharing import (
    LinkBody,
    LinkMade,
    LinksAnswer,
    SharedAcceptBody,
    SharedAnswer,
    SharedChangeBody,
)
from trellis_server.missing import NotFoundError
from trellis_server.models import ChangeState, Job, ShareLink
from trellis_server.services import contracts, documents, jobs, photos, quotes, sharing

router = Router(tags=["sharing"])
open_router = Router(tags=["shared"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


def _row(link: Any) -> dict[str, Any]:
    return {
        "id": link.pk,
        "says": link.says,
        "shows_quote": link.shows_quote,
        "shows_photos": link.shows_photos,
        "made_at": link.made_at,
    }


@router.get("/{uuid:job_id}/links", response={200: LinksAnswer, **REFUSALS})
def listed(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """A job's links; their secrets are not kept."""
    return fast({"links": [_row(link) for link in sharing.of(jobs.job_of(request.user, job_id))]})


@router.post("/{uuid:job_id}/links", response={200: LinkMade, **REFUSALS})
def make(request: HttpRequest, job_id: uuid.UUID, body: LinkBody) -> HttpResponse:
    """A new link; its secret is told this once."""
    link, secret = sharing.make(jobs.job_of(request.user, job_id), request.user, body.model_dump())
    return fast({**_row(link), "secret": secret})


@router.delete("/{uuid:job_id}/links/{int:number}", response={204: None, **REFUSALS})
def take_back(request: HttpRequest, job_id: uuid.UUID, number: int) -> HttpResponse:
    """A link taken back."""
    sharing.take_back(jobs.job_of(request.user, job_id), number)
    return HttpResponse(status=204)


@open_router.get("/{str:secret}", response={200: SharedAnswer, **REFUSALS}, auth=None)
def shared(request: HttpRequest, secret: str) -> HttpResponse:
    """What the crew chose to show: the picture, what is built, the last quote, photos. Nothing else of the job leaves."""
    link = sharing.opened(secret[:100])
    job = link.job
    assert job.current is not None
    document = documents.load(job.current.document)
    last = quotes.open_offer(job) if link.shows_quote else None
    body = {
        "name": job.name,
        "crew": job.crew.letterhead.get("name") or job.crew.name,
        "reach": job.crew.letterhead.get("reach") or "",
        "client": document.client,
        "wanted": document.wanted,
        "structures": [item.name for item in document.built],
        "site": picture(site_sheet(only_built(document))),
        "quote": _for_the_client(last.body) if last else None,
        "quote_row": quotes.row(last) if last else None,
        "expired": bool(last and not last.accepted_on and last.body["valid_until"] < timezone.localdate().isoformat()),
        "change": _change(job) if link.shows_quote else None,
        "photos": [photo_row(photo) for photo in photos.of(job)] if link.shows_photos else [],
    }
    return _never_stored(fast(body))


@open_router.post("/{str:secret}/accept", response={204: None, **REFUSALS}, auth=None)
def accept(request: HttpRequest, secret: str, body: SharedAcceptBody) -> HttpResponse:
    """The client accepts the offer that the link shows, with a name and a signature."""
    link = _with_quote(secret)
    said = quotes.Acceptance(
        by=body.by, on=timezone.localdate().isoformat(), option=body.option, signature=body.signature
    )
    quotes.accept_by_client(link.job, _maker(link), body.number, said=said)
    return HttpResponse(status=204)


@open_router.post("/{str:secret}/change", response={204: None, **REFUSALS}, auth=None)
def answer_change(request: HttpRequest, secret: str, body: SharedChangeBody) -> HttpResponse:
    """The client accepts or declines a change order."""
    link = _with_quote(secret)
    if body.state not in ("accepted", "declined"):
        raise InvalidInputError("state", "Choose accepted or declined")
    contracts.answer_change(link.job, body.number, body.state, said=(body.by, timezone.localdate().isoformat()))
    return HttpResponse(status=204)


def _with_quote(secret: str) -> ShareLink:
    """A link that shows prices: only by such a one something is agreed."""
    link = sharing.opened(secret[:100])
    if not link.shows_quote:
        raise NotFoundError
    return link


def _maker(link: ShareLink) -> Any:
    """Under whose name the acceptance is saved: whoever made the link, while in the crew; else its first member.

    Raises:
        NotFoundError: Nobody is left in the crew.
    """
    members = link.job.crew.members
    found = members.filter(pk=link.author_id or 0).first() or members.order_by("pk").first()
    if found is None:
        raise NotFoundError
    return found


def _change(job: Job) -> dict[str, Any] | None:
    waits = next((one for one in contracts.changes_of(job) if one.state == ChangeState.SENT), None)
    if waits is None:
        return None
    return {
        "number": waits.number,
        "words": waits.body["words"],
        "total": float(waits.total),
        "contract_before": waits.body["price_was"],
        "contract_after": waits.body["price_now"],
    }


@open_router.get("/{str:secret}/photos/{uuid:photo_id}", response=REFUSALS, auth=None, openapi_extra=as_file(JPEG))
def shared_photo(request: HttpRequest, secret: str, photo_id: uuid.UUID, *, small: bool = False) -> FileResponse:
    """A photo that the link shows."""
    link = sharing.opened(secret[:100])
    if not link.shows_photos:
        raise NotFoundError
    return picture_answer(photos.one(link.job, photo_id), small)


def _for_the_client(body: dict[str, Any]) -> dict[str, Any]:
    """The quote without what is the crew's own: its hours, and how old its prices are."""
    return {**body, "stale": [], "options": [{**option, "hours": 0.0} for option in body["options"]]}


def _never_stored(answer: HttpResponse) -> HttpResponse:
    answer["Cache-Control"] = "no-store"
    answer["Referrer-Policy"] = "no-referrer"
    return answer
