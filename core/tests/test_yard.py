"""The yard: sizes as measured, one length alone, sticks in hand, and what an inch less would save."""

import unittest
from dataclasses import replace

from steady.catalog.items import measured, stick, sticks
from steady.catalog.purchasing import FixedLength, OwnPrice, PurchasingSettings, StockOnHand
from steady.errors import InvalidInputError
from steady.plan.results import unchecked_items
from steady.structures.fence.spec.fence import Infill
from steady.takeoff.bill import Bill, bill, cuts
from steady.takeoff.near_misses import near_misses
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, planned, site

NARROW = "board 1x6 pine @ 0.0175 x 0.138"


def bought(yard: PurchasingSettings, **spec: object) -> Bill:
    plan = planned(fence(40, **spec), site(grounds=()))
    return bill(plan, yard, cuts(plan, yard))


class MeasuredTest(unittest.TestCase):
    def test_a_measured_board_lays_out_in_its_own_width_at_its_own_price(self) -> None:
        plain, own = (planned(fence(40, board=key), site(grounds=())) for key in ("board 1x6 pine", NARROW))
        count = [sum(p.count for p in plan.parts if p.role == "board") for plan in (plain, own)]
        # By hand: 40 ft and the posts' halves over 5 1/2 in, and over 138 mm = 5.433 in.
        self.assertGreater(count[1], count[0])
        lines = {line.item: line for line in bill(own, PurchasingSettings(), cuts(own, PurchasingSettings())).lines}
        self.assertEqual(lines[NARROW].price, 3.1)
        self.assertIn("0.689 × 5.433 in", lines[NARROW].says)

    def test_sizes_that_cannot_be_are_refused_at_the_field(self) -> None:
        for key in ("board 1x6 pine @ 0.0001 x 0.138", "board 9x9 oak @ 0.02 x 0.1", "board 1x6 pine @ x"):
            self.assertIsNone(measured(key))
            with self.assertRaises(InvalidInputError):
                stick(key, "board", "board")

    def test_a_thinner_post_bends_more(self) -> None:
        use = [
            max(
                c.use
                for c in planned(fence(40, post=post), site(grounds=())).checks
                if c.key == "post.bending_at_grade"
            )
            for post in ("post 6x6 pine", "post 6x6 pine @ 0.135 x 0.135")
        ]
        self.assertAlmostEqual(use[1] / use[0], (5.5 * IN / 0.135) ** 3, delta=0.05)

    def test_one_by_six_slats_reach_between_their_posts_or_fail(self) -> None:
        for bay_ft, passes in ((4, True), (6, False)):
            spec = fence(
                12,
                infill=Infill(style="slats", spacer_m=0.5 * IN),
                rail="rail 1x6 cedar",
                bay_max_m=bay_ft * FT,
                height_m=4 * FT,
            )
            plan = planned(spec, site(grounds=(), exposure="B"))
            worst = max(c.use for c in plan.checks if c.key == "slat.max_span")
            self.assertEqual(worst <= 1, passes)
            self.assertNotIn("Slats", {gap.key for gap in unchecked_items(plan)})

    def test_every_stick_of_the_yard_has_lengths(self) -> None:
        for key in sticks():
            self.assertTrue(PurchasingSettings().lengths(key), key)


class KeptLengthTest(unittest.TestCase):
    def test_one_length_alone_is_bought(self) -> None:
        yard = PurchasingSettings(only=(FixedLength(item="board 1x6 pine", length_m=8 * FT),))
        boards = [line for line in bought(yard).lines if line.item == "board 1x6 pine"]
        self.assertEqual([line.length_m for line in boards], [8 * FT])

    def test_a_length_that_is_not_on_the_list_costs_its_share(self) -> None:
        yard = PurchasingSettings(only=(FixedLength(item="rail 2x4 pine", length_m=9 * FT),))
        self.assertEqual([(round(s.length_m / FT, 6), s.price) for s in yard.lengths("rail 2x4 pine")], [(9.0, 7.02)])

    def test_too_short_a_length_keeps_its_pieces_and_says_so(self) -> None:
        yard = PurchasingSettings(only=(FixedLength(item="rail 2x4 pine", length_m=6 * FT),))
        found = bought(yard)
        self.assertFalse(found.complete)
        self.assertTrue(any("longer than every length" in line.note for line in found.lines))


class RackTest(unittest.TestCase):
    def test_sticks_in_hand_are_used_first_and_not_paid(self) -> None:
        plain = bought(PurchasingSettings())
        racked = bought(PurchasingSettings(rack=(StockOnHand(item="board 1x6 pine", length_m=6 * FT, count=20),)))
        free = next(line for line in racked.lines if "from the rack" in line.says)
        self.assertEqual((free.count, free.total), (20, 0.0))
        # Twenty boards of 6 ft fewer are bought, at 3.10 each.
        self.assertAlmostEqual(plain.total - racked.total, 20 * 3.1, 6)

    def test_what_the_rack_is_too_short_for_is_bought(self) -> None:
        short = PurchasingSettings(rack=(StockOnHand(item="rail 2x4 pine", length_m=1.0, count=50),))
        self.assertAlmostEqual(bought(short).total, bought(PurchasingSettings()).total, 6)

    def test_no_more_comes_off_the_rack_than_lies_on_it(self) -> None:
        plan = planned(fence(40), site(grounds=()))
        yard = PurchasingSettings(rack=(StockOnHand(item="rail 2x4 pine", length_m=16 * FT, count=3),))
        rails = next(cut for cut in cuts(plan, yard) if cut.item == "rail 2x4 pine")
        assert rails.plan is not None
        racked = [pattern for pattern in rails.plan.patterns if pattern.price == 0]
        self.assertLessEqual(sum(pattern.count for pattern in racked), 3)
        for pattern in racked:
            kerfs = (len(pattern.pieces_m) - 1) * yard.kerf_m
            self.assertLessEqual(sum(pattern.pieces_m) + kerfs, pattern.stock_m + 1e-9)
        wanted = sum(part.count for part in plan.parts if part.item == "rail 2x4 pine")
        self.assertEqual(sum(len(p.pieces_m) * p.count for p in rails.plan.patterns), wanted)


class NearTest(unittest.TestCase):
    def test_an_inch_less_of_bay_is_told_with_what_it_saves(self) -> None:
        # Bays of 8 ft and an inch on their faces: each rail misses an 8-ft stick by an inch and takes a 10-ft one.
        spec = fence(32 + 4 / 12, bay_max_m=8 * FT + 1.05 * IN, rail_laid="on edge", bay_min_m=7 * FT)
        plan = planned(spec, site(grounds=()))
        longest = max(p.length_m for p in plan.parts if p.role == "rail")
        self.assertGreater(longest, 8 * FT)
        texts = near_misses(plan, PurchasingSettings(), Tape())
        self.assertTrue(
            any("less of bay" in text and "8′ 0″ sticks" in text and "less" in text for text in texts), texts
        )

    def test_nothing_is_told_where_nothing_is_near(self) -> None:
        plan = planned(fence(35, bay_max_m=7 * FT), site(grounds=()))
        self.assertFalse([text for text in near_misses(plan, PurchasingSettings(), Tape()) if "of bay" in text])


class SpareTest(unittest.TestCase):
    def test_a_rack_and_spares_go_together(self) -> None:
        yard = PurchasingSettings(spare_ratio=0.1, rack=(StockOnHand(item="board 1x6 pine", length_m=6 * FT, count=5),))
        plan = planned(fence(40), site(grounds=()))
        boards = sum(part.count for part in plan.parts if part.role == "board")
        found = next(cut for cut in cuts(plan, replace(yard)) if cut.item == "board 1x6 pine")
        assert found.plan is not None
        self.assertGreaterEqual(sum(len(p.pieces_m) * p.count for p in found.plan.patterns), boards * 1.1 - 1)


class OwnPricesTest(unittest.TestCase):
    def test_a_price_of_ones_own_for_one_length_is_the_price_on_the_list(self) -> None:
        yard = PurchasingSettings(prices=(OwnPrice(item="rail 2x4 pine", length_m=8 * FT, price=1.5),))
        offered = {round(one.length_m / FT): one.price for one in yard.lengths("rail 2x4 pine")}
        self.assertEqual(offered[8], 1.5)
        self.assertGreater(offered[10], 1.5)
        lines = [line for line in bought(yard).lines if line.item == "rail 2x4 pine"]
        self.assertTrue(lines and all(line.price == 1.5 for line in lines if line.length_m == 8 * FT))
