"""The paper painter: a view's shapes onto a PDF canvas, clipped to a stretch of the line, on one scale both ways."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from reportlab.lib.colors import HexColor, black, white
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas
from steady.data.styles import look
from steady.drawing.shapes import Shape, View

Box = tuple[float, float, float, float]
At = Callable[[tuple[float, float]], tuple[float, float]]
FONT = "TrellisSans-SemiBold"


@dataclass(frozen=True, slots=True)
class ViewStretch:
    """A view's part between two stations (m), as seen from one side or, mirrored, from the other."""

    from_m: float
    to_m: float
    mirrored: bool = False


def paint(
    canvas: Canvas,
    view: View,
    stretch: ViewStretch,
    *,
    box: Box,
    labels: Sequence[tuple[float, float, str]] = (),
) -> None:
    """Paint a stretch of a view into a box (x, y, width, height in points)."""
    left, right, mirrored = stretch.from_m, stretch.to_m, stretch.mirrored
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
            _shape(canvas, shape, k, at=at, scale=scale)
    spots = [(at((station, height)), text) for station, height, text in labels]
    numbers = [
        _Label(text, spot[0] - pdfmetrics.stringWidth(text, FONT, 10) / 2, spot[1] + 4, 10, 1) for spot, text in spots
    ]
    _write(canvas, numbers, box)
    canvas.restoreState()


def paint_whole(canvas: Canvas, view: View, box: Box, *, frame: bool = False) -> None:
    """Paint a whole view with its words into a box, on one scale both ways, in its middle."""
    left, low, right, top = view.bounds
    scale = min(box[2] / (right - left + 0.6), box[3] / (top - low + 0.6))
    at = _centred(view, box, scale)
    canvas.saveState()
    for shape in view.shapes:
        if shape.kind != "text" and not (frame and look(shape.layer).covers):
            for k in range(shape.count):
                _shape(canvas, shape, k, at=at, scale=scale)
    _write(canvas, [_label(shape, at) for shape in view.shapes if shape.kind == "text"], box)
    canvas.restoreState()


def _centred(view: View, box: Box, scale: float) -> At:
    """From a view's metres to points on the paper, its bounds in the middle of a box, at so many points a metre."""
    x, y, width, height = box
    left, low, right, top = view.bounds
    start, base = x + (width - (right - left) * scale) / 2, y + (height - (top - low) * scale) / 2
    return lambda point: (start + (point[0] - left) * scale, base + (point[1] - low) * scale)


def paint_window(canvas: Canvas, view: View, box: Box, *, scale: float) -> None:
    """Paint what lies within a view's bounds into the middle of a box, at so many points a metre; what reaches out is cut off."""
    left, low, right, top = view.bounds
    at = _centred(view, box, scale)

    def seen(points: Sequence[tuple[float, float]], across: float = 0.0, up: float = 0.0) -> bool:
        xs, ys = [px for px, _ in points], [py for _, py in points]
        return (
            min(xs) + min(0.0, across) <= right
            and max(xs) + max(0.0, across) >= left
            and min(ys) + min(0.0, up) <= top
            and max(ys) + max(0.0, up) >= low
        )

    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(*at((left, low)), (right - left) * scale, (top - low) * scale)
    canvas.clipPath(clip, stroke=0)
    for shape in view.shapes:
        steps = shape.count - 1
        if shape.kind != "text" and seen(shape.points, steps * shape.step[0], steps * shape.step[1]):
            for k in range(shape.count):
                _shape(canvas, shape, k, at=at, scale=scale)
    canvas.restoreState()
    words = [shape for shape in view.shapes if shape.kind == "text" and seen(shape.points)]
    canvas.saveState()
    _write(canvas, [_label(shape, at) for shape in words], box)
    canvas.restoreState()


@dataclass(frozen=True, slots=True)
class _Label:
    """Words with the place of their baseline's start and their size (points); heavier ones are placed first."""

    text: str
    x: float
    y: float
    size: float
    weight: int

    @property
    def wide(self) -> float:
        return float(pdfmetrics.stringWidth(self.text, FONT, self.size))

    def box(self, up: float = 0.0) -> Box:
        """Left, low, right, high."""
        y = self.y + up
        return self.x, y - 0.22 * self.size, self.x + self.wide, y + 0.78 * self.size


def _label(shape: Shape, at: At) -> _Label:
    size = max(7.5, shape.size * 0.75)
    x, y = at(shape.points[0])
    wide = pdfmetrics.stringWidth(shape.text, FONT, size)
    x += shape.shift[0] * 0.75 - {"start": 0.0, "end": wide}.get(shape.anchor, wide / 2)
    weight = {"zone-label": 3, "gate-label": 2}.get(shape.layer, 1)
    return _Label(shape.text, x, y + shape.shift[1] * 0.75, size, weight)


def _write(canvas: Canvas, labels: Sequence[_Label], box: Box) -> None:
    """Words whole within the box and off each other: one that lies over another moves up or down a line or two, or is left out."""
    left, low, wide, tall = box
    taken: list[Box] = []
    for label in sorted(labels, key=lambda one: -one.weight):
        x = min(max(label.x, left), left + wide - label.wide)
        for line in (0, 1, -1, 2, -2, 3, -3):
            up = line * 1.25 * label.size
            a = replace(label, x=x).box(up)
            if a[1] < low or a[3] > low + tall:
                continue
            if all(a[0] > b[2] or b[0] > a[2] or a[1] > b[3] or b[1] > a[3] for b in taken):
                taken.append(a)
                canvas.setFont(FONT, label.size)
                # A white edge keeps words apart from what they lie on, in grey, too.
                canvas.setStrokeColor(white)
                canvas.setLineWidth(0.22 * label.size)
                canvas.drawString(x, label.y + up, label.text, mode=1)
                canvas.drawString(x, label.y + up, label.text)
                break


def _shape(canvas: Canvas, shape: Shape, k: int, *, at: At, scale: float) -> None:
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
