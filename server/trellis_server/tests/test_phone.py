"""On a phone: targets for gloves, and a line read, ticked and measured without signal."""

import re
import shutil
import tempfile
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.test import override_settings
from playwright.sync_api import expect

from trellis_server.middleware import ContentPolicy
from trellis_server.models import SiteReading
from trellis_server.tests.signed_in import SignedIn


def _no_data(self: ContentPolicy, request: HttpRequest) -> HttpResponse:
    return HttpResponse(status=503) if request.path.startswith("/api/") else self.get_response(request)


class PhoneTest(SignedIn):
    keeps_itself = True

    def setUp(self) -> None:
        super().setUp()
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.locate()
        self.open(f"/field/{self.job.pk}/windbreak")
        expect(self.page.locator(".reading")).to_be_visible()

    def test_targets_are_big_enough_for_gloves(self) -> None:
        for button in self.page.locator(".body button").all():
            box = button.bounding_box()
            assert box
            self.assertGreaterEqual(round(box["height"]), 56, button.inner_text())
        self.page.locator(".values button").first.click()
        for button in self.page.locator(".pad button").all():
            box = button.bounding_box()
            assert box
            self.assertGreaterEqual(round(box["height"]), 56, button.inner_text())
        self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390)

    def test_a_sheet_gives_its_drawing_the_room(self) -> None:
        for name in ("windbreak", "kitchen-deck", "path-pergola"):
            self.open(f"/jobs/{self.job.pk}/design/{name}")
            drawn = self.page.locator(".canvas svg.paper").bounding_box()
            assert drawn
            self.assertGreater(drawn["height"], 844 / 3, name)
            self.assertLessEqual(self.page.evaluate("document.documentElement.scrollWidth"), 390, name)

    def test_another_release_is_there_without_signal_and_the_old_one_is_let_go(self) -> None:
        page = self.page
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()  # under the service worker now
        expect(page.locator(".reading")).to_be_visible()
        page.evaluate(
            "caches.open('trellis-page-1').then((kept) => kept.put('/static/assets/of-old.js', new Response('')))"
        )
        kept = (
            "caches.open('trellis-page-1').then((kept) => kept.keys()).then((all) => all.map((one) => one.url).join())"
        )
        self.assertIn("of-old.js", page.evaluate(kept))
        with tempfile.TemporaryDirectory() as folder:
            for name in ("index.html", "sw.js"):
                shutil.copy(settings.WEB_DIST / name, folder)
            index = Path(folder) / "index.html"
            index.write_text(index.read_text().replace("<head>", '<head><meta name="release" content="next">'))
            with override_settings(WEB_DIST=Path(folder)):
                page.reload()
                expect(page.locator(".reading")).to_be_visible()
                self.eventually(lambda: "of-old.js" not in page.evaluate(kept))
        page.wait_for_timeout(800)
        self.context.set_offline(True)
        gone = mock.patch.object(ContentPolicy, "__call__", _no_data)
        gone.start()
        self.addCleanup(mock.patch.stopall)
        page.reload()
        expect(page.locator(".reading")).to_be_visible()
        self.assertEqual(page.locator('meta[name="release"]').count(), 1)

    def test_the_pad_takes_no_more_than_a_tape_reads(self) -> None:
        page = self.page
        page.get_by_role("button", name="stands at").click()
        for key in "99999":
            page.get_by_role("button", name=key, exact=True).click()
        page.get_by_role("button", name="′", exact=True).click()
        expect(page.locator(".pad .off")).to_contain_text("is a figure too many?")
        expect(page.get_by_role("button", name="Keep")).to_be_disabled()
        page.get_by_role("button", name="Clear").click()
        page.get_by_role("button", name="9", exact=True).click()
        expect(page.get_by_role("button", name="Keep")).to_be_enabled()

    def test_read_tick_measure_reload_without_signal_and_catch_up(self) -> None:
        page = self.page
        page.wait_for_function("navigator.serviceWorker && navigator.serviceWorker.controller !== null || true")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()  # under the service worker now
        expect(page.locator(".reading")).to_be_visible()
        page.wait_for_timeout(800)
        self.context.set_offline(True)
        # A page loaded again is on the air for a moment before the browser takes its signal away, too: the server goes as well.
        gone = mock.patch.object(ContentPolicy, "__call__", _no_data)
        gone.start()
        self.addCleanup(mock.patch.stopall)
        page.get_by_role("button", name=re.compile("›")).click()
        expect(page.get_by_role("heading")).to_have_text("Post 2 of 19")
        page.get_by_role("button", name="stands at").click()
        for key in ("6", "′", "4", "¾"):
            page.get_by_role("button", name=key, exact=True).click()
        expect(page.locator(".pad .value")).to_have_text("6′ 4¾")
        page.get_by_role("button", name="Keep").click()
        page.get_by_role("button", name="Post 2 is set").click()
        expect(page.get_by_role("heading")).to_have_text("Post 3 of 19")  # the next comes by itself
        page.get_by_role("button", name=re.compile("‹")).click()
        expect(page.locator(".bar")).to_contain_text("2 waiting to sync")
        page.reload()
        expect(page.locator(".reading")).to_be_visible()
        expect(page.get_by_role("heading")).to_have_text("Post 2 of 19")
        expect(page.locator(".bar")).to_contain_text("2 waiting to sync")
        expect(page.locator(".values")).to_contain_text("6′ 4¾″")
        self.assertEqual(SiteReading.objects.count(), 0)
        gone.stop()
        self.context.set_offline(False)
        expect(page.locator(".bar")).to_contain_text("all sent")
        found = SiteReading.objects.get(what="stands at")
        self.assertAlmostEqual(found.value_m or 0, (6 * 12 + 4.75) * 0.0254, 6)
        self.assertTrue(SiteReading.objects.get(what="set").done)
        self.page.set_viewport_size({"width": 1280, "height": 800})
        self.open(f"/jobs/{self.job.pk}/record/windbreak")
        expect(page.locator("tbody")).to_contain_text("Inside tolerance")
