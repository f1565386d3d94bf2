"""One day's sheet for the crew: what is on, in order, what is looked at before going on, what may not begin, and the weather."""

from collections.abc import Sequence
from datetime import date
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Table, TableStyle
from reportlab.platypus.flowables import CondPageBreak, Flowable, PageBreak, Spacer
from steady.errors import InvalidInputError
from steady.jobs.day_needs import day_needs
from steady.jobs.document import plan_structure
from steady.jobs.job_schedule import Calendar, TaskRow, calendar, spoken
from steady.structures.client_text import counted

from trellis_server.documents.context import Whole
from trellis_server.documents.pdf import REGULAR, fonts
from trellis_server.documents.quote_pdf import HEAD, PLAIN, SMALL, UNDER, build_pages, told_states


def day_sheet(about: Whole, today: date) -> bytes:
    """The sheet of one day; without a day, of the first on which there is anything to do.

    Raises:
        InvalidInputError: Nothing is on that day.
    """
    fonts()
    found = calendar(about.job, today, about.holds)
    on = about.options.at
    on = on or next((span.on.isoformat() for row in found.tasks for span in row.spans if span.hours), "")
    story = _story(about, found, on)
    if not story:
        raise InvalidInputError("at", "Nothing is on that day: pick one of the calendar's days")
    return build_pages(story, f"{about.job.name}, {on}", about.options.paper)


def lead_sheet(jobs: Sequence[Whole], lead: str, on: str, *, today: date) -> bytes:
    """One day of one lead over all jobs, in the order in which they begin; each job on pages of its own.

    Raises:
        InvalidInputError: They have no work on that day.
    """
    fonts()
    parts: list[tuple[float, list[Flowable]]] = []
    for about in jobs:
        found = calendar(about.job, today, about.holds)
        first = min(
            (span.at_h for row in found.tasks for span in row.spans if span.on.isoformat() == on and span.hours),
            default=24.0,
        )
        if story := _story(about, found, on):
            parts.append((first, story))
    if not parts:
        raise InvalidInputError("on", f"{lead or 'Jobs without a lead'}: no work on that day, choose another")
    whole: list[Flowable] = []
    for _, story in sorted(parts, key=lambda part: part[0]):
        whole += [PageBreak(), *story] if whole else [Paragraph(escape(lead or "No lead yet"), UNDER), *story]
    return build_pages(whole, f"{lead or 'no lead'}, {on}", jobs[0].options.paper)


def _story(about: Whole, found: Calendar, on: str) -> list[Flowable]:
    """One day of one job; empty: nothing is on."""
    job = about.job
    rows = [(row, span) for row in found.tasks for span in row.spans if span.on.isoformat() == on]
    day = next((day for day in found.days if day.on == on), None)
    if not rows or day is None:
        return []
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
    return [*story, *_needs(about, [row for row, _ in rows])]


def _needs(about: Whole, rows: Sequence[TaskRow]) -> list[Flowable]:
    """What the day asks for: people, tools, marks, holes with their bags, pieces; one section a structure."""
    job = about.job
    lead = f", led by {job.calendar.lead}" if job.calendar.lead else ""
    story: list[Flowable] = [
        Paragraph("People and tools", UNDER),
        Paragraph(escape(f"{counted(job.quote.crew_count, 'person', 'people')}{lead}"), PLAIN),
    ]
    needs = []
    for structure in dict.fromkeys(row.structure for row in rows if row.structure):
        plan = plan_structure(job, structure)
        mine = {row.id for row in rows if row.structure == structure}
        needs.append(day_needs(job, plan, [task for task in plan.tasks if task.id in mine]))
    tools = dict.fromkeys(tool for need in needs for line in need.tools for tool in line.split(", "))
    story += [Paragraph(escape(f"Tools: {', '.join(tools)}"), PLAIN)] if tools else []
    names = {item.spec.id: item.name for item in job.structures}
    for need in needs:
        if need.marks:
            story.append(Paragraph(escape(f"{names[need.structure]}: marks from the tape's zero"), UNDER))
            story.append(Paragraph(escape("; ".join(f"{number}: {at}" for number, at in need.marks)), PLAIN))
        if need.holes:
            bags = f", {need.bags} bags" if need.bags else ""
            story += _over_table(f"{names[need.structure]}: {len(need.holes)} holes{bags}")
            head = ["post", "at", "wide", "deep", "bags", ""]
            holes = [[str(h.number), h.at, h.wide, h.deep, str(h.bags), ""] for h in need.holes]
            story.append(_ticked([head, *holes], [40, 90, 80, 80, 40, 20]))
        if need.pieces:
            story += _over_table(f"{names[need.structure]}: pieces that go up")
            lines = [[str(p.count), p.what, Paragraph(escape(p.of), PLAIN), p.long, ""] for p in need.pieces]
            story.append(_ticked([["count", "what", "of", "long", ""], *lines], [45, 90, None, 90, 20]))
    return story


LOOSE = ParagraphStyle("loose", parent=UNDER, keepWithNext=0)
"""A heading over a long table: kept with its first rows, not with all of them."""


def _over_table(title: str) -> list[Flowable]:
    return [CondPageBreak(35 * mm), Paragraph(escape(title), LOOSE)]


def _ticked(lines: list[list[Any]], widths: list[float | None]) -> Table:
    table = Table(lines, colWidths=widths, repeatRows=1)
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -1), 0.4, "#888888"),
                *(("BOX", (-1, k), (-1, k), 0.8, "#14211d") for k in range(1, len(lines))),
                ("FONT", (0, 0), (-1, -1), REGULAR, 10),
            ]
        )
    )
    return table


def _clock(hours: float) -> str:
    minutes = round(hours * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def _task(row: TaskRow) -> Paragraph:
    text = escape(f"{row.name}: {row.what}" if row.name else row.what)
    if row.hold:
        text += f"<br/><b>Hold point: {escape(row.hold)}</b>"
    return Paragraph(text, PLAIN)
