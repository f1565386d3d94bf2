"""Sums of shade: slats level and tilted, crossing layers, a grey sky, a wished shade, and the sun's place."""

from datetime import date

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.layout.shade import across_sun, blocked, blocked_sky, pitch_for, two_layers
from steady.layout.sun import sun_position
from steady.units import dates

SLAT = (
    Input(name="slat_width", kind="length", says="level"),
    Input(name="slat_depth", kind="length", says="plumb"),
    Input(name="pitch", kind="length"),
)
SUN = (
    Input(name="sun_altitude", kind="angle"),
    Input(name="sun_azimuth", kind="angle", says="clockwise from true north"),
    Input(name="slats_run", kind="angle", says="azimuth the slats run along"),
)


def _sizes(given: Given) -> tuple[float, float, float]:
    return given.length("slat_width"), given.length("slat_depth"), given.length("pitch")


def _across(given: Given) -> float | None:
    altitude, azimuth, run = (given.quantity(name, "angle") for name in ("sun_altitude", "sun_azimuth", "slats_run"))
    return across_sun(altitude, azimuth, run)


def _tilted(given: Given) -> float:
    return blocked(*_sizes(given), across=_across(given), tilt_rad=given.quantity("tilt", "angle"))


def _pitch(given: Given) -> float:
    return pitch_for(
        given.length("slat_width"), given.length("slat_depth"), _across(given), share=given.number("shade")
    )


def day_of(given: Given) -> date:
    """The day asked. Raises InvalidInputError."""
    return dates.day_of(given.text("date"), "date")


def clock_of(given: Given) -> float:
    """The local clock asked, in hours. Raises InvalidInputError."""
    hours, _, minutes = given.text("time").partition(":")
    try:
        return int(hours) + int(minutes or 0) / 60
    except ValueError:
        raise InvalidInputError("time", "write it as 13:30") from None


def sun_of(given: Given, clock: float) -> tuple[float, float]:
    """Altitude and azimuth of the sun at the place and day given, at a local clock."""
    plain = isinstance(given.raw.get("utc_offset"), (int, float))
    offset_h = given.number("utc_offset") if plain else given.quantity("utc_offset", "time") / 3600
    return sun_position(
        given.quantity("latitude", "angle"),
        given.quantity("longitude", "angle"),
        day_of(given),
        local_hours=clock,
        utc_offset_hours=offset_h,
    )


def _sun(given: Given) -> tuple[float, float]:
    return sun_of(given, clock_of(given))


SUMS = (
    Calculator(
        name="shade.slats",
        picture="slats",
        asks="What share of direct sun do the slats stop?",
        inputs=(*SLAT, *SUN),
        outputs=(Output(name="blocked", unit="-", calculate=lambda g: blocked(*_sizes(g), across=_across(g))),),
        source="geometry",
    ),
    Calculator(
        name="shade.tilted_slats",
        picture="slats",
        asks="What share of direct sun do tilted slats stop?",
        inputs=(*SLAT, *SUN, Input(name="tilt", kind="angle", says="positive lifts the edge toward the run + 90")),
        outputs=(Output(name="blocked", unit="-", calculate=_tilted),),
        source="geometry",
    ),
    Calculator(
        name="shade.two_layers",
        asks="What do two crossing layers stop together?",
        inputs=(Input(name="first", kind="ratio"), Input(name="second", kind="ratio")),
        outputs=(
            Output(name="blocked", unit="-", calculate=lambda g: two_layers(g.number("first"), g.number("second"))),
        ),
        source="geometry",
    ),
    Calculator(
        name="shade.diffuse",
        picture="slats",
        asks="How much of a plain grey sky is covered?",
        inputs=SLAT,
        outputs=(Output(name="blocked", unit="-", calculate=lambda g: blocked_sky(*_sizes(g))),),
        source="geometry",
    ),
    Calculator(
        name="shade.pitch_for_shade",
        picture="slats",
        asks="At what pitch must the slats stand for a wished shade?",
        inputs=(*SLAT[:2], *SUN, Input(name="shade", kind="ratio", says="share wanted")),
        outputs=(Output(name="pitch", unit="mm", calculate=_pitch),),
        source="geometry",
    ),
    Calculator(
        name="shade.sun_position",
        asks="Where is the sun at this place and time?",
        inputs=(
            Input(name="latitude", kind="angle", says="north positive"),
            Input(name="longitude", kind="angle", says="east positive"),
            Input(name="date", kind="text", says="2026-11-30"),
            Input(name="time", kind="text", says="local clock, 13:30"),
            Input(name="utc_offset", kind="time", says="hours, daylight saving counted in"),
        ),
        outputs=(
            Output(name="altitude", unit="deg", calculate=lambda g: _sun(g)[0]),
            Output(name="azimuth", unit="deg", calculate=lambda g: _sun(g)[1]),
        ),
        source="sun",
    ),
)
