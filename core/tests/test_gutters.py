"""Gutters of a lean-to: the rain on it by hand, the published formulas, the question where no rain is known, and the pieces."""

import math
import random
import unittest
from dataclasses import replace
from typing import Any

from steady.data.loader import table
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.plan.model import Plan
from steady.structures.gutters import Gutter
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.typed_lines import place


def planned(school: Any = "uk", **gutter: Any) -> Plan:
    spec = kind_called("lean-to").typed(NewStructureRequest(text="5x4 fall5 beam2.4", id="s", bare="m", school=school))
    spec = replace(spec, gutter=Gutter(**gutter))
    site = place(school, random.Random(1))
    return plan_structure(
        JobDocument(name="x", school=school, site=site, structures=(Structure(name="S", spec=spec),)), "s"
    )


def check(plan: Plan, key: str) -> Any:
    return next(one for one in plan.checks if one.key == key)


class RainTest(unittest.TestCase):
    def test_the_flow_is_the_area_by_the_rain(self) -> None:
        """75 mm an hour is 0.021 L/s on each square metre; 5 m by 4 m and its eave past the beam."""
        flow = check(planned(kind="half round 125"), "gutter.capacity").demand
        area = dict((name, value) for name, value, _ in flow.inputs)["A"]
        self.assertGreater(area, 5 * 4)
        self.assertLess(area, 5 * 4.5)
        self.assertAlmostEqual(flow.value, area * 0.0208333, places=4)

    def test_in_feet_it_is_gallons_a_minute(self) -> None:
        """A square foot under an inch an hour brings 1/96.25 gal/min: 144 in3 an hour of 231 in3 a gallon."""
        flow = check(planned("us", kind="half round 125", rain_m=0.1016), "gutter.capacity").demand
        self.assertEqual(flow.unit, "gal/min")
        given = {name: value for name, value, _ in flow.inputs}
        self.assertAlmostEqual(given["r"], 4, places=6)
        self.assertAlmostEqual(flow.value, given["A"] * given["r"] * 144 / 231 / 60, places=3)

    def test_wall_above_and_more_rain_bring_more(self) -> None:
        one = check(planned(kind="half round 125"), "gutter.capacity").demand.value
        wall = check(planned(kind="half round 125", from_wall_m2=10.0), "gutter.capacity").demand.value
        storm = check(planned(kind="half round 125", rain_m=0.15), "gutter.capacity").demand.value
        self.assertAlmostEqual(wall - one, 10 * 0.0208333, places=4)
        self.assertAlmostEqual(storm / one, 2, places=6)

    def test_capacities_against_the_formulas(self) -> None:
        """0.9 x 2.78e-5 A^1.25 for a half-round gutter, a run on each side of its outlet; 75-mm pipe a third full."""
        plan = planned(kind="half round 125")
        by_hand = 2 * 0.9 * 2.78e-5 * (math.pi / 8 * 125**2) ** 1.25
        self.assertAlmostEqual(check(plan, "gutter.capacity").limit.value, by_hand, delta=0.02 * by_hand)
        pipe = 2.5e-4 * 0.25**-0.167 * 75**2.667 * 0.33**1.667
        self.assertAlmostEqual(check(plan, "downpipe.capacity").limit.value, pipe, delta=0.01 * pipe)

    def test_half_rounds_are_half_circles(self) -> None:
        for row in table("gutters"):
            if row.text["shape"] == "half round":
                wide_mm = float(row.text["key"].split()[-1])
                self.assertAlmostEqual(row.number("section_m2") * 1e6, math.pi / 8 * wide_mm**2, delta=1)

    def test_where_no_rain_is_known_it_is_asked_for(self) -> None:
        plan = planned("nz", kind="box 100")
        self.assertTrue([gap for gap in plan.not_covered if gap.key == "gutter.capacity" and gap.crew])
        self.assertFalse([one for one in plan.checks if one.key == "gutter.capacity"])
        typed = planned("nz", kind="box 100", rain_m=0.1)
        self.assertFalse([gap for gap in typed.not_covered if gap.key == "gutter.capacity"])

    def test_without_a_gutter_nothing_is_asked_or_bought(self) -> None:
        plan = planned()
        self.assertFalse([one for one in plan.checks if one.key.startswith(("gutter", "downpipe"))])
        self.assertFalse([part for part in plan.parts if part.item.startswith(("gutter", "downpipe"))])


class PiecesTest(unittest.TestCase):
    def test_pieces_by_hand(self) -> None:
        """5 m of eave: 2 lengths of 3 m, 7 + 1 brackets at 0.8 m, 2 caps; two pipes of about 2.4 m: 2 lengths."""
        plan = planned(kind="half round 100", outlets=2)
        counts = {part.item: part.count for part in plan.parts if part.item.startswith(("gutter", "downpipe"))}
        self.assertEqual(counts["gutter 3 m"], 2)
        self.assertEqual(counts["gutter bracket"], 8)
        self.assertEqual((counts["gutter end cap"], counts["gutter outlet"], counts["downpipe 3 m"]), (2, 2, 2))
