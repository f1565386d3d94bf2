"""Anchors in small piers: the concrete beside them by hand, off the middle, and the maker's own number."""

import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.fence.spec.feet import FootDetail, Upright
from steady.structures.registry import plan
from steady.units.units import IN

from tests.make import fence, planned
from tests.test_kept_plans import case_of, site_of


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


class DeckPierTest(unittest.TestCase):
    """A deck's posts on bases: a 12-in pier, the base off its middle."""

    def made(self, **more: object) -> Plan:
        spec = replace(read_deck("12x10 up3", "d"), footing_shape="square", footing_width_m=16 * IN, **more)  # type: ignore[arg-type]
        return plan(case_of(spec, site_of("us"), "us"))

    def pressure(self, made: Plan) -> float:
        return max(check.demand.value for check in made.checks if check.key == "footing.soil_bearing")

    def test_by_hand(self) -> None:
        """16 in wide, 2 in off: 8 - 2 = 6 in beside the anchor where 2 1/2 are asked; the load bears on 16 x (16 - 4) in."""
        self.assertAlmostEqual(use(self.made(base_off_centre_m=2 * IN)), 2.5 / 6, 4)
        self.assertAlmostEqual(use(self.made(base_off_centre_m=2 * IN, base_edge_least_m=5 * IN)), 5 / 6, 4)
        middle, off = self.pressure(self.made()), self.pressure(self.made(base_off_centre_m=2 * IN))
        self.assertAlmostEqual(off / middle, 16 / 12, 4)

    def test_farther_off_never_reads_better_and_piers_grow(self) -> None:
        uses = [use(self.made(base_off_centre_m=inches * IN)) for inches in (0.5, 1, 3, 5)]
        self.assertEqual(uses, sorted(uses))
        spec = read_deck("12x10 up3", "d")
        wide = [
            max(f.hole_width_m for f in plan(case_of(replace(spec, base_off_centre_m=m), site_of("us"), "us")).footings)
            for m in (0.0, 3 * IN)
        ]
        self.assertGreaterEqual(wide[1] - wide[0], 6 * IN - 1 * IN)

    def test_beside_its_pier_is_refused_at_its_field(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            self.made(base_off_centre_m=9 * IN)
        self.assertEqual(refused.exception.field, "base_off_centre_m")

    def test_nothing_is_said_where_nothing_was_typed(self) -> None:
        self.assertFalse([c for c in self.made().checks if c.key == "base_anchors.edge_distance"])
