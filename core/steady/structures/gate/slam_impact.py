"""A leaf slammed against its latch post: its energy spent over the way that latch, stop and post give."""

from steady.plan.model import CalculationStep
from steady.structures.gate.leaf import Leaf
from steady.units.trade import Units
from steady.units.units import GRAVITY
from steady.value_objects import value_object


@value_object
class Slam:
    """The push on the latch post and how high it comes (m above the ground)."""

    leaf: str
    force: CalculationStep
    height_m: float


def slam(leaf: Leaf, units: Units) -> Slam | None:
    """W v² / (3 g s): the turning leaf has a third of its mass at the latch edge's speed, and a latch that springs peaks at twice
    the mean push, 2 · KE / s. None: no speed is asked for.

    Source: statics, work and energy; speed and way are common practice.
    """
    design = leaf.design
    if design.slam_m_per_s <= 0 or leaf.weight_n <= 0:
        return None
    w, span = leaf.weight_n / units.force_n, units.span_m
    v, g, s = design.slam_m_per_s / span, GRAVITY / span, design.slam_stop_m / span
    speed, gravity = f"{units.span}/s", f"{units.span}/s²"
    force = CalculationStep(
        symbol="P",
        value=w * v**2 / (3 * g * s),
        unit=units.force,
        formula="W * v ** 2 / (3 * g * s)",
        inputs=(("W", w, units.force), ("v", v, speed), ("g", g, gravity), ("s", s, units.span)),
        source="statics: work and energy; the speed of the edge and the way it stops in are practice",
        says=f"leaf {leaf.index + 1} slammed, its energy spent in latch, stop and post",
    )
    return Slam(
        leaf=leaf.id, force=force, height_m=min(max(design.latch_height_m, leaf.gap_m), leaf.height_m + leaf.gap_m)
    )
