"""The panels of what a crew has and how it builds, in the browser: yard, measured sticks, rails between posts, ways through."""

from playwright.sync_api import expect

from trellis_server.tests.signed_in import SignedIn


class YardPanelTest(SignedIn):
    def test_a_setting_that_no_panel_shows_is_found_by_its_name(self) -> None:
        page = self.page
        self.sheet()
        find = page.get_by_role("searchbox", name="Search settings")
        find.fill("depth step")
        expect(page.get_by_role("search")).to_contain_text("1 setting")
        expect(page.get_by_role("search")).to_contain_text("Depths are rounded up to it")
        field = page.get_by_role("search").get_by_label("Depth step")
        expect(field).to_have_value("1\u2033")
        self.assertEqual(self.axe(), [])
        field.fill("3")
        field.press("Enter")
        self.eventually(lambda: abs(self.spec()["depth_step_m"] - 3 * 0.0254) < 1e-6)
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: abs(self.spec()["depth_step_m"] - 0.0254) < 1e-6)
        find.fill("elephant")
        expect(page.get_by_role("search")).to_contain_text("No matching setting")
        find.press("Escape")
        expect(find).to_have_value("")

    def test_a_gate_s_and_the_yard_s_settings_are_found_too(self) -> None:
        page = self.page
        self.sheet()
        find, found = page.get_by_role("searchbox", name="Search settings"), page.get_by_role("search")
        find.fill("closing spring")
        expect(found.get_by_role("heading", name="Latch, closer and wheel, walk gate")).to_be_visible()
        spring = found.get_by_label("Self-closing spring, least moment").first
        spring.fill("40 lb-ft")
        spring.press("Enter")
        # 40 pounds of force at a foot: 40 × 4.4482216152605 N × 0.3048 m.
        self.eventually(lambda: abs(self.spec()["openings"][0]["leaf"]["closer_n_m"] - 54.2327) < 1e-3)
        find.fill("play")
        expect(found.get_by_label("Play of a hinge").first).to_have_value("¹⁄₃₂″")
        find.fill("kerf")
        expect(found.get_by_role("heading", name="In the yard, for the whole job")).to_be_visible()
        kerf = found.get_by_label("Kerf")
        kerf.fill("3/32")
        kerf.press("Enter")
        self.eventually(lambda: abs(self.document()["yard"]["kerf_m"] - 0.09375 * 0.0254) < 1e-6)
        kerf.fill("3")
        kerf.press("Enter")
        expect(page.get_by_role("alert").first).to_be_visible()  # no saw takes three inches

    def test_one_length_alone_and_sticks_in_hand(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/materials/windbreak")
        box = page.get_by_label("What you have and keep to")
        box.get_by_label("Length", exact=True).fill("12'")
        box.get_by_label("Length", exact=True).press("Enter")
        box.get_by_label("Sticks").fill("3")
        box.get_by_role("button", name="Add to stock on hand").click()
        self.eventually(lambda: len(self.document()["yard"]["rack"]) == 1)
        kept = self.document()["yard"]["rack"][0]
        self.assertEqual(kept["count"], 3)
        self.assertAlmostEqual(kept["length_m"], 12 * 0.3048, places=4)
        expect(box.get_by_text("in hand", exact=False).first).to_be_visible()
        box.get_by_role("button", name="off the rack").click()
        self.eventually(lambda: not self.document()["yard"]["rack"])
        box.get_by_label("Length", exact=True).fill("8'")
        box.get_by_label("Length", exact=True).press("Enter")
        box.get_by_role("button", name="Buy this length only").click()
        self.eventually(lambda: len(self.document()["yard"]["only"]) == 1)
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: not self.document()["yard"]["only"])


class SticksTest(SignedIn):
    def pick(self, label: str, option: str) -> None:
        self.page.get_by_role("combobox", name=label, exact=True).click()
        self.page.get_by_role("option", name=option, exact=True).click()

    def test_a_rail_as_measured_and_laid_between_the_posts_in_brackets(self) -> None:
        page = self.page
        self.sheet()
        page.get_by_role("button", name="Rails: Actual size differs").click()
        page.get_by_label("Wide", exact=True).fill("3.25")
        page.get_by_label("Wide", exact=True).press("Enter")
        expect(page.get_by_text("Type the other size as well")).to_be_visible()
        page.get_by_label("Measured, thick").fill("1.5")
        page.get_by_label("Measured, thick").press("Enter")
        self.eventually(lambda: "@" in str(self.spec()["rail"]))
        self.pick("Laid", "Between, on edge")
        self.eventually(lambda: self.spec()["rail_laid"] == "between, on edge")
        self.pick("Rail-end connection", "Bought brackets")
        self.eventually(lambda: self.spec()["rail_end"] == "brackets")
        # What a bracket holds is asked for, and a number closes the gap.
        makers = page.get_by_label("Manufacturer ratings")
        expect(makers).to_be_visible()
        makers.get_by_label("Rail-end fasteners: capacity").fill("2000 lb")
        makers.get_by_label("Rail-end fasteners: capacity").press("Enter")

        def held() -> list[float]:
            return [row["holds_n"] for row in self.spec()["ratings"] if row["what"] == "rail_end_fasteners.capacity"]

        self.eventually(lambda: bool(held()))
        self.assertAlmostEqual(held()[0], 2000 * 4.4482216, delta=1)
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: not held())

    def test_how_the_crew_builds_is_kept_and_comes_up_as_a_start(self) -> None:
        page = self.page
        self.sheet()
        expect(page.locator(".starts article")).to_have_count(3)
        page.get_by_role("button", name="Keep this fence as crew standard build").click()
        expect(page.locator(".starts article")).to_have_count(4)
        crew = page.locator(".starts article").filter(has_text="As our crew builds")
        expect(crew).to_contain_text("posts")
        page.get_by_role("button", name="Forget").click()
        expect(page.locator(".starts article")).to_have_count(3)


class WayThroughTest(SignedIn):
    def test_a_gate_becomes_a_way_through_without_a_leaf(self) -> None:
        page = self.page
        self.sheet()
        page.get_by_role("tab", name="Line").click()
        leaf = page.get_by_label("has a gate").first
        leaf.scroll_into_view_if_needed()
        leaf.uncheck()
        self.eventually(lambda: self.spec()["openings"][0]["hung"] is False)
        expect(page.locator(".canvas svg").first).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: self.spec()["openings"][0]["hung"] is True)
