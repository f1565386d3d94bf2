"""The job pack: one PDF of the site, every structure's sheets, and their working behind them, with an index to thumb by."""

import io
from collections.abc import Callable
from functools import partial
from typing import Any
from xml.sax.saxutils import escape

from django.utils import timezone
from pypdf import PdfReader, PdfWriter
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph
from reportlab.platypus.flowables import Spacer
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.job_schedule import calendar, spoken
from steady.jobs.job_takeoff import job_list
from steady.jobs.states import warnings

from trellis_server.documents.context import PACK_PARTS, PackPart, Subject, Whole
from trellis_server.documents.pdf import PAPERS, REGULAR, fonts
from trellis_server.documents.quote_pdf import HEAD, build_pages, told_states
from trellis_server.documents.report_tables import ruled_table
from trellis_server.documents.site_pdf import site_pages
from trellis_server.documents.structure_pdf import crew_sheet_of, sheets_of, working_of

Part = tuple[str, Callable[[], bytes]]


Tells = Callable[[int, int, str], None]
WORKING = ", the calculation"
TAB_MM, TAB_DEEP_MM = 7.0, 16.0
"""A tab at the right edge: how far in, and how deep where there are few parts."""


def pack(about: Whole, told: Tells = lambda done, of, says: None) -> bytes:
    """The whole job on paper: a first page that lists the parts, and a tab at the edge of every page to thumb by.

    What can't be planned is left out, and the list says so.

    Args:
        told: Is told before each part: how many are done, of how many, and its name.
    """
    fonts()
    parts = _parts(about)
    bodies: list[tuple[str, PdfReader | None]] = []
    for number, (title, make) in enumerate(parts):
        told(number, len(parts), title)
        try:
            bodies.append((title, PdfReader(io.BytesIO(make()))))
        except (InvalidInputError, OutOfScopeError):
            bodies.append((title, None))
    told(len(parts), len(parts), "putting it together")
    made = PdfWriter()
    made.append(PdfReader(io.BytesIO(_index(about, bodies))), import_outline=False)
    made.add_outline_item(title="Contents", page_number=0)
    counts = [len(body.pages) if body else 0 for _, body in bodies]
    tabs = iter(PdfReader(io.BytesIO(_tabs([title for title, _ in bodies], counts, about.options.paper))).pages)
    for title, body in bodies:
        start = len(made.pages)
        if body is None:
            made.add_outline_item(title=f"{title}: can't be planned", page_number=max(0, start - 1))
            continue
        for page in body.pages:
            layout = made.add_page(page)
            layout.merge_page(next(tabs))
            layout.compress_content_streams()
        made.add_outline_item(title=title, page_number=start)
    made.add_metadata({"/Title": f"{about.job.name}, job pack"})
    made.compress_identical_objects()
    stream = io.BytesIO()
    made.write(stream)
    return stream.getvalue()


def _index(about: Whole, bodies: list[tuple[str, PdfReader | None]]) -> bytes:
    """The first page: each part and the page that it begins on."""
    rows, page = [], 2
    for title, body in bodies:
        rows.append((str(page) if body else "", title, "" if body else "can't be planned: see its sheet"))
        page += len(body.pages) if body else 0
    return _table(about, "what is in it", {"page": 45, "part": None, "": 180}, rows=rows, said=warnings(about.job))


def _tabs(titles: list[str], counts: list[int], paper: str) -> bytes:
    """For each page one with nothing but its tab and its number in the pack: the later the part, the lower its tab; the
    working's are grey."""
    wide, high = PAPERS[paper]
    room = high - 20 * mm
    deep = min(TAB_DEEP_MM * mm, room / max(1, len(titles)))
    step = min(deep + 1, room / max(1, len(titles)))
    stream = io.BytesIO()
    canvas = Canvas(stream, pagesize=(wide, high), invariant=1)
    page = 1
    for number, (title, count) in enumerate(zip(titles, counts, strict=True)):
        top = high - 10 * mm - number * step
        size = max(5.0, min(7.0, deep / 6))
        said = title.removesuffix(WORKING)
        while said and stringWidth(said, REGULAR, size) > deep - 4:
            said = said[:-1]
        for _ in range(count):
            page += 1
            canvas.setFillGray(0.45 if title.endswith(WORKING) else 0.12)
            canvas.rect(wide - TAB_MM * mm, top - deep, TAB_MM * mm, deep, stroke=0, fill=1)
            canvas.setFont(REGULAR, 7)
            canvas.drawRightString(wide - 2.5 * mm, 4 * mm, f"{page} of {1 + sum(counts)}")
            canvas.setFillGray(1)
            canvas.setFont(REGULAR, size)
            canvas.saveState()
            canvas.translate(wide - TAB_MM * mm / 2 + size / 3, top - deep / 2)
            canvas.rotate(90)
            canvas.drawCentredString(0, 0, said)
            canvas.restoreState()
            canvas.showPage()
    canvas.save()
    return stream.getvalue()


def made_apart(asked: dict[str, Any], told: Tells) -> bytes:
    """The pack out of what was ordered."""
    return pack(Whole.out_of(asked), told)


def _parts(about: Whole) -> list[Part]:
    """Every part of the pack and how it is made; a structure is planned once for its sheets and its working."""
    structures = [(item.name, Subject(about.state, item.spec.id, about.options)) for item in about.job.built]
    rows: dict[PackPart, list[Part]] = {
        "site": [("The site", lambda: site_pages(about.job, about.options.paper))],
        "days": [("The days", lambda: _days(about))],
        "list": [("The list", lambda: _list(about))],
        "crew": [(f"{name}, crew sheet", partial(crew_sheet_of, subject)) for name, subject in structures],
        "sheets": [(name, partial(sheets_of, subject)) for name, subject in structures],
        "calculation": [(f"{name}{WORKING}", partial(working_of, subject)) for name, subject in structures],
    }
    return [part for key in PACK_PARTS if key in about.options.parts for part in rows[key]]


def _days(about: Whole) -> bytes:
    """Every task in its order: when it begins, whose it is, what is looked at before going on."""
    rows = [
        (f"{spoken(row.start)}", f"{row.name}: {row.what}" if row.name else row.what, row.hold)
        for row in calendar(about.job, timezone.localdate(), about.holds).tasks
    ]
    return _table(about, "the days", {"begins": 95, "task": None, "look before going on": 150}, rows=rows)


def _list(about: Whole) -> bytes:
    """What is bought for the whole job."""
    rows = [(f"{line.count:g} {line.unit}", line.says, f"{line.total:,.2f}") for line in job_list(about.job).bill.lines]
    return _table(about, "the list", {"how many": 95, "what": None, "price": 80}, rows=rows)


def _table(
    about: Whole,
    says: str,
    columns: dict[str, int | None],
    *,
    rows: list[tuple[str, str, str]],
    said: tuple[str, ...] = (),
) -> bytes:
    table = ruled_table(tuple(columns), rows, tuple(columns.values()))
    title = f"{about.job.name}: {says}"
    story = [Paragraph(escape(title), HEAD), *told_states(said), Spacer(1, 8), table]
    return build_pages(story, title, about.options.paper)
