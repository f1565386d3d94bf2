"""Better cut plans by column generation: price every stick by a knapsack, solve the linear programme, then whole sticks.

The linear and integer programmes are solved by HiGHS, each in a fresh model with one thread; the answer's cost, demand
and bound are checked here afterwards. Only unlimited stock comes here; a rack of off-cuts is served by the first plan.
"""

from collections.abc import Iterator

import highspy
import numpy as np

from steady.layout.covering import add_way, covering_model, make_whole, proved
from steady.takeoff.cuttask import CutTask, Sticks, cost_of, lifted, rounded
from steady.takeoff.first_fit import first_fit

ROUNDS = 120
FINE_CELL, COARSE_CELL = 4, 16  # a sixteenth and a quarter of an inch, in units of 1/64 in
MANY_LENGTHS = 100
INTEGER_NODES = 1
"""Whole sticks are looked for so far into the search tree: counted work, never a clock: the same pieces give the same list."""
MOST_WAYS, SMALL_NODES = 1200, 200
"""Where a stick can be cut in no more ways than this, all of them are looked at, and farther [our own]."""
Column = tuple[int, tuple[int, ...]]


def improve(task: CutTask, first: Sticks, bound: float) -> tuple[Sticks, float]:
    """A plan no dearer than `first` where one is found, and the best proved bound.

    Columns are sought with lengths rounded up to whole cells (that always fits). The bound is Farley's with lengths
    rounded down (that is always valid), or with the true ones where they are few.
    """
    many = len(task.lengths) > MANY_LENGTHS
    cell = COARSE_CELL if many else FINE_CELL
    search = rounded(task, cell, up=True)
    columns, duals = _generate(search, cell, _columns_of(search))
    if many:
        low = rounded(task, cell, up=False)
        _, low_duals = _generate(low, cell, _columns_of(low))
        proved = _farley(low, low_duals, cell)
    else:
        where = {length: i for i, length in enumerate(search.lengths)}
        true_duals = np.array([duals[where[_up(task, length, cell)]] for length in task.lengths])
        proved = _farley(task, true_duals, 1)
    found = _whole(search, columns)
    plan = _served(task, search, found, cell=cell) if found else first
    if cost_of(task, plan) > cost_of(task, first):
        plan = first
    bound = max(bound, lifted(proved, task))
    if cost_of(task, plan) > bound + 1e-9 and (every := _every_way(task)):
        # A day's few pieces: the best of all ways to cut them, by their true lengths.
        small = _whole(task, every, SMALL_NODES)
        if small and cost_of(task, small) < cost_of(task, plan) - 1e-9:
            plan = small
    return plan, bound


def _up(task: CutTask, length: int, cell: int) -> int:
    return min(-(-length // cell) * cell, max(stock[0] for stock in task.stocks))


def _columns_of(task: CutTask) -> list[Column]:
    """The first plan's sticks as columns."""
    found = []
    for stock, pieces, _ in first_fit(task):
        counts = [0] * len(task.lengths)
        for piece, many in pieces:
            counts[piece] = many
        found.append((stock, tuple(counts)))
    return found


def _farley(task: CutTask, duals: np.ndarray, cell: int) -> float:
    """A bound on any plan's cost from prices of the pieces: their worth in all over the best a stick could carry."""
    _, ratio = _price(task, duals, cell)
    return float(np.dot(duals, np.array(task.counts))) / ratio


def _generate(task: CutTask, cell: int, start: list[Column]) -> tuple[list[Column], np.ndarray]:
    """Columns of the linear programme, and the last prices of the pieces."""
    columns = list(dict.fromkeys(start))
    for piece, length in enumerate(task.lengths):
        for stock, (usable, *_) in enumerate(task.stocks):
            if usable >= length:
                many = min(usable // length, task.counts[piece])
                columns.append((stock, tuple(many if j == piece else 0 for j in range(len(task.lengths)))))
    known = set(columns)
    model = _model(task, columns)
    duals = np.zeros(len(task.lengths))
    for _ in range(ROUNDS):
        model.run()
        if not proved(model):
            break
        duals = np.maximum(np.array(model.getSolution().row_dual), 0.0)
        fresh = [column for column in _price(task, duals, cell)[0] if column not in known]
        if not fresh:
            break
        known.update(fresh)
        columns += fresh
        for column in fresh:
            _add(model, task, column)
    return columns, duals


def _add(model: highspy.Highs, task: CutTask, column: Column) -> None:
    add_way(model, column[1], task.stocks[column[0]][1])


def _model(task: CutTask, columns: list[Column], whole: bool = False) -> highspy.Highs:
    model = covering_model(task.counts)
    for column in columns:
        _add(model, task, column)
    if whole:
        make_whole(model, len(columns))
    return model


def _price(task: CutTask, duals: np.ndarray, cell: int) -> tuple[list[Column], float]:
    """The best new pattern for each stick, and the greatest ratio of a pattern's worth to its price.

    One bounded knapsack table over the longest stick prices them all: no piece oftener than it is wanted. `cell` divides
    every length, so the table is exact.
    """
    top = max(usable for usable, *_ in task.stocks) // cell
    worth = np.zeros(top + 1)
    items: list[tuple[int, int, int]] = []  # piece, copies, cells
    taken: list[np.ndarray] = []
    for piece, length in enumerate(task.lengths):
        if duals[piece] <= 1e-12:
            continue
        left, copies, step = min(task.counts[piece], top * cell // length), 1, length // cell
        while left > 0:
            copies = min(copies, left)
            size = copies * step
            with_it = worth[: top + 1 - size] + copies * duals[piece]
            better = with_it > worth[size:] + 1e-12
            worth[size:] = np.where(better, with_it, worth[size:])
            items.append((piece, copies, size))
            taken.append(better)
            left -= copies
            copies *= 2
    found: list[Column] = []
    ratio = 1.0
    for stock, (usable, price, *_) in enumerate(task.stocks):
        at = usable // cell
        ratio = max(ratio, float(worth[at]) / price)
        if worth[at] <= price * (1 + 1e-9):
            continue
        counts = [0] * len(task.lengths)
        for (piece, copies, size), better in zip(reversed(items), reversed(taken), strict=True):
            if at >= size and better[at - size]:
                counts[piece] += copies
                at -= size
        found.append((stock, tuple(counts)))
    return found, ratio


def _every_way(task: CutTask) -> list[Column]:
    """Every way to cut each stick that no piece could be added to; none where they are too many to look at."""
    # Each piece that fits comes first in a way of its own at least: many lengths need not be looked at to be too many.
    if sum(length <= usable for usable, *_ in task.stocks for length in task.lengths) > MOST_WAYS:
        return []
    found: list[Column] = []
    for stock, (usable, *_) in enumerate(task.stocks):
        for way in _ways(task, usable):
            if len(found) == MOST_WAYS:
                return []
            found.append((stock, way))
    return found


def _ways(task: CutTask, usable: int) -> Iterator[tuple[int, ...]]:
    """The ways to fill one stick, the longest pieces as often as they fit first; the shortest takes what is left."""
    last = len(task.lengths) - 1
    open_ways: list[tuple[int, tuple[int, ...]]] = [(usable, ())]
    while open_ways:
        left, way = open_ways.pop()
        piece = len(way)
        most = min(task.counts[piece], left // task.lengths[piece])
        if piece < last:
            open_ways += [(left - many * task.lengths[piece], (*way, many)) for many in range(most + 1)]
        elif most or any(way):
            yield (*way, most)


def _whole(task: CutTask, columns: list[Column], nodes: int = INTEGER_NODES) -> Sticks:
    """Whole sticks over the columns found; the surplus pieces are dropped from their sticks. Empty: nothing found."""
    unique = list(dict.fromkeys(columns))
    model = _model(task, unique, whole=True)
    model.setOptionValue("mip_max_nodes", nodes)
    model.run()
    solution = model.getSolution().col_value
    if not solution or len(solution) != len(unique):
        return []
    return _trimmed(task, [(unique[i], round(x)) for i, x in enumerate(solution) if round(x) > 0]) or []


def _trimmed(task: CutTask, chosen: list[tuple[Column, int]]) -> Sticks | None:
    made = [0] * len(task.lengths)
    sticks: dict[tuple[int, tuple[tuple[int, int], ...]], int] = {}
    for (stock, counts), times in chosen:
        for _ in range(times):
            keep = []
            for piece, many in enumerate(counts):
                take = min(many, task.counts[piece] - made[piece])
                if take > 0:
                    keep.append((piece, take))
                    made[piece] += take
            if keep:
                # A stick that serves less than planned may be a cheaper one.
                used = sum(task.lengths[p] * n for p, n in keep)
                fits = [i for i, s in enumerate(task.stocks) if s[0] >= used]
                best = min(fits, key=lambda i: (task.stocks[i][1], i != stock))
                key = (best, tuple(keep))
                sticks[key] = sticks.get(key, 0) + 1
    if any(n < want for n, want in zip(made, task.counts, strict=True)):
        return None
    return [(stock, pieces, count) for (stock, pieces), count in sticks.items()]


def _served(task: CutTask, finer: CutTask, plan: Sticks, *, cell: int) -> Sticks:
    """A plan in rounded-up lengths, filled with the true pieces: longest true piece into longest slot."""
    left = list(task.counts)
    by_cell: dict[int, list[int]] = {}
    for piece, length in enumerate(task.lengths):
        by_cell.setdefault(_up(task, length, cell), []).append(piece)
    sticks: dict[tuple[int, tuple[tuple[int, int], ...]], int] = {}
    for stock, pieces, times in plan:
        for _ in range(times):
            keep: dict[int, int] = {}
            for slot, many in pieces:
                waiting = by_cell[finer.lengths[slot]]
                for _ in range(many):
                    while waiting and left[waiting[0]] == 0:
                        waiting.pop(0)
                    if waiting:
                        keep[waiting[0]] = keep.get(waiting[0], 0) + 1
                        left[waiting[0]] -= 1
            if keep:
                key = (stock, tuple(sorted(keep.items())))
                sticks[key] = sticks.get(key, 0) + 1
    return [(stock, pieces, count) for (stock, pieces), count in sticks.items()]
