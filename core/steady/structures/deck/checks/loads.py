"""What a deck carries: people or snow, whichever is more, and its own weight; or why no load is known."""

from steady.design_codes.base import Rulebook
from steady.design_codes.requests import FloorLoad
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.plan.model import CalculationStep
from steady.structures.deck.spec.deck import DeckSpec
from steady.value_objects import value_object

PRIVATE_CROWD_PA = 2500.0
WALKER_N = 2000.0
"""A private footbridge: 2.5 kN/m² of people or 2.0 kN at one place [our own choice]; public bridges are out of scope."""


@value_object
class DeckLoad:
    """Loads for design, and where they come from. `point_n`: one person at the worst place of a bridge."""

    floor: FloorLoad
    live: CalculationStep
    dead: CalculationStep
    snow: CalculationStep | None = None
    point_n: float = 0.0

    @property
    def total_pa(self) -> float:
        """Unfactored."""
        return self.floor.live_pa + self.floor.dead_pa

    @property
    def steps(self) -> tuple[CalculationStep, ...]:
        """Working."""
        return (self.live, *((self.snow,) if self.snow else ()), self.dead)


def deck_load(spec: DeckSpec, site: Site, book: Rulebook, *, width_m: float) -> DeckLoad:
    """The load on the deck: live load and snow are never added.

    Args:
        width_m: The whole width, for schools whose snow asks for it.

    Raises:
        OutOfScopeError: The school has no load for decks.
    """
    u = book.units
    dead_pa = spec.dead_pa if spec.dead_pa is not None else book.default_dead_pa
    says = "boards, joists and all that lies on them"
    source = "user: typed" if spec.dead_pa is not None else "practice: usual weight of a deck; the tables' own basis"
    dead = given_step("D", dead_pa / u.pressure_pa, u.pressure, source=source, says=says)
    if spec.bridge is not None:
        return _bridge(spec, book, dead)
    snow_pa, rain_pa = site.ground_snow_pa, site.rain_snow_pa
    if spec.live_pa is not None:
        live = given_step("L", spec.live_pa / u.pressure_pa, u.pressure, source="user: typed", says="live load")
    else:
        # Schools that make a deck's snow of the ground's and the rain's get both; others take no notice of them.
        live = book.deck_live_pa(ground_snow_pa=snow_pa, rain_pa=rain_pa, deck_width_m=width_m, raised=True)
    live_pa = si(live)
    in_it = book.snow_in_deck_live
    if snow_pa > live_pa and not in_it:
        snow = given_step(
            "S",
            snow_pa / u.pressure_pa,
            u.pressure,
            source="user: ground snow",
            says="more than the live load; not added to it",
        )
        return DeckLoad(floor=FloorLoad(live_pa=snow_pa, dead_pa=dead_pa, load="snow"), live=live, dead=dead, snow=snow)
    governed = in_it and live_pa > book.default_live_pa + 1e-6
    return DeckLoad(
        floor=FloorLoad(live_pa=live_pa, dead_pa=dead_pa, load="snow" if governed else "floor"), live=live, dead=dead
    )


def _bridge(spec: DeckSpec, book: Rulebook, dead: CalculationStep) -> DeckLoad:
    assert spec.bridge is not None
    u = book.units
    crowd_pa = spec.live_pa if spec.live_pa is not None else PRIVATE_CROWD_PA
    if not crowd_pa > 0:
        raise InvalidInputError("live_pa", "must be above 0")
    source = "practice: a private footbridge, our own choice; a public one is an engineer's"
    says = "uniform live load" if spec.bridge.people == "crowd" else "uniform live load, beside one at the worst place"
    live = given_step("L", crowd_pa / u.pressure_pa, u.pressure, source=source, says=says)
    point = WALKER_N if spec.bridge.people == "walker" else 0.0
    return DeckLoad(floor=FloorLoad(live_pa=crowd_pa, dead_pa=si(dead)), live=live, dead=dead, point_n=point)
