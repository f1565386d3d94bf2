"""Short free-headed posts by soil mechanics, for the schools without a formula of their own: Broms in clay and in sand.

Half of the ground's strength counts, the load is at design level, and the top of the ground does not count (`dead_top_m`); in
clay that or 1.5 widths, the greater.
"""

import math
from collections.abc import Callable
from dataclasses import replace

from steady.data.loader import TableRow, table
from steady.design_codes.results import Soil, given_step, product_step
from steady.errors import EmbedmentLimitError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.lateral import (
    DEEPEST_M,
    SoilProfile,
    broms_clay_n,
    broms_sand_n,
    depth_for_m,
    hansen_depth_m,
    passive_factor,
)

Way = tuple[CalculationStep, tuple[CalculationStep, ...]]
"""A depth or moment, and its working."""

GROUND_FACTOR = 0.5
"""Share of the ground's strength that counts [common practice]."""
FAR_M = 1000.0
"""A moment is a small force this far up."""
LOOSE_TOP_M = 0.15
"""The top of the ground is loosened by digging [common practice]."""
LOST_TOP_M = 0.5
"""Clay that freezes or shrinks does not count so far down [common practice, medium]."""


def named_soils(school: str) -> tuple[Soil, ...]:
    """Soils by the words that a hand test gives, with their strengths."""
    return tuple(_soil(row) for row in table("named_soils") if row.text["school"] == school)


def _soil(row: TableRow) -> Soil:
    return Soil(
        name=row.text["name"],
        says=row.text["says"],
        bearing_pa=row.value["bearing_pa"] or 0.0,
        lateral_pa_per_m=row.number("lateral_pa_per_m"),
        source=row.source,
        cohesion_pa=row.value["cohesion_pa"] or 0.0,
        friction_rad=row.value["friction_rad"] or 0.0,
        unit_weight_n_per_m3=row.number("weight_n_per_m3"),
        dead_top_m=LOOSE_TOP_M,
    )


def seasonal_soil(soil: Soil, *, freezes: bool, shrinks: bool) -> Soil:
    """The ground with what its top loses to frost or drought: clay alone comes away from a post."""
    return replace(soil, dead_top_m=LOST_TOP_M) if soil.cohesion_pa > 0 and (freezes or shrinks) else soil


def _known(soil: Soil) -> None:
    if not (soil.cohesion_pa > 0 or soil.friction_rad > 0):
        raise OutOfScopeError(
            f"no strength of {soil.says or 'this ground'} is known here",
            "pick a named soil by its hand test under Ground, or type a measured shear strength",
        )


def _dead_m(soil: Soil, width_m: float) -> float:
    return max(1.5 * width_m, soil.dead_top_m)


def _counted_width(width_m: float, soil: Soil, depth_m: Callable[[float], float]) -> float:
    """The width that counts in clay (m): that of the narrower pier within this one which needs the least depth.

    Broms leaves out the top 1.5 widths: by the formula alone a wide short pier would hold less than a narrow one in its place.

    Args:
        depth_m: Depth needed for a width.

    Source: Broms 1964a is a lower bound: a pier holds at least what any pier within it would.
    """
    # Up to here the loosened or frozen top is what does not count, and every bit of width helps.
    low, high = min(width_m, soil.dead_top_m / 1.5), width_m
    for _ in range(40):
        third = (high - low) / 3
        if depth_m(low + third) <= depth_m(high - third):
            high -= third
        else:
            low += third
    counted = (low + high) / 2
    return counted if depth_m(counted) < depth_m(width_m) - 1e-9 else width_m


def _clay_depth_m(load_n: float, arm_m: float, width_m: float, *, soil: Soil) -> float:
    q = 9 * GROUND_FACTOR * soil.cohesion_pa * width_m
    dead, turns = _dead_m(soil, width_m), load_n / q
    return dead + turns + math.sqrt(4 * load_n * (arm_m + dead + turns / 2) / q)


def _clay_width(load_n: float, arm_m: float, width_m: float, *, soil: Soil) -> float:
    """The width that counts against a force (m)."""
    return _counted_width(width_m, soil, lambda b: _clay_depth_m(load_n, arm_m, b, soil=soil))


def embedment(
    *, load_n: float, height_m: float, width_m: float, soil: Soil
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """Depth of a short free-headed post for an ultimate force.

    Raises:
        OutOfScopeError: The ground's strength is not known.
        EmbedmentLimitError: Deeper than 6 m.

    Source: Broms 1964a, 1964b.
    """
    _known(soil)
    return (
        _in_clay(load_n, height_m, width_m, soil=soil)
        if soil.cohesion_pa > 0
        else _in_sand(load_n, height_m, width_m, soil=soil)
    )


def _counted_cohesion(soil: Soil) -> CalculationStep:
    return CalculationStep(
        symbol="c_d",
        value=GROUND_FACTOR * soil.cohesion_pa / 1000,
        unit="kPa",
        formula="phi * c_u",
        inputs=(("phi", GROUND_FACTOR, ""), ("c_u", soil.cohesion_pa / 1000, "kPa")),
        source=f"practice: half of its strength counts; {soil.source}",
        says=f"shear strength counted of {soil.says}",
    )


def _top(width_m: float, soil: Soil) -> CalculationStep:
    return CalculationStep(
        symbol="t",
        value=_dead_m(soil, width_m),
        unit="m",
        formula="max(1.5 * b, t_0)",
        inputs=(("b", width_m, "m"), ("t_0", soil.dead_top_m, "m")),
        source="broms: 1964; high",
        says="does not count: 1.5 widths (of the narrower pier within this one that holds best), or the top that is loosened, "
        "freezes or shrinks",
    )


def _in_clay(
    load_n: float, height_m: float, width_m: float, *, soil: Soil
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    width_m = _clay_width(load_n, height_m, width_m, soil=soil)
    counted, dead = _counted_cohesion(soil), _dead_m(soil, width_m)

    def holds_n(depth_m: float) -> float:
        return broms_clay_n(
            depth_m=depth_m, arm_m=height_m, width_m=width_m, cohesion_pa=counted.value * 1000, dead_m=dead
        )

    # Refuses what is deeper than the formula may answer; the depth itself is the closed form below.
    depth_for_m(holds_n, load_n, dead + 0.001)
    h, c, b, e = load_n / 1000, counted.value, width_m, height_m
    top = _top(width_m, soil)
    turns = CalculationStep(
        symbol="f",
        value=h / (9 * c * b),
        unit="m",
        formula="H / (9 * c_d * b)",
        inputs=(("H", h, "kN"), ("c_d", c, "kPa"), ("b", b, "m")),
        source="broms: 1964; high",
        says="below that, down to where the shear turns",
    )
    depth = CalculationStep(
        symbol="L",
        value=dead + turns.value + math.sqrt(4 * h * (e + dead + turns.value / 2) / (9 * c * b)),
        unit="m",
        formula="t + f + sqrt(4 * H * (e + t + f / 2) / (9 * c_d * b))",
        inputs=(
            ("t", dead, "m"),
            ("f", turns.value, "m"),
            ("H", h, "kN"),
            ("e", e, "m"),
            ("c_d", c, "kPa"),
            ("b", b, "m"),
        ),
        source="broms: 1964; high",
        says="a short free-headed post in clay",
    )
    return depth, (counted, top, turns)


def _in_sand(
    load_n: float, height_m: float, width_m: float, *, soil: Soil
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    kp = _counted_passive(soil)
    top = given_step(
        "t", soil.dead_top_m, "m", source="practice: the loosened top of the ground", says="does not count"
    )
    arm_m = height_m + soil.dead_top_m
    scale = kp.value / passive_factor(soil.friction_rad)

    def holds_n(depth_m: float) -> float:
        return scale * broms_sand_n(
            depth_m=depth_m,
            arm_m=arm_m,
            width_m=width_m,
            friction_rad=soil.friction_rad,
            unit_weight_n_per_m3=soil.unit_weight_n_per_m3,
        )

    found = depth_for_m(holds_n, load_n, 0.01)
    h, gamma = load_n / 1000, soil.unit_weight_n_per_m3 / 1000
    depth = CalculationStep(
        symbol="L",
        value=top.value + (2 * h * (arm_m + found) / (gamma * width_m * kp.value)) ** (1 / 3),
        unit="m",
        formula="t + (2 * H * (e + t + L_0) / (g * b * K_d)) ** (1 / 3)",
        inputs=(
            ("t", top.value, "m"),
            ("H", h, "kN"),
            ("e", height_m, "m"),
            ("L_0", found, "m"),
            ("g", gamma, "kN/m3"),
            ("b", width_m, "m"),
            ("K_d", kp.value, ""),
        ),
        source="broms: 1964; high",
        says="a short free-headed post in sand; L_0 is the depth below t, found by halving, the same",
    )
    return depth, (kp, top)


def _counted_passive(soil: Soil) -> CalculationStep:
    angle = math.degrees(soil.friction_rad)
    return CalculationStep(
        symbol="K_d",
        value=GROUND_FACTOR * passive_factor(soil.friction_rad),
        unit="",
        formula="phi * tan(pi / 4 + f * pi / 360) ** 2",
        inputs=(("phi", GROUND_FACTOR, ""), ("f", angle, "deg")),
        source=f"practice: half of its strength counts; {soil.source}",
        says=f"side strength counted of {soil.says}",
    )


def embedment_for_moment(
    *, moment_n_m: float, width_m: float, soil: Soil
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """Depth of a short post for an ultimate moment alone: clay t + sqrt(4 M / (9 c b)), sand t + (2 M / (g b K)) ^ (1/3).

    Raises:
        OutOfScopeError: The ground's strength is not known.
        EmbedmentLimitError: Deeper than 6 m.

    Source: Broms 1964a, 1964b, the limits of their formulas for a small force far up.
    """
    _known(soil)
    m = moment_n_m / 1000
    if soil.cohesion_pa > 0:
        counted = _counted_cohesion(soil)
        width_m = _counted_width(width_m, soil, lambda b: _dead_m(soil, b) + math.sqrt(4 * m / (9 * counted.value * b)))
        dead, top = _dead_m(soil, width_m), _top(width_m, soil)
        depth = CalculationStep(
            symbol="L",
            value=dead + math.sqrt(4 * m / (9 * counted.value * width_m)),
            unit="m",
            formula="t + sqrt(4 * M / (9 * c_d * b))",
            inputs=(("t", dead, "m"), ("M", m, "kN.m"), ("c_d", counted.value, "kPa"), ("b", width_m, "m")),
            source="broms: 1964; high",
            says="a short free-headed post in clay under a moment",
        )
        steps: tuple[CalculationStep, ...] = (counted, top)
    else:
        kp, gamma = _counted_passive(soil), soil.unit_weight_n_per_m3 / 1000
        top = given_step(
            "t", soil.dead_top_m, "m", source="practice: the loosened top of the ground", says="does not count"
        )
        depth = CalculationStep(
            symbol="L",
            value=top.value + (2 * m / (gamma * width_m * kp.value)) ** (1 / 3),
            unit="m",
            formula="t + (2 * M / (g * b * K_d)) ** (1 / 3)",
            inputs=(
                ("t", top.value, "m"),
                ("M", m, "kN.m"),
                ("g", gamma, "kN/m3"),
                ("b", width_m, "m"),
                ("K_d", kp.value, ""),
            ),
            source="broms: 1964; high",
            says="a short free-headed post in sand under a moment",
        )
        steps = (kp, top)
    if depth.value > DEEPEST_M:
        raise EmbedmentLimitError(
            f"more than {DEEPEST_M:.0f} m of depth: no depth is enough",
            "a wider hole, better ground or less load",
            DEEPEST_M,
        )
    return depth, steps


def moment_in_ground(
    *, load_n: float, height_m: float, width_m: float, soil: Soil
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """The greatest moment, where the shear turns: clay H (e + t + f / 2), sand H (e + 2 f / 3).

    Source: Broms 1964a, 1964b.
    """
    _known(soil)
    h = load_n / 1000
    if soil.cohesion_pa > 0:
        counted, dead = _counted_cohesion(soil), _dead_m(soil, width_m)
        turns = h / (9 * counted.value * width_m)
        step = CalculationStep(
            symbol="M_g",
            value=h * (height_m + dead + turns / 2),
            unit="kN.m",
            formula="H * (e + t + f / 2)",
            inputs=(("H", h, "kN"), ("e", height_m, "m"), ("t", dead, "m"), ("f", turns, "m")),
            source="broms: 1964; high",
            says="greatest moment of the post, in the ground",
        )
        return step, (counted,)
    kp, gamma = _counted_passive(soil), soil.unit_weight_n_per_m3 / 1000
    turns = math.sqrt(h / (1.5 * gamma * width_m * kp.value))
    arm = height_m + soil.dead_top_m
    step = CalculationStep(
        symbol="M_g",
        value=h * (arm + 2 * turns / 3),
        unit="kN.m",
        formula="H * (e + t + 2 * f / 3)",
        inputs=(("H", h, "kN"), ("e", height_m, "m"), ("t", soil.dead_top_m, "m"), ("f", turns, "m")),
        source="broms: 1964; high",
        says="greatest moment of the post, in the ground",
    )
    return step, (kp,)


def hansen(load_n: float, height_m: float, width_m: float, *, soil: Soil) -> Way:
    """Brinch Hansen's depth for an ultimate force on a short post, and the force it has to resist.

    Raises:
        EmbedmentLimitError: Deeper than 6 m.

    Source: Brinch Hansen 1961.
    """
    wanted_n = load_n / GROUND_FACTOR
    arm_m = height_m + soil.dead_top_m

    found_m = hansen_depth_m(
        SoilProfile(
            friction_rad=soil.friction_rad, unit_weight_n_per_m3=soil.unit_weight_n_per_m3, cohesion_pa=soil.cohesion_pa
        ),
        load_n=wanted_n,
        arm_m=arm_m,
        width_m=width_m,
    )
    parts = [("H", load_n / 1000, "kN"), ("n", 1 / GROUND_FACTOR, "")]
    wanted = product_step("H_u", parts, "kN", source="practice: half of its strength counts")
    depth = CalculationStep(
        symbol="L_BH",
        value=found_m + soil.dead_top_m,
        unit="m",
        formula="t + L_h",
        inputs=(("t", soil.dead_top_m, "m"), ("L_h", found_m, "m")),
        source="brinch-hansen: 1961, the depth L_h at which it holds H_u, found by halving; medium",
        says="Brinch Hansen's depth, the top left out that is loosened, freezes or shrinks",
    )
    return depth, (wanted,)


def hansen_for_moment(moment_n_m: float, width_m: float, soil: Soil) -> Way:
    """The same for a moment alone: a force so far up that it is one."""
    found, _ = hansen(moment_n_m / FAR_M, FAR_M, width_m, soil=soil)
    parts = [("M", moment_n_m / 1000, "kN.m"), ("n", 1 / GROUND_FACTOR, "")]
    wanted = product_step("M_u", parts, "kN.m", source="practice: half of its strength counts")
    return replace(found, source=found.source.replace("it holds H_u", "it holds the moment M_u")), (wanted,)
