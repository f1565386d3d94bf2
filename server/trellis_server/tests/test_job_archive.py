"""The list of jobs: status, copies, throwing away and bringing back, over the API and in the browser."""

import uuid
from datetime import timedelta

from django.test import TestCase
from django.utils import timezone
from playwright.sync_api import expect

from trellis_server.models import Job, Revision
from trellis_server.services.job_archive import KEPT, purge_expired
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


class ShelfTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash", "A"))
        self.job = self.caller.new_job(small_job("Larch End"))

    def names(self, path: str = "/api/jobs") -> list[str]:
        return [row["name"] for row in self.caller.send("GET", path).json()]

    def call(self, method: str, end: str, body: object = None, code: int = 204) -> None:
        answer = self.caller.send(method, f"/api/jobs/{self.job}{end}", body)
        self.assertEqual(answer.status_code, code, answer.content[:300])

    def test_where_it_stands_is_kept_and_is_no_change_of_the_job(self) -> None:
        before = self.caller.send("GET", "/api/jobs").json()[0]
        self.assertEqual(before["status"], "planning")
        self.call("PUT", "/status", {"status": "agreed"})
        after = self.caller.send("GET", "/api/jobs").json()[0]
        self.assertEqual((after["status"], after["changed_at"]), ("agreed", before["changed_at"]))
        self.call("PUT", "/status", {"status": "lost"}, 422)
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}").json()["revision"], 1)

    def test_a_copy_is_a_job_of_its_own(self) -> None:
        made = self.caller.send("POST", f"/api/jobs/{self.job}/copy").json()
        self.assertEqual(made["document"]["name"], "Larch End (copy)")
        self.assertEqual(made["revision"], 1)
        changed = made["document"] | {"place": "elsewhere"}
        self.caller.send("PUT", f"/api/jobs/{made['id']}", {"base": 1, "document": changed})
        self.assertNotEqual(self.caller.send("GET", f"/api/jobs/{self.job}").json()["document"]["place"], "elsewhere")
        long = self.caller.new_job(small_job("x" * 120))
        self.assertEqual(len(self.caller.send("POST", f"/api/jobs/{long}/copy").json()["document"]["name"]), 120)

    def test_thrown_away_it_is_gone_everywhere_and_can_be_brought_back(self) -> None:
        self.call("DELETE", "")
        self.assertEqual(self.names(), [])
        self.assertEqual(self.names("/api/jobs/trash"), ["Larch End"])
        for method, end, body in (
            ("GET", "", None),
            ("PUT", "", {"base": 1, "document": small_job()}),
            ("GET", "/job.json", None),
            ("POST", "/copy", None),
            ("DELETE", "", None),
        ):
            self.call(method, end, body, 404)
        self.call("POST", "/restore")
        self.assertEqual(self.names(), ["Larch End"])
        self.call("POST", "/restore", None, 404)

    def test_after_thirty_days_it_is_gone_for_good(self) -> None:
        self.caller.send("PUT", f"/api/jobs/{self.job}", {"base": 1, "document": small_job("Larch End now")})
        self.caller.send("POST", f"/api/jobs/{self.job}/undo", {"base": 2})
        kept = self.caller.new_job(small_job("Kept"))
        self.call("DELETE", "")
        self.assertEqual(purge_expired(), 0)
        Job.objects.filter(pk=self.job).update(thrown_away_at=timezone.now() - KEPT - timedelta(hours=1))
        self.assertEqual(self.names("/api/jobs/trash"), [])
        self.call("POST", "/restore", None, 404)
        self.assertEqual(purge_expired(), 1)
        self.assertEqual([str(pk) for pk in Job.objects.values_list("pk", flat=True)], [str(kept)])
        self.assertEqual(Revision.objects.count(), 1)

    def test_nobody_else_can(self) -> None:
        for caller, code in ((Caller(person("birch", "B")), 404), (Caller(), 401)):
            for method, end, body in (
                ("PUT", "/status", {"status": "done"}),
                ("POST", "/copy", None),
                ("DELETE", "", None),
                ("POST", "/restore", None),
            ):
                answer = caller.send(method, f"/api/jobs/{self.job}{end}", body)
                self.assertEqual(answer.status_code, code, (method, end))
        self.assertEqual(Caller().send("GET", "/api/jobs/trash").status_code, 401)
        self.assertEqual(self.caller.send("DELETE", f"/api/jobs/{uuid.uuid4()}").status_code, 404)


class BroughtInTest(TestCase):
    def test_a_job_out_of_a_file_is_told_from_the_one_of_its_name(self) -> None:
        caller = Caller(person("ash"))
        names = [
            caller.send("POST", "/api/jobs/import", small_job("Mill lane")).json()["document"]["name"] for _ in "abc"
        ]
        self.assertEqual(names, ["Mill lane", "Mill lane (2)", "Mill lane (3)"])
        long = small_job("x" * 120)
        names = [caller.send("POST", "/api/jobs/import", long).json()["document"]["name"] for _ in "ab"]
        self.assertEqual((names[0], names[1][-4:], len(names[1])), ("x" * 120, " (2)", 120))


class ShelfInTheBrowserTest(SignedIn):
    def test_found_copied_thrown_away_and_brought_back(self) -> None:
        page = self.page
        name = self.job.name
        self.open("/")
        row = page.get_by_role("listitem").filter(has_text=name)
        expect(row).to_have_count(1)
        self.assertIn("Jobs", page.title())
        copy = page.locator(".list .name", has_text=f"{name} (copy)")
        original = page.locator(".list .name").get_by_text(name, exact=True)
        self.more(name, "Copy")
        expect(copy).to_be_visible()
        page.get_by_label("Filter").fill("(copy)")
        expect(page.get_by_role("listitem").filter(has_text=name)).to_have_count(1)
        page.get_by_label("Filter").fill("nothing like it")
        expect(page.get_by_text("No jobs match this search")).to_be_visible()
        page.get_by_label("Filter").fill("")
        self.choose(f"Status of {name} (copy)", "Done")
        self.choose("Show", "Done")
        expect(copy).to_be_visible()
        expect(original).to_have_count(0)
        self.assertEqual(self.axe(), [])
        self.more(f"{name} (copy)", "Delete")
        expect(copy).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        expect(copy).to_be_visible()
        page.reload()
        self.choose("Show", "Done")
        expect(copy).to_be_visible()

    def test_structures_are_renamed_and_copied(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/overview")
        self.more("Windbreak", "Copy")
        self.more("Windbreak (copy)", "Rename")
        field = page.get_by_label("Name of the structure")
        field.fill("East side")
        field.press("Enter")
        self.saved()
        rows = {item["name"]: item["spec"] for item in self.document()["structures"]}
        self.assertIn("East side", rows)
        self.assertNotEqual(rows["East side"]["id"], rows["Windbreak"]["id"])
        self.assertEqual(rows["East side"]["straights"], rows["Windbreak"]["straights"])
        self.assertIn("Overview", page.title())
        page.get_by_role("main").get_by_role("link", name="East side").first.click()
        expect(page.locator(".canvas svg").first).to_be_visible()
        self.assertIn("East side", page.title())

    def test_a_structure_is_brought_from_another_job(self) -> None:
        page = self.page
        other = Caller(self.who)
        other.new_job(small_job("Mill lane"))
        self.open(f"/jobs/{self.job.pk}/overview")
        page.get_by_text("Copy from another job").click()
        page.get_by_role("button", name="Copy here").click()
        expect(page.get_by_text("not yet placed on the site plan")).to_be_visible()
        self.assertEqual(self.axe(), [])
        self.eventually(lambda: any(item["spec"]["id"] == "windbreak-2" for item in self.document()["structures"]))
