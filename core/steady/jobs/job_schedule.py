"""The whole job on days: tasks of all structures in one order, with deliveries, other trades, holds, cure and weather.

Hours of a structure are those of its quote, shared over its tasks by what each handles; so that calendar and price agree.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import field, replace
from datetime import date, datetime, timedelta
from typing import Literal

from steady.data.loader import keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Locate
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.estimate import EstimateRates, hours
from steady.jobs.job_takeoff import look_held
from steady.jobs.states import StructureState, state_of
from steady.layout.sun import day_length_h
from steady.plan.model import DRYING, Plan, Task
from steady.schedule.calendar import PULLED, ScheduledTask, Span, Work, WorkCalendar, lay
from steady.schedule.drying import drying_h
from steady.schedule.locate import open_points
from steady.schedule.settings import CalendarTerms, Pulled
from steady.schedule.weather_limits import Day, answer
from steady.units.dates import day_of
from steady.value_objects import value_object

WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
LOCATE_FIRST = "the locate ticket allows digging from this day"
"""Why digging lies where it does."""
KINDS: dict[str, Literal["dig", "pour", "lift"]] = {"dig": "dig", "pour": "pour", "lift": "lift"}


@value_object
class TaskRow:
    """One task on its days.

    Args:
        structure: Whose it is; empty: it comes from outside.
        held_by: What it waited for in the end, in words; `moved`: why it stands later than that let it.
        hold: What is looked at before whatever follows.
        stops: Why it can't begin yet, whatever the day: what the locate still lacks.
        pulled: Somebody pulled it to its day.
    """

    id: str
    what: str
    structure: str
    name: str
    kind: str
    start: str
    end: str
    hours: float
    spans: tuple[Span, ...]
    held_by: str = ""
    moved: str = ""
    hold: str = ""
    stops: tuple[str, ...] = ()
    pulled: bool = False


@value_object
class CalendarDay:
    """One day of the job: why nobody works, else the crew's hours; the sun's; and the weather's word where it is typed."""

    on: str
    weekday: str
    off: str
    hours: float
    light_h: float | None
    weather: str = ""
    reasons: tuple[str, ...] = ()


@value_object
class Calendar:
    """The job's days and tasks. `hours`: the crew's person-hours in all; `failed`: structures that can't be planned.

    `warnings`: structures that do not pass as a whole, a sentence each.
    """

    days: tuple[CalendarDay, ...]
    tasks: tuple[TaskRow, ...]
    hours: float
    ends_on: str
    failed: tuple[str, ...]
    amiss: tuple[str, ...]
    warnings: tuple[str, ...] = ()


@value_object
class Pushed:
    """What a move does to one task: from one day to another."""

    task: str
    what: str
    was: str
    now: str


@value_object
class MoveAnswer:
    """A move that can be: the calendar after it, what it pushes, and the terms that hold it."""

    calendar: Calendar
    pushed: tuple[Pushed, ...]
    terms: CalendarTerms


@value_object
class SiteHolds:
    """What is kept with a job and holds its work: tasks that were looked at and not passed, and why; and what lets it go on:
    structures that do not pass and that an authorized person has signed for as they are."""

    tasks: Mapping[str, str] = field(default_factory=dict)
    signed: frozenset[str] = frozenset()


NOTHING_HELD = SiteHolds()


def calendar(job: JobDocument, today: date, holds: SiteHolds = NOTHING_HELD) -> Calendar:
    """The whole job on days.

    Args:
        today: Where it begins when nobody said.
        holds: What is kept with the job: what waits for it stops.

    Raises:
        InvalidInputError: A date that is none, or no working day left.
    """
    terms = job.calendar
    first = day_of(terms.starts_on, "calendar/starts_on") if terms.starts_on else today
    plans, failed = _plans(job)
    said = {item.spec.id: state_of(item, plan) for plan, item in plans}
    tasks = [(plan, item.name, task) for plan, item in plans for task in plan.tasks]
    pours = {name for _, _, task in tasks for name, how in task.after if how == "cure"}
    off = _off(terms)
    weather = _weather(job)

    def weather_stops(kind: str, on: date) -> str:
        found = weather.get((kind, on))
        return found[1][0] if found is not None and found[0] == "not today" and found[1] else ""

    def hours_on(on: date) -> float:
        return 0.0 if on in off or on.weekday() in terms.weekdays_off else _hours(job, on)

    shares = {task_id: h for plan, _ in plans for task_id, h in task_hours(plan, job.quote).items()}
    pulled = {item.task: day_of(item.on, f"calendar/pulled/{k}/on") for k, item in enumerate(terms.pulled)}
    waits, crew = _delays(job, tasks), job.quote.crew_count
    work = [_work(task, shares[task.id] / crew, pours, waits=waits) for _, _, task in tasks]
    work = [replace(one, not_before=_not_before(one, pulled, job.site.locate)) for one in work]
    work = _in_phases(job, tasks, work)
    work = _with_outside(work, terms)
    layout = lay(work, WorkCalendar(first=first, start_h=terms.start_h, hours_on=hours_on, stops=weather_stops))
    begins = {one.id: max(today, one.start.date()) for one in layout}
    stops = _stops(job, tasks, work, begins=begins, known=(holds, said))
    rows = _rows(job, tasks, layout, work={one.id: one for one in work}, stops=stops)
    last = max((date.fromisoformat(row.end[:10]) for row in rows), default=first)
    amiss = [f"{row.what}: {row.moved}" for row in rows if row.moved.startswith("comes before")]
    return Calendar(
        days=tuple(_day(job, first + timedelta(days=k), off, weather=weather) for k in range((last - first).days + 1)),
        tasks=rows,
        hours=math.fsum(shares.values()),
        ends_on=last.isoformat() if rows else "",
        failed=tuple(failed),
        amiss=tuple(amiss),
        warnings=tuple(one.warning for one in said.values() if one.warning),
    )


def move(job: JobDocument, task: str, on: str, *, today: date) -> MoveAnswer:
    """Move a task to a day, and what follows it; an empty day resets it.

    Raises:
        InvalidInputError: It can't begin that early, and what it waits for.
    """
    before = calendar(job, today)
    found = next((row for row in before.tasks if row.id == task), None)
    if found is None:
        raise InvalidInputError("task", "This job has no such task")
    if not found.structure:
        outside = tuple(replace(item, on=on) if item.id == task else item for item in job.calendar.outside)
        terms = replace(job.calendar, outside=outside)
    else:
        rest = tuple(item for item in job.calendar.pulled if item.task != task)
        terms = replace(job.calendar, pulled=(*rest, Pulled(task=task, on=on)) if on else rest)
    if on:
        day_of(on, "on")
    after = calendar(replace(job, calendar=terms), today)
    now = next(row for row in after.tasks if row.id == task)
    if on and found.structure and now.start[:10] > on:
        why = now.moved if now.moved != PULLED else ""
        why = why or (f"it waits for {now.held_by}" if now.held_by else "the crew is at something else")
        raise InvalidInputError("on", f"It can't begin before {spoken(now.start)}: {why}")
    was = {row.id: row.start for row in before.tasks}
    pushed = [
        Pushed(task=row.id, what=f"{row.name}: {row.what}" if row.name else row.what, was=was[row.id], now=row.start)
        for row in after.tasks
        if row.id != task and was.get(row.id, row.start)[:10] != row.start[:10]
    ]
    return MoveAnswer(calendar=after, pushed=tuple(pushed), terms=terms)


def spoken(when: str) -> str:
    """A day as it is said."""
    at = datetime.fromisoformat(when)
    return f"{WEEKDAYS[at.weekday()]} {at.day} {at:%B}"


def task_hours(plan: Plan, terms: EstimateRates) -> dict[str, float]:
    """Person-hours of a plan's tasks: its quote's hours, shared by what each task handles.

    Source: the crew's own minutes (quote); the shares are practice (data/task_words.csv).
    """
    minutes = {"post": terms.post_min, "rail": terms.rail_min, "board": terms.board_min, "leaf": terms.leaf_min}
    minutes["litre"] = terms.finish_min
    rows = keyed("task_words")

    def weight(task: Task) -> float:
        found = 0.0
        for word, count, unit in task.work:
            if unit in ("", "L") and word in rows:
                found += count * rows[word].number("share_ratio") * minutes[rows[word].text["by"]]
        return found

    weights = {task.id: weight(task) for task in plan.tasks}
    whole = math.fsum(weights.values())
    total = hours(plan, terms)
    return {name: total * w / whole if whole > 0 else 0.0 for name, w in weights.items()}


def _plans(job: JobDocument) -> tuple[list[tuple[Plan, Structure]], list[str]]:
    plans, failed = [], []
    for item in job.built:
        try:
            plans.append((plan_structure(job, item.spec.id), item))
        except (InvalidInputError, OutOfScopeError) as error:
            why = error.message if isinstance(error, InvalidInputError) else error.reason
            failed.append(f"{item.name}: {why}")
    return plans, failed


def _off(terms: CalendarTerms) -> dict[date, str]:
    return {
        day_of(off.on, f"calendar/days_off/{k}/on"): off.why or "off" for k, off in enumerate(terms.days_off) if off.on
    }


def _weather(job: JobDocument) -> dict[tuple[str, date], tuple[str, tuple[str, ...]]]:
    """What each typed day is good for. A day's weather counts for every kind of work on it."""
    found: dict[tuple[str, date], tuple[str, tuple[str, ...]]] = {}
    for day in job.days:
        try:
            on = date.fromisoformat(day.on)
        except ValueError:
            continue
        for kind, work in KINDS.items():
            said = answer(replace(day, work=work))
            found[kind, on] = (said.verdict, said.reasons)
    return found


def _hours(job: JobDocument, on: date) -> float:
    """The crew's hours on a working day: no longer than there is light."""
    site = job.site
    if site.latitude_rad is None:
        return job.quote.day_h
    return max(0.0, min(job.quote.day_h, day_length_h(site.latitude_rad, on)))


def _cure_h(job: JobDocument) -> float:
    """Hours that posts stand before they are loaded, by the most cautious way, at the job's own temperature.

    Without a typed strength it is the bags' usual day at 20 °C. Source: schedule/curing.
    """
    strength_h = max((day.strength_h for day in job.days if day.work == "pour"), default=24.0)
    pour = answer(
        Day(id="cure", work="pour", temperature_c=max(job.calendar.temperature_c, 5.0), strength_h=strength_h)
    )
    return pour.waits_most_h if pour.waits_most_h is not None else 72.0


def _kind(task: Task, pours: set[str]) -> str:
    if task.id in pours:
        return "pour"
    if task.stage == "dig":
        return "dig"
    return "lift" if task.stage == "frame" else ""


def _delays(job: JobDocument, tasks: list[tuple[Plan, str, Task]]) -> Callable[[str, str], float]:
    """How long what waits has to wait: for concrete to cure, for a coat to dry, at the job's own temperature."""
    cure, warm = _cure_h(job), job.calendar.temperature_c
    dries = {task.id: hours for _, _, task in tasks for name, hours, _ in task.work if name == DRYING}

    def waits(name: str, how: str) -> float:
        return cure if how == "cure" else drying_h(dries.get(name, 0.0), warm) if how == "dry" else 0.0

    return waits


def _not_before(one: Work, pulled: Mapping[str, date], locate: Locate) -> tuple[date, str] | None:
    """The day before which a task can't begin: where it was pulled to, and for digging where the locate ticket begins."""
    days = [(pulled[one.id], PULLED)] if one.id in pulled else []
    if one.kind == "dig" and locate.dig_from:
        days.append((day_of(locate.dig_from, "site/locate/dig_from"), LOCATE_FIRST))
    return max(days, default=None)


def _work(task: Task, hours: float, pours: set[str], *, waits: Callable[[str, str], float]) -> Work:
    return Work(
        id=task.id,
        hours=hours,
        kind=_kind(task, pours),
        after=tuple((name, waits(name, how)) for name, how in task.after),
    )


def _in_phases(job: JobDocument, tasks: list[tuple[Plan, str, Task]], work: list[Work]) -> list[Work]:
    """Work of a later phase waits for the last of every phase before it; who has no number is in the first."""
    number = {one.structure: one.number for one in job.calendar.phases}
    if not number:
        return work
    of = {task.id: number.get(plan.id, 1) for plan, _, task in tasks}
    waited_for = {name for one in work for name, _ in one.after}
    ends = [one.id for one in work if one.id not in waited_for]
    made = []
    for one in work:
        mine = of[one.id]
        first = not any(of.get(name) == mine for name, _ in one.after)
        before = tuple((name, 0.0) for name in ends if of[name] < mine) if first else ()
        made.append(replace(one, after=(*one.after, *before)) if before else one)
    return made


def _with_outside(work: list[Work], terms: CalendarTerms) -> list[Work]:
    """Deliveries, trades and inspections among the tasks, and who waits for whom."""
    known = {one.id for one in work}
    waits: dict[str, list[str]] = {}
    made = []
    for k, item in enumerate(terms.outside):
        if not item.on:
            continue
        on = day_of(item.on, f"calendar/outside/{k}/on")
        after = tuple((name, 0.0) for name in item.after if name in known)
        made.append(Work(id=item.id, hours=0.0, after=after, fixed=(on, on + timedelta(days=item.days_count - 1))))
        for name in item.waits:
            waits.setdefault(name, []).append(item.id)
        if item.kind == "inspection":
            looked_at = {name for name in item.after if name in known}
            for one in work:
                if any(name in looked_at for name, _ in one.after):
                    waits.setdefault(one.id, []).append(item.id)
    held = [
        replace(one, after=(*one.after, *((name, 0.0) for name in dict.fromkeys(waits[one.id]))))
        if one.id in waits
        else one
        for one in work
    ]
    return [*held, *made]


def _rows(
    job: JobDocument,
    tasks: Sequence[tuple[Plan, str, Task]],
    layout: Sequence[ScheduledTask],
    *,
    work: dict[str, Work],
    stops: Mapping[str, tuple[str, ...]],
) -> tuple[TaskRow, ...]:
    by_id = {task.id: (plan, name, task) for plan, name, task in tasks}
    outside = {item.id: item for item in job.calendar.outside}
    pulled = {item.task for item in job.calendar.pulled}
    names = {task.id: f"{name}: {task.what}" for _, name, task in tasks}
    names |= {item.id: item.what or item.kind for item in job.calendar.outside}
    rows = []
    for one in layout:
        plan, name, task = by_id.get(one.id, (None, "", None))
        kind = work[one.id].kind
        rows.append(
            TaskRow(
                id=one.id,
                what=task.what if task is not None else names[one.id],
                structure=plan.id if plan is not None else "",
                name=name,
                kind=kind if task is not None else outside[one.id].kind,
                start=one.start.isoformat(timespec="minutes"),
                end=one.end.isoformat(timespec="minutes"),
                hours=round(work[one.id].hours * job.quote.crew_count, 3),
                spans=one.spans,
                held_by=names.get(one.held_by, ""),
                moved=one.moved,
                hold=task.hold if task is not None else "",
                stops=stops.get(one.id, ()),
                pulled=one.id in pulled,
            )
        )
    return tuple(rows)


def _stops(
    job: JobDocument,
    tasks: Sequence[tuple[Plan, str, Task]],
    work: Sequence[Work],
    *,
    begins: Mapping[str, date],
    known: tuple[SiteHolds, Mapping[str, StructureState]],
) -> dict[str, tuple[str, ...]]:
    """Why a task can't begin yet, whatever the day: what the locate lacks before digging, what was not passed before it, a look
    that is not approved before wood is cut, and a structure that does not pass and that nobody has signed for.

    Args:
        begins: The day on which each begins: a ticket that has run out by then holds it.
        known: What is kept with the job, and what is said of each structure.
    """
    holds, said = known
    held = holds.tasks
    looks = {item.spec.id: look_held(job, item) for item in job.built}
    digs = {one.id for one in work if one.kind == "dig"}
    return {
        task.id: (
            *((said[plan.id].warning,) if plan.id not in holds.signed and said[plan.id].warning else ()),
            *(open_points(job.site.locate, begins[task.id]) if task.id in digs else ()),
            *(held[name] for name, _ in task.after if name in held),
            *(looks.get(plan.id, ()) if task.stage == "frame" else ()),
        )
        for plan, _, task in tasks
    }


def _day(
    job: JobDocument, on: date, off: dict[date, str], *, weather: dict[tuple[str, date], tuple[str, tuple[str, ...]]]
) -> CalendarDay:
    site = job.site
    why = off.get(on, WEEKDAYS[on.weekday()] if on.weekday() in job.calendar.weekdays_off else "")
    said = [weather[kind, on] for kind in KINDS if (kind, on) in weather]
    worst = next((word for word in ("not today", "take care", "go") if any(one[0] == word for one in said)), "")
    reasons = dict.fromkeys(reason for one in said for reason in one[1])
    return CalendarDay(
        on=on.isoformat(),
        weekday=WEEKDAYS[on.weekday()],
        off=why,
        hours=0.0 if why else round(_hours(job, on), 2),
        light_h=round(day_length_h(site.latitude_rad, on), 2) if site.latitude_rad is not None else None,
        weather=worst,
        reasons=tuple(reasons),
    )
