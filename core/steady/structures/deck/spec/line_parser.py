"""A whole deck on one line: 18x11 up3 less4x3right corner2left free.

Words, in order:
    18x11            width along the house by depth out from it
    up3  up2'6+3     how high it stands above the ground (at the house, and with + at the outer edge)
    less4x3right     a piece taken off its outer right corner: 4 along by 3 deep, which leaves an L
    corner2left      its outer left corner cut off at 45 degrees, 2 each way
    free             freestanding, not attached to the house
    along            joists along the house (boards run out from it)
"""

import re

from steady.errors import InvalidInputError
from steady.structures.deck.spec.deck import Corner, DeckSpec
from steady.units.lengths import Bare, of_one_unit, parse_length

FIELD = "readings"
HELP = "Write 18x11 up3; less4x3right takes a piece off a corner, corner2left cuts one off, free makes it freestanding"


def read_deck(text: str, deck_id: str, bare: Bare = "ft") -> DeckSpec:
    """Read a deck from one line.

    Raises:
        InvalidInputError: A word that is not recognized, or sizes that cannot be; the message quotes it.
    """
    words = text.lower().replace(",", " ").replace("×", "x").split()
    if not words:
        raise InvalidInputError(FIELD, HELP)
    size = re.fullmatch(r"(.+)x(.+)", words[0])
    if size is None:
        raise InvalidInputError(FIELD, f'"{words[0]}" is no size. {HELP}')
    one, two = of_one_unit(size[1], size[2])
    width, depth = _length(one, bare, words[0]), _length(two, bare, words[0])
    if not (0.5 <= width <= 60 and 0.5 <= depth <= 60):
        raise InvalidInputError(FIELD, f'"{words[0]}": a deck is between 2 ft and 200 ft (0.5 and 60 m) each way')
    near = far = 0.9 if bare in ("m", "mm") else 0.9144
    sides: dict[str, list[tuple[float, float]]] = {"right": [(width, depth)], "left": [(0.0, depth)]}
    attach, run = "ledger", "out"
    for word in words[1:]:
        if word.startswith("up"):
            near, far = _heights(word, bare)
        elif cut := _cut(word, bare, (width, depth)):
            sides.update(cut)
        elif word == "free":
            attach = "free"
        elif word == "along":
            run = "along"
        else:
            raise InvalidInputError(FIELD, f'"{word}" is not recognized. {HELP}')
    corners = [(0.0, 0.0), (width, 0.0), *sides["right"], *sides["left"]]
    outline = tuple(Corner(x_m=x, y_m=y, height_m=near + (far - near) * y / depth) for x, y in corners)
    return DeckSpec(id=deck_id, outline=outline, attach=attach, joists_run=run)  # type: ignore[arg-type]


def _heights(word: str, bare: Bare) -> tuple[float, float]:
    """How high a deck stands at its house edge and at its outer edge."""
    house, _, edge = word[2:].partition("+")
    near = _length(house, bare, word)
    far = _length(edge, bare, word) if edge else near
    if not (0.05 <= near <= 6 and 0.05 <= far <= 6):
        raise InvalidInputError(
            FIELD, f'"{word}": a deck stands between 2 in and 20 ft (0.05 and 6 m) above the ground'
        )
    return near, far


def _cut(word: str, bare: Bare, size: tuple[float, float]) -> dict[str, list[tuple[float, float]]]:
    """The corner that a word takes a piece off, by its side, with the points that it leaves; empty: it is no such word."""
    width, depth = size
    if match := re.fullmatch(r"less(.+)x(.+?)(left|right)", word):
        a, b = _length(match[1], bare, word), _length(match[2], bare, word)
        _within(word, a, width, b=b, depth=depth)
        if match[3] == "right":
            return {"right": [(width, depth - b), (width - a, depth - b), (width - a, depth)]}
        return {"left": [(a, depth), (a, depth - b), (0.0, depth - b)]}
    if match := re.fullmatch(r"corner(.+?)(left|right)", word):
        a = _length(match[1], bare, word)
        _within(word, a, width, b=a, depth=depth)
        if match[2] == "right":
            return {"right": [(width, depth - a), (width - a, depth)]}
        return {"left": [(a, depth), (0.0, depth - a)]}
    return {}


def _within(word: str, a: float, width: float, *, b: float, depth: float) -> None:
    if not (0.05 < a < width - 0.3 and 0.05 < b < depth - 0.3):
        raise InvalidInputError(FIELD, f'"{word}" takes away more than the deck has')


def _length(text: str, bare: Bare, word: str) -> float:
    try:
        return parse_length(text, bare)
    except InvalidInputError:
        raise InvalidInputError(FIELD, f'"{word}" is not recognized. {HELP}') from None
