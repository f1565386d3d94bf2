"""A piece exactly as long as a stick on sale is cut from that stick, whatever was rounded on the way: 8, 16 and 18 ft."""

import unittest

from steady.catalog.purchasing import PurchasingSettings
from steady.takeoff.bill import bill, cuts
from steady.units.units import FT

from tests.make import fence, planned
from tests.test_deck import deck
from tests.test_deck import planned as planned_deck


class StickLengthTest(unittest.TestCase):
    def test_a_deck_s_beams_ledger_and_rim_are_no_longer_than_it_is(self) -> None:
        for words, wide_ft in (("8x8 up3", 8), ("16x12 up3", 16), ("18x12 up3", 18), ("16x12 up3 free", 16)):
            plan = planned_deck(deck(words))
            for part in plan.parts:
                if part.role in ("beam", "ledger", "rim"):
                    self.assertLessEqual(part.length_m, wide_ft * FT + 1e-9, (words, part.role))
                    self.assertLessEqual(part.stick_m, wide_ft * FT + 1e-9, (words, part.role))

    def test_the_list_buys_sixteen_foot_beams_for_sixteen_feet(self) -> None:
        plan, yard = planned_deck(deck("16x12 up3")), PurchasingSettings()
        bought = {(line.item, round((line.length_m or 0) / FT)) for line in bill(plan, yard, cuts(plan, yard)).lines}
        self.assertIn(("joist 2x10 pine", 16), bought)
        self.assertNotIn(("joist 2x10 pine", 18), bought)
        self.assertNotIn(("joist 2x8 pine", 20), bought)

    def test_a_board_six_feet_long_is_no_longer(self) -> None:
        plan = planned(fence(24, height_m=6 * FT))
        longest_m = max(part.stick_m for part in plan.parts if part.role == "board")
        self.assertLessEqual(longest_m, 6 * FT + 1e-9)
