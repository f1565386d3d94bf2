"""Calculators of stairs with landings, stringers, open risers, handrails."""

from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import SCHOOL, school_of
from steady.errors import InvalidInputError
from steady.layout.stair_flights import (
    TURNS,
    FlightRequest,
    Flights,
    Grasp,
    OpenRiser,
    Stringer,
    checked_stringer,
    flights,
    grasp,
    open_riser,
    tiers,
)


def _flights(given: Given) -> Flights:
    return flights(
        FlightRequest(
            rise_m=given.length("rise"),
            riser_most_m=given.length("riser_most"),
            going_m=given.length("going"),
            width_m=given.length("width"),
            upper_risers=given.count("upper_risers"),
            turn=given.choice("turn", TURNS),  # type: ignore[arg-type]
            well_m=given.length("well", 0.0),
            landing_m=given.maybe("landing", "length"),
        )
    )


def _left(given: Given) -> float:
    left = _flights(given).left_to_deck_m
    if left is None:
        raise InvalidInputError("turn", "must be U")
    return left


def _tiers(given: Given) -> tuple[float, float]:
    return tiers(given.lengths("sides"), given.count("corners"), given.count("tiers"), going_m=given.length("going"))


def _stringer(given: Given) -> Stringer:
    return checked_stringer(
        Stringer(
            riser_m=given.length("riser"),
            going_m=given.length("going"),
            depth_m=given.length("depth"),
            cut=given.choice("stringer", ("cut", "solid"), "cut") == "cut",
            middle=given.flag("middle"),
        )
    )


def _loaded(given: Given) -> tuple[float, float]:
    run, line = given.length("run"), given.quantity("line", "line load")
    if not run > 0:
        raise InvalidInputError("run", "must be above 0")
    if line < 0:
        raise InvalidInputError("line", "must be 0 or more")
    return run, line


def _thick(given: Given) -> float:
    thick = given.length("thickness")
    if not thick > 0:
        raise InvalidInputError("thickness", "must be above 0")
    return thick


def _sag(given: Given) -> float:
    modulus = given.quantity("modulus", "pressure")
    if not modulus > 0:
        raise InvalidInputError("modulus", "must be above 0")
    return _stringer(given).sag_m(*_loaded(given), _thick(given), modulus_pa=modulus)


def _riser(given: Given) -> OpenRiser:
    return open_riser(school_of(given).key, given.length("riser"), given.length("tread"), risers=given.count("risers"))


def _grasp(given: Given) -> Grasp:
    round_ = given.choice("shape", ("round", "rect")) == "round"
    width = given.length("width")
    height = width if round_ else given.length("height")
    return grasp(school_of(given).key, width, height, edge_m=given.length("edge_radius", 0.0), round_=round_)


SUMS = (
    Calculator(
        name="stair.flights",
        asks="How does a stair with a landing go?",
        inputs=(
            *needs("rise", "riser_most", "going", "width", kind="length"),
            *needs("upper_risers", kind="count"),
            Input(name="turn", kind="straight|L|U"),
            *takes("length", well="0", landing="the width"),
        ),
        outputs=(
            number("risers", lambda g: _flights(g).risers),
            Output(name="riser", unit="in|mm", calculate=lambda g: _flights(g).riser_m),
            Output(name="landing_height", unit="in|mm", calculate=lambda g: _flights(g).landing_height_m),
            Output(name="upper_run", unit="in|mm", calculate=lambda g: _flights(g).upper_run_m),
            Output(name="lower_run", unit="in|mm", calculate=lambda g: _flights(g).lower_run_m),
            Output(name="out", unit="in|mm", calculate=lambda g: _flights(g).out_m),
            Output(name="along", unit="in|mm", calculate=lambda g: _flights(g).along_m),
            Output(name="left_to_deck", unit="in|mm", calculate=_left),
        ),
        source="geometry: the landing is a tread",
    ),
    Calculator(
        name="stair.tiers",
        asks="How much nosing do tiers round a deck take?",
        inputs=(*needs("sides", kind="list"), *needs("corners", "tiers", kind="count"), *needs("going", kind="length")),
        outputs=(
            Output(name="nosing", unit="ft|m", calculate=lambda g: _tiers(g)[0]),
            Output(name="area", unit="ft2|m2", calculate=lambda g: _tiers(g)[1]),
        ),
        source="geometry: mitred corners",
    ),
    Calculator(
        name="stair.stringer",
        asks="What does a notched stringer leave and carry?",
        inputs=(
            *needs("riser", "going", "depth", kind="length"),
            *takes("length", run="for its strength", thickness="for its strength"),
            *takes("line load", line="for its strength"),
            *takes("pressure", modulus="for its sag"),
            *takes("cut|solid", stringer="cut"),
            *takes("flag", middle="no"),
        ),
        outputs=(
            Output(name="pitch", unit="deg", calculate=lambda g: _stringer(g).pitch_rad),
            Output(name="step", unit="in|mm", calculate=lambda g: _stringer(g).step_m),
            Output(name="throat", unit="in|mm", calculate=lambda g: _stringer(g).throat_m),
            Output(name="moment", unit="lb-ft|kN.m", calculate=lambda g: _stringer(g).moment_n_m(*_loaded(g))),
            Output(name="stress", unit="psi|MPa", calculate=lambda g: _stringer(g).stress_pa(*_loaded(g), _thick(g))),
            Output(name="sag", unit="in|mm", calculate=_sag),
            Output(
                name="middle_reaction", unit="lb|kN", calculate=lambda g: _stringer(g).middle_reaction_n(*_loaded(g))
            ),
        ),
        source="statics: a simple span, or two",
    ),
    Calculator(
        name="stair.open_riser",
        asks="May risers stay open?",
        inputs=(SCHOOL, *needs("riser", "tread", kind="length"), *needs("risers", kind="count")),
        outputs=(
            Output(name="opening", unit="in|mm", calculate=lambda g: _riser(g).opening_m),
            Output(name="strip", unit="in|mm", calculate=lambda g: _riser(g).strip_m),
            number("close_least", lambda g: _riser(g).close_least),
            text("passes", lambda g: "yes" if _riser(g).passes else "no"),
        ),
        source="irc: R311.7.5.1; uk-k; practice elsewhere",
    ),
    Calculator(
        name="handrail.grasp",
        asks="Does a hand grasp this rail?",
        inputs=(
            SCHOOL,
            *needs("shape", kind="round|rect"),
            *needs("width", kind="length"),
            *takes("length", height="of a round one none", edge_radius="0"),
        ),
        outputs=(
            Output(name="perimeter", unit="in|mm", calculate=lambda g: _grasp(g).perimeter_m),
            Output(name="across", unit="in|mm", calculate=lambda g: _grasp(g).across_m),
            text("says", lambda g: _grasp(g).says),
        ),
        source="irc: R311.7.8.5; nbc: 9.8.7.5; practice elsewhere",
    ),
)
