"""What a crew's jobs say, all of them together: ticks with their times, bags really used, how far gates came down."""

import logging
from collections import defaultdict
from collections.abc import Iterator
from datetime import datetime

from steady.errors import InvalidInputError, OutOfScopeError
from steady.field_records.asbuilt import target_of
from steady.field_records.crew_rates import CrewRate, LatchLog, minutes_each, overdig, sag_ratio
from steady.field_records.progress import tick_groups
from steady.jobs.document import JobDocument as Document
from steady.jobs.document import plan_structure
from steady.plan.model import Plan

from trellis_server.models import Crew, Job, SiteReading
from trellis_server.services import documents
from trellis_server.services.readings import IN_ORDER

log = logging.getLogger(__name__)

MOST_JOBS = 60
"""Of so many jobs, the last ones, records are read: older work was done by other hands [our own]."""
LATCH = "latch edge"

Ticked = dict[tuple[str, str], list[tuple[datetime, float]]]
"""By post, rail or board and by job and role: when each tick was made, and how much work it was."""


def learned(crew: Crew, now: Document) -> list[CrewRate]:
    """What all jobs of a crew say, beside what this job calculates with."""
    ticked: dict[str, Ticked] = {by: defaultdict(list) for by in ("post", "rail", "board")}
    used: list[tuple[Plan, int]] = []
    logs: list[LatchLog] = []
    for row in _posts(crew):
        ticked["post"][row[0]].append(row[1])
    for job, document in _documents(crew):
        plans = _plans(document)
        readings = list(job.readings.exclude(what="set").order_by(*IN_ORDER))
        _pieces(job, document, plans, readings=readings, ticked=ticked)
        logs += _latches(document, plans, readings)
        if document.site.soil == now.site.soil and document.yard.bag == now.yard.bag:
            used += [(plans[row.structure], row.count) for row in document.bags_used if row.structure in plans]
    shipped = {"post": now.quote.post_min, "rail": now.quote.rail_min, "board": now.quote.board_min}
    found = [
        minutes_each(by, rows.values(), now.quote.crew_count, shipped_min=shipped[by]) for by, rows in ticked.items()
    ]
    found.append(overdig(used, now.yard.bag, now.site.soil, shipped_ratio=1 + now.yard.concrete_allowance_ratio))
    found.append(sag_ratio(logs, now.yard.sag_ratio))
    return [one for one in found if one is not None]


def _posts(crew: Crew) -> Iterator[tuple[tuple[str, str], tuple[datetime, float]]]:
    """Every post that was ticked as set, by job and structure; these need no plan."""
    ticks = SiteReading.objects.filter(job__crew=crew, what="set", done=True)
    for job_id, about, measured_at in ticks.values_list("job_id", "about", "measured_at"):
        yield (str(job_id), about.split("/", 1)[0]), (measured_at, 1.0)


def _documents(crew: Crew) -> Iterator[tuple[Job, Document]]:
    """The last jobs that hold anything to learn from beside set posts, the newest first."""
    jobs = Job.objects.filter(crew=crew, thrown_away_at=None).select_related("current").order_by("-changed_at")
    told = set(SiteReading.objects.filter(job__crew=crew).exclude(what="set").values_list("job_id", flat=True))
    for job in jobs[:MOST_JOBS]:
        if job.current is not None and (job.pk in told or job.current.document.get("bags_used")):
            yield job, documents.load(job.current.document)


def _plans(document: Document) -> dict[str, Plan]:
    """Every structure that plans; one that does not teaches nothing and hides no other."""
    found = {}
    for structure in document.structures:
        try:
            found[structure.spec.id] = plan_structure(document, structure.spec.id)
        except (InvalidInputError, OutOfScopeError):
            log.info("structure %s is not planned: nothing is learned from it", structure.spec.id)
    return found


def _pieces(
    job: Job, document: Document, plans: dict[str, Plan], *, readings: list[SiteReading], ticked: dict[str, Ticked]
) -> None:
    """Ticks of rails, boards and whatever takes their minutes; what was unticked again does not count."""
    tape = document.reading.tape()
    last = {(reading.about, reading.what): reading for reading in readings}
    for plan in plans.values():
        for group in tick_groups(plan, tape):
            for tick in group.ticks:
                reading = last.get((tick.about, tick.what))
                if reading is not None and reading.done and tick.work > 0:
                    ticked[group.by][str(job.pk), f"{plan.id}/{group.role}"].append((reading.measured_at, tick.work))


def _latches(document: Document, plans: dict[str, Plan], readings: list[SiteReading]) -> Iterator[LatchLog]:
    """The log of each leaf: its last reading, and how long after its first."""
    logs: dict[str, list[SiteReading]] = defaultdict(list)
    for reading in readings:
        if reading.what == LATCH and reading.value_m is not None:
            logs[reading.about].append(reading)
        elif reading.what == LATCH and logs[reading.about]:
            logs[reading.about].pop()  # struck out
    for about, rows in ((about, rows) for about, rows in logs.items() if rows):
        target = next((found for plan in plans.values() if (found := target_of(plan, about, LATCH))), None)
        if target is None:
            continue
        days = (rows[-1].measured_at - rows[0].measured_at).total_seconds() / 86400
        # What the job calculates may hold an earlier record's factor: the ratio is told over the bare calculation.
        calculated_m = target.planned / document.yard.sag_ratio
        yield LatchLog(dropped_m=float(rows[-1].value_m or 0.0), days=days, calculated_m=calculated_m)
