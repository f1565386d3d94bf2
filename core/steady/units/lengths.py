"""Lengths as people say and write them, and back: 7' 6 1/2", 14.5', 174 in, 2.29 m, 7-6, 7 6 1/2.

`web/src/logic/units.ts` is the permitted twin (the site view reads lengths without signal); both are tested
from `checks/lengths.json`.
"""

import re
from fractions import Fraction
from typing import Literal

from steady.errors import InvalidInputError
from steady.units.units import FT, IN

Bare = Literal["ft", "in", "m", "mm"]
"""What a number without a unit means in a field."""

_UNIT_M: dict[str, float] = {"ft": FT, "in": IN, "m": 1.0, "cm": 0.01, "mm": 0.001}
_UNIT_WORDS = {
    "'": "ft",
    "ft": "ft",
    "foot": "ft",
    "feet": "ft",
    '"': "in",
    "''": "in",
    "in": "in",
    "inch": "in",
    "inches": "in",
    "m": "m",
    "mm": "mm",
    "cm": "cm",
    "meter": "m",
    "metre": "m",
    "meters": "m",
    "metres": "m",
}
_VULGAR = {
    "½": "1/2",
    "¼": "1/4",
    "¾": "3/4",
    "⅛": "1/8",
    "⅜": "3/8",
    "⅝": "5/8",
    "⅞": "7/8",
    "⅓": "1/3",
    "⅔": "2/3",
}
_SUPERSCRIPT = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹₀₁₂₃₄₅₆₇₈₉", "01234567890123456789")
_NUMBER = r"(?:\d+\s+\d+/\d+|\d+/\d+|\d*\.\d+|\d+\.?)"
_TERM = re.compile(rf"\s*({_NUMBER})\s*(''|'|\"|feet|foot|ft|inches|inch|in|metres|meters|metre|meter|mm|cm|m)?\.?\s*")
# 2-1/2 in is two and a half inches, as it is written on drawings; with no unit after it, 7-1/2 stays feet and inches.
_HYPHENED = re.compile(r"(?<![\d/.])(\d+)-(\d+/\d+)(?=\s*[a-z'\"])")
# 7'6-1/2: inches after feet, written as on drawings, their own mark left out.
_AFTER_FEET = re.compile(r"(?<=['t])\s*(\d+)-(\d+/\d+)$")
# 2 290 mm, as it is shown and as many write it: thousands with a space between.
_GROUPED = re.compile(r"(?<![\d/.])\d{1,3}(?:\s\d{3})+(?=(?:\.\d*)?\s*(mm|cm|m|$))")
_FEET_INCHES = re.compile(rf"^\s*(\d+)\s*(?:-|\s)\s*({_NUMBER})\s*$")


def plain_signs(text: str) -> str:
    """A text in lower case with the marks of a keyboard: feet and inches as ' and ", fractions as 1/2, × as x."""
    clean = text.lower().replace("’", "'").replace("′", "'").replace("″", '"').replace("”", '"')
    clean = clean.replace("“", '"').replace("−", "-").replace("×", "x")
    # A whole number before a vulgar fraction needs a space between: 6½ is six and a half.
    for sign, words in _VULGAR.items():
        clean = clean.replace(sign, " " + words)
    return clean


def parse_length(text: str, bare: Bare = "ft", field: str = "length") -> float:
    """Read a length in any form people write.

    Args:
        text: What was typed. Feet and inches may follow each other (7'6, 7 6 1/2, 7-6); a leading minus is allowed.
        bare: The unit of a single number written without one. Two numbers without units are feet and inches when
            `bare` is ft or in.
        field: Name put into the refusal.

    Returns:
        Metres.

    Raises:
        InvalidInputError: The text is not a length.
    """
    say = f'"{text.strip()}" is not a length. Write it like 7\' 6 1/2", 90.5 in or 2.3 m'
    clean = plain_signs(text.strip()).replace(",", "")
    if "⁄" in clean:
        clean = re.sub(r"([⁰¹²³⁴⁵⁶⁷⁸⁹]+)⁄", r" \1⁄", clean).translate(_SUPERSCRIPT).replace("⁄", "/")
    clean = re.sub(r"(?<=['t])\s*-\s*(?=\d)", " ", clean).strip()  # 7'-6" is 7' 6"
    clean = _HYPHENED.sub(r"\1 \2", clean)
    clean = _AFTER_FEET.sub(r" \1 \2", clean)
    clean = _GROUPED.sub(lambda found: "".join(found[0].split()) if found[1] or bare == "mm" else found[0], clean)
    sign_ratio = 1.0
    if clean.startswith("-"):
        sign_ratio, clean = -1.0, clean[1:].strip()
    if not clean or len(clean) > 40:
        raise InvalidInputError(field, say)
    both = _FEET_INCHES.match(clean)
    if both and bare in ("ft", "in") and ("-" in clean or clean.count("/") == 0 or len(clean.split()) == 3):
        return sign_ratio * (int(both[1]) * FT + _number(both[2], field, say) * IN)
    total_m, at, last_m = 0.0, 0, float("inf")
    while at < len(clean):
        term = _TERM.match(clean, at)
        if not term or term.end() == at:
            raise InvalidInputError(field, say)
        unit = _UNIT_WORDS[term[2]] if term[2] else ("in" if last_m == FT else bare if at == 0 else "")
        # The parts of a length grow smaller: 7' 6" is one, 6" 7' is a slip of the hand.
        follows = unit and _UNIT_M[unit] < last_m and (unit in ("ft", "in")) == (last_m == FT)
        if not follows and not (at == 0 and unit):
            raise InvalidInputError(field, say)
        last_m = _UNIT_M[unit]
        total_m += _number(term[1], field, say) * last_m
        at = term.end()
    return sign_ratio * total_m


_ALONE = re.compile(rf"\s*({_NUMBER})\s*({'|'.join(sorted(map(re.escape, _UNIT_WORDS), key=len, reverse=True))})?\s*")


def of_one_unit(first: str, second: str) -> tuple[str, str]:
    """Both lengths of a size: where one alone says its unit, it is meant for both: 4.2x3m is 4.2 m by 3 m."""
    one, two = (_ALONE.fullmatch(text.lower().replace("′", "'").replace("″", '"')) for text in (first, second))
    if one is None or two is None or bool(one[2]) == bool(two[2]):
        return first, second
    return (first + two[2], second) if two[2] else (first, second + one[2])


def _number(text: str, field: str, say: str) -> float:
    try:
        return float(sum(Fraction(part) for part in text.split()))
    except (ValueError, ZeroDivisionError):
        raise InvalidInputError(field, say) from None
