"""The job pack: one PDF of the site, every structure's sheets, and their working behind them, with an index to thumb by."""

import io
from collections.abc import Iterator
from xml.sax.saxutils import escape

from django.utils import timezone
from pypdf import PdfReader, PdfWriter
from reportlab.platypus import Paragraph, Table, TableStyle
from reportlab.platypus.flowables import Spacer
from steady.errors import InputError, OutsideScope
from steady.jobs.buying import job_list
from steady.jobs.calendar import calendar, spoken

from trellis_server.documents.pdf import REGULAR, fonts
from trellis_server.documents.quote_pdf import HEAD, SMALL, build_pages
from trellis_server.documents.registry import Subject, Whole, sheets_of, working_of
from trellis_server.documents.site_pdf import site_pages


def pack(about: Whole) -> bytes:
    """The whole job on paper. What can't be planned is left out, and its name says so in the index."""
    fonts()
    made = PdfWriter()
    for title, body in _parts(about):
        start = len(made.pages)
        if body is None:
            made.add_outline_item(title=f"{title}: can't be planned", page_number=max(0, start - 1))
            continue
        for page in PdfReader(io.BytesIO(body)).pages:
            made.add_page(page)
        made.add_outline_item(title=title, page_number=start)
    made.add_metadata({"/Title": f"{about.job.name}, job pack"})
    made.compress_identical_objects()
    stream = io.BytesIO()
    made.write(stream)
    return stream.getvalue()


def _parts(about: Whole) -> Iterator[tuple[str, bytes | None]]:
    yield "The site", site_pages(about.job, about.options.paper)
    for says, make_whole in (("The days", _days), ("The list", _list)):
        try:
            yield says, make_whole(about)
        except (InputError, OutsideScope):
            yield says, None
    for make, says in ((sheets_of, ""), (working_of, ", the working")):
        for item in about.job.structures:
            try:
                yield f"{item.name}{says}", make(Subject(about.state, item.spec.id, about.options))
            except (InputError, OutsideScope):
                yield f"{item.name}{says}", None


def _days(about: Whole) -> bytes:
    """Every task in its order: when it begins, whose it is, what is looked at before going on."""
    rows = [
        (f"{spoken(row.start)}", f"{row.name}: {row.what}" if row.name else row.what, row.hold)
        for row in calendar(about.job, timezone.localdate(), about.held).tasks
    ]
    return _table(about, "the days", ("begins", "task", "look before going on"), rows, (95, None, 150))


def _list(about: Whole) -> bytes:
    """What is bought for the whole job."""
    rows = [(f"{line.count:g} {line.unit}", line.says, f"{line.total:,.2f}") for line in job_list(about.job).bill.lines]
    return _table(about, "the list", ("how many", "what", "price"), rows, (95, None, 80))


def _table(
    about: Whole,
    says: str,
    names: tuple[str, ...],
    rows: list[tuple[str, str, str]],
    wide: tuple[int | None, ...],
) -> bytes:
    cells = [list(names), *([Paragraph(escape(cell), SMALL) for cell in row] for row in rows)]
    table = Table(cells, colWidths=list(wide), repeatRows=1)
    table.setStyle(
        TableStyle(
            [
                ("FONT", (0, 0), (-1, -1), REGULAR, 9),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -1), 0.3, "#9aa6a0"),
            ]
        )
    )
    title = f"{about.job.name}: {says}"
    return build_pages([Paragraph(escape(title), HEAD), Spacer(1, 8), table], title, about.options.paper)
