"""How a structure is typically framed, and how a crew frames it: its sticks and spacings alone, never what the client asked for."""

from dataclasses import MISSING, fields, replace
from typing import Any

from steady.errors import InvalidInputError
from steady.structures.structure_type import StructureType


def typical(kind: StructureType, spec: Any, school: str) -> Any:
    """The same structure framed as the kind starts under a school.

    Source: common practice, our own defaults: the sticks that its yard sells.
    """
    usual = {
        one.name: one.default for one in fields(spec) if one.name in kind.structural and one.default is not MISSING
    }
    return _framed(kind, spec, usual, school=school)


def as_crew(kind: StructureType, spec: Any, habit: dict[str, Any], *, school: str) -> Any:
    """The same structure framed as a crew keeps it."""
    return _framed(kind, spec, {name: value for name, value in habit.items() if name in kind.structural}, school=school)


def crew_habit(kind: StructureType, spec: Any) -> dict[str, Any]:
    """What a crew keeps of a structure.

    Raises:
        InvalidInputError: The kind has nothing to keep.
    """
    if not kind.structural:
        raise InvalidInputError("structure", f"No habit is kept of {kind.many}")
    return {name: getattr(spec, name) for name in kind.structural}


def _framed(kind: StructureType, spec: Any, wish: dict[str, Any], *, school: str) -> Any:
    at_home = kind.home(replace(spec, **wish), school)
    # Bringing it home may touch other fields, too: those stay as they are.
    return replace(spec, **{name: getattr(at_home, name) for name in kind.structural})
