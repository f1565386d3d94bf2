"""Wind on a straight, closed fence on level ground, typed a second time: the pressure (Pa) at any place along it (m)."""

import math
from bisect import bisect_left
from collections.abc import Callable

FT, PSF, MPH = 0.3048, 47.88025898, 0.44704
ROWS = (1.0, 0.9, 0.7, 0.5, 0.3, 0.2, 0.16)
COLUMNS = (0.05, 0.1, 0.2, 0.5, 1, 2, 4, 5, 10, 20, 30, 45)
RUN = (
    (1.80, 1.70, 1.65, 1.55, 1.45, 1.40, 1.35, 1.35, 1.30, 1.30, 1.30, 1.30),
    (1.85, 1.75, 1.70, 1.60, 1.55, 1.50, 1.45, 1.45, 1.40, 1.40, 1.40, 1.40),
    (1.90, 1.85, 1.75, 1.70, 1.65, 1.60, 1.60, 1.55, 1.55, 1.55, 1.55, 1.55),
    (1.95, 1.85, 1.80, 1.75, 1.75, 1.70, 1.70, 1.70, 1.70, 1.70, 1.70, 1.75),
)
END_COLUMNS = (2, 3, 4, 5, 6, 7, 8, 9, 10, 13, 45)
END = (
    (0, 1, (2.25, 2.60, 2.90, 3.10, 3.30, 3.40, 3.55, 3.65, 3.75, 4.00, 4.30)),
    (1, 2, (1.50, 1.70, 1.90, 2.00, 2.15, 2.25, 2.30, 2.35, 2.45, 2.60, 2.55)),
    (2, 3, (None, 1.15, 1.30, 1.45, 1.55, 1.65, 1.70, 1.75, 1.85, 2.00, 1.95)),
    (3, 4, (None, None, 1.10, 1.05, 1.05, 1.05, 1.05, 1.00, 0.95, 1.50, 1.85)),
    (4, 5, (None, None, None, 1.05, 1.05, 1.05, 1.05, 1.00, 0.95, 1.35, 1.85)),
    (5, 10, (None, None, None, None, 1.05, 1.05, 1.05, 1.00, 0.95, 0.90, 1.10)),
    (10, 1e9, (None, None, None, None, None, None, None, None, None, 0.55, 0.55)),
)
EXPOSURE = {"B": (7.0, 1200), "C": (9.5, 900), "D": (11.5, 700)}
UK = {3: (2.3, 1.4, 1.2), 5: (2.9, 1.8, 1.4), 10: (3.4, 2.1, 1.7)}
TERRAIN = {"0": (0.003, 1), "I": (0.01, 1), "II": (0.05, 2), "III": (0.3, 5), "IV": (1.0, 10)}


def line(xs: tuple[float, ...], ys: tuple[float | None, ...], x: float) -> float:
    """Straight between the points that are there, level beyond them."""
    known = [(a, b) for a, b in zip(xs, ys, strict=True) if b is not None]
    x = min(max(x, known[0][0]), known[-1][0])
    k = min(max(1, bisect_left([a for a, _ in known], x)), len(known) - 1)
    (a, u), (b, v) = known[k - 1], known[k]
    return u + (v - u) * (x - a) / (b - a)


Along = Callable[[float], float]


def us(length_m: float, solid_m: float, top_m: float, speed_m_s: float, exposure: str) -> Along:
    """ASCE 7-16 29.3 at allowable-stress level, the worse of cases A/B and C from both ends; never under 16 psf × 0.6."""
    alpha, gradient = EXPOSURE[exposure]
    kz = 2.01 * (max(top_m / FT, 15) / gradient) ** (2 / alpha)
    q = 0.00256 * kz * 0.85 * (speed_m_s / MPH) ** 2
    b_s, s_h = length_m / solid_m, solid_m / top_m
    rows = [line(COLUMNS, row, b_s) for row in RUN]
    run = line(tuple(reversed(ROWS[:4])), tuple(reversed(rows)), s_h)
    eased = 1.8 - s_h if s_h > 0.8 else 1.0
    ends = [(low, high, eased * line(END_COLUMNS, row, b_s)) for low, high, row in END if b_s >= 2 and low < b_s]

    def at(x_m: float) -> float:
        offs = (x_m / solid_m, (length_m - x_m) / solid_m)
        cf = max([run, *(c for off in offs for low, high, c in ends if low <= off < high)])
        return 0.6 * max(0.85 * q * cf, 16.0) * PSF

    return at


def ca(length_m: float, solid_m: float, top_m: float, q_pa: float, exposure: str) -> Along:
    """NBC at design level: 1.4 q C_e C_g C_n with C_n 1.2, and 2.0 within two heights of an end."""
    ce = max(0.9, (top_m / 10) ** 0.2) if exposure == "open" else max(0.7, 0.7 * (top_m / 12) ** 0.3)
    base = 1.4 * q_pa * ce * 2.0
    return lambda x_m: base * (2.0 if min(x_m, length_m - x_m) <= 2 * solid_m else 1.2)


def uk(length_m: float, solid_m: float, top_m: float, speed_m_s: float, terrain: str) -> Along:
    """EN 1991-1-4 Table 7.9 without returns, 1.5 on it."""
    z0, least = TERRAIN[terrain]
    z = max(top_m, least)
    roughness = 0.19 * (z0 / 0.05) ** 0.07 * math.log(z / z0)
    qp = (1 + 7 / math.log(z / z0)) * roughness**2 * 0.5 * 1.226 * speed_m_s**2
    zones = [line((3, 5, 10), tuple(UK[k][n] for k in (3, 5, 10)), length_m / solid_m) for n in range(3)]

    def at(x_m: float) -> float:
        off = min(x_m, length_m - x_m) / solid_m
        return 1.5 * qp * (zones[0] if off <= 0.3 else zones[1] if off <= 2 else zones[2] if off <= 4 else 1.2)

    return at


def nz(length_m: float, solid_m: float, top_m: float, speed_m_s: float) -> Along:
    """AS/NZS 1170.2: wind square on, or at 45 degrees from the nearer end; ultimate."""
    q = 0.6 * speed_m_s**2
    c_h, b_c = solid_m / top_m, length_m / solid_m
    square = 1.7 - 0.5 * c_h if b_c > 5 else 1.3 + 0.5 * (0.3 + math.log10(b_c)) * (0.8 - c_h)
    low = c_h <= 0.7
    unit = solid_m if low else top_m
    near, middle, far = (max(square, c) for c in ((3.0, 1.5, 0.75) if low else (2.4, 1.2, 0.6)))

    def at(x_m: float) -> float:
        off = min(x_m, length_m - x_m) / unit
        return q * (near if off <= 2 else middle if off <= 4 else far)

    return at
