"""Fasteners through the plies of a built-up beam: whether the screw on the list reaches far enough into the second ply."""

from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.structures.check_collector import CheckCollector
from steady.units.units import IN

SCREW_LENGTH_M = 4 * IN
SCREW_DIAMETER_M = 0.0048
"""The screw that the list counts for plies, a #10 (4.8 mm) of 4 in (100 mm). Source: practice, its item in yard_goods."""


def check_ply_fasteners(collector: CheckCollector, about: str, ply_m: float) -> None:
    """Check the reach of one screw driven through a ply (m) into the next, by the rule of the design code."""
    key = "ply_fasteners.penetration"
    try:
        reach_m, needs_m, rule = collector.book.ply_nailing(
            ply_m=ply_m, nail_m=SCREW_LENGTH_M, diameter_m=SCREW_DIAMETER_M
        )
    except OutOfScopeError as refused:
        collector.gap(key, about, refused)
        return
    u = collector.book.units
    has = given_step("p", reach_m / u.size_m, u.size, source="geometry", says="into the second ply")
    needs = given_step("p_min", needs_m / u.size_m, u.size, source=rule)
    collector.at_least(key, about, has, needs=needs, working=(), case="4 in (100 mm) screws")
