"""Structures of every kind that contracts are held to: each kind's first line in every school, and its rarer makes in one."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache

from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import Plan
from steady.structures.registry import KINDS, plan
from steady.structures.structure_type import DesignInput, StructureType

from tests.test_kept_plans import RARER, SCHOOLS, case_of, kind_cases, rarer, site_of


@dataclass(frozen=True, slots=True)
class One:
    """One structure: what it is called here, its kind, its case and its plan."""

    name: str
    kind: StructureType
    case: DesignInput
    plan: Plan


@cache
def every() -> tuple[One, ...]:
    """All of them that can be planned."""
    made = []
    for kind, name, case in _cases():
        try:
            made.append(One(name, kind, case, plan(case)))
        except (InvalidInputError, OutOfScopeError):
            continue
    assert len(made) > len(KINDS) * 3, "most of them can be planned"
    return tuple(made)


def _cases() -> Iterator[tuple[StructureType, str, DesignInput]]:
    for kind in KINDS:
        for school in SCHOOLS:
            name, case = next(kind_cases(kind.key, school))
            yield kind, f"{kind.key} in {school}, {name}", case
        if kind.key in RARER:
            for name, spec in rarer(kind.key, "us"):
                yield kind, f"{kind.key}, {name}", case_of(spec, site_of("us"), "us")
