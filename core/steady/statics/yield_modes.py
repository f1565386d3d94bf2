"""Yield modes of dowels between two pieces of wood, or wood and thin steel, by Eurocode 5 (N, mm, MPa)."""

import math

from steady.value_objects import value_object


@value_object
class YieldJoint:
    """Bearing strengths of side and main member (MPa), their lengths (mm), the dowel (mm), the moment it yields at (N mm)."""

    side_mpa: float
    main_mpa: float
    side_mm: float
    main_mm: float
    d_mm: float
    yield_n_mm: float


def single_shear_n(joint: YieldJoint) -> dict[str, float]:
    """Characteristic force by mode in one shear plane, without the rope effect. Source: EN 1995-1-1 8.6 (from memory, high)."""
    f, t1, t2, d, my = joint.side_mpa, joint.side_mm, joint.main_mm, joint.d_mm, joint.yield_n_mm
    b, r = joint.main_mpa / f, t2 / t1

    def bent(t: float, one: float, two: float) -> float:
        return 1.05 * f * t * d / two * (math.sqrt(2 * b * (1 + b) + 4 * b * one * my / (f * d * t**2)) - b)

    return {
        "a": f * t1 * d,
        "b": joint.main_mpa * t2 * d,
        "c": f * t1 * d / (1 + b) * (math.sqrt(b + 2 * b**2 * (1 + r + r**2) + b**3 * r**2) - b * (1 + r)),
        "d": bent(t1, 2 + b, 2 + b),
        "e": bent(t2, 1 + 2 * b, 1 + 2 * b),
        "f": 1.15 * math.sqrt(2 * b / (1 + b)) * math.sqrt(2 * my * f * d),
    }


def double_shear_n(joint: YieldJoint) -> dict[str, float]:
    """Characteristic force by mode of both planes together; the main member is in the middle. Source: EN 1995-1-1 8.7 (high)."""
    f, t1, d, my = joint.side_mpa, joint.side_mm, joint.d_mm, joint.yield_n_mm
    b = joint.main_mpa / f
    return {
        "g": 2 * f * t1 * d,
        "h": joint.main_mpa * joint.main_mm * d,
        "j": 2
        * 1.05
        * f
        * t1
        * d
        / (2 + b)
        * (math.sqrt(2 * b * (1 + b) + 4 * b * (2 + b) * my / (f * d * t1**2)) - b),
        "k": 2 * 1.15 * math.sqrt(2 * b / (1 + b)) * math.sqrt(2 * my * f * d),
    }


def thin_steel_n(joint: YieldJoint) -> dict[str, float]:
    """Characteristic force by mode under a thin steel plate. Source: EN 1995-1-1 8.9 (from memory, high)."""
    f, t, d = joint.main_mpa, joint.main_mm, joint.d_mm
    return {"a": 0.4 * f * t * d, "b": 1.15 * math.sqrt(2 * joint.yield_n_mm * f * d)}
