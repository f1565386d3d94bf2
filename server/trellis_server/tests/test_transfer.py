"""What travels: files and answers compressed as any browser asks for them, lines of a search not held back."""

import gzip
import json
import re
from typing import Any

from django.conf import settings
from django.test import Client, TestCase

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person

ASKS = {"Accept-Encoding": "gzip, deflate, br"}
FIRST_SCREEN = 200_000
"""Bytes of script of the first screen, with all that it imports."""


def body(answer: Any) -> bytes:
    """The bytes that travel."""
    return b"".join(answer) if answer.streaming else bytes(answer.content)


class FilesTest(TestCase):
    def sent(self, path: str) -> Any:
        return self.client.get(path, headers=ASKS)

    def test_the_first_screens_script_as_it_travels(self) -> None:
        page = gzip.decompress(body(self.sent("/"))).decode()
        wanted = re.findall(r"/static/(assets/[^\"]+\.js)", page)
        wanted += [f"assets/{path.name}" for path in (settings.WEB_DIST / "assets").glob("JobsView-*.js")]
        seen: dict[str, int] = {}
        while wanted:
            name = wanted.pop()
            if name in seen:
                continue
            answer = self.sent(f"/static/{name}")
            self.assertIn("immutable", answer["Cache-Control"])
            travels = body(answer)
            seen[name] = len(travels)
            packed = answer.get("Content-Encoding") == "gzip"
            self.assertTrue(packed or len(travels) < 200, name)
            text = (gzip.decompress(travels) if packed else travels).decode()
            self.assertEqual(text, (settings.WEB_DIST / name).read_text())
            wanted += [f"assets/{one}" for one in re.findall(r"(?:from|import)\s*\"\./([^\"]+\.js)\"", text)]
        self.assertGreater(len(seen), 3)
        self.assertLess(sum(seen.values()), FIRST_SCREEN, seen)

    def test_whoever_cannot_read_it_gets_it_plain(self) -> None:
        self.assertIn(b"<!doctype html>", body(self.client.get("/")).lower())


class AnswersTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.asked = {"document": documents.dump(larkspur_rise()), "structure": "windbreak"}

    def ask(self, path: str, asked: dict[str, Any], accept: str = "*/*") -> Any:
        headers = ASKS | {"Accept": accept}
        return self.caller.client.post(path, json.dumps(asked), "application/json", headers=headers)

    def test_a_sheet_is_compressed_and_the_same(self) -> None:
        plain = self.caller.send("POST", "/api/designs/plan", self.asked)
        answer = self.ask("/api/designs/plan", self.asked)
        self.assertEqual(answer["Content-Encoding"], "gzip")
        self.assertEqual(gzip.decompress(answer.content), plain.content)
        self.assertLess(len(answer.content), len(plain.content) / 5)

    def test_lines_of_a_search_are_not_held_back(self) -> None:
        answer = self.ask(
            "/api/designs/member-options", self.asked | {"structure": "path-pergola"}, "application/x-ndjson"
        )
        self.assertFalse(answer.has_header("Content-Encoding"))
        told = [json.loads(piece) for piece in answer.streaming_content]
        self.assertEqual([one["at"] for one in told if one["rows"]], list(range(len(told))))

    def test_what_is_compressed_already_is_left(self) -> None:
        job = self.caller.new_job()
        client: Client = self.caller.client
        answer = client.get(f"/api/jobs/{job}/files/windbreak/sheets.pdf", headers=ASKS)
        self.assertFalse(answer.has_header("Content-Encoding"))
        self.assertTrue(answer.content.startswith(b"%PDF"))
