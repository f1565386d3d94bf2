"""A leaf's four ways to swing over sloping ground: by hand, and by the mirrored leaf."""

import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.structures.gate.spec import LeafDesign
from steady.units.units import FT

from tests.make import fence_with, planned, site


def ways(plan: Plan) -> dict[str, float]:
    return {
        measure.says.replace(" (as it is)", ""): measure.value_m
        for detail in plan.details
        if detail.id.endswith("/plan")
        for measure in detail.measures
    }


class FourSwingsTest(unittest.TestCase):
    LEAF = LeafDesign(front_grade=0.10, clear_m=0.0254)

    def test_each_way_by_hand_on_a_bank(self) -> None:
        """Level along the line, 10 in 100 up toward the inside: in, the open leaf meets B/10; out, nothing."""
        plan = planned(fence_with(self.LEAF))
        found = ways(plan)
        [leaf] = [d for d in plan.details if d.id.endswith("/plan")]
        width_m = max(bar.end[0] for bar in leaf.bars)
        for post in ("start", "end"):
            self.assertAlmostEqual(found[f"In, hinges at the {post}: least gap at the hinge"], 0.0254 + width_m / 10, 4)
            self.assertAlmostEqual(found[f"Out, hinges at the {post}: least gap at the hinge"], 0.0254, 4)

    def test_the_way_it_is_has_the_lift_of_its_check(self) -> None:
        for swing in ("in", "out"):
            for hung in ("start", "end"):
                spec = fence_with(replace(self.LEAF, hung=hung), swing=swing)
                [check] = [c for c in planned(spec).checks if c.key == "gate.ground_clearance_swinging"]
                lift_m = check.limit.value * 0.0254
                self.assertAlmostEqual(
                    ways(planned(spec))[f"{swing.capitalize()}, hinges at the {hung}: least gap at the hinge"],
                    lift_m,
                    4,
                )

    def test_the_other_ways_are_those_of_the_gate_so_set(self) -> None:
        falls = site(0.08, 40)
        said = ways(planned(fence_with(self.LEAF), falls))
        self.assertGreater(len({round(value, 3) for value in said.values()}), 3)
        for swing in ("in", "out"):
            for hung in ("start", "end"):
                own = ways(planned(fence_with(replace(self.LEAF, hung=hung), swing=swing), falls))
                key = f"{swing.capitalize()}, hinges at the {hung}: least gap at the hinge"
                self.assertAlmostEqual(own[key], said[key], 4)

    def test_a_pair_has_two_ways_and_unread_ground_none(self) -> None:
        pair = fence_with(self.LEAF, leaves_m=(2 * FT, 2 * FT))
        self.assertEqual(len([k for k in ways(planned(pair)) if k.endswith("least gap at the hinge")]), 2)
        self.assertEqual(ways(planned(fence_with(LeafDesign()))), {})
