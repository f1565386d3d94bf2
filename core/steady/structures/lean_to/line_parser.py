"""A whole lean-to on one line: 12x8 fall5 beam8 sheets2.

Words, in order:
    12x8            along the wall by how far the beam's face stands out from the ledger
    fall5  1:20  drop6in   fall in degrees, as a ratio, or over its depth
    beam8           top of the beam above the floor
    over6in         rafters past the beam
    rafters16in     rafters no farther apart than this
    sheets2         sheets of this cover; slats4in: slats with that clear gap instead
    posts3          posts under the beam
    brace2  feet=ground   knee braces, or embedded posts
    hung            rafters hung from the ledger, not laid on it
"""

import math
import re
from dataclasses import replace

from steady.structures.canopy.line_parser import BRACE, FIXED, posts_under, sheet_of
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.line_parser import Word, Words, length_of, read_line
from steady.units.lengths import Bare


def read_lean_to(text: str, lean_to_id: str, bare: Bare = "ft") -> LeanToSpec:
    """Read a lean-to from one line.

    Raises:
        InvalidInputError: A word that is not recognized, or sizes that cannot be; the message quotes it.
    """
    return read_line(WORDS, text, lean_to_id, bare=bare)  # type: ignore[no-any-return]


def _sized(lean_to_id: str, word: Word, size_m: tuple[float, float]) -> LeanToSpec:
    long_m, deep_m = size_m
    return LeanToSpec(
        id=lean_to_id,
        beams_m=word.within(long_m, 1.2, 15.0, says="it runs 4 to 49 ft (1.2 to 15 m) along the wall"),
        depth_m=word.within(deep_m, 0.6, 6.0, says="it reaches 2 to 19 ft (0.6 to 6 m) out"),
    )


def _pitched(spec: LeanToSpec, word: Word, pitch_rad: float) -> LeanToSpec:
    if not math.radians(1.5) - 1e-9 <= pitch_rad <= math.radians(30) + 1e-9:
        raise word.refused("a fall of 1.5 to 30 degrees; water stands on less")
    return replace(spec, pitch_rad=pitch_rad)


def _fall(spec: LeanToSpec, word: Word) -> LeanToSpec:
    try:
        degrees = float(word.rest.removesuffix("°"))
    except ValueError:
        raise word.refused("write the fall in degrees, as fall5") from None
    return _pitched(spec, word, math.radians(degrees))


def _ratio(spec: LeanToSpec, word: Word) -> LeanToSpec:
    if re.fullmatch(r"\d+(?:\.\d+)?", word.rest) is None or not float(word.rest) > 0:
        raise word.unread()
    return _pitched(spec, word, math.atan(1 / float(word.rest)))


def _drop(spec: LeanToSpec, word: Word) -> LeanToSpec:
    return _pitched(spec, word, math.atan2(word.length_m(word.rest), spec.depth_m))


def _sheets(spec: LeanToSpec, word: Word) -> LeanToSpec:
    return replace(spec, roof="sheets", sheet=sheet_of(word, word.rest))


WORDS = Words(
    help="Write 12x8 fall5 beam8 sheets2: along the wall, out from it, fall in degrees, the beam's top, the sheets' cover",
    sized=_sized,
    flags={**FIXED, "hung": {"laid": "hung"}, "laid": {"laid": "on ledger"}},
    readers={
        "fall": _fall,
        "1:": _ratio,
        "drop": _drop,
        "beam": length_of(
            "beam_top_m", 1.8, 4.0, says="the beam's top stands 5 ft 11 in to 13 ft (1.8 to 4 m) over the floor"
        ),
        "over": length_of("past_m", 0.0, 1.2, says="rafters run 0 to 3 ft 11 in (1.2 m) past the beam"),
        "rafters": length_of("rafter_spacing_m", 0.2, 1.3, says="rafters stand 8 in to 4 ft 3 in (0.2 to 1.3 m) apart"),
        "sheets": _sheets,
        "slats": length_of("slat_gap_m", 0.005, 1.0, says="gaps are 1/4 in to 3 ft (5 mm to 1 m)", roof="slats"),
        "posts": posts_under("the beam"),
        "brace": BRACE,
    },
)
