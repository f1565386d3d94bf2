"""A lean-to in the browser: from one line through its levels and its picture in space to paper and record."""

from playwright.sync_api import expect

from trellis_server.tests.roofs import RoofInTheBrowser


class LeanToInTheBrowserTest(RoofInTheBrowser):
    def test_from_its_line_to_paper_and_record(self) -> None:
        page = self.page
        place = self.put_up(
            "A lean-to from its size", "Along the wall × out from it", "12x8 fall5 beam8 over6in sheets2"
        )
        row = page.locator("tr", has_text="Purlins and sheets").first
        expect(row).to_contain_text("6 of roof sheet")  # 12 ft by sheets of 2 ft of cover
        page.locator("tr", has_text="Ledger").first.click()
        side = page.get_by_role("complementary").last
        expect(side).to_contain_text("Levels above the floor")
        # 8 ft at 5 degrees fall 8 3/8 in: the ledger's top stands so far over the beam's.
        expect(side).to_contain_text("Ledger's top")
        expect(side).to_contain_text("8′ 8⅜″")
        self.assertEqual(self.axe(), [])
        page.get_by_label("Falls", exact=True).fill("1")
        page.get_by_label("Falls", exact=True).press("Enter")
        expect(page.get_by_text("Water stands on a roof flatter than 1.5°").first).to_be_visible()
        page.get_by_label("Falls", exact=True).fill("5")
        page.get_by_label("Falls", exact=True).press("Enter")
        self.saved()
        self.in_space(place)
        self.assertEqual(self.axe(), [])
        self.assertIn("sheets.pdf", self.every_file(place))
        self.measured(place)
