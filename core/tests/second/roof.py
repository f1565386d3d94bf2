"""A slatted roof on posts typed a second time, by NDS and the trade's loads on slats: weights, winds, and what bends its rafters.

Values from memory as the school's notes give them; metres, newtons, pascals.
"""

import math
from dataclasses import dataclass

from tests.second import wood
from tests.second.deck import solve

PSF, LB, FT, IN, MPH = 47.88025898, 4.4482216152605, 0.3048, 0.0254, 0.44704
GRAVITY = 9.80665
PERSON_N = 300 * LB
EXPOSURE = {"B": (7.0, 1200.0), "C": (9.5, 900.0), "D": (11.5, 700.0)}


@dataclass(frozen=True)
class Layer:
    """Sticks side by side: breadth on plan, depth, how far apart from middle to middle, density."""

    wide_m: float
    deep_m: float
    pitch_m: float
    density: float

    @property
    def pa(self) -> float:
        """What it weighs on plan."""
        return self.wide_m * self.deep_m / self.pitch_m * self.density * GRAVITY

    @property
    def solid(self) -> float:
        """What share of the sky it closes."""
        return self.wide_m / self.pitch_m


def closed(layers: list[Layer]) -> float:
    """What share of the sky crossing layers close together."""
    left = 1.0
    for layer in layers:
        left *= 1 - layer.solid
    return 1 - left


def gust_pa(speed_m_s: float, exposure: str, top_m: float) -> float:
    """Velocity pressure by ASCE 7-16 (K_d 0.85)."""
    alpha, gradient = EXPOSURE[exposure]
    kz = 2.01 * (max(top_m / FT, 15) / gradient) ** (2 / alpha)
    return 0.00256 * kz * 0.85 * (speed_m_s / MPH) ** 2 * PSF


def on_slats_pa(speed_m_s: float, exposure: str, top_m: float, share: float) -> float:
    """0.6 of q G 1.2 on what is solid; from seven tenths on it counts as closed."""
    return 0.6 * gust_pa(speed_m_s, exposure, top_m) * 0.85 * 1.2 * (1.0 if share >= 0.7 else share)


def live_pa(share: float) -> float:
    """Ten pounds on a square foot of what is solid, five at least."""
    return max(5 * PSF, 10 * PSF * share)


def person_moments(length_m: float, supports: list[float]) -> list[float]:
    """Greatest moment of one person in the middle and at the longer tip, by statics alone."""
    a, b = supports
    tips = max(a, length_m - b)
    middle = PERSON_N * (b - a) / 4
    return [middle, PERSON_N * tips if tips > 0.05 else 0.0]


def rafter_use(item: str, length_m: float, supports: list[float], each_n_m: dict[str, float]) -> float:
    """Bending over its limit, the worst of each load with the lasting one: D, D + L, D + W, D + one person.

    Args:
        each_n_m: Line loads by name: dead, live, wind.
    """
    thick, deep = wood.sides_m(item)
    strength = wood.US_JOISTS[item.removeprefix("joist ")] * wood.PSI * thick * deep**2 / 6
    shape = solve(0.0, length_m, supports)
    worst = shape.worst(each_n_m["dead"], 0.0) / (0.9 * strength)
    for name, lasting in (("live", 1.25), ("wind", 1.6)):
        both = float(max(abs(shape.dead).max() * (each_n_m["dead"] + each_n_m[name]), 0.0))
        worst = max(worst, both / (lasting * strength))
    own = shape.worst(each_n_m["dead"], 0.0)
    return max(worst, *((own + extra) / (1.25 * strength) for extra in person_moments(length_m, supports)))


def slat_sag_m(side_m: float, span_m: float, density: float, modulus_pa: float) -> float:
    """A square slat under its own weight, green: 1.35 times dry, by 5 w L⁴ / 384 E I."""
    line = 1.35 * side_m**2 * density * GRAVITY
    return 5 * line * span_m**4 / (384 * modulus_pa * side_m**4 / 12)


def brace_n(push_n: float, posts: int, height_m: float, leg_m: float, each: int) -> float:
    """A brace at forty-five degrees under a bent's push: V h √2 / (a k)."""
    return push_n / posts * height_m * math.sqrt(2) / (leg_m * each)
