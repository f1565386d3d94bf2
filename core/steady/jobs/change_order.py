"""What differs between two states of a job, in words, pieces, hours and money: a change order, to be agreed before it is built."""

import math
from collections.abc import Iterable, Iterator
from dataclasses import fields, is_dataclass
from datetime import date
from typing import Any

from steady.jobs.buying import job_list
from steady.jobs.document import Job, Structure
from steady.jobs.offer import offer
from steady.measure.show import Tape, degrees
from steady.structures.form import Field
from steady.structures.registry import kind_of
from steady.takeoff.bill import PieceRow
from steady.values import value

MOST_WORDS = 60


@value
class PieceChange:
    """One kind of piece, before and after; `says` has its stick and length."""

    says: str
    was: int
    now: int


@value
class ChangeOrder:
    """The difference between two states of a job. Money is what the client pays, tax and all, of the first option."""

    words: tuple[str, ...]
    pieces: tuple[PieceChange, ...]
    hours_was: float
    hours_now: float
    price_was: float
    price_now: float

    @property
    def nothing(self) -> bool:
        """Whether both are alike in all that is built and paid."""
        return not self.words and not self.pieces and math.isclose(self.price_was, self.price_now)


def change_order(was: Job, now: Job, on: date) -> ChangeOrder:
    """From what was agreed to what is planned now.

    Raises:
        InputError: One of them can't be priced.
    """
    before, after = offer(was, on).options[0], offer(now, on).options[0]
    tape = now.reading.tape()
    return ChangeOrder(
        words=tuple(_words(was, now, tape))[:MOST_WORDS],
        pieces=tuple(pieces_between(job_list(was).pieces, job_list(now).pieces, tape)),
        hours_was=before.hours,
        hours_now=after.hours,
        price_was=before.total,
        price_now=after.total,
    )


def _words(was: Job, now: Job, tape: Tape) -> Iterator[str]:
    old = {item.spec.id: item for item in was.structures}
    new = {item.spec.id: item for item in now.structures}
    for name, item in new.items():
        if name not in old:
            yield f"{item.name} is built as well"
        else:
            yield from _changed(old[name], item, tape)
    for name, item in old.items():
        if name not in new:
            yield f"{item.name} is not built"


def _changed(was: Structure, now: Structure, tape: Tape) -> Iterator[str]:
    """Each field that differs, by its label where the kind's form has one, else by its own name."""
    labels = {field.path: field for group in kind_of(now.spec).form for field in group.fields}
    if was.name != now.name:
        yield f"{was.name} is called {now.name}"
    for path, old, new in _differing(was.spec, now.spec, ""):
        field = labels.get(path)
        says = field.says if field is not None else path.rsplit("/", 1)[-1].removesuffix("_m").replace("_", " ")
        yield f"{now.name}, {says[:1].lower()}{says[1:]}: {_value(old, path, field, tape)} becomes {_value(new, path, field, tape)}"


def _differing(old: Any, new: Any, path: str) -> Iterator[tuple[str, Any, Any]]:
    if old == new:
        return
    if is_dataclass(old) and type(old) is type(new):
        for field in fields(old):
            here = f"{path}/{field.name}" if path else field.name
            yield from _differing(getattr(old, field.name), getattr(new, field.name), here)
        return
    yield path, old, new


def _value(value: Any, path: str, field: Field | None, tape: Tape) -> str:
    if value is None or value == "":
        return field.empty if field is not None and field.empty else "nothing"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, tuple):
        return f"{len(value)}" if value else "none"
    if isinstance(value, float) and path.endswith("_m"):
        return tape.length(value)
    if isinstance(value, float) and path.endswith("_rad"):
        return degrees(value)
    if field is not None and field.names:
        return dict(field.names).get(str(value), str(value))
    return f"{value:g}" if isinstance(value, float) else str(value)[:80]


def pieces_between(was: Iterable[PieceRow], now: Iterable[PieceRow], tape: Tape) -> Iterator[PieceChange]:
    """Pieces alike in stick, role and length, to the crew's own mark, that there were and are."""

    def counted(rows: Iterable[PieceRow]) -> dict[str, int]:
        found: dict[str, int] = {}
        for row in rows:
            says = f"{row.role}, {row.says}, {tape.length(row.length_m)}"
            found[says] = found.get(says, 0) + row.count
        return found

    old, new = counted(was), counted(now)
    for says in sorted({*old, *new}):
        if old.get(says, 0) != new.get(says, 0):
            yield PieceChange(says=says, was=old.get(says, 0), now=new.get(says, 0))
