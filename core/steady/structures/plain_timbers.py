"""Timbers said by their size in a description: "4x4 posts" chooses among those on sale beside the ones that are there."""

import re
from dataclasses import replace
from typing import Any

from steady.catalog.items import SectionItem, sold_with, stick
from steady.errors import InvalidInputError
from steady.structures.plain_entry import FIELD, Clause, Made
from steady.units.lengths import Bare

SIZED = r"(?P<one>\d{1,3})\s*(?:x|by)\s*(?P<two>\d{1,3})(?:\s*mm)?\s+"
"""A section before its noun: 4x4, 100 x 100 mm."""


def timber(field: str, role: str) -> Made:
    """A phrase that says the section of one of a spec's timbers. The wood and grade stay where they are sold in that size."""

    def made(found: re.Match[str], bare: Bare) -> Clause:
        size = f"{found['one']}x{found['two']}"

        def change(spec: Any) -> Any:
            now = stick(getattr(spec, field), role, field)
            sold = [item for item in sold_with(now, role) if nominal(item) == size]
            like = [item for item in sold if (item.species, item.grade) == (now.species, now.grade)]
            if not sold:
                has = ", ".join(sorted({nominal(item) for item in sold_with(now, role)}))
                raise InvalidInputError(FIELD, f'"{found[0].strip()}": none of that size is on sale; there are {has}')
            return replace(spec, **{field: (like or sold)[0].key})

        return Clause(typed=found[0].strip(), change=change, means=f"{role}s {size}")

    return made


def nominal(item: SectionItem) -> str:
    """The size that a stick is called by, out of its key."""
    found = re.search(r"(\d+)x(\d+)", item.key)
    return f"{found[1]}x{found[2]}" if found else ""
