"""Members to choose from: each with its own limit and slack, whether the whole passes with it, and what it would cost."""

from collections.abc import Callable
from dataclasses import dataclass

from steady.jobs.document import Job, at_its_field, case_of, kind_in
from steady.jobs.quote import hours
from steady.memo import one_search
from steady.structures.choice import Choice
from steady.structures.kind import changed
from steady.structures.registry import plan
from steady.takeoff.bill import quick_price

MOST_PRICED = 120
"""Choices of a group priced by planning them whole, those that pass first; the rest show no price."""


@dataclass(frozen=True, slots=True, kw_only=True)
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


@one_search()
def choose(job: Job, structure_id: str) -> tuple[PricedChoice, ...]:
    """Every choice of a structure; none for kinds without members to choose.

    Raises:
        InputError: Malformed input.
    """
    case = case_of(job, structure_id)
    with at_its_field(job, structure_id):
        found = list(kind_in(job, structure_id).choices(case))
        if not found:
            return ()
        now = plan(case)
    today = quick_price(now, job.yard)
    prices: dict[int, float] = {}
    took: dict[int, float] = {}
    clashes: dict[int, str] = {}
    for group in dict.fromkeys(choice.group for choice in found):
        rows = [k for k, choice in enumerate(found) if choice.group == group and (choice.change or choice.chosen)]
        # All are priced, those that pass first: what fails shows what it would have cost.
        rows.sort(key=lambda k: found[k].whole in ("fails", "cannot be built"))
        for k in rows[:MOST_PRICED]:
            made = plan(case.of(changed(case.spec, found[k].change)))
            prices[k] = quick_price(made, job.yard)
            took[k] = hours(made, job.quote)
            clashes[k] = next((text for text in made.conflicts if text not in now.conflicts), "")

    def worded(k: int, choice: Choice) -> PricedChoice:
        def shown(value_m: float | None) -> str:
            return "" if value_m is None else case.tape.length(value_m)

        price = prices.get(k)
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
            whole="cannot be built" if clashes.get(k) else choice.whole,
            why=clashes.get(k) or choice.why,
            chosen=choice.chosen,
            lasts=choice.lasts,
            hours=took.get(k),
            price=price,
            price_change=None if price is None else price - today,
        )

    return tuple(worded(k, choice) for k, choice in enumerate(found))


def _slack(choice: Choice, shown: Callable[[float | None], str]) -> str:
    """What is left over, and how much that is of what is needed."""
    if choice.slack_m is None or not choice.needs_m:
        return shown(choice.slack_m)
    return f"{shown(choice.slack_m)}, {100 * choice.slack_m / choice.needs_m:.0f} %"
