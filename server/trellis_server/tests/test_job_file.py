"""A job's file carries what was recorded beside its document, and it comes back with the job that is made from it."""

import json
import uuid
from typing import Any

from django.test import TestCase

from trellis_server.models import Crew, Job, Seat, SiteReading
from trellis_server.tests.make import Caller, person


class JobFileTest(TestCase):
    def setUp(self) -> None:
        self.owner = person("ash")
        self.caller = Caller(self.owner)
        self.job = self.caller.new_job()
        reading = {
            "id": str(uuid.uuid4()),
            "about": "windbreak/post/start+1",
            "what": "stands at",
            "value_m": 2.4,
            "device": "phone",
            "measured_at": "2026-06-01T08:00:00Z",
        }
        self.sent("POST", f"/api/jobs/{self.job}/readings", {"readings": [reading]})
        self.sent("POST", f"/api/quotes/{self.job}")
        self.sent("PUT", f"/api/quotes/{self.job}/1/accepted", {"by": "R. Hale", "on": "2026-11-20"})
        state = self.sent("GET", f"/api/jobs/{self.job}")
        state["document"]["structures"][0]["spec"]["height_m"] = 1.5
        self.sent(
            "PUT", f"/api/jobs/{self.job}", {"document": state["document"], "base": state["revision"], "says": "x"}
        )

    def sent(self, method: str, path: str, body: Any = None, caller: Caller | None = None) -> dict[str, Any]:
        answer = (caller or self.caller).send(method, path, body)
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        return dict(answer.json())

    def file(self, job: str | None = None, caller: Caller | None = None) -> dict[str, Any]:
        return self.sent("GET", f"/api/jobs/{job or self.job}/job.json", caller=caller)

    def test_what_was_measured_and_agreed_comes_back(self) -> None:
        at = f"/api/quotes/{self.job}"
        self.caller.signed(self.job)
        self.sent("POST", f"{at}/changes", {"reason": "client"})
        self.sent("PUT", f"{at}/changes/1", {"state": "accepted", "by": "R. Hale", "on": "2026-11-21"})
        self.sent("POST", f"{at}/invoices", {"step": 1, "on": "2026-11-21"})
        self.sent("POST", f"{at}/costs", {"kind": "labour", "on": "2026-11-22", "hours": 7.25, "wage": 31.0})
        first = self.file()
        self.assertEqual(len(first["records"]["readings"]), 1)
        SiteReading.objects.all().delete()  # as on another machine, where its number is free
        other = Caller(person("elm"))
        again = self.sent("POST", "/api/jobs/import", first, other)
        second = self.file(again["id"], other)
        for kind, fields in {
            "readings": ("id", "about", "what", "value_m", "measured_at"),
            "quotes": ("number", "body", "letterhead", "made_at", "accepted_by", "accepted_on", "document"),
            "changes": (
                "number",
                "quote",
                "reason",
                "body",
                "total",
                "state",
                "answered_by",
                "answered_on",
                "document",
            ),
            "invoices": ("number", "quote", "step", "body", "amount", "sent_on", "paid_on"),
            "costs": ("kind", "on", "hours", "amount"),
        }.items():
            self.assertTrue(first["records"][kind], kind)
            told = [[{name: row[name] for name in fields} for row in one["records"][kind]] for one in (first, second)]
            self.assertEqual(told[0], told[1], kind)
        self.assertEqual(second["structures"], first["structures"])
        sums = [
            self.sent("GET", f"/api/quotes/{job}/ledger", caller=caller)["contract"]
            for job, caller in ((self.job, self.caller), (again["id"], other))
        ]
        self.assertEqual(sums[0], sums[1])
        # What is planned differs from what was agreed there as it did here.
        changes = [
            self.sent("GET", f"/api/quotes/{job}/1/changes", caller=caller)
            for job, caller in ((self.job, self.caller), (again["id"], other))
        ]
        self.assertEqual(changes[0]["words"], changes[1]["words"])
        self.assertEqual(changes[0]["price_now"], changes[1]["price_now"])

    def test_a_file_read_in_twice_keeps_both_readings(self) -> None:
        self.sent("POST", "/api/jobs/import", self.file())
        self.assertEqual(SiteReading.objects.count(), 2)

    def test_who_sees_no_prices_carries_no_quotes_away(self) -> None:
        crew = Job.objects.get(pk=self.job).crew
        hand = person("wren")
        hand.crews.clear()
        crew.members.add(hand)
        Seat.objects.create(crew=crew, person=hand, role="on site", sees_prices=False)
        self.assertEqual(self.file(caller=Caller(hand))["records"]["quotes"], [])
        self.assertEqual(Crew.objects.filter(members=hand).count(), 1)

    def test_records_that_do_not_read_are_refused_by_field(self) -> None:
        file = self.file()
        for path, value in (("readings", [{"id": "none"}]), ("quotes", 7), ("inspections", [{"task": "x"}])):
            records = {**file["records"], path: value}
            answer = self.caller.send("POST", "/api/jobs/import", {**file, "records": records})
            self.assertEqual(answer.status_code, 422, path)
        bad = json.loads(json.dumps(file))
        bad["records"]["quotes"][0]["document"] = {"format": 99}
        self.assertEqual(self.caller.send("POST", "/api/jobs/import", bad).status_code, 422)

    def test_the_published_schema_knows_the_records(self) -> None:
        schema = self.sent("GET", "/schema/job.json")
        self.assertIn("records", schema["properties"])
        self.assertIn("ReadingRecord", schema["$defs"])
