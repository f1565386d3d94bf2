"""Ways to start a fence, each planned whole: price, posts, bags, hours, the gust it stands up to, and what gives first."""

from dataclasses import dataclass, fields
from typing import Literal

from steady.errors import InputError
from steady.footings.hole import bags, volumes
from steady.jobs.document import Job, find
from steady.jobs.quote import hours
from steady.measure.units import MPH
from steady.plan.model import Basis, Plan
from steady.plan.verdict import State, headline, state
from steady.rulebooks.registry import rulebook
from steady.structures.fence.gust import Gust, stands_up_to
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.starts import NOBODY, CrewHabit, as_crew, cheapest, habit_of, usual_here
from steady.takeoff.bill import quick_price
from steady.yard.stock import bag_yield_m3

Which = Literal["as it is", "our crew", "usual here", "cheapest"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Start:
    """One way to build a fence. `change`: the fields that differ from the fence as it is; `why`: where there is no such way."""

    which: Which
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


def start(job: Job, structure_id: str, which: Which, name: str = "", habit: CrewHabit | None = None) -> Start:
    """One way to start a fence; a habit carries the crew's name where it is given. `habit`: the crew's own.

    Raises:
        InputError: Malformed input, or no fence.
    """
    index, structure = find(job, structure_id)
    spec = structure.spec
    if not isinstance(spec, FenceSpec):
        raise InputError("structure", "Only a fence has ways to start from")
    book, tape = rulebook(job.school), job.reading.tape()
    try:
        if which == "cheapest":
            found = cheapest(spec, job.site, book, job.yard, tape, lambda plan: quick_price(plan, job.yard))
            if found.spec is None or found.plan is None:
                return Start(
                    which=which, says="The cheapest that the code's wind passes", change=(), state="fails", headline="", price=0.0,
                    posts=0, bags=0, hours=0.0, gust_m_per_s=None, gust="", gives="", planned=found.planned, why=found.why,
                )  # fmt: skip
            return _start(job, spec, found.spec, found.plan, which, found.planned)
        made = spec
        if which == "usual here":
            made = usual_here(spec, job.site, book, name or NOBODY)
        elif which == "our crew":
            if habit is None:
                raise InputError("which", "This crew has kept no habit under this school yet")
            made = as_crew(spec, habit, name or NOBODY)
        return _start(job, spec, made, plan_fence(made, job.site, book, job.yard, tape), which, 1)
    except InputError as error:
        raise InputError(f"structures/{index}/spec/{error.field}", error.message) from None


def kept_habit(job: Job, structure_id: str) -> CrewHabit:
    """What a crew keeps of a fence of a job as its habit.

    Raises:
        InputError: Malformed input, no fence, or no post in a hole.
    """
    index, structure = find(job, structure_id)
    if not isinstance(structure.spec, FenceSpec):
        raise InputError("structure", "Only of a fence a crew keeps how it builds")
    try:
        made = plan_fence(structure.spec, job.site, rulebook(job.school), job.yard, job.reading.tape())
        return habit_of(structure.spec, made)
    except InputError as error:
        raise InputError(f"structures/{index}/spec/{error.field}", error.message) from None


def stands_words(job: Job, structure_id: str, plan: Plan) -> str:
    """What was chosen and the gust it stands up to, in a sentence for quote and site sheets; empty for what is no fence."""
    spec = find(job, structure_id)[1].spec
    if not isinstance(spec, FenceSpec):
        return ""
    gust = stands_up_to(spec, job.site, rulebook(job.school), job.yard, job.reading.tape(), plan)
    chosen = (
        "Built as reckoned"
        if spec.built_on is Basis.RECKONED
        else f"Built as crews usually do, signed by {plan.accepted}"
    )
    if gust is None:
        return f"{chosen}: {state(plan)}. No wind is reckoned here, so what it stands up to is not known"
    if not gust.gust_m_per_s:
        return f"{chosen}: {state(plan)}. It stands up to no wind: {gust.gives}"
    speed = gust.gust_m_per_s
    first = f"; first to fail: {gust.gives}" if gust.gives else ""
    return f"{chosen}: {state(plan)}. Stands up to a 3-second gust of {speed:.0f} m/s ({speed / MPH:.0f} mph): {gust.says}{first}"


SAYS: dict[Which, str] = {
    "as it is": "As it is laid out now",
    "our crew": "As our crew usually builds it",
    "usual here": "As it is usually built here",
    "cheapest": "The cheapest that the code's wind passes",
}


def _start(job: Job, now: FenceSpec, spec: FenceSpec, plan: Plan, which: Which, planned: int) -> Start:
    gust: Gust | None = stands_up_to(spec, job.site, rulebook(job.school), job.yard, job.reading.tape(), plan)
    holes = [volumes(footing).concrete_m3 for footing in plan.footings]
    needed = bags(holes, bag_yield_m3(job.yard.bag), job.yard.concrete_allowance_ratio)
    changed = tuple(
        (f.name, getattr(spec, f.name)) for f in fields(spec) if getattr(spec, f.name) != getattr(now, f.name)
    )
    return Start(
        which=which, says=SAYS[which], change=changed, state=state(plan), headline=headline(plan),
        price=quick_price(plan, job.yard), posts=len(plan.footings),
        bags=needed.in_all, hours=hours(plan, job.quote),
        gust_m_per_s=gust.gust_m_per_s if gust else None, gust=gust.says if gust else "", gives=gust.gives if gust else "",
        planned=planned,
    )  # fmt: skip
