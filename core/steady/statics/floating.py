"""A platform on lying barrels: how deep it sits, how stable it is, and how far it leans. SI; axes along the roll axis."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from steady.errors import InputError, OutsideScope, above_zero, not_below_zero

Mass = tuple[float, float, float]
"""Mass (kg), offset from the middle line (m), height above the barrels' underside (m)."""
MOST_HEEL_RAD = math.radians(60)
STEP_RAD = math.radians(0.25)


@dataclass(frozen=True, slots=True)
class Barrels:
    """Barrels alike, each at its offset from the middle line (m); volume of one (m3) and its diameter (m)."""

    at_m: tuple[float, ...]
    volume_m3: float
    diameter_m: float
    water_kg_m3: float = 1000.0

    def __post_init__(self) -> None:
        above_zero(barrel_volume=self.volume_m3, barrel_diameter=self.diameter_m, water_density=self.water_kg_m3)
        if not self.at_m or len(self.at_m) > 1000:
            raise InputError("barrels", "needs one barrel or more, at most 1000")

    @property
    def radius_m(self) -> float:
        """Half the diameter."""
        return self.diameter_m / 2

    @property
    def length_m(self) -> float:
        """Effective length: V / (π r²)."""
        return self.volume_m3 / (math.pi * self.radius_m**2)

    def segment_m2(self, draft_m: float) -> float:
        """Immersed section at a draft: r² acos((r − t) / r) − (r − t) √(2 r t − t²)."""
        r = self.radius_m
        t = min(max(draft_m, 0.0), 2 * r)
        return r * r * math.acos((r - t) / r) - (r - t) * math.sqrt(max(0.0, 2 * r * t - t * t))

    def lift_kg(self, draft_m: float) -> float:
        """Mass that one barrel carries at a draft."""
        return self.water_kg_m3 * self.length_m * self.segment_m2(draft_m)


def draft_m(barrels: Barrels, mass_kg: float) -> float:
    """How deep the barrels sit under a centred mass.

    Raises:
        OutsideScope: More mass than the barrels displace.

    Source: hydrostatics.
    """
    not_below_zero(mass=mass_kg)
    if mass_kg > len(barrels.at_m) * barrels.water_kg_m3 * barrels.volume_m3:
        raise OutsideScope("the mass is more than the barrels displace: it sinks", "more barrels or less mass")
    low, high = 0.0, barrels.diameter_m
    for _ in range(80):
        middle = (low + high) / 2
        low, high = (middle, high) if barrels.lift_kg(middle) * len(barrels.at_m) < mass_kg else (low, middle)
    return (low + high) / 2


def people(
    barrels: int, volume_m3: float, sunk_share: float, dead_kg: float, person_kg: float, water_kg_m3: float = 1000.0
) -> int:
    """People until the barrels are sunk to a share: floor((n V f ρ − dead) / person), not below 0. Source: hydrostatics."""
    above_zero(barrels=barrels, barrel_volume=volume_m3, person=person_kg)
    not_below_zero(dead_mass=dead_kg)
    if not 0 < sunk_share <= 1:
        raise InputError("sunk_share", "must be above 0 and at most 1")
    return max(0, math.floor((barrels * volume_m3 * sunk_share * water_kg_m3 - dead_kg) / person_kg + 1e-9))


@dataclass(frozen=True, slots=True)
class Stability:
    """Metacentric heights over the barrels' underside (m), draft (m) and the small-angle heel (rad)."""

    gm_m: float
    kb_m: float
    bm_m: float
    kg_m: float
    draft_m: float
    small_heel_rad: float


def stability(barrels: Barrels, masses: Sequence[Mass]) -> Stability:
    """KB = r − c³ / (12 A); BM = Σ (L c³ / 12 + L c y²) / V; GM = KB + BM − KG.

    Raises:
        InputError: No mass.
        OutsideScope: It sinks, or has no small-angle heel (GM not above 0).

    Source: hydrostatics.
    """
    total = _total(masses)
    t = draft_m(barrels, total)
    r, length = barrels.radius_m, barrels.length_m
    chord, area = 2 * math.sqrt(max(0.0, 2 * r * t - t * t)), barrels.segment_m2(t)
    kb = r - chord**3 / (12 * area)
    second = math.fsum(length * chord**3 / 12 + length * chord * y * y for y in barrels.at_m)
    bm = second / (len(barrels.at_m) * length * area)
    kg = math.fsum(m * h for m, _, h in masses) / total
    gm = kb + bm - kg
    if not gm > 0:
        raise OutsideScope("it is not stable upright: it turns over", "barrels farther apart or a lower load")
    return Stability(gm, kb, bm, kg, t, math.atan(abs(math.fsum(m * y for m, y, _ in masses)) / (total * gm)))


def _total(masses: Sequence[Mass]) -> float:
    if not masses or len(masses) > 1000:
        raise InputError("masses", "needs one mass or more")
    for mass, _, _ in masses:
        above_zero(masses=mass)
    return math.fsum(mass for mass, _, _ in masses)


def heel_rad(barrels: Barrels, masses: Sequence[Mass]) -> float | None:
    """The first lean up to 60 degrees at which weight and moment both balance; None: no balance.

    Each barrel's buoyancy acts through its own centre; its immersion is r − (z − y sin θ).

    Raises:
        OutsideScope: It sinks.

    Source: hydrostatics, checked by point sampling.
    """
    total = _total(masses)
    draft_m(barrels, total)
    turning = math.fsum(m * y for m, y, _ in masses)
    sign = 1.0 if turning >= 0 else -1.0
    at = [sign * y for y in barrels.at_m]
    loads = [(m, sign * y, h) for m, y, h in masses]

    def left_over(theta: float) -> float:
        """Righting less heeling moment (kg m)."""
        sine, cosine, r = math.sin(theta), math.cos(theta), barrels.radius_m
        reach = max(abs(y) for y in at) + r
        low, high = -2 * reach - 2 * r, 2 * reach + 2 * r
        for _ in range(60):
            z = (low + high) / 2
            lift = math.fsum(barrels.lift_kg(r - (z - y * sine)) for y in at)
            low, high = (low, z) if lift < total else (z, high)
        z = (low + high) / 2
        righting = math.fsum(barrels.lift_kg(r - (z - y * sine)) * y for y in at) * cosine
        return righting - math.fsum(m * (y * cosine + (h - r) * sine) for m, y, h in loads)

    if left_over(0.0) >= -1e-9 * total:
        return 0.0
    low = 0.0
    while low < MOST_HEEL_RAD - 1e-12:
        high = min(MOST_HEEL_RAD, low + STEP_RAD)
        if left_over(high) >= 0:
            for _ in range(50):
                middle = (low + high) / 2
                low, high = (middle, high) if left_over(middle) < 0 else (low, middle)
            return (low + high) / 2
        low = high
    return None


def edge_rad(freeboard_m: float, half_beam_m: float) -> float:
    """Lean at which the edge goes under, by geometry alone: optimistic. Source: geometry."""
    not_below_zero(freeboard=freeboard_m)
    above_zero(half_beam=half_beam_m)
    return math.atan2(freeboard_m, half_beam_m)
