"""Loads of New Zealand and Australia: combinations, decks, barriers, wind on faces (AS/NZS 1170)."""

import math
from functools import cache, lru_cache

from steady.data.loader import keyed
from steady.design_codes.fences import EndZone, middle_arm, zones_between
from steady.design_codes.requests import LegEnd, WindFace, WindLeg, WindPlace
from steady.design_codes.results import (
    Combination,
    GuardNeeded,
    NamedZone,
    PeopleLoad,
    Soil,
    StairLimits,
    WindOnFence,
    given_step,
    product_step,
    si,
)
from steady.design_codes.short_piles import named_soils
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep

_COMBOS = "as-nzs-1170: 1170.0 4.2; high"
LONG_TERM = {"domestic floor": 0.4, "roof": 0.0}
"""ψ_l, AS/NZS 1170.0 Table 4.1 (from memory, high)."""
SHORT_TERM = {"domestic floor": 0.7, "roof": 0.7}
"""ψ_s, AS/NZS 1170.0 Table 4.1 (from memory, high)."""
BARRIER = PeopleLoad(
    line_n_per_m=750.0,
    point_n=500.0,
    factor=1.5,
    load="wind",
    source="as-nzs-1170: 1170.1 Table 3.3; high",
    infill_pieces=2,
)
"""The push on the infill lies on two balusters side by side. Source: AS/NZS 1170.1 3.6 (from memory, medium)."""
CONCRETE_N_PER_M3 = 24000.0


def use_of(live_use: str) -> str:
    """The words of this school for a use.

    Raises:
        InvalidInputError: No such use.
    """
    found = {"": "domestic floor", "A": "domestic floor", "H": "roof", "snow": "roof"}.get(live_use, live_use)
    if found not in LONG_TERM:
        raise InvalidInputError("live_use", f"must be {' or '.join(LONG_TERM)}")
    return found


@lru_cache(maxsize=64)
def combinations(live_use: str) -> tuple[Combination, ...]:
    """1.35G, 1.2G + 1.5Q, with wind and snow at their ultimate values. Source: AS/NZS 1170.0 4.2 (from memory, high)."""
    psi = LONG_TERM[use_of(live_use)]
    return (
        Combination(name="1.35 G", dead=1.35, load="permanent", source=_COMBOS),
        Combination(name="1.2 G + 1.5 Q", dead=1.2, live=1.5, load="floor", source=_COMBOS),
        Combination(name="1.2 G + W + ψ Q", dead=1.2, live=psi, wind=1.0, load="wind", source=_COMBOS),
        Combination(name="1.2 G + S + ψ Q", dead=1.2, live=psi, snow=1.0, load="snow", source=_COMBOS),
    )


def deck_live() -> CalculationStep:
    """2.0 kPa. Source: AS/NZS 1170.1 Table 3.1 (from memory, high to medium)."""
    return given_step(
        "Q",
        2.0,
        "kPa",
        source="as-nzs-1170: 1170.1 Table 3.1; high",
        says="decks and balconies of dwellings; 1.8 kN at a point",
    )


def guard_needed(*, height_m: float, dwelling_units: int, stair: bool) -> GuardNeeded:
    """Where the fall is 1.0 m or more: 1000 mm on decks of one household, 1100 otherwise, 900 on stairs (F4, medium)."""
    if height_m < 1.0 - 1e-9:
        return GuardNeeded(height_m=0.0, sphere_m=0.1, source="nz-f4: F4; high")
    height = 0.9 if stair else 1.0 if dwelling_units <= 1 else 1.1
    return GuardNeeded(height_m=height, sphere_m=0.1, source="nz-f4: F4/AS1 Table 1; medium")


def wind_zones() -> tuple[NamedZone, ...]:
    """Every zone with its ultimate speed."""
    return tuple(
        NamedZone(name=name, says=row.text["says"], speed_m_per_s=row.number("speed_m_per_s"), source=row.source)
        for name, row in keyed("nz_wind_zones").items()
    )


def pressure(place: WindPlace) -> tuple[CalculationStep, CalculationStep]:
    """0.6 V² at the zone's ultimate speed; heights are in the zone.

    Raises:
        InvalidInputError: No zone and no speed.
        OutOfScopeError: An unknown zone: specific design.

    Source: NZS 3604 5.2, AS 4055, AS/NZS 1170.2 (from memory, high).
    """
    speed = place.speed_m_per_s
    source = "as-nzs-1170: 1170.2; high"
    if place.zone:
        row = keyed("nz_wind_zones").get(place.zone)
        if row is None:
            raise OutOfScopeError(
                f'no wind zone "{place.zone[:20]}": above extra high it is specific design',
                f"one of {', '.join(keyed('nz_wind_zones'))}",
            )
        speed, source = row.number("speed_m_per_s"), row.source
    if not speed > 0:
        raise InvalidInputError("wind_zone", "is needed, or wind_speed")
    step = CalculationStep(
        symbol="q",
        value=0.0006 * speed**2,
        unit="kPa",
        formula="0.0006 * V ** 2",
        inputs=(("V", speed, "m/s"),),
        source=source,
        says="ultimate",
    )
    return given_step("M", 1.0, "", source=source, says="heights are in the zone"), step


def face_coefficient(face: WindFace, zone: str) -> float:
    """C_p,n of a wall: square on ("run"), or 45 degrees on by distance from the free end in heights of the face.

    Raises:
        InvalidInputError: No such zone.
        OutOfScopeError: The run formula's own range.

    Source: AS/NZS 1170.2 appendix on free-standing walls (from memory, medium).
    """
    b_c, c_h = face.length_m / face.solid_height_m, face.solid_height_m / face.top_height_m
    low = c_h <= 0.7
    if zone in ("0-2", "end", "corner"):
        return 3.0 if low else 2.4
    if zone == "2-4":
        return 1.5 if low else 1.2
    if zone in (">4", "4+"):
        return 0.75 if low else 0.6
    if zone not in ("", "run", "interior"):
        raise InvalidInputError("zone", "must be run, 0-2, 2-4 or >4 heights from the free end")
    if b_c > 5:
        return 1.7 - 0.5 * c_h
    if b_c < 0.5 - 1e-9 or c_h < 0.2 - 1e-9:
        raise OutOfScopeError(
            "a face this narrow or this high above the ground",
            "length over height 0.5 at least, solid a fifth of the height",
        )
    return 1.3 + 0.5 * (0.3 + math.log10(b_c)) * (0.8 - c_h)


def _square_on(face: WindFace) -> tuple[CalculationStep, ...]:
    b_c, c_h = face.length_m / face.solid_height_m, face.solid_height_m / face.top_height_m
    long = b_c > 5
    formula = "1.7 - 0.5 * r_c" if long else "1.3 + 0.5 * (0.3 + ln(r_b) / ln(10)) * (0.8 - r_c)"
    return (
        CalculationStep(
            symbol="C_p",
            value=face_coefficient(face, "run"),
            unit="",
            formula=formula,
            inputs=(("r_c", c_h, ""), *((("r_b", b_c, ""),) if not long else ())),
            source="as-nzs-1170: 1170.2 free-standing walls; medium",
            says="square on; r_b is b/c, r_c is c/h",
        ),
    )


def wind_on_leg(place: WindPlace, leg: WindLeg) -> WindOnFence:
    """Ultimate pressure along one leg of a free-standing wall: square on over all of it, and 45 degrees on from each edge.

    Zones reach by the top's height where the face reaches near the ground (c/h above .7), else by the face's own; never less
    than wind square on. A return of at least one face's height relieves the first zone.

    `place.importance`: a fence may be taken at importance level 1, a factor on the pressure (typed, about 0.83; medium).

    Source: AS/NZS 1170.2 appendix on free-standing walls (from memory, medium; at corners low).
    """
    times, q = pressure(place)
    c_h = leg.solid_height_m / leg.top_height_m
    low = c_h <= 0.7
    by_m = leg.solid_height_m if low else leg.top_height_m
    # A coefficient at c = h is the least that square-on wind can give in the oblique zones.
    near, middle, far = (3.0, 1.5, 0.75) if low else (2.4, 1.2, 0.6)
    cornered = 2.2 if low else 1.8
    porous = porosity_factor(leg.solidity)

    def bands(end: LegEnd) -> tuple[EndZone, ...]:
        if not end.free:
            return ()
        first = cornered if end.return_m >= leg.solid_height_m - 1e-9 else near
        name = "45 degrees on, within"
        return (
            EndZone(2 * by_m, first, f"{name} 2 heights"),
            EndZone(4 * by_m, middle, f"{name} 4 heights"),
            EndZone(leg.length_m, far, "45 degrees on, beyond 4 heights"),
        )

    def on(cp: float, case: str) -> CalculationStep:
        parts = [("q", q.value, "kPa"), ("C_p", cp, "")]
        if leg.solidity < 1 - 1e-9:
            parts.append(("K_p", porous, ""))
        if place.crest != 1:
            parts.append(("M_t2", place.crest, ""))
        if place.importance != 1:
            parts.append(("I", place.importance, ""))
        return product_step(
            "p", parts, "kPa", source="as-nzs-1170: 1170.2; medium, at corners low", says=f"{case}, ultimate"
        )

    arm = middle_arm(leg.face)
    says = f"square on, the whole run, b/c {leg.length_m / leg.solid_height_m:.1f}, c/h {c_h:.2f}"
    run = EndZone(0.0, face_coefficient(leg.face, "run"), says, _square_on(leg.face))
    zones = zones_between(leg.length_m, bands(leg.start), bands(leg.end), run=run, pressure=on)
    return WindOnFence(zones, arm.value, arm, (times, q), si(on(run.coefficient, says)))


def wind_on_fence(place: WindPlace, face: WindFace) -> WindOnFence:
    """The same along a closed face with two free ends and no returns."""
    return wind_on_leg(
        place,
        WindLeg(length_m=face.length_m, solid_height_m=face.solid_height_m, top_height_m=face.top_height_m),
    )


def porosity_factor(solidity: float) -> float:
    """K_p = 1 − (1 − δ)². Source: AS/NZS 1170.2 (from memory, high)."""
    if not 0 < solidity <= 1:
        raise InvalidInputError("solidity", "must be above 0 and at most 1")
    return 1 - (1 - solidity) ** 2


@cache
def soils() -> tuple[Soil, ...]:
    """Good ground of NZS 3604, and soils by their hand test."""
    return named_soils("nz")


STAIR = StairLimits(
    riser_most_m=0.19,
    tread_least_m=0.28,
    width_least_m=None,
    rail_low_m=0.9,
    rail_high_m=1.0,
    handrail_risers=2,
    flight_most_m=2.5,
    landing_least_m=0.9,  # from memory, medium
    ball_m=0.1,
    source="nz-d1: main private stairs; medium",
)
"""Main private stairs, stricter than a secondary entrance's (rise 200, run 250 mm). From memory; no width is entered."""
