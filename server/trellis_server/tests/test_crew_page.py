"""What is typed on the crew's pages stays, whatever is kept or asked for anew meanwhile, in a real browser."""

from typing import Any

from django.test import Client, tag
from playwright.sync_api import Route, expect

from trellis_server.tests.make import Caller
from trellis_server.tests.signed_in import SignedIn


@tag("slow")
class CrewPageTest(SignedIn):
    def asked(self, path: str) -> dict[str, Any]:
        """What the server has by now."""
        client = Client()
        client.force_login(self.who)
        return dict(client.get(path).json())

    def first_held(self, path: str) -> list[Route]:
        """The first time that something is kept there it is held up, until the test lets it go."""
        held = list[Route]()

        def hold(route: Route) -> None:
            if route.request.method == "PUT" and not held:
                held.append(route)
            else:
                route.continue_()

        self.page.route(path, hold)
        return held

    def priced(self) -> None:
        rows = [{"item": f"concrete {lb} lb", "price": 6.2, "supplier": "", "on": ""} for lb in (60, 80)]
        self.assertEqual(Caller(self.who).send("PUT", "/api/crew/prices", {"prices": rows}).status_code, 200)

    def test_a_letterhead_is_saved_as_it_was_typed(self) -> None:
        page = self.page
        self.open("/crew")
        address = page.get_by_label("Address")
        address.fill("The old mill\nBy the ford")
        page.get_by_role("region", name="Letterhead").get_by_role("button", name="Save").click()
        self.eventually(lambda: self.asked("/api/crew")["letterhead"]["address"] == "The old mill\nBy the ford")
        expect(address).to_have_value("The old mill\nBy the ford")

    def test_a_price_is_removed_and_the_others_stay(self) -> None:
        self.priced()
        page = self.page
        self.open("/price-book")
        page.get_by_role("button", name="Remove").first.click()
        self.eventually(lambda: len(self.asked("/api/crew")["prices"]) == 1)
        expect(page.locator("tbody input")).to_have_count(1)

    def test_two_things_typed_faster_than_they_are_kept_are_both_kept(self) -> None:
        page, held = self.page, self.first_held("**/api/crew/defaults")
        self.open("/crew/defaults")
        for label, value in (("People on a job", "4"), ("Hours a day", "9")):
            box = page.get_by_label(label, exact=True)
            box.fill(value)
            box.press("Tab")
        self.eventually(lambda: bool(held))
        held[0].continue_()
        self.eventually(lambda: self.asked("/api/crew/defaults")["usual"]["quote"]["day_h"] == 9)
        self.assertEqual(self.asked("/api/crew/defaults")["usual"]["quote"]["crew_count"], 4)
        for label, value in (("People on a job", "4"), ("Hours a day", "9")):
            expect(page.get_by_label(label, exact=True)).to_have_value(value)

    def test_two_prices_typed_one_after_the_other_are_both_kept(self) -> None:
        self.priced()
        held = self.first_held("**/api/crew/prices")
        self.open("/price-book")
        boxes = self.page.locator("tbody input")
        expect(boxes).to_have_count(2)
        for k, price in ((0, "7.10"), (1, "8.20")):
            boxes.nth(k).fill(price)
            boxes.nth(k).press("Tab")
        self.eventually(lambda: bool(held))
        held[0].continue_()
        self.eventually(lambda: [row["price"] for row in self.asked("/api/crew")["prices"]] == [7.1, 8.2])
