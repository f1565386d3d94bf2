"""What schools share about wind along a fence: cutting the line into zones from both ends, and where the force acts."""

import itertools
from collections.abc import Callable, Sequence

from steady.plan.model import Step
from steady.rulebooks.answers import WindFace, WindZone, si


def zones_of(
    length_m: float,
    reach_m: Sequence[float],
    worst: Callable[[float], tuple[float, str]],
    pressure: Callable[[float, str], Step],
) -> tuple[WindZone, ...]:
    """Zones along a line, alike neighbours joined.

    Args:
        reach_m: How far from a free end each zone reaches; beyond the line they do not count.
        worst: Coefficient and case at a distance from the start, the worse of both ends.
        pressure: The step of a coefficient and case.
    """
    cuts = {0.0, length_m}
    for reach in reach_m:
        cuts |= {at for at in (reach, length_m - reach) if 0 < at < length_m}
    found: list[WindZone] = []
    for from_m, to_m in itertools.pairwise(sorted(cuts)):
        step = pressure(*worst((from_m + to_m) / 2))
        if found and abs(found[-1].pressure_pa - si(step)) < 1e-9:
            found[-1] = WindZone(found[-1].from_m, to_m, found[-1].pressure_pa, found[-1].step)
        else:
            found.append(WindZone(from_m, to_m, si(step), step))
    return tuple(found)


def middle_arm(face: WindFace) -> Step:
    """The middle of the solid part above the ground."""
    return Step(
        symbol="h_a",
        value=face.top_height_m - face.solid_height_m / 2,
        unit="m",
        formula="h - s / 2",
        inputs=(("h", face.top_height_m, "m"), ("s", face.solid_height_m, "m")),
        source="statics",
        says="the wind acts at the middle of what stands to it",
    )
