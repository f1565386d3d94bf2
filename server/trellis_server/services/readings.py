"""What was measured on site: kept once each, every phone's own value, beside the plan."""

import logging
import uuid
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Protocol

from django.db import transaction
from django.db.models import Max
from django.utils import timezone
from steady.errors import InvalidInputError
from steady.field_records.asbuilt import compare, target_of
from steady.field_records.progress import still_standing
from steady.jobs.document import JobDocument as Document
from steady.jobs.document import find as find_structure
from steady.jobs.document import plan_structure
from steady.jobs.drag_move import with_spec
from steady.plan.model import Plan, TemporaryPart
from steady.structures.registry import kind_of
from steady.structures.structure_type import ObstructionReport

from trellis_server.models import Job, SiteReading
from trellis_server.services.jobs import Conflicted, JobRevisionState, Person, Saving, job_of, save, state

log = logging.getLogger(__name__)


class Measured(Protocol):
    """One reading as a phone sends it."""

    @property
    def id(self) -> uuid.UUID: ...
    @property
    def about(self) -> str: ...
    @property
    def what(self) -> str: ...
    @property
    def value_m(self) -> float | None: ...
    @property
    def done(self) -> bool: ...
    @property
    def note(self) -> str: ...
    @property
    def device(self) -> str: ...
    @property
    def measured_at(self) -> datetime: ...


IN_ORDER = ("counts_at", "received_at")
"""How readings follow each other: by the server's clock, then as they came in."""


def keep(
    person: Person, job_id: uuid.UUID, readings: Sequence[Measured], *, sent_at: datetime | None = None
) -> list[SiteReading]:
    """Keep readings; one that was sent before is left as it was.

    Args:
        sent_at: What the phone's clock showed when it sent them: how long ago each was measured is told from it, so that a
            clock that is wrong puts nothing out of order.

    Returns:
        The readings as they are kept, in the order in which they were sent.

    Raises:
        Missing: There is no such job here.
        InvalidInputError: An id that belongs to another job.
    """
    now = timezone.now()
    with transaction.atomic():
        job = job_of(person, job_id)
        known = {r.pk: r for r in SiteReading.objects.filter(pk__in=[r.id for r in readings])}
        last: dict[str, datetime] = {}
        for index, reading in enumerate(readings):
            if reading.id in known:
                if known[reading.id].job_id != job.pk:
                    raise InvalidInputError(f"readings/{index}/id", "This reading belongs to another job")
                continue
            if reading.device not in last:
                last[reading.device] = _last_of(job, reading.device)
            ago = min(max((sent_at or now) - reading.measured_at, timedelta()), MOST_AGO)
            # What a phone says later was said later, whatever its clock did in between.
            last[reading.device] = max(now - ago, last[reading.device])
            known[reading.id] = SiteReading.objects.create(
                counts_at=last[reading.device],
                id=reading.id,
                job=job,
                about=reading.about,
                what=reading.what,
                value_m=reading.value_m,
                done=reading.done,
                note=reading.note,
                device=reading.device,
                measured_at=reading.measured_at,
                author_id=person.pk,
            )
        return [known[reading.id] for reading in readings]


MOST_AGO = timedelta(days=3650)
"""A reading counts as no older than this, whatever the phone says [our own]."""


def _last_of(job: Job, device: str) -> datetime:
    """When the last reading counts that a device sent of a job; long ago where it sent none."""
    found: datetime | None = job.readings.filter(device=device).aggregate(last=Max("counts_at"))["last"]
    return found or datetime(1970, 1, 1, tzinfo=UTC)


class Find(Protocol):
    """What a hole met, as a phone sends it."""

    @property
    def structure(self) -> str: ...
    @property
    def post(self) -> str: ...
    @property
    def what(self) -> str: ...
    @property
    def half_width_m(self) -> float: ...


def go_round_find(person: Person, job_id: uuid.UUID, find: Find) -> JobRevisionState | Conflicted:
    """Save a plan that goes round what a hole met, the posts that are set held where they stand.

    Raises:
        Missing: There is no such job here.
        InvalidInputError: No such structure or post, or the post is set.
    """
    with transaction.atomic():
        now = state(job_of(person, job_id))
        document = now.document
        spec = find_structure(document, find.structure)[1].spec
        kind = kind_of(spec)
        if kind.found is None:
            raise InvalidInputError(
                "structure", f"Posts of {kind.many} do not step aside by themselves; move it on its sheet"
            )
        plan = plan_structure(document, find.structure)
        met = ObstructionReport(
            post=find.post, what=find.what, half_width_m=find.half_width_m, stand_m=_standing(now.job, plan)
        )
        changed = with_spec(document, find.structure, kind.found(spec, plan, met))
        return save(person, job_id, Saving(now.revision.number, changed, f"went round what a hole met: {find.what}"))


def up(job: Job) -> frozenset[tuple[str, str]]:
    """What is ticked as done, by what it is of and the tick's name; what was unticked again is not."""
    last: dict[tuple[str, str], bool] = {}
    for reading in job.readings.filter(value_m=None).order_by(*IN_ORDER):
        last[reading.about, reading.what] = reading.done
    return frozenset(key for key, done in last.items() if done)


def _standing(job: Job, plan: Plan) -> dict[str, float]:
    """Posts that are set, and where each stands: as last measured, else as planned."""
    marks = {mark.id: mark.station_m for mark in plan.marks}
    done: dict[str, bool] = {}
    measured: dict[str, float] = {}
    for reading in job.readings.order_by(*IN_ORDER):
        if reading.what == "set":
            done[reading.about] = reading.done
        elif reading.what == "stands at" and reading.value_m is not None:
            measured[reading.about] = reading.value_m
        elif reading.what == "stands at":
            measured.pop(reading.about, None)  # struck out
    return {about: measured.get(about, marks[about]) for about, yes in done.items() if yes and about in marks}


def temporary_standing(job: Job) -> list[tuple[str, TemporaryPart]]:
    """What was put in for the time of building and is not ticked as taken out, with its structure's id."""
    ticked = {(one.about, one.what): one.done for one in job.readings.order_by(*IN_ORDER)}
    return [
        (structure, part)
        for structure, plan in _plans(state(job).document).items()
        for part in still_standing(plan, ticked)
    ]


def rows(job: Job) -> list[dict[str, object]]:
    """Every reading of a job, oldest first, beside its plan where it has one."""
    plans = _plans(state(job).document)
    owners = {target.about: structure for structure, plan in plans.items() for target in plan.targets}
    found = []
    for reading in job.readings.select_related("author").order_by(*IN_ORDER):
        structure = owners.get(reading.about) or reading.about.partition("/")[0]
        target = target_of(plans[structure], reading.about, reading.what) if structure in plans else None
        compared = compare(target, reading.value_m) if target is not None and reading.value_m is not None else None
        found.append(
            {
                "id": reading.pk,
                "about": reading.about,
                "structure": structure,
                "what": reading.what,
                "value_m": reading.value_m,
                "done": reading.done,
                "note": reading.note,
                "device": reading.device,
                "measured_at": reading.measured_at,
                "counts_at": reading.counts_at,
                "author": reading.author.get_username() if reading.author else "",
                "unit": target.unit if target is not None else "m",
                "planned_m": target.planned if target is not None else None,
                "verdict": compared.verdict if compared is not None else "",
                "replans": target.replans if target is not None else "",
                "mend": target.mend
                if target is not None and compared is not None and compared.verdict == "outside"
                else "",
            }
        )
    return found


def _plans(document: Document) -> dict[str, Plan]:
    """The plan of every structure that plans; what does not, hides no other's readings."""
    found = {}
    for structure in document.structures:
        try:
            found[structure.spec.id] = plan_structure(document, structure.spec.id)
        except InvalidInputError:
            continue
        except Exception:
            log.exception("structure %s cannot be planned", structure.spec.id)
    return found
