"""What a job asks for once it stands: reminders by what was built, counted in months from its last day."""

import calendar as months
from collections.abc import Sequence
from datetime import date

from steady.data.loader import keyed
from steady.plan.model import Plan
from steady.value_objects import value_object

YEARS = 5
"""Reminders are given for so many years."""
ROOF_ROLES = frozenset({"rafter", "hip", "jack", "slat"})


@value_object
class Upkeep:
    """One thing to look at, and the days on which it is due."""

    key: str
    text: str
    months_first: int
    months_every: int
    due: tuple[date, ...]


def after(day: date, count: int) -> date:
    """So many months later, on the same day of the month or its last."""
    year, month = divmod(day.month - 1 + count, 12)
    year += day.year
    return date(year, month + 1, min(day.day, months.monthrange(year, month + 1)[1]))


def upkeep(plans: Sequence[Plan], done_on: date) -> list[Upkeep]:
    """What concerns these structures. Source: data/upkeep.csv, common practice."""
    has = {"any"} if plans else set()
    for plan in plans:
        roles = {part.role for part in plan.parts}
        has |= {"gate"} if any(opening.hung for opening in plan.openings) else set()
        has |= {"ground"} if any(footing.hole_m > 0 for footing in plan.footings) else set()
        has |= {"floor"} if "joist" in roles else set()
        has |= {"covered roof" if "sheet" in roles else "open roof"} if roles & ROOF_ROLES else set()
        has |= {"afloat"} if "barrel" in roles else set()
    found = []
    for key, row in keyed("upkeep").items():
        first, every = round(row.number("first_count")), round(row.number("every_count"))
        if row.text["needs"] not in has:
            continue
        due = [after(done_on, first), *(after(done_on, count) for count in range(every, YEARS * 12 + 1, every))]
        found.append(
            Upkeep(
                key=key,
                text=row.text["text"],
                months_first=first,
                months_every=every,
                due=tuple(sorted(set(due))),
            )
        )
    return found
