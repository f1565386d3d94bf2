"""Sums of gates: leaf, brace, hinges, sag, swing."""

import math

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import inputs
from steady.design_codes.us import ground
from steady.errors import InvalidInputError
from steady.layout import swing
from steady.layout.swing import LeafGaps, Plane
from steady.statics import gate_leaf
from steady.statics.gate_leaf import BareFrame, BracedLeaf, Gives
from steady.statics.lateral import elastic_pole_depth_m
from steady.units.quantities import parse_quantity
from steady.units.units import FT, LB_FT, PSF


def _leaf(given: Given) -> swing.LeafSize:
    return swing.leaf_size(
        LeafGaps(
            hinge_gap_m=given.length("hinge_gap"),
            latch_gap_m=given.length("latch_gap", 0.0),
            leaves=given.count("leaves", 1),
            centre_gap_m=given.length("centre_gap", 0.0),
        ),
        top_m=given.length("top"),
        middle_m=given.length("middle"),
        bottom_m=given.length("bottom"),
    )


def _brace(given: Given) -> gate_leaf.Brace:
    return gate_leaf.brace_to_rail(
        BracedLeaf(
            weight_n=given.quantity("weight", "force"),
            width_m=given.length("width"),
            height_m=given.length("height"),
            weight_from_hinge_m=given.maybe("weight_from_hinge", "length"),
            reach_m=given.maybe("brace_reach", "length"),
        ),
        load_at_latch_n=given.quantity("load_at_latch", "force", 0.0),
        stiffness_n=given.maybe("brace_stiffness", "force"),
    )


def _drop(given: Given) -> float:
    found = _brace(given).drop_m
    if found is None:
        raise InvalidInputError("brace_stiffness", "is needed")
    return found


def _stile(given: Given) -> gate_leaf.StileBrace:
    return gate_leaf.brace_to_stile(
        weight_n=given.quantity("weight", "force"),
        width_m=given.length("width"),
        height_m=given.length("height"),
        brace_height_m=given.length("brace_height"),
        weight_from_hinge_m=given.maybe("weight_from_hinge", "length"),
    )


def _pull(given: Given) -> float:
    return gate_leaf.hinge_pull_n(
        weight_n=given.quantity("weight", "force"),
        weight_from_hinge_m=given.length("weight_from_hinge"),
        spacing_m=given.length("hinge_spacing"),
        width_m=given.length("width", 0.0),
        load_at_latch_n=given.quantity("load_at_latch", "force", 0.0),
    )


def _vertical(given: Given) -> float:
    return given.quantity("weight", "force") + given.quantity("load_at_latch", "force", 0.0)


def _unbraced(given: Given) -> float:
    return gate_leaf.unbraced_drop_m(
        BareFrame(
            width_m=given.length("width"),
            height_m=given.length("height"),
            rail_n_m2=given.quantity("rail_stiffness", "bending stiffness"),
            stile_n_m2=given.quantity("stile_stiffness", "bending stiffness"),
            corner_n_m_per_rad=given.maybe("corner_stiffness", "moment per angle"),
        ),
        latch_load=given.quantity("latch_load", "force"),
    )


def _sag(given: Given) -> gate_leaf.LatchEdgeSag:
    return gate_leaf.latch_sag(
        BracedLeaf(
            weight_n=given.quantity("weight", "force"),
            width_m=given.length("width"),
            height_m=given.length("height"),
            weight_from_hinge_m=given.maybe("weight_from_hinge", "length"),
        ),
        Gives(
            hinge_spacing_m=given.length("hinge_spacing"),
            hinge_play_m=given.length("hinge_play", 0.0),
            hinge_drop_m=given.length("hinge_drop", 0.0),
            brace_stiffness_n=given.maybe("brace_stiffness", "force"),
            creep=given.number("creep", 0.0),
            joint_slip_m=given.length("joint_slip", 0.0),
            post_turn_rad=given.quantity("post_turn", "angle", 0.0),
        ),
    )


def _turn(given: Given) -> float:
    return gate_leaf.post_turn_rad(
        moment_n_m=given.quantity("moment", "moment"),
        lower_hinge_m=given.length("lower_hinge"),
        hinge_spacing_m=given.length("hinge_spacing"),
        post_n_m2=given.quantity("post_stiffness", "bending stiffness"),
        soil_n_m_per_rad=given.maybe("soil_stiffness", "moment per angle"),
    )


def _depth(given: Given) -> float:
    moment, soil = given.quantity("moment", "moment"), given.quantity("soil", "pressure per depth")
    width = given.length("hole_width")
    if given.choice("formula", ("elastic", "pole"), "elastic") == "elastic":
        return elastic_pole_depth_m(moment_n_m=moment, soil_pa_per_m=soil, width_m=width)
    for name, value in (("moment", moment), ("soil", soil), ("hole_width", width)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    return ground.embedment_for_moment_ft(moment / LB_FT, width / FT, soil / (PSF / FT)) * FT


def _fall(given: Given) -> float:
    return swing.fall_m(given.length("opening"), given.quantity("slope", "angle"))


def _plane(given: Given) -> swing.HingeLift:
    return swing.swing_on_plane(
        Plane(
            along=given.number("grade_along"),
            front=given.number("grade_front"),
            back=given.choice("swings", ("front", "back"), "front") == "back",
        ),
        leaf_m=given.length("leaf"),
        clear_m=given.length("clear", 0.0254),
        rake=given.number("leaf_rake", 0.0),
        swing_rad=given.quantity("swing", "angle", math.pi / 2),
    )


def _twisted(given: Given) -> swing.HingeLift:
    back = given.choice("swings", ("front", "back"), "front") == "back"
    sign = -1.0 if back else 1.0
    return swing.swing_on_ground(
        leaf_m=given.length("leaf"),
        ground=swing.twisted(
            given.number("grade_along"),
            sign * given.number("grade_front"),
            sign * given.quantity("twist", "per length"),
        ),
        clear_m=given.length("clear", 0.0254),
        rake=given.number("leaf_rake", 0.0),
        swing_rad=given.quantity("swing", "angle", math.pi / 2),
    )


def _rise(given: Given) -> float:
    return swing.rising_hinge_m(
        leaf_m=given.length("leaf"),
        front=given.number("grade_front"),
        closed_gap_m=given.length("closed_gap"),
        clear_m=given.length("clear", 0.0),
        swing_rad=given.quantity("swing", "angle", math.pi / 2),
    )


def _pins(given: Given) -> tuple[float, float]:
    pins: list[tuple[float, float, float]] = []
    for row in given.rows("pins"):
        if len(row) != 3:
            raise InvalidInputError("pins", "each is [along, out, height]")
        x, y, z = (parse_quantity(part, "length", "pins") for part in row)
        pins.append((x, y, z))
    return swing.hinge_line(pins)


def _wheel(given: Given) -> gate_leaf.Wheel:
    return gate_leaf.wheel(
        weight_n=given.quantity("weight", "force"),
        weight_from_hinge_m=given.length("weight_from_hinge"),
        wheel_from_hinge_m=given.length("wheel_from_hinge"),
        hinge_spacing_m=given.length("hinge_spacing"),
        wheel_n=given.maybe("wheel_load", "force"),
    )


LEAF = inputs(("weight", "force"), ("width", "length"), ("height", "length"))
AT = Input(name="weight_from_hinge", kind="length", default="half the width")
PERSON = Input(name="load_at_latch", kind="force", default="0 lb", says="a person on the latch edge")
SWING = (
    Input(name="leaf", kind="length", says="from the hinge"),
    Input(name="grade_along", kind="ratio", says="ground, hinge to latch, leaf closed; up positive"),
    Input(name="grade_front", kind="ratio", says="ground toward the front; up positive"),
)
ARC = (
    Input(name="clear", kind="length", default="1 in"),
    Input(name="leaf_rake", kind="ratio", default="0"),
    Input(name="swings", kind="front|back", default="front"),
    Input(name="swing", kind="angle", default="90 deg"),
)

SUMS = (
    Calculator(
        name="gate.leaf_size",
        asks="How wide is the leaf for a measured opening?",
        inputs=(
            *inputs(("top", "length"), ("middle", "length"), ("bottom", "length"), ("hinge_gap", "length")),
            Input(name="latch_gap", kind="length", default="0 in"),
            Input(name="leaves", kind="1|2", default="1"),
            Input(name="centre_gap", kind="length", default="0 in"),
        ),
        outputs=(
            Output(name="opening", unit="in|mm", calculate=lambda g: _leaf(g).opening_m),
            Output(name="leaf", unit="in|mm", calculate=lambda g: _leaf(g).leaf_m),
            Output(name="spread", unit="in|mm", calculate=lambda g: _leaf(g).spread_m),
            Output(name="worst_gap", unit="in|mm", calculate=lambda g: _leaf(g).worst_gap_m),
        ),
        source="practice: the least of three measures; geometry",
        picture="opening",
    ),
    Calculator(
        name="gate.latch_gap_for_thickness",
        asks="What latch gap does a thick leaf need to swing?",
        inputs=inputs(("leaf", "length"), ("thickness", "length")),
        outputs=(
            Output(
                name="gap",
                unit="in|mm",
                calculate=lambda g: swing.thickness_gap_m(g.length("leaf"), g.length("thickness")),
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="gate.brace_force",
        asks="What force is in the brace of a gate?",
        inputs=(
            *LEAF,
            AT,
            Input(name="brace_reach", kind="length", default="the corner", says="from the hinge stile along the rail"),
            PERSON,
            Input(name="brace_stiffness", kind="force", default="for the drop only", says="E times area"),
        ),
        outputs=(
            Output(name="latch_load", unit="lb|kN", calculate=lambda g: _brace(g).latch_load_n),
            Output(name="force", unit="lb|kN", calculate=lambda g: _brace(g).force_n),
            Output(name="angle", unit="deg", calculate=lambda g: _brace(g).angle_rad),
            Output(name="rail_force", unit="lb|kN", calculate=lambda g: _brace(g).rail_force_n),
            Output(name="rail_bending", unit="lb-in|N.m", calculate=lambda g: _brace(g).rail_bending_n_m),
            Output(name="drop", unit="in|mm", calculate=_drop),
        ),
        source="statics",
        picture="gate leaf",
    ),
    Calculator(
        name="gate.brace_to_stile",
        asks="What does a gate's brace do that stops part way up the latch stile?",
        inputs=(*LEAF, Input(name="brace_height", kind="length", says="on the latch stile"), AT),
        outputs=(
            Output(name="force", unit="lb|kN", calculate=lambda g: _stile(g).force_n),
            Output(name="stile_bending", unit="lb-in|N.m", calculate=lambda g: _stile(g).stile_bending_n_m),
            Output(name="top_rail_force", unit="lb|kN", calculate=lambda g: _stile(g).top_rail_n),
            Output(name="bottom_rail_force", unit="lb|kN", calculate=lambda g: _stile(g).bottom_rail_n),
            Output(name="angle", unit="deg", calculate=lambda g: _stile(g).angle_rad),
        ),
        source="statics",
        picture="gate leaf",
    ),
    Calculator(
        name="gate.hinge_forces",
        asks="What do a gate's hinges pull?",
        inputs=(
            *inputs(("weight", "force"), ("weight_from_hinge", "length"), ("hinge_spacing", "length")),
            Input(name="width", kind="length", default="with a load at the latch"),
            PERSON,
        ),
        outputs=(
            Output(name="pull", unit="lb|kN", calculate=_pull),
            Output(name="vertical", unit="lb|kN", calculate=_vertical),
        ),
        source="statics",
        picture="gate leaf",
    ),
    Calculator(
        name="gate.unbraced_drop",
        asks="How far does a gate's latch drop with stiff corners and no brace?",
        inputs=(
            *inputs(
                ("latch_load", "force"),
                ("width", "length"),
                ("height", "length"),
                ("rail_stiffness", "E times I"),
                ("stile_stiffness", "E times I"),
            ),
            Input(name="corner_stiffness", kind="moment per angle", default="stiff"),
        ),
        outputs=(Output(name="drop", unit="in|mm", calculate=_unbraced),),
        source="statics",
        picture="gate leaf",
    ),
    Calculator(
        name="gate.latch_sag",
        asks="What makes a gate's latch edge sag, part by part?",
        inputs=(
            *LEAF,
            Input(name="hinge_spacing", kind="length"),
            AT,
            Input(name="hinge_play", kind="length", default="0 in", says="top and bottom together"),
            Input(name="hinge_drop", kind="length", default="0 in"),
            Input(name="brace_stiffness", kind="force", default="none", says="E times area"),
            Input(name="creep", kind="ratio", default="0", says="added share over the years"),
            Input(name="joint_slip", kind="length", default="0 in", says="each end of the brace"),
            Input(name="post_turn", kind="angle", default="0 rad"),
        ),
        outputs=(
            Output(name="from_hinges", unit="in|mm", calculate=lambda g: _sag(g).from_hinges_m),
            Output(name="from_brace", unit="in|mm", calculate=lambda g: _sag(g).from_brace_m),
            Output(name="from_brace_joints", unit="in|mm", calculate=lambda g: _sag(g).from_joints_m),
            Output(name="from_post", unit="in|mm", calculate=lambda g: _sag(g).from_post_m),
            Output(name="total", unit="in|mm", calculate=lambda g: _sag(g).total_m),
        ),
        source="statics",
        picture="gate leaf",
    ),
    Calculator(
        name="gate.post_turn",
        asks="How much does a gate's hinge post turn?",
        inputs=(
            *inputs(
                ("moment", "moment"),
                ("lower_hinge", "length"),
                ("hinge_spacing", "length"),
                ("post_stiffness", "E times I"),
            ),
            Input(name="soil_stiffness", kind="moment per angle", default="held fast"),
        ),
        outputs=(Output(name="turn", unit="rad", calculate=_turn),),
        source="statics",
    ),
    Calculator(
        name="gate.post_depth",
        asks="How deep must the hinge post go for the gate's pull?",
        inputs=(
            *inputs(("moment", "moment"), ("soil", "pressure per depth"), ("hole_width", "length")),
            Input(name="formula", kind="elastic|pole", default="elastic"),
        ),
        outputs=(Output(name="depth", unit="in|mm", calculate=_depth),),
        source="statics; ibc: 1807.3.2.1 in the limit",
        picture="embedment",
    ),
    Calculator(
        name="gate.opening_on_slope",
        asks="How far does the ground fall across a gate's opening?",
        inputs=inputs(("opening", "length"), ("slope", "angle")),
        outputs=(
            Output(name="fall", unit="in|mm", calculate=_fall),
            Output(name="fall_per_leaf", unit="in|mm", calculate=lambda g: _fall(g) / 2),
        ),
        source="geometry",
    ),
    Calculator(
        name="gate.swing_clearance",
        asks="How high must a leaf hang to swing clear of sloping ground?",
        inputs=(*SWING, *ARC),
        outputs=(
            Output(name="lift", unit="in|mm", calculate=lambda g: _plane(g).lift_m),
            Output(name="worst_grade", unit="-", calculate=lambda g: _plane(g).worst_grade),
            Output(name="closed_latch_gap", unit="in|mm", calculate=lambda g: _plane(g).closed_gap_m),
        ),
        source="geometry",
        picture="swing",
    ),
    Calculator(
        name="gate.swing_clearance_twisted",
        asks="How high must a leaf hang over twisted ground?",
        inputs=(*SWING, Input(name="twist", kind="per length", says="0.002 per in"), *ARC),
        outputs=(
            Output(name="lift", unit="in|mm", calculate=lambda g: _twisted(g).lift_m),
            Output(name="worst_at", unit="deg", calculate=lambda g: _twisted(g).worst_at_rad),
        ),
        source="geometry",
        picture="swing",
    ),
    Calculator(
        name="gate.rising_hinge",
        asks="How much must a rising hinge lift over the swing?",
        inputs=(
            *inputs(("leaf", "length"), ("grade_front", "ratio"), ("closed_gap", "length")),
            Input(name="clear", kind="length", default="0 in"),
            Input(name="swing", kind="angle", default="90 deg"),
        ),
        outputs=(Output(name="rise", unit="in|mm", calculate=_rise),),
        source="geometry",
        picture="swing",
    ),
    Calculator(
        name="gate.hinge_line",
        asks="Are the hinge pins plumb and in line?",
        inputs=(Input(name="pins", kind="list of [x, y, z]"),),
        outputs=(
            Output(name="out_of_plumb", unit="deg", calculate=lambda g: _pins(g)[0]),
            Output(name="out_of_line", unit="in|mm", calculate=lambda g: _pins(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="gate.wheel_load",
        asks="What does a wheel under the leaf carry?",
        inputs=(
            *inputs(
                ("weight", "force"),
                ("weight_from_hinge", "length"),
                ("wheel_from_hinge", "length"),
                ("hinge_spacing", "length"),
            ),
            Input(name="wheel_load", kind="force", default="takes the whole pull", says="where a spring sets it"),
        ),
        outputs=(
            Output(name="wheel", unit="lb|kN", calculate=lambda g: _wheel(g).wheel_n),
            Output(name="hinge_pull", unit="lb|kN", calculate=lambda g: _wheel(g).pull_n),
            Output(name="hinge_vertical", unit="lb|kN", calculate=lambda g: _wheel(g).vertical_n),
        ),
        source="statics",
        picture="gate leaf",
    ),
)
