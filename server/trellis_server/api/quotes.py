"""Quotes: the client's page of the job as it stands, those that were sent, accepted, and what has changed since."""

import uuid

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from steady.jobs.client_quote import offer

from trellis_server.api.app import fast
from trellis_server.api.files import as_file, file_answer
from trellis_server.api.schemas.edges import DocumentBody, Problems
from trellis_server.api.schemas.quotes import (
    AcceptBody,
    ChangeOrderAnswer,
    OfferAnswer,
    OfferSent,
    OfferTo,
    QuotesAnswer,
    SentQuoteRow,
)
from trellis_server.documents.context import PDF, Paper
from trellis_server.services import jobs, quotes

router = Router(tags=["quotes"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


@router.post("/offer", response={200: OfferAnswer, **REFUSALS})
def as_it_stands(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """The quote of a job as it stands; nothing is kept."""
    return fast(offer(body.document, timezone.localdate()))


@router.get("/{uuid:job_id}", response={200: QuotesAnswer, **REFUSALS})
def listed(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """The quotes that were sent."""
    job = jobs.job_of(request.user, job_id)
    return fast({"quotes": [quotes.row(found) for found in quotes.sent(job)]})


@router.post("/{uuid:job_id}", response={200: SentQuoteRow, **REFUSALS})
def keep(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """Keep the quote as it is sent now."""
    return fast(quotes.row(quotes.keep(jobs.job_of(request.user, job_id), request.user, timezone.localdate())))


@router.put("/{uuid:job_id}/{int:number}/accepted", response={200: SentQuoteRow, **REFUSALS})
def accept(request: HttpRequest, job_id: uuid.UUID, number: int, *, body: AcceptBody) -> HttpResponse:
    """The client said yes."""
    job = jobs.job_of(request.user, job_id)
    said = quotes.Acceptance(by=body.by, on=body.on, option=body.option)
    return fast(quotes.row(quotes.accept(job, request.user, number, said=said)))


@router.put("/{uuid:job_id}/{int:number}/withdrawn", response={200: SentQuoteRow, **REFUSALS})
def withdraw(request: HttpRequest, job_id: uuid.UUID, number: int) -> HttpResponse:
    """It can be accepted no more."""
    return fast(quotes.row(quotes.withdraw(jobs.job_of(request.user, job_id), number)))


@router.post("/{uuid:job_id}/{int:number}/message", response={200: OfferSent, **REFUSALS})
def send(request: HttpRequest, job_id: uuid.UUID, number: int, *, body: OfferTo) -> HttpResponse:
    """Send an offer: a link, and the text to go with it; without an address the text is for copying."""
    job = jobs.job_of(request.user, job_id)
    address = request.build_absolute_uri("/").rstrip("/")
    text, answered = quotes.message(job, request.user, number, to=body.to, address=address)
    return fast({"subject": text.subject, "body": text.body, "answered": answered})


@router.get("/{uuid:job_id}/{int:number}/changes", response={200: ChangeOrderAnswer, **REFUSALS})
def changes(request: HttpRequest, job_id: uuid.UUID, number: int) -> HttpResponse:
    """What is planned now against what was sent."""
    return fast(quotes.changes(jobs.job_of(request.user, job_id), number))


@router.get("/{uuid:job_id}/{int:number}/quote.pdf", response=REFUSALS, openapi_extra=as_file(PDF))
def printed(request: HttpRequest, job_id: uuid.UUID, number: int, *, paper: Paper = "letter") -> HttpResponse:
    """A quote as it was sent, on paper."""
    from trellis_server.documents.quote_pdf import quote_pages  # a second to load: only when paper is asked for

    job = jobs.job_of(request.user, job_id)
    found = quotes.one(job, number)
    body = quote_pages(found, job.name, paper)
    return file_answer(body, PDF, f"{job.name}-quote-{number}.pdf", inline=True)


@router.get("/{uuid:job_id}/{int:number}/changes.pdf", response=REFUSALS, openapi_extra=as_file(PDF))
def changes_printed(request: HttpRequest, job_id: uuid.UUID, number: int, *, paper: Paper = "letter") -> HttpResponse:
    """The change order since a quote, on paper, to be signed."""
    from trellis_server.documents.quote_pdf import change_pages  # as above

    job = jobs.job_of(request.user, job_id)
    found = quotes.one(job, number)
    body = change_pages(found, quotes.changes(job, number), job.name, paper=paper)
    return file_answer(body, "application/pdf", f"{job.name}-changes-{number}.pdf", inline=True)
