"""The shade sheet: what a structure shades at an hour, drawn from above, and over hours and dates as a table."""

from xml.sax.saxutils import escape

from reportlab.graphics.shapes import Drawing, Group, Polygon, Rect, String
from reportlab.lib.colors import Color, HexColor
from reportlab.platypus import Paragraph
from reportlab.platypus.flowables import Flowable, Spacer
from steady.jobs.sun_shade import SunAnswer, SunRequest, sun

from trellis_server.documents.context import Subject
from trellis_server.documents.pdf import REGULAR, fonts
from trellis_server.documents.quote_pdf import HEAD, PLAIN, build_pages, told_states
from trellis_server.documents.report_tables import ruled_table

WIDE_PT, TALL_PT = 480.0, 250.0
SHADOW, STANDS, PATCH = HexColor("#b9c4d8"), HexColor("#5b4630"), HexColor("#c2410c")


def shade_pages(about: Subject, ask: SunRequest) -> bytes:
    """One structure's shade sheet.

    Raises:
        InvalidInputError: Nobody said where on the earth the site lies.
    """
    fonts()
    job, name = about.state.document, about.row.name
    found = sun(job, about.structure, ask)
    title = f"{job.name}: {name}, its shade"
    clock = f"{int(ask.hour):02d}:{round(ask.hour % 1 * 60):02d}"
    says = f"On {ask.on} at {clock}, the clock of {found.clock}: {found.says}."
    rows = [
        (f"{row.hour}:00", *("down" if share is None else f"{share:.0%}" for share in row.shares))
        for row in found.table
    ]
    story: list[Flowable] = [
        Paragraph(escape(title), HEAD),
        Paragraph(escape(says), PLAIN),
        *told_states(about.warnings),
        Spacer(1, 6),
        _drawn(found),
        Spacer(1, 6),
        Paragraph(
            "Blue: its shadow on level ground. Brown: what stands, from above. Red: the patch that the shares below are of.",
            PLAIN,
        ),
        Spacer(1, 6),
        ruled_table(("hour", *found.dates), rows, (50, *([None] * len(found.dates)))),
    ]
    return build_pages(story, title, about.options.paper)


def _drawn(found: SunAnswer) -> Drawing:
    left, near, right, far = found.patch
    points = [p for ring in (*found.shadows, *found.below) for p in ring] + [(left, near), (right, far)]
    xs, ys = [x for x, _ in points], [y for _, y in points]
    scale = min(WIDE_PT / max(0.5, max(xs) - min(xs)), TALL_PT / max(0.5, max(ys) - min(ys)))

    def at(x: float, y: float) -> tuple[float, float]:
        return (x - min(xs)) * scale, (y - min(ys)) * scale

    def rings(of: tuple[tuple[tuple[float, float], ...], ...], fill: Color, stroke: Color | None) -> Group:
        group = Group()
        for ring in of:
            flat = [value for x, y in ring for value in at(x, y)]
            if len(flat) >= 6:
                group.add(Polygon(flat, fillColor=fill, strokeColor=stroke, strokeWidth=0.3))
        return group

    drawing = Drawing(WIDE_PT, (max(ys) - min(ys)) * scale + 14)
    drawing.add(rings(found.shadows, SHADOW, None))
    drawing.add(rings(found.below, STANDS, None))
    (x, y), (x1, y1) = at(left, near), at(right, far)
    drawing.add(Rect(x, y, x1 - x, y1 - y, fillColor=None, strokeColor=PATCH, strokeWidth=1))
    if found.share is not None:
        drawing.add(
            String((x + x1) / 2 - 14, y1 + 4, f"{found.share:.0%}", fontName=REGULAR, fontSize=9, fillColor=PATCH)
        )
    return drawing
