"""The site over the API: surveys brought in, files read back by other libraries, findings told; and drawn in the browser."""

import io
import json
import math
from typing import Any
from xml.etree import ElementTree

import ezdxf
from django.test import TestCase
from ezdxf.filemanagement import new
from playwright.sync_api import expect

from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.test_browser import SignedIn

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
        answer = self.caller.send("POST", "/api/sights/survey", body)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return dict(answer.json())

    def test_a_structure_is_held_against_what_lies_there(self) -> None:
        answer = self.caller.send(
            "POST", "/api/sights/place", {"document": site_job(), "structure": "", "selected": ""}
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
        space.add_circle((0, 0), 100)
        stream = io.StringIO()
        drawing.write(stream)
        found = self.survey(stream.getvalue(), "dxf")
        kinds = [(thing["kind"], thing["points"][-1]["x_m"]) for thing in found["things"]]
        self.assertEqual(kinds, [("boundary", 12.0), ("stands already", 4.0), ("service", 9.0), ("spot height", 1.0)])
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
        self.survey(
            '{"features": [{"geometry": {"type": "Point", "coordinates": [500000, 4200000]}}]}',
            "geojson",
            422,
            latitude_rad=None,
        )
        self.survey("{", "geojson", 422)

    def test_the_files_are_read_back_by_other_libraries(self) -> None:
        job = self.caller.new_job(site_job())
        address = f"/api/jobs/{job}/whole/"
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
        answer = self.caller.send("GET", f"/api/jobs/{self.caller.new_job(document)}/whole/site.geojson")
        self.assertEqual(answer.status_code, 422)
        self.assertIn("latitude", answer.content.decode())


class DrawnSiteTest(SignedIn):
    def things(self) -> list[dict[str, Any]]:
        return list(self.document()["site"].get("things", []))

    def test_a_boundary_is_drawn_named_and_measured_to_and_undone(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/place")
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
        name = page.get_by_label("Its name")
        name.fill("Hedge line")
        name.press("Enter")
        self.eventually(lambda: self.things()[-1]["name"] == "Hedge line")
        setback = page.get_by_label("Setback from it")
        setback.fill("90'")
        setback.press("Enter")
        self.eventually(lambda: math.isclose(self.things()[-1]["reach_m"], 90 * 0.3048))
        page.get_by_role("button", name="Lower path").first.click()
        beside = page.get_by_role("list", name="What it stands beside")
        expect(beside).to_contain_text("from Hedge line")
        expect(beside).to_contain_text("90′ 0″ is asked for")
        self.assertEqual(self.axe(), [])
        for _ in range(3):
            page.get_by_role("button", name="Undo").click()
        self.eventually(lambda: len(self.things()) == count)

    def test_a_survey_is_pasted_and_what_is_wrong_stays(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/place")
        page.get_by_text("Bring a survey").click()
        page.get_by_label("Rows").fill("tree, Quince, 10, -60\ntree, Medlar, x, y")
        count = len(self.things())
        page.get_by_role("button", name="Take these rows").click()
        expect(page.get_by_text("1 thing taken onto the site")).to_be_visible()
        expect(page.get_by_text("Row 2:")).to_be_visible()
        expect(page.get_by_label("Rows")).to_have_value("tree, Quince, 10, -60\ntree, Medlar, x, y")
        self.eventually(lambda: len(self.things()) == count + 1)
        self.assertEqual(self.things()[-1]["name"], "Quince")
