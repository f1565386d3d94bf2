"""All jobs of a crew on one calendar: bars by lead, days on which somebody is on two jobs or away, and ways out of that.

A bar is the work of one sort that a job does on working days in a row. Two jobs of one person on one day clash, and so does a
job with a day off of one of its people; each clash names ways out in order of the days they cost: another lead who is free,
then the first days on which all who work there are.
Source: common practice of small crews, our own order.
"""

from collections.abc import Iterable, Sequence
from datetime import date, datetime, time, timedelta
from typing import Annotated, Literal

from annotated_types import Ge

from steady.jobs.document import JobDocument
from steady.jobs.job_schedule import Calendar, TaskRow
from steady.schedule.bookings import Booking, clashes
from steady.schedule.settings import ISO
from steady.value_objects import positional_value_object, value_object

Sort = Literal["dig", "pour", "frame", "finish", "visit"]
SORTS: dict[str, Sort] = {"dig": "dig", "pour": "pour", "lift": "frame", "": "finish"}
"""Sort of a bar by the kind of a task; whatever comes from outside is a visit."""
ORDER = ("dig", "pour", "frame", "finish", "visit")
SEARCHED_DAYS = 60
"""How far ahead a free run of days is looked for [our own]."""
MOST_WAYS = 3


@value_object
class PersonOff:
    """Days on which one person is away, the first and the last of them; `key`: the record that says so."""

    key: str
    who: str
    first: ISO
    last: ISO
    note: str = ""

    @property
    def days(self) -> frozenset[str]:
        """Each of the days."""
        first, last = date.fromisoformat(self.first), date.fromisoformat(self.last)
        return frozenset((first + timedelta(days=k)).isoformat() for k in range((last - first).days + 1))


@value_object
class Bar:
    """Work of one sort on one job, on working days in a row.

    Args:
        task: The task that is moved when the bar is.
        hours: Of the whole crew.
        held: Why it may not begin, whatever the day; empty: nothing holds it.
    """

    task: str
    sort: Sort
    what: str
    first: ISO
    last: ISO
    days: tuple[ISO, ...]
    hours: Annotated[float, Ge(0)]
    held: str = ""


@value_object
class BoardJob:
    """A job on the board. Without `starts_on` it waits for a day; `weekdays_off` count from Monday 0; `crew`: by name."""

    id: str
    name: str
    status: str
    lead: str
    people: int
    day_h: float
    starts_on: ISO
    hours: float
    weekdays_off: tuple[int, ...] = (5, 6)
    bars: tuple[Bar, ...] = ()
    problem: str = ""
    crew: tuple[str, ...] = ()

    @property
    def named(self) -> tuple[str, ...]:
        """The lead and all who work with them, each once."""
        return tuple(dict.fromkeys(name for name in (self.lead, *self.crew) if name))


@value_object
class WayOut:
    """One way out of a clash: a job's bar on another day, or the job under another lead."""

    job: str
    task: str
    says: str
    on: ISO = ""
    lead: str = ""


@value_object
class BoardClash:
    """One person on two jobs on one day, or on one while away."""

    who: str
    on: ISO
    jobs: tuple[str, ...]
    says: str
    ways: tuple[WayOut, ...]


@value_object
class LeadLoad:
    """Hours that a lead's jobs take in the days shown, beside the hours that the crew has on them."""

    lead: str
    people: int
    hours: float
    capacity_h: float


@value_object
class Board:
    """So many days of all jobs. `off`: those of the days on which no job is worked at; `waiting`: jobs without a day.

    Args:
        people: Everybody who is named on a job or as away.
        away: Days off that reach into the days shown.
    """

    first: ISO
    days: tuple[ISO, ...]
    off: tuple[ISO, ...]
    leads: tuple[str, ...]
    jobs: tuple[BoardJob, ...]
    waiting: tuple[BoardJob, ...]
    clashes: tuple[BoardClash, ...]
    loads: tuple[LeadLoad, ...]
    people: tuple[str, ...] = ()
    away: tuple[PersonOff, ...] = ()


def job_on_board(key: str, name: str, status: str, *, document: JobDocument, calendar: Calendar | None) -> BoardJob:
    """A job as the board has it.

    Args:
        calendar: Its days; None: it can't be scheduled, or has no start date.
    """
    terms, quote = document.calendar, document.quote
    return BoardJob(
        id=key,
        name=name,
        status=status,
        lead=terms.lead,
        people=quote.crew_count,
        day_h=quote.day_h,
        starts_on=terms.starts_on,
        hours=calendar.hours if calendar is not None else 0.0,
        weekdays_off=terms.weekdays_off,
        bars=_bars(calendar, quote.crew_count) if calendar is not None and terms.starts_on else (),
        crew=terms.people,
    )


def board(jobs: Iterable[BoardJob], first: date, count: int, *, away: Sequence[PersonOff] = ()) -> Board:
    """So many days of all jobs from a day on.

    Args:
        first: The first day shown; `count`: how many days in a row. `away`: days off of people, whenever.
    """
    jobs = list(jobs)
    days = [first + timedelta(days=k) for k in range(count)]
    last = days[-1].isoformat()
    laid = [job for job in jobs if job.bars]
    waiting = tuple(job for job in jobs if not job.bars)
    shown = tuple(job for job in laid if any(bar.last >= first.isoformat() and bar.first <= last for bar in job.bars))
    leads = tuple(sorted({job.lead for job in laid if job.lead}))
    resting = set(range(7)).intersection(*(job.weekdays_off for job in shown or waiting))
    return Board(
        first=first.isoformat(),
        days=tuple(day.isoformat() for day in days),
        off=tuple(day.isoformat() for day in days if day.weekday() in resting),
        leads=leads,
        jobs=shown,
        waiting=waiting,
        clashes=_clashes(_Crew.of(laid, leads, tuple(away)), (first.isoformat(), last)),
        loads=_loads(shown, {day.isoformat() for day in days}, away),
        people=tuple(sorted({name for job in jobs for name in job.named} | {one.who for one in away})),
        away=tuple(one for one in away if one.last >= first.isoformat() and one.first <= last),
    )


def _bars(calendar: Calendar, people: int) -> tuple[Bar, ...]:
    """Tasks of one sort on working days in a row, joined."""
    working = [day.on for day in calendar.days if day.hours > 0]
    place = {on: k for k, on in enumerate(working)}
    rows: dict[Sort, list[tuple[str, TaskRow, float]]] = {}
    for task in calendar.tasks:
        sort = SORTS.get(task.kind, "visit") if task.structure else "visit"
        for span in task.spans:
            if span.hours > 0 or sort == "visit":
                rows.setdefault(sort, []).append((span.on.isoformat(), task, span.hours * people))
    found = []
    for sort, spans in rows.items():
        run: list[tuple[str, TaskRow, float]] = []
        for row in sorted(spans, key=lambda one: (one[0], one[1].start, one[1].id)):
            if run and place.get(row[0], 0) - place.get(run[-1][0], 0) > 1:
                found.append(_bar(sort, run))
                run = []
            run.append(row)
        found.append(_bar(sort, run))
    return tuple(sorted(found, key=lambda bar: (bar.first, ORDER.index(bar.sort))))


def _bar(sort: Sort, run: Sequence[tuple[str, TaskRow, float]]) -> Bar:
    tasks = list({task.id: task for _, task, _ in run}.values())
    what = tasks[0].what if len(tasks) == 1 else f"{tasks[0].what}, and {len(tasks) - 1} more"
    return Bar(
        task=tasks[0].id,
        sort=sort,
        what=what,
        first=run[0][0],
        last=run[-1][0],
        days=tuple(dict.fromkeys(on for on, _, _ in run)),
        hours=0.0 if sort == "visit" else round(sum(hours for _, _, hours in run), 2),
        held=next((task.stops[0] for task in tasks if task.stops), ""),
    )


def _own(job: BoardJob) -> list[tuple[str, Bar]]:
    """Days on which the lead is there: what comes from outside needs nobody all day."""
    return [(on, bar) for bar in job.bars if bar.sort != "visit" for on in bar.days]


@positional_value_object
class _Crew:
    """All scheduled jobs, the leads, who is away when, and by person and day the jobs they are on."""

    jobs: list[BoardJob]
    leads: tuple[str, ...]
    away: tuple[PersonOff, ...]
    taken: dict[str, dict[str, set[str]]]

    @classmethod
    def of(cls, jobs: list[BoardJob], leads: tuple[str, ...], away: tuple[PersonOff, ...]) -> "_Crew":
        """Every job's days by who works there, told once."""
        taken: dict[str, dict[str, set[str]]] = {}
        for job in jobs:
            for on in {on for on, _ in _own(job)}:
                for who in job.named:
                    taken.setdefault(who, {}).setdefault(on, set()).add(job.id)
        return cls(jobs, leads, away, taken)

    def busy(self, who: str, apart: str) -> set[str]:
        """Days on which a person is on another job than one, or away."""
        found = {on for on, jobs in self.taken.get(who, {}).items() if jobs - {apart}}
        return found.union(*(one.days for one in self.away if one.who == who))


def _clashes(crew: _Crew, shown: tuple[str, str]) -> tuple[BoardClash, ...]:
    """Days of the window on which one person is on two jobs, or away; days in a row of the same jobs are one clash."""
    by_id = {job.id: job for job in crew.jobs}
    bookings = [
        Booking(who=who, start=_noon(on), end=_noon(on) + timedelta(hours=1), job=job.id)
        for job in crew.jobs
        for who in job.named
        for on in sorted({on for on, _ in _own(job) if shown[0] <= on <= shown[1]})
    ]
    bookings += [
        Booking(who=one.who, start=_noon(on), end=_noon(on) + timedelta(hours=1), job="")
        for one in crew.away
        for on in sorted(one.days)
        if shown[0] <= on <= shown[1]
    ]
    pairs: dict[tuple[str, str, str], list[str]] = {}
    for one, other in clashes(bookings):
        a, b = sorted((one.job, other.job))
        pairs.setdefault((one.who, a, b), []).append(one.start.date().isoformat())
    found = []
    for (who, a, b), days in pairs.items():
        inside = [on for on in sorted(set(days)) if shown[0] <= on <= shown[1]]
        pair = sorted((by_id[key] for key in (a, b) if key), key=lambda job: (job.bars[0].first, job.name, job.id))
        if not inside or not pair:
            continue
        more = f" and {len(inside) - 1} more" if len(inside) > 1 else ""
        says = (
            f"away while {pair[0].name} needs them" if not a else f"{pair[0].name} and {pair[1].name} on the same day"
        )
        found.append(
            BoardClash(
                who=who,
                on=inside[0],
                jobs=tuple(job.id for job in pair),
                says=f"{says}{more}",
                ways=_ways(crew, pair[-1], who, on=inside[0]),
            )
        )
    return tuple(sorted(found, key=lambda one: (one.on, one.who, one.jobs)))


def _ways(crew: _Crew, later: BoardJob, who: str, *, on: str) -> tuple[WayOut, ...]:
    """For the job that began later: another lead who is free on all of its days, else the first days on which all are."""
    bar = next(bar for when, bar in sorted(_own(later), key=lambda one: one[0]) if when == on)
    days = {when for when, _ in _own(later)}
    ways = [
        WayOut(job=later.id, task=bar.task, lead=name, says=f"Give {later.name} to {name}")
        for name in (crew.leads if who == later.lead else ())
        if name not in later.named and not crew.busy(name, later.id) & days
    ]
    start, taken = date.fromisoformat(on), set[str]().union(*(crew.busy(name, later.id) for name in later.named))
    # What follows on that job moves with it: as many days are free as are left of it.
    long = (date.fromisoformat(max(days)) - date.fromisoformat(bar.first)).days + 1
    for k in range(1, SEARCHED_DAYS):
        day = start + timedelta(days=k)
        run = {(day + timedelta(days=j)).isoformat() for j in range(long)}
        if day.weekday() not in later.weekdays_off and not taken & run:
            says = f"Move {later.name} to {day:%a} {day:%b} {day.day}"
            ways.append(WayOut(job=later.id, task=bar.task, on=day.isoformat(), says=says))
            break
    return tuple(ways[:MOST_WAYS])


def _loads(jobs: Sequence[BoardJob], days: set[str], away: Sequence[PersonOff]) -> tuple[LeadLoad, ...]:
    """Hours of each lead's jobs in the days shown, by the crew that each job counts with; whoever is away is not counted."""
    named: dict[str, set[str]] = {}
    hours: dict[str, float] = {}
    people: dict[str, int] = {}
    day_h: dict[str, float] = {}
    worked: dict[str, set[str]] = {}
    for job in jobs:
        own = {on for on in days if date.fromisoformat(on).weekday() not in job.weekdays_off}
        worked[job.lead] = worked.get(job.lead, set()) | own
        named.setdefault(job.lead, set()).update(job.named)
        people[job.lead] = max(people.get(job.lead, 0), job.people)
        day_h[job.lead] = max(day_h.get(job.lead, 0.0), job.day_h)
        for bar in job.bars:
            inside = sum(on in days for on in bar.days)
            part = bar.hours * inside / max(1, len(bar.days))
            hours[job.lead] = hours.get(job.lead, 0.0) + part
    missing = {lead: sum(len(worked[lead] & one.days) for one in away if one.who in named[lead]) for lead in people}
    return tuple(
        LeadLoad(
            lead=lead,
            people=people[lead],
            hours=round(hours.get(lead, 0.0), 1),
            capacity_h=round(max(0, len(worked[lead]) * people[lead] - missing[lead]) * day_h[lead], 1),
        )
        for lead in sorted(people)
    )


def _noon(on: str) -> datetime:
    return datetime.combine(date.fromisoformat(on), time(12))
