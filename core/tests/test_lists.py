"""What the merchant and the saw are given: rips that share boards, spares, base boards, stainless by the sea, hours for all."""

import math
import unittest
from dataclasses import replace

from steady.catalog.items import goods
from steady.catalog.purchasing import PurchasingSettings
from steady.data.loader import TableError, keyed
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.estimate import EstimateRates, hours
from steady.jobs.labour import posts_h
from steady.plan.model import Plan
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.fence.spec.fence import Infill, Straight
from steady.structures.pergola.line_parser import read_pergola
from steady.takeoff.bill import bill, cuts
from steady.takeoff.rips import RippedStrip, boards_for
from steady.units.units import FT, IN

from tests.make import fence, on_ground, planned, site
from tests.test_deck import deck
from tests.test_deck import planned as planned_deck

KERF_M = 0.125 * IN


class RipTest(unittest.TestCase):
    def test_strips_share_boards_by_hand(self) -> None:
        # Two of 2 1/2 in and a cut of 1/8 make 5 1/8 of a 5 1/2-in board: twelve take six. Of 3 in each takes a whole one.
        two = boards_for([RippedStrip(length_m=1.0, width_m=2.5 * IN, count=12)], 5.5 * IN, KERF_M)
        self.assertEqual(len(two), 6)
        one = boards_for([RippedStrip(length_m=1.0, width_m=3 * IN, count=12)], 5.5 * IN, KERF_M)
        self.assertEqual(len(one), 12)
        # Exactly half less half the cut, twice: the last cut falls outside.
        half = boards_for([RippedStrip(length_m=1.0, width_m=(5.5 - 0.125) / 2 * IN, count=2)], 5.5 * IN, KERF_M)
        self.assertEqual(len(half), 1)

    def test_no_board_is_wider_than_it_is_and_none_is_lost(self) -> None:
        strips = [
            RippedStrip(length_m=1.0 + k % 3 / 10, width_m=(1 + k * 0.3) * IN, count=1 + k % 4) for k in range(14)
        ]
        made = boards_for(strips, 5.5 * IN, KERF_M)
        for _, widths in made:
            self.assertLessEqual(sum(widths) + KERF_M * (len(widths) - 1), 5.5 * IN + 1e-9)
        self.assertEqual(sum(len(widths) for _, widths in made), sum(strip.count for strip in strips))
        area = sum(strip.width_m * strip.count for strip in strips)
        self.assertGreaterEqual(len(made), math.ceil(area / (5.5 * IN)))

    def test_the_buy_list_takes_shared_boards(self) -> None:
        # Four straights of 9' 8": each leaves two rips under half a board, so that eight rips come out of four boards.
        plan = planned(fence(36), site(grounds=()))
        rips = [part for part in plan.parts if part.role == "board" and part.cuts]
        full = [part for part in plan.parts if part.role == "board" and not part.cuts]
        bought = cuts(plan, PurchasingSettings())
        boards = next(item for item in bought if item.item == full[0].item)
        assert boards.plan is not None
        pieces = sum(len(pattern.pieces_m) * pattern.count for pattern in boards.plan.patterns)
        shared = boards_for(
            [RippedStrip(length_m=p.length_m, width_m=p.section_m[1], count=p.count) for p in rips], 5.5 * IN, KERF_M
        )
        self.assertEqual(pieces, sum(part.count for part in full) + len(shared))
        self.assertLessEqual(len(shared), sum(part.count for part in rips))


class PriceTest(unittest.TestCase):
    def test_what_lies_in_an_outline_is_priced_by_its_area(self) -> None:
        """By hand: 16 ft by 12 ft are 192 square feet, 17.837 m²; a line is priced by its length and never at nothing."""
        for spec, feet in ((read_pergola("16x12", "p"), 192.0), (read_deck("18x11 up3", "d"), 198.0)):
            made = plan_structure(JobDocument(name="j", structures=(Structure(name="S", spec=spec),)), spec.id)
            found = bill(made, PurchasingSettings(), cuts(made, PurchasingSettings()))
            self.assertAlmostEqual(found.per_ft2, found.total / feet, 6)
            self.assertAlmostEqual(found.per_m2, found.total / (feet * 0.09290304), 6)
            self.assertIn("a square foot", found.per_says)
        made = planned(fence(100))
        found = bill(made, PurchasingSettings(), cuts(made, PurchasingSettings()))
        self.assertAlmostEqual(found.per_ft, found.total / 100, 6)
        self.assertEqual((found.per_m2, "a metre of line" in found.per_says), (0.0, True))


class SpareTest(unittest.TestCase):
    def test_spares_in_per_cent_rounded_up(self) -> None:
        plan = planned(fence(36), site(grounds=()))
        boards = sum(part.count for part in plan.parts if part.role == "board")

        def pieces(yard: PurchasingSettings) -> int:
            item = next(part.item for part in plan.parts if part.role == "board")
            made = next(one for one in cuts(plan, yard) if one.item == item).plan
            assert made is not None
            return sum(len(pattern.pieces_m) * pattern.count for pattern in made.patterns)

        self.assertEqual(
            pieces(PurchasingSettings(spare_ratio=0.05)) - pieces(PurchasingSettings()), math.ceil(boards * 0.05)
        )


class BaseTest(unittest.TestCase):
    def test_a_gravel_board_fills_its_own_gap(self) -> None:
        # Panels hung 6 in up for a gravel board: one board of 5 1/2 in leaves half an inch.
        spec = fence(24, gap_m=6 * IN, infill=Infill(style="butted", base="base boards"))
        plan = planned(spec, site(grounds=()))
        bays = len(plan.marks) - 1
        self.assertEqual(sum(part.count for part in plan.parts if "/base/" in part.id), bays)

    def test_a_board_in_the_soil_at_a_step_is_said(self) -> None:
        straights = (Straight(id="a", length_m=24 * FT, follows="stepped"),)
        spec = fence(24, straights=straights, infill=Infill(style="butted", base="base boards"))
        plan = planned(spec, on_ground(spec, [(0, 0), (24 * FT, -3 * FT)]))
        self.assertTrue(any("into the soil" in note for note in plan.notes))
        level = planned(spec, on_ground(spec, [(0, 0), (24 * FT, 0)]))
        self.assertFalse(any("into the soil" in note for note in level.notes))


class SaltTest(unittest.TestCase):
    def test_the_list_buys_what_the_note_says(self) -> None:
        for weather, stainless in (("usual", False), ("ice and salt", True)):
            for style in ("butted", "board on board", "slats"):
                plan = planned(fence(24, weather=weather, infill=Infill(style=style)), site(grounds=()))
                screws = [part for part in plan.parts if part.role == "screw"]
                self.assertTrue(screws)
                for part in screws:
                    self.assertEqual("stainless" in goods()[part.item].says, stainless, part.item)


class HoursTest(unittest.TestCase):
    def plans(self) -> list[Plan]:
        made = [
            planned(fence(30, infill=Infill(style=style, cap=True)), site(grounds=()))
            for style in ("butted", "even gaps", "board on board", "slats", "louvres", "wire mesh")
        ]
        return [*made, planned_deck(deck("16x12 up3")), planned_deck(deck("12x10 up6 free"))]

    def test_a_role_without_a_row_is_never_passed_over(self) -> None:
        for plan in self.plans():
            odd = replace(plan, parts=(*plan.parts, replace(plan.parts[0], role="weathervane")))
            with self.assertRaises(TableError):
                hours(odd, EstimateRates())

    def test_a_deck_by_hand(self) -> None:
        plan = planned_deck(deck("16x12 up3"))

        def count(role: str) -> int:
            return sum(part.count for part in plan.parts if part.role == role)

        minutes = (
            60 * posts_h(plan, EstimateRates())
            + 8
            * (
                count("joist")
                + 2 * count("beam")
                + count("rim")
                + 0.5 * count("blocking")
                + 4 * count("ledger")
                + 0.25 * count("connector")
                + 3 * count("guard post")
                + count("guard rail")
                + count("guard cap")
                + 5 * count("stringer")
                + count("flashing")
                + count("header")
                + count("sill")
                + 2 * count("handrail")
                + count("brace")
                + count("diagonal")
            )
            + 3 * (count("decking") + 2 * count("tread") + 0.5 * count("baluster"))
        )
        self.assertAlmostEqual(hours(plan, EstimateRates(setup_min=0)), minutes / 60, places=6)
        self.assertGreater(hours(plan, EstimateRates()), 8)

    def test_a_crew_that_takes_no_time_for_boards(self) -> None:
        plan = planned(fence(30), site(grounds=()))
        boards = sum(part.count for part in plan.parts if part.role == "board")
        self.assertAlmostEqual(
            hours(plan, EstimateRates(setup_min=0)) - hours(plan, EstimateRates(board_min=0, setup_min=0)),
            boards * 3 / 60,
        )

    def test_the_table_has_only_known_shares(self) -> None:
        for key, row in keyed("roles").items():
            self.assertIn(row.text["by"], ("none", "rail", "board", "litre"), key)
