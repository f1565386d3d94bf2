"""What would help: each candidate change is planned and priced; only what passes is offered, cheapest first."""

import itertools
from collections.abc import Callable, Iterable, Iterator

from steady.catalog.purchasing import PurchasingSettings
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument, case_of, kind_in
from steady.jobs.search import MOST_PLANS, Looked, all_rows, ceiling
from steady.memo import search_cache_scope
from steady.plan.model import Basis, Check, Option, Plan
from steady.plan.results import buildable, check_title, fails, governing, unchecked_items
from steady.structures.option import Change
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput, StructureType, changed
from steady.takeoff.bill import quick_price
from steady.value_objects import value_object

MOST_OFFERED = 6
MOST_PER_POST = 3
TOLD_EVERY = 8


def loses(now: Plan, candidate: Plan) -> bool:
    """Whether a change makes something that passes today fail or go uncovered, or misses advice that is met today."""
    if _met(now) & _missed(candidate.checks):
        return True
    return bool({gap.key for gap in unchecked_items(candidate)} - {gap.key for gap in unchecked_items(now)})


Named = tuple[str, str]


def _met(now: Plan) -> set[Named]:
    met = {(check.key, check.case) for check in now.checks if check.use <= 1 + 1e-9 and check.basis is Basis.CALCULATED}
    return met - _missed(now.checks)


def _missed(checks: Iterable[Check]) -> set[Named]:
    return {(check.key, check.case) for check in checks if check.demanded and not check.use <= 1 + 1e-9}


def options(job: JobDocument, structure_id: str) -> tuple[Option, ...]:
    """The cheapest ways to pass, each with its price beside today's. Empty when nothing tried passes.

    Raises:
        InvalidInputError: Malformed input.
    """
    with search_cache_scope():
        return all_rows(find_fixes(job, structure_id))


Tried = tuple[str, Change]
Over = Callable[[Callable[[Tried], Option | None], list[Tried]], Iterable[Option | None]]


def find_fixes(job: JobDocument, structure_id: str, over: Over = map) -> Iterator[Looked[Option]]:
    """The same while it is looked for: all that would be offered by now, again with every few plans.

    Args:
        over: How a list of changes is gone through: one after another, or by others who share it. In its order.

    Raises:
        InvalidInputError: Malformed input.
    """
    kind, case = kind_in(job, structure_id), case_of(job, structure_id)
    now = plan(case)
    judge = _Judge(
        kind=kind,
        case=case,
        yard=job.yard,
        now=now,
        met=_met(now),
        today=quick_price(now, job.yard),
        only_for_less=buildable(now),
    )
    wished = (tried for tried in kind.candidates(case) if tried[1])
    changes = list(itertools.islice(wished, MOST_PLANS + 1))
    told: tuple[Option, ...] = ()
    found: list[Option] = []
    for looked, option in enumerate(over(judge.option, changes[:MOST_PLANS]), 1):
        if option is not None:
            found.append(option)
        offered = _offered(found)
        if offered != told or looked % TOLD_EVERY == 0:
            told = offered
            yield Looked(planned=looked, rows=told)
    yield Looked(planned=min(len(changes), MOST_PLANS), rows=told, says=ceiling() if len(changes) > MOST_PLANS else "")


@value_object
class _Judge:
    """What one change is held against: the structure as it is."""

    kind: StructureType
    case: DesignInput
    yard: PurchasingSettings
    now: Plan
    met: set[Named]
    today: float
    only_for_less: bool
    """It passes as it is: a change helps only by passing for less."""

    def option(self, tried: Tried) -> Option | None:
        """What a change brings, where it helps."""
        says, change = tried
        case = self.case
        wished = case.of(changed(case.spec, change))
        try:
            # Most fail, or undo what passes, before their pieces are counted.
            first = self.kind.first_checks(wished)
            if fails(first) or self.met & _missed(first):
                return None
            candidate = plan(wished)
        except InvalidInputError:
            return None
        if not buildable(candidate) or loses(self.now, candidate):
            return None
        price = quick_price(candidate, self.yard)
        if self.only_for_less and price > self.today - 0.5:
            return None
        worst = governing(candidate)
        return Option(
            about=case.spec.id,
            says=says,
            change=change,
            use=worst.use if worst else 0.0,
            governs=check_title(worst) if worst else "",
            price=price,
            price_change=price - self.today,
            not_covered=tuple(sorted({gap.key for gap in unchecked_items(candidate)})),
        )


def _offered(found: list[Option]) -> tuple[Option, ...]:
    """The cheapest of them, a few for each size of post; those of one price in the order in which they were found."""
    offered: list[Option] = []
    ways: set[tuple[object, ...]] = set()
    for option in sorted(found, key=lambda option: (round(option.price, 2), len(option.change))):
        # Two names for one structure of one price are one way.
        way = (round(option.price, 2), round(option.use, 6), option.governs)
        if way in ways:
            continue
        ways.add(way)
        post = dict(option.change).get("post", "")
        if sum(1 for seen in offered if dict(seen.change).get("post", "") == post) < MOST_PER_POST:
            offered.append(option)
    return tuple(offered[:MOST_OFFERED])
