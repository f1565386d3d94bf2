"""Every document that a structure can be given on, in one table: a new one is a row here.

A row says what it is called, when it applies, and how it is made; the one endpoint and the page read the table.
"""

import json
from collections.abc import Callable
from dataclasses import dataclass

from django.utils import timezone
from pydantic_core import to_json
from steady.drawing.full_size_sample import sample
from steady.drawing.marks import mark_rows
from steady.drawing.permit_views import sides
from steady.drawing.shapes import View
from steady.drawing.templates import templates
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument
from steady.jobs.job_takeoff import JobList, job_list
from steady.jobs.site_layout import site_geojson, site_sheet
from steady.jobs.sun_shade import usual_ask
from steady.plan.results import headline
from steady.structures.lifting import lift_plan
from steady.takeoff.bill import pieces
from steady.units.show import Tape

from trellis_server.documents.context import CSV, ICS, PDF, Subject, Whole
from trellis_server.documents.svg import svg
from trellis_server.documents.tables import (
    Table,
    list_csv,
    list_xlsx,
    marks_csv,
    order_table,
    pieces_csv,
    table_csv,
    table_xlsx,
)

USUAL_SAMPLE_M = 0.36


@dataclass(frozen=True, kw_only=True)
class Document:
    """One document.

    Args:
        file: Its file name after the structure's.
        says: What a page calls it.
        kind: Its content type; `inline` opens it in the browser.
        make: Its body.
        applies: Whether the structure has anything for it.
    """

    file: str
    says: str
    kind: str
    make: Callable[[Subject], str | bytes]
    applies: Callable[[Subject], bool] = lambda about: True
    inline: bool = False


def _sheets(about: Subject) -> bytes:
    from trellis_server.documents.structure_pdf import sheets_of  # a second to load: only when paper is asked for

    return sheets_of(about)


def _crew_sheet(about: Subject) -> bytes:
    from trellis_server.documents.structure_pdf import crew_sheet_of  # as above

    return crew_sheet_of(about)


def _permit(about: Subject) -> bytes:
    from trellis_server.documents.permit_pdf import permit_set  # as above

    return permit_set(about)


def _permit_dxf(about: Subject) -> str:
    from trellis_server.documents.dxf import dxf  # as above

    above = tuple(view for view in about.sheet.views if view.how == "above")
    return dxf((*above, *sides(about.plan, about.state.document.reading.tape())))


def _working(about: Subject) -> bytes:
    from trellis_server.documents.structure_pdf import working_of  # as above

    return working_of(about)


def _warned(about: Subject, says: str) -> str:
    """What is said of a drawing, after the word that its structure is not ready."""
    return f"NOT READY: {about.state_word}. {says}" if about.warnings else says


def _sample(about: Subject) -> bytes:
    from trellis_server.documents.sample_pdf import FullSize, full_size_pages  # as above

    job, options = about.state.document, about.options
    tape = job.reading.tape()
    face = _face(about)
    if face is None:
        raise InvalidInputError("structure", "Only what stands along a line has a face to print a sample of")
    bays = about.sheet.bays
    at_m = about.length_m(options.at, "at") if options.at else bays[0].from_m if bays else 0.0
    wide_m = about.length_m(options.wide, "wide") if options.wide else USUAL_SAMPLE_M
    cut = sample(face, at_m=at_m, wide_m=wide_m)
    high = tape.length(cut.bounds[3] - cut.bounds[1])
    title = f"{job.name}: {about.row.name}"
    one = FullSize(view=cut, title=title, says=_warned(about, f"{tape.length(wide_m)} wide, {high} high"))
    return full_size_pages([one], f"{title}, full-size sample", options.paper)


def _templates(about: Subject) -> bytes:
    from trellis_server.documents.sample_pdf import FullSize, full_size_pages  # as above

    job = about.state.document
    made = [
        FullSize(view=one.view, title=f"{one.title}: {about.row.name}", says=_warned(about, one.says))
        for one in templates(about.plan, job.reading.tape())
    ]
    return full_size_pages(made, f"{job.name}: {about.row.name}, templates", about.options.paper)


def _templates_dxf(about: Subject) -> str:
    from trellis_server.documents.dxf import dxf  # as above

    return dxf(tuple(one.view for one in templates(about.plan, about.state.document.reading.tape())))


def _has_templates(about: Subject) -> bool:
    return bool(templates(about.plan, about.state.document.reading.tape()))


def _face(about: Subject) -> View | None:
    """The face of what stands along a line, from the side."""
    return next((view for view in about.sheet.views if view.layout == "line" and view.name == "elevation"), None)


def _marks(about: Subject) -> str:
    options, tape = about.options, about.state.document.reading.tape()
    rows = mark_rows(about.plan, tape, from_end=options.from_end, to=options.to, mirrored=options.mirrored)
    return marks_csv(rows, about.sheet, about.key)


def _pieces(about: Subject) -> str:
    return pieces_csv(pieces(about.plan), about.state.document.reading.tape(), about.key, held=about.held)


def _dxf(about: Subject) -> str:
    from trellis_server.documents.dxf import dxf  # as above

    return dxf(about.sheet.views)


def _lifts(about: Subject) -> bytes:
    from trellis_server.documents.lift_pdf import lift_pages  # as above

    return lift_pages(about.state.document, about.row.name, about.plan, paper=about.options.paper, said=about.warnings)


def _shade(about: Subject) -> bytes:
    from trellis_server.documents.shade_pdf import shade_pages  # as above

    job = about.state.document
    return shade_pages(about, usual_ask(job, about.structure))


def _in_the_sun(about: Subject) -> bool:
    """Whether the sun of its site is known."""
    site = about.state.document.site
    return site.latitude_rad is not None and site.longitude_rad is not None


def _plan(about: Subject) -> bytes:
    told = {"state": about.key, "headline": headline(about.plan), **json.loads(to_json(about.plan))}
    return json.dumps(told, indent=1, ensure_ascii=False).encode()


DOCUMENTS = [
    Document(file="crew.pdf", says="Crew sheet, two pages", kind=PDF, make=_crew_sheet, inline=True),
    Document(file="sheets.pdf", says="Site sheets", kind=PDF, make=_sheets, inline=True),
    Document(file="permit.pdf", says="Permit set", kind=PDF, make=_permit, inline=True),
    Document(file="permit.dxf", says="Permit set, DXF", kind="image/vnd.dxf", make=_permit_dxf),
    Document(file="working.pdf", says="Calculation", kind=PDF, make=_working, inline=True),
    Document(
        file="lifts.pdf",
        says="Lift plan",
        kind=PDF,
        make=_lifts,
        inline=True,
        applies=lambda about: bool(lift_plan(about.plan)),
    ),
    Document(file="shade.pdf", says="Shade report", kind=PDF, make=_shade, inline=True, applies=_in_the_sun),
    Document(
        file="sample.pdf",
        says="Full-size sample",
        kind=PDF,
        make=_sample,
        inline=True,
        applies=lambda about: _face(about) is not None,
    ),
    Document(
        file="templates.pdf",
        says="Templates, full size",
        kind=PDF,
        make=_templates,
        inline=True,
        applies=_has_templates,
    ),
    Document(
        file="templates.dxf",
        says="Templates, DXF",
        kind="image/vnd.dxf",
        make=_templates_dxf,
        applies=_has_templates,
    ),
    Document(file="marks.csv", says="Marks", kind=CSV, make=_marks, applies=lambda about: bool(about.plan.marks)),
    Document(file="pieces.csv", says="Pieces", kind=CSV, make=_pieces),
    Document(file="drawing.dxf", says="Drawing, DXF", kind="image/vnd.dxf", make=_dxf),
    Document(file="plan.json", says="Plan data", kind="application/json; charset=utf-8", make=_plan),
]
"""Beside these every view of a structure is a drawing of its own, `<view>.svg`."""


def document(about: Subject, file: str) -> Document:
    """The row of a file.

    Raises:
        InvalidInputError: There is none, or this structure has nothing for it.
    """
    found = next((row for row in DOCUMENTS if row.file == file), None)
    if found is None and file.endswith(".svg"):
        view = next((view for view in about.sheet.views if f"{view.name}.svg" == file), None)
        if view is None:
            raise InvalidInputError("view", "This structure has no such view")
        return Document(file=file, says=view.title, kind="image/svg+xml; charset=utf-8", make=lambda about: svg(view))
    if found is None:
        raise InvalidInputError("document", f"No document is called {file[:40]}")
    return found


def listed(about: Subject) -> list[dict[str, str]]:
    """What applies to a structure. What cannot be made is left out: one broken document hides no other."""
    rows = [{"file": row.file, "says": row.says} for row in DOCUMENTS if row.applies(about)]
    return rows + [{"file": f"{view.name}.svg", "says": f"{view.title}, SVG"} for view in about.sheet.views]


@dataclass(frozen=True, kw_only=True)
class PrintedJobDocument:
    """A document of the whole job: its file name, what a page calls it, its content type, its body."""

    file: str
    says: str
    kind: str
    make: Callable[[Whole], str | bytes]
    inline: bool = False


def _site_pdf(about: Whole) -> bytes:
    from trellis_server.documents.site_pdf import site_pages  # as above

    return site_pages(about.job, about.options.paper)


def _site_dxf(about: Whole) -> str:
    from trellis_server.documents.dxf import dxf  # as above

    return dxf((site_sheet(about.job),))


def _day_pdf(about: Whole) -> bytes:
    from trellis_server.documents.day_pdf import day_sheet  # as above

    return day_sheet(about, timezone.localdate())


def _ics(about: Whole) -> bytes:
    from trellis_server.documents.calendar_ics import ics  # as above

    return ics(
        [(about.job_id, about.job, about.holds, about.state.revision.number)], timezone.localdate(), timezone.now()
    )


def _pack(about: Whole) -> bytes:
    from trellis_server.documents.pack_pdf import pack  # as above

    return pack(about)


def _handover(about: Whole) -> bytes:
    from trellis_server.documents.handover_pdf import handover  # as above

    return handover(about, timezone.localdate())


def _upkeep(about: Whole) -> bytes:
    from trellis_server.documents.calendar_ics import upkeep_ics  # as above
    from trellis_server.services.upkeep import reminders

    due = reminders(about.saved_job, about.job, timezone.localdate())
    return upkeep_ics(about.job_id, about.job, due, made_at=timezone.now())


def _list(job: JobDocument, make: Callable[[JobList, Tape], str] | Callable[[JobList, Tape], bytes]) -> str | bytes:
    """The whole job's list as one of its files."""
    return make(job_list(job), job.reading.tape())


def _order(about: Whole) -> Table:
    return order_table(job_list(about.job), about.options.supplier, about.job.reading.tape())


XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
JOB_DOCUMENTS = [
    PrintedJobDocument(
        file="list.csv",
        says="The list, CSV",
        kind=CSV,
        make=lambda about: _list(about.job, list_csv),
    ),
    PrintedJobDocument(
        file="list.xlsx",
        says="The list, XLSX",
        kind=XLSX,
        make=lambda about: _list(about.job, list_xlsx),
    ),
    PrintedJobDocument(
        file="order.csv",
        says="One supplier's order, CSV",
        kind=CSV,
        make=lambda about: table_csv(_order(about)),
    ),
    PrintedJobDocument(
        file="order.xlsx",
        says="One supplier's order, XLSX",
        kind=XLSX,
        make=lambda about: table_xlsx({"order": _order(about)}),
    ),
    PrintedJobDocument(file="site.pdf", says="The site plan", kind=PDF, make=_site_pdf, inline=True),
    PrintedJobDocument(
        file="site.svg",
        says="The site, SVG",
        kind="image/svg+xml; charset=utf-8",
        make=lambda about: svg(site_sheet(about.job)),
    ),
    PrintedJobDocument(file="day.pdf", says="A day's sheet", kind=PDF, make=_day_pdf, inline=True),
    PrintedJobDocument(file="pack.pdf", says="The job pack", kind=PDF, make=_pack, inline=True),
    PrintedJobDocument(file="handover.pdf", says="Handover document", kind=PDF, make=_handover, inline=True),
    PrintedJobDocument(file="upkeep.ics", says="Upkeep, as calendar entries", kind=ICS, make=_upkeep),
    PrintedJobDocument(file="calendar.ics", says="The calendar", kind=ICS, make=_ics),
    PrintedJobDocument(file="site.dxf", says="The site, DXF", kind="image/vnd.dxf", make=_site_dxf),
    PrintedJobDocument(
        file="site.geojson",
        says="The site, GeoJSON",
        kind="application/geo+json; charset=utf-8",
        make=lambda about: site_geojson(about.job),
    ),
]


def job_document(file: str) -> PrintedJobDocument:
    """The row of a file. Raises InvalidInputError: there is none."""
    found = next((row for row in JOB_DOCUMENTS if row.file == file), None)
    if found is None:
        raise InvalidInputError("document", f"No document is called {file[:40]}")
    return found


SVG = "image/svg+xml; charset=utf-8"
KINDS_OF_FILE = sorted({SVG, *[row.kind for row in DOCUMENTS], *[row.kind for row in JOB_DOCUMENTS]})
"""Every kind of file that a document is given as."""
