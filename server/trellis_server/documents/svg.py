"""A view as an SVG file: its units are millimetres at true size, shown at a scale that fits a sheet; every shape has its id."""

from xml.sax.saxutils import escape, quoteattr

from steady.data.styles import look
from steady.drawing.shapes import Shape, View

from trellis_server.characters import INVALID

POINT_M = 0.012
"""Height of one point of text on a true-size drawing (m)."""


SCALES = (1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000)
WIDEST_M = 0.4
"""A drawing opens no wider than a sheet of A3."""


def scale_of(size_m: float) -> int:
    """The largest usual scale (1:n) at which a drawing fits a sheet."""
    return next((scale for scale in SCALES if size_m / scale <= WIDEST_M), SCALES[-1])


def svg(view: View) -> str:
    """The file's text."""
    left, bottom, right, top = view.bounds
    pad = 0.6
    width, height = right - left + 2 * pad, top - bottom + 2 * pad
    scale = scale_of(max(width, height))
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width * 1000 / scale:.1f}mm" height="{height * 1000 / scale:.1f}mm" '
        f'viewBox="{(left - pad) * 1000:.1f} {-(top + pad) * 1000:.1f} {width * 1000:.1f} {height * 1000:.1f}">',
        f"<title>{_text(view.title)}, 1:{scale}</title>",
    ]
    for shape in view.shapes:
        for k in range(shape.count):
            lines.append(_shape(shape, k * shape.step[0], k * shape.step[1], k=k))
    return "\n".join([*lines, "</svg>", ""])


def _kept(text: str) -> str:
    """Text without what XML cannot hold."""
    return INVALID.sub("", text)


def _text(text: str) -> str:
    return escape(_kept(text))


def _shape(shape: Shape, dx: float, dy: float, *, k: int) -> str:
    points = [((x + dx) * 1000, -(y + dy) * 1000) for x, y in shape.points]
    about = f"data-id={quoteattr(_kept(shape.id))} class={quoteattr(shape.layer)}"
    row = look(shape.layer)
    paint = f'fill="{row.fill or "none"}" stroke="{row.ink}" stroke-width="{row.width_m * 1000:g}"'
    if shape.kind == "text":
        x = points[0][0] + shape.shift[0] * POINT_M * 1000
        y = points[0][1] - shape.shift[1] * POINT_M * 1000
        size = shape.size * POINT_M * 1000
        return (
            f'<text {about} x="{x:.1f}" y="{y:.1f}" font-size="{size:.0f}" font-family="Trellis Sans, sans-serif" '
            f'text-anchor="{shape.anchor}" fill="#14211d">{_text(shape.text)}</text>'
        )
    if shape.kind == "circle":
        return f'<circle {about} cx="{points[0][0]:.1f}" cy="{points[0][1]:.1f}" r="{shape.size * 1000:.1f}" {paint}/>'
    listed = " ".join(f"{x:.1f},{y:.1f}" for x, y in points)
    tag = "polygon" if shape.kind == "polygon" else "polyline"
    if tag == "polyline":
        paint = f'fill="none" stroke="{row.ink}" stroke-width="{row.width_m * 1000:g}"'
    return f'<{tag} {about} points="{listed}" {paint}/>'
