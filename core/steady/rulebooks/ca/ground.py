"""Posts in the ground, the Canadian school: no clause gives their depth, so the deepest of three ways counts.

Broms and Brinch Hansen at design load with half of the ground's strength; the pole formula at service load, as crews near the
border know it. Source: practice, each formula from its own paper.
"""

from steady.measure.units import FT
from steady.plan.model import Step
from steady.rulebooks import short_posts
from steady.rulebooks.answers import Soil, product_step
from steady.rulebooks.ca.loads import WIND_FACTOR
from steady.rulebooks.pole import embedment as pole_embedment
from steady.statics.lateral import hansen_depth_m


def embedment(
    *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
) -> tuple[Step, tuple[Step, ...]]:
    """The deepest of the three (m), its working, and the others as steps beside it.

    Raises:
        OutsideScope: The ground's strength is not known.
        TooDeep: Deeper than a formula may answer.
    """
    broms, steps = short_posts.embedment(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)
    ways = [("Broms", broms, steps), ("Brinch Hansen", *_hansen(load_n, height_m, width_m, soil))]
    if soil.lateral_pa_per_m > 0:
        pole, more = pole_embedment(
            load_n=load_n / WIND_FACTOR, height_m=height_m, width_m=width_m, lateral_pa_per_m=soil.lateral_pa_per_m,
            soil_factor=soil_factor,
        )  # fmt: skip
        metres = Step(
            symbol="d_m", value=pole.value * FT, unit="m", formula="0.3048 * d", inputs=(("d", pole.value, "ft"),),
            source="ibc: 1807.3.2.1 at service load; its soil values by practice, medium", says="the pole formula's depth",
        )  # fmt: skip
        ways.append(("the pole formula", metres, (*more, pole)))
    _, deepest, working = max(ways, key=lambda way: way[1].value)
    others = tuple(step for _, step, _ in ways if step is not deepest)
    return deepest, (*working, *others)


def _hansen(load_n: float, height_m: float, width_m: float, soil: Soil) -> tuple[Step, tuple[Step, ...]]:
    wanted_n = load_n / short_posts.GROUND_FACTOR
    arm_m = height_m + soil.dead_top_m

    found_m = hansen_depth_m(
        load_n=wanted_n, arm_m=arm_m, width_m=width_m, friction_rad=soil.friction_rad,
        unit_weight_n_per_m3=soil.unit_weight_n_per_m3, cohesion_pa=soil.cohesion_pa,
    )  # fmt: skip
    parts = [("H", load_n / 1000, "kN"), ("n", 1 / short_posts.GROUND_FACTOR, "")]
    wanted = product_step("H_u", parts, "kN", "practice: half of its strength counts")
    depth = Step(
        symbol="L_BH", value=found_m + soil.dead_top_m, unit="m", formula="t + L_h",
        inputs=(("t", soil.dead_top_m, "m"), ("L_h", found_m, "m")),
        source="brinch-hansen: 1961, the depth L_h at which it holds H_u, found by halving; medium",
        says="Brinch Hansen's depth, the loosened top left out",
    )  # fmt: skip
    return depth, (wanted,)
