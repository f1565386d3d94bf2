"""Members by CSA O86: sideways buckling, columns, bearing, notches (N, mm, MPa)."""

import math

from steady.design_codes.ca import timber
from steady.design_codes.requests import LateralRestraint, LoadType, Wood
from steady.design_codes.results import BearingArea, Column, Notched, given_step
from steady.errors import InvalidInputError, OutOfScopeError, TooSlender
from steady.plan.model import CalculationStep
from steady.units.units import MM

MPA = 1e6
_EFFECTIVE = {
    "uniform": 1.92,
    "mid point": 1.61,
    "cantilever uniform": 1.23,
    "cantilever tip": 1.69,
    "end moment": 1.92,
    "other": 1.92,
}
"""Effective length over unbraced length, O86 Table 7.5.6.4.3 (from memory, medium)."""
HELD_BY_SHAPE = 4.0
"""A depth of at most four thicknesses needs no support between its ends. O86 6.5.4.2.1 (from memory, high)."""


def stability(wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
    """K_L and the slenderness C_B.

    Raises:
        InvalidInputError: Neither length given, or no such load case.
        OutOfScopeError: C_B over 50.

    Source: O86 6.5.4.2, 7.5.6.4 (from memory, high; effective lengths medium).
    """
    b, d = wood.across_m / MM, wood.bending_depth_m / MM
    effective_m = ask.effective_m
    if d / b <= HELD_BY_SHAPE and effective_m is None:
        return given_step("K_L", 1.0, "", source="o86: 6.5.4.2.1; high", says="depth at most four thicknesses"), 0.0
    if effective_m is None:
        if ask.unbraced_m is None:
            raise InvalidInputError("unbraced_length", "is needed, or effective_length")
        if ask.load_case not in _EFFECTIVE:
            raise InvalidInputError("load_case", f"must be {', '.join(_EFFECTIVE)}")
        effective_m = _EFFECTIVE[ask.load_case] * ask.unbraced_m
    if not effective_m > 0:
        raise InvalidInputError("unbraced_length", "must be above 0")
    slenderness = math.sqrt(effective_m / MM * d / b**2)
    if slenderness > 50:
        raise OutOfScopeError(f"C_B is {slenderness:.0f}, over 50", "hold the squeezed edge at shorter distances")
    fb = (ask.bending_pa if ask.bending_pa is not None else _bending_without_size(wood, ask.load)) / MPA
    e = (
        ask.stiffness_pa if ask.stiffness_pa is not None else timber.strength("stiffness", wood, ask.load).allowed_pa
    ) / MPA
    limit = math.sqrt(0.97 * e / fb)
    if slenderness <= 10:
        return given_step(
            "K_L", 1.0, "", source="o86: 7.5.6.4; high", says=f"C_B {slenderness:.2f}, at most 10"
        ), slenderness
    if slenderness <= limit:
        value, formula = 1 - (slenderness / limit) ** 4 / 3, "1 - (C_B / C_K) ** 4 / 3"
    else:
        value, formula = 0.65 * e / (slenderness**2 * fb), "0.65 * E / (C_B ** 2 * F_b)"
    step = CalculationStep(
        symbol="K_L",
        value=value,
        unit="",
        formula=formula,
        inputs=(("C_B", slenderness, ""), ("C_K", limit, ""), ("E", e, "MPa"), ("F_b", fb, "MPa")),
        source="o86: 7.5.6.4; high",
    )
    return step, slenderness


def _bending_without_size(wood: Wood, load: LoadType) -> float:
    """F_b = f_b (K_D K_H K_S K_T): K_Zb is no part of it."""
    found = timber.strength("bending", wood, load)
    return found.book_pa * found.factors / timber.size_factor(wood)


def column(
    wood: Wood, load: LoadType, *, height_m: float, end_factor: float, height_weak_m: float | None
) -> tuple[Column, float]:
    """K_C and P_r = φ F_c A K_Zc K_C of the weaker way, and the Euler load about the strong axis (N).

    Raises:
        InvalidInputError: Lengths that cannot be.
        OutOfScopeError: Slenderness over 50.

    Source: O86 6.5.6 (from memory, high).
    """
    fc = timber.strength("compression", wood, load)
    e05 = timber.strength("stiffness_min", wood, load).allowed_pa / MPA
    value = fc.book_pa * fc.factors / MPA
    across, deep = wood.plies * wood.width_m / MM, wood.depth_m / MM
    strong_d, weak_d = max(across, deep), min(across, deep)
    weak_m = height_weak_m if height_weak_m is not None else height_m
    area = wood.area_m2 / MM**2
    found: list[Column] = []
    for d, l_m in ((strong_d, height_m), (weak_d, weak_m)):
        if not (end_factor > 0 and l_m > 0):
            raise InvalidInputError("height" if end_factor > 0 else "end_factor", "must be above 0")
        slender = end_factor * l_m / MM / d
        if slender > 50:
            told = (slender, 50.0, "o86: 6.5.4.2, slenderness of columns (from memory, medium)")
            raise TooSlender(f"C_c is {slender:.0f}, over 50", "a thicker post, or a brace at mid height", told)
        size = min(1.3, 6.3 * (d * l_m / MM) ** -0.13)
        kc = 1 / (1 + value * size * slender**3 / (35 * e05))
        buckling = CalculationStep(
            symbol="K_C",
            value=kc,
            unit="",
            formula="1 / (1 + F_c * K_Zc * C_c ** 3 / (35 * E_05))",
            inputs=(("F_c", value, "MPa"), ("K_Zc", size, ""), ("C_c", slender, ""), ("E_05", e05, "MPa")),
            source="o86: 6.5.6.2; high",
        )
        capacity = CalculationStep(
            symbol="P_r",
            value=0.001 * 0.8 * value * area * size * kc,
            unit="kN",
            formula="0.001 * phi * F_c * A * K_Zc * K_C",
            inputs=(("phi", 0.8, ""), ("F_c", value, "MPa"), ("A", area, "mm2"), ("K_Zc", size, ""), ("K_C", kc, "")),
            source="o86: 6.5.6.2; high",
        )
        found.append(Column(buckling=buckling, capacity=capacity))
    euler = math.pi**2 * e05 * area * strong_d**2 / 12 / (end_factor * height_m / MM) ** 2
    return min(found, key=lambda item: item.capacity.value), euler


def seat(wood: Wood, load: LoadType, *, width_m: float, length_m: float, from_end_m: float) -> BearingArea:
    """Q_r = φ F_cp A K_B; K_B only where the bearing is more than 75 mm from the end. K_Zcp is taken as 1.

    Source: O86 6.5.7 (from memory, high).
    """
    if not (length_m > 0 and from_end_m >= 0):
        raise InvalidInputError("bearing_length" if not length_m > 0 else "distance_from_end", "must be above 0")
    factor = timber.bearing_length_factor(length_m) if from_end_m > 75 * MM else 1.0
    fcp = timber.strength("bearing", wood, load)
    capacity = CalculationStep(
        symbol="Q_r",
        value=0.001 * 0.8 * fcp.step.value * width_m / MM * length_m / MM * factor,
        unit="kN",
        formula="0.001 * phi * F_cp * b * l * K_B",
        inputs=(
            ("phi", 0.8, ""),
            ("F_cp", fcp.step.value, "MPa"),
            ("b", width_m / MM, "mm"),
            ("l", length_m / MM, "mm"),
            ("K_B", factor, ""),
        ),
        source="o86: 6.5.7; high",
    )
    return BearingArea(factor=factor, effective_length_m=length_m, capacity=capacity)


def notched(wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None) -> Notched:
    """F_r = φ f_f A K_N with f_f 0.5 MPa, factors of duration, system, moisture and treatment taken from shear.

    Raises:
        InvalidInputError: More left than there was, or no distance to the reaction.
        OutOfScopeError: A notch deeper than a third of the depth.

    Source: O86 6.5.5.3 (from memory, medium to high); notch limit NBC 9.23.5 (from memory, high).
    """
    b, d = wood.across_m / MM, wood.bending_depth_m / MM
    left = left_m / MM
    if not 0 < left <= d:
        raise InvalidInputError("depth_left", "must be above 0 and at most the member's depth")
    if to_reaction_m is None:
        raise InvalidInputError("notch_to_reaction", "is needed")
    if not to_reaction_m >= 0:
        raise InvalidInputError("notch_to_reaction", "must be 0 or more")
    if d - left > d / 3 + 1e-9:
        raise OutOfScopeError("a notch deeper than a third of the depth", "a shallower notch or a hanger")
    alpha, eta = left / d, to_reaction_m / MM / d
    inside = 0.006 * d * (1.6 * (1 / alpha - 1) + eta**2 * (1 / alpha**3 - 1))
    kn = 1 / math.sqrt(inside) if inside > 0 else math.inf
    shear = timber.strength("shear", wood, load)
    size = timber.size_factor(wood)
    factors = shear.factors / size
    whole = 2 / 3 * shear.allowed_pa / MPA * b * d / 1000
    value = min(0.001 * 0.9 * 0.5 * factors * b * d * kn, whole)
    if value == whole:
        step = given_step("F_r", whole, "kN", source="o86: 6.5.5; high", says="no notch to speak of: plain shear")
    else:
        step = CalculationStep(
            symbol="F_r",
            value=value,
            unit="kN",
            formula="0.001 * phi * f_f * K * b * d * K_N",
            inputs=(
                ("phi", 0.9, ""),
                ("f_f", 0.5, "MPa"),
                ("K", factors, ""),
                ("b", b, "mm"),
                ("d", d, "mm"),
                ("K_N", kn, ""),
            ),
            source="o86: 6.5.5.3; medium",
        )
    return Notched(factor=min(kn, 1e9), capacity=step)
