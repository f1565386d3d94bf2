"""Members by Eurocode 5: sideways buckling, columns, bearing, notches (N, mm, MPa)."""

import math

from steady.design_codes.requests import ColumnInput, LateralRestraint, LoadType, SeatInput, Wood
from steady.design_codes.results import BearingArea, Column, Notched
from steady.design_codes.uk import timber
from steady.errors import InvalidInputError
from steady.plan.model import CalculationStep
from steady.units.units import MM

MPA = 1e6
_EFFECTIVE = {
    "uniform": 0.9,
    "mid point": 0.8,
    "cantilever uniform": 0.5,
    "cantilever tip": 0.8,
    "end moment": 1.0,
    "other": 1.0,
}
"""l_ef over the span, EN 1995-1-1 Table 6.1 (from memory, high)."""
_EDGE = {"compression": 2.0, "middle": 0.0, "tension": -0.5}
"""Depths added for a load on that edge, EN 1995-1-1 Table 6.1 (from memory, high)."""
_SEATS = {"plain": 1.0, "continuous": 1.25, "discrete": 1.5}
"""k_c90 of solid softwood, EN 1995-1-1 6.1.5 (from memory, high)."""
STRAIGHT = 0.2
"""β_c of solid timber, EN 1995-1-1 6.3.2 (from memory, high)."""


def stability(wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
    """k_crit and λ_rel,m of one ply.

    Args:
        bending_pa: Characteristic bending strength, in place of the class's.

    Raises:
        InvalidInputError: No length, or an unknown load case or edge.

    Source: EN 1995-1-1 6.3.3 (from memory, high).
    """
    b, h = wood.width_m / MM, wood.depth_m / MM
    effective_m = ask.effective_m
    if effective_m is None:
        if ask.unbraced_m is None:
            raise InvalidInputError("unbraced_length", "is needed, or effective_length")
        if ask.load_case not in _EFFECTIVE:
            raise InvalidInputError("load_case", f"must be {', '.join(_EFFECTIVE)}")
        if ask.loaded_edge not in _EDGE:
            raise InvalidInputError("loaded_edge", f"must be {', '.join(_EDGE)}")
        effective_m = _EFFECTIVE[ask.load_case] * ask.unbraced_m + _EDGE[ask.loaded_edge] * wood.depth_m
    if not effective_m > 0:
        raise InvalidInputError("unbraced_length", "must be above 0")
    fmk = (ask.bending_pa if ask.bending_pa is not None else timber.strength("bending", wood, ask.load).book_pa) / MPA
    e05 = (
        ask.stiffness_min_pa
        if ask.stiffness_min_pa is not None
        else timber.strength("stiffness_min", wood, ask.load).book_pa
    ) / MPA
    critical = 0.78 * b**2 * e05 / (h * effective_m / MM)
    slender = math.sqrt(fmk / critical)
    if slender <= 0.75:
        value, formula = 1.0, "1 + 0 * lam"
    elif slender <= 1.4:
        value, formula = 1.56 - 0.75 * slender, "1.56 - 0.75 * lam"
    else:
        value, formula = 1 / slender**2, "1 / lam ** 2"
    step = CalculationStep(
        symbol="k_crit",
        value=value,
        unit="",
        formula=formula,
        inputs=(("lam", slender, ""),),
        source="ec5: 6.3.3; high",
        says=f"λ_rel,m from σ_crit = 0.78 b² E_05 / (h l_ef) = {critical:.2f} MPa, l_ef {effective_m:.2f} m",
    )
    return step, slender


def _way(e05: float, fck: float, length_m: float, *, side_m: float) -> float:
    slender = length_m / (side_m / math.sqrt(12)) / math.pi * math.sqrt(fck / e05)
    if slender <= 0.3:
        return 1.0
    k = 0.5 * (1 + STRAIGHT * (slender - 0.3) + slender**2)
    return 1 / (k + math.sqrt(k**2 - slender**2))


def ways(wood: Wood, *, height_m: float, end_factor: float, height_weak_m: float | None) -> tuple[float, float]:
    """k_c about the strong and the weak axis.

    Raises:
        InvalidInputError: Lengths that cannot be.
    """
    if not (height_m > 0 and end_factor > 0):
        raise InvalidInputError("height" if not height_m > 0 else "end_factor", "must be above 0")
    fck = timber.strength("compression", wood, "floor").book_pa / MPA
    e05 = timber.strength("stiffness_min", wood, "floor").book_pa / MPA
    across, deep = wood.plies * wood.width_m, wood.depth_m
    weak_m = height_weak_m if height_weak_m is not None else height_m
    strong = _way(e05, fck, end_factor * height_m, side_m=max(across, deep))
    weak = _way(e05, fck, end_factor * weak_m, side_m=min(across, deep))
    return strong, weak


def column(wood: Wood, load: LoadType, *, height_m: float, end_factor: float, height_weak_m: float | None) -> Column:
    """k_c of the weaker axis and N_Rd. Source: EN 1995-1-1 6.3.2 (from memory, high)."""
    strong, weak = ways(wood, height_m=height_m, end_factor=end_factor, height_weak_m=height_weak_m)
    kc = min(strong, weak)
    across, deep = wood.plies * wood.width_m, wood.depth_m
    side_m, l_m = (max(across, deep), height_m) if strong <= weak else (min(across, deep), height_weak_m or height_m)
    fck = timber.strength("compression", wood, load).book_pa / MPA
    e05 = timber.strength("stiffness_min", wood, load).book_pa / MPA
    slender = end_factor * l_m / (side_m / math.sqrt(12)) / math.pi * math.sqrt(fck / e05)
    k = 0.5 * (1 + STRAIGHT * (slender - 0.3) + slender**2)
    short = slender <= 0.3
    buckling = CalculationStep(
        symbol="k_c",
        value=kc,
        unit="",
        formula="1 + 0 * lam" if short else "1 / (k + sqrt(k ** 2 - lam ** 2))",
        inputs=(("k", k, ""), ("lam", slender, "")),
        source="ec5: 6.3.2; high",
        says="k = 0.5 (1 + 0.2 (λ_rel − 0.3) + λ_rel²)",
    )
    fcd = timber.strength("compression", wood, load).step.value
    area = wood.area_m2 / MM**2
    capacity = CalculationStep(
        symbol="N_Rd",
        value=0.001 * kc * fcd * area,
        unit="kN",
        formula="0.001 * k_c * f_cd * A",
        inputs=(("k_c", kc, ""), ("f_cd", fcd, "MPa"), ("A", area, "mm2")),
        source="ec5: 6.3.2; high",
    )
    return Column(buckling=buckling, capacity=capacity)


def column_use(wood: Wood, load: LoadType, ask: ColumnInput) -> CalculationStep:
    """The larger of 6.23 and 6.24, bending about the strong axis; stocky posts by 6.19 and 6.20. (from memory, high)"""
    strong, weak = ways(wood, height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m)
    fcd = timber.strength("compression", wood, load).step.value
    fmd = timber.strength("bending", wood, load).step.value
    across, deep = wood.plies * wood.width_m / MM, wood.depth_m / MM
    area, modulus = across * deep, min(across, deep) * max(across, deep) ** 2 / 6
    c, m = ask.axial_n / area / fcd, ask.moment_n_m * 1000 / modulus / fmd
    if strong >= 1.0 and weak >= 1.0:
        value, formula, inputs = c**2 + m, "c ** 2 + m", (("c", c, ""), ("m", m, ""))
    else:
        value = max(c / strong + m, c / weak + 0.7 * m)
        formula = "max(c / k_cy + m, c / k_cz + 0.7 * m)"
        inputs = (("c", c, ""), ("m", m, ""), ("k_cy", strong, ""), ("k_cz", weak, ""))  # type: ignore[assignment]
    return CalculationStep(
        symbol="u",
        value=value,
        unit="",
        formula=formula,
        inputs=inputs,
        source="ec5: 6.19, 6.20, 6.23, 6.24; high",
        says="c squeeze over strength, m bending over strength",
    )


def seat(wood: Wood, load: LoadType, ask: SeatInput) -> BearingArea:
    """F_90 on l + 30 mm a side: toward the end only what there is, on the inner side at most the bearing's own length.

    Raises:
        InvalidInputError: No such kind of bearing, or lengths that cannot be.

    Source: EN 1995-1-1 6.1.5 (from memory, high).
    """
    width_m, length_m = ask.width_m, ask.length_m
    if ask.kind not in _SEATS:
        raise InvalidInputError("bearing_kind", f"must be {', '.join(_SEATS)}")
    if not (length_m > 0 and ask.from_end_m >= 0 and width_m > 0):
        raise InvalidInputError("bearing_length" if not length_m > 0 else "distance_from_end", "must be above 0")
    more = min(0.030, length_m)
    effective_m = length_m + more + min(more, ask.from_end_m)
    kc90 = _SEATS[ask.kind]
    fd = timber.strength("bearing", wood, load).step.value
    capacity = CalculationStep(
        symbol="F_90",
        value=0.001 * kc90 * fd * width_m / MM * effective_m / MM,
        unit="kN",
        formula="0.001 * k_c90 * f_c90 * b * l_ef",
        inputs=(("k_c90", kc90, ""), ("f_c90", fd, "MPa"), ("b", width_m / MM, "mm"), ("l_ef", effective_m / MM, "mm")),
        source="ec5: 6.1.5; high",
    )
    return BearingArea(factor=kc90, effective_length_m=effective_m, capacity=capacity)


def notched(wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None, slope: float) -> Notched:
    """k_v and the shear over the end notch (k_cr counted).

    Raises:
        InvalidInputError: More left than there was, or no distance to the reaction.

    Source: EN 1995-1-1 6.5.2 (from memory, high).
    """
    h, b, left = wood.bending_depth_m / MM, wood.across_m / MM, left_m / MM
    if not 0 < left <= h:
        raise InvalidInputError("depth_left", "must be above 0 and at most the member's depth")
    if to_reaction_m is None:
        raise InvalidInputError("notch_to_reaction", "is needed")
    if not (to_reaction_m >= 0 and slope >= 0):
        raise InvalidInputError("notch_to_reaction" if slope >= 0 else "notch_slope", "must be 0 or more")
    kn = 6.5 if timber.reference(wood.grade).text["kind"] == "glulam" else 5.0
    alpha, x = left / h, to_reaction_m / MM
    under = math.sqrt(h) * (math.sqrt(alpha * (1 - alpha)) + 0.8 * x / h * math.sqrt(1 / alpha - alpha**2))
    kv = min(1.0, kn * (1 + 1.1 * slope**1.5 / math.sqrt(h)) / under) if under > 0 else 1.0
    fvd = timber.strength("shear", wood, load).step.value
    step = CalculationStep(
        symbol="V_Rd",
        value=0.001 * kv * fvd * timber.CRACKED * b * left / 1.5,
        unit="kN",
        formula="0.001 * k_v * f_vd * k_cr * b * h_ef / 1.5",
        inputs=(
            ("k_v", kv, ""),
            ("f_vd", fvd, "MPa"),
            ("k_cr", timber.CRACKED, ""),
            ("b", b, "mm"),
            ("h_ef", left, "mm"),
        ),
        source="ec5: 6.5.2; high",
    )
    return Notched(factor=kv, capacity=step)
