"""Tasks that wait for one another: the least time, the tasks that set it, and the time one crew needs.

Times are hours on the clock. A wait (curing) runs on the clock after its task and takes no crew.
"""

from collections.abc import Sequence

from steady.errors import InvalidInputError
from steady.value_objects import positional_value_object


@positional_value_object
class SequenceTask:
    """One task: its name, how long it takes (h), and what it waits for: (task, hours after its end)."""

    name: str
    hours: float
    after: tuple[tuple[str, float], ...] = ()


def ordered(steps: Sequence[SequenceTask]) -> list[SequenceTask]:
    """The steps so that each follows all it waits for.

    Raises:
        InvalidInputError: A name twice, an unknown name, a time below 0, or tasks that wait for one another in a ring.
    """
    by_name = {step.name: step for step in steps}
    if not steps or len(by_name) != len(steps):
        raise InvalidInputError("tasks", "needs one task or more, each name once")
    made: list[SequenceTask] = []
    done: set[str] = set()
    for step in steps:
        if not step.hours >= 0 or any(not wait >= 0 for _, wait in step.after):
            raise InvalidInputError("tasks", f"{step.name}: hours and waits are 0 or more")
        for name, _ in step.after:
            if name not in by_name:
                raise InvalidInputError("tasks", f"{step.name} waits for {name}, which is not a task")
    while len(made) < len(steps):
        ready = [s for s in steps if s.name not in done and all(name in done for name, _ in s.after)]
        if not ready:
            ring = next(s.name for s in steps if s.name not in done)
            raise InvalidInputError("tasks", f"{ring} waits for itself in the end: break the ring")
        made.extend(ready)
        done.update(step.name for step in ready)
    return made


def job_length(steps: Sequence[SequenceTask]) -> tuple[float, tuple[str, ...]]:
    """Least hours with as many hands as wanted, and the tasks that set them, in order.

    Source: critical path with finish-to-start links.
    """
    ends: dict[str, float] = {}
    held_by: dict[str, str] = {}
    for step in ordered(steps):
        starts = {name: ends[name] + wait for name, wait in step.after}
        held_by[step.name] = max(starts, key=lambda name: starts[name]) if starts else ""
        ends[step.name] = max(starts.values(), default=0.0) + step.hours
    last = max(ends, key=lambda name: ends[name])
    chain = [last]
    while held_by[chain[-1]]:
        chain.append(held_by[chain[-1]])
    return ends[last], tuple(reversed(chain))


def chain_hours(steps: Sequence[SequenceTask]) -> dict[str, float]:
    """Hours of the longest chain that begins with each task, waits counted in: who has the longest has the least late start.

    Raises:
        InvalidInputError: As `job_length`.
    """
    after: dict[str, list[tuple[str, float]]] = {step.name: [] for step in steps}
    found: dict[str, float] = {}
    in_order = ordered(steps)
    for step in in_order:
        for name, wait in step.after:
            after[name].append((step.name, wait))
    for step in reversed(in_order):
        found[step.name] = step.hours + max((found[name] + wait for name, wait in after[step.name]), default=0.0)
    return found


def one_crew_hours(steps: Sequence[SequenceTask]) -> float:
    """Hours with one crew that does one thing at a time: of the tasks that are ready, the one with the least late start.

    Source: list scheduling by latest start; a good order, not proved the best.
    """
    chains = chain_hours(steps)
    ends: dict[str, float] = {}
    left, clock = {step.name: step for step in steps}, 0.0
    while left:
        starts = {
            step.name: max((ends[name] + wait for name, wait in step.after), default=0.0)
            for step in left.values()
            if all(name in ends for name, _ in step.after)
        }
        ready = [name for name, at in starts.items() if at <= clock + 1e-9]
        if not ready:
            clock = min(starts.values())
            continue
        pick = left.pop(max(ready, key=lambda name: chains[name]))
        clock += pick.hours
        ends[pick.name] = clock
    return max(ends.values())
