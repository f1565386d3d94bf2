"""Open risers by the ball that must not pass them, and the strips that close them; a footbridge's stringers by half its width."""

import unittest
from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.ground.site import Site
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import Bridge, StairDesign
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.stair.calculate import open_riser
from steady.units.show import Tape
from steady.units.units import IN

from tests.make import plan, planned, site
from tests.test_deck import deck


class OpenRiserTest(unittest.TestCase):
    def test_the_residential_code_asks_above_thirty_inches(self) -> None:
        """IRC R311.7.5.1: five risers of 7.2 in under 1-in treads: one top lies over 30 in; 6.2 - 4 in of strip and a hair."""
        limits = rulebook("us").stair("cut")
        one = open_riser(7.2 * IN, 1 * IN, 5, limits=limits)
        self.assertEqual(one.close_least, 1)
        self.assertAlmostEqual(one.clear_m / IN, 6.2)
        self.assertAlmostEqual((one.strip_m - 0.003) / IN, 2.2)
        self.assertEqual(open_riser(7.2 * IN, 1 * IN, 4, limits=limits).close_least, 0)  # 28.8 in
        self.assertEqual(open_riser(4.9 * IN, 1 * IN, 9, limits=limits).close_least, 0)  # 3.9 in clear
        self.assertGreater(open_riser(0.18, 0.025, 2, limits=rulebook("ca").stair("cut")).close_least, 0)

    def flight(self, open_risers: bool) -> tuple[float, int]:
        stair = StairDesign(id="s", edge=2, at_m=1.0, open_risers=open_risers)
        made = planned(replace(deck("16x12 up3"), stairs=(stair,)), site(grounds=()))
        check = next(c for c in made.checks if c.key == "stair.open_risers")
        return check.use, sum(part.count for part in made.parts if part.role == "riser")

    def test_strips_close_them_unless_they_are_wished_open(self) -> None:
        used, strips = self.flight(False)
        self.assertLess(used, 1)
        self.assertEqual(strips, 4)
        used, strips = self.flight(True)
        self.assertGreater(used, 1.4)
        self.assertEqual(strips, 0)


class StringersTest(unittest.TestCase):
    def test_a_crowd_on_two_stringers(self) -> None:
        """2.5 kN/m2 and what lasts on half the width of a bridge of two: 1.4 and 1.5 of them, w L^2 / 8."""
        spec = replace(
            localized(read_deck("0.6x2.7 up0.3", "b", "m"), "ca"), attach="free", bridge=Bridge(), spacing_m=0.6
        )
        made = plan(spec, Site(soil="firm clay"), rulebook("ca"), PurchasingSettings(), Tape("metric", 0.001))
        joists = sum(part.count for part in made.parts if part.role == "joist")
        self.assertEqual(joists, 2)
        check = max((c for c in made.checks if c.key == "joist.bending"), key=lambda c: c.use)
        loads = {name: value for name, value, _ in check.demand.inputs}
        span = next(c.demand.value for c in made.checks if c.key == "joist.allowable_span")
        self.assertAlmostEqual(loads["L"] / (2.5 * 0.6 / 2 * span**2 / 8), 1, delta=0.01)
