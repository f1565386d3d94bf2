"""Quantities with a unit, as people and check rows write them: 648.9 lb, 150 psf/ft, 30 deg, 105 mph, 0.6 ft3."""

import math
import re

from steady.errors import InvalidInputError
from steady.units.lengths import parse_length
from steady.units.units import FT, FT3, IN, LB, LB_FT, LB_MASS, MPH, PCF, PLF, PSF, PSI

UNITS: dict[str, tuple[str, float]] = {
    "in": ("length", IN),
    "ft": ("length", FT),
    "mm": ("length", 0.001),
    "cm": ("length", 0.01),
    "m": ("length", 1.0),
    "in2": ("area", IN**2),
    "ft2": ("area", FT**2),
    "mm2": ("area", 1e-6),
    "cm2": ("area", 1e-4),
    "m2": ("area", 1.0),
    "in3": ("volume", IN**3),
    "ft3": ("volume", FT3),
    "L": ("volume", 0.001),
    "m3": ("volume", 1.0),
    "L/s": ("flow", 0.001),
    "cm3": ("volume", 1e-6),
    "mm3": ("volume", 1e-9),
    "in4": ("inertia", IN**4),
    "mm4": ("inertia", 1e-12),
    "m4": ("inertia", 1.0),
    "lb": ("force", LB),
    "N": ("force", 1.0),
    "kN": ("force", 1000.0),
    "lb-ft": ("moment", LB_FT),
    "lb-in": ("moment", LB * IN),
    "in-lb": ("moment", LB * IN),
    "kN.m": ("moment", 1000.0),
    "N.m": ("moment", 1.0),
    "psi": ("pressure", PSI),
    "psf": ("pressure", PSF),
    "MPa": ("pressure", 1e6),
    "GPa": ("pressure", 1e9),
    "kPa": ("pressure", 1e3),
    "Pa": ("pressure", 1.0),
    "kN/m2": ("pressure", 1e3),
    "N/mm2": ("pressure", 1e6),
    "psf/ft": ("pressure per depth", PSF / FT),
    "kPa/m": ("pressure per depth", 1e3),
    "plf": ("line load", PLF),
    "lb/ft": ("line load", PLF),
    "kN/m": ("line load", 1e3),
    "N/mm": ("line load", 1e3),
    "lb/in": ("line load", LB / IN),
    "kN.m2": ("bending stiffness", 1e3),
    "lb-in2": ("bending stiffness", LB * IN**2),
    "N.mm2": ("bending stiffness", 1e-6),
    "N.m2": ("bending stiffness", 1.0),
    "lb-in/rad": ("moment per angle", LB * IN),
    "N.m/rad": ("moment per angle", 1.0),
    "kN.m/rad": ("moment per angle", 1e3),
    "kN/m3": ("unit weight", 1e3),
    "pcf": ("density", PCF),
    "/m": ("per length", 1.0),
    "/mm": ("per length", 1e3),
    "/ft": ("per length", 1 / FT),
    "/in": ("per length", 1 / IN),
    "deg": ("angle", math.pi / 180),
    "rad": ("angle", 1.0),
    "mph": ("speed", MPH),
    "m/s": ("speed", 1.0),
    "km/h": ("speed", 1 / 3.6),
    "kg": ("mass", 1.0),
    "lb/ft3": ("density", PCF),
    "kg/m3": ("density", 1.0),
    "price": ("price", 1.0),
    "count": ("number", 1.0),
    "-": ("number", 1.0),
    "percent": ("percent", 1.0),
    "h": ("time", 3600.0),
    "min": ("time", 60.0),
    "C": ("temperature", 1.0),
    "K": ("temperature step", 1.0),
    "kg/m": ("mass per length", 1.0),
    "Hz": ("frequency", 1.0),
}
"""Unit: (what it measures, its size in SI)."""
_QUANTITY = re.compile(r"^\s*([-+]?(?:\d+\s+)?\d*\.?\d+(?:/\d+)?(?:[eE][-+]?\d+)?)\s*([A-Za-z/][\w./-]*)?\s*$")


def parse_quantity(value: object, kind: str, field: str) -> float:
    """A quantity in SI.

    Args:
        value: Text with a unit; lengths in any writing; a bare number is taken for number, percent and price alone.
        kind: What it must measure, a key of UNITS' first column.
        field: Name put into the refusal.

    Raises:
        InvalidInputError: Not a quantity of that kind.
    """
    if isinstance(value, bool):
        raise InvalidInputError(field, f"needs a {kind}, not yes or no")
    if isinstance(value, int | float):
        if kind in BARE and math.isfinite(value):
            return float(value)
        raise InvalidInputError(field, f"needs its unit: write it like {_example(kind)}")
    text = str(value).strip()
    if kind == "per length":
        text = text.replace(" per ", " /")
    if kind == "length":
        return parse_length(text, "in", field)
    match = _QUANTITY.match(text)
    unit = match[2] or "" if match else ""
    si_value = _in_si(_number(match[1]), unit, kind) if match else None
    if si_value is None:
        raise InvalidInputError(field, f'"{text[:40]}" is not a {kind}: write it like {_example(kind)}')
    if not math.isfinite(si_value):
        raise InvalidInputError(field, "is too large a number")
    return si_value


BARE = ("number", "percent", "price", "count")
"""Kinds that are written without a unit."""


def _in_si(value: float, unit: str, kind: str) -> float | None:
    """A number in a unit as SI; None: the unit is none of the kind's."""
    if unit == "" and kind in BARE:
        return value
    if unit in UNITS and UNITS[unit][0] == kind:
        return value * UNITS[unit][1]
    # Units that measure something else, too: pounds are a mass as well as a force.
    if (kind, unit) == ("mass", "lb"):
        return value * LB_MASS
    if (kind, unit) == ("temperature", "F"):
        return (value - 32) * 5 / 9
    if kind == "mass per length" and unit in ("lb/ft", "plf"):
        return value * LB_MASS / FT
    return None


def _number(text: str) -> float:
    total = 0.0
    for part in text.split():
        top, _, under = part.partition("/")
        total += float(top) / float(under) if under else float(part)
    return total


def _example(kind: str) -> str:
    unit = next((name for name, (what, _) in UNITS.items() if what == kind and name), "")
    return f"12 {unit}".strip()


def in_unit(value_si: float, unit: str) -> float:
    """An SI value in a named unit.

    Raises:
        InvalidInputError: No such unit.
    """
    if unit not in UNITS:
        raise InvalidInputError("unit", f"The unit {unit[:20]} is not known")
    return value_si / UNITS[unit][1]
