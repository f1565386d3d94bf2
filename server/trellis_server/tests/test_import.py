"""A job that is brought in and does not read: every error in words, by the kind of structure that was meant; ids that are none."""

import copy
import json
from typing import Any

from django.test import TestCase
from steady.structures.registry import KINDS

from trellis_server.demo.jobs import all_jobs
from trellis_server.services import documents
from trellis_server.tests.make import Caller, person, small_job


def spec_of(kind: str) -> dict[str, Any]:
    """A demo structure of a kind, as it is kept."""
    for job in all_jobs():
        for structure in documents.dump(job)["structures"]:
            if structure["spec"]["kind"] == kind:
                return dict(structure)
    raise LookupError(kind)


class ImportTest(TestCase):
    def setUp(self) -> None:
        self.caller = Caller(person("ash"))

    def bring(self, document: Any, path: str = "/api/jobs/import", code: int = 422) -> list[tuple[str, str]]:
        answer = self.caller.send("POST", path, document)
        self.assertEqual(answer.status_code, code, answer.content[:300])
        return [(row["field"], row["message"]) for row in answer.json().get("problems", [])]

    def with_structure(self, **changes: Any) -> dict[str, Any]:
        document = small_job()
        structure = copy.deepcopy(spec_of(str(changes.pop("like"))))
        structure["spec"].update(changes)
        return {**document, "structures": [structure]}

    def test_each_kind_says_what_is_wrong_with_it(self) -> None:
        """All errors at once, each at its field, with no word of the program's inside."""
        for kind in sorted({s.spec.kind for job in all_jobs() for s in job.structures}):
            found = self.bring(self.with_structure(like=kind, id="", ratings="none", nonsense=1))
            told = dict(found)
            with self.subTest(kind=kind):
                self.assertEqual(
                    set(told), {f"structures/0/spec/{name}" for name in ("id", "ratings", "nonsense")}, found
                )
                self.assertNotIn("Spec", json.dumps(found))
                self.assertNotIn("Input should", json.dumps(found))

    def test_lengths_are_told_in_feet_and_in_metres(self) -> None:
        [(field, says)] = self.bring(self.with_structure(like="fence", height_m=900.0))
        self.assertEqual(field, "structures/0/spec/height_m")
        self.assertRegex(says, r"\d+′.*\(3.7 m\)")

    def test_a_kind_that_is_none_or_is_not_named_lists_them_all(self) -> None:
        names = ", ".join(kind.key for kind in KINDS)
        unknown = self.with_structure(like="deck", kind="elephant")
        nameless = self.with_structure(like="deck")
        del nameless["structures"][0]["spec"]["kind"]
        for path, wrap in (("/api/jobs/import", None), ("/api/jobs", "document")):
            for document in (unknown, nameless):
                found = self.bring({wrap: document} if wrap else document, path)
                self.assertEqual(len(found), 1, found)
                self.assertTrue(found[0][0].endswith("structures/0/spec/kind"), found)
                self.assertIn(names, found[0][1])

    def test_ids_are_refused_that_stand_twice_or_lead_elsewhere(self) -> None:
        document = small_job()
        twice = {**document, "structures": [*document["structures"], document["structures"][0]]}
        job = self.caller.new_job()
        bad = [twice]
        for name in ("../x", "a/b", "a\\b", ".."):
            other = copy.deepcopy(document)
            other["structures"][0]["spec"]["id"] = name
            bad.append(other)
        for item in bad:
            self.assertIn("spec/id", str(self.bring(item)))
            self.assertIn("spec/id", str(self.bring({"document": item}, "/api/jobs")))
            answer = self.caller.send("PUT", f"/api/jobs/{job}", {"base": 1, "document": item, "says": "x"})
            self.assertEqual(answer.status_code, 422)
            self.assertIn("spec/id", answer.content.decode())
