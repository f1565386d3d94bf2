"""The list of jobs: what it weighs and asks of the server, and that nothing stale stands in it."""

import gzip
from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.db import DatabaseError
from django.test import TestCase
from playwright.sync_api import expect

from trellis_server.models import Card, Job, Revision
from trellis_server.services import cards, documents
from trellis_server.services.jobs import create, job_of
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn

MANY = 500


class CardsTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash", "A"))

    def listed(self) -> list[dict[str, Any]]:
        found: list[dict[str, Any]] = self.caller.send("GET", "/api/jobs").json()
        return found

    def card(self, job: str) -> dict[str, Any]:
        found: dict[str, Any] = self.caller.send("GET", f"/api/jobs/{job}/card").json()
        return found

    def test_the_list_plans_nothing_and_a_card_is_planned_once(self) -> None:
        job = self.caller.new_job(small_job("Larch End"))
        real = cards.plan_structure
        with patch.object(cards, "plan_structure", side_effect=real) as planned:
            (row,) = self.listed()
            self.assertEqual(planned.call_count, 0)
            self.assertEqual([item["verdict"] for item in row["structures"]], ["", ""])
            first = self.card(job)
            self.assertEqual(planned.call_count, 2)
            self.assertEqual(self.card(job), first)
            self.assertEqual(planned.call_count, 2)
        self.assertTrue(first["view"]["shapes"])
        (row,) = self.listed()
        self.assertEqual(row["structures"], first["structures"])
        self.assertTrue(all(item["verdict"] for item in row["structures"]))

    def test_a_change_and_its_undo_are_told_at_once(self) -> None:
        job = self.caller.new_job(small_job("Larch End"))
        before = self.card(job)
        document = small_job("Larch End") | {"place": "by the mill"}
        document["structures"] = document["structures"][:1]
        self.caller.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": document})
        (row,) = self.listed()
        self.assertEqual((row["place"], len(row["structures"]), row["revision"]), ("by the mill", 1, 2))
        self.assertEqual(len(self.card(job)["structures"]), 1)
        self.caller.send("POST", f"/api/jobs/{job}/undo", {"base": 2})
        after = self.card(job)
        self.assertEqual((after["structures"], after["view"]), (before["structures"], before["view"]))

    def test_what_older_rules_said_is_not_told(self) -> None:
        job = self.caller.new_job(small_job("Larch End"))
        self.card(job)
        kept = Card.objects.get(job_id=job)
        kept.structures[0]["verdict"] = "it stands, by rules of last year"
        kept.rules = "of last year"
        kept.save()
        (row,) = self.listed()
        self.assertEqual(row["structures"][0]["verdict"], "")
        self.assertNotIn("last year", self.card(job)["structures"][0]["verdict"])

    def test_a_disk_that_cannot_be_written_still_lists(self) -> None:
        job = self.caller.new_job(small_job("Larch End"))
        with (
            patch.object(Card.objects, "bulk_create", side_effect=DatabaseError("read-only")),
            patch.object(Card.objects, "update_or_create", side_effect=DatabaseError("read-only")),
            self.assertLogs(cards.log, "WARNING"),
        ):
            self.assertEqual([row["name"] for row in self.listed()], ["Larch End"])
            self.assertTrue(self.card(job)["view"])

    def test_another_crews_card_is_not_there(self) -> None:
        job = self.caller.new_job(small_job("Larch End"))
        other = Caller(person("birch", "B"))
        self.assertEqual(other.send("GET", f"/api/jobs/{job}/card").status_code, 404)
        self.assertEqual(other.send("GET", "/api/jobs").json(), [])

    def test_five_hundred_jobs_weigh_little_and_are_read_at_one_go(self) -> None:
        who = get_user_model().objects.get(username="ash")
        one = create(who, documents.load(small_job()))
        document = Revision.objects.get(job=one.job).document
        made = [Job(crew=one.job.crew, name=f"Larch End {k}") for k in range(MANY - 1)]
        Job.objects.bulk_create(made)
        Revision.objects.bulk_create([Revision(job=job, number=1, document=document, author=who) for job in made])
        for revision in Revision.objects.filter(job__in=made).defer("document"):
            Job.objects.filter(pk=revision.job_id).update(current=revision)
        self.assertEqual(len(self.listed()), MANY)
        for job in Job.objects.all()[:3]:
            cards.card(job_of(who, job.pk))
        with self.assertNumQueries(3):
            answer = self.caller.send("GET", "/api/jobs")
        drawing = self.caller.send("GET", f"/api/jobs/{one.job.pk}/card").content
        # Some six rows are in view on a desk, each with its drawing.
        self.assertLess(len(gzip.compress(answer.content)) + 6 * len(gzip.compress(drawing)), 150_000)


class CardsInTheBrowserTest(SignedIn):
    def test_drawings_are_fetched_as_their_rows_come_into_view(self) -> None:
        for k in range(60):
            create(self.who, documents.load(small_job(f"Larch End {k}")))
        page = self.page
        asked: list[str] = []
        page.on("request", lambda request: asked.append(request.url) if request.url.endswith("/card") else None)
        page.goto(self.live_server_url)
        rows = page.locator(".list > li")
        expect(rows).to_have_count(40)
        expect(rows.first.locator("svg.thumb")).to_be_visible()
        expect(rows.first).to_contain_text("Larch End")
        self.assertLess(len(set(asked)), 20)
        page.get_by_role("button", name="Show the next 21 of 61").click()
        expect(rows).to_have_count(61)
        rows.last.scroll_into_view_if_needed()
        expect(rows.last.locator("svg.thumb")).to_be_visible()
        page.get_by_label("Filter").fill("end 17")
        expect(rows).to_have_count(1)
        expect(rows.first.locator("svg.thumb")).to_be_visible()
