"""A change order and an invoice on paper, as they were sent."""

from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Table, TableStyle
from reportlab.platypus.flowables import Flowable, Spacer

from trellis_server.documents.pdf import fonts
from trellis_server.documents.quote_pdf import (
    HEAD,
    PLAIN,
    RIGHT,
    SMALL,
    UNDER,
    build_pages,
    letterhead_of,
    money,
    pieces_table,
    to_sign,
)
from trellis_server.models import ChangeRecord, ChangeState, Invoice

REASONS = {"client": "as you wished", "site": "met on site", "crew": "at our own cost"}


def change_order_pages(found: ChangeRecord, job_name: str, paper: str) -> bytes:
    """A change order: what changes in words, the contract's sum before and after, and a place to sign or who has."""
    fonts()
    body, currency = found.body, str(found.quote.body["currency"])
    story: list[Flowable] = letterhead_of(found.quote.letterhead)
    story.append(Paragraph(escape(f"Change order {found.number}: {job_name}"), HEAD))
    said = f"To quote {found.quote.number}, {found.made_at:%Y-%m-%d}, {REASONS.get(found.reason, found.reason)}."
    story.append(Paragraph(escape(said), SMALL))
    story.append(Paragraph("What changes", UNDER))
    story += [Paragraph(escape(f"• {text}"), PLAIN) for text in body["words"] or ("Nothing that is built",)]
    rows = [
        ("Contract before this change", float(body["price_was"])),
        ("This change", float(found.total)),
        ("Contract with this change", float(body["price_now"])),
    ]
    story += [Spacer(1, 4 * mm), _sums(rows, currency)]
    hours = f"{body['hours_was']:.0f} hours of work become {body['hours_now']:.0f}."
    story.append(Paragraph(escape(hours), SMALL))
    if body["pieces"]:
        story.append(Paragraph("Pieces", UNDER))
        story.append(pieces_table([(row["says"], str(row["was"]), str(row["now"])) for row in body["pieces"]]))
    story.append(_answered(found))
    return build_pages(story, f"{job_name}, change order {found.number}", paper)


def _answered(found: ChangeRecord) -> Flowable:
    if found.state == ChangeState.SENT:
        return to_sign("Agreed by")
    if found.state == ChangeState.RECORDED:
        return Paragraph("At our cost: no signature is needed.", UNDER)
    said = f"{ChangeState(found.state).label} by {found.answered_by} on {found.answered_on:%Y-%m-%d}."
    return Paragraph(escape(said), UNDER)


def invoice_pages(found: Invoice, job_name: str, paper: str) -> bytes:
    """An invoice: payments reached and changes accepted, less what was invoiced before; below 0 a credit note."""
    fonts()
    body = found.body
    credit = found.amount < 0
    story: list[Flowable] = letterhead_of(found.quote.letterhead)
    name = "Credit note" if credit else "Invoice"
    story.append(Paragraph(escape(f"{name} {found.number}: {job_name}"), HEAD))
    told = [f"For {body['client']}" if body["client"] else "", body["place"]]
    story.append(Paragraph(escape(", ".join(part for part in told if part)), PLAIN))
    story.append(Paragraph(escape(f"{found.sent_on:%Y-%m-%d}, to quote {found.quote.number}"), SMALL))
    rows = [(str(says), float(amount)) for says, amount in body["lines"]]
    rows.append(("To be paid back" if credit else "To pay", float(abs(found.amount))))
    story += [Spacer(1, 4 * mm), _sums(rows, str(body["currency"]))]
    if found.paid_on:
        story.append(Paragraph(escape(f"Paid on {found.paid_on:%Y-%m-%d}."), UNDER))
    return build_pages(story, f"{job_name}, {name.lower()} {found.number}", paper)


def _sums(rows: list[tuple[str, float]], currency: str) -> Flowable:
    """Lines with their amounts; the last is the sum."""
    cells: list[list[Any]] = [
        [Paragraph(escape(says), PLAIN), Paragraph(escape(money(amount, currency)), RIGHT)]
        for says, amount in rows[:-1]
    ]
    says, amount = rows[-1]
    cells.append(
        [Paragraph(f"<b>{escape(says)}</b>", PLAIN), Paragraph(f"<b>{escape(money(amount, currency))}</b>", RIGHT)]
    )
    table = Table(cells, colWidths=[None, 110])
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -2), 0.3, "#9aa6a0"),
                ("LINEABOVE", (0, -1), (-1, -1), 1.0, "#14211d"),
            ]
        )
    )
    return table
