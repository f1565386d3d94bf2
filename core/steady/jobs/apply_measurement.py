"""What was measured, taken into the plan: what changes before anybody says so, and what becomes of pieces that are up already."""

from collections.abc import Iterator, Set

from steady.catalog.purchasing import StockOnHand
from steady.data.roles import role
from steady.field_records.progress import by_place, what_of
from steady.jobs.change_order import PieceChange, pieces_between
from steady.jobs.document import AnySpec, JobDocument, at_its_field, find, plan_structure
from steady.jobs.drag_move import with_spec
from steady.jobs.estimate import hours
from steady.plan.model import Plan
from steady.plan.results import State, headline, state
from steady.structures.registry import kind_of
from steady.takeoff.bill import pieces
from steady.units.show import Tape
from steady.value_objects import value_object


@value_object
class InstalledPart:
    """Pieces that are up and no longer fit: where, what they are now and what they have to become, in words."""

    where: str
    says: str
    rack: tuple[StockOnHand, ...] = ()


@value_object
class MeasurementImpact:
    """A structure with a measured value in its plan.

    Args:
        spec: The structure as it would be.
        pieces: Pieces that change, before and after.
        up: Pieces that are up already and change: a longer one is trimmed, a shorter one goes to the rack.
        rack: What comes off, to be cut again for other places.
        verdict: How the whole stands then; `was` how it stands now.
        conflicts: What then meets what, and did not before.
    """

    spec: AnySpec
    pieces: tuple[PieceChange, ...]
    up: tuple[InstalledPart, ...]
    rack: tuple[StockOnHand, ...]
    hours_was: float
    hours_now: float
    was: State
    verdict: State
    headline: str
    conflicts: tuple[str, ...]


def apply_measurement(
    job: JobDocument, structure_id: str, thing: str, *, at_m: float, done: Set[tuple[str, str]]
) -> MeasurementImpact:
    """What taking a reading into the plan would change; nothing is changed by asking.

    Args:
        thing: What was measured: a post, a beam, the boards.
        done: What is ticked as up: of what, and the tick's name.

    Raises:
        InvalidInputError: It can't be taken in.
    """
    spec = find(job, structure_id)[1].spec
    before = plan_structure(job, structure_id)
    with at_its_field(job, structure_id):
        taken = kind_of(spec).hold(spec, thing, at_m)
    after_job = with_spec(job, structure_id, taken)
    after = plan_structure(after_job, structure_id)
    up = tuple(_up(before, after, done, tape=job.reading.tape()))
    return MeasurementImpact(
        spec=taken,
        pieces=tuple(pieces_between(pieces(before), pieces(after), job.reading.tape())),
        up=up,
        rack=tuple(stick for row in up for stick in row.rack),
        hours_was=hours(before, job.quote),
        hours_now=hours(after, job.quote),
        was=state(before),
        verdict=state(after),
        headline=headline(after),
        conflicts=tuple(text for text in after.conflicts if text not in before.conflicts),
    )


def _up(before: Plan, after: Plan, done: Set[tuple[str, str]], *, tape: Tape) -> Iterator[InstalledPart]:
    """Bay by bay: pieces that are up, the longest against the longest."""
    numbers = {bay.id: number for number, bay in enumerate(before.bays, start=1)}
    for key in dict.fromkeys(part.role for part in before.parts):
        row = role(key)
        was, now = by_place(before, key)[0], by_place(after, key)[0]
        for bay, there in was.items():
            if (bay, what_of(row)) not in done:
                continue
            have = sorted(((part.length_m, part.item) for part, count in there for _ in range(count)), reverse=True)
            need = sorted((part.length_m for part, count in now.get(bay, ()) for _ in range(count)), reverse=True)
            yield from _one_bay(f"Bay {numbers[bay]}, {row.many}", have, need, tape=tape)


def _one_bay(where: str, have: list[tuple[float, str]], need: list[float], *, tape: Tape) -> Iterator[InstalledPart]:
    changes: dict[tuple[str, str, str], int] = {}
    for number, (long_m, item) in enumerate(have):
        wanted_m = need[number] if number < len(need) else 0.0
        if tape.length(long_m) != tape.length(wanted_m):
            key = (tape.length(long_m), tape.length(wanted_m) if wanted_m else "", item)
            changes[key] = changes.get(key, 0) + 1
    lengths = {tape.length(long_m): long_m for long_m, _ in have}
    wanted = {tape.length(long_m): long_m for long_m in need}
    for (old, new, item), count in changes.items():
        if new and wanted[new] < lengths[old]:
            yield InstalledPart(where=where, says=f"{count} of {old}: trim to {new}")
        else:
            what = f"too short, {new} is needed" if new else "not needed there"
            off = StockOnHand(item=item, length_m=lengths[old], count=count)
            yield InstalledPart(where=where, says=f"{count} of {old}: {what}; it goes to the rack", rack=(off,))
