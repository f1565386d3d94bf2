"""Roofs by vectors, shade by rays, floating platforms by sampling: each by a way the code does not go."""

import itertools
import math
import random
import unittest
from datetime import date

from django.test import tag
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.roofs import birdsmouth, hip_rafter, jack, pavilion, purlins, rafter, unequal_hip_rad
from steady.layout.shade import across_sun, blocked, blocked_sky, pitch_for, two_layers
from steady.layout.sheets import hip_side
from steady.layout.sun import sun_position
from steady.statics.floating import Barrels, Carried, draft_m, heel_rad, people, stability


def cross(a: tuple[float, ...], b: tuple[float, ...]) -> tuple[float, float, float]:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def angle(a: tuple[float, ...], b: tuple[float, ...]) -> float:
    dot = sum(x * y for x, y in zip(a, b, strict=True))
    return math.acos(max(-1.0, min(1.0, dot / (math.hypot(*a) * math.hypot(*b)))))


class RoofTest(unittest.TestCase):
    def test_hips_agree_with_the_planes_they_lie_in(self) -> None:
        rng = random.Random(51)
        for _ in range(50):
            first, second = rng.uniform(0.1, 1.1), rng.uniform(0.1, 1.1)
            # Eave 1 along x, rising with y; eave 2 along y, rising with x.
            one, two = (0.0, -math.tan(first), 1.0), (-math.tan(second), 0.0, 1.0)
            along = cross(one, two)
            plan, hip, backing_1, backing_2 = unequal_hip_rad(first, second)
            self.assertAlmostEqual(math.atan2(abs(along[1]), abs(along[0])), plan, 9)
            self.assertAlmostEqual(math.atan2(abs(along[2]), math.hypot(along[0], along[1])), hip, 9)
            # The two backings close the angle between the planes.
            self.assertAlmostEqual(backing_1 + backing_2, angle(one, two), 9)
            equal = hip_rafter(3.0, first)
            self.assertAlmostEqual(unequal_hip_rad(first, first)[1], equal.pitch_rad, 12)
            self.assertAlmostEqual(math.pi - equal.dihedral_rad, 2 * equal.backing_rad, 12)
            self.assertAlmostEqual(equal.line_m, math.sqrt(3.0**2 * 2 + (3.0 * math.tan(first)) ** 2), 9)

    def test_rafters_jacks_and_seats_close(self) -> None:
        found = rafter(2.743, math.radians(25), 0.038, overhang_m=0.4)
        self.assertAlmostEqual(found.line_m**2, 2.743**2 + found.rise_m**2, 9)
        self.assertAlmostEqual((found.line_m - found.cut_m) * math.cos(math.radians(25)), 0.019, 9)
        # Jacks shrink to nothing over the common rafter's own run.
        self.assertAlmostEqual(jack(2.743, math.radians(25))[0], found.line_m, 9)
        seat = birdsmouth(0.14, math.radians(25), 0.09)
        # The notch is a right triangle: its depth square to the rafter is the height over the long side.
        self.assertAlmostEqual(seat.notch_square_m * math.hypot(0.09, seat.notch_plumb_m), 0.09 * seat.notch_plumb_m, 9)
        third = birdsmouth(0.14, math.radians(25), seat.seat_for_third_m)
        self.assertAlmostEqual(third.share, 1 / 3, 9)
        with self.assertRaises(InvalidInputError):
            birdsmouth(0.14, math.radians(25), 0.4)
        self.assertEqual(purlins(2.7, 0.9), (4, 0.9))
        whole = pavilion(4.2, math.radians(22.5), 0.35)
        self.assertAlmostEqual(whole.area_m2 * math.cos(math.radians(22.5)), whole.eave_m**2, 9)

    def test_paired_sheets_by_sampling(self) -> None:
        rng = random.Random(52)
        for _ in range(40):
            eave, slope, cover = rng.uniform(3, 9), rng.uniform(1, 4), rng.uniform(0.6, 1.2)
            top = rng.choice((0.0, eave * 0.3))
            found = hip_side(eave, slope, cover, top_m=top)

            def height(x: float, eave: float = eave, top: float = top, slope: float = slope) -> float:
                return min(slope, max(0.0, slope * (eave / 2 - abs(x)) / ((eave - top) / 2)))

            first, square, paired = -found.count * cover / 2, 0.0, 0.0
            for k in range(found.count):
                xs = [first + (k + s / 400) * cover for s in range(401)]
                square += max(height(x) for x in xs)
                paired += max(height(x) + height(xs[0] + xs[-1] - x) for x in xs) / 2
            self.assertAlmostEqual(found.square_m, square, delta=0.02 * found.count)
            self.assertAlmostEqual(found.paired_m, paired, delta=0.02 * found.count)
            self.assertLessEqual(found.paired_m, found.square_m + 1e-9)


class ShadeTest(unittest.TestCase):
    @tag("slow")
    def test_slats_agree_with_rays(self) -> None:
        rng = random.Random(53)
        for _ in range(40):
            width, depth, pitch = rng.uniform(0.02, 0.1), rng.uniform(0.02, 0.15), rng.uniform(0.12, 0.4)
            altitude, azimuth, run = rng.uniform(0.2, 1.5), rng.uniform(0, 6.28), rng.uniform(0, 6.28)
            tilt = rng.choice((0.0, rng.uniform(-1, 1)))
            across = across_sun(altitude, azimuth, run)
            assert across is not None
            stopped = 0
            for k in range(600):
                start = pitch * k / 600
                stopped += any(self._meets(start - n * pitch, across, width, depth, tilt) for n in range(-9, 10))
            self.assertAlmostEqual(
                stopped / 600, blocked(width, depth, pitch, across=across, tilt_rad=tilt), delta=0.02
            )

    @staticmethod
    def _meets(x: float, across: float, width: float, depth: float, tilt: float) -> bool:
        """Whether the ray through (x, 0) meets the turned box, by its own axes."""
        cosine, sine = math.cos(tilt), math.sin(tilt)
        ox, oz = x * cosine, -x * sine
        dx, dz = across * cosine + sine, -across * sine + cosine
        low, high = -math.inf, math.inf
        for origin, way, half in ((ox, dx, width / 2), (oz, dz, depth / 2)):
            if abs(way) < 1e-12:
                if abs(origin) > half:
                    return False
                continue
            a, b = sorted(((-half - origin) / way, (half - origin) / way))
            low, high = max(low, a), min(high, b)
        return low <= high

    def test_a_grey_sky_is_the_sum_of_its_parts(self) -> None:
        for width, depth, pitch in ((0.045, 0.045, 0.15), (0.045, 0.14, 0.15), (0.2, 0.04, 0.15)):
            steps, total = 20_000, 0.0
            for k in range(steps):
                psi = -math.pi / 2 + math.pi * (k + 0.5) / steps
                total += math.cos(psi) / 2 * min(1.0, (width + depth * abs(math.tan(psi))) / pitch) * math.pi / steps
            self.assertAlmostEqual(blocked_sky(width, depth, pitch), total, 5)

    def test_the_pitch_for_a_shade_gives_that_shade(self) -> None:
        across = across_sun(0.6, 2.0, 1.2)
        self.assertAlmostEqual(blocked(0.045, 0.09, pitch_for(0.045, 0.09, across, share=0.6), across=across), 0.6)
        self.assertEqual(blocked(0.04, 0.04, 0.2, across=across_sun(-0.1, 0, 0)), 1.0)
        self.assertAlmostEqual(two_layers(0.5, 0.5), 0.75)
        with self.assertRaises(InvalidInputError):
            pitch_for(0.04, 0.04, None, share=0.5)

    def test_the_sun_stands_south_at_noon_in_the_north_and_rises_in_the_east(self) -> None:
        noon = sun_position(math.radians(50), 0.0, date(2026, 3, 20), local_hours=12.12, utc_offset_hours=0.0)
        self.assertAlmostEqual(math.degrees(noon[1]), 180, delta=1)
        self.assertAlmostEqual(math.degrees(noon[0]), 40, delta=0.3)  # equinox: 90 less the latitude
        morning = sun_position(math.radians(50), 0.0, date(2026, 3, 20), local_hours=6.2, utc_offset_hours=0.0)
        self.assertAlmostEqual(math.degrees(morning[1]), 90, delta=2)
        south = sun_position(
            math.radians(-37), math.radians(175), date(2026, 12, 21), local_hours=13.3, utc_offset_hours=13.0
        )
        self.assertTrue(math.degrees(south[1]) < 40 or math.degrees(south[1]) > 320)


class FloatTest(unittest.TestCase):
    def platform(self) -> Barrels:
        return Barrels((-1.1,) * 4 + (1.1,) * 4, 0.12, 0.48)

    def test_the_draft_carries_the_mass(self) -> None:
        barrels = self.platform()
        for mass in (10.0, 260.0, 480.0, 900.0):
            self.assertAlmostEqual(8 * barrels.lift_kg(draft_m(barrels, mass)), mass, 6)
        self.assertAlmostEqual(draft_m(barrels, 480.0), 0.24, 6)  # half of what they displace: to the axis
        with self.assertRaises(OutOfScopeError):
            draft_m(barrels, 961.0)
        self.assertEqual(people(260, 90, Carried(barrels=8, volume_m3=0.12, sunk_share=0.5)), 2)

    def test_the_lean_agrees_with_points_sampled_under_water(self) -> None:
        barrels = self.platform()
        masses = [(50.0, 0.0, 0.24), (210.0, 0.0, 0.57), (180.0, 1.2, 1.6)]
        theta = heel_rad(barrels, masses)
        assert theta is not None
        r, steps = barrels.radius_m, 60
        points = [
            (y + r * (2 * a / steps - 1), r * (2 * b / steps - 1))
            for y, a, b in itertools.product((-1.1, 1.1), range(steps + 1), range(steps + 1))
            if (2 * a / steps - 1) ** 2 + (2 * b / steps - 1) ** 2 <= 1
        ]
        each = 4 * 2 * barrels.volume_m3 * 1000 / len(points)
        turned = [
            (y * math.cos(theta) + h * math.sin(theta), h * math.cos(theta) - y * math.sin(theta)) for y, h in points
        ]
        turned.sort(key=lambda p: p[1])
        wet = turned[: round(440 / each)]
        righting = each * sum(p[0] for p in wet)
        heeling = sum(m * (y * math.cos(theta) + (h - r) * math.sin(theta)) for m, y, h in masses)
        self.assertAlmostEqual(righting, heeling, delta=0.03 * heeling)

    def test_small_leans_agree_with_the_metacentre_and_mirror(self) -> None:
        barrels = self.platform()
        masses = [(260.0, 0.0, 0.5), (5.0, 1.0, 0.6)]
        small, exact = stability(barrels, masses).small_heel_rad, heel_rad(barrels, masses)
        assert exact is not None
        self.assertAlmostEqual(small / exact, 1, delta=0.02)
        mirrored = heel_rad(barrels, [(m, -y, h) for m, y, h in masses])
        assert mirrored is not None
        self.assertAlmostEqual(mirrored, exact, 9)
        self.assertEqual(heel_rad(barrels, [(260.0, 0.0, 0.5)]), 0.0)
        self.assertIsNone(heel_rad(barrels, [(300.0, 0.0, 0.5), (560.0, 1.4, 1.8)]))


if __name__ == "__main__":
    unittest.main()
