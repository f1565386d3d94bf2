"""Lengths as people write them, from the file of cases shared with the front end, and back again."""

import json
import unittest
from pathlib import Path

from django.test import tag
from hypothesis import given, settings
from hypothesis import strategies as st
from steady.errors import InvalidInputError
from steady.structures.deck.spec.line_parser import read_deck
from steady.units.lengths import of_one_unit, parse_length
from steady.units.show import Tape, feet_inches, quantity
from steady.units.units import FACTORS, IN, LB

CASES = json.loads((Path(__file__).parents[2] / "checks" / "lengths.json").read_text(encoding="utf-8"))


class LengthsTest(unittest.TestCase):
    def test_shared_cases(self) -> None:
        for text, bare, metres in CASES["parse"]:
            with self.subTest(text, bare=bare):
                if metres is None:
                    with self.assertRaises(InvalidInputError):
                        parse_length(text, bare)
                else:
                    self.assertAlmostEqual(parse_length(text, bare), metres, 9)
        for value, system, mark, text in CASES["show"]:
            with self.subTest(text):
                self.assertEqual(Tape(system, mark).length(value), text)

    @given(st.integers(-16 * 12 * 500, 16 * 12 * 500))
    def test_what_is_shown_reads_back(self, sixteenths: int) -> None:
        value_m = sixteenths * IN / 16
        self.assertAlmostEqual(parse_length(feet_inches(value_m), "in"), value_m, 9)

    @tag("slow")
    @given(st.text(max_size=30))
    @settings(max_examples=300)
    def test_any_text_is_a_length_or_a_plain_refusal(self, text: str) -> None:
        try:
            self.assertEqual(parse_length(text), parse_length(text))
        except InvalidInputError as error:
            self.assertIn("Write it like", error.message)

    def test_the_refusal_says_how_to_write_it(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            parse_length("six feet", field="height_m")
        self.assertEqual(caught.exception.field, "height_m")
        self.assertIn("7' 6 1/2\"", caught.exception.message)

    def test_each_unit_goes_there_and_back(self) -> None:
        for unit, (_, factor) in FACTORS.items():
            self.assertAlmostEqual(123.4 * factor / factor, 123.4, 9, unit)
        self.assertEqual(quantity(200 * LB, "n", "imperial"), "200 lb")
        self.assertEqual(quantity(1000.0, "n", "metric"), "1.00 kN")


class SizeTest(unittest.TestCase):
    def test_one_unit_is_meant_for_both_lengths_of_a_size(self) -> None:
        for first, second, told in (
            ("4.2", "3m", ("4.2m", "3m")),
            ("4.2m", "3", ("4.2m", "3m")),
            ("12", "8", ("12", "8")),
            ("12", "8'6\"", ("12", "8'6\"")),
            ("4200", "3000mm", ("4200mm", "3000mm")),
            ("4.2m", "10ft", ("4.2m", "10ft")),
        ):
            self.assertEqual(of_one_unit(first, second), told)
        deck = read_deck("4.2x3m up0.6m", "d")
        self.assertAlmostEqual(max(corner.x_m for corner in deck.outline), 4.2)
