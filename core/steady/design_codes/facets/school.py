"""What every facet of a school has: its name, its units, where its defaults lie, and how it refuses."""

from typing import NoReturn

from steady.design_codes.results import product_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.trade import IMPERIAL, METRIC, Units


class School:
    """One school and edition. A school overrides what it has rules for; the rest is refused with the reason."""

    key = ""
    title = ""
    edition = ""
    metric = True
    small_lengths = "m"
    frost_asked = True
    floor_snow_asked = False
    steel_factor = 0.9
    steel_source = "practice: limit states, from memory, medium"
    gutter_rain_m: float | None = None
    gutter_rain_source = ""
    load_factor = 1.0
    load_factor_source = "allowable stresses: loads as they are"
    """`small_lengths`: the unit that spans are shown in (in, m or mm). `frost_asked`: footings go by the place's frost;
    `floor_snow_asked`: a deck's load goes by its snow, too. `load_factor` is put on people and weight where a school
    calculates with design resistances: its factor of live loads, on the safe side for the dead part. `steel_factor`: φ or 1/Ω of
    a tube's bending. `gutter_rain_m`: depth of rain in an hour that gutters are sized for; None: the place's is asked for."""

    @property
    def units(self) -> Units:
        """The units its working is written in."""
        return METRIC if self.metric else IMPERIAL

    def factored(self, step: CalculationStep, symbol: str) -> CalculationStep:
        """A load, or what follows from it in proportion, at the level the school's resistances are made for."""
        if self.load_factor == 1.0:
            return step
        parts = [("gamma", self.load_factor, ""), (step.symbol, step.value, step.unit)]
        return product_step(symbol, parts, step.unit, source=self.load_factor_source, says=step.says)

    def none(self, what: str, instead: str = "another code, or ask an engineer") -> NoReturn:
        """Refuse what the school has no rule for."""
        raise OutOfScopeError(f"the {self.title} code has no {what} entered here", instead)
