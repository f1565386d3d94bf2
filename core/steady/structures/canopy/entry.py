"""Words of one line that every roof on posts reads alike."""

from steady.errors import InputError
from steady.measure.lengths import Bare, parse_length

FIELD = "readings"


def length_in(text: str, bare: Bare, word: str, help_text: str) -> float:
    """A length out of a word (m).

    Raises:
        InputError: It does not read; the message quotes the word and says how to write it.
    """
    try:
        return parse_length(text, bare)
    except InputError:
        raise InputError(FIELD, f'"{word}" is not understood. {help_text}') from None


def between(word: str, value_m: float, least_m: float, most_m: float, says: str) -> None:
    """Raises InputError at the word where a length is out of its range."""
    if not least_m - 1e-9 <= value_m <= most_m + 1e-9:
        raise InputError(FIELD, f'"{word}": {says}')
