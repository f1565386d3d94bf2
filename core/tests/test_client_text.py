"""What a client reads of each kind in an offer: ordinary words, its own sizes, and nothing that only the program knows."""

import re
import unittest
from dataclasses import fields, replace
from typing import Any, get_args

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.structures.fence.spec.feet import FootKind
from steady.structures.fence.spec.infill_traits import TRAITS, Style
from steady.structures.fence.text.client import FEET
from steady.structures.registry import KINDS, kind_called
from steady.structures.structure_type import DesignInput, NewStructureRequest
from steady.units.show import Tape

from tests.make import site

LINES = {
    "fence": ("85 ft, corner at 52, 3 ft 6 in gate at 18, 5 ft 6 in tall", "26 m, corner at 15.8, 1.1 m gate at 5.5"),
    "deck": ("18x11 deck, 2 ft 6 in up, with stair and guard", "5.4x3.3 up0.75"),
    "pergola": ("14x10 high8", "4.2x3 high2.4"),
    "lean-to": ("12x8 fall5 beam8", "3.6x2.4 fall5 beam2.4"),
    "pavilion": ("14x12 pitch30", "4.2x3.6 pitch30"),
    "float": ("14x10 barrels8 ramp9", "4.2x3 barrels8 ramp2.7"),
}


def told(kind: str, metric: bool = False, **changed: Any) -> str:
    found, school = kind_called(kind), "nz" if metric else "us"
    ask = NewStructureRequest(text=LINES[kind][metric], id="s", bare="m" if metric else "ft", school=school)
    tape = Tape("metric", 0.001) if metric else Tape()
    spec = replace(found.typed(ask), **changed)
    case = DesignInput(spec=spec, site=site(), book=rulebook(school), yard=PurchasingSettings(), tape=tape)
    return found.describe(case, found.plan(case))


class ClientTest(unittest.TestCase):
    def test_a_fence_by_hand(self) -> None:
        said = told("fence")
        # 5 ft 6 in of boards over the gap of 2 in.
        for words in (
            "85 ft of fence",
            "5 ft 8 in high",
            "with a corner",
            "a gate, 3 ft 6 in clear",
            "set in concrete",
        ):
            self.assertIn(words.lower(), said.lower())

    def test_a_deck_by_hand(self) -> None:
        said = told("deck")
        for words in (
            "18 ft × 11 ft",
            "up to 2 ft 6 in above the ground",
            "attached to the house",
            "guard",
            "stair 3 ft",
        ):
            self.assertIn(words, said)

    def test_every_kind_is_told_in_the_crews_units(self) -> None:
        self.assertLessEqual(set(LINES), {kind.key for kind in KINDS})
        for kind in LINES:
            for metric in (False, True):
                said = told(kind, metric)
                self.assertGreater(len(said), 40, kind)
                self.assertTrue(all(part[0].isupper() or part[0].isdigit() for part in said.split(". ")), said)
                self.assertRegex(said, r"\d m\b|mm" if metric else r"\d ft\b|in\b")
                if metric:
                    self.assertNotRegex(said, r"\d ft\b")

    def test_nothing_is_named_that_the_program_alone_knows(self) -> None:
        own = {f.name for kind in KINDS for f in fields(kind.spec) if "_" in f.name}
        for kind in LINES:
            said = told(kind)
            self.assertFalse([name for name in own if name in said], said)
            self.assertNotRegex(said, re.compile(r"\bNone\b|\bTrue\b|rim joist|stringer|psf|kPa"))

    def test_every_foot_and_infill_has_words(self) -> None:
        self.assertEqual(set(FEET), set(get_args(FootKind)))
        self.assertEqual(set(TRAITS), set(get_args(Style)))
        self.assertTrue(all(one.noun.startswith("fence ") for one in TRAITS.values()))

    def test_a_gap_left_open_hangs_no_gate(self) -> None:
        spec = kind_called("fence").typed(NewStructureRequest(text=LINES["fence"][0], id="s", bare="ft", school="us"))
        said = told("fence", openings=(replace(spec.openings[0], hung=False),))
        self.assertIn("an open way through", said.lower())
        self.assertNotIn("a gate", said.lower())
