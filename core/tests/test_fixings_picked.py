"""Which screw a fence's crossings get: thin slats are not split, thin stiffeners are held, no joint ranks last."""

import unittest

from steady.structures.fence.checks.joints import ScrewedCrossing, pick
from steady.structures.fence.designs.starts import Search
from steady.structures.fence.spec.fence import Infill
from steady.units.units import FT, IN

from tests.make import fence, planned, site


class PickedTest(unittest.TestCase):
    def test_a_slat_is_fixed_with_board_screws(self) -> None:
        slats = fence(24, infill=Infill(style="slats", gap_most_m=0.5 * IN), rail="rail 1x4 cedar", bay_max_m=6 * FT)
        made = planned(slats, site(length_ft=24))
        items = {part.item for part in made.parts if part.role == "screw"}
        self.assertNotIn("rail screw", items, "a 5/16 screw near the end of a 3/4-in slat splits it")
        # ¾ in and the usual inch into the post: 1¾ in, of which the 2-in screw is the next on sale.
        self.assertIn("board screw 2", items)

    def test_a_thin_stiffener_is_held_by_two_thirds_of_its_thickness(self) -> None:
        # ¾ in through, ¾ in to hold in: 1¼ in leaves ½ in to hold and ¼ in to the far face; 1⅝ in pokes out.
        found = pick(ScrewedCrossing("Stiffener to slats", "board", 0.75 * IN, 0.75 * IN, (), 2))
        self.assertEqual(found.item, "board screw short")

    def test_a_design_with_a_joint_that_nothing_makes_ranks_after_all_others(self) -> None:
        found = Search(plan=planned(fence(24), site(length_ft=24)), price=1000.0, unmade=1)
        self.assertTrue(found.beaten_by(0, 2000.0, 9))
        self.assertFalse(Search(plan=found.plan, price=1000.0).beaten_by(1, 10.0, 1))


if __name__ == "__main__":
    unittest.main()
