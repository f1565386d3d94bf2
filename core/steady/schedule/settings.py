"""When a crew works on a job, and what comes from outside: kept with the job."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.value_objects import value_object

USUAL_C = 12.0
"""Temperature that cure is calculated at where no day's weather is typed [our own]."""
ISO = Annotated[str, MaxLen(10)]
Id = Annotated[str, MinLen(1), MaxLen(40)]


@value_object
class Pulled:
    """A task that somebody pulled to a day: it begins no earlier."""

    task: Annotated[str, MinLen(1), MaxLen(120)]
    on: ISO


@value_object
class DayOff:
    """A day on which nobody works, and why."""

    on: ISO
    why: Annotated[str, MaxLen(80)] = ""


@value_object
class Outside:
    """What comes from outside on a day of its own: a delivery, a part made elsewhere, another trade, an inspection.

    `waits`: our tasks that wait until it is over; `after`: our tasks that it waits for. An inspection also holds back whatever
    waits for the tasks it looks at.
    """

    id: Id
    kind: Literal["delivery", "made elsewhere", "other trade", "inspection"] = "delivery"
    what: Annotated[str, MaxLen(120)] = ""
    on: ISO = ""
    days_count: Annotated[int, Ge(1), Le(60)] = 1
    waits: Annotated[tuple[Annotated[str, MaxLen(120)], ...], MaxLen(40)] = ()
    after: Annotated[tuple[Annotated[str, MaxLen(120)], ...], MaxLen(40)] = ()


@value_object
class Phase:
    """A structure that is built in a later phase: its work begins when all of the phases before it is done."""

    structure: Annotated[str, MinLen(1), MaxLen(60)]
    number: Annotated[int, Ge(1), Le(9)]


@value_object
class CalendarTerms:
    """When the crew works on this job. Weekdays off count from Monday 0; `starts_on` empty: nobody said yet.

    `lead`: who leads the work on site; empty: nobody was named. `people`: who works there beside the lead, by name.
    """

    starts_on: ISO = ""
    start_h: Annotated[float, Ge(4), Le(12)] = 8.0
    weekdays_off: Annotated[tuple[Annotated[int, Ge(0), Le(6)], ...], MaxLen(6)] = (5, 6)
    days_off: Annotated[tuple[DayOff, ...], MaxLen(120)] = ()
    temperature_c: Annotated[float, Gt(-40), Le(50)] = USUAL_C
    pulled: Annotated[tuple[Pulled, ...], MaxLen(400)] = ()
    outside: Annotated[tuple[Outside, ...], MaxLen(100)] = ()
    phases: Annotated[tuple[Phase, ...], MaxLen(50)] = ()
    lead: Annotated[str, MaxLen(60)] = ""
    people: Annotated[tuple[Annotated[str, MinLen(1), MaxLen(60)], ...], MaxLen(12)] = ()
