"""A whole pavilion on one line: 16x16 over9in pitch25 ring3 rafters24in sheets2x12.

Words, in order:
    16x16           over the beams' outer faces, along x and y
    over9in         rafters past the beams
    pitch25  rise7in12  pitch25+40   degrees, or rise in run; long sides + ends
    ring3           centre ring, outside; without it a ridge or a point
    beam8           top of the beams above the floor
    rafters24in     rafters no farther apart than this
    sheets2x12      cover by the one length that is bought
    turn            pieces of sheet may be turned: profile and lap are the same both ways round
    brace2  feet=ground   knee braces, or posts fixed in the ground
"""

import math
import re
from collections.abc import Callable
from dataclasses import replace

from steady.errors import InputError
from steady.measure.lengths import Bare
from steady.structures.canopy.entry import FIELD, between, length_in
from steady.structures.pavilion.spec import PavilionSpec
from steady.yard.stock import sticks

HELP = (
    "Write 16x16 over9in pitch25 ring3 rafters24in sheets2x12: over the beams, overhang, pitch, ring, spacing, sheets"
)
Reader = Callable[[PavilionSpec, str, str, Bare], PavilionSpec]


def read_pavilion(text: str, pavilion_id: str, bare: Bare = "ft") -> PavilionSpec:
    """Read a pavilion from one line.

    Raises:
        InputError: A word that is not understood, or sizes that cannot be; the message quotes it.
    """
    words = text.lower().replace(",", " ").replace("×", "x").split()
    size = re.fullmatch(r"(.+)x(.+)", words[0]) if words else None
    if size is None:
        raise InputError(FIELD, f'"{words[0]}" is no size. {HELP}' if words else HELP)
    one_m, two_m = _length(size[1], bare, words[0]), _length(size[2], bare, words[0])
    for each in (one_m, two_m):
        between(words[0], each, 1.8, 8.0, "its sides are 6 to 26 ft (1.8 to 8 m)")
    # The ridge runs along the longer side.
    spec = PavilionSpec(id=pavilion_id, beams_m=max(one_m, two_m), deep_m=min(one_m, two_m))
    for word in words[1:]:
        spec = _word(spec, word, bare)
    return spec


def _word(spec: PavilionSpec, word: str, bare: Bare) -> PavilionSpec:
    if word in ("feet=ground", "fixed"):
        return replace(spec, upright="fixed posts")
    if word == "turn":
        return replace(spec, sheet_turn=True)
    for name, read in READERS.items():
        if word.startswith(name) and len(word) > len(name):
            return read(spec, word, word[len(name) :], bare)
    raise InputError(FIELD, f'"{word}" is not understood. {HELP}')


def _over(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    past_m = _length(rest, bare, word)
    between(word, past_m, 0.0, 0.9, "rafters run 0 to 2 ft 11 in (0.9 m) past the beams")
    return replace(spec, past_m=past_m)


def _angle(word: str, text: str) -> float:
    try:
        degrees = float(text.removesuffix("°"))
    except ValueError:
        raise InputError(FIELD, f'"{word}": write the pitch in degrees, as pitch25 or pitch25+40') from None
    if not 5 <= degrees <= 45:
        raise InputError(FIELD, f'"{word}": a pitch of 5 to 45 degrees')
    return math.radians(degrees)


def _pitch(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    first, _, second = rest.partition("+")
    return replace(spec, pitch_rad=_angle(word, first), end_pitch_rad=_angle(word, second) if second else None)


def _rise(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    match = re.fullmatch(r"(\d+(?:\.\d+)?)in(\d+(?:\.\d+)?)", rest)
    if match is None or not float(match[2]) > 0:
        raise InputError(FIELD, f'"{word}": write the rise in its run, as rise7in12')
    return replace(spec, pitch_rad=_angle(word, f"{math.degrees(math.atan2(float(match[1]), float(match[2]))):.9f}"))


def _ring(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    ring_m = _length(rest, bare, word)
    between(word, ring_m, 0.2, 2.0, "a ring is 8 in to 6 ft 6 in (0.2 to 2 m)")
    return replace(spec, ring_m=ring_m)


def _beam(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    top_m = _length(rest, bare, word)
    between(word, top_m, 2.1, 3.9, "the beams' top stands 6 ft 11 in to 12 ft 9 in (2.1 to 3.9 m) over the floor")
    return replace(spec, beam_top_m=top_m)


def _rafters(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    spacing_m = _length(rest, bare, word)
    between(word, spacing_m, 0.2, 1.2, "rafters stand 8 in to 3 ft 11 in (0.2 to 1.2 m) apart")
    return replace(spec, rafter_spacing_m=spacing_m)


def _sheets(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    cover, _, stock = rest.partition("x")
    cover_m = _length(cover, bare, word)
    sold = [item for item in sticks().values() if item.role == "sheet"]
    nearest = min(sold, key=lambda item: abs(item.width_m - cover_m))
    if abs(nearest.width_m - cover_m) > 0.005:
        has = ", ".join(item.says for item in sold)
        raise InputError(FIELD, f'"{word}": the yard sells no sheet of that cover; it has {has}')
    stock_m = _length(stock, bare, word) if stock else spec.sheet_stock_m
    between(word, stock_m, 0.31, 8.0, "sheets are 1 to 26 ft (0.3 to 8 m) long")
    return replace(spec, sheet=nearest.key, sheet_stock_m=stock_m)


def _brace(spec: PavilionSpec, word: str, rest: str, bare: Bare) -> PavilionSpec:
    brace_m = _length(rest, bare, word)
    between(word, brace_m, 0.3, 1.5, "braces reach 1 to 5 ft (0.3 to 1.5 m) each way")
    return replace(spec, upright="knee braces", brace_m=brace_m)


READERS: dict[str, Reader] = {
    "over": _over,
    "pitch": _pitch,
    "rise": _rise,
    "ring": _ring,
    "beam": _beam,
    "rafters": _rafters,
    "sheets": _sheets,
    "brace": _brace,
}


def _length(text: str, bare: Bare, word: str) -> float:
    return length_in(text, bare, word, HELP)
