"""Where it is shady: held against rays sent to the sun through every piece by itself."""

import math
import random
import unittest
from dataclasses import replace

import numpy as np
from django.test import tag
from steady.drawing.shadows import toward_sun
from steady.errors import InvalidInputError
from steady.ground.placement import SitePlacement
from steady.ground.site import Site
from steady.ground.survey import SiteFeature, SitePoint
from steady.jobs.document import JobDocument, Structure
from steady.jobs.shade_map import ShadeMapAnswer, ShadeMapRequest, shady
from steady.jobs.site_layout import whole_scene
from steady.layout.sun import sun_position
from steady.structures.pergola.spec import PergolaSpec
from steady.units.dates import day_of

ASK = ShadeMapRequest(on="2026-07-21", from_h=14.0, to_h=17.0, utc_h=-4.0, wide_m=1.0, deep_m=2.0)


def wall(name: str, *points: tuple[float, float]) -> SiteFeature:
    at = tuple(SitePoint(x_m=x, y_m=y) for x, y in points)
    return SiteFeature(id=name, kind="house wall", points=at, height_m=3.0)


def job(*things: SiteFeature) -> JobDocument:
    pergola = Structure(name="P", spec=PergolaSpec(id="p"), stands=SitePlacement(x_m=6.0, y_m=-6.0))
    site = Site(latitude_rad=math.radians(42.0), longitude_rad=math.radians(-75.0), things=things)
    return JobDocument(name="Garden", site=site, structures=(pergola,))


def boxes(of: JobDocument) -> list[np.ndarray]:
    """Every box of the scene by itself, rows one by one: its first corner and its three edges."""
    found = []
    for solid in whole_scene(of).solids:
        if solid.shape == "box":
            corners = np.array(solid.points)
            for k in range(solid.count):
                at = corners + k * np.array(solid.step)
                found.append(np.array([at[0], at[1] - at[0], at[2] - at[0], at[4] - at[0]]))
    return found


def lit(points: np.ndarray, toward: np.ndarray, all_boxes: list[np.ndarray]) -> np.ndarray:
    """Which points on the ground a ray to the sun leaves freely: slabs in each box's own axes."""
    free = np.ones(len(points), dtype=bool)
    for box in all_boxes:
        inverse = np.linalg.inv(box[1:].T)
        start, way = (points - box[0]) @ inverse.T, inverse @ toward
        with np.errstate(divide="ignore", invalid="ignore"):
            first, second = (0 - start) / way, (1 - start) / way
        near, far = np.minimum(first, second).max(axis=1), np.maximum(first, second).min(axis=1)
        free &= ~((near < far) & (far > 0))
    return free


class ByRays(unittest.TestCase):
    """The map, cell by cell."""

    @tag("slow")
    def test_the_map_is_what_rays_find(self) -> None:
        whole = job(wall("w", (0, 0), (14, 0)))
        found = shady(whole, ASK)
        everything = boxes(whole)
        rng = random.Random(4)
        cells = [(row, column) for row in range(found.rows) for column in range(found.columns)]
        day, offs = day_of(ASK.on, "on"), []
        for row, column in rng.sample(cells, 260):
            inner = np.array(
                [
                    (
                        found.left_m + (column + (i + 0.5) / 6) * found.cell_m,
                        found.low_m + (row + (j + 0.5) / 6) * found.cell_m,
                        0.0,
                    )
                    for i in range(6)
                    for j in range(6)
                ]
            )
            dark = []
            for k in range(6):
                altitude, azimuth = sun_position(
                    whole.site.latitude_rad or 0.0,
                    whole.site.longitude_rad or 0.0,
                    day,
                    local_hours=14.25 + 0.5 * k,
                    utc_offset_hours=ASK.utc_h,  # type: ignore[arg-type]
                )
                dark.append(1 - lit(inner, np.array(toward_sun(altitude, azimuth, 0.0)), everything).mean())
            offs.append(found.shares[row * found.columns + column] - float(np.mean(dark)))
        self.assertLess(abs(float(np.mean(offs))), 0.01)
        self.assertLess(float(np.mean(np.abs(offs))), 0.03)
        self.assertGreater(max(found.shares), 0.9)

    def test_the_best_place_is_the_shadiest_and_stands_on_nothing(self) -> None:
        whole = job(wall("w", (0, 0), (14, 0)))
        found = shady(whole, ASK)
        self.assertTrue(found.places)
        shares = [place.share for place in found.places]
        self.assertEqual(shares, sorted(shares, reverse=True))
        for place in found.places:
            self.assertAlmostEqual(
                self.mean(found, place.left_m, place.low_m, place.right_m, place.high_m), place.share, 2
            )
            # Not under the wall: it stands behind its line, from 0 to 0.25 m.
            self.assertFalse(place.low_m < 0.25 and place.high_m > 0.0 and place.left_m < 14 and place.right_m > 0)

    @staticmethod
    def mean(found: ShadeMapAnswer, *box: float) -> float:
        left, low, right, high = (
            round(v) for v in ((box[k] - (found.left_m, found.low_m)[k % 2]) / found.cell_m for k in range(4))
        )
        inside = [
            found.shares[row * found.columns + column] for row in range(low, high) for column in range(left, right)
        ]
        return sum(inside) / len(inside)

    def test_no_place_lies_in_a_house(self) -> None:
        around = wall("w", (0, 0), (8, 0), (8, 6), (0, 6), (0, 0))
        for place in shady(job(around), ASK).places:
            self.assertFalse(place.left_m < 7.9 and place.right_m > 0.1 and place.low_m < 5.9 and place.high_m > 0.1)


class Asked(unittest.TestCase):
    """What cannot be is said in words."""

    def test_night_is_said(self) -> None:
        found = shady(job(), replace(ASK, from_h=1.0, to_h=3.0))
        self.assertEqual((found.places, found.hours_up, max(found.shares)), ((), 0.0, 0.0))
        self.assertIn("down", found.says)

    def test_what_is_missing_is_refused_at_its_field(self) -> None:
        nowhere = replace(job(), site=Site())
        for whole, ask, field in (
            (nowhere, ASK, "site/latitude_rad"),
            (job(), replace(ASK, to_h=13.0), "to_h"),
            (job(), replace(ASK, on="31.31."), "on"),
        ):
            with self.assertRaises(InvalidInputError) as refused:
                shady(whole, ask)
            self.assertEqual(refused.exception.field, field)

    def test_the_clock_is_the_sites_own_zone(self) -> None:
        """In New York a July afternoon is four hours behind UTC; without a zone, and nothing typed, no hour is computed."""
        there = replace(job(), site=replace(job().site, time_zone="America/New_York"))
        self.assertEqual(shady(there, replace(ASK, utc_h=None)).utc_h, -4.0)
        self.assertIn("America/New_York", shady(there, replace(ASK, utc_h=9.0)).clock)
        with self.assertRaises(InvalidInputError) as refused:
            shady(job(), replace(ASK, utc_h=None))
        self.assertEqual(refused.exception.field, "site/time_zone")
