"""United States members: buckling, columns, bearing, notches, combined stress, against closed forms and what must hold.

Source: NDS 2018 3.3.3, 3.4.3.2, 3.7.1, 3.9.2, 3.10.4 and Supplement 3.1.3; ASCE 7-16 4.8.2 (recalled from memory, not
compared with the printed page). The rows of checks/us.csv hold the worked values; here stands what no row can say.
"""

import unittest

from hypothesis import given
from hypothesis import strategies as st
from steady.calculators.catalog import find
from steady.calculators.model import answer
from steady.design_codes.us import loads, members
from steady.design_codes.us.members import AxialBendingResult
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units.units import FT


class MembersTest(unittest.TestCase):
    @given(st.floats(10, 200), st.floats(1.5, 5.5), st.floats(200, 2500), st.floats(2e5, 7e5))
    def test_a_column_never_gains_by_height(self, length: float, side: float, strength: float, e_min: float) -> None:
        try:
            tall = members.column_stability(length * 1.2, side, strength, e_min_psi=e_min)
        except OutOfScopeError:
            return
        short = members.column_stability(length, side, strength, e_min_psi=e_min)
        self.assertTrue(0 < tall <= short <= 1)

    @given(st.floats(12, 300), st.floats(200, 3000), st.floats(2e5, 7e5))
    def test_a_beam_never_gains_by_unbraced_length(self, length: float, strength: float, e_min: float) -> None:
        try:
            long, _ = members.beam_stability(length * 1.3, 1.5, 9.25, bending_psi=strength, e_min_psi=e_min)
        except OutOfScopeError:
            return
        short, slenderness = members.beam_stability(length, 1.5, 9.25, bending_psi=strength, e_min_psi=e_min)
        self.assertTrue(0 < long <= short <= 1 and slenderness <= 50)

    def test_a_square_stick_does_not_buckle_sideways(self) -> None:
        self.assertEqual(members.beam_stability(500, 3.5, 3.5, bending_psi=1000, e_min_psi=5e5), (1.0, 0.0))

    def test_outside_the_clauses_it_refuses(self) -> None:
        for call in (
            lambda: members.column_stability(400, 3.5, 1000, e_min_psi=5e5),
            lambda: members.beam_stability(2000, 1.5, 11.25, bending_psi=900, e_min_psi=5e5),
            lambda: members.notched_shear_lb(170, 1.5, 9.25, left_in=6.0),
        ):
            with self.assertRaises(OutOfScopeError):
                call()
        with self.assertRaises(InvalidInputError):
            members.notched_shear_lb(170, 1.5, 9.25, left_in=9.5)
        with self.assertRaises(InvalidInputError):
            members.effective_length_in("sideways", 60, 9.25)

    def test_squeeze_at_the_buckling_stress_has_no_answer(self) -> None:
        with self.assertRaises(OutOfScopeError):
            members.combined_use(
                AxialBendingResult(
                    compression_psi=480,
                    compression_strength_psi=700,
                    buckling_strong_psi=480,
                    buckling_weak_psi=480,
                    bending_strong_psi=10,
                    bending_strength_strong_psi=1760,
                )
            )

    def test_bearing_factor(self) -> None:
        self.assertEqual(members.bearing_factor(1.5, 2.0), 1.0)  # at the member's end
        self.assertEqual(members.bearing_factor(8.0, 12.0), 1.0)  # long enough
        self.assertAlmostEqual(members.bearing_factor(3.0, 6.0), 3.375 / 3)

    def test_roof_live_load_bounds(self) -> None:
        self.assertEqual(loads.roof_live(100 * FT**2, 0).value, 20.0)
        self.assertEqual(loads.roof_live(900 * FT**2, 14).value, 12.0)

    def test_an_overhang_balances_and_lifts_the_far_end(self) -> None:
        raw = {"span": "8 ft", "overhang": "2 ft", "load": "66.6667 lb/ft"}
        near = float(answer(find("beam.overhang"), raw, "reaction_near").value or 0)
        far = float(answer(find("beam.overhang"), raw, "reaction_far").value or 0)
        self.assertAlmostEqual(near + far, 666.667, 2)
        self.assertAlmostEqual(near, 66.6667 * 10**2 / (2 * 8), 2)  # w (L + a)² / 2L
        self.assertAlmostEqual(float(answer(find("beam.overhang"), raw, "moment_near").value or 0), -66.6667 * 2, 2)
        self.assertEqual(answer(find("beam.overhang"), raw, "tip_deflection").status, "invalid")
