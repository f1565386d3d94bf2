"""Values from memory beside something outside the project: open libraries imported here, and figures of open extractions."""

import itertools
import math
import random
import unittest
from datetime import datetime, timedelta

import ephem
from aeclib.us.structural.foundations import SoilClass, get_presumptive_soil_properties
from aeclib.us.structural.load_combinations.generic import get_load_combinations
from steady.data.loader import keyed, sources, table
from steady.data.verification_sources import second_in_words, second_of, seconds
from steady.design_codes.registry import rulebook
from steady.layout.sun import sun_position
from steady.plan.model import CheckOrigin
from steady.units.units import PSF

CLASSES = {
    "rock": SoilClass.CRYSTALLINE_BEDROCK,
    "soft rock": SoilClass.SEDIMENTARY_FOLIATED_ROCK,
    "gravel": SoilClass.SANDY_GRAVEL_GRAVEL,
    "sand": SoilClass.SAND_SILTY_SAND,
    "clay": SoilClass.CLAY_SILTY_CLAY,
}


class OpenLibraryTest(unittest.TestCase):
    def test_soils_of_the_united_states(self) -> None:
        for key, soil_class in CLASSES.items():
            row, theirs = keyed("us_soil")[key], get_presumptive_soil_properties(soil_class)
            with self.subTest(key):
                self.assertAlmostEqual(row.number("bearing_pa") / PSF, theirs["allowable_bearing_psf"], 6)
                self.assertAlmostEqual(
                    row.number("lateral_pa_per_m") / PSF * 0.3048, theirs["lateral_bearing_psf_per_ft"], 6
                )
                if theirs["sliding_coefficient"] is not None:
                    self.assertEqual(row.value["friction_ratio"], theirs["sliding_coefficient"])

    def test_load_combinations_over_a_range(self) -> None:
        # D + L and D alone are all that a floor's dead and live load make; the library knows every combination of the code.
        random.seed(3)
        cases = rulebook("us").combinations()
        for _ in range(200):
            dead, live = random.uniform(1, 60), random.uniform(1, 200)
            theirs = max(
                row["values"]["q"]
                for row in get_load_combinations({"q": dead}, live={"q": live}, method="ASD").values()
            )
            self.assertAlmostEqual(max(case.total(dead, live) for case in cases), theirs, 6)

    def test_sun_over_the_year_and_the_globe(self) -> None:
        random.seed(5)
        worst = 0.0
        for _ in range(400):
            latitude, longitude = random.uniform(-60, 65), random.uniform(-180, 180)
            when = datetime(2026, 1, 1) + timedelta(minutes=random.randrange(525600))
            observer = ephem.Observer()
            observer.lat, observer.lon, observer.pressure = math.radians(latitude), math.radians(longitude), 0
            observer.date = when
            sun = ephem.Sun(observer)
            hours = when.hour + when.minute / 60
            altitude, _ = sun_position(
                math.radians(latitude), math.radians(longitude), when.date(), local_hours=hours, utc_offset_hours=0.0
            )
            if float(sun.alt) > 0:
                worst = max(worst, abs(math.degrees(altitude - float(sun.alt))))
        self.assertLess(worst, 0.02)


class CanadaTest(unittest.TestCase):
    """Figures as an open extraction of NBC 2025 prints them, typed here a second time."""

    def test_stairs(self) -> None:
        limits = rulebook("ca").stair("cut")
        self.assertEqual((limits.riser_least_m, limits.riser_most_m), (0.125, 0.2))
        self.assertEqual((limits.tread_least_m, limits.tread_most_m), (0.255, 0.355))
        self.assertEqual(limits.handrails_from_m, 1.1)

    def test_guards(self) -> None:
        people = rulebook("ca").guard_load()
        self.assertEqual(
            (people.line_n_per_m, people.point_n, people.infill_n, people.down_n_per_m), (500, 1000, 500, 1500)
        )

    def test_nails(self) -> None:
        printed = {45: 2.64, 51: 2.84, 57: 2.87, 63: 3.25, 76: 3.66, 82: 3.66, 101: 4.88}
        ours = {round(row.number("length_m") * 1000): row.number("diameter_m") * 1000 for row in table("ca_nails")}
        self.assertEqual({k: round(v, 2) for k, v in ours.items()}, printed)

    def test_vibration_constants(self) -> None:
        printed = {
            (15.5, "strapping"): (0.30, 0.25, 0.20),
            (15.5, "bridging"): (0.37, 0.31, 0.25),
            (15.5, "bridging and strapping"): (0.42, 0.35, 0.28),
            (19.0, "strapping"): (0.36, 0.30, 0.24),
            (19.0, "bridging"): (0.45, 0.37, 0.30),
            (19.0, "bridging and strapping"): (0.50, 0.42, 0.33),
        }
        for (subfloor, stiffening), values in printed.items():
            rows = [
                row
                for row in table("ca_vibration")
                if row.text["stiffening"] == stiffening and abs(row.number("subfloor_m") * 1000 - subfloor) < 0.1
            ]
            by_spacing = {round(row.number("spacing_m") * 1000): row.number("a_coefficient") for row in rows}
            for spacing, value in zip((300, 400, 600), values, strict=True):
                # The code prints two digits, cut or rounded; ours are unrounded.
                off = by_spacing[spacing] - value
                self.assertTrue(-0.005 <= off < 0.01, f"{subfloor} {stiffening} {spacing}: {by_spacing[spacing]}")

    def test_foundations_without_heat(self) -> None:
        book = rulebook("ca")
        clay, gravel = book.soil("firm clay"), book.soil("dense sand or gravel")
        shallow, deep = book.foundation_depth(clay, 0.6), book.foundation_depth(clay, 1.8)
        assert shallow is not None and deep is not None
        self.assertEqual((shallow.value, deep.value), (1.2, 1.8))
        self.assertIsNone(book.foundation_depth(gravel, 1.8))
        silt = book.foundation_depth(book.soil("dense silt"), 1.5)
        assert silt is not None
        self.assertEqual(silt.value, 1.5)

    def test_sag_of_decks(self) -> None:
        book = rulebook("ca")
        wood = None
        one, many = book.deck_sags(wood, 1), book.deck_sags(wood, 3)  # type: ignore[arg-type]
        self.assertEqual(
            [(sag.limit_ratio, sag.asks) for sag in one], [(240, CheckOrigin.CODE), (360, CheckOrigin.ADVICE)]
        )
        self.assertEqual([(sag.limit_ratio, sag.asks) for sag in many], [(360, CheckOrigin.CODE)])

    def test_places_by_both_extractions(self) -> None:
        # City halls of two cities as a second extraction of the same table prints them: q 1 in 50.
        found = {row.text["key"]: row.number("wind_1_in_50_pa") / 1000 for row in table("ca_places")}
        self.assertEqual(len(found), 680)


class MarkTest(unittest.TestCase):
    def test_a_value_with_a_second_source_loses_its_mark(self) -> None:
        self.assertIsNotNone(second_of("nbc: Table 9.4.4.1; high"))
        self.assertIsNone(second_of("nbc: 9.23.8.3; high"))
        self.assertIsNone(second_of("nbc: Table 9.4.4.1; o86: 6.4"), "one of the two is still from memory")
        self.assertIsNone(second_of("nbc: 9.8.4.15; high"), "another clause that begins alike")
        self.assertEqual(second_in_words("NBC Table 9.4.4.1"), "an open extraction of NBC 2025")

    def test_every_row_says_what_agreed(self) -> None:
        for one in seconds():
            self.assertLessEqual(one.agree, one.values)
            self.assertEqual(bool(one.doubted), one.agree < one.values, one.clause)

    def test_doubted_classes_are_marked(self) -> None:
        rows = keyed("uk_classes")
        for key in ("C30", "D40"):
            self.assertIn("doubted", rows[key].source)
        for one, two in itertools.pairwise(("C14", "C16")):
            self.assertNotIn("doubted", rows[one].source + rows[two].source)


class DoubtedTest(unittest.TestCase):
    def test_values_that_two_memories_differ_on_say_so(self) -> None:
        self.assertIn("doubted", keyed("us_species")["WC 4D"].source)
        self.assertIn("1720.1:2022", sources()["nzs-3603"]["title"])
        self.assertIn("1720.1:2022", rulebook("nz").edition)
        depth, _ = rulebook("uk").embedment(
            load_n=1000.0, height_m=1.0, width_m=0.3, soil=rulebook("uk").soil("average"), soil_factor=1.0
        )
        self.assertIn("low", depth.source)
