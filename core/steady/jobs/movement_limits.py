"""How far one thing may move along its line before something fails, found by planning again."""

from collections.abc import Callable

from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument, case_of, kind_in
from steady.plan.model import Plan
from steady.plan.results import buildable, check_title, governing
from steady.structures.registry import plan
from steady.value_objects import value_object

FINEST_M = 0.0254 / 16
FARTHEST_M = 1.2


@value_object
class MovementLimits:
    """How far back (toward the start) and on a post may move, and what fails first each way."""

    id: str
    back_m: float
    on_m: float
    fails_back: str
    fails_on: str


def slack(job: JobDocument, structure_id: str, post_id: str) -> MovementLimits:
    """Slack of one post or beam, to a sixteenth of an inch.

    It is locked where it is tried and its neighbours follow; a move is good while nothing fails that did not fail
    before, no post is added, and no hole meets a no-dig band.

    Raises:
        InvalidInputError: There is no such post.
    """
    case, hold = case_of(job, structure_id), kind_in(job, structure_id).hold

    def at(station_m: float) -> Plan:
        return plan(case.of(hold(case.spec, post_id, station_m)))

    today = plan(case)
    stands = {mark.id: mark.station_m for mark in today.marks}
    stands |= {handle.id: handle.station_m for handle in today.handles if handle.holds}
    if post_id not in stands:
        raise InvalidInputError("post", "There is no such post or beam")
    from_m = stands[post_id]
    limit_use = max(1.0, max((c.use for c in today.checks if c.counts), default=1.0))

    def why_not(station_m: float) -> str:
        try:
            moved = at(station_m)
        except InvalidInputError as error:
            return error.message
        if moved.conflicts:
            return moved.conflicts[0]
        if len(moved.marks) > len(today.marks):
            return "a bay is too long: one more post is needed"
        worst = governing(moved)
        if worst is not None and worst.use > limit_use + 1e-9:
            return check_title(worst)
        return "" if buildable(moved) or not buildable(today) else "no longer passes"

    back_m, fails_back = _search(lambda d: why_not(from_m - d))
    on_m, fails_on = _search(lambda d: why_not(from_m + d))
    return MovementLimits(id=post_id, back_m=back_m, on_m=on_m, fails_back=fails_back, fails_on=fails_on)


def _search(why_not: Callable[[float], str]) -> tuple[float, str]:
    """The farthest move that is still good, by halving; and what fails just beyond it."""
    reason = why_not(FARTHEST_M)
    if not reason:
        return FARTHEST_M, ""
    low_m, high_m = 0.0, FARTHEST_M
    while high_m - low_m > FINEST_M:
        middle_m = (low_m + high_m) / 2
        found = why_not(middle_m)
        if found:
            high_m, reason = middle_m, found
        else:
            low_m = middle_m
    return low_m, reason
