"""Files for other programs: a calendar that is brought up to date, a table whose letters a spreadsheet reads."""

from datetime import UTC, datetime
from typing import Any

from django.test import TestCase
from icalendar import Calendar

from trellis_server.models import Crew
from trellis_server.tests.make import Caller, person, small_job


class OpenFilesTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def save(self, **site: object) -> None:
        state = self.caller.send("GET", f"/api/jobs/{self.job}").json()
        document = {**small_job(), "site": {**state["document"]["site"], **site}, "wanted": str(site)}
        body = {"base": state["revision"], "document": document, "says": "x"}
        self.assertEqual(self.caller.send("PUT", f"/api/jobs/{self.job}", body).status_code, 200)

    def events(self) -> list[dict[str, Any]]:
        answer = self.caller.send("GET", f"/api/jobs/{self.job}/documents/calendar.ics")
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        whole = Calendar.from_ical(answer.content)
        return [
            {"stamp": row.decoded("dtstamp"), "sequence": row.decoded("sequence"), "start": row.decoded("dtstart")}
            for row in whole.walk("VEVENT")
        ]

    def test_an_event_says_when_it_was_made_and_grows_with_each_save(self) -> None:
        before = datetime.now(UTC).replace(microsecond=0)
        self.save(time_zone="")
        first = self.events()
        self.save(time_zone="America/Denver")
        then = self.events()
        self.assertTrue(first)
        self.assertEqual({row["sequence"] for row in first}, {2})
        self.assertEqual({row["sequence"] for row in then}, {3})
        for row in (*first, *then):
            self.assertGreaterEqual(row["stamp"], before)

    def test_hours_are_by_the_site_s_own_clock_where_its_zone_is_known(self) -> None:
        self.save(time_zone="America/Denver")
        timed: list[Any] = [row["start"] for row in self.events() if isinstance(row["start"], datetime)]
        self.assertTrue(timed)
        for start in timed:
            self.assertIn(start.utcoffset().total_seconds() / 3600, (-7, -6))

    def test_a_table_begins_with_the_mark_of_its_letters(self) -> None:
        for path in (
            f"/api/jobs/{self.job}/documents/list.csv",
            f"/api/jobs/{self.job}/structures/windbreak/pieces.csv",
        ):
            answer = self.caller.send("GET", path)
            if answer.status_code == 404:
                continue
            self.assertTrue(answer.content.startswith(b"\xef\xbb\xbf"), path)
            self.assertIn("½" if "pieces" in path else ",", answer.content.decode("utf-8-sig"))
        # What it says is read back whole, the mark left aside.
        text = self.caller.send("GET", "/api/crew/prices/prices.csv?sample=true").content.decode()
        self.assertTrue(text.startswith("\ufeff"))
        answer = self.caller.send("POST", "/api/crew/prices/import", {"text": text, "brought_as": "csv"})
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        self.assertGreater(len(Crew.objects.get().prices), 5)
