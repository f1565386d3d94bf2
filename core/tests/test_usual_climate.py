"""What is usual in a region, and the caution that a strong seismic category brings."""

import unittest
from dataclasses import replace

from steady.data.loader import table
from steady.ground.usual_climate import usual_climate
from steady.structures.registry import plan

from tests.make import case, fence, site


class UsualClimateTest(unittest.TestCase):
    def test_every_row_says_that_it_is_practice_and_how_sure(self) -> None:
        for row in table("usual_climate"):
            self.assertTrue(row.source.startswith("practice"), row.text["key"])
            self.assertIn("low", row.source)
            frost, wind = row.value["frost_m"], row.value["wind_m_per_s"]
            self.assertTrue(frost is None or 0 <= frost < 2.6, row.text["key"])
            self.assertTrue(wind is None or 22 <= wind <= 56, row.text["key"])

    def test_no_wind_is_proposed_on_a_hurricane_coast(self) -> None:
        for state in ("FL", "TX", "LA", "NC", "NY", "HI"):
            found = usual_climate("us", state)
            assert found is not None
            self.assertIsNone(found.wind_speed_m_per_s, state)

    def test_snow_is_proposed_where_a_state_is_alike_and_never_for_mountains(self) -> None:
        # Connecticut's own code gives 30 psf and Minnesota's 50 or 60 for whole regions [from memory]: never below them.
        for state, least_psf in (("CT", 30), ("MN", 60), ("IA", 30), ("OH", 20), ("VA", 20)):
            found = usual_climate("us", state)
            assert found is not None and found.ground_snow_pa is not None
            self.assertGreaterEqual(found.ground_snow_pa, least_psf * 47.88 - 1, state)
        for state in ("CO", "UT", "MT", "WY", "ID", "CA", "WA", "OR", "AK", "NV", "NM", "AZ"):
            mountain = usual_climate("us", state)
            assert mountain is not None
            self.assertIsNone(mountain.ground_snow_pa, state)
        north, south = usual_climate("nz", "Auckland"), usual_climate("nz", "Otago")
        assert north is not None and south is not None
        self.assertEqual((north.ground_snow_pa, south.ground_snow_pa), (0.0, 1000.0))

    def test_a_region_that_nobody_entered(self) -> None:
        self.assertIsNone(usual_climate("us", "Ontario"))

    def test_earthquake_is_never_passed_over_in_a_strong_category(self) -> None:
        for category, told in (("", False), ("B", False), ("C", False), ("D", True), ("E", True), ("zone 4", True)):
            made = plan(case(fence(30), replace(site(), seismic=category)))
            words = [caution.text for caution in made.cautions if "earthquake" in caution.text]
            self.assertEqual(bool(words), told, category)


if __name__ == "__main__":
    unittest.main()
