"""Ways to start a structure, each planned whole: price, posts, bags, hours, the gust it stands up to, and what gives first."""

from collections.abc import Callable
from dataclasses import fields, replace
from typing import Any

from steady.catalog.items import bag_yield_m3
from steady.errors import InvalidInputError
from steady.footings.hole import bags, volumes
from steady.jobs.document import JobDocument, at_its_field, case_of, kind_in
from steady.jobs.estimate import hours
from steady.jobs.lowest_cost import harder_sites, lowest
from steady.jobs.typical_builds import as_crew, crew_habit, typical
from steady.memo import search_cache_scope
from steady.plan.model import Basis, Plan
from steady.plan.results import (
    OPEN,
    State,
    buildable,
    check_title,
    gap_named,
    governing_check,
    headline,
    state,
    state_label,
)
from steady.structures.manufacturer_ratings import apply_ratings
from steady.structures.registry import kind_of
from steady.structures.registry import plan as plan_case
from steady.structures.structure_type import (
    CREW_WAY,
    DesignInput,
    StartingContext,
    StartingDesign,
    StartingDesignProvider,
    StructureType,
    ways_of,
)
from steady.structures.wind_site import place_of
from steady.takeoff.bill import quick_price
from steady.units.units import MPH
from steady.value_objects import value_object


@value_object
class Start:
    """One way to build a structure. `change`: the fields that differ from it as it is; `why`: where there is no such way.

    Args:
        sized_gust_m_per_s, sized_snow_pa: Wind and ground snow that it passes in, as it was sized; None: it does not pass, or
            its kind's own wind rating (`gust_m_per_s`) says more.
    """

    which: str
    says: str
    change: tuple[tuple[str, object], ...]
    state: State
    headline: str
    price: float
    posts: int
    bags: int
    hours: float
    gust_m_per_s: float | None
    gust: str
    gives: str
    planned: int
    why: str = ""
    concrete_m3: float = 0.0
    deepest_hole_m: float = 0.0
    sized_gust_m_per_s: float | None = None
    sized_snow_pa: float | None = None


@search_cache_scope()
def start(job: JobDocument, structure_id: str, which: str, *, name: str = "", habit: Any = None) -> Start:
    """One way to build a structure; a habit carries the crew's name where it is given. `habit`: the crew's own.

    Raises:
        InvalidInputError: Malformed input, a kind without such ways, or none of that name.
    """
    kind, case = kind_in(job, structure_id), case_of(job, structure_id)
    says = dict(ways_of(kind)).get(which)
    if says is None:
        raise InvalidInputError("which", f"Choose one of {', '.join(key for key, _ in ways_of(kind)) or 'none'}")
    with at_its_field(job, structure_id):
        began = _asked(kind, case, which, crews=(name, habit), priced=lambda plan: quick_price(plan, job.yard))
        if began.spec is None or began.plan is None:
            return Start(
                which=which,
                says=says,
                change=(),
                state="fail",
                headline="",
                price=0.0,
                posts=0,
                bags=0,
                hours=0.0,
                gust_m_per_s=None,
                gust="",
                gives="",
                planned=began.planned,
                why=began.why,
            )
        return _start(job, case.of(began.spec), began, which=which, says=says)


def _asked(
    kind: StructureType, case: DesignInput, which: str, *, crews: tuple[str, Any], priced: Callable[[Plan], float]
) -> StartingDesign:
    return (
        _cheapest(kind, case, priced) if which == "cheapest" else _begun(kind, case, which, crews=crews, priced=priced)
    )


def _begun(
    kind: StructureType, case: DesignInput, which: str, *, crews: tuple[str, Any], priced: Callable[[Plan], float]
) -> StartingDesign:
    if which == "sturdier":
        return _sturdier(kind, case, priced)
    if kind.starts is not None:
        return kind.starts.begin(case, which, StartingContext(signed=crews[0], habit=crews[1], priced=priced))
    if which == "as it is":
        return StartingDesign(spec=case.spec, plan=kind.plan(case))
    if which in ("usual here", CREW_WAY[0]):
        return _framed(kind, case, which, habit=crews[1])
    found = lowest(case, priced)
    if found.why:
        return StartingDesign(planned=found.planned, why=found.why)
    return StartingDesign(spec=found.case.spec, plan=found.plan, planned=found.planned)


_NEWEST: dict[DesignInput, StartingDesign] = {}
NEWEST_MOST = 4
"""So many lowest-cost designs are kept: the sturdier one is asked for right after the lowest, and is compared with it [our own]."""


def forget_searched() -> None:
    """Forget the designs kept for the next card: each is searched anew, as for a place that nobody asked about before."""
    _NEWEST.clear()


def _cheapest(kind: StructureType, case: DesignInput, priced: Callable[[Plan], float]) -> StartingDesign:
    """The lowest cost for a place, searched once for cards that are asked for one after another."""
    if case not in _NEWEST:
        found = _begun(kind, case, "cheapest", crews=("", None), priced=priced)
        while len(_NEWEST) >= NEWEST_MOST:
            _NEWEST.pop(next(iter(_NEWEST)), None)
        _NEWEST[case] = found
        return found
    return _NEWEST[case]


def _framed(kind: StructureType, case: DesignInput, which: str, *, habit: dict[str, Any] | None) -> StartingDesign:
    """As it is typically framed, or as the crew keeps it."""
    if which == "usual here":
        spec = typical(kind, case.spec, case.book.key)
    elif habit is None:
        return StartingDesign(why=f"Your crew has not kept how it builds {kind.many} yet")
    else:
        spec = as_crew(kind, case.spec, habit, school=case.book.key)
    return StartingDesign(spec=spec, plan=kind.plan(case.of(spec)), planned=1)


def _sturdier(kind: StructureType, case: DesignInput, priced: Callable[[Plan], float]) -> StartingDesign:
    """The lowest cost for a harder wind and snow than the place's, planned for the place itself."""
    planned = 0
    for site in harder_sites(case.site):
        found = _begun(kind, replace(case, site=site), "cheapest", crews=("", None), priced=priced)
        planned += found.planned
        if found.spec is None:
            continue
        # Footings are sized for their own place: they are held as the harder one asks for them, and judged in both.
        hard, here = replace(case, site=site), case
        spec = kind.hold_footings(found.spec, kind.plan(hard.of(found.spec)), kind.plan(here.of(found.spec)))
        plans = [kind.plan(one.of(spec)) for one in (here, hard)]
        if not all(buildable(apply_ratings(made, spec.ratings)) for made in plans):
            continue
        if spec == _cheapest(kind, case, priced).spec:
            return StartingDesign(planned=planned, why="Neither wind nor snow governs: the lowest cost is as sturdy")
        return StartingDesign(spec=spec, plan=plans[0], planned=planned, sized_for=site)
    return StartingDesign(planned=planned, why="Nothing that passes here passes with clearly more wind or snow")


def starts_of(job: JobDocument, structure_id: str) -> StartingDesignProvider:
    """The ways of a structure's kind.

    Raises:
        InvalidInputError: Its kind has none.
    """
    kind = kind_in(job, structure_id)
    if kind.starts is None:
        raise InvalidInputError("structure", f"There are no ways to start {kind.many} from")
    return kind.starts


def kept_habit(job: JobDocument, structure_id: str) -> Any:
    """What a crew keeps of a structure of a job as its habit.

    Raises:
        InvalidInputError: Malformed input, a kind without habits, or nothing to keep.
    """
    kind, case = kind_in(job, structure_id), case_of(job, structure_id)
    if kind.starts is None:
        return crew_habit(kind, case.spec)
    with at_its_field(job, structure_id):
        return kind.starts.habit_of(case.spec, plan_case(case))


def stands_words(job: JobDocument, structure_id: str, plan: Plan) -> str:
    """What was chosen and the gust it stands up to, in a sentence for quote and site sheets; empty where no kind's strength is."""
    kind, case = kind_in(job, structure_id), case_of(job, structure_id)
    if kind.starts is None:
        return ""
    strength = kind.strength(case, plan)
    chosen = (
        "Built as calculated"
        if plan.built_on is Basis.CALCULATED
        else f"Built as crews usually do, signed by {plan.accepted}"
    )
    if strength is None:
        gap = next(
            (gap_named(one, plan.school) for one in plan.not_covered if one.basis is Basis.CALCULATED and not one.crew),
            "",
        )
        why = f"{gap} is not checked" if gap else "no wind is calculated here"
        return f"{chosen}: {state_label(state(plan))}. Its wind rating is not known: {why}"
    if not strength.gust_m_per_s:
        return f"{chosen}: {state_label(state(plan))}. It fails without wind: {strength.gives}"
    speed = strength.gust_m_per_s
    gust = f"a 3-second gust of {speed:.0f} m/s ({speed / MPH:.0f} mph): {strength.says}"
    first = f"; fails first: {strength.gives}" if strength.gives else ""
    return f"{chosen}: {state_label(state(plan))}. Wind rating: {gust}{first}"


def _start(job: JobDocument, case: DesignInput, began: StartingDesign, *, which: str, says: str) -> Start:
    assert began.plan is not None
    # What a maker rated counts here as it does once it is taken: one state everywhere.
    plan, now = apply_ratings(began.plan, began.spec.ratings), case_of(job, case.spec.id).spec
    gust = kind_of(case.spec).strength(case, plan)
    holes = [volumes(footing).concrete_m3 for footing in plan.footings]
    needed = bags(holes, bag_yield_m3(job.yard.bag), job.yard.concrete_allowance_ratio)
    names = [f.name for f in fields(case.spec)]
    values = [(name, getattr(case.spec, name)) for name in names if getattr(case.spec, name) != getattr(now, name)]
    now_state = state(plan)
    sized = began.sized_for or case.site
    passes = now_state not in OPEN
    if which == "cheapest" and now_state in OPEN:
        says = "Lowest cost found, with ratings or figures to answer"
    return Start(
        which=which,
        says=says,
        change=tuple(values),
        state=now_state,
        headline=headline(plan),
        price=quick_price(plan, job.yard),
        posts=len(plan.footings),
        bags=needed.in_all,
        hours=hours(plan, job.quote),
        gust_m_per_s=gust.gust_m_per_s if gust else None,
        gust=gust.says if gust else "",
        gives=gust.gives if gust else first_to_fail(plan),
        planned=began.planned,
        concrete_m3=sum(holes),
        deepest_hole_m=max((footing.hole_m for footing in plan.footings), default=0.0),
        sized_gust_m_per_s=case.book.gust_m_per_s(place_of(sized)) if passes and not gust and _windy(plan) else None,
        sized_snow_pa=sized.ground_snow_pa if passes and not gust and sized.ground_snow_pa > 0 else None,
    )


def _windy(plan: Plan) -> bool:
    return any(check.by_wind or check.key == "frame.lateral_drift" for check in plan.checks)


def first_to_fail(plan: Plan) -> str:
    """The check of a plan that uses most of its limit, in words; empty where nothing was calculated."""
    worst = governing_check(plan.checks)
    return check_title(worst, plan.school) if worst is not None else ""
