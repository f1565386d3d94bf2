"""Connections, with every fault of its stand-in: answers land where they are used, and silence changes nothing."""

import copy
from datetime import timedelta
from typing import Any

from django.test import TestCase, override_settings
from django.utils import timezone
from playwright.sync_api import expect
from steady.schedule.weather_limits import Day

from trellis_server.integrations.services import SERVICES
from trellis_server.integrations.simulated import GROUND_FALL, KNOCK_M, MISREAD_M
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


class Snow:
    """Another weather service, by the same interface."""

    def __init__(self, fault: str) -> None:
        self.fault = fault

    def forecast(self, latitude_rad: float, first: Any, count: int) -> list[Day]:
        return [Day(id="forecast-x", on=first.isoformat(), temperature_c=-5.0)]


def spots(document: dict[str, Any]) -> dict[str, Any]:
    """A job with nine spots to be read."""
    document = copy.deepcopy(document)
    document["site"]["things"] = [
        {"id": f"s{x}{y}", "kind": "spot height", "points": [{"x_m": 5.0 * x, "y_m": 4.0 * y}], "height_m": None}
        for x in range(3)
        for y in range(3)
    ]
    return document


PATHS = {"merchant": "supplier", "messages": "message"}


class OutsideTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.document = small_job()
        self.document["days"] = []

    def fault(self, service: str, fault: str) -> None:
        answer = self.caller.send("PUT", "/api/integrations/faults", {"service": service, "fault": fault})
        self.assertEqual(answer.status_code, 200, answer.content[:300])

    def ask(self, service: str, code: int = 200, **more: object) -> dict[str, Any]:
        body = more or {"document": self.document}
        answer = self.caller.send("POST", f"/api/integrations/{PATHS.get(service, service)}", body)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return dict(answer.json())

    def test_a_silent_service_says_so_and_changes_nothing(self) -> None:
        bodies: dict[str, Any] = {
            "merchant": {"keep": True},
            "messages": {"to": "a", "text": "b"},
            "level": {"document": spots(self.document)},
        }
        for row in SERVICES:
            self.assertIn("no answer", row.faults)
            self.fault(row.key, "no answer")
            told = self.ask(row.key, 424, **bodies.get(row.key, {}))
            self.assertIn("Nothing was changed", told["title"])
        self.assertEqual(self.caller.send("GET", "/api/crew").json()["prices"], [])

    def test_the_forecast_goes_into_the_calendar_and_typed_days_stay(self) -> None:
        typed = {"id": "mine", "work": "pour", "on": timezone.localdate().isoformat(), "temperature_c": 1.0}
        self.document["calendar"]["starts_on"] = timezone.localdate().isoformat()
        self.document["days"] = [typed]
        days = self.ask("weather")["days"]
        self.assertEqual(len(days), 10)
        self.assertEqual((days[0]["id"], days[0]["temperature_c"]), ("mine", 1.0))
        self.assertEqual(self.ask("weather")["days"], days)  # the same question, the same answer
        self.fault("weather", "a change of forecast")
        changed = self.ask("weather")["days"]
        self.assertEqual(changed[:3], days[:3])
        self.assertTrue(
            all(new["temperature_c"] < old["temperature_c"] for new, old in zip(changed[3:], days[3:], strict=True))
        )
        self.document["days"] = changed
        found = self.caller.send("POST", "/api/schedule", {"document": self.document}).json()["calendar"]
        self.assertEqual(found["days"][0]["weather"], "not today")

    def test_offers_go_into_the_price_book(self) -> None:
        offers = self.ask("merchant", keep=True)["offers"]
        book = self.caller.send("GET", "/api/crew").json()["prices"]
        self.assertEqual(len(book), len(offers))
        self.fault("merchant", "prices up")
        dearer = self.ask("merchant", keep=False)["offers"]
        for old, new in zip(offers, dearer, strict=True):
            self.assertAlmostEqual(new["price"]["price"], old["price"]["price"] * 1.15, delta=0.02)
        self.assertEqual(self.caller.send("GET", "/api/crew").json()["prices"], book)
        self.fault("merchant", "a short delivery")
        short = [row for row in self.ask("merchant", keep=False)["offers"] if row["stock_count"] == 0]
        self.assertTrue(short)
        self.assertTrue(all(row["lead_days"] >= 4 for row in short))

    def test_a_ticket_goes_into_the_dig_hold_and_owners_answer_one_by_one(self) -> None:
        first = self.ask("locate")
        self.assertFalse(first["locate"]["owners_answered"])
        self.assertEqual(first["locate"]["expires"], (timezone.localdate() + timedelta(days=21)).isoformat())
        asked = timezone.localdate() - timedelta(days=1)
        number = first["locate"]["ticket"].split("-")[2]
        self.document["site"]["locate"]["ticket"] = f"SIM-{asked:%y%m%d}-{number}"
        self.assertEqual([bool(row["said"]) for row in self.ask("locate")["owners"]], [True, True, False, False])
        later = timezone.localdate() - timedelta(days=4)
        self.document["site"]["locate"]["ticket"] = f"SIM-{later:%y%m%d}-{number}"
        self.assertTrue(self.ask("locate")["locate"]["owners_answered"])
        self.fault("locate", "one owner late")
        self.assertFalse(self.ask("locate")["locate"]["owners_answered"])
        self.fault("locate", "expired")
        self.document["site"]["locate"] = self.ask("locate")["locate"]
        dig = self.caller.send(
            "POST", "/api/designs/locate-status", {"document": self.document, "structure": "windbreak", "selected": ""}
        )
        self.assertIn("ran out", dig.content.decode())

    def test_levels_land_on_their_spots_and_a_moved_level_is_noticed(self) -> None:
        document = spots(self.document)
        found = self.ask("level", document=document)
        self.assertEqual(found["amiss"], "")
        at = {thing["id"]: thing["points"][0] for thing in document["site"]["things"]}
        for row in found["heights"]:
            point = at[row["thing"]]
            ground = GROUND_FALL[0] * point["x_m"] + GROUND_FALL[1] * point["y_m"]
            self.assertAlmostEqual(row["height_m"], ground, delta=0.007)  # four and a half of its noise
        self.fault("level", "a knocked tripod")
        knocked = self.ask("level", document=document)
        self.assertAlmostEqual(abs(knocked["closes_m"]), KNOCK_M, delta=0.007)
        self.assertIn("was moved", knocked["amiss"])
        self.fault("level", "a misread")
        misread = self.ask("level", document=document)
        off = [abs(a["height_m"] - b["height_m"]) for a, b in zip(found["heights"], misread["heights"], strict=True)]
        self.assertEqual(sum(value > MISREAD_M * 0.9 for value in off), 1)
        document["site"]["things"] = []
        self.assertIn("Draw the spots", str(self.ask("level", 422, document=document)))

    def test_a_message_wants_somebody_and_something(self) -> None:
        self.assertIn("nowhere", self.ask("message", to="the yard", text="two posts")["says"])
        self.ask("message", 422, to=" ", text="x")
        self.ask("message", 422, to="a", text=" ")

    def test_faults_that_are_none_are_refused(self) -> None:
        for service, fault in (("weather", "hail of frogs"), ("moon", "no answer")):
            answer = self.caller.send("PUT", "/api/integrations/faults", {"service": service, "fault": fault})
            self.assertEqual(answer.status_code, 422)
        self.fault("weather", "no answer")
        other = Caller(person("wren"))
        self.assertTrue(all(row["fault"] == "" for row in other.send("GET", "/api/integrations").json()["services"]))
        self.assertEqual(Caller().send("GET", "/api/integrations").status_code, 401)

    def test_another_service_is_a_line_in_the_settings(self) -> None:
        with override_settings(TRELLIS_OUTSIDE={"weather": "trellis_server.tests.test_integrations.Snow"}):
            self.assertEqual([day["temperature_c"] for day in self.ask("weather")["days"]], [-5.0])


class OutsidePageTest(SignedIn):
    def test_each_is_tried_with_its_faults_and_used_on_its_page(self) -> None:
        page = self.page
        self.open("/connections")
        for row in SERVICES:
            expect(page.get_by_role("heading", name=row.says)).to_be_visible()
        self.choose("Simulated fault: weather service", "no answer")
        page.get_by_role("region", name="Weather service").get_by_role("button", name="Try it").click()
        expect(page.get_by_text("does not answer")).to_be_visible()
        self.choose("Simulated fault: weather service", "Normal")
        page.get_by_role("region", name="Weather service").get_by_role("button", name="Try it").click()
        expect(page.get_by_role("region", name="Weather service")).to_contain_text("°")
        self.assertEqual(self.axe(), [])
        self.open(f"/jobs/{self.job.pk}/schedule")
        page.get_by_role("button", name="Get forecast").click()
        self.eventually(lambda: sum(day["id"].startswith("forecast-") for day in self.document()["days"]) >= 8)
        self.open(f"/jobs/{self.job.pk}/site")
        page.get_by_text("12 spot heights").click()
        page.get_by_role("button", name="Survey spot heights").click()
        expect(page.get_by_text("12 spots read")).to_be_visible()
