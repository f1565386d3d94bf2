"""Loads of the Canadian school: combinations, snow, decks, guards, wind, footings and frost."""

import math
from dataclasses import replace
from functools import cache, lru_cache

from steady.data.loader import table
from steady.design_codes.fences import EndZone, middle_arm, zones_between
from steady.design_codes.requests import LegEnd, WindFace, WindLeg, WindPlace
from steady.design_codes.results import (
    Combination,
    GuardNeeded,
    Pad,
    PeopleLoad,
    Soil,
    StairLimits,
    WindOnFence,
    given_step,
    pad_thickness_default,
    pad_width_m,
    product_step,
    si,
)
from steady.design_codes.short_piles import named_soils
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import MM

_COMBOS = "nbc: Table 4.1.3.2.-A; high"
KPA = 1e3
GUARD_LOAD = PeopleLoad(
    line_n_per_m=500.0,
    point_n=1000.0,
    factor=1.5,
    load="floor",
    source="nbc: Table 9.8.8.2; high",
    infill_n=500.0,
    infill_spread_m=0.3,
    down_n_per_m=1500.0,
)
HANDRAIL_LOAD = replace(GUARD_LOAD, point_n=900.0, source="nbc: 9.8.7.7; medium")
"""0.9 kN at any point and in any direction. From memory."""
STAIR = StairLimits(
    riser_most_m=0.2,
    riser_least_m=0.125,
    tread_least_m=0.255,
    tread_most_m=0.355,
    width_least_m=0.86,
    rail_low_m=0.865,
    rail_high_m=1.07,
    handrails_from_m=1.1,
    flight_most_m=3.7,
    landing_least_m=0.86,  # NBC 9.8.6 (from memory, medium)
    ball_m=0.1,  # as in guards; no clause recalled for risers [our own]
    source="nbc: 9.8.4.1, 9.8.4.2, 9.8.7; high",
)
"""Private stairs. Rises, runs and sides of handrails compared with an open extraction; width and rail heights from memory."""
GUST = 2.0
"""C_g of the structure as a whole. NBC 4.1.7 (from memory, high)."""
MESH = 1.3
"""C_n of round mesh and tubes, on what is solid of it [our own, low]."""
MIDDLE = 1.2
"""C_n of a wall standing on the ground, away from its ends. NBC 4.1.7 (from memory, low)."""
CONCRETE_N_PER_M3 = 24000.0


@lru_cache(maxsize=64)
def combinations(edition: str = "") -> tuple[Combination, ...]:
    """Principal and companion loads, one combination for each companion.

    Raises:
        OutOfScopeError: Another edition than 2015.

    Source: NBC 2015 Table 4.1.3.2.-A (from memory, high).
    """
    if edition not in ("", "NBC 2015"):
        raise OutOfScopeError(f"no combinations for {edition[:20]}", "NBC 2015")
    return (
        Combination(name="1.4 D", dead=1.4, load="permanent", source=_COMBOS),
        Combination(name="1.25 D + 1.5 L", dead=1.25, live=1.5, load="floor", source=_COMBOS),
        Combination(name="1.25 D + 1.5 L + 1.0 S", dead=1.25, live=1.5, snow=1.0, load="snow", source=_COMBOS),
        Combination(name="1.25 D + 1.5 L + 0.4 W", dead=1.25, live=1.5, wind=0.4, load="wind", source=_COMBOS),
        Combination(name="1.25 D + 1.5 S", dead=1.25, snow=1.5, load="snow", source=_COMBOS),
        Combination(name="1.25 D + 1.5 S + 1.0 L", dead=1.25, live=1.0, snow=1.5, load="snow", source=_COMBOS),
        Combination(name="1.25 D + 1.5 S + 0.4 W", dead=1.25, snow=1.5, wind=0.4, load="wind", source=_COMBOS),
        Combination(name="1.25 D + 1.4 W", dead=1.25, wind=1.4, load="wind", source=_COMBOS),
        Combination(name="1.25 D + 1.4 W + 0.5 L", dead=1.25, live=0.5, wind=1.4, load="wind", source=_COMBOS),
        Combination(name="1.25 D + 1.4 W + 0.5 S", dead=1.25, snow=0.5, wind=1.4, load="wind", source=_COMBOS),
    )


def part9_snow(ground_pa: float, rain_pa: float, width_m: float | None) -> CalculationStep:
    """C_b S_s + S_r, C_b 0.45 to a width of 4.3 m and 0.55 beyond, at least 1.0 kPa.

    Raises:
        InvalidInputError: Loads below 0, or no width.

    Source: NBC 9.4.2.2 (from memory, high).
    """
    if width_m is None:
        raise InvalidInputError("roof_width", "is needed")
    if not (ground_pa >= 0 and rain_pa >= 0 and width_m > 0):
        raise InvalidInputError(
            "ground_snow" if ground_pa < 0 else "rain_load" if rain_pa < 0 else "roof_width", "cannot be so small"
        )
    cb = 0.45 if width_m <= 4.3 + 1e-9 else 0.55
    return CalculationStep(
        symbol="S",
        value=max(cb * ground_pa / KPA + rain_pa / KPA, 1.0),
        unit="kPa",
        formula="max(C_b * S_s + S_r, 1.0)",
        inputs=(("C_b", cb, ""), ("S_s", ground_pa / KPA, "kPa"), ("S_r", rain_pa / KPA, "kPa")),
        source="nbc: 9.4.2.2; high",
        says="drift from a higher roof is not in it",
    )


def part4_snow(
    ground_pa: float, rain_pa: float, slope_rad: float, *, slippery: bool, importance: float
) -> CalculationStep:
    """I_s [S_s C_b C_w C_s C_a + S_r] with C_b 0.8, C_w and C_a 1.

    Raises:
        InvalidInputError: A value that cannot be.

    Source: NBC 4.1.6.2 (from memory, high).
    """
    if not (ground_pa >= 0 and rain_pa >= 0 and 0 < importance < 2 and 0 <= slope_rad <= math.pi / 2):
        raise InvalidInputError("ground_snow", "loads must be 0 or more, the slope 0 to 90 degrees")
    degrees = math.degrees(slope_rad)
    cs = (
        (60 - degrees) / 45
        if slippery and degrees > 15
        else (70 - degrees) / 40
        if not slippery and degrees > 30
        else 1.0
    )
    cs = min(1.0, max(0.0, cs))
    return CalculationStep(
        symbol="S",
        value=importance * (ground_pa / KPA * 0.8 * cs + rain_pa / KPA),
        unit="kPa",
        formula="I_s * (S_s * 0.8 * C_s + S_r)",
        inputs=(
            ("I_s", importance, ""),
            ("S_s", ground_pa / KPA, "kPa"),
            ("C_s", cs, ""),
            ("S_r", rain_pa / KPA, "kPa"),
        ),
        source="nbc: 4.1.6.2; high",
    )


def snow_density(ground_pa: float) -> CalculationStep:
    """min(4.0, 0.43 S_s + 2.2) kN/m³. Source: NBC 4.1.6.13 (from memory, high)."""
    return CalculationStep(
        symbol="gamma",
        value=min(4.0, 0.43 * ground_pa / KPA + 2.2),
        unit="kN/m3",
        formula="min(4.0, 0.43 * S_s + 2.2)",
        inputs=(("S_s", ground_pa / KPA, "kPa"),),
        source="nbc: 4.1.6.13; high",
    )


def snow_drift(ground_pa: float, upper_length_m: float, step_m: float) -> tuple[CalculationStep, CalculationStep]:
    """Peak surcharge above the even snow (kPa), and its width (m), no parapet.

    Source: NBC 2015 4.1.6.5 (from memory, low to medium).
    """
    for name, value in (("ground_snow", ground_pa), ("upper_roof_length", upper_length_m), ("step", step_m)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    ss, cb, gamma = ground_pa / KPA, 0.8, snow_density(ground_pa).value
    f = 0.35 * math.sqrt(gamma * upper_length_m / ss) + cb
    ca = max(1.0, min(gamma * step_m / (cb * ss), f / cb))
    peak = CalculationStep(
        symbol="S_d",
        value=cb * ss * (ca - 1),
        unit="kPa",
        formula="C_b * S_s * (C_a - 1)",
        inputs=(("C_b", cb, ""), ("S_s", ss, "kPa"), ("C_a", ca, "")),
        source="nbc: 4.1.6.5; low",
        says="C_a the lesser of what the step holds and what the upper roof feeds",
    )
    width = CalculationStep(
        symbol="x_d",
        value=5 * cb * ss / gamma * (ca - 1),
        unit="m",
        formula="5 * C_b * S_s / gamma * (C_a - 1)",
        inputs=(("C_b", cb, ""), ("S_s", ss, "kPa"), ("gamma", gamma, "kN/m3"), ("C_a", ca, "")),
        source="nbc: 4.1.6.5; low",
    )
    return peak, width


def deck_live(ground_pa: float | None, rain_pa: float | None, width_m: float | None) -> CalculationStep:
    """The greater of 1.9 kPa and Part 9 snow; never added. Source: NBC 9.4.2.3 (from memory, high)."""
    if ground_pa is None:
        raise InvalidInputError("ground_snow", "is needed")
    if rain_pa is None:
        raise InvalidInputError("rain_load", "is needed")
    if width_m is None:
        raise InvalidInputError("deck_width", "is needed")
    snow = part9_snow(ground_pa, rain_pa, width_m)
    return CalculationStep(
        symbol="L",
        value=max(1.9, snow.value),
        unit="kPa",
        formula="max(1.9, S)",
        inputs=(("S", snow.value, "kPa"),),
        source="nbc: 9.4.2.3; high",
        says="people or snow, not both" + ("; snow governs: the span tables do not apply" if snow.value > 1.9 else ""),
    )


def guard_needed(*, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
    """Over 600 mm: 1070, or 900 within a dwelling, on flights, and outside one unit up to 1.8 m. Source: NBC 9.8.8."""
    if height_m <= 0.6 + 1e-9:
        return GuardNeeded(height_m=0.0, sphere_m=0.1, source="nbc: 9.8.8.1; high")
    low = inside or stair or (dwelling_units == 1 and height_m <= 1.8 + 1e-9)
    return GuardNeeded(height_m=0.9 if low else 1.07, sphere_m=0.1, source="nbc: 9.8.8.3; high")


def exposure_factor(exposure: str, height_m: float) -> CalculationStep:
    """C_e: open (h/10)^0.2 at least 0.9, rough 0.7 (h/12)^0.3 at least 0.7. Source: NBC 4.1.7.3 (from memory, high)."""
    if exposure not in ("open", "rough"):
        raise InvalidInputError("exposure", "must be open or rough")
    if not height_m > 0:
        raise InvalidInputError("height", "must be above 0")
    is_open = exposure == "open"
    return CalculationStep(
        symbol="C_e",
        value=max((height_m / 10) ** 0.2, 0.9) if is_open else max(0.7 * (height_m / 12) ** 0.3, 0.7),
        unit="",
        formula="max((h / 10) ** 0.2, 0.9)" if is_open else "max(0.7 * (h / 12) ** 0.3, 0.7)",
        inputs=(("h", height_m, "m"),),
        source="nbc: 4.1.7.3; high",
    )


def face_pressure(place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None) -> CalculationStep:
    """Service wind q C_e C_g C_n on the gross face; slats by solidity, at least half.

    Raises:
        InvalidInputError: No wind pressure.
        OutOfScopeError: Ends and corners without a coefficient of your own: none is known here.

    Source: NBC 4.1.7 (from memory, C_e and C_g high, C_n low).
    """
    if not place.pressure_pa > 0:
        raise InvalidInputError("wind_pressure", "must be above 0: the 1-in-50 pressure of the place")
    if coefficient is None:
        if zone not in ("", "interior", "run"):
            raise OutOfScopeError(
                "no coefficient is known here for ends and corners, only that it is higher than in the middle",
                "type a coefficient from the code (1.5 or more)",
            )
        coefficient = MIDDLE
    ce = exposure_factor(place.exposure, face.top_height_m)
    share = max(face.solidity, 0.5)
    return CalculationStep(
        symbol="p",
        value=place.pressure_pa / KPA * ce.value * GUST * coefficient * share,
        unit="kPa",
        formula="q * C_e * C_g * C_n * e",
        inputs=(
            ("q", place.pressure_pa / KPA, "kPa"),
            ("C_e", ce.value, ""),
            ("C_g", GUST, ""),
            ("C_n", coefficient, ""),
            ("e", share, ""),
        ),
        source="nbc: 4.1.7; low",
        says="service level, no load factor",
    )


NEAR_AN_EDGE = 2.0
"""C_n within two heights of an end or corner [own, low: no clause recalled; the other codes give 2.1 to 3.4 there]."""
WIND_FACTOR = 1.4
"""On wind at the ultimate limit state. Source: NBC Table 4.1.3.2.-A (from memory, high)."""


def wind_on_leg(place: WindPlace, leg: WindLeg) -> WindOnFence:
    """Design pressure along one leg: q C_e C_g C_n with the load factor of wind, more within two heights of an edge.

    `place.importance` 0.8 is the code's for low hazard.

    Raises:
        OutOfScopeError: No wind pressure, or no exposure word of this school.

    Source: NBC 4.1.7 (from memory: C_e and C_g high, C_n low).
    """
    if not place.pressure_pa > 0:
        raise OutOfScopeError(
            "the hourly wind pressure of the place is not entered",
            "pick the place under Ground, or type its 1-in-50 pressure",
        )
    if place.exposure not in ("open", "rough"):
        raise OutOfScopeError(f'"{place.exposure}" is no exposure of this code', "open or rough terrain, under Ground")
    ce, arm = exposure_factor(place.exposure, leg.top_height_m), middle_arm(leg.face)
    share = leg.solidity if leg.round_members else max(leg.solidity, 0.5)

    def bands(end: LegEnd) -> tuple[EndZone, ...]:
        if leg.round_members:
            return ()
        return (
            (EndZone(2 * leg.solid_height_m, NEAR_AN_EDGE, "within 2 heights of an edge, measured"),)
            if end.free
            else ()
        )

    def pressure(cn: float, case: str) -> CalculationStep:
        parts = [
            ("alpha_W", WIND_FACTOR, ""),
            ("I_W", place.importance, ""),
            ("q", place.pressure_pa / KPA, "kPa"),
            ("C_e", ce.value, ""),
            ("C_g", GUST, ""),
            ("C_n", cn, ""),
        ]
        if share < 1:
            parts.append(("e", share, ""))
        if place.crest != 1:
            parts.append(("C_t", place.crest, ""))
        return product_step("p", parts, "kPa", source="nbc: 4.1.7; C_n low", says=f"{case}, design level")

    middle = MESH if leg.round_members else MIDDLE
    says = "open mesh, all along" if leg.round_members else "interior zone"
    zones = zones_between(
        leg.length_m, bands(leg.start), bands(leg.end), run=EndZone(0.0, middle, says), pressure=pressure
    )
    return WindOnFence(zones, arm.value, arm, (ce,), si(pressure(middle, says)))


@cache
def soils() -> tuple[Soil, ...]:
    """Soils by their hand test, then those of NBC Table 9.4.4.1 (from memory, high) without a side strength."""
    return (
        *named_soils("ca"),
        *(
            Soil(row.text["key"], row.text["says"], row.number("bearing_pa"), 0.0, row.source)
            for row in table("ca_soil")
        ),
    )


def column_pad(storeys: int, spacing_m: float, round_pad: bool) -> Pad:
    """Pads under columns 3 m apart, in proportion beyond; closer columns take the 3 m pad.

    Raises:
        OutOfScopeError: More than three storeys.

    Source: NBC 9.15.3.4, 9.15.3.7 (from memory, high).
    """
    if not spacing_m > 0:
        raise InvalidInputError("column_spacing", "must be above 0")
    for row in table("ca_column_pad"):
        if row.number("storeys_count") == storeys:
            area = row.number("area_m2") * max(1.0, spacing_m / 3)
            step = given_step("A", area, "m2", source=row.source, says="columns 3 m apart, more in proportion")
            return Pad(width_m=pad_width_m(area, round_pad), area_m2=area, thickness_m=None, working=(step,))
    raise OutOfScopeError(f"no pad for {storeys} storeys", "1, 2 or 3 storeys, or calculate it")


def pad_thickness(width_m: float, post_m: float) -> CalculationStep:
    """As thick as it reaches past the post, at least 100 mm. Source: NBC 9.15.3.8 (from memory, high)."""
    return CalculationStep(
        symbol="t",
        value=pad_thickness_default(width_m, post_m, 0.1) / MM,
        unit="mm",
        formula="max(100, (B - b) / 2)",
        inputs=(("B", width_m / MM, "mm"), ("b", post_m / MM, "mm")),
        source="nbc: 9.15.3.8; high",
    )


def frost_waived(
    *, deck_height_m: float, deck_area_m2: float, roofed: bool, attached: bool, masonry: bool
) -> tuple[bool, str]:
    """Low free-standing decks. Source: NBC 9.12.2.2 (from memory, medium to high)."""
    waived = deck_height_m <= 0.6 + 1e-9 and deck_area_m2 <= 55 + 1e-9 and not (roofed or attached or masonry)
    return waived, "nbc: 9.12.2.2, joists at most 600 mm up, at most 55 m², no roof, not attached, no masonry; medium"


def nail_diameter_m(length_m: float) -> float:
    """How thick a nail of this length is at least. Source: NBC Table 9.23.3.1, compared with an open extraction."""
    rows = [row for row in table("ca_nails") if row.number("length_m") <= length_m + 1e-9] or [table("ca_nails")[0]]
    return rows[-1].number("diameter_m")


FREE_OF_FROST = ("rock", "sand", "gravel")
"""Soils in whose names the table's rock and coarse grains are found; all others count as clay or not clearly defined."""
CLAY_LEAST_M = 1.2


def foundation_depth(soil: Soil, frost_m: float) -> CalculationStep | None:
    """A foundation that contains no heated space: clay or soil not clearly defined 1.2 m and not less than the frost, silt the
    frost; rock and coarse soil have no limit where water drains away.

    Source: NBC Table 9.12.2.2, compared with an open extraction.
    """
    name = soil.name
    if any(word in name for word in FREE_OF_FROST):
        return None
    if "silt" in name:
        return (
            given_step("d_f", frost_m, "m", source="nbc: Table 9.12.2.2; high", says="silt: below the frost")
            if frost_m > 0
            else None
        )
    return CalculationStep(
        symbol="d_f",
        value=max(CLAY_LEAST_M, frost_m),
        unit="m",
        formula="max(1.2, f)",
        inputs=(("f", frost_m, "m"),),
        source="nbc: Table 9.12.2.2; high",
        says="clay, or soil not clearly defined, under a foundation without heat",
    )


def frost_depth(freezing_index: float | None) -> CalculationStep:
    """Estimate from the freezing index; without one the least depth for unknown soil.

    Raises:
        InvalidInputError: An index that cannot be.

    Source: Chisholm and Phang, Ontario (from memory, low to medium); NBC Table 9.12.2.2 for the 1.2 m.
    """
    if freezing_index is None:
        return given_step(
            "d",
            1.2,
            "m",
            source="nbc: Table 9.12.2.2; high",
            says="least for unknown soil and clay; the local depth decides",
        )
    if not 0 < freezing_index < 20000:
        raise InvalidInputError("freezing_index", "must be above 0 (degree days C)")
    return CalculationStep(
        symbol="d",
        value=max(0.0, -0.328 + 0.0578 * math.sqrt(freezing_index)),
        unit="m",
        formula="max(0, -0.328 + 0.0578 * sqrt(F))",
        inputs=(("F", freezing_index, ""),),
        source="practice: estimate from the freezing index, Ontario; low",
        says="an estimate: the local frost depth decides",
    )
