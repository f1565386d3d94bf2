"""What is refused in one process says in another what it said there."""

import pickle
import unittest

from steady.errors import EmbedmentLimitError, InvalidInputError, OutOfScopeError


class CarriedTest(unittest.TestCase):
    def test_every_refusal_comes_back_whole(self) -> None:
        for refused, fields in (
            (InvalidInputError("spacing_m", "must be above 0"), ("field", "message")),
            (OutOfScopeError("no rule for clay", "pick another soil"), ("reason", "would_have_to_change")),
            (
                EmbedmentLimitError("no depth holds it", "a wider hole", 3.6),
                ("reason", "would_have_to_change", "cap_m"),
            ),
        ):
            with self.subTest(type(refused).__name__):
                back = pickle.loads(pickle.dumps(refused))
                self.assertIs(type(back), type(refused))
                self.assertEqual(str(back), str(refused))
                for field in fields:
                    self.assertEqual(getattr(back, field), getattr(refused, field))

    def test_each_is_told_in_one_line(self) -> None:
        self.assertEqual(str(InvalidInputError("spacing_m", "must be above 0")), "spacing_m: must be above 0")
        self.assertEqual(str(OutOfScopeError("no rule for clay", "pick another soil")), "no rule for clay")
        self.assertEqual(str(EmbedmentLimitError("no depth holds it", "a wider hole", 3.6)), "no depth holds it")


if __name__ == "__main__":
    unittest.main()
