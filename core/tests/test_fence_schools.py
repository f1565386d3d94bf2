"""A fence under a school that has no rules for it: laid out and drawn, and nothing said to pass."""

import unittest

from steady.ground.site import Site
from steady.measure.show import Tape
from steady.plan.verdict import overall
from steady.rulebooks.registry import RULEBOOKS
from steady.structures.fence.spec import FenceSpec, Straight
from steady.structures.registry import plan
from steady.yard.choices import YardChoices


class FenceSchoolsTest(unittest.TestCase):
    def test_no_school_breaks_a_fence_and_no_gap_counts_as_passing(self) -> None:
        spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=12.0),))
        marks = set()
        for key, book in RULEBOOKS.items():
            found = plan(spec, Site(), book, YardChoices(), Tape())
            marks.add(tuple(mark.station_m for mark in found.marks))
            self.assertGreater(min(footing.hole_m for footing in found.footings), 0.6, key)
            if key != "us":
                self.assertTrue(found.not_covered)
                self.assertTrue(all(gap.reason for gap in found.not_covered))
                self.assertNotIn(overall(found), ("passes", "nothing to spare"), key)
        self.assertEqual(len(marks), 1)  # the setting out is no matter of rules


if __name__ == "__main__":
    unittest.main()
