"""The lowest-cost design that passes, of any kind: repaired change by change until it passes, then made cheaper while it does."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field, replace

from steady.errors import InputError, OutsideScope
from steady.ground.site import Site
from steady.memo import one_search
from steady.plan.model import Check, Plan
from steady.plan.verdict import buildable, gap_named, hardest, named, unanswered
from steady.structures.choice import Change
from steady.structures.kind import Case, Kind, changed
from steady.structures.rated import with_ratings

MOST_PLANS = 400
"""A search plans no more designs than this [our own]."""
MOST_STEPS = 8
"""Changes that may follow each other: more than this is another structure [our own]."""
OPEN_AS, CONFLICT_AS = 25.0, 100.0
"""An open question weighs more than any failing check, a conflict more than both: each hides what would fail [our own]."""
STURDIER = ((1.15, 1.25), (1.08, 1.12))
"""What a sturdier design is sized for: times the wind speed, times the snow; the second where the first finds none [our own]."""
Tried = Iterable[tuple[str, Change]]


@dataclass(slots=True, kw_only=True)
class Design:
    """The best design found so far. `shortfall`: how far it is from passing, 0 where it passes; `why`: where none does."""

    case: Case
    plan: Plan | None
    shortfall: float
    price: float
    planned: int = 0
    changes: list[str] = field(default_factory=list)
    why: str = ""


@dataclass(slots=True, kw_only=True)
class _Search:
    kind: Kind
    priced: Callable[[Plan], float]
    planned: int = 0

    def design(self, case: Case) -> Design | None:
        """A case planned and judged; None where it cannot be laid out."""
        if self.planned >= MOST_PLANS:
            return None
        self.planned += 1
        try:
            plan = with_ratings(self.kind.plan(case), case.spec.ratings)
        except (InputError, OutsideScope):
            return None
        return Design(case=case, plan=plan, shortfall=shortfall(plan), price=self.priced(plan))

    def near(self, at: Design) -> Iterable[tuple[str, Design]]:
        """Every candidate change of a design, planned."""
        for says, change in self.kind.candidates(at.case):
            if not change:
                continue
            made = self.design(at.case.of(changed(at.case.spec, change)))
            if made is not None:
                yield says, made


def shortfall(plan: Plan) -> float:
    """How far a plan is from passing: each kind of failing check by what it is over, then open questions, then conflicts.

    0 only for a plan that passes.
    """
    if buildable(plan) and not unanswered(plan):
        return 0.0
    over: dict[str, float] = {}
    for check in plan.checks:
        if check.demanded and check.counts and not check.use <= 1 + 1e-9:
            over[check.key] = max(over.get(check.key, 0.0), min(10.0, check.use - 1))
    open_kinds = len({gap.key for gap in unanswered(plan)})
    return 1e-6 + sum(over.values()) + OPEN_AS * open_kinds + CONFLICT_AS * len(plan.conflicts)


def lowest(kind: Kind, case: Case, priced: Callable[[Plan], float]) -> Design:
    """The cheapest design that the kind's own candidate changes lead to; what the client asked for is none of them.

    Each step takes the change that brings a failing design nearest to passing, or that makes a passing one cheapest.
    """
    with one_search():
        search = _Search(kind=kind, priced=priced)
        at = search.design(case)
        if at is None:
            return Design(case=case, plan=None, shortfall=1.0, price=0.0, why="It cannot be laid out")
        at = _descended(search, at)
        at.planned = search.planned
        if at.shortfall > 0:
            at.why = _why(at, search.planned)
        return at


def _descended(search: _Search, at: Design) -> Design:
    for _ in range(MOST_STEPS):
        ranked = sorted(search.near(at), key=lambda one: (one[1].shortfall, one[1].price))
        if not ranked:
            break
        says, best = ranked[0]
        better = best.shortfall < at.shortfall - 1e-6 or (
            best.shortfall <= at.shortfall and best.price < at.price - 0.5
        )
        if not better:
            break
        best.changes = [*at.changes, says]
        at = best
    return at


def judged(kind: Kind, case: Case, priced: Callable[[Plan], float]) -> Design | None:
    """One design planned and judged; None where it cannot be laid out."""
    return _Search(kind=kind, priced=priced).design(case)


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
    assert at.plan is not None
    if at.plan.conflicts:
        return f"None of {planned} designs passes: {at.plan.conflicts[0]}"
    failing: list[Check] = [check for check in at.plan.checks if check.demanded and not check.use <= 1 + 1e-9]
    worst = hardest(failing)
    if worst is not None:
        closest = f"the closest fails by {named(worst, at.plan.school)}, at {worst.use:.2f} of its limit"
        return f"None of {planned} designs passes; {closest}"
    found = unanswered(at.plan)
    return (
        f"None of {planned} designs passes: {gap_named(found[0], at.plan.school)}: {found[0].reason}" if found else ""
    )
