"""Templates as files: true size on paper and in DXF, read back by other libraries."""

import io

import ezdxf
from django.test import TestCase

from trellis_server.tests.make import Caller, person, small_job


class TemplatesTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.document = small_job()

    def job(self) -> str:
        text = "12x12 over9in pitch25 ring2"
        body = {"kind": "pavilion", "text": text, "id": "roof", "bare": "ft", "school": "us", "preset": ""}
        answer = self.caller.send("POST", "/api/structure-types/new", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.document["structures"].append({"name": "Roof", "spec": answer.json()})
        return str(self.caller.new_job(self.document))

    def test_what_has_slanted_cuts_has_templates(self) -> None:
        job = self.job()
        name = self.document["structures"][-1]["spec"]["id"]
        files = {row["file"] for row in self.caller.send("GET", f"/api/jobs/{job}/files/{name}").json()["documents"]}
        self.assertLessEqual({"templates.pdf", "templates.dxf"}, files)
        plain = {row["file"] for row in self.caller.send("GET", f"/api/jobs/{job}/files/windbreak").json()["documents"]}
        self.assertFalse(any("templates" in file for file in plain - files))
        pages = self.caller.send("GET", f"/api/jobs/{job}/files/{name}/templates.pdf")
        self.assertEqual(pages.content[:5], b"%PDF-")
        drawing = ezdxf.read(
            io.StringIO(self.caller.send("GET", f"/api/jobs/{job}/files/{name}/templates.dxf").content.decode())
        )
        deep = []
        for line in drawing.modelspace().query("LWPOLYLINE"):
            ys = [y for _, y, *_ in line.get_points()]  # type: ignore[attr-defined]
            deep.append(round(max(ys) - min(ys), 1))
        self.assertIn(139.7, deep)  # a 2x6 is 5 1/2 in deep, in millimetres
