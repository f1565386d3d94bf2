"""Loads of the United Kingdom school: combinations, decks, barriers, wind."""

import math
from dataclasses import replace
from functools import cache, lru_cache

from steady.data.interpolation import beside, between
from steady.data.loader import keyed, table
from steady.design_codes.fences import EndZone, middle_arm, zones_between
from steady.design_codes.requests import (
    DriftInput,
    LegEnd,
    OpenFace,
    OpenRoofInput,
    SnowInput,
    WindFace,
    WindLeg,
    WindPlace,
)
from steady.design_codes.results import (
    Combination,
    GableWind,
    GuardNeeded,
    PeopleLoad,
    StairLimits,
    WindOnFence,
    WindZone,
    given_step,
    product_step,
    si,
)
from steady.errors import InvalidInputError, OutOfScopeError, above_zero, not_below_zero
from steady.plan.model import CalculationStep

_COMBOS = "ec0: 6.10; high"
AIR = 1.226
"""kg/m³, UK annex (from memory, high)."""
_EDGE = keyed("uk_barriers")["external balconies and edges"]
BARRIER = PeopleLoad(
    line_n_per_m=_EDGE.number("line_n_per_m"),
    point_n=_EDGE.number("point_n"),
    factor=1.5,
    load="snow",
    source=_EDGE.source,
    infill_n=_EDGE.number("point_n"),
)
"""External balconies and edges; the line load is taken as short-term (product, medium)."""
CONCRETE_N_PER_M3 = 24000.0


def psi(action: str, index: int) -> float:
    """ψ0, ψ1 or ψ2 of A, B, C, H, snow or wind.

    Raises:
        InvalidInputError: No such category.
    """
    if action not in keyed("uk_psi"):
        raise InvalidInputError("live_use", f"must be one of {', '.join(keyed('uk_psi'))}")
    return keyed("uk_psi")[action].number(f"psi{index}_factor")


@lru_cache(maxsize=64)
def combinations(live_use: str, rule: str) -> tuple[Combination, ...]:
    """6.10, or 6.10a and 6.10b with ξ 0.925, each variable load leading in turn.

    Raises:
        InvalidInputError: No such rule.

    Source: EN 1990 with the UK annex (from memory, high).
    """
    use = {"": "A", "roof": "H"}.get(live_use, live_use)
    if rule not in ("", "6.10", "6.10a/b"):
        raise InvalidInputError("rule", "must be 6.10 or 6.10a/b")
    factor = {name: psi(use if name == "live" else name, 0) for name in ("live", "snow", "wind")}
    found = [Combination(name="1.35 G", dead=1.35, load="permanent", source=_COMBOS)]
    durations = {"live": "floor", "snow": "snow", "wind": "wind"}
    order = ("live", "snow", "wind")
    for present in (("live",), ("snow",), ("wind",), ("live", "snow"), ("live", "wind"), ("snow", "wind"), order):
        shortest = durations[max(present, key=order.index)]
        if rule == "6.10a/b":
            found.append(_combination(present, None, factor, dead=(1.35, "6.10a"), shortest=shortest))
        for leading in present:
            dead = 1.35 * 0.925 if rule == "6.10a/b" else 1.35
            name = "6.10b" if rule == "6.10a/b" else "6.10"
            found.append(_combination(present, leading, factor, dead=(dead, name), shortest=shortest))
    return tuple(found)


def _combination(
    present: tuple[str, ...], leading: str | None, factor: dict[str, float], *, dead: tuple[float, str], shortest: str
) -> Combination:
    """`dead`: the factor on it, and the expression that says so."""
    each = {
        one: 1.5 * (1.0 if one == leading else factor[one]) if one in present else 0.0
        for one in ("live", "snow", "wind")
    }
    letters = {"live": "Q", "snow": "S", "wind": "W"}
    says = " + ".join([f"{dead[0]:.4g} G", *(f"{each[one]:.4g} {letters[one]}" for one in present)])
    load = {"floor": "floor", "snow": "snow", "wind": "wind"}[shortest]
    return Combination(
        name=f"{says} ({dead[1]})",
        dead=dead[0],
        live=each["live"],
        snow=each["snow"],
        wind=each["wind"],
        load=load,  # type: ignore[arg-type]
        source=_COMBOS,
    )


def deck_live(raised: bool) -> CalculationStep:
    """2.5 kPa raised, 1.5 at the ground (under 600 mm), within one dwelling. Source: UK annex (from memory, medium)."""
    value = 2.5 if raised else 1.5
    return given_step(
        "Q",
        value,
        "kPa",
        source="ec0: NA Table NA.3; medium",
        says="balcony of one dwelling" if raised else "deck under 600 mm",
    )


def guard_needed(*, height_m: float, inside: bool, stair: bool) -> GuardNeeded:
    """Over 600 mm: 1100 mm outside, 900 inside a dwelling and on its stairs; a 100 mm ball must not pass."""
    if height_m <= 0.6 + 1e-9:
        return GuardNeeded(height_m=0.0, sphere_m=0.1, source="uk-k: K2; medium")
    return GuardNeeded(height_m=0.9 if inside or stair else 1.1, sphere_m=0.1, source="uk-k: K2; medium")


def return_factor(years: float, shape: float = 0.2, power: float = 0.5) -> float:
    """c_prob on the speed. Source: EN 1991-1-4 4.2 note 4 (from memory, high).

    Raises:
        InvalidInputError: A period of a year or less.
    """
    if not years > 1:
        raise InvalidInputError("return_years", "must be above 1")
    return float(((1 - shape * math.log(-math.log(1 - 1 / years))) / (1 - shape * math.log(-math.log(0.98)))) ** power)


def velocity_pressure(place: WindPlace, height_m: float) -> tuple[CalculationStep, CalculationStep]:
    """c_e and q_p by the European form; the UK's own charts are not recalled, so this is an estimate and says so.

    Raises:
        InvalidInputError: A speed or terrain that cannot be.
        OutOfScopeError: Above 200 m.

    Source: EN 1991-1-4 4.3 to 4.5 (from memory, high).
    """
    if not place.speed_m_per_s > 0:
        raise InvalidInputError("wind_speed", "must be above 0")
    if not height_m > 0:
        raise InvalidInputError("height", "must be above 0")
    if height_m > 200:
        raise OutOfScopeError("above 200 m", "an engineer")
    row = keyed("uk_terrain").get(place.exposure)
    if row is None:
        raise InvalidInputError("exposure", f"must be one of {', '.join(keyed('uk_terrain'))}")
    z0, z = row.number("roughness_m"), max(height_m, row.number("least_m"))
    cr = 0.19 * (z0 / 0.05) ** 0.07 * math.log(z / z0)
    iv = 1 / math.log(z / z0)
    ce = CalculationStep(
        symbol="c_e",
        value=(1 + 7 * iv) * cr**2,
        unit="",
        formula="(1 + 7 / ln(z / z_0)) * (0.19 * (z_0 / 0.05) ** 0.07 * ln(z / z_0)) ** 2",
        inputs=(("z", z, "m"), ("z_0", z0, "m")),
        source=f"ec1-4: 4.3 to 4.5; {row.source}",
        says=f"terrain {place.exposure}, counted at {z:.2f} m; an estimate in place of the UK charts. 1 / ln(z / z_0) is the "
        "turbulence, what is squared the roughness",
    )
    speed = place.speed_m_per_s * (return_factor(place.return_years) if place.return_years else 1.0)
    q = CalculationStep(
        symbol="q_p",
        value=ce.value * 0.5 * AIR * speed**2 / 1000,
        unit="kPa",
        formula="c_e * 0.5 * rho * v_b ** 2 / 1000",
        inputs=(("c_e", ce.value, ""), ("rho", AIR, "kg/m3"), ("v_b", speed, "m/s")),
        source="ec1-4: 4.5; high",
    )
    return ce, q


@cache
def _zone_steps(
    zone: str, slender: float, share: float, *, solidity: float, value: float
) -> tuple[CalculationStep, ...]:
    """How a zone's coefficient lies between the table's rows for length, returns and solidity."""
    rows = table("uk_wall_zones")
    free = sorted(
        (r.number("length_ratio"), r.number("wall_coefficient"))
        for r in rows
        if r.text["return"] == "none" and r.text["zone"] == zone
    )
    found = beside(free, slender)
    inputs: list[tuple[str, float, str]] = [("c_1", found[0][1], "")]
    formula = "c_1"
    if len(found) == 2:
        formula = "(c_1 + (c_2 - c_1) * (r_l - l_1) / (l_2 - l_1))"
        inputs += [("c_2", found[1][1], ""), ("r_l", slender, ""), ("l_1", found[0][0], ""), ("l_2", found[1][0], "")]
    says = f"zone {zone}, row l/h {' and '.join(f'{length:g}' for length, _ in found)}; r_l is l/h"
    if share > 0:
        full = next(r for r in rows if r.text["return"] == "full" and r.text["zone"] == zone).number("wall_coefficient")
        formula = f"({formula} + (c_r - {formula}) * k_r)"
        inputs += [("c_r", full, ""), ("k_r", share, "")]
        says += ", toward the row with returns by the return's length over the height"
    if solidity < 1:
        low = next(r for r in rows if r.text["return"] == "80 % solid" and r.text["zone"] == zone).number(
            "wall_coefficient"
        )
        formula = f"c_o + ({formula} - c_o) * (s_f - 0.8) / 0.2"
        inputs += [("c_o", low, ""), ("s_f", solidity, "")]
        says += ", toward the row 80 % solid"
    step = CalculationStep(
        symbol="c_p",
        value=value,
        unit="",
        formula=formula,
        inputs=tuple(inputs),
        source="ec1-4: Table 7.9; high",
        says=says,
    )
    return (step,)


def _zones(face: WindFace) -> list[tuple[str, float, float]]:
    """(zone, reaches to in heights, coefficient) with length, return and solidity interpolated."""
    lh = face.length_m / face.solid_height_m
    share = min(1.0, face.return_length_m / face.solid_height_m)
    if face.solidity < 0.8 - 1e-9:
        raise OutOfScopeError("under 80 % solid the wall table does not apply", "80 % solid at least, or lattice rules")
    found: list[tuple[str, float, float]] = []
    rows = table("uk_wall_zones")
    for zone in "ABCD":
        free = sorted(
            (r.number("length_ratio"), r.number("wall_coefficient"))
            for r in rows
            if r.text["return"] == "none" and r.text["zone"] == zone
        )
        plain = between(free, lh)
        full = next(r for r in rows if r.text["return"] == "full" and r.text["zone"] == zone)
        leaky = next(r for r in rows if r.text["return"] == "80 % solid" and r.text["zone"] == zone)
        solid = plain + (full.number("wall_coefficient") - plain) * share
        low = leaky.number("wall_coefficient")
        found.append((zone, full.number("to_ratio"), low + (solid - low) * (face.solidity - 0.8) / 0.2))
    return found


def wind_on_leg(place: WindPlace, leg: WindLeg, load_factor: float) -> WindOnFence:
    """Design pressure zone by zone along one leg, each place taking the worse of its two edges.

    Where the next leg turns away for a height or more its edge has returns, between by its length. Below 1 each zone's
    coefficient falls in a straight line to 1.2 at four fifths solid; an opener face counts as four fifths [on the safe side].

    Source: EN 1991-1-4 7.4.1, Table 7.9 by l/h (from memory, high); resultant at the middle of the solid part.
    """
    if place.pressure_pa > 0:
        source = "user: peak pressure from the UK charts"
        ce, q = (
            given_step("c_e", 1.0, "", source=source),
            given_step("q_p", place.pressure_pa / 1000, "kPa", source=source),
        )
    else:
        ce, q = velocity_pressure(place, leg.top_height_m)
    slender = leg.length_m / leg.solid_height_m
    if leg.round_members and leg.solidity < 0.8:
        return _open_leg(place, leg, load_factor, working=(ce, q))

    def zones(return_m: float) -> list[tuple[str, float, float]]:
        face = replace(leg.face, solidity=max(leg.solidity, 0.8), return_length_m=return_m)
        return _zones(replace(face, length_m=max(leg.length_m, 1e-3)))

    def bands(end: LegEnd) -> tuple[EndZone, ...]:
        if not end.free:
            return ()
        return tuple(
            EndZone(
                to * leg.solid_height_m,
                cp,
                f"zone {zone}, l/h {slender:.1f}, measured",
                _zone_steps(
                    zone,
                    slender,
                    min(1.0, end.return_m / leg.solid_height_m),
                    solidity=max(leg.solidity, 0.8),
                    value=cp,
                ),
            )
            for zone, to, cp in zones(end.return_m)
        )

    def pressure(cp: float, case: str) -> CalculationStep:
        parts = [("gamma", load_factor, ""), ("q_p", q.value, "kPa"), ("c_p", cp, "")]
        if place.crest != 1:
            parts.append(("c_o2", place.crest, ""))
        return product_step(
            "p", parts, "kPa", source="ec1-4: Table 7.9 by l/h and solidity; high", says=f"{case}, design level"
        )

    inner = zones(0.0)[-1]
    arm = middle_arm(leg.face)
    run = EndZone(0.0, inner[2], "zone D, away from any edge")
    found = zones_between(leg.length_m, bands(leg.start), bands(leg.end), run=run, pressure=pressure)
    return WindOnFence(found, arm.value, arm, (ce, q), si(pressure(run.coefficient, run.says)))


def _open_leg(
    place: WindPlace, leg: WindLeg, load_factor: float, *, working: tuple[CalculationStep, CalculationStep]
) -> WindOnFence:
    """Mesh and tubes: a lattice's force on what is solid, alike all along.

    Source: EN 1991-1-4 7.11 (a bound of our own, low).
    """
    parts = [
        ("gamma", load_factor, ""),
        ("q_p", working[1].value, "kPa"),
        ("c_f", ROUND_LATTICE, ""),
        ("e", leg.solidity, ""),
    ]
    if place.crest != 1:
        parts.append(("c_o2", place.crest, ""))
    says = f"open face, {leg.solidity:.0%} solid, design level"
    step = product_step("p", parts, "kPa", source="ec1-4: 7.11, a bound of our own; low", says=says)
    arm = middle_arm(leg.face)
    return WindOnFence((WindZone(0.0, leg.length_m, si(step), step),), arm.value, arm, working, si(step))


def wind_on_fence(place: WindPlace, face: WindFace, load_factor: float) -> WindOnFence:
    """The same along a closed face with two free ends and no returns."""
    leg = WindLeg(length_m=face.length_m, solid_height_m=face.solid_height_m, top_height_m=face.top_height_m)
    return wind_on_leg(place, leg, load_factor)


def face_coefficient(face: WindFace, zone: str, from_end_m: float | None, *, to_end_m: float | None) -> float:
    """c_p,net of a zone A to D, or its mean over a stretch measured from the free end.

    Raises:
        InvalidInputError: No such zone, or a stretch that cannot be.
        OutOfScopeError: Under 80 % solid, or a zone this wall is too short for.

    Source: EN 1991-1-4 7.4.1, Table 7.9 (from memory, high).
    """
    zones = _zones(face)
    if from_end_m is not None and to_end_m is not None:
        if not 0 <= from_end_m < to_end_m <= face.length_m + 1e-9:
            raise InvalidInputError("from_end", "must be 0 or more, below to_end and within the length")
        total, start = 0.0, 0.0
        for _, to_heights, coefficient in zones:
            end = to_heights * face.solid_height_m
            total += coefficient * max(0.0, min(end, to_end_m) - max(start, from_end_m))
            start = end
        return total / (to_end_m - from_end_m)
    if zone in ("", "interior", "run"):
        # The middle of the wall is the farthest from both ends.
        middle = face.length_m / 2 / face.solid_height_m
        return next(coefficient for _, to_heights, coefficient in zones if middle <= to_heights)
    name = {"end": "A", "corner": "A"}.get(zone, zone)
    start = 0.0
    for found, to_heights, coefficient in zones:
        if found == name:
            if start * face.solid_height_m >= face.length_m:
                raise OutOfScopeError(f"the wall is too short for a zone {name}", "a zone nearer to the end")
            return coefficient
        start = to_heights
    raise InvalidInputError("zone", "must be A, B, C or D")


def canopy_coefficient(slope_rad: float, obstructed: bool, uplift: bool) -> float:
    """Overall net coefficient of a mono-pitch canopy, up negative.

    Raises:
        OutOfScopeError: Steeper than 30 degrees.

    Source: EN 1991-1-4 Table 7.6 (from memory, medium).
    """
    if not 0 <= slope_rad <= math.radians(30) + 1e-9:
        raise OutOfScopeError("canopies steeper than 30 degrees are not entered", "a flatter roof, or an engineer")
    flow = "down" if not uplift else "up, blocked" if obstructed else "up, clear"
    points = sorted(
        (r.number("slope_rad"), r.number("net_coefficient")) for r in table("uk_canopy") if r.text["flow"] == flow
    )
    return between(points, slope_rad)


SNOW_SHAPE, SNOW_SLOPE_RAD = 0.8, math.radians(30)


def roof_snow(ask: SnowInput) -> CalculationStep:
    """Even snow on a roof to 30 degrees.

    Raises:
        InvalidInputError: Snow below 0.
        OutOfScopeError: A steeper roof.

    Source: EN 1991-1-3 5.3 (from memory, medium): s = μ_1 s_k, μ_1 .8, exposure and thermal coefficients 1.
    """
    not_below_zero(ground_snow=ask.ground_pa)
    if ask.slope_rad > SNOW_SLOPE_RAD + 1e-9:
        raise OutOfScopeError("snow on roofs steeper than 30 degrees is not entered", "a flatter roof, or an engineer")
    s_k = ask.ground_pa / 1000
    return CalculationStep(
        symbol="s",
        value=SNOW_SHAPE * s_k,
        unit="kPa",
        formula="u_1 * s_k",
        inputs=(("u_1", SNOW_SHAPE, ""), ("s_k", s_k, "kPa")),
        source="ec1-3: 5.3; medium",
        says="even snow, characteristic",
    )


SNOW_WEIGHT = 2.0
"""Weight of snow (kN/m³). Source: EN 1991-1-3 5.3.6 (from memory, medium)."""


def snow_drift(ask: DriftInput) -> tuple[CalculationStep, CalculationStep]:
    """Snow at the wall of a higher roof, and how far out it lies.

    Source: EN 1991-1-3 5.3.6 (from memory, medium): μ_w = (b1 + b2) / 2 h, from .8 to 4 and at most 2 h / s_k; 5 to 15 m wide.
    """
    if ask.lower_length_m is None:
        raise InvalidInputError("lower_roof_length", "is needed")
    upper_length_m, lower_length_m, step_m = ask.upper_length_m, ask.lower_length_m, ask.step_m
    above_zero(
        upper_roof_length=upper_length_m, lower_roof_length=lower_length_m, step=step_m, ground_snow=ask.ground_pa
    )
    s_k = ask.ground_pa / 1000
    shape = max(0.8, min(4.0, (upper_length_m + lower_length_m) / (2 * step_m)))
    shape = min(shape, SNOW_WEIGHT * step_m / s_k)
    source = "ec1-3: 5.3.6; medium; the UK annex replaces it: an estimate"
    peak = CalculationStep(
        symbol="s_w",
        value=shape * s_k,
        unit="kPa",
        formula="u * s_k",
        inputs=(("u", shape, ""), ("s_k", s_k, "kPa")),
        source=source,
        says="all the snow at the wall",
    )
    wide = CalculationStep(
        symbol="l_s",
        value=max(5.0, min(15.0, 2 * step_m)),
        unit="m",
        formula="",
        inputs=(),
        source=source,
        says="how far out it lies",
    )
    return peak, wide


FLAT_LATTICE, ROUND_LATTICE = 2.0, 1.3
"""Upper bounds of c_f of lattices on their solid area: the curves of EN 1991-1-4 7.11 are not recalled [our own]."""


def open_face_pressure(q: CalculationStep, face: OpenFace) -> tuple[float, CalculationStep]:
    """c_f on the solid part of an open face, and the pressure on its gross area, characteristic.

    Raises:
        OutOfScopeError: Eight tenths solid or more: the table of free-standing walls takes over.

    Source: EN 1991-1-4 7.11 (bounds of our own, low).
    """
    if face.solidity >= 0.8:
        raise OutOfScopeError("a face of eight tenths or more counts as a wall", "the wind on a solid fence")
    coefficient = ROUND_LATTICE if face.round_members else FLAT_LATTICE
    return coefficient, CalculationStep(
        symbol="w",
        value=q.value * coefficient * face.solidity,
        unit="kPa",
        formula="q_p * c_f * e",
        inputs=(("q_p", q.value, "kPa"), ("c_f", coefficient, ""), ("e", face.solidity, "")),
        source="ec1-4: 7.11, bounds of our own; low",
        says="an open face, on its gross area; characteristic",
    )


def open_gable(q: CalculationStep, ask: OpenRoofInput) -> GableWind:
    """Wind on an open gable roof: both slopes alike, or one alone. Source: EN 1991-1-4 Table 7.7 (from memory, medium).

    Raises:
        OutOfScopeError: Flatter than 5 degrees, or steeper than 30.
    """
    if not math.radians(5) - 1e-9 <= ask.slope_rad <= math.radians(30) + 1e-9:
        raise OutOfScopeError("the table of duopitch canopies is entered from 5 to 30 degrees", "another pitch")
    up, down = (
        between(sorted((row.number("slope_rad"), row.number(column)) for row in table("uk_duopitch")), ask.slope_rad)
        for column in ("up_blocked_coefficient" if ask.obstructed else "up_clear_coefficient", "down_coefficient")
    )
    pa = q.value * 1000
    return GableWind(
        up_pa=pa * up, down_pa=pa * down, half_up_pa=pa * up, half_down_pa=pa * down, one_slope_up_pa=pa * up / 2
    )


STAIR = StairLimits(
    riser_most_m=0.22,
    riser_least_m=0.15,
    tread_least_m=0.22,
    tread_most_m=0.3,
    width_least_m=None,
    rail_low_m=0.9,
    rail_high_m=1.0,
    handrails_from_m=1.0,
    handrail_risers=None,
    handrail_over_m=0.6,
    step_least_m=0.55,
    step_most_m=0.7,
    pitch_most_rad=math.radians(42),
    ball_m=0.1,
    source="uk-k: private stairs, section 1; high",
)
"""Private stairs: rise, going, twice the rise with the going, pitch, handrails. From memory; no width is named for them."""
