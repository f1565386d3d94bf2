"""What is ticked off as it goes up: the pieces of each role, bay by bay along a line, else length by length."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from steady.data.roles import Role, role
from steady.measure.show import Tape
from steady.plan.model import Id, Part, Place, Plan, Vec


@dataclass(frozen=True, slots=True, kw_only=True)
class Tick:
    """One thing to tick: the pieces of one role in one place.

    Args:
        about: What is ticked: a bay, or the part itself.
        what: The reading's name, the same for a whole group.
        where: The place in words; empty where lengths alone tell them apart.
        pieces: How many of which length, in words.
        lie: How high the lower edges of rails lie over the ground at either post of their bay, in words; empty for others.
        work: How many of the crew's minutes for a rail or board it takes: pieces × the role's share.
    """

    about: Id
    what: str
    where: str
    pieces: str
    work: float
    lie: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
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
    return tuple(found)


def what_of(row: Role) -> str:
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


def edges_m(plan: Plan, bay_id: str, key: str) -> tuple[tuple[float, float], ...]:
    """Lower edges of a bay's pieces of a role over the ground (m), on its first post's middle and on its second's, lowest first."""
    bay = next(bay for bay in plan.bays if bay.id == bay_id)
    ground = {footing.under: footing.at for footing in plan.footings}
    if bay.start not in ground or bay.end not in ground:
        return ()
    start, end = ground[bay.start], ground[bay.end]
    found = []
    for part in plan.parts:
        for place in part.places if part.role == key else ():
            if place.about != bay_id or abs(place.along[2]) > 0.7:
                continue
            edge_m = place.at[2] - part.section_m[1] / 2 * place.up[2]
            # A rail that ends at its posts' faces is marked on their middles: it is followed so far.
            first_m, second_m = (edge_m + _on_m(place, post) * place.along[2] for post in (start, end))
            for k in range(place.count):
                up_m = k * place.step[2]
                found.append((first_m + up_m - start[2], second_m + up_m - end[2]))
    return tuple(sorted(found))


def _on_m(place: Place, post: Vec) -> float:
    """How far along a piece the middle of a post stands (m)."""
    level = place.along[0] ** 2 + place.along[1] ** 2
    return ((post[0] - place.at[0]) * place.along[0] + (post[1] - place.at[1]) * place.along[1]) / level


def rails_lie(plan: Plan, bay_id: str, key: str, tape: Tape) -> str:
    """Where a bay's rails are marked on its posts, in words."""
    edges = edges_m(plan, bay_id, key)
    if not edges:
        return ""
    first, second = ([tape.length(edge[k]) for edge in edges] for k in (0, 1))
    at_both = ", ".join(first)
    return f"lower edges {at_both}" if first == second else f"lower edges {at_both}; then {', '.join(second)}"


def _of_role(plan: Plan, row: Role, tape: Tape) -> Iterator[Tick]:
    numbers = {bay.id: number for number, bay in enumerate(plan.bays, start=1)}
    by_bay, elsewhere = by_place(plan, row.key)
    for bay, pieces in by_bay.items():
        lie = rails_lie(plan, bay, row.key, tape) if row.by == "rail" else ""
        yield replace(_tick(row, bay, f"Bay {numbers[bay]}", pieces, tape), lie=lie)
    for part in dict.fromkeys(part for part, _ in elsewhere):
        count = sum(many for other, many in elsewhere if other is part)
        yield _tick(row, part.id, "", [(part, count)], tape)


def _tick(row: Role, about: str, where: str, pieces: list[tuple[Part, int]], tape: Tape) -> Tick:
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
