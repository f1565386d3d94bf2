"""A whole fence on one line of running readings: 0 c38 g4 c81 g11 118'6.

Readings run along one tape from the start. Words, in order:
    0              the start (may be left out)
    c38  c38r18    a corner at 38: a right turn of 90° unless said (r or l, then degrees)
    g4             a gate 4 clear, its first post at the last reading named; g4@45'6 with its first post at 45' 6"
    g4+7@80        two unequal leaves
    x61'3~2        no digging within 2 of 61' 3"; a word after = names it: x61'3~2=water
    p60            a post that must stand at 60
    118'6          the end
"""

import itertools
import math
import re

from steady.errors import InvalidInputError
from steady.structures.fence.spec.fence import GateOpening, Lock, NoDig, Straight
from steady.units.lengths import Bare, parse_length
from steady.value_objects import value_object

FIELD = "readings"
MOST_WORDS = 200


@value_object
class ParsedLine:
    """What the line of readings says."""

    straights: tuple[Straight, ...]
    openings: tuple[GateOpening, ...]
    zones: tuple[NoDig, ...]
    locks: tuple[Lock, ...]


def read_line(text: str, bare: Bare = "ft") -> ParsedLine:
    """Read a fence from running readings.

    Raises:
        InvalidInputError: A word that is not recognized, a reading that runs backwards, or no end; the message quotes it.
    """
    corners: list[tuple[float, float]] = []
    openings: list[GateOpening] = []
    zones: list[NoDig] = []
    locks: list[Lock] = []
    last_m, end_m = 0.0, None
    words = text.replace(",", " ").split()
    if len(words) > MOST_WORDS:
        raise InvalidInputError(FIELD, f"More than {MOST_WORDS} words on one line: split the fence in two")
    for index, word in enumerate(words):
        letter = word[0].lower()
        if end_m is not None:
            raise InvalidInputError(FIELD, f'"{words[index - 1]}" ends the line, but "{word}" comes after it')
        if letter == "c":
            at_m, turn_rad = _corner(word, bare)
            last_m = _onward(word, at_m, last_m)
            corners.append((at_m, turn_rad))
        elif letter == "g":
            openings.append(_gate(word, bare, last_m, number=len(openings) + 1))
            last_m = max(last_m, openings[-1].at_m)
        elif letter == "x":
            zones.append(_zone(word, bare, len(zones) + 1))
        elif letter == "p":
            at_m = _length(word[1:], bare, word)
            last_m = _onward(word, at_m, last_m)
            locks.append(Lock(id=f"lock-{len(locks) + 1}", at_m=at_m))
        else:
            at_m = _length(word, bare, word)
            if index == 0 and at_m == 0:
                continue
            end_m = _onward(word, at_m, last_m)
    if end_m is None:
        raise InvalidInputError(FIELD, "The last reading is the end of the line: write it without a letter, as 118'6")
    return ParsedLine(
        straights=_straights(corners, end_m), openings=tuple(openings), zones=tuple(zones), locks=tuple(locks)
    )


def _straights(corners: list[tuple[float, float]], end_m: float) -> tuple[Straight, ...]:
    """The straights between corners, each turned from the one before."""
    stations = [0.0, *(at for at, _ in corners), end_m]
    turns = [0.0, *(turn for _, turn in corners)]
    straights = []
    for k, (a, b) in enumerate(itertools.pairwise(stations)):
        if not b - a > 0.05:
            raise InvalidInputError(FIELD, "Two corners stand on one spot: readings must move on along the line")
        straights.append(Straight(id=f"straight-{k + 1}", length_m=b - a, turn_rad=turns[k]))
    return tuple(straights)


def _length(text: str, bare: Bare, word: str) -> float:
    try:
        value_m = parse_length(text, bare)
    except InvalidInputError:
        raise InvalidInputError(
            FIELD, f"\"{word}\" is not recognized. Use c38 corner, g4 gate, x61'3~2 no-dig, p60 post, 118'6 end"
        ) from None
    if not 0 <= value_m <= 5000:
        raise InvalidInputError(FIELD, f'"{word}" is outside 0 to 5 km')
    return value_m


def _onward(word: str, at_m: float, last_m: float) -> float:
    if at_m < last_m - 1e-9:
        raise InvalidInputError(FIELD, f'"{word}" runs backwards: readings go on along one tape')
    return at_m


def _corner(word: str, bare: Bare) -> tuple[float, float]:
    match = re.fullmatch(r"c(.+?)(?:([rl])(\d+(?:\.\d+)?)?)?", word, re.IGNORECASE)
    if match is None:
        raise InvalidInputError(FIELD, f'"{word}": write a corner as c38 or c38r18')
    degrees = float(match[3]) if match[3] else 90.0
    if not 0 < degrees <= 170:
        raise InvalidInputError(FIELD, f'"{word}": a turn is above 0 and at most 170 degrees')
    turn = math.radians(degrees)
    return _length(match[1], bare, word), turn if (match[2] or "r").lower() == "l" else -turn


def _gate(word: str, bare: Bare, last_m: float, *, number: int) -> GateOpening:
    clear, _, at = word[1:].partition("@")
    leaves = [_length(part, bare, word) for part in clear.split("+")]
    if len(leaves) > 2 or not all(leaf > 0.2 for leaf in leaves):
        raise InvalidInputError(FIELD, f'"{word}": a gate has one or two leaves, each over 8 in (0.2 m)')
    clear_m = sum(leaves)
    if not 0.3 < clear_m <= 9:
        raise InvalidInputError(FIELD, f'"{word}": an opening is between 1 ft and 29 ft (0.3 and 9 m) clear')
    at_m = _length(at, bare, word) if at else last_m
    return GateOpening(
        id=f"gate-{number}",
        what="double gate" if len(leaves) > 1 or clear_m > 1.9 else "walk gate",
        at_m=at_m,
        clear_m=clear_m,
        leaves_m=tuple(leaves) if len(leaves) > 1 else (),
    )


def _zone(word: str, bare: Bare, number: int) -> NoDig:
    body, _, name = word[1:].partition("=")
    at, wave, half = body.partition("~")
    if not wave:
        raise InvalidInputError(
            FIELD, f'"{word}": write a no-dig band as x61\'3~2, its middle and what to keep off each side'
        )
    half_m = _length(half, bare, word)
    if not 0 < half_m <= 30:
        raise InvalidInputError(FIELD, f'"{word}": keep off more than 0 and at most 30 m each side')
    what = name.replace("-", " ") or "buried service"
    return NoDig(
        id=f"no-dig-{number}",
        what=what[:60],
        letter=what[:1].upper(),
        at_m=_length(at, bare, word),
        half_width_m=half_m,
    )
