"""Which sticks to buy and how to cut them: a first plan at once, a better one by column generation, and a proved bound.

Whole units throughout (1/64 in or 0.5 mm): pieces are rounded up, sticks down. A piece takes its length and a kerf; a
stick offers its length less both trims plus one kerf, so that the last cut is free. The bound is Farley's: valid when
stopped early, and lifted to a whole number of the prices' common step.
"""

import math
from collections import Counter
from collections.abc import Sequence

from steady.errors import InvalidInputError
from steady.takeoff.columns import improve
from steady.takeoff.cuttask import CutTask, Sticks, cost_of, material_bound
from steady.takeoff.first_fit import first_fit
from steady.units.units import IN
from steady.value_objects import value_object

UNIT_M = IN / 64
METRIC_UNIT_M = 0.0005


@value_object
class StockLength:
    """A length on sale (or a single off-cut in the rack) with its price; `hand` None: as many as wanted."""

    length_m: float
    price: float
    hand: int | None = None


@value_object
class Pattern:
    """So many sticks of one length, each cut into the same pieces (m, longest first)."""

    stock_m: float
    price: float
    count: int
    pieces_m: tuple[float, ...]


@value_object
class CutPlan:
    """A cut plan; `bound` is a proved least cost, `above_bound` how far above it the plan may be (0: proved least)."""

    patterns: tuple[Pattern, ...]
    cost: float
    bound: float
    sticks: int

    @property
    def above_bound(self) -> float:
        """(cost − bound) / bound; 0 when nothing is cut."""
        return 0.0 if self.cost <= self.bound + 1e-9 else (self.cost - self.bound) / max(self.bound, 1e-9)


@value_object
class Saw:
    """What sawing takes: the blade, what is trimmed off a stick, and the unit that lengths are counted in (m)."""

    kerf_m: float = 0.003175
    trim_m: float = 0.0
    unit_m: float = UNIT_M


def cut_plan(
    pieces_m: Sequence[tuple[float, int]], stocks: Sequence[StockLength], saw: Saw = Saw(), *, better: bool = True
) -> CutPlan:
    """Plan the cutting of straight pieces from stock.

    Args:
        pieces_m: (length, count); lengths may repeat.
        stocks: What is on sale or in the rack.
        kerf_m: Width of the saw cut.
        trim_m: Cut off each end of a stick before use.
        unit_m: Whole unit of the search.
        better: Whether to improve on the first plan by column generation.

    Raises:
        InvalidInputError: A piece longer than every stick, or a length or price that cannot be.
    """
    task = _task(pieces_m, stocks, saw.kerf_m, trim_m=saw.trim_m, unit_m=saw.unit_m)
    if not task.lengths:
        return CutPlan(patterns=(), cost=0.0, bound=0.0, sticks=0)
    first = first_fit(task)
    bound = material_bound(task)
    best = first
    unlimited = all(stock[2] is None for stock in task.stocks)
    if cost_of(task, first) > bound + 1e-9 and better and unlimited:
        found, bound = improve(task, first, bound)
        if cost_of(task, found) < cost_of(task, best) - 1e-9:
            best = found
    return _answer(task, best, bound)


def _task(
    pieces_m: Sequence[tuple[float, int]], stocks: Sequence[StockLength], kerf_m: float, *, trim_m: float, unit_m: float
) -> CutTask:
    if not (kerf_m >= 0 and trim_m >= 0):
        raise InvalidInputError("kerf_m", "kerf and trim must be 0 or more")
    kerf = math.ceil(kerf_m / unit_m - 1e-6)
    trim = math.ceil(trim_m / unit_m - 1e-6)
    offers = []
    for stock in stocks:
        if not (stock.length_m > 0 and stock.price > 0):
            raise InvalidInputError("stock", "every stick needs a length and a price above 0")
        usable = math.floor(stock.length_m / unit_m + 1e-6) - 2 * trim + kerf
        if usable > kerf:
            offers.append((usable, stock.price, stock.hand, stock.length_m))
    wanted: Counter[int] = Counter()
    true_m: dict[int, float] = {}
    for length_m, count in pieces_m:
        if not (length_m > 0 and count >= 0):
            raise InvalidInputError("pieces", "every piece needs a length above 0 and a count")
        units = math.ceil(length_m / unit_m - 1e-6) + kerf
        wanted[units] += count
        true_m[units] = max(length_m, true_m.get(units, 0.0))
    wanted = +wanted
    longest = max((usable for usable, *_ in offers), default=0)
    for units in wanted:
        if units > longest:
            raise InvalidInputError("pieces", f"a piece of {true_m[units]:.3f} m is longer than every stick")
    ordered = sorted(wanted, reverse=True)
    return CutTask(
        tuple(ordered), tuple(wanted[u] for u in ordered), tuple(sorted(offers)), tuple(true_m[u] for u in ordered)
    )


def _answer(task: CutTask, plan: Sticks, bound: float) -> CutPlan:
    patterns = [
        Pattern(
            stock_m=task.stocks[stock][3],
            price=task.stocks[stock][1],
            count=count,
            pieces_m=tuple(task.true_m[piece] for piece, many in sorted(pieces) for _ in range(many)),
        )
        for stock, pieces, count in plan
    ]
    patterns.sort(key=lambda p: (-p.stock_m, [-piece for piece in p.pieces_m]))
    cost = cost_of(task, plan)
    return CutPlan(patterns=tuple(patterns), cost=cost, bound=min(bound, cost), sticks=sum(p.count for p in patterns))
