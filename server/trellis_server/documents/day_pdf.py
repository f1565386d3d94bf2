"""One day's sheet for the crew: what is on, in order, what is looked at before going on, what may not begin, and the weather."""

from datetime import date
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Table, TableStyle
from reportlab.platypus.flowables import Flowable, Spacer
from steady.errors import InvalidInputError
from steady.jobs.job_schedule import TaskRow, calendar, spoken

from trellis_server.documents.context import Whole
from trellis_server.documents.pdf import REGULAR, fonts
from trellis_server.documents.quote_pdf import HEAD, PLAIN, SMALL, UNDER, build_pages, told_states


def day_sheet(about: Whole, today: date) -> bytes:
    """The sheet of one day; without a day, of the first on which there is anything to do.

    Raises:
        InvalidInputError: Nothing is on that day.
    """
    fonts()
    job, on = about.job, about.options.at
    found = calendar(job, today, about.held)
    on = on or next((span.on.isoformat() for row in found.tasks for span in row.spans if span.hours), "")
    rows = [(row, span) for row in found.tasks for span in row.spans if span.on.isoformat() == on]
    day = next((day for day in found.days if day.on == on), None)
    if not rows or day is None:
        raise InvalidInputError("at", "Nothing is on that day: pick one of the calendar's days")
    story: list[Flowable] = [
        Paragraph(escape(f"{spoken(on)}: {job.name}"), HEAD),
        Paragraph(escape(", ".join(part for part in (job.place, job.client) if part)), PLAIN),
        Spacer(1, 3 * mm),
    ]
    told = [f"{day.hours:.3g} hours of work", f"light for {day.light_h:.3g} hours" if day.light_h else ""]
    told += [f"weather: {day.weather}" if day.weather else "weather not typed yet"]
    story.append(Paragraph(escape("; ".join(part for part in told if part)), PLAIN))
    story += [Paragraph(escape(f"• {reason}"), SMALL) for reason in day.reasons]
    story += told_states(found.warnings)
    stops = list(dict.fromkeys(why for row, _ in rows for why in row.stops))
    if stops:
        story.append(Paragraph("Blocked tasks", UNDER))
        story += [Paragraph(escape(f"• {why}"), PLAIN) for why in stops]
    story.append(Paragraph("In this order", UNDER))
    lines = [
        [_clock(span.at_h) if span.hours else "", _task(row), f"{span.hours:.1f} h" if span.hours else "", ""]
        for row, span in rows
    ]
    table = Table(lines, colWidths=[45, None, 45, 20])
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -1), 0.4, "#888888"),
                *(("BOX", (3, k), (3, k), 0.8, "#14211d") for k in range(len(lines))),
                ("FONT", (0, 0), (-1, -1), REGULAR, 11),
            ]
        )
    )
    story.append(table)
    return build_pages(story, f"{job.name}, {on}", about.options.paper)


def _clock(hours: float) -> str:
    minutes = round(hours * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def _task(row: TaskRow) -> Paragraph:
    text = escape(f"{row.name}: {row.what}" if row.name else row.what)
    if row.hold:
        text += f"<br/><b>Hold point: {escape(row.hold)}</b>"
    return Paragraph(text, PLAIN)
