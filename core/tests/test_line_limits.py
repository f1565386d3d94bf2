"""What a line's refusal says is the limit is the limit: just inside it reads, just outside it is refused in the same words."""

import re
import unittest

from steady.errors import InvalidInputError
from steady.structures.registry import KINDS
from steady.structures.structure_type import NewStructureRequest, Spec, StructureType

LENGTHS = {
    "pergola": ("high", "rafters", "gap", "slats", "over"),
    "lean-to": ("beam", "rafters", "over", "slats"),
    "pavilion": ("beam", "rafters", "over", "ring", "raise"),
    "float": ("inset", "bank", "low", "high", "ramp"),
    "deck": ("up",),
}
"""Words of each kind's line that a length follows."""
METRES = re.compile(r"\(([\d.]+)( mm| m)? to ([\d.]+) ?(mm|m)\)")
UNITS = {"mm": 0.001, "m": 1.0}
HAIR = 0.004


def kind_of(key: str) -> StructureType:
    return next(kind for kind in KINDS if kind.key == key)


def read(kind: StructureType, word: str) -> Spec:
    size = kind.line.metric.split()[0]
    return kind.read(NewStructureRequest(text=f"{size} {word}", id="k", bare="m", school="uk"))


def refusal(kind: StructureType, word: str) -> str:
    try:
        read(kind, word)
    except InvalidInputError as refused:
        return refused.message
    return ""


class LengthLimitsTest(unittest.TestCase):
    def test_lengths_are_taken_up_to_what_is_said_and_no_farther(self) -> None:
        told = 0
        for key, words in LENGTHS.items():
            kind = kind_of(key)
            for word in words:
                far = refusal(kind, f"{word}90")
                with self.subTest(kind=key, word=word):
                    self.assertTrue(far, "ninety metres are refused")
                    found = METRES.search(far)
                    if found is None:
                        continue
                    last = UNITS[found[4]]
                    low_m = float(found[1]) * (UNITS[found[2].strip()] if found[2] else last)
                    high_m = float(found[3]) * last
                    told += 1
                    self.assertEqual(refusal(kind, f"{word}{high_m * (1 - HAIR):.4f}"), "")
                    self.assertIn(found[0], refusal(kind, f"{word}{high_m * (1 + HAIR) + 0.02:.4f}"))
                    if low_m > 0.011:
                        self.assertEqual(refusal(kind, f"{word}{low_m * (1 + HAIR):.4f}"), "")
                        self.assertIn(found[0], refusal(kind, f"{word}{low_m * (1 - HAIR) - 0.006:.4f}"))
        self.assertGreater(told, 6)

    def test_a_refusal_says_the_word_and_names_the_field_that_it_was_typed_in(self) -> None:
        for key, words in LENGTHS.items():
            for word in words:
                with self.assertRaises(InvalidInputError) as refused:
                    read(kind_of(key), f"{word}90")
                self.assertEqual(refused.exception.field, "readings", key)
                self.assertIn(f'"{word}90"', refused.exception.message)


class CountLimitsTest(unittest.TestCase):
    TAKEN = {
        "pergola": ("shade2", "shade100", "shade60@24:00", "bays1x1", "bays20x12", "posts2"),
        "pavilion": ("pitch10", "pitch45"),
        "lean-to": ("fall5", "1:20", "posts2"),
        "float": ("barrels4", "people1"),
    }
    REFUSED = {
        "pergola": ("shade1", "shade101", "shade60@25:00", "bays0x2", "bays21x2", "bays2x13", "bays2", "posts1"),
        "pavilion": ("pitch0", "pitch89", "rise0in12"),
        "lean-to": ("fall89", "1:0", "posts1"),
        "float": ("barrels0", "people900"),
    }

    def test_counts_and_shares_at_their_limits(self) -> None:
        for key, words in self.TAKEN.items():
            for word in words:
                self.assertEqual(refusal(kind_of(key), word), "", f"{key}: {word}")

    def test_counts_and_shares_past_their_limits(self) -> None:
        for key, words in self.REFUSED.items():
            for word in words:
                self.assertTrue(refusal(kind_of(key), word), f"{key}: {word}")


if __name__ == "__main__":
    unittest.main()
