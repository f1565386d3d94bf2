"""A person leaning on a fence: how hard, and who asks for it."""

from steady.design_codes.results import given_step, si
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec


def leaning_asks(spec: FenceSpec) -> CheckOrigin:
    """A person on a fence is advice; beside a drop the fence is a guard and the code asks; a crew may take the advice in."""
    if spec.guards_drop:
        return CheckOrigin.CODE
    return CheckOrigin.CREW if "a person leaning" in spec.own_limits else CheckOrigin.ADVICE


def leaning(case: FenceCase) -> tuple[float, CalculationStep]:
    """The push of a person on the fence's top, at the school's design level (N).

    Beside a drop it is the code's own guard load: the point, or the line load over a bay's width where that is more.
    """
    spec, book = case.spec, case.book
    u, guard = book.units, book.guard_load()
    if spec.guards_drop:
        push_n = max(guard.point_n, guard.line_n_per_m * spec.bay_max_m) * guard.factor
        step = given_step(
            "P_g", push_n / u.force_n, u.force, source=guard.source, says="the code's load on a guard, at design level"
        )
        return push_n, step
    given = given_step(
        "P_p",
        spec.lean_n / u.force_n,
        u.force,
        source="practice: a person leaning on the top; no clause asks it of fences",
        says="a person leaning on the top",
    )
    step = book.factored(given, "P_d")
    return si(step), step
