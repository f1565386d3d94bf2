"""Looking after what was built: what was found over the years, what is due, and how soon the crew's own faults came."""

from collections import defaultdict
from datetime import date
from typing import Any

from django.utils import timezone
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.document import JobDocument, plan_structure
from steady.jobs.job_schedule import calendar
from steady.jobs.maintenance import (
    RESULTS,
    YEARS,
    Upkeep,
    UpkeepLook,
    UpkeepState,
    after,
    fault_months,
    reminders_from,
    upkeep,
    upkeep_states,
)
from steady.plan.model import Plan

from trellis_server.missing import NotFoundError
from trellis_server.models import Job, UpkeepRecord
from trellis_server.services import photos
from trellis_server.services.days import past_day
from trellis_server.services.jobs import Person, state

MOST_RECORDS = 1000


def plans_of(document: JobDocument) -> list[Plan]:
    """Every structure that can be planned."""
    plans = []
    for item in document.built:
        try:
            plans.append(plan_structure(document, item.spec.id))
        except (InvalidInputError, OutOfScopeError):
            continue
    return plans


def done_on(document: JobDocument, today: date) -> date:
    """A job's last day of work, which months are counted from."""
    ends = calendar(document, today).ends_on
    return date.fromisoformat(ends) if ends else today


def of(job: Job) -> list[UpkeepRecord]:
    """What was found, the newest first."""
    return list(UpkeepRecord.objects.filter(job=job).order_by("-on", "-pk"))


def _looks(records: list[UpkeepRecord]) -> list[UpkeepLook]:
    return [UpkeepLook(key=one.key, on=one.on, result=one.result) for one in records]  # type: ignore[arg-type]


def crew_faults(job: Job) -> dict[str, list[float]]:
    """By thing: months after the look before at which each fault of the crew's jobs was found.

    The first look of a job counts from the day on which its own first record of the thing was made, where nothing was before.
    """
    by_thing: dict[tuple[str, str], list[UpkeepLook]] = defaultdict(list)
    for one in UpkeepRecord.objects.filter(job__crew_id=job.crew_id).order_by("on", "pk"):
        look = UpkeepLook(key=one.key, on=one.on, result=one.result)  # type: ignore[arg-type]
        by_thing[str(one.job_id), one.key].append(look)
    found: dict[str, list[float]] = defaultdict(list)
    for (_, key), looks in by_thing.items():
        found[key] += fault_months(looks[0].on, looks[1:])
    return found


def states_of(job: Job, document: JobDocument, today: date) -> tuple[date, list[Upkeep], list[UpkeepState]]:
    """The last day of work, what the job asks for, and where each thing stands."""
    ended = done_on(document, today)
    items = upkeep(plans_of(document), ended)
    return ended, items, upkeep_states(items, ended, _looks(of(job)), faults=crew_faults(job))


def reminders(job: Job, document: JobDocument, today: date) -> list[Upkeep]:
    """What is due over the next years, after what was found."""
    ended, items, states = states_of(job, document, today)
    return reminders_from(states, items, after(max(ended, today), YEARS * 12))


def keep(job: Job, person: Person, said: dict[str, Any]) -> UpkeepRecord:
    """Keep what was found.

    Raises:
        InvalidInputError: No name, a thing that this job has not, a day that has not come, a fault without words, a photo of
            another job.
    """
    if not said["by"].strip():
        raise InvalidInputError("by", "Write who looked at it")
    if said["result"] not in RESULTS:
        raise InvalidInputError("result", f"Choose one of {', '.join(RESULTS)}")
    if said["result"] != "good" and not said["note"].strip():
        raise InvalidInputError("note", "Write what was found")
    _, items, _ = states_of(job, state(job).document, timezone.localdate())
    if said["key"] not in {item.key for item in items}:
        raise InvalidInputError("key", "Nothing of that kind stands here")
    if UpkeepRecord.objects.filter(job=job).count() >= MOST_RECORDS:
        raise InvalidInputError("key", "This job has as many records as it may have")
    return UpkeepRecord.objects.create(
        job=job,
        key=said["key"],
        by=said["by"].strip(),
        on=past_day(said["on"]),
        result=said["result"],
        note=said["note"].strip(),
        photo=photos.named(job, said["photo"]),
        author_id=person.pk,
    )


def drop(job: Job, number: int) -> None:
    """Take back what was typed by mistake.

    Raises:
        NotFoundError: There is none.
    """
    if not UpkeepRecord.objects.filter(job=job, pk=number).delete()[0]:
        raise NotFoundError
