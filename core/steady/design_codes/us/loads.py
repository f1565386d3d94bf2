"""Loads of the United States school: combinations, decks, roofs, snow."""

import math
from functools import lru_cache

from steady.data.loader import keyed
from steady.design_codes.requests import DriftInput, SnowInput
from steady.design_codes.results import Combination, given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import FT, PSF

_SOURCE = "asce-7-16: 2.4.1; high"


@lru_cache(maxsize=64)
def combinations(edition: str = "") -> tuple[Combination, ...]:
    """Allowable-stress combinations. By 7-22 snow is at strength level and enters at 0.7.

    Raises:
        OutOfScopeError: Another edition.

    Source: ASCE 7-16 2.4.1 (from memory, high); the 0.7 of 7-22 medium.
    """
    if edition not in ("", "ASCE 7-16", "ASCE 7-22"):
        raise OutOfScopeError(f"no combinations for {edition[:20]}", "ASCE 7-16 or ASCE 7-22")
    s = 0.7 if edition == "ASCE 7-22" else 1.0
    return (
        Combination(name="D", dead=1, load="permanent", source=_SOURCE),
        Combination(name="D + L", dead=1, live=1, load="floor", source=_SOURCE),
        Combination(name="D + S", dead=1, snow=s, load="snow", source=_SOURCE),
        Combination(name="D + 0.75 L + 0.75 S", dead=1, live=0.75, snow=0.75 * s, load="snow", source=_SOURCE),
        Combination(name="D + 0.6 W", dead=1, wind=0.6, load="wind", source=_SOURCE),
        Combination(
            name="D + 0.75 L + 0.45 W + 0.75 S",
            dead=1,
            live=0.75,
            snow=0.75 * s,
            wind=0.45,
            load="wind",
            source=_SOURCE,
        ),
    )


def deck_live() -> CalculationStep:
    """40 psf. Source: IRC R301.5 (from memory, high)."""
    return given_step("L", 40.0, "psf", source="irc: R301.5; high", says="decks and balconies of dwellings")


def roof_live(area_m2: float, rise_in_12: float) -> CalculationStep:
    """L_r = 20 R1 R2, at least 12 psf.

    Raises:
        InvalidInputError: A value that cannot be.

    Source: ASCE 7-16 4.8.2 (from memory, high).
    """
    area_ft2 = area_m2 / FT**2
    if not area_ft2 > 0:
        raise InvalidInputError("supported_area", "must be above 0")
    if not rise_in_12 >= 0:
        raise InvalidInputError("rise_in_12", "must be 0 or more")
    r1 = 1.0 if area_ft2 <= 200 else 0.6 if area_ft2 >= 600 else 1.2 - 0.001 * area_ft2
    r2 = 1.0 if rise_in_12 <= 4 else 0.6 if rise_in_12 >= 12 else 1.2 - 0.05 * rise_in_12
    return CalculationStep(
        symbol="L_r",
        value=max(20.0 * r1 * r2, 12.0),
        unit="psf",
        formula="max(20 * R_1 * R_2, 12)",
        inputs=(("R_1", r1, ""), ("R_2", r2, "")),
        source="asce-7-16: 4.8.2; high",
    )


def snow_exposure(terrain: str, shelter: str) -> float:
    """C_e of a roof in its terrain: "fully" exposed, "partially", or "sheltered" close among trees or higher buildings.

    Raises:
        OutOfScopeError: Words that the table does not have.

    Source: ASCE 7-16 Table 7.3-1 (from memory, high).
    """
    found = keyed("us_snow_exposure").get(f"{terrain} {shelter}")
    if found is None:
        raise OutOfScopeError(
            f'snow on a roof in exposure "{terrain}" is not in the code', "pick B, C or D under Ground"
        )
    return found.number("snow_factor")


def _rains_on_snow(ask: SnowInput) -> bool:
    """Rain that runs through snow stands on a roof that is nearly flat: less degrees than a fiftieth of its width in feet.

    Source: ASCE 7-16 7.10 (from memory, high).
    """
    if ask.rain_on_snow is not None:
        return ask.rain_on_snow
    return ask.roof_width_m is not None and math.degrees(ask.slope_rad) < ask.roof_width_m / FT / 50


def roof_snow(ask: SnowInput) -> tuple[CalculationStep, CalculationStep]:
    """p_f, and the greater of p_f (with rain on snow) and the low-slope minimum. No reduction for slope: C_s = 1.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: The 7-22 edition, which is not entered.

    Source: ASCE 7-16 7.3, Table 7.3-1, 7.3.4, 7.10 (from memory, high).
    """
    if ask.edition not in ("", "ASCE 7-16"):
        raise OutOfScopeError("snow by ASCE 7-22 is not entered", "ASCE 7-16, or ask an engineer")
    exposure = ask.exposure_factor if ask.exposure_factor is not None else snow_exposure(ask.terrain, ask.shelter)
    for name, value in (
        ("exposure_factor", exposure),
        ("thermal_factor", ask.thermal_factor),
        ("importance_factor", ask.importance_factor),
    ):
        if not 0 < value < 3:
            raise InvalidInputError(name, "must be above 0 and below 3")
    if not ask.ground_pa >= 0:
        raise InvalidInputError("ground_snow", "must be 0 or more")
    if not 0 <= ask.slope_rad < math.pi / 2:
        raise InvalidInputError("slope", "must be 0 or more and below 90 degrees")
    pg = ask.ground_pa / PSF
    flat = CalculationStep(
        symbol="p_f",
        value=0.7 * exposure * ask.thermal_factor * ask.importance_factor * pg,
        unit="psf",
        formula="0.7 * C_e * C_t * I_s * p_g",
        inputs=(
            ("C_e", exposure, ""),
            ("C_t", ask.thermal_factor, ""),
            ("I_s", ask.importance_factor, ""),
            ("p_g", pg, "psf"),
        ),
        source="asce-7-16: 7.3; high",
        says="a flat roof's snow",
    )
    rain = 5.0 if _rains_on_snow(ask) and 0 < pg <= 20 else 0.0
    low = ask.slope_rad < math.radians(15)
    least = ask.importance_factor * min(pg, 20.0) if low else 0.0
    design = CalculationStep(
        symbol="p",
        value=max(flat.value + rain, least),
        unit="psf",
        formula="max(p_f + R, p_m)",
        inputs=(("p_f", flat.value, "psf"), ("R", rain, "psf"), ("p_m", least, "psf")),
        source="asce-7-16: 7.3.4, 7.10; high",
        says="rain on it counted, and never below a low slope's least",
    )
    return flat, design


def snow_density(ground_pa: float) -> CalculationStep:
    """0.13 p_g + 14, at most 30 pcf. Source: ASCE 7-16 Eq. 7.7-1 (from memory, high)."""
    pg = ground_pa / PSF
    return CalculationStep(
        symbol="g",
        value=min(0.13 * pg + 14, 30.0),
        unit="lb/ft3",
        formula="min(0.13 * p_g + 14, 30)",
        inputs=(("p_g", pg, "psf"),),
        source="asce-7-16: 7.7.1; high",
    )


def snow_drift(ask: DriftInput) -> tuple[CalculationStep, CalculationStep]:
    """Peak surcharge (psf) and width (ft) of the drift on a roof below a higher one.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: The 7-22 edition.

    Source: ASCE 7-16 7.7.1 (from memory, medium to high).
    """
    if ask.lower_roof_pa is None:
        raise InvalidInputError("lower_roof_snow", "is needed")
    if ask.edition not in ("", "ASCE 7-16"):
        raise OutOfScopeError("drifts by ASCE 7-22 are not entered", "ASCE 7-16, or ask an engineer")
    asked = {
        "ground_snow": ask.ground_pa,
        "lower_roof_snow": ask.lower_roof_pa,
        "upper_roof_length": ask.upper_length_m,
        "step": ask.step_m,
    }
    for name, value in {**asked, "importance_factor": ask.importance_factor}.items():
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    pg, g = ask.ground_pa / PSF, snow_density(ask.ground_pa).value
    hb = ask.lower_roof_pa / PSF / g
    hc = ask.step_m / FT - hb
    lu = max(ask.upper_length_m / FT, 20.0)
    hd = math.sqrt(ask.importance_factor) * (0.43 * lu ** (1 / 3) * (pg + 10) ** 0.25 - 1.5)
    none = hc / hb < 0.2
    high = 0.0 if none else max(0.0, min(hd, hc))
    width = 0.0 if none else 4 * hd if hd <= hc else min(4 * hd**2 / hc, 8 * hc)
    peak = CalculationStep(
        symbol="p_d",
        value=g * high,
        unit="psf",
        formula="g * h",
        inputs=(("g", g, "lb/ft3"), ("h", high, "ft")),
        source="asce-7-16: 7.7.1; medium",
        says=f"drift {hd:.2f} ft, room above the snow {hc:.2f} ft" + ("; too little room to count" if none else ""),
    )
    return peak, given_step("w", width, "ft", source="asce-7-16: 7.7.1; medium", says="width of the drift")
