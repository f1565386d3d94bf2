"""Site sheets of any structure: what to take care of, its drawings, its marks and holes, what goes up where, what is cut,
the order of work, and labels to stick on."""

import io
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Frame, PageTemplate, Paragraph, Table, TableStyle
from reportlab.platypus.doctemplate import ActionFlowable
from reportlab.platypus.flowables import Flowable, KeepTogether, PageBreak, Spacer
from steady.drawing.marks import MarkRow
from steady.drawing.shapes import View
from steady.jobs.design_sheet import PostRow, Sheet
from steady.plan.model import Plan, Zone
from steady.plan.results import state_label
from steady.takeoff.bill import PieceRow, cut_in_place
from steady.units.show import Tape

from trellis_server.documents.paper import ViewStretch, paint
from trellis_server.documents.pdf import (
    BOLD,
    MARGIN,
    PAPERS,
    REGULAR,
    SheetFacts,
    fonts,
    foot,
    head,
    head_lines,
    head_points,
    north,
)
from trellis_server.documents.quote_pdf import UNDER, Picture
from trellis_server.documents.report_tables import RULE, TableLook, striped_table

CELL = ParagraphStyle("cell", fontName=REGULAR, fontSize=10.5, leading=12.5)
STRONG = ParagraphStyle("strong", parent=CELL, fontName=BOLD)
MARK = ParagraphStyle("mark", parent=STRONG, fontSize=12.5, leading=14)
NAME = ParagraphStyle("name", parent=CELL, fontSize=9.5, leading=11)
LABEL = ParagraphStyle("label", parent=CELL, fontSize=9, leading=11)
MOST_LABELS = 120
MOST_ALIKE = 6
"""More than this in one place are told by their length alone: boards need no label each."""


@dataclass(frozen=True, slots=True, kw_only=True)
class StructureSheets:
    """What the sheets of one structure are made of. `marks`: as asked for; `other`: read from the tape's other end."""

    facts: SheetFacts
    sheet: Sheet
    plan: Plan
    tape: Tape
    marks: Sequence[MarkRow]
    other: Sequence[MarkRow]
    pieces: Sequence[PieceRow]
    paper: str
    north_rad: float | None = None
    held: Sequence[str] = ()

    @property
    def inner(self) -> float:
        """Width between the margins (points)."""
        return float(PAPERS[self.paper][0]) - 2 * MARGIN


class Titled(ActionFlowable):
    """From the next page on another title stands at the head."""

    def __init__(self, title: str) -> None:
        super().__init__()
        self.title = title

    def apply(self, doc: Any) -> None:
        """Told to the pages as they are made."""
        doc.section, doc.begun = self.title, False


class Pages(BaseDocTemplate):
    """Pages under one head, each with the title of its section; the second of a section says that there is more."""

    def __init__(self, stream: io.BytesIO, printed: StructureSheets, first: str) -> None:
        size = PAPERS[printed.paper]
        self.printed, self.section, self.begun = printed, first, False
        self.lines = head_lines(printed.facts, printed.sheet, size[0])
        tall = size[1] - 2 * MARGIN - head_points(self.lines) - 4
        frame = Frame(MARGIN, MARGIN + 4, printed.inner, tall, 0, 0, 0, 0)
        title = f"{printed.facts.job.name}: {printed.facts.name}, site sheets"
        super().__init__(stream, pagesize=size, title=title, invariant=1)
        self.addPageTemplates([PageTemplate(frames=[frame], onPage=self._page)])

    def _page(self, canvas: Canvas, doc: Any) -> None:
        size = PAPERS[self.printed.paper]
        title = f"{self.section}, more" if self.begun else self.section
        self.begun = True
        head(canvas, size, self.printed.facts, title=title, lines=self.lines)
        foot(canvas, size)


class Stretch(Flowable):
    """The part of a line's elevation between two stations, with its posts' numbers."""

    def __init__(
        self,
        view: View,
        stretch_m: tuple[float, float],
        mirrored: bool,
        *,
        numbers: Sequence[Any],
        tall: float = 172.0,
    ) -> None:
        super().__init__()
        self.view, self.stretch_m, self.mirrored, self.numbers = view, stretch_m, mirrored, numbers
        self.tall = tall

    def wrap(self, wide: float, _tall: float) -> tuple[float, float]:
        """The room that it takes."""
        self.wide = wide
        return wide, self.tall

    def draw(self) -> None:
        """Onto the page."""
        paint(
            self.canv,
            self.view,
            ViewStretch(*self.stretch_m, self.mirrored),
            box=(0, 0, self.wide, self.tall - 2),
            labels=self.numbers,
        )


class _North(Flowable):
    """An arrow at the right edge, over what comes next."""

    def __init__(self, north_rad: float) -> None:
        super().__init__()
        self.north_rad = north_rad

    def wrap(self, wide: float, _tall: float) -> tuple[float, float]:
        """The room that it takes."""
        self.wide = wide
        return wide, 0.0

    def draw(self) -> None:
        """Onto the page."""
        north(self.canv, self.wide - 16, -34, north_rad=self.north_rad)


def site_sheets(printed: StructureSheets) -> bytes:
    """All pages of a structure."""
    fonts()
    stream = io.BytesIO()
    line = any(view.layout == "line" for view in printed.sheet.views)
    story: list[Flowable] = [*_verdict(printed), *(_line_first(printed) if line else _plan_first(printed))]
    story += _line(printed) if line else _grid(printed)
    story += _cautions(printed)
    bays = {bay.id for bay in printed.sheet.bays}
    up = _up(printed, lambda about: about not in bays)  # bays stand on the pages of their runs
    story += [*_section("Assembly schedule"), *up] if up else []
    story += _large(printed)
    story += _pieces(printed)
    story += _order(printed)
    story += _labels(printed)
    Pages(stream, printed, "What is built").build(story)
    return stream.getvalue()


def _section(title: str) -> list[Flowable]:
    return [Titled(title), PageBreak()]


def _cells(row: Sequence[str], styles: Sequence[ParagraphStyle]) -> list[Paragraph]:
    return [Paragraph(escape(cell), style) for cell, style in zip(row, styles, strict=True)]


def _table(
    printed: StructureSheets,
    columns: Sequence[tuple[str, float]],
    rows: Sequence[Sequence[str]],
    *,
    strong: Sequence[str] = (),
    ticked: str = "",
) -> Table:
    """Rows under their names; the last column with a line to write on where it is to be ticked. Widths: shares of the page."""
    named = {"mark": MARK, **dict.fromkeys(strong, STRONG)}
    look = TableLook(head=NAME, cell=CELL, named=named, pads=(2, 3, 2, 3.5))
    table = striped_table(columns, rows, printed.inner, look=look)
    if ticked:
        last = len(columns) - 1
        table.setStyle(TableStyle([("LINEBELOW", (last, 1), (last, -1), 0.8, RULE)]))
    return table


KINDS = {"hurt": "Safety", "rot": "Durability", "licence": "Licensing", "drawing": "Detail"}
"""What a kind of caution is called on paper, where its own name does not say it."""


def _verdict(printed: StructureSheets) -> list[Flowable]:
    """The headline, the wind, clashes, and what stops the dig: before any drawing."""
    facts, sheet = printed.facts, printed.sheet
    practice = f" Practice accepted by {sheet.accepted}." if sheet.accepted else ""
    rows = [("", sheet.headline + "." + practice)]
    rows += [("Wind", facts.stands + ".")] if facts.stands else []
    rows += [("Clash", text) for text in sheet.conflicts]
    rows += [("Stop", caution.text) for caution in sheet.cautions if caution.stops]
    return [_told(printed, rows)]


def _cautions(printed: StructureSheets) -> list[Flowable]:
    """Cautions, and notes to build by; nothing where there are none."""
    sheet = printed.sheet
    rows = [(KINDS.get(caution.kind, caution.kind.capitalize()), caution.text) for caution in sheet.cautions]
    rows += [("Note", text) for text in sheet.notes]
    return [*_section("Safety and precautions"), _told(printed, rows)] if rows else []


def _told(printed: StructureSheets, rows: Sequence[tuple[str, str]]) -> Table:
    return Table(
        [_cells(row, (STRONG, CELL)) for row in rows],
        colWidths=[64, printed.inner - 64],
        style=[("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), 0)],
    )


def _line_first(printed: StructureSheets) -> list[Flowable]:
    """A line's true shape with what lies at it, and the whole of it from the side, on the first page."""
    return [*_true_shape(printed), Spacer(1, 8), whole_elevation(printed, 150.0)]


def whole_elevation(printed: StructureSheets, tall: float) -> Stretch:
    """The whole of a line from the side, with its posts' numbers."""
    posts = {post.id: post for post in printed.sheet.posts}
    stood = [(row, posts[row.id]) for row in printed.marks if row.id in posts]
    numbers = [(row.station_m, post.ground_m + post.cut_height_m, str(row.number)) for row, post in stood]
    stations = [row.station_m for row in printed.marks]
    elevation = next(view for view in printed.sheet.views if view.name == "elevation")
    return Stretch(
        elevation, (min(stations) - 0.8, max(stations) + 0.8), printed.facts.mirrored, numbers=numbers, tall=tall
    )


def _plan_first(printed: StructureSheets) -> list[Flowable]:
    """A grid from above, on the first page."""
    view = printed.sheet.views[0]
    tall = PAPERS[printed.paper][1] - 2 * MARGIN - 330
    return [Paragraph(escape(view.title), UNDER), *_north(printed), Picture(view, tall, frame=True)]


def _north(printed: StructureSheets) -> list[Flowable]:
    return [_North(printed.north_rad)] if printed.north_rad is not None else []


def _line(printed: StructureSheets) -> list[Flowable]:
    """A page for each run of a line."""
    found: list[Flowable] = []
    runs: dict[str, list[MarkRow]] = {}
    for row in printed.marks:
        if row.kind == "corner" and runs and row.leg not in runs:
            # A corner post ends one run and starts the next: it stands on both sheets.
            runs[list(runs)[-1]].append(row)
        runs.setdefault(row.leg, []).append(row)
    for number, rows in enumerate(runs.values(), start=1):
        found += _section(f"Run {number} of {len(runs)}")
        found += _run(printed, rows)
    return found


def _true_shape(printed: StructureSheets) -> list[Flowable]:
    shape = next((view for view in printed.sheet.views if view.name == "shape"), None)
    turns = [(f"Post {row.number}", row.label, row.reading) for row in printed.marks if row.kind in ("corner", "bend")]
    bands = [curve for curve in printed.plan.curves if isinstance(curve, Zone)]
    found: list[Flowable] = []
    if shape is not None and len(turns) > 0:
        title = Paragraph("The line in its true shape, from above", UNDER)
        found += [KeepTogether([title, *_north(printed), Picture(shape, 190.0)])]
    if turns:
        found += [_table(printed, (("corner", 1), ("it turns", 2), ("mark", 2)), turns)]
    if bands:
        names = sorted({f"{band.label}, {band.depth}" if band.depth else band.label for band in bands})
        found += [Paragraph("What lies there", UNDER), *(Paragraph(escape(f"• {name}"), CELL) for name in names)]
    return found


RUN = (
    ("post", 54.0),
    ("mark", 80.0),
    ("from the end", 68.0),
    ("hole deep", 52.0),
    ("gravel", 36.0),
    ("wide", 38.0),
    ("bags", 28.0),
    ("post long", 54.0),
    ("cut above", 54.0),
    ("dig", 52.0),
    ("measured", 50.0),
)


def _run(printed: StructureSheets, rows: list[MarkRow]) -> list[Flowable]:
    """One run: its elevation and a row for each post."""
    facts, sheet = printed.facts, printed.sheet
    posts = {post.id: post for post in sheet.posts}
    other = {row.id: row.reading for row in printed.other}
    beside = _beside(printed)
    stations = [row.station_m for row in rows]
    stood = [(row, posts[row.id]) for row in rows if row.id in posts]
    numbers = [(row.station_m, post.ground_m + post.cut_height_m, str(row.number)) for row, post in stood]
    elevation = next(view for view in sheet.views if view.name == "elevation")
    columns = [
        (f"from the {'start' if facts.from_end else 'end'}" if name == "from the end" else name, w) for name, w in RUN
    ]
    cells = [_post_cells(row, posts.get(row.id), other.get(row.id, "")) for row in rows]
    found: list[Flowable] = [
        Stretch(elevation, (min(stations) - 0.8, max(stations) + 0.8), facts.mirrored, numbers=numbers),
        _table(printed, columns, cells, strong=("hole deep", "dig"), ticked="measured"),
    ]
    told = [f"Post {row.number}: {beside[row.id]}" for row in rows if row.id in beside]
    if facts.offset:
        told += [
            f"Offset stakes: one each side of every mark, {facts.offset} square off the string, clear of the auger. "
            "After digging, pull a string between the two and read the mark where it crosses."
        ]
    bays = {bay.id for bay in sheet.bays if bay.start in {row.id for row in rows[:-1]}}
    found += [Spacer(1, 5), *(Paragraph(escape(text), CELL) for text in told)]
    return [*found, *_up(printed, lambda about: about in bays)]


SHORT = {
    "end": "end",
    "corner": "corner",
    "gate": "gate",
    "locked": "locked",
    "bend": "bend",
    "wall": "wall",
    "standing": "there",
    "closing": "again",
    "lift-out": "lift",
    "loose": "loose",
}


def _post_cells(row: MarkRow, post: PostRow | None, other: str) -> tuple[str, ...]:
    name = f"{row.number} {SHORT.get(row.kind, '')}".strip()
    if post is None:
        return (name, row.reading, other, row.label, *("" for _ in range(7)))
    return (
        name,
        row.reading,
        other,
        post.hole,
        post.gravel,
        post.hole_width,
        str(post.bags_count) if post.bags_count else "",
        post.post_length,
        post.cut_height,
        "BY HAND" if post.hand_dug else "",
        "",
    )


def _beside(printed: StructureSheets) -> dict[str, str]:
    """What a post needs said of it: practice, a level to hit, or a foot unlike the others."""
    sheet = printed.sheet
    usual = max((post.foot for post in sheet.posts), key=[post.foot for post in sheet.posts].count, default="")
    found = {}
    for post in sheet.posts:
        words = []
        if sheet.accepted:
            words.append(f"practice; the calculation asks {post.calculated} of embedment, this is {post.embedment}")
        if sheet.exact_holes:
            words.append(f"bottom of the hole at level {post.bottom} from post 1's ground")
        if post.foot != usual:
            words.append(post.foot)
        if words:
            found[post.id] = "; ".join(words)
    return found


def _grid(printed: StructureSheets) -> list[Flowable]:
    """The other drawings, the members, and the holes with their posts."""
    sheet = printed.sheet
    tall = PAPERS[printed.paper][1] - 2 * MARGIN - 120
    found: list[Flowable] = []
    views = list(sheet.views[1:])
    for number in range(0, len(views), 2):
        pair = views[number : number + 2]
        found += _section(
            " and ".join(
                view.title if k == 0 else view.title[:1].lower() + view.title[1:] for k, view in enumerate(pair)
            )
        )
        for view in pair:
            found += [Paragraph(escape(view.title), UNDER)] if len(pair) > 1 else []
            found += [Picture(view, tall * (0.46 if len(pair) > 1 else 0.9))]
    if sheet.members:
        rows = [(row.name, row.says, state_label(row.verdict), state_label(row.table)) for row in sheet.members]
        found += _section("Members")
        found += [
            _table(
                printed,
                (("what", 20), ("sizes and places", 56), ("calculated", 12), ("table", 12)),
                rows,
                strong=("what",),
            )
        ]
    if sheet.posts:
        columns = (
            ("post", 6),
            ("along", 13),
            ("out", 13),
            ("hole deep", 12),
            ("wide", 10),
            ("gravel", 8),
            ("bags", 6),
            ("post long", 12),
            ("top above ground", 13),
            ("measured", 10),
        )
        found += _section("Holes and posts")
        found += [
            _table(printed, columns, [_hole(post) for post in sheet.posts], strong=("hole deep",), ticked="measured")
        ]
    return found


def _hole(post: PostRow) -> tuple[str, ...]:
    along, _, out = post.reading.partition(", ")
    return (
        str(post.number),
        along.removesuffix(" along"),
        out.removesuffix(" out"),
        post.hole,
        post.hole_width,
        post.gravel,
        str(post.bags_count) if post.bags_count else "",
        post.post_length,
        post.cut_height,
        "",
    )


def _up(printed: StructureSheets, here: Callable[[str], bool]) -> list[Flowable]:
    """What goes up where: rails with their heights on the posts, boards bay by bay, joists, rafters, slats."""
    found: list[Flowable] = []
    for group in printed.sheet.ticks:
        ticks = [tick for tick in group.ticks if here(tick.about)]
        if not ticks:
            continue
        placed = any(tick.where for tick in ticks)
        lies = any(tick.lie for tick in ticks)
        columns = [("where", 10.0)] if placed else []
        columns += [("pieces", 34.0), *([("marked", 46.0)] if lies else []), ("up", 8.0)]
        rows = [[*([tick.where] if placed else []), tick.pieces, *([tick.lie] if lies else []), ""] for tick in ticks]
        found += [Paragraph(escape(group.says), UNDER), _table(printed, columns, rows, strong=("where",), ticked="up")]
    return found


def _large(printed: StructureSheets) -> list[Flowable]:
    """Measures of what is drawn large (a gate's leaf, a stair), in the order in which they are cut and marked."""
    found: list[Flowable] = []
    columns = (("in this order", 60), ("measure", 25), ("done", 12))
    for item in printed.sheet.measures:
        rows = [(*row, "") for row in item.rows]
        found += [
            Paragraph(escape(item.title), UNDER),
            _table(printed, columns, rows, strong=("measure",), ticked="done"),
        ]
    return [*_section("Dimensions in cutting order"), *found] if found else []


def _pieces(printed: StructureSheets) -> list[Flowable]:
    rows = [
        (
            str(row.count),
            ", ".join(filter(None, (row.role, row.crown and f"crown {row.crown}", cut_in_place(row, printed.tape)))),
            row.says,
            printed.tape.length(row.length_m),
            _bevel(row),
            "",
        )
        for row in printed.pieces
    ]
    columns = (("how many", 11), ("what", 22), ("of", 36), ("length", 16), ("end", 8), ("done", 8))
    if not rows:
        return []
    held = [Paragraph(escape(f"HELD, cut nothing yet: {why}"), UNDER) for why in printed.held]
    return [
        *_section("Pieces to cut"),
        *held,
        _table(printed, columns, rows, strong=("how many", "length"), ticked="done"),
    ]


def _bevel(row: PieceRow) -> str:
    return f"{abs(row.bevel_rad) * 57.29577951308232:.1f}°" if abs(row.bevel_rad) > 1e-4 else ""


def _order(printed: StructureSheets) -> list[Flowable]:
    rows = [(str(number), task.what, task.hold) for number, task in enumerate(printed.sheet.tasks, start=1)]
    columns = (("", 5), ("do", 55), ("look before going on", 40))
    return [*_section("Work sequence and hold points"), _table(printed, columns, rows)] if rows else []


def _labels(printed: StructureSheets) -> list[Flowable]:
    """One label for each stick that is told apart, with where it goes: cut out, and stick on as it is cut."""
    names = {bay.id: f"bay {number}" for number, bay in enumerate(printed.sheet.bays, start=1)}
    names |= {post.id: f"post {post.number}" for post in printed.sheet.posts}
    names |= {member.id: member.name.lower() for member in printed.sheet.members}
    said = []
    for part in printed.plan.parts:
        for place in part.places if part.length_m > 0 else ():
            where, many = names.get(place.about or place.id, ""), place.count * part.each
            for k in range(many if many <= MOST_ALIKE else 0):
                count = f", {k + 1} of {many}" if many > 1 else ""
                what = escape(f"{printed.tape.length(part.length_m)} {part.role}{count}")
                said.append(f'<font name="{BOLD}" size="10">{what}</font><br/>{escape(where)}')
    said = said[:MOST_LABELS]
    if not said:
        return []
    across = 4
    said += [""] * (-len(said) % across)
    cells = [[Paragraph(text, LABEL) for text in said[k : k + across]] for k in range(0, len(said), across)]
    table = Table(cells, colWidths=[printed.inner / across] * across, rowHeights=[36] * len(cells))
    table.setStyle(TableStyle([("GRID", (0, 0), (-1, -1), 0.4, "#9aa6a0"), ("VALIGN", (0, 0), (-1, -1), "MIDDLE")]))
    return [*_section("Part labels"), table]
