"""Spans of deck joists and beams and heights of posts in the United States: the residential code's tables and the calculation.

Table and calculation never mix: a table answers its printed cell within its own conditions, or is refused.
"""

import math
from collections.abc import Sequence
from functools import cache, lru_cache

from steady.data.loader import TableRow, table
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import EvenLoad, even_span, least_span, worst_span
from steady.design_codes.requests import BeamInput, FloorLoad, JoistInput, PostInput, Wood
from steady.design_codes.results import DeflectionLimit, SpanResult, given_step
from steady.design_codes.us import timber
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import FT, IN, LB, PSF, PSI

GROUPS = {
    "Southern Pine": "Southern Pine",
    "Douglas Fir-Larch": "Douglas group",
    "Hem-Fir": "Douglas group",
    "Spruce-Pine-Fir": "Douglas group",
    "Redwood": "Redwood group",
    "Western Cedars": "Redwood group",
    "Western Woods": "Redwood group",
    "Northern Species": "Redwood group",
}
"""Species groups of the residential code's deck tables."""
TABLE_LIVE_PA = 40 * PSF
TABLE_DEAD_PA = 10 * PSF
JOISTS_ON_ONE_SIDE = 0.78125
"""Tributary width over joist span with an overhang of a quarter: (1 + 1/4)² / 2. Statics; the beam table's own basis."""
_ORDER = ("Southern Pine", "Douglas group", "Redwood group")


def table_conditions(woods: tuple[Wood, ...], floor: FloorLoad) -> str:
    """The species group of the deck tables, of several the one that spans least.

    Raises:
        OutOfScopeError: Load, moisture or wood is not what the tables stand for.
    """
    if abs(floor.live_pa - TABLE_LIVE_PA) > 1e-6 * TABLE_LIVE_PA:
        raise OutOfScopeError("the deck tables here are for 40 psf live load", "calculate it instead")
    if abs(floor.dead_pa - TABLE_DEAD_PA) > 1e-6 * TABLE_DEAD_PA:
        raise OutOfScopeError("the deck tables here are for 10 psf dead load", "calculate it instead")
    groups = []
    for wood in woods:
        if not wood.wet:
            raise OutOfScopeError(
                "the deck tables are for wet service", "calculate it instead, or take the wood as wet"
            )
        if wood.grade not in ("", "No.2"):
            raise OutOfScopeError("the deck tables are for No.2", "No.2, or calculate another grade")
        if wood.species not in GROUPS:
            raise OutOfScopeError(f"{wood.species} stands in no group of the deck tables", "calculate it instead")
        groups.append(GROUPS[wood.species])
    return max(groups, key=_ORDER.index)


def _next(rows: Sequence[TableRow], column: str, at: float, *, what: str, most: str) -> TableRow:
    """The row whose column is the least that is not below a value: tables round up, never interpolate."""
    fitting = sorted((row for row in rows if row.number(column) >= at - 1e-9), key=lambda row: row.number(column))
    if not fitting:
        raise OutOfScopeError(f"{what} is beyond the table", f"{most}, or calculate it")
    return fitting[0]


def joist_table(woods: tuple[Wood, ...], spacing_m: float, floor: FloorLoad) -> TableRow:
    """The row of table R507.6 (span and overhang) for joists at a spacing, rounded up to 12, 16 or 24 in.

    Raises:
        OutOfScopeError: Outside the table's conditions.

    Source: IRC R507.6 (from memory, high).
    """
    group = table_conditions(woods, floor)
    rows = [row for row in table("us_joist_table") if row.text["group"] == group and row.text["size"] == woods[0].size]
    if not rows or woods[0].plies != 1 or woods[0].flat:
        raise OutOfScopeError(f"no {woods[0].size} joists in the deck table", "2x6, 2x8, 2x10 or 2x12")
    return _next(rows, "spacing_m", spacing_m, what="the spacing", most="at most 24 in")


def cell(row: TableRow, column: str, symbol: str, *, says: str) -> SpanResult:
    """A printed cell as an answer."""
    value_m = row.number(column)
    step = given_step(symbol, value_m / IN, "in", source=row.source, says=says)
    return SpanResult(span_m=value_m, governs="table", step=step)


def joist_span(book: Rulebook, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
    """Simple span of joists: strength under D and D + L, sag under live load alone, shear within d of the end left out.

    Raises:
        OutOfScopeError: No values, or outside the table.

    Source: NDS 2018; IRC R301.5, R301.7; agrees with table R507.6 on the table's own terms.
    """
    if ask.table:
        row = joist_table(woods, ask.spacing_m, ask.floor)
        return cell(
            row,
            "span_m",
            "L",
            says=f"table R507.6: row {row.text['size']} {row.text['group']}, column {row.number('spacing_m') / IN:.0f} in",
        )
    sag = DeflectionLimit(
        kind="deflection",
        dead=0.0,
        live=1.0,
        limit_ratio=ask.limit_ratio or 360.0,
        source="irc: R301.7; high",
        says="live load only",
    )
    found = [
        even_span(
            book,
            wood,
            EvenLoad(
                dead_n_per_m=ask.floor.dead_pa * ask.spacing_m,
                live_n_per_m=ask.floor.live_pa * ask.spacing_m,
                load=ask.floor.load,
                sags=(sag,),
                shear_left_out=True,
                longest_m=ask.longest_m,
            ),
        )
        for wood in woods
    ]
    return worst_span(found)


@lru_cache(maxsize=1024)
def joist_cantilever(
    woods: tuple[Wood, ...], *, back_span_m: float, tip_n: float, tip_limit_ratio: float
) -> SpanResult:
    """Overhang at which the tip, under one load, drops the overhang over a number; at most a quarter of the back span.

    Tip drop of a point load: P a² (L + a) / (3 E I) = a / n, so a² + L a − 3 E I / (n P) = 0.

    Raises:
        InvalidInputError: A load or limit that is not above 0.

    Source: statics; the terms of IRC R507.6 (220 lb, a/180, L/4), from memory (high).
    """
    if not (tip_n > 0 and tip_limit_ratio > 0):
        raise InvalidInputError("tip_load" if not tip_n > 0 else "tip_deflection_limit", "must be above 0")
    least: SpanResult | None = None
    for wood in woods:
        e = timber.strength("stiffness", wood, "floor")
        b = 3 * e.allowed_pa * wood.second_moment_m4 / (tip_limit_ratio * tip_n)
        tip_m = (-back_span_m + math.sqrt(back_span_m**2 + 4 * b)) / 2
        quarter_m = back_span_m / 4
        step = CalculationStep(
            symbol="a",
            value=min(tip_m, quarter_m) / IN,
            unit="in",
            formula="min((-L + sqrt(L ** 2 + 4 * B)) / 2, L / 4)",
            inputs=(("L", back_span_m / IN, "in"), ("B", b / IN**2, "in2")),
            source="irc: R507.6; high",
            says="B = 3 E' I / (n P): where the tip drops a / n under the load",
        )
        governs = "deflection" if tip_m < quarter_m else "a quarter of the span"
        found = SpanResult(span_m=min(tip_m, quarter_m), governs=governs, step=step)
        least = found if least is None or found.span_m < least.span_m else least
    assert least is not None
    return least


def beam_span(book: Rulebook, woods: tuple[Wood, ...], ask: BeamInput) -> SpanResult:
    """Simple span of a beam.

    Calculated: strict allowable stress (two plies share nothing), full shear, sag under live load at L/360.

    Raises:
        OutOfScopeError: No such cell, or no values.

    Source: IRC R507.5; NDS 2018.
    """
    joist_span_m, supported_m, floor = ask.joist_span_m, ask.supported_m, ask.floor
    if ask.table:
        if joist_span_m is None:
            raise InvalidInputError("joist_span", "is needed")
        return _beam_cell(woods, joist_span_m, floor, edition=ask.edition or "IRC 2018")
    if supported_m is None:
        if joist_span_m is None:
            raise InvalidInputError("joist_span", "is needed, or supported_length")
        supported_m = JOISTS_ON_ONE_SIDE * joist_span_m
    if not supported_m > 0:
        raise InvalidInputError("supported_length", "must be above 0")
    sag = DeflectionLimit(
        kind="deflection", dead=0.0, live=1.0, limit_ratio=360.0, source="irc: R301.7; high", says="live load only"
    )
    return worst_span(
        [
            even_span(
                book,
                wood,
                EvenLoad(
                    dead_n_per_m=floor.dead_pa * supported_m,
                    live_n_per_m=floor.live_pa * supported_m,
                    load=floor.load,
                    sags=(sag,),
                ),
            )
            for wood in woods
        ]
    )


@cache
def _beam_rows(group: str, size: str, plies: int) -> tuple[TableRow, ...]:
    return tuple(
        row
        for row in table("us_beam_table")
        if row.text["group"] == group and row.text["size"] == size and row.number("plies_count") == plies
    )


def _beam_cell(woods: tuple[Wood, ...], joist_span_m: float, floor: FloorLoad, *, edition: str) -> SpanResult:
    group = table_conditions(woods, floor)
    if edition not in ("IRC 2018", "IRC 2021"):
        raise OutOfScopeError(f"no beam table for {edition[:20]}", "IRC 2018 or IRC 2021")
    name = "Southern Pine" if group == "Southern Pine" else group if edition == "IRC 2021" else "other"
    rows = _beam_rows(name, woods[0].size, woods[0].plies)
    if not rows:
        raise OutOfScopeError(
            f"no cell for {woods[0].plies}-{woods[0].size} of {name if name != 'other' else woods[0].species}, {edition}",
            "another size or number of plies, or calculate it",
        )
    row = _next(rows, "joist_span_m", joist_span_m, what="the joist span", most="at most 18 ft")
    name = f"{row.number('plies_count'):.0f}-{row.text['size']} {row.text['group']}"
    return cell(
        row, "span_m", "L", says=f"table R507.5: row {name}, column joists of {row.number('joist_span_m') / FT:.0f} ft"
    )


def post_height(book: Rulebook, wood: Wood, ask: PostInput) -> SpanResult:
    """Height at which a centred load uses the post up: C_P turned round.

    Raises:
        InvalidInputError: An area that is not above 0.
        OutOfScopeError: The post is crushed at any height, or outside the table.

    Source: NDS 2018 3.7.1; IRC R507.4.
    """
    area_m2, floor = ask.area_m2, ask.floor
    if not area_m2 > 0:
        raise InvalidInputError("supported_area", "must be above 0")
    if ask.table:
        return _post_cell(wood, area_m2, floor, edition=ask.edition or "IRC 2021")
    load_lb = (floor.live_pa + floor.dead_pa) * area_m2 / LB
    fc = timber.strength("compression", wood, floor.load).allowed_pa / PSI
    e_min = timber.strength("stiffness_min", wood, floor.load).allowed_pa / PSI
    left = load_lb / (fc * wood.area_m2 / IN**2)
    if left >= 1:
        raise OutOfScopeError("the load crushes this post at any height", "a larger post or less deck on it")
    x = left * (1 - 0.8 * left) / (1 - left)
    d_in = min(wood.width_m, wood.depth_m) / IN
    ratio = math.sqrt(0.822 * e_min / (x * fc))
    step = CalculationStep(
        symbol="h",
        value=d_in * ratio,
        unit="in",
        formula="d * sqrt(0.822 * E_min / (C_P * (1 - 0.8 * C_P) / (1 - C_P) * F_c))",
        inputs=(("d", d_in, "in"), ("E_min", e_min, "psi"), ("C_P", left, ""), ("F_c", fc, "psi")),
        source="nds: 3.7.1; high",
        says="the height whose C_P is just what the load needs",
    )
    limits = [("buckling", step.value * IN), ("slenderness", 50 * d_in * IN)]
    found = least_span(book, wood, limits, longest_m=ask.longest_m)
    return SpanResult(span_m=found.span_m, governs=found.governs, step=step, limits=found.limits)


def _post_cell(wood: Wood, area_m2: float, floor: FloorLoad, *, edition: str) -> SpanResult:
    group = table_conditions((wood,), floor)
    rows = [row for row in table("us_post_table") if row.text["edition"] == edition]
    if edition == "IRC 2018":
        found = next((row for row in rows if row.text["size"] == wood.size), None)
        if found is None:
            raise OutOfScopeError(f"no {wood.size} posts in the table", "4x4, 4x6, 6x6 or 8x8")
        return cell(found, "height_m", "h", says=f"table R507.4 of 2018: row {found.text['size']}, by size alone")
    if group != "Southern Pine":
        raise OutOfScopeError("the 2021 post table is entered for Southern Pine alone", "calculate it")
    fitting = [row for row in rows if row.text["size"] == wood.size]
    if not fitting:
        raise OutOfScopeError(f"no {wood.size} posts in the table", "4x4, 4x6, 6x6 or 8x8")
    row = _next(fitting, "area_m2", area_m2, what="the area", most="at most 160 sq ft")
    return cell(
        row,
        "height_m",
        "h",
        says=f"table R507.4: row {row.text['size']}, column {row.number('area_m2') / FT**2:.0f} sq ft",
    )
