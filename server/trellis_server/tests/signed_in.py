"""A browser in which somebody is signed in, with the demo's first job."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from django.test import Client
from playwright.sync_api import expect
from steady.ground.site import Locate

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services.jobs import Saving, create, save, state
from trellis_server.tests.browser import PATIENCE_MS, BrowserTestCase
from trellis_server.tests.make import person


class SignedIn(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.who = person("ash")
        self.job = create(self.who, larkspur_rise()).job
        client = Client()
        client.force_login(self.who)
        cookie = client.cookies["sessionid"]
        self.context.add_cookies([{"name": "sessionid", "value": cookie.value, "url": self.live_server_url}])

    def locate(self) -> None:
        """The locate of buried services is complete: nothing holds the digging back, and a post can be set."""
        self.job.refresh_from_db()
        now = state(self.job)
        done = Locate(
            ticket="7", expires="2199-12-31", owners_answered=True, marks_visible=True, private_lines_asked=True
        )
        document = replace(now.document, site=replace(now.document.site, locate=done))
        save(self.who, self.job.pk, Saving(base=now.revision.number, document=document, says="located"))

    def tearDown(self) -> None:
        self.assertEqual(self.offhost, [])
        self.assertEqual(
            [text for text in self.console if "ERR_INTERNET_DISCONNECTED" not in text and "status of" not in text], []
        )
        super().tearDown()

    def sheet(self) -> None:
        self.open(f"/jobs/{self.job.pk}/design/windbreak")
        expect(self.page.locator(".canvas svg").first).to_be_visible()
        # What comes a moment later takes room: nothing moves under the hand once it is there.
        expect(self.page.locator(".build-panel .fold").first).to_be_attached()
        expect(self.page.get_by_role("status", name="State of the structures").first).to_be_attached()

    def tile(self, many: str) -> None:
        """Picks what to build."""
        self.page.get_by_role("group", name="Kinds of structure").get_by_role("button", name=many).click()

    def saved(self) -> None:
        expect(self.page.locator(".sign")).to_contain_text("Saved")

    def eventually(self, holds: Callable[[], bool]) -> None:
        """Waits for what the page saves in its own time."""
        for _ in range(PATIENCE_MS // 100):
            if holds():
                return
            self.page.wait_for_timeout(100)
        self.fail(f"it was not saved in {PATIENCE_MS / 1000:.0f} seconds")

    def document(self) -> dict[str, Any]:
        self.job.refresh_from_db()
        assert self.job.current
        return dict(self.job.current.document)

    def spec(self, structure: str = "") -> dict[str, Any]:
        """What is saved of a structure; of the job's first where none is named."""
        specs = [item["spec"] for item in self.document()["structures"]]
        return dict(next(spec for spec in specs if structure in ("", spec["id"])))
