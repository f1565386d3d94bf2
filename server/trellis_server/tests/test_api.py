"""The API as a front end uses it: accounts, history, two editors, files, refusals, what was measured."""

import csv
import io
import json
import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

import ezdxf
from django.test import TestCase, override_settings, tag
from django.utils import timezone
from steady.drawing.views import views
from steady.jobs.document import plan_structure

from trellis_server.models import Crew, Revision
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person, small_job
from trellis_server.tests.printed import text_of


class AccountsTest(TestCase):
    def test_sign_in_and_out(self) -> None:
        person("ash")
        caller = Caller()
        self.assertFalse(caller.send("GET", "/api/session").json()["signed_in"])
        wrong = caller.send("POST", "/api/session", {"name": "ash", "password": "guess"})
        self.assertEqual(wrong.status_code, 401)
        self.assertEqual(wrong["Content-Type"], "application/problem+json")
        good = caller.send("POST", "/api/session", {"name": "ash", "password": "correct horse staple"})
        self.assertEqual(good.json()["name"], "ash")
        self.assertEqual(caller.send("GET", "/api/jobs").status_code, 200)
        caller.send("DELETE", "/api/session")
        self.assertEqual(caller.send("GET", "/api/jobs").status_code, 401)

    def test_guessing_is_slowed_down(self) -> None:
        person("birch")
        caller = Caller()
        codes = [caller.send("POST", "/api/session", {"name": "birch", "password": "x"}).status_code for _ in range(10)]
        self.assertEqual(codes[-1], 429)

    def test_the_demo_signs_in_on_the_loopback_alone(self) -> None:
        person("demo", "Juniper Lane Builders")
        with override_settings(DEMO=True):
            self.assertTrue(Caller().client.get("/api/session", REMOTE_ADDR="127.0.0.1").json()["demo"])
            outside: tuple[dict[str, Any], ...] = (
                {"REMOTE_ADDR": "10.0.0.7"},
                {"REMOTE_ADDR": "127.0.0.1", "HTTP_X_FORWARDED_FOR": "10.0.0.7"},
            )
            for extra in outside:
                self.assertFalse(Caller().client.get("/api/session", **extra).json()["signed_in"])
        self.assertFalse(Caller().client.get("/api/session", REMOTE_ADDR="127.0.0.1").json()["signed_in"])

    def test_whoever_left_the_demo_finds_the_way_back(self) -> None:
        person("demo", "Juniper Lane Builders")
        with override_settings(DEMO=True):
            client = Caller().client
            here: dict[str, Any] = {"REMOTE_ADDR": "127.0.0.1"}
            self.assertTrue(client.get("/api/session", **here).json()["signed_in"])
            left = client.delete("/api/session", **here).json()
            self.assertEqual((left["signed_in"], left["demo_here"]), (False, True))
            self.assertFalse(client.get("/api/session", **here).json()["signed_in"])
            self.assertTrue(client.post("/api/session/demo", **here).json()["demo"])
            away = Caller().client.post("/api/session/demo", REMOTE_ADDR="10.0.0.7")
            self.assertEqual(away.status_code, 403)
        self.assertEqual(Caller().client.post("/api/session/demo", REMOTE_ADDR="127.0.0.1").status_code, 403)

    def test_a_call_without_the_pages_token_is_refused(self) -> None:
        caller = Caller(person("cedar"), strict=True)
        self.assertEqual(caller.send("POST", "/api/jobs", {"document": small_job()}).status_code, 403)


class PermissionTest(TestCase):
    """Nobody else can list, read, write or guess a crew's jobs."""

    @tag("slow")
    def test_matrix(self) -> None:
        owner, mate, other = person("owner", "A"), person("mate", "A"), person("other", "B")
        job = Caller(owner).new_job()
        body = {"base": 1, "document": small_job("Changed"), "says": ""}
        reading = {
            "id": str(uuid.uuid4()),
            "about": "windbreak/post/start",
            "what": "set",
            "done": True,
            "device": "p",
            "measured_at": "2026-06-01T08:00:00Z",
        }
        calls = [
            ("GET", f"/api/jobs/{job}", None),
            ("PUT", f"/api/jobs/{job}", body),
            ("POST", f"/api/jobs/{job}/undo", {"base": 1}),
            ("POST", f"/api/jobs/{job}/redo", {"base": 1}),
            ("GET", f"/api/jobs/{job}/readings", None),
            ("POST", f"/api/jobs/{job}/readings", {"readings": [reading]}),
            ("GET", f"/api/jobs/{job}/job.json", None),
            ("GET", f"/api/jobs/{job}/documents/list.csv", None),
            *(
                ("GET", f"/api/jobs/{job}/files/windbreak/{name}", None)
                for name in ("marks.csv", "pieces.csv", "plan.svg", "drawing.dxf", "sheets.pdf", "working.pdf")
            ),
        ]
        for who, code in ((None, 401), (other, 404), (mate, 200), (owner, 200)):
            caller = Caller(who)
            for method, path, sent in calls:
                with self.subTest(who=str(who), path=path):
                    answer = caller.send(method, path, sent)
                    # A mate's save may meet the owner's: 409 hands both versions back, which is reading, too.
                    self.assertIn(answer.status_code, (code, 409) if code == 200 else (code,), answer.content[:200])
        self.assertEqual(len(Caller(mate).send("GET", "/api/jobs").json()), 1)
        self.assertEqual(Caller(other).send("GET", "/api/jobs").json(), [])
        self.assertEqual(Caller(other).send("GET", f"/api/jobs/{uuid.uuid4()}").status_code, 404)

    def test_every_endpoint_asks_who_is_there(self) -> None:
        self.assertEqual(Caller().send("POST", "/api/calculators", {}).status_code, 401)
        for path in (
            "/api/jobs",
            "/api/calculators",
            "/api/verification",
            "/api/designs/reference",
            "/api/structure-types",
        ):
            self.assertEqual(Caller().send("GET", path).status_code, 401, path)
        for name in ("plan", "marks", "takeoff", "fixes", "movement-limits", "level-readings", "locate-status"):
            self.assertEqual(Caller().send("POST", f"/api/designs/{name}", {}).status_code, 401, name)
        for name in ("new", "move", "lock", "action"):
            self.assertEqual(Caller().send("POST", f"/api/structure-types/{name}", {}).status_code, 401, name)

    def test_a_reading_of_another_crews_job_is_not_taken_over(self) -> None:
        owner, other = person("owner"), person("other")
        reading = {
            "id": str(uuid.uuid4()),
            "about": "windbreak/post/start",
            "what": "set",
            "done": True,
            "device": "p",
            "measured_at": "2026-06-01T08:00:00Z",
        }
        mine, theirs = Caller(owner).new_job(), Caller(other).new_job()
        self.assertEqual(
            Caller(owner).send("POST", f"/api/jobs/{mine}/readings", {"readings": [reading]}).status_code, 200
        )
        again = Caller(other).send("POST", f"/api/jobs/{theirs}/readings", {"readings": [reading]})
        self.assertEqual(again.status_code, 422)


class HistoryTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        self.job = self.caller.new_job()

    def save(self, base: int, document: dict[str, object], says: str = "") -> dict[str, object]:
        answer = self.caller.send("PUT", f"/api/jobs/{self.job}", {"base": base, "document": document, "says": says})
        return {"code": answer.status_code, **answer.json()}

    def test_undo_and_redo_follow_every_change(self) -> None:
        for k in range(3):
            self.save(k + 1, small_job(f"name {k}"))
        back = self.caller.send("POST", f"/api/jobs/{self.job}/undo", {"base": 4}).json()
        self.assertEqual(back["document"]["name"], "name 1")
        back = self.caller.send("POST", f"/api/jobs/{self.job}/undo", {"base": back["revision"]}).json()
        self.assertEqual(back["document"]["name"], "name 0")
        on = self.caller.send("POST", f"/api/jobs/{self.job}/redo", {"base": back["revision"]}).json()
        self.assertEqual(on["document"]["name"], "name 1")
        self.assertTrue(on["can_redo"])
        fresh = self.save(on["revision"], small_job("another way"))
        self.assertFalse(fresh["can_redo"])
        self.assertEqual(self.caller.send("GET", f"/api/jobs/{self.job}").json()["document"]["name"], "another way")
        with self.subTest("undo past the first change stays at the first"):
            for _ in range(5):
                state = self.caller.send("GET", f"/api/jobs/{self.job}").json()
                self.caller.send("POST", f"/api/jobs/{self.job}/undo", {"base": state["revision"]})
            self.assertFalse(self.caller.send("GET", f"/api/jobs/{self.job}").json()["can_undo"])

    def keyed(self, base: int, document: dict[str, Any], key: str) -> dict[str, Any]:
        body = {"base": base, "document": document, "says": "typed", "key": key}
        answer = self.caller.send("PUT", f"/api/jobs/{self.job}", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return dict(answer.json())

    def test_what_is_sent_twice_and_was_undone_meanwhile_stays_undone(self) -> None:
        """The answer was lost; another page undid it; the page that never heard of it sends it again."""
        key = str(uuid.uuid4())
        first = self.keyed(1, small_job("typed once"), key)
        self.caller.send("POST", f"/api/jobs/{self.job}/undo", {"base": first["revision"]})
        again = self.keyed(1, small_job("typed once"), key)
        self.assertEqual((again["document"]["name"], again["revision"]), ("Small", 1))
        self.assertEqual(again["sent"], first["revision"])  # what is typed on top of it goes on from there
        on = self.keyed(again["sent"], {**small_job("typed once"), "client": "the house"}, str(uuid.uuid4()))
        self.assertEqual((on["document"]["name"], on["document"]["client"]), ("Small", "the house"))

    def test_what_was_joined_and_is_sent_twice_is_kept_once(self) -> None:
        key, theirs = str(uuid.uuid4()), small_job()
        theirs["place"] = "by the brook"
        self.keyed(1, theirs, str(uuid.uuid4()))
        mine = {**small_job(), "client": "the house"}
        first, again = self.keyed(1, mine, key), self.keyed(1, mine, key)
        self.assertEqual(first, again)
        self.assertEqual((again["document"]["place"], again["document"]["client"]), ("by the brook", "the house"))
        self.assertEqual(Revision.objects.filter(job_id=self.job).count(), 4)

    def test_two_editors_of_different_parts_are_joined(self) -> None:
        mine, theirs = small_job(), small_job()
        mine["client"] = "the house"
        theirs["structures"][0]["spec"]["height_m"] = 1.5
        self.assertEqual(self.save(1, theirs)["code"], 200)
        joined = self.save(1, mine)
        self.assertEqual(joined["code"], 200)
        self.assertEqual(joined["document"]["client"], "the house")  # type: ignore[index]
        self.assertEqual(joined["document"]["structures"][0]["spec"]["height_m"], 1.5)  # type: ignore[index]

    def test_two_editors_of_one_part_see_both_versions(self) -> None:
        mine, theirs = small_job(), small_job()
        mine["structures"][0]["spec"]["height_m"] = 1.2
        mine["place"] = "mine"
        theirs["structures"][0]["spec"]["height_m"] = 1.5
        self.save(1, theirs)
        clash = self.save(1, mine)
        self.assertEqual(clash["code"], 409)
        clashes: Any = clash["clashes"]
        self.assertEqual(len(clashes), 1)
        found = clashes[0]
        self.assertEqual(
            (found["path"], found["mine"], found["theirs"]), ("structures/windbreak/spec/height_m", 1.2, 1.5)
        )
        merged = clash["merged"]
        self.assertEqual(merged["place"], "mine")  # type: ignore[index]
        merged["structures"][0]["spec"]["height_m"] = 1.2  # type: ignore[index]
        self.assertEqual(self.save(clash["revision"], merged)["code"], 200)  # type: ignore[arg-type]

    def test_export_and_import_go_round_exactly(self) -> None:
        first = self.caller.send("GET", f"/api/jobs/{self.job}/job.json")
        # By another crew: beside its namesake it would be numbered.
        other = Caller(person("elm"))
        again = other.send("POST", "/api/jobs/import", json.loads(first.content))
        self.assertEqual(again.status_code, 200, again.content)
        second = other.send("GET", f"/api/jobs/{again.json()['id']}/job.json")
        self.assertEqual(first.content, second.content)

    def test_a_structure_is_brought_from_another_job_of_the_crew_alone(self) -> None:
        document = small_job("Here")
        body = {"document": document, "from_job": self.job, "structure": "windbreak"}
        answer = self.caller.send("POST", "/api/structure-types/copy-from-job", body)
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        self.assertEqual(answer.json()["structure"]["spec"]["id"], "windbreak-2")
        stranger = Caller(person("elm"))
        self.assertEqual(stranger.send("POST", "/api/structure-types/copy-from-job", body).status_code, 404)
        body["structure"] = "nobody"
        self.assertEqual(self.caller.send("POST", "/api/structure-types/copy-from-job", body).status_code, 422)

    def test_a_job_of_another_format_is_refused(self) -> None:
        for body in ({}, {"format": 99, "name": "x"}, {"format": "1"}, {"format": 1}):
            self.assertEqual(self.caller.send("POST", "/api/jobs/import", body).status_code, 422)

    def test_the_crews_last_choices_start_the_next_fence(self) -> None:
        document = small_job()
        document["structures"][0]["spec"]["height_m"] = 1.37
        self.save(1, document)
        spec = self.caller.send(
            "POST", "/api/structure-types/new", {"kind": "fence", "text": "0 c38 g4 c81 g11 118'6", "id": "new"}
        ).json()
        self.assertEqual(spec["height_m"], 1.37)
        self.assertEqual(len(spec["openings"]), 2)


class RefusalTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))

    def refused(self, **changes: object) -> list[dict[str, str]]:
        document = small_job()
        document["structures"][0]["spec"] |= changes
        answer = self.caller.send("POST", "/api/designs/plan", {"document": document, "structure": "windbreak"})
        self.assertEqual(answer.status_code, 422, answer.content[:300])
        self.assertEqual(answer["Content-Type"], "application/problem+json")
        return list(answer.json()["problems"])

    def test_each_names_its_field_in_the_users_units(self) -> None:
        [problem] = self.refused(height_m=99)
        self.assertEqual(problem["field"], "document/structures/0/spec/height_m")
        self.assertIn("12′", problem["message"])
        [problem] = self.refused(post="post of gold")
        self.assertEqual(problem["field"], "structures/0/spec/post")
        [problem] = self.refused(openings=[{"id": "g", "at_m": 6.0, "clear_m": 2.0}])
        self.assertEqual(problem["field"], "structures/0/spec/openings/0/at_m")
        [problem] = self.refused(colour="green")
        self.assertIn("not known", problem["message"])

    def test_not_json_not_a_number_not_there(self) -> None:
        self.assertEqual(self.caller.send("POST", "/api/designs/plan", b"{not json").status_code, 400)
        bad: Any
        for bad in (float("nan"), float("inf"), "tall", None, []):
            job = small_job()
            job["structures"][0]["spec"]["gap_m"] = bad
            answer = self.caller.send("POST", "/api/designs/plan", {"document": job, "structure": "windbreak"})
            self.assertEqual(answer.status_code, 422, bad)
        self.assertEqual(self.caller.send("GET", "/api/nowhere").status_code, 404)
        body = {"document": small_job(), "structure": "elsewhere"}
        self.assertEqual(self.caller.send("POST", "/api/designs/plan", body).status_code, 422)


class FilesTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))
        from trellis_server.demo.jobs import larkspur_rise

        self.document = larkspur_rise()
        self.job = self.caller.new_job(documents.dump(self.document))
        self.plan = plan_structure(self.document, "windbreak")

    def file(self, name: str) -> bytes:
        answer = self.caller.send("GET", f"/api/jobs/{self.job}/files/windbreak/{name}")
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return bytes(answer.content)

    def test_marks_and_pieces(self) -> None:
        rows = list(csv.DictReader(io.StringIO(self.file("marks.csv").decode())))
        self.assertEqual([float(row["mark_m"]) for row in rows], [round(m.station_m, 6) for m in self.plan.marks])
        pieces = list(csv.DictReader(io.StringIO(self.file("pieces.csv").decode())))
        counted = sum(int(row["count"]) for row in pieces)
        self.assertEqual(counted, sum(part.count for part in self.plan.parts if part.length_m))

    @tag("slow")
    def test_every_structure_of_every_demo_job_comes_out_on_paper_and_in_files(self) -> None:
        from trellis_server.demo.jobs import all_jobs

        for document in all_jobs():
            job = self.caller.new_job(documents.dump(document))
            for structure in document.structures:
                plan = plan_structure(document, structure.spec.id)
                for name, start in (
                    ("marks.csv", b""),
                    ("pieces.csv", b""),
                    ("sheets.pdf", b"%PDF"),
                    ("plan.svg", b""),
                ):
                    with self.subTest(job=document.name, structure=structure.name, file=name):
                        answer = self.caller.send("GET", f"/api/jobs/{job}/files/{structure.spec.id}/{name}")
                        self.assertEqual(answer.status_code, 200, answer.content[:200])
                        self.assertTrue(bytes(answer.content).startswith(start))
                        if name == "pieces.csv":
                            rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
                            counted = sum(int(row["count"]) for row in rows)
                            self.assertEqual(counted, sum(part.count for part in plan.parts if part.length_m))

    def test_the_same_ids_on_page_svg_and_dxf(self) -> None:
        found = {v.name: v for v in views(self.plan, self.document.reading.tape())}
        wanted = {shape.id for name in ("plan", "tape", "elevation") for shape in found[name].shapes}
        drawing = ezdxf.read(io.StringIO(self.file("drawing.dxf").decode()))
        self.assertEqual(drawing.audit().errors, [])
        in_dxf = {e.get_xdata("TRELLIS")[0].value for e in drawing.modelspace()}
        self.assertEqual(in_dxf, wanted)
        text = "".join(self.file(f"{name}.svg").decode() for name in ("plan", "tape", "elevation"))
        for name in wanted:
            self.assertIn(f'data-id="{name}"', text)

    def test_dxf_is_true_size_in_millimetres(self) -> None:
        drawing = ezdxf.read(io.StringIO(self.file("drawing.dxf").decode()))
        [string] = [e for e in drawing.modelspace() if e.dxf.layer == "string"]
        xs = [p[0] for p in string.get_points()]  # type: ignore[attr-defined]
        self.assertAlmostEqual(max(xs) - min(xs), self.plan.marks[-1].station_m * 1000, 3)

    @tag("slow")
    def test_site_sheets_on_both_papers(self) -> None:
        for paper, width in (("letter", 612), ("a4", 595)):
            body = self.file(f"sheets.pdf?paper={paper}&from_end=true&to=near%20face&mirrored=true&offset=18")
            self.assertTrue(body.startswith(b"%PDF"))
            self.assertIn(f"/MediaBox [ 0 0 {width}".encode(), body)
            said = " ".join(text_of(body).split())
            for run in (1, 2, 3):
                self.assertIn(f"Run {run} of 3", said)
            # What a crew on the line asks its paper: corners, services, both ends of the tape, bags, rails, gates, order, labels.
            for word in (
                "turn 18° right",
                "water main, depth unknown",
                "from the start",
                "MIRRORED",
                "bags",
                "post long",
                "lower edges",
                "Dimensions in cutting order",
                "Pieces to cut",
                "Work sequence and hold points",
                "Part labels",
            ):
                self.assertIn(word, said)
            self.assertLess(
                said.index("No hole before the locate"), said.index("Run 1 of 3")
            )  # what can hurt comes first
        bad = self.caller.send("GET", f"/api/jobs/{self.job}/files/windbreak/sheets.pdf?offset=far")
        self.assertEqual(bad.status_code, 422)

    def test_every_letter_on_paper_is_in_the_typeface(self) -> None:
        from django.conf import settings
        from fontTools.ttLib import TTFont
        from steady.jobs.design_sheet import sheet

        from trellis_server.tests.texts import texts

        cmap = TTFont(settings.BASE / "fonts" / "TrellisSans-Regular.ttf").getBestCmap()
        found = sheet(self.plan, self.document.reading.tape(), self.document.yard)
        missing = {letter for text in texts(found) for letter in text if ord(letter) not in cmap and letter != "\n"}
        self.assertEqual(missing, set())


class SiteCase(TestCase):
    """A job with a windbreak, and what phones send of it."""

    def setUp(self) -> None:
        self.who = person("ash")
        self.caller = Caller(self.who)
        self.job = self.caller.new_job()

    def reading(self, value_m: float, device: str, **more: object) -> dict[str, object]:
        base = {
            "id": str(uuid.uuid4()),
            "about": "windbreak/post/start+1",
            "what": "stands at",
            "value_m": value_m,
            "device": device,
            "measured_at": "2026-06-01T08:00:00Z",
        }
        return {**base, **more}

    def send(self, *readings: dict[str, object]) -> list[dict[str, object]]:
        answer = self.caller.send("POST", f"/api/jobs/{self.job}/readings", {"readings": list(readings)})
        self.assertEqual(answer.status_code, 200, answer.content)
        return self.rows()

    def rows(self) -> list[dict[str, Any]]:
        """What the job holds, in the order in which it counts."""
        return list(self.caller.client.get(f"/api/jobs/{self.job}/readings").json()["readings"])


class SiteTest(SiteCase):
    def test_two_phones_values_are_both_kept_beside_the_plan(self) -> None:
        rows = self.send(self.reading(1.90, "phone a"), self.reading(1.70, "phone b"))
        self.assertEqual({row["device"] for row in rows}, {"phone a", "phone b"})
        self.assertTrue(all(row["planned_m"] is not None and row["verdict"] for row in rows))

    def test_sent_twice_is_kept_once(self) -> None:
        one = self.reading(1.9, "phone a")
        self.send(one)
        self.assertEqual(len(self.send(one, self.reading(1.8, "phone a"))), 2)

    def test_a_post_no_longer_planned_keeps_its_reading(self) -> None:
        rows = self.send(self.reading(1.9, "phone a", about="windbreak/post/gone"))
        self.assertIsNone(rows[0]["planned_m"])

    def test_the_answer_holds_what_was_sent_alone(self) -> None:
        self.send(self.reading(1.9, "phone a"))
        one = self.reading(1.8, "phone a")
        answer = self.caller.send("POST", f"/api/jobs/{self.job}/readings", {"readings": [one]}).json()
        self.assertEqual([row["id"] for row in answer["kept"]], [one["id"]])


class ClockTest(SiteCase):
    """Readings follow each other by the server's clock, however wrong a phone's is; the phone's own is shown."""

    def at(self, said: datetime, value_m: float, device: str, sent: datetime | None = None) -> None:
        body: dict[str, Any] = {"readings": [self.reading(value_m, device, measured_at=said.isoformat())]}
        if sent is not None:
            body["sent_at"] = sent.isoformat()
        self.assertEqual(self.caller.send("POST", f"/api/jobs/{self.job}/readings", body).status_code, 200)

    def values(self) -> list[float]:
        return [row["value_m"] for row in self.rows()]

    def test_a_tick_of_2031_is_taken_back_by_a_later_right_one(self) -> None:
        future, now = datetime(2031, 5, 1, 8, tzinfo=UTC), timezone.now()
        self.at(future, 1.0, "wrong clock", sent=future)
        self.at(now, 2.0, "right clock", sent=now)
        self.assertEqual(self.values(), [1.0, 2.0])
        self.assertEqual(self.rows()[0]["measured_at"][:10], "2031-05-01")

    def test_the_same_phone_takes_its_own_back_once_its_clock_is_right(self) -> None:
        future, now = datetime(2031, 5, 1, 8, tzinfo=UTC), timezone.now()
        self.at(future, 1.0, "phone", sent=future)
        self.at(now, 2.0, "phone", sent=now)
        self.assertEqual(self.values(), [1.0, 2.0])

    def test_what_waited_for_signal_counts_when_it_was_measured(self) -> None:
        """Measured two hours before it was sent, by a clock three years slow: another's value of an hour ago is later."""
        now, slow = timezone.now(), timedelta(days=3 * 365)
        self.at(now - timedelta(hours=1), 2.0, "right clock", sent=now)
        self.at(now - slow - timedelta(hours=2), 1.0, "slow clock", sent=now - slow)
        self.assertEqual(self.values(), [1.0, 2.0])

    def test_a_clock_set_back_between_two_readings_leaves_them_in_order(self) -> None:
        now = timezone.now()
        rows = [
            self.reading(1.0, "phone", measured_at=(now + timedelta(days=900)).isoformat()),
            self.reading(2.0, "phone", measured_at=(now - timedelta(minutes=3)).isoformat()),
        ]
        body = {"readings": rows, "sent_at": now.isoformat()}
        self.assertEqual(self.caller.send("POST", f"/api/jobs/{self.job}/readings", body).status_code, 200)
        self.assertEqual(self.values(), [1.0, 2.0])

    def test_nothing_counts_later_than_it_came_in(self) -> None:
        self.at(datetime(9999, 12, 31, 23, tzinfo=UTC), 1.0, "phone")
        self.at(datetime(1, 1, 2, tzinfo=UTC), 2.0, "other")
        for row in self.rows():
            self.assertLessEqual(datetime.fromisoformat(row["counts_at"]), timezone.now())


class MeantTest(TestCase):
    """A page says whom it takes itself to be signed in as: nothing of it is done under another's name."""

    def test_a_page_of_somebody_else_is_told_so_and_nothing_is_kept(self) -> None:
        ash, elm = person("ash"), person("elm")
        mine = Caller(ash)
        job = mine.new_job()
        Crew.objects.get(members=ash).members.add(elm)
        # Elm signed in by another tab: the cookies are elm's, the page is ash's.
        theirs = Caller(elm)
        body = {"base": 1, "document": {**small_job("Ash's words")}, "says": "typed"}
        answer = theirs.client.put(
            f"/api/jobs/{job}", body, content_type="application/json", headers={"X-Trellis-Person": str(ash.pk)}
        )
        self.assertEqual(answer.status_code, 401)
        self.assertIn("Somebody else", answer.json()["title"])
        self.assertEqual(theirs.client.get(f"/api/jobs/{job}").json()["revision"], 1)
        kept = theirs.client.put(
            f"/api/jobs/{job}", body, content_type="application/json", headers={"X-Trellis-Person": str(elm.pk)}
        )
        self.assertEqual(kept.status_code, 200)


class PageTest(TestCase):
    def test_the_page_and_its_policy(self) -> None:
        page = self.client.get("/jobs/anything")
        self.assertEqual(page.status_code, 200)
        self.assertIn("script-src 'self'", page["Content-Security-Policy"])
        self.assertNotIn("unsafe-eval", page["Content-Security-Policy"])
        self.assertEqual(page["Cache-Control"], "no-cache")

    def test_hashed_files_are_cached_for_good(self) -> None:
        import re

        page = self.client.get("/").content.decode()
        script = re.search(r'src="(/static/assets/[^"]+\.js)"', page)
        assert script
        self.assertIn("immutable", self.client.get(script[1])["Cache-Control"])

    def test_the_schema_of_a_job_is_published_and_holds(self) -> None:
        schema = self.client.get("/schema/job.json").json()
        self.assertIn("structures", schema["properties"])
        self.assertEqual(documents.load(documents.dump(documents.load(small_job()))), documents.load(small_job()))
