"""Site sheets as PDF: one page a straight, with its drawing and its marks as a table that a wet thumb can follow."""

import io
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings
from reportlab.lib.colors import HexColor, black, white
from reportlab.lib.pagesizes import A4, letter
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas
from steady.drawing.marks import MarkRow
from steady.drawing.shapes import View
from steady.jobs.document import Job
from steady.jobs.sheet import PostRow, Sheet
from steady.plan.model import Basis

from trellis_server.documents.paper import paint

PAPERS = {"letter": letter, "a4": A4}
MARGIN = 34.0
ROW = 19.0
REGULAR, BOLD = "TrellisSans", "TrellisSans-SemiBold"


@dataclass(frozen=True)
class SheetFacts:
    """What stands at the head of every page."""

    job: Job
    name: str
    revision: int
    replaces: str
    printed: str
    mark_to: str
    from_end: bool
    mirrored: bool
    offset: str
    stands: str = ""


def fonts() -> None:
    """Register the typeface once a process."""
    if REGULAR not in pdfmetrics.getRegisteredFontNames():
        folder = Path(settings.BASE) / "fonts"
        pdfmetrics.registerFont(TTFont(REGULAR, str(folder / "TrellisSans-Regular.ttf")))
        pdfmetrics.registerFont(TTFont(BOLD, str(folder / "TrellisSans-SemiBold.ttf")))


def site_sheets(facts: SheetFacts, sheet: Sheet, marks: list[MarkRow], paper: str) -> bytes:
    """All pages of a structure."""
    fonts()
    stream = io.BytesIO()
    size = PAPERS[paper]
    canvas = Canvas(stream, pagesize=size, invariant=1)
    canvas.setTitle(f"{facts.job.name}: {facts.name}, site sheets")
    posts = {post.id: post for post in sheet.posts}
    legs: dict[str, list[MarkRow]] = {}
    for row in marks:
        if row.kind == "corner" and legs and row.leg not in legs:
            # A corner post ends one straight and starts the next: it stands on both sheets.
            legs[list(legs)[-1]].append(row)
        legs.setdefault(row.leg, []).append(row)
    elevation = next(view for view in sheet.views if view.name == "elevation")
    for number, (leg, rows) in enumerate(legs.items(), start=1):
        _straight(canvas, size, facts, sheet, leg, number, len(legs), rows, posts, elevation)
    cautions_page(canvas, size, facts, sheet)
    canvas.save()
    return stream.getvalue()


def head(canvas: Canvas, size: tuple[float, float], facts: SheetFacts, sheet: Sheet, title: str) -> float:
    """The head of a page; the height where it ends."""
    width, height = size
    y = height - MARGIN
    canvas.setFillColor(black)
    canvas.setFont(BOLD, 17)
    canvas.drawString(MARGIN, y - 10, f"{facts.job.name}: {facts.name}"[:60])
    canvas.setFont(BOLD, 12)
    canvas.drawRightString(width - MARGIN, y - 10, title)
    locate = facts.job.site.locate
    ticket = f"Locate ticket {locate.ticket or 'NONE YET'}, to {locate.expires or 'no date'}"
    basis = (
        "built on the calculation"
        if sheet.built_on is Basis.RECKONED
        else f"BUILT ON PRACTICE, accepted by {sheet.accepted}"
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
    canvas.setFont(REGULAR, 10)
    y -= 26
    for line in lines:
        canvas.drawString(MARGIN, y, line)
        y -= 13
    north(canvas, width - MARGIN - 16, height - MARGIN - 46, facts.job.site.north_rad)
    canvas.setLineWidth(1.2)
    canvas.line(MARGIN, y + 4, width - MARGIN, y + 4)
    return y - 4


def north(canvas: Canvas, x: float, y: float, north_rad: float) -> None:
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
        MARGIN - 16,
        "Design values and clauses are from memory, not compared with the printed codes. Local code and licensed",
    )
    canvas.drawString(MARGIN, MARGIN - 26, "practice come first. No hole before the locate is complete.")
    canvas.drawRightString(size[0] - MARGIN, MARGIN - 26, f"page {canvas.getPageNumber()}")


def _straight(  # noqa: PLR0913
    canvas: Canvas,
    size: tuple[float, float],
    facts: SheetFacts,
    sheet: Sheet,
    leg: str,
    number: int,
    count: int,
    rows: list[MarkRow],
    posts: dict[str, PostRow],
    elevation: View,
) -> None:
    width, _ = size
    title = f"Run {number} of {count}"
    y = head(canvas, size, facts, sheet, title)
    stations = [row.station_m for row in rows]
    box = (MARGIN, y - 178, width - 2 * MARGIN, 172.0)
    stood = [(row, posts[row.id]) for row in rows if row.id in posts]
    numbers = [(row.station_m, post.ground_m + post.cut_height_m, str(row.number)) for row, post in stood]
    paint(canvas, elevation, (min(stations) - 0.8, max(stations) + 0.8), box, facts.mirrored, numbers)
    y -= 190
    beside = _beside(facts, sheet)
    tall = ROW + (9 if beside else 0)
    fit = max(4, int((y - MARGIN - 40) / tall) - 1)
    for start in range(0, len(rows), fit):
        part = rows[start : start + fit]
        if start:
            foot(canvas, size)
            canvas.showPage()
            y = head(canvas, size, facts, sheet, f"{title}, more")
        y = _table(canvas, width, y, part, posts, tall, beside)
    if facts.offset:
        canvas.setFont(REGULAR, 10.5)
        note = f"Offset stakes: one each side of every mark, {facts.offset} square off the string, clear of the auger."
        canvas.drawString(MARGIN, y - 16, note)
        canvas.drawString(
            MARGIN, y - 30, "After digging, pull a string between the two and read the mark where it crosses."
        )
    foot(canvas, size)
    canvas.showPage()


def _beside(facts: SheetFacts, sheet: Sheet) -> dict[str, str]:
    """A second line under a post's row where it needs one: practice, a level to hit, or a foot unlike the others."""
    usual = max((post.foot for post in sheet.posts), key=[post.foot for post in sheet.posts].count, default="")
    found = {}
    for post in sheet.posts:
        words = []
        if sheet.accepted:
            words.append(f"practice; the calculation asks {post.reckoned} of embedment, this is {post.embedment}")
        if sheet.exact_holes:
            words.append(f"bottom of the hole at level {post.bottom} from post 1's ground")
        if post.foot != usual:
            words.append(post.foot)
        if words:
            found[post.id] = "; ".join(words)
    return found


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
COLUMNS = (
    ("post", 0.0),
    ("mark", 0.10),
    ("hole deep", 0.275),
    ("gravel", 0.385),
    ("wide", 0.475),
    ("cut above ground", 0.57),
    ("dig", 0.74),
    ("measured", 0.83),
)


def _table(
    canvas: Canvas,
    width: float,
    y: float,
    rows: list[MarkRow],
    posts: dict[str, PostRow],
    tall: float,
    beside: dict[str, str],
) -> float:
    inner = width - 2 * MARGIN
    canvas.setFont(REGULAR, 9.5)
    for name, at in COLUMNS:
        canvas.drawString(MARGIN + at * inner, y - 10, name)
    y -= 15
    canvas.setLineWidth(1.0)
    canvas.line(MARGIN, y, width - MARGIN, y)
    for index, row in enumerate(rows):
        post = posts.get(row.id)
        if index % 2:
            canvas.setFillColor(HexColor("#eeeeee"))
            canvas.rect(MARGIN, y - tall, inner, tall, stroke=0, fill=1)
            canvas.setFillColor(black)
        name_of = f"{row.number} {SHORT.get(row.kind, '')}".strip()
        cells: tuple[str, ...] = (name_of, row.reading, row.label)
        if post is not None:
            by_hand = "BY HAND" if post.hand_dug else ""
            cells = (name_of, row.reading, post.hole, post.gravel, post.hole_width, post.cut_height, by_hand)
        for (name, at), cell in zip(COLUMNS, cells, strict=False):
            canvas.setFont(BOLD if name in ("mark", "hole deep", "dig") else REGULAR, 13 if name == "mark" else 11.5)
            canvas.drawString(MARGIN + at * inner, y - 14, cell)
        canvas.setLineWidth(0.8)
        canvas.line(MARGIN + 0.83 * inner, y - 15.5, width - MARGIN, y - 15.5)
        if row.id in beside:
            canvas.setFont(REGULAR, 8.5)
            canvas.drawString(MARGIN + 0.275 * inner, y - 25, beside[row.id])
        y -= tall
    return y


def cautions_page(canvas: Canvas, size: tuple[float, float], facts: SheetFacts, sheet: Sheet) -> None:
    """The headline, clashes, notes to build by, and cautions."""
    y = head(canvas, size, facts, sheet, "Before and during the work")
    practice = f"   Practice accepted by {sheet.accepted}." if sheet.accepted else ""
    blocks = [("", sheet.headline + "." + practice)]
    blocks += [("Wind", facts.stands + ".")] if facts.stands else []
    blocks += [("Clash", text) for text in sheet.conflicts]
    blocks += [("Note", text) for text in sheet.notes]
    blocks += [(caution.kind.capitalize(), caution.text) for caution in sheet.cautions]
    for kind, text in blocks:
        canvas.setFont(BOLD, 11)
        canvas.drawString(MARGIN, y - 12, kind)
        for line in wrap(text, REGULAR, 11, size[0] - 2 * MARGIN - 64):
            canvas.setFont(REGULAR, 11)
            canvas.drawString(MARGIN + 64, y - 12, line)
            y -= 15
        y -= 5
        if y < MARGIN + 40:
            foot(canvas, size)
            canvas.showPage()
            y = head(canvas, size, facts, sheet, "Before and during the work, more")
    canvas.setFillColor(white)
    canvas.setFillColor(black)
    foot(canvas, size)
    canvas.showPage()


def wrap(text: str, font: str, points: float, width: float) -> list[str]:
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
