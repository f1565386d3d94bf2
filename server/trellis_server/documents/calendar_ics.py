"""A job's days for calendar programs (RFC 5545). Every event keeps its id, so that a calendar read again is brought up to date."""

from collections.abc import Iterable
from datetime import UTC, date, datetime, timedelta

from icalendar import Calendar, Event
from steady.ground.clock import zone_of
from steady.jobs.document import JobDocument
from steady.jobs.job_schedule import SiteHolds, TaskRow, calendar
from steady.jobs.maintenance import Upkeep


def ics(jobs: Iterable[tuple[str, JobDocument, SiteHolds, int]], today: date, made_at: datetime) -> bytes:
    """All tasks of one or several jobs; a task over several days is one event a day.

    Args:
        jobs: Id, document, what holds it, and the number of its revision: a later one takes an earlier one's place.
        today: The crew's day.
        made_at: When this is made, with its zone.
    """
    made = Calendar()
    made.add("prodid", "-//Steady Trellis//calendar//EN")
    made.add("version", "2.0")
    made.add("x-wr-calname", "Steady Trellis")
    for job_id, job, holds, revision in jobs:
        for row in calendar(job, today, holds).tasks:
            for event in _events(job_id, job, row):
                event.add("dtstamp", made_at.astimezone(UTC))
                event.add("sequence", revision)
                made.add_component(event)
    made.add_missing_timezones()
    return bytes(made.to_ical())


def _events(job_id: str, job: JobDocument, row: TaskRow) -> Iterable[Event]:
    says = f"{row.name}: {row.what}" if row.name else row.what
    told = [
        f"Job: {job.name}",
        f"{row.hours:.1f} person-hours" if row.hours else "",
        f"Hold point: {row.hold}" if row.hold else "",
    ]
    told += [f"Not yet: {why}" for why in row.stops]
    for number, span in enumerate(row.spans, start=1):
        event = Event()
        event.add("uid", f"{row.id}.{number}@{job_id}.trellis".replace("/", "."))
        event.add("summary", says if len(row.spans) == 1 else f"{says} ({number} of {len(row.spans)})")
        if span.hours > 0:
            # By the site's own clock, wherever the calendar is read; where its zone is not said, by the reader's.
            zone = zone_of(job.site.time_zone)
            start = datetime.combine(span.on, datetime.min.time(), zone) + timedelta(hours=span.at_h)
            event.add("dtstart", start)
            event.add("dtend", start + timedelta(hours=span.hours))
        else:
            event.add("dtstart", span.on)
            event.add("dtend", span.on + timedelta(days=1))
        event.add("description", "\n".join(line for line in told if line))
        if job.place:
            event.add("location", job.place)
        yield event


def upkeep_ics(job_id: str, job: JobDocument, due: Iterable[Upkeep], *, made_at: datetime) -> bytes:
    """Upkeep as entries of whole days, one a date, each with an id that stays."""
    made = Calendar()
    made.add("prodid", "-//Steady Trellis//upkeep//EN")
    made.add("version", "2.0")
    for item in due:
        for day in item.due:
            event = Event()
            event.add("uid", f"upkeep.{item.key}.{day:%Y%m}@{job_id}.trellis")
            event.add("dtstamp", made_at.astimezone(UTC))
            event.add("summary", f"{job.name}: {item.text}")
            event.add("dtstart", day)
            event.add("dtend", day + timedelta(days=1))
            made.add_component(event)
    return bytes(made.to_ical())
