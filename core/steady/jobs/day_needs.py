"""What one day of a job asks for: marks, holes with their bags, pieces by length, tools and people."""

import math
from collections.abc import Sequence
from dataclasses import replace

from steady.catalog.items import bag_yield_m3
from steady.data.loader import keyed
from steady.drawing.marks import mark_rows
from steady.footings.hole import volumes
from steady.jobs.document import JobDocument
from steady.plan.model import Plan, Task
from steady.plan.task_pieces import first_framed, roles_of
from steady.takeoff.bill import pieces
from steady.value_objects import value_object

POUR, FINISH = "pour", "finish"


@value_object
class HoleNeed:
    """One hole: its number and place on the tape, its width and depth in words, and the bags that fill it."""

    number: int
    at: str
    wide: str
    deep: str
    bags: int


@value_object
class PieceNeed:
    """Pieces alike that go up: how many, what, of which stick, how long in words."""

    count: int
    what: str
    of: str
    long: str


@value_object
class DayNeeds:
    """Everything one structure asks for on a day; what is not worked at is empty."""

    structure: str
    marks: tuple[tuple[int, str], ...] = ()
    holes: tuple[HoleNeed, ...] = ()
    bags: int = 0
    pieces: tuple[PieceNeed, ...] = ()
    tools: tuple[str, ...] = ()


def day_needs(job: JobDocument, plan: Plan, tasks: Sequence[Task]) -> DayNeeds:
    """What one structure's tasks of a day ask for.

    Args:
        tasks: Those of its tasks that are worked at on that day; a task that takes days asks for all of it on each.
    """
    tape = job.reading.tape()
    works = {_work(task) for task in tasks}
    rows = mark_rows(plan, tape)
    placed = {row.id: row for row in rows}
    holes = []
    if works & {"dig", POUR}:
        yield_m3 = bag_yield_m3(job.yard.bag) / (1 + job.yard.concrete_allowance_ratio)
        for footing in plan.footings:
            row = placed.get(footing.under)
            if footing.hole_m <= 0:
                continue
            bags = math.ceil(volumes(footing).concrete_m3 / yield_m3 - 1e-9)
            number, at = (row.number, row.reading) if row is not None else (0, "")
            wide, deep = tape.length(footing.hole_width_m), tape.length(footing.hole_m)
            holes.append(HoleNeed(number=number, at=at, wide=wide, deep=deep, bags=bags))
    roles = roles_of(tasks)
    if first_framed(plan) in {task.id for task in tasks}:
        # What no task names goes up with the first of the frame.
        roles |= {part.role for part in plan.parts} - roles_of(plan.tasks)
    made = [
        PieceNeed(count=row.count, what=row.role, of=row.says, long=tape.length(row.length_m))
        for row in pieces(replace(plan, parts=tuple(part for part in plan.parts if part.role in roles)))
    ]
    known = keyed("task_tools")
    return DayNeeds(
        structure=plan.id,
        marks=tuple((row.number, row.reading) for row in rows) if "set-out" in works else (),
        holes=tuple(holes),
        bags=sum(hole.bags for hole in holes) if POUR in works or _poured_when_dug(plan) else 0,
        pieces=tuple(made),
        tools=tuple(known[work].text["tools"] for work in known if work in works),
    )


def _work(task: Task) -> str:
    """Which tools a task takes: its own word where the table has it, else its stage's."""
    own = task.id.rsplit("/", 1)[-1]
    return own if own in keyed("task_tools") else "pour" if own == "set" else task.stage


def _poured_when_dug(plan: Plan) -> bool:
    """A plan without a task of its own for concrete fills its holes on the day they are dug."""
    return not any(_work(task) == POUR for task in plan.tasks)
