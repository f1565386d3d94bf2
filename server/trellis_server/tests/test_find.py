"""Find (Ctrl K): settings, buttons, pages, jobs and calculators, by the trade's own words too; old addresses lead on."""

from playwright.sync_api import expect

from trellis_server.tests.signed_in import SignedIn


class FindTest(SignedIn):
    def ask(self, words: str) -> None:
        self.page.keyboard.press("Control+k")
        field = self.page.get_by_role("combobox", name="Find a job, page or setting")
        expect(field).to_be_focused()
        field.fill(words)

    def test_words_of_the_trade_lead_to_where_a_thing_is_set(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/design/kitchen-deck")
        expect(page.locator(".canvas svg").first).to_be_visible()
        for words, found in (
            ("stair", "Add a stair"),
            ("gas", "Site"),
            ("setback", "Site"),
            ("price", "Price book"),
            ("invoice", "Estimate & contract"),
            ("guard post moment", "Moment, stress and bolt pull of a guard post?"),
        ):
            with self.subTest(words):
                self.ask(words)
                expect(page.get_by_role("listbox", name="Found")).to_contain_text(found)
                self.assertEqual(self.axe(), [])
                page.keyboard.press("Escape")
        self.ask("frost")
        page.get_by_role("option").filter(has_text="Ground and climate").first.click()
        page.wait_for_url("**/ground/**")
        self.ask("add a stair")
        page.keyboard.press("Escape")

    def test_a_setting_is_opened_and_a_button_is_focused(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/design/kitchen-deck")
        expect(page.get_by_role("button", name="Add a stair")).to_be_visible()
        self.ask("add a stair")
        expect(page.get_by_role("option").first).to_contain_text("Add a stair")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Add a stair")).to_be_focused()
        self.open(f"/jobs/{self.job.pk}/overview")
        expect(page.get_by_role("heading", name="Larkspur Rise")).to_be_visible()
        self.ask("ground clearance")
        expect(page.get_by_role("option").first).to_contain_text("Ground clearance")
        page.keyboard.press("Enter")
        page.wait_for_url("**/design/windbreak?setting=**")
        expect(page.get_by_label("Search settings")).not_to_have_value("")

    def test_nothing_found_says_what_else_to_try(self) -> None:
        self.open("/")
        expect(self.page.get_by_role("heading", name="Jobs")).to_be_visible()
        self.ask("zzzz")
        expect(self.page.get_by_text("Nothing is called that")).to_be_visible()

    def test_addresses_of_before_lead_on(self) -> None:
        page, job = self.page, self.job.pk
        for old, new in (
            (f"/jobs/{job}/brief", f"/jobs/{job}/overview"),
            (f"/jobs/{job}/sheet/windbreak", f"/jobs/{job}/design/windbreak"),
            (f"/jobs/{job}/frame/kitchen-deck", f"/jobs/{job}/design/kitchen-deck"),
            (f"/jobs/{job}/buy/windbreak", f"/jobs/{job}/materials/windbreak"),
            (f"/jobs/{job}/quote", f"/jobs/{job}/estimate"),
            (f"/site/{job}/windbreak", f"/field/{job}/windbreak"),
            ("/sums?sum=fence.bays", "/calculators?sum=fence.bays"),
        ):
            self.open(old)
            page.wait_for_url(f"**{new}")
