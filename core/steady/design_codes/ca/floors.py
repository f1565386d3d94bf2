"""Floor joists with vibration, and built-up beams: NBC Part 9 tables and the strict calculation, never merged."""

import math
from dataclasses import replace

from steady.data.loader import table
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import EvenLoad, even_span, worst_span
from steady.design_codes.ca import timber
from steady.design_codes.requests import FloorLoad, JoistInput, Wood
from steady.design_codes.results import DeflectionLimit, SpanResult, given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.units.units import IN, MM

STIFFENINGS = ("strapping", "bridging", "bridging and strapping")
TABLE_LIVE_PA = 1900.0
TABLE_DEAD_PA = 500.0
LIMIT = 360.0
_MOST_SPACING_M = 0.61
NAMED_SHARE = 0.02
"""12, 16 and 24 in are what the tables call 300, 400 and 600 mm: within two per cent a spacing is the table's
[practice, as the trade reads them]."""


def sag(limit_ratio: float | None) -> DeflectionLimit:
    """L/360 on live load. Source: NBC Table 9.4.3.1 (from memory, high)."""
    return DeflectionLimit(
        kind="deflection",
        dead=0.0,
        live=1.0,
        limit_ratio=limit_ratio or LIMIT,
        source="nbc: Table 9.4.3.1; high",
        says="live load only",
    )


DECK_LIMIT = 240.0


def deck_sags(dwelling_units: int) -> tuple[DeflectionLimit, ...]:
    """L/240 for beams, joists and boards of a deck that serves one dwelling, L/360 for others; L/360 stays as advice.

    Source: NBC 2025 and BCBC 2024 Table 9.4.3.1, compared with an open extraction of both tables.
    """
    if dwelling_units > 1:
        return (sag(None),)
    code = replace(
        sag(DECK_LIMIT), source="nbc-2025: Table 9.4.3.1; high", says="live load alone, a deck of one dwelling"
    )
    return code, replace(sag(None), asks=CheckOrigin.ADVICE, says="live load only, floor deflection limit")


def vibration_span(wood: Wood, spacing_m: float, stiffening: str, *, subfloor_m: float) -> SpanResult:
    """Span by the walking criterion: K S_i, ln K = A − B ln(S_i / S_184), never above the K that gives 3 m.

    S_i is the span at which one joist gives 2 mm under 1 kN at its middle. Spacings between the table's go up to the next.

    Raises:
        InvalidInputError: No such stiffening.
        OutOfScopeError: A spacing or subfloor that the note does not list.

    Source: NBC A-9.23.4.2.(2) (from memory, high; constants of bridging unrounded by inference, medium).
    """
    if stiffening not in STIFFENINGS:
        raise InvalidInputError("stiffening", f"must be {', '.join(STIFFENINGS)}")
    rows = [
        row
        for row in table("ca_vibration")
        if row.text["stiffening"] == stiffening
        and row.number("subfloor_m") <= subfloor_m + 1e-6
        and row.number("spacing_m") >= spacing_m * (1 - NAMED_SHARE) - 1e-6
    ]
    if not rows:
        raise OutOfScopeError(
            f"no vibration constants for joists at {spacing_m / MM:.0f} mm under {subfloor_m / MM:.1f} mm of subfloor",
            "at most 600 mm, and 15.5 mm of subfloor at least",
        )
    row = min(rows, key=lambda r: (-r.number("subfloor_m"), r.number("spacing_m")))
    a, b = row.number("a_coefficient"), row.number("b_coefficient")
    e = timber.strength("stiffness", wood, "floor").allowed_pa / 1e6
    i = wood.second_moment_m4 / MM**4
    si = (96 * e * i / 1000) ** (1 / 3)
    s184 = si * 184 / (wood.bending_depth_m / MM)
    k = math.exp(a - b * math.log(si / s184))
    s3 = (3000 / (math.exp(a) * s184**b)) ** (1 / (1 - b))
    k = min(k, 3000 / s3)
    step = CalculationStep(
        symbol="L_v",
        value=k * si / 1000,
        unit="m",
        formula="K * S_i / 1000",
        inputs=(("K", k, ""), ("S_i", si, "mm")),
        source=row.source,
        says=f"S_i: 2 mm under 1 kN; {stiffening}. The values assume a subfloor panel; deck boards are none",
    )
    return SpanResult(span_m=step.value, governs="vibration", step=step)


def joist_span(book: Rulebook, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
    """The least of vibration, sag (live, L/360), bending and shear, sharing members (case 2).

    Raises:
        OutOfScopeError: No values; or the table, whose cells are not entered.

    Source: NBC 9.23.4.2 and its note; CSA O86.
    """
    if ask.table:
        raise OutOfScopeError(
            "no cell of the joist span tables is entered", "calculate it: the tables' own criteria are used"
        )
    if ask.spacing_m > _MOST_SPACING_M + 1e-9:
        raise OutOfScopeError("joists further apart than 610 mm share no load", "at most 610 mm")
    found: list[SpanResult] = []
    for wood in woods:
        shared = replace(wood, shared=True)
        vibration = vibration_span(wood, ask.spacing_m, ask.stiffening or "strapping", subfloor_m=ask.subfloor_m)
        strong = even_span(
            book,
            shared,
            EvenLoad(
                dead_n_per_m=ask.floor.dead_pa * ask.spacing_m,
                live_n_per_m=ask.floor.live_pa * ask.spacing_m,
                load=ask.floor.load,
                sags=(sag(ask.limit_ratio),),
                shear_left_out=True,
                more=(("vibration", vibration.span_m),),
                longest_m=ask.longest_m,
            ),
        )
        found.append(strong if strong.governs != "vibration" else replace(vibration, limits=strong.limits))
    return worst_span(found)


def shown_m(span_m: float) -> float:
    """As the trade reads the table: rounded to 0.01 m, then cut down to the whole inch (inferred)."""
    return math.floor(round(span_m, 2) / IN + 1e-9) * IN


def beam_span(
    book: Rulebook, woods: tuple[Wood, ...], *, table_basis: bool, supported_m: float | None, floor: FloorLoad
) -> SpanResult:
    """Strict: built-up beam with K_H 1.1 and the ply's own K_Z, L/360 live, full shear. Table: known cells alone.

    Raises:
        InvalidInputError: No supported length.
        OutOfScopeError: A cell nobody has entered, or outside the table's conditions.

    Source: NBC 9.23.4.2; CSA O86.
    """
    if supported_m is None:
        raise InvalidInputError("supported_length", "is needed")
    if not supported_m > 0:
        raise InvalidInputError("supported_length", "must be above 0")
    if table_basis:
        return _beam_cell(woods, supported_m, floor)
    return worst_span(
        [
            even_span(
                book,
                wood,
                EvenLoad(
                    dead_n_per_m=floor.dead_pa * supported_m,
                    live_n_per_m=floor.live_pa * supported_m,
                    load=floor.load,
                    sags=(sag(None),),
                ),
            )
            for wood in woods
        ]
    )


def _beam_cell(woods: tuple[Wood, ...], supported_m: float, floor: FloorLoad) -> SpanResult:
    if abs(floor.live_pa - TABLE_LIVE_PA) > 1 or abs(floor.dead_pa - TABLE_DEAD_PA) > 1:
        raise OutOfScopeError("the beam tables are for 1.9 kPa live and 0.5 kPa dead load", "calculate it instead")
    if any(wood.wet for wood in woods) or any(wood.incised for wood in woods):
        raise OutOfScopeError(
            "the beam tables are for dry, untreated wood", "calculate it instead, or take the wood as dry"
        )
    found: list[SpanResult] = []
    for wood in woods:
        grade = "No.1/No.2" if wood.grade in ("", "No.1", "No.2") else wood.grade
        rows = [
            row
            for row in table("ca_beam_table")
            if row.number("plies_count") == wood.plies
            and timber.section_m(row.text["size"]) == (wood.width_m, wood.depth_m)
            and (row.text["species"], row.text["grade"]) == (wood.species, grade)
            and row.number("supported_m") >= supported_m - 1e-6
        ]
        if not rows:
            raise OutOfScopeError(
                f"{wood.plies}-{wood.size} carrying {supported_m:.2f} m is not in the table as entered",
                "type in the cell from your own code to compare, or calculate it",
            )
        row = min(rows, key=lambda r: r.number("supported_m"))
        step = given_step(
            "L", row.number("span_m") / IN, "in", source=row.source, says=f"row of {row.number('supported_m'):.1f} m"
        )
        found.append(SpanResult(span_m=row.number("span_m"), governs="table", step=step))
    return worst_span(found)
