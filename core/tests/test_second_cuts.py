"""Cut plans beside a general solver of whole numbers: no cheaper plan exists than the bound says, and ours is near the cheapest."""

import itertools
import random
import unittest
from collections import Counter

import numpy as np
from django.test import tag
from scipy.optimize import Bounds, LinearConstraint, milp
from steady.errors import InvalidInputError
from steady.takeoff.cutting import CutPlan, Saw, StockLength, cut_plan

from tests.lane import many

KERF_M = 0.003175
Ask = list[tuple[float, int]]


def patterns(pieces: Ask, stock_m: float) -> list[tuple[int, ...]]:
    """Every way to cut a stick: how many of each piece, a blade's breadth between two, none that another could be added to."""
    found: list[tuple[int, ...]] = []

    def go(at: int, left: float, taken: tuple[int, ...]) -> None:
        if at == len(pieces):
            found.append(taken)
            return
        length, wanted = pieces[at]
        for count in range(min(wanted, int((left + 1e-9) // (length + KERF_M))), -1, -1):
            go(at + 1, left - count * (length + KERF_M), (*taken, count))

    go(0, stock_m + KERF_M, ())
    return [row for row in found if any(row)]


def cheapest(pieces: Ask, stocks: list[StockLength]) -> float:
    """The least that the pieces cost, by a solver that knows nothing of saws."""
    columns = [(stock.price, row) for stock in stocks for row in patterns(pieces, stock.length_m)]
    prices = np.array([price for price, _ in columns])
    table = np.array([row for _, row in columns]).T
    wanted = np.array([count for _, count in pieces])
    solved = milp(
        prices,
        constraints=LinearConstraint(table, wanted, np.inf),
        integrality=np.ones(len(prices)),
        bounds=Bounds(0, np.inf),
    )
    assert solved.success, solved.message
    return float(solved.fun)


def some(rng: random.Random) -> tuple[Ask, list[StockLength]]:
    """A handful of lengths, on a sixty-fourth of an inch, and two or three sticks on sale."""
    mark = 0.0254 / 64
    lengths = sorted({round(rng.uniform(0.4, 2.4) / mark) * mark for _ in range(rng.randint(2, 4))}, reverse=True)
    pieces = [(length, rng.randint(1, 6)) for length in lengths]
    feet = sorted(rng.sample((8, 10, 12, 14, 16), rng.randint(2, 3)))
    stocks = [StockLength(length_m=f * 0.3048, price=round(f * rng.uniform(0.7, 1.1), 2)) for f in feet]
    return pieces, stocks


@tag("broad")
class SecondCutsTest(unittest.TestCase):
    def plans(self, count: int, seed: int) -> list[tuple[Ask, list[StockLength], CutPlan, float]]:
        rng, made = random.Random(seed), []
        for _ in range(count):
            pieces, stocks = some(rng)
            made.append((pieces, stocks, cut_plan(pieces, stocks, Saw(kerf_m=KERF_M)), cheapest(pieces, stocks)))
        return made

    def test_no_plan_is_cheaper_than_the_bound_nor_ours_than_the_cheapest(self) -> None:
        for pieces, stocks, found, least in self.plans(60, 5):
            with self.subTest(pieces=pieces, stocks=stocks):
                self.assertLessEqual(found.bound, least + 1e-6)
                self.assertGreaterEqual(found.cost, least - 1e-6)

    def test_a_day_s_pieces_are_cut_from_the_cheapest_sticks_there_are(self) -> None:
        rows = self.plans(60, 6)
        same = sum(found.cost <= least + 1e-6 for *_, found, least in rows)
        self.assertEqual(same, len(rows))
        for pieces, _, found, least in rows:
            with self.subTest(pieces=pieces):
                self.assertLessEqual(found.cost / least - 1, found.above_bound + 1e-9)

    def test_a_first_plan_at_once_is_never_cheaper_than_the_better_one(self) -> None:
        rng = random.Random(7)
        for _ in range(40):
            pieces, stocks = some(rng)
            quick = cut_plan(pieces, stocks, Saw(kerf_m=KERF_M), better=False)
            better = cut_plan(pieces, stocks, Saw(kerf_m=KERF_M))
            self.assertLessEqual(better.cost, quick.cost + 1e-9)

    def test_every_piece_is_cut_once_and_every_stick_holds_its_pieces(self) -> None:
        for pieces, stocks, found, _ in self.plans(40, 8):
            cut: Counter[float] = Counter()
            for pattern in found.patterns:
                self.assertIn(pattern.stock_m, [stock.length_m for stock in stocks])
                blades = KERF_M * (len(pattern.pieces_m) - 1)
                self.assertLessEqual(sum(pattern.pieces_m) + blades, pattern.stock_m + 1e-6)
                for piece in pattern.pieces_m:
                    cut[round(piece, 6)] += pattern.count
            self.assertEqual(cut, Counter({round(length, 6): count for length, count in pieces}))
            self.assertAlmostEqual(
                found.cost, sum(pattern.price * pattern.count for pattern in found.patterns), places=6
            )

    def test_the_order_in_which_pieces_are_written_changes_nothing(self) -> None:
        rng = random.Random(9)
        for _ in range(20):
            pieces, stocks = some(rng)
            plans = {
                (plan.cost, plan.sticks)
                for order in itertools.islice(itertools.permutations(pieces), 4)
                for plan in (cut_plan(list(order), stocks),)
            }
            self.assertEqual(len(plans), 1)

    def test_more_pieces_never_cost_less(self) -> None:
        rng = random.Random(10)
        for _ in range(20):
            pieces, stocks = some(rng)
            more = [(length, count + (k == 0)) for k, (length, count) in enumerate(pieces)]
            self.assertGreaterEqual(cut_plan(more, stocks).cost, cheapest(pieces, stocks) - 1e-6)

    def test_a_blade_that_takes_more_never_saves(self) -> None:
        rng = random.Random(11)
        for _ in range(20):
            pieces, stocks = some(rng)
            costs = [cut_plan(pieces, stocks, Saw(kerf_m=kerf)).cost for kerf in (0.0, 0.003, 0.006)]
            self.assertEqual(costs, sorted(costs))

    @tag("slow")
    def test_more_of_them(self) -> None:
        for pieces, _, found, least in self.plans(many(300), 12):
            with self.subTest(pieces=pieces):
                self.assertLessEqual(found.bound, least + 1e-6)
                self.assertGreaterEqual(found.cost, least - 1e-6)

    def test_what_no_stick_gives_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            cut_plan([(5.0, 1)], [StockLength(length_m=4.8, price=10.0)])
        with self.assertRaises(InvalidInputError):
            cut_plan([(1.0, 1)], [StockLength(length_m=4.8, price=0.0)])
