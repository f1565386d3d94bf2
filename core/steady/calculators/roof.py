"""Sums of roofs: rafters, hips, jacks, birdsmouths, pavilions, sheets and purlins."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.layout.roofs import (
    Birdsmouth,
    Hip,
    Pavilion,
    Rafter,
    birdsmouth,
    hip_rafter,
    jack,
    pavilion,
    purlin_depth_m,
    purlins,
    rafter,
    unequal_hip_rad,
)
from steady.layout.sheets import Sheets, hip_side

PITCH = Input(name="pitch", kind="angle", says="from level")
RUN = Input(name="run", kind="length", says="level, of the common rafter")
OVERHANG = Input(name="overhang", kind="length", says="level", default="0 mm")


def _rafter(given: Given) -> Rafter:
    return rafter(
        given.length("run"),
        given.quantity("pitch", "angle"),
        given.length("ridge_thickness", 0.0),
        overhang_m=given.length("overhang", 0.0),
    )


def _hip(given: Given) -> Hip:
    return hip_rafter(given.length("run"), given.quantity("pitch", "angle"), given.length("overhang", 0.0))


def _unequal(given: Given) -> tuple[float, float, float, float]:
    return unequal_hip_rad(given.quantity("pitch_1", "angle"), given.quantity("pitch_2", "angle"))


def _jack(given: Given) -> tuple[float, float]:
    return jack(given.length("spacing"), given.quantity("pitch", "angle"))


def _seat(given: Given) -> Birdsmouth:
    return birdsmouth(given.length("rafter_depth"), given.quantity("pitch", "angle"), given.length("seat"))


def _drop(given: Given) -> float:
    return rafter(given.length("depth"), given.quantity("pitch", "angle")).rise_m


def _pavilion(given: Given) -> Pavilion:
    return pavilion(
        given.length("width"),
        given.quantity("pitch", "angle"),
        given.length("overhang", 0.0),
        cupola_m=given.length("cupola", 0.0),
    )


def _sheets(given: Given) -> Sheets:
    start = given.choice("start", ("centred", "left"), "centred")
    return hip_side(
        given.length("eave"),
        given.length("slope"),
        given.length("cover"),
        top_m=given.length("top", 0.0),
        start="left" if start == "left" else "centred",
    )


def _purlins(given: Given) -> tuple[int, float]:
    return purlins(
        given.length("slope"),
        given.length("spacing_most"),
        given.length("eave_offset", 0.0),
        ridge_m=given.length("ridge_offset", 0.0),
    )


def _purlin_depth(given: Given) -> float:
    rib_m, sheet_m, margin_m = (given.length(name, 0.0) for name in ("rib", "sheet", "margin"))
    return purlin_depth_m(given.length("screw"), rib_m, sheet_m, margin_m=margin_m)


SUMS = (
    Calculator(
        name="roof.rafter",
        picture="rafter",
        asks="How long is a common rafter?",
        inputs=(RUN, PITCH, Input(name="ridge_thickness", kind="length", default="0 mm"), OVERHANG),
        outputs=(
            Output(name="rise", unit="mm", calculate=lambda g: _rafter(g).rise_m),
            Output(name="line", unit="mm", calculate=lambda g: _rafter(g).line_m),
            Output(name="cut", unit="mm", calculate=lambda g: _rafter(g).cut_m),
            Output(name="tail", unit="mm", calculate=lambda g: _rafter(g).tail_m),
            Output(name="total", unit="mm", calculate=lambda g: _rafter(g).cut_m + _rafter(g).tail_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.hip_rafter",
        asks="How long and at what angles is a hip?",
        inputs=(RUN, PITCH, OVERHANG),
        outputs=(
            Output(name="pitch", unit="deg", calculate=lambda g: _hip(g).pitch_rad),
            Output(name="line", unit="mm", calculate=lambda g: _hip(g).line_m),
            Output(name="tail", unit="mm", calculate=lambda g: _hip(g).tail_m),
            Output(name="backing", unit="deg", calculate=lambda g: _hip(g).backing_rad),
            Output(name="dihedral", unit="deg", calculate=lambda g: _hip(g).dihedral_rad),
            Output(name="backing_drop", unit="-", calculate=lambda g: _hip(g).drop),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.unequal_hip",
        asks="What are the hip's angles where two pitches meet?",
        inputs=(Input(name="pitch_1", kind="angle"), Input(name="pitch_2", kind="angle")),
        outputs=(
            Output(name="plan_angle", unit="deg", calculate=lambda g: _unequal(g)[0]),
            Output(name="hip_pitch", unit="deg", calculate=lambda g: _unequal(g)[1]),
            Output(name="backing_1", unit="deg", calculate=lambda g: _unequal(g)[2]),
            Output(name="backing_2", unit="deg", calculate=lambda g: _unequal(g)[3]),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.jack_rafter",
        asks="How much shorter is each jack rafter?",
        inputs=(Input(name="spacing", kind="length"), PITCH),
        outputs=(
            Output(name="difference", unit="mm", calculate=lambda g: _jack(g)[0]),
            Output(name="edge_bevel", unit="deg", calculate=lambda g: _jack(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.birdsmouth",
        picture="rafter",
        asks="How deep is the birdsmouth, and what is left above the plate?",
        inputs=(Input(name="rafter_depth", kind="length"), PITCH, Input(name="seat", kind="length", says="level")),
        outputs=(
            Output(name="height_above_plate", unit="mm", calculate=lambda g: _seat(g).above_plate_m),
            Output(name="notch_square", unit="mm", calculate=lambda g: _seat(g).notch_square_m),
            Output(name="notch_plumb", unit="mm", calculate=lambda g: _seat(g).notch_plumb_m),
            Output(name="notch_share", unit="-", calculate=lambda g: _seat(g).share),
            Output(name="seat_for_third", unit="mm", calculate=lambda g: _seat(g).seat_for_third_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.veranda_drop",
        asks="How far does a single-slope roof fall?",
        inputs=(Input(name="depth", kind="length", says="level"), PITCH),
        outputs=(Output(name="drop", unit="mm", calculate=_drop),),
        source="geometry",
    ),
    Calculator(
        name="roof.pavilion",
        asks="What are the slopes of a square hip roof with or without a cupola?",
        inputs=(
            Input(name="width", kind="length", says="square, beam to beam"),
            PITCH,
            OVERHANG,
            Input(name="cupola", kind="length", says="opening's side", default="0 mm"),
        ),
        outputs=(
            Output(name="eave", unit="mm", calculate=lambda g: _pavilion(g).eave_m),
            Output(name="slope", unit="mm", calculate=lambda g: _pavilion(g).slope_m),
            Output(name="rise", unit="mm", calculate=lambda g: _pavilion(g).rise_m),
            Output(name="hip_line", unit="mm", calculate=lambda g: _pavilion(g).hip_line_m),
            Output(name="area", unit="m2", calculate=lambda g: _pavilion(g).area_m2),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.sheets",
        asks="How many sheets on a hip side, and how much length do paired off-cuts save?",
        inputs=(
            Input(name="eave", kind="length"),
            Input(name="slope", kind="length", says="up the slope"),
            Input(name="cover", kind="length", says="net cover of a sheet"),
            Input(name="top", kind="length", says="width at the top, when truncated", default="0 ft"),
            Input(name="start", kind="centred|left", default="centred"),
        ),
        outputs=(
            Output(name="sheets", unit="count", calculate=lambda g: _sheets(g).count),
            Output(name="square_cut", unit="ft|m", calculate=lambda g: _sheets(g).square_m),
            Output(name="paired", unit="ft|m", calculate=lambda g: _sheets(g).paired_m),
            Output(name="saving", unit="-", calculate=lambda g: 1 - _sheets(g).paired_m / _sheets(g).square_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.purlins",
        asks="How many purlins and at what spacing?",
        inputs=(
            Input(name="slope", kind="length"),
            Input(name="spacing_most", kind="length"),
            Input(name="eave_offset", kind="length", default="0 mm"),
            Input(name="ridge_offset", kind="length", default="0 mm"),
        ),
        outputs=(
            Output(name="purlins", unit="count", calculate=lambda g: _purlins(g)[0]),
            Output(name="spacing", unit="mm", calculate=lambda g: _purlins(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="roof.purlin_depth",
        asks="How deep a purlin hides the screw points?",
        inputs=(
            Input(name="screw", kind="length"),
            Input(name="rib", kind="length", says="height, when fixed through the crest", default="0 mm"),
            Input(name="sheet", kind="length", says="thickness", default="0 mm"),
            Input(name="margin", kind="length", default="0 mm"),
        ),
        outputs=(Output(name="depth", unit="mm", calculate=_purlin_depth),),
        source="geometry",
    ),
)
