"""Ripping: strips by arithmetic and by laying them side by side, boards that share, what is left and what loses its grade."""

import math
import random
import unittest

from steady.catalog.purchasing import PurchasingSettings
from steady.errors import InvalidInputError
from steady.structures.fence.spec.fence import Infill
from steady.takeoff.bill import cuts
from steady.takeoff.rips import RippedStrip, rip_yield, ripped_boards
from steady.units.units import IN

from tests.make import fence, planned


class RipTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """A 5 1/2-in board into 1 1/4-in strips with a 1/8-in saw: four strips take 5 in and three cuts; 1/8 in is left."""
        count, left_m = rip_yield(5.5 * IN, 1.25 * IN, 0.125 * IN)
        self.assertEqual(count, 4)
        self.assertAlmostEqual(left_m, 0.0, 9)
        # Planed an eighth, a strip takes 1 3/8: three, and an inch less two eighths is left.
        count, left_m = rip_yield(5.5 * IN, 1.25 * IN, 0.125 * IN, dressing_m=0.125 * IN)
        self.assertEqual(count, 3)
        self.assertAlmostEqual(left_m, 1.0 * IN, 9)

    def test_as_many_as_lie_side_by_side(self) -> None:
        dice = random.Random(3)
        for _ in range(200):
            board, strip = dice.uniform(0.05, 0.3), dice.uniform(0.005, 0.05)
            kerf, dressing = dice.uniform(0, 0.004), dice.uniform(0, 0.004)
            count, at = 0, 0.0
            while at + strip + dressing <= board + 1e-12:
                count, at = count + 1, at + strip + dressing + kerf
            if not count:
                continue
            self.assertEqual(rip_yield(board, strip, kerf, dressing_m=dressing)[0], count)

    def test_a_strip_wider_than_its_board_is_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            rip_yield(0.1, 0.12, 0.003)

    def test_boards_add_up_and_what_is_left_is_used(self) -> None:
        strips = [
            ("boards", RippedStrip(length_m=1.8, width_m=0.06, count=3)),
            ("trims", RippedStrip(length_m=1.2, width_m=0.03, count=1)),
        ]
        found = ripped_boards(strips, 0.14, 0.003)
        widths = sorted(width for one in found for width in one.widths_m for _ in range(one.count))
        self.assertEqual([round(width, 3) for width in widths], [0.03, 0.06, 0.06, 0.06])
        for one in found:
            self.assertAlmostEqual(math.fsum(one.widths_m) + 0.003 * len(one.widths_m) + one.left_m, 0.14, 6)

    def test_a_fence_s_last_boards_are_ripped_together(self) -> None:
        plan = planned(fence(41, infill=Infill(style="butted")))
        [boards] = [one for one in cuts(plan, PurchasingSettings()) if one.item == "board 1x6 pine"]
        ripped = sum(
            part.count
            for part in plan.parts
            if part.item == "board 1x6 pine" and any(cut.kind == "rip" for cut in part.cuts)
        )
        self.assertEqual(sum(one.count * len(one.widths_m) for one in boards.rips), ripped)
        self.assertEqual(boards.regrade, (), "boards are not calculated by their grade")
