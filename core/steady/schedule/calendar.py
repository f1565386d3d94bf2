"""Tasks scheduled: one crew, its hours and days off, waits on the clock, weather that stops a kind of work, dates that are set.

The order is list scheduling by latest start: a good order, not proved the best. Times are the site's own clock.
"""

from collections.abc import Callable, Sequence
from datetime import date, datetime, time, timedelta

from steady.errors import InvalidInputError
from steady.schedule.sequence import SequenceTask, chain_hours
from steady.value_objects import value_object

HORIZON_DAYS = 730
"""A job that takes longer than two years is not scheduled."""
TINY_H = 1e-6

PULLED = "pulled to this day"
"""Why a task lies where it does: somebody pulled it there."""


@value_object
class Work:
    """One task to lay.

    Args:
        hours: Of the crew as a whole; 0: a milestone.
        after: (task, hours on the clock after its end).
        not_before: The day before which it can't begin, and why; the day it was pulled to.
        fixed: The days it stands on whatever the crew does: a delivery, another trade. It takes none of the crew's hours.
    """

    id: str
    hours: float
    kind: str = ""
    after: tuple[tuple[str, float], ...] = ()
    not_before: tuple[date, str] | None = None
    fixed: tuple[date, date] | None = None


@value_object
class Span:
    """So many hours of a task on one day; `at_h`: when it begins, of the clock."""

    on: date
    at_h: float
    hours: float


@value_object
class ScheduledTask:
    """Where a task came to lie. `held_by`: what it waited for in the end; `moved`: why it stands later than that let it."""

    id: str
    start: datetime
    end: datetime
    spans: tuple[Span, ...]
    held_by: str = ""
    moved: str = ""


@value_object
class WorkCalendar:
    """When the crew works: from the first day, so many hours of each working day from `start_h`; `stops`: why no such work then."""

    first: date
    start_h: float
    hours_on: Callable[[date], float]
    stops: Callable[[str, date], str]


def lay(work: Sequence[Work], days: WorkCalendar) -> list[ScheduledTask]:
    """Every task on its days, in the order in which they begin.

    Raises:
        InvalidInputError: Tasks that wait for each other in a ring, or no working day within two years.
    """
    by_id = {one.id: one for one in work}
    chains = chain_hours([SequenceTask(one.id, one.hours, one.after) for one in work]) if work else {}
    done: dict[str, ScheduledTask] = {}
    left = dict(by_id)
    clock = _working(days, datetime.combine(days.first, time()))
    while left:
        ready = [one for one in left.values() if all(name in done for name, _ in one.after)]
        fixed = [one for one in ready if one.fixed is not None]
        if fixed:
            done[fixed[0].id] = _fixed(fixed[0], days, done)
            del left[fixed[0].id]
            continue
        starts = {one.id: _earliest(one, days, done) for one in ready}
        now = [name for name, (at, _, _) in starts.items() if at <= clock]
        if not now:
            clock = _working(days, min(at for at, _, _ in starts.values()))
            continue
        pick = left.pop(min(now, key=lambda name: (-chains[name], name)))
        layout, clock = _place(pick, clock, starts[pick.id], days=days)
        done[pick.id] = layout
    return sorted(done.values(), key=lambda layout: (layout.start, layout.end))


def _earliest(one: Work, days: WorkCalendar, done: dict[str, ScheduledTask]) -> tuple[datetime, str, str]:
    """When it may begin, what it waits for, and why it is later than that."""
    held, at = "", datetime.combine(days.first, time())
    for name, wait in one.after:
        ends = done[name].end + timedelta(hours=wait)
        if ends > at:
            held, at = name, ends
    moved = ""
    if one.not_before is not None and datetime.combine(one.not_before[0], time()) > at:
        at, moved = datetime.combine(one.not_before[0], time()), one.not_before[1]
    at = _working(days, at)
    if one.hours <= TINY_H:
        return at, held, moved
    why = days.stops(one.kind, at.date())
    while why:
        moved = why
        at = _working(days, datetime.combine(at.date() + timedelta(days=1), time()))
        why = days.stops(one.kind, at.date())
    return at, held, moved


def _fixed(one: Work, days: WorkCalendar, done: dict[str, ScheduledTask]) -> ScheduledTask:
    """What comes on its own day: it waits for nothing, and says so if what it waits for is later."""
    assert one.fixed is not None
    first, last = one.fixed
    start = datetime.combine(first, time()) + timedelta(hours=days.start_h)
    end = datetime.combine(last, time()) + timedelta(hours=days.start_h + 1)
    late = [name for name, _ in one.after if done[name].end > end]
    moved = "comes before what it waits for is done" if late else ""
    spans = tuple(
        Span(on=first + timedelta(days=k), at_h=days.start_h, hours=0.0)
        for k in range(min(60, (last - first).days + 1))
    )
    return ScheduledTask(id=one.id, start=start, end=end, spans=spans, held_by=late[0] if late else "", moved=moved)


def _place(
    one: Work, clock: datetime, found: tuple[datetime, str, str], *, days: WorkCalendar
) -> tuple[ScheduledTask, datetime]:
    """Its hours from the clock on, over as many days as it takes; where the clock stands then."""
    at, held, moved = found
    if one.hours <= TINY_H:
        return ScheduledTask(id=one.id, start=at, end=at, spans=(), held_by=held, moved=moved), clock
    spans: list[Span] = []
    left, now = one.hours, _working(days, max(at, clock))
    while left > TINY_H:
        if days.stops(one.kind, now.date()):
            now = _working(days, datetime.combine(now.date() + timedelta(days=1), time()))
            continue
        since = now.hour + now.minute / 60 + now.second / 3600
        room = days.start_h + days.hours_on(now.date()) - since
        took = min(left, room)
        spans.append(Span(on=now.date(), at_h=round(since, 3), hours=round(took, 3)))
        left -= took
        now = _working(days, now + timedelta(hours=took))
    end = datetime.combine(spans[-1].on, time()) + timedelta(hours=spans[-1].at_h + spans[-1].hours)
    begun = datetime.combine(spans[0].on, time()) + timedelta(hours=spans[0].at_h)
    return ScheduledTask(id=one.id, start=begun, end=end, spans=tuple(spans), held_by=held, moved=moved), now


def _working(days: WorkCalendar, at: datetime) -> datetime:
    """The next moment at which the crew works."""
    for _ in range(HORIZON_DAYS):
        day = at.date()
        hours = days.hours_on(day)
        opens = datetime.combine(day, time()) + timedelta(hours=days.start_h)
        if hours > TINY_H and at < opens + timedelta(hours=hours) - timedelta(seconds=30):
            return max(at, opens)
        at = datetime.combine(day + timedelta(days=1), time())
        if (day - days.first).days > HORIZON_DAYS:
            break
    raise InvalidInputError(
        "calendar", "No working day is left within two years: take days off away, or give the crew more hours"
    )
