"""A pull about a drawing: what is told is what changed, laid onto what was told before, and all of it is what the sheet says."""

import json
import uuid
from typing import Any

from django.test import TestCase, tag

from trellis_server.demo.jobs import larkspur_rise
from trellis_server.services import documents, drag_sessions
from trellis_server.tests.make import Caller, person

DRAWN = ("verdict", "headline", "line_m", "length", "posts", "bays", "members", "handles", "conflicts", "views")


def layout(sheet: dict[str, Any], changes: dict[str, Any]) -> dict[str, Any]:
    """As the page lays changes onto its sheet, written again in another language."""

    def on(old: Any, told: Any) -> Any:
        if not (isinstance(told, dict) and "rows" in told):
            return told
        now = list(old)
        for at, row in told["rows"]:
            shapes = isinstance(row, dict) and isinstance(row.get("shapes"), dict)
            now[at] = {**row, "shapes": on(old[at]["shapes"], row["shapes"])} if shapes else row
        return now

    return {**sheet, **{field: on(sheet.get(field), told) for field, told in changes.items()}}


class PullTest(TestCase):
    def setUp(self) -> None:
        self.person = person("ash")
        self.caller = Caller(self.person)
        self.document = documents.dump(larkspur_rise())
        self.key = str(uuid.uuid4())

    def sheet(self, structure: str, moving: dict[str, Any] | None = None) -> dict[str, Any]:
        body = {"document": self.document, "structure": structure, "moving": moving}
        found: dict[str, Any] = self.caller.send("POST", "/api/designs/plan", body).json()
        return found

    def pull(self, structure: str, to_m: float, handle: Any, **more: Any) -> dict[str, Any]:
        body = {"key": self.key, "structure": structure, "moving": {"handle": handle, "to_m": to_m}, **more}
        answer = self.caller.send("POST", "/api/designs/drag", body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.size = len(answer.content)
        found: dict[str, Any] = answer.json()
        return found

    @tag("slow")
    def test_laid_onto_each_other_they_are_the_sheet(self) -> None:
        for structure in ("windbreak", "kitchen-deck", "path-pergola"):
            shown = self.sheet(structure)
            for handle in shown["handles"][:: max(1, len(shown["handles"]) // 3)]:
                number = 0
                for step in range(4):
                    to_m = handle["station_m"] + 0.013 * step
                    more = {"after": number} if step else {"document": self.document}
                    told = self.pull(structure, to_m, handle, **more)
                    self.assertTrue(told["held"])
                    shown, number = layout(shown, told["changes"]), told["number"]
                    whole = self.sheet(structure, {"handle": handle, "to_m": to_m})
                    for field in DRAWN:
                        self.assertEqual(shown[field], whole[field], (structure, handle["id"], step, field))

    def test_an_answer_holds_what_changed(self) -> None:
        shown = self.sheet("windbreak")
        handle = next(item for item in shown["handles"] if item["holds"])
        number = self.pull("windbreak", handle["station_m"], handle, document=self.document)["number"]
        whole = self.size
        self.pull("windbreak", handle["station_m"] + 0.02, handle, after=number)
        self.assertLess(self.size, whole / 3)

    def test_what_is_not_held_is_asked_for_again(self) -> None:
        handle = self.sheet("windbreak")["handles"][0]
        self.assertEqual(self.pull("windbreak", 1.0, handle)["held"], False)
        first = self.pull("windbreak", 1.0, handle, document=self.document)
        for _ in range(drag_sessions.MOST):
            self.pull("windbreak", 1.0, handle, document=self.document, key=str(uuid.uuid4()))
        self.assertFalse(self.pull("windbreak", 1.0, handle, after=first["number"])["held"])

    def test_an_answer_that_was_lost_is_made_up_for(self) -> None:
        handle = self.sheet("windbreak")["handles"][3]
        self.pull("windbreak", handle["station_m"], handle, document=self.document)
        self.pull("windbreak", handle["station_m"] + 0.05, handle, after=1)
        told = self.pull("windbreak", handle["station_m"] + 0.06, handle, after=1)
        self.assertIsInstance(told["changes"]["views"], list)

    def test_nobody_pulls_about_what_another_holds(self) -> None:
        handle = self.sheet("windbreak")["handles"][0]
        self.pull("windbreak", 1.0, handle, document=self.document)
        other = Caller(person("birch", "B"))
        body = {"key": self.key, "structure": "windbreak", "moving": {"handle": handle, "to_m": 1.0}}
        self.assertEqual(json.loads(other.send("POST", "/api/designs/drag", body).content), {"held": False})

    def test_what_was_calculated_is_kept_of_the_newest_alone(self) -> None:
        handle = next(handle for handle in self.sheet("windbreak")["handles"] if handle["holds"])
        keys = [str(uuid.uuid4()) for _ in range(drag_sessions.REMEMBER + 2)]
        for self.key in keys:
            self.pull("windbreak", handle["station_m"], handle, document=self.document)
        held = [drag_sessions.held(self.person.pk, uuid.UUID(key)) for key in keys]
        kept = [bool(one.memo.kept) for one in held if one is not None]
        self.assertEqual(kept, [False, False] + [True] * drag_sessions.REMEMBER)
        self.key = keys[0]
        self.assertTrue(self.pull("windbreak", handle["station_m"] + 0.01, handle, after=1)["held"], "and goes on")
