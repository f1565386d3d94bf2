"""Sun on a place through the year: an open field, a wall by hand, and against the shade of each moment counted apart."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.ground.survey import SiteFeature, SitePoint
from steady.jobs.document import JobDocument, Structure
from steady.jobs.sun_year import SunYearRequest, sun_year
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.make import site

PLACE = SunYearRequest(left_m=-0.5, low_m=-0.5, wide_m=1.0, deep_m=1.0)
BOSTON: dict[str, Any] = {
    "latitude_rad": math.radians(42.36),
    "longitude_rad": math.radians(-71.06),
    "time_zone": "America/New_York",
}


def job(*things: SiteFeature, **more: Any) -> JobDocument:
    return JobDocument(name="J", site=site(**{**BOSTON, "things": things, **more}))


def wall(corners: tuple[tuple[float, float], ...], high_m: float) -> SiteFeature:
    return SiteFeature(
        id="w", kind="house wall", points=tuple(SitePoint(x_m=x, y_m=y) for x, y in corners), height_m=high_m
    )


class SunYearTest(unittest.TestCase):
    def test_an_open_field_has_all_the_sun_there_is(self) -> None:
        year = sun_year(job(), PLACE)
        self.assertEqual(len(year.months), 12)
        for month in year.months:
            self.assertAlmostEqual(month.now_h, month.up_h, 6)
        # By the almanac Boston's day is 15.3 h on 21 June and 9.1 h on 21 December; the lowest sun casts no shadow here.
        self.assertAlmostEqual(year.months[5].up_h, 14.5, delta=1.0)
        self.assertAlmostEqual(year.months[11].up_h, 8.0, delta=1.1)
        self.assertEqual(year.now, "full sun")

    def test_a_high_wall_to_the_south_takes_the_winter_s_sun(self) -> None:
        """3 m away and 6 m high: the noon sun of December (24 degrees) casts 13 m, that of June (71) only 2 m."""
        year = sun_year(job(wall(((-20.0, -3.5), (20.0, -3.5)), 6.0)), PLACE)
        self.assertLess(year.months[11].now_h, 0.5)
        self.assertGreater(year.months[5].now_h, 5.0)

    def test_turned_round_at_the_other_side_of_the_earth(self) -> None:
        south: dict[str, Any] = {
            "latitude_rad": math.radians(-42.36),
            "longitude_rad": math.radians(147.3),
            "time_zone": "Australia/Hobart",
        }
        year = sun_year(job(wall(((-20.0, 3.5), (20.0, 3.5)), 6.0), **south), PLACE)
        self.assertLess(year.months[5].now_h, 0.5)
        self.assertGreater(year.months[11].now_h, 5.0)

    def test_what_is_planned_only_takes_sun_away(self) -> None:
        spec = kind_called("pergola").typed(NewStructureRequest(text="12x10", id="p", bare="ft", school="us"))
        made = replace(job(), structures=(Structure(name="P", spec=spec),))
        year = sun_year(made, SunYearRequest(left_m=0.5, low_m=0.5, wide_m=2.0, deep_m=2.0))
        self.assertTrue(any(month.planned_h < month.now_h - 0.5 for month in year.months))
        for month in year.months:
            self.assertLessEqual(month.planned_h, month.now_h + 1e-6)

    def test_a_higher_wall_never_gives_more(self) -> None:
        last = math.inf
        for high_m in (1.0, 2.0, 4.0, 8.0):
            now = sum(m.now_h for m in sun_year(job(wall(((-9.0, -3.5), (9.0, -3.5)), high_m)), PLACE).months)
            self.assertLessEqual(now, last + 1e-9)
            last = now
