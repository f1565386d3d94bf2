"""Lost work and open doors: joined saves, names that break drawings, host names, bodies made to hurt, lines too long."""

import copy
import json
import resource
import time
from typing import Any
from unittest.mock import patch

from django.test import Client, TestCase, override_settings, tag

from trellis_server.services import cards
from trellis_server.tests.make import Caller, person, small_job


class JoinedSaveTest(TestCase):
    """Two people save at once, and one of them types on before the answer is back."""

    def test_typing_on_after_a_join_undoes_nothing(self) -> None:
        first, second = Caller(person("ash", "A")), Caller(person("birch", "A"))
        job = first.new_job()
        document = small_job()
        theirs = copy.deepcopy(document) | {"place": "South Lane"}
        self.assertEqual(first.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": theirs}).status_code, 200)
        mine = copy.deepcopy(document) | {"wanted": "a windbr"}
        joined = second.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": mine}).json()
        self.assertEqual(joined["document"]["place"], "South Lane")
        more = copy.deepcopy(mine) | {"wanted": "a windbreak"}
        answer = second.send("PUT", f"/api/jobs/{job}", {"base": joined["sent"], "document": more})
        self.assertEqual(answer.status_code, 200, answer.content)
        kept = first.send("GET", f"/api/jobs/{job}").json()["document"]
        self.assertEqual((kept["place"], kept["wanted"]), ("South Lane", "a windbreak"))

    def test_a_save_sent_twice_is_kept_once(self) -> None:
        """The answer was lost on the way (a reload, no signal): what is sent again is no step to undo."""
        caller = Caller(person("ash"))
        job = caller.new_job()
        renamed = small_job("New")
        first = caller.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": renamed}).json()
        again = caller.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": renamed}).json()
        self.assertEqual((first["revision"], again["revision"]), (2, 2))
        self.assertIsNone(again["sent"])
        back = caller.send("POST", f"/api/jobs/{job}/undo", {"base": 2}).json()
        self.assertEqual(back["document"]["name"], small_job()["name"])

    def test_what_another_has_saved_meanwhile_is_no_step_of_mine(self) -> None:
        first, second = Caller(person("ash", "A")), Caller(person("birch", "A"))
        job = first.new_job()
        same = small_job() | {"wanted": "a windbreak"}
        first.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": same | {"place": "South Lane"}})
        answer = second.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": same}).json()
        self.assertEqual((answer["revision"], answer["document"]["place"]), (2, "South Lane"))
        more = same | {"wanted": "a windbreak and a gate"}
        second.send("PUT", f"/api/jobs/{job}", {"base": answer["sent"], "document": more})
        kept = first.send("GET", f"/api/jobs/{job}").json()["document"]
        self.assertEqual((kept["place"], kept["wanted"]), ("South Lane", "a windbreak and a gate"))

    def test_a_plain_save_names_no_other_base(self) -> None:
        caller = Caller(person("ash"))
        job = caller.new_job()
        answer = caller.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": small_job("New")}).json()
        self.assertIsNone(answer["sent"])
        self.assertEqual(answer["revision"], 2)


class NamesTest(TestCase):
    """Whatever a gate or a service is called, its plan, its files and the list of jobs answer."""

    def test_bars_in_names(self) -> None:
        caller = Caller(person("ash"))
        document = small_job()
        spec = document["structures"][0]["spec"]
        spec["openings"] = [{"id": "g", "what": "Drive | main", "at_m": 2.0, "clear_m": 1.1, "leaves_m": [1.0]}]
        spec["zones"] = [
            {"id": "z", "what": "gas | old", "letter": "G|", "at_m": 5.5, "half_width_m": 0.3, "depth": "a|b|c"}
        ]
        job = caller.new_job(document)
        plan = caller.send("POST", "/api/designs/plan", {"document": document, "structure": "windbreak"})
        self.assertEqual(plan.status_code, 200, plan.content)
        self.assertIn("Drive | main, swings in", plan.content.decode())
        self.assertIn("G|  gas | old, a|b|c", plan.content.decode())
        self.assertEqual(caller.send("GET", "/api/jobs").status_code, 200)
        for name in ("marks.csv", "pieces.csv", "plan.svg", "drawing.dxf", "sheets.pdf", "working.pdf"):
            with self.subTest(name=name):
                self.assertEqual(caller.send("GET", f"/api/jobs/{job}/files/windbreak/{name}").status_code, 200)

    def test_one_broken_structure_leaves_the_list_standing(self) -> None:
        caller = Caller(person("ash"))
        job = caller.new_job(small_job("Broken"))
        real = cards.plan_structure

        def fails(document: Any, structure: str) -> Any:
            if structure == "windbreak":
                raise ZeroDivisionError
            return real(document, structure)

        with patch.object(cards, "plan_structure", fails), self.assertLogs(cards.log, "ERROR"):
            answer = caller.send("GET", f"/api/jobs/{job}/card")
        self.assertEqual(answer.status_code, 200)
        rows = {row["id"]: row for row in answer.json()["structures"]}
        self.assertEqual(rows["windbreak"]["problem"], cards.BROKEN)
        self.assertTrue(rows["kitchen-deck"]["verdict"])
        self.assertTrue(answer.json()["view"]["shapes"])


class HostTest(TestCase):
    """A page that rebinds a name of its own to this machine reads nothing."""

    def test_unknown_names_are_refused_on_every_address(self) -> None:
        person("demo", "Juniper Lane Builders")
        with override_settings(DEMO=True, ALLOWED_HOSTS=["localhost", "127.0.0.1", "[::1]"]):
            for path in ("/", "/api/session", "/api/jobs", "/schema/job.json", "/sw.js", "/static/assets/x.js"):
                for host in ("evil.example", "127.0.0.1.evil.example", "evil.example:8000", "a b", ""):
                    with self.subTest(path=path, host=host):
                        answer = Client().get(path, HTTP_HOST=host, REMOTE_ADDR="127.0.0.1")
                        self.assertEqual(answer.status_code, 400)
                        self.assertNotIn(b"demo", answer.content)
            for host in ("localhost", "127.0.0.1:8000", "[::1]:8000"):
                self.assertEqual(Client().get("/api/session", HTTP_HOST=host).status_code, 200)

    def test_a_host_that_serve_names_is_answered_and_no_other(self) -> None:
        with override_settings(ALLOWED_HOSTS=["trellis.example.org"]):
            self.assertEqual(Client().get("/api/session", HTTP_HOST="trellis.example.org").status_code, 200)
            self.assertEqual(Client().get("/api/session", HTTP_HOST="other.example.org").status_code, 400)


class BodyTest(TestCase):
    """Bodies made to hurt are turned away before they are read: under a second and 50 MB each."""

    def hostile(self) -> dict[str, tuple[str, str, bytes]]:
        many = b'{"a":[' + b",".join([b"{}"] * 900_000) + b"]}"
        keys = json.dumps({f"k{k}": 0 for k in range(380_000)}).encode()
        deep = b"[" * 900_000 + b"]" * 900_000
        return {
            "members": ("POST", "/api/jobs", many),
            "members of an import": ("POST", "/api/jobs/import", many),
            "keys without sign-in": ("POST", "/api/session", keys),
            "keys of sums": ("POST", "/api/calculators", keys),
            "depth": ("POST", "/api/designs/plan", deep),
            "text": ("POST", "/api/jobs", b'"' + b"a" * 3_900_000 + b'"'),
            "numbers": ("PUT", "/api/jobs/00000000-0000-0000-0000-000000000000", b"[" + b"1," * 900_000 + b"1]"),
        }

    @tag("slow")
    def test_each_answers_at_once_and_in_little_room(self) -> None:
        caller = Caller(person("ash"))
        for name, (method, path, body) in self.hostile().items():
            with self.subTest(name=name):
                before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
                start = time.process_time()
                answer = caller.send(method, path, body)
                self.assertEqual(answer.status_code, 413, answer.content[:200])
                self.assertIn("problems", answer.json())
                self.assertLess(time.process_time() - start, 1.0)
                self.assertLess(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before, 50_000)

    def test_a_large_honest_job_still_fits(self) -> None:
        caller = Caller(person("ash"))
        document = small_job()
        fence = document["structures"][0]
        document["structures"] = []
        for k in range(40):
            spec = copy.deepcopy(fence["spec"]) | {"id": f"fence-{k}"}
            spec["locks"] = [{"id": f"l{n}", "at_m": n / 10, "why": ""} for n in range(20)]
            document["structures"].append({"name": f"Fence {k}", "spec": spec})
        self.assertEqual(caller.send("POST", "/api/jobs", {"document": document}).status_code, 200)

    def test_a_length_that_is_no_number(self) -> None:
        answer = Client().post("/api/session", b"{}", content_type="application/json", CONTENT_LENGTH="-5")
        self.assertEqual(answer.status_code, 400)


class LongLineTest(TestCase):
    """A line longer than can be planned in a blink says so at its field; a long honest one is planned."""

    def plan(self, straights: list[float], **more: Any) -> Any:
        document = small_job()
        spec = document["structures"][0]["spec"]
        spec["straights"] = [
            {"id": f"s{k}", "length_m": length, "turn_rad": 0.0 if k == 0 else 0.5}
            for k, length in enumerate(straights)
        ]
        spec |= more
        return Caller(self.who).send("POST", "/api/designs/plan", {"document": document, "structure": "windbreak"})

    def setUp(self) -> None:
        self.who = person("ash")

    def test_too_long(self) -> None:
        answer = self.plan([1900.0] * 4)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("straights", answer.json()["problems"][0]["field"])
        self.assertIn("several fences", answer.json()["problems"][0]["message"])

    def test_too_many_posts(self) -> None:
        answer = self.plan([700.0, 700.0], bay_max_m=0.61)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("bay_max_m", answer.json()["problems"][0]["field"])

    def test_a_long_one_is_planned(self) -> None:
        self.assertEqual(self.plan([400.0, 400.0]).status_code, 200)
