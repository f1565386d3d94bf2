"""Verdicts in the words that every screen, list and sheet uses: of one check, and of a whole plan."""

from collections.abc import Iterable
from typing import Literal

from steady.plan.model import Asks, Basis, Check, NotCovered, Plan

Verdict = Literal["passes", "at the limit", "fails", "practice", "not covered", "advice missed"]
State = Literal["cannot be built", "fails", "not covered", "at the limit", "passes"]
STATES: tuple[State, ...] = ("cannot be built", "fails", "not covered", "at the limit", "passes")
"""A plan's state is the worst of these."""
KEYS: dict[State, str] = {
    "cannot be built": "cannot-be-built",
    "fails": "fails",
    "not covered": "not-covered",
    "at the limit": "at-limit",
    "passes": "passes",
}
"""The same states as words for other programs."""
SPARE_RATIO = 0.02
"""A check using more than 98 % of its limit is said to be at the limit [our own line]."""


def verdict(check: Check) -> Verdict:
    """passes, at the limit or fails; missed advice is never more than that, practice never more than practice."""
    if check.basis is Basis.PRACTICE:
        return "practice"
    # Written so that NaN fails.
    if not check.use <= 1 + 1e-9:
        return "advice missed" if check.asks is Asks.ADVICE else "fails"
    if check.fitted or check.asks is Asks.ADVICE:
        return "passes"
    return "at the limit" if check.use > 1 - SPARE_RATIO else "passes"


def gaps(plan: Plan) -> tuple[NotCovered, ...]:
    """What no rule reached, tables aside: they only stand beside the reckoning."""
    return tuple(gap for gap in plan.not_covered if gap.basis is Basis.RECKONED)


def state(plan: Plan) -> State:
    """The worst of a plan: a clash, then a check that fails, what is not covered, what is at its limit."""
    if plan.conflicts:
        return "cannot be built"
    words = {verdict(check) for check in plan.checks if check.counts}
    if "fails" in words:
        return "fails"
    if gaps(plan) or not words:
        return "not covered"
    return "at the limit" if "at the limit" in words else "passes"


def fails(checks: Iterable[Check]) -> bool:
    """Whether any of these checks fails the plan that it stands in."""
    return any(check.demanded and check.counts and verdict(check) == "fails" for check in checks)


def buildable(plan: Plan) -> bool:
    """Nothing fails, nothing clashes, and the only gaps are those that no change of the spec could close."""
    if state(plan) in ("cannot be built", "fails"):
        return False
    return bool(plan.checks) and all(gap.crew or not gap.would_have_to_change for gap in gaps(plan))


def governing(plan: Plan) -> Check | None:
    """The check with the least to spare among those a person or a member has left; what was made to fit only where no other is."""
    return hardest(plan.checks)


def hardest(checks: tuple[Check, ...] | list[Check]) -> Check | None:
    """The check that uses the most of its limit, advice aside; made-to-fit ones only where they fail or stand alone."""
    counted = [check for check in checks if check.counts]
    own = [check for check in counted if not check.fitted or not check.use <= 1 + 1e-9]
    return max(own or counted, key=lambda check: check.use, default=None)


def advice_missed(plan: Plan) -> tuple[Check, ...]:
    """The worst of each kind of advice that is not met."""
    worst: dict[tuple[str, str], Check] = {}
    for check in plan.checks:
        if verdict(check) != "advice missed":
            continue
        key = (check.name, check.case)
        if key not in worst or check.use > worst[key].use:
            worst[key] = check
    return tuple(worst.values())


def headline(plan: Plan) -> str:
    """The plan's state in a sentence: what is wrong first, else what has least to spare; and every figure that is assumed."""
    says = _headline(plan)
    left = [gap.assumed for gap in gaps(plan) if gap.assumed and gap.name.lower() not in says]
    return f"{says}. Assumed, not confirmed for this site: {', '.join(left)}" if left else says


def _headline(plan: Plan) -> str:
    worst, now = governing(plan), state(plan)
    missed = len(advice_missed(plan))
    advice = f". {missed} piece{'s' if missed > 1 else ''} of advice missed" if missed else ""
    if now == "cannot be built":
        more = f" (and {len(plan.conflicts) - 1} more)" if len(plan.conflicts) > 1 else ""
        return f"Cannot be built as drawn: {plan.conflicts[0]}{more}"
    if now == "fails" and worst is not None:
        failing = {check.about for check in plan.checks if check.counts and verdict(check) == "fails"}
        where = f"{len(failing)} {'place' if len(failing) == 1 else 'places'}"
        return f"Fails at {where}: {named(worst)}, {worst.use:.2f} of its limit{advice}"
    if now == "not covered":
        found = gaps(plan)
        if not found:
            return "Not covered: nothing could be calculated"
        places = len({gap.about for gap in found})
        first = next((gap for gap in found if not gap.crew), found[0])
        where = f" at {places} places" if places > 1 else ""
        mend = f": {first.would_have_to_change}" if first.would_have_to_change else ""
        return f"Not covered{where}: {first.name.lower()}; {first.reason}{mend}{advice}"
    assert worst is not None
    if now == "at the limit":
        return f"At the limit: {named(worst)}, {worst.use:.2f} of its limit{advice}"
    return f"Passes; least to spare: {named(worst)}, {worst.use:.2f} of its limit{advice}"


def named(check: Check) -> str:
    """A check's name and case, as a sentence goes on with it."""
    return f"{check.name.lower()}, {check.case}" if check.case else check.name.lower()
