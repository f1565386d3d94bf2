"""Sums of a footbridge: how far it gives, how it springs, and what a flood asks of its corners."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError, above_zero
from steady.statics.bridge import Flood, first_frequency_hz, flood_corner_n, flood_n, sag_under_m

STRINGERS = (
    Input(name="span", kind="length"),
    Input(name="modulus", kind="pressure", says="mean E"),
    Input(name="stringers", kind="count", says="sharing alike"),
    Input(name="width", kind="length", says="of one"),
    Input(name="depth", kind="length"),
)


def _stiffness(given: Given) -> float:
    """All stringers together (N m2)."""
    width_m, depth_m, many = given.length("width"), given.length("depth"), given.count("stringers")
    modulus = given.quantity("modulus", "pressure")
    above_zero(width=width_m, depth=depth_m, stringers=many, modulus=modulus)
    return modulus * many * width_m * depth_m**3 / 12


def _sag(given: Given) -> float:
    return sag_under_m(
        load_n=given.quantity("load", "force"), span_m=given.length("span"), stiffness_n_m2=_stiffness(given)
    )


def _frequency(given: Given) -> float:
    return first_frequency_hz(
        span_m=given.length("span"),
        stiffness_n_m2=_stiffness(given),
        mass_kg_per_m=given.quantity("mass_per_length", "mass per length"),
        walker_kg=given.quantity("walker", "mass", 0.0),
    )


def _flood(given: Given) -> tuple[float, float]:
    return flood_n(
        Flood(
            span_m=given.length("span"),
            blocked_m=given.length("blocked_depth"),
            speed_m_s=given.quantity("water_speed", "speed"),
            drag_coefficient=given.number("drag_coefficient", 2.0),
        ),
        timber_m3=given.quantity("timber_volume", "volume"),
        timber_kg_m3=given.quantity("timber_density", "density", 500.0),
    )


def _corner(given: Given) -> float:
    corners = given.count("corners", 4)
    if corners < 1:
        raise InvalidInputError("corners", "must be 1 or more")
    return flood_corner_n(*_flood(given), safety=given.number("safety", 1.5), corners=corners)


SUMS = (
    Calculator(
        name="bridge.sag_under_load",
        picture="simple span",
        asks="How much does a footbridge give under one load at mid-span?",
        inputs=(Input(name="load", kind="force"), *STRINGERS),
        outputs=(
            Output(name="sag", unit="mm", calculate=_sag),
            Output(name="span_over", unit="-", calculate=lambda g: g.length("span") / _sag(g)),
        ),
        source="statics",
    ),
    Calculator(
        name="bridge.frequency",
        picture="simple span",
        asks="How springy is a footbridge?",
        inputs=(
            *STRINGERS,
            Input(name="mass_per_length", kind="mass per length"),
            Input(name="walker", kind="mass", says="at mid-span", default="0 kg"),
        ),
        outputs=(Output(name="frequency", unit="Hz", calculate=_frequency),),
        source="statics",
    ),
    Calculator(
        name="bridge.flood_hold_down",
        asks="What must each corner of a footbridge hold in a flood?",
        inputs=(
            Input(name="timber_volume", kind="volume"),
            Input(name="timber_density", kind="density", default="500 kg/m3"),
            Input(name="span", kind="length"),
            Input(name="blocked_depth", kind="length", says="deck and debris"),
            Input(name="water_speed", kind="speed"),
            Input(name="drag_coefficient", kind="ratio", default="2.0"),
            Input(name="safety", kind="ratio", default="1.5"),
            Input(name="corners", kind="count", default="4"),
        ),
        outputs=(
            Output(name="uplift", unit="N", calculate=lambda g: _flood(g)[0]),
            Output(name="drag", unit="N", calculate=lambda g: _flood(g)[1]),
            Output(name="per_corner", unit="N", calculate=_corner),
        ),
        source="statics",
    ),
)
