"""The cutting task in whole units, and the bounds that hold for any plan of it."""

import math
from collections import Counter

from steady.value_objects import positional_value_object

PRICE_STEP = 0.01


@positional_value_object
class CutTask:
    """Distinct pieces (length + kerf, longest first) with counts, and sticks (usable units, price, in hand, metres)."""

    lengths: tuple[int, ...]
    counts: tuple[int, ...]
    stocks: tuple[tuple[int, float, int | None, float], ...]
    true_m: tuple[float, ...]


Sticks = list[tuple[int, tuple[tuple[int, int], ...], int]]
"""A plan: (stock index, ((piece index, how many), ...), number of sticks cut so)."""


def cost_of(task: CutTask, plan: Sticks) -> float:
    """Price of a plan's sticks."""
    return math.fsum(task.stocks[stock][1] * count for stock, _, count in plan)


def material_bound(task: CutTask) -> float:
    """Least cost by material alone: every unit of length at the cheapest price a unit."""
    rate = min(price / usable for usable, price, *_ in task.stocks)
    total = sum(length * count for length, count in zip(task.lengths, task.counts, strict=True))
    return lifted(total * rate, task)


def lifted(value: float, task: CutTask) -> float:
    """The next cost that whole sticks can make: a multiple of the prices' common step."""
    step = 0
    for _, price, *_ in task.stocks:
        cents = round(price / PRICE_STEP)
        if abs(cents * PRICE_STEP - price) > 1e-9:
            return value
        step = math.gcd(step, cents)
    return math.ceil(value / (step * PRICE_STEP) - 1e-6) * step * PRICE_STEP


def rounded(task: CutTask, cell: int, up: bool) -> CutTask:
    """Lengths rounded to whole cells: up always fits (never past the longest stick), down gives a valid bound."""
    longest = max(stock[0] for stock in task.stocks)
    counts: Counter[int] = Counter()
    for length, count in zip(task.lengths, task.counts, strict=True):
        cells = -(-length // cell) if up else length // cell
        counts[min(max(cells * cell, 1), longest) if up else max(cells * cell, 1)] += count
    ordered = sorted(counts, reverse=True)
    return CutTask(tuple(ordered), tuple(counts[u] for u in ordered), task.stocks, tuple(0.0 for _ in ordered))
