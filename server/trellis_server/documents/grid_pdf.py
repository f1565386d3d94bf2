"""Site sheets of a plan on a grid: the framing plan, the section, schedules of members and footings, and the cut list."""

import io
import itertools
from collections.abc import Sequence

from reportlab.lib.colors import HexColor, black
from reportlab.pdfgen.canvas import Canvas
from steady.jobs.sheet import PostRow, Sheet
from steady.measure.show import Tape
from steady.takeoff.bill import PieceRow

from trellis_server.documents.paper import paint_whole
from trellis_server.documents.pdf import (
    BOLD,
    MARGIN,
    PAPERS,
    REGULAR,
    ROW,
    SheetFacts,
    cautions_page,
    fonts,
    foot,
    head,
    wrap,
)

Size = tuple[float, float]


def grid_sheets(facts: SheetFacts, sheet: Sheet, pieces: list[PieceRow], tape: Tape, paper: str) -> bytes:
    """All pages of a structure on a grid."""
    fonts()
    stream = io.BytesIO()
    size = PAPERS[paper]
    canvas = Canvas(stream, pagesize=size, invariant=1)
    canvas.setTitle(f"{facts.job.name}: {facts.name}, site sheets")
    _drawings(canvas, size, facts, sheet)
    if sheet.members:
        _rows(
            canvas,
            size,
            facts,
            sheet,
            "Members",
            ("what", "sizes and places", "reckoned", "table"),
            (0, 0.2, 0.78, 0.9),
            [(row.name, row.says, row.verdict, row.table) for row in sheet.members],
        )
    if sheet.posts:
        _rows(
            canvas,
            size,
            facts,
            sheet,
            "Holes and posts",
            ("post", "along", "out", "hole deep", "wide", "gravel", "post long", "top above ground", "measured"),
            (0, 0.07, 0.2, 0.33, 0.45, 0.55, 0.64, 0.76, 0.9),
            [_hole(post) for post in sheet.posts],
        )
    _rows(
        canvas,
        size,
        facts,
        sheet,
        "Pieces to cut",
        ("how many", "what", "of", "length", "done"),
        (0, 0.12, 0.34, 0.7, 0.9),
        [(str(row.count), row.role, row.says, tape.length(row.length_m), "") for row in pieces],
    )
    order = [(f"{number}", task.what, task.hold) for number, task in enumerate(sheet.tasks, start=1)]
    _rows(
        canvas,
        size,
        facts,
        sheet,
        "Order of work, and when to stop and look",
        ("", "do", "look before going on"),
        (0, 0.05, 0.6),
        order,
    )
    cautions_page(canvas, size, facts, sheet)
    canvas.save()
    return stream.getvalue()


def _hole(post: PostRow) -> tuple[str, ...]:
    along, _, out = post.reading.partition(", ")
    return (
        str(post.number),
        along.removesuffix(" along"),
        out.removesuffix(" out"),
        post.hole,
        post.hole_width,
        post.gravel,
        post.post_length,
        post.cut_height,
        "",
    )


def _drawings(canvas: Canvas, size: Size, facts: SheetFacts, sheet: Sheet) -> None:
    """The first view large with the second below it; any others two a page, each under its title."""
    width, _ = size
    inner = width - 2 * MARGIN
    for number, (first, second) in enumerate(itertools.zip_longest(sheet.views[::2], sheet.views[1::2])):
        title = f"{first.title} and {second.title[:1].lower()}{second.title[1:]}" if second else first.title
        y = head(canvas, size, facts, sheet, title)
        tall = (y - MARGIN - 30) * (0.6 if number == 0 and second else 0.5 if second else 0.95)
        paint_whole(canvas, first, (MARGIN, y - tall, inner, tall), leave_out=("decking",))
        y -= tall + 16
        if second is not None:
            canvas.setFont(BOLD, 11)
            canvas.drawString(MARGIN, y, second.title)
            paint_whole(canvas, second, (MARGIN, MARGIN + 4, inner, y - MARGIN - 14))
        foot(canvas, size)
        canvas.showPage()


def _rows(
    canvas: Canvas,
    size: Size,
    facts: SheetFacts,
    sheet: Sheet,
    title: str,
    names: tuple[str, ...],
    at: tuple[float, ...],
    rows: Sequence[tuple[str, ...]],
) -> None:
    width, _ = size
    inner = width - 2 * MARGIN

    def top(words: str) -> float:
        y = head(canvas, size, facts, sheet, words)
        canvas.setFont(REGULAR, 9.5)
        for name, share in zip(names, at, strict=True):
            canvas.drawString(MARGIN + share * inner, y - 10, name)
        canvas.setLineWidth(1.0)
        canvas.line(MARGIN, y - 15, width - MARGIN, y - 15)
        return y - 15

    y = top(title)
    edges = (*at[1:], 1.0)
    for index, row in enumerate(rows):
        cells = [
            wrap(cell, REGULAR, 10.5, (end - start) * inner - 6)
            for cell, start, end in zip(row, at, edges, strict=True)
        ]
        tall = max(ROW, 13.0 * max(len(lines) for lines in cells) + 6)
        if y - tall < MARGIN + 10:
            foot(canvas, size)
            canvas.showPage()
            y = top(f"{title}, more")
        if index % 2:
            canvas.setFillColor(HexColor("#eeeeee"))
            canvas.rect(MARGIN, y - tall, inner, tall, stroke=0, fill=1)
            canvas.setFillColor(black)
        canvas.setFont(REGULAR, 10.5)
        for lines, share in zip(cells, at, strict=True):
            for k, line in enumerate(lines):
                canvas.drawString(MARGIN + share * inner, y - 13 - 13 * k, line)
        if names[-1] in ("measured", "done"):
            canvas.setLineWidth(0.8)
            canvas.line(MARGIN + at[-1] * inner, y - tall + 3, width - MARGIN, y - tall + 3)
        y -= tall
    foot(canvas, size)
    canvas.showPage()
