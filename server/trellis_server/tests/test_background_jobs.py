"""Long work apart: a pack by a process of its own, asked after, stopped, refused to strangers; what is said when it fails."""

import contextlib
import io
import tempfile
import time
import uuid
from datetime import UTC, datetime
from pathlib import Path
from typing import Any
from unittest import mock

from django.test import TestCase, override_settings, tag
from django.utils import timezone
from playwright.sync_api import expect
from pypdf import PdfReader
from steady.errors import InvalidInputError

from trellis_server.crews_day import east_of
from trellis_server.documents.context import PACK_PARTS
from trellis_server.missing import NotFoundError
from trellis_server.services import background_jobs
from trellis_server.services.atomic_file import write_whole
from trellis_server.tests.make import Caller, person
from trellis_server.tests.signed_in import SignedIn


class InAFolder(TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.enterContext(override_settings(DATA=Path(folder.name)))

    def order(self, what: str = "pack", job: str = "j", **asked: Any) -> uuid.UUID:
        """An order without a process: this test carries it out itself."""
        with mock.patch.object(background_jobs, "beside"):
            return background_jobs.begin(what, job, asked)


class ApartTest(InAFolder):
    def carried(self, make: Any) -> background_jobs.JobProgress:
        order = self.order()
        # This process goes on, whatever becomes of the order.
        with mock.patch.object(background_jobs.resource, "setrlimit"), contextlib.suppress(ZeroDivisionError):
            background_jobs.carry_out(order, lambda: {"pack": make})
        return background_jobs.told(order, "j")

    def test_its_parts_are_told_and_its_result_is_kept(self) -> None:
        seen = []

        def make(asked: dict[str, Any], told: Any) -> bytes:
            for k, says in enumerate(("site", "days")):
                told(k, 2, says)
                seen.append(background_jobs.told(order, "j"))
            return b"%PDF"

        order = self.order()
        with mock.patch.object(background_jobs.resource, "setrlimit"):
            background_jobs.carry_out(order, lambda: {"pack": make})
        self.assertEqual([(one.stage, one.done, one.of, one.says) for one in seen][1], ("making", 1, 2, "days"))
        self.assertEqual(background_jobs.result(order, "j").read_bytes(), b"%PDF")
        with self.assertRaises(NotFoundError):
            background_jobs.result(order, "another job")
        self.assertEqual(background_jobs.file_of(order, "order").stat().st_mode & 0o077, 0)

    def test_its_day_is_that_of_whoever_ordered_it(self) -> None:
        """In the evening of Greenwich it is the next day in Auckland, in the process that makes it, too."""
        days = []

        def make(asked: dict[str, Any], told: Any) -> bytes:
            days.append(timezone.localdate().isoformat())
            return b"%PDF"

        evening = datetime(2026, 11, 28, 20, 30, tzinfo=UTC)
        with (
            mock.patch.object(timezone, "now", return_value=evening),
            mock.patch.object(background_jobs.resource, "setrlimit"),
        ):
            for minutes in ("780", "-420"):
                with timezone.override(east_of(minutes)):
                    order = self.order()
                background_jobs.carry_out(order, lambda: {"pack": make})
            background_jobs.carry_out(self.order(), lambda: {"pack": make})
        self.assertEqual(days, ["2026-11-29", "2026-11-28", "2026-11-28"])

    def test_what_goes_wrong_is_said(self) -> None:
        def refused(asked: object, told: object) -> bytes:
            raise InvalidInputError("x", "Choose a paper")

        def broken(asked: object, told: object) -> bytes:
            raise ZeroDivisionError

        def vast(asked: object, told: object) -> bytes:
            raise MemoryError

        self.assertEqual(self.carried(refused), background_jobs.JobProgress(stage="failed", says="Choose a paper"))
        self.assertIn("ask for it again", self.carried(broken).says)
        self.assertIn("of memory", self.carried(vast).says)
        late = self.order()
        background_jobs.over_time(late)
        self.assertIn(f"stopped after {background_jobs.MOST_S} s", background_jobs.told(late, "j").says)

    def test_it_stops_before_its_next_part_when_it_is_no_longer_wanted(self) -> None:
        parts = []

        def make(asked: dict[str, Any], told: Any) -> bytes:
            for k in range(5):
                told(k, 5, str(k))
                parts.append(k)
                if k == 1:
                    background_jobs.cancel(order, "j")
            return b""

        order = self.order()
        with mock.patch.object(background_jobs.resource, "setrlimit"):
            background_jobs.carry_out(order, lambda: {"pack": make})
        self.assertEqual((parts, background_jobs.told(order, "j").stage), ([0, 1], "cancelled"))

    def test_so_many_wait_and_no_more_and_the_dead_are_said_to_be(self) -> None:
        orders = [self.order() for _ in range(background_jobs.MOST_WAITING)]
        with self.assertRaises(InvalidInputError) as refused:
            self.order()
        self.assertIn("wait a minute", refused.exception.message)
        background_jobs.report_progress(orders[0], background_jobs.JobProgress(stage="making", done=1, of=3))
        with mock.patch.object(background_jobs.time, "time", lambda: time.monotonic() + 4e9):
            self.assertEqual(background_jobs.told(orders[0], "j").stage, "failed")
            background_jobs.purge_expired()
        self.assertEqual(list(background_jobs.folder().glob("*.order")), [])

    def test_a_file_that_can_t_be_put_in_its_place_leaves_nothing_behind(self) -> None:
        there = background_jobs.folder() / "taken"
        there.mkdir()
        with self.assertRaises(OSError):
            write_whole(there, b"x")
        self.assertEqual([path.name for path in background_jobs.folder().iterdir()], ["taken"])


@tag("slow")
class PackApartTest(InAFolder):
    """With a real process, which knows no database of ours."""

    def setUp(self) -> None:
        super().setUp()
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def wait(self, order: str, until: float = 90.0) -> dict[str, Any]:
        end = time.monotonic() + until
        while time.monotonic() < end:
            told = dict(self.caller.send("GET", f"/api/jobs/{self.job}/pack/{order}").json())
            if told["stage"] not in ("waiting", "making"):
                return told
            time.sleep(0.1)
        self.fail("it was not made")

    def test_made_apart_it_is_the_same_pack(self) -> None:
        whole = {"paper": "a4", "parts": list(PACK_PARTS)}
        answer = self.caller.send("POST", f"/api/jobs/{self.job}/pack", whole)
        order = answer.json()["order"]
        self.assertEqual(self.wait(order)["stage"], "made")
        apart_made = self.caller.send("GET", f"/api/jobs/{self.job}/pack/{order}/pack.pdf")
        at_once = self.caller.send("GET", f"/api/jobs/{self.job}/documents/pack.pdf?paper=a4")
        pages = [PdfReader(io.BytesIO(one.content)).pages for one in (apart_made, at_once)]
        self.assertEqual([page.extract_text() for page in pages[0]], [page.extract_text() for page in pages[1]])
        other = Caller(person("wren"))
        for path in (order, f"{order}/pack.pdf"):
            self.assertEqual(other.send("GET", f"/api/jobs/{self.job}/pack/{path}").status_code, 404)
        second = other.new_job()
        self.assertEqual(other.send("GET", f"/api/jobs/{second}/pack/{order}/pack.pdf").status_code, 404)
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}/pack/{uuid.uuid4()}").status_code, 404)

    def test_stopped_it_is_not_made(self) -> None:
        order = self.caller.send("POST", f"/api/jobs/{self.job}/pack", {"paper": "a4"}).json()["order"]
        self.assertEqual(self.caller.send("DELETE", f"/api/jobs/{self.job}/pack/{order}").status_code, 204)
        self.assertEqual(self.wait(order)["stage"], "cancelled")
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}/pack/{order}/pack.pdf").status_code, 404)


class PackPageTest(SignedIn):
    def test_it_is_ordered_and_opened_from_the_file(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/files")
        page.get_by_role("button", name="Create job package").click()
        expect(page.get_by_role("progressbar")).to_be_visible()
        self.assertEqual(self.axe(), [])
        link = page.get_by_role("link", name="Open the job pack")
        expect(link).to_be_visible(timeout=90_000)
        answer = page.request.get(self.live_server_url + str(link.get_attribute("href")))
        self.assertEqual(answer.headers["content-type"], "application/pdf")
        self.assertTrue(answer.body().startswith(b"%PDF"))
