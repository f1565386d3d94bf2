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

    def test_an_address_that_is_typed_stays_while_prices_are_kept_and_is_kept_itself(self) -> None:
        prices = [{"item": "concrete 80 lb", "price": price, "supplier": "", "on": ""} for price in (6.2,)]
        self.assertEqual(Caller(self.who).send("PUT", "/api/crew/prices", {"prices": prices}).status_code, 200)
        page = self.page
        self.open("/crew")
        address = page.get_by_label("Address")
        expect(page.get_by_role("button", name="remove").first).to_be_visible()
        address.fill("The old mill\nBy the ford")
        page.get_by_role("button", name="remove").first.click()
        self.eventually(lambda: self.asked("/api/crew")["prices"] == [])
        expect(page.get_by_role("button", name="remove concrete 80 lb")).to_have_count(0)
        expect(address).to_have_value("The old mill\nBy the ford")
        page.get_by_role("button", name="Keep it").click()
        self.eventually(lambda: self.asked("/api/crew")["letterhead"]["address"] == "The old mill\nBy the ford")
        expect(address).to_have_value("The old mill\nBy the ford")

    def test_two_things_typed_faster_than_they_are_kept_are_both_kept(self) -> None:
        page, held = self.page, list[Route]()

        def hold(route: Route) -> None:
            if route.request.method == "PUT" and not held:
                held.append(route)
            else:
                route.continue_()

        page.route("**/api/crew/usual", hold)
        self.open("/crew/usual")
        for label, value in (("People on a job", "4"), ("Hours a day", "9")):
            box = page.get_by_label(label, exact=True)
            box.fill(value)
            box.press("Tab")
        self.eventually(lambda: bool(held))
        held[0].continue_()
        self.eventually(lambda: self.asked("/api/crew/usual")["usual"]["quote"]["day_h"] == 9)
        self.assertEqual(self.asked("/api/crew/usual")["usual"]["quote"]["crew_count"], 4)
        for label, value in (("People on a job", "4"), ("Hours a day", "9")):
            expect(page.get_by_label(label, exact=True)).to_have_value(value)
