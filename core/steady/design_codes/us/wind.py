"""Wind on free-standing fences (ASCE 7, 29.3 and 29.4) and on open roofs (27.3.2), at allowable-stress level.

A fence is looked at leg by leg, from corner to corner. Both ends of a leg are taken as the windward one in turn; at each place
the worst case governs.
"""

import itertools
import math
from functools import cache

from steady.data.interpolation import beside, between
from steady.data.loader import TableRow, keyed, table
from steady.design_codes.fences import EndZone, zones_between
from steady.design_codes.requests import LegEnd, OpenFace, OpenRoofInput, WindFace, WindLeg, WindPlace
from steady.design_codes.results import AlongWind, GableWind, WindOnFence, WindZone, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import FT, MPH, PSF

GUST = 0.85
DIRECTION = 0.85
LEAST_PSF = 16.0
ASD = 0.6


def height_factor(height_m: float, exposure: str, edition: str) -> CalculationStep:
    """K_z at a height; below 15 ft the value at 15 ft.

    Raises:
        OutOfScopeError: Unknown edition or exposure.

    Source: ASCE 7-16 and 7-22 Table 26.10-1 note (from memory).
    """
    short = edition.removeprefix("ASCE ")
    row = keyed("us_exposure").get(f"{short} {exposure}")
    if row is None:
        raise OutOfScopeError(
            f"no wind profile for {edition} exposure {exposure}", "choose ASCE 7-16 or 7-22 and B, C or D"
        )
    z_ft, zg_ft = max(height_m / FT, 15.0), row.number("gradient_height_m") / FT
    alpha, scale = row.number("alpha_ratio"), row.number("scale_factor")
    return CalculationStep(
        symbol="K_z",
        value=scale * (z_ft / zg_ft) ** (2 / alpha),
        unit="",
        formula="k * (z / z_g) ** (2 / a)",
        inputs=(("k", scale, ""), ("z", z_ft, "ft"), ("z_g", zg_ft, "ft"), ("a", alpha, "")),
        source=row.source,
        says=f"exposure {exposure}; heights under 15 ft count as 15",
    )


def velocity_pressure(
    height_m: float, speed_m_per_s: float, exposure: str, *, edition: str
) -> tuple[CalculationStep, CalculationStep]:
    """q (psf) and the K_z it used. Source: ASCE 7-16 26.10.2 (from memory, high)."""
    kz = height_factor(height_m, exposure, edition)
    speed_mph = speed_m_per_s / MPH
    return kz, CalculationStep(
        symbol="q",
        value=0.00256 * kz.value * DIRECTION * speed_mph**2,
        unit="psf",
        formula="0.00256 * K_z * K_d * V ** 2",
        inputs=(("K_z", kz.value, ""), ("K_d", DIRECTION, ""), ("V", speed_mph, "mph")),
        source="asce-7-16: 26.10.2; high",
    )


def _columns(row: TableRow) -> list[tuple[float, float]]:
    return [
        (float(name[2:]), value) for name, value in row.value.items() if name.startswith("b_") and value is not None
    ]


@cache
def run_coefficient(length_over_height: float, solid_over_top: float) -> float:
    """C_f, cases A and B, interpolated both ways; the figure's outer columns are its own bounds (≤ .05, ≥ 45, ≤ .16).

    Source: ASCE 7-16 Fig. 29.3-1 (from memory, high).
    """
    by_height = sorted(
        (row.number("height_ratio"), between(_columns(row), length_over_height)) for row in table("us_wind_run")
    )
    return between(by_height, min(solid_over_top, 1.0))


@cache
def end_coefficients(length_over_height: float, solid_over_top: float) -> tuple[tuple[float, float], ...]:
    """C_f of case C: (reaches to, in heights from the free end; coefficient). None under a length of two heights.

    Each zone is interpolated between the columns that list it; before its first column a zone takes that column's value.

    Source: ASCE 7-16 Fig. 29.3-1 case C and its notes (from memory, high).
    """
    if length_over_height < 2:
        return ()
    relief = 1.8 - solid_over_top if solid_over_top > 0.8 else 1.0
    found: list[tuple[float, float]] = []
    for row in table("us_wind_end"):
        columns = _columns(row)
        if found and found[-1][0] >= length_over_height:
            break
        found.append((row.number("to_ratio"), between(columns, length_over_height) * relief))
    return tuple(found)


def wind_on_leg(place: WindPlace, leg: WindLeg, least_psf: float = LEAST_PSF) -> WindOnFence:
    """Design pressure zone by zone along one leg: cases A and B over all of it, case C from each end that wind comes round.

    A corner is an edge as a free end is; the fence that turns away there relieves the first height of the leg. Under 70 % solid
    the figure for open lattice holds, the same all along.

    Raises:
        OutOfScopeError: Unknown edition or exposure, or a fence over 60 ft high, outside the tables' use here.

    Source: ASCE 7-16 Fig. 29.3-1 and 29.4-2 (from memory, high).
    """
    if leg.top_height_m > 60 * FT:
        raise OutOfScopeError("a fence over 60 ft high", "ask an engineer")
    kz, q = velocity_pressure(
        leg.top_height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16"
    )
    height_m, solid = leg.solid_height_m, leg.solidity >= 0.7
    slender, ratio = max(leg.length_m / height_m, 1e-6), min(1.0, height_m / leg.top_height_m)
    arm = _arm(height_m, leg.top_height_m)
    about = f"B/s {slender:.1f}, s/h {ratio:.2f}"
    if not solid:
        share, coefficient = leg.solidity, open_coefficient(leg.solidity, round_members=leg.round_members)
        step = _leg_pressure(
            q.value, least_psf, (place.crest, coefficient, share), case=f"open face, {leg.solidity:.0%} solid"
        )
        return WindOnFence(
            (WindZone(0.0, leg.length_m, step.value * PSF, step),), arm.value * FT, arm, (kz, q), step.value * PSF
        )
    porous = porosity_factor(leg.solidity)

    def bands(end: LegEnd) -> tuple[EndZone, ...]:
        if not end.free:
            return ()
        relief = return_relief(end.return_m / height_m)
        return tuple(
            EndZone(
                to * height_m,
                c * (relief if k == 0 else 1.0),
                f"case C, {about}, zone to {to:.3g} heights",
                _end_steps(k, slender, ratio, relief=relief if k == 0 else 1.0, porous=porous),
            )
            for k, (to, c) in enumerate(end_coefficients(slender, ratio))
        )

    def pressure(coefficient: float, case: str) -> CalculationStep:
        return _leg_pressure(q.value, least_psf, (place.crest, coefficient * porous, 1.0), case=case)

    whole = run_coefficient(slender, ratio)
    run = EndZone(0.0, whole, f"cases A and B, {about}, the whole run", _run_steps(slender, ratio, porous))
    zones = zones_between(leg.length_m, bands(leg.start), bands(leg.end), run=run, pressure=pressure)
    return WindOnFence(zones, arm.value * FT, arm, (kz, q), si(pressure(whole, run.says)))


def _cells(row: TableRow, slender: float, letter: str) -> tuple[str, list[tuple[str, float, str]], str]:
    """A row of the figure between its columns: the formula, its inputs and the columns in words."""
    found = beside(_columns(row), slender)
    words = " and ".join(f"{column:g}" for column, _ in found)
    if len(found) == 1:
        return f"c_{letter}", [(f"c_{letter}", found[0][1], "")], words
    (b1, c1), (b2, c2) = found
    one, two = f"c_{letter}1", f"c_{letter}2"
    return (
        f"({one} + ({two} - {one}) * (r_B - b_1) / (b_2 - b_1))",
        [(one, c1, ""), (two, c2, ""), ("r_B", slender, ""), ("b_1", b1, ""), ("b_2", b2, "")],
        words,
    )


def _coefficient(
    formula: str, inputs: list[tuple[str, float, str]], porous: float, *, says: str, value: float
) -> tuple[CalculationStep, ...]:
    if abs(porous - 1) > 1e-12:
        formula, inputs = f"{formula} * k_p", [*inputs, ("k_p", porous, "")]
        says += "; k_p for openings under 30 %"
    unique = tuple({name: (name, number, unit) for name, number, unit in inputs}.values())
    return (
        CalculationStep(
            symbol="C_f",
            value=value * porous,
            unit="",
            formula=formula,
            inputs=unique,
            source="asce-7-16: Fig. 29.3-1; high",
            says=says,
        ),
    )


@cache
def _end_steps(
    number: int, slender: float, ratio: float, *, relief: float, porous: float
) -> tuple[CalculationStep, ...]:
    row = table("us_wind_end")[number]
    formula, inputs, words = _cells(row, slender, "e")
    value = end_coefficients(slender, ratio)[number][1] * relief
    if ratio > 0.8:
        formula, inputs = f"{formula} * (1.8 - r_s)", [*inputs, ("r_s", ratio, "")]
    if relief != 1:
        formula, inputs = f"{formula} * k_r", [*inputs, ("k_r", relief, "")]
    says = f"case C, row {row.text['key']}, column B/s {words}; r_B is B/s, r_s is s/h"
    says += "; k_r for the return" if relief != 1 else ""
    return _coefficient(formula, inputs, porous, says=says, value=value)


@cache
def _run_steps(slender: float, ratio: float, porous: float) -> tuple[CalculationStep, ...]:
    rows = sorted((row.number("height_ratio"), row) for row in table("us_wind_run"))
    near = beside([(height, 0.0) for height, _ in rows], min(ratio, 1.0))
    picked = [(height, dict(rows)[height]) for height, _ in near]
    formulas = [_cells(row, slender, letter) for (_, row), letter in zip(picked, "lh", strict=False)]
    inputs = [item for _, found, _ in formulas for item in found]
    formula = formulas[0][0]
    if len(formulas) == 2:
        share = "(r_s - h_1) / (h_2 - h_1)"
        formula = f"{formulas[0][0]} + ({formulas[1][0]} - {formulas[0][0]}) * {share}"
        inputs += [("r_s", min(ratio, 1.0), ""), ("h_1", picked[0][0], ""), ("h_2", picked[1][0], "")]
        formula = f"({formula})"
    words = " and ".join(f"{height:g}" for height, _ in picked)
    says = f"cases A and B, row s/h {words}, column B/s {formulas[0][2]}; r_B is B/s, r_s is s/h"
    return _coefficient(formula, inputs, porous, says=says, value=run_coefficient(slender, ratio))


def return_relief(heights: float) -> float:
    """Factor on the first height of a leg at whose end the fence turns away for so many heights; 1 under 0.3.

    Source: ASCE 7-16 Fig. 29.3-1 (from memory, high).
    """
    return between(_RETURNS, heights) if heights >= _RETURNS[0][0] - 1e-9 else 1.0


def _leg_pressure(q_psf: float, least_psf: float, factors: tuple[float, float, float], *, case: str) -> CalculationStep:
    """`factors`: the hill's on the pressure, the force coefficient, the share of the face that counts."""
    crest, coefficient, share = factors
    hill = " * K_zt" if crest != 1 else ""
    part = " * e" if share != 1 else ""
    return CalculationStep(
        symbol="p",
        value=ASD * max(q_psf * crest * GUST * coefficient, least_psf) * share,
        unit="psf",
        formula=f"0.6 * max(q{hill} * G * C_f, p_least){part}",
        inputs=(
            ("q", q_psf, "psf"),
            *((("K_zt", crest, ""),) if hill else ()),
            ("G", GUST, ""),
            ("C_f", coefficient, ""),
            ("p_least", least_psf, "psf"),
            *((("e", share, ""),) if part else ()),
        ),
        source="asce-7-16: 29.3, Fig. 29.3-1 by B/s and s/h, Fig. 29.4-2, 29.7, 2.4.1; high",
        says=case,
    )


def wind_on_fence(place: WindPlace, face: WindFace) -> WindOnFence:
    """The same along a solid fence with two free ends and no returns."""
    leg = WindLeg(length_m=face.length_m, solid_height_m=face.solid_height_m, top_height_m=face.top_height_m)
    return wind_on_leg(place, leg)


def porosity_factor(solidity: float) -> float:
    """Factor on C_f for openings under 30 % of the face.

    Raises:
        OutOfScopeError: 30 % or more open: the open-sign rule applies instead.

    Source: ASCE 7-16 Fig. 29.3-1 note (from memory, high).
    """
    if solidity < 0.7:
        raise OutOfScopeError(
            "openings of 30 % or more: the solid-fence figure does not apply", "use the open-sign rule"
        )
    return float(1 - (1 - solidity) ** 1.5)


def open_coefficient(solidity: float, *, round_members: bool = False) -> float:
    """C_f on the SOLID area of an open fence, 30 % open or more, of flat members or of slender round ones.

    Source: ASCE 7-16 Fig. 29.4-2 (from memory, high).
    """
    rows = ROUND_MEMBERS if round_members else FLAT_MEMBERS
    return next(value for most, value in rows if solidity < most or most == rows[-1][0])


def resultant_arm_m(solid_height_m: float, top_height_m: float) -> float:
    """Height of the resultant above ground (m); see `_arm`."""
    return _arm(solid_height_m, top_height_m).value * FT


def _arm(solid_height_m: float, top_height_m: float) -> CalculationStep:
    """Height of the resultant above ground: middle of the solid part, and 5 % of the height more.

    The figure asks for the 5 % where the solid part reaches the ground; we keep it down to a gap of a fifth of the
    height, on the safe side.
    """
    rise = 0.05 if solid_height_m / top_height_m > 0.8 else 0.0
    s_ft, h_ft = solid_height_m / FT, top_height_m / FT
    return CalculationStep(
        symbol="h_a",
        value=h_ft - s_ft / 2 + rise * h_ft,
        unit="ft",
        formula="h - s / 2 + r * h",
        inputs=(("h", h_ft, "ft"), ("s", s_ft, "ft"), ("r", rise, "")),
        source="asce-7-16: Fig. 29.3-1 note; high",
        says="where the wind's resultant acts",
    )


_RETURNS = [(0.3, 0.90), (1.0, 0.75), (2.0, 0.60)]
"""Factor on the first end zone by return length over height. ASCE 7-16 Fig. 29.3-1 (from memory, high)."""


def face_coefficient(face: WindFace, zone: str) -> float:
    """C_f of a solid face: "run" for cases A and B, or a stretch of case C in heights from the free end, as 0-1.

    Raises:
        InvalidInputError: No such word.
        OutOfScopeError: The figure has no such zone on this face.

    Source: ASCE 7-16 Fig. 29.3-1 (from memory, high).
    """
    slender, ratio = face.length_m / face.solid_height_m, min(1.0, face.solid_height_m / face.top_height_m)
    if zone in ("run", "interior"):
        return run_coefficient(slender, ratio)
    words = zone.removeprefix(">").split("-")
    try:
        at = (float(words[0]) + float(words[-1])) / 2
    except ValueError:
        raise InvalidInputError("zone", "must be run, or heights from the free end as 0-1") from None
    if zone.startswith(">"):
        at += 1e-6
    relief = return_relief(face.return_length_m / face.solid_height_m) if at < 1 else 1.0
    for to_heights, coefficient in end_coefficients(slender, ratio):
        if at <= to_heights:
            return coefficient * relief
    raise OutOfScopeError("the figure has no such zone on this fence", "a longer fence, or the whole run")


def face_pressure(place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None) -> CalculationStep:
    """ASD pressure on the gross area of a face of any solidity. Source: ASCE 7-16 29.3, 29.4, 29.7 (from memory, high)."""
    _, q = velocity_pressure(
        face.top_height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16"
    )
    solid = face.solidity >= 0.7
    if coefficient is None:
        coefficient = (
            face_coefficient(face, zone) * porosity_factor(face.solidity) if solid else open_coefficient(face.solidity)
        )
    share = 1.0 if solid else face.solidity
    return CalculationStep(
        symbol="p",
        value=ASD * max(q.value * GUST * coefficient, LEAST_PSF) * share,
        unit="psf",
        formula="0.6 * max(q * G * C_f, p_least) * e",
        inputs=(
            ("q", q.value, "psf"),
            ("G", GUST, ""),
            ("C_f", coefficient, ""),
            ("p_least", LEAST_PSF, "psf"),
            ("e", share, ""),
        ),
        source="asce-7-16: 29.3, 29.4, 29.7, 2.4.1; high",
        says="on the whole face" if solid else "on the solid part, spread over the whole face",
    )


def open_roof_pressure(place: WindPlace, ask: OpenRoofInput) -> CalculationStep:
    """Mean wind on a monoslope free roof, both halves together, the worst case and direction; negative is up.

    Raises:
        InvalidInputError: A slope below 0.
        OutOfScopeError: Steeper than 45 degrees.

    Source: ASCE 7-16 27.3.2, Fig. 27.3-4 (from memory, medium to high); between slopes by straight lines.
    """
    uplift = ask.uplift
    degrees = math.degrees(ask.slope_rad)
    if not degrees >= 0:
        raise InvalidInputError("slope", "must be 0 or more")
    if degrees > 45 + 1e-9:
        raise OutOfScopeError("free roofs steeper than 45 degrees are not entered", "a flatter roof, or an engineer")
    flow = "obstructed" if ask.obstructed else "clear"
    cases: dict[tuple[float, str], list[tuple[float, float]]] = {}
    for row in table("us_open_roof"):
        if row.text["flow"] == flow:
            halves = (row.number("windward_coefficient"), row.number("leeward_coefficient"))
            mean = (min(halves) if uplift else max(halves)) if ask.own_half else sum(halves) / 2
            cases.setdefault((row.number("from_rad"), row.text["case"]), []).append(
                (math.degrees(row.number("slope_rad")), mean)
            )
    means = [between(sorted(points), degrees) for points in cases.values()]
    worst = min(means) if uplift else max(means)
    if (worst >= 0) == uplift:
        raise OutOfScopeError(f"the figure has no {'uplift' if uplift else 'downward wind'} here", "the other sense")
    _, q = velocity_pressure(ask.height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16")
    return CalculationStep(
        symbol="p",
        value=ASD * q.value * GUST * worst,
        unit="psf",
        formula="0.6 * q * G * C_N",
        inputs=(("q", q.value, "psf"), ("G", GUST, ""), ("C_N", worst, "")),
        source="asce-7-16: Fig. 27.3-4, 2.4.1; medium",
        says=f"{'the harder blown half' if ask.own_half else 'mean of both halves'}, {flow} wind flow; up is negative",
    )


FLAT_MEMBERS = ((0.1, 2.0), (0.3, 1.8), (0.7, 1.6))
ROUND_MEMBERS = ((0.1, 1.2), (0.3, 1.3), (0.7, 1.5))
THICK_ROUND_MEMBERS = ((0.1, 0.8), (0.3, 0.9), (0.7, 1.1))
THICK_ROUND = 2.5
"""D sqrt(q) in ft and psf from which a round member is thick. Source: asce-7-16: Fig. 29.4-2 (from memory, high)."""


def open_face_pressure(place: WindPlace, face: OpenFace) -> tuple[float, CalculationStep]:
    """C_f on the solid part of an open face, and the pressure on its gross area, at allowable level.

    Raises:
        OutOfScopeError: Seven tenths solid or more: the figure of solid fences takes over.

    Source: ASCE 7-16 29.4, Fig. 29.4-2, 29.7 (from memory, high; that the least pressure is on the solid area medium).
    """
    if face.solidity >= 0.7:
        raise OutOfScopeError("a face of seven tenths or more counts as solid", "the wind on a solid fence")
    _, q = velocity_pressure(face.height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16")
    thick = face.round_members and face.thick_m / FT * math.sqrt(q.value) > THICK_ROUND
    table_ = THICK_ROUND_MEMBERS if thick else ROUND_MEMBERS if face.round_members else FLAT_MEMBERS
    coefficient = next(value for most, value in table_ if face.solidity < most)
    return coefficient, CalculationStep(
        symbol="p",
        value=ASD * max(q.value * GUST * coefficient, LEAST_PSF) * face.solidity,
        unit="psf",
        formula="0.6 * max(q * G * C_f, 16) * e",
        inputs=(("q", q.value, "psf"), ("G", GUST, ""), ("C_f", coefficient, ""), ("e", face.solidity, "")),
        source="asce-7-16: Fig. 29.4-2, 29.7; high",
        says="an open face, on its gross area",
    )


def open_gable(place: WindPlace, ask: OpenRoofInput) -> GableWind:
    """Wind across the ridge of an open gable roof. Source: ASCE 7-16 Fig. 27.3-5 (from memory, medium).

    Raises:
        OutOfScopeError: Flatter than 7.5 degrees, or steeper than 45.
    """
    degrees = math.degrees(ask.slope_rad)
    if not 7.5 - 1e-9 <= degrees <= 45 + 1e-9:
        raise OutOfScopeError("the figure of gables is for 7.5 to 45 degrees", "flatter: the figure of a single slope")
    flow = "obstructed" if ask.obstructed else "clear"
    halves: list[tuple[float, float]] = []
    for case in ("A", "B"):
        rows = [row for row in table("us_open_gable") if row.text["flow"] == flow and row.text["case"] == case]
        windward, leeward = (
            between(sorted((math.degrees(row.number("slope_rad")), row.number(column)) for row in rows), degrees)
            for column in ("windward_coefficient", "leeward_coefficient")
        )
        halves.append((windward, leeward))
    _, q = velocity_pressure(ask.height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16")
    unit_pa = ASD * q.value * GUST * PSF
    means = [sum(pair) / 2 for pair in halves]
    return GableWind(
        up_pa=unit_pa * min(means),
        down_pa=unit_pa * max(means),
        half_up_pa=unit_pa * min(min(pair) for pair in halves),
        half_down_pa=unit_pa * max(max(pair) for pair in halves),
        sideways_pa=unit_pa * max(abs(a - b) for a, b in halves) / 2 * math.tan(ask.slope_rad),
    )


ALONG = ("", "second_", "beyond_")


def open_along(place: WindPlace, ask: OpenRoofInput, length_m: float) -> AlongWind:
    """Wind along the ridge of an open roof: zones of one height, two heights and beyond from its windward edge.

    Source: ASCE 7-16 Fig. 27.3-7 (from memory, medium).
    """
    if not length_m > 0:
        raise InvalidInputError("length", "must be above 0")
    row = keyed("us_open_along")["obstructed" if ask.obstructed else "clear"]
    _, q = velocity_pressure(ask.height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16")
    unit_pa = ASD * q.value * GUST * PSF
    edges = (0.0, ask.height_m, 2 * ask.height_m, math.inf)
    zones = [max(0.0, min(length_m, far) - near) / length_m for near, far in itertools.pairwise(edges)]

    def mean(sense: str) -> float:
        return sum(share * row.number(f"{zone}{sense}_coefficient") for share, zone in zip(zones, ALONG, strict=True))

    return AlongWind(
        up_pa=unit_pa * mean("up"),
        down_pa=unit_pa * mean("down"),
        first_up_pa=unit_pa * row.number("up_coefficient"),
        first_down_pa=unit_pa * row.number("down_coefficient"),
    )
