"""Steel posts and pipes by their maker's figures: nothing is known of steel unless the crew typed it."""

import math

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.tubes import moment_n_m
from steady.structures.fence.spec.feet import Steel
from steady.structures.steel_tubes import tube_of
from steady.units.trade import Units


def maker_strength(steel: Steel, u: Units) -> CalculationStep | None:
    """Allowable bending stress: the maker's strength over the user's safety; None where it is not entered."""
    if steel.strength_pa is None:
        return None
    strength = steel.strength_pa / u.stress_pa
    return CalculationStep(
        symbol="F_b",
        value=strength / steel.safety,
        unit=u.stress,
        formula="F_y / n",
        inputs=(("F_y", strength, u.stress), ("n", steel.safety, "")),
        source=f"user: {steel.said_by or 'the maker of the steel'}",
        says="bending stress the steel may carry",
    )


def steel_modulus(steel: Steel, u: Units) -> CalculationStep | None:
    """A channel's elastic section modulus as its maker states it; None where it is not entered."""
    if steel.modulus_m3 is None:
        return None
    return given_step(
        "S",
        steel.modulus_m3 / u.size_m**3,
        u.modulus,
        source=f"user: {steel.said_by or 'the maker of the steel'}",
        says="section modulus across the line",
    )


def pipe_modulus(outside_m: float, steel: Steel, u: Units) -> CalculationStep:
    """A pipe's elastic section modulus, π (D⁴ − d⁴) / (32 D). Source: geometry."""
    wide, inner = outside_m / u.size_m, max(0.0, outside_m - 2 * steel.wall_m) / u.size_m
    return CalculationStep(
        symbol="S",
        value=math.pi * (wide**4 - inner**4) / (32 * wide),
        unit=u.modulus,
        formula="3.141592653589793 * (D ** 4 - d_i ** 4) / (32 * D)",
        inputs=(("D", wide, u.size), ("d_i", inner, u.size)),
        source="geometry",
        says="section modulus of the pipe",
    )


def tube_bending(
    stick: SectionItem, book: Rulebook
) -> tuple[CalculationStep | None, CalculationStep, OutOfScopeError | None]:
    """A listed tube's stress at the school's design level, its plastic modulus, and why it has no strength.

    Source: AISC 360-16 F7, F8; EN 1993-1-1 6.2.5 (from memory, high); data/steel_tubes.csv.
    """
    u, steel = book.units, tube_of(stick)
    wide, inner = steel.tube.outside_m / u.size_m, steel.tube.inside_m / u.size_m
    round_ = steel.tube.shape == "round"
    modulus = CalculationStep(
        symbol="Z",
        value=steel.tube.plastic_m3 / u.size_m**3,
        unit=u.modulus,
        formula="(D ** 3 - d_i ** 3) / 6" if round_ else "(D ** 3 - d_i ** 3) / 4",
        inputs=(("D", wide, u.size), ("d_i", inner, u.size)),
        source="geometry",
        says="plastic modulus of the tube",
    )
    try:
        moment_n_m(steel.tube, steel.yield_pa, book.steel_factor, american=not book.metric)
    except OutOfScopeError as thin:
        return None, modulus, thin
    strength = CalculationStep(
        symbol="F_b",
        value=steel.yield_pa / u.stress_pa * book.steel_factor,
        unit=u.stress,
        formula="k * F_y",
        inputs=(("k", book.steel_factor, ""), ("F_y", steel.yield_pa / u.stress_pa, u.stress)),
        source=steel.source,
        says="what the tube's steel carries in bending at design level",
    )
    return strength, modulus, None
