"""Guards, stairs, footings and ledgers of decks: limits and tables of the United States residential code."""

import math
from dataclasses import replace
from functools import lru_cache

from steady.data.loader import table
from steady.design_codes.results import GuardNeeded, Pad, PeopleLoad, StairLimits, given_step, pad_thickness_default
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import FT, IN, LB, PLF, PSF

GUARD_LOAD = PeopleLoad(
    line_n_per_m=0.0, point_n=200 * LB, factor=1.0, load="wind", source="irc: R301.5; high", infill_n=50 * LB
)
"""200 lb at any point; the short duration is not stated by the clause (low): type another load_type to change it."""
CONCRETE_PCF = 145.0
SOIL_PCF = 110.0
POUR_PCF = 150.0


def guard_load(dwelling_units: int) -> PeopleLoad:
    """200 lb at any point; where a deck serves more than two dwellings 50 lb on each foot of its top as well, not at once.

    Source: IRC R301.5, IBC 1607.8 (from memory, high).
    """
    if dwelling_units <= 2:
        return GUARD_LOAD
    return replace(GUARD_LOAD, line_n_per_m=50 * PLF, source="ibc: 1607.8; high")


def guard_needed(*, height_m: float, dwelling_units: int, stair: bool) -> GuardNeeded:
    """Over 30 in: 36 in (stairs 34) for one- and two-family dwellings, 42 in for others; a 4 in ball, on stairs 4-3/8.

    Source: IRC R312.1, IBC 1015.3 (from memory, high).
    """
    source = "irc: R312.1; high" if dwelling_units <= 2 else "ibc: 1015.3; high"
    sphere_m = 4.375 * IN if stair else 4 * IN
    if height_m <= 30 * IN + 1e-9:
        return GuardNeeded(height_m=0.0, sphere_m=sphere_m, source=source)
    if dwelling_units <= 2:
        return GuardNeeded(height_m=(34 if stair else 36) * IN, sphere_m=sphere_m, source=source)
    return GuardNeeded(height_m=42 * IN, sphere_m=sphere_m, source=source)


def stair(stringer: str) -> StairLimits:
    """Stair limits. Source: IRC R311.7 (from memory, high); stringer spans of 2x12 Southern Pine, DCA 6 (medium)."""
    return StairLimits(
        riser_most_m=7.75 * IN,
        tread_least_m=10 * IN,
        width_least_m=36 * IN,
        rail_low_m=34 * IN,
        rail_high_m=38 * IN,
        stringer_span_m=6 * FT if stringer == "cut" else 13.25 * FT,
        ball_m=4 * IN,
        ball_over_m=30 * IN,
        flight_most_m=151 * IN,
        landing_least_m=36 * IN,
        source="irc: R311.7; high",
    )


def pad_pressure(bearing_pa: float, thickness_m: float) -> CalculationStep:
    """Bearing left after concrete has taken the place of soil. Practice, no clause."""
    q, t = bearing_pa / PSF, thickness_m / FT
    return CalculationStep(
        symbol="q_net",
        value=q - t * (POUR_PCF - SOIL_PCF),
        unit="psf",
        formula="q - t * (150 - 110)",
        inputs=(("q", q, "psf"), ("t", t, "ft")),
        source="practice: concrete less the soil it replaces",
    )


@lru_cache(maxsize=1024)
def pad_table(*, area_m2: float, bearing_pa: float, live_pa: float, dead_pa: float, round_pad: bool) -> Pad:
    """A printed pad, area rounded up, bearing rounded down.

    Raises:
        OutOfScopeError: Outside the table's loads, areas or soils.

    Source: IRC R507.3.1 (from memory, high; thickness medium).
    """
    if abs(live_pa - 40 * PSF) > 1 or abs(dead_pa - 10 * PSF) > 1:
        raise OutOfScopeError("the footing table here is for 40 psf live and 10 psf dead load", "calculate it instead")
    rows = [
        row
        for row in table("us_footing_table")
        if row.number("area_m2") >= area_m2 - 1e-9 and row.number("bearing_pa") <= bearing_pa + 1e-6
    ]
    if not rows:
        raise OutOfScopeError("beyond the footing table: 160 sq ft, and 1500 psf at least", "calculate it instead")
    row = min(rows, key=lambda r: (r.number("area_m2"), -r.number("bearing_pa")))
    width_m = row.number("round_m" if round_pad else "square_m")
    area = width_m**2 * (math.pi / 4 if round_pad else 1.0)
    return Pad(
        width_m=width_m,
        area_m2=area,
        thickness_m=row.number("thickness_m"),
        working=(
            given_step(
                "B",
                width_m / IN,
                "in",
                source=row.source,
                says=f"table R507.3.1: row {row.number('area_m2') / FT**2:.0f} sq ft, "
                f"column {row.number('bearing_pa') / PSF:.0f} psf, {'round' if round_pad else 'square'}",
            ),
        ),
    )


def pad_thickness(width_m: float, post_m: float) -> CalculationStep:
    """As thick as it reaches past the post, at least 6 in. Source: IRC R507.3.1, R403.1.1 (from memory, medium)."""
    return CalculationStep(
        symbol="t",
        value=pad_thickness_default(width_m, post_m, 6 * IN) / IN,
        unit="in",
        formula="max(6, (B - b) / 2)",
        inputs=(("B", width_m / IN, "in"), ("b", post_m / IN, "in")),
        source="irc: R507.3.1; medium",
    )


def ledger_table(
    *, fixing: str, diameter_m: float, sheathing_m: float, joist_span_m: float, live_pa: float
) -> CalculationStep:
    """Spacing of ledger fixings, joist span rounded up.

    Raises:
        InvalidInputError: No such fixing.
        OutOfScopeError: Outside the table.

    Source: IRC R507.9.1.3(1) (from memory, high).
    """
    if fixing not in ("lag screw", "bolt", "screw"):
        raise InvalidInputError("fixing", "must be lag screw, bolt or screw")
    if abs(live_pa - 40 * PSF) > 1:
        raise OutOfScopeError("the ledger table here is for 40 psf live load", "calculate the load on each fixing")
    if fixing == "screw":
        raise OutOfScopeError(
            "ledger screws stand in their maker's report, not in the table",
            "lag screws or bolts, or the maker's number",
        )
    rows = [
        row
        for row in table("us_ledger_table")
        if row.text["fixing"] == fixing
        and abs(row.number("diameter_m") - diameter_m) < 1e-5
        and row.number("sheathing_m") >= sheathing_m - 1e-9
        and row.number("joist_span_m") >= joist_span_m - 1e-9
    ]
    if not rows:
        raise OutOfScopeError(
            f"no cell for a {diameter_m / IN:g} in {fixing}, {sheathing_m / IN:g} in of sheathing, {joist_span_m / FT:g} ft joists",
            "1/2 in fixings, thinner sheathing or joists of at most 18 ft",
        )
    row = min(rows, key=lambda r: (r.number("sheathing_m"), r.number("joist_span_m")))
    return given_step(
        "s",
        row.number("spacing_m") / IN,
        "in",
        source=row.source,
        says=f"table R507.9.1.3(1): row {row.text['fixing']} {row.number('diameter_m') / IN:g} in, column joists of "
        f"{row.number('joist_span_m') / FT:.0f} ft",
    )
