"""Tasks and cautions of a structure from its two tables: words stand in data, counts come from the plan."""

import math
from collections.abc import Mapping, Sequence, Set

from steady.data.loader import keyed
from steady.plan.model import Caution, Task, TemporaryPart


def tasks_from(table: str, me: str, counts: Mapping[str, float]) -> list[Task]:
    """What is done in which order; a task whose things are none is left out, and nothing waits for it.

    Args:
        table: The data table: stage, what, counts, after ("x+cure" waits for the concrete), hold.
        me: The structure's id.
        counts: How many of each thing there are.
    """
    rows = {key: row for key, row in keyed(table).items() if counts.get(row.text["counts"], 0)}
    found = []
    for key, row in rows.items():
        waits = []
        for word in row.text["after"].split():
            name, _, cure = word.partition("+")
            if name in rows:
                waits.append((f"{me}/{name}", cure))
        work = ((row.text["counts"], counts[row.text["counts"]], ""),)
        found.append(
            Task(
                id=f"{me}/{key}",
                what=row.text["what"],
                about=(me,),
                work=work,
                after=tuple(waits),
                hold=row.text["hold"],
                stage=row.text["stage"],
            )
        )
    return found


def cautions_from(table: str, me: str, here: Set[str]) -> list[Caution]:
    """What can hurt someone or go wrong, of the rows whose case is here; the locate stops the digging."""
    found = []
    for key, row in keyed(table).items():
        if row.text["when"] not in here:
            continue
        stops = (f"{me}/dig",) if key == "locate" else ()
        cleared = "the locate under Build" if stops else ""
        found.append(
            Caution(
                about=me,
                kind=row.text["kind"],  # type: ignore[arg-type]
                text=row.text["text"],
                source=row.source,
                stops=stops,
                cleared_by=cleared,
            )
        )
    return found


def temporary_from(kind: str, tasks: Sequence[Task], counts: Mapping[str, float]) -> tuple[TemporaryPart, ...]:
    """What is put in and taken out again, in the order of the work: only what goes up with a task that is there.

    Args:
        kind: Whose rows of data/temporary_parts.csv.
        tasks: The structure's tasks; a gate's are found by the end of their id.
        counts: How many of each thing there are, as the tasks' own table counts them.
    """
    found = []
    for key, row in keyed("temporary_parts").items():
        things = counts.get(row.text["counts"], 0)
        task = next((one for one in tasks if one.id.endswith("/" + row.text["up"])), None)
        if row.text["kind"] != kind or not things or task is None:
            continue
        each = row.text["each"]
        count = 1 if each == "all" else math.ceil(things * float(each) - 1e-9)
        me = task.id.split("/")[0]
        part = TemporaryPart(
            id=f"{me}/temporary/{key}", what=row.text["what"], count=count, task=task.id, until=row.text["until"]
        )
        found.append((tasks.index(task), part))
    return tuple(part for _, part in sorted(found, key=lambda one: one[0]))
