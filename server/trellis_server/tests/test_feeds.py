"""Calendar subscriptions: read without signing in, one lead's or all, taken back, and gone with whoever made them."""

import icalendar
from django.test import Client, TestCase

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import CalendarFeed, Crew
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person


class FeedsTest(TestCase):
    def setUp(self) -> None:
        self.who = person("ash")
        self.caller = Caller(self.who)
        for name, lead in (("First", "Maya Holt"), ("Second", "Moss")):
            job = documents.dump(larkspur_rise())
            job["name"] = name
            job["calendar"]["lead"] = lead
            self.caller.new_job(job)

    def made(self, lead: str = "") -> dict[str, object]:
        answer = self.caller.send("POST", "/api/crew/feeds", {"lead": lead})
        self.assertEqual(answer.status_code, 200, answer.content)
        return dict(answer.json())

    def jobs(self, path: object) -> set[str]:
        answer = Client().get(str(path))
        self.assertEqual(answer.status_code, 200)
        read = icalendar.Calendar.from_ical(answer.content)
        found = set()
        for event in read.walk("VEVENT"):
            found.add(str(event["description"]).split("Job: ")[1].split("\n")[0])
            self.assertIn("sequence", event)
            self.assertGreaterEqual(event["dtstamp"].to_ical()[:4], b"2025")
        return found

    def test_all_jobs_or_one_lead_s(self) -> None:
        self.assertEqual(self.jobs(self.made()["path"]), {"First", "Second"})
        self.assertEqual(self.jobs(self.made("Moss")["path"]), {"Second"})

    def test_the_secret_is_kept_nowhere(self) -> None:
        made = self.made()
        secret = str(made["path"]).split("/")[3]
        self.assertFalse(CalendarFeed.objects.filter(digest__contains=secret).exists())
        self.assertNotIn(secret, self.caller.send("GET", "/api/crew/feeds").content.decode())

    def test_taken_back_it_gives_nothing_and_another_crew_cannot_take_it_back(self) -> None:
        made = self.made()
        other = Caller(person("wren"))
        self.assertEqual(other.send("DELETE", f"/api/crew/feeds/{made['id']}").status_code, 404)
        self.assertEqual(self.caller.send("DELETE", f"/api/crew/feeds/{made['id']}").status_code, 204)
        self.assertEqual(Client().get(str(made["path"])).status_code, 404)
        self.assertEqual(Client().get("/api/feeds/nothing/calendar.ics").status_code, 404)

    def test_it_ends_when_its_maker_leaves_the_crew(self) -> None:
        path = self.made()["path"]
        Crew.objects.get(members=self.who).members.remove(self.who)
        self.assertEqual(Client().get(str(path)).status_code, 404)

    def test_as_many_as_there_may_be(self) -> None:
        for _ in range(40):
            self.made()
        answer = self.caller.send("POST", "/api/crew/feeds", {"lead": ""})
        self.assertEqual(answer.status_code, 422)
