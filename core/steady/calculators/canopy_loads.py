"""Sums of what holds a roof over a terrace: wind, snow, people, uplift, bents, hips, pockets, and what its pieces weigh."""

import math

from steady.calculators.fields import fields_of
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.weather import WIND, place_of
from steady.calculators.wood import SCHOOL, inputs, school_of
from steady.design_codes import canopies as r
from steady.design_codes.canopies import FrameRows
from steady.design_codes.requests import WindPlace
from steady.errors import InvalidInputError
from steady.layout.canopy import piece_kg
from steady.statics import bents as b
from steady.units.quantities import parse_quantity

SIZES = (
    Input(name="post_size", kind="two lengths", default="for drift", says="in the bent's plane: thickness, depth"),
    Input(name="beam_size", kind="two lengths", default="for drift"),
    Input(name="modulus", kind="stress", default="for drift"),
)


def _wind_place(g: Given) -> WindPlace:
    if g.has("peak_pressure"):
        return WindPlace(pressure_pa=g.quantity("peak_pressure", "pressure"), speed_m_per_s=0.0, exposure="")
    return place_of(g)


def _open(g: Given) -> float:
    net = g.number("net_coefficient") if g.has("net_coefficient") else None
    return r.open_slats_pa(
        school_of(g), _wind_place(g), g.maybe("height", "length"), solidity=g.number("solidity"), net=net
    )


def _frame(g: Given) -> r.FrameRowWind:
    return r.bare_frame(
        school_of(g),
        _wind_place(g),
        g.maybe("height", "length"),
        behind=FrameRows(
            row_m2=g.quantity("row_area", "area"), rows=g.count("rows"), other_m2=g.quantity("other_area", "area", 0.0)
        ),
    )


def _bent(g: Given) -> b.BracedBent:
    return b.BracedBent(
        push_n=g.quantity("push", "force"),
        posts=g.count("posts"),
        height_m=g.length("height"),
        down_m=g.length("brace_down"),
        out_m=g.length("brace_out"),
        span_m=g.length("span"),
        braces=g.count("braces_at_post", 1),
    )


def _inertia(g: Given, name: str) -> float:
    sides = g.lengths(name)
    if len(sides) != 2 or min(sides) <= 0:
        raise InvalidInputError(name, "two lengths above 0: thickness, then depth in the bent's plane")
    return sides[0] * sides[1] ** 3 / 12


def _stiff(g: Given) -> tuple[float, float, float]:
    return _inertia(g, "post_size"), _inertia(g, "beam_size"), g.quantity("modulus", "pressure")


def _fixed(g: Given) -> tuple[float, int, float]:
    return g.quantity("push", "force"), g.count("posts"), g.length("height")


def _path(g: Given) -> r.UpliftPath:
    return r.uplift_path(
        school_of(g),
        r.UpliftInput(
            wind_pa=g.quantity("wind_up", "pressure"),
            dead_pa=g.quantity("dead", "pressure"),
            rafter_m2=g.quantity("rafter_area", "area"),
            beam_m2=g.quantity("beam_area", "area"),
            post_m2=g.quantity("post_area", "area"),
            beam_n=g.quantity("beam_weight", "force", 0.0),
            post_n=g.quantity("post_weight", "force", 0.0),
        ),
    )


def _person(g: Given) -> float:
    return r.person_moment_n_m(
        school_of(g), g.length("span"), g.quantity("dead_line", "line load"), one_n=g.maybe("person", "force")
    )


def _on_slats(g: Given) -> float:
    return r.snow_on_slats_pa(
        school_of(g), g.quantity("roof_snow", "pressure"), g.number("solidity"), gap_m=g.length("gap")
    )


def _sliding(g: Given) -> r.Sliding:
    return r.sliding_snow(
        school_of(g), g.quantity("flat_roof", "pressure"), g.length("upper_run"), depth_m=g.length("canopy_depth")
    )


def _ledger(g: Given) -> r.LedgerFixing:
    return r.ledger_fixing(
        school_of(g),
        r.LedgerFixingInput(
            span_m=g.length("span"),
            dead_pa=g.quantity("dead", "pressure"),
            live_pa=g.quantity("live", "pressure"),
            spacing_m=g.length("spacing"),
            at_point=g.count("at_point", 1),
            wind_up_pa=g.quantity("wind_up", "pressure", 0.0),
        ),
    )


def _thrust(g: Given) -> b.HipThrust:
    return b.hip_thrust(g.quantity("ring_load", "force"), g.quantity("hip_pitch", "angle"))


def _hips(g: Given) -> tuple[float, float]:
    return b.hip_loads_n(g.length("width"), g.length("ring"), g.quantity("pressure", "pressure"))


def _pocket(g: Given) -> b.Pocket:
    return b.pocket(
        g.quantity("push", "force"), g.length("height"), g.length("lever"), below_m=g.length("below_deck", 0.0)
    )


def _mass(g: Given) -> float:
    return piece_kg(
        g.length("thickness"),
        g.length("width"),
        g.length("length"),
        density_kg_per_m3=g.quantity("density", "density"),
        plies=g.count("plies", 1),
    )


def _persons(g: Given) -> int:
    each = g.quantity("each", "mass", 20.0)
    if not each > 0:
        raise InvalidInputError("each", "must be above 0")
    return math.ceil(_mass(g) / each - 1e-9)


def _listed(g: Given, name: str, kind: str) -> list[float]:
    value = g.raw.get(name)
    if not isinstance(value, list) or not 1 <= len(value) <= 20:
        raise InvalidInputError(name, "must be a list")
    return [parse_quantity(item, kind, name) for item in value]


def _layers(g: Given) -> list[tuple[float, float, float, float]]:
    columns = [g.lengths("widths"), g.lengths("depths"), g.lengths("pitches"), _listed(g, "densities", "density")]
    if len({len(column) for column in columns}) != 1:
        raise InvalidInputError("widths", "as many widths as depths, pitches and densities")
    return [(w, d, p, kg) for w, d, p, kg in zip(*columns, strict=True)]


def _solid(g: Given) -> float:
    width_m, _, pitch_m, _ = _layers(g)[0]
    if not 0 < width_m <= pitch_m:
        raise InvalidInputError("pitches", "must be no less than the widths")
    return width_m / pitch_m


SUMS = (
    Calculator(
        name="wind.open_slats",
        asks="Wind up or down on a roof of open slats?",
        inputs=(
            SCHOOL,
            *WIND,
            Input(name="peak_pressure", kind="pressure", default="uk"),
            Input(name="height", kind="length", default="for us, ca, uk"),
            Input(name="solidity", kind="ratio"),
            Input(name="net_coefficient", kind="number", default="needed in nz; uk .5"),
        ),
        outputs=(Output(name="pressure", unit="psf|kPa", calculate=_open),),
        source="practice: no code's coefficient for slats is entered; low",
    ),
    Calculator(
        name="wind.bare_frame",
        asks="Wind sideways on a bare frame?",
        inputs=(
            SCHOOL,
            *WIND,
            Input(name="peak_pressure", kind="pressure", default="uk"),
            Input(name="height", kind="length", default="for us, ca, uk"),
            Input(name="row_area", kind="area", says="of one row's face"),
            Input(name="rows", kind="count"),
            Input(name="other_area", kind="area", default="0"),
        ),
        outputs=(*fields_of(_frame, "ft2|m2", "area"), *fields_of(_frame, "lb|N", "force")),
        source="practice: and our own; low",
    ),
    Calculator(
        name="frame.knee_brace",
        asks="What does a push do to a knee-braced bent?",
        inputs=(
            Input(name="push", kind="force", says="on the bent"),
            Input(name="posts", kind="count"),
            Input(name="height", kind="length", says="base's hinge to the beam's middle"),
            *inputs(("brace_down", "length"), ("brace_out", "length"), ("span", "length")),
            Input(name="braces_at_post", kind="count", default="1"),
            *SIZES,
        ),
        outputs=(
            Output(name="brace_force", unit="lb|N", calculate=lambda g: _bent(g).brace_n),
            *fields_of(_bent, "lb-ft|kN.m", "post_moment", "beam_moment"),
            Output(name="overturning_axial", unit="lb|N", calculate=lambda g: _bent(g).axial_n),
            *fields_of(_bent, "lb|N", "top_shear", "top_pull"),
            Output(name="drift", unit="in|mm", calculate=lambda g: _bent(g).drift_m(*_stiff(g))),
            Output(name="effective_length", unit="ft|m", calculate=lambda g: _bent(g).effective_length_m(*_stiff(g))),
            Output(
                name="length_factor",
                unit="-",
                calculate=lambda g: _bent(g).effective_length_m(*_stiff(g)) / _bent(g).height_m,
            ),
        ),
        source="statics, equal to a frame solver; the effective length is our own",
    ),
    Calculator(
        name="frame.fixed_posts",
        asks="What does a push do to posts fixed at their feet?",
        inputs=(*inputs(("push", "force"), ("posts", "count"), ("height", "length")), SIZES[0], SIZES[2]),
        outputs=(
            Output(name="moment", unit="lb-ft|kN.m", calculate=lambda g: b.fixed_moment_n_m(*_fixed(g))),
            Output(
                name="drift",
                unit="in|mm",
                calculate=lambda g: b.fixed_drift_m(
                    *_fixed(g), post_m4=_inertia(g, "post_size"), modulus_pa=g.quantity("modulus", "pressure")
                ),
            ),
        ),
        source="statics",
    ),
    Calculator(
        name="roof.uplift_path",
        asks="What must hold the roof down, from rafter to footing?",
        inputs=(
            SCHOOL,
            Input(name="wind_up", kind="pressure", says="us: at its allowable level"),
            Input(name="dead", kind="pressure"),
            Input(name="rafter_area", kind="area", says="of the one tie asked"),
            Input(name="beam_area", kind="area"),
            Input(name="post_area", kind="area"),
            Input(name="beam_weight", kind="force", default="0"),
            Input(name="post_weight", kind="force", default="0"),
        ),
        outputs=(
            Output(name="rafter_tie", unit="lb|N", calculate=lambda g: _path(g).rafter_n),
            Output(name="beam_tie", unit="lb|N", calculate=lambda g: _path(g).beam_n),
            Output(name="post_tie", unit="lb|N", calculate=lambda g: _path(g).post_n),
            Output(name="concrete", unit="ft3|m3", calculate=lambda g: _path(g).concrete_m3),
        ),
        source="asce-7-16: 2.4.1; nbc: 4.1.3.2; as-nzs-1170: 1170.0 4.2; ec0: 6.10",
    ),
    Calculator(
        name="roof.person_on_member",
        asks="What does a person do who climbs on a rafter?",
        inputs=(
            SCHOOL,
            *inputs(("span", "length"), ("dead_line", "line load")),
            Input(name="person", kind="force", default="the code's"),
        ),
        outputs=(Output(name="moment", unit="lb-ft|kN.m", calculate=_person),),
        source="statics; the code's person, its use on pergolas is practice",
    ),
    Calculator(
        name="snow.on_slats",
        asks="How much snow do slats hold?",
        inputs=(
            SCHOOL,
            Input(name="roof_snow", kind="pressure"),
            Input(name="solidity", kind="ratio"),
            Input(name="gap", kind="length"),
        ),
        outputs=(Output(name="design", unit="psf|kPa", calculate=_on_slats),),
        source="practice: and our own; low",
    ),
    Calculator(
        name="snow.sliding",
        asks="How much snow slides off the roof above?",
        inputs=(
            SCHOOL,
            Input(name="flat_roof", kind="pressure", says="of the upper roof"),
            Input(name="upper_run", kind="length"),
            Input(name="canopy_depth", kind="length"),
        ),
        outputs=(*fields_of(_sliding, "plf|kN/m", "line"), *fields_of(_sliding, "psf|kPa", "pressure")),
        source="asce-7-16: 7.9; high",
    ),
    Calculator(
        name="roof.ledger_fixing",
        asks="What does each fixing of a roof's ledger carry?",
        inputs=(
            SCHOOL,
            *inputs(("span", "length"), ("dead", "pressure"), ("live", "pressure"), ("spacing", "length")),
            Input(name="at_point", kind="count", default="1"),
            Input(name="wind_up", kind="pressure", default="0"),
        ),
        outputs=(*fields_of(_ledger, "plf|kN/m", "line"), *fields_of(_ledger, "lb|N", "down", "up")),
        source="statics; the code's combinations",
    ),
    Calculator(
        name="roof.hip_thrust",
        asks="What ties a hip roof's corner?",
        inputs=(
            Input(name="ring_load", kind="force", says="plumb, at each hip"),
            Input(name="hip_pitch", kind="angle"),
        ),
        outputs=fields_of(_thrust, "lb|N", "axial", "thrust", "tie"),
        source="statics",
    ),
    Calculator(
        name="roof.hip_loads",
        asks="What comes to the centre ring?",
        inputs=(
            *inputs(("width", "length"), ("ring", "length")),
            Input(name="pressure", kind="pressure", says="on plan"),
        ),
        outputs=(
            Output(name="ring_per_hip", unit="lb|N", calculate=lambda g: _hips(g)[0]),
            Output(name="hip_total", unit="lb|N", calculate=lambda g: _hips(g)[1]),
        ),
        source="statics",
    ),
    Calculator(
        name="post.pocket",
        asks="What holds a post in a deck's blocked pocket?",
        inputs=(
            *inputs(("push", "force"), ("height", "length")),
            Input(name="lever", kind="length", says="over the joists' depth"),
            Input(name="below_deck", kind="length", default="0"),
        ),
        outputs=(*fields_of(_pocket, "lb|N", "upper", "lower"), *fields_of(_pocket, "lb-ft|kN.m", "moment")),
        source="statics",
    ),
    Calculator(
        name="lift.piece",
        asks="How heavy is a piece, and how many lift it?",
        inputs=(
            *inputs(("thickness", "length"), ("width", "length"), ("length", "length"), ("density", "density")),
            Input(name="plies", kind="count", default="1"),
            Input(name="each", kind="mass", default="20 kg"),
        ),
        outputs=(
            Output(name="mass", unit="kg", calculate=_mass),
            Output(name="persons", unit="count", calculate=_persons),
        ),
        source="geometry; 20 kg each is our own",
    ),
    Calculator(
        name="roof.dead_load",
        asks="What do layers of slats and rafters weigh?",
        inputs=tuple(Input(name=name, kind="list") for name in ("widths", "depths", "pitches", "densities")),
        outputs=(
            Output(name="pressure", unit="psf|kPa", calculate=lambda g: r.layers_pa(_layers(g))),
            Output(name="solidity", unit="-", calculate=_solid),
        ),
        source="geometry",
    ),
)
