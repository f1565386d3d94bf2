"""Settings found by their names: each is one that its kind has, none is named twice, and a fence's and a deck's are all there."""

import unittest
from dataclasses import fields, is_dataclass
from typing import Any

from steady.jobs.document import JobDocument
from steady.jobs.settings import SETTINGS as JOB_SETTINGS
from steady.structures.deck.settings import SETTINGS as DECK_SETTINGS
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.fence.settings import SETTINGS as FENCE_SETTINGS
from steady.structures.fence.spec.fence import FenceSpec, GateOpening
from steady.structures.form_schema import EACH, Group, asked
from steady.structures.gate.spec import LeafDesign
from steady.structures.registry import KINDS

LINES = {"straights", "openings", "zones", "locks", "lift_outs", "floor", "start_at", "end_at", "closed", "outline"}
"""What a structure's line says: it is pulled and typed there."""
OWN_PLACE = {
    "purposes",
    "top_points",
    "kind",
    "format",
    "id",
    "ratings",
    "own_limits",
    "practice",
    "built_on",
    "look",
    "foot",
    "pins",
    "spots",
    "stairs",
    "bridge",
    "beam_lines",
    "bearings",
    "stair_feet",
    "carries",
    "existing",
}
"""What has a place of its own on the sheet: a table, a box to sign in, a picture to pick from."""


def paths(form: tuple[Group, ...]) -> list[str]:
    return [field.path for group in form for field in group.fields]


class Settings(unittest.TestCase):
    def test_every_setting_is_one_that_its_kind_has(self) -> None:
        for kind in KINDS:
            form = kind.settings or kind.form
            with self.subTest(kind.key):
                for group in asked(kind.spec, form):
                    self.assertTrue(group.title)
                    for field in group.fields:
                        self.assertTrue(field.says, field.path)
                        if field.sort == "choice":
                            self.assertGreater(len(field.choices), 1, field.path)
                self.assertEqual(len(paths(form)), len(set(paths(form))))

    def test_nothing_that_a_crew_may_set_is_left_out(self) -> None:
        for spec, form in ((FenceSpec, FENCE_SETTINGS), (DeckSpec, DECK_SETTINGS)):
            named = {path.split("/")[0] for path in paths(form)}
            for f in fields(spec):
                if f.name not in LINES | OWN_PLACE:
                    with self.subTest(spec.__name__, field=f.name):
                        self.assertIn(f.name, named)

    def test_a_path_reads_what_is_there(self) -> None:
        """A deep one is a field of what lies at its head, so that what the page writes is what the plan reads."""
        gate = GateOpening(id="g", at_m=1.0, clear_m=1.2)
        fence: Any = FenceSpec(id="f", straights=(), openings=(gate,))
        for spec, form in ((fence, FENCE_SETTINGS), (JobDocument(name="j"), JOB_SETTINGS)):
            for path in paths(form):
                value: Any = spec
                for name in path.split("/"):
                    if name == EACH:
                        self.assertTrue(value, path)
                        value = value[0]
                        continue
                    self.assertTrue(is_dataclass(value), path)
                    value = getattr(value, name)

    def test_whatever_a_leaf_is_built_with_is_found(self) -> None:
        """All but what is measured in threes or drawn as a list on the gate's own page."""
        named = {path.split("/")[-1] for path in paths(FENCE_SETTINGS) if EACH in path}
        there = {f.name for f in fields(LeafDesign)} - {"measured_m", "in_the_way", "hinge", "latch"}
        self.assertEqual(named, there)

    def test_settings_of_the_whole_job_have_limits(self) -> None:
        for group in asked(JobDocument, JOB_SETTINGS):
            for field in group.fields:
                self.assertIsNotNone(field.least, field.path)
                self.assertIsNotNone(field.most, field.path)
