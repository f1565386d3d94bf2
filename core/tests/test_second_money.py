"""Lists and prices counted a second time: from the price tables as they lie in their files, off the plan's own parts."""

import csv
import math
import random
import unittest
from collections import Counter
from dataclasses import replace
from decimal import ROUND_CEILING, ROUND_HALF_UP, Decimal
from fractions import Fraction
from functools import cache
from pathlib import Path

import numpy as np
import steady
from django.test import tag
from steady.catalog.items import sticks, usual
from steady.catalog.purchasing import PurchasingSettings, StockOnHand
from steady.jobs.estimate import EstimateRates, hours, quote, spoil_m3
from steady.jobs.labour import posts_h
from steady.jobs.quote_terms import QuoteTerms
from steady.plan.model import Footing, Layer, Plan
from steady.structures.registry import plan
from steady.takeoff.bill import Bill, TakeoffLine, bill, cuts, pieces
from steady.takeoff.combined import deliveries, mass_kg, narrowed
from steady.units.show import Tape

from tests.every import every
from tests.make import fence, on_ground, planned
from tests.test_kept_plans import kind_cases

DATA = Path(steady.__file__).parent / "data"
FT_M = Decimal("0.3048")
CENT = Decimal("0.005")


def rows(name: str) -> list[dict[str, str]]:
    """A table as it lies in its file."""
    with (DATA / f"{name}.csv").open(encoding="utf-8") as lines:
        return list(csv.DictReader(line for line in lines if not line.startswith("#")))


@cache
def stick_prices() -> dict[tuple[str, int], Decimal]:
    """The price of every stick on sale, by its timber and its length to a millimetre."""
    feet = {(row["item"], mm(Decimal(row["length_ft"]) * FT_M)): Decimal(row["price"]) for row in rows("yard_prices")}
    return feet | {
        (row["item"], mm(Decimal(row["length_m"]))): Decimal(row["price"]) for row in rows("yard_prices_metric")
    }


@cache
def packs() -> dict[str, tuple[int, Decimal]]:
    """How many a pack holds, and what it costs."""
    return {row["key"]: (int(row["pack_count"]), Decimal(row["price"])) for row in rows("yard_goods")}


@cache
def bag_m3() -> dict[str, Decimal]:
    return {row["key"]: Decimal(row["yield_ft3"]) * FT_M**3 for row in rows("bag_yield")}


def mm(length_m: Decimal | float) -> int:
    return round(length_m * 1000)


def yard_of(made_in: str) -> PurchasingSettings:
    school = next(name for name in ("us", "ca", "uk", "nz") if f" in {name}" in made_in or name == "us")
    return PurchasingSettings(bag=usual(school).bag)


@cache
def bought() -> tuple[tuple[str, Plan, PurchasingSettings, Bill], ...]:
    """The list of every kind of structure in every school."""
    found = []
    for one in every():
        yard = yard_of(one.name)
        found.append((one.name, one.plan, yard, bill(one.plan, yard, cuts(one.plan, yard))))
    return tuple(found)


def slices_m3(footing: Footing, what: tuple[str, ...], *, count: int = 500) -> float:
    """What lies in a hole below the ground, cut into thin slices; the post in it counts where it is among `what`."""
    low = min(layer.bottom_m for layer in footing.layers)
    edges = np.linspace(low, 0.0, count + 1)
    mids, thick = (edges[1:] + edges[:-1]) / 2, -low / count
    area = np.zeros(count)
    for layer in footing.layers:
        if layer.what in what:
            area += np.where((mids > layer.bottom_m) & (mids < layer.top_m), areas(layer, mids), 0.0)
    return float(area.sum() * thick)


def areas(layer: Layer, at_m: np.ndarray) -> np.ndarray:
    wide = np.full_like(at_m, layer.width_m)
    if layer.bell_m > 0 and layer.bell_width_m > layer.width_m:
        up = np.clip((at_m - layer.bottom_m) / layer.bell_m, 0.0, 1.0)
        wide = layer.bell_width_m + (layer.width_m - layer.bell_width_m) * up
    return wide**2 * (math.pi / 4 if layer.shape == "round" else 1.0)


def counted(lines: tuple[TakeoffLine, ...], unit: str) -> dict[str, int]:
    return {line.item: line.count for line in lines if line.unit == unit}


@tag("broad")
class ListTest(unittest.TestCase):
    def test_every_line_is_its_count_at_its_price_and_the_whole_their_sum(self) -> None:
        for name, _, _, made in bought():
            total = Decimal(0)
            for line in made.lines:
                price = Decimal(str(line.price))
                self.assertLess(abs(Decimal(str(line.total)) - line.count * price), CENT, f"{name}: {line.says}")
                total += line.count * price
            self.assertLess(abs(Decimal(str(made.total)) - total), CENT, name)

    def test_sticks_are_of_a_length_that_is_sold_at_the_price_that_is_on_the_list(self) -> None:
        for name, _, _, made in bought():
            for line in made.lines:
                if line.unit != "sticks":
                    continue
                assert line.length_m is not None
                sold = {key[1] for key in stick_prices() if key[0] == line.item}
                if not sold:  # a size of the crew's own: at the rate of what it is cut from
                    self.assertIn("@", line.item, name)
                    continue
                self.assertIn(mm(line.length_m), sold, f"{name}: {line.says}")
                self.assertEqual(Decimal(str(line.price)), stick_prices()[line.item, mm(line.length_m)], line.says)

    def test_sticks_are_no_fewer_than_their_pieces_need_nor_many_more(self) -> None:
        for name, made, _, listed in bought():
            need: Counter[str] = Counter()
            have: Counter[str] = Counter()
            for part in made.parts:
                if part.length_m > 0 and not any(cut.kind == "rip" for cut in part.cuts):
                    need[part.item] += part.count * mm(part.stick_m or part.length_m)
            for line in listed.lines:
                if line.unit == "sticks":
                    have[line.item] += line.count * mm(line.length_m or 0.0)
            for item, long in need.items():
                if item in have:
                    self.assertGreaterEqual(have[item], long, f"{name}: {item}")

    def test_packs_are_rounded_up_once(self) -> None:
        for name, made, _, listed in bought():
            need: Counter[str] = Counter()
            for part in made.parts:
                if part.item in packs() and part.role != "bed":
                    need[part.item] += part.count
            for line in listed.lines:
                if line.unit in ("packs", "pieces") and line.item in packs():
                    size, price = packs()[line.item]
                    self.assertEqual(line.count, math.ceil(Fraction(need.pop(line.item), size)), f"{name}: {line.says}")
                    self.assertEqual(Decimal(str(line.price)), price, line.says)
            self.assertEqual(need, {}, f"{name}: all fixings are on the list")

    def test_bags_are_the_holes_sliced(self) -> None:
        for name, made, yard, listed in bought():
            concrete = sum(self.filled_m3(footing, "concrete") for footing in made.footings)
            gravel = sum(self.filled_m3(footing, "gravel") for footing in made.footings)
            self.assertAlmostEqual(listed.concrete_m3, concrete, delta=0.01 * concrete + 1e-9, msg=name)
            self.assertAlmostEqual(listed.gravel_m3, gravel, delta=0.01 * gravel + 1e-9, msg=name)
            bags = Decimal(listed.concrete_m3) * Decimal("1.1") / bag_m3()[yard.bag]
            want = int(bags.to_integral_value(ROUND_CEILING))
            self.assertEqual(counted(listed.lines, "bags").get(yard.bag, 0), want, name)

    @staticmethod
    def filled_m3(footing: Footing, what: str) -> float:
        """Of a layer's own height, above the ground as below, less the post or pipe that stands in it."""
        found = 0.0
        for layer in footing.layers:
            if layer.what != what:
                continue
            mids = np.linspace(layer.bottom_m, layer.top_m, 401)
            mids = (mids[1:] + mids[:-1]) / 2
            area = areas(layer, mids)
            for post in footing.layers:
                if post.what in ("post", "pipe"):
                    area = area - np.where((mids > post.bottom_m) & (mids < post.top_m), areas(post, mids), 0.0)
            found += float(area.mean()) * (layer.top_m - layer.bottom_m)
        return found

    def test_a_price_for_each_foot_and_metre_is_the_whole_over_what_is_there(self) -> None:
        for name, made, _, listed in bought():
            strings = [np.array(curve.points)[:, :2] for curve in made.curves if curve.what == "string"]
            long = sum(float(np.hypot(*np.diff(points, axis=0).T).sum()) for points in strings)
            rings = [np.array(curve.points) for curve in made.curves if curve.what == "outline" and curve.closed]
            if long:
                self.assertAlmostEqual(listed.per_m * long, listed.total, places=4, msg=name)
                self.assertAlmostEqual(listed.per_ft / listed.per_m, float(FT_M), places=9, msg=name)
            if rings:
                x, y = rings[0][:, 0], rings[0][:, 1]
                area = abs(float(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1)))) / 2
                self.assertAlmostEqual(listed.per_m2 * area, listed.total, places=4, msg=name)
                self.assertAlmostEqual(listed.per_ft2 / listed.per_m2, float(FT_M) ** 2, places=9, msg=name)

    def test_stages_bring_all_of_it_and_each_piece_once(self) -> None:
        for name, made, _, _ in bought():
            lines = bill(made, PurchasingSettings(), cuts(made, PurchasingSettings())).lines
            brought = deliveries(made, lines)
            whole = sum(
                line.count
                * (line.length_m or 0.0)
                * sticks()[line.item].thickness_m
                * sticks()[line.item].width_m
                * sticks()[line.item].density_kg_per_m3
                for line in lines
                if line.length_m is not None and line.item in sticks()
            )
            cut = sum(part.mass_kg * part.count for part in made.parts if part.item in sticks())
            self.assertAlmostEqual(sum(one.mass_kg for one in brought), mass_kg(made) - cut + whole, places=3, msg=name)
            self.assertEqual(sum(one.pieces for one in brought), sum(row.count for row in pieces(made)), name)
            for one in brought:
                # Whole sticks weigh no less than the pieces of a stage that are cut from them.
                self.assertGreaterEqual(
                    one.mass_kg, 0.999 * mass_kg(narrowed(made, (one.stage,))), f"{name}: {one.says}"
                )


class RackTest(unittest.TestCase):
    """What lies on the rack is used, and nothing is the dearer for it."""

    def setUp(self) -> None:
        self.made = planned(fence(47))
        self.bare = self.listed(PurchasingSettings())

    def listed(self, yard: PurchasingSettings) -> Bill:
        return bill(self.made, yard, cuts(self.made, yard))

    def test_the_whole_list_in_hand_leaves_no_stick_to_buy(self) -> None:
        rack = tuple(
            StockOnHand(item=line.item, length_m=line.length_m or 1.0, count=line.count)
            for line in self.bare.lines
            if line.unit == "sticks"
        )
        made = self.listed(PurchasingSettings(rack=rack))
        bought = [line for line in made.lines if line.unit == "sticks" and not line.in_hand]
        self.assertEqual(bought, [])
        sticks = sum(Decimal(str(line.total)) for line in self.bare.lines if line.unit == "sticks")
        self.assertLess(abs(Decimal(str(self.bare.total)) - sticks - Decimal(str(made.total))), CENT)

    def test_a_rack_of_anything_never_costs_and_never_loses_a_piece(self) -> None:
        rng = random.Random(11)
        items = sorted({line.item for line in self.bare.lines if line.unit == "sticks"})
        for _ in range(12):
            rack = tuple(
                StockOnHand(item=rng.choice(items), length_m=round(rng.uniform(0.4, 5.0), 3), count=rng.randint(1, 6))
                for _ in range(rng.randint(1, 6))
            )
            yard = PurchasingSettings(rack=rack)
            self.assertLessEqual(self.listed(yard).total, self.bare.total + 1e-6, rack)
            for plan_of in cuts(self.made, yard):
                assert plan_of.plan is not None
                cut = sum(pattern.count * len(pattern.pieces_m) for pattern in plan_of.plan.patterns)
                want = sum(part.count for part in self.made.parts if part.item == plan_of.item and part.length_m > 0)
                self.assertEqual(cut, want, plan_of.item)
                for length_m, used in self.taken(plan_of.plan.patterns).items():
                    there = sum(one.count for one in rack if one.item == plan_of.item and mm(one.length_m) == length_m)
                    self.assertLessEqual(used, there, "no more is taken than lies there")

    @staticmethod
    def taken(patterns: tuple) -> Counter[int]:  # type: ignore[type-arg]
        found: Counter[int] = Counter()
        for pattern in patterns:
            if pattern.price == 0:
                found[mm(pattern.stock_m)] += pattern.count
        return found

    def test_boards_over_are_a_share_of_the_boards_rounded_up(self) -> None:
        boards = sum(part.count for part in self.made.parts if part.role == "board")
        for ratio in (0.02, 0.05, 0.1):
            yard = PurchasingSettings(spare_ratio=ratio)
            many = sum(
                pattern.count * len(pattern.pieces_m)
                for one in cuts(self.made, yard)
                if one.plan is not None and one.item.startswith("board")
                for pattern in one.plan.patterns
            )
            self.assertEqual(many, boards + math.ceil(Fraction(str(ratio)) * boards))


class QuoteTest(unittest.TestCase):
    def test_minutes_of_every_part_by_its_row(self) -> None:
        table = {row["key"]: row for row in rows("roles")}
        terms = EstimateRates(post_min=45, rail_min=7, board_min=2.5, leaf_min=200, finish_min=50, setup_min=0)
        for name, made, _, _ in bought():
            minutes = Decimal(0)
            minutes += 200 * sum(max(1, len(gate.leaves_m)) for gate in made.openings if gate.hung)
            for part in made.parts:
                row = table[part.role]
                each = {"rail": Decimal(7), "board": Decimal("2.5"), "litre": Decimal(50), "none": Decimal(0)}[
                    row["by"]
                ]
                minutes += (
                    (part.each if row["by"] == "litre" else part.count) * Decimal(row["times_ratio"] or "0") * each
                )
            self.assertAlmostEqual(hours(made, terms), float(minutes / 60) + posts_h(made, terms), places=6, msg=name)

    def test_cost_and_price_by_fractions(self) -> None:
        terms = EstimateRates(
            wage=38, burden_ratio=0.31, contingency_ratio=0.05, overhead_ratio=0.12, crew_count=3, day_h=7.5
        )
        sold = QuoteTerms(margin_ratio=0.2, round_to=5.0)
        for name, made, _, listed in bought():
            asked = quote(made, listed, terms, offer=sold, tape=Tape("metric"))
            person_h = hours(made, terms)
            costs = {}
            for key, factor in (("cost", 1.0), ("cost_low", 0.7), ("cost_high", 1.6)):
                labour = (
                    Fraction(Decimal(f"{person_h * factor:.6f}").quantize(Decimal("0.01"), ROUND_HALF_UP))
                    * Fraction(38)
                    * Fraction(131, 100)
                )
                costs[key] = (Fraction(listed.total) + labour) * Fraction(105, 100) * Fraction(112, 100)
                self.assertAlmostEqual(getattr(asked, key), float(costs[key]), delta=0.3, msg=name)
            price = -(-costs["cost"] / Fraction(8, 10) // 5) * 5
            self.assertLessEqual(abs(asked.price - float(price)), 5.0 + 1e-9, name)
            self.assertEqual(asked.price % 5, 0)
            self.assertAlmostEqual(asked.cost, sum(line.amount for line in asked.lines), places=2, msg=name)
            self.assertAlmostEqual(asked.days * 3 * 7.5, person_h, places=6, msg=name)
            self.assertAlmostEqual(asked.days_high * 3 * 7.5, person_h * 1.6, places=6, msg=name)

    def test_feet_and_metres_ask_the_same(self) -> None:
        terms = EstimateRates(
            spoil_price_per_m3=31, old_fence_m=20, old_fence_price_per_m=9, stumps_count=3, stump_price=25
        )
        for name, made, _, listed in bought():
            feet, metres = (
                quote(made, listed, terms, offer=QuoteTerms(), tape=Tape(system)) for system in ("imperial", "metric")
            )
            self.assertEqual((feet.cost, feet.price), (metres.cost, metres.price), name)

    def test_spoil_of_every_hole_by_slices_and_a_quarter_more(self) -> None:
        _, case = next(kind_cases("deck", "us"))
        belled = fence(30)
        belled = replace(
            belled, foot_detail=replace(belled.foot_detail, bell_width_m=0.6, bell_m=0.3), foot="closed below"
        )
        others = {
            "square pads": plan(replace(case, spec=replace(case.spec, footing_shape="square"))),
            "bells": planned(belled),
            "on a slope": planned(fence(30), on_ground(fence(30), [(0.0, 0.0), (9.0, -1.2)])),
        }
        for name, made in (*((name, made) for name, made, _, _ in bought()), *others.items()):
            dug = sum(slices_m3(hole, ("soil", "gravel", "sand", "concrete")) for hole in made.footings if hole.hole_m)
            self.assertAlmostEqual(spoil_m3(made), 1.25 * dug, delta=0.01 * dug + 1e-9, msg=name)

    def test_a_core_through_a_slab_is_taken_away_too(self) -> None:
        spec = replace(fence(30), foot="cored slab")
        made = planned(spec)
        dug = sum(math.pi / 4 * hole.hole_width_m**2 * hole.hole_m for hole in made.footings)
        self.assertAlmostEqual(spoil_m3(made), 1.25 * dug, delta=0.01 * dug)
        self.assertGreater(dug, 0)


if __name__ == "__main__":
    unittest.main()
