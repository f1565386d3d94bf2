"""Short posts a second time: the ground's push laid out along the post as Broms drew it, its balance found by a general solver.

In clay nine times the strength over the width below a top that does not count, turned about somewhere below; in sand three times
the passive push, held at the foot by one force. The diagrams are recalled from Broms 1964a and 1964b [recalled from memory].
"""

import math
import random
import unittest
from dataclasses import replace

import numpy as np
from scipy.integrate import quad
from scipy.optimize import brentq, minimize_scalar
from steady.design_codes import short_piles
from steady.design_codes.results import Soil, si
from steady.errors import EmbedmentLimitError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.lateral import DEEPEST_M

from tests.test_calculation_steps import value_of

CLAY = Soil(
    name="clay", says="clay", bearing_pa=0, lateral_pa_per_m=0, source="test", cohesion_pa=50_000.0, dead_top_m=0.15
)
SAND = replace(CLAY, name="sand", cohesion_pa=0.0, friction_rad=math.radians(32), unit_weight_n_per_m3=18_000.0)
HALF = 0.5
"""Of the ground's strength that much counts."""


def some(count: int, seed: int) -> list[tuple[float, float, float, Soil]]:
    """Force (N), height (m), width (m) and soil of ordinary posts."""
    rng = random.Random(seed)
    found = []
    for _ in range(count):
        clay = replace(CLAY, cohesion_pa=rng.uniform(15e3, 120e3), dead_top_m=rng.choice((0.15, 0.5)))
        sand = replace(
            SAND,
            friction_rad=math.radians(rng.uniform(26, 40)),
            unit_weight_n_per_m3=rng.uniform(15e3, 21e3),
            dead_top_m=rng.choice((0.0, 0.15)),
        )
        where = rng.uniform(300, 4000), rng.uniform(0.4, 2.0), rng.uniform(0.2, 0.45)
        found += [(*where, clay), (*where, sand)]
    return found


def clay_push_n_per_m(width_m: float, soil: Soil) -> tuple[float, float]:
    """The push along the post, and from where on it counts."""
    return 9 * HALF * soil.cohesion_pa * width_m, max(1.5 * width_m, soil.dead_top_m)


def sand_push_n_per_m2(width_m: float, soil: Soil) -> float:
    """How the push grows with depth below what does not count."""
    passive = (1 + math.sin(soil.friction_rad)) / (1 - math.sin(soil.friction_rad))
    return 3 * soil.unit_weight_n_per_m3 * width_m * HALF * passive


def depth_m(force_n: float, height_m: float, width_m: float, soil: Soil) -> float:
    """The depth at which forces and moments balance, for the best of all piers that lie within a width."""
    if not soil.cohesion_pa:
        return _balanced_m(force_n, height_m, width_m, soil)
    widths = np.linspace(0.05, width_m, 60)
    best = float(widths[int(np.argmin([_balanced_m(force_n, height_m, float(b), soil) for b in widths]))])
    near = minimize_scalar(
        lambda b: _balanced_m(force_n, height_m, b, soil),
        bounds=(max(0.05, best - 0.02), min(width_m, best + 0.02)),
        method="bounded",
        options={"xatol": 1e-6},
    )
    return min(float(near.fun), _balanced_m(force_n, height_m, width_m, soil))


def _balanced_m(force_n: float, height_m: float, width_m: float, soil: Soil) -> float:
    if soil.cohesion_pa > 0:
        push, top = clay_push_n_per_m(width_m, soil)

        def out_of_balance(deep_m: float) -> float:
            # Where it turns, forces balance: push (turn - top) - push (deep - turn) = force.
            turn_m = (force_n / push + top + deep_m) / 2
            upper = quad(lambda z: push * z, top, turn_m)[0]
            lower = quad(lambda z: push * z, turn_m, deep_m)[0]
            return force_n * height_m + upper - lower

        return float(brentq(out_of_balance, top + force_n / push, 200.0))
    grows = sand_push_n_per_m2(width_m, soil)
    arm_m = height_m + soil.dead_top_m

    def about_the_foot(below_m: float) -> float:
        held = quad(lambda z: grows * z * (below_m - z), 0, below_m)[0]
        return force_n * (arm_m + below_m) - held

    return soil.dead_top_m + float(brentq(about_the_foot, 1e-3, 60.0))


def greatest_moment_n_m(force_n: float, height_m: float, width_m: float, soil: Soil) -> float:
    """The greatest moment along the post, its shear added up in thin slices."""
    if soil.cohesion_pa > 0:
        push, top = clay_push_n_per_m(width_m, soil)
        at_m = np.linspace(0.0, top + force_n / push, 20_001)
        pushes = np.where(at_m >= top, push, 0.0)
    else:
        grows, top = sand_push_n_per_m2(width_m, soil), soil.dead_top_m
        at_m = np.linspace(0.0, top + math.sqrt(2 * force_n / grows), 20_001)
        pushes = grows * np.maximum(at_m - top, 0.0)
    step = at_m[1] - at_m[0]
    shear = force_n - np.concatenate(([0.0], np.cumsum((pushes[1:] + pushes[:-1]) / 2 * step)))
    return force_n * height_m + float(np.sum((shear[1:] + shear[:-1]) / 2 * step))


class SecondShortPostsTest(unittest.TestCase):
    def told(self, step: CalculationStep, steps: tuple[CalculationStep, ...]) -> None:
        """What is shown gives what is said."""
        for one in (step, *steps):
            if one.formula:
                self.assertTrue(math.isclose(value_of(one), one.value, rel_tol=1e-9), one.formula)
            self.assertTrue(one.source)

    def test_deep_enough_to_balance_and_no_deeper(self) -> None:
        for force_n, height_m, width_m, soil in some(120, 3):
            where = {"load_n": force_n, "height_m": height_m, "width_m": width_m, "soil": soil}
            want = depth_m(force_n, height_m, width_m, soil)
            if want > DEEPEST_M:
                with self.assertRaises(EmbedmentLimitError):
                    short_piles.embedment(**where)  # type: ignore[arg-type]
                continue
            step, steps = short_piles.embedment(**where)  # type: ignore[arg-type]
            self.assertAlmostEqual(si(step), want, delta=1e-4 * want, msg=f"{where}")
            self.told(step, steps)

    def test_where_it_bends_most(self) -> None:
        for force_n, height_m, width_m, soil in some(120, 4):
            step, steps = short_piles.moment_in_ground(load_n=force_n, height_m=height_m, width_m=width_m, soil=soil)
            want = greatest_moment_n_m(force_n, height_m, width_m, soil)
            self.assertAlmostEqual(si(step) / want, 1.0, delta=2e-4)
            self.told(step, steps)

    def test_a_moment_alone_is_a_small_force_far_up(self) -> None:
        for force_n, height_m, width_m, soil in some(60, 5):
            moment = force_n * height_m
            far_m = 5000.0
            want = depth_m(moment / far_m, far_m, width_m, soil)
            if want > DEEPEST_M:
                with self.assertRaises(EmbedmentLimitError):
                    short_piles.embedment_for_moment(moment_n_m=moment, width_m=width_m, soil=soil)
                continue
            step, steps = short_piles.embedment_for_moment(moment_n_m=moment, width_m=width_m, soil=soil)
            self.assertAlmostEqual(si(step) / want, 1.0, delta=2e-3)
            self.told(step, steps)

    def test_more_push_higher_up_in_weaker_ground_is_never_less_deep(self) -> None:
        for force_n, height_m, width_m, soil in some(40, 6):
            weaker = replace(soil, cohesion_pa=soil.cohesion_pa * 0.8, friction_rad=soil.friction_rad * 0.9)
            depths = []
            for push, high, ground in (
                (force_n, height_m, soil),
                (force_n * 1.2, height_m, soil),
                (force_n * 1.2, height_m * 1.2, soil),
                (force_n * 1.2, height_m * 1.2, weaker),
            ):
                try:
                    step, _ = short_piles.embedment(load_n=push, height_m=high, width_m=width_m, soil=ground)
                    depths.append(si(step))
                except EmbedmentLimitError:
                    depths.append(math.inf)
            self.assertEqual(depths, sorted(depths))

    def test_a_wider_hole_is_never_deeper(self) -> None:
        for force_n, height_m, width_m, soil in some(40, 7):
            narrow, wide = (
                short_piles.embedment(load_n=force_n, height_m=height_m, width_m=at_m, soil=soil)[0].value
                for at_m in (width_m, width_m * 1.3)
            )
            self.assertLessEqual(wide, narrow + 1e-6)

    def test_ground_that_nobody_knows_is_refused_with_what_would_help(self) -> None:
        unknown = replace(CLAY, cohesion_pa=0.0, says="made ground")
        for asked in (
            lambda: short_piles.embedment(load_n=900, height_m=1.0, width_m=0.3, soil=unknown),
            lambda: short_piles.embedment_for_moment(moment_n_m=900, width_m=0.3, soil=unknown),
            lambda: short_piles.moment_in_ground(load_n=900, height_m=1.0, width_m=0.3, soil=unknown),
        ):
            with self.assertRaises(OutOfScopeError) as refused:
                asked()
            self.assertIn("made ground", refused.exception.reason)
            self.assertIn("hand test", refused.exception.would_have_to_change)

    def test_every_named_soil_holds_a_post_and_says_where_it_is_from(self) -> None:
        for school in ("ca", "nz"):
            soils = short_piles.named_soils(school)
            self.assertGreater(len(soils), 2, school)
            for soil in soils:
                step, steps = short_piles.embedment(load_n=900, height_m=0.9, width_m=0.35, soil=soil)
                self.assertLess(si(step), 2.5, soil.name)
                self.assertGreater(si(step), 0.3, soil.name)
                self.told(step, steps)


if __name__ == "__main__":
    unittest.main()
