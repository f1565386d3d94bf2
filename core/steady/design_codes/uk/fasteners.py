"""Dowel fasteners by Eurocode 5: characteristic values, timber to timber, single shear (N, mm)."""

import math

from steady.design_codes.requests import FastenerInput
from steady.design_codes.uk.timber import reference
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.dowels import Dowel, johansen_n, screw_pull_n
from steady.units.units import MM

TENSILE_MPA = 600.0
"""f_u of a plain nail (from memory, high); a maker's value replaces it."""
_ROPE = {"nail": 0.15, "wood screw": 1.0, "bolt": 0.25}


def lateral(ask: FastenerInput) -> tuple[CalculationStep, str]:
    """F_v,Rk of one fastener along the grain, and its mode.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: Bolts and screws over 6 mm, whose values come from their maker or another clause.

    Source: EN 1995-1-1 8.2.2, 8.3.1 (from memory, high).
    """
    fastener, diameter_m, side_m, main_m = ask.fastener, ask.diameter_m, ask.side_m, ask.main_m
    if fastener not in ("nail", "wood screw", "lag screw", "bolt"):
        raise InvalidInputError("fastener", "must be nail, wood screw, lag screw or bolt")
    for name, value in (("diameter", diameter_m), ("side_member", side_m), ("main_member", main_m)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    d, t1, t2 = diameter_m / MM, side_m / MM, main_m / MM
    if fastener not in ("nail", "wood screw") or d > 8 + 1e-9:
        raise OutOfScopeError(
            f"a {fastener} of {d:.1f} mm", "a nail or screw up to 8 mm, or the maker's declared value"
        )
    if fastener == "nail" and t2 < 8 * d - 1e-9:
        raise OutOfScopeError(f"the point reaches {t2:.0f} mm, less than eight diameters", "a longer nail")
    rho = reference(ask.wood).number("rho_k_kg_per_m3")
    bored = ask.predrilled or (fastener == "wood screw" and d > 6)
    my = 0.3 * TENSILE_MPA * d**2.6
    modes = johansen_n(Dowel(d_mm=d, bored=bored, yield_n_mm=my), side_mm=t1, main_mm=t2, rho=rho)
    if ask.rope:
        axial = _axial(fastener, d, t2, rho=rho)
        modes = {
            name: value + (min(axial / 4, _ROPE[fastener] * value) if name in "cdef" else 0.0)
            for name, value in modes.items()
        }
    mode = min(modes, key=lambda name: modes[name])
    step = CalculationStep(
        symbol="F_vRk",
        value=modes[mode] / 1000,
        unit="kN",
        formula="min(a, b, c, d, e, f) / 1000",
        inputs=tuple((name, value, "N") for name, value in modes.items()),
        source="ec5: 8.2.2, 8.3.1; high",
        says=f"mode {mode} gives way first; characteristic, without the rope effect"
        if not ask.rope
        else f"mode {mode} gives way first",
    )
    return step, mode


def _axial(fastener: str, d: float, penetration: float, *, rho: float) -> float:
    """F_ax of a smooth nail (20e-6 ρ² d t) or of a screw (8.38)."""
    if fastener == "nail":
        reach = min(1.0, max(0.0, penetration / (4 * d) - 2)) if penetration < 12 * d else 1.0
        return 20e-6 * rho**2 * d * penetration * reach
    return screw_pull_n(d_mm=d, length_mm=penetration, rho=rho)


def withdrawal(
    *, fastener: str, diameter_m: float, penetration_m: float | None, grade: str, axis_rad: float
) -> CalculationStep:
    """F_ax,Rk of one screw of 6 to 12 mm at an angle to the grain.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: Other fasteners, or flatter than 30 degrees to the grain.

    Source: EN 1995-1-1 8.38 to 8.40 (from memory, high).
    """
    if fastener not in ("wood screw", "lag screw"):
        raise OutOfScopeError(f"no pull-out for a {fastener[:20]}", "a screw of 6 to 12 mm")
    if penetration_m is None:
        raise InvalidInputError("penetration", "is needed")
    if not (diameter_m > 0 and penetration_m > 0):
        raise InvalidInputError("diameter" if not diameter_m > 0 else "penetration", "must be above 0")
    d, length = diameter_m / MM, penetration_m / MM
    if not 6 - 1e-9 <= d <= 12 + 1e-9:
        raise OutOfScopeError(f"screws of {d:.1f} mm", "6 to 12 mm, or the maker's declared value")
    if axis_rad < math.radians(30) - 1e-9:
        raise OutOfScopeError("flatter than 30 degrees to the grain", "turn the screw across the grain")
    if length < 6 * d - 1e-9:
        raise OutOfScopeError("less than six diameters of thread in the wood", "a longer screw")
    rho = reference(grade).number("rho_k_kg_per_m3")
    fax = 0.52 * d**-0.5 * length**-0.1 * rho**0.8
    spread = 1.2 * math.cos(axis_rad) ** 2 + math.sin(axis_rad) ** 2
    kd = min(d / 8, 1.0)
    return CalculationStep(
        symbol="F_axRk",
        value=fax * d * length * kd / spread / 1000,
        unit="kN",
        formula="f_ax * d * l * k_d / s / 1000",
        inputs=(("f_ax", fax, "MPa"), ("d", d, "mm"), ("l", length, "mm"), ("k_d", kd, ""), ("s", spread, "")),
        source="ec5: 8.38 to 8.40; high",
        says="one screw, characteristic",
    )
