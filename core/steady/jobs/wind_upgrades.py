"""Steps between two ways to build a structure: each single change planned whole, ordered by what it costs for the gust it adds."""

from collections.abc import Iterator

from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument, case_of, kind_in
from steady.jobs.search import Looked, all_rows
from steady.jobs.starting_designs import starts_of
from steady.jobs.suggested_fixes import loses
from steady.memo import search_cache_scope
from steady.plan.model import Plan
from steady.plan.results import State, state
from steady.structures.registry import plan as plan_case
from steady.structures.structure_type import DesignInput, WindRating, changed
from steady.takeoff.bill import quick_price
from steady.value_objects import value_object

LEAST_GAIN = 1.01
"""A change that adds less than this share of the gust is not worth a line [our own: twice the search's fineness]."""


@value_object
class WindUpgrade:
    """One change and what it brings. `per_gust`: its cost for each m/s that it adds; 0 or less where it costs nothing."""

    says: str
    change: tuple[tuple[str, object], ...]
    state: State
    price: float
    price_change: float
    gust_m_per_s: float
    gain_m_per_s: float
    gives: str
    per_gust: float


def steps_up(job: JobDocument, structure_id: str) -> tuple[WindUpgrade, ...]:
    """Single changes that add to the gust a structure stands up to, the cheapest for what it adds first.

    What makes a check fail that passes today is left out.

    Raises:
        InvalidInputError: Malformed input, or a kind without such steps.
    """
    with search_cache_scope():
        return all_rows(look_for_steps(job, structure_id))


def look_for_steps(job: JobDocument, structure_id: str) -> Iterator[Looked[WindUpgrade]]:
    """The same while they are looked for: all that were found by now, again with every change.

    Raises:
        InvalidInputError: Malformed input, or a kind without such steps.
    """
    kind, ways, case = kind_in(job, structure_id), starts_of(job, structure_id), case_of(job, structure_id)

    def planned(one: DesignInput) -> tuple[Plan, WindRating | None]:
        plan = plan_case(one)
        return plan, kind.strength(one, plan)

    now, gust = planned(case)
    if gust is None:
        return
    today, found = quick_price(now, job.yard), list[WindUpgrade]()
    looked = 0
    for says, change in ways.singles(case):
        looked += 1
        yield Looked(planned=looked, rows=_in_order(found))
        try:
            plan, stands = planned(case.of(changed(case.spec, change)))
        except InvalidInputError:
            continue
        if (
            stands is None
            or plan.conflicts
            or loses(now, plan)
            or stands.gust_m_per_s <= gust.gust_m_per_s * LEAST_GAIN
        ):
            continue
        price = quick_price(plan, job.yard)
        gain = stands.gust_m_per_s - gust.gust_m_per_s
        found.append(
            WindUpgrade(
                says=says[:1].upper() + says[1:],
                change=change,
                state=state(plan),
                price=price,
                price_change=price - today,
                gust_m_per_s=stands.gust_m_per_s,
                gain_m_per_s=gain,
                gives=stands.gives,
                per_gust=(price - today) / gain,
            )
        )
    yield Looked(planned=looked, rows=_in_order(found))


def _in_order(found: list[WindUpgrade]) -> tuple[WindUpgrade, ...]:
    return tuple(sorted(found, key=lambda step: (step.per_gust, -step.gain_m_per_s)))
