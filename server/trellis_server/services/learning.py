"""What a crew's jobs say, all of them together: ticks with their times, bags really used."""

from collections import defaultdict
from datetime import datetime

from steady.errors import InputError, OutsideScope
from steady.jobs.document import Job as Document
from steady.jobs.document import plan_structure
from steady.plan.model import Plan
from steady.record.learned import Learned, overdig, post_minutes

from trellis_server.models import Crew, Job, SiteReading
from trellis_server.services import documents

MOST_JOBS = 60
"""Of so many jobs, the last ones, the bags are counted: older holes were dug by other hands [our own]."""


def learned(crew: Crew, now: Document) -> list[Learned]:
    """What all jobs of a crew say, beside what this job reckons with."""
    found = [post_minutes(_ticks(crew), now.quote.crew_count, now.quote.post_min), _overdig(crew, now)]
    return [one for one in found if one is not None]


def _ticks(crew: Crew) -> list[list[datetime]]:
    rows: dict[tuple[str, str], list[datetime]] = defaultdict(list)
    ticks = SiteReading.objects.filter(job__crew=crew, what="set", done=True)
    for job_id, about, measured_at in ticks.values_list("job_id", "about", "measured_at"):
        rows[str(job_id), about.split("/", 1)[0]].append(measured_at)
    return list(rows.values())


def _overdig(crew: Crew, now: Document) -> Learned | None:
    used: list[tuple[Plan, int]] = []
    jobs = Job.objects.filter(crew=crew, thrown_away_at=None).select_related("current").order_by("-changed_at")
    for job in jobs[:MOST_JOBS]:
        if job.current is None or not job.current.document.get("bags_used"):
            continue
        document = documents.load(job.current.document)
        if document.site.soil != now.site.soil or document.yard.bag != now.yard.bag:
            continue
        for row in document.bags_used:
            try:
                used.append((plan_structure(document, row.structure), row.count))
            except (InputError, OutsideScope):
                continue
    return overdig(used, now.yard.bag, now.site.soil, 1 + now.yard.concrete_allowance_ratio)
