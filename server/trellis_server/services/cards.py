"""A job in the list: its name, its structures and a small live drawing of each."""

import logging
from typing import Any

from steady.data.roles import roles
from steady.drawing.views import views
from steady.errors import InputError
from steady.jobs.document import plan_structure
from steady.jobs.sheet import size_words
from steady.plan.verdict import state as state_of

from trellis_server.models import Job
from trellis_server.services.jobs import state

GROUND = {"soil", "concrete", "sand", "slab", "block", "wall", "leaf"}
CLOSING = {row.look for row in roles().values() if row.small == "yes" and row.stage == "close"}
SMALL = GROUND | {row.look for row in roles().values() if row.small == "yes"}
WITHOUT_BOARDS = {row.look for row in roles().values() if row.small == "without boards"}
"""Layers that a picture of thumb size shows: by the table of roles, and what lies in the ground."""

log = logging.getLogger(__name__)
BROKEN = "This cannot be drawn: the fault is ours and has been written down. The job itself is kept."


def _unread(job: Job) -> dict[str, Any]:
    row = {"id": "", "name": job.name, "verdict": "", "problem": BROKEN}
    return {**_on_the_list(job), "name": job.name, "place": "", "client": "", "structures": [row]}


def _on_the_list(job: Job) -> dict[str, Any]:
    return {"id": job.pk, "status": job.status, "created_at": job.created_at, "changed_at": job.changed_at}


def card(job: Job) -> dict[str, Any]:
    """What the list shows of a job. A structure that cannot be planned says why."""
    try:
        document = state(job).document
    except Exception:
        log.exception("job %s does not read", job.pk)
        return _unread(job)
    structures = []
    for structure in document.structures:
        row: dict[str, Any] = {"id": structure.spec.id, "name": structure.name, "verdict": "", "problem": ""}
        try:
            plan = plan_structure(document, structure.spec.id)
            found = {view.name: view for view in views(plan, document.reading.tape())}
            shown = found.get("elevation") or found.get("section") or next(iter(found.values()), None)
            row["verdict"] = state_of(plan)
            row["posts"] = len(plan.footings)
            line_m = max((m.station_m for m in plan.marks), default=0.0)
            row["length"] = size_words(plan, line_m, document.reading.tape())
            if shown:
                # A picture this small shows what closes a structure: boards, or the slats where there are none.
                boarded = any(shape.layer in CLOSING for shape in shown.shapes)
                kept = SMALL if boarded else SMALL | WITHOUT_BOARDS
                row["view"] = {
                    "name": shown.name,
                    "title": shown.title,
                    "bounds": shown.bounds,
                    "shapes": [shape for shape in shown.shapes if shape.layer in kept],
                }
        except InputError as error:
            row["problem"] = error.message
        except Exception:
            # Whatever goes wrong in one structure stays in it: the list, and the way to mend or remove it, stay open.
            log.exception("structure %s of job %s cannot be drawn", structure.spec.id, job.pk)
            row["problem"] = BROKEN
        structures.append(row)
    return {
        **_on_the_list(job),
        "name": document.name,
        "place": document.place,
        "client": document.client,
        "structures": structures,
    }
