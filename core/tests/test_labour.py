"""Hours grow with the hole, the concrete, the finish and the days; by hand from common practice."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.jobs.estimate import EstimateRates, hours
from steady.jobs.labour import concrete_h, dig_h, paid_ratio, posts_h, worked_h
from steady.plan.model import Layer, Plan
from steady.structures.coating import Finish
from steady.units.units import IN

from tests.make import fence, planned, site


class LabourTest(unittest.TestCase):
    def planned(self, frost_m: float = 0.76, **changes: Any) -> Plan:
        return planned(fence(**changes), site(frost_m=frost_m))

    def test_a_hole_by_hand(self) -> None:
        # 12 in x 36 in in loam (common practice, low): A = 0.07297 m2; 0.9 + 0.0144 x 1.4 = 0.92016 m; 6/60 + A x 0.92016 x 6.
        self.assertAlmostEqual(dig_h(36 * IN, math.pi / 4 * (12 * IN) ** 2), 0.5028, places=4)
        self.assertEqual(dig_h(0.0, 0.07), 0.0)

    def test_soil_and_tool_by_hand(self) -> None:
        """The same hole: clay by hand 6/60 + A x 0.92016 x 9; by skid auger 6/60 + A x (0.9 + 0.0144 x 1.2) x 1.3 (low)."""
        area = math.pi / 4 * (12 * IN) ** 2
        self.assertAlmostEqual(dig_h(36 * IN, area, "clay"), 0.1 + area * 0.92016 * 9, places=4)
        self.assertAlmostEqual(dig_h(36 * IN, area, "clay", tool="skid auger"), 0.1 + area * 0.91728 * 1.3, places=4)
        # A one-man auger digs no 12-in hole: it is dug by hand.
        self.assertEqual(dig_h(36 * IN, area, "clay", tool="one-man auger"), dig_h(36 * IN, area, "clay"))
        made = self.planned()
        asked = [posts_h(made, EstimateRates(dig_soil=soil)) for soil in ("sand", "loam", "clay", "stony", "hardpan")]
        self.assertEqual(asked, sorted(asked))
        self.assertLess(posts_h(made, EstimateRates(dig_tool="skid auger")), posts_h(made, EstimateRates()))

    def test_concrete_mixed_or_poured(self) -> None:
        """2,140 kg at 0.28 min by hand is 9.99 h a cubic metre, 0.15 in a mixer 5.35 h; 20 barrows of 2 min from a truck 0.67 h."""
        for way, each_h in (("by hand", 9.987), ("mixer", 5.35), ("dry", 2.853), ("from a truck", 0.667)):
            self.assertAlmostEqual(concrete_h(way), each_h, places=2)
        made = self.planned()
        asked = [posts_h(made, EstimateRates(concrete=way)) for way in ("from a truck", "dry", "mixer", "by hand")]
        self.assertEqual(asked, sorted(asked))

    def test_wider_and_deeper_than_any_rate_it_still_takes_longer(self) -> None:
        hours_each = [dig_h(deep, area) for area in (0.05, 0.28, 0.5, 1.2) for deep in (0.5, 1.0, 1.4, 1.6, 2.5)]
        for k in range(0, 20, 5):
            self.assertEqual(hours_each[k : k + 5], sorted(hours_each[k : k + 5]))
        self.assertEqual(hours_each[4::5], sorted(hours_each[4::5]))

    def test_deeper_frost_takes_longer(self) -> None:
        terms = EstimateRates()
        shallow, deep = (self.planned(frost_m) for frost_m in (0.76, 2.0))
        more_h = posts_h(deep, terms) - posts_h(shallow, terms)
        dug = [sum(footing.hole_m for footing in made.footings) for made in (shallow, deep)]
        self.assertGreater(dug[1], dug[0])
        # At least what the deeper part takes by the plain rate of 6 h a cubic metre, less the crew's own pace.
        self.assertGreater(more_h, 0.5 * len(deep.footings))
        self.assertGreater(hours(deep, terms), hours(shallow, terms) + more_h)
        before = 0.0
        for frost_m in (0.3, 0.6, 0.9, 1.2, 1.5, 1.8):
            now = hours(self.planned(frost_m), terms)
            self.assertGreaterEqual(now, before)
            before = now

    def test_a_post_with_a_usual_hole_takes_the_crew_s_minutes(self) -> None:
        made = self.planned()
        deep_m, wide_m = 36 * IN, 12 * IN
        layer = Layer(what="concrete", bottom_m=-deep_m, top_m=0.0, width_m=wide_m, shape="round")
        usual = replace(made.footings[0], hole_m=deep_m, hole_width_m=wide_m, layers=(layer,))
        for minutes in (30.0, 60.0):
            terms = EstimateRates(post_min=minutes)
            self.assertAlmostEqual(posts_h(replace(made, footings=(usual,) * 3), terms), 3 * minutes / 60, places=3)

    def test_finish_takes_its_time(self) -> None:
        bare, stained = self.planned(), self.planned(finish=Finish(kind="stain", coats=2))
        litres = next(part.each for part in stained.parts if part.role == "finish")
        more_h = worked_h(stained, EstimateRates()) - worked_h(bare, EstimateRates())
        self.assertAlmostEqual(more_h, litres * 55 / 60)
        # By hand, from the surface: 0.16 h/m2 x (2 + 0.2) coats, for 2 coats at 6 m2/L and a tenth spilt: 0.96 h a litre.
        self.assertAlmostEqual(55 / 60, 0.16 * 2.2 / (2 / 6 * 1.1), delta=0.05)

    def test_a_day_holds_set_up_and_travel(self) -> None:
        self.assertAlmostEqual(paid_ratio(EstimateRates()), 8 / 7.5)
        self.assertAlmostEqual(paid_ratio(EstimateRates(travel_min=60.0)), 8 / 6.5)
        self.assertEqual(paid_ratio(EstimateRates(setup_min=0.0)), 1.0)
        self.assertLessEqual(paid_ratio(EstimateRates(setup_min=2000.0, travel_min=2000.0)), 4.0)
