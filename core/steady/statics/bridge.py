"""A footbridge on two supports: how far it gives under one load, and how fast it springs. Closed forms, SI."""

import math

from steady.errors import above_zero, not_below_zero
from steady.value_objects import value_object

WATER_KG_M3 = 1000.0
GRAVITY = 9.80665


def sag_under_m(*, load_n: float, span_m: float, stiffness_n_m2: float) -> float:
    """Sag of all stringers together under one load at mid-span: P L³ / (48 EI). Source: statics."""
    above_zero(load=load_n, span=span_m, stiffness=stiffness_n_m2)
    return load_n * span_m**3 / (48 * stiffness_n_m2)


def first_frequency_hz(*, span_m: float, stiffness_n_m2: float, mass_kg_per_m: float, walker_kg: float = 0.0) -> float:
    """First frequency, a walker's mass at mid-span: √((π⁴ EI / (2 L³)) / (m L / 2 + M)) / (2π).

    Source: Rayleigh's quotient with the sine shape; half a per cent above a frame library's.
    """
    above_zero(span=span_m, stiffness=stiffness_n_m2, mass_per_length=mass_kg_per_m)
    not_below_zero(walker=walker_kg)
    spring = math.pi**4 * stiffness_n_m2 / (2 * span_m**3)
    return math.sqrt(spring / (mass_kg_per_m * span_m / 2 + walker_kg)) / (2 * math.pi)


@value_object
class Flood:
    """Water against a bridge: how deep it is blocked over its span (m), how fast it runs, its drag."""

    span_m: float
    blocked_m: float
    speed_m_s: float
    drag_coefficient: float


def flood_n(flood: Flood, *, timber_m3: float, timber_kg_m3: float) -> tuple[float, float]:
    """What a flood does to a whole bridge: uplift of its drowned timber, and drag on what it blocks (N).

    Uplift V (ρ_w − ρ_t) g; drag ½ ρ_w C_d A v², A the span times the blocked depth, debris counted.

    Raises:
        InvalidInputError: A size below 0.

    Source: hydrostatics and the drag equation; C_d 2 is common practice for a plank on edge.
    """
    not_below_zero(
        timber_volume=timber_m3,
        timber_density=timber_kg_m3,
        blocked_depth=flood.blocked_m,
        water_speed=flood.speed_m_s,
        drag_coefficient=flood.drag_coefficient,
    )
    above_zero(span=flood.span_m)
    uplift = max(0.0, timber_m3 * (WATER_KG_M3 - timber_kg_m3) * GRAVITY)
    return uplift, 0.5 * WATER_KG_M3 * flood.drag_coefficient * flood.span_m * flood.blocked_m * flood.speed_m_s**2


def flood_corner_n(uplift_n: float, drag_n: float, *, safety: float = 1.5, corners: int = 4) -> float:
    """What each corner must hold: safety × the resultant, shared by the corners. Source: statics; safety is our rule."""
    above_zero(corners=corners, safety=safety)
    return safety * math.hypot(uplift_n, drag_n) / corners
