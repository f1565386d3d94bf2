"""A pavilion in the browser: from one line through its true lengths and its picture in space to paper and record."""

from playwright.sync_api import expect

from trellis_server.tests.roofs import RoofInTheBrowser


class PavilionInTheBrowserTest(RoofInTheBrowser):
    def test_from_its_line_to_paper_and_record(self) -> None:
        page = self.page
        line = "16x16 over9in pitch25 ring3 rafters24in sheets2x12"
        place = self.put_up("A pavilion from its size", "Over the beams, one way × the other", line)
        # By hand: nine sheets a side; by whole-number search 20 of 12 ft, 16 where pieces may be turned.
        row = page.locator("tr", has_text="36 sheets to length").first
        expect(row).to_contain_text("20 by square cuts, 16 with pieces turned")
        page.locator("tr", has_text="Hips, ").first.click()
        side = page.get_by_role("complementary").last
        expect(side).to_contain_text("Hip, true length")
        expect(side).to_contain_text("18.2°")  # tan h = tan 25° / √2
        self.assertEqual(self.axe(), [])
        page.get_by_label("Pitch of the ends").fill("35")
        page.get_by_label("Pitch of the ends").press("Enter")
        expect(page.get_by_text("A centre ring stands on a square roof of one pitch").first).to_be_visible()
        page.get_by_label("Pitch of the ends").fill("")
        page.get_by_label("Pitch of the ends").press("Enter")
        self.saved()
        self.in_space(place)
        self.assertEqual(self.axe(), [])
        self.assertIn("sheets.pdf", self.every_file(place))
        self.measured(place)
