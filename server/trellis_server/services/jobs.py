"""Jobs and their history: listing, saving with merge, undo, redo. Each save is one transaction."""

import uuid
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser, User
from django.db import transaction
from django.db.models import Max, QuerySet
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument as Document
from steady.jobs.document import check_job

from trellis_server.missing import NotFoundError
from trellis_server.models import Crew, Job, RedoStep, Revision
from trellis_server.services import documents
from trellis_server.services.clock import believed
from trellis_server.services.merge import Clash, merge
from trellis_server.services.revision_retention import EVERY, prune_revisions

Person = User | AbstractBaseUser | AnonymousUser


@dataclass(frozen=True)
class JobRevisionState:
    """A job's current revision and where it stands in its history."""

    job: Job
    revision: Revision
    document: Document
    can_undo: bool
    can_redo: bool
    sent: int | None = None
    """Where a save was joined with another's change: the number under which what was sent is kept by itself, to go on from."""


@dataclass(frozen=True)
class Conflicted:
    """A save that met another: both versions, and what merged by itself."""

    state: JobRevisionState
    merged: Document
    clashes: list[Clash]


def crew_of(person: Person) -> Crew:
    """The crew a person works in; a person without one gets one of their own."""
    crew = Crew.objects.filter(members=person.pk).order_by("pk").first()
    if crew is None:
        crew = Crew.objects.create(name=f"{person.get_username()}'s crew")
        crew.members.add(person.pk)  # type: ignore[arg-type]
    return crew


def of_crews(person: Person) -> QuerySet[Job]:
    """Every job of a person's crews, thrown away or not, last changed first."""
    return Job.objects.filter(crew__members=person.pk).select_related("current").order_by("-changed_at").distinct()


def job_of(person: Person, job_id: uuid.UUID, lock: bool = False) -> Job:
    """One job of a person's crews.

    Raises:
        Missing: There is none, it is thrown away, or it is another crew's.
    """
    found = Job.objects.filter(crew__members=person.pk, pk=job_id, thrown_away_at=None)
    job = found.select_related("current").first()
    if job is None or job.current is None:
        raise NotFoundError
    return job


def state(job: Job, document: Document | None = None) -> JobRevisionState:
    """Where a job stands. `document`: what its revision holds, where whoever asks has it in hand."""
    assert job.current is not None
    return JobRevisionState(
        job=job,
        revision=job.current,
        document=documents.load(job.current.document) if document is None else document,
        can_undo=job.current.parent_id is not None,
        can_redo=job.redo_steps.exists(),
    )


def create(person: Person, document: Document, says: str = "started") -> JobRevisionState:
    """A new job in the person's crew.

    Raises:
        InvalidInputError: Structures of one id, or an id that is none.
    """
    check_job(document)
    with transaction.atomic():
        job = Job.objects.create(crew=crew_of(person), name=document.name)
        _append(job, None, Saving(0, document, says), person=person)
        return state(job)


@dataclass(frozen=True)
class Saving:
    """A save as a page sends it: made from revision `base`. `key`: the page's own, so that what is sent twice is kept once.

    `then`: is told the structures that it changed, in the same turn at the database.
    """

    base: int
    document: Document
    says: str = ""
    key: uuid.UUID | None = None
    then: Callable[[tuple[str, ...]], None] | None = None

    @cached_property
    def written(self) -> documents.Json:
        """The document as it is kept."""
        return documents.dump(self.document)


def save(person: Person, job_id: uuid.UUID, saving: Saving) -> JobRevisionState | Conflicted:
    """Save a change.

    A save that met another is merged part by part where the two do not clash; a clash is handed back with both versions.

    Raises:
        Missing: There is no such job here.
        InvalidInputError: There is no such revision; structures of one id, or an id that is none.
    """
    check_job(saving.document)
    # While the database is locked nobody else writes: what can be done before and after is done before and after.
    written = saving.written
    with transaction.atomic():
        job = job_of(person, job_id)
        done = _saved(job, saving, person)
        changed = _changed(done.before, written) if done.before is not None else ()
        if changed and saving.then is not None:
            saving.then(changed)
    if done.clashes:
        return Conflicted(state(job), documents.load(done.merged), done.clashes)
    assert job.current is not None
    known = saving.document if job.current.document is written else None
    return replace(state(job, known), sent=done.sent)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Done:
    """What became of a save: what was there before it, where it was joined, where it clashed."""

    before: documents.Json | None = None
    sent: int | None = None
    merged: documents.Json = field(default_factory=dict)
    clashes: list[Clash] = field(default_factory=list)


def _saved(job: Job, saving: Saving, person: Person) -> _Done:
    base, written = saving.base, saving.written
    assert job.current is not None
    before = job.revisions.filter(key=saving.key).first() if saving.key is not None else None
    if before is not None:
        # The answer was lost on the way. What became of it since, undone or joined, stays.
        return _Done(sent=None if before.pk == job.current_id else before.number)
    now = job.current.document
    if job.current.number == base:
        if written != now:
            _append(job, job.current, saving, person=person)
        return _Done(before=now)
    origin = _origin(job, base)
    merged, clashes = merge(documents.whole(origin.document), written, documents.whole(now))
    joined = documents.load(merged)
    if clashes:
        return _Done(merged=merged, clashes=clashes)
    if written == now:
        # Sent twice, because the first answer was lost on the way: no step that undo would have to take back.
        return _Done()
    # What was sent is kept as well: whoever typed on meanwhile saves from there, and undoes nothing of the other's.
    sent = _keep(job, origin, saving, person=person)
    together = Saving(job.current.number, joined, f"{saving.says} (joined with another's change)"[:200])
    if together.written != now:
        _append(job, job.current, together, person=person)
    return _Done(sent=sent.number)


def _origin(job: Job, base: int) -> Revision:
    """The revision that a save was made from; where it was thinned out since, the one before it that is kept.

    From an older one more is held against what others did than has to be, and nothing that was typed is lost.

    Raises:
        InvalidInputError: There was never such a revision.
    """
    last = job.revisions.aggregate(last=Max("number"))["last"] or 0
    found = job.revisions.filter(number__lte=base).order_by("-number").first() if 0 < base <= last else None
    if found is None:
        raise InvalidInputError("base", "This revision is not known: load the job again")
    return found


def _changed(before: documents.Json, after: documents.Json) -> tuple[str, ...]:
    old = {item["spec"]["id"]: item["spec"] for item in before.get("structures", ())}
    return tuple(item["spec"]["id"] for item in after["structures"] if old.get(item["spec"]["id"]) != item["spec"])


def _keep(job: Job, parent: Revision | None, saving: Saving, *, person: Person) -> Revision:
    last = job.revisions.aggregate(last=Max("number"))["last"] or 0
    return Revision.objects.create(
        job=job,
        number=last + 1,
        parent=parent,
        document=saving.written,
        says=saving.says[:200],
        key=saving.key,
        author_id=person.pk,
    )


def _append(job: Job, parent: Revision | None, saving: Saving, *, person: Person) -> None:
    job.current = _keep(job, parent, saving, person=person)
    job.name = saving.document.name
    job.save()
    job.redo_steps.all().delete()
    if job.current.number % EVERY == 0 and believed():
        prune_revisions(job)


def undo(person: Person, job_id: uuid.UUID, base: int) -> JobRevisionState | Conflicted:
    """Step back to the revision that the current one was made from."""
    return _step(person, job_id, base, forward=False)


def redo(person: Person, job_id: uuid.UUID, base: int) -> JobRevisionState | Conflicted:
    """Step forward to what undo stepped back from."""
    return _step(person, job_id, base, forward=True)


def _step(person: Person, job_id: uuid.UUID, base: int, *, forward: bool) -> JobRevisionState | Conflicted:
    with transaction.atomic():
        job = job_of(person, job_id)
        assert job.current is not None
        if job.current.number != base:
            now = state(job)
            return Conflicted(now, now.document, [])
        if forward:
            step = job.redo_steps.order_by("-pk").first()
            if step is not None:
                job.current = step.revision
                step.delete()
        elif job.current.parent is not None:
            RedoStep.objects.create(job=job, revision=job.current)
            job.current = job.current.parent
        job.name = job.current.document.get("name", job.name)
        job.save()
        return state(job)


def remember(person: Person, kind: str, choices: dict[str, Any]) -> None:
    """Keep the crew's last choices for a kind of structure."""
    crew = Crew.objects.filter(members=person.pk).order_by("pk").first()
    if crew is not None and crew.defaults.get(kind) != choices:
        with transaction.atomic(savepoint=False):  # in its turn
            # By its key: a crew that is taken away meanwhile is no error of whoever saves.
            Crew.objects.filter(pk=crew.pk).update(defaults={**crew.defaults, kind: choices})
