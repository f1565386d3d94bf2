"""Drawings at full size over several pages: with a ruler to check them, edges to cut along and marks to join by."""

import io
import math
from collections.abc import Sequence
from dataclasses import dataclass

from reportlab.lib.colors import HexColor, black
from reportlab.pdfgen.canvas import Canvas
from steady.data.styles import look
from steady.drawing.shapes import View

from trellis_server.documents.pdf import BOLD, PAPERS, REGULAR, fonts

POINTS_A_METRE = 72 / 0.0254
EDGE = 36.0
"""Margin that every printer can print to (points); the pages are cut along it and taped edge to edge."""
HEAD = 30.0


@dataclass(frozen=True, kw_only=True)
class FullSize:
    """One drawing to print at true size: its view, its title on every page, and what is said of its size."""

    view: View
    title: str
    says: str


def full_size_pages(drawings: Sequence[FullSize], title: str, paper: str) -> bytes:
    """Every drawing over as many pages as it takes; a ruler on each one's first."""
    fonts()
    stream = io.BytesIO()
    canvas = Canvas(stream, pagesize=PAPERS[paper], invariant=1)
    canvas.setTitle(title)
    for one in drawings:
        _pages(canvas, one, PAPERS[paper])
    canvas.save()
    return stream.getvalue()


def _pages(canvas: Canvas, one: FullSize, size: tuple[float, float]) -> None:
    """Pages from the lower left, row by row; each says where it belongs."""
    view, title, (width, height) = one.view, one.title, size
    across, up = width - 2 * EDGE, height - 2 * EDGE - HEAD
    left, low, right, top = view.bounds
    columns = math.ceil((right - left) * POINTS_A_METRE / across - 1e-9)
    rows = math.ceil((top - low) * POINTS_A_METRE / up - 1e-9)
    for row in range(rows):
        for column in range(columns):
            name = f"{'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[row % 26]}{column + 1}"
            _page(canvas, view, (column * across, row * up), room=(across, up), size=(width, height))
            canvas.setFont(BOLD, 12)
            canvas.drawString(EDGE, height - EDGE - 8, f"{name}   {title}"[:70])
            canvas.setFont(REGULAR, 9)
            said = (
                f"{one.says}. Row A is the lowest; {columns} across, {rows} up. Print at 100 %, cut along the frame, "
            )
            said += "tape edge to edge."
            canvas.drawString(EDGE, height - EDGE - 20, said)
            if row == 0 and column == 0:
                _ruler(canvas)
            canvas.showPage()


def _page(
    canvas: Canvas, view: View, start: tuple[float, float], *, room: tuple[float, float], size: tuple[float, float]
) -> None:
    left, low, right, top = view.bounds
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(EDGE, EDGE, *room)
    canvas.clipPath(clip, stroke=0)
    edge = canvas.beginPath()
    x0, y0 = EDGE - start[0], EDGE - start[1]
    edge.rect(x0, y0, (right - left) * POINTS_A_METRE, (top - low) * POINTS_A_METRE)
    canvas.clipPath(edge, stroke=0)
    for layer in ("post", "rail", "wire", "board"):
        for shape in view.shapes:
            if shape.layer != layer:
                continue
            path = canvas.beginPath()
            for k, (x, y) in enumerate(shape.points):
                at = (x0 + (x - left) * POINTS_A_METRE, y0 + (y - low) * POINTS_A_METRE)
                if k == 0:
                    path.moveTo(*at)
                else:
                    path.lineTo(*at)
            path.close()
            canvas.setStrokeColor(HexColor(look(shape.layer).ink))
            canvas.setLineWidth(1.2)
            fill = look(shape.layer).fill
            if fill:
                canvas.setFillColor(HexColor(fill))
            canvas.drawPath(path, stroke=1, fill=1 if fill else 0)
    canvas.restoreState()
    canvas.setFillColor(black)
    canvas.setStrokeColor(black)
    canvas.setLineWidth(0.4)
    canvas.setDash(3, 3)
    canvas.rect(EDGE, EDGE, *room, fill=0)
    canvas.setDash()


def _ruler(canvas: Canvas) -> None:
    """A ruler of 100 mm and 4 in to check the printer by."""
    y = 20.0
    canvas.setLineWidth(1)
    canvas.line(EDGE, y, EDGE + 0.1 * POINTS_A_METRE, y)
    for mm in range(0, 101, 10):
        x = EDGE + mm / 1000 * POINTS_A_METRE
        canvas.line(x, y, x, y + 6)
    canvas.setFont(REGULAR, 8)
    canvas.drawString(EDGE + 0.1 * POINTS_A_METRE + 6, y, "exactly 100 mm (3 15/16 in): if not, print again at 100 %")
