"""Wire against digging: as long as the fence, on the side that is meant, staked; woven wire strained at its ends."""

import math
import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Infill
from steady.units.units import FT, IN

from tests.make import fence, planned

MESH = Infill(style="wire mesh", stock="wire mesh 4 ft", apron="laid out", apron_m=18 * IN)


def apron_m(plan: Plan) -> float:
    return sum(part.length_m * part.count for part in plan.parts if part.id.startswith("f/apron/"))


def count(plan: Plan, item: str) -> int:
    return sum(part.count for part in plan.parts if part.item == item)


class ApronTest(unittest.TestCase):
    def made(self, **more: object) -> tuple[FenceSpec, Plan]:
        spec = replace(fence(40, height_m=4 * FT, infill=MESH), **more)  # type: ignore[arg-type]
        return spec, planned(spec)

    def test_as_long_as_the_fence_and_pinned_every_two_feet(self) -> None:
        _, plan = self.made()
        # Half a post past each end post's middle, on level ground: 40 ft and a post.
        self.assertAlmostEqual(apron_m(plan), 40 * FT, delta=0.3)
        self.assertEqual(count(plan, "ground stake"), math.ceil(apron_m(plan) / 0.6 - 1e-6))

    def test_none_under_a_gate(self) -> None:
        gate = GateOpening(id="g", at_m=16 * FT, clear_m=4 * FT)
        _, plan = self.made(openings=(gate,))
        self.assertLess(apron_m(plan), 40 * FT - 3.5 * FT)

    def test_it_lies_on_the_side_of_the_animals_or_goes_down(self) -> None:
        for inside, sign in (("left", 1), ("right", -1)):
            _, plan = self.made(inside=inside)
            for part in plan.parts:
                if part.id.startswith("f/apron/"):
                    for place in part.places:
                        self.assertGreater(sign * place.at[1], 0)
                        self.assertAlmostEqual(abs(place.up[1]), 1.0)
        _, plan = self.made(infill=replace(MESH, apron="buried"))
        for part in plan.parts:
            if part.id.startswith("f/apron/"):
                for place in part.places:
                    # Its upper edge at the ground, its lower one 18 in down.
                    self.assertAlmostEqual(place.at[2], -9 * IN, delta=0.2)
        self.assertEqual(count(plan, "ground stake"), 0)

    def test_woven_wire_is_strained_and_welded_panels_are_not(self) -> None:
        _, plan = self.made()
        self.assertEqual(count(plan, "wire strainer"), 2)
        stock = planned(fence(40, height_m=50 * IN, infill=Infill(style="stock panels")))
        self.assertEqual(count(stock, "wire strainer"), 0)

    def test_boards_may_have_one_too(self) -> None:
        plan = planned(fence(40, infill=Infill(apron="buried", apron_m=12 * IN)))
        self.assertAlmostEqual(apron_m(plan), 40 * FT, delta=0.3)

    def test_none_where_none_is_asked(self) -> None:
        self.assertEqual(apron_m(planned(fence(40))), 0.0)
