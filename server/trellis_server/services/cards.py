"""A job in the list: its name, its structures and a small drawing of the first. What was calculated once is kept.

The list plans nothing: a card that is not calculated yet tells names alone, and is calculated when somebody looks at it.
"""

import logging
from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import Any

import steady
from django.db import DatabaseError, transaction
from pydantic_core import from_json, to_json
from steady.data.roles import roles
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.jobs.design_sheet import size_words
from steady.jobs.document import JobDocument as Document
from steady.jobs.document import Structure, plan_structure
from steady.plan.results import state as state_of

from trellis_server.models import Card, Job, Revision
from trellis_server.services.jobs import Person, of_crews, state

GROUND = {"soil", "concrete", "sand", "slab", "block", "wall", "leaf"}
CLOSING = {row.look for row in roles().values() if row.small == "yes" and row.stage == "close"}
SMALL = GROUND | {row.look for row in roles().values() if row.small == "yes"}
WITHOUT_BOARDS = {row.look for row in roles().values() if row.small == "without boards"}
"""Layers that a picture of thumb size shows: by the table of roles, and what lies in the ground."""
FIGURES = 4
"""Digits of a metre that such a picture's points keep."""

log = logging.getLogger(__name__)
BROKEN = "This cannot be drawn: the fault is ours and has been written down. The job itself is kept."
NOT_KEPT = "the cards of the list could not be kept: %s"


@cache
def rules() -> str:
    """The sum of what plans are calculated by: a card of other rules is not told."""
    found = sha256()
    for file in sorted(Path(steady.__file__).parent.rglob("*")):
        if file.suffix in (".py", ".csv", ".json"):
            found.update(file.read_bytes())
    return found.hexdigest()


def listing(person: Person) -> list[dict[str, Any]]:
    """Every job of a person's crews, last changed first; what was not calculated yet by its names alone."""
    jobs = list(
        of_crews(person)
        .filter(thrown_away_at=None)
        .select_related("current", "card")
        .defer("current__document", "card__view")
    )
    stale = [job for job in jobs if not _of_now(job)]
    if stale:
        of = {job.current_id: job for job in stale}
        read = [_names(of[item.pk], item) for item in Revision.objects.filter(pk__in=of).select_related("job")]
        _keep_all(read)
    return [_told(job) for job in jobs]


def card(job: Job) -> dict[str, Any]:
    """One job as the list shows it, calculated, with the drawing of its first structure that can be drawn."""
    kept = Card.objects.filter(job=job).first()
    assert job.current is not None
    if kept is None or kept.revision != job.current.number or kept.rules != rules():
        kept = _calculated(job)
        try:
            with transaction.atomic():
                Card.objects.update_or_create(job=job, defaults={name: getattr(kept, name) for name in FIELDS})
        except DatabaseError as error:
            log.warning(NOT_KEPT, error)
    job.card = kept
    return {**_told(job), "view": kept.view}


FIELDS = ("revision", "rules", "place", "client", "structures", "view")


def _of_now(job: Job) -> bool:
    return hasattr(job, "card") and job.current is not None and job.card.revision == job.current.number


def _keep_all(read: list[Card]) -> None:
    for made in read:
        made.job.card = made
    try:
        with transaction.atomic():
            Card.objects.bulk_create(read, update_conflicts=True, unique_fields=["job"], update_fields=FIELDS)
    except DatabaseError as error:
        log.warning(NOT_KEPT, error)


def _told(job: Job) -> dict[str, Any]:
    found = job.card
    told = found.structures
    if found.rules not in ("", rules()):
        told = [_row(item["id"], item["name"]) for item in told]
    return {
        "id": job.pk,
        "revision": found.revision,
        "name": job.name,
        "place": found.place,
        "client": found.client,
        "status": job.status,
        "created_at": job.created_at,
        "changed_at": job.changed_at,
        "structures": told,
    }


def _row(key: str, name: str, **more: str) -> dict[str, str]:
    return {"id": key, "name": name, "size": "", "verdict": "", "problem": "", **more}


def _unread(job: Job, number: int) -> Card:
    log.exception("job %s does not read", job.pk)
    return Card(job=job, revision=number, structures=[_row("", job.name, problem=BROKEN)])


def _names(job: Job, revision: Revision) -> Card:
    """A card with names alone, out of a document that is not even checked: five hundred are read at one go."""
    found = revision.document
    try:
        rows = [_row(item["spec"]["id"], item["name"]) for item in found["structures"]]
        place, client = str(found.get("place", "")), str(found.get("client", ""))
        return Card(job=job, revision=revision.number, place=place, client=client, structures=rows)
    except (KeyError, TypeError, AttributeError):
        return _unread(job, revision.number)


def _calculated(job: Job) -> Card:
    """A card with verdicts and a drawing. A structure that cannot be planned says why."""
    assert job.current is not None
    number = job.current.number
    try:
        document = state(job).document
    except Exception:
        made = _unread(job, number)
        made.rules = rules()
        return made
    rows, view = [], None
    for structure in document.structures:
        row, drawn = drawn_row(document, structure)
        rows.append(row)
        view = view or drawn
    return Card(
        job=job,
        revision=number,
        rules=rules(),
        place=document.place,
        client=document.client,
        structures=rows,
        view=view and _small(view),
    )


def pictures(document: Document) -> list[dict[str, Any]]:
    """Every structure of a job with its size, its state and a small drawing of its own."""
    rows = []
    for structure in document.structures:
        row, drawn = drawn_row(document, structure)
        rows.append({**row, "view": drawn and _small(drawn)})
    return rows


def _small(view: dict[str, Any]) -> Any:
    return _rounded(from_json(to_json(view)))


def _rounded(value: Any) -> Any:
    if isinstance(value, float):
        return round(value, FIGURES)
    if isinstance(value, dict):
        return {key: _rounded(item) for key, item in value.items()}
    return [_rounded(item) for item in value] if isinstance(value, list) else value


def drawn_row(document: Document, structure: Structure) -> tuple[dict[str, str], dict[str, Any] | None]:
    """A structure's size and state, and the view that a small picture of it shows; in place of them why it can't be planned."""
    row = _row(structure.spec.id, structure.name)
    try:
        plan = plan_structure(document, structure.spec.id)
        found = {view.name: view for view in views(plan, document.reading.tape())}
        row["verdict"] = state_of(plan)
        line_m = max((m.station_m for m in plan.marks), default=0.0)
        posts = f"{len(plan.footings)} posts" if plan.footings else ""
        row["size"] = ", ".join(filter(None, (size_words(plan, line_m, document.reading.tape()), posts)))
        shown = found.get("elevation") or found.get("section") or next(iter(found.values()), None)
        if shown is None:
            return row, None
        # A picture this small shows what closes a structure: boards, or the slats where there are none.
        boarded = any(shape.layer in CLOSING for shape in shown.shapes)
        layers = SMALL if boarded else SMALL | WITHOUT_BOARDS
        return row, {
            "name": shown.name,
            "title": shown.title,
            "bounds": shown.bounds,
            "shapes": [shape for shape in shown.shapes if shape.layer in layers],
        }
    except InvalidInputError as error:
        row["problem"] = error.message
    except Exception:
        # Whatever goes wrong in one structure stays in it: the list, and the way to mend or remove it, stay open.
        log.exception("structure %s cannot be drawn", structure.spec.id)
        row["problem"] = BROKEN
    return row, None
