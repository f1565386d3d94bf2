"""Calculators of made panels, slide gates and welded leaves."""

from steady.calculators.fields import needs, number, takes, text
from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Output
from steady.errors import InvalidInputError
from steady.layout.panel_systems import Heat, PanelSlope, Stiffened, checked_heat, panel_bay_m, panel_slope, stiffened
from steady.statics.slide_gates import SlideGate, SlideWind, SteelLeaf, checked, slide_wind
from steady.statics.tubes import SHAPES, Tube
from steady.statics.tubes import checked as checked_tube


def _bay(given: Given) -> tuple[float, float]:
    return panel_bay_m(given.length("panel"), given.length("insert"), given.length("post"))


def heat_of(given: Given) -> Heat:
    """A piece that moves with heat, as given."""
    return checked_heat(
        Heat(
            length_m=given.length("length"),
            coefficient=given.number("coefficient"),
            now=given.quantity("now", "temperature"),
            coldest=given.quantity("coldest", "temperature"),
            hottest=given.quantity("hottest", "temperature"),
            held_end=given.choice("held", ("middle", "end"), "middle") == "end",
        )
    )


def _insert_cold(given: Given) -> float:
    heat = heat_of(given)
    return given.length("insert") - heat.shrinks_m * heat.share


def _slope(given: Given) -> PanelSlope:
    most = given.maybe("step_most", "length")
    return panel_slope(given.length("bay"), given.length("rise"), given.length("rake_most"), step_most_m=most)


def _stiffened(given: Given) -> Stiffened:
    return stiffened(
        given.quantity("outer_stiffness", "bending stiffness"),
        given.quantity("inner_stiffness", "bending stiffness"),
        given.length("span"),
        line_n_per_m=given.quantity("line", "line load"),
    )


def _inner_stress(given: Given) -> float:
    modulus = given.quantity("inner_modulus", "volume")
    if not modulus > 0:
        raise InvalidInputError("inner_modulus", "must be above 0")
    return _stiffened(given).inner_moment_n_m / modulus


def _gate(given: Given) -> SlideGate:
    opening, tail = given.length("opening"), given.length("counterbalance")
    if given.has("weight_opening") or given.has("weight_tail"):
        parts = given.quantity("weight_opening", "force"), given.quantity("weight_tail", "force")
    else:
        weight = given.quantity("weight", "force")
        if not opening + tail > 0:
            raise InvalidInputError("opening", "must be above 0")
        parts = weight * opening / (opening + tail), weight * tail / (opening + tail)
    return checked(
        SlideGate(
            opening_m=opening,
            tail_m=tail,
            rollers_m=given.length("roller_spacing"),
            opening_n=parts[0],
            tail_n=parts[1],
            latch_n=given.quantity("load_at_latch", "force", 0.0),
        )
    )


def _wind(given: Given) -> SlideWind:
    return slide_wind(
        given.quantity("pressure", "pressure"),
        given.length("opening"),
        given.length("height"),
        rollers_m=given.length("roller_spacing"),
        caught=given.flag("caught"),
    )


def _leaf(given: Given) -> SteelLeaf:
    width, height = given.length("width"), given.length("height")
    for name, amount in (("width", width), ("height", height)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    shape = given.choice("shape", SHAPES, "square")
    tube = Tube(outside_m=given.length("outside"), wall_m=given.length("wall"), shape=shape)  # type: ignore[arg-type]
    return SteelLeaf(
        width_m=width,
        height_m=height,
        tube=checked_tube(tube),
        middle_rails=given.count("middle_rails", 0),
        middle_stiles=given.count("middle_stiles", 0),
        infill_pa=given.quantity("infill", "pressure", 0.0),
        latch_n=given.quantity("load_at_latch", "force", 0.0),
    )


TEMPERATURES = needs("now", "coldest", "hottest", kind="temperature")

SUMS = (
    Calculator(
        name="panel.bay",
        asks="How far apart do posts stand for a made panel?",
        inputs=needs("panel", "insert", "post", kind="length"),
        outputs=(
            Output(name="clear", unit="in|mm", calculate=lambda g: _bay(g)[0]),
            Output(name="bay", unit="in|mm", calculate=lambda g: _bay(g)[1]),
        ),
        source="geometry: rail less both inserts and a post",
    ),
    Calculator(
        name="panel.movement",
        asks="How much room does a panel need to move with heat?",
        inputs=(
            *needs("length", kind="length"),
            *needs("coefficient", kind="number"),
            *TEMPERATURES,
            *takes("length", insert="not looked at"),
            *takes("middle|end", held="middle"),
        ),
        outputs=(
            Output(name="grows", unit="in|mm", calculate=lambda g: heat_of(g).grows_m),
            Output(name="shrinks", unit="in|mm", calculate=lambda g: heat_of(g).shrinks_m),
            Output(name="room", unit="in|mm", calculate=lambda g: heat_of(g).grows_m * heat_of(g).share),
            Output(name="movement", unit="in|mm", calculate=lambda g: heat_of(g).grows_m + heat_of(g).shrinks_m),
            Output(name="insert_cold", unit="in|mm", calculate=_insert_cold),
        ),
        source="practice: a length, its coefficient and a change of temperature",
    ),
    Calculator(
        name="panel.slope",
        asks="Does a panel rake with the ground?",
        inputs=(*needs("bay", "rise", "rake_most", kind="length"), *takes("length", step_most="any")),
        outputs=(
            text("how", lambda g: _slope(g).how),
            number("grade", lambda g: _slope(g).grade, "-"),
            Output(name="bay_to_rake", unit="in|mm", calculate=lambda g: _slope(g).bay_to_rake_m),
        ),
        source="geometry: similar triangles",
    ),
    Calculator(
        name="rail.stiffened",
        asks="What does a rail with an insert carry together?",
        inputs=(
            *needs("outer_stiffness", "inner_stiffness", kind="bending stiffness"),
            *needs("span", kind="length"),
            *needs("line", kind="line load"),
            *takes("volume", inner_modulus="for the stress"),
        ),
        outputs=(
            Output(name="stiffness", unit="lb-in2|N.m2", calculate=lambda g: _stiffened(g).stiffness_n_m2),
            Output(name="sag", unit="in|mm", calculate=lambda g: _stiffened(g).sag_m),
            number("inner_share", lambda g: _stiffened(g).inner_share, "-"),
            Output(name="inner_stress", unit="psi|MPa", calculate=_inner_stress),
        ),
        source="statics: two beams side by side",
    ),
    Calculator(
        name="gate.cantilever_slide",
        asks="What do the rollers of a cantilever slide gate carry?",
        inputs=(
            *needs("opening", "counterbalance", "roller_spacing", kind="length"),
            *takes("force", weight="or of both parts", weight_opening="or of the whole", weight_tail="or of the whole"),
            *takes("force", load_at_latch="0"),
        ),
        outputs=(
            Output(name="length", unit="ft|m", calculate=lambda g: _gate(g).opening_m + _gate(g).tail_m),
            number("ratio", lambda g: _gate(g).tail_m / _gate(g).opening_m, "-"),
            Output(name="front_closed", unit="lb|kN", calculate=lambda g: _gate(g).front_closed_n),
            Output(name="rear_closed", unit="lb|kN", calculate=lambda g: _gate(g).rear_closed_n),
            Output(name="front_open", unit="lb|kN", calculate=lambda g: _gate(g).front_open_n),
            Output(name="rear_open", unit="lb|kN", calculate=lambda g: _gate(g).rear_open_n),
        ),
        source="statics: moments about the rollers",
    ),
    Calculator(
        name="gate.slide_wind",
        asks="What wind comes on a slide gate's rollers?",
        inputs=(
            *needs("pressure", kind="pressure"),
            *needs("opening", "height", "roller_spacing", kind="length"),
            *needs("caught", kind="flag"),
        ),
        outputs=(
            Output(name="force", unit="lb|kN", calculate=lambda g: _wind(g).force_n),
            Output(name="front", unit="lb|kN", calculate=lambda g: _wind(g).front_n),
            Output(name="rear", unit="lb|kN", calculate=lambda g: _wind(g).rear_n),
            Output(name="latch_post", unit="lb|kN", calculate=lambda g: _wind(g).latch_post_n),
        ),
        source="statics: moments about the rollers",
    ),
    Calculator(
        name="gate.steel_leaf",
        asks="What does a welded steel leaf weigh, and how far does it drop?",
        inputs=(
            *needs("width", "height", "outside", "wall", kind="length"),
            *takes("round|square", shape="square"),
            *takes("count", middle_rails="0", middle_stiles="0"),
            *takes("pressure", infill="0"),
            *takes("force", load_at_latch="0"),
        ),
        outputs=(
            Output(name="weight", unit="lb|kN", calculate=lambda g: _leaf(g).weight_n),
            Output(name="drop", unit="in|mm", calculate=lambda g: _leaf(g).drop_m),
            Output(name="corner_moment", unit="lb-ft|kN.m", calculate=lambda g: _leaf(g).corner_n_m),
        ),
        source="statics: a frame of one bay",
    ),
)
