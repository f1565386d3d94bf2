"""What a crew's own records say beside what ships: minutes a post, rail and board, concrete over what holes hold, gates' sag.

A figure is shown with its spread and how many cases it rests on; it is used only when the crew says so.
"""

import itertools
import statistics
from collections.abc import Callable, Iterable, Sequence
from datetime import datetime

from steady.catalog.items import bag_yield_m3
from steady.footings.hole import volumes
from steady.plan.model import Plan
from steady.value_objects import value_object

LEAST_MIN, MOST_MIN = 3.0, 180.0
"""A shorter gap between two ticks is two posts ticked at once, a longer one a pause: neither tells anything [our own]."""
LEAST_DAYS = 180.0
"""A leaf's sag is told by what it came to in half a year and more: most of its creep is behind it by then [our own]."""
LEAST_CASES = 3
"""Fewer cases than this say nothing yet [our own]."""


@value_object
class CrewRate:
    """One figure: its middle and the quarter below and above, in how many cases, and the value that ships.

    `key`: post_min, rail_min, board_min (one person's minutes for one), overdig_ratio (concrete really used over the holes' own
    volume) or sag_ratio. `sets`: the field of a job that it is used in, parts joined by slashes, and the value that goes there.
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


def _learned(
    key: str, says: str, values: Sequence[float], *, shipped: float, sets: Callable[[float], tuple[str, float]]
) -> CrewRate | None:
    """A figure from its cases; None: too few to say. `sets` tells from the middle what goes into a job."""
    if len(values) < LEAST_CASES:
        return None
    low, middle, high = quartiles(values)
    return CrewRate(
        key=key,
        says=says,
        cases_count=len(values),
        low=low,
        middle=middle,
        high=high,
        shipped=shipped,
        sets=sets(middle),
    )


Row = Sequence[tuple[datetime, float]]
"""Ticks of one structure: when, and how much work each one was (1: one post, rail or board)."""


def minutes_each(by: str, rows: Iterable[Row], crew_count: int, *, shipped_min: float) -> CrewRate | None:
    """Minutes of one person for a post, rail or board, from gaps between ticks; None: too few to say.

    What was ticked took the time since the tick before it, on the same day, times the people at it, over the work that it was.

    Args:
        by: post, rail or board.
        rows: One row a structure and role, in any order; only gaps within a day count.
    """
    found = []
    for row in rows:
        for (one, _), (other, work) in itertools.pairwise(sorted(row)):
            minutes = (other - one).total_seconds() / 60
            if one.date() == other.date() and LEAST_MIN <= minutes <= MOST_MIN and work > 0:
                found.append(minutes * crew_count / work)
    says = f"Minutes a {by}, one person, as ticked on site"
    # A tenth of a minute counts for a board, none for a post.
    return _learned(
        f"{by}_min",
        says,
        found,
        shipped=shipped_min,
        sets=lambda m: (f"quote/{by}_min", round(m, 1) if m < 10 else float(round(m))),
    )


@value_object
class LatchLog:
    """What one leaf's log says: how far its latch edge came down, over so many days, and what was calculated of it after years."""

    dropped_m: float
    days: float
    calculated_m: float


def sag_ratio(logs: Iterable[LatchLog], shipped_ratio: float) -> CrewRate | None:
    """How far leaves come down over what is calculated of them; a leaf that hung for less than half a year tells nothing yet.

    Args:
        shipped_ratio: The factor that leaves are calculated with: 1, or what the crew took from its own record before.
    """
    old = [log for log in logs if log.days >= LEAST_DAYS and log.calculated_m > 0 and log.dropped_m >= 0]
    ratios = [log.dropped_m / log.calculated_m for log in old]
    # A job takes no less than a half and no more than four times: what lies beyond is a hinge or a post, not the calculation.
    return _learned(
        "sag_ratio",
        "Latch edges came down over what is calculated, half a year or longer after hanging",
        ratios,
        shipped=shipped_ratio,
        sets=lambda middle: ("yard/sag_ratio", min(4.0, max(0.5, round(middle, 2)))),
    )


def overdig(used: Iterable[tuple[Plan, int]], bag: str, soil: str, *, shipped_ratio: float) -> CrewRate | None:
    """Concrete really used over what the holes hold by their size, in one soil; None: too few to say.

    Args:
        used: Plans whose holes are filled, with the bags that it took.
        shipped_ratio: The factor that lists calculate with: 1 and the allowance.

    Source: counts of bags × their yield / geometry of the holes.
    """
    each_m3 = bag_yield_m3(bag)
    ratios = []
    for plan, count in used:
        holds_m3 = sum(volumes(footing).concrete_m3 for footing in plan.footings)
        if holds_m3 > 0 and count > 0:
            ratios.append(count * each_m3 / holds_m3)
    # The allowance is what goes on top of the holes' own volume; a job takes none below it, and none over its double.
    return _learned(
        "overdig_ratio",
        f"Concrete used over what the holes hold, in {soil}",
        ratios,
        shipped=shipped_ratio,
        sets=lambda middle: ("yard/concrete_allowance_ratio", min(1.0, max(0.0, round(middle - 1, 2)))),
    )
