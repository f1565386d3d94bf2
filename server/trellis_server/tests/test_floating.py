"""New floating platform in the browser: from one line through its water and its picture in space to paper and record."""

import re

from playwright.sync_api import expect

from trellis_server.tests.roofs import RoofInTheBrowser


class FloatInTheBrowserTest(RoofInTheBrowser):
    def test_from_its_line_to_paper_and_record(self) -> None:
        page = self.page
        place = self.put_up("New floating platform", "Along it × across it", "14x10 barrels8 ramp9")
        row = page.locator("tr", has_text="in 2 rows").first
        expect(row).to_contain_text("8 in 2 rows")
        page.locator("tr", has_text="Afloat").first.click()
        side = page.get_by_role("complementary").last
        expect(side).to_contain_text("Across it, with its water")
        # 710 kg soaked on eight barrels of 208 L, 585 mm across: 43 % under, by the segment 259 mm.
        expect(side).to_contain_text("Draft, empty10¼″")
        expect(side).to_contain_text("Float: stability, full load at edge")
        self.assertEqual(self.axe(), [])

        people = page.get_by_label("People", exact=True)
        people.fill("6")
        people.press("Enter")
        expect(page.get_by_text("Fails").first).to_be_visible()
        people.fill("")
        people.press("Enter")
        self.saved()
        barrels = page.get_by_label("Total", exact=True)
        barrels.fill("9")
        barrels.press("Enter")
        expect(page.get_by_text("9 barrels do not share out into 2 rows alike").first).to_be_visible()
        barrels.fill("8")
        barrels.press("Enter")
        self.saved()
        self.in_space(place)
        self.assertEqual(self.axe(), [])
        self.assertIn("sheets.pdf", self.every_file(place))
        self.measured(place)

    def test_people_pulled_to_one_side_lean_it(self) -> None:
        page = self.page
        self.put_up("New floating platform", "Along it × across it", "14x12 barrels12 rows3 noramp")
        across = page.get_by_label("Crowd offset, crosswise")
        across.fill("5")
        across.press("Enter")
        # Four people five feet out: the water's line in the section tells how far it leans.
        leaning = page.locator("svg text", has_text=re.compile(r"^\d+\.\d°$")).first
        expect(leaning).to_be_visible()
        degrees = float(leaning.text_content().rstrip("°"))  # type: ignore[union-attr]
        self.assertTrue(4 < degrees < 20, degrees)
        self.saved()
