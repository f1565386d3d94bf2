"""Sums of time: curing in the cold, the length of a job, and the hours of a plain fence."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.schedule.curing import by_arrhenius_s, by_maturity_s
from steady.schedule.labor import FenceCounted, FenceHours, fence_hours
from steady.schedule.sequence import SequenceTask, job_length, one_crew_hours
from steady.units.quantities import parse_quantity

HOUR = 3600.0
TASKS = Input(
    name="tasks",
    kind="list of [name, hours, [[after, wait], ...]]",
    says="wait: hours of curing after the other has ended",
)


def _cure(given: Given) -> float:
    at_ref, now = given.quantity("time_at_ref", "time"), given.quantity("temperature", "temperature")
    ref = given.quantity("ref_temperature", "temperature", 20.0)
    if given.choice("method", ("maturity", "arrhenius"), "maturity") == "arrhenius":
        return by_arrhenius_s(at_ref, now, ref, activation_k=given.quantity("activation", "temperature step", 5000.0))
    return by_maturity_s(at_ref, now, ref, datum_c=given.quantity("datum", "temperature", 0.0))


def _tasks(given: Given) -> list[SequenceTask]:
    made = []
    for row in given.rows("tasks"):
        after = row[2] if len(row) > 2 else []
        if len(row) < 2 or not isinstance(after, list) or not all(isinstance(a, list) and len(a) == 2 for a in after):
            raise InvalidInputError("tasks", "write a task as [name, hours, [[after, wait], ...]]")
        waits = tuple((str(name), parse_quantity(wait, "time", "tasks") / HOUR) for name, wait in after)
        made.append(SequenceTask(str(row[0]), parse_quantity(row[1], "time", "tasks") / HOUR, waits))
    return made


def _fence(given: Given) -> FenceHours:
    minutes = tuple(given.quantity(f"minutes_per_{what}", "time") / 60 for what in ("post", "rail", "board"))
    return fence_hours(
        (minutes[0], minutes[1], minutes[2]),
        given.count("crew"),
        FenceCounted(
            length_m=given.length("length"),
            bay_m=given.length("bay"),
            rails=given.count("rails"),
            pitch_m=given.length("board_pitch"),
        ),
    )


SUMS = (
    Calculator(
        name="schedule.cure_time",
        asks="How long until the concrete may be loaded in the cold?",
        inputs=(
            Input(name="time_at_ref", kind="time"),
            Input(name="temperature", kind="temperature", says="of the concrete"),
            Input(name="ref_temperature", kind="temperature", default="20 C"),
            Input(
                name="method",
                kind="maturity|arrhenius",
                says="they disagree in the cold: look at both",
                default="maturity",
            ),
            Input(name="datum", kind="temperature", says="maturity: at or below it nothing cures", default="0 C"),
            Input(name="activation", kind="temperature step", says="arrhenius", default="5000 K"),
        ),
        outputs=(Output(name="time", unit="h", calculate=_cure),),
        source="maturity",
    ),
    Calculator(
        name="schedule.job_length",
        asks="How long is the job, and which tasks set it?",
        inputs=(TASKS,),
        outputs=(
            Output(name="hours", unit="h", calculate=lambda g: job_length(_tasks(g))[0] * HOUR),
            Output(name="critical", unit="text", calculate=lambda g: "; ".join(job_length(_tasks(g))[1])),
        ),
        source="geometry",
    ),
    Calculator(
        name="schedule.one_crew",
        asks="How long with one crew that does one thing at a time?",
        inputs=(TASKS,),
        outputs=(Output(name="hours", unit="h", calculate=lambda g: one_crew_hours(_tasks(g)) * HOUR),),
        source="geometry",
    ),
    Calculator(
        name="schedule.fence_hours",
        asks="How many hours for a plain fence?",
        inputs=(
            Input(name="length", kind="length"),
            Input(name="bay", kind="length", says="greatest"),
            Input(name="rails", kind="count", says="per bay"),
            Input(name="board_pitch", kind="length"),
            *(
                Input(name=f"minutes_per_{what}", kind="time", says="one person's, from your own jobs")
                for what in ("post", "rail", "board")
            ),
            Input(name="crew", kind="count"),
        ),
        outputs=(
            Output(name="posts", unit="count", calculate=lambda g: _fence(g).posts),
            Output(name="rails", unit="count", calculate=lambda g: _fence(g).rails),
            Output(name="boards", unit="count", calculate=lambda g: _fence(g).boards),
            Output(name="post_hours", unit="h", calculate=lambda g: _fence(g).post_hours * HOUR),
            Output(name="frame_hours", unit="h", calculate=lambda g: _fence(g).frame_hours * HOUR),
        ),
        source="geometry",
    ),
)
