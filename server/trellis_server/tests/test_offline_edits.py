"""Nothing that is typed is lost, in real browsers: bad roads, reloads, crashed tabs, another person's sign-in, days away.

The long lane draws a hundred runs of two browsers and a phone; the usual run is a few.
"""

import random
import re
import time
from collections.abc import Callable

from django.test import tag
from playwright.sync_api import BrowserContext, Page, Route, expect
from tests.lane import LONG

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import Crew, SiteReading
from trellis_server.services.jobs import create
from trellis_server.tests.browser import PATIENCE_MS
from trellis_server.tests.make import person
from trellis_server.tests.signed_in import SignedIn

RUNS = 100 if LONG else 3
API = re.compile(r"/api/jobs/[0-9a-f-]{36}(/undo|/redo|/readings)?$")
SIGN = ".sign"
KEPT = "() => Object.keys(localStorage).filter((key) => /unsaved|queue/.test(key)).length"
Fields = tuple[tuple[str, str], ...]


def answering(status: int) -> Callable[[Route], None]:
    def answer(route: Route) -> None:
        route.fulfill(status=status, json={"title": "x"})

    return answer


class Road:
    """Between one browser and the server: loses questions and answers, and holds them up."""

    def __init__(self, rng: random.Random) -> None:
        self.rng, self.lost, self.unanswered, self.most_s = rng, 0.0, 0.0, 0.0

    def __call__(self, route: Route) -> None:
        if self.rng.random() < self.lost:
            route.abort("internetdisconnected")
            return
        answer = route.fetch()
        time.sleep(self.rng.random() * self.most_s)
        if self.rng.random() < self.unanswered:
            route.abort("internetdisconnected")
        else:
            route.fulfill(response=answer)

    def worsen(self) -> None:
        self.lost, self.unanswered, self.most_s = (self.rng.random() * 0.4, self.rng.random() * 0.4, 0.1)

    def mend(self) -> None:
        self.lost = self.unanswered = self.most_s = 0.0


ALL_SAVED = re.compile(r"Saved(?! on this device)")
"""What the sign says when the server has everything."""


class NothingLostCase(SignedIn):
    """A job on its brief, where its name, place and client are typed."""

    keeps_itself = True

    def brief(self, page: Page) -> None:
        page.goto(f"{self.live_server_url}/jobs/{self.job.pk}/overview?details=1")
        expect(page.get_by_label("Job", exact=True)).to_be_visible()

    def fill(self, page: Page, label: str, value: str) -> None:
        page.get_by_label(label, exact=True).fill(value)
        page.get_by_label(label, exact=True).press("Tab")


class KeptInTheBrowserTest(NothingLostCase):
    def test_typed_without_signal_outlives_a_reload_and_is_saved_once_there_is(self) -> None:
        page = self.page
        self.brief(page)
        page.route(API, lambda route: route.abort("internetdisconnected"))
        self.fill(page, "Job", "typed in the dark")
        expect(page.locator(SIGN)).to_contain_text("Offline. Saved on this device")
        page.reload()
        expect(page.get_by_label("Job", exact=True)).to_have_value("typed in the dark")
        self.fill(page, "Client", "the house")
        page.unroute(API)
        expect(page.locator(SIGN)).to_have_text(ALL_SAVED)
        self.assertEqual((self.document()["name"], self.document()["client"]), ("typed in the dark", "the house"))
        self.assertEqual(page.evaluate(KEPT), 0)

    def test_a_tab_that_died_leaves_its_work_to_the_next(self) -> None:
        other = self.context.new_page()
        self.brief(other)
        other.route(API, lambda route: route.abort("internetdisconnected"))
        self.fill(other, "Place", "by the brook")
        expect(other.locator(SIGN)).to_contain_text("Offline")
        other.close(run_before_unload=False)
        self.brief(self.page)
        expect(self.page.get_by_label("Place", exact=True)).to_have_value("by the brook")
        self.eventually(lambda: self.document()["place"] == "by the brook")

    def test_each_failure_says_what_it_is(self) -> None:
        page = self.page
        self.brief(page)
        says = {
            401: "Signed out. Saved on this device under your name",
            403: "your role can't edit this",
            413: "more than one job can hold",
            500: "Server error. Saved on this device",
            503: "Offline. Saved on this device",
        }
        for status, words in says.items():
            with self.subTest(status):
                page.route(API, answering(status))
                self.fill(page, "Client", f"the house {status}")
                expect(page.locator(SIGN)).to_contain_text(words)
                page.unroute(API)
        page.reload()
        self.eventually(lambda: self.document()["client"] == "the house 503")

    def test_a_job_opened_before_opens_without_signal_and_shows_it_is_not_new(self) -> None:
        page = self.page
        self.brief(page)
        page.route(re.compile("/api/"), lambda route: route.abort("internetdisconnected"))
        page.reload()
        expect(page.get_by_label("Job", exact=True)).to_have_value("Larkspur Rise")
        expect(page.locator(SIGN)).to_contain_text("as last seen here")
        self.fill(page, "Place", "far away")
        page.unroute(re.compile("/api/"))
        self.eventually(lambda: self.document()["place"] == "far away")

    def test_what_the_server_refuses_can_be_given_up_or_taken_as_a_file(self) -> None:
        page = self.page
        self.brief(page)
        refusal = {"title": "This cannot be", "problems": [{"field": "document/name", "message": "Not so"}]}
        page.route(
            API,
            lambda route: (
                route.fulfill(status=422, json=refusal) if route.request.method == "PUT" else route.fallback()
            ),
        )
        self.fill(page, "Job", "refused")
        expect(page.locator(SIGN)).to_contain_text("see the field in red")
        with page.expect_download() as download:
            page.get_by_role("button", name="Download a copy").click()
        self.assertEqual(download.value.suggested_filename, "refused, not saved.json")
        page.get_by_role("button", name="Discard changes").click()
        expect(page.get_by_label("Job", exact=True)).to_have_value("Larkspur Rise")
        self.assertEqual(page.evaluate(KEPT), 0)


class WhoseTest(NothingLostCase):
    """What one person typed is never sent under another's name, and is gone from sight after sign-out."""

    def sign_in(self, page: Page, name: str) -> None:
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill("correct horse staple")
        page.get_by_role("button", name="Sign in").click()

    def test_another_tab_signs_somebody_else_in(self) -> None:
        elm = person("elm")
        Crew.objects.get(members=self.who).members.add(elm)
        page = self.page
        self.brief(page)
        other = self.context.new_page()
        other.goto(self.live_server_url)
        self.own_menu("Sign out", other)
        self.sign_in(other, "elm")
        expect(other.get_by_role("heading", name="Jobs")).to_be_visible()
        self.fill(page, "Client", "typed by ash")
        expect(page.locator(SIGN)).to_contain_text("Signed out. Saved on this device under your name")
        other.reload()
        expect(other.get_by_role("heading", name="Jobs")).to_be_visible()
        self.assertNotIn("Not on the server yet", other.content())
        self.assertNotEqual(self.document()["client"], "typed by ash")
        self.own_menu("Sign out", other)
        self.sign_in(other, self.who.get_username())
        self.eventually(lambda: self.document()["client"] == "typed by ash")
        assert self.job.current is not None
        self.assertEqual(self.job.current.author, self.who)

    def test_sign_out_clears_what_can_be_fetched_and_asks_about_the_rest(self) -> None:
        page = self.page
        self.brief(page)
        page.goto(self.live_server_url)
        self.own_menu("Sign out", page)
        expect(page.get_by_label("Password")).to_be_visible()
        self.assertNotIn("trellis/", "".join(page.evaluate("Object.keys(localStorage)")).replace("trellis/device", ""))
        self.sign_in(page, self.who.get_username())
        expect(page.get_by_role("heading", name="Jobs")).to_be_visible()
        self.brief(page)
        page.route(API, lambda route: route.abort("internetdisconnected"))
        self.fill(page, "Client", "not sent")
        expect(page.locator(SIGN)).to_contain_text("Offline")
        page.goto(self.live_server_url)
        expect(page.get_by_label("Not on the server yet")).to_contain_text("changes of Larkspur Rise")
        self.own_menu("Sign out", page)
        expect(page.get_by_role("dialog")).to_contain_text("changes of Larkspur Rise")
        page.get_by_role("button", name="Sign out, keep on this device").click()
        expect(page.get_by_label("Password")).to_be_visible()
        self.assertEqual(page.evaluate(KEPT), 1)
        page.unroute(API)
        self.sign_in(page, self.who.get_username())
        self.eventually(lambda: self.document()["client"] == "not sent")


@tag("slow")
class BadRoadsTest(NothingLostCase):
    def test_two_browsers_and_a_phone_lose_and_double_nothing(self) -> None:
        for seed in range(RUNS):
            with self.subTest(seed=seed):
                self.run_once(seed)

    def run_once(self, seed: int) -> None:
        rng = random.Random(seed)
        self.job = create(self.who, larkspur_rise()).job
        self.locate()
        fields: Fields = (("Job", "name"), ("Place", "place"))
        contexts, roads, pages = [], [], []
        for _ in range(3):
            context = self.copy_of(self.context)
            contexts.append(context)
            roads.append(Road(random.Random(rng.random())))
            pages.append(context.new_page())
            pages[-1].set_default_timeout(PATIENCE_MS)
        for page in pages[:2]:
            self.brief(page)
        phone = pages[2]
        phone.set_viewport_size({"width": 390, "height": 844})
        phone.goto(f"{self.live_server_url}/site/{self.job.pk}/windbreak")
        expect(phone.locator(".reading")).to_be_visible()
        for page, road in zip(pages, roads, strict=True):
            page.route(API, road)
        typed, said = {"name": self.job.name, "place": larkspur_rise().place}, 0
        for k in range(8):
            who = rng.randrange(3)
            if rng.random() < 0.3:
                roads[who].worsen()
            if who == 2:
                phone.get_by_role("button", name=re.compile(r"Post \d+ is set")).click()
                said += 1
            elif rng.random() < 0.2:
                pages[who].reload()
                expect(pages[who].get_by_label("Job", exact=True)).to_be_visible()
            else:
                label, field = fields[who]
                typed[field] = f"{field} {seed}.{k}"
                self.fill(pages[who], label, typed[field])
        for road in roads:
            road.mend()
        for page in pages[:2]:
            expect(page.locator(SIGN)).to_have_text(ALL_SAVED)
        self.eventually(lambda: {name: self.document()[name] for name in typed} == typed)
        self.eventually(lambda: SiteReading.objects.filter(job=self.job).count() == said)
        for context in contexts:
            context.close()

    def copy_of(self, context: BrowserContext) -> BrowserContext:
        """Another browser in which the same person is signed in."""
        return self.browser.new_context(
            viewport={"width": 1280, "height": 800}, reduced_motion="reduce", storage_state=context.storage_state()
        )
