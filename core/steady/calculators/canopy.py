"""Sums of roofs over terraces: members, slats and their shade, levels, rings and jacks, sheets, webs, plies, tails."""

import math

from steady.calculators.fields import fields_of
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.shade import clock_of, sun_of
from steady.calculators.wood import inputs
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout import canopy as c
from steady.layout.shade import (
    LevelOutline,
    OnGround,
    WholeSlats,
    across_sun,
    blocked,
    count_for,
    on_ground,
    two_layers,
)
from steady.layout.sheet_nesting import SheetedSide, SheetOrder, sheet_order

SLAT_BAY = inputs(("bay", "length"), ("slat_width", "length"))
PLACE = (
    Input(name="latitude", kind="angle", says="north positive"),
    Input(name="longitude", kind="angle", says="east positive"),
    Input(name="date", kind="text", says="2026-11-30"),
    Input(name="utc_offset", kind="time", says="hours, daylight saving counted in"),
)
SLATS = (
    *inputs(("slat_width", "length"), ("slat_depth", "length"), ("pitch", "length")),
    Input(name="slats_run", kind="angle", says="azimuth the slats run along"),
    Input(name="second_width", kind="length", default="none", says="members square to the slats"),
    Input(name="second_depth", kind="length", default="none"),
    Input(name="second_pitch", kind="length", default="none"),
)


def _members(g: Given) -> c.Members:
    return c.members(
        g.length("length"),
        g.length("thickness"),
        g.length("inset", 0.0),
        most_m=g.maybe("spacing_most", "length"),
        count=g.count("count") if g.has("count") else None,
    )


def _member_at(g: Given) -> float:
    found = _members(g)
    to = g.choice("to", ("near face", "centre", "far face"), "centre")
    mark = g.count("mark")
    at_m = found.at_m(mark, to)  # type: ignore[arg-type]
    return found.length_m - at_m if g.choice("read_from", ("start", "end"), "start") == "end" else at_m


def _slats(g: Given) -> c.Slats:
    return c.slats_in_bay(
        g.length("bay"),
        g.length("slat_width"),
        count=g.count("count") if g.has("count") else None,
        cover=g.number("cover") if g.has("cover") else None,
        gap_m=g.maybe("gap", "length"),
    )


def _across(g: Given) -> float | None:
    if g.has("sun_altitude"):
        altitude, azimuth = g.quantity("sun_altitude", "angle"), g.quantity("sun_azimuth", "angle")
    else:
        altitude, azimuth = sun_of(g, clock_of(g))
    return across_sun(altitude, azimuth, g.quantity("slats_run", "angle"))


def _whole(g: Given) -> WholeSlats:
    return count_for(
        g.length("bay"), g.length("slat_width"), g.length("slat_depth"), across=_across(g), share=g.number("shade")
    )


def _up(g: Given, clock: float) -> tuple[float, float]:
    altitude, azimuth = sun_of(g, clock)
    if altitude <= 0:
        raise OutOfScopeError("the sun is down at this hour", "an hour of daylight")
    return altitude, azimuth


def _stopped(g: Given, clock: float) -> float:
    altitude, azimuth = _up(g, clock)
    run = g.quantity("slats_run", "angle")
    sizes = (g.length("slat_width"), g.length("slat_depth"), g.length("pitch"))
    first = blocked(*sizes, across=across_sun(altitude, azimuth, run))
    if not g.has("second_width"):
        return first
    under = (g.length("second_width"), g.length("second_depth"), g.length("second_pitch"))
    return two_layers(first, blocked(*under, across=across_sun(altitude, azimuth, run + math.pi / 2)))


def _hours(g: Given) -> list[float]:
    start, end = g.count("from"), g.count("to")
    if not 0 <= start <= end <= 24:
        raise InvalidInputError("to", "whole hours, from 0 to 24, the end not before the start")
    found = [_stopped(g, float(hour)) for hour in range(start, end + 1) if sun_of(g, float(hour))[0] > 0]
    if not found:
        raise OutOfScopeError("the sun is down all these hours", "hours of daylight")
    return found


def _shadow(g: Given) -> OnGround:
    return on_ground(
        g.quantity("sun_altitude", "angle"),
        g.quantity("sun_azimuth", "angle"),
        LevelOutline(
            length_m=g.length("roof_length"),
            width_m=g.length("roof_width"),
            height_m=g.length("height"),
            run_rad=g.quantity("roof_azimuth", "angle"),
        ),
    )


def _chain(g: Given) -> c.LevelChain:
    return c.level_chain(
        c.LeanTo(
            depth_m=g.length("depth"),
            pitch_rad=g.quantity("pitch", "angle"),
            beam_top_m=g.length("beam_top"),
            beam_depth_m=g.length("beam_depth"),
            ledger_depth_m=g.length("ledger_depth"),
            rafter_depth_m=g.length("rafter_depth"),
            hung=g.choice("rafters", ("laid", "hung"), "laid") == "hung",
            soffit_m=g.length("soffit", 0.0),
            bracket_m=g.length("bracket", 0.0),
            fascia_m=g.length("fascia", 0.0),
            floor_m=g.length("floor", 0.0),
        )
    )


def _ring(g: Given) -> c.CentreRing:
    return c.centre_ring(
        c.RingRoof(
            width_m=g.length("width"),
            ring_m=g.length("ring"),
            pitch_rad=g.quantity("pitch", "angle"),
            rafter_depth_m=g.length("rafter_depth"),
            seat_m=g.length("seat"),
            ring_depth_m=g.length("ring_depth"),
            beam_top_m=g.length("beam_top"),
        )
    )


def _jacks(g: Given) -> tuple[float, ...]:
    return c.jack_set(
        g.length("run"),
        g.quantity("pitch", "angle"),
        g.length("spacing"),
        hip_m=g.length("hip_thickness", 0.0),
        first_m=g.maybe("first", "length"),
    )


def _jack(g: Given) -> float:
    found = _jacks(g)
    number = g.count("jack", 1)
    if not 1 <= number <= len(found):
        raise InvalidInputError("jack", f"must be from 1 to {len(found)}")
    return found[number - 1]


def _unequal(g: Given) -> c.UnequalJack:
    return c.unequal_jack(
        g.quantity("pitch_1", "angle"),
        g.quantity("pitch_2", "angle"),
        g.length("spacing"),
        hip_m=g.length("hip_thickness", 0.0),
        overhang_m=g.length("overhang_1", 0.0),
    )


def _order(g: Given) -> SheetOrder:
    side = SheetedSide(
        eave_m=g.length("eave"),
        slope_m=g.length("slope"),
        cover_m=g.length("cover"),
        top_m=g.length("top", 0.0),
        sides=g.count("sides", 4),
        eave_past_m=g.length("eave_past", 0.0),
        start="left" if g.choice("start", ("centred", "left"), "centred") == "left" else "centred",
    )
    return sheet_order(side, g.length("sheet"), turn=g.flag("turn"), kerf_m=g.length("kerf", 0.0))


def _webs(g: Given) -> c.WebJoints:
    return c.web_joints(g.length("length"), g.length("sheet"), g.count("webs"))


def _stagger(g: Given) -> float:
    found = _webs(g).stagger_m
    if found is None:
        raise OutOfScopeError("there is nothing to stagger: no joints, or one web", "more webs, or a longer beam")
    return found


def _plies(g: Given) -> c.Laminated:
    return c.laminated(g.lengths("thicknesses"), g.lengths("widths"))


def _tail(g: Given) -> tuple[float, float, float]:
    return g.length("depth"), g.length("left"), g.length("length")


SUMS = (
    Calculator(
        name="roof.member_marks",
        asks="Where do rafters stand along their beam?",
        inputs=(
            *inputs(("length", "length"), ("thickness", "length")),
            Input(name="inset", kind="length", default="0", says="beam's end to the outer face"),
            Input(name="spacing_most", kind="length", default="or a count"),
            Input(name="count", kind="count", default="fewest"),
            Input(name="mark", kind="count", default="for at"),
            Input(name="to", kind="near face|centre|far face", default="centre"),
            Input(name="read_from", kind="start|end", default="start"),
        ),
        outputs=(
            *fields_of(_members, "-", "count"),
            *fields_of(_members, "in|mm", "spacing", "gap"),
            Output(name="at", unit="in|mm", calculate=_member_at),
        ),
        source="geometry",
    ),
    Calculator(
        name="shade.slats_in_bay",
        picture="slats",
        asks="How do whole slats lie in one bay?",
        inputs=(
            *SLAT_BAY,
            Input(name="count", kind="count", default="one of these"),
            Input(name="cover", kind="ratio", default="one of these"),
            Input(name="gap", kind="length", default="one of these"),
            Input(name="mark", kind="count", default="for at"),
        ),
        outputs=(
            *fields_of(_slats, "-", "count", "cover"),
            *fields_of(_slats, "in|mm", "gap", "end_gap", "pitch"),
            Output(name="at", unit="in|mm", calculate=lambda g: _slats(g).at_m(g.count("mark"))),
        ),
        source="geometry",
    ),
    Calculator(
        name="shade.count_for_shade",
        picture="slats",
        asks="How many slats give the shade wished for?",
        inputs=(
            *SLAT_BAY,
            Input(name="slat_depth", kind="length"),
            Input(name="slats_run", kind="angle"),
            Input(name="shade", kind="ratio", says="share wanted"),
            Input(name="sun_altitude", kind="angle", default="or place and time"),
            Input(name="sun_azimuth", kind="angle", default="or place and time"),
        ),
        outputs=(*fields_of(_whole, "-", "count", "cover", "blocked"), *fields_of(_whole, "in|mm", "gap")),
        source="geometry",
    ),
    Calculator(
        name="shade.at_hour",
        picture="slats",
        asks="How much sun do the slats stop here, on this day at this hour?",
        inputs=(*PLACE, Input(name="time", kind="text", says="local clock, 13:30"), *SLATS),
        outputs=(
            Output(name="altitude", unit="deg", calculate=lambda g: _up(g, clock_of(g))[0]),
            Output(name="azimuth", unit="deg", calculate=lambda g: _up(g, clock_of(g))[1]),
            Output(name="blocked", unit="-", calculate=lambda g: _stopped(g, clock_of(g))),
            Output(
                name="shadow_bearing",
                unit="deg",
                calculate=lambda g: (_up(g, clock_of(g))[1] + math.pi) % (2 * math.pi),
            ),
            Output(name="shadow_per_height", unit="-", calculate=lambda g: 1 / math.tan(_up(g, clock_of(g))[0])),
        ),
        source="sun; geometry",
    ),
    Calculator(
        name="shade.day",
        picture="slats",
        asks="How much sun do the slats stop over a day's hours?",
        inputs=(*PLACE, Input(name="from", kind="count", says="whole hour"), Input(name="to", kind="count"), *SLATS),
        outputs=(
            Output(name="mean", unit="-", calculate=lambda g: math.fsum(_hours(g)) / len(_hours(g))),
            Output(name="least", unit="-", calculate=lambda g: min(_hours(g))),
            Output(name="most", unit="-", calculate=lambda g: max(_hours(g))),
            Output(name="hours", unit="count", calculate=lambda g: len(_hours(g))),
        ),
        source="sun; geometry; plain mean of whole hours, both ends counted, the sun up: our own",
    ),
    Calculator(
        name="shade.on_ground",
        asks="Where does a roof's shadow lie on the ground?",
        inputs=(
            Input(name="roof_length", kind="length", says="along roof_azimuth"),
            *inputs(
                ("roof_width", "length"), ("height", "length"), ("roof_azimuth", "angle"), ("sun_altitude", "angle")
            ),
            Input(name="sun_azimuth", kind="angle"),
            Input(name="blocked", kind="ratio", default="1"),
        ),
        outputs=(
            *fields_of(_shadow, "-", "covered"),
            Output(name="shade", unit="-", calculate=lambda g: _shadow(g).covered * g.number("blocked", 1.0)),
            *fields_of(_shadow, "ft|m", "shift", "along", "across"),
            *fields_of(_shadow, "deg", "bearing"),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.level_chain",
        asks="At what height does everything of a lean-to lie?",
        inputs=(
            Input(name="depth", kind="length", says="ledger's outer face to the beam's"),
            Input(name="pitch", kind="angle"),
            *inputs(
                ("beam_top", "length"), ("beam_depth", "length"), ("ledger_depth", "length"), ("rafter_depth", "length")
            ),
            Input(name="rafters", kind="laid|hung", default="laid"),
            Input(name="soffit", kind="length", default="0"),
            Input(name="bracket", kind="length", default="0", says="under the beam"),
            Input(name="fascia", kind="length", default="0"),
            Input(name="floor", kind="length", default="0"),
        ),
        outputs=fields_of(
            _chain,
            "in|mm",
            "drop",
            "roof_at_beam",
            "roof_at_wall",
            "ledger_top",
            "ledger_bottom",
            "beam_bottom",
            "soffit_line",
            "pack_beam",
            "pack_ledger",
            "soffit_face",
            "fascia_bottom",
            "fascia_past_soffit",
            "bracket_shows",
            "head_room",
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.centre_ring",
        picture="rafter",
        asks="How high is a hip roof's centre ring, and how long are its rafters?",
        inputs=(
            Input(name="width", kind="length", says="outer faces of the beams"),
            Input(name="ring", kind="length", says="outside"),
            Input(name="pitch", kind="angle"),
            *inputs(("rafter_depth", "length"), ("seat", "length"), ("ring_depth", "length")),
            Input(name="beam_top", kind="length"),
        ),
        outputs=fields_of(_ring, "ft|m", "run", "rise", "common", "hip", "above", "ring_top", "prop"),
        source="geometry",
    ),
    Calculator(
        name="roof.jack_set",
        asks="How long is each jack of a hip?",
        inputs=(
            *inputs(("run", "length"), ("pitch", "angle"), ("spacing", "length")),
            Input(name="hip_thickness", kind="length", default="0"),
            Input(name="first", kind="length", default="the spacing"),
            Input(name="jack", kind="count", default="1", says="1 is the longest"),
        ),
        outputs=(
            Output(name="count", unit="count", calculate=lambda g: len(_jacks(g))),
            Output(name="length", unit="ft|m", calculate=_jack),
            Output(name="longest", unit="ft|m", calculate=lambda g: _jacks(g)[0]),
            Output(name="shortest", unit="ft|m", calculate=lambda g: _jacks(g)[-1]),
            Output(name="total", unit="ft|m", calculate=lambda g: math.fsum(_jacks(g))),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.unequal_jack",
        asks="How do jacks differ where two pitches meet?",
        inputs=(
            *inputs(("pitch_1", "angle"), ("pitch_2", "angle"), ("spacing", "length")),
            Input(name="hip_thickness", kind="length", default="0"),
            Input(name="overhang_1", kind="length", default="0"),
        ),
        outputs=(
            *fields_of(_unequal, "in|mm", "difference", "deduct"),
            *fields_of(_unequal, "deg", "edge_bevel"),
            *fields_of(_unequal, "in|mm", "overhang_2"),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.sheet_order",
        asks="How few sheets cover a hip roof?",
        inputs=(
            *inputs(("eave", "length"), ("slope", "length"), ("cover", "length"), ("sheet", "length")),
            Input(name="top", kind="length", default="0"),
            Input(name="sides", kind="count", default="4"),
            Input(name="turn", kind="flag", default="no", says="profile and laps the same both ways round"),
            Input(name="kerf", kind="length", default="0"),
            Input(name="eave_past", kind="length", default="0"),
            Input(name="start", kind="centred|left", default="centred"),
        ),
        outputs=(
            Output(name="pieces", unit="count", calculate=lambda g: _order(g).pieces),
            Output(name="one_a_piece", unit="count", calculate=lambda g: _order(g).one_a_piece),
            Output(name="nested", unit="count", calculate=lambda g: _order(g).nested),
            Output(name="saving", unit="-", calculate=lambda g: _order(g).saving),
        ),
        source="geometry; exhaustive search",
    ),
    Calculator(
        name="beam.web_joints",
        asks="Where do the joints of a beam's webs lie?",
        inputs=(*inputs(("length", "length"), ("sheet", "length")), Input(name="webs", kind="count")),
        outputs=(
            Output(name="stagger", unit="in|mm", calculate=_stagger),
            Output(name="joints", unit="count", calculate=lambda g: sum(len(web) for web in _webs(g).joints_m)),
            Output(name="possible", unit="text", calculate=lambda g: "yes" if _webs(g).possible else "no"),
        ),
        source="geometry; 600 mm apart is practice",
    ),
    Calculator(
        name="post.built_up",
        asks="What is a post of several plies worth?",
        inputs=(Input(name="thicknesses", kind="list of lengths"), Input(name="widths", kind="list of lengths")),
        outputs=(
            Output(name="area", unit="in2|mm2", calculate=lambda g: _plies(g).area_m2),
            Output(name="strong", unit="in4|mm4", calculate=lambda g: _plies(g).strong_m4),
            Output(name="weak_loose", unit="in4|mm4", calculate=lambda g: _plies(g).weak_loose_m4),
            Output(name="weak_solid", unit="in4|mm4", calculate=lambda g: _plies(g).weak_solid_m4),
            Output(name="modulus_strong", unit="in3|mm3", calculate=lambda g: _plies(g).modulus_strong_m3),
            *fields_of(_plies, "in|mm", "reveal", "thickness", "pocket"),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.run_off",
        asks="How much water comes off in an hour?",
        inputs=(
            Input(name="area", kind="area", says="on plan"),
            Input(name="rain", kind="length", says="depth in the hour"),
        ),
        outputs=(
            Output(
                name="per_hour",
                unit="L",
                calculate=lambda g: c.run_off_m3(g.quantity("area", "area"), g.length("rain")),
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.tail_cut",
        asks="How is a straight tapered rafter tail marked?",
        inputs=(
            *inputs(("depth", "length"), ("left", "length"), ("length", "length")),
            Input(name="station", kind="length", default="for ordinate", says="from the tip"),
        ),
        outputs=(
            Output(name="angle", unit="deg", calculate=lambda g: c.tail_cut(*_tail(g)).angle_rad),
            Output(name="cut", unit="in|mm", calculate=lambda g: c.tail_cut(*_tail(g)).cut_m),
            Output(
                name="ordinate",
                unit="in|mm",
                calculate=lambda g: c.tail_ordinate_m(*_tail(g), station_m=g.length("station")),
            ),
        ),
        source="geometry",
    ),
)
