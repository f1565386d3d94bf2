"""Anchors in small piers: the concrete beside them by hand, off the middle, and the maker's own number."""

import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.fence.spec.feet import FootDetail, Upright
from steady.units.units import IN

from tests.make import fence, planned


def use(plan: Plan) -> float:
    return max(check.use for check in plan.checks if check.key == "base_anchors.edge_distance")


class PierEdgeTest(unittest.TestCase):
    DETAIL = FootDetail(pier_width_m=8 * IN, upright=Upright(by="brace"))

    def on_pier(self, **more: object) -> Plan:
        detail = replace(self.DETAIL, **more)  # type: ignore[arg-type]
        return planned(fence(24, foot="base on pier", foot_detail=detail, hole_width_m=12 * IN))

    def test_by_hand(self) -> None:
        """In the middle of an 8-in pier 4 in stand beside the anchor where 2 1/2 are asked; 2 in off, 2 in: too few."""
        self.assertAlmostEqual(use(self.on_pier()), 2.5 / 4, 4)
        self.assertAlmostEqual(use(self.on_pier(off_centre_m=2 * IN)), 2.5 / 2, 4)

    def test_the_maker_s_number_wins(self) -> None:
        self.assertAlmostEqual(use(self.on_pier(edge_least_m=3 * IN)), 3 / 4, 4)

    def test_farther_off_never_reads_better(self) -> None:
        uses = [use(self.on_pier(off_centre_m=inches * IN)) for inches in (0, 0.5, 1, 2, 3)]
        self.assertEqual(uses, sorted(uses))

    def test_a_base_beside_its_pier_is_refused_at_its_field(self) -> None:
        for inches in (4, 5):
            with self.assertRaises(InvalidInputError) as refused:
                self.on_pier(off_centre_m=inches * IN)
            self.assertEqual(refused.exception.field, "foot_detail/off_centre_m")

    def test_posts_in_the_ground_have_no_anchors(self) -> None:
        self.assertFalse([c for c in planned(fence(24)).checks if c.key == "base_anchors.edge_distance"])
