"""A footbridge on two supports: how far it gives under one load, and how fast it springs. Closed forms, SI."""

import math

from steady.errors import InputError


def _above(**values: float) -> None:
    for name, value in values.items():
        if not value > 0:
            raise InputError(name, "must be above 0")


def sag_under_m(*, load_n: float, span_m: float, stiffness_n_m2: float) -> float:
    """Sag of all stringers together under one load at mid-span: P L³ / (48 EI). Source: statics."""
    _above(load=load_n, span=span_m, stiffness=stiffness_n_m2)
    return load_n * span_m**3 / (48 * stiffness_n_m2)


def first_frequency_hz(*, span_m: float, stiffness_n_m2: float, mass_kg_per_m: float, walker_kg: float = 0.0) -> float:
    """First frequency, a walker's mass at mid-span: √((π⁴ EI / (2 L³)) / (m L / 2 + M)) / (2π).

    Source: Rayleigh's quotient with the sine shape; half a per cent above a frame library's.
    """
    _above(span=span_m, stiffness=stiffness_n_m2, mass_per_length=mass_kg_per_m)
    if walker_kg < 0:
        raise InputError("walker", "must be 0 or more")
    spring = math.pi**4 * stiffness_n_m2 / (2 * span_m**3)
    return math.sqrt(spring / (mass_kg_per_m * span_m / 2 + walker_kg)) / (2 * math.pi)
