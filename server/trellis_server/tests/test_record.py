"""The job's file: photos that are none, huge or turned; inspections that hold work back; a client's link; paper and upkeep."""

import io
import json
import sqlite3
import tempfile
import uuid
from datetime import date, timedelta
from pathlib import Path
from typing import Any

import icalendar
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase, override_settings, tag
from django.utils import timezone
from PIL import Image
from playwright.sync_api import expect
from pypdf import PdfReader
from steady.jobs.document import plan_structure
from steady.jobs.maintenance import after, upkeep

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.models import Job, Photo, ShareLink
from trellis_server.services import documents, job_archive
from trellis_server.services.backup import backup, restore
from trellis_server.services.photos import path_of
from trellis_server.services.pictures import LONGEST_PX
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.signed_in import SignedIn

ORIENTATION, GPS = 0x0112, 0x8825


def jpeg(wide: int = 800, high: int = 600, turned: int = 1) -> bytes:
    """A picture whose left half is red and whose right half is blue, with a place and a way up in it."""
    picture = Image.new("RGB", (wide, high), (200, 30, 20))
    picture.paste((20, 30, 200), (wide // 2, 0, wide, high))
    exif = Image.Exif()
    exif[ORIENTATION] = turned
    exif[GPS] = {1: "N", 2: (41.0, 12.0, 0.0)}
    stream = io.BytesIO()
    picture.save(stream, "JPEG", exif=exif)
    return stream.getvalue()


class UpkeepTest(TestCase):
    """What is found over the years: kept, taken back, in the job's file and on the handover."""

    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def keep(self, **more: Any) -> Any:
        body = {"key": "fixings", "by": "B. Reed", "on": "2026-11-20", "result": "good", "note": "", "photo": None}
        return self.caller.send("POST", f"/api/jobs/{self.job}/upkeep", body | more)

    def listed(self) -> dict[str, Any]:
        found: dict[str, Any] = self.caller.send("GET", f"/api/jobs/{self.job}/upkeep").json()
        return found

    def test_a_fault_is_due_at_once_until_it_is_found_good(self) -> None:
        self.assertEqual(self.keep(result="mend", note="a strap has rusted through").status_code, 200)
        [first, *_] = self.listed()["states"]
        self.assertEqual((first["key"], first["open"], first["due"]), ("fixings", True, "2026-11-20"))
        kept = self.keep(on="2026-11-25").json()
        self.assertFalse(any(one["open"] for one in self.listed()["states"]))
        self.assertEqual(self.caller.send("DELETE", f"/api/jobs/{self.job}/upkeep/{kept['id']}").status_code, 204)
        self.assertTrue(self.listed()["states"][0]["open"])

    def test_bad_input_is_told_at_its_field(self) -> None:
        for more, field in (
            ({"by": " "}, "by"),
            ({"result": "watch"}, "note"),
            ({"key": "moat"}, "key"),
            ({"on": "2199-01-01"}, "on"),
            ({"photo": str(uuid.uuid4())}, "photo"),
        ):
            answer = self.keep(**more)
            self.assertEqual(answer.status_code, 422, answer.content)
            self.assertIn(field, answer.json()["problems"][0]["field"])

    def test_it_goes_with_the_job_s_file_and_onto_the_handover(self) -> None:
        self.keep(result="watch", note="one screw turns")
        exported = self.caller.send("GET", f"/api/jobs/{self.job}/job.json").json()
        brought = self.caller.send("POST", "/api/jobs/import", exported).json()["id"]
        rows = self.caller.send("GET", f"/api/jobs/{brought}/upkeep").json()["rows"]
        self.assertEqual(
            [(row["key"], row["result"], row["note"]) for row in rows], [("fixings", "watch", "one screw turns")]
        )
        pages = PdfReader(io.BytesIO(self.caller.send("GET", f"/api/jobs/{self.job}/documents/handover.pdf").content))
        first, *others = [page.extract_text() for page in pages.pages]
        # A household keeps the first page: what stands, what comes next; the record stands behind it.
        self.assertIn("What stands", first)
        self.assertIn("What it asks for next", first)
        self.assertNotIn("one screw turns", first)
        self.assertIn("one screw turns", " ".join(others))
        self.assertIn("Materials", " ".join(others))


class Kept(TestCase):
    """A job whose photos lie in a folder of their own."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.data = Path(folder.name)
        settings = override_settings(DATA=self.data)
        settings.enable()
        self.addCleanup(settings.disable)
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def send(self, body: bytes, code: int = 200, caller: Caller | None = None, **more: str) -> dict[str, Any]:
        sent = {"photo": SimpleUploadedFile("../../x.jpg", body), **more}
        answer = (caller or self.caller).client.post(f"/api/jobs/{self.job}/photos", sent)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return dict(answer.json())


class ReceiptTest(Kept):
    """The photo of a receipt stands with its cost: on no record, paper, file or link, and for nobody who sees no prices."""

    def setUp(self) -> None:
        super().setUp()
        self.at = f"/api/quotes/{self.job}/costs"
        body = {"kind": "material", "on": "2026-11-20", "amount": 88.5, "who": "the yard"}
        self.entry = self.caller.send("POST", self.at, body).json()["id"]

    def photograph(self, body: bytes, caller: Caller | None = None, code: int = 200) -> dict[str, Any]:
        sent = {"photo": SimpleUploadedFile("r.jpg", body)}
        answer = (caller or self.caller).client.post(f"{self.at}/{self.entry}/receipt", sent)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return dict(answer.json())

    def test_it_is_kept_with_its_cost_and_nowhere_else(self) -> None:
        self.assertEqual(self.caller.send("GET", f"{self.at}/{self.entry}/receipt").status_code, 404)
        self.assertTrue(self.photograph(jpeg())["receipt"])
        answer = self.caller.client.get(f"{self.at}/{self.entry}/receipt?small=true")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "image/jpeg"))
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}/photos").json()["photos"], [])
        photo = Photo.objects.get()
        for at in (f"/api/jobs/{self.job}/photos/{photo.pk}",):
            self.assertEqual(self.caller.send("GET", at).status_code, 404)
            self.assertEqual(self.caller.send("DELETE", at).status_code, 404)
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}/job.json").json()["records"]["photos"], [])
        body = {"shows_photos": True}
        secret = self.caller.send("POST", f"/api/jobs/{self.job}/links", body).json()["secret"]
        self.assertNotIn(str(photo.pk), Caller().send("GET", f"/api/shared/{secret}").content.decode())
        self.assertEqual(Caller().send("GET", f"/api/shared/{secret}/photos/{photo.pk}").status_code, 404)

    def test_a_second_takes_the_place_of_the_first_and_both_go_with_the_cost(self) -> None:
        self.photograph(jpeg())
        first = Photo.objects.get().pk
        self.photograph(jpeg(400, 400))
        second = Photo.objects.get().pk
        self.assertNotEqual(first, second)
        self.assertFalse(path_of(first).exists())
        self.assertEqual(self.caller.send("DELETE", f"{self.at}/{self.entry}").status_code, 204)
        self.assertFalse(Photo.objects.exists())
        self.assertFalse(path_of(second).exists())

    def test_what_is_no_picture_is_refused_and_strangers_find_nothing(self) -> None:
        answer = self.photograph(b"not a picture", code=422)
        self.assertIn("photo", answer["problems"][0]["field"])
        self.photograph(jpeg(), Caller(person("elm")), 404)
        self.assertFalse(Photo.objects.exists())


class PhotoTest(Kept):
    def test_it_is_upright_small_and_without_a_place(self) -> None:
        made = self.send(jpeg(3000, 1500, turned=6), says="<b>hole</b>", about="windbreak")
        self.assertEqual((made["wide"], made["high"]), (LONGEST_PX // 2, LONGEST_PX))  # turned a quarter
        answer = self.caller.client.get(f"/api/jobs/{self.job}/photos/{made['id']}")
        body = b"".join(answer.streaming_content)  # type: ignore[attr-defined]
        with Image.open(io.BytesIO(body)) as kept:
            self.assertEqual(dict(kept.getexif()), {})
            self.assertNotIn("exif", kept.info)
            # Turned clockwise: what was on the left is on top.
            red, _, blue = kept.getpixel((kept.width // 2, 5))  # type: ignore[misc]
            self.assertGreater(red, blue)
        self.assertEqual(answer["X-Content-Type-Options"], "nosniff")
        self.assertEqual(path_of(uuid.UUID(made["id"])).stat().st_mode & 0o077, 0)
        self.assertEqual({path.name for path in self.data.iterdir()}, {"photos", "apart"})
        self.assertEqual({path.name[:7] for path in (self.data / "apart").iterdir()}, {"opening"})

    def test_what_is_no_picture_is_refused_and_nothing_stays(self) -> None:
        for body in (b"", b"not a picture", b"\xff\xd8\xff\xe0" + b"\0" * 500, b"<svg xmlns='x'/>", jpeg()[:900]):
            self.send(body, 422)
        bomb = io.BytesIO()
        Image.new("1", (9000, 9000)).save(bomb, "PNG")
        self.assertLess(len(bomb.getvalue()), 100_000)
        self.assertIn("too many pixels", str(self.send(bomb.getvalue(), 422)))
        self.send(b"\0" * 12_500_000, 413)
        self.send(b"\0" * 5_000_000, 422)
        self.assertEqual(Photo.objects.count(), 0)

    def test_taken_away_with_its_files_and_with_its_job(self) -> None:
        first, second = self.send(jpeg()), self.send(jpeg())
        answer = self.caller.send("DELETE", f"/api/jobs/{self.job}/photos/{first['id']}")
        self.assertEqual(answer.status_code, 204)
        self.assertEqual(len(list((self.data / "photos").iterdir())), 2)
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}/photos/{first['id']}").status_code, 404)
        self.assertEqual(
            [row["id"] for row in self.caller.send("GET", f"/api/jobs/{self.job}/photos").json()["photos"]],
            [second["id"]],
        )
        self.caller.send("DELETE", f"/api/jobs/{self.job}")
        Job.objects.filter(pk=self.job).update(thrown_away_at=timezone.now() - timedelta(days=31))
        job_archive.purge_expired()
        self.assertEqual(list((self.data / "photos").iterdir()), [])

    def test_another_crew_has_no_part_in_it(self) -> None:
        made = self.send(jpeg())
        other = Caller(person("wren"))
        for caller, code in ((other, 404), (Caller(), 401)):
            self.send(jpeg(), code, caller)
            for method, end in (("GET", ""), ("GET", f"/{made['id']}"), ("DELETE", f"/{made['id']}")):
                self.assertEqual(caller.send(method, f"/api/jobs/{self.job}/photos{end}").status_code, code)


class InspectionTest(Kept):
    def look(self, code: int = 200, **more: object) -> dict[str, Any]:
        body = {"task": "windbreak/dig", "by": "the clerk", "on": "2026-11-20", "passed": True, "note": "", **more}
        answer = self.caller.send("POST", f"/api/jobs/{self.job}/inspections", body)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return dict(answer.json())

    def stops(self) -> list[str]:
        body = {"document": small_job(), "job": self.job}
        tasks = self.caller.send("POST", "/api/schedule", body).json()["calendar"]["tasks"]
        return list(next(task for task in tasks if task["id"] == "windbreak/set")["stops"])

    def test_what_is_not_passed_holds_back_what_follows_until_it_is(self) -> None:
        self.assertEqual(self.stops(), [])
        self.look(passed=False, note="two holes too shallow")
        self.assertIn("two holes too shallow", self.stops()[0])
        held = self.caller.send("GET", f"/api/jobs/{self.job}/inspections").json()["held"]
        self.assertEqual(held[0]["task"], "windbreak/dig")
        self.look(on="2026-11-21")
        self.assertEqual(self.stops(), [])

    def test_what_is_missing_is_said_at_its_field(self) -> None:
        for change, field in (
            ({"by": " "}, "by"),
            ({"on": "soon"}, "on"),
            ({"on": "2999-01-01"}, "on"),
            ({"passed": False}, "note"),
            ({"photo": str(uuid.uuid4())}, "photo"),
        ):
            self.assertEqual(self.look(422, **change)["problems"][0]["field"], field)

    def test_it_is_taken_back(self) -> None:
        row = self.look(passed=False, note="wrong job")
        self.assertEqual(self.caller.send("DELETE", f"/api/jobs/{self.job}/inspections/{row['id']}").status_code, 204)
        self.assertEqual(self.stops(), [])
        self.assertEqual(Caller(person("wren")).send("DELETE", f"/api/jobs/{self.job}/inspections/1").status_code, 404)


class LinkTest(Kept):
    def link(self, **more: object) -> dict[str, Any]:
        answer = self.caller.send("POST", f"/api/jobs/{self.job}/links", {"says": "house", **more})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return dict(answer.json())

    def test_it_shows_what_was_chosen_and_nothing_else(self) -> None:
        self.caller.send("POST", f"/api/quotes/{self.job}")
        photo = self.send(jpeg())
        bare, whole = self.link(shows_quote=False), self.link(shows_photos=True)
        seen = Caller().send("GET", f"/api/shared/{bare['secret']}")
        self.assertEqual(seen.status_code, 200)
        self.assertEqual((seen.json()["quote"], seen.json()["photos"]), (None, []))
        self.assertEqual(seen["Cache-Control"], "no-store")
        more = Caller().send("GET", f"/api/shared/{whole['secret']}").json()
        self.assertEqual(more["quote"]["options"][0]["hours"], 0.0)
        self.assertNotIn("document", more)
        for secret, code in ((whole["secret"], 200), (bare["secret"], 404)):
            answer = Caller().client.get(f"/api/shared/{secret}/photos/{photo['id']}?small=true")
            self.assertEqual(answer.status_code, code)

    def test_its_secret_is_long_is_not_kept_and_opens_nothing_once_taken_back(self) -> None:
        made = self.link()
        self.assertGreaterEqual(len(made["secret"]), 43)  # 256 bits
        self.assertNotIn(made["secret"], str(ShareLink.objects.values()))
        self.assertEqual(Caller().send("GET", f"/api/shared/{'x' * 43}").status_code, 404)
        self.assertEqual(
            Caller(person("wren")).send("DELETE", f"/api/jobs/{self.job}/links/{made['id']}").status_code, 404
        )
        self.assertEqual(self.caller.send("DELETE", f"/api/jobs/{self.job}/links/{made['id']}").status_code, 204)
        self.assertEqual(Caller().send("GET", f"/api/shared/{made['secret']}").status_code, 404)

    def test_a_job_thrown_away_is_seen_by_nobody(self) -> None:
        made = self.link()
        self.caller.send("DELETE", f"/api/jobs/{self.job}")
        self.assertEqual(Caller().send("GET", f"/api/shared/{made['secret']}").status_code, 404)


class PaperTest(Kept):
    @tag("slow")
    def test_the_pack_holds_every_structure_and_an_index(self) -> None:
        read = PdfReader(io.BytesIO(self.caller.send("GET", f"/api/jobs/{self.job}/documents/pack.pdf").content))
        titles = [str(item.title) for item in read.outline]  # type: ignore[union-attr]
        sheets = ["Windbreak", "Kitchen deck"]
        self.assertEqual(
            titles,
            [
                "Contents",
                "The site",
                "The days",
                "The list",
                *(f"{name}, crew sheet" for name in sheets),
                *sheets,
                *(f"{name}, the calculation" for name in sheets),
            ],
        )
        self.assertGreater(len(read.pages), 10)
        whole = " ".join(page.extract_text() for page in read.pages[:4])
        self.assertIn("Scale", whole)
        # The first page lists each part with the page it begins on, and every page says which it is of the pack.
        first = read.pages[0].extract_text().split("\n")
        for title in ("Windbreak", "Kitchen deck, the calculation"):
            page = int(first[first.index(title) - 1])
            self.assertIn(title.removesuffix(", the calculation"), read.pages[page - 1].extract_text())
            self.assertIn(f"{page} of {len(read.pages)}", read.pages[page - 1].extract_text())
            starts = next(item for item in read.outline if item.title == title)  # type: ignore[union-attr]
            self.assertEqual(read.get_destination_page_number(starts), page - 1)  # type: ignore[arg-type]

    def test_a_roof_has_a_lift_plan_and_a_shade_sheet(self) -> None:
        document = documents.dump(larkspur_rise())
        job = self.caller.new_job(document)
        listed = self.caller.send("GET", f"/api/jobs/{job}/files/path-pergola").json()["documents"]
        self.assertLessEqual({"lifts.pdf", "shade.pdf"}, {row["file"] for row in listed})
        for file, words in (("lifts.pdf", "two props"), ("shade.pdf", "of the patch lies in its shadow")):
            answer = self.caller.send("GET", f"/api/jobs/{job}/files/path-pergola/{file}")
            text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)
            self.assertIn(words, " ".join(text.split()))
        # Nobody lifts a fence's rails overhead.
        listed = self.caller.send("GET", f"/api/jobs/{job}/files/herb-yard").json()["documents"]
        self.assertNotIn("lifts.pdf", {row["file"] for row in listed})

    def test_the_handover_has_photos_upkeep_and_inspections(self) -> None:
        self.send(jpeg(), says="The last post")
        body = {"task": "windbreak/dig", "by": "the clerk", "on": "2026-11-20", "passed": True}
        self.caller.send("POST", f"/api/jobs/{self.job}/inspections", body)
        read = PdfReader(io.BytesIO(self.caller.send("GET", f"/api/jobs/{self.job}/documents/handover.pdf").content))
        text = " ".join(page.extract_text() for page in read.pages)
        for words in ("The last post", "the clerk: passed", "ledger bolts"):
            self.assertIn(words, text)
        task = next(t for t in plan_structure(larkspur_rise(), "windbreak").tasks if t.id == "windbreak/dig")
        self.assertIn(f"Windbreak, {task.what[:20]}", " ".join(text.split()))

    def test_upkeep_is_what_was_built_asks_for(self) -> None:
        job = larkspur_rise()
        fence = upkeep([plan_structure(job, "lower-path")], date(2026, 8, 31))
        self.assertEqual({item.key for item in fence}, {"fixings", "ground", "finish"})
        self.assertIn("sag", {item.key for item in upkeep([plan_structure(job, "windbreak")], date(2026, 8, 31))})
        roof = {item.key: item.text for item in upkeep([plan_structure(job, "path-pergola")], date(2026, 8, 31))}
        self.assertIn("open roof", roof)
        self.assertNotIn("gutter", " ".join(roof.values()))
        deck = {item.key: item for item in upkeep([plan_structure(job, "kitchen-deck")], date(2026, 8, 31))}
        self.assertEqual(deck["floor"].due[0], date(2027, 8, 31))
        self.assertEqual(after(date(2026, 8, 31), 6), date(2027, 2, 28))
        self.assertEqual(upkeep([], date(2026, 8, 31)), [])
        answer = self.caller.send("GET", f"/api/jobs/{self.job}/documents/upkeep.ics")
        events = icalendar.Calendar.from_ical(answer.content).walk("VEVENT")
        self.assertEqual(len({str(event["uid"]) for event in events}), len(events))
        self.assertGreater(len(events), 10)


class BackupTest(Kept):
    def test_photos_go_along_and_come_back(self) -> None:
        made = self.send(jpeg())
        with sqlite3.connect(self.data / "trellis.sqlite3") as database:
            database.execute("create table trellis_job (id)")
        file = backup(self.data, self.data / "b.zip")
        with tempfile.TemporaryDirectory() as folder:
            restore(file, Path(folder))
            name = f"{made['id']}.jpg"
            self.assertEqual((Path(folder) / "photos" / name).read_bytes(), (self.data / "photos" / name).read_bytes())


class FilePageTest(SignedIn):
    def test_a_photo_an_inspection_and_a_link(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        page = self.page
        with override_settings(DATA=Path(folder.name)):
            self.open(f"/jobs/{self.job.pk}/photos")
            expect(page.get_by_role("heading", name="Photos")).to_be_visible()
            page.get_by_label("Caption").first.fill("North corner")
            page.set_input_files("input[type=file]", {"name": "a.jpg", "mimeType": "image/jpeg", "buffer": jpeg()})
            expect(page.get_by_alt_text("North corner")).to_be_visible()
            page.get_by_role("combobox", name="Inspection").click()
            page.get_by_role("option").first.click()
            looked = page.get_by_role("region", name="Inspections")
            looked.get_by_role("textbox", name="By").fill("the clerk")
            looked.get_by_label("not passed").check()
            looked.get_by_label("Notes").fill("too shallow")
            looked.get_by_role("button", name="Add inspection").click()
            expect(page.get_by_text("Following work is on hold")).to_be_visible()
            self.assertEqual(self.axe(), [])
            self.open(f"/jobs/{self.job.pk}/files")
            page.get_by_label("Recipient").fill("The house")
            page.get_by_role("button", name="Make a link").click()
            secret = page.get_by_label("Copy now; it won't be shown again").input_value()
            self.assertEqual(self.axe(), [])
            other = self.browser.new_context().new_page()
            self.addCleanup(other.context.close)
            other.goto(secret)
            expect(other.get_by_role("heading", name="Larkspur Rise")).to_be_visible()
            expect(other.get_by_role("img", name="The site")).to_be_visible()
            self.assertNotIn("Sign in", other.content())
            self.assertEqual(json.loads(other.evaluate("JSON.stringify(Object.keys(localStorage))")), [])


class DecisionsTest(SignedIn):
    def test_an_inspectors_decision_goes_for_all_alike(self) -> None:
        page = self.page
        self.open(f"/jobs/{self.job.pk}/photos")
        box = page.get_by_role("region", name="Decisions")
        box.get_by_label("To be decided").fill("Which treatment at the ground")
        box.get_by_label("By whom").fill("the inspector")
        box.get_by_role("button", name="Add decision").click()
        self.saved()
        box.get_by_role("button", name="decided: Which treatment at the ground").click()
        box.get_by_label("What was decided").fill("cedar heartwood")
        self.choose("Applies to all", "6×6 treated pine", box)
        self.choose("Replace with", "6×6 cedar", box)
        self.assertEqual(self.axe(), [])
        box.get_by_role("button", name="Keep it").click()
        expect(box).to_contain_text("post 6x6 cedar for every post 6x6 pine")
        self.saved()
        text = str(self.document())
        self.assertIn("post 6x6 cedar", text)
        self.assertNotIn("'post': 'post 6x6 pine'", text)
        page.get_by_role("button", name="Undo").click()
        expect(box.get_by_role("button", name="decided: Which treatment at the ground")).to_be_visible()
        self.saved()
