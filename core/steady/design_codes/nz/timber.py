"""Timber and members by NZS 3603 (amendment 4): grades, factors, buckling (MPa, mm)."""

import math
from functools import cache, lru_cache

from steady.data.interpolation import between
from steady.data.loader import TableRow, keyed, table
from steady.design_codes.requests import Kind, LoadType, Wood
from steady.design_codes.results import BearingArea, Column, Strength, given_step, product_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units import sizes
from steady.units.units import MM

MPA = 1e6
PHI = 0.8
"""φ of sawn timber, NZS 3603 2.5 (from memory, high)."""
DURATION: dict[LoadType, float] = {
    "permanent": 0.6,
    "storage": 0.8,
    "floor": 0.8,
    "person": 1.0,
    "snow": 0.8,
    "roof": 1.0,
    "wind": 1.0,
    "impact": 1.0,
}
"""k1, NZS 3603 Table 2.4 (from memory, medium to high)."""
COLUMN: dict[Kind, tuple[str, str]] = {
    "bending": ("fb", "f_b"),
    "tension": ("ft", "f_t"),
    "shear": ("fs", "f_s"),
    "bearing": ("fp", "f_p"),
    "compression": ("fc", "f_c"),
    "stiffness": ("e", "E"),
    "stiffness_min": ("elb", "E_lb"),
}


@cache
def section_m(size: str) -> tuple[float, float]:
    """Thickness and width (m).

    Raises:
        OutOfScopeError: A nominal word, which is not a measure here.
    """
    found = sizes.measured_m(size)
    if found is None:
        raise OutOfScopeError(f"{size} is a nominal size", "write the finished size, as 45x140 mm")
    return found


def reference(wood: Wood) -> TableRow:
    """The row of a grade, wet or dry.

    Raises:
        OutOfScopeError: No grade, or one that is not entered in that condition.
    """
    if not wood.grade:
        raise OutOfScopeError("this wood has no grade of the code", "a stick graded SG6, SG8 or SG10")
    row = keyed("nz_grades").get(f"{wood.grade} {'wet' if wood.wet else 'dry'}")
    if row is None:
        raise OutOfScopeError(
            f"no values for {wood.grade[:20]} {'wet' if wood.wet else 'dry'}", f"one of {', '.join(keyed('nz_grades'))}"
        )
    return row


def parallel_factor(members: int) -> float:
    """k4. Source: NZS 3603 2.9 (from memory, medium)."""
    if members < 2:
        return 1.0
    return keyed("nz_parallel")[str(min(members, 10))].number("parallel_factor")


def sharing_factor(wood: Wood) -> float:
    """k5 of a grid when members, spacing and span are told; k4 of the plies of one beam; otherwise 1."""
    if not wood.shared:
        return 1.0
    if wood.members and wood.spacing_m and wood.span_m:
        k4 = parallel_factor(wood.members)
        return max(1.0, 1 + (k4 - 1) * (1 - 2 * wood.spacing_m / wood.span_m))
    return parallel_factor(wood.plies)


@lru_cache(maxsize=4096)
def strength(kind: Kind, wood: Wood, load: LoadType) -> Strength:
    """k1 k4 or k5 × f; φ stands apart. Stability and bearing length are left to the checks that need them.

    Raises:
        OutOfScopeError: No such grade.

    Source: NZS 3603 (from memory, medium to high).
    """
    row = reference(wood)
    column, symbol = COLUMN[kind]
    book_pa = row.number(f"{column}_pa")
    inputs: list[tuple[str, float, str]] = [(symbol, book_pa / MPA, "MPa")]
    plain = kind in ("stiffness", "stiffness_min")
    if not plain:
        inputs.append(("k_1", DURATION[load], ""))
        if kind in ("bending", "shear"):
            inputs.append(("k_4", sharing_factor(wood), ""))
    step = product_step(
        f"{symbol}'",
        inputs,
        "MPa",
        source=f"nzs-3603: 3.2; {row.source}",
        says=f"{wood.grade} {'wet' if wood.wet else 'dry'}" + ("" if plain else "; k4 of plies or k5 of a grid"),
    )
    return Strength(step=step, book_pa=book_pa, factors=step.value * MPA / book_pa, limit=1.0 if plain else PHI)


def named_factor(name: str, wood: Wood, load: LoadType) -> float:
    """k1, or k4 / k5.

    Raises:
        OutOfScopeError: This school has no size factor.
    """
    if name == "duration_factor":
        return DURATION[load]
    if name == "sharing_factor":
        return sharing_factor(wood)
    raise OutOfScopeError("this code has no size factor", "duration or sharing")


def slenderness_factor(slenderness: float) -> CalculationStep:
    """k8: the cubic between 10 and 20, the lower of the cubic and the power to 25, the power above.

    Raises:
        InvalidInputError: Below 0.
        OutOfScopeError: Above 50, beyond the curve.

    Source: NZS 3603 3.2.5 (from memory, medium).
    """
    s = slenderness
    if not s >= 0:
        raise InvalidInputError("slenderness", "must be 0 or more")
    if s > 50:
        raise OutOfScopeError(f"a slenderness of {s:.0f}, over 50", "hold the member at shorter distances")
    cubic = 0.21 + 0.175 * s - 0.0116 * s**2 + 0.000203 * s**3
    power = 235 * s**-1.937 if s > 0 else 1.0
    text_cubic, text_power = "0.21 + 0.175 * S - 0.0116 * S ** 2 + 0.000203 * S ** 3", "235 * S ** -1.937"
    if s <= 10:
        value, formula = 1.0, "1 + 0 * S"
    elif s <= 20:
        value, formula = min(1.0, cubic), f"min(1, {text_cubic})"
    elif s <= 25:
        value, formula = min(cubic, power), f"min({text_cubic}, {text_power})"
    else:
        value, formula = power, text_power
    return CalculationStep(
        symbol="k_8", value=value, unit="", formula=formula, inputs=(("S", s, ""),), source="nzs-3603: 3.2.5; medium"
    )


def beam_slenderness(wood: Wood, unbraced_m: float) -> float:
    """S1 = 1.35 sqrt((L_ay / b) sqrt((d / b)² − 1)). Source: NZS 3603 3.2.5 (from memory, medium)."""
    if not unbraced_m > 0:
        raise InvalidInputError("unbraced_length", "must be above 0")
    # Plies screwed together buckle sideways each on its own: one ply's thickness counts.
    b, d = wood.width_m if not wood.flat else wood.depth_m, wood.bending_depth_m
    if d <= b:
        return 0.0
    return 1.35 * math.sqrt(unbraced_m / b * math.sqrt((d / b) ** 2 - 1))


def column(wood: Wood, load: LoadType, *, height_m: float, end_factor: float, height_weak_m: float | None) -> Column:
    """k8 of the slimmer way, S = k10 L / d, and φ k1 k8 f_c A.

    Raises:
        InvalidInputError: Lengths that cannot be.

    Source: NZS 3603 3.3 (from memory, medium).
    """
    if not (height_m > 0 and end_factor > 0):
        raise InvalidInputError("height" if not height_m > 0 else "end_factor", "must be above 0")
    across, deep = wood.plies * wood.width_m, wood.depth_m
    weak_m = height_weak_m if height_weak_m is not None else height_m
    slender = max(end_factor * height_m / max(across, deep), end_factor * weak_m / min(across, deep))
    k8 = slenderness_factor(slender)
    fc = strength("compression", wood, load)
    area = wood.area_m2 / MM**2
    capacity = CalculationStep(
        symbol="phiN_c",
        value=0.001 * PHI * k8.value * fc.step.value * area,
        unit="kN",
        formula="0.001 * phi * k_8 * f_c * A",
        inputs=(("phi", PHI, ""), ("k_8", k8.value, ""), ("f_c", fc.step.value, "MPa"), ("A", area, "mm2")),
        source="nzs-3603: 3.3; medium",
    )
    return Column(buckling=k8, capacity=capacity)


def seat(wood: Wood, load: LoadType, *, width_m: float, length_m: float, from_end_m: float) -> BearingArea:
    """φ k1 k3 f_p A; k3 only where the bearing is more than 75 mm from the end.

    Source: NZS 3603 3.2.10 (from memory, medium).
    """
    if not (length_m > 0 and from_end_m >= 0):
        raise InvalidInputError("bearing_length" if not length_m > 0 else "distance_from_end", "must be above 0")
    factor = _length_factor(length_m) if from_end_m > 75 * MM else 1.0
    fp = strength("bearing", wood, load)
    capacity = CalculationStep(
        symbol="phiN_b",
        value=0.001 * PHI * factor * fp.step.value * width_m / MM * length_m / MM,
        unit="kN",
        formula="0.001 * phi * k_3 * f_p * b * l",
        inputs=(
            ("phi", PHI, ""),
            ("k_3", factor, ""),
            ("f_p", fp.step.value, "MPa"),
            ("b", width_m / MM, "mm"),
            ("l", length_m / MM, "mm"),
        ),
        source="nzs-3603: 3.2.10; medium",
    )
    return BearingArea(factor=factor, effective_length_m=length_m, capacity=capacity)


def _length_factor(length_m: float) -> float:
    points = [(row.number("length_m"), row.number("length_factor")) for row in table("nz_bearing_length")]
    return between(points, length_m)


def creep(wood: Wood) -> CalculationStep:
    """k2 on lasting sag: 3.0 wet, 2.0 dry. Source: NZS 3603 2.7 (from memory, high)."""
    return given_step(
        "k_2", 3.0 if wood.wet else 2.0, "", source="nzs-3603: 2.7; high", says="sag under lasting load grows by this"
    )
