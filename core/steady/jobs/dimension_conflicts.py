"""Key dimensions read from two documents of one job: where they disagree, that stage stops until someone decides."""

from collections.abc import Sequence
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen, MinLen

from steady.plan.model import Task
from steady.units.show import Tape
from steady.value_objects import value_object

Stage = Literal["set-out", "dig", "frame", "buy"]
WAITS: dict[Stage, tuple[str, ...]] = {
    "set-out": ("set-out", "dig", "anchor"),
    "dig": ("dig",),
    "frame": ("anchor", "frame"),
    "buy": (),
}
"""Stages of a structure's tasks that wait with a stage."""


@value_object
class KeyDimension:
    """One dimension from two documents.

    Args:
        structure: The structure's id; empty: all.
        stage: What must wait while they disagree.
        within_m: They may differ by so much.
        decided: Which document holds; empty: nobody has decided.
    """

    id: Annotated[str, MinLen(1), MaxLen(40)]
    what: Annotated[str, MaxLen(200)] = ""
    structure: Annotated[str, MaxLen(40)] = ""
    stage: Stage = "dig"
    first_m: Annotated[float, Ge(-500), Le(5000)] = 0.0
    first_from: Annotated[str, MaxLen(120)] = ""
    second_m: Annotated[float, Ge(-500), Le(5000)] = 0.0
    second_from: Annotated[str, MaxLen(120)] = ""
    within_m: Annotated[float, Ge(0), Le(1)] = 0.003
    decided: Literal["", "first", "second"] = ""
    decided_by: Annotated[str, MaxLen(80)] = ""


@value_object
class Disagreement:
    """A dimension whose two documents differ, in words; the stage that waits; empty `decided` holds it back."""

    id: str
    stage: Stage
    says: str
    decided: str


def differs(item: KeyDimension) -> bool:
    """Whether its two documents differ by more than they may."""
    return abs(item.first_m - item.second_m) > item.within_m + 1e-9


def disagreements(dimensions: Sequence[KeyDimension], structure: str, tape: Tape) -> list[Disagreement]:
    """Every dimension of a structure whose documents differ, decided or not."""
    found = []
    for item in dimensions:
        if item.structure not in ("", structure) or not differs(item):
            continue
        first, second = item.first_from or "the first document", item.second_from or "the second document"
        says = f"{item.what or 'A dimension'}: {tape.length(item.first_m)} by {first}, {tape.length(item.second_m)} by {second}"
        chosen = {"first": first, "second": second}.get(item.decided, "")
        decided = (
            f"{chosen[:1].upper()}{chosen[1:]} holds, decided by {item.decided_by}"
            if chosen and item.decided_by
            else ""
        )
        found.append(Disagreement(id=item.id, stage=item.stage, says=says, decided=decided))
    return found


def held_tasks(dimensions: Sequence[KeyDimension], structure: str, tasks: Sequence[Task], *, tape: Tape) -> list[str]:
    """Ids of the tasks that wait until someone decides between two documents."""
    stages = {item.stage for item in disagreements(dimensions, structure, tape) if not item.decided}
    waiting = {name for stage in stages for name in WAITS[stage]}
    return [task.id for task in tasks if task.stage in waiting]


def stopped(dimensions: Sequence[KeyDimension], structure: str, stages: Sequence[Stage], *, tape: Tape) -> list[str]:
    """What holds back any of these stages: each undecided disagreement as a sentence that says what to do."""
    return [
        f"Two documents disagree. {item.says}: ask, and write down who decides, before the {item.stage}"
        for item in disagreements(dimensions, structure, tape)
        if item.stage in stages and not item.decided
    ]
