"""The calendar over the API, as a file that a calendar library reads, on paper, and pulled about in the browser."""

import copy
import io
from typing import Any

import icalendar
from django.test import TestCase
from playwright.sync_api import expect
from pypdf import PdfReader

from trellis_server.models import Job, Status
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


def dated() -> dict[str, Any]:
    """The small job, begun on a Monday."""
    document = copy.deepcopy(small_job())
    document["calendar"] |= {"starts_on": "2026-12-07", "days_off": [], "outside": [], "pulled": []}
    document["days"] = []
    return document


class CalendarTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))

    def ask(self, document: dict[str, Any], code: int = 200) -> dict[str, Any]:
        answer = self.caller.send("POST", "/api/schedule", {"document": document})
        self.assertEqual(answer.status_code, code, answer.content[:300])
        found = dict(answer.json())
        return dict(found["calendar"]) if code == 200 else found

    def test_a_move_is_kept_by_its_terms_and_a_bad_one_refused(self) -> None:
        document = dated()
        body = {"document": document, "task": "windbreak/dig", "on": "2026-12-14"}
        moved = self.caller.send("POST", "/api/schedule/move", body).json()
        document["calendar"] = moved["terms"]
        again = self.ask(document)
        self.assertEqual(again["tasks"], moved["calendar"]["tasks"])
        self.assertTrue(moved["pushed"])
        bad = self.caller.send("POST", "/api/schedule/move", {**body, "task": "windbreak/boards", "on": "2026-12-07"})
        self.assertEqual(bad.status_code, 422)
        self.assertIn("It can't begin before", bad.content.decode())

    def test_days_on_which_the_crew_is_on_another_job_are_named(self) -> None:
        """Two jobs of one crew from one Monday; neither a job without a start date nor one that is done counts."""
        document = dated()
        here, there = (
            self.caller.new_job(document),
            self.caller.new_job({**copy.deepcopy(document), "name": "The other"}),
        )

        def booked() -> list[dict[str, Any]]:
            body = {"document": document, "job": here}
            return list(self.caller.send("POST", "/api/schedule", body).json()["double_booked"])

        days = {span["on"] for task in self.ask(document)["tasks"] for span in task["spans"] if span["hours"] > 0}
        self.assertEqual({one["on"] for one in booked()}, days)
        self.assertEqual({one["name"] for one in booked()}, {"The other"})
        for lead, days_met in (("Tam Roe", len(days)), ("Ida Quill", 0)):
            # Another lead is another crew; who is not named may be anybody.
            body = {"task": "", "on": "", "lead": lead}
            self.assertEqual(self.caller.send("POST", f"/api/jobs/{there}/booking", body).status_code, 200)
            self.assertEqual(len(booked()), len(days))
            self.caller.send("POST", f"/api/jobs/{here}/booking", {**body, "lead": "Tam Roe"})
            self.assertEqual(len(booked()), days_met)
            self.caller.send("POST", f"/api/jobs/{here}/booking", {**body, "lead": ""})
        Job.objects.filter(pk=there).update(status=Status.DONE)
        self.assertEqual(booked(), [])
        undated = copy.deepcopy(document)
        undated["calendar"]["starts_on"] = ""
        self.caller.new_job(undated)
        self.assertEqual(booked(), [])

    def test_dates_that_are_none_are_said_at_their_field(self) -> None:
        for change, field in (
            ({"starts_on": "soon"}, "calendar/starts_on"),
            ({"days_off": [{"on": "never", "why": ""}]}, "calendar/days_off/0/on"),
            ({"outside": [{"id": "x", "on": "2026-13-40"}]}, "calendar/outside/0/on"),
        ):
            document = dated()
            document["calendar"] |= change
            self.assertIn(field, str(self.ask(document, 422)))

    def test_another_library_reads_the_file_and_ids_stay(self) -> None:
        document = dated()
        document["name"] = "A, B; C\nBEGIN:VEVENT"[:20]
        job = self.caller.new_job(document)

        def events() -> dict[str, Any]:
            read = icalendar.Calendar.from_ical(
                self.caller.send("GET", f"/api/jobs/{job}/documents/calendar.ics").content
            )
            return {str(event["uid"]): event for event in read.walk("VEVENT")}

        first = events()
        asked = self.ask(document)
        self.assertEqual(len(first), sum(len(row["spans"]) for row in asked["tasks"]))
        hours = sum(
            (event.decoded("dtend") - event.decoded("dtstart")).total_seconds() / 3600 for event in first.values()
        )
        self.assertAlmostEqual(hours * 2, asked["hours"], delta=0.2)  # a crew of two
        state = self.caller.send("GET", f"/api/jobs/{job}").json()
        state["document"]["calendar"]["starts_on"] = "2026-12-14"
        kept = self.caller.send(
            "PUT", f"/api/jobs/{job}", {"document": state["document"], "base": state["revision"], "says": "later"}
        )
        self.assertEqual(kept.status_code, 200, kept.content[:300])
        later = events()
        same = set(first) & set(later)
        self.assertGreater(len(same), 10)
        self.assertTrue(all(first[uid].decoded("dtstart") < later[uid].decoded("dtstart") for uid in same))

    def test_all_jobs_stand_in_one_calendar_but_those_put_away_and_those_that_cannot(self) -> None:
        first, second = self.caller.new_job(dated()), self.caller.new_job(dated())
        broken = dated()
        broken["calendar"]["starts_on"] = "soon"
        self.caller.new_job(broken)
        self.caller.send("PUT", f"/api/jobs/{second}/status", {"status": "done"})
        read = icalendar.Calendar.from_ical(self.caller.send("GET", "/api/crew/calendar.ics").content)
        ids = {str(event["uid"]).rsplit("@", 1)[1] for event in read.walk("VEVENT")}
        self.assertEqual(ids, {f"{first}.trellis"})
        other = icalendar.Calendar.from_ical(Caller(person("wren")).send("GET", "/api/crew/calendar.ics").content)
        self.assertEqual(len(other.walk("VEVENT")), 0)

    def test_a_days_sheet_is_printed_and_an_empty_day_refused(self) -> None:
        job = self.caller.new_job(dated())
        address = f"/api/jobs/{job}/documents/day.pdf"
        for query in ("", "?at=2026-12-07&paper=a4"):
            content = self.caller.send("GET", address + query).content
            self.assertTrue(content.startswith(b"%PDF"))
            told = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(content)).pages)
            for word in ("People and tools", "Tools:", "marks from the tape"):
                self.assertIn(word, told)
        self.assertEqual(self.caller.send("GET", f"{address}?at=2026-12-06").status_code, 422)
        self.assertEqual(self.caller.send("GET", f"{address}?at=x").status_code, 422)
        self.assertEqual(Caller(person("wren")).send("GET", address).status_code, 404)


class DaysTest(SignedIn):
    def test_a_task_is_pulled_by_keys_and_what_cannot_be_is_told(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/schedule")
        expect(page.get_by_role("heading", name="Schedule")).to_be_visible()
        dig = page.get_by_role("button", name="Windbreak: Dig the holes").first
        dig.focus()
        page.keyboard.press("ArrowRight")
        self.eventually(lambda: any(item["task"] == "windbreak/dig" for item in self.document()["calendar"]["pulled"]))
        expect(page.get_by_role("region", name="The task")).to_contain_text("pulled to this day")
        boards = page.get_by_role("button", name="Lower path: Boards on").first
        boards.focus()
        for _ in range(1):
            page.keyboard.press("ArrowLeft")
        expect(page.get_by_role("alert")).to_contain_text("It can't begin before")
        self.assertEqual(self.axe(), [])

    def test_the_day_stands_first_on_a_phone(self) -> None:
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/jobs/{self.job.pk}/schedule")
        expect(self.page.get_by_role("region", name="The day", exact=True)).to_be_visible()
        wide = self.page.evaluate("document.scrollingElement.scrollWidth")
        self.assertLessEqual(wide, 390)
