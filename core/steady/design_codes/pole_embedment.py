"""The pole formula of the International Building Code, 1807.3.2.1: how deep a free pole stands against a sideways force."""

import math

from steady.errors import EmbedmentLimitError, InvalidInputError
from steady.plan.model import CalculationStep
from steady.units.units import FT, LB, LB_FT, PSF

DEEPEST_FT = 12.0
MOST_PRESSURE = 15.0
"""Lateral pressure stops growing at 15 times the tabular value. IBC 1806.3.3, from memory (high)."""


def embedment(
    *, load_n: float, height_m: float, width_m: float, lateral_pa_per_m: float, soil_factor: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """Depth of a free pole against a force at a height above grade.

    Args:
        load_n: Sideways force at allowable-stress level, > 0.
        height_m: Its height above grade, 0 or more.
        width_m: Diameter of the footing, or the diagonal of a square post, > 0.
        lateral_pa_per_m: Tabular lateral pressure per depth.
        soil_factor: 2 for isolated poles not hurt by half an inch of movement at grade, otherwise 1 (1806.3.4).

    Returns:
        The depth (ft) as a Step, and the steps before it.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: Deeper than the formula's 12 ft.

    Source: IBC 1807.3.2.1 nonconstrained, d = A/2 (1 + sqrt(1 + 4.36 h/A)), A = 2.34 P/(S1 b), S1 = k d/3. With S1
    written in d the formula closes to d³ − c d − 1.09 c h = 0, c = 7.02 P/(k b): one positive root.
    """
    for name, value in (("load_n", load_n), ("width_m", width_m), ("lateral_pa_per_m", lateral_pa_per_m)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    if not height_m >= 0:
        raise InvalidInputError("height_m", "must be 0 or more")
    load_lb, h_ft, b_ft = load_n / LB, height_m / FT, width_m / FT
    k = lateral_pa_per_m / (PSF / FT) * soil_factor
    c = 7.02 * load_lb / (k * b_ft)
    d_ft = cubic_root(c, 1.09 * c * h_ft)
    tabular_most = MOST_PRESSURE * k
    if k * d_ft / 3 > tabular_most:
        d_ft = _at_pressure(load_lb, h_ft, b_ft, s1_psf=tabular_most)
    if not d_ft <= DEEPEST_FT:
        raise EmbedmentLimitError(
            f"the pole formula asks for {d_ft:.1f} ft and reaches only to 12 ft: no depth is enough",
            "shorter bays, a lower fence, a wider hole or better ground",
            DEEPEST_FT * FT,
        )
    s1 = min(k * d_ft / 3, tabular_most)
    pressure = CalculationStep(
        symbol="S_1",
        value=s1,
        unit="psf",
        formula="min(k * d / 3, 15 * k)",
        inputs=(("k", k, "psf/ft"), ("d", d_ft, "ft")),
        source="ibc: 1806.2, 1806.3.3, 1806.3.4; high",
        says="allowed side pressure at a third of the depth" + (", soil value doubled" if soil_factor == 2 else ""),
    )
    a = CalculationStep(
        symbol="A",
        value=2.34 * load_lb / (s1 * b_ft),
        unit="ft",
        formula="2.34 * P / (S_1 * b)",
        inputs=(("P", load_lb, "lb"), ("S_1", s1, "psf"), ("b", b_ft, "ft")),
        source="ibc: 1807.3.2.1; high",
    )
    depth = CalculationStep(
        symbol="d",
        value=d_ft,
        unit="ft",
        formula="0.5 * A * (1 + sqrt(1 + 4.36 * h / A))",
        inputs=(("A", a.value, "ft"), ("h", h_ft, "ft")),
        source="ibc: 1807.3.2.1; high",
        says="required embedment",
    )
    return depth, (pressure, a)


def cubic_root(c: float, e: float) -> float:
    """The one positive root of d³ − c d − e = 0 (c > 0, e ≥ 0), by Newton from above, where it is convex."""
    d = math.sqrt(c) + (e ** (1 / 3) if e > 0 else 0.0)
    for _ in range(60):
        step = (d**3 - c * d - e) / (3 * d * d - c)
        d -= step
        if abs(step) < 1e-14 * d:
            break
    return d


def _at_pressure(load_lb: float, h_ft: float, b_ft: float, *, s1_psf: float) -> float:
    a = 2.34 * load_lb / (s1_psf * b_ft)
    return 0.5 * a * (1 + math.sqrt(1 + 4.36 * h_ft / a))


def embedment_for_moment_ft(moment_lb_ft: float, width_ft: float, k_psf_per_ft: float) -> float:
    """Depth (ft) for a pure moment: the limit of the nonconstrained formula at constant moment.

    Source: IBC 1807.3.2.1 in the limit, d = (7.652 M/(k b))^(1/3).
    """
    return float((7.652 * moment_lb_ft / (k_psf_per_ft * width_ft)) ** (1 / 3))


def embedment_for_moment(
    *, moment_n_m: float, width_m: float, lateral_pa_per_m: float, soil_factor: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """Depth (ft) against a pure moment, as a Step.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: Deeper than the formula's 12 ft.

    Source: IBC 1807.3.2.1 in the limit.
    """
    for name, value in (("moment_n_m", moment_n_m), ("width_m", width_m), ("lateral_pa_per_m", lateral_pa_per_m)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    k = lateral_pa_per_m / (PSF / FT) * soil_factor
    moment, b_ft = moment_n_m / LB_FT, width_m / FT
    d_ft = embedment_for_moment_ft(moment, b_ft, k)
    if not d_ft <= DEEPEST_FT:
        raise EmbedmentLimitError(
            f"the pole formula asks for {d_ft:.1f} ft and reaches only to 12 ft: no depth is enough",
            "a narrower or lighter leaf, a wider hole",
            DEEPEST_FT * FT,
        )
    depth = CalculationStep(
        symbol="d",
        value=d_ft,
        unit="ft",
        formula="(7.652 * M / (k * b)) ** (1 / 3)",
        inputs=(("M", moment, "lb-ft"), ("k", k, "psf/ft"), ("b", b_ft, "ft")),
        source="ibc: 1807.3.2.1 in the limit of a pure moment; medium",
        says="required embedment",
    )
    return depth, ()
