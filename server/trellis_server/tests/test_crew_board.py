"""The crew board through the API and in the browser: all jobs by lead, a clash resolved, a job put on a day."""

import io
import uuid
from datetime import date

from django.test import TestCase
from django.utils import timezone
from playwright.sync_api import expect
from pypdf import PdfReader

from trellis_server.models import BoardDays, Job
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn

FIRST = date(2030, 3, 4)  # a Monday


def booked(name: str, on: str, lead: str) -> dict[str, object]:
    job = small_job(name)
    job["calendar"] = {"starts_on": on, "lead": lead}
    return job


class BoardTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.ids = {
            name: self.caller.new_job(booked(name, on, lead))
            for name, on, lead in (
                ("Mill lane", "2030-03-04", "Tam Roe"),
                ("Sallow End", "2030-03-04", "Tam Roe"),
                ("Ford yard", "", ""),
            )
        }

    def board(self) -> dict[str, object]:
        answer = self.caller.send("GET", f"/api/board?first={FIRST}&days=14")
        self.assertEqual(answer.status_code, 200, answer.content)
        return dict(answer.json())

    def test_one_lead_on_two_jobs_is_a_clash_until_it_is_moved(self) -> None:
        found = self.board()
        self.assertEqual(found["left"], 0)
        board = found["board"]
        self.assertEqual([one["name"] for one in board["waiting"]], ["Ford yard"])  # type: ignore[index]
        (clash,) = board["clashes"]  # type: ignore[index]
        self.assertEqual(clash["who"], "Tam Roe")
        self.assertIn("Mill lane and Sallow End on the same day", clash["says"])
        way = clash["ways"][-1]
        self.assertGreater(way["on"], FIRST.isoformat())
        answer = self.caller.send("POST", f"/api/jobs/{way['job']}/booking", {"task": way["task"], "on": way["on"]})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(self.board()["board"]["clashes"], [])  # type: ignore[index]
        # It is a change of the job like any other: its document says so, and it can be undone there.
        document = self.caller.send("GET", f"/api/jobs/{way['job']}").json()["document"]
        self.assertEqual(document["calendar"]["starts_on"], way["on"])

    def test_days_off_are_kept_with_the_crew_and_clash(self) -> None:
        body = {"who": "Tam Roe", "first": "2030-03-04", "last": "2030-03-05", "note": "course"}
        answer = self.caller.send("POST", "/api/board/days-off", body)
        self.assertEqual(answer.status_code, 200, answer.content)
        board = self.board()["board"]
        (one,) = board["away"]  # type: ignore[index]
        self.assertEqual((one["who"], one["first"], one["last"], one["note"]), tuple(body.values()))
        self.assertTrue(any("away while" in clash["says"] for clash in board["clashes"]))  # type: ignore[index]
        stranger = Caller(person("elm"))
        self.assertEqual(stranger.send("DELETE", f"/api/board/days-off/{one['key']}").status_code, 404)
        self.assertEqual(self.caller.send("DELETE", f"/api/board/days-off/{one['key']}").status_code, 204)
        self.assertEqual(self.board()["board"]["away"], [])  # type: ignore[index]
        for more, field in (
            ({"who": " "}, "who"),
            ({"last": "2030-03-01"}, "last"),
            ({"first": "soon"}, "first"),
            ({"last": "2031-03-01"}, "last"),
        ):
            refused = self.caller.send("POST", "/api/board/days-off", {**body, **more})
            self.assertEqual(refused.status_code, 422, refused.content)
            self.assertEqual(refused.json()["problems"][0]["field"], field)

    def test_a_lead_s_day_over_all_jobs_on_paper(self) -> None:
        at = "/api/board/day.pdf?on=2030-03-04&lead="
        answer = self.caller.send("GET", f"{at}Tam%20Roe")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        pages = [page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages]
        text = " ".join(pages)
        for part in ("Tam Roe", "Mill lane", "Sallow End", "People and tools", "In this order"):
            self.assertIn(part, text)
        self.assertNotIn("Ford yard", text)
        self.assertIn("Mill lane", pages[0])
        self.assertNotIn("Sallow End", pages[0])
        for query, field in (("on=soon&lead=Tam%20Roe", "on"), ("on=2030-03-04&lead=Nobody", "lead")):
            refused = self.caller.send("GET", f"/api/board/day.pdf?{query}")
            self.assertEqual((refused.status_code, refused.json()["problems"][0]["field"]), (422, field))
        late = self.caller.send("GET", "/api/board/day.pdf?on=2031-03-04&lead=Tam%20Roe")
        self.assertEqual((late.status_code, late.json()["problems"][0]["field"]), (422, "on"))

    def test_a_lead_s_day_leaves_out_no_job_of_a_crew_with_many(self) -> None:
        """250 jobs of nobody's whose names come first: both of the lead's are on paper, and none of the others is planned."""
        waiting = Job.objects.get(pk=self.ids["Ford yard"])
        Job.objects.bulk_create(Job(crew=waiting.crew, name=f"A {k:03}", current=waiting.current) for k in range(250))
        answer = self.caller.send("GET", "/api/board/day.pdf?on=2030-03-04&lead=Tam%20Roe")
        self.assertEqual(answer.status_code, 200, answer.content)
        text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)
        self.assertIn("Mill lane", text)
        self.assertIn("Sallow End", text)
        self.assertEqual(
            {str(row.job_id) for row in BoardDays.objects.all()}, {self.ids[n] for n in ("Mill lane", "Sallow End")}
        )

    def test_a_job_gets_a_day_and_a_lead(self) -> None:
        job = self.ids["Ford yard"]
        body = {"task": "", "on": "2030-03-06", "lead": " Ida Quill "}
        self.assertEqual(self.caller.send("POST", f"/api/jobs/{job}/booking", body).status_code, 200)
        board = self.board()["board"]
        self.assertEqual(board["waiting"], [])  # type: ignore[index]
        row = next(one for one in board["jobs"] if one["id"] == job)  # type: ignore[index]
        self.assertEqual((row["lead"], row["bars"][0]["first"]), ("Ida Quill", "2030-03-06"))

    def test_bad_input_is_told_at_its_field(self) -> None:
        job = self.ids["Mill lane"]
        for body in ({"on": "some day"}, {"on": "2030-03-05", "task": "nothing"}, {"on": 3}, {"colour": "red"}):
            self.assertEqual(self.caller.send("POST", f"/api/jobs/{job}/booking", body).status_code, 422, body)
        for query in ("days=0", "days=400", "first=soon"):
            self.assertEqual(self.caller.send("GET", f"/api/board?{query}").status_code, 422, query)
        stranger = Caller(person("elm", "Another crew"))
        self.assertEqual(stranger.send("POST", f"/api/jobs/{job}/booking", {"on": "2030-03-05"}).status_code, 404)
        self.assertEqual(stranger.send("GET", "/api/board").json()["board"]["waiting"], [])

    def test_days_are_calculated_once_and_again_after_a_change(self) -> None:
        self.board()
        kept = BoardDays.objects.get(job_id=uuid.UUID(self.ids["Mill lane"]))
        self.assertEqual((kept.on, kept.body["bars"][0]["first"]), (timezone.localdate(), "2030-03-04"))
        kept.body["hours"] = 1234.0
        kept.save()
        rows = {one["name"]: one for one in self.board()["board"]["jobs"]}  # type: ignore[index]
        self.assertEqual(rows["Mill lane"]["hours"], 1234.0)
        self.caller.send("POST", f"/api/jobs/{self.ids['Mill lane']}/booking", {"lead": "Ida Quill"})
        rows = {one["name"]: one for one in self.board()["board"]["jobs"]}  # type: ignore[index]
        self.assertLess(rows["Mill lane"]["hours"], 1234.0)

    def test_a_thousand_jobs_are_read_with_five_queries(self) -> None:
        self.board()
        source = BoardDays.objects.get(job_id=uuid.UUID(self.ids["Mill lane"]))
        template = Job.objects.get(pk=self.ids["Mill lane"])
        jobs = [Job(crew=template.crew, name=f"Alder {k}", current=template.current) for k in range(1000)]
        Job.objects.bulk_create(jobs)
        fields = {"revision": source.revision, "rules": source.rules, "on": source.on, "body": source.body}
        BoardDays.objects.bulk_create([BoardDays(job=job, **fields) for job in jobs])
        with self.assertNumQueries(5):
            found = self.board()
        self.assertEqual(found["left"], 0)


class BoardPageTest(SignedIn):
    def test_a_bar_is_pulled_to_another_day_and_back_and_a_day_off_is_seen(self) -> None:
        caller, page = Caller(self.who), self.page
        job = caller.new_job(booked("Mill lane", FIRST.isoformat(), "Tam Roe"))

        def starts() -> str:
            return str(caller.send("GET", f"/api/jobs/{job}").json()["document"]["calendar"]["starts_on"])

        self.open(f"/board?first={FIRST}")
        lane = page.get_by_role("group", name="Tam Roe")
        bar = lane.get_by_role("button", name="Mill lane").first
        expect(bar).to_be_visible()
        box = bar.bounding_box()
        target = lane.locator('[data-day="2030-03-06"]').bounding_box()
        assert box and target
        page.mouse.move(box["x"] + 20, box["y"] + 20)
        page.mouse.down()
        page.mouse.move(target["x"] + 20, box["y"] + 22, steps=6)
        page.mouse.up()
        self.eventually(lambda: starts() == "2030-03-06")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: starts() == FIRST.isoformat())
        days = page.get_by_role("region", name="Days off")
        days.get_by_role("button", name="Add days off").click()
        days.get_by_label("Name").fill("Tam Roe")
        days.get_by_label("First day").fill("2030-03-04")
        days.get_by_label("First day").press("Tab")
        days.get_by_role("button", name="Add days off").click()
        expect(days.get_by_text("Tam Roe 03-04")).to_be_visible()
        expect(page.get_by_text("1 clash", exact=True)).to_be_visible()
        expect(page.get_by_text("away while Mill lane needs them").first).to_be_visible()
        self.assertEqual(self.axe(), [])
        days.get_by_role("button", name="Delete the days off of Tam Roe").click()
        expect(page.get_by_text("No clashes in these days")).to_be_visible()

    def test_a_clash_is_seen_and_resolved(self) -> None:
        caller, page = Caller(self.who), self.page
        for name in ("Mill lane", "Sallow End"):
            caller.new_job(booked(name, FIRST.isoformat(), "Tam Roe"))
        self.open(f"/board?first={FIRST}")
        expect(page.get_by_role("heading", name="Crew board")).to_be_visible()
        lane = page.get_by_role("group", name="Tam Roe")
        expect(lane.get_by_role("button", name="Mill lane").first).to_be_visible()
        expect(page.get_by_text("1 clash", exact=True)).to_be_visible()
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="Move Sallow End to").click()
        expect(page.get_by_text("No clashes in these days")).to_be_visible()
        # Who leads the other job is changed from its bar, by keys alone.
        lane.get_by_role("button", name="Mill lane").first.focus()
        page.keyboard.press("m")
        dialog = page.get_by_role("dialog", name="Move Mill lane")
        dialog.get_by_label("Lead").fill("Ida Quill")
        dialog.get_by_role("button", name="Move", exact=True).click()
        expect(page.get_by_role("group", name="Ida Quill")).to_be_visible()
        self.assertEqual(self.axe(), [])
