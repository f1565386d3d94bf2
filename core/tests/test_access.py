"""The way to the work: what goes round a corner by the closed formula and by turning it, and what is said of a job."""

import math
import random
import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.ground.access import SiteAccess, round_corner_m
from steady.jobs.job_takeoff import job_list
from steady.units.units import FT, IN

from tests.make import fence, job


class RoundCornerTest(unittest.TestCase):
    def test_a_thin_piece_by_the_closed_formula(self) -> None:
        """Two passages of 3 and 4 ft: (3^(2/3) + 4^(2/3))^1.5 = 9.87 ft, as the calculus books have it."""
        self.assertAlmostEqual(round_corner_m(3 * FT, 4 * FT) / FT, 9.8656, 3)
        dice = random.Random(5)
        for _ in range(20):
            a, b = dice.uniform(0.6, 3), dice.uniform(0.6, 3)
            self.assertAlmostEqual(round_corner_m(a, b), (a ** (2 / 3) + b ** (2 / 3)) ** 1.5, 5)

    def test_a_wide_piece_touches_the_inner_corner(self) -> None:
        """Turned step by step with its ends on the outer walls, its inner side never cuts the corner; a longer one does."""
        a, b, w = 1.2, 0.9, 0.25

        def clears(long_m: float) -> bool:
            for k in range(1, 900):
                turn = math.pi / 2 * k / 900
                # Outer walls are the axes; the inner corner stands at (b, a). Distance of it from the outer side.
                x, y = long_m * math.cos(turn), long_m * math.sin(turn)
                if (b / x + a / y - 1) / math.hypot(1 / x, 1 / y) < w - 1e-9:
                    return False
            return True

        most = round_corner_m(a, b, w)
        self.assertTrue(clears(most - 1e-4))
        self.assertFalse(clears(most + 1e-2))

    def test_headroom_lets_it_tilt_and_a_wide_one_is_refused(self) -> None:
        flat = round_corner_m(1.0, 1.0)
        self.assertAlmostEqual(round_corner_m(1.0, 1.0, 0.0, headroom_m=2.0), math.hypot(flat, 2.0), 6)
        with self.assertRaises(InvalidInputError):
            round_corner_m(1.0, 0.3, 0.3)


class AccessNotesTest(unittest.TestCase):
    def told(self, **way: object) -> dict[str, tuple[bool, str]]:
        made = job(fence())
        made = replace(made, site=replace(made.site, access=SiteAccess(**way)))  # type: ignore[arg-type]
        return {note.key: (note.fits, note.text) for note in job_list(made).access}

    def test_nothing_is_said_of_what_nobody_measured(self) -> None:
        self.assertEqual(self.told(), {})

    def test_a_tight_corner_stops_long_sticks(self) -> None:
        self.assertFalse(self.told(corner_from_m=3 * FT, corner_to_m=3 * FT)["corner"][0])
        self.assertTrue(self.told(corner_from_m=12 * FT, corner_to_m=12 * FT)["corner"][0])

    def test_a_machine_wider_than_the_gate(self) -> None:
        self.assertFalse(self.told(gate_m=34 * IN, machine_m=36 * IN)["machine"][0])
        self.assertTrue(self.told(gate_m=40 * IN, machine_m=36 * IN)["machine"][0])

    def test_carried_by_hand(self) -> None:
        """Loads of 23 kg, there and back at a metre a second: the hours are those of the weight that comes."""
        listed = job_list(job(fence()))
        loads = math.ceil(sum(one.mass_kg for one in listed.deliveries) / 23)
        self.assertIn(f"about {loads} loads", self.told(carry_m=30.0)["carry"][1])
        self.assertIn(f"{2 * loads * 30 / 3600:.1f} hours", self.told(carry_m=30.0)["carry"][1])

    def test_steep_way_and_truck(self) -> None:
        told = self.told(grade=0.2, truck="on the lane")
        self.assertFalse(told["slope"][0])
        self.assertIn("on the lane", told["truck"][1])
