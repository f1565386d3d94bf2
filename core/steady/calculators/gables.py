"""Calculators of gable roofs on posts, their wind, sheets and water, of digging and of buying concrete."""

from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.weather import WIND, place_of
from steady.calculators.wood import SCHOOL, school_of
from steady.design_codes.requests import OpenRoofInput
from steady.design_codes.results import AlongWind, GableWind
from steady.errors import InvalidInputError
from steady.estimating.concrete import ConcreteBought, ConcreteOffer, buy_concrete
from steady.footings.digging import Depths, grouped_depths, reaching_tool
from steady.layout.gables import (
    GUTTERS,
    RIDGES,
    Gable,
    GableTie,
    RectSheets,
    checked_gable,
    downpipe_m3_per_s,
    gable_tie,
    gutter_m3_per_s,
    rect_sheets,
    strip_pull_n_per_m,
)
from steady.units.units import FT, IN

DOWNSPOUT_FT2 = 1200.0
"""Square feet that a square inch of downspout drains at an inch an hour [practice, medium]."""
H = 3600.0


def _gable(given: Given) -> Gable:
    return checked_gable(
        Gable(
            width_m=given.length("width"),
            pitch_rad=given.quantity("pitch", "angle"),
            depth_m=given.length("rafter_depth"),
            seat_m=given.length("seat"),
            beam_top_m=given.length("beam_top"),
            ridge_m=given.length("ridge", 0.0),
            overhang_m=given.length("overhang", 0.0),
        )
    )


def _tie(given: Given) -> GableTie:
    return gable_tie(
        given.length("width"),
        given.quantity("pitch", "angle"),
        given.quantity("line", "line load"),
        tie_m=given.length("tie_height", 0.0),
        ridge=given.choice("ridge", RIDGES, "board"),  # type: ignore[arg-type]
    )


def _open_roof(given: Given) -> OpenRoofInput:
    height = given.length("height")
    if not height > 0:
        raise InvalidInputError("height", "must be above 0")
    return OpenRoofInput(
        height_m=height,
        slope_rad=given.quantity("slope", "angle", 0.0),
        obstructed=given.choice("flow", ("clear", "obstructed"), "clear") == "obstructed",
        uplift=True,
    )


def _gable_wind(given: Given) -> GableWind:
    return school_of(given).open_gable(place_of(given), _open_roof(given))


def _asked(given: Given, name: str) -> float:
    found = getattr(_gable_wind(given), f"{name}_pa")
    if found is None:
        raise InvalidInputError(name, "is not a figure of this school")
    return float(found)


def _along(given: Given) -> AlongWind:
    return school_of(given).open_along(place_of(given), _open_roof(given), given.length("length"))


def _sheets(given: Given) -> RectSheets:
    laps = given.length("end_lap", 0.15), given.length("side_lap", 0.0)
    eave, slope, cover, sheet = (given.length(name) for name in ("eave", "slope", "cover", "sheet"))
    return rect_sheets(eave, slope, cover, sheet_m=sheet, laps_m=laps)


def _screw_n(given: Given) -> float:
    return given.quantity("wind_up", "pressure") * _patch(given)


def _patch(given: Given) -> float:
    patch = given.length("purlin_spacing") * given.length("screw_pitch")
    if not patch > 0:
        raise InvalidInputError("screw_pitch", "must be above 0")
    return patch


def _screw_use(given: Given) -> float:
    rating = given.quantity("rating", "force")
    if not rating > 0:
        raise InvalidInputError("rating", "must be above 0")
    return _screw_n(given) / rating


def _flow(given: Given) -> float:
    area = given.quantity("area", "area") + given.quantity("wall", "area", 0.0) / 2
    if not area > 0:
        raise InvalidInputError("area", "must be above 0")
    return area * given.length("rain") / H


def _gutter(given: Given) -> float:
    shape = given.choice("shape", tuple(GUTTERS), "half round")
    return gutter_m3_per_s(given.quantity("gutter", "area"), shape, given.count("runs", 1))


def _pipe(given: Given) -> float:
    return downpipe_m3_per_s(given.length("diameter"), given.number("filling", 0.33))


def _pipes(given: Given) -> float:
    return -(-given.quantity("flow", "flow") // _pipe(given))


def _downspout(given: Given) -> float:
    return given.quantity("area", "area") / FT**2 * given.length("rain") / IN / DOWNSPOUT_FT2 * IN**2


def _strip(given: Given) -> tuple[float, float]:
    return strip_pull_n_per_m(given.quantity("pressure", "pressure"), given.length("span"), given.length("sag"))


def _depths(given: Given) -> Depths:
    return grouped_depths(given.lengths("depths"), given.length("width"), given.count("groups", 2))


def _shown(given: Given, length_m: float) -> str:
    return f"{length_m * 1000:.0f}" if given.metric() else f"{length_m / IN:.4g}"


def _concrete(given: Given) -> ConcreteBought:
    load = given.quantity("load", "volume")
    offer = ConcreteOffer(
        bag_yield_m3=given.quantity("bag_yield", "volume"),
        bag_price=given.quantity("bag_price", "price"),
        load_m3=load,
        load_price=given.quantity("load_price", "price"),
        least_m3=given.quantity("load_least", "volume"),
        fee_under_m3=given.quantity("fee_under", "volume", 0.0),
        fee=given.quantity("load_fee", "price", 0.0),
    )
    return buy_concrete(given.quantity("volume", "volume"), offer, given.number("allowance", 0.1))


ROOF_WIND = (
    SCHOOL,
    *WIND,
    *needs("height", kind="length"),
    Input(name="flow", kind="clear|obstructed", default="clear"),
)

SUMS = (
    Calculator(
        name="roof.gable",
        asks="How long are a gable's rafters, and how high its ridge?",
        inputs=(
            *needs("width", kind="length"),
            *needs("pitch", kind="angle"),
            *needs("rafter_depth", "seat", "beam_top", kind="length"),
            *takes("length", ridge="0", overhang="0"),
        ),
        outputs=(
            Output(name="rise", unit="in|mm", calculate=lambda g: _gable(g).rise_m),
            Output(name="rafter", unit="in|mm", calculate=lambda g: _gable(g).rafter_m),
            Output(name="tail", unit="in|mm", calculate=lambda g: _gable(g).tail_m),
            Output(name="total", unit="in|mm", calculate=lambda g: _gable(g).rafter_m + _gable(g).tail_m),
            Output(name="above", unit="in|mm", calculate=lambda g: _gable(g).above_m),
            Output(name="ridge_top", unit="in|mm", calculate=lambda g: _gable(g).ridge_top_m),
            number("notch_share", lambda g: _gable(g).notch_share, "-"),
        ),
        source="geometry: a right triangle",
    ),
    Calculator(
        name="roof.gable_tie",
        asks="What keeps a gable from spreading?",
        inputs=(
            *needs("width", kind="length"),
            *needs("pitch", kind="angle"),
            *needs("line", kind="line load"),
            *takes("length", tie_height="at the beams"),
            *takes("board|beam", ridge="board"),
        ),
        outputs=(
            Output(name="tie", unit="lb|kN", calculate=lambda g: _tie(g).tie_n),
            Output(name="ridge_load", unit="lb|kN", calculate=lambda g: _tie(g).ridge_n),
            Output(name="rafter_moment", unit="lb-ft|kN.m", calculate=lambda g: _tie(g).rafter_n_m),
            Output(name="moment_at_tie", unit="lb-ft|kN.m", calculate=lambda g: _tie(g).at_tie_n_m),
        ),
        source="statics: three pins; irc: R802.5.2",
    ),
    Calculator(
        name="wind.open_gable",
        asks="What wind is across the ridge of an open gable?",
        inputs=(*ROOF_WIND, *needs("slope", kind="angle")),
        outputs=(
            Output(name="up", unit="psf|kPa", calculate=lambda g: _gable_wind(g).up_pa),
            Output(name="down", unit="psf|kPa", calculate=lambda g: _gable_wind(g).down_pa),
            Output(name="half_up", unit="psf|kPa", calculate=lambda g: _gable_wind(g).half_up_pa),
            Output(name="half_down", unit="psf|kPa", calculate=lambda g: _gable_wind(g).half_down_pa),
            Output(name="sideways", unit="psf|kPa", calculate=lambda g: _asked(g, "sideways")),
            Output(name="one_slope_up", unit="psf|kPa", calculate=lambda g: _asked(g, "one_slope_up")),
        ),
        source="asce-7-16: Fig. 27.3-5; ec1-4: Table 7.7",
    ),
    Calculator(
        name="wind.open_along",
        asks="What wind is along the ridge of an open roof?",
        inputs=(*ROOF_WIND, *needs("length", kind="length")),
        outputs=(
            Output(name="up", unit="psf|kPa", calculate=lambda g: _along(g).up_pa),
            Output(name="down", unit="psf|kPa", calculate=lambda g: _along(g).down_pa),
            Output(name="first_up", unit="psf|kPa", calculate=lambda g: _along(g).first_up_pa),
            Output(name="first_down", unit="psf|kPa", calculate=lambda g: _along(g).first_down_pa),
        ),
        source="asce-7-16: Fig. 27.3-7",
    ),
    Calculator(
        name="roof.rect_sheets",
        asks="How many sheets cover a rectangular slope?",
        inputs=(
            *needs("eave", "slope", "cover", "sheet", kind="length"),
            *takes("length", end_lap="150 mm", side_lap="0"),
        ),
        outputs=(
            number("strips", lambda g: _sheets(g).strips),
            number("each", lambda g: _sheets(g).each),
            number("sheets", lambda g: _sheets(g).strips * _sheets(g).each),
            Output(name="last_strip", unit="in|mm", calculate=lambda g: _sheets(g).last_strip_m),
        ),
        source="geometry: whole sheets",
    ),
    Calculator(
        name="roof.sheet_screws",
        asks="What does wind pull on one screw of a sheet?",
        inputs=(
            *needs("wind_up", kind="pressure"),
            *needs("purlin_spacing", "screw_pitch", kind="length"),
            *takes("force", rating="for its use"),
        ),
        outputs=(
            Output(name="per_screw", unit="lb|N", calculate=_screw_n),
            number("per_area", lambda g: 1 / _patch(g), "-"),
            number("use", _screw_use, "-"),
        ),
        source="statics: local pressure on a screw's patch",
    ),
    Calculator(
        name="roof.gutter",
        asks="Does a gutter carry the rain?",
        inputs=(
            *needs("area", kind="area"),
            *needs("rain", kind="length"),
            *needs("gutter", kind="area"),
            *takes("half round|box", shape="half round"),
            *takes("area", wall="0"),
            *takes("count", runs="1"),
        ),
        outputs=(
            Output(name="flow", unit="L/s", calculate=_flow),
            Output(name="capacity", unit="L/s", calculate=_gutter),
            number("use", lambda g: _flow(g) / _gutter(g), "-"),
        ),
        source="practice: EN 12056-3, from memory, medium",
    ),
    Calculator(
        name="roof.downpipe",
        asks="What does a round downpipe carry?",
        inputs=(
            *takes("flow", flow="for how many"),
            *needs("diameter", kind="length"),
            *takes("ratio", filling="0.33"),
        ),
        outputs=(Output(name="capacity", unit="L/s", calculate=_pipe), number("pipes", _pipes)),
        source="practice: EN 12056-3, from memory, medium",
    ),
    Calculator(
        name="roof.downspout",
        asks="How large is a downspout?",
        inputs=(*needs("area", kind="area"), *needs("rain", kind="length")),
        outputs=(Output(name="section", unit="in2|mm2", calculate=_downspout),),
        source="practice: from memory, medium",
    ),
    Calculator(
        name="shade.strip",
        asks="What does a strip of shade cloth pull, at least?",
        inputs=(*needs("pressure", kind="pressure"), *needs("span", "sag", kind="length")),
        outputs=(
            Output(name="pull", unit="plf|kN/m", calculate=lambda g: _strip(g)[0]),
            number("slope", lambda g: _strip(g)[1], "-"),
        ),
        source="statics: a parabola",
    ),
    Calculator(
        name="dig.tool",
        asks="Which tool reaches a hole?",
        inputs=needs("depth", "width", kind="length"),
        outputs=(text("tool", lambda g: reaching_tool(g.length("depth"), g.length("width"))),),
        source="practice: from memory, medium",
    ),
    Calculator(
        name="dig.two_depths",
        asks="Which depths is an auger set to?",
        inputs=(*needs("depths", kind="list"), *needs("width", kind="length"), *takes("count", groups="2")),
        outputs=(
            text("depths", lambda g: "; ".join(_shown(g, depth) for depth in _depths(g).depths_m)),
            Output(name="extra", unit="ft3|m3", calculate=lambda g: _depths(g).extra_m3),
            Output(name="deepest", unit="in|mm", calculate=lambda g: _depths(g).depths_m[-1]),
            Output(name="shallow", unit="in|mm", calculate=lambda g: _depths(g).depths_m[0]),
        ),
        source="practice: least digging over",
    ),
    Calculator(
        name="concrete.buy",
        asks="Are bags or a truck cheaper?",
        inputs=(
            *needs("volume", "bag_yield", kind="volume"),
            *needs("bag_price", kind="price"),
            *needs("load", kind="volume"),
            *needs("load_price", kind="price"),
            *needs("load_least", kind="volume"),
            *takes("volume", fee_under="none"),
            *takes("price", load_fee="0"),
            *takes("ratio", allowance="0.1"),
        ),
        outputs=(
            number("bags", lambda g: _concrete(g).bags),
            number("bags_cost", lambda g: _concrete(g).bags_cost, "price"),
            Output(name="ready_mix", unit="ft3|m3", calculate=lambda g: _concrete(g).ready_m3),
            number("ready_cost", lambda g: _concrete(g).ready_cost, "price"),
            text("cheaper", lambda g: _concrete(g).cheaper),
        ),
        source="practice: to the next quarter load",
    ),
)
