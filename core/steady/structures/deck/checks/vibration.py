"""How a deck feels underfoot: the first frequency of its joists, as a recommendation under every code."""

import math

from steady.design_codes.requests import Wood
from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.statics.bridge import first_frequency_hz
from steady.structures.deck.checks.findings import DeckCheckCollector
from steady.units.units import GRAVITY

LEAST_HZ = 8.0
"""Over this a floor of joists is not felt to swing. Source: EN 1995-1-1 7.3.3 for floors of dwellings (from memory, high); practice
for decks under the other codes."""


def check_vibration(collector: DeckCheckCollector, wood: Wood, span_m: float, *, about: str) -> None:
    """Check the first frequency of a joist under dead load. A recommendation: it never fails a plan.

    Args:
        wood: One joist.
        span_m: The longest span, taken as simple: on the safe side where a joist runs over several.

    Source: statics, first mode of a simple span.
    """
    if not span_m > 0:
        return
    mass = collector.load.floor.dead_pa * collector.spec.spacing_m / GRAVITY
    try:
        e_pa = si(collector.book.stiffness(wood))
    except OutOfScopeError:
        return  # its deflection says that the wood has no stiffness here
    if not mass > 0:
        return
    stiff = e_pa * wood.second_moment_m4
    swings = CalculationStep(
        symbol="f_1",
        value=first_frequency_hz(span_m=span_m, stiffness_n_m2=stiff, mass_kg_per_m=mass),
        unit="Hz",
        formula="sqrt(pi ** 4 * EI / (2 * L ** 3) / (m * L / 2)) / (2 * pi)",
        inputs=(("pi", math.pi, ""), ("EI", stiff, "N m²"), ("L", span_m, "m"), ("m", mass, "kg/m")),
        source="statics: first mode of a simple span",
        says="a joist with the dead load on it",
    )
    least = given_step("f_min", LEAST_HZ, "Hz", source="ec5: 7.3.3; medium", says="floors of dwellings")
    collector.at_least(
        "joist.vibration_frequency",
        about,
        swings,
        needs=least,
        working=(),
        case="nobody on it",
        asks=CheckOrigin.ADVICE,
    )
