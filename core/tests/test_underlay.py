"""A picture under the site: what two points give, held against a least-squares fit by a general library."""

import math
import unittest
from dataclasses import replace

import numpy as np
from steady.errors import InvalidInputError
from steady.ground.underlay import Underlay, by_length, by_places, corners, first_laid
from steady.jobs.document import JobDocument
from steady.jobs.site_underlay import PictureRequest, ScaleRequest, lay_under, scale_under
from steady.units.units import FT

UNDER = Underlay(picture="p", wide_px=1600, high_px=1000, m_per_px=0.02, x_m=-3.0, y_m=12.0, turn_rad=0.3)


def pixel(under: Underlay, right_px: float, down_px: float) -> tuple[float, float]:
    """Where a pixel lies on the site, by a rotation matrix."""
    c, s = np.cos(under.turn_rad), np.sin(under.turn_rad)
    x, y = np.array([[c, -s], [s, c]]) @ (under.m_per_px * np.array([right_px, -down_px])) + (under.x_m, under.y_m)
    return float(x), float(y)


class ByTwoPoints(unittest.TestCase):
    """Two points known, the picture lies right."""

    def test_both_points_come_to_their_places(self) -> None:
        pixels = ((220, 130), (1410, 850))
        places = ((4.0, 7.5), (31.0, -2.25))
        layout = by_places(UNDER, (pixel(UNDER, *pixels[0]), pixel(UNDER, *pixels[1])), places)
        for at, place in zip(pixels, places, strict=True):
            np.testing.assert_allclose(pixel(layout, *at), place, atol=1e-9)
        self.assertTrue(layout.scaled)

    def test_it_is_the_similarity_that_a_fit_gives(self) -> None:
        pixels = np.array([(100.0, 900.0), (1500.0, 40.0)])
        places = np.array([(0.0, 0.0), (20.0, 5.0)])
        # x = a·u − b·v + c, y = b·u + a·v + d, with v up: four equations, solved by the library
        u, v = pixels[:, 0], -pixels[:, 1]
        one, none = np.ones(2), np.zeros(2)
        matrix = np.vstack([np.column_stack([u, -v, one, none]), np.column_stack([v, u, none, one])])
        a, b, c, d = np.linalg.lstsq(matrix, np.concatenate([places[:, 0], places[:, 1]]), rcond=None)[0]
        ends = tuple(pixel(UNDER, *at) for at in pixels)
        layout = by_places(UNDER, (ends[0], ends[1]), ((0.0, 0.0), (20.0, 5.0)))
        self.assertAlmostEqual(layout.m_per_px, math.hypot(a, b), places=9)
        self.assertAlmostEqual(math.remainder(layout.turn_rad - math.atan2(b, a), 2 * math.pi), 0, places=9)
        self.assertAlmostEqual(layout.x_m, c, places=7)
        self.assertAlmostEqual(layout.y_m, d, places=7)

    def test_a_known_length_scales_about_the_first_point(self) -> None:
        a, b = pixel(UNDER, 300, 300), pixel(UNDER, 900, 300)
        layout = by_length(UNDER, a, b, length_m=24 * FT)
        np.testing.assert_allclose(pixel(layout, 300, 300), a, atol=1e-9)
        self.assertAlmostEqual(math.dist(pixel(layout, 300, 300), pixel(layout, 900, 300)), 24 * FT, places=9)
        self.assertAlmostEqual(layout.turn_rad, UNDER.turn_rad, places=12)

    def test_corners_lie_where_its_pixels_lie(self) -> None:
        wanted = [pixel(UNDER, x, y) for x, y in ((0, 0), (1600, 0), (1600, 1000), (0, 1000))]
        np.testing.assert_allclose(corners(UNDER), wanted, atol=1e-9)

    def test_what_tells_no_scale_is_refused_in_words(self) -> None:
        a = pixel(UNDER, 300, 300)
        for points, places, says in (
            ((a, a), ((0, 0), (5, 0)), "points"),
            ((a, pixel(UNDER, 900, 300)), ((1, 1), (1, 1)), "places"),
            ((a, pixel(UNDER, 321, 300)), ((0, 0), (2000, 0)), "places"),
        ):
            with self.subTest(says), self.assertRaises(InvalidInputError) as refused:
                by_places(UNDER, points, places)
            self.assertIn(says, refused.exception.field)
        for length in (0.0, 5e4):
            with self.assertRaises(InvalidInputError):
                by_length(UNDER, a, pixel(UNDER, 900, 300), length_m=length)


class OnAJob(unittest.TestCase):
    """Laid at first over what is drawn, then scaled; its whole picture is in the drawing."""

    def test_first_laid_in_the_middle_as_a_guess(self) -> None:
        layout = first_laid("p", (1000, 500), (0.0, 0.0, 40.0, 20.0))
        xs, ys = zip(*corners(layout), strict=True)
        self.assertAlmostEqual(max(xs) - min(xs), 40.0)
        self.assertAlmostEqual((max(ys) + min(ys)) / 2, 10.0)
        self.assertFalse(layout.scaled)

    def test_through_the_job(self) -> None:
        job = JobDocument(name="Bare ground")
        with self.assertRaises(InvalidInputError):
            scale_under(job, ScaleRequest(points=((0, 0), (1, 0)), length_m=2))
        layout = lay_under(job, PictureRequest(picture="p", wide_px=1000, high_px=500))
        job = replace(job, site=replace(job.site, under=layout))
        a, b = corners(layout)[:2]
        self.assertAlmostEqual(scale_under(job, ScaleRequest(points=(a, b), length_m=30.0)).m_per_px, 0.03)
        turned = scale_under(job, ScaleRequest(points=(a, b), places=((0, 0), (0, 30))))
        self.assertAlmostEqual(turned.turn_rad, math.pi / 2)


class FirstLaidTest(unittest.TestCase):
    """Found by feeding the API from its own schema: a sliver of a picture was laid beyond what any picture may be."""

    def test_a_sliver_or_a_tower_stays_within_what_a_picture_may_be(self) -> None:
        for size in ((1, 1), (1, 20_000), (20_000, 1), (3, 700)):
            for bounds in ((0.0, 0.0, 280.0, 90.0), (-900.0, -900.0, 900.0, 900.0)):
                under = first_laid("p", size, bounds)
                self.assertLessEqual(under.m_per_px, 200)
                self.assertLessEqual(max(abs(under.x_m), abs(under.y_m)), 4000)
