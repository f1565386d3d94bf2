"""Posts in the ground, the Canadian school: no clause gives their depth, so the deepest of three ways counts.

Broms and Brinch Hansen at design load with half of the ground's strength; the pole formula at service load, as crews near the
border know it. Source: practice, each formula from its own paper.
"""

from dataclasses import replace

from steady.measure.units import FT
from steady.plan.model import Step
from steady.rulebooks import short_posts
from steady.rulebooks.answers import Soil, product_step
from steady.rulebooks.ca.loads import WIND_FACTOR
from steady.rulebooks.pole import embedment as pole_embedment
from steady.rulebooks.pole import embedment_for_moment as pole_for_moment
from steady.statics.lateral import Ground, hansen_depth_m


def embedment(
    *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
) -> tuple[Step, tuple[Step, ...]]:
    """The deepest of the three (m), its working, and the others as steps beside it.

    Raises:
        OutsideScope: The ground's strength is not known.
        TooDeep: Deeper than a formula may answer.
    """
    broms, steps = short_posts.embedment(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)
    pole = None
    if soil.lateral_pa_per_m > 0:
        pole = pole_embedment(
            load_n=load_n / WIND_FACTOR,
            height_m=height_m,
            width_m=width_m,
            lateral_pa_per_m=soil.lateral_pa_per_m,
            soil_factor=soil_factor,
        )
    return _deepest((broms, steps), _hansen(load_n, height_m, width_m, soil), pole)


def embedment_for_moment(
    *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
) -> tuple[Step, tuple[Step, ...]]:
    """The same for a moment alone; Brinch Hansen by a force so far up that it is one.

    Raises:
        OutsideScope: The ground's strength is not known.
        TooDeep: Deeper than a formula may answer.
    """
    far_m = short_posts.FAR_M
    hansen, (wanted,) = _hansen(moment_n_m / far_m, far_m, width_m, soil)
    parts = [("M", moment_n_m / 1000, "kN.m"), ("n", 1 / short_posts.GROUND_FACTOR, "")]
    wanted = product_step("M_u", parts, "kN.m", "practice: half of its strength counts")
    hansen = replace(hansen, source=hansen.source.replace("it holds H_u", "it holds the moment M_u"))
    pole = None
    if soil.lateral_pa_per_m > 0:
        pole = pole_for_moment(
            moment_n_m=moment_n_m / WIND_FACTOR,
            width_m=width_m,
            lateral_pa_per_m=soil.lateral_pa_per_m,
            soil_factor=soil_factor,
        )
    broms = short_posts.embedment_for_moment(moment_n_m=moment_n_m, width_m=width_m, soil=soil)
    return _deepest(broms, (hansen, (wanted,)), pole)


Way = tuple[Step, tuple[Step, ...]]


def _deepest(broms: Way, hansen: Way, pole: Way | None) -> Way:
    """The deepest of the ways with its working, the others as steps beside it."""
    ways = [broms, hansen]
    if pole is not None:
        found, more = pole
        metres = Step(
            symbol="d_m",
            value=found.value * FT,
            unit="m",
            formula="0.3048 * d",
            inputs=(("d", found.value, "ft"),),
            source="ibc: 1807.3.2.1 at service load; its soil values by practice, medium",
            says="the pole formula's depth",
        )
        ways.append((metres, (*more, found)))
    deepest, working = max(ways, key=lambda way: way[0].value)
    others = tuple(step for step, _ in ways if step is not deepest)
    return deepest, (*working, *others)


def _hansen(load_n: float, height_m: float, width_m: float, soil: Soil) -> tuple[Step, tuple[Step, ...]]:
    wanted_n = load_n / short_posts.GROUND_FACTOR
    arm_m = height_m + soil.dead_top_m

    found_m = hansen_depth_m(
        Ground(
            friction_rad=soil.friction_rad, unit_weight_n_per_m3=soil.unit_weight_n_per_m3, cohesion_pa=soil.cohesion_pa
        ),
        load_n=wanted_n,
        arm_m=arm_m,
        width_m=width_m,
    )
    parts = [("H", load_n / 1000, "kN"), ("n", 1 / short_posts.GROUND_FACTOR, "")]
    wanted = product_step("H_u", parts, "kN", "practice: half of its strength counts")
    depth = Step(
        symbol="L_BH",
        value=found_m + soil.dead_top_m,
        unit="m",
        formula="t + L_h",
        inputs=(("t", soil.dead_top_m, "m"), ("L_h", found_m, "m")),
        source="brinch-hansen: 1961, the depth L_h at which it holds H_u, found by halving; medium",
        says="Brinch Hansen's depth, the top left out that is loosened, freezes or shrinks",
    )
    return depth, (wanted,)
