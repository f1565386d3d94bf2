"""What a crew's records say: gaps by hand, quartiles against a general library, bags against the holes' own volume."""

import math
import random
import unittest
from datetime import datetime, timedelta

import numpy as np
from steady.jobs.document import Job, Structure, plan_structure
from steady.record.learned import overdig, post_minutes, quartiles
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.yard.stock import bag_yield_m3

DAY = datetime(2026, 11, 20, 8)


def at(*minutes: float) -> list[datetime]:
    """Ticks so many minutes after eight."""
    return [DAY + timedelta(minutes=m) for m in minutes]


class LearnedTest(unittest.TestCase):
    def test_quartiles_are_those_of_a_general_library(self) -> None:
        rng = random.Random(2)
        for count in (3, 4, 9, 40):
            values = [rng.uniform(10, 90) for _ in range(count)]
            for ours, theirs in zip(quartiles(values), np.percentile(values, [25, 50, 75]), strict=True):
                self.assertAlmostEqual(ours, float(theirs))

    def test_gaps_within_a_day_times_the_people(self) -> None:
        found = post_minutes([at(0, 20, 50, 90), at(24 * 60 + 5)], crew_count=2, shipped_min=60)
        assert found is not None
        self.assertEqual((found.cases_count, found.middle, found.shipped), (3, 60.0, 60))
        self.assertEqual((found.low, found.high), (50.0, 70.0))
        self.assertEqual(found.sets, ("quote/post_min", 60.0))

    def test_posts_ticked_at_once_pauses_and_nights_tell_nothing(self) -> None:
        rows = [at(0, 1, 2, 300, 301), at(0), at(20 * 60, 30 * 60)]
        self.assertIsNone(post_minutes(rows, crew_count=2, shipped_min=60))

    def test_bags_over_the_holes_own_volume(self) -> None:
        spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=10.0),), hole_width_m=0.3)
        job = Job(name="x", structures=(Structure(name="f", spec=spec),))
        plan = plan_structure(job, "f")
        # By hand: a round hole of 0.3 m less a square post of 5 1/2 in, as deep as each hole's concrete.
        holds = 0.0
        for footing in plan.footings:
            concrete = next(layer for layer in footing.layers if layer.what == "concrete")
            holds += (math.pi / 4 * 0.3**2 - (5.5 * 0.0254) ** 2) * (concrete.top_m - concrete.bottom_m)
        bags = [40, 44, 50]
        found = overdig([(plan, count) for count in bags], "concrete 80 lb", "clay", 1.1)
        assert found is not None
        each = bag_yield_m3("concrete 80 lb")
        self.assertAlmostEqual(found.middle, 44 * each / holds, delta=0.02 * found.middle)
        self.assertEqual(found.sets, ("yard/concrete_allowance_ratio", round(found.middle - 1, 2)))
        less = overdig([(plan, 20)] * 3, "concrete 80 lb", "clay", 1.1)
        self.assertEqual(less.sets[1] if less else None, 0.0)
        self.assertIsNone(overdig([(plan, 40)], "concrete 80 lb", "clay", 1.1))
        self.assertIsNone(overdig([(plan, 0)] * 5, "concrete 80 lb", "clay", 1.1))
