"""A whole lean-to on one line: 12x8 fall5 beam8 sheets2.

Words, in order:
    12x8            along the wall by how far the beam's face stands out from the ledger
    fall5  1:20  drop6in   fall in degrees, as a ratio, or over its depth
    beam8           top of the beam above the floor
    over6in         rafters past the beam
    rafters16in     rafters no farther apart than this
    sheets2         sheets of this cover; slats4in: slats with that clear gap instead
    posts3          posts under the beam
    brace2  feet=ground   knee braces, or posts fixed in the ground
    hung            rafters hung from the ledger, not laid on it
"""

import math
import re
from collections.abc import Callable
from dataclasses import replace

from steady.errors import InputError
from steady.measure.lengths import Bare
from steady.structures.canopy.entry import FIELD, between, length_in
from steady.structures.lean_to.spec import LeanToSpec
from steady.yard.stock import sticks

HELP = "Write 12x8 fall5 beam8 sheets2: along the wall, out from it, fall in degrees, the beam's top, the sheets' cover"
Reader = Callable[[LeanToSpec, str, str, Bare], LeanToSpec]


def read_lean_to(text: str, lean_to_id: str, bare: Bare = "ft") -> LeanToSpec:
    """Read a lean-to from one line.

    Raises:
        InputError: A word that is not understood, or sizes that cannot be; the message quotes it.
    """
    words = text.lower().replace(",", " ").replace("×", "x").split()
    size = re.fullmatch(r"(.+)x(.+)", words[0]) if words else None
    if size is None:
        raise InputError(FIELD, f'"{words[0]}" is no size. {HELP}' if words else HELP)
    long_m, deep_m = _length(size[1], bare, words[0]), _length(size[2], bare, words[0])
    between(words[0], long_m, 1.2, 15.0, "it runs 4 to 49 ft (1.2 to 15 m) along the wall")
    between(words[0], deep_m, 0.6, 6.0, "it reaches 2 to 19 ft (0.6 to 6 m) out")
    spec = LeanToSpec(id=lean_to_id, beams_m=long_m, depth_m=deep_m)
    for word in words[1:]:
        spec = _word(spec, word, bare)
    return spec


def _word(spec: LeanToSpec, word: str, bare: Bare) -> LeanToSpec:
    if word in ("hung", "laid"):
        return replace(spec, laid="hung" if word == "hung" else "on ledger")
    if word in ("feet=ground", "fixed"):
        return replace(spec, upright="fixed posts")
    ratio = re.fullmatch(r"1:(\d+(?:\.\d+)?)", word)
    if ratio is not None and float(ratio[1]) > 0:
        return _pitched(spec, word, math.atan(1 / float(ratio[1])))
    for name, read in READERS.items():
        if word.startswith(name) and len(word) > len(name):
            return read(spec, word, word[len(name) :], bare)
    raise InputError(FIELD, f'"{word}" is not understood. {HELP}')


def _pitched(spec: LeanToSpec, word: str, pitch_rad: float) -> LeanToSpec:
    if not math.radians(1.5) - 1e-9 <= pitch_rad <= math.radians(30) + 1e-9:
        raise InputError(FIELD, f'"{word}": a fall of 1.5 to 30 degrees; water stands on less')
    return replace(spec, pitch_rad=pitch_rad)


def _fall(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    try:
        degrees = float(rest.removesuffix("°"))
    except ValueError:
        raise InputError(FIELD, f'"{word}": write the fall in degrees, as fall5') from None
    return _pitched(spec, word, math.radians(degrees))


def _drop(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    return _pitched(spec, word, math.atan2(_length(rest, bare, word), spec.depth_m))


def _beam(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    top_m = _length(rest, bare, word)
    between(word, top_m, 1.8, 4.0, "the beam's top stands 5 ft 11 in to 13 ft (1.8 to 4 m) over the floor")
    return replace(spec, beam_top_m=top_m)


def _over(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    past_m = _length(rest, bare, word)
    between(word, past_m, 0.0, 1.2, "rafters run 0 to 3 ft 11 in (1.2 m) past the beam")
    return replace(spec, past_m=past_m)


def _rafters(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    spacing_m = _length(rest, bare, word)
    between(word, spacing_m, 0.2, 1.3, "rafters stand 8 in to 4 ft 3 in (0.2 to 1.3 m) apart")
    return replace(spec, rafter_spacing_m=spacing_m)


def _sheets(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    cover_m = _length(rest, bare, word)
    sold = [item for item in sticks().values() if item.role == "sheet"]
    nearest = min(sold, key=lambda item: abs(item.width_m - cover_m))
    if abs(nearest.width_m - cover_m) > 0.005:
        raise InputError(
            FIELD, f'"{word}": the yard sells no sheet of that cover; it has {", ".join(i.says for i in sold)}'
        )
    return replace(spec, roof="sheets", sheet=nearest.key)


def _slats(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    gap_m = _length(rest, bare, word)
    between(word, gap_m, 0.005, 1.0, "gaps are 1/4 in to 3 ft (5 mm to 1 m)")
    return replace(spec, roof="slats", slat_gap_m=gap_m)


def _posts(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    if not rest.isdecimal() or not 2 <= int(rest) <= 8:
        raise InputError(FIELD, f'"{word}": 2 to 8 posts under the beam, as posts3')
    return replace(spec, posts=int(rest))


def _brace(spec: LeanToSpec, word: str, rest: str, bare: Bare) -> LeanToSpec:
    brace_m = _length(rest, bare, word)
    between(word, brace_m, 0.3, 1.5, "braces reach 1 to 5 ft (0.3 to 1.5 m) each way")
    return replace(spec, upright="knee braces", brace_m=brace_m)


READERS: dict[str, Reader] = {
    "fall": _fall,
    "drop": _drop,
    "beam": _beam,
    "over": _over,
    "rafters": _rafters,
    "sheets": _sheets,
    "slats": _slats,
    "posts": _posts,
    "brace": _brace,
}


def _length(text: str, bare: Bare, word: str) -> float:
    return length_in(text, bare, word, HELP)
