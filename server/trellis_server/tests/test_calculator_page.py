"""Calculators in the browser, kept with a job, and two codes side by side."""

from playwright.sync_api import expect

from trellis_server.tests.signed_in import SignedIn


class SumsTest(SignedIn):
    def test_a_quick_sum_answers_as_it_is_typed_and_the_rows_are_shown(self) -> None:
        page = self.page
        self.open("/calculators")
        page.get_by_label("What do you need to calculate?").fill("equal bays")
        page.get_by_role("button", name="How many equal bays").click()
        page.get_by_label("run level").fill("100 ft")
        page.get_by_label("bay max").fill("eight")
        expect(page.get_by_role("alert")).to_contain_text("not a length")
        page.get_by_label("bay max").fill("8'")
        expect(page.locator(".sheet table")).to_contain_text("92.31 in")
        self.own_menu("Sources and codes")
        expect(page.get_by_role("heading", name="Sources and codes")).to_be_visible()
        expect(page.locator(".answers tbody tr").first).to_contain_text("agrees")
        self.assertEqual(page.locator(".verdict.fails").count(), 0)

    def test_a_sum_is_kept_with_a_job_and_calculated_again_there(self) -> None:
        page = self.page
        self.open("/calculators")
        page.get_by_label("What do you need to calculate?").fill("guard post")
        page.get_by_role("button", name="Moment, stress and bolt pull").click()
        page.locator("#i-arm").fill("39 in")
        page.locator("#i-left_after_notch").fill("2 in")
        expect(page.locator(".sheet")).to_contain_text("3,343 psi")
        expect(page.locator(".sheet")).to_contain_text("a guard post may not be notched")
        self.choose("Save with", self.job.name)
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.locator(".keep")).to_contain_text("It stands under")
        self.open(f"/jobs/{self.job.pk}/overview")
        kept = page.locator("section", has_text="Saved calculations")
        expect(kept.last).to_contain_text("bending stress 3,343 psi")
        page.get_by_role("button", name="drop guard.post_check").click()
        expect(page.get_by_text("Saved calculations")).to_have_count(0)
        self.saved()

    def test_two_schools_stand_side_by_side_and_refuse_at_the_field(self) -> None:
        page = self.page
        self.open("/compare-codes")
        table = page.locator("table tbody")
        expect(table).to_contain_text("Bending")
        expect(page.locator("main")).to_contain_text("1.25 D + 1.5 L")
        page.locator(".side").nth(1).get_by_role("combobox").first.click()
        page.get_by_role("option", name="United Kingdom").click()
        expect(page.locator("main")).to_contain_text("6.10")
        page.get_by_label("Span").fill("a good way")
        expect(page.get_by_role("alert")).to_contain_text("not a length")
        page.get_by_label("Span").fill("3.6 m")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_role("button", name="calculation").first.click()
        expect(page.locator(".working").first).to_contain_text("psi")

    def test_a_job_under_another_school_says_what_is_not_covered(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/overview?details=1")
        page.get_by_label("Building code").click()
        page.get_by_role("option", name="United Kingdom").click()
        self.eventually(lambda: self.document()["school"] == "uk")
        self.open(f"/jobs/{self.job.pk}/design/windbreak")
        expect(page.locator("body")).to_contain_text("Not checked")
