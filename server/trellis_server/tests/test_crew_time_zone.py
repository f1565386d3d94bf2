"""What is today is what it is where the crew works, not in Greenwich: half a day's difference in New Zealand."""

from datetime import UTC, datetime
from unittest import mock

from django.test import TestCase
from django.utils import timezone

from trellis_server.crews_day import east_of
from trellis_server.tests.make import Caller, person

EVENING = datetime(2026, 11, 28, 20, 30, tzinfo=UTC)
"""In Auckland it is half past nine on the 29th, in Denver half past one on the 28th."""
AUCKLAND, DENVER = "780", "-420"


class CrewsDayTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()
        clock = mock.patch.object(timezone, "now", return_value=EVENING)
        clock.start()
        self.addCleanup(clock.stop)

    def inspected(self, on: str) -> int:
        body = {"task": "windbreak/dig", "by": "the office", "on": on, "passed": True, "note": ""}
        return int(self.caller.send("POST", f"/api/jobs/{self.job}/inspections", body).status_code)

    def at(self, east: str) -> None:
        self.caller.client.cookies["trellis-east"] = east

    def test_an_inspection_of_this_morning_is_not_one_of_tomorrow(self) -> None:
        self.assertEqual(self.inspected("2026-11-29"), 422)
        self.at(AUCKLAND)
        self.assertEqual(self.inspected("2026-11-29"), 200)
        self.assertEqual(self.inspected("2026-11-30"), 422)
        self.at(DENVER)
        self.assertEqual(self.inspected("2026-11-29"), 422)
        self.assertEqual(self.inspected("2026-11-28"), 200)

    def test_a_locate_is_good_through_its_last_day_where_the_hole_is(self) -> None:
        document = self.caller.send("GET", f"/api/jobs/{self.job}").json()["document"]
        document["site"]["locate"] = {"ticket": "L-1", "expires": "2026-11-28", "owners_answered": True}
        body = {"document": document, "structure": document["structures"][0]["spec"]["id"], "selected": ""}
        days = {}
        for east in (AUCKLAND, DENVER):
            self.at(east)
            days[east] = self.caller.send("POST", "/api/designs/locate-status", body).json()
        self.assertEqual((days[DENVER]["on"], days[AUCKLAND]["on"]), ("2026-11-28", "2026-11-29"))
        self.assertGreater(len(days[AUCKLAND]["open_points"]), len(days[DENVER]["open_points"]))

    def test_what_is_no_place_on_earth_is_passed_over(self) -> None:
        for east in ("", "abc", "99999", "-99999", "1e3", "7.5", "\u0667", "--5"):
            self.assertIsNone(east_of(east), east)
        for east, hours in (("780", 13), ("-420", -7), ("0", 0), ("345", 5.75)):
            found = east_of(east)
            assert found is not None
            offset = found.utcoffset(None)
            assert offset is not None
            self.assertEqual(offset.total_seconds(), hours * 3600)
        self.at("abc")
        self.assertEqual(self.inspected("2026-11-29"), 422)

    def test_one_crew_s_clock_is_not_the_next_one_s(self) -> None:
        self.at(AUCKLAND)
        self.inspected("2026-11-28")
        self.assertEqual(timezone.localdate().isoformat(), "2026-11-28")
