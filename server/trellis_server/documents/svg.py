"""A view as an SVG file at true size: one metre is 1000 millimetres; every shape carries the id of what it stands for."""

from xml.sax.saxutils import escape, quoteattr

from steady.data.looks import look
from steady.drawing.shapes import Shape, View

from trellis_server.characters import INVALID

POINT_M = 0.012
"""Height of one point of text on a true-size drawing (m)."""


def svg(view: View) -> str:
    """The file's text."""
    left, bottom, right, top = view.bounds
    pad = 0.6
    width, height = right - left + 2 * pad, top - bottom + 2 * pad
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width * 1000:.1f}mm" height="{height * 1000:.1f}mm" '
        f'viewBox="{(left - pad) * 1000:.1f} {-(top + pad) * 1000:.1f} {width * 1000:.1f} {height * 1000:.1f}">',
        f"<title>{_text(view.title)}</title>",
    ]
    for shape in view.shapes:
        for k in range(shape.count):
            lines.append(_shape(shape, k * shape.step[0], k * shape.step[1], k))
    return "\n".join([*lines, "</svg>", ""])


def _kept(text: str) -> str:
    """Text without what XML cannot hold."""
    return INVALID.sub("", text)


def _text(text: str) -> str:
    return escape(_kept(text))


def _shape(shape: Shape, dx: float, dy: float, k: int) -> str:
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
