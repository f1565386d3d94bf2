"""A pergola in the browser: from one line through its drawings, its sun and its picture in space to paper and record."""

import math

from playwright.sync_api import expect
from steady.drawing.scene import scene
from steady.jobs.document import plan_structure

from trellis_server.services.documents import load
from trellis_server.tests.roofs import RoofInTheBrowser

LINE = "18x11 high8 over1 rafters24in slats5in brace2"


class PergolaInTheBrowserTest(RoofInTheBrowser):
    def lay_out(self) -> str:
        return self.put_up("A pergola from its size", "Beams × rafters, out to out", LINE)

    def test_from_its_line_to_paper_and_record(self) -> None:
        page = self.page
        place = self.lay_out()
        expect(page.get_by_text("18′ 0″ × 11′ 0″, 4 posts").first).to_be_visible()
        row = page.locator("tr", has_text="Rafters, 11′").first
        expect(row).to_contain_text("13 of 2×8")  # nine spaces of 2 ft take 18 ft less a rafter
        expect(page.locator(".column, aside").last).to_contain_text("Knee brace")
        self.assertEqual(self.axe(), [])
        page.get_by_role("tab", name="Pieces").click()
        expect(page.get_by_role("cell", name="rafter").first).to_be_visible()
        self.assertIn("sheets.pdf", self.every_file(place))
        self.measured(place)

    def test_its_sun_and_its_picture_in_space(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/ground/windbreak")
        for label, value in (("Latitude (° N)", "39.74"), ("Longitude (° E)", "-104.99")):
            page.get_by_label(label).fill(value)
            page.get_by_label(label).press("Enter")
        self.eventually(lambda: abs((self.document()["site"].get("longitude_rad") or 0) + math.radians(104.99)) < 1e-6)
        page.get_by_label("Time zone").click()
        page.get_by_role("option", name="America/Denver", exact=True).click()
        self.eventually(lambda: self.document()["site"]["time_zone"] == "America/Denver")
        place = self.lay_out()
        page.get_by_role("button", name="Sun and shade").click()
        side = page.get_by_role("complementary", name="Sun and shade")
        side.get_by_label("Day").fill("2026-07-15")
        # By the site's own clock: no hours ahead of UTC are asked for, and its summer time is counted in.
        expect(side.get_by_label("Clock ahead of UTC")).to_have_count(0)
        expect(side).to_contain_text("America/Denver, UTC−6")
        # The sun of Denver at four in mid-July: 257 degrees by another library's almanac.
        hour = side.get_by_role("slider", name="Hour")
        hour.press("Home")
        for _ in range(44):  # from five o'clock in quarters of an hour
            hour.press("ArrowRight")
        expect(hour).to_have_attribute("aria-valuenow", "16")
        expect(side).to_contain_text("from 257°")
        shade = page.locator(".share").text_content() or ""
        page.get_by_role("button", name="Area to check").focus()
        for _ in range(6):
            page.keyboard.press("ArrowRight")
        expect(page.locator(".share")).not_to_have_text(shade)
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="3D view").click()
        canvas = page.locator("canvas[data-pieces]")
        made = scene(plan_structure(load(self.document()), place))
        expect(canvas).to_have_attribute("data-pieces", str(sum(solid.count for solid in made.solids)))
        expect(canvas).to_have_attribute(
            "aria-label", f"{made.says}. Arrow keys turn it, plus and minus draw it nearer."
        )
        page.wait_for_timeout(500)
        box = canvas.bounding_box()
        assert box is not None
        page.get_by_role("button", name="Above").click()
        picked = page.locator("tr.on")
        for down in range(-12, 13, 2):  # between two slats there is only grass
            page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2 + down)
            page.wait_for_timeout(100)
            if picked.count():
                break
        expect(picked.first).to_be_visible()  # a piece picked is picked everywhere
        with page.expect_download() as got:
            page.get_by_role("button", name="glTF").click()
        self.assertEqual(got.value.path().read_bytes()[:4], b"glTF")
        self.assertEqual(self.axe(), [])

    def test_what_shelters_its_snow_is_asked_where_there_is_snow_and_calculated(self) -> None:
        page = self.page
        place = self.lay_out()
        self.open(f"/jobs/{self.job.pk}/ground/{place}")
        around = page.get_by_role("combobox", name="Roof wind and snow shelter")
        snow = page.get_by_label("Snow on the ground, psf")
        expect(snow).to_be_visible()
        expect(around).to_have_count(0)
        expect(page.get_by_label("Rain-on-snow load")).to_have_count(0)  # the code has its own
        snow.fill("40")
        snow.press("Enter")
        self.eventually(lambda: self.document()["site"]["ground_snow_pa"] > 0)
        around.click()
        page.get_by_role("option", name="close among tall trees or buildings").click()
        self.eventually(lambda: self.document()["site"]["roof_shelter"] == "sheltered")
        self.assertEqual(self.axe(), [])
        # At the rafters, by hand: 0.7 x 1.2 x 1.2 x 40 psf, of exposure B.
        self.open(f"/jobs/{self.job.pk}/design/{place}")
        page.locator("tr", has_text="Rafters, 11′").first.click()
        loads = page.locator("section.way", has_text="Loads on the roof")
        expect(loads).to_contain_text("40.32 psf even snow on the closed roof")
        loads.get_by_text("calculation").click()
        expect(loads).to_contain_text("asce-7-16: 7.3; high")
        self.assertEqual(self.axe(), [])
        self.open(f"/jobs/{self.job.pk}/ground/{place}")
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: self.document()["site"]["roof_shelter"] == "partially")
        expect(around).to_have_text("Partly sheltered")
