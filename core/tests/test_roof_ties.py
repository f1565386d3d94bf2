"""Roofs' smaller members by hand: beams that tie the hips, ring segments, ledgers between fasteners, a lean-to's slats."""

import unittest
from dataclasses import replace

from steady.plan.model import CalculationStep, Check, Plan
from steady.plan.results import state
from steady.structures.registry import plan

from tests.test_lean_to import case as lean_to
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola

SQUARE = "16x16 over9in pitch25 ring3 rafters24in sheets2x12 beam8"


def check(made: Plan, key: str, about: str = "") -> Check:
    """The check of this key, of one place where it stands at several."""
    return next(one for one in made.checks if one.key == key and one.about.endswith(about))


def given(step: CalculationStep) -> dict[str, float]:
    """What a step is calculated from."""
    return {name: value for name, value, _ in step.inputs}


class TiedBeamTest(unittest.TestCase):
    """Two 2x10 Southern Pine No. 2: F_b 800, F_t 475 psi (NDS supplement table 4B), C_D 1.25; area 27.75 in2, S 42.78 in3."""

    def setUp(self) -> None:
        self.made = plan(pavilion(SQUARE))

    def test_shares_of_pull_and_bending_are_added(self) -> None:
        for line in (1, 2, 3, 4):
            one = check(self.made, "beam.combined_tension_and_bending", f"/{line}")
            has = given(one.demand)
            self.assertAlmostEqual(has["T_r"], 475 * 1.25 * 27.75, delta=1)
            self.assertAlmostEqual(has["M_r"], 800 * 1.25 * 42.78125 / 12, delta=1)
            self.assertAlmostEqual(one.demand.value, has["T"] / has["T_r"] + has["M"] / has["M_r"], places=9)

    def test_it_is_pulled_as_hard_as_its_corner(self) -> None:
        corner = next(gap for gap in self.made.not_covered if gap.key == "corner_ties.tension")
        assert corner.needs is not None
        pull = given(check(self.made, "beam.combined_tension_and_bending", "/1").demand)["T"]
        self.assertAlmostEqual(pull, corner.needs.value, places=6)

    def test_it_is_worse_than_bending_alone(self) -> None:
        both = check(self.made, "beam.combined_tension_and_bending", "/1").demand.value
        bends = check(self.made, "beam.bending", "/1")
        self.assertGreater(both, bends.demand.value / bends.limit.value)

    def test_a_beam_that_bends_within_its_limit_can_fail_as_a_tie(self) -> None:
        case = pavilion(SQUARE)
        heavy = plan(replace(case, site=replace(case.site, ground_snow_pa=1340.0, frost_m=0.6)))
        one = check(heavy, "beam.combined_tension_and_bending", "/1")
        bends = check(heavy, "beam.bending", "/1")
        self.assertGreater(one.demand.value, bends.demand.value / bends.limit.value)


class CornerStrapTest(unittest.TestCase):
    """Two straps of 700 lb at a corner, four where the hips push harder; beyond that nothing is specified."""

    def straps(self, snow_pa: float) -> tuple[float, int]:
        case = pavilion(SQUARE)
        made = plan(replace(case, site=replace(case.site, ground_snow_pa=snow_pa, frost_m=0.6)))
        corner = next(gap for gap in made.not_covered if gap.key == "corner_ties.tension")
        assert corner.needs is not None
        return corner.needs.value, sum(part.count for part in made.parts if part.item == "lateral tie")

    def test_as_many_as_the_thrust_asks_for(self) -> None:
        seen = set()
        for snow_pa in (0.0, 900.0, 1436.0, 1900.0):
            pull_lb, count = self.straps(snow_pa)
            self.assertEqual(count, 8 if pull_lb <= 1400 else 16, (snow_pa, pull_lb))
            seen.add(count)
        self.assertEqual(seen, {8, 16})


class RingTest(unittest.TestCase):
    """A ring of 3 ft, 2x8 (S 13.14 in3): a person of 300 lb at its middle, 300 * 36 / 4 = 2700 lb-in."""

    def test_a_person_bends_a_segment(self) -> None:
        one = check(plan(pavilion(SQUARE)), "peak_ring_segment.bending")
        has = given(one.demand)
        self.assertAlmostEqual(has["L"], 2700, delta=1)
        self.assertAlmostEqual(one.demand.value, (has["D"] + 2700) / 13.140625, delta=0.1)

    def test_no_ring_no_segment(self) -> None:
        keys = {one.key for one in plan(pavilion("16x12 over9in pitch25 beam8")).checks}
        self.assertFalse(any(key.startswith("peak_ring_segment") for key in keys))


class LedgerTest(unittest.TestCase):
    """A rafter on the ledger half-way between two fasteners 16 in apart: w * a * s / 4."""

    def test_a_lean_to(self) -> None:
        one = check(plan(lean_to("12x8 fall5 beam8 sheets2")), "ledger.bending")
        has = given(one.demand)
        self.assertAlmostEqual(one.demand.value, has["w"] * has["a"] * (16 / 12) / 4, places=6)
        # 2x8 Southern Pine No. 2: F_b 925 psi, 1.25: 1156 psi * 13.14 in3.
        self.assertAlmostEqual(one.limit.value, 925 * 1.25 * 13.140625 / 12, delta=1)

    def test_fasteners_far_apart_carry_several_rafters(self) -> None:
        case = lean_to("12x8 fall5 beam8 sheets2")
        near, far = (
            check(plan(replace(case, spec=replace(case.spec, fixing_m=m))), "ledger.bending").demand.value
            for m in (0.4, 1.2)
        )
        self.assertGreater(far / near, 3)

    def test_a_pergola_on_a_house(self) -> None:
        text = "14x10 attached high8'6 slats4-1/2in posts3"
        made = plan(pergola(text))
        held = next(gap for gap in made.not_covered if gap.key == "ledger_fastener.capacity")
        assert held.needs is not None
        has = given(check(made, "ledger.bending").demand)
        # Two at each 16 in.
        self.assertAlmostEqual(held.needs.value, has["w"] * (16 / 12) / 2, delta=0.1)
        free = plan(pergola("14x10 high8'6 slats4-1/2in posts3"))
        keys = [one.key for one in free.checks] + [one.key for one in free.not_covered]
        self.assertFalse(any(key.startswith("ledger") for key in keys))

    def test_veneer_carries_no_ledger(self) -> None:
        made = plan(pergola("14x10 attached high8'6 slats4-1/2in posts3", wall="veneer"))
        self.assertEqual(str(state(made)), "conflict")
        self.assertIn("No ledger on this wall", made.conflicts[0])


class SlatTest(unittest.TestCase):
    """2x2 (1.5 x 1.5 in) of Southern Pine at 24 in under its own wet weight: 5 w L4 / 384 E I."""

    def test_a_lean_tos_slats_sag_as_a_pergolas(self) -> None:
        one = check(plan(lean_to("12x8 fall5 beam8 slats4in")), "slat.deflection")
        hung = check(plan(pergola("14x10 high8'6 slats4-1/2in posts3")), "slat.deflection")
        self.assertEqual(one.demand.source, hung.demand.source)
        self.assertAlmostEqual(one.limit.value * 150, 23.75, delta=0.01)
        self.assertLess(one.demand.value, 0.001)
