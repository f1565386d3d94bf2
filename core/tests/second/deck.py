"""A rectangular deck on joists and beams: moments by small finite elements, strengths and columns by the schools' formulas."""

import itertools
import math
from dataclasses import dataclass

import numpy as np

from tests.second import wood

KN, MPA = 1e3, 1e6
LB = 4.4482216152605
PSF = 47.88025898
DEAD_PA = {"us": 10 * PSF, "ca": 500.0, "uk": 300.0, "nz": 300.0}
LIVE_PA = {"us": 40 * PSF, "ca": 1900.0, "uk": 2500.0, "nz": 2000.0}
DEAD_ALONE = {"us": 1.0, "ca": 1.4, "uk": 1.35, "nz": 1.35}
BOTH = {"us": (1.0, 1.0), "ca": (1.25, 1.5), "uk": (1.35, 1.5), "nz": (1.2, 1.5)}
ELEMENTS = 24


@dataclass(frozen=True)
class Beam:
    """What a member does under a unit load: sagging and hogging moments of all of it and of the worst stretches, reactions."""

    dead: np.ndarray
    most: np.ndarray
    least: np.ndarray
    reactions: np.ndarray
    reactions_most: np.ndarray

    def worst(self, dead: float, live: float) -> float:
        """The greatest moment either way for line loads (N/m)."""
        high = self.dead * dead + self.most * live
        low = self.dead * dead + self.least * live
        return float(max(high.max(), -low.min()))


def solve(from_m: float, to_m: float, supports: list[float]) -> Beam:
    """A member without joints on firm supports, by Hermite elements; live load on every stretch that makes a place worse."""
    cuts = sorted({from_m, to_m, *supports})
    cuts = [a for k, a in enumerate(cuts) if k == 0 or a - cuts[k - 1] > 1e-9]
    nodes = [cuts[0]]
    spans = []
    for a, b in itertools.pairwise(cuts):
        spans.append((len(nodes) - 1, len(nodes) - 1 + ELEMENTS))
        nodes += [a + (b - a) * (k + 1) / ELEMENTS for k in range(ELEMENTS)]
    n = len(nodes)
    step = np.diff(nodes)
    stiff = np.zeros((2 * n, 2 * n))
    for k in range(n - 1):
        h = nodes[k + 1] - nodes[k]
        local = (
            np.array(
                [
                    [12, 6 * h, -12, 6 * h],
                    [6 * h, 4 * h * h, -6 * h, 2 * h * h],
                    [-12, -6 * h, 12, -6 * h],
                    [6 * h, 2 * h * h, -6 * h, 4 * h * h],
                ]
            )
            / h**3
        )
        stiff[2 * k : 2 * k + 4, 2 * k : 2 * k + 4] += local
    held = [2 * min(range(n), key=lambda k: abs(nodes[k] - s)) for s in supports]
    free = [d for d in range(2 * n) if d not in held]
    moments, reactions = [], []
    for first, last in spans:
        load = np.zeros(2 * n)
        fixed = np.zeros((n - 1, 4))
        for k in range(first, last):
            h = nodes[k + 1] - nodes[k]
            fixed[k] = np.array([-h / 2, -h * h / 12, -h / 2, h * h / 12])
            load[2 * k : 2 * k + 4] += fixed[k]
        moved = np.zeros(2 * n)
        moved[free] = np.linalg.solve(stiff[np.ix_(free, free)], load[free])
        reactions.append((stiff @ moved - load)[held])
        v1, t1, v2, t2 = moved[0:-2:2], moved[1:-2:2], moved[2::2], moved[3::2]
        left = (6 * v1 + 4 * step * t1 - 6 * v2 + 2 * step * t2) / step**2 - fixed[:, 1]
        right = (6 * v1 + 2 * step * t1 - 6 * v2 + 4 * step * t2) / step**2 - fixed[:, 3]
        moments.append(np.column_stack((-left, right)).ravel())
    grid, back = np.array(moments), np.array(reactions)
    return Beam(
        dead=grid.sum(axis=0),
        most=np.maximum(grid, 0).sum(axis=0),
        least=np.minimum(grid, 0).sum(axis=0),
        reactions=back.sum(axis=0),
        reactions_most=np.maximum(back, 0).sum(axis=0),
    )


def jointed(from_m: float, to_m: float, supports: list[float]) -> list[Beam]:
    """The same member cut over every support but the outer ones: overhangs stay on the outer pieces."""
    if len(supports) < 3:
        return []
    last = len(supports) - 2
    return [
        solve(from_m if k == 0 else a, to_m if k == last else b, [a, b])
        for k, (a, b) in enumerate(itertools.pairwise(supports))
    ]


def at_joints(pieces: list[Beam], supports: int) -> list[tuple[float, float]]:
    """Dead and greatest live reaction at each support of a jointed member."""
    found = [(0.0, 0.0)] * supports
    for k, piece in enumerate(pieces):
        for end in (0, 1):
            d, m = found[k + end]
            found[k + end] = (d + float(piece.reactions[end]), m + float(piece.reactions_most[end]))
    return found


def joist_strength(school: str, item: str, plies: int) -> tuple[float, float]:
    """Design bending strength (Pa) under people and under dead load alone; `plies` 0: one of many joists under boards."""
    thick, deep = wood.sides_m(item)
    del thick
    if school == "us":
        base = wood.US_JOISTS[item.removeprefix("joist ")] * wood.PSI * (1.15 if plies in (0, 3, 4) else 1.0)
        return base, 0.9 * base
    if school == "ca":
        mm = deep * 1000
        size = 1.4 if mm <= 140 else 1.2 if mm <= 191 else 1.1 if mm <= 241 else 1.0
        base = 0.9 * (10.0 if "D.Fir" in item else 11.8) * MPA * 1.10 * 0.84 * 0.85 * size
        if plies == 1:
            base /= 1.10
        return base, 0.65 * base
    if school == "uk":
        grade = float(item.split("C")[1]) * MPA
        base = grade * (1.1 if plies == 0 else 1.0) * min(1.3, max(1.0, (0.15 / deep) ** 0.2)) / 1.3
        return 0.65 * base, 0.5 * base
    base = 0.8 * wood.SG8_WET_FB * {0: 1.0, 1: 1.0, 2: 1.14, 3: 1.20, 4: 1.24}[plies]
    return 0.8 * base, 0.6 * base


def use(school: str, beam: Beam, dead: float, live: float, item: str, plies: int) -> float:
    """Bending over its limit, the worse of dead load alone and of both."""
    thick, deep = wood.sides_m(item)
    modulus = max(1, plies) * thick * deep**2 / 6
    people, alone = joist_strength(school, item, plies)
    d, l = BOTH[school]  # noqa: E741
    return max(
        beam.worst(d * dead, l * live) / modulus / people, beam.worst(DEAD_ALONE[school] * dead, 0.0) / modulus / alone
    )


def column_n(school: str, item: str, height_m: float) -> float:
    """What a straight, pinned post carries under people (N)."""
    _, side = wood.sides_m(item)
    area = side**2
    if school == "us":
        small = side < 0.1
        fc, emin = (1450 * 0.8, 510e3 * 0.9) if small else (525.0, 440e3)
        euler = 0.822 * emin / (height_m / side) ** 2
        a = (1 + euler / fc) / 1.6
        return fc * (a - math.sqrt(a * a - euler / fc / 0.8)) * wood.PSI * area
    if school == "ca":
        small = side < 0.1
        fc = (11.5 * 0.69 * 0.85) if small else 8.7 * 0.91
        e05 = (6500 * 0.94 * 0.95) if small else 5000.0
        kz = min(1.3, 6.3 * (side * 1000 * height_m * 1000) ** -0.13)
        kc = 1 / (1 + fc * kz * (height_m / side) ** 3 / (35 * e05))
        return 0.8 * fc * MPA * area * kz * kc
    if school == "uk":
        fc, e05 = {"C16": (17, 5400), "C24": (21, 7400)}[item.split()[-1]]
        slender = height_m / (side / math.sqrt(12)) / math.pi * math.sqrt(fc / e05)
        k = 0.5 * (1 + 0.2 * (slender - 0.3) + slender**2)
        kc = min(1.0, 1 / (k + math.sqrt(max(0.0, k * k - slender**2)))) if slender > 0.3 else 1.0
        return kc * 0.65 / 1.3 * fc * MPA * area
    s = height_m / side
    one, two = 0.21 + 0.175 * s - 0.0116 * s**2 + 0.000203 * s**3, 235 * s**-1.937 if s > 0 else 1.0
    k8 = 1.0 if s <= 10 else one if s < 20 else min(one, two) if s <= 25 else two
    return 0.8 * 0.8 * 12 * MPA * k8 * area
