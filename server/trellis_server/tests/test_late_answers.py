"""Answers that come late in a browser: nothing is shown of what was picked, asked or opened before."""

import re

from playwright.sync_api import Locator, Route, expect

from trellis_server.tests.signed_in import SignedIn

LATE = re.compile(r"\blate\b")


class LateTest(SignedIn):
    def held(self, path: str) -> list[Route]:
        """Questions of this path wait here from now on, until the test lets each go on."""
        waiting: list[Route] = []
        self.page.route(f"**{path}", lambda route: waiting.append(route))
        return waiting

    def let_go(self, waiting: list[Route], path: str) -> None:
        """The oldest goes on, and its answer has come."""
        self.eventually(lambda: bool(waiting))
        with self.page.expect_response(f"**{path}"):
            waiting.pop(0).continue_()

    def post(self, name: str) -> Locator:
        return self.page.locator(f'.canvas path.post[data-id="windbreak/post/{name}"]').last

    def test_checks_of_what_was_picked_before_are_greyed_until_its_own_have_come(self) -> None:
        self.sheet()
        column = self.page.locator(".calculation-panel")
        expect(column).to_have_attribute("aria-busy", "false")
        plans = self.held("/api/designs/plan")
        self.post("start+3").click()
        expect(column.get_by_role("heading", name="Post 4")).to_be_visible()
        expect(column).to_have_class(LATE)
        expect(column).to_have_attribute("aria-busy", "true")
        self.let_go(plans, "/api/designs/plan")
        expect(column).to_have_attribute("aria-busy", "false")
        expect(column).not_to_have_class(LATE)
        expect(column.locator(".check").first).to_contain_text("Footing: lateral embedment")

    def test_how_far_one_post_may_move_is_not_said_of_the_next(self) -> None:
        self.sheet()
        column = self.page.locator(".calculation-panel")
        slacks = self.held("/api/designs/movement-limits")
        self.post("start+3").click()
        column.get_by_role("button", name="Find movement limits").click()
        self.eventually(lambda: bool(slacks))
        self.post("start+4").click()
        expect(column.get_by_role("heading", name="Post 5")).to_be_visible()
        self.let_go(slacks, "/api/designs/movement-limits")
        expect(column.locator(".slack")).to_have_count(0)
        column.get_by_role("button", name="Find movement limits").click()
        self.let_go(slacks, "/api/designs/movement-limits")
        expect(column.locator(".slack")).to_contain_text(re.compile(r"back.* on"))

    def test_starts_of_one_structure_are_not_offered_for_the_next(self) -> None:
        starts = self.held("/api/designs/starting-design")
        self.sheet()
        shown = self.page.locator(".starts article")
        self.eventually(lambda: len(starts) == 3)
        of_the_first = [starts.pop(0) for _ in range(3)]
        self.page.get_by_role("link", name="Herb yard").click()
        self.eventually(lambda: len(starts) == 3)
        for waiting in of_the_first:
            self.let_go([waiting], "/api/designs/starting-design")
        expect(shown).to_have_count(0)
        for _ in range(3):
            self.let_go(starts, "/api/designs/starting-design")
        expect(shown).to_have_count(3)
        # The windbreak has nineteen posts; the herb yard has not.
        for text in shown.all_inner_texts():
            self.assertNotIn("19 posts", text)
