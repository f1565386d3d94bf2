"""What a crew's own records say beside what ships: minutes a post, and concrete over what holes hold by their size.

A figure is shown with its spread and how many cases it rests on; it is used only when the crew says so.
"""

import itertools
import statistics
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

from steady.footings.hole import volumes
from steady.plan.model import Plan
from steady.yard.stock import bag_yield_m3

LEAST_MIN, MOST_MIN = 3.0, 180.0
"""A shorter gap between two ticks is two posts ticked at once, a longer one a pause: neither tells anything [our own]."""
LEAST_CASES = 3
"""Fewer cases than this say nothing yet [our own]."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Learned:
    """One figure: its middle and the quarter below and above, in how many cases, and the value that ships.

    `key`: post_min (one person's minutes a post) or overdig_ratio (concrete really used over the holes' own volume). `sets`: the
    field of a job that it is used in, parts joined by slashes, and the value that goes there.
    """

    key: str
    says: str
    cases_count: int
    low: float
    middle: float
    high: float
    shipped: float
    sets: tuple[str, float]


def quartiles(values: Sequence[float]) -> tuple[float, float, float]:
    """A quarter, the middle and three quarters. Source: statistics, inclusive quantiles."""
    low, middle, high = statistics.quantiles(values, n=4, method="inclusive")
    return low, middle, high


def post_minutes(ticks: Iterable[Sequence[datetime]], crew_count: int, shipped_min: float) -> Learned | None:
    """Minutes of one person from gaps between posts ticked as set, times the people at it; None: too few to say.

    Args:
        ticks: One row a structure, in any order; only gaps within a day count.
    """
    gaps = []
    for row in ticks:
        for one, other in itertools.pairwise(sorted(row)):
            minutes = (other - one).total_seconds() / 60
            if one.date() == other.date() and LEAST_MIN <= minutes <= MOST_MIN:
                gaps.append(minutes * crew_count)
    if len(gaps) < LEAST_CASES:
        return None
    low, middle, high = quartiles(gaps)
    return Learned(
        key="post_min",
        says="Minutes a post, one person, as ticked on site",
        cases_count=len(gaps),
        low=low,
        middle=middle,
        high=high,
        shipped=shipped_min,
        sets=("quote/post_min", float(round(middle))),
    )


def overdig(used: Iterable[tuple[Plan, int]], bag: str, soil: str, shipped_ratio: float) -> Learned | None:
    """Concrete really used over what the holes hold by their size, in one soil; None: too few to say.

    Args:
        used: Plans whose holes are filled, with the bags that it took.
        shipped_ratio: The factor that lists reckon with: 1 and the allowance.

    Source: counts of bags × their yield / geometry of the holes.
    """
    each_m3 = bag_yield_m3(bag)
    ratios = []
    for plan, count in used:
        holds_m3 = sum(volumes(footing).concrete_m3 for footing in plan.footings)
        if holds_m3 > 0 and count > 0:
            ratios.append(count * each_m3 / holds_m3)
    if len(ratios) < LEAST_CASES:
        return None
    low, middle, high = quartiles(ratios)
    return Learned(
        key="overdig_ratio",
        says=f"Concrete used over what the holes hold, in {soil}",
        cases_count=len(ratios),
        low=low,
        middle=middle,
        high=high,
        shipped=shipped_ratio,
        # The allowance is what goes on top of the holes' own volume; a job takes none below it, and none over its double.
        sets=("yard/concrete_allowance_ratio", min(1.0, max(0.0, round(middle - 1, 2)))),
    )
