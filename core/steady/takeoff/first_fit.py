"""The cut plan shown at once: best fit, longest piece first, then each stick exchanged for the cheapest that holds it."""

import math
from bisect import bisect_left, insort
from collections import Counter

from steady.errors import InvalidInputError
from steady.takeoff.cuttask import CutTask, Sticks, cost_of


def first_fit(task: CutTask) -> Sticks:
    """Best fit, longest first, for each length to open; each stick then exchanged for the cheapest that still holds it."""
    best: Sticks = []
    best_cost = math.inf
    unlimited = [i for i, stock in enumerate(task.stocks) if stock[2] is None]
    for opening in unlimited or range(len(task.stocks)):
        plan = _fit_with(task, opening)
        if plan is not None and cost_of(task, plan) < best_cost - 1e-9:
            best, best_cost = plan, cost_of(task, plan)
    if best_cost == math.inf:
        raise InvalidInputError("stock", "there are not enough sticks for these pieces")
    return best


def _fit_with(task: CutTask, opening: int) -> Sticks | None:
    rack = [(stock[0], index) for index, stock in enumerate(task.stocks) if stock[2] is not None]
    left = {index: task.stocks[index][2] or 0 for _, index in rack}
    bins: list[list[int]] = []  # pieces by index
    used: list[int] = []
    owner: list[int | None] = []
    room: list[tuple[int, int]] = []  # (space left, bin), rising
    for piece, (length, count) in enumerate(zip(task.lengths, task.counts, strict=True)):
        for _ in range(count):
            at = bisect_left(room, (length, -1))
            if at < len(room):
                space, number = room.pop(at)
                bins[number].append(piece)
                used[number] += length
                insort(room, (space - length, number))
                continue
            pick = _open(task, length, opening, rack=rack, left=left)
            if pick is None:
                return None
            index, held = pick
            bins.append([piece])
            used.append(length)
            owner.append(index if held else None)
            insort(room, (task.stocks[index][0] - length, len(bins) - 1))
    made: Counter[tuple[int, tuple[int, ...]]] = Counter()
    cheapest = sorted((stock[1], index) for index, stock in enumerate(task.stocks) if stock[2] is None)
    for pieces, total, held_index in zip(bins, used, owner, strict=True):
        index = held_index if held_index is not None else next(i for _, i in cheapest if task.stocks[i][0] >= total)
        made[(index, tuple(pieces))] += 1
    return [(index, tuple(Counter(pieces).items()), count) for (index, pieces), count in made.items()]


def _open(
    task: CutTask, length: int, opening: int, *, rack: list[tuple[int, int]], left: dict[int, int]
) -> tuple[int, bool] | None:
    for usable, index in rack:
        if usable >= length and left[index] > 0:
            left[index] -= 1
            return index, True
    if task.stocks[opening][2] is None and task.stocks[opening][0] >= length:
        return opening, False
    longer = [i for i, stock in enumerate(task.stocks) if stock[2] is None and stock[0] >= length]
    return (longer[0], False) if longer else None
