"""What differs between two states of a job, in words, pieces, hours and money: a change order, to be agreed before it is built."""

import math
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import fields, is_dataclass, replace
from datetime import date
from typing import Any

from steady.catalog.items import sticks
from steady.errors import InvalidInputError, OutOfScopeError
from steady.estimating.change_words import change_words
from steady.jobs.client_quote import offer
from steady.jobs.document import JobDocument, Structure
from steady.jobs.job_takeoff import job_list
from steady.structures.form_schema import Field
from steady.structures.registry import kind_of
from steady.takeoff.bill import PieceRow
from steady.units.show import Tape, degrees
from steady.value_objects import value_object

MOST_WORDS = 60


@value_object
class PieceChange:
    """One kind of piece, before and after; `says` has its stick and length."""

    says: str
    was: int
    now: int


@value_object
class ChangeOrder:
    """The difference between two states of a job. Money is what the client pays, tax and all, of the first option.

    Args:
        net_more: How much more or less it is without its tax.
    """

    words: tuple[str, ...]
    pieces: tuple[PieceChange, ...]
    hours_was: float
    hours_now: float
    price_was: float
    price_now: float
    net_more: float = 0.0

    @property
    def nothing(self) -> bool:
        """Whether both are alike in all that is built and paid."""
        return not self.words and not self.pieces and math.isclose(self.price_was, self.price_now)


def change_order(
    was: JobDocument,
    now: JobDocument,
    on: date,
    *,
    structures: Sequence[str] = (),
    contract: JobDocument | None = None,
) -> ChangeOrder:
    """From what was agreed to what is planned now, both at the terms and prices that were agreed.

    Args:
        structures: Those of the option that was accepted; none: all there were. What was laid out since is a change, too.
        contract: The job whose terms and prices are the contract's; None: `was` itself. It differs after a change order.

    Raises:
        InvalidInputError: One of them can't be priced.
    """
    if contract is not None:
        was = _on_the_terms_of(contract, was)
    agreed = tuple(structures) or tuple(item.spec.id for item in was.structures)
    known = {item.spec.id for item in was.structures}
    was = replace(was, structures=tuple(item for item in was.structures if item.spec.id in agreed))
    kept = tuple(item for item in now.structures if item.spec.id in agreed or item.spec.id not in known)
    now = _on_the_terms_of(was, replace(now, structures=kept))
    was = replace(was, offer=replace(was.offer, options=()), agreed=None)
    before, after = offer(was, on).options[0], offer(now, on).options[0]
    tape = now.reading.tape()
    return ChangeOrder(
        words=tuple(changed_words(was, now, tape))[:MOST_WORDS],
        pieces=tuple(pieces_between(job_list(_untouched(was)).pieces, job_list(_untouched(now)).pieces, tape)),
        hours_was=before.hours,
        hours_now=after.hours,
        price_was=before.total,
        price_now=after.total,
        net_more=round(after.net - before.net, 2),
    )


def _on_the_terms_of(was: JobDocument, now: JobDocument) -> JobDocument:
    """What is planned now under the mark-up, tax, labour and prices of then; what had no price then has today's."""
    had = {(price.item, price.length_m) for price in was.yard.prices}
    prices = (*was.yard.prices, *(one for one in now.yard.prices if (one.item, one.length_m) not in had))
    return replace(
        now,
        offer=replace(was.offer, options=()),
        quote=was.quote,
        yard=replace(now.yard, prices=prices, priced_on=was.yard.priced_on, rack=was.yard.rack),
        agreed=None,
    )


def _untouched(job: JobDocument) -> JobDocument:
    """A job as if nothing of it had come yet."""
    return replace(job, came=())


def changed_words(was: JobDocument, now: JobDocument, tape: Tape) -> Iterator[str]:
    """What is built otherwise, a sentence each, as a client reads it."""
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


UNSAID = ("look", "ratings", "locks", "id", "kind", "format", "built_on", "practice", "carries", "bearings")
"""Fields of a spec that no client signs for: approvals, makers' numbers, what holds a handle."""


def _changed(was: Structure, now: Structure, tape: Tape) -> Iterator[str]:
    """Each field that differs, by its label where the kind's form has one, else by its own name."""
    labels = {field.path: field for group in kind_of(now.spec).form for field in group.fields}
    if was.name != now.name:
        yield f"{was.name} is called {now.name}"
    for change in _differing(was.spec, now.spec, "", of=""):
        field = labels.get(change.path)
        says = field.says if field is not None else _spelled(change.path)
        where = f"{now.name}, {change.of}" if change.of else now.name
        if change.words:
            yield f"{where}: {change.words}"
            continue
        sentence = _sentence(now.spec.kind, change, tape)
        if sentence:
            # A sentence that names the part needs no other name of it.
            told = now.name if change.of.lower() in sentence.lower() else where
            yield f"{told}: {sentence}"
            continue
        old, new = (_value(one, change.path, field, tape=tape) for one in (change.old, change.new))
        yield f"{where}, {says[:1].lower()}{says[1:]}: {old} becomes {new}"


OPENINGS = "openings/"


def _sentence(kind: str, change: "_Change", tape: Tape) -> str:
    """A change as a client reads it; empty where no sentence is known for its field."""
    inside = change.path.startswith(OPENINGS)
    values = tuple(
        sticks()[one].says if isinstance(one, str) and one in sticks() else one for one in (change.old, change.new)
    )
    try:
        return change_words(
            "gate" if inside else kind,
            change.path.removeprefix(OPENINGS) if inside else change.path,
            (values[0], values[1]),
            system=tape.system,
            name=change.of,
        )
    except (OutOfScopeError, InvalidInputError):
        return ""


def _spelled(path: str) -> str:
    """A field without a label of its own, by its name: "going_m" is "going"."""
    return re.sub("_(m|rad|n|pa|kg|n_per_m|ratio)$", "", path.rsplit("/", 1)[-1]).replace("_", " ")


@value_object
class _Change:
    """One field that differs: where, of which of several, its two values; or in words."""

    path: str
    of: str
    old: Any = None
    new: Any = None
    words: str = ""


def _differing(old: Any, new: Any, path: str, *, of: str) -> Iterator[_Change]:
    """Down to single values: things of a list are told apart by their ids."""
    if old == new or path.rsplit("/", 1)[-1] in UNSAID:
        return
    if is_dataclass(old) and type(old) is type(new):
        for field in fields(old):
            here = f"{path}/{field.name}" if path else field.name
            yield from _differing(getattr(old, field.name), getattr(new, field.name), here, of=of)
        return
    if _things(old) and _things(new):
        before, after = ({one.id: one for one in many} for many in (old, new))
        for key, one in after.items():
            name = _called(one, path)
            if key in before:
                yield from _differing(before[key], one, path, of=name)
            else:
                yield _Change(path=path, of="", words=f"{name} is added")
        for key, one in before.items():
            if key not in after:
                yield _Change(path=path, of="", words=f"{_called(one, path)} is taken away")
        return
    if is_dataclass(old) or is_dataclass(new):
        what = _spelled(path)
        said = "is added" if old is None else "is taken away" if new is None else "is another"
        yield _Change(path=path, of=of, words=f"{what} {said}")
        return
    yield _Change(path=path, of=of, old=old, new=new)


def _things(many: Any) -> bool:
    """Whether it is a list, perhaps empty, of things with ids."""
    return isinstance(many, tuple) and all(is_dataclass(one) and hasattr(one, "id") for one in many)


def _called(one: Any, path: str) -> str:
    """What a thing of a list is called: by its own words, else by what the list is of, and its id."""
    what = getattr(one, "what", "") or getattr(one, "name", "")
    if what:
        return str(what)
    word = path.rsplit("/", 1)[-1].removesuffix("s")
    # "straight-1" among straights is "straight 1": no client reads the word twice.
    return f"{word} {one.id.removeprefix(f'{word}-')}"


def _value(value: Any, path: str, field: Field | None, *, tape: Tape) -> str:
    if value is None or value == "":
        return field.empty if field is not None and field.empty else "nothing"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, tuple):
        return ", ".join(_value(one, path, field, tape=tape) for one in value) or "none"
    if isinstance(value, float) and path.endswith("_m"):
        return tape.length(value)
    if isinstance(value, float) and path.endswith("_rad"):
        return degrees(value)
    if isinstance(value, float) and path.endswith("_ratio"):
        return f"{value:.0%}"
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
