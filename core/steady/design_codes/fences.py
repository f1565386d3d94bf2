"""What schools share about wind along a fence: cutting the line into zones from both ends, and where the force acts."""

import itertools
from collections.abc import Callable, Sequence
from dataclasses import replace

from steady.design_codes.requests import WindFace
from steady.design_codes.results import WindZone, si
from steady.plan.model import CalculationStep
from steady.value_objects import positional_value_object


@positional_value_object
class EndZone:
    """A zone at one end of a leg: how far it reaches from there (m), its coefficient, and in words where it lies."""

    to_m: float
    coefficient: float
    says: str
    steps: tuple[CalculationStep, ...] = ()
    """How the coefficient came about."""


def zones_between(
    length_m: float,
    start: Sequence[EndZone],
    end: Sequence[EndZone],
    *,
    run: EndZone,
    pressure: Callable[[float, str], CalculationStep],
) -> tuple[WindZone, ...]:
    """Zones along a leg: at each place the worst of the whole run's coefficient and of both ends' bands, alike neighbours joined.

    Args:
        start: Bands from the leg's start, nearest first; none where the wind comes round no edge there.
        end: The same from its end.
        run: Coefficient over the whole leg, its case in words; how far it reaches is not asked.
        pressure: The step of a coefficient and case.
    """
    cuts = {0.0, length_m}
    cuts |= {band.to_m for band in start if 0 < band.to_m < length_m}
    cuts |= {length_m - band.to_m for band in end if 0 < length_m - band.to_m < length_m}
    found: list[WindZone] = []
    for from_m, to_m in itertools.pairwise(sorted(cuts)):
        middle_m = (from_m + to_m) / 2
        worst, case = run, run.says
        for bands, off_m, name in ((start, middle_m, "start"), (end, length_m - middle_m, "end")):
            band = next((one for one in bands if off_m <= one.to_m), None)
            if band is not None and band.coefficient > worst.coefficient:
                worst, case = band, f"{band.says} from the {name}"
        step = pressure(worst.coefficient, case)
        if found and abs(found[-1].pressure_pa - si(step)) < 1e-9:
            found[-1] = replace(found[-1], to_m=to_m)
        else:
            found.append(WindZone(from_m, to_m, si(step), step, worst.steps))
    return tuple(found)


def middle_arm(face: WindFace) -> CalculationStep:
    """The middle of the solid part above the ground."""
    return CalculationStep(
        symbol="h_a",
        value=face.top_height_m - face.solid_height_m / 2,
        unit="m",
        formula="h - s / 2",
        inputs=(("h", face.top_height_m, "m"), ("s", face.solid_height_m, "m")),
        source="statics",
        says="the wind acts at the middle of what stands to it",
    )
