"""The view in space in the browser: walked, cut, measured, a viewpoint kept, built up stage by stage, by keys and by buttons."""

from django.test import tag
from playwright.sync_api import expect

from trellis_server.tests.make import Caller, small_job
from trellis_server.tests.roofs import DRIVER
from trellis_server.tests.signed_in import SignedIn


@tag("slow")
class SpaceTest(SignedIn):
    def tearDown(self) -> None:
        self.console = [text for text in self.console if DRIVER not in text]
        super().tearDown()

    def test_it_is_walked_cut_and_measured(self) -> None:
        job = Caller(self.who).new_job(small_job("Teasel Wharf"))
        page = self.page
        [first, *_] = Caller(self.who).send("GET", f"/api/jobs/{job}").json()["document"]["structures"]
        self.open(f"/jobs/{job}/design/{first['spec']['id']}")
        page.get_by_role("button", name="3D view").click()
        canvas = page.locator(".space canvas")
        expect(canvas).not_to_have_attribute("data-pieces", "0")
        page.get_by_role("button", name="Walk").click()
        expect(page.get_by_text("Esc leaves")).to_be_visible()
        self.assertIn("On foot", str(canvas.get_attribute("aria-label")))
        for key in ("w", "ArrowLeft", "s"):
            page.keyboard.press(key)
        page.keyboard.press("Escape")
        expect(page.get_by_text("Esc leaves")).to_be_hidden()
        page.get_by_role("combobox", name="Section").click()
        page.get_by_role("option", name="Across").click()
        expect(page.get_by_role("slider", name="Section plane")).to_be_visible()
        page.get_by_role("button", name="Save view").click()
        expect(page.get_by_role("button", name="View 1")).to_be_visible()
        self.assertEqual(self.axe(), [])

    def test_it_is_built_task_by_task_and_come_to_from_the_schedule(self) -> None:
        job = Caller(self.who).new_job(small_job("Teasel Wharf"))
        page = self.page
        self.open(f"/jobs/{job}/schedule")
        page.get_by_role("link", name="Show in 3D").first.click()
        canvas = page.locator(".space canvas")
        expect(canvas).not_to_have_attribute("data-pieces", "0")
        caption = page.locator(".space .caption")
        expect(caption).to_be_visible()
        slider = page.get_by_role("slider", name="Build")
        slider.focus()
        page.keyboard.press("Home")
        expect(page.get_by_text("1 of ", exact=False)).to_be_visible()
        before = caption.inner_text()
        page.keyboard.press("ArrowRight")
        expect(caption).not_to_have_text(before)
        page.get_by_role("button", name="Play").click()
        expect(page.get_by_role("button", name="Pause")).to_be_visible()
        expect(page.get_by_role("button", name="Play")).to_be_visible(timeout=30_000)
        expect(caption).to_be_hidden()
        self.assertEqual(self.axe(), [])
