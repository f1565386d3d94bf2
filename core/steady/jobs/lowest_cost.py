"""The lowest-cost design of any kind: changed step by step until nothing fails, then made cheaper while nothing does."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.memo import search_cache_scope
from steady.plan.model import Plan
from steady.plan.results import check_title, fails, gap_named, governing_check, unanswered
from steady.structures.registry import kind_of, plan
from steady.structures.structure_type import DesignInput, changed
from steady.value_objects import value_object

MOST_PLANS = 700
"""A search plans no more designs than this [our own]."""
MOST_STEPS = 8
"""Changes that may follow each other: more than this is another structure [our own]."""
OPEN_AS, CONFLICT_AS = 1000.0, 5000.0
"""An open question weighs more than any failing check, a conflict more than both: each hides what would fail [our own]."""
MOST_OVER = 10.0
"""A check that is over its limit counts for no more than this: far over is only over [our own]."""
CHEAPER_BY = 0.5
"""A step that saves less than this, in the job's currency, is none [our own]."""
STURDIER = ((1.15, 1.25), (1.08, 1.12))
"""What a sturdier design is sized for: times the wind speed, times the snow; the second where the first finds none [our own]."""


@value_object
class Design:
    """The best design found. `plan` None: it cannot be laid out. `why`: what stands in the way where none can be built."""

    case: DesignInput
    plan: Plan | None = None
    shortfall: float = 0.0
    price: float = 0.0
    planned: int = 1
    why: str = ""


@dataclass(slots=True, kw_only=True)
class _Search:
    priced: Callable[[Plan], float]
    planned: int = 0

    def design(self, case: DesignInput) -> Design | None:
        """A case planned and judged; None where it cannot be laid out."""
        self.planned += 1
        try:
            made = plan(case)
        except (InvalidInputError, OutOfScopeError):
            return None
        return Design(case=case, plan=made, shortfall=shortfall(made), price=self.priced(made))

    def near(self, at: Design) -> Iterator[Design]:
        """Every candidate change of a design, as far as the search goes."""
        for _, change in kind_of(at.case.spec).candidates(at.case):
            if self.planned >= MOST_PLANS:
                return
            made = self.design(at.case.of(changed(at.case.spec, change))) if change else None
            if made is not None:
                yield made


def shortfall(made: Plan) -> float:
    """How far a plan is from passing: each kind of failing check by what it is over, then open questions, then conflicts."""
    over: dict[str, float] = {}
    for check in made.checks:
        if fails([check]):
            over[check.key] = max(over.get(check.key, 0.0), min(MOST_OVER, check.use - 1))
    open_kinds = len({gap.key for gap in unanswered(made)})
    return sum(over.values()) + OPEN_AS * open_kinds + CONFLICT_AS * len(made.conflicts)


def lowest(case: DesignInput, priced: Callable[[Plan], float]) -> Design:
    """The cheapest design that the kind's own candidate changes lead to; what the client asked for is none of them.

    Each step takes the change that brings a design nearest to passing, or that makes one as near cheapest. Where only ratings
    or figures that somebody types are missing, the design is found all the same, and its state says so.
    """
    with search_cache_scope():
        search = _Search(priced=priced)
        at = search.design(case)
        if at is None:
            return Design(case=case, why="It cannot be laid out")
        for _ in range(MOST_STEPS):
            best = min(search.near(at), key=lambda one: (one.shortfall, one.price), default=at)
            nearer = best.shortfall < at.shortfall - 1e-6
            if not nearer and not (best.shortfall <= at.shortfall and best.price < at.price - CHEAPER_BY):
                break
            at = best
        return replace(at, planned=search.planned, why=_why(at, search.planned))


def harder_sites(site: Site) -> Iterator[Site]:
    """The place with more wind and more snow: what a sturdier design is sized for."""
    for wind, snow in STURDIER:
        yield replace(
            site,
            wind_speed_m_per_s=min(110.0, site.wind_speed_m_per_s * wind),
            wind_pressure_pa=min(10_000.0, site.wind_pressure_pa * wind**2),
            ground_snow_pa=min(30_000.0, site.ground_snow_pa * snow),
        )


def _why(at: Design, planned: int) -> str:
    """What stands in the way of the closest design; empty where it can be built, or where questions alone are left."""
    assert at.plan is not None
    if not at.plan.conflicts and not fails(at.plan.checks):
        return ""
    none = f"None of {planned} designs passes"
    if at.plan.conflicts:
        return f"{none}: {at.plan.conflicts[0]}"
    worst = governing_check([check for check in at.plan.checks if fails([check])])
    if worst is not None:
        return f"{none}; the closest fails by {check_title(worst, at.plan.school)}, at {worst.use:.2f} of its limit"
    gap = next((gap for gap in unanswered(at.plan) if not gap.crew), None)
    return f"{none}: {gap_named(gap, at.plan.school)}: {gap.reason}" if gap else f"{none}: nothing could be calculated"
