"""Ten tasks of a newcomer, each from the page where one thinks of it, held to so many actions; and what its pages weigh.

An action is a press, a choice, or a line typed and left.
"""

import re
import uuid
from dataclasses import replace
from datetime import UTC, datetime

from django.conf import settings
from django.test import tag
from playwright.sync_api import Response, expect

from trellis_server.models import Job
from trellis_server.services.jobs import Saving, save, state
from trellis_server.tests.make import Caller
from trellis_server.tests.test_tasks import FT, Tasks


@tag("slow")
class TenTasksTest(Tasks):
    def test_a_fence_with_corner_and_gate_to_its_printed_sheet(self) -> None:
        self.open("/")
        self.type("A new job", "Plover Yard")
        self.press("New job", exact=True)
        self.type("Running tape readings", "0 c32 g4 64")
        self.press("Create layout")
        expect(self.page.locator(".canvas svg").first).to_be_visible()
        said = self.sheets("fence")
        made = Job.objects.exclude(pk=self.job.pk).get().current
        assert made
        spec = made.document["structures"][0]["spec"]
        self.assertEqual([len(spec["straights"]), len(spec["openings"])], [2, 1])
        self.assertIn("gate", said)
        self.took(8)

    def test_a_deck_with_stair_and_guard(self) -> None:
        self.at("overview")
        self.press("Decks")
        self.type("Along the house × out from it", "16x12 deck, 3 ft up with stair and guard")
        self.press("Create layout")
        expect(self.page.locator(".canvas svg").first).to_be_visible()
        self.saved()
        spec = self.document()["structures"][-1]["spec"]
        self.assertEqual(len(spec["stairs"]), 1)
        self.assertTrue(spec["guard"])
        self.took(6)

    def test_a_pergola_and_its_shade_in_july(self) -> None:
        page = self.page
        self.at("overview")
        self.press("Pergolas")
        self.type("Beams × rafters, out to out", "12x10")
        self.press("Create layout")
        expect(page.locator(".canvas svg").first).to_be_visible()
        self.press("Sun and shade")
        self.type("Day", "2026-07-15")
        expect(page.locator(".share")).to_contain_text("%")
        self.took(8)

    def test_an_offer_is_sent(self) -> None:
        page = self.page
        self.at("estimate")
        self.press("Send offer")
        self.type("Client's e-mail or number", "ada@example.org")
        dialog = page.get_by_role("dialog")
        self.hit(dialog.get_by_role("button", name="Send offer"))
        expect(dialog).to_contain_text("/shared/")
        self.took(4)
        # Pressed again before anything changes, the same offer is sent again.
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Send offer").click()
        expect(dialog).to_be_visible()
        self.assertEqual(self.job.quotes.count(), 1)

    def test_a_gas_line_across_a_fence(self) -> None:
        self.sheet()
        before = len(self.spec()["zones"])
        self.press("Add obstruction")
        row = self.page.locator(".row.zone.on")
        for label, text in (("Name", "gas"), ("Middle at", "40'")):
            self.actions += 1
            row.get_by_label(label).fill(text)
            row.get_by_label(label).blur()
        self.eventually(
            lambda: any(z["what"] == "gas" and round(z["at_m"] / FT, 3) == 40 for z in self.spec()["zones"][before:])
        )
        self.took(4)

    def test_what_fails_is_found_and_fixed(self) -> None:
        page = self.page
        self.spoil()
        self.at("overview")
        self.hit(page.get_by_role("status", name="State of the structures").get_by_role("link").first)
        self.press("Checks", "tab")
        self.press("Find fixes")
        expect(page.get_by_role("button", name="Look again")).to_be_visible()
        self.hit(page.locator(".options button").first)
        expect(page.locator(".calculation-panel")).to_contain_text("Passes")
        self.took(4)

    def spoil(self) -> None:
        """The windbreak's posts are four by fours: it fails."""
        self.sheet()
        self.page.get_by_role("combobox", name="Posts", exact=True).click()
        self.page.get_by_role("option", name="4×4 treated pine").click()
        expect(self.page.locator(".calculation-panel")).to_contain_text("Fails")
        self.saved()
        self.actions = 0

    def test_a_survey_comes_in(self) -> None:
        page = self.page
        self.at("site")
        before = len(self.document()["site"]["things"])
        self.hit(page.get_by_text("Import survey"))
        rows = "P,N,E,Z,D\n1,30,12,0.5,TREE\n2,35,20,0.7,"
        self.type("Rows", rows)
        self.press("Import", exact=True)
        expect(page.get_by_text("2 things taken onto the site")).to_be_visible()
        self.eventually(lambda: len(self.document()["site"]["things"]) == before + 2)
        tree = next(thing for thing in self.document()["site"]["things"] if thing["name"] == "1 TREE")
        self.assertEqual([round(tree["points"][0][axis] / FT) for axis in ("x_m", "y_m")], [12, 30])
        self.took(5)

    def test_columns_are_chosen_where_no_heading_tells(self) -> None:
        page = self.page
        self.at("site")
        before = len(self.document()["site"]["things"])
        self.hit(page.get_by_text("Import survey"))
        self.type("Rows", "TREE,9,30,12,x1\n")
        self.press("Import", exact=True)
        expect(page.get_by_text("0 things taken")).to_be_visible()
        for column, role in (
            (1, "What it is"),
            (2, "Name or number"),
            (3, "y (north, up)"),
            (4, "x (east, right)"),
            (5, "Not used"),
        ):
            page.get_by_role("combobox", name=f"Column {column} holds").click()
            page.get_by_role("option", name=role).click()
        page.get_by_role("button", name="Import with these columns").click()
        expect(page.get_by_text("1 thing taken onto the site")).to_be_visible()
        self.eventually(lambda: len(self.document()["site"]["things"]) == before + 1)

    def test_an_order_is_placed(self) -> None:
        page = self.page
        self.only("kitchen-deck")  # whose look nobody has to approve first
        self.at("materials")
        order = page.get_by_role("region", name="Orders by supplier")
        self.hit(order.get_by_role("button", name="Mark as ordered").first)
        self.eventually(lambda: len(self.document()["placed"]) == 1)
        self.took(4)

    def test_a_measured_post_goes_into_the_plan(self) -> None:
        self.job.readings.create(
            id=uuid.uuid4(),
            about=self.post(),
            what="stands at",
            value_m=self.station + 0.05,
            done=False,
            device="p",
            measured_at=datetime(2026, 11, 20, 9, tzinfo=UTC),
            counts_at=datetime(2026, 11, 20, 9, tzinfo=UTC),
        )
        self.at("record/windbreak")
        self.press("Update plan")
        self.press("Apply to plan")
        self.eventually(lambda: any(lock["counted"] for lock in self.spec("windbreak")["locks"]))
        self.took(4)

    station = 0.0

    def post(self) -> str:
        """The third post's id, from the sheet as anyone may ask for it."""
        body = {"document": self.document(), "structure": "windbreak", "selected": ""}
        post = Caller(self.who).send("POST", "/api/designs/plan", body).json()["posts"][2]
        self.station = post["station_m"]
        return str(post["id"])

    def only(self, structure: str) -> None:
        """The job with one structure."""
        self.job.refresh_from_db()
        now = state(self.job)
        kept = tuple(item for item in now.document.structures if item.spec.id == structure)
        document = replace(now.document, structures=kept)
        save(self.who, self.job.pk, Saving(base=now.revision.number, document=document, says="one alone"))


@tag("slow")
class WeightTest(Tasks):
    """What a page brings in scripts, compressed, before anything is touched."""

    def scripts(self, path: str, there: str) -> tuple[int, float]:
        got: list[Response] = []
        self.page.on("response", lambda answer: got.append(answer) if ".js" in answer.url else None)
        self.open(path)
        expect(self.page.locator(there).first).to_be_visible()
        # The server of the tests sends files as they are; a real one sends what lies compressed beside each.
        packed = [settings.WEB_DIST / "assets" / (answer.url.rsplit("/", 1)[-1] + ".gz") for answer in got]
        return len(got), sum((file if file.exists() else file.with_suffix("")).stat().st_size for file in packed) / 1000

    def test_the_first_page(self) -> None:
        files, kilobytes = self.scripts("/", ".list .name")
        self.assertLessEqual(kilobytes, 210)
        self.assertGreater(kilobytes, 50)
        self.assertLessEqual(files, 12)

    def test_a_sheet_without_the_view_in_space(self) -> None:
        files, kilobytes = self.scripts(f"/jobs/{self.job.pk}/design/windbreak", ".build-panel .fold")
        self.assertLessEqual(kilobytes, 300)
        self.assertLessEqual(files, 12)
        self.assertIsNone(re.search("SpaceView", self.page.content()))
