"""A job's contract and cost: change orders, invoices, receipts and hours, signatures for what does not pass."""

import uuid

from django.http import FileResponse, HttpRequest, HttpResponse
from ninja import File, Router
from ninja.files import UploadedFile
from steady.errors import InvalidInputError
from steady.units.dates import day_of

from trellis_server.api.app import fast
from trellis_server.api.files import as_file, file_answer
from trellis_server.api.record import JPEG, picture_answer
from trellis_server.api.schemas.contracts import (
    ChangeAnswerBody,
    ChangeBody,
    ChangeRow,
    CostBody,
    CostRowAnswer,
    InvoiceBody,
    InvoiceRowAnswer,
    LedgerAnswer,
    NextChangeAnswer,
    PaidBody,
    SignBody,
    SignOffRow,
    WageBody,
)
from trellis_server.api.schemas.edges import Problems
from trellis_server.documents.context import PDF, Paper
from trellis_server.services import contracts, costs, jobs, ledgers, sign_offs
from trellis_server.services.photos import MOST_BYTES

router = Router(tags=["contracts"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


@router.get("/{uuid:job_id}/ledger", response={200: LedgerAnswer, **REFUSALS})
def ledger(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """Estimate, contract and cost side by side."""
    return fast(ledgers.ledgers(jobs.job_of(request.user, job_id)))


@router.get("/{uuid:job_id}/changes/next", response={200: NextChangeAnswer, **REFUSALS})
def next_change(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """What a change order would say now; nothing is kept."""
    return fast(contracts.next_change(jobs.job_of(request.user, job_id)))


@router.post("/{uuid:job_id}/changes", response={200: ChangeRow, **REFUSALS})
def send_change(request: HttpRequest, job_id: uuid.UUID, body: ChangeBody) -> HttpResponse:
    """Keep the next change order as it is sent."""
    job = jobs.job_of(request.user, job_id)
    return fast(ledgers.change_row(contracts.send_change(job, request.user, body.reason)))


@router.put("/{uuid:job_id}/changes/{int:number}", response={200: ChangeRow, **REFUSALS})
def answer_change(request: HttpRequest, job_id: uuid.UUID, number: int, *, body: ChangeAnswerBody) -> HttpResponse:
    """Accepted, declined or withdrawn."""
    job = jobs.job_of(request.user, job_id)
    return fast(ledgers.change_row(contracts.answer_change(job, number, body.state, said=(body.by, body.on))))


@router.get("/{uuid:job_id}/changes/{int:number}/change.pdf", response=REFUSALS, openapi_extra=as_file(PDF))
def change_printed(request: HttpRequest, job_id: uuid.UUID, number: int, *, paper: Paper = "letter") -> HttpResponse:
    """A change order as it was sent, on paper."""
    from trellis_server.documents.contract_pdf import (
        change_order_pages,  # a second to load: only when paper is asked for
    )

    job = jobs.job_of(request.user, job_id)
    body = change_order_pages(contracts.one_change(job, number), job.name, paper)
    return file_answer(body, PDF, f"{job.name}-change-order-{number}.pdf", inline=True)


@router.post("/{uuid:job_id}/invoices", response={200: InvoiceRowAnswer, **REFUSALS})
def send_invoice(request: HttpRequest, job_id: uuid.UUID, body: InvoiceBody) -> HttpResponse:
    """An invoice up to a payment, with the changes accepted."""
    job = jobs.job_of(request.user, job_id)
    return fast(ledgers.invoice_row(contracts.send_invoice(job, request.user, body.step, on=day_of(body.on, "on"))))


@router.put("/{uuid:job_id}/invoices/{int:number}/paid", response={200: InvoiceRowAnswer, **REFUSALS})
def pay_invoice(request: HttpRequest, job_id: uuid.UUID, number: int, *, body: PaidBody) -> HttpResponse:
    """The day on which it was paid."""
    return fast(ledgers.invoice_row(contracts.pay_invoice(jobs.job_of(request.user, job_id), number, body.on)))


@router.get("/{uuid:job_id}/invoices/{int:number}/invoice.pdf", response=REFUSALS, openapi_extra=as_file(PDF))
def invoice_printed(request: HttpRequest, job_id: uuid.UUID, number: int, *, paper: Paper = "letter") -> HttpResponse:
    """An invoice on paper."""
    from trellis_server.documents.contract_pdf import invoice_pages  # as above

    job = jobs.job_of(request.user, job_id)
    body = invoice_pages(contracts.one_invoice(job, number), job.name, paper)
    return file_answer(body, PDF, f"{job.name}-invoice-{number}.pdf", inline=True)


@router.post("/{uuid:job_id}/costs", response={200: CostRowAnswer, **REFUSALS})
def add_cost(request: HttpRequest, job_id: uuid.UUID, body: CostBody) -> HttpResponse:
    """A receipt, or hours at a wage."""
    made = costs.add(jobs.job_of(request.user, job_id), request.user, body.model_dump())
    return fast(ledgers.cost_row(made))


@router.put("/{uuid:job_id}/costs/wage", response={200: LedgerAnswer, **REFUSALS})
def set_wage(request: HttpRequest, job_id: uuid.UUID, body: WageBody) -> HttpResponse:
    """The wage of all hours that have none."""
    job = jobs.job_of(request.user, job_id)
    costs.set_wage(job, body.wage)
    return fast(ledgers.ledgers(job))


@router.delete("/{uuid:job_id}/costs/{uuid:entry}", response={204: None, **REFUSALS})
def remove_cost(request: HttpRequest, job_id: uuid.UUID, entry: uuid.UUID) -> HttpResponse:
    """Take an entry away."""
    costs.remove(jobs.job_of(request.user, job_id), entry)
    return HttpResponse(status=204)


@router.post("/{uuid:job_id}/costs/{uuid:entry}/receipt", response={200: CostRowAnswer, **REFUSALS})
def keep_receipt(
    request: HttpRequest, job_id: uuid.UUID, entry: uuid.UUID, *, photo: File[UploadedFile]
) -> HttpResponse:
    """A photo of what was paid, in place of one that the entry had."""
    job = jobs.job_of(request.user, job_id)
    if (photo.size or 0) > MOST_BYTES:
        raise InvalidInputError("photo", f"A photo is at most {MOST_BYTES // 1_000_000} MB")
    return fast(ledgers.cost_row(costs.keep_receipt(job, request.user, entry, body=photo.read())))


@router.get("/{uuid:job_id}/costs/{uuid:entry}/receipt", response=REFUSALS, openapi_extra=as_file(JPEG))
def receipt(request: HttpRequest, job_id: uuid.UUID, entry: uuid.UUID, *, small: bool = False) -> FileResponse:
    """The photo of an entry's receipt."""
    return picture_answer(costs.receipt(jobs.job_of(request.user, job_id), entry), small)


@router.get("/{uuid:job_id}/money.{str:kind}", response=REFUSALS, openapi_extra=as_file("text/csv"))
def money_file(request: HttpRequest, job_id: uuid.UUID, kind: str) -> HttpResponse:
    """All rows of money, as CSV or XLSX."""
    from trellis_server.documents.money_table import money_table

    job = jobs.job_of(request.user, job_id)
    body, media = money_table(ledgers.MONEY_COLUMNS, ledgers.money_rows(job), kind)
    return file_answer(body, media, f"{job.name}-money.{kind}")


@router.post("/{uuid:job_id}/sign-offs", response={200: SignOffRow, **REFUSALS})
def sign(request: HttpRequest, job_id: uuid.UUID, body: SignBody) -> HttpResponse:
    """An authorized person signs for a structure that does not pass."""
    job = jobs.job_of(request.user, job_id)
    document = jobs.state(job).document
    return fast(
        ledgers.sign_row(sign_offs.sign(job, request.user, document, said=(body.structure, body.by, body.reason)))
    )
