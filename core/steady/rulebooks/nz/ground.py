"""Posts in clay, the New Zealand and Australia school: Broms, by the strength somebody measured."""

import math

from steady.errors import OutsideScope
from steady.plan.model import Step
from steady.statics.lateral import broms_clay_n, depth_for_m

GROUND_FACTOR = 0.5
"""Share of the measured strength that counts [common practice]."""
FAR_M = 1000.0
"""A moment is a small force this far up."""


def embedment(*, load_n: float, height_m: float, width_m: float, cohesion_pa: float) -> tuple[Step, tuple[Step, ...]]:
    """Depth of a short free-headed post for an ultimate force.

    Raises:
        OutsideScope: The ground's strength is not known, or deeper than 6 m.

    Source: Broms 1964a.
    """
    if not cohesion_pa > 0:
        raise OutsideScope(
            "the ground's undrained shear strength is not entered",
            "have it measured with a shear vane and type it under Ground",
        )
    counted_pa = GROUND_FACTOR * cohesion_pa
    counted = Step(
        symbol="c_d", value=counted_pa / 1000, unit="kPa", formula="phi * c_u",
        inputs=(("phi", GROUND_FACTOR, ""), ("c_u", cohesion_pa / 1000, "kPa")),
        source="practice: half of what was measured counts", says="undrained shear strength counted",
    )  # fmt: skip

    def holds_n(depth_m: float) -> float:
        return broms_clay_n(depth_m=depth_m, arm_m=height_m, width_m=width_m, cohesion_pa=counted_pa)

    # Refuses what is deeper than the formula may answer; the depth itself is the closed form below.
    depth_for_m(holds_n, load_n, 1.5 * width_m + 0.001)
    h, c, b, e = load_n / 1000, counted.value, width_m, height_m
    turns = Step(
        symbol="f", value=h / (9 * c * b), unit="m", formula="H / (9 * c_d * b)",
        inputs=(("H", h, "kN"), ("c_d", c, "kPa"), ("b", b, "m")), source="broms: 1964; high",
        says="below 1.5 widths, down to where the shear turns",
    )  # fmt: skip
    below = math.sqrt(4 * h * (e + 1.5 * b + turns.value / 2) / (9 * c * b))
    depth = Step(
        symbol="L", value=1.5 * b + turns.value + below, unit="m",
        formula="1.5 * b + f + sqrt(4 * H * (e + 1.5 * b + f / 2) / (9 * c_d * b))",
        inputs=(("b", b, "m"), ("f", turns.value, "m"), ("H", h, "kN"), ("e", e, "m"), ("c_d", c, "kPa")),
        source="broms: 1964; high", says="a short free-headed post in clay; nothing counts above 1.5 widths",
    )  # fmt: skip
    return depth, (counted, turns)
