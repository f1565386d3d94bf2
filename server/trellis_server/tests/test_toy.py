"""A kind, and a document, that live in the tests alone: through the API and the page without a line outside the tests."""

import json
from unittest import mock

from django.test import TestCase
from playwright.sync_api import expect
from steady.units.units import FT

from trellis_server.documents import registry
from trellis_server.documents.registry import Document
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn


class ToyThroughTheApiTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("wren"))
        asked = {"kind": "saw-horse", "text": "4x2'6", "id": "horse", "bare": "ft", "school": "us"}
        self.spec = self.caller.send("POST", "/api/structure-types/new", asked).json()
        self.document = {**small_job(), "structures": [{"name": "Horse", "spec": self.spec}]}
        self.job = self.caller.new_job(self.document)

    def ask(self, path: str, **more: object) -> dict[str, object]:
        body = {"document": self.document, "structure": "horse", **more}
        return self.caller.send("POST", path, body).json()

    def test_planned_listed_priced_and_offered(self) -> None:
        self.assertAlmostEqual(self.spec["long_m"], 4 * FT)
        kinds = {kind["key"]: kind for kind in self.caller.send("GET", "/api/structure-types").json()["kinds"]}
        self.assertEqual(kinds["saw-horse"]["form"][0]["fields"][0]["most"], 4.0)
        sheet = self.ask("/api/designs/plan")
        self.assertEqual(sheet["called"], "saw-horse")
        takeoff = self.ask("/api/designs/takeoff")
        self.assertEqual(sum(row["count"] for row in takeoff["pieces"]), 7)  # type: ignore[attr-defined]
        self.assertEqual(self.ask("/api/designs/member-options"), {"choices": []})
        for path in ("/api/designs/fixes", "/api/designs/locate-status", "/api/designs/marks"):
            self.assertNotIn("problems", self.ask(path), path)

    def test_moved_while_it_is_pulled_and_when_it_is_let_go(self) -> None:
        sheet = self.ask("/api/designs/plan")
        handle = sheet["handles"][0]  # type: ignore[index]
        pulled = self.ask("/api/designs/plan", moving={"handle": handle, "to_m": 1.5})
        self.assertEqual(pulled["handles"][0]["station_m"], 1.5)  # type: ignore[index]
        self.assertEqual(self.ask("/api/structure-types/move", handle=handle, to_m=1.5)["long_m"], 1.5)
        self.assertEqual(self.ask("/api/structure-types/lock", thing="horse/bearer", at_m=1.3)["long_m"], 1.3)
        self.assertIn("problems", self.ask("/api/structure-types/lock", thing="horse/bearer"))
        self.assertIn("problems", self.ask("/api/structure-types/action", act="paint", value="red"))

    def test_every_document_is_made_and_one_that_is_new_is_a_row(self) -> None:
        base = f"/api/jobs/{self.job}/files/horse"
        listed = [row["file"] for row in self.caller.send("GET", base).json()["documents"]]
        self.assertTrue(
            {"sheets.pdf", "pieces.csv", "drawing.dxf", "plan.svg", "section.svg", "plan.json"} <= set(listed)
        )
        self.assertNotIn("sample.pdf", listed)
        for file in listed:
            answer = self.caller.send("GET", f"{base}/{file}")
            self.assertEqual(answer.status_code, 200, file)
            self.assertGreater(len(answer.content), 60, file)
        self.assertEqual(len(json.loads(self.caller.send("GET", f"{base}/plan.json").content)["parts"]), 3)
        ode = Document(file="ode.txt", says="An ode", kind="text/plain", make=lambda about: f"O {about.row.name}")
        with mock.patch.object(registry, "DOCUMENTS", [*registry.DOCUMENTS, ode]):
            self.assertIn("ode.txt", [row["file"] for row in self.caller.send("GET", base).json()["documents"]])
            self.assertEqual(self.caller.send("GET", f"{base}/ode.txt").content, b"O Horse")
        self.assertEqual(self.caller.send("GET", f"{base}/ode.txt").status_code, 422)

    def test_exported_brought_back_edited_by_two_and_measured(self) -> None:
        out = self.caller.send("GET", f"/api/jobs/{self.job}/job.json").json()
        back = self.caller.send("POST", "/api/jobs/import", out).json()
        # Beside its namesake it is numbered, and else what it was.
        out.pop("records")
        self.assertEqual({**back["document"], "name": out["name"]}, out)
        longer, higher = json.loads(json.dumps(out)), json.loads(json.dumps(out))
        longer["structures"][0]["spec"]["long_m"] = 2.0
        higher["structures"][0]["spec"]["high_m"] = 0.9
        for document in (longer, higher):
            answer = self.caller.send("PUT", f"/api/jobs/{self.job}", {"base": 1, "document": document, "says": "x"})
            self.assertEqual(answer.status_code, 200, answer.content[:300])
        spec = self.caller.send("GET", f"/api/jobs/{self.job}").json()["document"]["structures"][0]["spec"]
        self.assertEqual((spec["long_m"], spec["high_m"]), (2.0, 0.9))
        reading = {
            "id": "6f2c1c64-6f0e-4a5c-9f0e-0d2f2f1c9a11",
            "about": "horse/bearer",
            "what": "length",
            "value_m": 1.99,
            "done": False,
            "note": "",
            "device": "d",
            "measured_at": "2026-06-01T10:00:00Z",
        }
        self.caller.send("POST", f"/api/jobs/{self.job}/readings", {"readings": [reading]})
        row = self.caller.client.get(f"/api/jobs/{self.job}/readings").json()["readings"][0]
        self.assertEqual(
            (row["structure"], row["planned_m"], row["verdict"], row["replans"]), ("horse", 2.0, "outside", "hold")
        )

    def test_refusals_point_at_its_fields(self) -> None:
        document = json.loads(json.dumps(self.document))
        document["structures"][0]["spec"]["long_m"] = 9.0
        problems = self.caller.send("POST", "/api/jobs", {"document": document}).json()["problems"]
        self.assertEqual([item["field"] for item in problems], ["document/structures/0/spec/long_m"])
        document["structures"][0]["spec"] = {**self.spec, "timber": "rail of glass"}
        answer = self.caller.send("POST", "/api/designs/plan", {"document": document, "structure": "horse"})
        self.assertEqual(answer.json()["problems"][0]["field"], "structures/0/spec/timber")

    def test_one_broken_structure_hides_no_other(self) -> None:
        two = {**self.document, "structures": [*self.document["structures"], *small_job()["structures"]]}
        made = self.caller.new_job(two)
        from tests.toy.saw_horse import SAW_HORSE

        from trellis_server.services import cards

        real = cards.plan_structure

        def breaks(job: object, structure: str) -> object:
            if structure == "horse":
                raise ZeroDivisionError(SAW_HORSE.key)
            return real(job, structure)  # type: ignore[arg-type]

        with mock.patch.object(cards, "plan_structure", breaks), self.assertLogs("trellis_server.services.cards"):
            card = self.caller.send("GET", f"/api/jobs/{made}/card").json()
        rows = {row["id"]: row for row in card["structures"]}
        self.assertIn("fault is ours", rows["horse"]["problem"])
        self.assertTrue(rows["windbreak"]["verdict"])


class ToyInTheBrowserTest(SignedIn):
    def test_from_its_line_to_the_phone(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/overview")
        self.tile("Saw-horses")
        form = page.get_by_role("form", name="A saw-horse from its size")
        form.get_by_label("Long × high").fill("4x2'6")
        form.get_by_role("button", name="Create layout").click()
        expect(page.get_by_text("The whole saw-horse")).to_be_visible()
        for place in ("bearer", "leg-0", "leg-3", "stretchers"):
            self.assertGreater(page.locator(f'.canvas [data-id="saw-horse-1/{place}"]').count(), 0, place)
        expect(page.get_by_role("tab", name="Members 2")).to_be_visible()
        page.get_by_label("Long", exact=True).fill("5'")
        page.get_by_label("Long", exact=True).press("Enter")
        self.eventually(lambda: abs(self.toy()["long_m"] - 5 * FT) < 1e-6)
        page.get_by_label("Long", exact=True).fill("40'")
        page.get_by_label("Long", exact=True).press("Enter")
        expect(page.locator(".build-panel .fault").first).to_contain_text("13")  # 4 m is 13' 1 1/2"
        page.get_by_label("Long", exact=True).fill("5'")
        page.get_by_label("Long", exact=True).press("Enter")
        expect(page.locator(".build-panel .fault")).to_have_count(0)
        self.saved()
        edge = page.locator(".edges rect").first
        expect(edge).to_be_visible()
        box = edge.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 5, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] + 45, box["y"] + box["height"] / 2, steps=4)
        page.mouse.up()
        self.eventually(lambda: self.toy()["long_m"] > 5 * FT + 0.05)
        page.get_by_role("tab", name="Pieces").click()
        expect(page.get_by_role("cell", name="brace").first).to_be_visible()
        self.open(f"/field/{self.job.pk}/saw-horse-1")
        page.get_by_role("button", name="length").click()
        page.get_by_role("button", name="Use planned value").click()
        self.open(f"/jobs/{self.job.pk}/record/saw-horse-1")
        expect(page.get_by_role("cell", name="Length", exact=True)).to_be_visible()

    def toy(self) -> dict[str, float]:
        return next(item["spec"] for item in self.document()["structures"] if item["spec"]["kind"] == "saw-horse")
