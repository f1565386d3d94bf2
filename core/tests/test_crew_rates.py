"""What a crew's records say: gaps by hand, quartiles against a general library, bags against the holes' own volume."""

import math
import random
import unittest
from datetime import datetime, timedelta

import numpy as np
from steady.catalog.items import bag_yield_m3
from steady.field_records.crew_rates import LatchLog, minutes_each, overdig, quartiles, sag_ratio
from steady.field_records.progress import tick_groups
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.structures.fence.spec.fence import FenceSpec, Straight

DAY = datetime(2026, 11, 20, 8)


def at(*minutes: float) -> list[datetime]:
    """Ticks so many minutes after eight."""
    return [DAY + timedelta(minutes=m) for m in minutes]


def posts(*rows: list[datetime]) -> list[list[tuple[datetime, float]]]:
    """Every tick is one post."""
    return [[(when, 1.0) for when in row] for row in rows]


class LearnedTest(unittest.TestCase):
    def test_quartiles_are_those_of_a_general_library(self) -> None:
        rng = random.Random(2)
        for count in (3, 4, 9, 40):
            values = [rng.uniform(10, 90) for _ in range(count)]
            for ours, theirs in zip(quartiles(values), np.percentile(values, [25, 50, 75]), strict=True):
                self.assertAlmostEqual(ours, float(theirs))

    def test_gaps_within_a_day_times_the_people(self) -> None:
        found = minutes_each("post", posts(at(0, 20, 50, 90), at(24 * 60 + 5)), crew_count=2, shipped_min=60)
        assert found is not None
        self.assertEqual((found.cases_count, found.middle, found.shipped), (3, 60.0, 60))
        self.assertEqual((found.low, found.high), (50.0, 70.0))
        self.assertEqual(found.sets, ("quote/post_min", 60.0))

    def test_posts_ticked_at_once_pauses_and_nights_tell_nothing(self) -> None:
        rows = [at(0, 1, 2, 300, 301), at(0), at(20 * 60, 30 * 60)]
        self.assertIsNone(minutes_each("post", posts(*rows), crew_count=2, shipped_min=60))

    def test_a_bay_s_rails_share_the_time_since_the_bay_before(self) -> None:
        # Three rails a bay, two people: 18 min are 12 a rail, 27 are 18, 36 are 24; the first tick tells nothing.
        row = [(when, 3.0) for when in at(0, 18, 45, 81)]
        found = minutes_each("rail", [row], crew_count=2, shipped_min=8)
        assert found is not None
        self.assertEqual((found.cases_count, found.middle, found.sets), (3, 18.0, ("quote/rail_min", 18.0)))
        boards = minutes_each("board", [[(when, 16.0) for when in at(0, 20, 40, 60)]], crew_count=2, shipped_min=3)
        self.assertEqual(boards.sets if boards else None, ("quote/board_min", 2.5))

    def test_a_gate_s_log_counts_after_half_a_year(self) -> None:
        ratios = [0.8, 1.1, 1.4, 1.9]
        old = [LatchLog(dropped_m=r * 0.004, days=400, calculated_m=0.004) for r in ratios]
        young = [LatchLog(dropped_m=0.05, days=30, calculated_m=0.004)] * 9
        found = sag_ratio([*old, *young], 1.0)
        assert found is not None
        self.assertEqual((found.cases_count, found.shipped), (4, 1.0))
        self.assertAlmostEqual(found.middle, float(np.median(ratios)))
        self.assertEqual(found.sets, ("yard/sag_ratio", 1.25))
        self.assertIsNone(sag_ratio(young, 1.0))

    def test_ticks_hold_every_rail_and_board_once(self) -> None:
        spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=20.0),))
        job = JobDocument(name="x", structures=(Structure(name="f", spec=spec),))
        plan = plan_structure(job, "f")
        groups = {group.role: group for group in tick_groups(plan, job.reading.tape())}
        for role in ("rail", "board"):
            made = sum(part.count for part in plan.parts if part.role == role)
            self.assertEqual(sum(tick.work for tick in groups[role].ticks), made)
            self.assertEqual([tick.where for tick in groups[role].ticks][:2], ["Bay 1", "Bay 2"])
            counted = sum(
                int(words.split(" of ")[0]) for tick in groups[role].ticks for words in tick.pieces.split(", ")
            )
            self.assertEqual(counted, made)
        self.assertNotIn("post", groups)
        self.assertNotIn("screw", groups)

    def test_bags_over_the_holes_own_volume(self) -> None:
        spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=10.0),), hole_width_m=0.3)
        job = JobDocument(name="x", structures=(Structure(name="f", spec=spec),))
        plan = plan_structure(job, "f")
        # By hand: a round hole of 0.3 m less a square post of 5 1/2 in, as deep as each hole's concrete.
        holds = 0.0
        for footing in plan.footings:
            concrete = next(layer for layer in footing.layers if layer.what == "concrete")
            holds += (math.pi / 4 * 0.3**2 - (5.5 * 0.0254) ** 2) * (concrete.top_m - concrete.bottom_m)
        bags = [40, 44, 50]
        found = overdig([(plan, count) for count in bags], "concrete 80 lb", "clay", shipped_ratio=1.1)
        assert found is not None
        each = bag_yield_m3("concrete 80 lb")
        self.assertAlmostEqual(found.middle, 44 * each / holds, delta=0.02 * found.middle)
        self.assertEqual(found.sets, ("yard/concrete_allowance_ratio", round(found.middle - 1, 2)))
        less = overdig([(plan, 20)] * 3, "concrete 80 lb", "clay", shipped_ratio=1.1)
        self.assertEqual(less.sets[1] if less else None, 0.0)
        self.assertIsNone(overdig([(plan, 40)], "concrete 80 lb", "clay", shipped_ratio=1.1))
        self.assertIsNone(overdig([(plan, 0)] * 5, "concrete 80 lb", "clay", shipped_ratio=1.1))
