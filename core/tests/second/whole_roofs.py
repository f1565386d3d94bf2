"""Whole roofs a second time, from their pieces as they stand in space: weights, what each rafter and beam carries, what it may.

Strengths and factors typed from the codes' notes [recalled from memory]: NDS Supplement 2018 4B with ASCE 7-16 2.4,
O86-14 with the NBC's 1.25 D + 1.5 L, EN 338 and EN 1995-1-1 with 6.10, NZS 3603 with AS/NZS 1170.0 4.2.2.
Metres, newtons, pascals; statics by finite elements (`deck.solve`) and by sums over the pieces.
"""

import math
from dataclasses import dataclass

import numpy as np
from scipy.spatial import ConvexHull

from tests.second import deck, wood

Point = tuple[float, float, float]
GRAVITY = 9.80665
BENDS_PA = {
    # Wet; the lasting factor of each load is below. us: F_b by width; ca: 0.9 × 11.8 × 0.84 × 0.85 and K_Zb, K_H.
    "us": {"2x6 pine": 1000 * wood.PSI, "2x8 pine": 925 * wood.PSI, "2x10 pine": 800 * wood.PSI},
    "ca": {"38x184 SPF": 0.9 * 11.8e6 * 0.84 * 0.85 * 1.2 * 1.1},
    "uk": {"47x147 C16": 16e6 * (150 / 147) ** 0.2 / 1.3, "47x170 C16": 16e6 / 1.3},
    "nz": {"45x140 SG8": 0.8 * wood.SG8_WET_FB, "45x190 SG8": 0.8 * wood.SG8_WET_FB},
}
LASTS = {
    "us": {"live": 1.25, "snow": 1.15},
    "ca": {"live": 1.0, "snow": 1.0},
    "uk": {"live": 0.7, "snow": 0.7},
    "nz": {"live": 1.0, "snow": 1.0},
}


@dataclass(frozen=True)
class Piece:
    """One piece as its corners, with the section that it was sawn to and its density."""

    corners: tuple[Point, ...]
    section_m: tuple[float, float]
    density: float

    @property
    def weight_n(self) -> float:
        """By the volume of the hull of its corners."""
        return float(ConvexHull(np.array(self.corners)).volume) * self.density * GRAVITY

    def span(self, axis: int) -> tuple[float, float]:
        """From where to where it reaches along an axis."""
        values = [corner[axis] for corner in self.corners]
        return min(values), max(values)

    def middle(self, axis: int) -> float:
        """Its middle along an axis."""
        return sum(corner[axis] for corner in self.corners) / len(self.corners)


@dataclass(frozen=True)
class Spread:
    """What lies on a square metre of plan: at rest, people, snow, and one person (N)."""

    dead_pa: float
    live_pa: float
    snow_pa: float
    person_n: float


def factored(school: str, dead: float, other: float) -> float:
    """Both together as the school asks."""
    lasting, more = deck.BOTH[school]
    return lasting * dead + more * other


def limit_pa(school: str, item: str, load: str) -> float:
    """What an edge of the piece may carry under a load of this sort."""
    return BENDS_PA[school][item.split(" ", 1)[1]] * LASTS[school][load]


def member_uses(
    school: str,
    item: str,
    section_m: tuple[float, float],
    ends: tuple[float, float],
    supports: list[float],
    on: dict[str, float],
) -> float:
    """Greatest bending over its limit of a single stick: line loads `dead`, `live`, `snow` (N/m) and one `person` (N)."""
    modulus = section_m[0] * section_m[1] ** 2 / 6
    shape = deck.solve(ends[0], ends[1], supports)
    worst = 0.0
    for load in ("live", "snow"):
        moment = float(abs(shape.dead).max()) * factored(school, on["dead"], on[load])
        worst = max(worst, moment / modulus / limit_pa(school, item, load))
    a, b = supports
    tip = max(a - ends[0], ends[1] - b)
    own = float(abs(shape.dead).max()) * on["dead"]
    middle = factored(school, own, on["person"] * (b - a) / 4)
    out = factored(school, on["dead"] * tip**2 / 2, on["person"] * tip)
    return max(worst, max(middle, out) / modulus / limit_pa(school, item, "live"))


def own_live_pa(school: str, stated_pa: float, area_m2: float, pitch_rad: float) -> float:
    """People on a closed roof by a member's own area and slope: ASCE 7-16 4.8.2, AS/NZS 1170.1 table 3.2; elsewhere as stated."""
    if school == "us":
        area = max(0.6, min(1.0, 1.2 - 0.001 * area_m2 / 0.3048**2))
        slope = max(0.6, min(1.0, 1.2 - 0.05 * 12 * math.tan(pitch_rad)))
        return max(0.6, area * slope) * 20 * deck.PSF
    if school == "nz":
        return max(250.0, (1.8 / area_m2 + 0.12) * 1000)
    return stated_pa


def worst_n(school: str, dead_n: float, *others_n: float) -> float:
    """The greatest of the lasting load with each of the others."""
    return max(factored(school, dead_n, other) for other in others_n)


def beam_moment(loads_n: list[tuple[float, float]], low_m: float, high_m: float) -> float:
    """Greatest moment of point loads (place, force) on a beam of one span, by sums over the loads."""
    left = sum(force * (high_m - at) for at, force in loads_n) / (high_m - low_m)
    return max(
        left * (place - low_m) - sum(f * (place - at) for at, f in loads_n if at < place) for place, _ in loads_n
    )
