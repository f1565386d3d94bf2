"""Files out of a job: JSON, marks and pieces as CSV, drawings as SVG and DXF, site sheets as PDF."""

import json
import re
import uuid
from datetime import UTC, datetime
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from steady.drawing.marks import Face, mark_rows
from steady.drawing.sample import sample
from steady.errors import InputError
from steady.jobs.document import find, plan_structure
from steady.jobs.sheet import sheet
from steady.jobs.starts import stands_words
from steady.measure.lengths import parse_length
from steady.rulebooks.registry import rulebook
from steady.takeoff.bill import pieces

from trellis_server.api.schemas import Problems
from trellis_server.documents.svg import svg
from trellis_server.documents.tables import marks_csv, pieces_csv
from trellis_server.services import documents, jobs

router = Router(tags=["files"])
REFUSALS = {401: Problems, 404: Problems, 422: Problems}


def _file(body: str | bytes, kind: str, name: str, inline: bool = False) -> HttpResponse:
    response = HttpResponse(body, content_type=kind)
    clean = re.sub(r"[^A-Za-z0-9._-]+", "-", name).strip("-")[:80] or "file"
    response["Content-Disposition"] = f'{"inline" if inline else "attachment"}; filename="{clean}"'
    response["X-Content-Type-Options"] = "nosniff"
    return response


@router.get("/{uuid:job_id}/job.json", response=REFUSALS)
def job_json(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """The whole job, to keep or to take elsewhere."""
    found = jobs.state(jobs.job_of(request.user, job_id))
    body = json.dumps(documents.dump(found.document), indent=1, ensure_ascii=False)
    return _file(body, "application/json; charset=utf-8", f"{found.document.name}.json")


@router.get("/{uuid:job_id}/files/{structure}/marks.csv", response=REFUSALS)
def marks(
    request: HttpRequest,
    job_id: uuid.UUID,
    structure: str,
    from_end: bool = False,
    to: Face = "centre",
    mirrored: bool = False,
) -> HttpResponse:
    """Marks and holes."""
    job = jobs.state(jobs.job_of(request.user, job_id)).document
    plan, tape = plan_structure(job, structure), job.reading.tape()
    rows = mark_rows(plan, tape, from_end=from_end, to=to, mirrored=mirrored)
    return _file(marks_csv(rows, sheet(plan, tape, job.yard)), "text/csv; charset=utf-8", f"{structure}-marks.csv")


@router.get("/{uuid:job_id}/files/{structure}/pieces.csv", response=REFUSALS)
def piece_list(request: HttpRequest, job_id: uuid.UUID, structure: str) -> HttpResponse:
    """Pieces with their places."""
    job = jobs.state(jobs.job_of(request.user, job_id)).document
    rows = pieces(plan_structure(job, structure))
    return _file(pieces_csv(rows, job.reading.tape()), "text/csv; charset=utf-8", f"{structure}-pieces.csv")


@router.get("/{uuid:job_id}/files/{structure}/{view}.svg", response=REFUSALS)
def drawing_svg(
    request: HttpRequest,
    job_id: uuid.UUID,
    structure: str,
    view: Literal["plan", "tape", "elevation", "shape", "section"],
) -> HttpResponse:
    """One view at true size."""
    job = jobs.state(jobs.job_of(request.user, job_id)).document
    found = sheet(plan_structure(job, structure), job.reading.tape(), job.yard).views
    shown = next((item for item in found if item.name == view), None)
    if shown is None:
        raise InputError("view", "This structure has no such view")
    return _file(svg(shown), "image/svg+xml; charset=utf-8", f"{structure}-{view}.svg")


@router.get("/{uuid:job_id}/files/{structure}/drawing.dxf", response=REFUSALS)
def drawing_dxf(request: HttpRequest, job_id: uuid.UUID, structure: str) -> HttpResponse:
    """All views at true size."""
    from trellis_server.documents.dxf import dxf  # a second to load: only when a drawing is asked for

    job = jobs.state(jobs.job_of(request.user, job_id)).document
    found = sheet(plan_structure(job, structure), job.reading.tape(), job.yard).views
    return _file(dxf(found), "image/vnd.dxf", f"{structure}.dxf")


@router.get("/{uuid:job_id}/files/{structure}/sheets.pdf", response=REFUSALS)
def sheets(
    request: HttpRequest,
    job_id: uuid.UUID,
    structure: str,
    paper: Literal["letter", "a4"] = "letter",
    from_end: bool = False,
    to: Face = "centre",
    mirrored: bool = False,
    offset: str = "",
) -> HttpResponse:
    """Site sheets: one page a straight."""
    from trellis_server.documents.pdf import SheetFacts, site_sheets  # as above

    found = jobs.state(jobs.job_of(request.user, job_id))
    job = found.document
    tape = job.reading.tape()
    bare: Literal["in", "mm"] = "in" if job.reading.system == "imperial" else "mm"
    offset_m = parse_length(offset, bare, "offset") if offset else 0.0
    if not 0 <= offset_m <= 30:
        raise InputError("offset", "Stakes stand at most 30 m (98 ft) off the string")
    _, structure_row = find(job, structure)
    plan = plan_structure(job, structure)
    replaced = found.revision.parent
    facts = SheetFacts(
        job=job,
        name=structure_row.name,
        revision=found.revision.number,
        replaces=f", replaces revision {replaced.number}" if replaced else ", the first",
        printed=f"saved {found.revision.made_at:%Y-%m-%d %H:%M} UTC, printed {datetime.now(UTC):%Y-%m-%d}",
        mark_to=to,
        from_end=from_end,
        mirrored=mirrored,
        offset=tape.length(offset_m) if offset_m else "",
        string_side=getattr(structure_row.spec, "string_side", ""),
        exact=getattr(structure_row.spec, "posts_cut", "") == "exact",
        stands=stands_words(job, structure, plan),
    )
    found_sheet = sheet(plan, tape, job.yard)
    if found_sheet.members:
        from trellis_server.documents.grid_pdf import grid_sheets

        body = grid_sheets(facts, found_sheet, pieces(plan), tape, paper)
        return _file(body, "application/pdf", f"{structure}-site-sheets.pdf", inline=True)
    rows = mark_rows(plan, tape, from_end=from_end, to=to, mirrored=mirrored)
    body = site_sheets(facts, found_sheet, rows, paper)
    return _file(body, "application/pdf", f"{structure}-site-sheets.pdf", inline=True)


@router.get("/{uuid:job_id}/files/{structure}/sample.pdf", response=REFUSALS)
def full_size(
    request: HttpRequest,
    job_id: uuid.UUID,
    structure: str,
    paper: Literal["letter", "a4"] = "letter",
    at: str = "",
    wide: str = "",
) -> HttpResponse:
    """A full-size sample of the face, over as many pages as it takes."""
    from trellis_server.documents.sample_pdf import sample_pages  # as above

    job = jobs.state(jobs.job_of(request.user, job_id)).document
    tape = job.reading.tape()
    bare: Literal["in", "mm"] = "in" if job.reading.system == "imperial" else "mm"
    _, structure_row = find(job, structure)
    found = sheet(plan_structure(job, structure), tape, job.yard)
    elevation = next((view for view in found.views if view.name == "elevation"), None)
    if elevation is None:
        raise InputError("structure", "Only a fence has a face to print a sample of")
    at_m = parse_length(at, bare, "at") if at else found.bays[0].from_m if found.bays else 0.0
    wide_m = parse_length(wide, bare, "wide") if wide else 0.36
    cut = sample(elevation, at_m=at_m, wide_m=wide_m)
    high = tape.length(cut.bounds[3] - cut.bounds[1])
    body = sample_pages(cut, f"{job.name}: {structure_row.name}", f"{tape.length(wide_m)} wide, {high} high", paper)
    return _file(body, "application/pdf", f"{structure}-sample.pdf", inline=True)


@router.get("/{uuid:job_id}/files/{structure}/working.pdf", response=REFUSALS)
def working(
    request: HttpRequest, job_id: uuid.UUID, structure: str, paper: Literal["letter", "a4"] = "letter"
) -> HttpResponse:
    """The working of every kind of check at its worst."""
    from trellis_server.documents.working import working_pages  # as above

    found = jobs.state(jobs.job_of(request.user, job_id))
    job = found.document
    _, structure_row = find(job, structure)
    title = f"{job.name}: {structure_row.name}, the working"
    edition = rulebook(job.school).edition
    printed = f"Revision {found.revision.number}, saved {found.revision.made_at:%Y-%m-%d %H:%M} UTC. {edition}."
    body = working_pages(title, printed, sheet(plan_structure(job, structure), job.reading.tape(), job.yard), paper)
    return _file(body, "application/pdf", f"{structure}-working.pdf", inline=True)
