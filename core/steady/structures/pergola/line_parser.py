"""A whole pergola on one line: 18x11 high8 over1 rafters24in slats5in brace2.

Words, in order:
    18x11               length of the beams by length of the rafters, out to out
    high8               clear height under the beams
    over1  over1+1'6    beams (and rafters) past their posts
    rafters24in         rafters no farther apart than this
    slats5in  gap3in    slats at this pitch, or with this clear gap
    shade60@15:00       as many slats as shade 60 % at that hour
    bays5x2  turn       bays framed by rafters and cross pieces, slats turning from bay to bay
    posts3              posts under each beam
    brace2  feet=ground knee braces so long each way, or embedded posts
    attached            attached to the house along its first edge
    on=kitchen-deck@2+3 on the frame of a deck of the same job, its corner so far along and out on it
"""

import re
from dataclasses import replace

from steady.catalog.items import sticks
from steady.structures.canopy.line_parser import BRACE, FIXED, posts_under
from steady.structures.line_parser import Word, Words, length_of, read_line
from steady.structures.pergola.spec import PergolaSpec
from steady.units.lengths import Bare


def read_pergola(text: str, pergola_id: str, bare: Bare = "ft") -> PergolaSpec:
    """Read a pergola from one line.

    Raises:
        InvalidInputError: A word that is not recognized, or sizes that cannot be; the message quotes it.
    """
    return read_line(WORDS, text, pergola_id, bare=bare)  # type: ignore[no-any-return]


def _sized(pergola_id: str, word: Word, size_m: tuple[float, float]) -> PergolaSpec:
    long_m, wide_m = size_m
    return PergolaSpec(
        id=pergola_id,
        beams_m=word.within(long_m, 1.2, 15.0, says="beams are 4 to 49 ft (1.2 to 15 m) long"),
        rafters_m=word.within(wide_m, 1.2, 12.0, says="rafters are 4 to 39 ft (1.2 to 12 m) long"),
    )


def _over(spec: PergolaSpec, word: Word) -> PergolaSpec:
    beam, _, rafter = word.rest.partition("+")
    beam_m = word.length_m(beam)
    rafter_m = word.length_m(rafter) if rafter else beam_m
    for one in (beam_m, rafter_m):
        word.within(one, 0.0, 1.5, says="members run 0 to 4 ft 11 in (1.5 m) past their supports")
    return replace(spec, beam_past_m=beam_m, rafter_past_m=rafter_m)


def _slats(spec: PergolaSpec, word: Word) -> PergolaSpec:
    gap_m = word.length_m(word.rest) - sticks()[spec.slat].thickness_m
    word.within(gap_m, 0.005, 1.0, says="slats stand at a pitch over their own thickness, up to 3 ft (1 m)")
    return replace(spec, slats_by="gap", slat_gap_m=gap_m)


def _shade(spec: PergolaSpec, word: Word) -> PergolaSpec:
    match = re.fullmatch(r"(\d+)(?:@(\d{1,2})(?::(\d\d))?)?", word.rest)
    if match is None or not 2 <= int(match[1]) <= 100 or int(match[2] or 0) > 24:
        raise word.refused("write the shade as shade60@15:00, 2 to 100 per cent")
    hour = int(match[2]) + int(match[3] or 0) / 60 if match[2] else spec.sun.hour
    return replace(spec, slats_by="shade", shade=int(match[1]) / 100, sun=replace(spec.sun, hour=hour))


def _bays(spec: PergolaSpec, word: Word) -> PergolaSpec:
    match = re.fullmatch(r"(\d{1,2})x(\d{1,2})", word.rest)
    if match is None or not (1 <= int(match[1]) <= 20 and 1 <= int(match[2]) <= 12):
        raise word.refused("write the bays along the beams and out as bays5x2, 1 to 20 by 1 to 12")
    return replace(spec, bays_x=int(match[1]), bays_y=int(match[2]))


def _on(spec: PergolaSpec, word: Word) -> PergolaSpec:
    """A deck of the job by its id, and perhaps its corner there: on=kitchen-deck@2,2."""
    name, _, at = word.rest.partition("@")
    along, _, out = at.partition("+")
    if not re.fullmatch(r"[\w-]{1,60}", name) or (at and not out):
        raise word.refused("write on=kitchen-deck, or on=kitchen-deck@2+3 with its corner along and out on the deck")
    if not at:
        return replace(spec, on=name)
    return replace(spec, on=name, on_x_m=word.length_m(along), on_y_m=word.length_m(out))


WORDS = Words(
    help="Write 18x11 high8 over1 rafters24in slats5in brace2; attached hangs it on the house, feet=ground fixes its posts there",
    sized=_sized,
    flags={**FIXED, "attached": {"attach": "house"}, "free": {"attach": "free"}, "turn": {"turns": True}},
    readers={
        "high": length_of("high_m", 2.1, 3.6, says="the clear height is 6 ft 11 in to 11 ft 9 in (2.1 to 3.6 m)"),
        "over": _over,
        "rafters": length_of("rafter_spacing_m", 0.2, 1.3, says="rafters stand 8 in to 4 ft 3 in (0.2 to 1.3 m) apart"),
        "slats": _slats,
        "gap": length_of("slat_gap_m", 0.005, 1.0, says="gaps are 1/4 in to 3 ft (5 mm to 1 m)", slats_by="gap"),
        "shade": _shade,
        "on=": _on,
        "bays": _bays,
        "posts": posts_under("each beam"),
        "brace": BRACE,
    },
)
