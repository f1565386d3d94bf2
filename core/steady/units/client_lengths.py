"""Lengths as a client reads them: no finer than a builder keeps to."""

import math
from fractions import Fraction

from steady.units.units import IN

SHORT_IN, SHORT_MM = 6.0, 150.0
"""Shorter lengths are told finer: to an eighth of an inch, to a millimetre [practice]."""


def client_length(length_m: float, system: str, finest: bool = False) -> str:
    """A length for a client: to half an inch or a centimetre, short ones finer, `finest` to a sixteenth or a millimetre."""
    if system == "metric":
        mm = length_m * 1000
        to = 1 if finest or mm < SHORT_MM else 10
        told = math.floor(mm / to + 0.5) * to
        return f"{told} mm" if told < 1000 else f"{told / 1000:.3f}".rstrip("0").rstrip(".") + " m"
    inches = length_m / IN
    parts = 16 if finest else 8 if inches < SHORT_IN else 2
    whole = Fraction(math.floor(inches * parts + 0.5), parts)
    feet, rest = divmod(whole, 12)
    words = [f"{feet} ft"] if feet else []
    if rest or not feet:
        ones, part = divmod(rest, 1)
        shown = " ".join(text for text in (str(ones) if ones or not part else "", str(part) if part else "") if text)
        words.append(f"{shown} in")
    return " ".join(words)
