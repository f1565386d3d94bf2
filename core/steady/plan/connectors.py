"""Connectors that a plan may specify by the capacity they must have: bought ones of a kind, up to what ordinary ones hold."""

from typing import Literal

from steady.data.loader import keyed
from steady.measure.units import LB
from steady.plan.model import NotCovered, Plan

DESIGN_OVER_ALLOWABLE = 1.5
"""Ranges are allowable ones in the US; elsewhere connectors are rated so much higher, at design level [our own]."""
NARROW_M = 0.115
"""Posts under this take the smaller base: between a 4x4 (89 mm) and a 6x6 (140 mm) [our own]."""
FORCES_N = {"lb": LB, "N": 1.0, "kN": 1000.0}

Reach = Literal["ordinary", "beyond", "never"]
"""Whether a gap is closed by an ordinary connector, lies beyond them, or is never closed by a specification."""


def reach(plan: Plan, gap: NotCovered) -> Reach:
    """How a gap stands to the connectors on sale.

    A gap without a demand, or of a kind that is no bought connector (the end of a brace), is never closed by a specification:
    somebody has to type a rating. An empty range is a kind whose maker's own figure is what is specified.

    Source: data/specified_connectors.csv.
    """
    row = keyed("specified_connectors").get(gap.key)
    if gap.needs is None or not gap.crew or row is None:
        return "never"
    posts = [min(part.section_m) for part in plan.parts if part.role == "post"]
    most_n = row.value["narrow_n" if posts and min(posts) < NARROW_M else "most_n"]
    if most_n is None:
        return "ordinary"
    level = 1.0 if plan.school == "us" else DESIGN_OVER_ALLOWABLE
    return "ordinary" if gap.needs.value * FORCES_N[gap.needs.unit] <= most_n * level + 1e-9 else "beyond"
