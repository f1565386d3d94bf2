"""Two states of a job beside each other: what changed in words, pieces and hours, and each changed structure drawn twice."""

from steady.drawing.scene import scene
from steady.drawing.thumbnail import Tile, tile
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.change_order import MOST_WORDS, PieceChange, changed_words, pieces_between
from steady.jobs.document import JobDocument, plan_structure
from steady.jobs.estimate import hours
from steady.plan.model import Plan
from steady.takeoff.bill import PieceRow, pieces
from steady.value_objects import value_object


@value_object
class StructureBeforeAfter:
    """One structure that changed, drawn as it was and as it is; None: it was not there, is not any more, or can't be drawn."""

    id: str
    name: str
    was: Tile | None
    now: Tile | None


@value_object
class RevisionComparison:
    """What differs between two states of a job. Hours are the crew's, of what can be planned."""

    words: tuple[str, ...]
    pieces: tuple[PieceChange, ...]
    hours_was: float
    hours_now: float
    structures: tuple[StructureBeforeAfter, ...]


def compare_revisions(was: JobDocument, now: JobDocument) -> RevisionComparison:
    """From an earlier state to a later one, whatever was agreed. What cannot be planned is told in words alone."""
    tape = now.reading.tape()
    old, new = _plans(was), _plans(now)
    names = {item.spec.id: item.name for job in (was, now) for item in job.structures}
    specs = [{item.spec.id: item.spec for item in job.structures} for job in (was, now)]
    changed = [key for key in names if specs[0].get(key) != specs[1].get(key)]
    return RevisionComparison(
        words=tuple(changed_words(was, now, tape))[:MOST_WORDS],
        pieces=tuple(pieces_between(_pieces(old), _pieces(new), tape)),
        hours_was=sum(hours(plan, was.quote) for plan in old.values()),
        hours_now=sum(hours(plan, now.quote) for plan in new.values()),
        structures=tuple(
            StructureBeforeAfter(id=key, name=names[key], was=_drawn(old.get(key)), now=_drawn(new.get(key)))
            for key in changed
        ),
    )


def _plans(job: JobDocument) -> dict[str, Plan]:
    found = {}
    for item in job.structures:
        try:
            found[item.spec.id] = plan_structure(job, item.spec.id)
        except (InvalidInputError, OutOfScopeError):
            continue
    return found


def _pieces(plans: dict[str, Plan]) -> list[PieceRow]:
    return [row for plan in plans.values() for row in pieces(plan)]


def _drawn(plan: Plan | None) -> Tile | None:
    return tile(scene(plan)) if plan is not None else None
