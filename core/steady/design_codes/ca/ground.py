"""Posts in the ground, the Canadian school: no clause gives their depth, so the deepest of several methods counts.

In clay of known strength the pole formula is a figure beside the others: its one table value for all clays says nothing of this.

Broms and Brinch Hansen at design load with half of the ground's strength; the pole formula at service load, as crews near the
border know it. Source: practice, each formula from its own paper.
"""

from steady.design_codes import short_piles
from steady.design_codes.ca.loads import WIND_FACTOR
from steady.design_codes.pole_embedment import embedment as pole_embedment
from steady.design_codes.pole_embedment import embedment_for_moment as pole_for_moment
from steady.design_codes.results import Soil
from steady.design_codes.short_piles import Way
from steady.plan.model import CalculationStep
from steady.units.units import FT


def embedment(
    *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """The deepest of the governing methods (m), its working, and the others as steps beside it.

    Raises:
        OutOfScopeError: The ground's strength is not known.
        EmbedmentLimitError: Deeper than a formula may answer.
    """
    broms, steps = short_piles.embedment(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)
    pole = None
    if soil.lateral_pa_per_m > 0:
        pole = pole_embedment(
            load_n=load_n / WIND_FACTOR,
            height_m=height_m,
            width_m=width_m,
            lateral_pa_per_m=soil.lateral_pa_per_m,
            soil_factor=soil_factor,
        )
    return _deepest(
        (broms, steps),
        short_piles.hansen(load_n, height_m, width_m, soil=soil),
        pole,
        strength_known=soil.cohesion_pa > 0,
    )


def embedment_for_moment(
    *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """The same for a moment alone; Brinch Hansen by a force so far up that it is one.

    Raises:
        OutOfScopeError: The ground's strength is not known.
        EmbedmentLimitError: Deeper than a formula may answer.
    """
    # First, for it alone refuses ground without a strength.
    broms = short_piles.embedment_for_moment(moment_n_m=moment_n_m, width_m=width_m, soil=soil)
    hansen = short_piles.hansen_for_moment(moment_n_m, width_m, soil)
    pole = None
    if soil.lateral_pa_per_m > 0:
        pole = pole_for_moment(
            moment_n_m=moment_n_m / WIND_FACTOR,
            width_m=width_m,
            lateral_pa_per_m=soil.lateral_pa_per_m,
            soil_factor=soil_factor,
        )
    return _deepest(broms, hansen, pole, strength_known=soil.cohesion_pa > 0)


def _deepest(broms: Way, hansen: Way, pole: Way | None, *, strength_known: bool) -> Way:
    """The deepest of the ways with its working, the others as steps beside it."""
    ways = [broms, hansen]
    if pole is not None:
        found, more = pole
        metres = CalculationStep(
            symbol="d_m",
            value=found.value * FT,
            unit="m",
            formula="0.3048 * d",
            inputs=(("d", found.value, "ft"),),
            source="ibc: 1807.3.2.1 at service load; its soil values by practice, medium",
            says="the pole formula's depth",
        )
        ways.append((metres, (*more, found)))
    governing = ways[:2] if strength_known else ways
    deepest, working = max(governing, key=lambda way: way[0].value)
    others = tuple(step for step, _ in ways if step is not deepest)
    return deepest, (*working, *others)
