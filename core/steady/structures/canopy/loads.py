"""What lies on, blows at and stands on a roof on posts, each with its own step of working."""

from dataclasses import replace

from steady.design_codes.base import Rulebook
from steady.design_codes.canopies import (
    ClosedRoof,
    ClosedWind,
    closed_live_pa,
    closed_wind,
    person,
    person_n,
    slat_wind,
    snow_on_slats_pa,
)
from steady.design_codes.requests import SnowInput
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.plan.model import CalculationStep
from steady.structures.wind_site import place_of
from steady.units.units import FT, LB
from steady.value_objects import value_object

SPREAD_PA, SPREAD_LEAST_PA = 10 * LB / FT**2, 5 * LB / FT**2
"""People and things on slats: 10 psf of what is solid, at least 5 [common practice]."""


@value_object
class Roof:
    """The roof as the wind and the snow see it: share that is solid from above, clear gap, height, area of one post's share."""

    solidity: float
    gap_m: float
    height_m: float
    width_m: float
    net_coefficient: float | None = None


@value_object
class CanopyLoads:
    """Pressures on plan (Pa), unfactored but for the us wind, which is at its allowable level; None: not covered, and why.

    Args:
        live_pa: People and things on what one rafter carries; see `live_on_pa` for other members.
        closed_rad: Slope of a closed roof, whose live load goes by each member's own area; None: slats.
        wind_pa: Down. Slats are lifted as hard as they are pressed; a closed roof says its own lift: `up_pa` on posts,
            `part_up_pa` on rafters and ties.
        lead_ratio: What a post line takes of the lift on its width, over an even share.
        practice: What of the wind rests on common practice where the code is silent.
        drifted: What drifts or slides onto each beam line beside the even snow (N/m).
    """

    dead_pa: float
    live_pa: float
    person_n: float
    snow_pa: float | None
    wind_pa: float | None
    steps: tuple[CalculationStep, ...]
    closed_rad: float | None = None
    up_pa: float | None = None
    part_up_pa: float | None = None
    lead_ratio: float = 1.0
    drifted: tuple[float, ...] = ()
    snow_why: OutOfScopeError | None = None
    wind_why: OutOfScopeError | None = None
    practice: str = ""

    def live_on_pa(self, book: Rulebook, area_m2: float) -> float:
        """People and things on a member, by the area that it carries itself and never by the whole roof's (Pa).

        Source: ASCE 7-16 4.8 A_t, AS/NZS 1170.1 3.2 (from memory, high): the tributary area of the member.
        """
        if self.closed_rad is None or not area_m2 > 0:
            return self.live_pa
        return closed_live_pa(book, area_m2, self.closed_rad)

    def drifted_n_per_m(self, line: int) -> float:
        """What drifts or slides onto a beam line, beside the even snow (N/m)."""
        return self.drifted[line - 1] if self.drifted else 0.0

    def post_up_n_per_m(self, width_m: float) -> float:
        """Lift on a post line that carries a width of roof (N/m)."""
        up_pa = self.up_pa if self.up_pa is not None else self.wind_pa or 0.0
        return up_pa * width_m * self.lead_ratio

    @property
    def rafter_up_pa(self) -> float:
        """Lift on one rafter and its ties."""
        return (
            self.part_up_pa
            if self.part_up_pa is not None
            else self.up_pa
            if self.up_pa is not None
            else self.wind_pa or 0.0
        )


def snow_ask(site: Site, width_m: float, slope_rad: float = 0.0, *, method: str = "part 9") -> SnowInput:
    """What a school is asked of the snow on a roof of this site, from eave to ridge so wide."""
    return SnowInput(
        ground_pa=site.ground_snow_pa,
        rain_pa=site.rain_snow_pa,
        method=method,
        roof_width_m=width_m,
        slope_rad=slope_rad,
        terrain=site.exposure,
        shelter=site.roof_shelter,
        edition=site.edition,
    )


def _even_snow(book: Rulebook, ask: SnowInput, says: str) -> tuple[float, list[CalculationStep]]:
    """The even snow of a roof (Pa), and how it came: the flat roof's first where the roof's own is made of it."""
    flat, snow = book.roof_snow(ask)
    made_of = [flat] if any(name == flat.symbol for name, _, _ in snow.inputs) else []
    more = f"; {snow.says}" if snow.says else ""
    return si(snow), [*made_of, replace(snow, symbol="S_r", says=says + more)]


def canopy_loads(book: Rulebook, site: Site, roof: Roof, *, dead_pa: float) -> CanopyLoads:
    """Loads of a slatted roof under a school. Source: the school's; slats' shares practice and our own, low."""
    u = book.units.pressure_pa
    live_pa = max(SPREAD_LEAST_PA, SPREAD_PA * roof.solidity)
    steps = [
        given_step(
            "D",
            dead_pa / u,
            book.units.pressure,
            source="geometry: the parts themselves",
            says="rafters and slats, on plan",
        ),
        given_step(
            "L_s",
            live_pa / u,
            book.units.pressure,
            source="practice: 10 psf of what is solid, at least 5",
            says="uniform roof live load over the slats",
        ),
        person(book),
    ]
    snow_pa: float | None = 0.0
    snow_why = wind_why = None
    if site.ground_snow_pa > 0:
        try:
            closed, snow_steps = _even_snow(book, snow_ask(site, roof.width_m), "even snow on the closed roof")
            snow_pa = snow_on_slats_pa(book, closed, roof.solidity, gap_m=roof.gap_m)
            held = given_step(
                "S", snow_pa / u, book.units.pressure, source="practice", says="what of it the slats hold up"
            )
            steps += [*snow_steps, held]
        except OutOfScopeError as refused:
            snow_pa, snow_why = None, refused
    wind_pa: float | None = None
    practice = ""
    try:
        wind, practice = slat_wind(
            book, place_of(site), roof.height_m, solidity=roof.solidity, net=roof.net_coefficient
        )
        wind_pa = si(wind)
        steps.append(wind)
    except OutOfScopeError as refused:
        wind_why = refused
    except InvalidInputError as error:
        wind_why = OutOfScopeError(f"the wind of this place is not known here: {error.message}", "type it under Ground")
    return CanopyLoads(
        dead_pa=dead_pa,
        live_pa=live_pa,
        person_n=person_n(book),
        snow_pa=snow_pa,
        wind_pa=wind_pa,
        steps=tuple(steps),
        snow_why=snow_why,
        wind_why=wind_why,
        practice=practice,
    )


def closed_loads(book: Rulebook, site: Site, roof: ClosedRoof, *, dead_pa: float, part_m2: float) -> CanopyLoads:
    """Loads of a closed roof on posts under a school.

    Args:
        part_m2: The area that one rafter carries.

    Source: the school's; what it does not say of canopies is practice or our own, and says so.
    """
    u = book.units
    live_pa = closed_live_pa(book, part_m2, roof.slope_rad)
    steps = [
        given_step(
            "D", dead_pa / u.pressure_pa, u.pressure, source="geometry: the parts themselves", says="the roof, on plan"
        ),
        given_step(
            "L_r", live_pa / u.pressure_pa, u.pressure, source="the code's roof live load", says="nobody uses the roof"
        ),
        person(book),
    ]
    snow_pa: float | None = 0.0
    snow_why = wind_why = None
    if site.ground_snow_pa > 0:
        try:
            snow_pa, snow_steps = _even_snow(book, snow_ask(site, roof.deep_m, roof.slope_rad), "even snow on the roof")
            steps += snow_steps
        except (OutOfScopeError, InvalidInputError) as refused:
            snow_pa, snow_why = None, _outside(refused)
    wind: ClosedWind | None = None
    try:
        wind = closed_wind(book, place_of(site), roof, part_m2=part_m2)
    except (OutOfScopeError, InvalidInputError) as refused:
        wind_why = _outside(refused)
    return CanopyLoads(
        dead_pa=dead_pa,
        live_pa=live_pa,
        closed_rad=roof.slope_rad,
        person_n=person_n(book),
        snow_pa=snow_pa,
        wind_pa=wind.down_pa if wind else None,
        up_pa=wind.up_pa if wind else None,
        part_up_pa=wind.part_up_pa if wind else None,
        lead_ratio=wind.lead_ratio if wind else 1.0,
        steps=(*steps, *(wind.steps if wind else ())),
        snow_why=snow_why,
        wind_why=wind_why,
        practice=wind.practice if wind else "",
    )


def _outside(refused: OutOfScopeError | InvalidInputError) -> OutOfScopeError:
    if isinstance(refused, OutOfScopeError):
        return refused
    return OutOfScopeError(
        f"the wind or snow of this place is not known here: {refused.message}", "type it under Ground"
    )
