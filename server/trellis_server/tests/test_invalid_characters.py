"""Characters that are none and times that nobody can place: refused in words, at every address, and never a fault."""

import uuid
from typing import Any
from xml.etree import ElementTree

from django.test import SimpleTestCase, TestCase
from steady.drawing.shapes import Shape, View
from steady.errors import InvalidInputError
from steady.units.dates import day_of

from trellis_server.documents.svg import svg
from trellis_server.models import Job, Revision
from trellis_server.tests.make import Caller, person, small_job

ODD = ("\ud800", "x\udfffy", "a\u0000b", "\u0008", "\ufffe")


class OddTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def test_characters_that_are_none(self) -> None:
        for odd in ODD:
            document = small_job(f"Job {odd}")
            named = small_job()
            named["structures"][0]["name"] = odd
            for method, path, body in (
                ("POST", "/api/calculators", {"sum": "setout.bays", "inputs": {"run": odd, "bay_max": "8 ft"}}),
                ("POST", "/api/calculators", {"sum": odd, "inputs": {odd: "1"}}),
                ("POST", "/api/jobs", {"document": document}),
                ("POST", "/api/jobs/import", named),
                ("PUT", f"/api/jobs/{self.job}", {"base": 1, "document": named, "says": odd}),
                ("POST", "/api/session", {"name": odd, "password": odd}),
            ):
                with self.subTest(odd=ascii(odd), path=path):
                    answer = self.caller.send(method, path, body)
                    self.assertEqual(answer.status_code, 422, answer.content[:200])
                    self.assertIn("invalid character", answer.json()["problems"][0]["message"])
        # What looks like one and is none, and a line break, are text like any other.
        for good in ("\\ud800", "a\\u0000", "two\nlines", "½″ ′ 𝄞"):
            made = self.caller.send("POST", "/api/jobs", {"document": {**small_job(), "wanted": good}})
            self.assertEqual((made.status_code, made.json()["document"]["wanted"]), (200, good))

    def test_times_without_a_zone_or_out_of_any_calendar(self) -> None:
        def reading(when: str, **more: Any) -> dict[str, Any]:
            row = {"id": str(uuid.uuid4()), "about": "windbreak/post/start", "what": "set", "device": "p"}
            return {"readings": [{**row, "done": True, "measured_at": when}], **more}

        good = "2026-05-01T14:30:00+02:00"
        path = f"/api/jobs/{self.job}/readings"
        for when in ("0001-01-01T00:00:00+14:00", "9999-12-31T23:59:59-14:00", "2026-05-01T14:30:00", "2026-05-01"):
            for body in (reading(when), reading(good, sent_at=when)):
                answer = self.caller.send("POST", path, body)
                self.assertEqual(answer.status_code, 422, (when, answer.content[:200]))
                self.assertTrue(answer.json()["problems"][0]["field"].endswith("_at"))
        self.assertEqual(self.caller.send("POST", path, reading(good, sent_at=good)).status_code, 200)


class ZoneTest(TestCase):
    """A time zone that is none is refused at its field; one that was kept before stops no calendar."""

    def test_at_every_door_and_in_the_calendar(self) -> None:
        caller = Caller(person("ash"))
        job = caller.new_job()
        for zone in ("Nowhere/Land", "../../etc/passwd", "America/", "/etc/passwd", " "):
            document = small_job()
            document["site"]["time_zone"] = zone
            for method, path, body in (
                ("POST", "/api/jobs", {"document": document}),
                ("POST", "/api/jobs/import", document),
                ("PUT", f"/api/jobs/{job}", {"base": 1, "document": document, "says": "x"}),
            ):
                answer = caller.send(method, path, body)
                self.assertEqual(answer.status_code, 422, (zone, path, answer.content[:200]))
                self.assertEqual(answer.json()["problems"][0]["field"], "site/time_zone")
            kept = Job.objects.get(pk=job).current
            assert kept is not None
            Revision.objects.filter(pk=kept.pk).update(document=document)
            answer = caller.send("GET", f"/api/jobs/{job}/documents/calendar.ics")
            self.assertEqual(answer.status_code, 422, (zone, answer.content[:200]))
            self.assertEqual(caller.send("GET", "/api/crew/calendar.ics").status_code, 200)


class FilesTest(SimpleTestCase):
    def test_a_drawing_of_a_name_that_was_kept_before_is_still_xml(self) -> None:
        shape = Shape(id="a\u0000b", kind="text", layer="label", points=((0.0, 0.0),), text="one\u0000 \ud800two")
        view = View(name="plan", title="t\u0001", layout="free", bounds=(0.0, 0.0, 1.0, 1.0), shapes=(shape,))
        drawn = ElementTree.fromstring(svg(view).encode("utf-8"))
        self.assertIn("one two", "".join(drawn.itertext()))

    def test_a_day_that_nobody_means(self) -> None:
        for text in ("0001-01-01", "9999-12-31", "2026-02-30", ""):
            with self.assertRaises(InvalidInputError):
                day_of(text, "on")
