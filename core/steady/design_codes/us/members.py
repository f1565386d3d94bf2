"""Members by the National Design Specification: sideways buckling of beams, columns, bearing, notches, combined stress.

Stresses in psi and lengths in inches throughout: the clauses are printed so. Every function refuses outside its scope.
"""

import math

from steady.errors import InvalidInputError, OutOfScopeError, TooSlender
from steady.value_objects import value_object

SLENDEREST = 50.0
"""Greatest slenderness of beams (R_B) and columns (l_e/d). NDS 3.3.3.7 and 3.7.1.4, from memory (high)."""


def effective_length_in(load_case: str, unbraced_in: float, depth_in: float) -> float:
    """l_e of a beam between points that hold it sideways.

    Raises:
        InvalidInputError: Unknown load case.

    Source: NDS 2018 Table 3.3.3 (from memory, high).
    """
    short, long = {
        "uniform": (2.06, (1.63, 3.0)),
        "mid point": (1.80, (1.37, 3.0)),
        "cantilever uniform": (1.33, (0.90, 3.0)),
        "cantilever tip": (1.87, (1.44, 3.0)),
        "end moment": (2.06, (1.63, 3.0)),
        "other": (2.06, (1.63, 3.0)),
    }.get(load_case, (0.0, (0.0, 0.0)))
    if not short:
        raise InvalidInputError(
            "load_case", "must be uniform, mid point, cantilever uniform, cantilever tip, end moment or other"
        )
    ratio = unbraced_in / depth_in
    if load_case in ("other", "end moment") and ratio > 14.3:
        return 1.84 * unbraced_in
    return short * unbraced_in if ratio < 7 else long[0] * unbraced_in + long[1] * depth_in


def beam_stability(
    effective_in: float, width_in: float, depth_in: float, *, bending_psi: float, e_min_psi: float
) -> tuple[float, float]:
    """C_L and the slenderness R_B of a beam.

    Args:
        bending_psi: F_b* (all factors but C_L and C_fu).

    Raises:
        OutOfScopeError: R_B over 50.

    Source: NDS 2018 3.3.3 (from memory, high).
    """
    if depth_in <= width_in:
        return 1.0, 0.0
    slenderness = math.sqrt(effective_in * depth_in / width_in**2)
    if slenderness > SLENDEREST:
        raise OutOfScopeError(f"R_B is {slenderness:.0f}, over 50", "hold the squeezed edge at shorter distances")
    x = 1.20 * e_min_psi / slenderness**2 / bending_psi
    return (1 + x) / 1.9 - math.sqrt(((1 + x) / 1.9) ** 2 - x / 0.95), slenderness


def column_stability(effective_in: float, least_in: float, compression_psi: float, *, e_min_psi: float) -> float:
    """C_P of a sawn column.

    Args:
        effective_in: End factor times height.
        least_in: The side it bends about.
        compression_psi: F_c* (all factors but C_P).

    Raises:
        OutOfScopeError: l_e/d over 50.

    Source: NDS 2018 3.7.1, c = 0.8 (from memory, high).
    """
    slenderness = effective_in / least_in
    if slenderness > SLENDEREST:
        told = (slenderness, SLENDEREST, "nds-2018: 3.7.1.4 (from memory, high)")
        raise TooSlender(f"l_e/d is {slenderness:.0f}, over 50", "a thicker post, or a brace at mid height", told)
    x = 0.822 * e_min_psi / slenderness**2 / compression_psi
    half = (1 + x) / 1.6
    return half - math.sqrt(half**2 - x / 0.8)


def bearing_factor(length_in: float, from_end_in: float) -> float:
    """C_b of a short bearing away from the member's end. Source: NDS 2018 3.10.4 (from memory, high)."""
    if not (length_in > 0 and from_end_in >= 0):
        raise InvalidInputError("bearing_length" if not length_in > 0 else "distance_from_end", "must be above 0")
    if length_in < 6 and from_end_in >= 3:
        return (length_in + 0.375) / length_in
    return 1.0


def notched_shear_lb(shear_psi: float, width_in: float, depth_in: float, *, left_in: float) -> float:
    """Shear over a support left by a notch in the tension face at the end.

    Raises:
        InvalidInputError: More left than there was.
        OutOfScopeError: A notch deeper than a quarter of the depth.

    Source: NDS 2018 3.4.3.2(a) and 4.4.3 (from memory, high).
    """
    if not 0 < left_in <= depth_in:
        raise InvalidInputError("depth_left", "must be above 0 and at most the member's depth")
    if depth_in - left_in > depth_in / 4 + 1e-9:
        raise OutOfScopeError("an end notch deeper than a quarter of the depth", "a shallower notch or a hanger")
    return 2 / 3 * shear_psi * width_in * left_in * (left_in / depth_in) ** 2


@value_object
class AxialBendingResult:
    """Stresses and strengths of a stick that is squeezed and bent (psi); 1 is edgewise, strong, 2 is flatwise, weak."""

    compression_psi: float
    compression_strength_psi: float
    buckling_strong_psi: float
    buckling_weak_psi: float
    bending_strong_psi: float
    bending_strength_strong_psi: float
    bending_weak_psi: float = 0.0
    bending_strength_weak_psi: float = 0.0
    sideways_buckling_psi: float = math.inf


def combined_use(on: AxialBendingResult) -> float:
    """Squeeze and bending together: at most 1 passes.

    Raises:
        OutOfScopeError: A stress at or past its buckling stress, where the equation has no meaning.

    Source: NDS 2018 Eq. 3.9-3 (from memory, high); 1 edgewise, 2 flatwise.
    """
    if (
        on.compression_psi >= min(on.buckling_strong_psi, on.buckling_weak_psi)
        or on.bending_strong_psi >= on.sideways_buckling_psi
    ):
        raise OutOfScopeError("a stress reaches its buckling stress", "a stockier member or a brace")
    use = (on.compression_psi / on.compression_strength_psi) ** 2
    use += on.bending_strong_psi / (on.bending_strength_strong_psi * (1 - on.compression_psi / on.buckling_strong_psi))
    if on.bending_weak_psi > 0:
        lean = 1 - on.compression_psi / on.buckling_weak_psi - (on.bending_strong_psi / on.sideways_buckling_psi) ** 2
        if not (lean > 0 and on.bending_strength_weak_psi > 0):
            raise OutOfScopeError("the flatwise term has no meaning here", "a stockier member or a brace")
        use += on.bending_weak_psi / (on.bending_strength_weak_psi * lean)
    return use


def density_pcf(specific_gravity: float, moisture_percent: float) -> float:
    """Weight of wood at its moisture. Source: NDS Supplement 3.1.3 (from memory, high)."""
    g, m = specific_gravity, moisture_percent
    return 62.4 * (g / (1 + 0.009 * g * m)) * (1 + m / 100)
