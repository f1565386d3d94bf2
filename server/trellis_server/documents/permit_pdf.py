"""A structure's permit set: data and site plan, plan, elevations and sections, details, schedules, notes, each in a title block.

Drawings stand at a usual scale, named under each. No page says that anything is approved: that is the office's stamp.
"""

import io
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal
from xml.sax.saxutils import escape

from reportlab.lib.pagesizes import A3, landscape
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import inch
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import BaseDocTemplate, Frame, NextPageTemplate, PageTemplate, Paragraph, Table
from reportlab.platypus.doctemplate import FrameBreak
from reportlab.platypus.flowables import Flowable, PageBreak
from steady.design_codes.registry import rulebook
from steady.drawing.permit_views import Enlargement, enlargements, sides, windowed
from steady.drawing.shapes import View
from steady.jobs.design_sheet import CheckRow
from steady.jobs.joint_rows import joint_rows
from steady.jobs.site_layout import site_sheet, unplaced
from steady.plan.model import CalculationStep
from steady.plan.results import gap_named, specified, state_label
from steady.units.show import quantity

from trellis_server.documents.context import Subject
from trellis_server.documents.paper import paint_window
from trellis_server.documents.pdf import BOLD, MARGIN, REGULAR, fonts, north, wrap
from trellis_server.documents.report_tables import TableLook, striped_table
from trellis_server.documents.scales import drawing_scale
from trellis_server.documents.sheets_pdf import Titled

CELL = ParagraphStyle("permit", fontName=REGULAR, fontSize=8.6, leading=10.4)
STRONG = ParagraphStyle("permit-strong", parent=CELL, fontName=BOLD)
UNDER = ParagraphStyle("permit-under", parent=STRONG, fontSize=10.5, leading=13, spaceBefore=6, spaceAfter=3)
SIZES = {"letter": (17 * inch, 11 * inch), "a4": landscape(A3)}
"""Drawing sheets: tabloid beside letter paper, A3 beside A4."""
BLOCK = 168.0
GAP = 12.0
POINTS_A_METRE = 72 / 0.0254
MOST_CHECKS = 30
MOST_JOINTS = 18
MOST_TOLD = 3
HOLES = (("No.", 0.6), ("Place", 2.6), ("Depth", 1.1), ("Width", 1.1), ("Gravel", 0.9), ("Post", 1.2), ("Governs", 1.4))
ONE, TWO, DATA = "one", "two", "data"
SITE_SHARE = 0.62
"""Of the first sheet's width, for the site plan [our own]."""


class Scaled(Flowable):
    """A view at a usual scale in a box; under it its title, its scale, and what is said of it."""

    LINE = 10.0

    def __init__(
        self, view: View, tall: float, metric: bool, *, to_scale: bool = True, told: Sequence[str] = ()
    ) -> None:
        super().__init__()
        self.view, self.tall, self.metric, self.to_scale, self.told = view, tall, metric, to_scale, told

    def wrap(self, wide: float, _tall: float) -> tuple[float, float]:
        """The room that it takes."""
        self.wide = wide
        return wide, self.tall

    def draw(self) -> None:
        """Onto the page."""
        left, low, right, top = self.view.bounds
        lines = [line for text in self.told for line in wrap(text, REGULAR, 8.5, width=self.wide - 8)]
        under = 26.0 + self.LINE * len(lines)
        room = (self.wide - 8, self.tall - under - 4)
        fits = min(room[0] / (right - left), room[1] / (top - low)) / POINTS_A_METRE
        scale, says = drawing_scale(fits, self.metric)
        paint_window(self.canv, self.view, (4, under + 2, *room), scale=scale * POINTS_A_METRE)
        self.canv.setFont(BOLD, 10)
        self.canv.drawString(4, under - 15, self.view.title)
        self.canv.setFont(REGULAR, 8.5)
        said = says if self.to_scale else "Not to scale: something is not placed yet"
        for number, line in enumerate([said, *lines]):
            self.canv.drawString(4, under - 25 - self.LINE * number, line)
        self.canv.setLineWidth(0.8)
        self.canv.line(4, under - 4, self.wide - 4, under - 4)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Set:
    """What the sheets are made of."""

    about: Subject
    size: tuple[float, float]

    @property
    def metric(self) -> bool:
        """Whether the crew reads metres."""
        return self.about.state.document.reading.tape().metric

    @property
    def inner(self) -> float:
        """Width of the drawing's room (points)."""
        return self.size[0] - 2 * MARGIN - BLOCK - GAP

    @property
    def data_wide(self) -> float:
        """Width of what stands beside the site plan (points)."""
        return self.inner * (1 - SITE_SHARE) - GAP

    @property
    def half(self) -> float:
        """Width of each of two columns (points)."""
        return (self.inner - GAP) / 2

    @property
    def tall(self) -> float:
        """Its height (points)."""
        return self.size[1] - 2 * MARGIN - 8


class _Sheets(BaseDocTemplate):
    """Sheets with a border and a title block; `of`: how many there are, 0 while that is not known."""

    def __init__(self, stream: io.BytesIO, made: _Set, first: str, *, of: int) -> None:
        self.made, self.section, self.begun, self.of = made, first, False, of
        job = made.about.state.document
        title = f"{job.name}: {made.about.row.name}, permit set"
        super().__init__(stream, pagesize=made.size, title=title, invariant=1)
        halves = [
            Frame(MARGIN + 6 + k * (made.half + GAP), MARGIN + 4, made.half, made.tall, 0, 0, 0, 0) for k in (0, 1)
        ]
        site_wide, data_wide = made.inner * SITE_SHARE, made.data_wide
        data = [
            Frame(MARGIN + 6, MARGIN + 4, site_wide, made.tall, 0, 0, 0, 0),
            Frame(MARGIN + 6 + site_wide + GAP, MARGIN + 4, data_wide, made.tall, 0, 0, 0, 0),
        ]
        whole = Frame(MARGIN + 4, MARGIN + 4, made.inner, made.tall, 0, 0, 0, 0)
        kinds = ((DATA, data), (TWO, halves), (ONE, [whole]))
        self.addPageTemplates([PageTemplate(name, frames, onPage=self._block) for name, frames in kinds])

    def _block(self, canvas: Canvas, doc: Any) -> None:
        made = self.made
        (wide, tall), number = made.size, canvas.getPageNumber()
        left = wide - MARGIN - BLOCK
        canvas.setLineWidth(1.4)
        canvas.rect(MARGIN, MARGIN, wide - 2 * MARGIN, tall - 2 * MARGIN)
        canvas.line(left, MARGIN, left, tall - MARGIN)
        y = tall - MARGIN
        for label, text, size in _block_rows(made, self.section, f"P-{number}" + (f" of {self.of}" if self.of else "")):
            lines = wrap(text, BOLD if size > 9 else REGULAR, size, width=BLOCK - 14)
            y -= 13
            canvas.setFont(REGULAR, 7)
            canvas.drawString(left + 7, y, label)
            canvas.setFont(BOLD if size > 9 else REGULAR, size)
            for line in lines:
                y -= size + 2.4
                canvas.drawString(left + 7, y, line)
            y -= 6
            canvas.setLineWidth(0.5)
            canvas.line(left, y, wide - MARGIN, y)
        canvas.setFont(REGULAR, 7)
        canvas.drawString(left + 7, y - 12, "For the office's stamp")


def _block_rows(made: _Set, section: str, number: str) -> list[tuple[str, str, float]]:
    about, job = made.about, made.about.state.document
    revision = about.state.revision
    before = f", replaces {revision.parent.number}" if revision.parent else ""
    rows = [
        ("Sheet", number, 18.0),
        ("Drawing", section, 11.0),
        ("Structure", about.row.name, 11.0),
        ("Project", job.name, 11.0),
        ("Place", job.place or "not entered", 9.0),
        ("Client", job.client or "not entered", 9.0),
        ("Building code", f"{rulebook(job.school).title}: {rulebook(job.school).edition}", 8.5),
        ("Revision", f"{revision.number}{before}, saved {revision.made_at:%Y-%m-%d %H:%M} UTC", 8.5),
        ("State of the calculation", about.sheet.headline, 8.5),
        (
            "Caution",
            "Design values and clauses are recalled, unverified with the printed codes. Local code and licensed practice come "
            "first. Not approved until stamped. Print at 100 %.",
            7.5,
        ),
    ]
    return rows


def permit_set(about: Subject) -> bytes:
    """All sheets of a structure."""
    fonts()
    made = _Set(about=about, size=SIZES[about.options.paper])
    first = "Site plan and design data"
    return _built(made, first, of=_built(made, first, of=0)[1])[0]  # the first time to count


def _built(made: _Set, first: str, *, of: int) -> tuple[bytes, int]:
    """The file, and how many sheets it has."""
    stream = io.BytesIO()
    doc = _Sheets(stream, made, first, of=of)
    doc.build(_story(made))
    return stream.getvalue(), doc.page


def _story(made: _Set) -> list[Flowable]:
    about = made.about
    tape = about.state.document.reading.tape()
    shown = sides(about.plan, tape)
    plan_view = next((view for view in about.sheet.views if view.how == "above"), None)
    story = _data_sheet(made)
    if plan_view is not None:
        story += [*_sheet("Plan", ONE), Scaled(plan_view, made.tall - 4, made.metric)]
    for number in range(0, len(shown), 2):
        pair = shown[number : number + 2]
        story += _sheet("Elevations and sections", ONE)
        story += [Scaled(view, (made.tall - 8) / len(pair), made.metric) for view in pair]
    details = enlargements(shown)
    if details:
        story += [*_sheet("Details", ONE), _grid_of(made, details)]
    story += [*_sheet("Schedules and checks", TWO), *_schedules(made), *_joints(made)]
    return [*story, *_sheet("Notes and inspections", TWO), *_notes(made)]


def _sheet(title: str, columns: str) -> list[Flowable]:
    return [Titled(title), NextPageTemplate(columns), PageBreak()]


def _rows(
    wide: float, columns: Sequence[tuple[str, float]], rows: Sequence[Sequence[str]], *, strong: int = -1
) -> Table:
    """A table under its names. Widths: shares; `strong`: the column that is set bold."""
    named = {columns[strong][0]: STRONG} if strong >= 0 else {}
    table = striped_table(
        columns, rows, wide, look=TableLook(head=STRONG, cell=CELL, named=named, pads=(3, 3, 1.5, 2.5))
    )
    table.hAlign = "LEFT"
    return table


def _data_sheet(made: _Set) -> list[Flowable]:
    """The site plan with its setbacks beside what the design is made for."""
    job = made.about.state.document
    loose = unplaced(job)
    site = replace(site_sheet(job), title="Site plan")
    plan = Scaled(site, made.tall - 40, made.metric, to_scale=not loose)
    left: list[Flowable] = [_Arrow(job.site.north_rad)] if job.site.north_rad else []
    left += [plan, *([Paragraph(escape(loose), CELL)] if loose else [])]
    right: list[Flowable] = [
        Paragraph("Design data", UNDER),
        _rows(made.data_wide, (("What", 1), ("Value", 1.6)), _site_rows(made), strong=0),
    ]
    loads = _loads(made)
    if loads:
        columns = (("Load", 1.5), ("Value", 0.7), ("Source", 1.4))
        right += [Paragraph("Loads", UNDER), _rows(made.data_wide, columns, [_load(step) for step in loads], strong=0)]
    index = "Site plan and design data; plan; elevations and sections; details; schedules and checks; notes and inspections."
    right += [Paragraph("In this set", UNDER), Paragraph(index, CELL)]
    return [*left, FrameBreak, *right]


class _Arrow(Flowable):
    """North, at the top right of its column."""

    def __init__(self, north_rad: float) -> None:
        super().__init__()
        self.north_rad = north_rad

    def wrap(self, wide: float, _tall: float) -> tuple[float, float]:
        """The room that it takes."""
        self.wide = wide
        return wide, 0.0

    def draw(self) -> None:
        """Onto the page."""
        north(self.canv, self.wide - 24, -26, north_rad=self.north_rad)


def _site_rows(made: _Set) -> list[tuple[str, str]]:
    """Everything of the place that the design is made for; what nobody confirmed says so."""
    job = made.about.state.document
    site, book, tape = job.site, rulebook(job.school), job.reading.tape()
    system = tape.system

    def known(what: Literal["frost", "snow"], text: str) -> str:
        if not site.given(what):
            return "NOT ENTERED"
        return "none here, as entered" if what in site.none_here else text

    def confirmed(what: str, text: str) -> str:
        return f"{text}, ASSUMED" if what in site.assumed else text

    wind = (
        f"{quantity(site.wind_pressure_pa, 'pa', system)} pressure"
        if site.wind_pressure_pa > 0
        else quantity(site.wind_speed_m_per_s, "m_per_s", system)
    )
    rows = [
        ("Building code", f"{book.title}: {book.edition}"),
        ("Wind", f"{confirmed('wind', wind)}, exposure {site.exposure}"),
        (
            "Ground snow",
            known("snow", quantity(site.ground_snow_pa, "pa", system)),
        ),
        ("Frost depth", known("frost", tape.length(site.frost_m))),
        ("Seismic category", site.seismic or "not entered; no earthquake design is made"),
        ("Soil", confirmed("soil", site.soil)),
        (
            "Soil bearing",
            f"tested, {quantity(site.bearing_pa, 'pa', system)}"
            if site.bearing_pa > 0
            else "by the code's table for this soil",
        ),
    ]
    setbacks = [note for note in site.notes if note.kind in ("setback", "height limit") and note.value_m is not None]
    rows += [
        (note.kind.capitalize(), f"{tape.length(note.value_m or 0.0)}: {note.source or 'who said it is not entered'}")
        for note in setbacks
    ]
    return rows


def _loads(made: _Set) -> list[CalculationStep]:
    """The loads that the structure is calculated for, as its plan tells them."""
    return [step for detail in made.about.plan.details if detail.id.endswith("/loads") for step in detail.facts]


def _load(step: CalculationStep) -> tuple[str, str, str]:
    return f"{step.symbol}: {step.says}" if step.says else step.symbol, f"{step.value:,.4g} {step.unit}", step.source


def _grid_of(made: _Set, details: Sequence[Enlargement]) -> Table:
    """Enlargements, three beside each other, each with what joins it."""
    across = 3 if len(details) > 2 else len(details)
    down = -(-len(details) // across)
    wide, tall = made.inner / across, (made.tall - 8) / down
    cells: list[list[Flowable | str]] = []
    for row in range(down):
        part = details[row * across : (row + 1) * across]
        drawn: list[Flowable | str] = [
            Scaled(windowed(one), tall - 8, made.metric, told=_told_of(made, one)) for one in part
        ]
        cells.append([*drawn, *[""] * (across - len(drawn))])
    return Table(cells, colWidths=[wide] * across, rowHeights=[tall] * down)


def _told_of(made: _Set, one: Enlargement) -> list[str]:
    """What joins the pieces of an enlargement; of a footing how deep and wide they are."""
    about = made.about
    if not one.role:
        posts = about.sheet.posts
        if not posts:
            return []
        deep = _range({post.hole_m: post.hole for post in posts})
        wide = _range({post.hole_width_m: post.hole_width for post in posts})
        gravel = _range({post.gravel_m: post.gravel for post in posts if post.gravel_m > 0})
        return [f"Holes {deep} deep, {wide} wide" + (f"; {gravel} of gravel under the concrete" if gravel else "")]
    rows = joint_rows(about.plan, about.state.document.reading.tape())
    told = [note for note in about.sheet.notes if note.lower().startswith(one.role)]
    return told + [f"{row.place}: {row.fixings}" for row in rows if one.role in row.id and row.fixings][:MOST_TOLD]


def _range(said: dict[float, str]) -> str:
    """Values in words from the least to the greatest; one alone where they read alike."""
    if not said:
        return ""
    low, high = said[min(said)], said[max(said)]
    return low if low == high else f"{low} to {high}"


def _schedules(made: _Set) -> list[Flowable]:
    """Members, holes, and the checks that are nearest to their limits."""
    sheet = made.about.sheet
    found: list[Flowable] = []
    if sheet.members:
        rows = [(row.name, row.says, state_label(row.verdict)) for row in sheet.members]
        columns = (("Member", 2), ("Size and place", 5), ("Result", 1.3))
        found += [Paragraph("Members", UNDER), _rows(made.half, columns, rows, strong=0)]
    if sheet.posts:
        holes = [
            (str(post.number), post.reading, post.hole, post.hole_width, post.gravel, post.post_length, post.governs)
            for post in sheet.posts
        ]
        found += [Paragraph("Posts and footings", UNDER), _rows(made.half, HOLES, holes, strong=0)]
    worst = sorted(sheet.checks, key=lambda row: -row.use)[:MOST_CHECKS]
    about_checks = (("Check", 3.2), ("Demand and limit", 2.6), ("Use", 0.7), ("Result", 1.2))
    found += [
        Paragraph(f"Checks, the {len(worst)} hardest worked of {len(sheet.checks)}", UNDER),
        _rows(made.half, about_checks, [_check(row) for row in worst], strong=0),
    ]
    return found


def _check(row: CheckRow) -> tuple[str, str, str, str]:
    name = f"{row.name}, {row.case}" if row.case else row.name
    return name, row.figure, f"{row.use:.0%}", state_label(row.verdict)


def _joints(made: _Set) -> list[Flowable]:
    """Each different joint once, and what a made connector must hold."""
    about = made.about
    plan, tape = about.plan, about.state.document.reading.tape()
    joints = joint_rows(plan, tape)
    rows = [
        (row.place, row.how, str(row.count), row.fixings or "as drawn", row.governed_by) for row in joints[:MOST_JOINTS]
    ]
    columns = (("Joint", 2.2), ("How", 1.4), ("Count", 0.7), ("Fixings", 3.2), ("Governing check", 3.4))
    story: list[Flowable] = [
        Paragraph(f"Joints, {len(rows)} of {len(joints)} kinds", UNDER),
        _rows(made.half, columns, rows, strong=0),
    ]
    needs = [
        (gap_named(gap, plan.school), f"at least {gap.needs.value:,.0f} {gap.needs.unit}" if gap.needs.value >= 10 else
         f"at least {gap.needs.value:,.2f} {gap.needs.unit}", gap.reason)
        for gap in specified(plan)
        if gap.needs is not None
    ]  # fmt: skip
    if needs:
        story += [
            Paragraph("Specified connectors: the product is chosen by its maker's rating", UNDER),
            _rows(made.half, (("Connector", 2.4), ("Must hold", 1.2), ("Why", 4)), needs, strong=0),
        ]
    gaps = [
        (gap.name, gap.reason, gap.would_have_to_change)
        for gap in about.sheet.not_covered
        if gap.basis.value != "table"
    ]
    open_gaps = [row for row in gaps if row[0] not in {name for name, _, _ in needs}]
    if open_gaps:
        story += [
            Paragraph("Not checked", UNDER),
            _rows(made.half, (("Not checked", 2.4), ("Why", 3), ("What is needed", 3)), open_gaps, strong=0),
        ]
    return story


def _notes(made: _Set) -> list[Flowable]:
    """Cautions and notes, and the work's hold points: what an inspector looks at."""
    sheet = made.about.sheet
    told = [caution.text for caution in sheet.cautions] + list(sheet.notes)
    found: list[Flowable] = [Paragraph("General notes", UNDER)]
    found += [Paragraph(escape(f"{number}. {text}"), CELL) for number, text in enumerate(told, start=1)]
    holds = [(str(number), task.what, task.hold) for number, task in enumerate(sheet.tasks, start=1) if task.hold]
    if holds:
        columns = (("No.", 0.5), ("Work", 3), ("Looked at before going on", 3))
        found += [Paragraph("Inspections and hold points", UNDER), _rows(made.half, columns, holds)]
    return found
