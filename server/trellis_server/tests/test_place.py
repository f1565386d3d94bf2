"""The site in the browser: a structure is pulled to its place, turned by keys, and undone; one that fails hides no other."""

import math
from typing import Any

from playwright.sync_api import expect

from trellis_server.tests.test_browser import SignedIn


class PlaceTest(SignedIn):
    def stands(self, structure: str) -> dict[str, Any] | None:
        found = next(item for item in self.document()["structures"] if item["spec"]["id"] == structure)
        return found.get("stands")

    def test_pulled_turned_typed_and_undone(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/brief")
        page.get_by_role("link", name="Where they stand on the site").click()
        deck = page.get_by_role("button", name="Kitchen deck").locator("visible=true").last
        expect(deck).to_be_visible()
        self.assertEqual(self.axe(), [])
        before = self.stands("kitchen-deck") or {}
        box = page.locator("g.stand", has_text="Kitchen deck").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 60, y, steps=4)
        page.mouse.up()
        self.eventually(lambda: (self.stands("kitchen-deck") or {}).get("x_m", 0) > before["x_m"] + 0.5)
        self.assertAlmostEqual((self.stands("kitchen-deck") or {})["y_m"], before["y_m"], 2)
        page.locator("g.stand", has_text="Kitchen deck").focus()
        page.keyboard.press("[")
        self.eventually(
            lambda: math.isclose((self.stands("kitchen-deck") or {})["turn_rad"], math.pi / 36, abs_tol=1e-6)
        )
        field = page.get_by_label("Its zero, up the paper")
        field.fill("-50'")
        field.press("Enter")
        self.eventually(lambda: math.isclose((self.stands("kitchen-deck") or {})["y_m"], -15.24, abs_tol=1e-3))
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: math.isclose((self.stands("kitchen-deck") or {})["y_m"], before["y_m"], abs_tol=1e-2))

    def test_on_a_phone_nothing_runs_out_of_the_page(self) -> None:
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/jobs/{self.job.pk}/place")
        expect(self.page.get_by_role("heading", name="The site")).to_be_visible()
        expect(self.page.locator("g.stand").first).to_be_visible()
        wide = self.page.evaluate("document.scrollingElement.scrollWidth")
        self.assertLessEqual(wide, 390)
