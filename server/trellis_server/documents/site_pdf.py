"""The site plan on paper, at the largest usual scale that fits, with north if it is known, a scale bar, and what is amiss."""

import io

from reportlab.pdfgen.canvas import Canvas
from steady.jobs.document import JobDocument
from steady.jobs.site_layout import site_plan, site_sheet, unplaced
from steady.jobs.states import warnings

from trellis_server.documents.paper import paint_whole
from trellis_server.documents.pdf import BOLD, MARGIN, PAPERS, REGULAR, fonts, foot, north, wrap
from trellis_server.documents.scales import site_scale

POINTS_A_METRE = 72 / 0.0254
HEAD = 52.0


def site_pages(job: JobDocument, paper: str) -> bytes:
    """The drawing on one page, the findings below it or on the next."""
    fonts()
    stream = io.BytesIO()
    size = PAPERS[paper]
    canvas = Canvas(stream, pagesize=size, invariant=1)
    canvas.setTitle(f"{job.name}, site plan")
    draw_site(canvas, size, job)
    canvas.save()
    return stream.getvalue()


def draw_site(canvas: Canvas, size: tuple[float, float], job: JobDocument) -> None:
    """The site's page of a file."""
    width, height = size
    tape, view = job.reading.tape(), site_sheet(job)
    loose = unplaced(job)
    amiss = [*([loose] if loose else []), *warnings(job), *(item.amiss for item in site_plan(job).beside if item.amiss)]
    lines = [line for text in amiss for line in wrap(text, REGULAR, 10, width=width - 2 * MARGIN - 12)]
    room = (width - 2 * MARGIN, height - 2 * MARGIN - HEAD - 46 - 13 * min(len(lines), 14))
    left, low, right, top = view.bounds
    wide, tall = right - left + 0.6, top - low + 0.6
    fits = min(room[0] / wide, room[1] / tall) / POINTS_A_METRE
    scale, says = site_scale(fits, tape.metric)
    canvas.setFont(BOLD, 17)
    canvas.drawString(MARGIN, height - MARGIN - 10, f"{job.name}: the site"[:60])
    canvas.setFont(BOLD, 12)
    canvas.drawRightString(
        width - MARGIN, height - MARGIN - 10, "Not to scale" if loose else f"Scale {says}, printed at 100 %"
    )
    canvas.setFont(REGULAR, 10)
    told = "Measure from a boundary that somebody has proved before you dig; buried services are located first."
    canvas.drawString(MARGIN, height - MARGIN - 26, told)
    canvas.setLineWidth(1.2)
    canvas.line(MARGIN, height - MARGIN - 34, width - MARGIN, height - MARGIN - 34)
    drawn = (wide * scale * POINTS_A_METRE, tall * scale * POINTS_A_METRE)
    x = MARGIN + (room[0] - drawn[0]) / 2
    y = height - MARGIN - HEAD - drawn[1]
    paint_whole(canvas, view, (x, y, *drawn))
    if job.site.north_rad:
        north(canvas, width - MARGIN - 16, height - MARGIN - 62, north_rad=job.site.north_rad)
    _bar(canvas, y - 18, scale, imperial=not tape.metric)
    y -= 44
    canvas.setFont(REGULAR, 10)
    for line in lines[:14]:
        canvas.drawString(MARGIN + 12, y, line)
        y -= 13
    foot(canvas, size)
    canvas.showPage()


def _bar(canvas: Canvas, y: float, scale: float, *, imperial: bool) -> None:
    """A bar of five parts, so that a print that shrank is seen."""
    one = 0.3048 if imperial else 1.0
    part = next(n for n in (1, 2, 5, 10, 20, 50, 100, 1000) if n * one * scale * POINTS_A_METRE >= 24)
    step = part * one * scale * POINTS_A_METRE
    canvas.setLineWidth(0.8)
    canvas.setFont(REGULAR, 8)
    for k in range(5):
        canvas.rect(MARGIN + k * step, y, step, 4, fill=1 if k % 2 == 0 else 0)
    for k in (0, 5):
        canvas.drawCentredString(MARGIN + k * step, y - 9, f"{k * part} {'ft' if imperial else 'm'}")
