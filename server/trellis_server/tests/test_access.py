"""Every view in every light without a fault that a checker of accessibility finds; the way in."""

from playwright.sync_api import expect

from trellis_server.tests.signed_in import SignedIn

# What must be there before a view is looked over, by its address; {job} is the job.
JOB_PAGES = {
    "/jobs/{job}/overview": "form.line input",
    "/jobs/{job}/site": "[aria-label='The site from above']",
    "/jobs/{job}/ground/windbreak": "table",
    "/jobs/{job}/ground/kitchen-deck": ".form",
    "/jobs/{job}/materials": "table",
    "/jobs/{job}/estimate": "h1",
    "/jobs/{job}/schedule": "h1",
    "/jobs/{job}/files": "h1",
    "/jobs/{job}/photos": "h1",
}
STRUCTURE_PAGES = {
    "/jobs/{job}/design/windbreak": ".canvas svg",
    "/jobs/{job}/design/kitchen-deck": ".canvas svg",
    "/jobs/{job}/design/path-pergola": ".canvas svg",
    "/jobs/{job}/gate/windbreak/gate-2": "figure svg",
    "/jobs/{job}/materials/windbreak": "tfoot",
    "/jobs/{job}/build/windbreak": ".form",
    "/jobs/{job}/record/windbreak": "main",
    "/field/{job}/windbreak": ".reading",
}
OTHER_PAGES = {
    "/": ".job",
    "/price-book": "h1",
    "/calculators": "li button",
    "/sources": "tbody tr",
    "/compare-codes": "tbody tr",
    "/connections": "h1",
    "/crew": "h1",
    "/crew/defaults": "h1",
    "/nowhere": "h1",
}

# A phone upright and on its side, a tablet.
HANDS = ((390, 844), (844, 390), (768, 1024))


class LookedOver(SignedIn):
    """Nothing that axe finds on any of these pages in any light; one first heading on each; none wider than a hand's screen."""

    def look_over(self, pages: dict[str, str]) -> None:
        page = self.page
        for path, shown in pages.items():
            self.open(path.format(job=self.job.pk))
            expect(page.locator(shown).first).to_be_visible()
            page.wait_for_timeout(150)
            self.assertEqual(page.locator("h1").count(), 1, path)
            for light in ("light", "dark", "sun"):
                page.evaluate("(light) => { document.documentElement.dataset.theme = light }", light)
                # What a page is made of stays the same in every light; its colours do not.
                with self.subTest(path, light=light):
                    self.assertEqual(self.axe(("color-contrast",) if light != "light" else ()), [])
            for wide, tall in HANDS:
                page.set_viewport_size({"width": wide, "height": tall})
                page.wait_for_timeout(60)
                with self.subTest(path, wide=wide):
                    self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), wide)
            page.set_viewport_size({"width": 1280, "height": 800})


class JobPagesTest(LookedOver):
    def test_axe_finds_nothing_in_any_light(self) -> None:
        self.look_over(JOB_PAGES)


class StructurePagesTest(LookedOver):
    def test_axe_finds_nothing_in_any_light(self) -> None:
        self.look_over(STRUCTURE_PAGES)


class OtherPagesTest(LookedOver):
    def test_axe_finds_nothing_in_any_light(self) -> None:
        self.look_over(OTHER_PAGES)


class SignInTest(SignedIn):
    def test_sign_in_is_reached_and_clean(self) -> None:
        self.context.clear_cookies()
        self.open("/")
        expect(self.page.get_by_label("Name")).to_be_visible()
        self.assertEqual(self.axe(), [])
        self.page.get_by_label("Name").fill("ash")
        self.page.get_by_label("Password").fill("wrong")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("do not go together")
        self.page.get_by_label("Password").fill("correct horse staple")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.locator(".job")).to_be_visible()
        self.console.clear()  # the refused sign-in is a 401 that the browser logs
