"""Tasks and cautions of a structure from its two tables: words stand in data, counts come from the plan."""

from collections.abc import Mapping, Set

from steady.data.loader import keyed
from steady.plan.model import Caution, Task


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
