"""Strengths typed a second time, wet and outdoors: what a stick carries in bending under wind, under people, and how stiff it is.

Values from memory as the schools' notes give them (NDS Supplement 2018, O86-14, EN 338, NZS 3603); megapascals and millimetres.
"""

from steady.units.units import IN

PSI = 6894.757293168362

# Southern pine No.2: F_b by width of dimension stock; posts 5 in and more. Western cedars, fir: table 4A with C_F; wet, incised.
US = {
    "4x4 pine": 1100 * PSI,
    "6x6 pine": 850 * PSI,
    "8x8 pine": 850 * PSI,
    "4x4 cedar": 700 * 1.5 * PSI,
    "6x6 cedar": 550 * PSI,
    "4x4 fir": 900 * 1.5 * 0.85 * 0.8 * PSI,
}
US_JOISTS = {"2x6 pine": 1000, "2x8 pine": 925, "2x10 pine": 800, "2x12 pine": 750}
SG8_WET_FB, SG10_DRY_FB = 11.7e6, 20.0e6


def sides_m(item: str) -> tuple[float, float]:
    """Thickness and depth in metres from a stock name: 4x4 and 2x8 are dressed, metric names are measured."""
    size = item.split()[1]
    if "x" not in size:
        return float(size) / 1000, float(size) / 1000
    a, b = (int(n) for n in size.split("x"))
    if a <= 12 and b <= 14:
        dressed = {2: 1.5, 4: 3.5, 6: 5.5, 8: 7.25, 10: 9.25, 12: 11.25}
        if a >= 5:
            dressed |= {8: 7.5}
        return dressed[a] * IN, dressed[b] * IN
    return a / 1000, b / 1000


def post_moment_n_m(school: str, item: str) -> float:
    """Moment that a square post carries under a gust (the school's own shortest duration), wet."""
    _, depth = sides_m(item)
    modulus = depth**3 / 6
    kind = item.removeprefix("post ")
    if school == "us":
        return US[kind] * 1.6 * modulus
    if school == "uk":
        grade = float(kind.split("C")[1]) * 1e6
        return 0.9 * min(1.3, max(1.0, (0.15 / depth) ** 0.2)) * grade / 1.3 * modulus
    if school == "nz":
        return 0.8 * SG8_WET_FB * modulus
    # Canada: treated and incised spruce-pine-fir; 89 mm is dimension stock No.1/No.2, thicker are posts and timbers No.1.
    if depth < 0.1:
        return 0.9 * 11.8e6 * 1.15 * 0.84 * 0.85 * 1.7 * modulus
    return 0.9 * 9.6e6 * 1.15 * (1.3 if depth < 0.19 else 1.2) * modulus
