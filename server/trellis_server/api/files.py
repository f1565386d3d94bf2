"""Files out of a job: the job itself, and every document of a structure by its file name."""

import json
import re
import uuid
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from trellis_server.api.app import fast
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.jobs import (
    DocumentRequest,
    DocumentsAnswer,
    PackBody,
    PackOrdered,
    PackTold,
    WholeDocumentRequest,
)
from trellis_server.documents.context import PDF, Options, Subject, Whole
from trellis_server.documents.registry import KINDS_OF_FILE, document, job_document, listed
from trellis_server.services import background_jobs, documents, jobs
from trellis_server.services.job_records import records_of
from trellis_server.services.people import part
from trellis_server.services.price_redaction import seen_by

router = Router(tags=["files"])
JSON = "application/json; charset=utf-8"
REFUSALS = {401: Problems, 404: Problems, 422: Problems}


def as_file(*kinds: str) -> dict[str, Any]:
    """What an endpoint's schema says of the file that it answers with."""
    content: dict[str, Any] = {}
    for kind in kinds:
        name = kind.partition(";")[0]
        content[name] = {"schema": {} if name.endswith("json") else {"type": "string", "format": "binary"}}
    return {"responses": {200: {"description": "The file", "content": content}}}


def file_answer(body: str | bytes, kind: str, name: str, *, inline: bool = False) -> HttpResponse:
    """A file to keep, or to open in the browser, under a name that no system trips over.

    A CSV begins with the mark by which spreadsheets know UTF-8: without it they show ″ and ½ as other letters.
    """
    if kind.startswith("text/csv") and isinstance(body, str):
        body = "\ufeff" + body
    response = HttpResponse(body, content_type=kind)
    clean = re.sub(r"[^A-Za-z0-9._-]+", "-", name).strip("-")[:80] or "file"
    response["Content-Disposition"] = f'{"inline" if inline else "attachment"}; filename="{clean}"'
    response["X-Content-Type-Options"] = "nosniff"
    return response


def _seen(request: HttpRequest, job_id: uuid.UUID) -> jobs.JobRevisionState:
    return seen_by(request.user, jobs.state(jobs.job_of(request.user, job_id)))


@router.get("/{uuid:job_id}/job.json", response=REFUSALS, openapi_extra=as_file(JSON))
def job_json(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """The whole job, to keep or to take elsewhere: what is planned, and what was measured, inspected and quoted."""
    found = _seen(request, job_id)
    _, sees_prices = part(request.user, str(job_id))
    records = records_of(found.job, sees_prices).model_dump(mode="json")
    body = json.dumps({**documents.dump(found.document), "records": records}, indent=1, ensure_ascii=False)
    return file_answer(body, JSON, f"{found.document.name}.json")


@router.get("/{uuid:job_id}/documents/{file}", response=REFUSALS, openapi_extra=as_file(*KINDS_OF_FILE))
def whole_document(
    request: HttpRequest, job_id: uuid.UUID, file: str, *, asked: Query[WholeDocumentRequest]
) -> HttpResponse:
    """A document of the whole job: its list, its site, its days."""
    found = _seen(request, job_id)
    row = job_document(file)
    body = row.make(Whole.saved(found, Options(**asked.dict())))
    return file_answer(body, row.kind, f"{found.document.name}-{row.file}", inline=row.inline)


@router.post("/{uuid:job_id}/pack", response={200: PackOrdered, **REFUSALS})
def order_pack(request: HttpRequest, job_id: uuid.UUID, body: PackBody) -> HttpResponse:
    """Order the job pack: it is made apart, and asked after until it is there."""
    about = Whole.saved(_seen(request, job_id), Options(paper=body.paper, parts=body.parts))
    return fast({"order": background_jobs.begin("pack", str(job_id), about.ordered())})


@router.get("/{uuid:job_id}/pack/{uuid:order}", response={200: PackTold, **REFUSALS})
def ask_after_pack(request: HttpRequest, job_id: uuid.UUID, order: uuid.UUID) -> HttpResponse:
    """How far the pack is."""
    jobs.job_of(request.user, job_id)
    return fast(background_jobs.told(order, str(job_id)))


@router.get("/{uuid:job_id}/pack/{uuid:order}/pack.pdf", response=REFUSALS, openapi_extra=as_file(PDF))
def made_pack(request: HttpRequest, job_id: uuid.UUID, order: uuid.UUID) -> HttpResponse:
    """The pack that was made."""
    name = jobs.job_of(request.user, job_id).name
    return file_answer(background_jobs.result(order, str(job_id)).read_bytes(), PDF, f"{name}-pack.pdf", inline=True)


@router.delete("/{uuid:job_id}/pack/{uuid:order}", response={204: None, **REFUSALS})
def stop_pack(request: HttpRequest, job_id: uuid.UUID, order: uuid.UUID) -> HttpResponse:
    """Make the pack no further."""
    jobs.job_of(request.user, job_id)
    background_jobs.cancel(order, str(job_id))
    return HttpResponse(status=204)


@router.get("/{uuid:job_id}/files/{structure}", response={200: DocumentsAnswer, **REFUSALS})
def documents_of(request: HttpRequest, job_id: uuid.UUID, structure: str) -> HttpResponse:
    """The documents that a structure can be given on."""
    found = _seen(request, job_id)
    return fast({"documents": listed(Subject(found, structure, Options()))})


@router.get("/{uuid:job_id}/files/{structure}/{file}", response=REFUSALS, openapi_extra=as_file(*KINDS_OF_FILE))
def one_document(
    request: HttpRequest, job_id: uuid.UUID, structure: str, *, file: str, asked: Query[DocumentRequest]
) -> HttpResponse:
    """One document of a structure."""
    options = Options(**asked.dict())
    about = Subject(_seen(request, job_id), structure, options)
    row = document(about, file)
    return file_answer(row.make(about), row.kind, f"{structure}-{row.file}", inline=row.inline)
