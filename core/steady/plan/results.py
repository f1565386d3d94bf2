"""States and results, by keys: of one check, and of a whole plan; and the headline that says a plan's state in words."""

from collections.abc import Collection, Iterable
from dataclasses import replace
from typing import Literal

from steady.data.checks import check_label
from steady.data.loader import keyed
from steady.plan.connectors import reach
from steady.plan.model import Basis, Check, CheckOrigin, Plan, UncheckedItem
from steady.plan.place_names import place_name

Result = Literal["pass", "at_limit", "fail", "practice", "not_checked", "advisory"]
"""Result of one check."""
State = Literal[
    "conflict", "fail", "not_checked", "to_answer", "pass_by_practice", "at_limit", "pass_as_specified", "pass"
]
"""State of a whole plan."""
STATES: tuple[State, ...] = (
    "conflict",
    "fail",
    "not_checked",
    "to_answer",
    "pass_by_practice",
    "at_limit",
    "pass_as_specified",
    "pass",
)
"""Worst first; a plan's state is the worst that is true of it."""
WRONG: tuple[State, ...] = ("conflict", "fail")
"""States in which nothing is sold, ordered or built without a word."""
OPEN: tuple[State, ...] = ("conflict", "fail", "not_checked", "to_answer")
"""States in which something is still missing."""
SPARE_RATIO = 0.02
"""Margin under which a passing check is reported as at the limit (2 % of capacity). Source: project convention."""


def state_label(key: str) -> str:
    """What a state or result is called. Source: data/states.csv."""
    return keyed("states")[key].text["label"]


def result(check: Check) -> Result:
    """Classify a check. A recommendation never fails a plan; a typical-practice check is always "practice"."""
    if check.basis is Basis.PRACTICE:
        return "practice"
    # Written so that NaN fails.
    if not check.use <= 1 + 1e-9:
        return "advisory" if check.asks is CheckOrigin.ADVICE else "fail"
    if check.fitted or check.asks is CheckOrigin.ADVICE:
        return "pass"
    return "at_limit" if check.use > 1 - SPARE_RATIO else "pass"


def unchecked_items(plan: Plan) -> tuple[UncheckedItem, ...]:
    """What no rule reached, tables aside: they only stand beside the calculation."""
    return tuple(gap for gap in plan.not_covered if gap.basis is Basis.CALCULATED)


def specified(plan: Plan) -> tuple[UncheckedItem, ...]:
    """Connectors that are specified by the capacity they must have, one of each: their products are not chosen yet."""
    found: dict[str, UncheckedItem] = {}
    for gap in unchecked_items(plan):
        if reach(plan, gap) == "ordinary" and (gap.key not in found or _capacity(gap) > _capacity(found[gap.key])):
            found[gap.key] = gap
    return tuple(found.values())


def _capacity(gap: UncheckedItem) -> float:
    return gap.needs.value if gap.needs is not None else 0.0


def unanswered(plan: Plan) -> tuple[UncheckedItem, ...]:
    """Gaps that no specified connector closes: no rule covers them, or somebody has to type a figure."""
    return tuple(gap for gap in unchecked_items(plan) if not gap.by_practice and reach(plan, gap) != "ordinary")


def presumed(plan: Plan) -> tuple[UncheckedItem, ...]:
    """What rests on common practice where the code is silent, one of each: a named person confirms it."""
    return tuple({gap.key: gap for gap in reversed(unchecked_items(plan)) if gap.by_practice}.values())


def open_about(plan: Plan) -> set[str]:
    """Ids of what such gaps are about."""
    return {gap.about for gap in unanswered(plan)}


def state(plan: Plan) -> State:
    """The worst of a plan: a conflict, a failing check, what no rule covers, what somebody has to answer, what is at its limit."""
    if plan.conflicts:
        return "conflict"
    results = {result(check) for check in plan.checks if check.counts}
    if "fail" in results:
        return "fail"
    unknown = unanswered(plan)
    if not results or any(not gap.crew or reach(plan, gap) == "beyond" for gap in unknown):
        return "not_checked"
    if unknown:
        return "to_answer"
    if presumed(plan):
        return "pass_by_practice"
    if "at_limit" in results:
        return "at_limit"
    return "pass_as_specified" if unchecked_items(plan) else "pass"


def state_of_checks(plan: Plan, keys: Collection[str]) -> State | None:
    """The state of what some checks speak of, by the same order as the whole plan's; None: no check of these, and no gap."""
    checks = tuple(check for check in plan.checks if check.key in keys)
    gaps = tuple(gap for gap in unchecked_items(plan) if gap.key in keys)
    if not checks and not gaps:
        return None
    part = replace(plan, checks=checks, not_covered=gaps, conflicts=())
    if not checks and not unanswered(part):
        return "pass_by_practice" if presumed(part) else "pass_as_specified"
    return state(part)


def fails(checks: Iterable[Check]) -> bool:
    """Whether any of these checks fails the plan that it stands in."""
    return any(check.demanded and check.counts and result(check) == "fail" for check in checks)


def buildable(plan: Plan) -> bool:
    """Nothing fails, nothing conflicts, and the only gaps are those that no change of the spec could close."""
    if state(plan) in WRONG:
        return False
    return bool(plan.checks) and all(
        gap.crew or gap.by_practice or not gap.would_have_to_change for gap in unchecked_items(plan)
    )


def governing(plan: Plan) -> Check | None:
    """The check with the least margin among those a person or a member has left; what was auto-sized only where no other is."""
    return governing_check(plan.checks)


def governing_check(checks: tuple[Check, ...] | list[Check]) -> Check | None:
    """The check with the highest utilization, recommendations aside; auto-sized ones only where they fail or stand alone."""
    counted = [check for check in checks if check.counts]
    own = [check for check in counted if not check.fitted or not check.use <= 1 + 1e-9]
    return max(own or counted, key=lambda check: check.use, default=None)


def unmet_recommendations(plan: Plan) -> tuple[Check, ...]:
    """The worst of each kind of recommendation that is not met."""
    worst: dict[tuple[str, str], Check] = {}
    for check in plan.checks:
        if result(check) != "advisory":
            continue
        kind = (check.key, check.case)
        if kind not in worst or check.use > worst[kind].use:
            worst[kind] = check
    return tuple(worst.values())


def headline(plan: Plan) -> str:
    """The plan's state in a sentence or two: result, governing check, place, utilization; and every figure that is assumed."""
    text = _headline(plan)
    assumed = [gap.assumed for gap in unchecked_items(plan) if gap.assumed]
    missed = len(unmet_recommendations(plan))
    if missed:
        text += f". {missed} recommendation{'s' if missed > 1 else ''} not met"
    return f"{text}. Assumed, not confirmed for this site: {', '.join(assumed)}" if assumed else text


def _headline(plan: Plan) -> str:
    worst, now = governing(plan), state(plan)
    label = state_label(now)
    if now == "conflict":
        more = f" (and {len(plan.conflicts) - 1} more)" if len(plan.conflicts) > 1 else ""
        return f"{label}: {plan.conflicts[0]}{more}"
    if now == "fail" and worst is not None:
        places = len({check.about for check in plan.checks if check.counts and result(check) == "fail"})
        where = f"{label} at {places} locations" if places > 1 else label
        return f"{where}. Governing: {governs_text(plan, worst)}"
    if now in ("not_checked", "to_answer"):
        return _open_text(plan, now)
    assert worst is not None
    if now == "pass_by_practice":
        reasons = "; ".join(gap.reason for gap in presumed(plan))
        return f"{label}: {reasons}. Governing: {governs_text(plan, worst)}"
    if now == "pass_as_specified":
        count = len(specified(plan))
        return (
            f"Passes with {count} specified connector{'s' if count > 1 else ''}. Governing: {governs_text(plan, worst)}"
        )
    return f"{label}. Governing: {governs_text(plan, worst)}"


def _open_text(plan: Plan, now: State) -> str:
    found = unanswered(plan)
    label = state_label(now)
    if not found:
        return f"{label}: nothing could be calculated"
    first = next((gap for gap in found if not gap.crew), found[0])
    places = len({gap.about for gap in found})
    where = f"{label} at {places} locations" if places > 1 else label
    remedy = (
        f". {first.would_have_to_change[0].upper()}{first.would_have_to_change[1:]}"
        if first.would_have_to_change
        else ""
    )
    return f"{where}. {gap_named(first, plan.school)}: {first.reason}{remedy}"


def utilization(use: float) -> str:
    """Utilization as it is shown: whole percent, never rounded down to 100 % where it is over. Over tenfold it is said so."""
    if not use <= 10:
        return "over 1,000%"
    percent = round(use * 100)
    return f"{percent + 1 if percent <= 100 and use > 1 + 1e-9 else percent}%"


def governs_text(plan: Plan, check: Check) -> str:
    """A check with its load case, its place and its utilization."""
    place = place_name(plan, check.about)
    return ", ".join(
        part for part in (check_title(check, plan.school), place, f"{utilization(check.use)} utilization") if part
    )


def check_title(check: Check, school: str = "us") -> str:
    """A check's label and load case."""
    label = check_label(check.key, school)
    return f"{label}, {check.case}" if check.case else label


def gap_named(gap: UncheckedItem, school: str = "us") -> str:
    """What is not checked, with its load case where it has one."""
    label = check_label(gap.key, school)
    return f"{label}, {gap.case}" if gap.case else label
