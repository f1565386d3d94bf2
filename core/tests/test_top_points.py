"""A top through control points: straight and steps by hand, curves against a general library, and the boards under it."""

import random
import unittest
from dataclasses import replace

import numpy
from scipy.interpolate import PchipInterpolator
from steady.errors import InvalidInputError
from steady.layout.topline import Way, through_points
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight, TopPoint
from steady.units.units import FT, IN

from tests.make import on_ground, planned

LINE = FenceSpec(id="f", straights=(Straight(id="a", length_m=32 * FT, follows="control points"),), bay_max_m=8 * FT)


class ThroughPointsTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        points: list[tuple[float, float, Way]] = [(0, 2, "straight"), (10, 3, "step"), (20, 1, "straight")]
        for at, height in ((-5, 2), (0, 2), (5, 2.5), (10, 3), (15, 3), (20, 1), (30, 1)):
            self.assertAlmostEqual(through_points(points, at), height)

    def test_curves_against_a_general_library(self) -> None:
        """Inner slopes are those of the library's monotone cubic; ours ends level, so only inner stretches are compared."""
        dice = random.Random(11)
        for _ in range(40):
            xs = sorted(dice.sample(range(60), 6))
            zs = [dice.uniform(1, 3) for _ in xs]
            points: list[tuple[float, float, Way]] = [(x, z, "curve") for x, z in zip(xs, zs, strict=True)]
            theirs = PchipInterpolator(xs, zs)
            for at in numpy.linspace(xs[1], xs[-2], 25):
                self.assertAlmostEqual(through_points(points, float(at)), float(theirs(at)), 9)

    def test_a_curve_never_leaves_its_two_heights(self) -> None:
        dice = random.Random(12)
        for _ in range(50):
            points: list[tuple[float, float, Way]] = [(k, dice.uniform(1, 3), "curve") for k in range(5)]
            for k in range(4):
                low, high = sorted((points[k][1], points[k + 1][1]))
                for part in (0.1, 0.3, 0.5, 0.7, 0.9):
                    self.assertTrue(low - 1e-9 <= through_points(points, k + part) <= high + 1e-9)

    def test_points_in_one_place_are_refused(self) -> None:
        with self.assertRaises(InvalidInputError):
            through_points([(1, 2, "straight"), (1, 3, "straight")], 1)


class PointedFenceTest(unittest.TestCase):
    def test_boards_end_on_the_line(self) -> None:
        """From 6 to 5 ft over 32 ft: the middle of every board ends on 72 in less 12/32 in a foot."""
        points = (TopPoint(at_m=0.0, height_m=6 * FT), TopPoint(at_m=32 * FT, height_m=5 * FT))
        spec = replace(LINE, top_points=points)
        plan = planned(spec, on_ground(spec, [(0.0, 0.0), (32 * FT, 0.0)]))
        for part in plan.parts:
            if part.role == "board":
                for place in part.places:
                    top = place.at[2] + part.length_m
                    half = part.section_m[1] / 2
                    wished = 6 * FT - (place.at[0] / (32 * FT)) * FT
                    # A square board's top is its higher corner.
                    self.assertAlmostEqual(top, wished + half / 32, delta=0.003)

    def test_a_step_stays_level_and_falls_on_a_post(self) -> None:
        points = (
            TopPoint(at_m=0.0, height_m=6 * FT, way="step"),
            TopPoint(at_m=15 * FT, height_m=5 * FT, way="step"),
            TopPoint(at_m=32 * FT, height_m=5 * FT),
        )
        spec = replace(LINE, top_points=points)
        plan = planned(spec, on_ground(spec, [(0.0, 0.0), (32 * FT, 0.0)]))
        tops = {
            round((place.at[2] + part.length_m) / FT, 2)
            for part in plan.parts
            if part.role == "board"
            for place in part.places
        }
        self.assertEqual(tops, {5.0, 6.0})

    def test_the_gap_at_the_ground_is_told(self) -> None:
        spec = replace(LINE, top_points=(TopPoint(at_m=0.0, height_m=74 * IN),))
        plan = planned(spec, on_ground(spec, [(0.0, 0.0), (16 * FT, -4 * IN), (32 * FT, 0.0)]))
        [told] = [note for note in plan.notes if note.startswith("Top through one point")]
        self.assertIn("from 2″ to 6″", told.replace("\u00a0", " "))

    def test_a_board_s_long_free_end_is_never_a_pass(self) -> None:
        """A top that stays level while the ground falls 3 ft: boards reach far below their lowest rail."""
        spec = replace(LINE, top_points=(TopPoint(at_m=0.0, height_m=74 * IN),))
        for fall_ft, told in ((0.3, False), (3.0, True)):
            plan = planned(spec, on_ground(spec, [(0.0, 0.0), (32 * FT, -fall_ft * FT)]))
            found = [gap for gap in plan.not_covered if "below their lowest rail" in gap.reason]
            self.assertEqual(bool(found), told)

    def test_infill_in_the_ground_cannot_be_built(self) -> None:
        spec = replace(LINE, infill=Infill(style="slats"), top_points=(TopPoint(at_m=0.0, height_m=5 * FT),))
        plan = planned(spec, on_ground(spec, [(0.0, 0.0), (32 * FT, 0.0)]))
        self.assertTrue([text for text in plan.conflicts if "in the ground" in text])

    def test_no_points_or_two_in_one_place_are_refused_at_their_field(self) -> None:
        twice = (TopPoint(at_m=1.0, height_m=1.8), TopPoint(at_m=1.0, height_m=1.5))
        for points in ((), twice):
            with self.assertRaises(InvalidInputError) as refused:
                planned(replace(LINE, top_points=points))
            self.assertEqual(refused.exception.field, "top_points")
