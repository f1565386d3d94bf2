"""The site over the API: surveys brought in, files read back by other libraries, findings told; and drawn in the browser."""

import io
import json
import math
import re
import uuid
from datetime import UTC, datetime
from typing import Any
from xml.etree import ElementTree

import ezdxf
from django.test import TestCase
from ezdxf.filemanagement import new
from playwright.sync_api import expect
from pydantic_core import to_json
from steady.jobs.design_sheet import sheet
from steady.jobs.document import plan_structure

from trellis_server.services import documents
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn

ANOTHER_PHONE = """() => { localStorage.setItem('trellis/device', '"another"')
  for (const key of Object.keys(localStorage)) if (key.includes('/said/')) localStorage.removeItem(key) }"""
REAR = {
    "id": "rear",
    "kind": "boundary",
    "name": "<b>Rear</b>",
    "points": [{"x_m": -5, "y_m": -9}, {"x_m": 30, "y_m": -9}],
}


def site_job() -> dict[str, Any]:
    """The small job with a boundary behind its fence."""
    document = small_job()
    document["site"]["things"] = [{**REAR, "reach_m": 10.0}]
    return document


class SiteTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))

    def survey(self, text: str, brought_as: str, code: int = 200, **site: object) -> dict[str, Any]:
        document = small_job()
        document["site"] |= {"things": [], **site}
        body = {"document": document, "text": text, "brought_as": brought_as, "bare": "ft"}
        answer = self.caller.send("POST", "/api/views/survey", body)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return dict(answer.json())

    def test_a_structure_is_held_against_what_lies_there(self) -> None:
        answer = self.caller.send(
            "POST", "/api/views/site-plan", {"document": site_job(), "structure": "", "selected": ""}
        )
        near = {(item["structure"], item["thing"]): item for item in answer.json()["beside"]}
        self.assertIn("is asked for", near["windbreak", "rear"]["amiss"])
        self.assertTrue(any(shape["id"] == "rear" for shape in answer.json()["lies"]["shapes"]))

    def test_points_are_read_and_bad_rows_told(self) -> None:
        found = self.survey("boundary, rear, 0, 0\nboundary, rear, 96, 0\nnonsense\n1, 2, 3 in", "points")
        self.assertEqual([thing["kind"] for thing in found["things"]], ["boundary", "spot height"])
        self.assertAlmostEqual(found["things"][0]["points"][1]["x_m"], 96 * 0.3048)
        self.assertEqual([problem["row"] for problem in found["problems"]], [3])

    def test_a_drawing_of_another_library_is_read_by_its_layers_and_units(self) -> None:
        drawing = new("R2010", units=4)
        space = drawing.modelspace()
        space.add_lwpolyline([(0, 0), (12000, 0), (12000, 5000)], dxfattribs={"layer": "PROPERTY_LINE"})
        space.add_lwpolyline([(0, 0), (4000, 0), (4000, 3000)], close=True, dxfattribs={"layer": "shed"})
        space.add_line((0, 2000), (9000, 2000), dxfattribs={"layer": "GAS"})
        space.add_point((1000, 1000, 250), dxfattribs={"layer": "LEVELS"})
        space.add_circle((0, 0), 2000, dxfattribs={"layer": "pond"})
        space.add_circle((7000, 8000), 100, dxfattribs={"layer": "TREES"})
        space.add_arc((0, 0), 3000, 0, 90, dxfattribs={"layer": "LOT"})
        space.add_text("north", dxfattribs={"layer": "words"})
        stream = io.StringIO()
        drawing.write(stream)
        found = self.survey(stream.getvalue(), "dxf")
        kinds = [(thing["kind"], thing["points"][-1]["x_m"]) for thing in found["things"]]
        straight = [("boundary", 12.0), ("stands already", 4.0), ("service", 9.0), ("spot height", 1.0)]
        self.assertEqual(kinds[:4], straight)
        pond, tree, bend = found["things"][4:]
        self.assertEqual([thing["kind"] for thing in (pond, tree, bend)], ["water", "tree", "boundary"])
        self.assertEqual(tree["points"], [{"x_m": 7.0, "y_m": 8.0}])
        for thing, radius in ((pond, 2.0), (bend, 3.0)):
            for at in thing["points"]:
                self.assertAlmostEqual(math.hypot(at["x_m"], at["y_m"]), radius, delta=0.01)
        # What is no line or point is named, not dropped without a word.
        self.assertIn("1 TEXT", found["problems"][-1]["message"])
        self.assertEqual(found["things"][3]["height_m"], 0.25)
        for text in ("", "not a drawing", "0\nSECTION\n2\nHEADER\n", stream.getvalue()[:5000]):
            self.survey(text, "dxf", 422)

    def test_geojson_lays_the_sites_zero_on_its_first_point(self) -> None:
        line = {"type": "LineString", "coordinates": [[-81.6, 41.2], [-81.599, 41.2]]}
        text = json.dumps(
            {"type": "FeatureCollection", "features": [{"type": "Feature", "geometry": line, "properties": {}}]}
        )
        found = self.survey(text, "geojson", latitude_rad=None, longitude_rad=None, north_rad=0.0)
        self.assertAlmostEqual(math.degrees(found["latitude_rad"]), 41.2)
        # A thousandth of a degree of longitude at 41.2° is 83.8 m on a sphere of 6371 km; the ellipsoid is 0.2 % wider there.
        sphere_m = math.radians(0.001) * 6371000 * math.cos(math.radians(41.2))
        self.assertAlmostEqual(found["things"][0]["points"][1]["x_m"], sphere_m, delta=0.4)
        self.survey("{", "geojson", 422)

    def test_geojson_in_metres_of_the_site_is_read_as_such(self) -> None:
        line = {"type": "LineString", "coordinates": [[500010, 4200020], [500022, 4200025]]}
        text = json.dumps({"features": [{"type": "Feature", "geometry": line, "properties": {}}]})
        found = self.survey(text, "geojson", latitude_rad=None)
        a, b = found["things"][0]["points"]
        self.assertEqual((b["x_m"] - a["x_m"], b["y_m"] - a["y_m"]), (12, 5))
        self.assertEqual((a["x_m"], a["y_m"]), (0, 0))
        self.assertIn("500,010", found["problems"][0]["message"])

    def test_points_as_instruments_write_them(self) -> None:
        found = self.survey("name,x,y,z\nIP1,3m,4m,0.5m\n2,5m,6m,0.2m,TREE 30cm", "points")
        kinds = [(thing["kind"], thing["name"], thing["points"][0]["x_m"]) for thing in found["things"]]
        self.assertEqual(kinds, [("spot height", "IP1", 3.0), ("tree", "2 TREE 30cm", 5.0)])
        far = self.survey("1,5000m,1000m,100.2m,IP\n2,5010m,1007m,100.9m,IP", "points")
        self.assertEqual([thing["points"][0] for thing in far["things"]], [{"x_m": 0, "y_m": 0}, {"x_m": 10, "y_m": 7}])
        self.assertIn("x 5,000", far["problems"][0]["message"])

    def test_our_own_drawing_is_not_a_survey(self) -> None:
        made = self.caller.send("POST", "/api/jobs", {"document": site_job()}).json()
        text = self.caller.send("GET", f"/api/jobs/{made['id']}/documents/site.dxf").content.decode()
        found = self.survey(text, "dxf")
        self.assertEqual(found["things"], [])
        self.assertIn("job's own file", found["problems"][0]["message"])

    def test_the_files_are_read_back_by_other_libraries(self) -> None:
        job = self.caller.new_job(site_job())
        address = f"/api/jobs/{job}/documents/"
        drawing = ezdxf.filemanagement.read(io.StringIO(self.caller.send("GET", address + "site.dxf").content.decode()))
        layers = {entity.dxf.layer for entity in drawing.modelspace()}
        self.assertLessEqual({"boundary", "setback", "stood"}, layers)
        picture = ElementTree.fromstring(self.caller.send("GET", address + "site.svg").content)
        self.assertIn("<b>Rear</b>", [element.text for element in picture.iter()])
        features = json.loads(self.caller.send("GET", address + "site.geojson").content)["features"]
        self.assertEqual({item["properties"]["kind"] for item in features}, {"boundary", "structure"})
        for paper in ("letter", "a4"):
            pdf = self.caller.send("GET", f"{address}site.pdf?paper={paper}").content
            self.assertTrue(pdf.startswith(b"%PDF") and pdf.rstrip().endswith(b"%%EOF"))
        other = Caller(person("wren"))
        for file in ("site.pdf", "site.svg", "site.dxf", "site.geojson"):
            self.assertEqual(other.send("GET", address + file).status_code, 404)
            self.assertEqual(Caller().send("GET", address + file).status_code, 401)

    def test_no_place_on_earth_is_said_where_geojson_is_asked_for(self) -> None:
        document = site_job()
        document["site"]["latitude_rad"] = None
        answer = self.caller.send("GET", f"/api/jobs/{self.caller.new_job(document)}/documents/site.geojson")
        self.assertEqual(answer.status_code, 422)
        self.assertIn("latitude", answer.content.decode())


class DrawnSiteTest(SignedIn):
    def things(self) -> list[dict[str, Any]]:
        return list(self.document()["site"].get("things", []))

    def test_a_boundary_is_drawn_named_and_measured_to_and_undone(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/site")
        expect(page.locator("g.stand").first).to_be_visible()
        count = len(self.things())
        box = page.locator(".paper svg").bounding_box()
        assert box is not None
        page.get_by_role("group", name="Draw").get_by_role("button", name="Boundary").click()
        for x, y in ((0.25, 0.9), (0.75, 0.9)):
            page.mouse.move(box["x"] + box["width"] * x, box["y"] + box["height"] * y)
            page.keyboard.down("Alt")
            page.mouse.click(box["x"] + box["width"] * x, box["y"] + box["height"] * y)
            page.keyboard.up("Alt")
        page.keyboard.press("Enter")
        self.eventually(lambda: len(self.things()) == count + 1)
        name = page.get_by_label("Name", exact=True)
        name.fill("Hedge line")
        name.press("Enter")
        self.eventually(lambda: self.things()[-1]["name"] == "Hedge line")
        setback = page.get_by_label("Setback")
        setback.fill("90'")
        setback.press("Enter")
        self.eventually(lambda: math.isclose(self.things()[-1]["reach_m"], 90 * 0.3048))
        page.get_by_role("button", name="Lower path").first.click()
        beside = page.get_by_role("list", name="What it stands beside")
        expect(beside).to_contain_text("from Hedge line")
        expect(beside).to_contain_text("90′ 0″ is asked for")
        self.assertEqual(self.axe(), [])
        for _ in range(3):
            page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: len(self.things()) == count)

    def test_a_survey_is_pasted_and_what_is_wrong_stays(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/site")
        page.get_by_text("Import survey").click()
        page.get_by_label("Rows").fill("tree, Quince, 10, -60\ntree, Medlar, x, y")
        count = len(self.things())
        page.get_by_role("button", name="Import").click()
        expect(page.get_by_text("1 thing taken onto the site")).to_be_visible()
        expect(page.get_by_text("Row 2:")).to_be_visible()
        expect(page.get_by_label("Rows")).to_have_value("tree, Quince, 10, -60\ntree, Medlar, x, y")
        self.eventually(lambda: len(self.things()) == count + 1)
        self.assertEqual(self.things()[-1]["name"], "Quince")

    def test_a_meter_s_reading_on_the_phone_is_taken_into_the_plan(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/field/{self.job.pk}/windbreak")
        page.get_by_role("button", name="moisture").click()
        for key in ("2", "2"):
            page.get_by_role("dialog").get_by_role("button", name=key, exact=True).click()
        expect(page.get_by_role("dialog")).to_contain_text("8 % less than planned")
        self.assertEqual(self.axe(), [])
        page.get_by_role("button", name="Keep").click()
        expect(page.get_by_role("button", name="moisture")).to_contain_text("22 %")
        page.set_viewport_size({"width": 1280, "height": 800})
        page.wait_for_timeout(1000)  # it is sent
        self.open(f"/jobs/{self.job.pk}/record/windbreak")
        row = page.get_by_role("row").filter(has_text="moisture")
        expect(row).to_contain_text("22 %")
        row.get_by_role("button", name="Update plan").click()
        box = page.get_by_role("region", name="Preview changes")
        expect(box).to_contain_text("No piece changes")
        self.assertEqual(self.axe(), [])
        box.get_by_role("button", name="Apply to plan").click()
        self.eventually(
            lambda: (
                next(
                    item["spec"]["boards_moisture"]
                    for item in self.document()["structures"]
                    if item["spec"]["id"] == "windbreak"
                )
                == 0.22
            )
        )

    def test_a_post_measured_off_its_mark_says_what_changes_before_it_is_taken(self) -> None:
        page = self.page
        sheet = self.caller_sheet()
        post = sheet["posts"][2]
        rails = next(group for group in sheet["ticks"] if group["role"] == "rail")["ticks"]
        for about, what, value in (
            (post["id"], "stands at", post["station_m"] + 0.05),
            *((tick["about"], tick["what"], None) for tick in rails[:4]),
        ):
            self.job.readings.create(
                id=uuid.uuid4(),
                about=about,
                what=what,
                value_m=value,
                done=value is None,
                device="p",
                measured_at=datetime(2026, 11, 20, 9, tzinfo=UTC),
                counts_at=datetime(2026, 11, 20, 9, tzinfo=UTC),
            )
        self.open(f"/jobs/{self.job.pk}/record/windbreak")
        page.get_by_role("row").filter(has_text="stands at").get_by_role("button", name="Update plan").click()
        box = page.get_by_role("region", name="Preview changes")
        expect(box.get_by_role("heading", name="Already installed")).to_be_visible()
        box.get_by_role("button", name="Keep current plan").click()
        expect(box).to_have_count(0)
        before = len(self.document()["yard"]["rack"])
        page.get_by_role("row").filter(has_text="stands at").get_by_role("button", name="Update plan").click()
        box.get_by_role("button", name="Apply to plan").click()
        self.eventually(
            lambda: any(
                lock["counted"] and abs(lock["at_m"] - post["station_m"] - 0.05) < 1e-6
                for lock in self.spec("windbreak")["locks"]
            )
        )
        self.assertGreaterEqual(len(self.document()["yard"]["rack"]), before)

    def caller_sheet(self) -> dict[str, Any]:
        document = documents.load(self.document())
        made = sheet(plan_structure(document, "windbreak"), document.reading.tape(), document.yard)
        return dict(json.loads(to_json(made)))

    def test_rails_are_ticked_bay_by_bay_and_another_phone_sees_it(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/field/{self.job.pk}/windbreak")
        page.get_by_role("button", name="Rails", exact=True).click()
        page.get_by_role("button", name="Bay 1").first.click()
        expect(page.get_by_text("1 of", exact=False).first).to_be_visible()
        self.assertEqual(self.axe(), [])
        self.assertLessEqual(page.evaluate("document.scrollingElement.scrollWidth"), 390)
        self.eventually(lambda: self.job.readings.filter(what="rails up", done=True).count() == 1)
        page.evaluate(ANOTHER_PHONE)
        page.reload()
        expect(page.get_by_role("button", name="Bay 1").first).to_have_attribute("aria-pressed", "true")

    def test_a_value_far_from_the_plan_asks_and_is_struck_out(self) -> None:
        page = self.page
        page.set_viewport_size({"width": 390, "height": 844})
        self.open(f"/field/{self.job.pk}/windbreak")
        expect(page.get_by_role("heading", name="Post 1 of")).to_be_visible()
        # What still holds the digging back stands on top, one tap from where it is entered.
        held = page.get_by_role("region", name="Held back")
        expect(held).to_contain_text("Do not dig")
        expect(held.get_by_role("link", name="Enter what is missing")).to_have_attribute(
            "href", re.compile(f"/jobs/{self.job.pk}/build/windbreak")
        )
        expect(page.get_by_role("button", name=re.compile("Post 1 is set"))).to_be_disabled()
        self.locate()
        self.open(f"/field/{self.job.pk}/windbreak")
        page.get_by_role("button", name=re.compile("Post 1 is set")).click()
        expect(page.get_by_role("heading", name="Post 2 of")).to_be_visible()  # the next comes by itself
        hole = page.get_by_role("button", name=re.compile("^hole"))
        hole.click()
        pad = page.get_by_role("dialog")
        for key in ("9", "′"):
            pad.get_by_role("button", name=key, exact=True).click()
        pad.get_by_role("button", name="Keep", exact=True).click()
        expect(pad.get_by_role("alert")).to_contain_text("Far from plan")
        self.assertEqual(self.axe(), [])
        pad.get_by_role("button", name="Save anyway").click()
        expect(hole).to_contain_text("9′")
        hole.click()
        page.get_by_role("button", name=re.compile("Void")).click()
        expect(hole).to_contain_text("type it")
        self.eventually(lambda: self.job.readings.filter(note="struck out", value_m=None).count() == 1)
