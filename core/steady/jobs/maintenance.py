"""What a job asks for once it stands: reminders by what was built, counted in months from its last day."""

import calendar as months
import math
from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import date
from typing import Literal

from steady.data.loader import keyed
from steady.plan.model import Plan
from steady.value_objects import value_object

YEARS = 5
"""Reminders are given for so many years."""
DAYS_A_MONTH = 30.4375
COAT = "finish"
"""The role of what is put on the wood, and the row of what it asks for."""
ROOF_ROLES = frozenset({"rafter", "hip", "jack", "slat"})


@value_object
class Upkeep:
    """One thing to look at, and the days on which it is due."""

    key: str
    text: str
    months_first: int
    months_every: int
    due: tuple[date, ...]


Result = Literal["good", "watch", "mend"]
RESULTS: tuple[Result, ...] = ("good", "watch", "mend")
WAIT_RATIO: dict[Result, float] = {"good": 1.0, "watch": 0.5, "mend": 0.0}
"""What is to be watched is looked at again after half of its months, what is to be mended at once [our own]."""
LEARNED_FROM, LEARNED_AT = 5, 0.25
"""So many faults found teach a shorter cycle: the time before which a quarter of them had come [our own]."""


@value_object
class UpkeepLook:
    """What was found on a day: good, to be watched, or to be mended."""

    key: str
    on: date
    result: Result


@value_object
class UpkeepState:
    """One thing that is looked after: its months (as learned where faults came sooner), its last look, and when it is due.

    `open`: what was to be mended has not been found good since; it is due at once.
    """

    key: str
    text: str
    months_every: int
    learned: bool
    last: UpkeepLook | None
    due: date
    open: bool


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
    items = {part.item for plan in plans for part in plan.parts if part.role == COAT}
    coats = [row for kind, row in keyed("finishes").items() if f"{COAT} {kind}" in items]
    found = []
    for key, row in keyed("upkeep").items():
        first, every = round(row.number("first_count")), round(row.number("every_count"))
        text = row.text["text"]
        if row.text["needs"] not in has:
            continue
        if key == COAT and coats:
            # The finish that wears first says when.
            again, text = min((row.number("again_count"), row.text["text"]) for row in coats)
            first = every = round(again)
        due = [after(done_on, first), *(after(done_on, count) for count in range(every, YEARS * 12 + 1, every))]
        found.append(
            Upkeep(
                key=key,
                text=text,
                months_first=first,
                months_every=every,
                due=tuple(sorted(set(due))),
            )
        )
    return found


def learned_months(fault_months: Sequence[float], every: int) -> int:
    """Months between looks: the table's, or fewer where the crew's own faults came sooner.

    Args:
        fault_months: How long after the look before (or the end of the work) each fault was found.

    Source: our own: with at least five faults, the lower quartile, whole months, never over the table's.
    """
    if len(fault_months) < LEARNED_FROM:
        return every
    found = sorted(fault_months)[math.floor(LEARNED_AT * (len(fault_months) - 1))]
    return max(1, min(every, math.floor(found + 1e-9)))


def fault_months(done_on: date, looks: Sequence[UpkeepLook]) -> list[float]:
    """How long after the look before each fault of one thing was found, its looks in the order of their days."""
    found, before = [], done_on
    for look in sorted(looks, key=lambda one: one.on):
        if WAIT_RATIO[look.result] < 1:
            found.append(max(0.0, (look.on - before).days / DAYS_A_MONTH))
        before = look.on
    return found


def upkeep_states(
    items: Sequence[Upkeep], done_on: date, looks: Sequence[UpkeepLook], *, faults: Mapping[str, Sequence[float]]
) -> list[UpkeepState]:
    """Where each thing stands: what was found last, and when it is due again. What is due first comes first.

    Args:
        items: What the job asks for. `done_on`: its last day of work.
        faults: The crew's own: by thing, how long after the look before each fault was found, over all its jobs.
    """
    found = []
    for item in items:
        own = sorted((look for look in looks if look.key == item.key), key=lambda one: one.on)
        every = learned_months(faults.get(item.key, ()), item.months_every)
        last = own[-1] if own else None
        if last is None:
            due = after(done_on, min(item.months_first, every))
        else:
            due = after(last.on, math.ceil(every * WAIT_RATIO[last.result]))
        found.append(
            UpkeepState(
                key=item.key,
                text=item.text,
                months_every=every,
                learned=every < item.months_every,
                last=last,
                due=due,
                open=last is not None and not WAIT_RATIO[last.result],
            )
        )
    return sorted(found, key=lambda one: (one.due, one.key))


def reminders_from(states: Sequence[UpkeepState], items: Sequence[Upkeep], until: date) -> list[Upkeep]:
    """The reminders as they stand after what was found: from when each is due, every so many months."""
    by_key = {one.key: one for one in states}
    found = []
    for item in items:
        state, due = by_key[item.key], list[date]()
        day, k = state.due, 0
        while day <= until:
            due.append(day)
            k += 1
            day = after(state.due, k * state.months_every)
        found.append(replace(item, months_every=state.months_every, due=tuple(due)))
    return found
