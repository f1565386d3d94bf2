"""Posts planted in the ground, the United Kingdom school: PD 6547 (from memory, high)."""

import math
from functools import cache

from steady.data.loader import table
from steady.design_codes.results import Soil, given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.lateral import depth_for_m

PLANTED_FACTOR = 1.25
"""On the characteristic load. Source: PD 6547 (from memory, high)."""
LEAST_M = 0.05
_SOURCE = "pd-6547: planted posts; its factor 1.25 beside a 1-in-50-year wind is doubted, low"


@cache
def soils() -> tuple[Soil, ...]:
    """Good, average and poor ground; `lateral_pa_per_m` is the table's ground coefficient."""
    return tuple(
        Soil(
            row.text["key"],
            f"{row.text['key']} ground",
            row.value["bearing_pa"] or 0.0,
            1000 * row.number("ground_coefficient"),
            row.source,
        )
        for row in table("planted_ground")
    )


def embedment(
    load_n: float, height_m: float, width_m: float, *, lateral_pa_per_m: float, load_factor: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """Depth at which G D d³ / 10 holds 1.25 H (e + d / √2), H characteristic.

    Raises:
        OutOfScopeError: No ground coefficient, or deeper than 6 m.
    """
    _known(lateral_pa_per_m)

    def holds_n(depth_m: float) -> float:
        """The characteristic force that a depth carries."""
        return lateral_pa_per_m * width_m * depth_m**3 / 10 / (PLANTED_FACTOR * (height_m + depth_m / math.sqrt(2)))

    load = _characteristic("H", load_n / 1000, "kN", load_factor=load_factor)
    found, g = depth_for_m(holds_n, load_n / load_factor, LEAST_M), lateral_pa_per_m / 1000
    inputs = (
        ("n", PLANTED_FACTOR, ""),
        ("H_k", load.value, "kN"),
        ("e", height_m, "m"),
        ("d_0", found, "m"),
        ("G", g, "kPa/m"),
        ("D", width_m, "m"),
    )
    depth = CalculationStep(
        symbol="d",
        value=(10 * PLANTED_FACTOR * load.value * (height_m + found / math.sqrt(2)) / (g * width_m)) ** (1 / 3),
        unit="m",
        formula="(10 * n * H_k * (e + d_0 / sqrt(2)) / (G * D)) ** (1 / 3)",
        inputs=inputs,
        source=_SOURCE,
        says="depth that holds the moment about its own pivot; d_0 is the depth found by halving, the same",
    )
    return depth, (load, given_step("D", width_m, "m", source="tool: the hole that is drawn", says="width of the hole"))


def embedment_for_moment(
    moment_n_m: float, width_m: float, lateral_pa_per_m: float, *, load_factor: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """The same for a moment without a force: d = (12.5 M / (G D))^(1/3)."""
    _known(lateral_pa_per_m)
    g = lateral_pa_per_m / 1000
    moment = _characteristic("M", moment_n_m / 1000, "kN.m", load_factor=load_factor)
    depth = CalculationStep(
        symbol="d",
        value=(10 * PLANTED_FACTOR * moment.value / (g * width_m)) ** (1 / 3),
        unit="m",
        formula="(10 * n * M_k / (G * D)) ** (1 / 3)",
        inputs=(("n", PLANTED_FACTOR, ""), ("M_k", moment.value, "kN.m"), ("G", g, "kPa/m"), ("D", width_m, "m")),
        source=_SOURCE,
        says="depth at which the ground holds the moment",
    )
    return depth, (moment,)


def moment_in_ground(
    load_n: float, height_m: float, width_m: float, *, lateral_pa_per_m: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """The greatest moment: pressures G z over the width use up the force at z = √(2 H / (G D)); M = H (e + 2 z / 3)."""
    _known(lateral_pa_per_m)
    h, g = load_n / 1000, lateral_pa_per_m / 1000
    z = CalculationStep(
        symbol="z_0",
        value=math.sqrt(2 * h / (g * width_m)),
        unit="m",
        formula="sqrt(2 * H / (G * D))",
        inputs=(("H", h, "kN"), ("G", g, "kPa/m"), ("D", width_m, "m")),
        source="statics: where the shear turns; medium",
        says="below the ground",
    )
    moment = CalculationStep(
        symbol="M_g",
        value=h * (height_m + 2 * z.value / 3),
        unit="kN.m",
        formula="H * (e + 2 * z_0 / 3)",
        inputs=(("H", h, "kN"), ("e", height_m, "m"), ("z_0", z.value, "m")),
        source="pd-6547: planted posts; medium",
        says="greatest moment of the post, in the ground",
    )
    return moment, (z,)


def _known(lateral_pa_per_m: float) -> None:
    if not lateral_pa_per_m > 0:
        raise OutOfScopeError("this ground has no coefficient for planted posts", "good, average or poor ground")


def _characteristic(name: str, value: float, unit: str, *, load_factor: float) -> CalculationStep:
    return CalculationStep(
        symbol=f"{name}_k",
        value=value / load_factor,
        unit=unit,
        formula=f"{name}_d / gamma",
        inputs=((f"{name}_d", value, unit), ("gamma", load_factor, "")),
        source="ec0: 6.10; high",
        says="characteristic",
    )
