"""Structures described in ordinary words read as their short lines do, and what was typed is all that is told."""

import math
import unittest
from dataclasses import fields
from typing import Any

from steady.errors import InvalidInputError
from steady.structures.line_help import explain
from steady.structures.registry import KINDS, kind_called
from steady.structures.structure_type import NewStructureRequest
from steady.units.lengths import Bare
from steady.units.show import Tape

FT, IN = 0.3048, 0.0254


def typed(kind: str, text: str, bare: Bare = "ft", school: str = "us") -> Any:
    return kind_called(kind).typed(NewStructureRequest(text=text, id="s", bare=bare, school=school))


def rounded(spec: Any) -> Any:
    """A spec's fields to a micrometre."""
    return {name: round(value, 6) if isinstance(value, float) else value for name, value in vars_of(spec).items()}


def vars_of(spec: Any) -> dict[str, Any]:
    return {field.name: getattr(spec, field.name) for field in fields(spec)}


class FenceTest(unittest.TestCase):
    def test_a_gate_for_a_use_is_as_wide_as_is_usual(self) -> None:
        """Ride-on mower 60 in, wheelchair 36 in or 950 mm, car and trailer 12 ft or 3.6 m in two leaves [common practice]."""
        rows: tuple[tuple[str, Bare, str, float, tuple[float, ...]], ...] = (
            ("85 ft, ride-on gate at 18", "ft", "us", 60 * IN, ()),
            ("85 ft, ride on mower gate at 18", "ft", "us", 60 * IN, ()),
            ("30 m, wheelchair gate at 4", "m", "nz", 0.95, ()),
            ("85 ft, car and trailer gate at 30", "ft", "us", 12 * FT, (6 * FT, 6 * FT)),
            ("30 m, car gate at 12", "m", "uk", 3.0, (1.5, 1.5)),
        )
        for text, bare, school, clear_m, leaves_m in rows:
            opening = typed("fence", text, bare, school).openings[0]
            self.assertAlmostEqual(opening.clear_m, clear_m, places=3)
            self.assertEqual(len(opening.leaves_m), len(leaves_m))
            self.assertAlmostEqual(sum(opening.leaves_m), sum(leaves_m), places=3)

    def test_a_sentence_is_the_short_line(self) -> None:
        spec = typed("fence", "85 ft, corner at 52, 3 ft 6 in gate at 18, 5 ft 6 in tall, 4x4 posts")
        lengths = [straight.length_m for straight in spec.straights]
        for got, want in zip(lengths, (52 * FT, 33 * FT), strict=True):
            self.assertAlmostEqual(got, want)
        (gate,) = spec.openings
        self.assertAlmostEqual(gate.at_m, 18 * FT)
        self.assertAlmostEqual(gate.clear_m, 3.5 * FT)
        self.assertAlmostEqual(spec.height_m, 5.5 * FT)
        self.assertEqual(spec.post, "post 4x4 pine")

    def test_in_any_order_and_of_any_unit(self) -> None:
        one = typed("fence", "1.8 m high, 26 m, 1.1 m gate at 5.5, corner at 15.8 left", "m", "nz")
        two = typed("fence", "26 m long fence 1800 mm tall, corner at 15.8 left, gate 1100mm wide at 5.5 m", "m", "nz")
        self.assertEqual(one.straights, two.straights)
        self.assertEqual(one.openings, two.openings)
        self.assertAlmostEqual(one.height_m, two.height_m)
        self.assertAlmostEqual(one.straights[1].turn_rad, math.pi / 2)

    def test_services_double_gates_spacing_and_infill(self) -> None:
        spec = typed(
            "fence", "120' pickets, 4 ft tall, posts every 6 ft, 12 ft double gate at 20, gas at 61, 2 ft each side"
        )
        self.assertEqual(spec.infill.style, "even gaps")
        self.assertAlmostEqual(spec.bay_max_m, 6 * FT)
        self.assertEqual(len(spec.openings[0].leaves_m), 2)
        self.assertAlmostEqual(spec.zones[0].at_m, 61 * FT)
        self.assertAlmostEqual(spec.zones[0].half_width_m, 2 * FT)
        self.assertEqual(spec.zones[0].what, "gas")

    def test_what_is_not_said_is_asked_for(self) -> None:
        for text, says in (
            ("85 ft, gate at 18", "say how wide"),
            ("85 ft, gas at 40", "how far to keep off"),
            ("85 ft bananas", '"bananas"'),
            ("85 ft, 9x9 posts", "there are"),
            ("85 ft, 60 ft tall", "1 ft to 12 ft 1 1/2 in (0.3 to 3.7 m) is possible"),
            ("85 ft, posts every 60", "is possible"),
            ("corner at 52, 6 ft tall", "end of the line"),
        ):
            with self.assertRaises(InvalidInputError, msg=text) as refused:
                typed("fence", text)
            self.assertIn(says, refused.exception.message)

    def test_the_limits_are_those_of_the_settings(self) -> None:
        self.assertAlmostEqual(typed("fence", "85 ft, 9 ft tall").height_m, 9 * FT)
        with self.assertRaises(InvalidInputError):
            typed("deck", "16x12 deck, joists at 8 ft")

    def test_signs_read_as_in_every_field(self) -> None:
        self.assertAlmostEqual(typed("fence", "85′, 5′ 6⅛″ tall").height_m, (5 * 12 + 6.125) * IN)
        self.assertEqual(typed("deck", "5.4×3.3 m deck").outline, typed("deck", "5.4 m by 3.3 deck").outline)

    def test_short_lines_read_as_before(self) -> None:
        kind = kind_called("fence")
        for text in ("0 c38 g4 c81 g11 118'6", "40", "0 g4@0 4'5.5", "p60 g4+7@80 x61'3~2=water 118'6"):
            ask = NewStructureRequest(text=text, id="s", bare="ft", school="us")
            self.assertEqual(kind.read(ask), kind.typed(ask))


class GridTest(unittest.TestCase):
    def test_a_deck_with_stair_and_guard(self) -> None:
        spec = typed("deck", "18x11 deck 2 ft 6 in up with stair and guard")
        self.assertAlmostEqual(max(corner.x_m for corner in spec.outline), 18 * FT)
        self.assertAlmostEqual(max(corner.y_m for corner in spec.outline), 11 * FT)
        self.assertAlmostEqual(spec.outline[0].height_m, 2.5 * FT)
        self.assertEqual(len(spec.stairs), 1)
        self.assertTrue(spec.guard.always)
        self.assertEqual(spec.attach, "ledger")

    def test_a_freestanding_deck_by_its_sides(self) -> None:
        spec = typed("deck", "18 ft by 11 ft deck, 30 in high, freestanding, 6x6 posts, joists at 12 in, picture frame")
        self.assertEqual((spec.attach, spec.frame_boards, spec.stairs), ("free", 1, ()))
        self.assertAlmostEqual(spec.outline[0].height_m, 30 * IN)
        self.assertAlmostEqual(spec.spacing_m, 12 * IN)
        self.assertIn("6x6", spec.post)

    def test_one_unit_is_meant_for_both_sides(self) -> None:
        spec = typed("deck", "5.4 x 3.3 m deck, 0.8 m up", "ft")
        self.assertAlmostEqual(max(corner.x_m for corner in spec.outline), 5.4)

    def test_roofs(self) -> None:
        pergola = typed("pergola", "14x10 pergola, 8 ft high, attached")
        self.assertEqual(rounded(pergola), rounded(typed("pergola", "14x10 high8 attached")))
        lean_to = typed("lean-to", "12x8 lean-to falling 5 degrees, 8 ft high")
        self.assertEqual(rounded(lean_to), rounded(typed("lean-to", "12x8 fall5 beam8")))
        pavilion = typed("pavilion", "14 by 12 pavilion, pitch 30")
        self.assertEqual(rounded(pavilion), rounded(typed("pavilion", "14x12 pitch30")))


class RefusedTest(unittest.TestCase):
    def test_a_short_line_is_refused_in_its_own_words(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            typed("deck", "18x11 up3 sideways")
        self.assertIn('"sideways" is not recognized', refused.exception.message)

    def test_a_described_one_quotes_what_is_left(self) -> None:
        for text in ("18x11 deck, 3 ft up, sideways", "sideways deck, 18 by 11"):
            with self.assertRaises(InvalidInputError) as refused:
                typed("deck", text)
            self.assertIn('"sideways" is not recognized', refused.exception.message)


class ToldTest(unittest.TestCase):
    def test_every_sample_reads_in_feet_and_in_metres(self) -> None:
        seen = 0
        for kind in KINDS:
            for text, bare, school in zip(kind.line.in_words, ("ft", "m"), ("us", "nz"), strict=True):
                if text:
                    seen += 1
                    typed(kind.key, text, bare, school)  # type: ignore[arg-type]
                    told = explain(kind.line, text, bare, tape=Tape(), plain=kind.plain)  # type: ignore[arg-type]
                    self.assertTrue(all(word.known and word.means for word in told), told)
        self.assertEqual(seen, 10)

    def test_only_what_was_typed_is_told(self) -> None:
        kind = kind_called("fence")
        told = explain(kind.line, "85 ft, corner at 52 left, 6 ft tall", "ft", tape=Tape(), plain=kind.plain)
        self.assertEqual([word.word for word in told], ["85 ft", "corner at 52 left", "6 ft tall"])
        self.assertEqual(told[1].means.replace("\u00a0", " "), "at 52′ 0″ the line turns 90° to the left")
        left = explain(kind.line, "85 ft bananas", "ft", tape=Tape(), plain=kind.plain)
        self.assertEqual([(word.word, word.known) for word in left], [("85 ft", True), ("bananas", False)])
