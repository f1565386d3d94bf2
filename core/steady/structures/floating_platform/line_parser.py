"""A whole platform on one line: 14x10 barrels8 ramp9.

Words, in order:
    14x10           along the barrels by across them
    barrels8        in all, in two rows; rows3 for more rows
    ramp9           a ramp of this length; on=side: onto its long side, not its end; noramp: none
    people6         that it must carry
    inset4in        from the edge to the outer barrels
    drum120x480     each barrel's litres, and its diameter in millimetres
    bank2           the ramp's sill over today's water
    low18in  high18in   the year's range of water under and over today's
    salt            salt water
    ice=out  ice=in     taken out before the water freezes, or left in
"""

import math
import re
from dataclasses import replace

from steady.structures.floating_platform.spec import FloatSpec, Ramp
from steady.structures.line_parser import Reader, Word, Words, length_of, read_line
from steady.structures.structure_type import changed
from steady.units.lengths import Bare

SMALL = "barrel 120 L"
OUTER = 1.13
"""A barrel is so much longer over its chimes than what it holds would make it [our own, from a 208 L one]."""


def read_float(text: str, float_id: str, bare: Bare = "ft") -> FloatSpec:
    """Read a platform from one line; the word `float` may lead it.

    Raises:
        InvalidInputError: A word that is not recognized, or sizes that cannot be; the message quotes it.
    """
    return read_line(WORDS, re.sub(r"^\s*float\s+", "", text.lower()), float_id, bare=bare)  # type: ignore[no-any-return]


def _sized(float_id: str, word: Word, size_m: tuple[float, float]) -> FloatSpec:
    long_m, wide_m = size_m
    return FloatSpec(
        id=float_id,
        long_m=word.within(long_m, 1.8, 7.4, says="it runs 6 to 24 ft (1.8 to 7.4 m) along its barrels"),
        wide_m=word.within(wide_m, 1.5, 5.0, says="it is 5 to 16 ft (1.5 to 5 m) across"),
    )


def _count(field: str, least: int, most: int, *, says: str) -> Reader:
    def read(spec: FloatSpec, word: Word) -> FloatSpec:
        if not word.rest.isdecimal() or not least <= int(word.rest[:4]) <= most:
            raise word.refused(says)
        return changed(spec, ((field, int(word.rest)),))  # type: ignore[no-any-return]

    return read


def _ramp(spec: FloatSpec, word: Word) -> FloatSpec:
    long_m = word.within(word.length_m(word.rest), 0.9, 9.0, says="a ramp is 3 to 29 ft (0.9 to 9 m) long")
    return replace(spec, ramp=replace(spec.ramp, length_m=long_m))


def _bank(spec: FloatSpec, word: Word) -> FloatSpec:
    bank_m = word.within(
        word.length_m(word.rest), -1.0, 3.0, says="the sill lies up to 9 ft 10 in (3 m) over the water"
    )
    return replace(spec, ramp=replace(spec.ramp, bank_m=bank_m))


def _drum(spec: FloatSpec, word: Word) -> FloatSpec:
    found = re.fullmatch(r"(\d{2,3}(?:\.\d+)?)x(\d{3})", word.rest)
    if found is None:
        raise word.refused("write litres and millimetres across, as drum120x480")
    litres, across_mm = float(found[1]), float(found[2])
    if not (20 <= litres <= 500 and 200 <= across_mm <= 900):
        raise word.refused("barrels hold 20 to 500 litres and are 200 to 900 mm across")
    across_m, volume_m3 = across_mm / 1000, litres / 1000
    long_m = volume_m3 / (math.pi * across_m**2 / 4) * OUTER
    if not 0.3 <= long_m <= 1.6:
        raise word.refused("no barrel of that girth holds so much")
    barrel = replace(
        spec.barrel,
        item=SMALL if litres < 160 else spec.barrel.item,
        volume_m3=volume_m3,
        diameter_m=across_m,
        long_m=round(long_m, 3),
        mass_kg=10.0 if litres >= 160 else 6.0,
    )
    return replace(spec, barrel=barrel)


def _lands(spec: FloatSpec, word: Word) -> FloatSpec:
    if word.rest not in ("end", "side"):
        raise word.refused("the ramp lands on the end or the side, as on=side")
    return replace(spec, ramp=replace(spec.ramp, lands=word.rest))  # type: ignore[arg-type]


WORDS = Words(
    help="Write 14x10 barrels8 ramp9: along the barrels, across, barrels in all, the ramp's length",
    sized=_sized,
    flags={
        "salt": {"water": "salt"},
        "fresh": {"water": "fresh"},
        "ice=out": {"ice": "out"},
        "ice=in": {"ice": "in"},
        "noramp": {"ramp": Ramp(length_m=0.0)},
    },
    readers={
        "barrels": _count("barrels", 4, 24, says="4 to 24 barrels, as barrels8"),
        "rows": _count("rows", 2, 4, says="2 to 4 rows of barrels, as rows2"),
        "people": _count("people", 1, 30, says="1 to 30 people, as people6"),
        "ramp": _ramp,
        "on=": _lands,
        "drum": _drum,
        "bank": _bank,
        "inset": length_of("inset_m", 0.0, 0.6, says="barrels lie up to 2 ft (0.6 m) inside the edge"),
        "low": length_of("low_m", 0.0, 3.0, says="water falls up to 9 ft 10 in (3 m)"),
        "high": length_of("high_m", 0.0, 3.0, says="water rises up to 9 ft 10 in (3 m)"),
    },
)
