"""On which days the crew of a job is booked on its other jobs."""

from datetime import date
from functools import lru_cache

from django.utils import timezone
from steady.errors import InvalidInputError
from steady.jobs.bookings import BookedDay, double_booked, working_days
from steady.jobs.job_schedule import Calendar, calendar

from trellis_server.models import Job, Revision, Status
from trellis_server.services import documents

MOST_JOBS = 200
"""Jobs of one crew that are scheduled at once."""
OVER = (Status.DONE, Status.ARCHIVED)


def on_other_jobs(job: Job, days: Calendar) -> tuple[BookedDay, ...]:
    """Days of a job's calendar on which its crew works on another job that has a start date.

    Two jobs under two different leads are done by two crews.
    """
    assert job.current_id is not None
    lead = _lead(job.current_id)
    others = (
        Job.objects.filter(crew=job.crew_id, thrown_away_at=None)
        .exclude(pk=job.pk)
        .exclude(status__in=OVER)
        .exclude(current=None)
        .order_by("-changed_at")[:MOST_JOBS]
    )
    today = timezone.localdate()
    return double_booked(
        days,
        [
            (str(one.pk), one.name, _days(one.current_id, today))
            for one in others
            if not lead or _lead(one.current_id) in ("", lead)
        ],
    )


@lru_cache(maxsize=2000)
def _lead(revision: int) -> str:
    """Who leads a revision's work; empty: nobody was named."""
    return documents.load(Revision.objects.get(pk=revision).document).calendar.lead


@lru_cache(maxsize=500)
def _days(revision: int, today: date) -> dict[date, float]:
    """A revision's working days; none where nobody gave it a start date, or its calendar can't be laid."""
    document = documents.load(Revision.objects.get(pk=revision).document)
    if not document.calendar.starts_on:
        return {}
    try:
        return working_days(calendar(document, today))
    except InvalidInputError:
        return {}
