"""What was measured on site: kept once each, every phone's own value, beside the plan."""

import uuid
from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime
from typing import Protocol

from django.db import transaction
from steady.errors import InputError
from steady.jobs.document import find as find_structure
from steady.jobs.document import plan_structure
from steady.measure.units import IN
from steady.plan.model import Plan
from steady.record.asbuilt import compare
from steady.structures.fence.found import go_round
from steady.structures.fence.spec import FenceSpec

from trellis_server.models import Job, SiteReading
from trellis_server.services.jobs import Conflicted, Person, State, job_of, save, state


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


def keep(person: Person, job_id: uuid.UUID, readings: Sequence[Measured]) -> Job:
    """Keep readings; one that was sent before is left as it was.

    Raises:
        Missing: There is no such job here.
        InputError: An id that belongs to another job.
    """
    with transaction.atomic():
        job = job_of(person, job_id)
        known = {r.pk: r.job_id for r in SiteReading.objects.filter(pk__in=[r.id for r in readings])}
        for reading in readings:
            if reading.id in known:
                if known[reading.id] != job.pk:
                    raise InputError("readings", "This reading belongs to another job")
                continue
            known[reading.id] = job.pk
            SiteReading.objects.create(
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
        return job


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


def go_round_find(person: Person, job_id: uuid.UUID, find: Find) -> State | Conflicted:
    """Save a plan that goes round what a hole met, the posts that are set held where they stand.

    Raises:
        Missing: There is no such job here.
        InputError: No such fence or post, or the post is set.
    """
    with transaction.atomic():
        now = state(job_of(person, job_id))
        document = now.document
        index, structure = find_structure(document, find.structure)
        if not isinstance(structure.spec, FenceSpec):
            raise InputError("structure", "Only a fence's posts can step aside; move a deck's footing on its sheet")
        plan = plan_structure(document, find.structure)
        spec = go_round(
            structure.spec, plan, _standing(now.job, plan), find.post, find.what, find.half_width_m
        )  # fmt: skip
        structures = list(document.structures)
        structures[index] = replace(structure, spec=spec)
        return save(
            person, job_id, now.revision.number, replace(document, structures=tuple(structures)),
            f"went round what a hole met: {find.what}",
        )  # fmt: skip


def _standing(job: Job, plan: Plan) -> dict[str, float]:
    """Posts that are set, and where each stands: as last measured, else as planned."""
    marks = {mark.id: mark.station_m for mark in plan.marks}
    done: dict[str, bool] = {}
    measured: dict[str, float] = {}
    for reading in job.readings.order_by("measured_at", "received_at"):
        if reading.what == "set":
            done[reading.about] = reading.done
        elif reading.what == "stands at" and reading.value_m is not None:
            measured[reading.about] = reading.value_m
    return {about: measured.get(about, marks[about]) for about, yes in done.items() if yes and about in marks}


def rows(job: Job) -> list[dict[str, object]]:
    """Every reading of a job, oldest first, beside its plan where it has one."""
    plans: dict[str, Plan | None] = {}
    document = state(job).document
    found = []
    for reading in job.readings.select_related("author").order_by("measured_at", "received_at"):
        structure = reading.about.split("/")[0]
        if structure not in plans:
            try:
                plans[structure] = plan_structure(document, structure)
            except InputError:
                plans[structure] = None
        planned_m = planned(plans[structure], reading.about, reading.what)
        verdict = ""
        if planned_m is not None and reading.value_m is not None:
            verdict = compare(reading.what, planned_m, reading.value_m).verdict
        found.append(
            {
                "id": reading.pk,
                "about": reading.about,
                "what": reading.what,
                "value_m": reading.value_m,
                "done": reading.done,
                "note": reading.note,
                "device": reading.device,
                "measured_at": reading.measured_at,
                "author": reading.author.get_username() if reading.author else "",
                "planned_m": planned_m,
                "verdict": verdict,
            }
        )
    return found


def planned(plan: Plan | None, about: str, what: str) -> float | None:
    """The planned value of what was measured; None where the plan has none."""
    if plan is None:
        return None
    if what == "latch edge":
        facts = next((detail.facts for detail in plan.details if detail.id == f"{about}/leaf"), ())
        sags = [step.value * IN for step in facts if step.symbol == "d"]
        return sags[-1] if sags else None
    mark = next((mark for mark in plan.marks if mark.id == about), None)
    footing = next((footing for footing in plan.footings if footing.under == about), None)
    if mark is None or footing is None:
        return None
    return {
        "stands at": mark.station_m,
        "plumb along": 0.0,
        "plumb across": 0.0,
        "hole depth": footing.hole_m,
        "cut height": mark.cut_height_m,
    }.get(what)
