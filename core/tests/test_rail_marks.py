"""Where rails are marked on their posts: by the ground's own fall, worked out beside the program."""

import random
import unittest

from steady.measure.show import Tape
from steady.measure.units import FT, IN
from steady.record.ticks import edges_m, rails_lie, tick_groups
from steady.structures.fence.spec.fence import Straight

from tests.make import fence, planned, site


class RailMarks(unittest.TestCase):
    def test_on_level_ground_both_posts_read_alike_and_rails_stand_evenly(self) -> None:
        plan = planned(fence(48))
        for bay in plan.bays:
            edges = edges_m(plan, bay.id, "rail")
            self.assertEqual(len(edges), 3)
            for first, second in edges:
                self.assertAlmostEqual(first, second, 9)
            low, middle, high = (edge[0] for edge in edges)
            self.assertAlmostEqual(high - middle, middle - low, 9)
            self.assertGreater(low, 2 * IN)  # over the gap at the ground

    def test_raked_rails_follow_the_ground_on_every_fall(self) -> None:
        rng = random.Random(5)
        for _ in range(12):
            fall = rng.uniform(-0.12, 0.12)
            plan = planned(fence(40), site(fall_per_ft=fall, length_ft=40))
            level = planned(fence(40))
            for bay, flat in zip(plan.bays, level.bays, strict=True):
                for (first, second), (asked, _) in zip(
                    edges_m(plan, bay.id, "rail"), edges_m(level, flat.id, "rail"), strict=True
                ):
                    # Parallel to the ground; a lower edge turned with the slope lies a hair higher on its middle.
                    self.assertAlmostEqual(first, second, 6)
                    self.assertAlmostEqual(first, asked, delta=0.003)

    def test_a_stepped_bay_stands_higher_on_its_lower_post_by_the_ground_s_fall(self) -> None:
        fall = 0.05
        spec = fence(40, straights=(Straight(id="a", length_m=40 * FT, follows="stepped"),))
        plan = planned(spec, site(fall_per_ft=fall, length_ft=40))
        stations = {mark.id: mark.station_m for mark in plan.marks}
        for bay in plan.bays:
            dropped = fall * (stations[bay.end] - stations[bay.start])
            for first, second in edges_m(plan, bay.id, "rail"):
                self.assertAlmostEqual(second - first, dropped, 6)
        says = rails_lie(plan, plan.bays[0].id, "rail", Tape())
        self.assertIn("; then ", says)

    def test_what_is_told_is_what_was_measured(self) -> None:
        plan, tape = planned(fence(24)), Tape()
        rails = next(group for group in tick_groups(plan, tape) if group.role == "rail")
        for tick in rails.ticks:
            for first, _ in edges_m(plan, tick.about, "rail"):
                self.assertIn(tape.length(first), tick.lie)
        others = [tick for group in tick_groups(plan, tape) if group.role == "board" for tick in group.ticks]
        self.assertTrue(others)
        self.assertEqual({tick.lie for tick in others}, {""})
