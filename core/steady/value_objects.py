"""Values: dataclasses that are never changed once they are made.

The types say that they are frozen, and a strict check of types holds it over the whole project and its tests. They are not frozen
at run time: a frozen dataclass sets every field through a call of its own, and a plan makes thousands of them.
"""

from dataclasses import dataclass, field
from typing import TypeVar, dataclass_transform

T = TypeVar("T")


@dataclass_transform(frozen_default=True, kw_only_default=True, field_specifiers=(field,))
def value_object(cls: type[T]) -> type[T]:
    """A value type: fields by name, slots, equal and hashed by its fields."""
    return dataclass(slots=True, kw_only=True, unsafe_hash=True)(cls)


@dataclass_transform(frozen_default=True, field_specifiers=(field,))
def positional_value_object(cls: type[T]) -> type[T]:
    """The same, of few fields that stand in an order."""
    return dataclass(slots=True, unsafe_hash=True)(cls)
