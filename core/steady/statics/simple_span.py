"""Simple spans under even load: what they bring about, and the span at which a limit is met. Closed forms, SI."""

import math
from collections.abc import Sequence

from steady.errors import InvalidInputError


def moment_n_m(load_n_per_m: float, span_m: float) -> float:
    """w L² / 8."""
    return load_n_per_m * span_m**2 / 8


def greatest_moment_n_m(loads: Sequence[tuple[float, float]]) -> float:
    """The greatest moment of a simple span under even loads that follow each other (N m).

    Args:
        loads: (length in m, load in N/m) from one support to the other; the lengths add up to the span.
    """
    span_m = sum(length_m for length_m, _ in loads)
    reaction_n, at_m = 0.0, 0.0
    for length_m, load in loads:
        reaction_n += load * length_m * (span_m - at_m - length_m / 2) / span_m
        at_m += length_m
    # Under loads that all push one way the shear falls from the reaction; the moment is greatest where it is zero.
    shear, moment = reaction_n, 0.0
    for length_m, load in loads:
        if shear <= load * length_m:
            return moment + shear**2 / (2 * load) if load > 0 else moment
        moment += shear * length_m - load * length_m**2 / 2
        shear -= load * length_m
    return moment


def shear_n(load_n_per_m: float, span_m: float, left_out_m: float = 0.0) -> float:
    """w (L / 2 − x): the load within x of the support left out, never below 0."""
    return load_n_per_m * max(0.0, span_m / 2 - left_out_m)


def sag_n_m3(load_n_per_m: float, span_m: float) -> float:
    """Sag times stiffness, 5 w L⁴ / 384 (N m³)."""
    return 5 * load_n_per_m * span_m**4 / 384


def span_for_moment_m(capacity_n_m: float, load_n_per_m: float) -> float:
    """Span at which the moment reaches a capacity; endless without load."""
    return math.sqrt(8 * capacity_n_m / load_n_per_m) if load_n_per_m > 0 else math.inf


def span_for_shear_m(capacity_n: float, load_n_per_m: float, left_out_m: float = 0.0) -> float:
    """Span at which the shear reaches a capacity."""
    return 2 * (capacity_n / load_n_per_m + left_out_m) if load_n_per_m > 0 else math.inf


def span_for_sag_m(stiffness_n_m2: float, load_n_per_m: float, limit_ratio: float) -> float:
    """Span at which the sag reaches span / limit_ratio.

    Raises:
        InvalidInputError: A limit that is not above 0.
    """
    if not limit_ratio > 0:
        raise InvalidInputError("deflection_limit", "must be above 0")
    if not load_n_per_m > 0:
        return math.inf
    return float((384 * stiffness_n_m2 / (5 * load_n_per_m * limit_ratio)) ** (1 / 3))
