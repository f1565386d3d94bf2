"""The client's quote and the change order on paper, in the crew's name, with a picture, payments and a place to sign."""

import io
from collections.abc import Sequence
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate, Table, TableStyle
from reportlab.platypus.flowables import Flowable, KeepTogether, Spacer
from steady.drawing.shapes import View
from steady.jobs.change_order import ChangeOrder
from steady.jobs.site_drawing import picture
from steady.jobs.site_layout import site_sheet, unplaced

from trellis_server.documents.paper import paint_whole
from trellis_server.documents.pdf import BOLD, PAPERS, REGULAR, fonts
from trellis_server.models import SentQuote
from trellis_server.services import documents
from trellis_server.services.quotes import fingerprint

EDGE = 48.0
PLAIN = ParagraphStyle("plain", fontName=REGULAR, fontSize=10.5, leading=14)
SMALL = ParagraphStyle("small", parent=PLAIN, fontSize=9, leading=12, textColor="#43524c")
RIGHT = ParagraphStyle("right", parent=PLAIN, alignment=2)
HEAD = ParagraphStyle("head", parent=PLAIN, fontName=BOLD, fontSize=20, leading=24)
UNDER = ParagraphStyle(
    "under", parent=PLAIN, fontName=BOLD, fontSize=12, leading=16, spaceBefore=10, spaceAfter=3, keepWithNext=1
)


class Picture(Flowable):
    """A view, as wide as the column and at most so tall. `frame`: without what lies over its frame."""

    def __init__(self, view: View, tall: float, frame: bool = False) -> None:
        super().__init__()
        self.view, self.tall, self.frame = view, tall, frame

    def wrap(self, wide: float, _tall: float) -> tuple[float, float]:
        """The room that it takes."""
        self.wide = wide
        return wide, self.tall

    def draw(self) -> None:
        """Onto the page."""
        paint_whole(self.canv, self.view, (0, 0, self.wide, self.tall), frame=self.frame)


class Signature(Flowable):
    """Strokes as they were drawn, x and y from 0 to 1, over a line."""

    WIDE, TALL = 220.0, 70.0

    def __init__(self, strokes: Sequence[Sequence[Sequence[float]]]) -> None:
        super().__init__()
        self.strokes = strokes

    def wrap(self, _wide: float, _tall: float) -> tuple[float, float]:
        """The room that it takes."""
        return self.WIDE, self.TALL

    def draw(self) -> None:
        """Onto the page; y runs down on a screen and up on paper."""
        self.canv.setLineWidth(0.5)
        self.canv.line(0, 0, self.WIDE, 0)
        self.canv.setLineWidth(1.2)
        for stroke in self.strokes:
            path = self.canv.beginPath()
            for k, (x, y) in enumerate(stroke):
                (path.moveTo if k == 0 else path.lineTo)(x * self.WIDE, (1 - y) * self.TALL)
            self.canv.drawPath(path)


def money(value: float, currency: str) -> str:
    """A price with its currency: 1,234.50; a whole one without cents."""
    text = f"{abs(value):,.2f}".removesuffix(".00")
    return f"{'−' if value < -0.005 else ''}{currency}{text}"


def build_pages(story: list[Flowable], title: str, paper: str) -> bytes:
    """A story on pages."""
    stream = io.BytesIO()
    made = SimpleDocTemplate(
        stream,
        pagesize=PAPERS[paper],
        leftMargin=EDGE,
        rightMargin=EDGE,
        topMargin=EDGE,
        bottomMargin=EDGE,
        title=title,
        invariant=1,
    )
    made.build(story)
    return stream.getvalue()


def letterhead_of(kept: dict[str, Any]) -> list[Flowable]:
    """The crew's name and how to reach it; nothing where nobody wrote it down."""
    told = [str(kept.get(name) or "") for name in ("name", "address", "reach")]
    if not any(told):
        return []
    rest = "<br/>".join(escape(line) for text in told[1:] for line in text.splitlines() if line.strip())
    return [Paragraph(escape(told[0]), UNDER), Paragraph(rest, SMALL), Spacer(1, 6 * mm)]


def told_states(warnings: Sequence[str]) -> list[Flowable]:
    """What does not pass as a whole, on any paper of a job; nothing where all of it does."""
    if not warnings:
        return []
    return [
        Paragraph("Not ready to build as it is planned", UNDER),
        *(Paragraph(escape(f"• {text}"), PLAIN) for text in warnings),
    ]


def quote_pages(found: SentQuote, job_name: str, paper: str) -> bytes:
    """The quote as it was sent."""
    fonts()
    body = found.body
    story: list[Flowable] = letterhead_of(found.letterhead)
    story.append(Paragraph(escape(f"Quote {found.number}: {job_name}"), HEAD))
    told = [f"For {body['client']}" if body["client"] else "", body["place"]]
    story.append(Paragraph(escape(", ".join(part for part in told if part)), PLAIN))
    dated = f"Made on {body['made_on']}, holds until {body['valid_until']}. From revision {found.revision.number}."
    story.append(Paragraph(escape(dated), SMALL))
    if body["wanted"]:
        story += [Spacer(1, 3 * mm), Paragraph(escape(body["wanted"]), PLAIN)]
    drawn = documents.load(found.revision.document)
    story += [Spacer(1, 3 * mm), Picture(picture(site_sheet(drawn)), 210.0)]
    story += [Paragraph(escape(unplaced(drawn)), SMALL)] if unplaced(drawn) else []
    story += told_states(body.get("warnings", ()))
    for k, option in enumerate(body["options"]):
        story += _option(option, body, accepted=bool(found.accepted_on) and k == found.accepted_option)
    if body.get("signed"):
        story.append(Paragraph("Signed for although not every check passes", UNDER))
        story += [Paragraph(escape(f"• {text}"), PLAIN) for text in body["signed"]]
    story += _lists(body)
    if found.letterhead.get("small_print"):
        story += [Paragraph("Terms", UNDER), Paragraph(escape(str(found.letterhead["small_print"])), SMALL)]
    story.append(_sign(found))
    return build_pages(story, f"{job_name}, quote {found.number}", paper)


def _option(option: dict[str, Any], body: dict[str, Any], accepted: bool) -> list[Flowable]:
    currency = body["currency"]
    rows: list[list[Flowable]] = []
    for line in option["lines"]:
        says = f"<b>{escape(line['says'])}</b>"
        if line["note"]:
            says += f"<br/><font size=9 color='#43524c'>{escape(line['note'])}</font>"
        rows.append([Paragraph(says, PLAIN), Paragraph(escape(money(line["price"], currency)), RIGHT)])
    if body["tax_says"]:
        rows.append([Paragraph("Before tax", PLAIN), Paragraph(escape(money(option["net"], currency)), RIGHT)])
        rows.append(
            [Paragraph(escape(body["tax_says"]), PLAIN), Paragraph(escape(money(option["tax"], currency)), RIGHT)]
        )
    total = f"<b>{escape(money(option['total'], currency))}</b>"
    rows.append([Paragraph("<b>The whole</b>", PLAIN), Paragraph(total, RIGHT)])
    table = Table(rows, colWidths=[None, 90])
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -2), 0.3, "#9aa6a0"),
                ("LINEABOVE", (0, -1), (-1, -1), 1.0, "#14211d"),
            ]
        )
    )
    paid = "; ".join(f"{money(price, currency)} {when}" for when, price in option["payments"])
    return [
        Paragraph(escape((option["name"] or "The work") + (": accepted" if accepted else "")), UNDER),
        table,
        Paragraph(escape(f"To pay: {paid}."), SMALL),
    ]


def _lists(body: dict[str, Any]) -> list[Flowable]:
    story: list[Flowable] = []
    for title, rows in (
        ("Included", body["included"]),
        ("Exclusions", body["excluded"]),
        ("Warranty", body.get("warranty", ())),
    ):
        if rows:
            story.append(Paragraph(title, UNDER))
            story += [Paragraph(escape(f"• {text}"), PLAIN) for text in rows]
    return story


def _sign(found: SentQuote) -> Flowable:
    if found.accepted_on:
        option = found.body["options"][found.accepted_option]["name"]
        which = f", {option}," if option and len(found.body["options"]) > 1 else ""
        said = f"Accepted{which} by {found.accepted_by} on {found.accepted_on:%Y-%m-%d}."
        drawn: list[Flowable] = [Signature(found.signature)] if found.signature else []
        mark = Paragraph(escape(f"Fingerprint of this offer: {fingerprint(found)}"), SMALL)
        return _together([Spacer(1, 8 * mm), Paragraph(escape(said), UNDER), *drawn, mark])
    return to_sign("Accepted by")


def to_sign(says: str) -> Flowable:
    """A line to sign on, with name and date."""
    table = Table([["", "", ""], [says, "Name", "Date"]], colWidths=[None, None, 100], rowHeights=[34, 14])
    table.setStyle(TableStyle([("LINEABOVE", (0, 1), (-1, 1), 0.8, "#14211d"), ("FONT", (0, 0), (-1, -1), REGULAR, 9)]))
    return _together([Spacer(1, 8 * mm), table])


def _together(parts: list[Flowable]) -> Flowable:
    kept: Flowable = KeepTogether(parts)
    return kept


def change_pages(found: SentQuote, order: ChangeOrder, job_name: str, *, paper: str) -> bytes:
    """What changes against a quote, in words, pieces, hours and money."""
    fonts()
    currency = str(found.body["currency"])
    story: list[Flowable] = letterhead_of(found.letterhead)
    story.append(Paragraph(escape(f"Change to quote {found.number}: {job_name}"), HEAD))
    more = order.price_now - order.price_was
    says = (
        f"{money(order.price_was, currency)} becomes {money(order.price_now, currency)}: {money(abs(more), currency)} "
    )
    story.append(Paragraph(escape(says + ("more" if more > 0 else "less")), UNDER))
    hours = f"{order.hours_was:.0f} hours of work become {order.hours_now:.0f}."
    story += [Paragraph(escape(hours), PLAIN), Paragraph("What changes", UNDER)]
    story += [Paragraph(escape(f"• {text}"), PLAIN) for text in order.words or ("Nothing that is built",)]
    if order.pieces:
        story.append(Paragraph("Pieces", UNDER))
        story.append(pieces_table([(change.says, str(change.was), str(change.now)) for change in order.pieces]))
    story.append(to_sign("Agreed by"))
    return build_pages(story, f"{job_name}, change to quote {found.number}", paper)


def pieces_table(rows: Sequence[tuple[str, str, str]]) -> Flowable:
    """Kinds of pieces, before and now."""
    cells = [["", "was", "now"], *([Paragraph(escape(says), SMALL), was, now] for says, was, now in rows)]
    table = Table(cells, colWidths=[None, 40, 40], repeatRows=1)
    table.setStyle(
        TableStyle([("FONT", (0, 0), (-1, -1), REGULAR, 9), ("LINEBELOW", (0, 0), (-1, -1), 0.3, "#9aa6a0")])
    )
    return table
