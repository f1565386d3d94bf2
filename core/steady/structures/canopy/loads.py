"""What lies on, blows at and stands on a roof on posts, each with its own step of working."""

from dataclasses import dataclass, replace

from steady.errors import InputError, OutsideScope
from steady.ground.site import Site
from steady.measure.units import FT, LB
from steady.plan.model import Step
from steady.rulebooks.answers import SnowAsk, given_step, si
from steady.rulebooks.base import Rulebook
from steady.rulebooks.canopies import open_slats_pa, person_n, snow_on_slats_pa
from steady.structures.wind_place import place_of

SPREAD_PA, SPREAD_LEAST_PA = 10 * LB / FT**2, 5 * LB / FT**2
"""People and things on slats: 10 psf of what is solid, at least 5 [common practice]."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Roof:
    """The roof as the wind and the snow see it: share that is solid from above, clear gap, height, area of one post's share."""

    solidity: float
    gap_m: float
    height_m: float
    width_m: float
    net_coefficient: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class CanopyLoads:
    """Pressures on plan (Pa), unfactored but for the us wind, which is at its allowable level; None: not covered, and why."""

    dead_pa: float
    live_pa: float
    person_n: float
    snow_pa: float | None
    wind_pa: float | None
    steps: tuple[Step, ...]
    snow_why: OutsideScope | None = None
    wind_why: OutsideScope | None = None


def canopy_loads(book: Rulebook, site: Site, roof: Roof, dead_pa: float) -> CanopyLoads:
    """Loads of a slatted roof under a school. Source: the school's; slats' shares practice and our own, low."""
    u = book.units.pressure_pa
    live_pa = max(SPREAD_LEAST_PA, SPREAD_PA * roof.solidity)
    steps = [
        given_step(
            "D", dead_pa / u, book.units.pressure, "geometry: the parts themselves", "rafters and slats, on plan"
        ),
        given_step(
            "L_s",
            live_pa / u,
            book.units.pressure,
            "practice: 10 psf of what is solid, at least 5",
            "people and things spread over the slats",
        ),
    ]
    snow_pa: float | None = 0.0
    snow_why = wind_why = None
    if site.ground_snow_pa > 0:
        ask = SnowAsk(
            ground_pa=site.ground_snow_pa, rain_pa=site.rain_snow_pa, roof_width_m=roof.width_m, edition=site.edition
        )
        try:
            _, snow = book.roof_snow(ask)
            snow_pa = snow_on_slats_pa(book, si(snow), roof.solidity, roof.gap_m)
            steps.append(replace(snow, symbol="S_r", says="even snow on the closed roof"))
        except OutsideScope as refused:
            snow_pa, snow_why = None, refused
    wind_pa: float | None = None
    try:
        wind_pa = open_slats_pa(book, place_of(site), roof.height_m, roof.solidity, roof.net_coefficient)
    except OutsideScope as refused:
        wind_why = refused
    except InputError as error:
        wind_why = OutsideScope(f"the wind of this place is not known here: {error.message}", "type it under Ground")
    return CanopyLoads(
        dead_pa=dead_pa,
        live_pa=live_pa,
        person_n=person_n(book),
        snow_pa=snow_pa,
        wind_pa=wind_pa,
        steps=tuple(steps),
        snow_why=snow_why,
        wind_why=wind_why,
    )
