"""A structure on one line: its size, then words in any order; what each kind's words mean is its own table."""

import re
from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.units.lengths import Bare, of_one_unit, parse_length
from steady.value_objects import value_object

FIELD = "readings"


@value_object
class Word:
    """One word of the line: all of it, what follows its name, and how bare numbers are read."""

    whole: str
    rest: str
    bare: Bare
    help: str

    def refused(self, says: str) -> InvalidInputError:
        """What is wrong with this word, quoting it."""
        return InvalidInputError(FIELD, f'"{self.whole}": {says}')

    def unread(self) -> InvalidInputError:
        """That this word does not read, quoting it and saying how to write the line."""
        return InvalidInputError(FIELD, f'"{self.whole}" is not recognized. {self.help}')

    def length_m(self, text: str) -> float:
        """A length out of the word (m).

        Raises:
            InvalidInputError: It does not read; the message quotes the word and says how to write it.
        """
        try:
            return parse_length(text, self.bare)
        except InvalidInputError:
            raise self.unread() from None

    def within(self, value_m: float, least_m: float, most_m: float, *, says: str) -> float:
        """The length itself.

        Raises:
            InvalidInputError: It is out of its range.
        """
        if not least_m - 1e-9 <= value_m <= most_m + 1e-9:
            raise self.refused(says)
        return value_m


Reader = Callable[[Any, Word], Any]
"""The spec with what a word says."""


@value_object
class Words:
    """How a kind's line reads.

    Args:
        sized: A spec from its two sizes (m), in order, refusing what cannot be at the word given.
        flags: Whole words, and the fields each sets.
        readers: Words that begin so and say more.
    """

    help: str
    sized: Callable[[str, Word, tuple[float, float]], Any]
    flags: Mapping[str, Mapping[str, Any]]
    readers: Mapping[str, Reader]


def read_line(words: Words, text: str, structure_id: str, *, bare: Bare) -> Any:
    """The spec that a line says.

    Raises:
        InvalidInputError: A word that is not recognized, or sizes that cannot be; the message quotes it.
    """
    said = text.lower().replace(",", " ").replace("×", "x").split()
    size = re.fullmatch(r"(.+)x(.+)", said[0]) if said else None
    if size is None:
        raise InvalidInputError(FIELD, f'"{said[0]}" is no size. {words.help}' if said else words.help)
    first = Word(whole=said[0], rest="", bare=bare, help=words.help)
    one, two = of_one_unit(size[1], size[2])
    spec = words.sized(structure_id, first, (first.length_m(one), first.length_m(two)))
    for whole in said[1:]:
        spec = _with_word(words, spec, whole, bare=bare)
    return spec


def _with_word(words: Words, spec: Any, whole: str, *, bare: Bare) -> Any:
    if whole in words.flags:
        return replace(spec, **words.flags[whole])
    name = next((name for name in words.readers if whole.startswith(name) and len(whole) > len(name)), "")
    word = Word(whole=whole, rest=whole[len(name) :], bare=bare, help=words.help)
    if not name:
        raise word.unread()
    return words.readers[name](spec, word)


def length_of(field: str, least_m: float, most_m: float, *, says: str, **also: Any) -> Reader:
    """Reads a length into a field, held to a range; `also`: other fields that saying it sets."""

    def read(spec: Any, word: Word) -> Any:
        return replace(spec, **{field: word.within(word.length_m(word.rest), least_m, most_m, says=says)}, **also)

    return read
