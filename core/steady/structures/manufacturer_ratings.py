"""What a maker says that a thing holds, entered where a plan could not say: the gap becomes a check."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated

from annotated_types import Gt, Le, MaxLen, MinLen

from steady.data.checks import case_label
from steady.design_codes.results import given_step, si
from steady.plan.model import Check, CheckOrigin, Plan
from steady.value_objects import value_object


@value_object
class ManufacturerRating:
    """A maker's number with the crew's own safety factor in it. `what`: the key of the check that it closes."""

    what: Annotated[str, MinLen(1), MaxLen(80)]
    holds_n: Annotated[float, Gt(0.0), Le(1e6)]


def apply_ratings(plan: Plan, ratings: Sequence[ManufacturerRating]) -> Plan:
    """The plan with every gap that a rating closes turned into a check of what it must hold."""
    known = {rating.what: rating.holds_n for rating in ratings}
    if not known:
        return plan
    kept, checks = [], list(plan.checks)
    for gap in plan.not_covered:
        if gap.needs is None or gap.key not in known:
            kept.append(gap)
            continue
        unit_n = si(replace(gap.needs, value=1.0))
        limit = given_step(
            "R_max",
            known[gap.key] / unit_n,
            gap.needs.unit,
            source="user: the maker's number with the crew's own safety factor",
            says="as rated",
        )
        checks.append(
            Check(
                key=gap.key,
                about=gap.about,
                basis=gap.basis,
                sense="at most",
                demand=gap.needs,
                limit=limit,
                working=(),
                case=case_label("rating"),
                asks=CheckOrigin.CODE,
            )
        )
    return replace(plan, checks=tuple(checks), not_covered=tuple(kept))
