"""Ten tasks of an installer through the pages alone, at a desk and on a phone: each in few actions, and with the right outcome.

An action is a press on something, or a line typed and left. How many each takes is counted, and held to a most.
"""

import re
from typing import Any

from django.test import Client
from playwright.sync_api import Locator, Route, expect

from trellis_server.models import Job, SiteReading
from trellis_server.tests.printed import text_of
from trellis_server.tests.signed_in import SignedIn

FT = 0.3048
LINE = "0 c32 g4 c64 x80~2=gas 96"
GROUND = "0, 0\n48', -14 in\n96', -2' 6"


class Tasks(SignedIn):
    """A hand that is counted."""

    size = (1280, 800)

    def setUp(self) -> None:
        super().setUp()
        self.page.set_viewport_size({"width": self.size[0], "height": self.size[1]})
        self.actions = 0

    def press(self, name: str, role: Any = "button", exact: bool = False) -> None:
        self.hit(self.page.get_by_role(role, name=name, exact=exact).first)

    def hit(self, what: Locator) -> None:
        self.actions += 1
        what.click()

    def more(self, name: str, entry: str) -> None:
        self.actions += 2
        super().more(name, entry)

    def type(self, label: str, text: str, exact: bool = False) -> None:
        self.actions += 1
        field = self.page.get_by_label(label, exact=exact).first
        field.fill(text)
        field.blur()

    def took(self, most: int) -> None:
        self.assertLessEqual(self.actions, most)
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), self.size[0])

    def sheets(self, structure: str, pk: Any = None) -> str:
        """The words of a structure's site sheets, by the link that its page shows."""
        link = self.page.get_by_role("link", name="Site sheets")
        expect(link).to_be_visible()
        self.actions += 1
        client = Client()
        client.force_login(self.who)
        pdf = client.get(str(link.get_attribute("href")))
        self.assertEqual(pdf.status_code, 200)
        return text_of(b"".join(pdf.streaming_content) if pdf.streaming else pdf.content)  # type: ignore[attr-defined]

    def at(self, page: str) -> None:
        self.open(f"/jobs/{self.job.pk}/{page}")


class AtADeskTest(Tasks):
    def test_a_fence_from_nothing_to_its_sheets(self) -> None:
        page = self.page
        self.open("/")
        self.type("A new job", "Plover Yard")
        self.press("New job", exact=True)
        self.type("Running tape readings", LINE)
        self.press("Create layout")
        expect(page.locator(".canvas svg").first).to_be_visible()
        self.hit(page.get_by_role("navigation", name="Pages of the job").get_by_role("link", name="Site", exact=True))
        self.press("Ground and climate", "link")
        self.type("Rows", GROUND)
        self.press("Import")
        expect(page.get_by_label("Distance 3")).to_have_value("96′ 0″")
        self.hit(page.get_by_role("navigation", name="Pages of the job").locator("a.structure").first)
        expect(page.locator(".canvas svg").first).to_be_visible()
        said = self.sheets("fence")
        made = Job.objects.exclude(pk=self.job.pk).get().current
        assert made
        spec = made.document["structures"][0]["spec"]
        self.assertEqual([round(run["length_m"] / FT) for run in spec["straights"]], [32, 32, 32])
        self.assertEqual([round(gate["clear_m"] / FT, 6) for gate in spec["openings"]], [4])
        for word in ("96′ 0″", "gas", "gate", "Run 1 of 3"):
            self.assertIn(word, said)
        self.took(14)

    def test_a_deck_in_one_line_and_its_sheets(self) -> None:
        self.at("overview")
        self.press("Decks")
        self.type("Along the house × out from it", "16x12 up3")
        self.press("Create layout")
        expect(self.page.locator(".canvas svg").first).to_be_visible()
        said = self.sheets("deck")
        self.assertIn("16′ 0″", said)
        self.assertIn("ledger", said.lower())
        self.took(5)

    def test_a_post_is_put_where_the_tape_says(self) -> None:
        page = self.page
        self.sheet()
        self.press("Pull the tables up")
        self.hit(page.locator("tr", has_text=re.compile("^3")).get_by_role("button").first)
        field = page.locator(".over input")
        self.actions += 1
        field.fill("12'6")
        field.press("Enter")
        self.eventually(lambda: [round(lock["at_m"] / FT, 3) for lock in self.spec()["locks"]] == [12.5])
        self.took(3)

    def test_a_gate_is_opened_from_its_drawing(self) -> None:
        page = self.page
        self.sheet()
        leaf = page.locator("path.leaf").first
        leaf.scroll_into_view_if_needed()
        box = leaf.bounding_box()
        assert box
        self.actions += 1  # whatever lies uppermost there, a board or the brace: whoever picks it means the gate
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        self.press("Open gate details", "link")
        expect(page.locator("path.bar-strut").first).to_be_visible()
        self.took(3)

    def test_the_dig_is_let_go(self) -> None:
        page = self.page
        self.at("build/windbreak")
        self.type("Expires", "2099-01-01")
        self.hit(page.get_by_label("Locate marks are still visible"))
        self.hit(page.get_by_label("Private lines checked"))
        expect(page.get_by_role("status").filter(has_text="Digging")).to_contain_text("may begin")
        self.took(4)

    def test_an_answer_that_comes_late_says_nothing_of_what_is_so_by_now(self) -> None:
        """The question after the first tick is held up on its road; the last one's answer holds, both ways."""
        page, held = self.page, list[Route]()
        self.at("build/windbreak")
        self.type("Expires", "2099-01-01")
        self.hit(page.get_by_label("Locate marks are still visible"))
        status = page.get_by_role("status").filter(has_text=re.compile("Digging|Do not dig"))
        expect(page.get_by_text("Look: are the locate's marks")).to_have_count(0)
        page.route("**/api/designs/locate-status", lambda route: held.append(route) if not held else route.continue_())
        lines = page.get_by_label("Private lines checked")
        self.hit(lines)
        self.eventually(lambda: bool(held))
        with page.expect_response("**/api/designs/locate-status"):
            self.hit(lines)
        expect(status).to_contain_text("Do not dig")
        with page.expect_response("**/api/designs/locate-status"):
            held[0].continue_()
        page.wait_for_timeout(300)
        expect(status).to_contain_text("Do not dig")

    def test_concrete_at_what_we_pay(self) -> None:
        page = self.page
        self.at("materials/windbreak")
        total = page.locator(".bill tfoot .strong")
        before = total.inner_text()
        self.type("Price of Concrete 80 lb bag", "9.99")
        expect(total).not_to_have_text(before)
        self.saved()
        self.took(2)

    def test_a_fence_that_fails_is_mended(self) -> None:
        page = self.page
        self.sheet()
        self.press("Posts", "combobox", exact=True)
        self.press("4×4 treated pine", "option")
        expect(page.locator(".calculation-panel")).to_contain_text("Fails")
        if self.size[0] > 900:  # on a phone both stand under each other
            self.press("Checks", "tab")
        self.press("Find fixes")
        expect(
            page.get_by_role("button", name="Look again")
        ).to_be_visible()  # the cheapest stands first when all are planned
        self.hit(page.locator(".options button").first)
        expect(page.locator(".calculation-panel")).to_contain_text("Passes")
        self.saved()
        self.took(5)

    def test_a_band_is_widened_from_its_drawing(self) -> None:
        page = self.page
        self.sheet()
        self.actions += 1
        page.locator("path.zone").first.click(position={"x": 4, "y": 6})
        row = page.locator(".row.zone.on")
        expect(row).to_be_visible()
        self.actions += 1
        wide = row.get_by_label("Clearance each side")
        wide.fill("4'")
        wide.blur()
        self.eventually(lambda: abs(self.spec()["zones"][0]["half_width_m"] - 4 * FT) < 1e-6)
        self.took(3)

    def test_a_band_is_found_even_where_its_kind_s_tables_come_late(self) -> None:
        """On a slow road the drawing is there before what its kind offers: what was picked meanwhile is not forgotten."""
        page, waiting = self.page, list[Route]()
        page.route("**/api/structure-types", lambda route: waiting.append(route))
        self.sheet()
        page.locator("path.zone").first.click(position={"x": 4, "y": 6})
        expect(page.get_by_role("tab", name="Line")).to_have_count(0)
        self.assertEqual(len(waiting), 1)
        waiting[0].continue_()
        expect(page.locator(".row.zone.on")).to_be_visible()

    def test_a_key_is_not_forgotten_where_its_kind_s_tables_come_late(self) -> None:
        page, waiting = self.page, list[Route]()
        page.route("**/api/structure-types", lambda route: waiting.append(route))
        self.sheet()
        page.locator("path.zone").first.click(position={"x": 4, "y": 6})
        page.keyboard.press("Delete")
        self.assertEqual(len(waiting), 1)
        page.wait_for_timeout(200)
        waiting[0].continue_()
        self.eventually(lambda: not self.spec("windbreak")["zones"])

    def test_another_code_leaves_the_tape_alone(self) -> None:
        page = self.page
        self.at("overview")
        self.press("Job details")
        self.press("Building code", "combobox")
        self.press("Canada", "option")
        self.eventually(lambda: self.document()["school"] == "ca")
        self.at("design/windbreak")
        expect(page.get_by_label("Height", exact=True)).to_have_value("6′ 0″")
        self.took(3)

    def test_a_job_is_copied_thrown_away_and_brought_back(self) -> None:
        page = self.page
        self.open("/")
        copy = page.locator(".list .name", has_text=f"{self.job.name} (copy)")
        self.more(self.job.name, "Copy")
        expect(copy).to_be_visible()
        self.more(f"{self.job.name} (copy)", "Delete")
        expect(copy).to_have_count(0)
        self.press("Undo")
        expect(copy).to_be_visible()
        self.took(5)

    def test_a_post_is_measured_on_the_line(self) -> None:
        page = self.page
        self.locate()
        self.open(f"/field/{self.job.pk}/windbreak")
        self.press("›")
        self.press("stands at")
        for key in ("6", "′", "4", "¾"):
            self.press(key, exact=True)
        self.press("Keep")
        self.press("Post 2 is set")
        expect(page.get_by_role("heading")).to_have_text("Post 3 of 19")
        self.eventually(lambda: SiteReading.objects.count() == 2)
        self.took(9)


class TouchedTest(Tasks):
    """Whatever is drawn is named under the pointer, opened by two clicks, and taken out by Delete."""

    def at_rest(self, what: Locator) -> Any:
        """The box of something once it has not moved for half a second."""
        before, same = None, 0
        for _ in range(300):
            now = what.bounding_box()
            before, same = now, same + 1 if now and now == before else 0
            if same == 5:
                return before
            self.page.wait_for_timeout(100)
        self.fail("it moved for half a minute")

    def test_named_opened_removed(self) -> None:
        page = self.page
        self.sheet()
        leaf = self.at_rest(page.locator("path.leaf").first)
        middle = leaf["x"] + leaf["width"] / 2, leaf["y"] + leaf["height"] / 2
        page.mouse.move(*middle)
        expect(page.locator(".named")).to_have_text("walk gate")
        page.mouse.click(*middle)
        expect(page.locator(".calculation-panel h2")).to_have_text("Walk gate")
        page.keyboard.press("Delete")
        self.eventually(lambda: [gate["what"] for gate in self.spec()["openings"]] == ["double gate"])
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: len(self.spec()["openings"]) == 2)
        page.locator("path.zone").first.click(position={"x": 4, "y": 6})
        page.locator(".row.zone.on").wait_for()
        page.locator("h1").evaluate("(at) => document.activeElement.blur()")
        page.keyboard.press("Delete")
        self.eventually(lambda: not self.spec()["zones"])
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: len(self.spec()["zones"]) == 1)
        expect(page.locator("path.leaf").first).to_be_visible()
        page.locator("path.leaf").first.scroll_into_view_if_needed()
        leaf = self.at_rest(page.locator("path.leaf").first)  # panels may have made room meanwhile
        page.mouse.dblclick(leaf["x"] + leaf["width"] / 2, leaf["y"] + leaf["height"] / 2)
        expect(page.locator("path.bar-strut").first).to_be_visible()


class OnAPhoneTest(AtADeskTest):
    size = (390, 844)

    def test_a_job_opens_on_today_s_work_and_that_leads_to_the_line(self) -> None:
        page = self.page
        self.open("/")
        self.hit(page.get_by_role("listitem").filter(has_text=self.job.name).get_by_role("link").first)
        day = page.get_by_role("region", name="The day", exact=True).first
        expect(day.get_by_role("listitem").first).to_be_visible()
        box = day.bounding_box()
        assert box
        self.assertLess(box["y"], 844 / 2)  # the day, before anything else of the calendar
        self.hit(day.get_by_role("link", name="Show on timeline").first)
        expect(page.locator(".site")).to_be_visible()
        self.took(2)
