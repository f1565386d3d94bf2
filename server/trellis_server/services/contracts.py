"""A job's contract after its offer was accepted: change orders, invoices and payments, kept as they were sent."""

import json
from dataclasses import replace
from datetime import date
from decimal import Decimal
from typing import Any

from django.db import transaction
from django.db.models import Max
from django.utils import timezone
from pydantic_core import to_json
from steady.errors import InvalidInputError
from steady.estimating.contracts import REASONS, Change, invoice_due
from steady.estimating.ledgers import ContractLedger, InvoiceRow, contract_ledger, contract_net
from steady.estimating.money import decimal, rounded
from steady.jobs.change_order import ChangeOrder, change_order
from steady.jobs.document import JobDocument as Document

from trellis_server.missing import NotFoundError
from trellis_server.models import ChangeRecord, ChangeState, Invoice, Job, SentQuote
from trellis_server.services import documents, jobs, quotes, sign_offs
from trellis_server.services.days import past_day


def accepted_quote(job: Job) -> SentQuote | None:
    """The quote that was accepted; none: there is no contract yet."""
    return SentQuote.objects.filter(job=job).exclude(accepted_on=None).select_related("revision").first()


def _contract(job: Job) -> SentQuote:
    found = accepted_quote(job)
    if found is None:
        raise InvalidInputError("quote", "No quote is accepted yet: record its acceptance first")
    return found


def changes_of(job: Job) -> list[ChangeRecord]:
    """A job's change orders, the oldest first."""
    return list(ChangeRecord.objects.filter(job=job).select_related("revision").order_by("number"))


def invoices_of(job: Job) -> list[Invoice]:
    """A job's invoices, the oldest first."""
    return list(Invoice.objects.filter(job=job).order_by("number"))


def option(found: SentQuote) -> dict[str, Any]:
    """The option of a quote that was accepted."""
    chosen: dict[str, Any] = found.body["options"][found.accepted_option]
    return chosen


def accepted_total(found: SentQuote) -> Decimal:
    """What the accepted option comes to, tax and all."""
    return rounded(decimal(round(float(option(found)["total"]), 6), "total"))


def _all_changes(job: Job) -> list[Change]:
    # Changes sent before a tax could be on a part of the price do not say what they are without it.
    rows = ((one, one.body.get("net_more")) for one in changes_of(job))
    return [
        Change(total=one.total, state=str(one.state), net=None if more is None else rounded(decimal(more, "net")))
        for one, more in rows
    ]


def net(job: Job, found: SentQuote, tax_ratio: Decimal) -> Decimal:
    """The contract without its tax."""
    accepted = rounded(decimal(round(float(option(found)["net"]), 6), "net"))
    return contract_net(accepted, _all_changes(job), tax_ratio)


def ledger(job: Job) -> ContractLedger | None:
    """What was agreed, invoiced and paid; none: no quote is accepted."""
    found = accepted_quote(job)
    if found is None:
        return None
    rows = [InvoiceRow(amount=one.amount, paid=one.paid_on is not None) for one in invoices_of(job)]
    return contract_ledger(accepted_total(found), _all_changes(job), rows)


def _baseline(job: Job, found: SentQuote) -> tuple[Document, tuple[str, ...]]:
    """What was agreed last: the revision of the last change that stands, or the quote's with its option's structures."""
    stands = [one for one in changes_of(job) if one.state in (ChangeState.ACCEPTED, ChangeState.RECORDED)]
    if not stands:
        was = documents.load(found.revision.document)
        return was, quotes.option_of(was, found)
    was = documents.load(stands[-1].revision.document)
    return was, tuple(item.spec.id for item in was.built)


def next_change(job: Job) -> ChangeOrder:
    """What is planned now against what was agreed last, at the contract's own terms and prices.

    Raises:
        InvalidInputError: No quote is accepted, or something can't be priced.
    """
    found = _contract(job)
    was, structures = _baseline(job, found)
    now = jobs.state(job).document
    contract = documents.load(found.revision.document)
    return change_order(was, now, timezone.localdate(), structures=structures, contract=contract)


def send_change(job: Job, person: jobs.Person, reason: str) -> ChangeRecord:
    """Keep the next change order as it is sent; a change at the crew's own cost is recorded at 0, with that cost.

    Raises:
        InvalidInputError: No contract, another change waits for an answer, nothing changed, or a reason that is none.
    """
    if reason not in REASONS:
        raise InvalidInputError("reason", f"Choose one of {', '.join(REASONS)}")
    found = _contract(job)
    waits = ChangeRecord.objects.filter(job=job, state=ChangeState.SENT).first()
    if waits is not None:
        raise InvalidInputError(
            "number", f"Change order {waits.number} waits for an answer: record it or withdraw it first"
        )
    order = next_change(job)
    if order.nothing:
        raise InvalidInputError("changes", "Nothing that is built or paid differs from what was agreed")
    state = jobs.state(job)
    if reason != "crew":
        sign_offs.let_pass(job, state.document, "offered")
    agreed = ledger(job)
    assert agreed is not None
    more = rounded(decimal(round(order.price_now - order.price_was, 6), "total"))
    total = Decimal("0.00") if reason == "crew" else more
    # Its sums are the contract's: what was agreed before it, and after it.
    kept = replace(order, price_was=float(agreed.total), price_now=float(agreed.total + total))
    with transaction.atomic():
        number = (ChangeRecord.objects.filter(job=job).aggregate(Max("number"))["number__max"] or 0) + 1
        return ChangeRecord.objects.create(
            job=job,
            quote=found,
            number=number,
            revision=state.revision,
            reason=reason,
            body=json.loads(to_json(kept)),
            total=total,
            cost=more if reason == "crew" else Decimal("0.00"),
            state=ChangeState.RECORDED if reason == "crew" else ChangeState.SENT,
            made_by_id=person.pk,
        )


def one_change(job: Job, number: int) -> ChangeRecord:
    """One change order of a job.

    Raises:
        NotFoundError: There is none of that number.
    """
    found = ChangeRecord.objects.filter(job=job, number=number).select_related("revision", "quote").first()
    if found is None:
        raise NotFoundError
    return found


ANSWERS = (ChangeState.ACCEPTED, ChangeState.DECLINED, ChangeState.WITHDRAWN)


def answer_change(job: Job, number: int, state: str, *, said: tuple[str, str]) -> ChangeRecord:
    """What the client (or the crew, that withdraws it) says to a change order; it is said once.

    Args:
        said: By whom, and on which day.

    Raises:
        InvalidInputError: It was answered before, no name, or a day that is none.
        NotFoundError: There is none of that number.
    """
    by, on = said
    if state not in ANSWERS:
        raise InvalidInputError("state", "Choose accepted, declined or withdrawn")
    if not by.strip():
        raise InvalidInputError("by", "Write who says so")
    with transaction.atomic():
        found = one_change(job, number)
        if found.state != ChangeState.SENT:
            raise InvalidInputError("number", f"Change order {number} is {found.state} already")
        found.state, found.answered_by, found.answered_on = state, by.strip()[:120], past_day(on)
        found.save(update_fields=["state", "answered_by", "answered_on"])
    return found


def send_invoice(job: Job, person: jobs.Person, step: int, *, on: date) -> Invoice:
    """Create an invoice: payments reached and changes accepted, less what was invoiced before.

    Args:
        step: How many of the offer's payments are reached.

    Raises:
        InvalidInputError: No contract, no such payment, or nothing to invoice.
    """
    found = _contract(job)
    steps = [
        (str(when), rounded(decimal(round(float(price), 6), "total"))) for when, price in option(found)["payments"]
    ]
    before = invoices_of(job)
    invoiced = sum((one.amount for one in before), Decimal("0.00"))
    if before and step < max(one.step for one in before):
        raise InvalidInputError("step", "An invoice of a later payment was sent before")
    changes = changes_of(job)
    due = invoice_due([amount for _, amount in steps], step, _all_changes(job), invoiced_before=invoiced)
    if due == 0:
        raise InvalidInputError("step", "Nothing is left to invoice up to this payment")
    lines = [[f"Payment {k + 1}, {when}", float(amount)] for k, (when, amount) in enumerate(steps[:step])]
    lines += [[f"Change order {one.number}", float(one.total)] for one in changes if one.state == ChangeState.ACCEPTED]
    if invoiced:
        lines.append(["Invoiced before", -float(invoiced)])
    body = {
        "lines": lines,
        "currency": found.body["currency"],
        "client": found.body["client"],
        "place": found.body["place"],
    }
    with transaction.atomic():
        number = (Invoice.objects.filter(job=job).aggregate(Max("number"))["number__max"] or 0) + 1
        return Invoice.objects.create(
            job=job, quote=found, number=number, step=step, body=body, amount=due, sent_on=on, made_by_id=person.pk
        )


def one_invoice(job: Job, number: int) -> Invoice:
    """One invoice of a job.

    Raises:
        NotFoundError: There is none of that number.
    """
    found = Invoice.objects.filter(job=job, number=number).select_related("quote").first()
    if found is None:
        raise NotFoundError
    return found


def pay_invoice(job: Job, number: int, on: str) -> Invoice:
    """The day on which an invoice was paid; empty: it was not.

    Raises:
        InvalidInputError: A day that is none.
        NotFoundError: There is none of that number.
    """
    found = one_invoice(job, number)
    found.paid_on = past_day(on) if on else None
    found.save(update_fields=["paid_on"])
    return found
