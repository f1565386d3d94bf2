"""A structure that fails says so on every paper, file, message and answer of its job; an accepted option drives what is built."""

import io
import re
from typing import Any

from django.conf import settings
from django.test import SimpleTestCase, TestCase
from openpyxl.reader.excel import load_workbook
from pypdf import PdfReader
from steady.data.loader import table
from steady.errors import InvalidInputError

from trellis_server.documents.context import Options, Subject, Whole
from trellis_server.documents.registry import DOCUMENTS, JOB_DOCUMENTS
from trellis_server.models import Job
from trellis_server.services import jobs
from trellis_server.tests.make import Caller, person, small_job

DRAWINGS = (".dxf", ".svg", ".geojson")
"""Drawings and maps: figures for other programs, which sell, order and schedule nothing."""


def failing() -> dict[str, Any]:
    """A fence in a storm that its posts do not stand up to."""
    document = small_job()
    document["structures"] = document["structures"][:1]
    document["site"]["wind_speed_m_per_s"] = 95.0
    document["site"]["exposure"] = "D"
    return document


def text_of(body: str | bytes, kind: str) -> str:
    if kind == "application/pdf":
        assert isinstance(body, bytes)
        return " ".join(page.extract_text() for page in PdfReader(io.BytesIO(body)).pages)
    if isinstance(body, str):
        return body
    if body[:2] == b"PK":
        book = load_workbook(io.BytesIO(body))
        return " ".join(str(cell) for sheet in book for row in sheet.iter_rows(values_only=True) for cell in row)
    return body.decode().replace("\r\n ", "")


class LabelsTest(SimpleTestCase):
    def test_the_page_calls_states_as_the_catalog_does(self) -> None:
        page = (settings.WEB_DIST.parent / "src/logic/states.ts").read_text(encoding="utf-8")
        told = re.findall(r"""^  (\w+): (['"])(.*)\2,$""", page, re.MULTILINE)
        self.assertEqual(
            [(key, text) for key, _, text in told], [(row.text["key"], row.text["label"]) for row in table("states")]
        )


class EveryPaperTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job(failing())
        self.state = jobs.state(Job.objects.get(pk=self.job))

    def test_every_document_of_the_structure(self) -> None:
        subject = Subject(self.state, "windbreak", Options())
        made = 0
        for row in DOCUMENTS:
            if row.file.endswith(DRAWINGS) or not row.applies(subject):
                continue
            made += 1
            with self.subTest(row.file):
                text = text_of(row.make(subject), row.kind)
                self.assertRegex(text, r"(?i)\bfails?\b")
        self.assertGreater(made, 5)

    def test_every_document_of_the_job(self) -> None:
        whole = Whole.saved(self.state, Options())
        for row in JOB_DOCUMENTS:
            if row.file.endswith(DRAWINGS) or row.file == "upkeep.ics":
                continue
            with self.subTest(row.file):
                if row.file.startswith("order."):
                    # Nothing of a structure that fails is ordered: there is no such file.
                    with self.assertRaises(InvalidInputError):
                        row.make(whole)
                    continue
                self.assertRegex(text_of(row.make(whole), row.kind), r"(?i)\bfails\b")

    def test_every_answer_that_sells_orders_or_schedules(self) -> None:
        document = self.state.document
        body = {"document": self.caller.send("GET", f"/api/jobs/{self.job}").json()["document"]}
        for path, more in (
            ("/api/designs/states", {}),
            ("/api/designs/job-takeoff", {}),
            ("/api/quotes/offer", {}),
            ("/api/schedule", {}),
            ("/api/designs/takeoff", {"structure": "windbreak", "selected": ""}),
            ("/api/designs/plan", {"structure": "windbreak", "selected": ""}),
        ):
            with self.subTest(path):
                answer = self.caller.send("POST", path, {**body, **more})
                self.assertEqual(answer.status_code, 200, answer.content[:300])
                self.assertIn("Fails at", answer.content.decode())
        # Nothing of it is ordered: neither the whole job's orders nor the structure's own message have a text.
        self.assertEqual(self.caller.send("POST", "/api/designs/job-takeoff", body).json()["orders"], [])
        alone = {**body, "structure": "windbreak", "selected": ""}
        self.assertEqual(self.caller.send("POST", "/api/designs/takeoff", alone).json()["message"], "")
        self.assertEqual(len(document.structures), 1)

    def test_a_quote_that_is_kept_says_so_as_it_was_sent(self) -> None:
        self.assertEqual(self.caller.send("POST", f"/api/quotes/{self.job}").status_code, 422)
        self.caller.signed(self.job)
        self.assertEqual(self.caller.send("POST", f"/api/quotes/{self.job}").status_code, 200)
        answer = self.caller.send("GET", f"/api/quotes/{self.job}/1/quote.pdf")
        self.assertIn("Fails at", text_of(answer.content, "application/pdf"))
        link = self.caller.send("POST", f"/api/jobs/{self.job}/links", {"says": "x", "shows_quote": True}).json()
        shown = self.caller.send("GET", f"/api/shared/{link['secret']}")
        self.assertIn("Fails at", shown.content.decode())


class AcceptedOptionTest(TestCase):
    def test_what_was_left_out_is_ordered_scheduled_and_packed_no_more(self) -> None:
        caller = Caller(person("ash"))
        document = small_job()
        document["offer"]["options"] = [
            {"name": "Both", "structures": []},
            {"name": "Fence", "structures": ["windbreak"]},
        ]
        job = caller.new_job(document)
        self.assertEqual(caller.send("POST", f"/api/quotes/{job}").status_code, 200)
        body = {"by": "R. Hale", "on": "2026-11-20", "option": 1}
        self.assertEqual(caller.send("PUT", f"/api/quotes/{job}/1/accepted", body).status_code, 200)
        state = jobs.state(Job.objects.get(pk=job))
        assert state.document.agreed is not None
        self.assertEqual(state.document.agreed.left_out, ("kitchen-deck",))
        self.assertEqual([item.spec.id for item in state.document.built], ["windbreak"])
        whole = Whole.saved(state, Options())
        for row in JOB_DOCUMENTS:
            if row.file in ("pack.pdf", "handover.pdf", "calendar.ics", "list.xlsx"):
                with self.subTest(row.file):
                    self.assertNotIn("Kitchen deck", text_of(row.make(whole), row.kind))
        quote = text_of(caller.send("GET", f"/api/quotes/{job}/1/quote.pdf").content, "application/pdf")
        self.assertIn("Fence: accepted", quote)
        self.assertIn("Accepted, Fence, by R. Hale", quote)
