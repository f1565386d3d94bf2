"""How deep a short post goes, a second time: by balance of forces found by halving, not by the closed forms of the product."""

import math
from collections.abc import Callable

import numpy as np
import numpy.typing as npt

Slices = npt.NDArray[np.float64]
SLICES = 200
FT, LB = 0.3048, 4.4482216152605
# Weight kN/m³, friction degrees, shear strength kPa: textbook consistency terms.
SOILS = {
    "good ground": (18, 0, 48),
    "firm clay": (18, 0, 37),
    "stiff clay": (19, 0, 75),
    "medium sand": (18, 32, 0),
    "dense sand": (19, 36, 0),
    "dense sand or gravel": (19, 36, 0),
}
US_LATERAL = {"sand": 150.0, "clay": 100.0, "gravel": 200.0}
CA_LATERAL = {"firm clay": 100.0, "stiff clay": 100.0, "medium sand": 150.0, "dense sand or gravel": 200.0}
UK_GROUND = {"good": 630e3, "average": 390e3, "poor": 230e3}


def halve(holds: Callable[[float], float], low: float, high: float) -> float:
    """Where a growing function passes zero."""
    for _ in range(50):
        middle = (low + high) / 2
        low, high = (low, middle) if holds(middle) > 0 else (middle, high)
    return high


def pole_m(load_n: float, arm_m: float, width_m: float, lateral_psf_ft: float) -> float:
    """IBC 1807.3.2.1 with the doubling, by its own iteration on A and S_1 (pressure at a third of the depth, at most 15 ft's)."""
    p, h, b, k = load_n / LB, arm_m / FT, width_m / FT, lateral_psf_ft * 2

    def short(d: float) -> float:
        s1 = min(k * d / 3, 15 * k)
        a = 2.34 * p / (s1 * b)
        return d - 0.5 * a * (1 + math.sqrt(1 + 4.36 * h / a))

    return halve(short, 0.01, 60) * FT


def broms_m(load_n: float, arm_m: float, width_m: float, soil: str) -> float:
    """Broms with half of the ground's strength, for the best of the piers that lie within a width."""
    widths = np.linspace(0.09, width_m, 400) if SOILS[soil][2] else [width_m]
    return min(_broms_m(load_n, arm_m, float(one), soil) for one in widths)


def better_m(load_n: float, arm_m: float, width_m: float, soil: str) -> float:
    """Broms, or Brinch Hansen where that is less and the pier is shorter than four widths."""
    broms, hansen = broms_m(load_n, arm_m, width_m, soil), hansen_m(load_n, arm_m, width_m, soil)
    return min(broms, hansen) if min(broms, hansen) < 4 * width_m else broms


def _broms_m(load_n: float, arm_m: float, width_m: float, soil: str) -> float:
    """Clay by the moment that is left below the shear's turn, sand about the toe."""
    weight, degrees, cohesion = SOILS[soil]
    if cohesion:
        dead = max(1.5 * width_m, 0.15)
        per_m = 9 * 0.5 * cohesion * 1e3 * width_m
        turn = load_n / per_m
        # Below the turn the ground takes the greatest moment by two equal halves: per_m g² / 4 = H (e + t + f / 2).
        moment = load_n * (arm_m + dead + turn / 2)
        return dead + turn + halve(lambda g: per_m * g * g / 4 - moment, 0.0, 20)
    passive = 0.5 * math.tan(math.radians(45 + degrees / 2)) ** 2
    arm = arm_m + 0.15
    return 0.15 + halve(
        lambda depth: 0.5 * weight * 1e3 * width_m * depth**3 * passive - load_n * (arm + depth), 0.0, 20
    )


def hansen_m(load_n: float, arm_m: float, width_m: float, soil: str) -> float:
    """Brinch Hansen by slices: the turning point balances the moments about the load's line."""
    weight, degrees, cohesion = SOILS[soil]
    phi, gamma, c = math.radians(degrees), weight * 1e3, cohesion * 1e3

    def pressure(z: Slices) -> Slices:
        if degrees == 0:
            kc0, kinf = 1 + math.pi / 2, (2 + math.pi) * 1.58
            ac = kc0 / (kinf - kc0) * 2 * math.sin(math.pi / 4)
            return c * (kc0 + kinf * ac * z / width_m) / (1 + ac * z / width_m) * width_m
        t, s = math.tan(phi), math.sin(math.pi / 4 + phi / 2)
        up = math.exp((math.pi / 2 + phi) * t) * math.cos(phi) * math.tan(math.pi / 4 + phi / 2)
        down = math.exp(-(math.pi / 2 - phi) * t) * math.cos(phi) * math.tan(math.pi / 4 - phi / 2)
        nc = (math.exp(math.pi * t) * math.tan(math.pi / 4 + phi / 2) ** 2 - 1) / t
        k0 = 1 - math.sin(phi)
        kq0, kqinf = up - down, nc * (1.58 + 4.09 * t**4) * k0 * t
        aq = kq0 / (kqinf - kq0) * k0 * math.sin(phi) / s
        return gamma * z * (kq0 + kqinf * aq * z / width_m) / (1 + aq * z / width_m) * width_m

    arm = arm_m + 0.15

    def holds(depth: float) -> float:
        zs = (np.arange(SLICES) + 0.5) * depth / SLICES
        ps = pressure(zs) * depth / SLICES
        moments = ps * (arm + zs)
        # The slice in which the shear turns counts in part.
        above = np.concatenate(([0.0], np.cumsum(moments)[:-1]))
        share = np.clip((moments.sum() / 2 - above) / moments, 0.0, 1.0)
        return float(2 * (ps * share).sum() - ps.sum() - load_n / 0.5)

    return 0.15 + halve(holds, 0.05, 8)


def planted_m(load_n: float, arm_m: float, width_m: float, ground: str) -> float:
    """PD 6547: G D d³ / 10 against 1.25 H (e + d / √2), H characteristic (the design load over 1.5)."""
    h = load_n / 1.5
    return halve(lambda d: UK_GROUND[ground] * width_m * d**3 / 10 - 1.25 * h * (arm_m + d / math.sqrt(2)), 0.01, 20)
