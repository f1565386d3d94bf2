"""The concrete beside the anchor of a post's base that stands on its own pier."""

from steady.design_codes.results import given_step
from steady.plan.model import CalculationStep
from steady.units.trade import Units
from steady.units.units import IN

PIER_EDGE_M = 2.5 * IN
"""Concrete between an anchor and the side of its pier where no maker says: five diameters of half an inch [common practice]."""


def edge_distance(
    u: Units, width_m: float, off_centre_m: float, *, least_m: float | None
) -> tuple[CalculationStep, CalculationStep]:
    """What stands beside an anchor, and what must (in the school's own unit of sizes).

    Args:
        width_m: Of the pier.
        off_centre_m: From its middle to the anchor.
        least_m: The anchor's least edge distance as its maker says; None: not known.
    """
    has = CalculationStep(
        symbol="c",
        value=(width_m / 2 - off_centre_m) / u.size_m,
        unit=u.size,
        formula="b / 2 - e",
        inputs=(("b", width_m / u.size_m, u.size), ("e", off_centre_m / u.size_m, u.size)),
        source="geometry",
        says="anchor to the pier's nearest side",
    )
    if least_m is None:
        source, least_m = "practice: five diameters of a half-inch anchor", PIER_EDGE_M
    else:
        source = "user: the maker's least edge distance"
    return has, given_step("c_least", least_m / u.size_m, u.size, source=source)
