"""Straps in a lean-to's roof plane: doubled where one ordinary strap does not hold the push along, and counted so."""

import math
import unittest

from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.starting_designs import start
from steady.plan.connectors import limits_n
from steady.plan.model import Plan
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest


def job(text: str, pressure_pa: float, snow_pa: float = 1000.0) -> JobDocument:
    spec = kind_called("lean-to").typed(NewStructureRequest(text=text, id="s", bare="ft", school="ca"))
    site = Site(
        frost_m=1.2,
        ground_snow_pa=snow_pa,
        rain_snow_pa=400.0,
        wind_pressure_pa=pressure_pa,
        soil="stiff clay",
        exposure="open",
    )
    return JobDocument(name="x", school="ca", site=site, structures=(Structure(name="S", spec=spec),))


def needs(plan: Plan) -> float:
    gap = next(one for one in plan.not_covered if one.key == "roof_bracing_straps.tension")
    assert gap.needs is not None
    return gap.needs.value


def rolls(plan: Plan) -> int:
    return sum(part.count for part in plan.parts if part.item == "roof strap")


class StrapTest(unittest.TestCase):
    def test_two_straps_on_a_diagonal_share_what_one_does_not_hold(self) -> None:
        limits = limits_n("strap tie", "ca")
        assert limits is not None
        most_kn = limits["up"] / 1000
        seen = set()
        for pressure in (150.0, 300.0, 470.0, 700.0):
            plan = plan_structure(job("18x10 fall5 beam8 rafters12in", pressure), "s")
            seen.add(rolls(plan))
            self.assertLess(needs(plan), most_kn if rolls(plan) == min(seen) else math.inf)
        self.assertEqual(len(seen), 2, seen)

    def test_the_pull_falls_to_half_where_they_are_doubled(self) -> None:
        """The push goes with the pressure: from the last single strap on, twice the pressure pulls each of two as much."""
        single = plan_structure(job("18x10 fall5 beam8 rafters12in", 200.0), "s")
        double = plan_structure(job("18x10 fall5 beam8 rafters12in", 400.0), "s")
        self.assertAlmostEqual(needs(double), needs(single), delta=0.02 * needs(single))
        # Both diagonals of 18 ft by about 10 ft are 12.6 m: two rolls of 10 m; twice that is three.
        self.assertEqual((rolls(single), rolls(double)), (2, 3))


class SearchTest(unittest.TestCase):
    def test_an_ordinary_lean_to_under_drifted_snow_comes_to_an_answer(self) -> None:
        for text, pressure, snow in (("18x10 fall5 beam8", 470.0, 1000.0), ("15x12 fall8 beam8", 350.0, 1900.0)):
            found = start(job(text, pressure, snow), "s", "cheapest")
            self.assertEqual(found.state, "pass_by_practice", found.why)
