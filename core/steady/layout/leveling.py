"""A round of levels: from a benchmark over spots and back to it, and whether it may be taken."""

from collections.abc import Sequence

from steady.layout.squaring import level_height_m
from steady.units.show import Tape
from steady.value_objects import value_object

CLOSES_M = 0.006
"""A round that closes no better was disturbed: 6 mm, 1/4 in [common practice]."""


@value_object
class Round:
    """Heights over the benchmark, in the order of the readings; `closes_m`: how the benchmark differs at the end.

    `amiss`: why nothing of it may be taken; empty: nothing is known against it. A single misread does not show.
    """

    heights_m: tuple[float, ...]
    closes_m: float
    amiss: str = ""


def level_round(backsight_m: float, rods_m: Sequence[float], again_m: float, *, tape: Tape) -> Round:
    """Rod readings of one set-up, the benchmark first (`backsight_m`) and again at the end. Source: levelling."""
    closes_m = again_m - backsight_m
    amiss = ""
    if abs(closes_m) > CLOSES_M:
        told = tape.length(abs(closes_m))
        amiss = (
            f"The benchmark reads {told} otherwise at the end: the level was moved. Set it up again and read them all"
        )
    heights = tuple(round(level_height_m(0.0, backsight_m, rod_m)[1], 4) for rod_m in rods_m)
    return Round(heights_m=heights, closes_m=closes_m, amiss=amiss)
