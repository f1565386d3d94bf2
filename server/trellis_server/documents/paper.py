"""The paper painter: a view's shapes onto a PDF canvas, clipped to a stretch of the line, on one scale both ways."""

from collections.abc import Sequence

from reportlab.lib.colors import HexColor, black
from reportlab.pdfgen.canvas import Canvas
from steady.data.looks import look
from steady.drawing.shapes import Shape, View

Box = tuple[float, float, float, float]


def paint(
    canvas: Canvas,
    view: View,
    stretch_m: tuple[float, float],
    box: Box,
    mirrored: bool = False,
    labels: Sequence[tuple[float, float, str]] = (),
) -> None:
    """Paint the part of a view between two stations into a box (x, y, width, height in points)."""
    left, right = stretch_m
    x, y, width, height = box
    tall = view.bounds[3] - view.bounds[1] + 0.5
    scale = min(width / (right - left), height / tall)
    start = x + (width - (right - left) * scale) / 2
    base = y + (height - tall * scale) / 2

    def at(point: tuple[float, float]) -> tuple[float, float]:
        across = (right - point[0]) if mirrored else (point[0] - left)
        return start + across * scale, base + (point[1] - view.bounds[1] + 0.1) * scale

    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(x, y, width, height)
    canvas.clipPath(clip, stroke=0)
    for shape in view.shapes:
        xs = [p[0] for p in shape.points]
        if shape.kind != "text" and (min(xs) > right or max(xs) + (shape.count - 1) * shape.step[0] < left):
            continue
        for k in range(shape.count):
            _shape(canvas, shape, k, at, scale)
    canvas.setFont("TrellisSans-SemiBold", 10)
    for station, height, text in labels:
        spot = at((station, height))
        canvas.drawCentredString(spot[0], spot[1] + 4, text)
    canvas.restoreState()


def paint_whole(canvas: Canvas, view: View, box: Box, leave_out: Sequence[str] = ()) -> None:
    """Paint a whole view with its words into a box, on one scale both ways, in its middle."""
    x, y, width, height = box
    left, low, right, top = view.bounds
    scale = min(width / (right - left + 0.6), height / (top - low + 0.6))
    start = x + (width - (right - left) * scale) / 2
    base = y + (height - (top - low) * scale) / 2

    def at(point: tuple[float, float]) -> tuple[float, float]:
        return start + (point[0] - left) * scale, base + (point[1] - low) * scale

    canvas.saveState()
    for shape in view.shapes:
        if shape.kind != "text" and shape.layer not in leave_out:
            for k in range(shape.count):
                _shape(canvas, shape, k, at, scale)
    for shape in view.shapes:
        if shape.kind == "text":
            canvas.setFont("TrellisSans-SemiBold", max(7.5, shape.size * 0.75))
            spot = at(shape.points[0])
            draw = {"start": canvas.drawString, "end": canvas.drawRightString}.get(
                shape.anchor, canvas.drawCentredString
            )
            draw(spot[0] + shape.shift[0] * 0.75, spot[1] + shape.shift[1] * 0.75, shape.text)
    canvas.restoreState()


def _shape(canvas: Canvas, shape: Shape, k: int, at, scale: float) -> None:  # type: ignore[no-untyped-def]
    points = [at((px + k * shape.step[0], py + k * shape.step[1])) for px, py in shape.points]
    row = look(shape.layer)
    canvas.setStrokeColor(HexColor(row.ink))
    canvas.setLineWidth(max(0.35, row.width_m * scale))
    fill = row.fill
    if shape.kind == "text":
        return
    if shape.kind == "circle":
        canvas.circle(points[0][0], points[0][1], shape.size * scale, stroke=1, fill=0)
        return
    path = canvas.beginPath()
    path.moveTo(*points[0])
    for point in points[1:]:
        path.lineTo(*point)
    if shape.kind == "polygon":
        path.close()
    if fill:
        canvas.setFillColor(HexColor(fill))
    canvas.drawPath(path, stroke=1, fill=1 if fill and shape.kind == "polygon" else 0)
    canvas.setFillColor(black)
