"""What is squared and levelled by: a corner's triangle by hand, diagonals of every frame, and what to do when one is out."""

import math
import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import FT

from tests.make import planned

CORNER = FenceSpec(
    id="f",
    straights=(Straight(id="a", length_m=40 * FT), Straight(id="b", length_m=30 * FT, turn_rad=math.pi / 2)),
)
LINES = (("deck", "16x12 up3"), ("pergola", "12x10"), ("lean-to", "12x8"), ("pavilion", "12x12"))


def across(plan: Plan) -> list[float]:
    return [target.planned for target in plan.targets if target.what == "across the corner"]


class TolerancesTest(unittest.TestCase):
    def test_a_square_corner_six_feet_out(self) -> None:
        """6 ft out on both strings the long side is 6 √2 = 8.485 ft."""
        [planned_m] = across(planned(CORNER))
        self.assertAlmostEqual(planned_m / FT, 8.4853, 4)

    def test_any_turn_by_two_points_on_the_strings(self) -> None:
        for degrees in (20, 45, 60, 120, -70):
            turn = math.radians(degrees)
            spec = replace(CORNER, straights=(CORNER.straights[0], replace(CORNER.straights[1], turn_rad=turn)))
            one = (-6 * FT, 0.0)
            other = (6 * FT * math.cos(turn), 6 * FT * math.sin(turn))
            self.assertAlmostEqual(across(planned(spec))[0], math.dist(one, other), 9)

    def test_a_short_straight_gives_a_smaller_triangle(self) -> None:
        spec = replace(CORNER, straights=(CORNER.straights[0], replace(CORNER.straights[1], length_m=4 * FT)))
        self.assertAlmostEqual(across(planned(spec))[0] / FT, 4 * math.sqrt(2), 6)

    def test_frames_are_squared_and_levelled(self) -> None:
        for key, text in LINES:
            kind = kind_called(key)
            spec = kind.typed(NewStructureRequest(text=text, id="s", bare="ft", school="us"))
            plan = planned(spec)
            whats = {target.what: target for target in plan.targets}
            self.assertIn("diagonal 1", whats, key)
            self.assertIn("diagonal 2", whats, key)
            self.assertTrue([what for what in whats if "level" in what], key)
            # A rectangle's diagonals are alike.
            self.assertAlmostEqual(whats["diagonal 1"].planned, whats["diagonal 2"].planned, 3, key)

    def test_whatever_is_judged_says_what_to_do(self) -> None:
        for key, text in LINES:
            spec = kind_called(key).typed(NewStructureRequest(text=text, id="s", bare="ft", school="us"))
            for target in planned(spec).targets:
                if target.within is not None and not target.replans:
                    self.assertTrue(target.mend, f"{key}: {target.what}")
        for target in planned(CORNER).targets:
            if target.within is not None:
                self.assertTrue(target.mend, target.what)
