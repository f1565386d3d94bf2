"""A check's verdict in the four words that every screen and sheet uses."""

from typing import Literal

from steady.plan.model import Basis, Check, Plan

Verdict = Literal["passes", "nothing to spare", "fails", "practice", "not covered"]
SPARE_RATIO = 0.02
"""A check using more than 98 % of its limit is said to have nothing to spare [our own line]."""


def verdict(check: Check) -> Verdict:
    """passes, nothing to spare or fails; practice is never more than practice."""
    if check.basis is Basis.PRACTICE:
        return "practice"
    # Written so that NaN fails.
    if not check.use <= 1 + 1e-9:
        return "fails"
    return "nothing to spare" if check.use > 1 - SPARE_RATIO else "passes"


def overall(plan: Plan) -> Verdict:
    """The worst reckoned verdict of a plan; not covered where a reckoned check is missing."""
    reckoned = [verdict(check) for check in plan.checks if check.basis is Basis.RECKONED]
    if "fails" in reckoned:
        return "fails"
    if any(gap.basis is Basis.RECKONED for gap in plan.not_covered) or not reckoned:
        return "not covered"
    return "nothing to spare" if "nothing to spare" in reckoned else "passes"


def governing(plan: Plan) -> Check | None:
    """The reckoned check that uses the most of its limit."""
    reckoned = [check for check in plan.checks if check.basis is Basis.RECKONED]
    return max(reckoned, key=lambda check: check.use, default=None)
