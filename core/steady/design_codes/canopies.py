"""Loads on roofs over terraces, alike in every school but for its factors: open slats, bare frames, uplift, snow, a person.

Pressures in Pa, forces in N, lengths in m. What a school's own rules do not reach is practice or our own, and says so.
"""

import math
from dataclasses import replace

from steady.data.interpolation import between
from steady.data.loader import TableRow, keyed, table
from steady.design_codes.base import Rulebook
from steady.design_codes.requests import OpenRoofInput, WindPlace
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError, above_zero, not_below_zero
from steady.plan.model import CalculationStep
from steady.units.units import FT, GRAVITY
from steady.value_objects import value_object

CLOSED_FROM = 0.7
"""From this solidity on slats count as closed [our own, low]."""
FRAME_COEFFICIENT = 2.0
"""Force coefficient of bare members, square to the wind [practice, low]."""
NET_COEFFICIENT = 1.2
"""Net coefficient of a canopy, up and down alike, where a school gives none [practice, low]."""
PART_OVER_HALF = 2.0
"""A rafter and its ties take so much more than the half roof that they lie in [our own; components are not recalled]."""
FLATTEST_TABLE_RAD = math.radians(7.5)
"""To this slope the figure of a free roof's parts is entered. Source: ASCE 7-16 Fig. 30.8-1, from memory."""
LEAST_GABLE_DEG = 7.5
"""Flatter gables go by the figure for a single slope. Source: ASCE 7-16 Fig. 27.3-5 (from memory, medium)."""
GUST = 0.85
"""Gust-effect factor of a rigid structure. Source: ASCE 7-16 26.11.1 (from memory, high)."""
SLIDES_OVER_M = 15 * FT
"""Snow that slides off a higher roof lies so far out from its eave. Source: ASCE 7-16 7.9 (from memory, high)."""


def _row(book: Rulebook) -> TableRow:
    row = keyed("canopy_loads").get(book.key)
    if row is None:
        book.none("load on roofs over terraces")
    return row


def _solid(solidity: float) -> float:
    if not 0 < solidity <= 1:
        raise InvalidInputError("solidity", "must be above 0 and at most 1")
    return solidity


def open_slats(
    book: Rulebook, place: WindPlace, height_m: float | None, *, solidity: float, net: float | None = None
) -> CalculationStep:
    """Wind on level slats, up and down alike, at the school's own level (allowable in us, ultimate or design elsewhere).

    Raises:
        OutOfScopeError: nz without a net coefficient of the crew's.

    Source: practice and our own (low): the school's pressure, a net coefficient, and the share that is closed.
    """
    share = 1.0 if _solid(solidity) >= CLOSED_FROM - 1e-9 else solidity
    if net is not None:
        above_zero(net_coefficient=net)
    row = _row(book)
    coefficient = net if net is not None else row.value["net_coefficient"]
    if coefficient is None:
        raise OutOfScopeError("no coefficient for canopies of slats is entered here", "type the net coefficient")
    q, gust = book.velocity_pressure(place, height_m)[1], row.number("slat_gust_factor")
    return CalculationStep(
        symbol="w",
        value=q.value * gust * coefficient * share,
        unit=q.unit,
        formula="q * G * C_n * phi",
        inputs=(("q", q.value, q.unit), ("G", gust, ""), ("C_n", coefficient, ""), ("phi", share, "")),
        source=row.source,
        says="wind, up and down alike, at the level that is designed at",
    )


def open_slats_pa(
    book: Rulebook, place: WindPlace, height_m: float | None, *, solidity: float, net: float | None = None
) -> float:
    """`open_slats` in Pa."""
    return si(open_slats(book, place, height_m, solidity=solidity, net=net))


@value_object
class ClosedRoof:
    """A closed roof on posts as the wind finds it: height, slope, blocked below, the crew's coefficient; sizes on plan (m).

    `hipped`: it falls to all sides; no figure of us and uk speaks of it, so those of gables bound it.
    """

    height_m: float
    slope_rad: float
    blocked: bool
    long_m: float
    deep_m: float
    net_coefficient: float | None = None
    hipped: bool = False


@value_object
class ClosedWind:
    """Wind on a closed roof (Pa, up and down both without a sign): down; up on posts; up on a rafter and its ties.

    `lead_ratio`: what the windward line of posts takes over an even share. `practice`: what of it rests on common practice
    where the code is silent; empty: nothing.
    """

    down_pa: float
    up_pa: float
    part_up_pa: float
    lead_ratio: float
    steps: tuple[CalculationStep, ...]
    practice: str = ""


def closed_wind(book: Rulebook, place: WindPlace, roof: ClosedRoof, *, part_m2: float) -> ClosedWind:
    """Wind on a closed roof on posts; the harder blown half, never the mean of both, is what one post gets.

    Args:
        part_m2: The area that one rafter carries.

    Raises:
        OutOfScopeError: A slope that the school's table does not reach.

    Source: us ASCE 7-16 Figs. 27.3-4 and 30.8-1, uk EN 1991-1-4 Table 7.6 with the whole force at a quarter of the depth
        from the windward edge (all from memory, medium); ca and nz by our own reading (low).
    """
    if book.key in ("us", "uk"):
        if roof.hipped:
            return _hip_wind(book, place, roof)
        ask = OpenRoofInput(
            height_m=roof.height_m, slope_rad=roof.slope_rad, obstructed=roof.blocked, uplift=True, own_half=True
        )
        up = book.open_roof_pressure(place, ask)
        down = book.open_roof_pressure(place, replace(ask, uplift=False))
        part_pa, practice = abs(si(up)), ""
        if book.key == "us" and roof.slope_rad > FLATTEST_TABLE_RAD + 1e-9:
            part_pa *= PART_OVER_HALF
            practice = "wind on rafters of a free roof steeper than 7.5 degrees, taken as twice that on its harder half"
        elif book.key == "us":
            part_pa = max(part_pa, abs(si(up)) / abs(_coefficient(up)) * _part_coefficient(roof, part_m2))
        lead = 1.5 if book.key == "uk" else 1.0
        return ClosedWind(
            down_pa=abs(si(down)),
            up_pa=abs(si(up)),
            part_up_pa=part_pa,
            lead_ratio=lead,
            steps=(up, down),
            practice=practice,
        )
    each, practice = slat_wind(book, place, roof.height_m, solidity=1.0, net=roof.net_coefficient)
    return ClosedWind(
        down_pa=si(each), up_pa=si(each), part_up_pa=si(each), lead_ratio=1.0, steps=(each,), practice=practice
    )


def slat_wind(
    book: Rulebook, place: WindPlace, height_m: float | None, *, solidity: float, net: float | None
) -> tuple[CalculationStep, str]:
    """`open_slats`, and what of it rests on practice: the usual net coefficient where neither crew nor school has one."""
    if net is not None or _row(book).value["net_coefficient"] is not None:
        return open_slats(book, place, height_m, solidity=solidity, net=net), ""
    found = open_slats(book, place, height_m, solidity=solidity, net=NET_COEFFICIENT)
    return found, f"wind on a canopy, taken with a net coefficient of {NET_COEFFICIENT:g} up and down"


def _hip_wind(book: Rulebook, place: WindPlace, roof: ClosedRoof) -> ClosedWind:
    """Wind on a roof that falls to all sides, bounded by the figures for gables: across the ridge and along it, either half.

    Raises:
        OutOfScopeError: Steeper than the table of gables; flatter than its least slope.

    Source: us ASCE 7-16 Figs. 27.3-5 and 27.3-7, uk EN 1991-1-4 Table 7.7 (from memory, medium); the bound, and twice the
        half's figure on rafters and ties, are our own.
    """
    degrees = math.degrees(roof.slope_rad)
    down, up, most = _gable_us(roof, degrees) if book.key == "us" else _gable_uk(roof, degrees)
    if not LEAST_GABLE_DEG - 1e-9 <= degrees <= most + 1e-9:
        reach = f"{LEAST_GABLE_DEG:g} to {most:g} degrees"
        raise OutOfScopeError(
            f"wind on free roofs is entered for pitches of {reach} here", "such a pitch, or an engineer"
        )
    q = book.velocity_pressure(place, roof.height_m)[1]
    level, gust = (0.6, GUST) if book.key == "us" else (1.0, 1.0)

    def step(coefficient: float, says: str) -> CalculationStep:
        return CalculationStep(
            symbol="w",
            value=level * q.value * gust * coefficient,
            unit=q.unit,
            formula="k * q * G * C_N",
            inputs=(("k", level, ""), ("q", q.value, q.unit), ("G", gust, ""), ("C_N", coefficient, "")),
            source="practice: a hip roof bounded by the gable figures; medium",
            says=f"{says}: the harder of both directions and both halves",
        )

    steps = (step(up, "up"), step(down, "down"))
    up_pa, down_pa = abs(si(steps[0])), abs(si(steps[1]))
    return ClosedWind(
        down_pa=down_pa,
        up_pa=up_pa,
        part_up_pa=PART_OVER_HALF * up_pa,
        lead_ratio=1.0,
        steps=steps,
        practice="wind on a hip roof, bounded by the gable figures",
    )


def _gable_us(roof: ClosedRoof, degrees: float) -> tuple[float, float, float]:
    """Coefficients down and up (negative), and the steepest slope of the figure."""
    flow = "obstructed" if roof.blocked else "clear"
    points: dict[tuple[str, str], list[tuple[float, float]]] = {}
    for row in table("us_open_gable"):
        if row.text["flow"] == flow:
            for half in ("windward_coefficient", "leeward_coefficient"):
                at = (math.degrees(row.number("slope_rad")), row.number(half))
                points.setdefault((row.text["case"], half), []).append(at)
    across = [between(sorted(found), degrees) for found in points.values()]
    along = keyed("us_open_along")[flow]
    steepest = max(x for found in points.values() for x, _ in found)
    return (
        max(*across, along.number("down_coefficient")),
        min(*across, along.number("up_coefficient")),
        steepest,
    )


def _gable_uk(roof: ClosedRoof, degrees: float) -> tuple[float, float, float]:
    rows = [(math.degrees(row.number("slope_rad")), row) for row in table("uk_duopitch")]
    up = "up_blocked_coefficient" if roof.blocked else "up_clear_coefficient"
    down_at, up_at = (
        between(sorted((at, row.number(name)) for at, row in rows), degrees) for name in ("down_coefficient", up)
    )
    return down_at, up_at, max(at for at, _ in rows)


def _coefficient(step: CalculationStep) -> float:
    return next(value for name, value, _ in step.inputs if name == "C_N")


def _part_coefficient(roof: ClosedRoof, part_m2: float) -> float:
    """Of a component, by its area against the zone's width squared: a tenth of the least width or .4 h, at least 3 ft."""
    wide = max(
        min(0.1 * min(roof.long_m, roof.deep_m), 0.4 * roof.height_m), 0.04 * min(roof.long_m, roof.deep_m), 3 * FT
    )
    rows = sorted(table("us_open_parts"), key=lambda row: row.number("up_to_area_ratio"))
    row = next(row for row in rows if part_m2 <= row.number("up_to_area_ratio") * wide**2 + 1e-9)
    return abs(row.number("up_coefficient"))


def closed_live_pa(book: Rulebook, area_m2: float, slope_rad: float) -> float:
    """People and things spread over a closed roof that nobody uses.

    Source: us ASCE 7-16 4.8 (high); ca the least roof snow of NBC 9.4.2.2 (high); nz AS/NZS 1170.1 3.2, uk EN 1991-1-1
        6.3.4 to 30 degrees (both medium): all from memory.
    """
    above_zero(area=area_m2)
    if book.key == "us":
        return si(book.roof_live(area_m2, 12 * math.tan(slope_rad)))
    row = _row(book)
    return max(
        row.number("closed_live_per_area_n") / area_m2 + row.number("closed_live_pa"),
        row.number("closed_live_least_pa"),
    )


@value_object
class FrameRowWind:
    """Wind on what stands in rows behind each other: the area that counts, and the force."""

    area_m2: float
    force_n: float


@value_object
class FrameRows:
    """What stands in rows behind each other: the area of one row to the wind, how many, and what else stands there (m2)."""

    row_m2: float
    rows: int
    other_m2: float = 0.0


def bare_frame(book: Rulebook, place: WindPlace, height_m: float | None, *, behind: FrameRows) -> FrameRowWind:
    """Source: practice and our own (low): max(min(n, 3), 1 + .3 (n − 1)) rows, force coefficient 2."""
    above_zero(row_area=behind.row_m2, rows=behind.rows)
    not_below_zero(other_area=behind.other_m2)
    area_m2 = behind.row_m2 * max(min(behind.rows, 3), 1 + 0.3 * (behind.rows - 1)) + behind.other_m2
    q_pa = si(book.velocity_pressure(place, height_m)[1])
    row = _row(book)
    pressure_pa = max(q_pa * row.number("frame_gust_factor") * FRAME_COEFFICIENT, row.number("frame_least_pa"))
    return FrameRowWind(area_m2=area_m2, force_n=row.number("frame_level_factor") * pressure_pa * area_m2)


@value_object
class UpliftInput:
    """Wind up (us: already at its allowable level) and lasting load over the area of each tie; weights of beam and post."""

    wind_pa: float
    dead_pa: float
    rafter_m2: float
    beam_m2: float
    post_m2: float
    beam_n: float = 0.0
    post_n: float = 0.0


@value_object
class UpliftPath:
    """What each tie down the path must hold (0 where the weight does), and the concrete that holds the last."""

    rafter_n: float
    beam_n: float
    post_n: float
    concrete_m3: float


def uplift_path(book: Rulebook, ask: UpliftInput) -> UpliftPath:
    """From rafter to footing. Source: the school's combination for uplift; concrete by its share of lasting weight."""
    above_zero(wind_up=ask.wind_pa, rafter_area=ask.rafter_m2, beam_area=ask.beam_m2, post_area=ask.post_m2)
    not_below_zero(dead=ask.dead_pa, beam_weight=ask.beam_n, post_weight=ask.post_n)
    lasting, _, concrete_n_per_m3, _ = book.uplift()
    net_pa = _row(book).number("wind_up_factor") * ask.wind_pa - lasting * ask.dead_pa
    post_n = max(0.0, net_pa * ask.post_m2 - lasting * (ask.beam_n + ask.post_n))
    return UpliftPath(
        rafter_n=max(0.0, net_pa * ask.rafter_m2),
        beam_n=max(0.0, net_pa * ask.beam_m2 - lasting * ask.beam_n),
        post_n=post_n,
        concrete_m3=post_n / (lasting * concrete_n_per_m3),
    )


def net_up_pa(book: Rulebook, wind_pa: float, dead_pa: float) -> float:
    """What is left upward; 0 where the lasting load holds it down."""
    return max(0.0, _row(book).number("wind_up_factor") * wind_pa - book.uplift()[0] * dead_pa)


def down_pa(book: Rulebook, dead_pa: float, live_pa: float) -> float:
    """Lasting and passing load together at the school's design level."""
    row = _row(book)
    return row.number("dead_factor") * dead_pa + row.number("live_factor") * live_pa


def person_n(book: Rulebook) -> float:
    """One person who climbs on to mend something."""
    return _row(book).number("person_n")


def person(book: Rulebook) -> CalculationStep:
    """That person as a line of working."""
    says = "a person on one rafter, where it is hardest"
    return given_step("P", person_n(book) / book.units.force_n, book.units.force, source=_row(book).source, says=says)


def person_moment_n_m(book: Rulebook, span_m: float, dead_n_per_m: float, *, one_n: float | None = None) -> float:
    """Bending of a member under its own load and one person at midspan, at design level. Source: statics."""
    above_zero(span=span_m)
    not_below_zero(dead_line=dead_n_per_m)
    row, push_n = _row(book), one_n if one_n is not None else person_n(book)
    above_zero(person=push_n)
    return row.number("dead_factor") * dead_n_per_m * span_m**2 / 8 + row.number("live_factor") * push_n * span_m / 4


def snow_on_slats_pa(book: Rulebook, roof_pa: float, solidity: float, *, gap_m: float) -> float:
    """Snow that slats hold. Source: practice and our own (low): it bridges narrow gaps, and falls through wide ones."""
    not_below_zero(roof_snow=roof_pa, gap=gap_m)
    share, row = _solid(solidity), _row(book)
    bridged_m = row.value["bridged_m"]
    if share >= 0.5 or (bridged_m is not None and gap_m <= bridged_m + 1e-9):
        return roof_pa
    return roof_pa * row.number("share_factor") * max(share, row.number("least_share_ratio"))


@value_object
class Sliding:
    """Snow off a higher roof on a canopy below its eave: a metre of eave's, and spread over where it lies."""

    line_n_per_m: float
    pressure_pa: float


def sliding_snow(book: Rulebook, flat_pa: float, upper_run_m: float, *, depth_m: float) -> Sliding:
    """Source: ASCE 7-16 7.9 (from memory, high): .4 p_f W over 15 ft from the eave; other schools have no rule entered here."""
    if book.key != "us":
        book.none("rule for snow that slides off a higher roof")
    return slid(flat_pa, upper_run_m, depth_m)


def slid(flat_pa: float, upper_run_m: float, depth_m: float) -> Sliding:
    """The us rule, in any school; elsewhere it is practice and has to be said so."""
    above_zero(upper_run=upper_run_m, canopy_depth=depth_m)
    not_below_zero(flat_roof=flat_pa)
    whole = 0.4 * flat_pa * upper_run_m
    return Sliding(line_n_per_m=whole * min(1.0, depth_m / SLIDES_OVER_M), pressure_pa=whole / SLIDES_OVER_M)


@value_object
class LedgerFixing:
    """What each fixing of a ledger carries down, and is lifted by, at design level; `line`: down for each metre."""

    line_n_per_m: float
    down_n: float
    up_n: float


@value_object
class LedgerFixingInput:
    """A lean-to's span and loads, and how its ledger is fixed: so many at each point, so far apart."""

    span_m: float
    dead_pa: float
    live_pa: float
    spacing_m: float
    at_point: int = 1
    wind_up_pa: float = 0.0


def ledger_fixing(book: Rulebook, ask: LedgerFixingInput) -> LedgerFixing:
    """Half the span's load on each fixing's share of the ledger. Source: statics and the school's combinations."""
    above_zero(span=ask.span_m, spacing=ask.spacing_m, at_point=ask.at_point)
    not_below_zero(dead=ask.dead_pa, live=ask.live_pa, wind_up=ask.wind_up_pa)
    line = down_pa(book, ask.dead_pa, ask.live_pa) * ask.span_m / 2
    up = net_up_pa(book, ask.wind_up_pa, ask.dead_pa) * ask.span_m / 2
    each = ask.spacing_m / ask.at_point
    return LedgerFixing(line_n_per_m=line, down_n=line * each, up_n=up * each)


def layers_pa(layers: list[tuple[float, float, float, float]]) -> float:
    """Lasting load of layers of (width, depth, pitch, density). Source: geometry."""
    total = 0.0
    for width_m, depth_m, pitch_m, density in layers:
        above_zero(widths=width_m, depths=depth_m, pitches=pitch_m, densities=density)
        if pitch_m < width_m:
            raise InvalidInputError("pitches", "must be no less than the widths")
        total += width_m * depth_m / pitch_m * density * GRAVITY
    return total
