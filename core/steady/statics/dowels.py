"""Dowel fasteners between two pieces of wood by Eurocode 5: how they hold sideways and in pull-out (N, mm, kg/m³)."""

import math

from steady.value_objects import value_object


@value_object
class Dowel:
    """A fastener: its diameter (mm), the moment at which it yields (N mm), and whether its hole is bored."""

    d_mm: float
    yield_n_mm: float
    bored: bool


def johansen_n(dowel: Dowel, *, side_mm: float, main_mm: float, rho: float) -> dict[str, float]:
    """Characteristic force by mode, one shear plane, both pieces of one wood, along the grain.

    Source: EN 1995-1-1 8.2.2, 8.3.1 (from memory, high).
    """
    d, t1, t2, my, beta = dowel.d_mm, side_mm, main_mm, dowel.yield_n_mm, 1.0
    fh = 0.082 * (1 - 0.01 * d) * rho if dowel.bored else 0.082 * rho * d**-0.3
    r = t2 / t1
    root = math.sqrt(beta + 2 * beta**2 * (1 + r + r**2) + beta**3 * r**2)

    def bent(t: float, one: float, two: float) -> float:
        inner = math.sqrt(2 * beta * (1 + beta) + 4 * beta * one * my / (fh * d * t**2)) - beta
        return 1.05 * fh * t * d / two * inner

    return {
        "a": fh * t1 * d,
        "b": fh * t2 * d,
        "c": fh * t1 * d / (1 + beta) * (root - beta * (1 + r)),
        "d": bent(t1, 2 + beta, 2 + beta),
        "e": bent(t2, 1 + 2 * beta, 1 + 2 * beta),
        "f": 1.15 * math.sqrt(2 * beta / (1 + beta)) * math.sqrt(2 * my * fh * d),
    }


def screw_pull_n(*, d_mm: float, length_mm: float, rho: float) -> float:
    """Characteristic pull-out of one screw perpendicular to grain. Source: EN 1995-1-1 8.38 (from memory, high, 6 to 12 mm)."""
    return float(0.52 * d_mm**-0.5 * length_mm**-0.1 * rho**0.8 * d_mm * length_mm * min(d_mm / 8, 1.0))
