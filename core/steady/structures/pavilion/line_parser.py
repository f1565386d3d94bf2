"""A whole pavilion on one line: 16x16 over9in pitch25 ring3 rafters24in sheets2x12.

Words, in order:
    16x16           over the beams' outer faces, along x and y
    over9in         rafters past the beams
    pitch25  rise7in12  pitch25+40   degrees, or rise in run; long sides + ends
    ring3           centre ring, outside; without it a ridge or a point
    raise8in        a raised centre over the ring, with so much air under it
    beam8           top of the beams above the floor
    rafters24in     rafters no farther apart than this
    sheets2x12      cover by the one length that is bought
    turn            pieces of sheet may be turned: profile and lap are the same both ways round
    mid1            posts between the corners of every side
    brace2  feet=ground   knee braces, or embedded posts
"""

import math
import re
from dataclasses import replace

from steady.structures.canopy.line_parser import BRACE, FIXED, sheet_of
from steady.structures.line_parser import Word, Words, length_of, read_line
from steady.structures.pavilion.spec import PavilionSpec
from steady.units.lengths import Bare


def read_pavilion(text: str, pavilion_id: str, bare: Bare = "ft") -> PavilionSpec:
    """Read a pavilion from one line.

    Raises:
        InvalidInputError: A word that is not recognized, or sizes that cannot be; the message quotes it.
    """
    return read_line(WORDS, text, pavilion_id, bare=bare)  # type: ignore[no-any-return]


def _sized(pavilion_id: str, word: Word, sides_m: tuple[float, float]) -> PavilionSpec:
    """The ridge runs along the longer side."""
    for side_m in sides_m:
        word.within(side_m, 1.8, 8.0, says="its sides are 6 to 26 ft (1.8 to 8 m)")
    return PavilionSpec(id=pavilion_id, beams_m=max(sides_m), deep_m=min(sides_m))


def _angle(word: Word, text: str) -> float:
    try:
        degrees = float(text.removesuffix("°"))
    except ValueError:
        raise word.refused("write the pitch in degrees, as pitch25 or pitch25+40") from None
    if not 5 <= degrees <= 45:
        raise word.refused("a pitch of 5 to 45 degrees")
    return math.radians(degrees)


def _pitch(spec: PavilionSpec, word: Word) -> PavilionSpec:
    first, _, second = word.rest.partition("+")
    return replace(spec, pitch_rad=_angle(word, first), end_pitch_rad=_angle(word, second) if second else None)


def _rise(spec: PavilionSpec, word: Word) -> PavilionSpec:
    match = re.fullmatch(r"(\d+(?:\.\d+)?)in(\d+(?:\.\d+)?)", word.rest)
    if match is None or not float(match[2]) > 0:
        raise word.refused("write the rise in its run, as rise7in12")
    return replace(spec, pitch_rad=_angle(word, f"{math.degrees(math.atan2(float(match[1]), float(match[2]))):.9f}"))


def _sheets(spec: PavilionSpec, word: Word) -> PavilionSpec:
    cover, _, stock = word.rest.partition("x")
    sheet = sheet_of(word, cover)
    stock_m = word.length_m(stock) if stock else spec.sheet_stock_m
    word.within(stock_m, 0.31, 8.0, says="sheets are 1 to 26 ft (0.3 to 8 m) long")
    return replace(spec, sheet=sheet, sheet_stock_m=stock_m)


def _middle(spec: PavilionSpec, word: Word) -> PavilionSpec:
    if word.rest not in ("1", "2"):
        raise word.refused("1 or 2 posts between the corners of every side, as mid1")
    return replace(spec, middle_posts=int(word.rest))


WORDS = Words(
    help="Write 16x16 over9in pitch25 ring3 rafters24in sheets2x12: over the beams, overhang, pitch, ring, spacing, sheets",
    sized=_sized,
    flags={**FIXED, "turn": {"sheet_turn": True}, "backed": {"hip_set": "backed"}},
    readers={
        "over": length_of("past_m", 0.0, 0.9, says="rafters run 0 to 2 ft 11 in (0.9 m) past the beams"),
        "pitch": _pitch,
        "rise": _rise,
        "ring": length_of("ring_m", 0.2, 2.0, says="a ring is 8 in to 6 ft 6 in (0.2 to 2 m)"),
        "raise": length_of(
            "raised_m", 0.05, 0.9, says="a raised centre has 2 in to 3 ft (0.05 to 0.9 m) of air under it"
        ),
        "beam": length_of(
            "beam_top_m", 2.1, 3.9, says="the beams' top stands 6 ft 11 in to 12 ft 9 in (2.1 to 3.9 m) over the floor"
        ),
        "rafters": length_of(
            "rafter_spacing_m", 0.2, 1.2, says="rafters stand 8 in to 3 ft 11 in (0.2 to 1.2 m) apart"
        ),
        "sheets": _sheets,
        "mid": _middle,
        "brace": BRACE,
    },
)
