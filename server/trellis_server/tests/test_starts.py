"""Ways to start a fence through the API and in the browser: compared, signed, stepped up, printed."""

import csv
import io
import json
import tempfile
from contextlib import redirect_stdout
from dataclasses import replace
from pathlib import Path
from typing import Any

from django.test import SimpleTestCase, TestCase
from playwright.sync_api import expect
from steady.jobs.document import find, plan_structure
from steady.jobs.starting_designs import start
from steady.plan.results import headline, state

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.plan_file import main
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.printed import text_of
from trellis_server.tests.signed_in import SignedIn


class StartApiTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("hazel"))
        self.body: dict[str, Any] = {"document": small_job(), "structure": "windbreak"}

    def test_three_ways_and_their_changes_planned_again(self) -> None:
        found = {}
        for which in ("as it is", "usual here", "cheapest"):
            answer = self.caller.send(
                "POST", "/api/designs/starting-design", {**self.body, "which": which, "name": "R. Hale"}
            )
            self.assertEqual(answer.status_code, 200, answer.content)
            found[which] = answer.json()["start"]
        self.assertEqual(found["as it is"]["change"], [])
        self.assertGreater(found["cheapest"]["gust_m_per_s"], found["usual here"]["gust_m_per_s"])
        # What is offered, laid into the document, is what the plan then says.
        document = json.loads(json.dumps(self.body["document"]))
        spec = document["structures"][0]["spec"]
        for name, value in found["cheapest"]["change"]:
            spec[name] = value
        sheet = self.caller.send("POST", "/api/designs/plan", {"document": document, "structure": "windbreak"}).json()
        self.assertEqual(len(sheet["posts"]), found["cheapest"]["posts"])
        takeoff = self.caller.send(
            "POST", "/api/designs/takeoff", {"document": document, "structure": "windbreak"}
        ).json()
        self.assertLessEqual(takeoff["bill"]["total"], found["cheapest"]["price"] + 0.01)
        self.assertIn("Wind rating: a 3-second gust", takeoff["stands"])

    def test_how_our_crew_builds_is_kept_with_the_crew_and_signed(self) -> None:
        asked = {**self.body, "which": "our crew", "name": "R. Hale"}
        none = self.caller.send("POST", "/api/designs/starting-design", asked)
        self.assertEqual(none.status_code, 422)
        self.assertIn("no habit", none.json()["problems"][0]["message"])
        kept = self.caller.send("PUT", "/api/crew/standard-builds", self.body).json()["habit"]
        spec = self.body["document"]["structures"][0]["spec"]
        self.assertEqual((kept["post"], kept["bay_max_m"]), (spec["post"], spec["bay_max_m"]))
        # Another job, other sticks: the habit is laid into it with its own hole, and its checks keep their state.
        other = json.loads(json.dumps(self.body["document"]))
        other["structures"][0]["spec"]["post"] = "post 4x4 pine"
        start = self.caller.send("POST", "/api/designs/starting-design", {**asked, "document": other}).json()["start"]
        change = dict(start["change"])
        self.assertEqual(change["post"], kept["post"])
        self.assertEqual(change["practice"]["embedment_m"], kept["embedment_m"])
        self.assertEqual(change["practice"]["accepted_by"], "R. Hale")
        self.assertEqual(change["built_on"], "practice")
        # Another crew does not see it; forgotten, it is gone.
        self.assertIsNone(
            Caller(person("lark")).send("GET", "/api/crew/standard-builds?kind=fence&school=us").json()["habit"]
        )
        self.assertIsNone(self.caller.send("DELETE", "/api/crew/standard-builds?kind=fence&school=us").json()["habit"])
        self.assertIsNone(self.caller.send("GET", "/api/crew/standard-builds?kind=fence&school=us").json()["habit"])

    def test_a_habit_that_cannot_be_read_is_none(self) -> None:
        from trellis_server.models import Crew

        Crew.objects.update(habits={"fence": {"us": {"post": 7}}})
        self.assertIsNone(self.caller.send("GET", "/api/crew/standard-builds?kind=fence&school=us").json()["habit"])

    def test_a_deck_has_the_general_ones_and_no_steps(self) -> None:
        body = {**self.body, "structure": "kitchen-deck"}
        self.assertEqual(self.caller.send("POST", "/api/designs/wind-upgrades", body).status_code, 422)
        kinds = {row["key"]: row for row in self.caller.send("GET", "/api/structure-types").json()["kinds"]}
        ways = [way["value"] for way in kinds["deck"]["starts"]]
        self.assertEqual(ways, ["as it is", "usual here", "our crew", "cheapest", "sturdier"])
        self.assertEqual((kinds["deck"]["crew"], kinds["deck"]["searched"]), ("our crew", ["cheapest", "sturdier"]))

    def test_a_crew_keeps_how_it_frames_decks(self) -> None:
        body = {**self.body, "structure": "kitchen-deck"}
        address = "/api/crew/standard-builds"
        kept = self.caller.send("PUT", address, body).json()["habit"]
        self.assertEqual(kept["joist"], "joist 2x8 pine")
        self.assertEqual(self.caller.send("GET", f"{address}?kind=deck&school=us").json()["habit"], kept)
        asked = {**body, "which": "our crew", "name": ""}
        found = self.caller.send("POST", "/api/designs/starting-design", asked).json()["start"]
        self.assertEqual((found["change"], found["why"]), ([], ""))
        self.caller.send("DELETE", f"{address}?kind=deck&school=us")
        found = self.caller.send("POST", "/api/designs/starting-design", asked).json()["start"]
        self.assertIn("not kept", found["why"])

    def test_places_by_the_first_letters(self) -> None:
        found = self.caller.send("GET", "/api/designs/climate-locations?school=ca&text=kam").json()["places"]
        self.assertTrue(any("Kamloops" in place["name"] for place in found))

    def test_the_site_sheets_carry_the_gust(self) -> None:
        made = self.caller.new_job(self.body["document"])
        answer = self.caller.send("GET", f"/api/jobs/{made}/files/windbreak/sheets.pdf")
        self.assertEqual(answer.status_code, 200)
        self.assertIn("3-second gust of", text_of(bytes(answer.content)))


class OneStateTest(SimpleTestCase):
    """What a start says of a fence is what its own sheet says once it is taken, what a maker rated counted in."""

    def test_a_start_says_what_its_plan_says(self) -> None:
        job = larkspur_rise()
        for name in ("windbreak", "lower-path"):
            index, structure = find(job, name)
            self.assertTrue(structure.spec.ratings or name != "windbreak")
            for which in ("as it is", "usual here"):
                found = start(job, name, which)
                taken = replace(structure, spec=replace(structure.spec, **dict(found.change)))
                others = job.structures[:index], job.structures[index + 1 :]
                plan = plan_structure(replace(job, structures=(*others[0], taken, *others[1])), name)
                self.assertEqual((found.state, found.headline), (state(plan), headline(plan)), (name, which))


class BriefTest(SimpleTestCase):
    def test_a_line_each_in_figures(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "job.json"
            path.write_text(json.dumps(documents.dump(larkspur_rise())), encoding="utf-8")
            out = io.StringIO()
            with redirect_stdout(out):
                self.assertEqual(main([str(path), "--brief"]), 0)
        lines = {line["id"]: line for line in map(json.loads, out.getvalue().splitlines())}
        windbreak, deck = lines["windbreak"], lines["kitchen-deck"]
        self.assertEqual(windbreak["state"], "pass")
        self.assertGreater(windbreak["wind_rating_m_per_s"], 105 * 0.44704 * 0.985)
        self.assertIsNone(deck["wind_rating_m_per_s"])
        self.assertTrue(0 < windbreak["utilization"] <= 1)
        self.assertTrue(windbreak["price"] > 0 and windbreak["posts"] == 19)

    def test_typed_lines_are_planned_without_a_job(self) -> None:
        place = {"frost_m": 0.9, "ground_snow_pa": 960.0, "wind_speed_m_per_s": 47.0, "soil": "clay"}
        rows = [
            {"id": "a", "kind": "fence", "code": "us", "line": "0 g4 60", "set": json.dumps({"height_m": 1.2192})},
            {"id": "b", "kind": "fence", "code": "us", "line": "0 g4 60", "start": "lowest"},
            {"id": "c", "kind": "deck", "code": "us", "line": "16x12 up3", "start": "typical"},
            {"id": "d", "kind": "deck", "code": "us", "line": "16 12"},
            {"id": "e", "kind": "deck", "code": "us", "line": "16x12 up3", "site": "{}"},
            {"id": "f", "kind": "deck", "code": "us", "line": "16x12 up3", "set": "[]"},
            {"id": "g", "kind": "deck", "code": "us", "line": "16x12 up3", "start": "best"},
        ]
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "lines.csv"
            with path.open("w", newline="") as file:
                writer = csv.DictWriter(file, ["id", "kind", "code", "line", "set", "site", "start"])
                writer.writeheader()
                writer.writerows({"site": json.dumps(place), **row} for row in rows)
            out = io.StringIO()
            with redirect_stdout(out):
                self.assertEqual(main(["--lines", str(path), "--brief"]), 1)
        told = {line["id"]: line for line in map(json.loads, out.getvalue().splitlines())}
        self.assertEqual(list(told), list("abcdefg"))
        keys = "id state headline assumed governs utilization specified_connectors wind_rating_m_per_s price posts"
        self.assertEqual(list(told["a"]), [*keys.split(), "deepest_hole_m", "concrete_m3", "hours"])
        self.assertIn(told["b"]["state"], ("pass", "pass_as_specified", "at_limit"))
        self.assertEqual(told["c"]["posts"], 3)
        self.assertEqual(told["a"]["assumed"], [])
        self.assertEqual(told["e"]["assumed"], ["frost depth", "ground snow load", "soil", "wind speed"])
        for refused in "dfg":
            self.assertEqual(list(told[refused]), ["id", "refused"])

    def test_a_file_that_cannot_be_read_is_said_and_the_rest_goes_on(self) -> None:
        self.assertEqual(main(["no such file.json", "--brief"]), 1)
        self.assertEqual(main(["--brief"]), 2)


class ChoosingTest(SignedIn):
    def starts(self) -> None:
        self.sheet()
        expect(self.page.locator(".starts article")).to_have_count(3)

    def test_the_habit_takes_a_name_and_keeps_its_state(self) -> None:
        page = self.page
        self.starts()
        habit = page.locator(".starts article").filter(has_text="Typical here")
        expect(habit.locator(".verdict")).to_have_text("Fails")
        habit.get_by_role("button", name="Use anyway…").click()
        page.get_by_label("Approved by (failed checks still show)").fill("R. Hale")
        page.get_by_role("button", name="Approve and use").click()
        self.eventually(lambda: self.spec().get("built_on") == "practice")
        self.assertEqual(self.spec()["practice"]["accepted_by"], "R. Hale")
        expect(page.locator("nav, aside").get_by_text("Fails").first).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: self.spec().get("built_on") == "reckoned")

    def test_a_single_change_is_taken_and_undone(self) -> None:
        page = self.page
        self.starts()
        before = json.dumps(self.spec(), sort_keys=True)
        page.get_by_role("button", name="Show wind upgrades").click()
        first = page.locator(".steps li").first
        expect(first).to_be_visible()
        first.get_by_role("button", name="Take").click()
        self.eventually(lambda: json.dumps(self.spec(), sort_keys=True) != before)
        page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: json.dumps(self.spec(), sort_keys=True) == before)

    def test_ways_to_start_stand_side_by_side_before_anything_is_laid_out(self) -> None:
        page = self.page
        job = Caller(self.who).new_job(small_job("Sedge Row"))
        self.open(f"/jobs/{job}/overview")
        page.get_by_text("Add a structure").first.click()
        page.get_by_role("button", name="Fences", exact=True).click()
        form = page.locator("form.line")
        form.locator("input.words").fill("60 ft, corner at 30, 3 ft gate at 12")
        form.get_by_role("button", name="Compare starting points").click()
        cards = page.get_by_role("group", name="Starting points").get_by_role("article")
        expect(cards).to_have_count(3)
        lowest = cards.filter(has_text="Lowest cost found that passes")
        for words in ("bags of concrete", "deepest hole", "hours", "Good for", "First to fail"):
            expect(lowest.get_by_text(words).first).to_be_visible()
        expect(lowest.get_by_role("img")).to_be_visible()
        self.assertEqual(self.axe(), [])
        before = len(self.structures(job))
        lowest.get_by_role("button", name="Start with this").click()
        self.eventually(lambda: len(self.structures(job)) == before + 1)
        made = self.structures(job)[-1]["spec"]
        self.assertEqual((made["kind"], made["built_on"]), ("fence", "reckoned"))

    def structures(self, job: str) -> list[dict[str, Any]]:
        """What is stored of the job's structures."""
        found: list[dict[str, Any]] = Caller(self.who).send("GET", f"/api/jobs/{job}").json()["document"]["structures"]
        return found

    def test_the_price_says_what_it_stands_up_to(self) -> None:
        self.open(f"/jobs/{self.job.pk}/materials/windbreak")
        expect(self.page.get_by_label("The price")).to_contain_text("Wind rating: a 3-second gust")


class PushTest(SignedIn):
    def test_a_guard_is_said_and_advice_taken_in(self) -> None:
        page = self.page
        self.sheet()
        page.get_by_label("Beside a drop: design as a guard").check()
        self.eventually(lambda: self.spec()["guards_drop"] is True)
        expect(page.get_by_text("The code's guard load counts.")).to_be_visible()
        page.get_by_label("Beside a drop: design as a guard").uncheck()
        lean = page.get_by_label("Person leaning (recommended check)")
        lean.fill("150")
        lean.press("Enter")
        self.eventually(lambda: abs(float(str(self.spec()["lean_n"])) - 150 * 4.4482216) < 0.5)
        page.get_by_label("sag", exact=True).check()
        self.eventually(lambda: self.spec()["own_limits"] == ["sag"])
        page.get_by_label("Ground falls away before it, %").fill("20")
        page.get_by_label("Ground falls away before it, %").press("Enter")
        self.eventually(lambda: abs(float(str(self.spec()["falls_away"])) - 0.2) < 1e-9)
