"""A whole pergola on one line: 18x11 high8 over1 rafters24in slats5in brace2.

Words, in order:
    18x11               length of the beams by length of the rafters, out to out
    high8               clear height under the beams
    over1  over1+1'6    beams (and rafters) past their posts
    rafters24in         rafters no farther apart than this
    slats5in  gap3in    slats at this pitch, or with this clear gap
    shade60@15:00       as many slats as shade 60 % at that hour
    posts3              posts under each beam
    brace2  feet=ground knee braces so long each way, or posts fixed in the ground
    attached            hung on the house along its first edge
"""

import re
from dataclasses import replace

from steady.errors import InputError
from steady.measure.lengths import Bare
from steady.structures.canopy.entry import FIELD, between, length_in
from steady.structures.pergola.spec import PergolaSpec
from steady.yard.stock import sticks

HELP = "Write 18x11 high8 over1 rafters24in slats5in brace2; attached hangs it on the house, feet=ground fixes its posts there"


def read_pergola(text: str, pergola_id: str, bare: Bare = "ft") -> PergolaSpec:
    """Read a pergola from one line.

    Raises:
        InputError: A word that is not understood, or sizes that cannot be; the message quotes it.
    """
    words = text.lower().replace(",", " ").replace("×", "x").split()
    size = re.fullmatch(r"(.+)x(.+)", words[0]) if words else None
    if size is None:
        raise InputError(FIELD, f'"{words[0]}" is no size. {HELP}' if words else HELP)
    long_m, wide_m = _length(size[1], bare, words[0]), _length(size[2], bare, words[0])
    between(words[0], long_m, 1.2, 15.0, "beams are 4 to 49 ft (1.2 to 15 m) long")
    between(words[0], wide_m, 1.2, 12.0, "rafters are 4 to 39 ft (1.2 to 12 m) long")
    spec = PergolaSpec(id=pergola_id, beams_m=long_m, rafters_m=wide_m)
    for word in words[1:]:
        spec = _word(spec, word, bare)
    return spec


def _word(spec: PergolaSpec, word: str, bare: Bare) -> PergolaSpec:
    if word == "attached":
        return replace(spec, attach="house")
    if word == "free":
        return replace(spec, attach="free")
    if word in ("feet=ground", "fixed"):
        return replace(spec, upright="fixed posts")
    for name, read in READERS.items():
        if word.startswith(name) and len(word) > len(name):
            return read(spec, word, word[len(name) :], bare)
    raise InputError(FIELD, f'"{word}" is not understood. {HELP}')


def _high(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    high_m = _length(rest, bare, word)
    between(word, high_m, 2.1, 3.6, "the clear height is 6 ft 11 in to 11 ft 9 in (2.1 to 3.6 m)")
    return replace(spec, high_m=high_m)


def _over(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    beam, _, rafter = rest.partition("+")
    beam_m = _length(beam, bare, word)
    rafter_m = _length(rafter, bare, word) if rafter else beam_m
    for one in (beam_m, rafter_m):
        between(word, one, 0.0, 1.5, "members run 0 to 4 ft 11 in (1.5 m) past their supports")
    return replace(spec, beam_past_m=beam_m, rafter_past_m=rafter_m)


def _rafters(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    spacing_m = _length(rest, bare, word)
    between(word, spacing_m, 0.2, 1.3, "rafters stand 8 in to 4 ft 3 in (0.2 to 1.3 m) apart")
    return replace(spec, rafter_spacing_m=spacing_m)


def _slats(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    pitch_m = _length(rest, bare, word)
    wide_m = sticks()[spec.slat].thickness_m
    between(word, pitch_m - wide_m, 0.005, 1.0, "slats stand at a pitch over their own thickness, up to 3 ft (1 m)")
    return replace(spec, slats_by="gap", slat_gap_m=pitch_m - wide_m)


def _gap(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    gap_m = _length(rest, bare, word)
    between(word, gap_m, 0.005, 1.0, "gaps are 1/4 in to 3 ft (5 mm to 1 m)")
    return replace(spec, slats_by="gap", slat_gap_m=gap_m)


def _shade(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    match = re.fullmatch(r"(\d+)(?:@(\d{1,2})(?::(\d\d))?)?", rest)
    if match is None or not 2 <= int(match[1]) <= 100 or int(match[2] or 0) > 24:
        raise InputError(FIELD, f'"{word}": write the shade as shade60@15:00, 2 to 100 per cent')
    hour = int(match[2]) + int(match[3] or 0) / 60 if match[2] else spec.sun.hour
    return replace(spec, slats_by="shade", shade=int(match[1]) / 100, sun=replace(spec.sun, hour=hour))


def _posts(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    if not rest.isdecimal() or not 2 <= int(rest) <= 8:
        raise InputError(FIELD, f'"{word}": 2 to 8 posts under each beam, as posts3')
    return replace(spec, posts=int(rest))


def _brace(spec: PergolaSpec, word: str, rest: str, bare: Bare) -> PergolaSpec:
    brace_m = _length(rest, bare, word)
    between(word, brace_m, 0.3, 1.5, "braces reach 1 to 5 ft (0.3 to 1.5 m) each way")
    return replace(spec, upright="knee braces", brace_m=brace_m)


READERS = {
    "high": _high,
    "over": _over,
    "rafters": _rafters,
    "slats": _slats,
    "gap": _gap,
    "shade": _shade,
    "posts": _posts,
    "brace": _brace,
}


def _length(text: str, bare: Bare, word: str) -> float:
    return length_in(text, bare, word, HELP)
