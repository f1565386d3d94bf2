"""A job's three ledgers side by side: estimate, contract, cost; and what stops it."""

from decimal import Decimal
from typing import Any

from django.utils import timezone
from steady.errors import InvalidInputError, OutOfScopeError
from steady.estimating.ledgers import CostLedger, cost_ledger, expected_cost, margin_ratio
from steady.estimating.money import decimal
from steady.jobs.client_quote import offer
from steady.jobs.document import JobDocument
from steady.jobs.job_takeoff import job_list

from trellis_server.models import ChangeRecord, CostRecord, Invoice, Job, SignOff
from trellis_server.services import contracts, costs, documents, jobs, sign_offs

Row = dict[str, Any]


def ledgers(job: Job) -> Row:
    """Everything that the page of a job's money shows."""
    document = jobs.state(job).document
    estimate, why = _estimate(document)
    contract = _contract(job)
    entries = costs.entries(job)
    spent = cost_ledger(entries)
    margin = None
    if contract is not None:
        net, total = decimal(contract["net"], "net"), spent.total
        ratio = margin_ratio(net, total)
        margin = {"amount": float(net - total), "ratio": float(ratio) if ratio is not None else None}
        margin |= _expected(net, spent, estimate)
    names = {item.spec.id: item.name for item in document.structures}
    sold = _sold(job)
    return {
        "currency": document.offer.currency,
        "estimate": estimate,
        "estimate_why": why,
        "contract": contract,
        "changes": [change_row(one) for one in contracts.changes_of(job)],
        "invoices": [invoice_row(one) for one in contracts.invoices_of(job)],
        "cost": _side(spent),
        "by_structure": [
            {
                "id": name,
                "name": names.get(name, name),
                **_side(cost_ledger(entries, name)),
                "sold": sold.get(name),
                "margin": None
                if name not in sold
                else float(decimal(sold[name], "sold") - cost_ledger(entries, name).total),
            }
            for name in dict.fromkeys((*sold, *(one.structure for one in entries if one.structure)))
        ],
        "entries": [cost_row(one) for one in costs.of(job)],
        "margin": margin,
        "stops": [
            {"id": one.id, "name": one.name, "state": one.key, "says": one.says, "can_sign": one.key != "conflict"}
            for one in sign_offs.stopped(job, document)
        ],
        "sign_offs": [sign_row(one) for one in sign_offs.of(job)],
    }


def _sold(job: Job) -> dict[str, float]:
    """What each structure was sold for, without tax, as the accepted option says it; changes stand with the whole."""
    found = contracts.accepted_quote(job)
    if found is None:
        return {}
    return {line["structure"]: float(line["price"]) for line in contracts.option(found)["lines"] if line["structure"]}


def _expected(net: Decimal, spent: CostLedger, estimate: Row | None) -> Row:
    """What is left of the contract when all is built, where materials, hours and a wage are known."""
    cost = None
    if estimate is not None:
        materials, hours = decimal(estimate["materials"], "materials"), decimal(estimate["hours"], "hours")
        cost = expected_cost(spent, materials, hours)
    ratio = margin_ratio(net, cost) if cost is not None else None
    return {
        "expected": float(net - cost) if cost is not None else None,
        "expected_ratio": float(ratio) if ratio is not None else None,
    }


def _estimate(document: JobDocument) -> tuple[Row | None, str]:
    """Today's price of what is built, before anything that has come; or why it has none."""
    try:
        first = offer(document, timezone.localdate()).options[0]
        materials = job_list(document).bill.total
    except InvalidInputError as refused:
        return None, refused.message
    except OutOfScopeError as refused:
        return None, refused.reason
    return {
        "net": first.net,
        "tax": first.tax,
        "total": first.total,
        "materials": materials,
        "hours": first.hours,
        "margin": document.offer.margin_in(first.net),
    }, ""


def _contract(job: Job) -> Row | None:
    found, sums = contracts.accepted_quote(job), contracts.ledger(job)
    if found is None or sums is None:
        return None
    was = documents.load(found.revision.document)
    chosen = contracts.option(found)
    return {
        "quote": found.number,
        "option": chosen["name"],
        "by": found.accepted_by,
        "on": found.accepted_on,
        "accepted": float(sums.accepted),
        "changes": float(sums.changes),
        "total": float(sums.total),
        "net": float(contracts.net(job, found, decimal(was.offer.tax_ratio, "tax"))),
        "invoiced": float(sums.invoiced),
        "paid": float(sums.paid),
        "unpaid": float(sums.unpaid),
        "to_invoice": float(sums.to_invoice),
        "payments": chosen["payments"],
    }


def _side(spent: CostLedger) -> Row:
    found: dict[str, Decimal] = {
        "material": spent.material,
        "labour": spent.labour,
        "other": spent.other,
        "total": spent.total,
        "hours": spent.hours,
        "unpriced_hours": spent.unpriced_hours,
    }
    return {name: float(value) for name, value in found.items()}


def change_row(one: ChangeRecord) -> Row:
    """A change order as a page lists it."""
    return {
        "number": one.number,
        "revision": one.revision.number,
        "reason": one.reason,
        "state": str(one.state),
        "words": one.body["words"],
        "total": float(one.total),
        "cost": float(one.cost),
        "answered_by": one.answered_by,
        "answered_on": one.answered_on,
        "made_at": one.made_at,
    }


def invoice_row(one: Invoice) -> Row:
    """An invoice as a page lists it."""
    return {
        "number": one.number,
        "step": one.step,
        "amount": float(one.amount),
        "sent_on": one.sent_on,
        "paid_on": one.paid_on,
    }


def cost_row(one: CostRecord) -> Row:
    """An entry of the cost ledger as a page lists it."""
    return {
        "id": one.pk,
        "kind": one.kind,
        "on": one.on,
        "structure": one.structure,
        "who": one.who,
        "note": one.note,
        "hours": float(one.hours),
        "amount": float(one.amount),
        "receipt": one.photo_id is not None,
    }


def sign_row(one: SignOff) -> Row:
    """A signature as a page lists it."""
    return {
        "structure": one.structure,
        "state": one.state,
        "says": one.says,
        "by": one.by,
        "reason": one.reason,
        "made_at": one.made_at,
    }


MONEY_COLUMNS = ("Ledger", "What", "Number", "Structure", "Date", "Who", "Hours", "Amount", "Paid on", "State")


def money_rows(job: Job) -> list[tuple[Any, ...]]:
    """Every row of money for an accountant: contract, changes, invoices, costs; amounts below 0 as they are."""
    rows: list[tuple[Any, ...]] = []
    found = contracts.accepted_quote(job)
    if found is not None:
        total = float(contracts.accepted_total(found))
        rows.append(
            (
                "contract",
                "offer",
                found.number,
                "",
                _iso(found.accepted_on),
                found.accepted_by,
                "",
                total,
                "",
                "accepted",
            )
        )
    for change in contracts.changes_of(job):
        state, on = str(change.state), _iso(change.answered_on or change.made_at.date())
        rows.append(
            ("contract", "change order", change.number, "", on, change.answered_by, "", float(change.total), "", state)
        )
    for invoice in contracts.invoices_of(job):
        paid, state = _iso(invoice.paid_on), "paid" if invoice.paid_on else "open"
        rows.append(
            (
                "contract",
                "invoice",
                invoice.number,
                "",
                _iso(invoice.sent_on),
                "",
                "",
                float(invoice.amount),
                paid,
                state,
            )
        )
    for cost in reversed(costs.of(job)):
        hours = float(cost.hours) if cost.hours else ""
        rows.append(
            ("cost", cost.kind, "", cost.structure, _iso(cost.on), cost.who, hours, float(cost.amount), "", cost.note)
        )
    return rows


def _iso(day: Any) -> str:
    return day.isoformat() if day else ""
