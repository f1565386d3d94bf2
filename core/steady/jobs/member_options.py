"""Members to choose from: each with its own limit and slack, whether the whole passes with it, and what it would cost."""

from collections.abc import Callable, Iterator

from steady.jobs.document import JobDocument, at_its_field, case_of, kind_in
from steady.jobs.estimate import hours
from steady.jobs.search import MOST_PLANS, Looked, all_rows, ceiling
from steady.memo import search_cache_scope
from steady.plan.model import Plan
from steady.structures.option import Choice
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput, changed
from steady.takeoff.bill import quick_price
from steady.value_objects import value_object


@value_object
class PricedChoice:
    """A choice in the crew's own words, its price beside today's, and its person-hours by the crew's own minutes."""

    group: str
    says: str
    change: tuple[tuple[str, object], ...]
    reaches: str
    table: str
    slack: str
    governs: str
    exact: bool
    whole: str
    why: str
    use: float
    chosen: bool
    lasts: str = ""
    hours: float | None = None
    price: float | None = None
    price_change: float | None = None


def choose(job: JobDocument, structure_id: str) -> tuple[PricedChoice, ...]:
    """Every choice of a structure; none for kinds without members to choose.

    Raises:
        InvalidInputError: Malformed input.
    """
    with search_cache_scope():
        return all_rows(look_for_choices(job, structure_id))


def look_for_choices(job: JobDocument, structure_id: str) -> Iterator[Looked[PricedChoice]]:
    """The same one after another, each planned whole for its price: what fails shows what it would have cost.

    Raises:
        InvalidInputError: Malformed input.
    """
    case = case_of(job, structure_id)
    now: Plan | None = None
    today, k = 0.0, 0
    with at_its_field(job, structure_id):
        for k, choice in enumerate(kind_in(job, structure_id).choices(case)):
            if now is None:
                now = plan(case)
                today = quick_price(now, job.yard)
            made = None
            if k < MOST_PLANS and (choice.change or choice.chosen):
                made = plan(case.of(changed(case.spec, choice.change))) if choice.change else now
            yield Looked(planned=k + 1, at=k, rows=(_worded(job, case, choice, made=made, today=(now, today)),))
        if now is not None and k >= MOST_PLANS:
            yield Looked(planned=k + 1, at=k + 1, says=ceiling())


def _worded(
    job: JobDocument, case: DesignInput, choice: Choice, *, made: Plan | None, today: tuple[Plan, float]
) -> PricedChoice:
    def shown(value_m: float | None) -> str:
        return "" if value_m is None else case.tape.length(value_m)

    now, price_now = today
    price = None if made is None else quick_price(made, job.yard)
    clash = "" if made is None else next((text for text in made.conflicts if text not in now.conflicts), "")
    return PricedChoice(
        group=choice.group,
        says=choice.says,
        change=choice.change,
        reaches=shown(choice.reaches_m),
        table=shown(choice.table_m),
        slack=_slack(choice, shown),
        governs=choice.governs,
        exact=choice.exact,
        use=choice.use,
        whole="conflict" if clash else choice.whole,
        why=clash or choice.why,
        chosen=choice.chosen,
        lasts=choice.lasts,
        hours=None if made is None else hours(made, job.quote),
        price=price,
        price_change=None if price is None else price - price_now,
    )


def _slack(choice: Choice, shown: Callable[[float | None], str]) -> str:
    """What is left over, and how much that is of what is needed."""
    if choice.slack_m is None or not choice.needs_m:
        return shown(choice.slack_m)
    return f"{shown(choice.slack_m)}, {100 * choice.slack_m / choice.needs_m:.0f} %"
