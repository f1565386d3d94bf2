"""Towns: found by letters, values proposed with what they rest on, and kept by the office for the next job there."""

import math
from typing import Any

from django.test import TestCase
from playwright.sync_api import expect

from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn
from trellis_server.towns import _towns


class TownsTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("hazel"))

    def search(self, text: str, school: str = "us") -> list[dict[str, object]]:
        return self.caller.send("GET", f"/api/designs/towns?text={text}&school={school}").json()["towns"]

    def values(self, school: str, town: str, at: tuple[float, float] | None = None) -> dict[str, tuple[float, str]]:
        place = f"&latitude_rad={at[0]}&longitude_rad={at[1]}" if at else ""
        rows = self.caller.send("GET", f"/api/designs/town-values?school={school}&town={town}{place}").json()[
            "proposals"
        ]
        return {row["field"]: (row["value"], row["basis"]) for row in rows}

    def test_a_town_has_its_place_and_clock(self) -> None:
        [first, *_] = self.search("denver")
        self.assertEqual((first["region"], first["time_zone"]), ("CO", "America/Denver"))
        # Denver lies at 39.74° N, 104.99° W [any atlas].
        self.assertAlmostEqual(math.degrees(float(str(first["latitude_rad"]))), 39.74, delta=0.05)
        self.assertAlmostEqual(math.degrees(float(str(first["longitude_rad"]))), -104.99, delta=0.05)
        self.assertEqual(self.search("montreal", "ca")[0]["name"], "Montréal")
        self.assertEqual({town["region"] for town in self.search("aurora, co")}, {"CO"})
        self.assertEqual(self.search("hamilton", "nz")[0]["country"], "NZ")
        self.assertEqual(self.search("hamilton", "ca")[0]["region"], "ON")
        self.assertEqual(self.search("q"), [])

    def test_a_table_proposes_and_the_office_comes_first(self) -> None:
        [toronto, *_] = self.search("toronto", "ca")
        at = (float(str(toronto["latitude_rad"])), float(str(toronto["longitude_rad"])))
        found = self.values("ca", "Toronto, ON, CA", at)
        # NBC 2020 Table C-2, Toronto (city hall): S_s 0.9 and S_r 0.4 kPa [recalled from memory]; frost usually 1.2 m.
        self.assertEqual(found["ground_snow_pa"], (900.0, "from a table"))
        self.assertEqual(found["rain_snow_pa"], (400.0, "from a table"))
        self.assertEqual(found["frost_m"], (1.2, "common practice"))
        body = {"school": "ca", "town": "Toronto, ON, CA", "values": {"frost_m": 1.4}}
        self.assertEqual(self.caller.send("PUT", "/api/crew/towns", body).status_code, 200)
        again = self.values("ca", "Toronto, ON, CA", at)
        self.assertEqual(again["frost_m"], (1.4, "your office"))
        self.assertEqual(again["ground_snow_pa"], (900.0, "from a table"))
        # Another crew, another code and another town know nothing of it.
        self.assertEqual(self.values("us", "Toronto, ON, CA"), {})
        self.caller = Caller(person("rowan"))
        self.assertEqual(self.values("ca", "Toronto, ON, CA"), {})

    def test_what_cannot_be_is_refused(self) -> None:
        for body in (
            {"school": "ca", "town": "", "values": {}},
            {"school": "mars", "town": "Toronto", "values": {}},
            {"school": "ca", "town": "Toronto", "values": {"frost_m": 40}},
        ):
            self.assertEqual(self.caller.send("PUT", "/api/crew/towns", body).status_code, 422)
        self.assertEqual(self.caller.send("GET", "/api/designs/town-values?school=mars").status_code, 422)


class NearestTownTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("hazel"))

    def test_the_nearest_by_another_formula(self) -> None:
        at = (math.radians(39.1), math.radians(-106.3))
        query = f"latitude_rad={at[0]}&longitude_rad={at[1]}"
        found = self.caller.send("GET", f"/api/designs/nearest-town?{query}").json()

        def far(lat: float, long: float) -> float:
            half = (
                math.sin((lat - at[0]) / 2) ** 2 + math.cos(lat) * math.cos(at[0]) * math.sin((long - at[1]) / 2) ** 2
            )
            return 2 * math.asin(math.sqrt(half))

        least = min(far(town.latitude_rad, town.longitude_rad) for _, town in _towns())
        self.assertAlmostEqual(far(found["latitude_rad"], found["longitude_rad"]), least)
        self.assertEqual(
            self.caller.send("GET", "/api/designs/nearest-town?latitude_rad=9&longitude_rad=0").status_code, 422
        )

    def test_each_grid_shows_its_towns(self) -> None:
        for school in ("us", "ca", "uk", "nz"):
            found = self.caller.send("GET", f"/api/designs/town-map?school={school}").json()
            self.assertGreater(len(found["towns"]), 20, school)
            for town in found["towns"]:
                self.assertTrue(found["south_rad"] <= town["latitude_rad"] <= found["north_rad"], town)
                self.assertTrue(found["west_rad"] <= town["longitude_rad"] <= found["east_rad"], town)

    def test_practice_of_a_state_stands_behind_the_office_s_own(self) -> None:
        body = {"school": "us", "town": "Aurora, CO, US", "values": {"frost_m": 0.9, "seismic": "C"}}
        town = "Aurora, CO, US"
        rows = self.caller.send("GET", f"/api/designs/town-values?school=us&town={town}").json()["proposals"]
        self.assertEqual({row["field"]: row["basis"] for row in rows}["frost_m"], "common practice")
        self.assertEqual(self.caller.send("PUT", "/api/crew/towns", body).status_code, 200)
        rows = self.caller.send("GET", f"/api/designs/town-values?school=us&town={town}").json()["proposals"]
        found = {row["field"]: (row["value"], row["basis"]) for row in rows}
        self.assertEqual((found["frost_m"], found["seismic"]), ((0.9, "your office"), ("C", "your office")))
        self.assertEqual(found["wind_speed_m_per_s"][1], "common practice")


class TownPageTest(SignedIn):
    def test_a_town_is_picked_used_and_kept(self) -> None:
        job = Caller(self.who).new_job({**small_job("Osier Bank"), "school": "ca", "structures": []})
        page = self.page
        self.open(f"/jobs/{job}/ground")
        page.get_by_label("Town", exact=True).press_sequentially("guelph")
        page.get_by_role("option", name="Guelph, ON, CA").click()
        values = page.get_by_role("list", name="Values for this town")
        expect(values.get_by_text("Ground snow")).to_be_visible()
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="Use all").click()
        expect(values.get_by_text("In use").first).to_be_visible()
        page.get_by_role("button", name="Keep for this town").click()
        expect(page.get_by_text("is offered these values")).to_be_visible()
        expect(values.get_by_text("your office").first).to_be_visible()

    def test_a_pin_sets_place_clock_and_proposals(self) -> None:
        job = Caller(self.who).new_job({**small_job("Rowan Flat"), "structures": []})
        page = self.page
        self.open(f"/jobs/{job}/ground")
        page.get_by_role("button", name="Pin on a map").click()
        grid = page.get_by_role("application", name="Map grid")
        grid.scroll_into_view_if_needed()
        box = grid.bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + box["width"] * 0.33, box["y"] + box["height"] * 0.45)
        expect(page.get_by_text("Its clock and values come from the nearest town")).to_be_visible()
        self.eventually(lambda: self.site(job)["time_zone"] == "America/Denver")
        before = self.site(job)
        # A third of the way from west to east, a little north of the middle: the mountain states.
        self.assertTrue(36 < math.degrees(before["latitude_rad"]) < 44, before["latitude_rad"])
        self.assertTrue(-112 < math.degrees(before["longitude_rad"]) < -100, before["longitude_rad"])
        expect(page.get_by_role("list", name="Values for this town").get_by_text("Frost depth")).to_be_visible()
        self.assertEqual(self.axe(), [])
        grid.focus()
        page.keyboard.press("ArrowUp")
        expect(page.get_by_role("application", name="Map grid")).to_be_visible()
        self.eventually(lambda: self.site(job)["latitude_rad"] > before["latitude_rad"] + 1e-5)

    def test_a_strong_seismic_category_is_a_caution(self) -> None:
        job = Caller(self.who).new_job(small_job("Sloe End"))
        page = self.page
        self.open(f"/jobs/{job}/ground")
        page.get_by_label("Seismic category").click()
        page.get_by_role("option", name="Seismic category D").click()
        self.eventually(lambda: self.site(job)["seismic"] == "D")

    def site(self, job: str) -> dict[str, Any]:
        """What is stored of the job's site."""
        found: dict[str, Any] = Caller(self.who).send("GET", f"/api/jobs/{job}").json()["document"]["site"]
        return found
