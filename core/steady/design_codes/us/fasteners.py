"""Dowel fasteners by the National Design Specification, chapter 12: reference values (C_D = 1, dry), single shear.

The diameter is the one at the shear plane: give the root diameter where the thread crosses it.
"""

import math

from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import IN
from steady.value_objects import value_object

KINDS = ("nail", "wood screw", "lag screw", "bolt")


def _yield_psi(diameter_in: float, fastener: str) -> float:
    if fastener in ("bolt", "lag screw"):
        return 45000.0
    for most_in, strength in ((0.142, 100e3), (0.177, 90e3), (0.236, 80e3)):
        if diameter_in <= most_in + 1e-9:
            return strength
    raise OutOfScopeError(
        f"no bending strength for a {fastener} of {diameter_in:.3f} in", "at most 0.236 in, or a lag or bolt"
    )


def dowel_bearing_psi(diameter_in: float, gravity: float, angle_rad: float) -> float:
    """F_e. Source: NDS 12.3.3 (from memory, high); Hankinson between the directions."""
    if diameter_in < 0.25:
        return float(16600 * gravity**1.84)
    along, across = 11200 * gravity, 6100 * gravity**1.45 / math.sqrt(diameter_in)
    return float(along * across / (along * math.sin(angle_rad) ** 2 + across * math.cos(angle_rad) ** 2))


@value_object
class DowelFastener:
    """A fastener of one kind and thickness through a side member into a main member (m), or as deep as its point stands in it."""

    fastener: str
    diameter_m: float
    side_m: float
    main_m: float


def lateral(dowel: DowelFastener, *, gravity: float, angle_rad: float) -> tuple[CalculationStep, str]:
    """Z (lb) of one fastener, side and main member of one wood, and the mode that gives way.

    Args:
        main_m: Thickness of the main member, or how deep the point stands in it.
        angle_rad: Load against the grain, in both members.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: A fastener without values.

    Source: NDS 2018 12.3.1, Table 12.3.1A and B (from memory, high).
    """
    if dowel.fastener not in KINDS:
        raise InvalidInputError("fastener", f"must be {', '.join(KINDS)}")
    for name, amount in (("diameter", dowel.diameter_m), ("side_member", dowel.side_m), ("main_member", dowel.main_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    if not 0 <= angle_rad <= math.pi / 2 + 1e-9:
        raise InvalidInputError("load_angle", "must be 0 to 90 degrees")
    d, ls, lm = dowel.diameter_m / IN, dowel.side_m / IN, dowel.main_m / IN
    if d > 1 + 1e-9:
        raise OutOfScopeError("fasteners over 1 in", "a thinner one")
    if dowel.fastener == "nail" and lm < 6 * d - 1e-9:
        raise OutOfScopeError("the nail reaches less than six diameters into the main member", "a longer nail")
    fe = dowel_bearing_psi(d, gravity, angle_rad)
    fyb = _yield_psi(d, dowel.fastener)
    k = 1 + 0.25 * math.degrees(angle_rad) / 90
    if d < 0.25:
        rd = {mode: 2.2 if d <= 0.17 else 10 * d + 0.5 for mode in ("Im", "Is", "II", "IIIm", "IIIs", "IV")}
    else:
        rd = {"Im": 4 * k, "Is": 4 * k, "II": 3.6 * k, "IIIm": 3.2 * k, "IIIs": 3.2 * k, "IV": 3.2 * k}
    re, rt = 1.0, lm / ls
    k1 = (math.sqrt(re + 2 * re**2 * (1 + rt + rt**2) + rt**2 * re**3) - re * (1 + rt)) / (1 + re)
    k2 = -1 + math.sqrt(2 * (1 + re) + 2 * fyb * (1 + 2 * re) * d**2 / (3 * fe * lm**2))
    k3 = -1 + math.sqrt(2 * (1 + re) / re + 2 * fyb * (2 + re) * d**2 / (3 * fe * ls**2))
    modes = {
        "Im": d * lm * fe,
        "Is": d * ls * fe,
        "II": k1 * d * ls * fe,
        "IIIm": k2 * d * lm * fe / (1 + 2 * re),
        "IIIs": k3 * d * ls * fe / (2 + re),
        "IV": d**2 * math.sqrt(2 * fe * fyb / (3 * (1 + re))),
    }
    values = {mode: value / rd[mode] for mode, value in modes.items()}
    mode = min(values, key=lambda name: values[name])
    step = CalculationStep(
        symbol="Z",
        value=values[mode],
        unit="lb",
        formula="min(" + ", ".join(f"Z_{name}" for name in values) + ")",
        inputs=tuple((f"Z_{name}", value, "lb") for name, value in values.items()),
        source="nds: 12.3.1; high",
        says=f"mode {mode} gives way first; reference value: dry, ten years' load",
    )
    return step, mode


def withdrawal(*, fastener: str, diameter_m: float, gravity: float) -> CalculationStep:
    """Pull-out per length in the main member (lb/in), from side grain.

    Raises:
        OutOfScopeError: Bolts hold by their washers; end grain is not covered.

    Source: NDS 2018 12.2 (from memory, high).
    """
    if not diameter_m > 0:
        raise InvalidInputError("diameter", "must be above 0")
    d = diameter_m / IN
    formulas = {
        "lag screw": ("1800 * G ** 1.5 * D ** 0.75", 1800 * gravity**1.5 * d**0.75),
        "wood screw": ("2850 * G ** 2 * D", 2850 * gravity**2 * d),
        "nail": ("1380 * G ** 2.5 * D", 1380 * gravity**2.5 * d),
    }
    if fastener not in formulas:
        raise OutOfScopeError(f"no pull-out for a {fastener[:20]}", "a lag screw, wood screw or nail")
    formula, value = formulas[fastener]
    return CalculationStep(
        symbol="W",
        value=float(value),
        unit="lb/in",
        formula=formula,
        inputs=(("G", gravity, ""), ("D", d, "in")),
        source="nds: 12.2; high",
        says="per inch of thread (of nail) in the main member",
    )
