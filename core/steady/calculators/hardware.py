"""Sums of fixings."""

import math

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import of_step, school_of
from steady.design_codes.requests import FastenerInput
from steady.design_codes.results import si
from steady.errors import InvalidInputError
from steady.plan.model import CalculationStep


def _wood(given: Given) -> str:
    book = school_of(given)
    return given.text("species") if book.species() else given.text("grade")


def _lateral(given: Given) -> CalculationStep:
    fastener = given.text("fastener")
    return school_of(given).fastener_lateral(
        FastenerInput(
            fastener=fastener,
            diameter_m=given.length("diameter"),
            side_m=given.length("side_member"),
            main_m=given.length("main_member"),
            wood=_wood(given),
            angle_rad=given.quantity("load_angle", "angle", 0.0),
            predrilled=given.flag("predrilled"),
            rope=given.flag("rope_effect"),
        )
    )[0]


def _withdrawal(given: Given, whole: bool) -> float:
    if whole and not given.has("penetration"):
        raise InvalidInputError("penetration", "is needed")
    axis = given.quantity("axis_angle", "angle", math.pi / 2)
    if not 0 <= axis <= math.pi / 2 + 1e-9:
        raise InvalidInputError("axis_angle", "must be 0 to 90 degrees")
    step = school_of(given).fastener_withdrawal(
        fastener=given.text("fastener"),
        diameter_m=given.length("diameter"),
        penetration_m=given.length("penetration") if whole else None,
        wood=_wood(given),
        axis_rad=axis,
    )
    return si(step)


def _nailing(given: Given) -> tuple[float, float, str]:
    ply, nail, diameter = given.length("ply"), given.length("nail_length"), given.length("nail_diameter")
    for name, value in (("ply", ply), ("nail_length", nail), ("nail_diameter", diameter)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    if nail <= ply:
        raise InvalidInputError("nail_length", "must be longer than the ply")
    asked = given if given.has("school") else Given({**given.raw, "school": "nz"})
    return school_of(asked).ply_nailing(ply_m=ply, nail_m=nail, diameter_m=diameter)


def _short(given: Given) -> str:
    reach, needed, _ = _nailing(given)
    return "the nail does not reach far enough into the second ply" if reach < needed - 1e-12 else ""


SUMS = (
    Calculator(
        name="hardware.fastener",
        asks="What does one nail, screw, lag or bolt hold sideways and in pull-out?",
        inputs=(
            Input(name="school", kind="us|uk"),
            Input(name="fastener", kind="nail|wood screw|lag screw|bolt"),
            Input(name="diameter", kind="length", says="at the shear plane: the root where the thread crosses it"),
            Input(name="species", kind="text", default="for us"),
            Input(name="grade", kind="text", default="for uk"),
            Input(name="side_member", kind="length", default="for sideways"),
            Input(name="main_member", kind="length", default="for sideways", says="nail: point side"),
            Input(name="load_angle", kind="angle", default="0 deg"),
            Input(name="predrilled", kind="flag", default="no", says="uk"),
            Input(name="rope_effect", kind="flag", default="no", says="uk"),
            Input(name="penetration", kind="length", default="for the whole pull-out"),
            Input(name="axis_angle", kind="angle", default="90 deg"),
        ),
        outputs=(
            Output(name="lateral", unit="lb|kN", calculate=of_step(_lateral)),
            Output(name="withdrawal_per_length", unit="lb/in|N/mm", calculate=lambda g: _withdrawal(g, False)),
            Output(name="withdrawal", unit="lb|kN", calculate=lambda g: _withdrawal(g, True)),
        ),
        source="nds: 12.2, 12.3; ec5: 8.2, 8.3, 8.7",
        picture="fastener",
    ),
    Calculator(
        name="hardware.ply_nailing",
        asks="Do the nails reach far enough into the second ply?",
        inputs=(
            Input(name="school", kind="nz|uk", default="nz"),
            Input(name="ply", kind="length"),
            Input(name="nail_length", kind="length"),
            Input(name="nail_diameter", kind="length"),
        ),
        outputs=(
            Output(name="penetration", unit="mm", calculate=lambda g: _nailing(g)[0]),
            Output(name="needed", unit="mm", calculate=lambda g: _nailing(g)[1]),
        ),
        source="practice: ten diameters; ec5: 8.3.1",
        picture="fastener",
        verdict=_short,
    ),
)
