"""A doorway in a line: posts at both sides, nothing across it, nothing hung in it; and words in the crew's own units."""

import unittest
from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.drawing.views import views
from steady.jobs.estimate import EstimateRates, hours, quote
from steady.jobs.quote_terms import QuoteTerms
from steady.plan.model import Plan
from steady.structures.fence.spec.fence import GateOpening, Infill, NoDig
from steady.takeoff.bill import bill, cuts
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, planned, site
from tests.test_corners import boxes

DOOR = GateOpening(id="door", what="doorway", at_m=10 * FT, clear_m=3 * FT, hung=False)


def through(opening: GateOpening = DOOR) -> Plan:
    return planned(fence(30, openings=(opening,), infill=Infill(style="butted")), site(grounds=()))


class WayThroughTest(unittest.TestCase):
    def test_no_board_rail_or_post_stands_in_it(self) -> None:
        plan = through()
        low, high = 10 * FT + 2.75 * IN, 13 * FT + 2.75 * IN
        for role in ("post", "rail", "board"):
            for box in boxes(plan, role):
                self.assertFalse(box[0] < high - 0.01 and box[2] > low + 0.01, f"a {role} at {box[0] / FT:.2f} ft")

    def test_nothing_is_hung_bought_or_timed_for_a_leaf(self) -> None:
        plan, gated = through(), through(replace(DOOR, hung=True))
        self.assertFalse([part for part in plan.parts if part.role.startswith("leaf") or "hinge" in part.item])
        self.assertTrue([part for part in gated.parts if "hinge" in part.item])
        self.assertFalse([check for check in plan.checks if "/gate/" in check.about])
        self.assertEqual(len(plan.footings), len(gated.footings))
        self.assertLess(hours(plan, EstimateRates()), hours(gated, EstimateRates()))

    def test_it_is_drawn_without_a_leaf_or_swing(self) -> None:
        layers = {shape.layer for view in views(through(), Tape()) for shape in view.shapes}
        self.assertFalse(layers & {"leaf", "swing", "swing-arc"})
        self.assertIn("doorway", {shape.text for view in views(through(), Tape()) for shape in view.shapes})

    def test_a_way_kept_clear_says_how_people_are_let_through(self) -> None:
        zone = NoDig(id="w", kind="clear way", what="escape way", at_m=10 * FT, half_width_m=1.0)
        plan = planned(fence(30, zones=(zone,)), site(grounds=()))
        self.assertTrue([c for c in plan.cautions if "put a way through" in c.text])


class CrewsUnitsTest(unittest.TestCase):
    def test_spoil_and_an_old_fence_are_told_in_yards_and_feet_at_the_same_price(self) -> None:
        plan = through()
        bought = bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings()))
        terms = EstimateRates(spoil_price_per_m3=40.0, old_fence_m=30.48, old_fence_price_per_m=10.0)
        feet, metric = (
            quote(plan, bought, terms, offer=QuoteTerms(), tape=Tape(system)) for system in ("imperial", "metric")
        )
        self.assertEqual(feet.price, metric.price)
        said = {line.says: line.note for line in feet.lines}
        self.assertEqual(said["Old fence away"], "100 ft")
        self.assertIn("yd³", said["Spoil away"])
        self.assertFalse([out for out in feet.out if "m³" in out])
        # A cubic yard is 0.764555 m³ (the international yard, cubed).
        amounts = [float(next(li.note for li in q.lines if li.says == "Spoil away").split()[0]) for q in (feet, metric)]
        self.assertAlmostEqual(amounts[1] / amounts[0], 0.764555, delta=0.01)
