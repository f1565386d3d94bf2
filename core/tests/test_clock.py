"""The site's clock: its zone on a day, against the published rules of daylight saving and an ephemeris."""

import math
import unittest
from datetime import date

import ephem
from steady.errors import InvalidInputError
from steady.ground.clock import ahead_of_utc_h, clock_h, zone_names, zone_of, zones_near
from steady.ground.site import Site
from steady.layout.sun import sun_position


class ZoneTest(unittest.TestCase):
    def test_daylight_saving_by_each_countrys_rule(self) -> None:
        """United States second Sunday in March, United Kingdom last Sunday in March, New Zealand last Sunday in September."""
        for zone, day, ahead in (
            ("America/Denver", date(2026, 7, 15), -6),
            ("America/Denver", date(2026, 1, 15), -7),
            ("America/Denver", date(2026, 3, 7), -7),
            ("America/Denver", date(2026, 3, 9), -6),
            ("Europe/London", date(2026, 3, 28), 0),
            ("Europe/London", date(2026, 3, 30), 1),
            ("Pacific/Auckland", date(2026, 1, 15), 13),
            ("Pacific/Auckland", date(2026, 7, 15), 12),
            ("America/Phoenix", date(2026, 7, 15), -7),
            ("America/St_Johns", date(2026, 7, 15), -2.5),
        ):
            self.assertEqual(ahead_of_utc_h(zone, day, 15.0), ahead, (zone, day))

    def test_no_hour_without_a_zone(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            clock_h(Site(), date(2026, 7, 15), 15.0)
        self.assertEqual(refused.exception.field, "site/time_zone")
        self.assertEqual(clock_h(Site(), date(2026, 7, 15), 15.0, typed_h=-6.0), -6.0)
        self.assertEqual(clock_h(Site(time_zone="America/Denver"), date(2026, 7, 15), 15.0, typed_h=4.0), -6.0)
        for name in ("Denver", "../etc/passwd", "America/Nowhere", "\x00"):
            with self.assertRaises(InvalidInputError):
                zone_of(name)

    def test_towns_near_a_place_are_offered(self) -> None:
        for name, lat, long in (
            ("America/Denver", 39.74, -104.99),
            ("Pacific/Auckland", -36.85, 174.76),
            ("Europe/London", 51.5, -0.12),
            ("America/Toronto", 43.65, -79.38),
        ):
            self.assertIn(name, zones_near(math.radians(lat), math.radians(long))[:2])
            self.assertIn(name, zone_names())

    def test_denver_at_three_in_the_afternoon(self) -> None:
        """A summer sun at 15:00 there stands as an ephemeris has it at 21:00 UTC: high in the south-west, not a morning's."""
        there = ephem.Observer()
        there.lat, there.lon, there.date, there.pressure = "39.74", "-104.99", "2026/7/15 21:00", 0
        seen = ephem.Sun(there)
        ahead = ahead_of_utc_h("America/Denver", date(2026, 7, 15), 15.0)
        altitude, azimuth = sun_position(
            math.radians(39.74), math.radians(-104.99), date(2026, 7, 15), local_hours=15.0, utc_offset_hours=ahead
        )
        self.assertAlmostEqual(altitude, float(seen.alt), delta=0.001)
        self.assertAlmostEqual(azimuth, float(seen.az), delta=0.002)
        self.assertGreater(math.degrees(azimuth), 230)
