"""Running marks from both ends, and the correction after a check: by hand, and by laying the boards on."""

import itertools
import random
import unittest

from steady.errors import InvalidInputError
from steady.field_records.marking_positions import check_marks_m, layout, spans_m
from steady.layout.board_drift import drift
from steady.structures.fence.spec.fence import Infill
from steady.units.units import FT, IN

from tests.make import fence, planned


class DriftTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Three eighths ahead over six gaps of 1/2 in: a sixteenth off each, 7/16."""
        found = drift(40 * IN, 40.375 * IN, 0.5 * IN, left=12)
        self.assertEqual(found.gaps, 6)
        self.assertAlmostEqual(found.gap_m / IN, 0.4375)
        self.assertEqual(found.rip_m, 0.0)
        # Behind by a quarter: four gaps of 9/16.
        found = drift(40 * IN, 39.75 * IN, 0.5 * IN, left=12)
        self.assertEqual((found.gaps, round(found.gap_m / IN, 6)), (4, 0.5625))

    def test_what_no_gap_can_take_is_ripped(self) -> None:
        """An inch ahead with three gaps of a quarter left: they close, a quarter comes off the last board."""
        found = drift(40 * IN, 41 * IN, 0.25 * IN, left=3)
        self.assertAlmostEqual(found.gap_m, 0.0)
        self.assertAlmostEqual(found.rip_m / IN, 0.25)
        with self.assertRaises(InvalidInputError):
            drift(1.0, 1.0, 0.01, left=0)

    def test_laid_on_it_ends_where_it_was_planned(self) -> None:
        dice = random.Random(9)
        for _ in range(300):
            gap, left = dice.uniform(0.004, 0.02), dice.randint(1, 30)
            planned_m = dice.uniform(0.5, 3)
            measured_m = planned_m + dice.uniform(-0.01, 0.01)
            found = drift(planned_m, measured_m, gap, left=left)
            at = measured_m + found.gaps * found.gap_m + (left - found.gaps) * gap - found.rip_m
            self.assertAlmostEqual(at, planned_m + left * gap, 9)

    def test_no_gap_over_the_greatest(self) -> None:
        for ahead in (-0.02, -0.005, 0.004):
            self.assertLessEqual(drift(1.0, 1.0 + ahead, 0.01, left=4, most_m=0.012).gap_m, 0.012 + 1e-12)

    def test_marks_of_a_bay_from_both_posts(self) -> None:
        plan = planned(fence(24, bay_max_m=8 * FT, infill=Infill(style="even gaps")))
        found = layout(plan, "board")
        for bay in plan.bays:
            posts = found.between(bay.id)
            assert posts is not None
            spans = spans_m(found, bay.id)
            wide_m = posts[1][0] - posts[0][0]
            for number, first, second in check_marks_m(found, bay.id):
                self.assertEqual(number % 5, 0)
                self.assertAlmostEqual(first + second, wide_m, 6)
                self.assertAlmostEqual(first, spans[number - 1][1], 9)
            # Boards stand apart by one gap, all alike.
            gaps = {round(b[0] - a[1], 4) for a, b in itertools.pairwise(spans)}
            self.assertLessEqual(len(gaps), 2)
