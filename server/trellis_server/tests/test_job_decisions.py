"""What is settled round a fence, over the API and in the browser: the look, the list, the days, two documents, finds on site."""

import copy
import json
import math
import re
import uuid
from typing import Any, get_args, get_type_hints

from django.test import TestCase, tag
from playwright.sync_api import Route, expect
from steady.structures.fence.spec.feet import FootKind
from steady.structures.fence.spec.fence import Infill

from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


class DealingsTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = small_job()

    def ask(self, what: str, **more: Any) -> Any:
        body = {"document": self.job, "structure": "windbreak", **more}
        answer = self.caller.send("POST", f"/api/designs/{what}", body)
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        return answer.json()

    def test_the_list_is_held_until_the_look_is_approved_and_again_when_it_changes(self) -> None:
        spec = self.job["structures"][0]["spec"]
        spec["look"] = None
        held = self.ask("takeoff")
        self.assertEqual((held["message"], len(held["held"])), ("", 1))
        spec["look"] = {"by": "them", "on": "2026-11-26", "of": held["look"]}
        free = self.ask("takeoff")
        self.assertEqual(free["held"], [])
        self.assertIn("6×6 treated pine", free["message"])
        spec["board"] = "board 1x6 cedar"
        self.assertIn("changed", self.ask("takeoff")["held"][0])

    def test_two_documents_hold_the_buying_back_too(self) -> None:
        self.job["dimensions"] = [
            {
                "id": "k",
                "what": "height",
                "stage": "buy",
                "first_m": 1.8,
                "second_m": 1.5,
                "first_from": "A",
                "second_from": "B",
            }
        ]
        self.assertTrue(any("Two documents" in text for text in self.ask("takeoff")["held"]))
        self.job["dimensions"][0]["stage"] = "dig"
        dig = self.ask("locate-status")
        self.assertTrue(any("Two documents" in text for text in dig["open_points"]))
        self.assertEqual(dig["disagreements"][0]["decided"], "")

    def test_an_undecided_dimension_holds_the_tasks_of_its_stage(self) -> None:
        self.job["dimensions"] = [{"id": "k", "what": "rail height", "stage": "frame", "first_m": 0.2, "second_m": 0.3}]
        dig = self.ask("locate-status")
        self.assertEqual(dig["held_tasks"], ["windbreak/rails", "windbreak/boards"])
        self.job["dimensions"][0] |= {"decided": "second", "decided_by": "Moss"}
        self.assertEqual(self.ask("locate-status")["held_tasks"], [])

    def test_a_quote_has_its_range_and_what_is_out(self) -> None:
        quoted = self.ask("takeoff")["quote"]
        self.assertLess(quoted["cost"], quoted["price"])
        self.assertTrue(any("spoil" in text for text in quoted["out"]))
        self.job["quote"]["spoil_price_per_m3"] = 30.0
        self.assertFalse(any("spoil" in text for text in self.ask("takeoff")["quote"]["out"]))

    def test_days_answer(self) -> None:
        self.job["days"] = [
            {"id": "a", "work": "pour", "temperature_c": 3.0},
            {"id": "b", "work": "pour", "temperature_c": 12.0},
        ]
        answer = self.caller.send("POST", "/api/designs/weather-limits", {"document": self.job}).json()["days"]
        self.assertEqual([day["verdict"] for day in answer], ["not today", "go"])
        self.assertLess(answer[1]["waits_least_h"], answer[1]["waits_most_h"])

    def test_a_preset_from_one_line(self) -> None:
        body = {
            "kind": "fence",
            "text": "0 c12r90 c24r90 c36r90 48",
            "id": "pen",
            "bare": "ft",
            "school": "us",
            "preset": "stock pen",
        }
        spec = self.caller.send("POST", "/api/structure-types/new", body).json()
        self.assertTrue(spec["closed"])
        self.assertEqual(spec["infill"]["style"], "stock panels")

    def test_a_full_size_sample_prints_at_true_size_over_several_pages(self) -> None:
        job = self.caller.new_job(self.job)
        address = f"/api/jobs/{job}/files/windbreak/sample.pdf"
        answer = self.caller.send("GET", f"{address}?wide=16")
        self.assertEqual(answer.status_code, 200)
        pages = answer.content.count(b"/Type /Page\n") or len(re.findall(rb"/Type\s*/Page\b(?!s)", answer.content))
        across, up = (612 - 72), (792 - 72 - 30)  # a letter page inside its margins, in points
        self.assertEqual(pages, math.ceil(16 * 72 / across) * math.ceil(72 * 72 / up))
        self.assertEqual(self.caller.send("GET", f"{address}?wide=wide").status_code, 422)
        self.assertEqual(self.caller.send("GET", f"{address}?wide=900").status_code, 422)
        deck = self.caller.send("GET", f"/api/jobs/{job}/files/kitchen-deck/sample.pdf")
        self.assertEqual(deck.status_code, 422)

    def test_posts_of_every_kind_go_on_paper_and_in_the_table(self) -> None:
        spec = self.job["structures"][0]["spec"]
        spec |= {
            "posts_cut": "exact",
            "start_at": {"at": "standing post"},
            "end_at": {"at": "wall"},
            "lift_outs": [{"id": "v", "at_m": 3.0, "clear_m": 2.4}],
            "zones": [
                {"id": "s", "kind": "slab", "foot": "cored slab", "what": "paving", "at_m": 1.5, "half_width_m": 0.9}
            ],
        }
        job = self.caller.new_job(self.job)
        table = self.caller.send("GET", f"/api/jobs/{job}/files/windbreak/marks.csv")
        kinds = {line.split(",")[2] for line in table.content.decode().splitlines()[1:]}
        self.assertEqual(kinds, {"standing", "line", "lift-out", "loose", "wall"})
        self.assertTrue(
            self.caller.send("GET", f"/api/jobs/{job}/files/windbreak/sheets.pdf").content.startswith(b"%PDF")
        )
        for name in ("drawing.dxf", "elevation.svg", "working.pdf", "pieces.csv"):
            self.assertEqual(self.caller.send("GET", f"/api/jobs/{job}/files/windbreak/{name}").status_code, 200, name)

    @tag("slow")
    def test_every_foot_and_every_infill_comes_out_on_paper_in_files_and_on_the_bill(self) -> None:
        spec = self.job["structures"][0]["spec"]
        spec |= {"height_m": 1.1, "bay_max_m": 1.7, "panel_m": 1.5}
        kept = copy.deepcopy(spec)
        feet = [{"foot": foot} for foot in get_args(FootKind)]
        styles = [{"infill": {"style": style, "cap": True}} for style in get_args(get_type_hints(Infill)["style"])]
        for change in [*feet, *styles]:
            spec.clear()
            spec |= {**copy.deepcopy(kept), **change}
            if spec["foot"] == "part driven":
                spec |= {"post": "post steel channel", "gate_post": None}
            if spec["infill"].get("style") in ("bought panels", "lattice panels", "metal panels", "vinyl panels"):
                spec["bays"] = "panels"
            if spec["infill"].get("style") in ("chain link", "metal panels", "vinyl panels"):
                spec |= {"post": "post steel tube 1.9", "gate_post": None, "rail": "rail steel tube 1.66"}
            job = self.caller.new_job(self.job)
            with self.subTest(change=change):
                for name, start in (
                    ("sheets.pdf", b"%PDF"),
                    ("drawing.dxf", b"  0"),
                    ("elevation.svg", b"<svg"),
                    ("marks.csv", b"\xef\xbb\xbfpost"),
                ):
                    answer = self.caller.send("GET", f"/api/jobs/{job}/files/windbreak/{name}")
                    self.assertEqual(answer.status_code, 200, name)
                    self.assertTrue(answer.content.startswith(start), name)
                bought = self.ask("takeoff")["bill"]
                self.assertGreater(bought["total"], 0)
                self.assertAlmostEqual(sum(line["total"] for line in bought["lines"]), bought["total"])

    def test_rock_on_site_holds_set_posts_and_solves_the_rest_again(self) -> None:
        job = self.caller.new_job(self.job)
        before = self.ask("marks")["marks"]
        stood = before[1]["reading_m"] + 0.02

        def reading(what: str, value: float | None = None, done: bool = False) -> dict[str, Any]:
            return {
                "id": str(uuid.uuid4()),
                "about": "windbreak/post/start+1",
                "what": what,
                "value_m": value,
                "done": done,
                "note": "",
                "device": "p",
                "measured_at": "2026-11-26T08:00:00Z",
            }

        kept = {"readings": [reading("stands at", stood), reading("set", done=True)]}
        self.assertEqual(self.caller.send("POST", f"/api/jobs/{job}/readings", kept).status_code, 200)
        find = {
            "structure": "windbreak",
            "post": "windbreak/post/start+2",
            "what": "rock at 14 in",
            "half_width_m": 0.1,
        }
        state = self.caller.send("POST", f"/api/jobs/{job}/obstructions", find)
        self.assertEqual(state.status_code, 200, state.content[:300])
        self.job = state.json()["document"]
        spec = self.job["structures"][0]["spec"]
        self.assertEqual(
            [(lock["id"], round(lock["at_m"], 6)) for lock in spec["locks"]], [("start+1", round(stood, 6))]
        )
        self.assertEqual(spec["zones"][0]["what"], "rock at 14 in")
        reach = 0.1 + spec["hole_width_m"] / 2
        after = [mark["reading_m"] for mark in self.ask("marks")["marks"]]
        self.assertIn(round(stood, 6), [round(at, 6) for at in after])
        self.assertTrue(all(abs(at - before[2]["reading_m"]) >= reach - 1e-6 for at in after))
        for wrong in ("windbreak/post/start+1", "windbreak/post/none"):
            self.assertEqual(
                self.caller.send("POST", f"/api/jobs/{job}/obstructions", {**find, "post": wrong}).status_code, 422
            )
        self.assertEqual(
            self.caller.send("POST", f"/api/jobs/{job}/undo", {"base": state.json()["revision"]}).status_code, 200
        )


class DealingsInBrowserTest(SignedIn):
    def test_the_foot_is_changed_and_says_what_is_missing(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/design/herb-yard")
        page.get_by_role("combobox", name="Post foundation").click()
        page.get_by_role("option", name="base on a slab").click()
        expect(page.get_by_text("A base is a hinge: nothing holds these posts up.")).to_be_visible()
        expect(page.get_by_text("Not checked at").first).to_be_visible()
        page.get_by_role("combobox", name="Lateral system").click()
        page.get_by_role("option", name="a base with a rating").click()
        rating = page.get_by_label("Base's rated moment")
        rating.fill("strong")
        rating.press("Tab")
        expect(page.get_by_role("alert").filter(has_text="lb-ft")).to_be_visible()
        rating.fill("4000")
        rating.press("Tab")
        expect(rating).to_have_value("4000 lb-ft")
        self.eventually(lambda: self.foot()["upright"]["moment_n_m"] is not None)
        self.assertAlmostEqual(self.foot()["upright"]["moment_n_m"], 4000 * 1.3558179483314, delta=1)

    def test_a_list_stays_with_its_field(self) -> None:
        """An answer that lands above a field scrolls the panel: what was opened there is not shut under the finger."""
        page = self.page
        page.set_viewport_size({"width": 1280, "height": 640})
        self.open(f"/jobs/{self.job.pk}/design/herb-yard")
        field = page.get_by_role("combobox", name="Post foundation")
        field.click()
        option = page.get_by_role("option", name="base on a slab")
        expect(option).to_be_visible()
        option.scroll_into_view_if_needed()
        page.wait_for_load_state("networkidle")  # an answer that lands now would move the panel under the measure
        stood = self.top(field)
        moved = field.evaluate(
            """(at) => {
                while (at && !(at.scrollHeight > at.clientHeight + 60 && /auto|scroll/.test(getComputedStyle(at).overflowY)))
                  at = at.parentElement
                const was = at.scrollTop
                at.scrollTop += was > 60 ? -60 : 60
                return at.scrollTop - was
            }"""
        )
        self.assertEqual(abs(moved), 60)
        self.eventually(lambda: abs(self.top(field) - (stood - moved)) < 1)
        page.wait_for_timeout(300)  # as long as a list takes to close
        expect(option).to_be_visible()
        # The window of the list: what is listed in it is longer, and scrolled.
        listed = page.locator(".p-select-overlay").bounding_box()
        at = field.bounding_box()
        assert listed and at
        beside = min(abs(listed["y"] - at["y"] - at["height"]), abs(listed["y"] + listed["height"] - at["y"]))
        self.assertLess(beside, 30)
        option.click()
        self.eventually(lambda: self.spec("herb-yard")["foot"] == "base on slab")

    @staticmethod
    def top(field: Any) -> float:
        box = field.bounding_box()
        assert box
        return float(box["y"])

    def foot(self) -> Any:
        return next(s for s in self.document()["structures"] if s["spec"]["id"] == "herb-yard")["spec"]["foot_detail"]

    def test_the_look_is_approved_and_the_message_copied(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/materials/lower-path")
        expect(page.get_by_text("Order on hold.")).to_be_visible()
        expect(page.get_by_text("seen through from 0°")).to_be_visible()
        page.get_by_label("Approved by").fill("the house")
        page.get_by_role("button", name="Approve appearance").click()
        expect(page.get_by_label("Order text to the supplier")).to_contain_text("Please price and hold for Lower path")
        self.choose("Replace", "Boards")
        self.choose("Use instead", "5/8 × 5½ cedar picket")
        expect(page.get_by_role("button", name="Apply to plan")).to_be_visible()
        page.get_by_role("button", name="Apply to plan").click()
        expect(page.get_by_text("The look has changed since the house approved it").first).to_be_visible()
        self.assertEqual(self.axe(), [])

    def test_a_day_is_typed_and_answered_and_two_documents_stop_the_dig(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/build/windbreak")
        page.get_by_role("button", name="Add digging day").click()
        rain = page.get_by_label("rain, in").last
        rain.fill("2")
        rain.press("Tab")
        expect(page.get_by_text("wait for the ground to drain")).to_be_visible()
        self.open(f"/jobs/{self.job.pk}/overview")
        who = page.get_by_label("decided by")
        who.fill("")
        who.press("Tab")
        expect(page.get_by_text("The dig waits until someone decides")).to_be_visible()
        self.eventually(lambda: self.document()["dimensions"][0]["decided_by"] == "")
        self.open(f"/jobs/{self.job.pk}/build/windbreak")
        expect(page.get_by_text("Two documents disagree.")).to_be_visible()

    def test_what_two_documents_said_before_never_stands_over_what_they_say_now(self) -> None:
        page = self.page
        first: list[Route] = []

        def road(route: Route) -> None:
            if first:
                route.continue_()
            else:
                first.append(route)

        page.route("**/api/designs/locate-status", road)
        self.open(f"/jobs/{self.job.pk}/overview")
        who = page.get_by_label("decided by")
        who.fill("")
        who.press("Tab")
        waits = page.get_by_text("The dig waits until someone decides")
        expect(waits).to_be_visible()
        with page.expect_response("**/api/designs/locate-status"):
            first[0].continue_()
        page.wait_for_timeout(200)
        expect(waits).to_be_visible()

    def test_a_loop_a_wall_and_a_lift_out_bay_from_the_line(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/design/lower-path")
        page.get_by_role("tab", name="Line").click()
        self.choose("Start", "Against a wall")
        expect(page.locator(".canvas")).to_be_visible()
        page.get_by_role("tab", name="Marks").click()
        expect(page.get_by_role("cell", name="against the wall")).to_be_visible()
        page.get_by_role("tab", name="Line").click()
        page.get_by_label("Closed loop: it ends where it began").check()
        expect(page.get_by_text("A closed loop has no ends to join to a wall").first).to_be_visible()
        page.get_by_label("Closed loop: it ends where it began").uncheck()
        page.locator("section", has_text="Removable panels").last.get_by_role("button", name="Add panel").click()
        page.get_by_role("tab", name="Marks").click()
        expect(page.get_by_role("cell", name="lift-out bay").first).to_be_visible()

    def test_every_infill_is_picked_drawn_and_told(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/design/lower-path")
        for pick, panel, told in (
            ("Louvres", "Louver angle from horizontal, degrees", "louvres a bay"),
            ("Welded stock panels", "Greatest opening", "cut on a wire"),
            ("Bought panels", "Panel", "maker"),
            ("Lattice panels", "Greatest opening", "% solid"),
            ("Boards, butted", "First board", "narrower"),
        ):
            page.get_by_label("Infill").click()
            page.get_by_role("option", name=pick, exact=True).click()
            expect(page.get_by_label(panel, exact=True).first).to_be_visible()
            expect(page.locator(".canvas svg").first).to_be_visible()
            tab = page.get_by_role("tab", name="Cautions")
            if tab.get_attribute("aria-selected") != "true":
                tab.click()
            expect(page.locator(".drawer")).to_contain_text(told)
        self.saved()

    def test_rock_on_the_phone_moves_the_rest_at_once(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.locate()
        self.open(f"/field/{self.job.pk}/windbreak")
        page.get_by_role("button", name=re.compile("Post 1 is set")).click()
        for _ in range(3):
            page.get_by_role("button", name="›").click()
        reading = page.locator(".reading").inner_text()
        page.get_by_role("button", name="Report obstruction").click()
        page.get_by_label("Obstruction and depth").fill("rock at 14 in")
        page.get_by_role("button", name="Save and re-plan").click()
        expect(page.get_by_role("status").filter(has_text="posts that are set stay")).to_be_visible()
        expect(page.locator(".reading")).not_to_have_text(reading)
        zones = self.document()["structures"][0]["spec"]["zones"]
        self.assertIn("rock at 14 in", json.dumps(zones))
