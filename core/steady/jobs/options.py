"""What would help: each candidate change is planned and priced; only what passes is offered, cheapest first."""

from collections.abc import Iterator

from steady.errors import InputError
from steady.jobs.document import Job, case_of, kind_in
from steady.jobs.looking import MOST_PLANS, Looked, all_rows, ceiling
from steady.memo import one_search
from steady.plan.model import Basis, Option, Plan
from steady.plan.verdict import buildable, fails, gaps, governing, named
from steady.structures.kind import changed
from steady.structures.registry import plan
from steady.takeoff.bill import quick_price

MOST_OFFERED = 6
MOST_PER_POST = 3
TOLD_EVERY = 8


def loses(now: Plan, candidate: Plan) -> bool:
    """Whether a change makes something that passes today fail or go uncovered, or misses advice that is met today."""
    met = {(check.name, check.case) for check in now.checks if check.use <= 1 + 1e-9 and check.basis is Basis.RECKONED}
    met -= {(check.name, check.case) for check in now.checks if not check.use <= 1 + 1e-9}
    missed = {(check.name, check.case) for check in candidate.checks if not check.use <= 1 + 1e-9}
    return bool(met & missed) or bool({gap.name for gap in gaps(candidate)} - {gap.name for gap in gaps(now)})


def options(job: Job, structure_id: str) -> tuple[Option, ...]:
    """The cheapest ways to pass, each with its price beside today's. Empty when nothing tried passes.

    Raises:
        InputError: Malformed input.
    """
    with one_search():
        return all_rows(look_for_options(job, structure_id))


def look_for_options(job: Job, structure_id: str) -> Iterator[Looked[Option]]:
    """The same while it is looked for: all that would be offered by now, again with every few plans.

    Raises:
        InputError: Malformed input.
    """
    case = case_of(job, structure_id)
    now = plan(case)
    today, passes_now = quick_price(now, job.yard), buildable(now)
    found: list[Option] = []
    kind = kind_in(job, structure_id)
    told: tuple[Option, ...] = ()
    looked = 0
    for says, change in kind.candidates(case):
        if not change:
            continue
        if looked == MOST_PLANS:
            yield Looked(planned=looked, rows=told, says=ceiling())
            return
        looked += 1
        if looked % TOLD_EVERY == 0:
            yield Looked(planned=looked, rows=told)
        wished = case.of(changed(case.spec, change))
        try:
            # Most fail before their pieces are counted.
            if fails(kind.first_checks(wished)):
                continue
            candidate = plan(wished)
        except InputError:
            continue
        if not buildable(candidate) or loses(now, candidate):
            continue
        price = quick_price(candidate, job.yard)
        if passes_now and price > today - 0.5:
            continue  # what passes already is only helped by passing for less
        worst = governing(candidate)
        found.append(
            Option(
                about=case.spec.id,
                says=says,
                change=change,
                use=worst.use if worst else 0.0,
                governs=named(worst) if worst else "",
                price=price,
                price_change=price - today,
                not_covered=tuple(sorted({gap.name for gap in gaps(candidate)})),
            )
        )
        offered = _offered(found)
        if offered != told:
            told = offered
            yield Looked(planned=looked, rows=told)
    yield Looked(planned=looked, rows=told)


def _offered(found: list[Option]) -> tuple[Option, ...]:
    """The cheapest of them, a few for each size of post; those of one price in the order in which they were found."""
    offered: list[Option] = []
    for option in sorted(found, key=lambda option: (round(option.price, 2), len(option.change))):
        post = dict(option.change).get("post", "")
        if sum(1 for seen in offered if dict(seen.change).get("post", "") == post) < MOST_PER_POST:
            offered.append(option)
    return tuple(offered[:MOST_OFFERED])
