"""Second sources: which values from memory were compared with something outside the project, and what came of it."""

from functools import cache

from steady.data.loader import sources, table
from steady.value_objects import value_object


@value_object
class Second:
    """What was compared under one clause or table: how many values, how many agree, with what, and which are doubted."""

    clause: str
    values: int
    agree: int
    by: str
    doubted: str
    words: str
    """How rows of known answers name this clause; empty where none does."""


@cache
def seconds() -> tuple[Second, ...]:
    """Every clause or table that has a second source."""
    return tuple(
        Second(
            clause=row.text["key"],
            values=int(row.number("values_count")),
            agree=int(row.number("agree_count")),
            by=row.text["by"],
            doubted=row.text["doubted"],
            words=row.text["words"],
        )
        for row in table("second_sources")
    )


def second_of(source: str) -> Second | None:
    """The second source of a step's or row's source, where every clause in it that is from memory has one.

    A source reads "key: clause; key: clause; how sure"; a clause is covered by a second source whose words it begins with.
    """
    found: Second | None = None
    for part in (part.strip() for part in source.split(";")):
        key = part.split(":")[0]
        if key not in sources() or not from_memory(key):
            continue
        match = next((one for one in seconds() if _covers(one.clause, part)), None)
        if match is None:
            return None
        found = match
    return found


def _covers(clause: str, part: str) -> bool:
    rest = part[len(clause) :]
    return part.startswith(clause) and not (rest[:1].isalnum() or rest[:2] in {f".{digit}" for digit in range(10)})


@cache
def from_memory(key: str) -> bool:
    """Whether a source's values were recalled and not compared as a whole."""
    return sources()[key]["checked"].startswith(("from memory", "taken over"))


def from_memory_in(source: str) -> bool:
    """Whether any clause of a source was recalled."""
    return any(
        key in sources() and from_memory(key) for key in (part.strip().split(":")[0] for part in source.split(";"))
    )


def second_in_words(source: str) -> str:
    """With what a row of known answers was compared, by its source in words; empty where it was not."""
    return next((one.by for one in seconds() if one.words and one.words in source), "")
