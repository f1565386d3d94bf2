"""The handover: what was built, what was looked at, what it asks for from now on, and photos; for whoever lives with it."""

import io
from collections import Counter
from dataclasses import replace
from datetime import date
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Table, TableStyle
from reportlab.platypus.flowables import Flowable, Image, PageBreak, Spacer
from steady.catalog.items import listed
from steady.drawing.scene import described
from steady.errors import InvalidInputError
from steady.jobs.document import case_of, kind_in
from steady.jobs.job_takeoff import job_list
from steady.jobs.maintenance import Upkeep
from steady.jobs.site_drawing import picture
from steady.jobs.site_layout import site_sheet, unplaced
from steady.jobs.states import warnings
from steady.plan.model import Plan

from trellis_server.documents.context import Whole
from trellis_server.documents.pdf import fonts
from trellis_server.documents.quote_pdf import (
    HEAD,
    PLAIN,
    SMALL,
    UNDER,
    Picture,
    build_pages,
    letterhead_of,
    told_states,
)
from trellis_server.models import Inspection, Photo, UpkeepRecord
from trellis_server.services.photos import path_of
from trellis_server.services.readings import rows as readings_of
from trellis_server.services.readings import temporary_standing
from trellis_server.services.upkeep import plans_of, reminders

MOST_PHOTOS = 24
FIRST_STRUCTURES, FIRST_LINES = 8, 7
"""What the first page has room for."""


def handover(about: Whole, today: date) -> bytes:
    """One page that a household keeps, then what stands behind it."""
    fonts()
    plans = plans_of(about.job)
    due = reminders(about.saved_job, about.job, today)
    story = [*_first_page(about, plans, due), PageBreak()]
    story.append(Paragraph(escape(f"{about.job.name}: the record behind it"), HEAD))
    story += [
        *_maintenance(due),
        *_looked_after(about),
        *_materials(about),
        *_as_built(about),
        *_inspections(about, plans),
    ]
    kept = [
        one
        for one in Photo.objects.filter(job=about.saved_job, receipt=False).order_by("taken_at")
        if path_of(one.pk).exists()
    ]
    story += _pictures(kept)
    return build_pages(story, f"{about.job.name}, handover", about.options.paper)


def _first_page(about: Whole, plans: list[Plan], due: list[Upkeep]) -> list[Flowable]:
    """What stands, in a client's words; what is open; what is next; what the crew stands in for."""
    job, kept = about.job, about.saved_job
    story: list[Flowable] = letterhead_of(kept.crew.letterhead)
    story.append(Paragraph(escape(f"{job.name}: what was built, and how to keep it"), HEAD))
    story.append(Paragraph(escape(", ".join(part for part in (job.client, job.place) if part)), PLAIN))
    story += [Spacer(1, 2 * mm), Picture(picture(site_sheet(job)), 150.0)]
    story += [Paragraph(escape(unplaced(job)), SMALL)] if unplaced(job) else []
    story.append(Paragraph("What stands", UNDER))
    names = {item.spec.id: item.name for item in job.built}
    for plan in plans[:FIRST_STRUCTURES]:
        said = kind_in(job, plan.id).describe(case_of(job, plan.id), plan) or described(plan).partition(": ")[2]
        story.append(Paragraph(f"<b>{escape(names[plan.id])}</b>: {escape(said)}", SMALL))
    if len(plans) > FIRST_STRUCTURES:
        story.append(Paragraph(escape(f"and {len(plans) - FIRST_STRUCTURES} more"), SMALL))
    story += told_states(warnings(job))
    standing = temporary_standing(kept)
    if standing:
        story.append(Paragraph("Still to be taken out", UNDER))
        for structure, part in standing[:FIRST_LINES]:
            text = f"• {names.get(structure, structure)}: {part.count} × {part.what}, only when {part.until}"
            story.append(Paragraph(escape(text), SMALL))
    story.append(Paragraph("What it asks for next", UNDER))
    soonest = sorted((item.due[0], item.text) for item in due if item.due)[:FIRST_LINES]
    story += [Paragraph(escape(f"• {day:%Y-%m}: {text}"), SMALL) for day, text in soonest]
    if job.offer.warranty:
        story.append(Paragraph("Warranty", UNDER))
        story += [Paragraph(escape(f"• {line}"), SMALL) for line in job.offer.warranty[:FIRST_LINES]]
    return story


def _maintenance(due: list[Upkeep]) -> list[Flowable]:
    story: list[Flowable] = [Paragraph("Maintenance", UNDER)]
    for item in due:
        days = ", ".join(f"{day:%Y-%m}" for day in item.due[:4])
        story.append(Paragraph(f"• {escape(item.text)} <font size=9>({days} …)</font>", PLAIN))
    return story


def _materials(about: Whole) -> list[Flowable]:
    """What it was built of, and whose price book names where it came from. No prices: a client reads this."""
    try:
        lines = job_list(replace(about.job, came=(), yard=replace(about.job.yard, rack=()))).bill.lines
    except InvalidInputError:
        return []
    sold = {listed(one.item): one.supplier for one in about.job.yard.prices if one.supplier}
    says = [
        f"{line.count} {line.unit} {line.says}{f', from {sold[listed(line.item)]}' if listed(line.item) in sold else ''}"
        for line in lines
    ]
    return [Paragraph("Materials", UNDER), Paragraph(escape("; ".join(says)), SMALL)]


def _as_built(about: Whole) -> list[Flowable]:
    """The last reading of everything that was measured and is judged."""
    tape = about.job.reading.tape()
    last = {(row["about"], row["what"]): row for row in readings_of(about.saved_job) if row["verdict"]}
    said = Counter(str(row["verdict"]) for row in last.values())
    if not last:
        return []
    names = {item.spec.id: item.name for item in about.job.structures}
    story: list[Flowable] = [
        Paragraph("Measured as built", UNDER),
        Paragraph(f"{said['inside']} readings inside their tolerance, {said['outside']} outside.", PLAIN),
    ]
    for row in last.values():
        if row["verdict"] == "outside" and row["unit"] == "m":
            where = f"{names.get(str(row['structure']), '')}, {row['what']}"
            value, wished = (tape.length(float(str(row[key]))) for key in ("value_m", "planned_m"))
            story.append(Paragraph(escape(f"• {where}: {value}, planned {wished}"), SMALL))
    return story


def _inspections(about: Whole, plans: list[Plan]) -> list[Flowable]:
    looked = list(Inspection.objects.filter(job=about.saved_job).order_by("on", "pk"))
    if not looked:
        return []
    names = {item.spec.id: item.name for item in about.job.built}
    tasks = {task.id: f"{names[plan.id]}, {task.what}" for plan in plans for task in plan.tasks}
    story: list[Flowable] = [Paragraph("Inspections", UNDER)]
    for found in looked:
        what = tasks.get(found.task, found.task)
        says = f"{what}: {found.on:%Y-%m-%d}, {found.by}: {'passed' if found.passed else 'not passed'}"
        story.append(Paragraph(escape(f"• {says}{f': {found.note}' if found.note else ''}"), PLAIN))
    return story


def _looked_after(about: Whole) -> list[Flowable]:
    """What was found over the years."""
    found = UpkeepRecord.objects.filter(job=about.saved_job).order_by("on", "pk")
    says = [
        f"{one.on:%Y-%m-%d}, {one.key}: {one.result}, {one.by}{f': {one.note}' if one.note else ''}" for one in found
    ]
    return [Paragraph("What was found", UNDER), *[Paragraph(escape(f"• {one}"), PLAIN) for one in says]] if says else []


def _pictures(photos: list[Photo]) -> list[Flowable]:
    if not photos:
        return []
    cells = []
    for photo in photos[:MOST_PHOTOS]:
        image = Image(
            io.BytesIO(path_of(photo.pk, small=True).read_bytes()), kind="proportional", width=160, height=120
        )
        cells.append([image, Paragraph(escape(photo.says or f"{photo.taken_at:%Y-%m-%d}"), SMALL)])
    rows = [cells[k : k + 3] + [""] * (3 - len(cells[k : k + 3])) for k in range(0, len(cells), 3)]
    table = Table(rows, colWidths=[170] * 3)
    table.setStyle(TableStyle([("VALIGN", (0, 0), (-1, -1), "TOP")]))
    return [Paragraph("Photos", UNDER), table]
