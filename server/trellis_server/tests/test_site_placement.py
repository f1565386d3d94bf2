"""The site in the browser: a structure is pulled to its place, turned by keys, and undone; one that fails hides no other."""

import io
import math
from typing import Any

from PIL import Image, ImageDraw
from playwright.sync_api import expect

from trellis_server.tests.signed_in import SignedIn


class PlaceTest(SignedIn):
    def stands(self, structure: str) -> dict[str, Any] | None:
        found = next(item for item in self.document()["structures"] if item["spec"]["id"] == structure)
        return found.get("stands")

    def test_pulled_turned_typed_and_undone(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/overview")
        page.get_by_role("link", name="Open site", exact=True).click()
        deck = page.get_by_role("button", name="Kitchen deck").locator("visible=true").last
        expect(deck).to_be_visible()
        self.assertEqual(self.axe(), [])
        before = self.stands("kitchen-deck") or {}
        box = page.locator("g.stand[aria-label='Kitchen deck']").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 60, y, steps=4)
        page.mouse.up()
        self.eventually(lambda: (self.stands("kitchen-deck") or {}).get("x_m", 0) > before["x_m"] + 0.5)
        self.assertAlmostEqual((self.stands("kitchen-deck") or {})["y_m"], before["y_m"], 2)
        page.locator("g.stand[aria-label='Kitchen deck']").focus()
        page.keyboard.press("[")
        self.eventually(
            lambda: math.isclose((self.stands("kitchen-deck") or {})["turn_rad"], math.pi / 36, abs_tol=1e-6)
        )
        field = page.get_by_label("Y offset from site origin")
        field.fill("-50'")
        field.press("Enter")
        self.eventually(lambda: math.isclose((self.stands("kitchen-deck") or {})["y_m"], -15.24, abs_tol=1e-3))
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: math.isclose((self.stands("kitchen-deck") or {})["y_m"], before["y_m"], abs_tol=1e-2))

    def test_on_a_phone_nothing_runs_out_of_the_page(self) -> None:
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/jobs/{self.job.pk}/site")
        expect(self.page.get_by_role("heading", name="Site", exact=True)).to_be_visible()
        expect(self.page.locator("g.stand").first).to_be_visible()
        wide = self.page.evaluate("document.scrollingElement.scrollWidth")
        self.assertLessEqual(wide, 390)

    def test_a_scan_is_laid_under_and_scaled_by_two_points(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/site")
        expect(page.locator("g.stand").first).to_be_visible()
        page.get_by_text("Underlay image").click()
        with page.expect_file_chooser() as chooser:
            page.get_by_role("button", name="Bring a picture").click()
        chooser.value.set_files({"name": "plan.png", "mimeType": "image/png", "buffer": scanned_plan()})
        picture = page.locator("image.under")
        expect(picture).to_be_visible()
        expect(page.get_by_text("Not to scale yet")).to_be_visible()
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="Scale by two points").click()
        box = picture.bounding_box()
        assert box is not None
        # The plan's frame: its corners lie a tenth from the picture's edges, and stand for 80 ft.
        for share in (0.1, 0.9):
            page.mouse.click(box["x"] + box["width"] * share, box["y"] + box["height"] * 0.5)
        field = page.get_by_label("Actual distance")
        field.fill("80'")
        field.press("Enter")
        self.eventually(lambda: bool(self.under().get("scaled")))
        under = self.under()
        self.assertAlmostEqual(under["m_per_px"] * under["wide_px"] * 0.8, 80 * 0.3048, delta=0.15)
        self.assertEqual((under["wide_px"], under["high_px"]), (900, 600))
        page.get_by_role("button", name="Align by two points").click()
        page.wait_for_timeout(800)  # the paper takes the picture's new size
        box = picture.bounding_box()
        assert box is not None
        left, right, middle = (
            box["x"] + box["width"] * 0.1,
            box["x"] + box["width"] * 0.9,
            box["y"] + box["height"] / 2,
        )
        page.keyboard.down("Alt")
        for x, y in ((left, middle), (left, middle), (right, middle), (left, middle - 150)):
            page.mouse.click(x, y)
        page.keyboard.up("Alt")
        self.eventually(lambda: math.isclose(self.under()["turn_rad"], math.pi / 2, abs_tol=0.01))
        self.assertAlmostEqual(self.under()["m_per_px"], under["m_per_px"] * 150 / (right - left), delta=0.001)
        page.get_by_role("button", name="Remove it").click()
        expect(picture).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        expect(picture).to_be_visible()

    def under(self) -> dict[str, Any]:
        return self.document()["site"].get("under") or {}


def scanned_plan() -> bytes:
    """A made-up plan of a plot as a scanner would give it: a frame, a house, a little grey."""
    picture = Image.new("RGB", (900, 600), (238, 236, 230))
    pen = ImageDraw.Draw(picture)
    pen.rectangle((90, 60, 810, 540), outline=(60, 60, 60), width=3)
    pen.rectangle((300, 80, 620, 250), outline=(40, 40, 40), width=5)
    stream = io.BytesIO()
    picture.save(stream, "PNG")
    return stream.getvalue()


class ShadyTest(SignedIn):
    def test_where_a_bench_stands_in_the_shade(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/site")
        page.get_by_role("button", name="Shade map").click()
        bar = page.get_by_role("region", name="Shade map")
        expect(bar).to_contain_text("The best place lies")
        expect(page.locator("g.shadiest").first).to_be_visible()
        self.assertEqual(self.axe(), [])
        later = bar.get_by_label("From (hour)")
        later.fill("18")
        later.press("Enter")
        expect(bar.get_by_role("alert")).to_contain_text("later hour comes after")
        later.fill("9:30")
        later.press("Enter")
        expect(bar.get_by_role("status")).to_contain_text("The best place lies")
        page.set_viewport_size({"width": 390, "height": 844})
        self.assertLessEqual(page.evaluate("document.scrollingElement.scrollWidth"), 390)
