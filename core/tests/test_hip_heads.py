"""What passes through a hip's head, from the balance of two hips that lean on each other; and hips of two plies."""

import math
import random
import unittest
from dataclasses import replace

import numpy as np
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.plan.results import fails
from steady.structures.pavilion.checks import hip_load
from steady.structures.pavilion.layout import lay_out
from steady.structures.pavilion.line_parser import read_pavilion
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

from tests.make import site


def through_heads(rise_m: float, level_m: float, jacks_n: tuple[float, float], top_n: tuple[float, float]) -> float:
    """The greater shear down through the head of one of two opposite hips on hinges: six unknowns, six sums of forces.

    Each hip carries its jacks as a triangle that grows toward the peak; `top_n` comes down on its head from the ring.
    """
    # Unknowns: foot a (x, z), foot b (x, z), what b's head presses on a's head (x, z).
    rows, right = np.zeros((6, 6)), np.zeros(6)
    for k, sign in ((0, 1.0), (1, -1.0)):
        load = jacks_n[k] + top_n[k]
        rows[3 * k, 2 * k], rows[3 * k, 4] = 1.0, sign
        rows[3 * k + 1, 2 * k + 1], rows[3 * k + 1, 5] = 1.0, sign
        right[3 * k + 1] = load
        # Moments about the hip's own foot, the level way toward the peak counted as positive.
        rows[3 * k + 2, 4], rows[3 * k + 2, 5] = -rise_m, sign * level_m
        right[3 * k + 2] = jacks_n[k] * 2 / 3 * level_m + top_n[k] * level_m
    found = np.linalg.solve(rows, right)
    passed = float(found[5])
    return max(top_n) + abs(passed)


class HeadTest(unittest.TestCase):
    def test_no_more_passes_than_is_counted(self) -> None:
        rng = random.Random(8)
        for _ in range(200):
            level, rise = rng.uniform(1.5, 4.0), rng.uniform(0.6, 2.5)
            dead, live, ring = (rng.uniform(200, 3000) for _ in range(3))
            for share in (0.0, 0.5, 1.0):
                # All of it on one half, what is left out on the other.
                jacks = (dead + live, dead + share * live)
                tops = (ring, ring * (dead + share * live) / (dead + live))
                met = through_heads(rise, level, jacks, tops)
                balanced = (tops[0] - tops[1]) / 2
                self.assertLessEqual(met, ring + live / 3 + balanced + 1e-6)

    def test_even_loads_pass_what_the_ring_brings_alone(self) -> None:
        self.assertAlmostEqual(through_heads(1.2, 2.4, (900.0, 900.0), (400.0, 400.0)), 400.0)

    def test_a_third_of_what_lies_on_one_half_passes(self) -> None:
        self.assertAlmostEqual(through_heads(1.2, 2.4, (900.0, 0.0), (0.0, 0.0)), 300.0)


class PliesTest(unittest.TestCase):
    def made(self, **fields: object) -> object:
        spec = replace(read_pavilion("16x16 pitch25", "p"), **fields)  # type: ignore[arg-type]
        case = DesignInput(
            spec=spec, site=site(ground_snow_pa=240.0), book=rulebook("us"), yard=PurchasingSettings(), tape=Tape()
        )
        return plan(case)

    def test_two_plies_take_half_each(self) -> None:
        one, two = self.made(), self.made(hip_plies=2)
        key = "hip_rafter.combined_axial_and_bending"
        uses = [max(check.use for check in made.checks if check.key == key) for made in (one, two)]  # type: ignore[attr-defined]
        self.assertLess(uses[1], uses[0] / 2 * 1.1)
        self.assertTrue(fails([c for c in one.checks if c.key == key]))  # type: ignore[attr-defined]
        self.assertFalse(fails([c for c in two.checks if c.key == key]))  # type: ignore[attr-defined]

    def test_both_plies_are_on_the_list_side_by_side(self) -> None:
        made = self.made(hip_plies=2)
        hips = [place for part in made.parts if part.role == "hip" for place in part.places]  # type: ignore[attr-defined]
        self.assertEqual(len(hips), 8)
        first, second = (next(p for p in hips if p.id.endswith(end)) for end in ("front", "front/2"))
        self.assertAlmostEqual(math.dist(first.at, second.at), 1.5 * 0.0254)
        jacks = [
            max(part.length_m for part in one.parts if part.role == "jack")  # type: ignore[attr-defined]
            for one in (self.made(), made)
        ]
        # Each jack ends half a ply sooner, square to the hip: (t/2)√2 on plan, up its slope.
        self.assertAlmostEqual(
            jacks[0] - jacks[1], 0.75 * 0.0254 * math.sqrt(2) / math.cos(math.radians(25)), delta=1e-3
        )

    def test_the_hips_thrust_is_what_it_was(self) -> None:
        layout = [lay_out(replace(read_pavilion("14x14 pitch25", "p"), hip_plies=k)) for k in (1, 2)]
        self.assertAlmostEqual(hip_load(layout[0], 1000.0).tie_x_n, hip_load(layout[1], 1000.0).tie_x_n)
