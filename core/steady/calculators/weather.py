"""Sums of wind, snow and roofs."""

import math

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import SCHOOL, SERVICE, WOOD, inputs, load_type, of_step, school_of, woods_of
from steady.design_codes.requests import (
    DriftInput,
    FloorLoad,
    LegEnd,
    OpenRoofInput,
    RafterInput,
    SnowInput,
    WindFace,
    WindLeg,
    WindPlace,
)
from steady.design_codes.results import SpanResult, si
from steady.errors import InvalidInputError
from steady.loads.tributary import gather
from steady.plan.model import CalculationStep

WIND = (
    Input(name="wind_speed", kind="speed", default="for us, uk; nz without a zone"),
    Input(name="wind_pressure", kind="pressure", default="for ca", says="1 in 50; uk: from the charts"),
    Input(name="wind_zone", kind="low|medium|high|very high|extra high|N1…C4", default="for nz"),
    Input(name="exposure", kind="us B|C|D, ca open|rough, uk 0|I|II|III|IV", default="for us, ca, uk"),
    Input(name="edition", kind="ASCE 7-16|ASCE 7-22", default="ASCE 7-16"),
)
FACE = (
    SCHOOL,
    Input(name="length", kind="length", default="for us, uk, nz", says="of the whole fence"),
    Input(name="solid_height", kind="length"),
    Input(name="top_height", kind="length"),
    Input(name="solidity", kind="ratio", default="1"),
)


def place_of(given: Given) -> WindPlace:
    """Where the wind is asked for, by the school's own measure. Raises InvalidInputError."""
    book = school_of(given)
    speed = given.maybe("wind_speed", "speed") or 0.0
    pressure = given.maybe("wind_pressure", "pressure") or 0.0
    if book.wind_given_as == "speed" and not (speed > 0 or pressure > 0):
        raise InvalidInputError("wind_speed", "is needed, above 0")
    if book.wind_given_as == "pressure" and not pressure > 0:
        raise InvalidInputError("wind_pressure", "is needed, above 0")
    if not 0 <= speed <= 200:
        raise InvalidInputError("wind_speed", "must be above 0 and at most 200 m/s")
    by_pressure = book.wind_given_as == "speed" and not speed > 0
    exposure = given.choice("exposure", book.exposures) if book.exposures and not by_pressure else ""
    return WindPlace(
        speed_m_per_s=speed,
        pressure_pa=pressure,
        exposure=exposure,
        edition=given.text("edition", ""),
        zone=given.text("wind_zone", ""),
        return_years=given.number("return_years", 0.0),
    )


def _face(given: Given) -> WindFace:
    top = given.length("top_height", given.length("solid_height"))
    return WindFace(
        length_m=given.length("length", None if school_of(given).face_needs_length else 100.0),
        solid_height_m=given.length("solid_height"),
        top_height_m=top,
        solidity=given.number("solidity", 1.0),
        return_length_m=given.length("return_length", 0.0),
    )


def _pressure(given: Given) -> float:
    coefficient = given.number("coefficient") if given.has("coefficient") else None
    return si(
        school_of(given).face_pressure(place_of(given), _face(given), given.text("zone", ""), coefficient=coefficient)
    )


def _force(given: Given) -> float:
    spacing = given.length("post_spacing")
    if not spacing > 0:
        raise InvalidInputError("post_spacing", "must be above 0")
    if given.flag("end"):
        return _near_an_end(given, spacing)
    return _pressure(given) * given.length("solid_height") * spacing


def _near_an_end(given: Given, spacing_m: float) -> float:
    """The most that the end post or the one next to it carries, zone by zone from the free end."""
    face = _face(given)
    leg = WindLeg(
        length_m=face.length_m,
        solid_height_m=face.solid_height_m,
        top_height_m=face.top_height_m,
        solidity=face.solidity,
        start=LegEnd(return_m=face.return_length_m),
    )
    zones = [(z.from_m, z.to_m, z.pressure_pa) for z in school_of(given).wind_on_leg(place_of(given), leg).zones]
    widths = ((0.0, spacing_m / 2), (spacing_m / 2, 3 * spacing_m / 2))
    most = max(math.fsum(p * w for w, p in gather(zones, a, b)) for a, b in widths)
    return most * face.solid_height_m


def _moment(given: Given) -> float:
    return _force(given) * school_of(given).face_arm_m(_face(given))


def _velocity(given: Given) -> tuple[CalculationStep, CalculationStep]:
    return school_of(given).velocity_pressure(place_of(given), given.maybe("height", "length"))


def _coefficient(given: Given) -> float:
    return school_of(given).face_coefficient(
        _face(given),
        given.text("zone", ""),
        from_end_m=given.maybe("from_end", "length"),
        to_end_m=given.maybe("to_end", "length"),
    )


def _open_roof(given: Given, own_half: bool = False) -> CalculationStep:
    height = given.length("height")
    if not height > 0:
        raise InvalidInputError("height", "must be above 0")
    return school_of(given).open_roof_pressure(
        place_of(given),
        OpenRoofInput(
            height_m=height,
            slope_rad=given.quantity("slope", "angle", 0.0),
            obstructed=given.choice("flow", ("clear", "obstructed"), "clear") == "obstructed",
            uplift=given.choice("sense", ("uplift", "down"), "uplift") == "uplift",
            own_half=own_half,
        ),
    )


def _snow(given: Given) -> tuple[CalculationStep, CalculationStep]:
    book = school_of(given)
    ground = given.quantity("ground_snow", "pressure")
    method = given.choice("method", ("part 9", "part 4"), "part 9")
    return book.roof_snow(
        SnowInput(
            ground_pa=ground,
            rain_pa=given.maybe("rain_load", "pressure"),
            method=method,
            roof_width_m=given.maybe("roof_width", "length"),
            slope_rad=given.quantity("slope", "angle", 0.0),
            slippery=given.flag("slippery"),
            exposure_factor=given.number("exposure_factor", 1.0),
            thermal_factor=given.number("thermal_factor", 1.2),
            importance_factor=given.number("importance_factor", 1.0),
            rain_on_snow=given.flag("rain_on_snow"),
            edition=given.text("edition", ""),
        )
    )


def _drift(given: Given) -> tuple[CalculationStep, CalculationStep]:
    return school_of(given).snow_drift(
        DriftInput(
            ground_pa=given.quantity("ground_snow", "pressure"),
            upper_length_m=given.length("upper_roof_length"),
            step_m=given.length("step"),
            lower_roof_pa=given.maybe("lower_roof_snow", "pressure"),
            lower_length_m=given.maybe("lower_roof_length", "length"),
            importance_factor=given.number("importance_factor", 1.0),
            edition=given.text("edition", ""),
        )
    )


def _density(given: Given) -> float:
    ground = given.quantity("ground_snow", "pressure")
    if not ground >= 0:
        raise InvalidInputError("ground_snow", "must be 0 or more")
    # A weight per volume as the books print it: lb/ft³ in one school, kN/m³ in the others.
    found = school_of(given).snow_density(ground)
    return si(found)


def _rafter(given: Given) -> SpanResult:
    book = school_of(given)
    spacing = given.length("spacing")
    ratio = given.number("deflection_limit", 180.0)
    if not (spacing > 0 and ratio > 0):
        raise InvalidInputError("spacing" if not spacing > 0 else "deflection_limit", "must be above 0")
    live, dead = given.quantity("live", "pressure"), given.quantity("dead", "pressure", book.default_dead_pa)
    if live < 0 or dead < 0:
        raise InvalidInputError("live" if live < 0 else "dead", "must be 0 or more")
    load = load_type(given) if given.has("load_type") else "roof"
    return book.rafter_span(
        woods_of(given),
        RafterInput(
            spacing_m=spacing,
            roof=FloorLoad(live_pa=live, dead_pa=dead, load=load),
            limit_ratio=ratio,
            longest_m=given.length("longest") if given.has("longest") else book.rafter_longest_m,
        ),
    )


SUMS = (
    Calculator(
        name="fence.wind_load",
        asks="Wind on the fence face, and the moment each post brings to the ground?",
        inputs=(
            *FACE,
            *WIND,
            Input(name="coefficient", kind="number", default="the code's"),
            Input(name="zone", kind="interior|end|corner", default="interior"),
            Input(name="post_spacing", kind="length"),
            Input(name="end", kind="flag", default="no", says="the post next to a free end, which carries most"),
        ),
        outputs=(
            Output(name="pressure", unit="psf|kPa", calculate=_pressure),
            Output(name="force_per_post", unit="lb|kN", calculate=_force),
            Output(name="moment_at_ground", unit="lb-ft|kN.m", calculate=_moment),
        ),
        source="asce-7-16: 29.3, 29.4, 29.7, 2.4.1; nbc: 4.1.7; ec1-4; as-nzs-1170",
        picture="wind on fence",
    ),
    Calculator(
        name="wind.pressure",
        asks="Velocity pressure at a height?",
        inputs=(
            SCHOOL,
            *WIND,
            Input(name="height", kind="length", default="for us, ca, uk"),
            Input(name="return_years", kind="number", default="50", says="uk"),
        ),
        outputs=(
            Output(name="pressure", unit="psf|kPa", calculate=of_step(lambda g: _velocity(g)[1])),
            Output(name="height_factor", unit="-", calculate=lambda g: _velocity(g)[0].value),
            Output(
                name="return_factor", unit="-", calculate=lambda g: school_of(g).return_factor(g.number("return_years"))
            ),
        ),
        source="asce-7-16: 26.10; nbc: 4.1.7; ec1-4: 4.3 to 4.5; nzs-3604: 5.2",
    ),
    Calculator(
        name="wind.fence_coefficient",
        asks="Force coefficient for a free-standing fence, by distance from its end?",
        inputs=(
            *FACE,
            Input(name="zone", kind="us run|0-1|1-2|…, uk A|B|C|D, nz run|0-2|2-4", default="run"),
            Input(name="return_length", kind="length", default="none", says="of the run round the corner"),
            Input(name="from_end", kind="length", default="none", says="uk: mean over a stretch"),
            Input(name="to_end", kind="length", default="none"),
        ),
        outputs=(
            Output(name="coefficient", unit="-", calculate=_coefficient),
            Output(
                name="porosity_factor",
                unit="-",
                calculate=lambda g: school_of(g).porosity_factor(g.number("solidity", 1.0)),
            ),
        ),
        source="asce-7-16: Fig. 29.3-1; ec1-4: Table 7.9; as-nzs-1170: 1170.2",
        picture="wind on fence",
    ),
    Calculator(
        name="wind.open_roof",
        asks="Wind up or down on an open patio roof?",
        inputs=(
            SCHOOL,
            *WIND,
            Input(name="height", kind="length"),
            Input(name="slope", kind="angle", default="0 deg"),
            Input(name="flow", kind="clear|obstructed", default="clear"),
            Input(name="sense", kind="uplift|down", default="uplift"),
        ),
        outputs=(
            Output(name="pressure", unit="psf|kPa", calculate=of_step(_open_roof)),
            # One post, rafter or tie stands under one half, where the figure's coefficient is up to 1.8 times the mean.
            Output(name="own_half", unit="psf|kPa", calculate=of_step(lambda g: _open_roof(g, own_half=True))),
        ),
        source="asce-7-16: Fig. 27.3-4; ec1-4: Table 7.6",
    ),
    Calculator(
        name="snow.roof_load",
        asks="What snow do I design a light roof for?",
        inputs=(
            SCHOOL,
            Input(name="ground_snow", kind="pressure"),
            Input(name="method", kind="part 9|part 4", default="part 9", says="ca"),
            Input(name="rain_load", kind="pressure", default="for ca"),
            Input(name="roof_width", kind="length", default="for ca part 9"),
            Input(name="exposure_factor", kind="number", default="1.0", says="us"),
            Input(name="thermal_factor", kind="number", default="1.2", says="us: open and unheated"),
            Input(name="importance_factor", kind="number", default="1.0"),
            Input(name="slope", kind="angle", default="0 deg"),
            Input(name="slippery", kind="flag", default="no", says="ca part 4"),
            Input(name="rain_on_snow", kind="flag", default="no", says="us"),
            Input(name="edition", kind="ASCE 7-16", default="ASCE 7-16"),
        ),
        outputs=(
            Output(name="flat_roof", unit="psf|kPa", calculate=of_step(lambda g: _snow(g)[0])),
            Output(name="design", unit="psf|kPa", calculate=of_step(lambda g: _snow(g)[1])),
        ),
        source="asce-7-16: 7.3, 7.10; nbc: 9.4.2.2, 4.1.6.2",
    ),
    Calculator(
        name="snow.drift",
        asks="What extra snow lies against the higher house roof?",
        inputs=(
            SCHOOL,
            Input(name="ground_snow", kind="pressure"),
            Input(name="lower_roof_snow", kind="pressure", default="for us"),
            Input(name="lower_roof_length", kind="length", default="for uk"),
            *inputs(("upper_roof_length", "length"), ("step", "length")),
            Input(name="importance_factor", kind="number", default="1.0"),
            Input(name="edition", kind="ASCE 7-16", default="ASCE 7-16"),
        ),
        outputs=(
            Output(name="drift_peak", unit="psf|kPa", calculate=of_step(lambda g: _drift(g)[0])),
            Output(name="drift_width", unit="ft|m", calculate=of_step(lambda g: _drift(g)[1])),
            Output(name="snow_density", unit="lb/ft3|kN/m3", calculate=_density),
        ),
        source="asce-7-16: 7.7.1; nbc: 4.1.6",
        picture="drift",
    ),
    Calculator(
        name="roof.live_load",
        asks="Live load on a roof nobody lives on?",
        inputs=(
            SCHOOL,
            Input(name="supported_area", kind="area"),
            Input(name="rise_in_12", kind="number", default="0"),
        ),
        outputs=(
            Output(
                name="live",
                unit="psf|kPa",
                calculate=of_step(
                    lambda g: school_of(g).roof_live(g.quantity("supported_area", "area"), g.number("rise_in_12", 0.0))
                ),
            ),
        ),
        source="asce-7-16: 4.8.2; high",
    ),
    Calculator(
        name="roof.rafter_span",
        asks="How far may rafters span, level?",
        inputs=(
            *WOOD,
            Input(name="spacing", kind="length"),
            Input(name="live", kind="pressure", says="roof live or snow"),
            Input(name="dead", kind="pressure", default="us 10 psf, ca 0.5 kPa"),
            *SERVICE,
            Input(name="deflection_limit", kind="number", default="180"),
            Input(name="longest", kind="length", default="us 26 ft"),
        ),
        outputs=(
            Output(name="span", unit="in|m", calculate=lambda g: _rafter(g).span_m),
            Output(name="governs", unit="text", calculate=lambda g: _rafter(g).governs),
        ),
        source="irc: R802.4.1; nds; nbc: 9.4.3; o86",
        picture="simple span",
    ),
)
