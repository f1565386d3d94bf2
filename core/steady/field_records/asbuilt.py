"""As built against as planned: one measured value beside its target, inside tolerance or not."""

from typing import Literal

from steady.plan.model import MeasurementTarget, Plan
from steady.value_objects import value_object


@value_object
class MeasuredValue:
    """A measured value beside its plan. `off_m` is measured less planned."""

    what: str
    planned_m: float
    measured_m: float
    off_m: float
    tolerance_m: float
    verdict: Literal["inside", "outside"]


def target_of(plan: Plan, about: str, what: str) -> MeasurementTarget | None:
    """What a plan expects of a measured value; None where it expects nothing."""
    return next((target for target in plan.targets if (target.about, target.what) == (about, what)), None)


FAR, LEAST_FAR_M, FAR_SHARE = 8.0, 0.05, 0.3
"""So many times what still counts as built, never less than the second, is far; of a share of one the third [our own]."""


def asks_over(target: MeasurementTarget) -> float:
    """How far off a value is asked after once before it is kept: a foot read wrong, an inch forgotten."""
    return FAR_SHARE if target.unit == "%" else max(LEAST_FAR_M, FAR * (target.within or 0.0))


def compare(target: MeasurementTarget, measured: float) -> MeasuredValue | None:
    """Compare one value with its target; None where nothing is judged.

    At least: a hole may be deeper, never shallower, by more than the tolerance. At most: not how far off the calculation
    counts, but how much is still forgiven (a latch).
    """
    if target.within is None:
        return None
    off = measured - target.planned
    inside = {
        "either": abs(off) <= target.within + 1e-9,
        "at least": off >= -target.within - 1e-9,
        "at most": measured <= target.within + 1e-9,
    }[target.sense]
    return MeasuredValue(
        what=target.what,
        planned_m=target.planned,
        measured_m=measured,
        off_m=off,
        tolerance_m=target.within,
        verdict="inside" if inside else "outside",
    )
