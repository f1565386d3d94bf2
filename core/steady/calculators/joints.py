"""Calculators of joints: fasteners across and along their axis, rows, distances, splitting, washers, connectors."""

import math

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import SCHOOL, school_of
from steady.design_codes.joint_rules import (
    DISTANCES,
    FASTENERS,
    Distance,
    Fastener,
    FastenerKind,
    JointRules,
    LateralCapacity,
    LateralRequest,
    WithdrawalCapacity,
    WithdrawalRequest,
    WoodSection,
)
from steady.design_codes.requests import LOAD_TYPES, LoadType
from steady.design_codes.results import si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.connectors import ConnectorAnswer, Direction, specified
from steady.plan.model import CalculationStep
from steady.statics.joints import ButtedBrace, GuardPostForces, butted_brace, guard_post, ledger_spacing_m
from steady.units.units import IN, PSI


def _rules(given: Given) -> JointRules:
    return school_of(given).joints


def _wood(given: Given, name: str = "species") -> str:
    """The wood's name in the school: a species or a strength class; the school without either needs none."""
    words = given.text(name, given.text("grade", "") if name == "species" else "")
    if words or name != "species" or school_of(given).key == "nz":
        return words
    raise InvalidInputError("species", "is needed")


def _load(given: Given) -> LoadType:
    return given.choice("load_type", LOAD_TYPES, "wind")  # type: ignore[return-value]


def _fastener(given: Given) -> Fastener:
    kind: FastenerKind = given.choice("fastener", FASTENERS)  # type: ignore[assignment]
    diameter = given.length("diameter")
    if not diameter > 0:
        raise InvalidInputError("diameter", "must be above 0")
    return Fastener(kind=kind, diameter_m=diameter, root_m=given.maybe("root", "length"))


def _count(given: Given) -> int:
    count = given.count("count", 1)
    if count < 1:
        raise InvalidInputError("count", "must be 1 or more")
    return count


def _lateral(given: Given) -> LateralCapacity:
    return _rules(given).lateral(
        LateralRequest(
            fastener=_fastener(given),
            side_m=given.length("side_member"),
            main_m=given.length("main_member"),
            wood=_wood(given),
            side_wood=_wood(given, "side_species"),
            length_m=given.maybe("length", "length"),
            side_steel=given.flag("side_steel"),
            planes=given.count("planes", 1),
            angle_side_rad=given.quantity("angle_side", "angle", 0.0),
            angle_main_rad=given.quantity("angle_main", "angle", 0.0),
            toe=given.flag("toe"),
            end_grain=given.flag("end_grain"),
            predrilled=given.flag("predrilled"),
            gap_m=given.length("gap", 0.0),
            group=given.number("group", 1.0),
            load=_load(given),
            wet=given.flag("wet", True),
            count=_count(given),
        )
    )


def _withdrawal(given: Given) -> WithdrawalCapacity:
    for name in ("thread", "length", "head", "side_member"):
        if given.has(name) and not given.length(name) > 0:
            raise InvalidInputError(name, "must be above 0")
    return _rules(given).withdrawal(
        WithdrawalRequest(
            fastener=_fastener(given),
            wood=_wood(given),
            thread_m=given.maybe("thread", "length"),
            length_m=given.maybe("length", "length"),
            toe=given.flag("toe"),
            head_m=given.maybe("head", "length"),
            side_m=given.maybe("side_member", "length"),
            end_grain=given.flag("end_grain"),
            load=_load(given),
            wet=given.flag("wet", True),
            count=_count(given),
        )
    )


def _pull_through(given: Given) -> float:
    found = _withdrawal(given).pull_through
    if found is None:
        raise OutOfScopeError("nothing is known of the head", "the head's diameter and the side member, under us")
    return si(found)


def _angle(given: Given, name: str = "angle", default: float | None = None) -> float:
    angle = given.quantity(name, "angle", default)
    if not 0 <= angle <= math.pi / 2 + 1e-9:
        raise InvalidInputError(name, "must be 0 to 90 degrees")
    return angle


def _force(given: Given, name: str, default: float | None = None) -> float:
    force = given.quantity(name, "force", default)
    if not force >= 0:
        raise InvalidInputError(name, "must be 0 or more")
    return force


def _combined(given: Given) -> float:
    lateral, withdrawal = _force(given, "lateral"), _force(given, "withdrawal")
    for name, amount in (("lateral", lateral), ("withdrawal", withdrawal)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    return _rules(given).combined_n(lateral, withdrawal, _angle(given))


def _area_m2(given: Given, name: str) -> float:
    """A section as "1.5x5.5", in inches."""
    try:
        thick, wide = (float(word) for word in given.text(name).lower().split("x"))
    except ValueError:
        raise InvalidInputError(name, "must be a section in inches, as 1.5x5.5") from None
    if not (thick > 0 and wide > 0):
        raise InvalidInputError(name, "must be above 0")
    return thick * wide * IN**2


def _group(given: Given) -> float:
    in_row, spacing = given.count("in_row"), given.length("spacing")
    if in_row < 1:
        raise InvalidInputError("in_row", "must be 1 or more")
    if not spacing > 0:
        raise InvalidInputError("spacing", "must be above 0")
    diameter = given.length("diameter")
    if not diameter > 0:
        raise InvalidInputError("diameter", "must be above 0")
    stiffness = None
    if given.has("side_area"):
        mpsi = 1e6 * PSI
        sides = [given.number(f"{name}_E") for name in ("side", "main")]
        if not all(one > 0 for one in sides):
            raise InvalidInputError("side_E", "must be above 0")
        stiffness = (_area_m2(given, "side_area") * sides[0] * mpsi, _area_m2(given, "main_area") * sides[1] * mpsi)
    return _rules(given).group(in_row, Fastener(kind="bolt", diameter_m=diameter), spacing, stiffness_n=stiffness)


def _distance(which: Distance) -> Output:
    def calculate(given: Given) -> float:
        return _rules(given).distance_m(
            which, _fastener(given), _angle(given, default=0.0), predrilled=given.flag("predrilled")
        )

    return Output(name=which, unit="in|mm", calculate=calculate)


def _section(given: Given, held: float) -> WoodSection:
    depth, thickness = given.length("depth", held * 2), given.length("thickness", held)
    for name, amount in (("thickness", thickness), ("depth", depth)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    return WoodSection(
        wood=_wood(given), thickness_m=thickness, depth_m=depth, load=_load(given), wet=given.flag("wet", True)
    )


def _split(given: Given) -> CalculationStep:
    held = given.length("depth_held")
    if not held > 0:
        raise InvalidInputError("depth_held", "must be above 0")
    given.length("thickness")
    section = _section(given, held)
    if held >= section.depth_m:
        raise InvalidInputError("depth_held", "must be less than the depth")
    return _rules(given).split_n(section, held, given.flag("near_end"))


def _washer(given: Given) -> CalculationStep:
    side, bolt = given.length("washer"), given.length("diameter")
    if not bolt > 0:
        raise InvalidInputError("diameter", "must be above 0")
    if not side > bolt:
        raise InvalidInputError("washer", "must be wider than its bolt")
    return _rules(given).washer_n(_section(given, side), side, bolt, round_washer=given.flag("round"))


def _bolted(given: Given) -> float:
    bolt = given.raw.get("bolt")
    if not isinstance(bolt, dict):
        raise InvalidInputError("bolt", "must be the inputs of joint.lateral")
    bolts = given.count("bolts")
    if bolts < 1:
        raise InvalidInputError("bolts", "must be 1 or more")
    inner = {"fastener": "bolt", **bolt, "school": given.text("school"), "count": bolts}
    return si(_lateral(Given(inner)).design)


def _brace(given: Given) -> ButtedBrace:
    return butted_brace(
        _angle(given),
        given.count("count", 1),
        _force(given, "lateral"),
        withdrawal_n=_force(given, "withdrawal"),
        combined=_rules(given).combined_n,
    )


def _ledger(given: Given) -> float:
    return ledger_spacing_m(
        given.quantity("down_line", "line load"),
        _force(given, "lateral"),
        given.quantity("pull_line", "line load", 0.0),
        withdrawal_n=given.quantity("withdrawal", "force", math.inf),
    )


def _guard_post(given: Given) -> GuardPostForces:
    return guard_post(given.quantity("push", "force"), given.length("rail_above_upper"), given.length("lever"))


_WAYS: tuple[Direction, ...] = ("down", "up", "side")


def _connector(given: Given) -> ConnectorAnswer:
    ratings = {name: _force(given, f"rated_{name}") for name in _WAYS if given.has(f"rated_{name}")}
    for name, rating in ratings.items():
        if not rating > 0:
            raise InvalidInputError(f"rated_{name}", "must be above 0")
    return specified(
        given.text("connector"),
        given.text("school"),
        {name: _force(given, name, 0.0) for name in _WAYS},
        ratings_n=ratings,
        moment_n_m=given.quantity("moment", "moment", 0.0),
    )


FASTENER = Input(name="fastener", kind="|".join(FASTENERS))
DIAMETER = Input(name="diameter", kind="length", says="nominal")
SPECIES = Input(name="species", kind="text", default="none in nz", says="species, or the strength class in uk")
SERVICE = (
    Input(name="load_type", kind="|".join(LOAD_TYPES), default="wind"),
    Input(name="wet", kind="flag", default="yes"),
    Input(name="count", kind="count", default="1"),
)
LATERAL = (
    FASTENER,
    DIAMETER,
    Input(name="root", kind="length", default="the code's usual"),
    Input(name="side_member", kind="length"),
    Input(name="main_member", kind="length", says="thickness, or the reach where no length is given"),
    Input(name="length", kind="length", default="not given"),
    SPECIES,
    Input(name="side_species", kind="text", default="the main member's"),
    Input(name="side_steel", kind="flag", default="no"),
    Input(name="planes", kind="count", default="1"),
    Input(name="angle_side", kind="angle", default="0 deg", says="load to the grain"),
    Input(name="angle_main", kind="angle", default="0 deg", says="load to the grain"),
    Input(name="toe", kind="flag", default="no"),
    Input(name="end_grain", kind="flag", default="no"),
    Input(name="predrilled", kind="flag", default="no"),
    Input(name="group", kind="number", default="1"),
    Input(name="gap", kind="length", default="0", says="sheathing or a packer, us"),
    *SERVICE,
)
SOURCE = "nds: 11, 12; o86: 12; ec5: 8; practice in nz"

SUMS = (
    Calculator(
        name="joint.lateral",
        asks="What do fasteners hold across their axis?",
        inputs=(SCHOOL, *LATERAL),
        outputs=(
            Output(name="reference", unit="lb|kN", calculate=lambda g: si(_lateral(g).reference)),
            Output(name="mode", unit="text", calculate=lambda g: _lateral(g).mode),
            Output(name="design", unit="lb|kN", calculate=lambda g: si(_lateral(g).design)),
        ),
        source=SOURCE,
    ),
    Calculator(
        name="joint.withdrawal",
        asks="What do fasteners hold along their axis?",
        inputs=(
            SCHOOL,
            FASTENER,
            DIAMETER,
            SPECIES,
            Input(name="thread", kind="length", default="of a toe fastener its length"),
            Input(name="length", kind="length", default="not given"),
            Input(name="toe", kind="flag", default="no"),
            Input(name="head", kind="length", default="not looked at"),
            Input(name="side_member", kind="length", default="not looked at"),
            Input(name="end_grain", kind="flag", default="no"),
            *SERVICE,
        ),
        outputs=(
            Output(name="per_length", unit="lb/in|N/mm", calculate=lambda g: si(_withdrawal(g).per_length)),
            Output(name="one", unit="lb|kN", calculate=lambda g: si(_withdrawal(g).one)),
            Output(name="pull_through", unit="lb|kN", calculate=_pull_through),
            Output(name="design", unit="lb|kN", calculate=lambda g: si(_withdrawal(g).design)),
        ),
        source=SOURCE,
    ),
    Calculator(
        name="joint.combined",
        asks="What does a fastener hold of a load at an angle from the surface?",
        inputs=(
            SCHOOL,
            Input(name="lateral", kind="force"),
            Input(name="withdrawal", kind="force"),
            Input(name="angle", kind="angle", says="from the surface"),
        ),
        outputs=(Output(name="holds", unit="lb|kN", calculate=_combined),),
        source="nds: 12.4.1; ec5: 8.28; a straight line elsewhere",
    ),
    Calculator(
        name="joint.group",
        asks="What share of the sum does a row of fasteners hold?",
        inputs=(
            SCHOOL,
            Input(name="in_row", kind="count"),
            DIAMETER,
            Input(name="spacing", kind="length"),
            Input(name="side_area", kind="text", default="us", says="inches, as 1.5x5.5"),
            Input(name="main_area", kind="text", default="us"),
            Input(name="side_E", kind="number", default="us", says="million psi"),
            Input(name="main_E", kind="number", default="us"),
        ),
        outputs=(Output(name="group", unit="-", calculate=_group),),
        source="nds: 11.3.6; ec5: 8.34",
    ),
    Calculator(
        name="joint.distances",
        asks="How far do fasteners stand from ends, edges and each other?",
        inputs=(
            SCHOOL,
            FASTENER,
            DIAMETER,
            Input(name="angle", kind="angle", default="0 deg", says="load to the grain"),
            Input(name="predrilled", kind="flag", default="no"),
        ),
        outputs=tuple(_distance(which) for which in DISTANCES),
        source="nds: 12.5.1; o86: 12; ec5: 8; nzs-3603: 4",
    ),
    Calculator(
        name="joint.split",
        asks="What shear does wood carry beside a joint loaded across its grain?",
        inputs=(
            SCHOOL,
            SPECIES,
            Input(name="thickness", kind="length"),
            Input(name="depth", kind="length"),
            Input(name="depth_held", kind="length", says="from the loaded edge to the farthest fastener"),
            Input(name="near_end", kind="flag", default="no"),
            *SERVICE[:2],
        ),
        outputs=(Output(name="shear", unit="lb|kN", calculate=lambda g: si(_split(g))),),
        source="nds: 3.4.3.3; o86: 12.2.1.8; ec5: 8.4",
    ),
    Calculator(
        name="joint.washer",
        asks="What pull does a washer bear into the wood?",
        inputs=(
            SCHOOL,
            SPECIES,
            Input(name="washer", kind="length", says="side, or diameter"),
            DIAMETER,
            Input(name="round", kind="flag", default="no"),
            *SERVICE[:2],
        ),
        outputs=(Output(name="pull", unit="lb|kN", calculate=lambda g: si(_washer(g))),),
        source="nds: 3.10; o86: 6.5.7; ec5: 8.5.2",
    ),
    Calculator(
        name="joint.bolted",
        asks="Do these bolts carry the load?",
        inputs=(
            SCHOOL,
            Input(name="bolt", kind="list", says="the inputs of joint.lateral"),
            Input(name="bolts", kind="count"),
            Input(name="load", kind="force"),
        ),
        outputs=(
            Output(name="holds", unit="lb|kN", calculate=_bolted),
            Output(name="use", unit="-", calculate=lambda g: _force(g, "load") / _bolted(g)),
        ),
        source=SOURCE,
    ),
    Calculator(
        name="joint.brace_butt",
        asks="What do the fasteners of a butted brace hold along it?",
        inputs=(
            SCHOOL,
            Input(name="force", kind="force", says="along the brace"),
            Input(name="angle", kind="angle", says="from level"),
            Input(name="count", kind="count", says="at each end"),
            Input(name="lateral", kind="force", says="of one"),
            Input(name="withdrawal", kind="force", says="of one"),
        ),
        outputs=(
            Output(name="foot_pull", unit="lb|kN", calculate=lambda g: _brace(g).foot_pull_n),
            Output(name="head_pull", unit="lb|kN", calculate=lambda g: _brace(g).head_pull_n),
            Output(name="push_slides", unit="lb|kN", calculate=lambda g: _brace(g).push_slides_n),
            Output(name="use", unit="-", calculate=lambda g: _force(g, "force") / _brace(g).least_n),
        ),
        source="statics; nds: 12.4.1",
    ),
    Calculator(
        name="joint.ledger_spacing",
        asks="How far apart do a ledger's fixings stand?",
        inputs=(
            SCHOOL,
            Input(name="lateral", kind="force", says="of one"),
            Input(name="down_line", kind="line load"),
            Input(name="withdrawal", kind="force", default="no pull"),
            Input(name="pull_line", kind="line load", default="0"),
        ),
        outputs=(Output(name="spacing", unit="in|mm", calculate=_ledger),),
        source="statics",
    ),
    Calculator(
        name="joint.guard_post",
        asks="What pulls at a guard post's fixings?",
        inputs=(
            SCHOOL,
            Input(name="push", kind="force"),
            Input(name="rail_above_upper", kind="length"),
            Input(name="lever", kind="length", says="between the fixings"),
        ),
        outputs=(
            Output(name="upper", unit="lb|kN", calculate=lambda g: _guard_post(g).upper_n),
            Output(name="lower", unit="lb|kN", calculate=lambda g: _guard_post(g).lower_n),
            Output(name="moment", unit="lb-ft|kN.m", calculate=lambda g: _guard_post(g).moment_n_m),
        ),
        source="statics",
    ),
    Calculator(
        name="joint.connector",
        asks="May a connector be specified by what it must hold, or does a typed rating hold?",
        inputs=(
            SCHOOL,
            Input(name="connector", kind="text"),
            Input(name="down", kind="force", default="0"),
            Input(name="up", kind="force", default="0"),
            Input(name="side", kind="force", default="0"),
            Input(name="moment", kind="moment", default="0"),
            Input(name="rated_down", kind="force", default="not typed"),
            Input(name="rated_up", kind="force", default="not typed"),
            Input(name="rated_side", kind="force", default="not typed"),
        ),
        outputs=(
            Output(name="verdict", unit="text", calculate=lambda g: _connector(g).state),
            Output(name="share", unit="-", calculate=lambda g: _connector(g).share),
        ),
        source="practice: ordinary connectors, from memory",
    ),
)
