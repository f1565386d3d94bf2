"""Soil values and embedded posts by the International Building Code, sections 1806 and 1807.3."""

from functools import cache

from steady.data.loader import keyed
from steady.design_codes.pole_embedment import embedment_for_moment, embedment_for_moment_ft
from steady.design_codes.results import Soil
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import FT, LB

__all__ = [
    "constrained_embedment_ft",
    "embedment_for_moment",
    "embedment_for_moment_ft",
    "moment_in_ground",
    "soil",
    "soils",
]


@cache
def soils() -> tuple[Soil, ...]:
    """The five classes of IBC Table 1806.2 (from memory, high)."""
    return tuple(_soil(key) for key in keyed("us_soil"))


def _soil(name: str) -> Soil:
    row = keyed("us_soil")[name]
    friction = row.value.get("friction_ratio") or 0.0
    return Soil(name, row.text["says"], row.number("bearing_pa"), row.number("lateral_pa_per_m"), row.source, friction)


def soil(name: str) -> Soil:
    """One class.

    Raises:
        OutOfScopeError: Organic soil, peat or loose fill has no value in the table; so has a name we don't know.
    """
    if name not in keyed("us_soil"):
        raise OutOfScopeError(
            f'no soil values for "{name[:40]}": peat, organic soil and loose fill are not in the table',
            "dig to sound ground of a listed class, or have the ground tested",
        )
    return _soil(name)


def moment_in_ground(
    *, load_n: float, height_m: float, depth_m: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """The greatest moment (lb-ft) of a free pole, and where it lies.

    The pole formula rests on side pressures that grow and turn as a parabola, p = a z − c z² a width, in balance with the force
    and its moment: c = 36 P (h + 2 d / 3) / d⁴, a = 2 P / d² + 2 c d / 3. The moment is greatest where the shear is nothing.

    Raises:
        InvalidInputError: A value that cannot be.

    Source: statics of IBC 1807.3.2.1's own pressures (medium).
    """
    for name, value in (("load_n", load_n), ("depth_m", depth_m)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    p, h, d = load_n / LB, height_m / FT, depth_m / FT
    c = 36 * p * (h + 2 * d / 3) / d**4
    a = 2 * p / d**2 + 2 * c * d / 3
    low, high = 0.0, 2 * d / 3
    for _ in range(60):
        middle = (low + high) / 2
        if p - a * middle**2 / 2 + c * middle**3 / 3 > 0:
            low = middle
        else:
            high = middle
    z = CalculationStep(
        symbol="z_0",
        value=low,
        unit="ft",
        formula="",
        inputs=(("P", p, "lb"), ("h", h, "ft"), ("d", d, "ft")),
        source="statics: where P = a z² / 2 − c z³ / 3; medium",
        says="below the ground, where the shear turns",
    )
    moment = CalculationStep(
        symbol="M_g",
        value=p * (h + low) - a * low**3 / 6 + c * low**4 / 12,
        unit="lb-ft",
        formula="P * (h + z_0) - a * z_0 ** 3 / 6 + c * z_0 ** 4 / 12",
        inputs=(("P", p, "lb"), ("h", h, "ft"), ("z_0", low, "ft"), ("a", a, "lb/ft2"), ("c", c, "lb/ft3")),
        source="ibc: 1807.3.2.1, statics of its pressures; medium",
        says="greatest moment of the post, in the ground",
    )
    return moment, (z,)


def constrained_embedment_ft(load_lb: float, height_ft: float, width_ft: float, *, k_psf_per_ft: float) -> float:
    """Depth (ft) with a rigid slab at grade against the post. Source: IBC 1807.3.2.2, d = (4.25 P h/(k b))^(1/3)."""
    return float((4.25 * load_lb * height_ft / (k_psf_per_ft * width_ft)) ** (1 / 3))
