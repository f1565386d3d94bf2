"""Forty ordinary fences under each school: what an installer is asked for in a usual week. Our own, made up."""

import itertools
from dataclasses import dataclass, replace

from steady.catalog.items import sticks, usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.plan.model import Plan
from steady.structures.deck.designs.candidates import localized as deck_at_home
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.structures.fence.spec.infill_traits import Style
from steady.structures.fence.spec.localise import localized
from steady.structures.fence.spec.presets import closed_with
from steady.units.show import Tape
from steady.units.units import IN, MPH

from tests.make import plan

HEIGHTS_M = (0.9, 1.2, 1.5, 1.8)
STYLES: tuple[Style, ...] = ("butted", "board on board", "even gaps", "slats", "wire mesh")
"""Boarded, lapped, picketed, slatted, wire."""
PLACES = {
    # exposure and wind: sheltered, then open
    "us": (("B", 105 * MPH, 0.0), ("C", 95 * MPH, 0.0)),
    "ca": (("rough", 25.0, 380.0), ("open", 25.0, 340.0)),
    "nz": (("B", 32.0, 0.0), ("B", 37.0, 0.0)),
    "uk": (("III", 22.0, 0.0), ("II", 21.0, 0.0)),
}
SOILS = {"us": "sand", "ca": "stiff clay", "nz": "stiff clay", "uk": "average"}


@dataclass(frozen=True, slots=True)
class Ordinary:
    """One fence of the list, where it stands."""

    name: str
    spec: FenceSpec
    site: Site


def ordinary(school: str) -> list[Ordinary]:
    """All forty: four heights, five ways to close them, sheltered and open; every second one on falling ground."""
    start = usual(school)
    made = []
    for number, (height_m, style, place) in enumerate(itertools.product(HEIGHTS_M, STYLES, PLACES[school])):
        exposure, speed, pressure = place
        spec = localized(FenceSpec(id="f", straights=(Straight(id="a", length_m=24.0),)), school)
        spec = closed_with(replace(spec, height_m=height_m, gap_m=0.05), style)
        infill: Infill = spec.infill
        if style == "even gaps":
            infill = replace(infill, gap_most_m=2 * IN)
        if style == "wire mesh":
            infill = replace(infill, mesh_m=0.05, sight_rail=True)
        if style == "slats":
            spec = replace(spec, bay_max_m=1.2)
        fall_m = 1.0 if number % 2 else 0.0
        shots = (LevelReading(at_m=0.0, height_m=0.0), LevelReading(at_m=24.0, height_m=-fall_m))
        site = Site(
            none_here=("frost", "snow"),
            soil=SOILS[school],
            exposure=exposure,  # type: ignore[arg-type]
            wind_speed_m_per_s=speed,
            wind_pressure_pa=pressure,
            frost_m=0.3,
            wind_importance=0.8 if school == "ca" else 1.0,
            grounds=(Ground(line="f", shots=shots),),
        )
        name = f"{height_m} m {style}, {exposure}, {'falling' if fall_m else 'level'}"
        made.append(Ordinary(name, replace(spec, infill=infill), site))
    assert len(made) == 40 and all(item.spec.post in sticks() for item in made) and start.post
    return made


def ordinary_plans(school: str) -> list[Plan]:
    """The forty fences as they are typed, and six ordinary decks, planned."""
    from tests.test_deck import deck

    tape, yard = Tape("metric", 0.001), PurchasingSettings(bag=usual(school).bag)
    made = [plan(item.spec, item.site, rulebook(school), yard, tape) for item in ordinary(school)]
    soil = {"us": "sand", "ca": "stiff clay", "nz": "good ground", "uk": "average"}[school]
    snow = (1000.0, 400.0) if school == "ca" else (0.0, 0.0)
    for words in ("16x12 up3", "12x10 up4", "18x11 up4", "20x14 up2", "10x8 up5", "14x14 up6"):
        spec = deck_at_home(deck(words), school)
        if words == "18x11 up4":
            spec = replace(spec, stairs=(StairDesign(id="s", edge=2, at_m=1.0, going_m=0.28),))
        site = Site(soil=soil, frost_m=0.6, none_here=("snow",), ground_snow_pa=snow[0], rain_snow_pa=snow[1])
        made.append(plan(spec, site, rulebook(school), yard, tape))
    return made
