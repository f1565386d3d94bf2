"""Posts in the ground pushed sideways, by soil mechanics: Broms, Brinch Hansen and planted posts (kN, m, kPa).

These give ultimate resistance; a safety factor is the caller's, and stands beside the number.
"""

import math
from bisect import bisect_right
from collections.abc import Callable
from functools import lru_cache

from steady.data.loader import keyed
from steady.errors import EmbedmentLimitError, InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

DEEPEST_M = 6.0
"""No formula here is asked for more."""
"""Rigid short posts only: deeper ones bend, and these formulas no longer hold (product limit)."""
_GAUSS = (
    (-0.9061798459386640, 0.2369268850561891),
    (-0.5384693101056831, 0.4786286704993665),
    (0.0, 0.5688888888888889),
    (0.5384693101056831, 0.4786286704993665),
    (0.9061798459386640, 0.2369268850561891),
)


def _positive(**values: float) -> None:
    for name, amount in values.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def passive_factor(friction_rad: float) -> float:
    """K_p = tan²(45° + φ/2). Source: Rankine.

    Raises:
        InvalidInputError: An angle not between 0 and 50 degrees.
    """
    if not 0 < friction_rad < math.radians(50):
        raise InvalidInputError("friction_angle", "must be above 0 and below 50 degrees")
    return math.tan(math.pi / 4 + friction_rad / 2) ** 2


def broms_sand_n(
    *, depth_m: float, arm_m: float, width_m: float, friction_rad: float, unit_weight_n_per_m3: float
) -> float:
    """Ultimate side force of a short free-headed post in sand: 0.5 γ B L³ K_p / (e + L).

    Source: Broms 1964b, moments about the toe.
    """
    _positive(depth=depth_m, width=width_m, unit_weight=unit_weight_n_per_m3)
    kp = passive_factor(friction_rad)
    return 0.5 * unit_weight_n_per_m3 * width_m * depth_m**3 * kp / (arm_m + depth_m)


def broms_clay_n(
    *, depth_m: float, arm_m: float, width_m: float, cohesion_pa: float, dead_m: float | None = None
) -> float:
    """Ultimate side force in clay: nothing above 1.5 B (or `dead_m`), 9 c_u B below.

    L = 1.5 B + f + g, f = H / (9 c B), g² = 4 H (e + 1.5 B + f/2) / (9 c B). With q = 9 c B and a = L − 1.5 B this closes to
    H²  + 2 q (2 e + L + 1.5 B) H − q² a² = 0: one positive root.

    Raises:
        OutOfScopeError: No deeper than the zone without resistance.

    Source: Broms 1964a, force balance.
    """
    _positive(depth=depth_m, width=width_m, cohesion=cohesion_pa)
    dead = 1.5 * width_m if dead_m is None else dead_m
    a = depth_m - dead
    if a <= 0:
        raise OutOfScopeError("the post stands within the top 1.5 widths, where clay gives no hold", "a deeper hole")
    q = 9 * cohesion_pa * width_m
    b = q * (2 * arm_m + depth_m + dead)
    return math.sqrt(b**2 + q**2 * a**2) - b


def hansen_factors(friction_rad: float) -> Callable[[float], tuple[float, float]]:
    """(K_q, K_c) as a function of depth over width.

    Raises:
        InvalidInputError: An angle not from 0 to below 50 degrees.

    Source: Brinch Hansen 1961 (from memory, medium to high).
    """
    if not 0 <= friction_rad < math.radians(50):
        raise InvalidInputError("friction_angle", "must be 0 or more and below 50 degrees")
    phi = friction_rad
    if phi < 1e-9:
        kc0, kc8 = 1 + math.pi / 2, 5.14159 * 1.58
        ac = kc0 / (kc8 - kc0) * 2 * math.sin(math.pi / 4)

        def clay(ratio: float) -> tuple[float, float]:
            return 0.0, (kc0 + kc8 * ac * ratio) / (1 + ac * ratio)

        return clay
    s, t = math.sin(math.pi / 4 + phi / 2), math.tan(phi)
    up = math.exp((math.pi / 2 + phi) * t) * math.cos(phi) * math.tan(math.pi / 4 + phi / 2)
    down = math.exp(-(math.pi / 2 - phi) * t) * math.cos(phi) * math.tan(math.pi / 4 - phi / 2)
    kq0, kc0 = up - down, (up - 1) / t
    nc = (math.exp(math.pi * t) * math.tan(math.pi / 4 + phi / 2) ** 2 - 1) / t
    kc8 = nc * (1.58 + 4.09 * t**4)
    k0 = 1 - math.sin(phi)
    kq8 = kc8 * k0 * t
    aq = kq0 / (kq8 - kq0) * k0 * math.sin(phi) / s
    ac = kc0 / (kc8 - kc0) * 2 * s

    def both(ratio: float) -> tuple[float, float]:
        return (kq0 + kq8 * aq * ratio) / (1 + aq * ratio), (kc0 + kc8 * ac * ratio) / (1 + ac * ratio)

    return both


@value_object
class SoilProfile:
    """Soil by its friction, weight and cohesion."""

    friction_rad: float
    unit_weight_n_per_m3: float
    cohesion_pa: float


def hansen_n(ground: SoilProfile, *, depth_m: float, arm_m: float, width_m: float) -> float:
    """Ultimate side force: the turning point is where the moments about the line of the load balance.

    Source: Brinch Hansen 1961; the pressures are smooth in depth, integrated by Gauss in forty stretches.
    """
    _positive(depth=depth_m, width=width_m)
    factors = hansen_factors(ground.friction_rad)

    def pressure(z: float) -> float:
        kq, kc = factors(z / width_m)
        return (ground.unit_weight_n_per_m3 * z * kq + ground.cohesion_pa * kc) * width_m

    def area(a: float, b: float, lever: bool) -> float:
        total, step = 0.0, (b - a) / 40
        for i in range(40):
            middle = a + (i + 0.5) * step
            for x, w in _GAUSS:
                z = middle + x * step / 2
                total += w * step / 2 * pressure(z) * ((arm_m + z) if lever else 1.0)
        return total

    whole = area(0, depth_m, True)
    low, high = 0.0, depth_m
    for _ in range(60):
        turn = (low + high) / 2
        if area(0, turn, True) < whole / 2:
            low = turn
        else:
            high = turn
    turn = (low + high) / 2
    return area(0, turn, False) - area(turn, depth_m, False)


_GRID_M = 0.02


@lru_cache(maxsize=256)
def _hansen_sums(
    width_m: float, friction_rad: float, unit_weight_n_per_m3: float, *, cohesion_pa: float
) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """Running force and first moment of Brinch Hansen's pressures, every 2 cm down to 6 m (Simpson, smooth pressures)."""
    factors = hansen_factors(friction_rad)

    def pressure(z: float) -> float:
        kq, kc = factors(z / width_m)
        return (unit_weight_n_per_m3 * z * kq + cohesion_pa * kc) * width_m

    forces, moments = [0.0], [0.0]
    for k in range(round(DEEPEST_M / _GRID_M)):
        a, m, b = k * _GRID_M, (k + 0.5) * _GRID_M, (k + 1) * _GRID_M
        pa, pm, pb = pressure(a), pressure(m), pressure(b)
        forces.append(forces[-1] + _GRID_M / 6 * (pa + 4 * pm + pb))
        moments.append(moments[-1] + _GRID_M / 6 * (a * pa + 4 * m * pm + b * pb))
    return tuple(forces), tuple(moments)


def hansen_depth_m(ground: SoilProfile, *, load_n: float, arm_m: float, width_m: float) -> float:
    """The depth at which Brinch Hansen's ultimate side force reaches a load: the same as `hansen_n`, fast enough to search with.

    Raises:
        EmbedmentLimitError: Not within 6 m.
    """
    forces, moments = _hansen_sums(
        width_m, ground.friction_rad, ground.unit_weight_n_per_m3, cohesion_pa=ground.cohesion_pa
    )
    about = [arm_m * f + m for f, m in zip(forces, moments, strict=True)]

    def force_to(turn: float) -> float:
        k = min(int(turn), len(forces) - 2)
        return forces[k] + (forces[k + 1] - forces[k]) * (turn - k)

    def resists_n(depth: float) -> float:
        k = min(int(depth), len(about) - 2)
        half = (about[k] + (about[k + 1] - about[k]) * (depth - k)) / 2
        at = max(0, bisect_right(about, half) - 1)
        turn = at + (half - about[at]) / (about[at + 1] - about[at])
        return 2 * force_to(turn) - force_to(depth)

    return depth_for_m(lambda d: resists_n(d / _GRID_M), load_n, 0.05)


def depth_for_m(resistance: Callable[[float], float], wanted_n: float, least_m: float) -> float:
    """The depth at which a resistance that grows with depth reaches a force.

    Raises:
        OutOfScopeError: Not within 6 m.
    """
    low, high = least_m, DEEPEST_M
    if resistance(high) < wanted_n:
        raise EmbedmentLimitError(
            f"more than {DEEPEST_M:.0f} m of depth: no depth is enough",
            "a wider hole, better ground or less load",
            DEEPEST_M,
        )
    for _ in range(80):
        middle = (low + high) / 2
        if resistance(middle) < wanted_n:
            low = middle
        else:
            high = middle
    return high


def planted_moment_n_m(*, depth_m: float, width_m: float, ground: str) -> float:
    """What a planted post resists: G D d³ / 10 kN m.

    Raises:
        InvalidInputError: Ground that is not good, average or poor.

    Source: PD 6547 (from memory, high).
    """
    _positive(depth=depth_m, width=width_m)
    row = keyed("planted_ground").get(ground)
    if row is None:
        raise InvalidInputError("ground", f"must be {', '.join(keyed('planted_ground'))}")
    return row.number("ground_coefficient") * width_m * depth_m**3 / 10 * 1000


def planted_demand_n_m(*, load_n: float, arm_m: float, depth_m: float, load_factor: float) -> float:
    """Factored moment about the pivot at depth / √2. Source: PD 6547 (from memory, high)."""
    return load_factor * load_n * (arm_m + depth_m / math.sqrt(2))


def elastic_pole_depth_m(*, moment_n_m: float, soil_pa_per_m: float, width_m: float) -> float:
    """Depth of a stiff pole against a pure moment, pressure growing with depth: (12 M / (S b))^(1/3). Source: statics."""
    _positive(moment=moment_n_m, soil=soil_pa_per_m, hole_width=width_m)
    return float((12 * moment_n_m / (soil_pa_per_m * width_m)) ** (1 / 3))


def soil_turn_n_m_per_rad(*, modulus_pa_per_m: float, width_m: float, depth_m: float) -> float:
    """Stiffness against turning of a buried length in soil of constant modulus: k b D³ / 12. Source: statics."""
    _positive(modulus=modulus_pa_per_m, width=width_m, depth=depth_m)
    return modulus_pa_per_m * width_m * depth_m**3 / 12
