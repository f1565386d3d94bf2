"""The crew sheet of any structure: two pages. What is set out and dug, with the drawing; then what is cut, hung and fixed."""

import io
from collections.abc import Sequence
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph, Table
from reportlab.platypus.flowables import Flowable, KeepInFrame, PageBreak, Spacer
from steady.catalog.items import goods
from steady.jobs.design_sheet import PostRow
from steady.takeoff.bill import cut_in_place

from trellis_server.documents.pdf import BOLD, MARGIN, PAPERS, REGULAR, fonts, head_lines, head_points
from trellis_server.documents.quote_pdf import Picture
from trellis_server.documents.report_tables import TableLook, striped_table
from trellis_server.documents.sheets_pdf import Pages, StructureSheets, Titled, whole_elevation

CELL = ParagraphStyle("crew", fontName=REGULAR, fontSize=8.6, leading=10)
STRONG = ParagraphStyle("crew-strong", parent=CELL, fontName=BOLD)
UNDER = ParagraphStyle("crew-under", parent=STRONG, fontSize=10, leading=12, spaceBefore=5, spaceAfter=2)
DRAWN_SHARES = (0.3, 0.62)
"""Least and greatest share of the first page's height that the drawing takes [our own]."""
ROW_POINTS = 13.5
GUTTER = 12.0
MOST_ACROSS = 3
BESIDE = 8
"""From so many rows on they stand in two tables beside each other."""
STOPS = ("hurt",)
MOST_STOPS = 3


def crew_sheet(printed: StructureSheets) -> bytes:
    """Both pages; what does not fit is set smaller, and never runs on to a third."""
    fonts()
    stream = io.BytesIO()
    tall = (
        PAPERS[printed.paper][1]
        - 2 * MARGIN
        - head_points(head_lines(printed.facts, printed.sheet, PAPERS[printed.paper][0]))
        - 16
    )
    rows = _mark_rows(printed)
    lines = (len(rows) + 1) // 2 if len(rows) >= BESIDE else len(rows)
    drawn = min(DRAWN_SHARES[1] * tall, max(DRAWN_SHARES[0] * tall, tall - 110 - ROW_POINTS * (lines + 2)))
    first = [*_verdict(printed), *_drawing(printed, drawn), *_marks(printed, rows)]
    second = [*_pieces(printed), *_measures(printed), *_fixings(printed), *_holds(printed)]
    story: list[Flowable] = [
        KeepInFrame(printed.inner, tall, first, mode="shrink"),
        Titled("Crew sheet 2 of 2: cut, hang, fix"),
        PageBreak(),
        KeepInFrame(printed.inner, tall, second, mode="shrink"),
    ]
    Pages(stream, printed, "Crew sheet 1 of 2: set out and dig").build(story)
    return stream.getvalue()


def _rows(
    columns: Sequence[tuple[str, float]], rows: Sequence[Sequence[str]], wide: float, *, strong: Sequence[str] = ()
) -> Table:
    """A small table under its names. Widths: shares of `wide` (points)."""
    table = striped_table(
        columns, rows, wide, look=TableLook(head=CELL, cell=CELL, named=dict.fromkeys(strong, STRONG))
    )
    table.hAlign = "LEFT"
    return table


def _beside(
    printed: StructureSheets,
    columns: Sequence[tuple[str, float]],
    rows: Sequence[Sequence[str]],
    *,
    strong: Sequence[str],
) -> Flowable:
    """Rows in two tables beside each other, so that a long list stays on its page."""
    half = (printed.inner - GUTTER) / 2
    if len(rows) < BESIDE:
        return _rows(columns, rows, printed.inner, strong=strong)
    middle = (len(rows) + 1) // 2
    pair = [_rows(columns, part, half, strong=strong) for part in (rows[:middle], rows[middle:])]
    both = Table([[pair[0], "", pair[1]]], colWidths=[half, GUTTER, half], style=PLAIN)
    both.hAlign = "LEFT"
    return both


PLAIN = [
    ("VALIGN", (0, 0), (-1, -1), "TOP"),
    ("LEFTPADDING", (0, 0), (-1, -1), 0),
    ("RIGHTPADDING", (0, 0), (-1, -1), 0),
    ("TOPPADDING", (0, 0), (-1, -1), 0),
    ("BOTTOMPADDING", (0, 0), (-1, -1), 0),
]


def _verdict(printed: StructureSheets) -> list[Flowable]:
    """The state in a sentence, clashes, and what may hurt somebody first."""
    sheet = printed.sheet
    found: list[Flowable] = [Paragraph(escape(f"{sheet.headline}."), STRONG)]
    found += [Paragraph(escape(f"Clash: {text}"), STRONG) for text in sheet.conflicts]
    stops = [caution.text for caution in sheet.cautions if caution.kind in STOPS][:MOST_STOPS]
    found += [Paragraph(escape(f"• {text}"), CELL) for text in stops]
    return [*found, Spacer(1, 4)]


def _is_line(printed: StructureSheets) -> bool:
    return any(view.layout == "line" for view in printed.sheet.views)


def _drawing(printed: StructureSheets, tall: float) -> list[Flowable]:
    """A line's shape, and its elevation with the posts' numbers; a grid's plan."""
    views = {view.name: view for view in printed.sheet.views}
    if not _is_line(printed):
        return [Picture(printed.sheet.views[0], tall, frame=True)]
    shape = [Picture(views["shape"], tall * 0.45)] if "shape" in views else []
    return [*shape, whole_elevation(printed, tall * 0.5)]


def _mark_rows(printed: StructureSheets) -> list[tuple[str, ...]]:
    """Every post: its mark, its hole, its bags, its length."""
    posts = {post.id: post for post in printed.sheet.posts}
    if not _is_line(printed):
        return [(str(post.number), post.reading, *_hole(post)) for post in printed.sheet.posts]
    return [(str(mark.number), mark.reading, *_hole(posts.get(mark.id))) for mark in printed.marks]


def _hole(post: PostRow | None) -> tuple[str, str, str]:
    if post is None:
        return "", "", ""
    hole = f"{post.hole} × {post.hole_width}" if post.hole else ""
    return hole, str(post.bags_count) if post.bags_count else "", post.post_length


def _marks(printed: StructureSheets, rows: list[tuple[str, ...]]) -> list[Flowable]:
    if not rows:
        return []
    columns = (("post", 9), ("mark", 30), ("hole, deep × wide", 31), ("bags", 9), ("post long", 21))
    return [Paragraph("Marks and holes", UNDER), _beside(printed, columns, rows, strong=("post", "mark"))]


def _pieces(printed: StructureSheets) -> list[Flowable]:
    """Sticks of one section and length once, whatever is cut into them: cuts stand on the site sheets."""
    counts: dict[tuple[str, str, str], int] = {}
    for row in printed.pieces:
        what = ", ".join(filter(None, (row.role, cut_in_place(row, printed.tape))))
        key = what, row.says, printed.tape.length(row.length_m)
        counts[key] = counts.get(key, 0) + row.count
    if not counts:
        return []
    rows = [(str(count), *key) for key, count in counts.items()]
    held = [Paragraph(escape(f"HELD, cut nothing yet: {why}"), STRONG) for why in printed.held]
    columns = (("no.", 9), ("what", 22), ("of", 44), ("length", 25))
    return [Paragraph("Cut list", UNDER), *held, _beside(printed, columns, rows, strong=("no.", "length"))]


def _measures(printed: StructureSheets) -> list[Flowable]:
    """What a gate or a stair is cut and marked by, beside each other."""
    lists = [item for item in printed.sheet.measures if item.cut]
    across = min(MOST_ACROSS, len(lists))
    if not across:
        return []
    wide = (printed.inner - GUTTER * (across - 1)) / across
    columns = (("what", 70), ("measure", 30))
    boxes = [
        [
            Paragraph(escape(item.title), UNDER),
            _rows(columns, [row[:2] for row in item.rows], wide, strong=("measure",)),
        ]
        for item in lists
    ]
    boxes += [[]] * (-len(boxes) % across)
    lines = [boxes[k : k + across] for k in range(0, len(boxes), across)]
    table = Table(lines, colWidths=[wide + GUTTER] * (across - 1) + [wide], style=PLAIN)
    table.hAlign = "LEFT"
    return [table]


def _fixings(printed: StructureSheets) -> list[Flowable]:
    """Screws, bolts and connectors by count."""
    counts: dict[str, float] = {}
    for part in printed.plan.parts:
        if part.length_m == 0 and part.item in goods():
            counts[part.item] = counts.get(part.item, 0.0) + part.count
    rows = [(f"{count:g}", goods()[item].says) for item, count in sorted(counts.items())]
    return (
        [Paragraph("Fixings", UNDER), _beside(printed, (("no.", 14), ("what", 86)), rows, strong=("no.",))]
        if rows
        else []
    )


def _holds(printed: StructureSheets) -> list[Flowable]:
    """Where somebody looks before going on, each once."""
    holds = list(dict.fromkeys(task.hold for task in printed.sheet.tasks if task.hold))
    rows = [(str(number), hold) for number, hold in enumerate(holds, start=1)]
    columns = (("", 6), ("look before going on", 94))
    return [Paragraph("Hold points", UNDER), _beside(printed, columns, rows, strong=())] if rows else []
