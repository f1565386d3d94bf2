"""What is ticked off as it goes up: the pieces of each role, bay by bay along a line, else length by length."""

from collections.abc import Iterator, Mapping
from dataclasses import replace

from steady.data.roles import PartRole, role
from steady.field_records.marking_positions import in_bay, layout, on_grid
from steady.plan.model import Id, Part, Plan, TemporaryPart
from steady.units.show import Tape
from steady.value_objects import value_object


@value_object
class Tick:
    """One thing to tick: the pieces of one role in one place.

    Args:
        about: What is ticked: a bay, or the part itself.
        what: The reading's name, the same for a whole group.
        where: The place in words; empty where lengths alone tell them apart.
        pieces: How many of which length, in words.
        lie: Where they are marked, in words: rails on their posts, boards along their bay, joists along the tape; may be empty.
        work: How many of the crew's minutes for a rail or board it takes: pieces × the role's share.
    """

    about: Id
    what: str
    where: str
    pieces: str
    work: float
    lie: str = ""


@value_object
class TickGroup:
    """All ticks of one role. `by`: the crew's minutes that it takes, rail or board."""

    role: str
    says: str
    by: str
    ticks: tuple[Tick, ...]


def tick_groups(plan: Plan, tape: Tape) -> tuple[TickGroup, ...]:
    """Everything that is ticked off when it is up, in the order in which the plan lists its pieces; posts and holes have a page."""
    found = []
    for key in dict.fromkeys(part.role for part in plan.parts):
        row = role(key)
        if row.by == "none" or row.stage == "posts":
            continue
        ticks = tuple(_of_role(plan, row, tape))
        says = row.many[:1].upper() + row.many[1:]
        found.append(TickGroup(role=key, says=says, by=row.by, ticks=ticks))
    return (*found, *_temporary(plan))


TEMPORARY_UP, TEMPORARY_DOWN = "temporary part in", "temporary part out"
"""What a tick of a temporary part is called among readings, when it goes in and when it comes out again."""


def _temporary(plan: Plan) -> Iterator[TickGroup]:
    """Props, strings and the like: ticked when they go in, and again when they come out, with what must stand before."""
    tasks = {task.id: task.what for task in plan.tasks}
    for what, says in ((TEMPORARY_UP, "Temporary in"), (TEMPORARY_DOWN, "Temporary out")):
        ticks = tuple(
            Tick(
                about=part.id,
                what=what,
                where=part.what,
                pieces=f"{part.count} in all",
                work=0.0,
                lie=f"with: {_short(tasks[part.task])}" if what == TEMPORARY_UP else f"only when {part.until}",
            )
            for part in plan.temporary
        )
        if ticks:
            yield TickGroup(role=what, says=says, by="none", ticks=ticks)


def _short(what: str) -> str:
    """A task by its first words."""
    words, said = what.split(), ""
    while words and len(said) + len(words[0]) < SHORT_LETTERS:
        said = f"{said} {words.pop(0)}".strip()
    return f"{said} …" if words else said


SHORT_LETTERS = 46


def still_standing(plan: Plan, ticked: Mapping[tuple[str, str], bool]) -> list[TemporaryPart]:
    """Temporary parts that were put in and not taken out again, by the last tick of each."""
    return [
        part
        for part in plan.temporary
        if ticked.get((part.id, TEMPORARY_UP)) and not ticked.get((part.id, TEMPORARY_DOWN))
    ]


def what_of(row: PartRole) -> str:
    """What a tick of a role is called among readings."""
    return f"{row.many} up"[:40]


def by_place(plan: Plan, key: str) -> tuple[dict[str, list[tuple[Part, int]]], list[tuple[Part, int]]]:
    """Pieces of a role, so many of each part: by the bay that they stand in, in order; and those that stand in none."""
    bays = {bay.id: number for number, bay in enumerate(plan.bays)}
    by_bay: dict[str, list[tuple[Part, int]]] = {}
    elsewhere: list[tuple[Part, int]] = []
    for part in plan.parts:
        if part.role != key:
            continue
        for place in part.places:
            where = by_bay.setdefault(place.about, []) if place.about in bays else elsewhere
            where.append((part, place.count * part.each))
    return {bay: by_bay[bay] for bay in sorted(by_bay, key=lambda id: bays[id])}, elsewhere


def _of_role(plan: Plan, row: PartRole, tape: Tape) -> Iterator[Tick]:
    numbers = {bay.id: number for number, bay in enumerate(plan.bays, start=1)}
    by_bay, elsewhere = by_place(plan, row.key)
    found = layout(plan, row.key)
    for bay, pieces in by_bay.items():
        lie = in_bay(found, bay, row, tape=tape)
        yield replace(_tick(row, bay, f"Bay {numbers[bay]}", pieces=pieces, tape=tape), lie=lie)
    for part in dict.fromkeys(part for part, _ in elsewhere):
        count = sum(many for other, many in elsewhere if other is part)
        yield replace(_tick(row, part.id, "", pieces=[(part, count)], tape=tape), lie=on_grid(part, tape))


def _tick(row: PartRole, about: str, where: str, *, pieces: list[tuple[Part, int]], tape: Tape) -> Tick:
    lengths: dict[str, int] = {}
    for part, count in pieces:
        says = tape.length(part.length_m) if part.length_m else part.item
        lengths[says] = lengths.get(says, 0) + count
    return Tick(
        about=about,
        what=what_of(row),
        where=where,
        pieces=", ".join(f"{count} of {says}" for says, count in lengths.items()),
        work=sum(lengths.values()) * row.times_ratio,
    )
