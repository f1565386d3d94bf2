"""Which pieces go up with which of a plan's tasks. Source: data/task_pieces.csv."""

from collections.abc import Sequence

from steady.data.loader import keyed
from steady.plan.model import Part, Plan, Task

FILLS = ("pour", "set")
"""The last words of the tasks that fill holes."""


def roles_of(tasks: Sequence[Task]) -> set[str]:
    """Whose pieces go up with these tasks."""
    return {role for task in tasks for role in _roles(task)}


def first_framed(plan: Plan) -> str:
    """The id of the first task that frames or closes: what no task names goes up with it; empty where there is none."""
    return next((task.id for task in plan.tasks if task.stage in ("frame", "close")), "")


def task_at(plan: Plan, part: Part) -> int:
    """The place in a plan's tasks of the one that a part goes up with; the last where nothing frames.

    Of two that name its role, the one whose own id begins the part's: a gate's leaf goes with its gate.
    """
    claims = [(k, task) for k, task in enumerate(plan.tasks) if part.role in _roles(task)]
    if claims:
        return max(claims, key=lambda claim: (_shared(claim[1], part), -claim[0]))[0]
    named = first_framed(plan)
    return next((k for k, task in enumerate(plan.tasks) if task.id == named), len(plan.tasks) - 1)


def dug_at(plan: Plan) -> int:
    """The place of the task that digs the holes; the first where none does."""
    return next((k for k, task in enumerate(plan.tasks) if task.stage == "dig"), 0)


def filled_at(plan: Plan) -> int:
    """The place of the task that fills them: the one that digs where none has concrete of its own."""
    return next((k for k, task in enumerate(plan.tasks) if task.id.rsplit("/", 1)[-1] in FILLS), dug_at(plan))


def _roles(task: Task) -> set[str]:
    row = keyed("task_pieces").get(task.id.rsplit("/", 1)[-1])
    return {role.strip() for role in row.text["roles"].split("|")} if row else set()


def _shared(task: Task, part: Part) -> int:
    whose = task.id.rsplit("/", 1)[0]
    return len(whose) if any(place.id.startswith(whose) for place in part.places) else 0
