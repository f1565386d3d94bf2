"""The handover: what was built, what was looked at, what it asks for from now on, and photos; for whoever lives with it."""

import io
from datetime import date
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, Table, TableStyle
from reportlab.platypus.flowables import Flowable, Image, Spacer
from steady.drawing.scene import described
from steady.jobs.site_drawing import picture
from steady.jobs.site_layout import site_sheet, unplaced
from steady.jobs.states import warnings

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
from trellis_server.services.readings import temporary_standing
from trellis_server.services.upkeep import plans_of, reminders

MOST_PHOTOS = 24


def handover(about: Whole, today: date) -> bytes:
    """The pages."""
    fonts()
    job, kept = about.job, about.saved_job
    story: list[Flowable] = letterhead_of(kept.crew.letterhead)
    story.append(Paragraph(escape(f"{job.name}: what was built, and how to keep it"), HEAD))
    story.append(Paragraph(escape(", ".join(part for part in (job.client, job.place) if part)), PLAIN))
    story += [Spacer(1, 4 * mm), Picture(picture(site_sheet(job)), 220.0)]
    story += [Paragraph(escape(unplaced(job)), SMALL)] if unplaced(job) else []
    story.append(Paragraph("What stands", UNDER))
    names = {item.spec.id: item.name for item in job.built}
    for plan in plans_of(job):
        story.append(Paragraph(f"<b>{escape(names[plan.id])}</b>: {escape(described(plan).partition(': ')[2])}", PLAIN))
    story += told_states(warnings(job))
    standing = temporary_standing(kept)
    if standing:
        story.append(Paragraph("Still to be taken out", UNDER))
        for structure, part in standing:
            text = f"• {names.get(structure, structure)}: {part.count} × {part.what}, only when {part.until}"
            story.append(Paragraph(escape(text), PLAIN))
    story.append(Paragraph("Maintenance", UNDER))
    for item in reminders(kept, job, today):
        due = ", ".join(f"{day:%Y-%m}" for day in item.due[:4])
        story.append(Paragraph(f"• {escape(item.text)} <font size=9>({due} …)</font>", PLAIN))
    story += _looked_after(about)
    looked = list(Inspection.objects.filter(job=kept).order_by("on", "pk"))
    if looked:
        story.append(Paragraph("Inspections", UNDER))
        tasks = {task.id: f"{names[plan.id]}, {task.what}" for plan in plans_of(job) for task in plan.tasks}
        for found in looked:
            what = tasks.get(found.task, found.task)
            says = f"{what}: {found.on:%Y-%m-%d}, {found.by}: {'passed' if found.passed else 'not passed'}"
            story.append(Paragraph(escape(f"• {says}{f': {found.note}' if found.note else ''}"), PLAIN))
    story += _pictures(
        [photo for photo in Photo.objects.filter(job=kept).order_by("taken_at") if path_of(photo.pk).exists()]
    )
    return build_pages(story, f"{job.name}, handover", about.options.paper)


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
