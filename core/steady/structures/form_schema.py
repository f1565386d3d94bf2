"""A kind's panel as data: groups of fields, each with its limits and choices read from the spec's own types."""

import math
from collections.abc import Iterator
from dataclasses import is_dataclass
from types import NoneType, UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin, get_type_hints

from annotated_types import Ge, Gt, Le, Lt, MaxLen

from steady.value_objects import value_object

Sort = Literal[
    "length",
    "small length",
    "angle",
    "force",
    "pressure",
    "moment",
    "mass",
    "count",
    "ratio",
    "number",
    "words",
    "choice",
    "tick",
    "stick",
    "structure",
]

EACH = "*"
"""In a path: each item of a list."""


@value_object
class Field:
    """One field of a form.

    Args:
        path: Its place in the spec, parts joined by slashes; a star stands for each of a list.
        says: Its label.
        sort: How it is typed: lengths in the crew's units (small ones in inches where bare), choices from a list, a stick on sale.
        role: For sticks: the yard's role, or several apart by spaces; for another structure of the job: its kind.
        empty: What an empty field means, where it may be empty.
        names: For choices: words for the values, where they differ.
        text: What it does, where its label does not say it all.
        when: Shown only where the field at this path holds one of these values.
    """

    path: str
    says: str
    sort: Sort = "length"
    role: str = ""
    empty: str = ""
    names: tuple[tuple[str, str], ...] = ()
    text: str = ""
    when: tuple[str, tuple[str, ...]] | None = None


@value_object
class Group:
    """A titled group of fields. `folded`: closed until it is asked for."""

    title: str
    fields: tuple[Field, ...]
    folded: bool = False


@value_object
class ResolvedField:
    """A field with what its type allows: limits in SI, the values of a choice, whether it may be empty."""

    path: str
    says: str
    sort: Sort
    role: str
    empty: str
    choices: tuple[tuple[str, str], ...]
    least: float | None
    most: float | None
    longest: int | None
    may_be_empty: bool
    text: str
    when: tuple[str, tuple[str, ...]] | None


@value_object
class AskedGroup:
    """A group as a page shows it."""

    title: str
    folded: bool
    fields: tuple[ResolvedField, ...]


def asked(spec: type[Any], form: tuple[Group, ...]) -> tuple[AskedGroup, ...]:
    """A form with every field's limits and choices.

    Raises:
        KeyError: A path that the spec does not have.
    """
    return tuple(
        AskedGroup(title=group.title, folded=group.folded, fields=tuple(_asked(spec, item) for item in group.fields))
        for group in form
    )


def _asked(spec: type[Any], item: Field) -> ResolvedField:
    hint = hint_of(spec, item.path)
    limits, may_be_empty, kind = _limits(hint)
    names = dict(item.names)
    values = get_args(kind) if get_origin(kind) is Literal else tuple(names) if item.sort == "choice" else ()
    return ResolvedField(
        path=item.path,
        says=item.says,
        sort=item.sort,
        role=item.role,
        empty=item.empty,
        choices=tuple((str(value), names.get(str(value), str(value))) for value in values),
        least=limits.get("least"),
        most=limits.get("most"),
        longest=int(limits["longest"]) if "longest" in limits else None,
        may_be_empty=may_be_empty,
        text=item.text,
        when=item.when,
    )


def hint_of(spec: type[Any], path: str) -> Any:
    """The annotation of the field at a path.

    Raises:
        KeyError: There is no such field.
    """
    hint: Any = spec
    for name in path.split("/"):
        plain = _limits(hint)[2]
        if name == EACH and get_origin(plain) is tuple:
            hint = get_args(plain)[0]
        elif is_dataclass(plain):
            hint = get_type_hints(plain, include_extras=True)[name]
        else:
            raise KeyError(path)
    return hint


def limits_of(spec: type[Any], path: str) -> tuple[float, float]:
    """The least and most that a field of numbers takes; without a limit, minus or plus infinity.

    Raises:
        KeyError: There is no such field.
    """
    limits = _limits(hint_of(spec, path))[0]
    return limits.get("least", -math.inf), limits.get("most", math.inf)


def _limits(hint: Any) -> tuple[dict[str, float], bool, Any]:
    """Limits written beside a type, whether it may be None, and the type itself."""
    limits: dict[str, float] = {}
    if get_origin(hint) is Annotated:
        hint, *marks = get_args(hint)
        for mark in marks:
            limits |= dict(_limit(mark))
        inner, empty, kind = _limits(hint)
        return limits | inner, empty, kind
    if get_origin(hint) in (Union, UnionType):
        rest = [arg for arg in get_args(hint) if arg is not NoneType]
        inner, _, kind = _limits(rest[0])
        return inner, len(rest) < len(get_args(hint)), kind
    return limits, False, hint


def _limit(mark: object) -> Iterator[tuple[str, float]]:
    if isinstance(mark, Ge | Gt):
        yield "least", float(mark.ge if isinstance(mark, Ge) else mark.gt)  # type: ignore[arg-type]
    elif isinstance(mark, Le | Lt):
        yield "most", float(mark.le if isinstance(mark, Le) else mark.lt)  # type: ignore[arg-type]
    elif isinstance(mark, MaxLen):
        yield "longest", float(mark.max_length)
