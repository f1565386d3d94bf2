"""What a school puts on a structure besides wind: combinations, people on decks, snow and roofs."""

from steady.design_codes.facets.school import School
from steady.design_codes.requests import DriftInput, SnowInput
from steady.design_codes.results import Combination
from steady.plan.model import CalculationStep


class LoadRules(School):
    """What a school puts on a structure besides wind: combinations, people on decks, snow and roofs."""

    default_dead_pa = 300.0
    default_live_pa = 2000.0
    snow_in_deck_live = False
    asks_rain_on_snow = False
    deck_point_n: tuple[float, str] = (0.0, "")
    """Loads that forms start from; `deck_point_n`: a point load beside the spread one, with its source; `asks_rain_on_snow`:
    whether a place's own rain on its snow is asked for."""

    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        """Loads that act together, strength first. Raises OutOfScopeError for an unknown edition."""
        self.none("load combinations")

    def uplift(self) -> tuple[float, float, float, str]:
        """Factors on dead load and on wind uplift, unit weight of concrete (N/m³), and the clause."""
        self.none("combination for uplift")

    def uplift_net(self, dead_pa: float, wind_pa: float) -> float:
        """Net load upward in the school's uplift combination (Pa); 0 where the dead load holds."""
        dead, wind, _, _ = self.uplift()
        return max(0.0, wind * wind_pa - dead * dead_pa)

    def instant_live(self, live_use: str) -> float:
        """Share of the live load in the sag of the first day."""
        return 1.0

    def deck_live_pa(
        self, *, ground_snow_pa: float | None, rain_pa: float | None, deck_width_m: float | None, raised: bool
    ) -> CalculationStep:
        """Live load of a deck of one dwelling (psf or kPa)."""
        self.none("live load of decks")

    def roof_shelters(self) -> tuple[tuple[str, str], ...]:
        """What may stand around a roof, key and words; none where the school's snow does not ask it."""
        return ()

    def roof_snow(self, ask: SnowInput) -> tuple[CalculationStep, CalculationStep]:
        """Flat-roof snow and the snow to design for."""
        self.none("snow on roofs")

    def snow_density(self, ground_pa: float) -> CalculationStep:
        """Weight of drifted snow."""
        self.none("density of snow")

    def snow_drift(self, ask: DriftInput) -> tuple[CalculationStep, CalculationStep]:
        """Peak surcharge and width of a drift against a higher roof."""
        self.none("rule for drifts")

    def roof_live(self, area_m2: float, rise_in_12: float) -> CalculationStep:
        """Live load on a roof nobody lives on."""
        self.none("live load of roofs")

    @property
    def stair_point_n(self) -> tuple[float, str]:
        """A point load on one tread and its source: the deck's own where the school has one, else one person."""
        return self.deck_point_n if self.deck_point_n[0] > 0 else (1000.0, "practice: one person on a tread")
