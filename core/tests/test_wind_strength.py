"""Boards, rails, corner posts and latch stiles of fences in the wind, each against a calculation by hand."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.catalog.items import usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.design_codes.requests import Wood
from steady.ground.site import Site
from steady.plan.model import Check, Plan
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.fence.spec.localise import localized
from steady.structures.gate.spec import LeafDesign
from steady.units.show import Tape
from steady.units.units import FT, MM

from tests.make import fence_with, plan, planned, site
from tests.test_turned_posts import bent

BOARDS = "fence_board.bending"


def at(school: str, length_m: float, where: dict[str, float], **changes: Any) -> Plan:
    """A fence of the school's usual wood, on its usual soil, in a wind."""
    start = usual(school)
    line = FenceSpec(id="f", straights=(Straight(id="a", length_m=length_m),))
    spec = replace(localized(line, school), **changes)
    ground = {"soil": start.soil, "exposure": start.exposure, **where}
    return plan(spec, Site(**ground), rulebook(school), PurchasingSettings(bag=start.bag), Tape("metric", 0.001))  # type: ignore[arg-type]


def worst(made: Plan, name: str) -> Check:
    return max((c for c in made.checks if c.key == name and "wind" in c.case), key=lambda c: c.use)


class BoardsTest(unittest.TestCase):
    def test_a_fence_that_is_all_end_zone_gets_no_longer_boards(self) -> None:
        """ca .44 kPa, two rails 1.2 m apart on 1.6 m: 12 ft is within two heights of its ends all along, as 60 ft is at its own."""
        uses = [
            worst(at("ca", n * FT, {"wind_pressure_pa": 440.0}, height_m=1.6, bay_max_m=1.2, rails_count=2), BOARDS)
            for n in (12, 60)
        ]
        self.assertAlmostEqual(uses[0].use, uses[1].use, 9)
        self.assertGreater(uses[0].use, 1.3)
        self.assertTrue(all("end zone" in check.case for check in uses))

    def test_palings_feel_the_wind_they_stand_in(self) -> None:
        """SG6 wet, 7.5 MPa x 0.8 = 6.0 MPa: p L^2 / 8 over t^2 / 6 of a metre of 19-mm palings, whatever its width."""
        for speed in (32.0, 44.0, 55.0):
            made = at("nz", 20.0, {"wind_speed_m_per_s": speed}, height_m=1.8, rails_count=2)
            check = worst(made, BOARDS)
            self.assertAlmostEqual(check.limit.value, 6.0, 9)
            pressure = next(s for s in check.working if s.symbol == "w")
            p_kpa = dict((n, v) for n, v, _ in pressure.inputs)["p"]
            span = next(v for s in check.working if s.symbol == "M" for n, v, _ in s.inputs if n == "L")
            self.assertAlmostEqual(check.demand.value, p_kpa * 1e3 * span**2 / 8 / (0.019**2 / 6) / 1e6, 6)


class SizeFactorTest(unittest.TestCase):
    def test_it_goes_by_the_larger_dimension(self) -> None:
        """O86 Table 6.4.5, 38 to 64 mm thick and 140 deep: 1.4, on edge and flat alike."""
        on_edge = Wood(
            species="Spruce-Pine-Fir",
            grade="No.1/No.2",
            size="38x140 mm",
            width_m=38 * MM,
            depth_m=140 * MM,
        )
        for wood in (on_edge, replace(on_edge, flat=True)):
            step = rulebook("ca").strength("bending", wood, "wind").step
            self.assertEqual(next(v for n, v, _ in step.inputs if n == "K_Z"), 1.4)


class CornerTest(unittest.TestCase):
    def test_wind_along_the_two_axes_of_its_post(self) -> None:
        """Square with the leg that goes on: the sum of both components of P1 turned by the angle, and P2 across its own leg."""
        for degrees in (30.0, 45.0, 80.0, 90.0, 120.0):
            turn = math.radians(degrees)
            for bend in ("square", "split"):
                made = planned(bent(degrees, bend_posts=bend), site(grounds=()))
                check = next(
                    c
                    for c in made.checks
                    if c.about == "f/post/b" and c.key == "post.bending_at_grade" and "wind" in c.case
                )
                p_1, p_2 = (next(s.value for s in check.working if s.symbol == name) for name in ("P_1", "P_2"))
                stands = turn if bend == "square" else turn / 2
                axes = [(math.cos(stands), math.sin(stands)), (-math.sin(stands), math.cos(stands))]
                pushes = [(-math.sin(0.0) * p_1, math.cos(0.0) * p_1), (-math.sin(turn) * p_2, math.cos(turn) * p_2)]
                # Each leg's wind may come from either side; what stresses a square section is the sum over its axes.
                sums = []
                for sign in (1, -1):
                    x, y = (pushes[0][k] + sign * pushes[1][k] for k in (0, 1))
                    sums.append(sum(abs(x * a + y * b) for a, b in axes))
                modulus = next(s for s in check.working if s.symbol == "S")
                whole = dict((n, v) for n, v, _ in modulus.inputs)
                arm = next(s.value for s in check.working if s.symbol in ("h_a", "h_s"))
                stress = 12 * max(sums) * arm / (whole["b"] * whole["d"] ** 2 / 6)
                self.assertGreaterEqual(check.demand.value, stress - 1e-6, (degrees, bend))
                if bend == "square" and degrees <= 90:
                    self.assertAlmostEqual(check.demand.value / stress, 1, 6, (degrees, bend))


class LatchStileTest(unittest.TestCase):
    def test_it_cantilevers_from_the_latch(self) -> None:
        """p B/2 a^2 / 2, a from the latch at 3 ft to the top of the leaf."""
        made = planned(replace(fence_with(LeafDesign(cross_rails=2)), height_m=7 * FT))
        check = next(c for c in made.checks if c.key == "gate_latch_upright.bending_wind")
        given = dict((n, v) for n, v, _ in check.demand.inputs)
        # 7 ft of boards over a gap of 2 in: the latch at 3 ft is the lower part of it.
        self.assertGreater(given["a"], 4.0)
        self.assertLess(given["b"], 2.0)
        by_hand = given["p"] * given["b"] * given["a"] ** 2 / 2
        self.assertAlmostEqual(check.demand.value, by_hand, 6)
        # A 2x4 flat, 3.5 x 1.5^2 / 6 = 1.3125 in3: a stress past any No.2 pine's in the wind.
        self.assertGreater(by_hand * 12 / 1.3125, 2000)
        self.assertGreater(check.use, 1.0)

    def test_a_pair_needs_its_head_held(self) -> None:
        """A rod at the foot alone holds no stile upright: a stop at the head takes half of what both leaves bring there."""
        spec = fence_with(LeafDesign())
        pair = planned(replace(spec, openings=(replace(spec.openings[0], leaves_m=(1.0, 1.0), clear_m=8 * FT),)))
        [gap] = [g for g in pair.not_covered if g.key == "gate_pair.head_restraint_wind"]
        assert gap.needs is not None
        inputs = {n: v for n, v, _ in gap.needs.inputs}
        self.assertAlmostEqual(gap.needs.value, inputs["p"] * inputs["b"] * inputs["h"], places=6)
        second = next(c for c in pair.checks if c.key == "gate_latch_upright.bending_wind" and "leaf 2" in c.case)
        self.assertAlmostEqual(second.demand.value, gap.needs.value * inputs["h"] / 8, places=6)
