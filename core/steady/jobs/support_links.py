"""Structures of a job that rest on others of it: what carries each, and what they bring to it."""

from collections.abc import Iterable
from dataclasses import replace
from typing import Any, Protocol, TypeVar

from steady.errors import InvalidInputError, OutOfScopeError
from steady.structures.registry import kind_of
from steady.structures.structure_type import DesignInput
from steady.structures.support_links import PostReaction


class Item(Protocol):
    """A structure as the job holds it."""

    @property
    def name(self) -> str:
        """What the crew calls it."""

    @property
    def spec(self) -> Any:
        """Its spec."""


T = TypeVar("T", bound=Item)


def host_of(item: Item, items: Iterable[T]) -> T | None:
    """What a structure rests on; None: the ground."""
    rest = kind_of(item.spec).rests(item.spec)
    return next((one for one in items if rest and one.spec.id == rest.on), None)


def loaded(case: DesignInput, items: Iterable[Item]) -> DesignInput:
    """The case with what others of the job bring to it; those that cannot be planned say that, and bring what is unknown."""
    carries = kind_of(case.spec).carries
    if carries is None:
        return case
    found: list[PostReaction] = []
    for item in items:
        kind = kind_of(item.spec)
        rest = kind.rests(item.spec)
        if rest is None or rest.on != case.spec.id:
            continue
        try:
            brought = kind.brings(case.of(item.spec))
        except (InvalidInputError, OutOfScopeError) as refused:
            why = refused.message if isinstance(refused, InvalidInputError) else refused.reason
            why = f"{item.name} on it cannot be planned: {why}"[:300]
            found.append(PostReaction(id=item.spec.id, x_m=rest.x_m, y_m=rest.y_m, why=why))
            continue
        found += [replace(one, x_m=one.x_m + rest.x_m, y_m=one.y_m + rest.y_m) for one in brought]
    return case.of(carries(case.spec, tuple(found)))


def check_rests(item: Item, items: Iterable[Item]) -> None:
    """That what a structure rests on is there and can carry it.

    Raises:
        InvalidInputError: The field, and what would do.
    """
    rest = kind_of(item.spec).rests(item.spec)
    if rest is None:
        return
    items = list(items)
    host = host_of(item, items)
    if host is None or kind_of(host.spec).carries is None:
        fits = [one.spec.id for one in items if kind_of(one.spec).carries is not None]
        offer = f" It has: {', '.join(fits)}" if fits else " It has none yet"
        raise InvalidInputError("on", f'This job has no structure "{rest.on[:40]}" that carries another.{offer}')
