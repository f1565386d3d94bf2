"""Numbers as the crew reads them: feet, inches and tape fractions, or millimetres and metres."""

import math
from functools import lru_cache
from typing import Literal

from steady.units.units import FT, FT3, IN, LB, LB_FT, LB_MASS, MPH, PSF, PSI
from steady.value_objects import positional_value_object

System = Literal["imperial", "metric"]
_EIGHTHS = {1: "⅛", 2: "¼", 3: "⅜", 4: "½", 5: "⅝", 6: "¾", 7: "⅞"}
_UP = str.maketrans("0123456789", "⁰¹²³⁴⁵⁶⁷⁸⁹")
_DOWN = str.maketrans("0123456789", "₀₁₂₃₄₅₆₇₈₉")


GROUP = "\N{NO-BREAK SPACE}"
"""Between thousands: no line breaks there."""


@positional_value_object
class Tape:
    """How a crew reads its tape: the system of units and the finest mark it works to.

    Args:
        system: imperial or metric.
        mark_m: Finest tape mark that is read (1/8 in, 1/16 in, 1 mm, 5 mm).
    """

    system: System = "imperial"
    mark_m: float = IN / 16

    @property
    def metric(self) -> bool:
        """Millimetres and metres."""
        return self.system == "metric"

    def rounded_m(self, value_m: float) -> float:
        """The nearest tape mark (m). Each mark is rounded from its own exact station, never from a neighbour's."""
        return round(value_m / self.mark_m) * self.mark_m

    def length(self, value_m: float) -> str:
        """A length to the crew's own mark: 7' 6½", 11⅜", 2 290 mm."""
        if self.metric:
            return f"{round(self.rounded_m(value_m) * 1000):,}".replace(",", GROUP) + " mm"
        return feet_inches(value_m, max(1, round(IN / self.mark_m)))

    def distance(self, value_m: float) -> str:
        """A long distance: feet and inches, or metres to three places."""
        if self.metric:
            return f"{self.rounded_m(value_m):.3f} m"
        return self.length(value_m)


@lru_cache(maxsize=20_000)  # a drag words the same lengths again and again
def feet_inches(value_m: float, parts_per_inch: int = 16) -> str:
    """Feet, inches and a real fraction, rounded to the nearest 1/parts_per_inch in."""
    total = round(abs(value_m) / IN * parts_per_inch)
    sign = "−" if value_m < 0 and total else ""
    feet, rest = divmod(total, 12 * parts_per_inch)
    inches, part = divmod(rest, parts_per_inch)
    fraction = _fraction(part, parts_per_inch)
    if feet:
        return f"{sign}{feet}′ {inches}{fraction}″"
    return f"{sign}{inches if inches or not fraction else ''}{fraction}″"


def _fraction(part: int, of: int) -> str:
    if not part:
        return ""
    if 8 % of == 0 or part * 8 % of == 0:
        return _EIGHTHS[part * 8 // of]
    common = math.gcd(part, of)
    return f"{str(part // common).translate(_UP)}⁄{str(of // common).translate(_DOWN)}"


def quantity(value: float, unit: str, system: System) -> str:
    """A value in an SI unit, shown in the system's own everyday unit: 2.1e7 Pa as 3046 psi or 21.0 MPa."""
    if system == "imperial":
        scale, name, places = {
            "n": (LB, "lb", 0),
            "n_m": (LB_FT, "lb-ft", 0),
            "pa": (PSF, "psf", 1),
            "stress_pa": (PSI, "psi", 0),
            "m3": (FT3, "ft³", 2),
            "kg": (LB_MASS, "lb", 0),
            "m_per_s": (MPH, "mph", 0),
            "m": (FT, "ft", 2),
        }[unit]
    else:
        scale, name, places = {
            "n": (1000.0, "kN", 2),
            "n_m": (1000.0, "kN·m", 2),
            "pa": (1000.0, "kPa", 2),
            "stress_pa": (1e6, "MPa", 1),
            "m3": (0.001, "L", 0),
            "kg": (1.0, "kg", 0),
            "m_per_s": (1.0, "m/s", 0),
            "m": (1.0, "m", 3),
        }[unit]
    return f"{value / scale:,.{places}f} {name}"


def degrees(angle_rad: float) -> str:
    """An angle in degrees to a tenth."""
    return f"{math.degrees(angle_rad):.1f}°"
