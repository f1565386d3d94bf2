"""Bays round no-dig zones: worked cases, exhaustive search on an inch grid, and promises by brute-force geometry."""

import itertools
import random
import unittest

from django.test import tag
from steady.errors import InvalidInputError
from steady.layout.bays import bays_round_zones, equal_bays
from steady.units.units import FT, IN

from tests.lane import many


def widths(run: float, zones: list[tuple[float, float]], most: float = 96, least: float = 24) -> list[float]:
    """Bay widths in inches."""
    found = bays_round_zones(run * IN, most * IN, least * IN, zones=[(a * IN, b * IN) for a, b in zones])
    return [round((b - a) / IN, 6) for a, b in itertools.pairwise(found.stations_m)]


def exhaustive(run: int, most: int, least: int, zones: list[tuple[int, int]]) -> tuple[int, int, int] | None:
    """Fewest bays, then fewest widths, then least spread, over every layout on the inch grid."""

    def walk(at: int, left: int, made: tuple[int, ...]) -> list[tuple[int, ...]]:
        if left == 1:
            width = run - at
            return [(*made, width)] if least <= width <= most else []
        found = []
        for width in range(max(least, run - at - (left - 1) * most), min(most, run - at - (left - 1) * least) + 1):
            post = at + width
            if not any(a < post < b for a, b in zones):
                found += walk(post, left - 1, (*made, width))
        return found

    for count in range(1, run // least + 1):
        layouts = walk(0, count, ())
        if layouts:
            return min((count, len(set(layout)), max(layout) - min(layout)) for layout in layouts)
    return None


class EqualBaysTest(unittest.TestCase):
    def test_worked_cases(self) -> None:
        count, bay = equal_bays(100 * FT, 8 * FT)
        self.assertEqual(count, 13)
        self.assertAlmostEqual(bay / IN, 92.3076923077, 9)
        self.assertEqual(equal_bays(80 * FT, 8 * FT)[0], 10)  # an exact multiple adds no bay
        self.assertEqual(equal_bays(653.8 * IN, 93.4 * IN)[0], 7)  # in decimals too
        self.assertEqual(equal_bays(0.0, 8 * FT), (0, 0.0))

    def test_what_cannot_be_is_refused(self) -> None:
        for run, most in ((-1.0, 1.0), (float("nan"), 1.0), (1.0, 0.0), (1.0, float("nan"))):
            with self.assertRaises(InvalidInputError):
                equal_bays(run, most)


class ZonesTest(unittest.TestCase):
    def test_worked_cases(self) -> None:
        self.assertEqual(widths(192, [(80, 112)]), [64, 64, 64])
        self.assertEqual(widths(280, [(90, 100)]), [90, 95, 95])
        self.assertEqual(len(widths(1200, [(180, 200), (560, 590)])), 13)
        self.assertEqual(widths(400, [(100, 220)]), [])
        self.assertEqual(
            bays_round_zones(400 * IN, 96 * IN, 24 * IN, zones=[(100 * IN, 220 * IN)]).reason,
            "zone wider than longest bay",
        )

    def test_a_post_may_stand_on_an_edge_and_between_touching_zones(self) -> None:
        self.assertEqual(widths(192, [(60, 96), (96, 130)]), [96, 96])

    @tag("slow")
    def test_never_worse_than_exhaustive_search_on_an_inch_grid(self) -> None:
        better = 0
        for seed in range(many(200)):
            rng = random.Random(seed)
            least = 40
            run, most = rng.randint(100, 300), rng.randint(70, 96)
            zones = []
            for _ in range(rng.randint(1, 2)):
                a = rng.randint(0, run - 8)
                zones.append((a, a + rng.randint(6, 50)))
            best = exhaustive(run, most, least, zones)
            found = bays_round_zones(run * IN, most * IN, least * IN, zones=[(a * IN, b * IN) for a, b in zones])
            if best is None:
                self.assertFalse(found.fits and run > most, (seed, run, most, zones))
                continue
            made = [(b - a) / IN for a, b in itertools.pairwise(found.stations_m)]
            ours = (len(made), found.widths_count, max(made) - min(made))
            self.assertTrue(found.fits, (seed, run, most, zones, best))
            self.assertLessEqual((ours[0], ours[1], ours[2] - 1e-6), best, (seed, run, most, zones))
            self.assertTrue(found.proved, seed)
            better += ours[:2] < best[:2] or ours[2] < best[2] - 1e-6
        self.assertGreater(better, 0)  # widths off the grid do better now and then

    def test_promises_hold_for_random_runs(self) -> None:
        for seed in range(400):
            rng = random.Random(seed)
            run, most = rng.uniform(60, 2400), rng.uniform(60, 120)
            zones = [(a, a + rng.uniform(4, 80)) for a in (rng.uniform(0, run) for _ in range(rng.randint(0, 6)))]
            found = bays_round_zones(run * IN, most * IN, 24 * IN, zones=[(a * IN, b * IN) for a, b in zones])
            if not found.fits:
                self.assertIn(found.reason, ("zone wider than longest bay", "no layout"))
                continue
            made = [(b - a) / IN for a, b in itertools.pairwise(found.stations_m)]
            self.assertLessEqual(max(made), most + 1e-5)
            self.assertTrue(min(made) >= 24 - 1e-5 or len(made) == 1)
            self.assertAlmostEqual(sum(made), run, 6)
            for post in found.stations_m[1:-1]:
                self.assertFalse(any(a + 1e-5 < post / IN < b - 1e-5 for a, b in zones), seed)

    def test_scaling_a_run_scales_its_bays(self) -> None:
        small = bays_round_zones(10.0, 2.4, 0.6, zones=[(4.0, 5.1)])
        large = bays_round_zones(20.0, 4.8, 1.2, zones=[(8.0, 10.2)])
        for a, b in zip(small.stations_m, large.stations_m, strict=True):
            self.assertAlmostEqual(2 * a, b, 5)

    def test_beyond_the_work_limit_it_says_so(self) -> None:
        run = 1000 * 95
        zones = [(run * k / 7, run * k / 7 + 40) for k in range(1, 7)]
        found = bays_round_zones(run * IN, 96 * IN, 24 * IN, zones=[(a * IN, b * IN) for a, b in zones])
        self.assertTrue(found.fits)
        self.assertFalse(found.proved)
