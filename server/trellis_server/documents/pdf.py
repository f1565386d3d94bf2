"""A printed page: its typeface, its papers, what stands at its head and at its foot."""

from dataclasses import dataclass
from pathlib import Path

from django.conf import settings
from reportlab.lib.colors import black
from reportlab.lib.pagesizes import A4, letter
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from steady.jobs.design_sheet import Sheet
from steady.jobs.document import JobDocument
from steady.plan.model import Basis

PAPERS = {"letter": letter, "a4": A4}
MARGIN = 34.0
REGULAR, BOLD = "TrellisSans", "TrellisSans-SemiBold"


@dataclass(frozen=True)
class SheetFacts:
    """What stands at the head of every page."""

    job: JobDocument
    name: str
    revision: int
    replaces: str
    printed: str
    mark_to: str
    from_end: bool
    mirrored: bool
    offset: str
    stands: str = ""
    warnings: tuple[str, ...] = ()


def fonts() -> None:
    """Register the typeface once a process."""
    if REGULAR not in pdfmetrics.getRegisteredFontNames():
        folder = Path(settings.BASE) / "fonts"
        pdfmetrics.registerFont(TTFont(REGULAR, str(folder / "TrellisSans-Regular.ttf")))
        pdfmetrics.registerFont(TTFont(BOLD, str(folder / "TrellisSans-SemiBold.ttf")))


def head_lines(facts: SheetFacts, sheet: Sheet, width: float) -> list[str]:
    """What stands under the name on every page, broken to the page."""
    locate = facts.job.site.locate
    ticket = f"Locate ticket {locate.ticket or 'NONE YET'}, to {locate.expires or 'no date'}"
    basis = (
        "built on the calculation"
        if sheet.built_on is Basis.CALCULATED
        else f"CREW DETAIL, NOT CALCULATED. Approved by {sheet.accepted}"
    )
    reads = sheet.reads
    if any(view.layout == "line" for view in sheet.views):
        datum = "the line's end" if facts.from_end else "the line's start"
        reads = f"Tape's zero: {datum}. Marks to the post's {facts.mark_to}. {reads}"
        reads += " MIRRORED: read from the far side of the string." if facts.mirrored else ""
    lines = [
        f"Revision {facts.revision}{facts.replaces}   ·   {facts.printed}   ·   {basis}",
        reads,
        ticket + (f".   Offset stakes {facts.offset} square off the string" if facts.offset else ""),
    ]
    return [line for text in (*facts.warnings, *lines) for line in wrap(text, REGULAR, 10, width=width - 2 * MARGIN)]


def head(canvas: Canvas, size: tuple[float, float], facts: SheetFacts, *, title: str, lines: list[str]) -> None:
    """The head of a page: whose it is, what is on it, and how it is read."""
    width, height = size
    y = height - MARGIN
    canvas.setFillColor(black)
    name = f"{facts.job.name}: {facts.name}"
    points = 17.0
    while points > 9 and pdfmetrics.stringWidth(name, BOLD, points) > width - 2 * MARGIN:
        points -= 0.5
    canvas.setFont(BOLD, points)
    canvas.drawString(MARGIN, y - 10, name)
    canvas.setFont(BOLD, 12)
    canvas.drawString(MARGIN, y - 27, title)
    canvas.setFont(REGULAR, 10)
    for number, line in enumerate(lines):
        canvas.drawString(MARGIN, y - 42 - 13 * number, line)
    canvas.setLineWidth(1.2)
    canvas.line(MARGIN, y - head_points(lines) + 8, width - MARGIN, y - head_points(lines) + 8)


def head_points(lines: list[str]) -> float:
    """How much of a page its head takes (points)."""
    return 44.0 + 13 * len(lines)


def north(canvas: Canvas, x: float, y: float, *, north_rad: float) -> None:
    """An arrow to north, turned to the left of up the paper."""
    canvas.saveState()
    canvas.translate(x, y)
    canvas.rotate(north_rad * 57.29577951308232)
    canvas.setLineWidth(1.4)
    canvas.line(0, -10, 0, 10)
    path = canvas.beginPath()
    path.moveTo(-4, 3)
    path.lineTo(0, 12)
    path.lineTo(4, 3)
    path.close()
    canvas.drawPath(path, fill=1)
    canvas.setFont(BOLD, 9)
    canvas.drawCentredString(0, 14, "N")  # at the tip: at the tail it reads as the way that N lies
    canvas.restoreState()


def foot(canvas: Canvas, size: tuple[float, float]) -> None:
    """What stands at the foot of every page."""
    canvas.setFont(REGULAR, 8.5)
    canvas.setFillColor(black)
    canvas.drawString(
        MARGIN,
        MARGIN - 8,
        "Design values and clauses are recalled, unverified with the printed codes. Local code and licensed",
    )
    canvas.drawString(MARGIN, MARGIN - 18, "practice come first. No hole before the locate is complete.")
    canvas.drawRightString(size[0] - MARGIN, MARGIN - 18, f"page {canvas.getPageNumber()}")


def wrap(text: str, font: str, points: float, *, width: float) -> list[str]:
    """A text broken into lines no wider than `width` points."""
    lines: list[str] = []
    line = ""
    for word in text.split():
        trial = f"{line} {word}".strip()
        if pdfmetrics.stringWidth(trial, font, points) > width and line:
            lines.append(line)
            line = word
        else:
            line = trial
    return [*lines, line] if line else lines
