"""Calculators of how pieces meet: braces, hips and jacks, post seats, picture frames, stairs at their rim and on their pad."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.layout.brace_fit import BraceFit, BraceLap, LapRow, butted, lapped
from steady.layout.cheek_cuts import CheekCut, HipHead, hip_head, jack_cut
from steady.layout.seats import (
    FrameSupport,
    PostSeat,
    SeatedBeam,
    StairHead,
    frame_support,
    post_seat,
    stair_contact_m,
    stair_pad_load_n,
)
from steady.units.units import IN


def _butted(given: Given) -> BraceFit:
    return butted(given.length("drop"), given.length("reach"), given.length("depth"))


def _lapped(given: Given) -> BraceLap:
    row = LapRow(
        bolts_count=given.count("bolts"),
        bolt_m=given.length("diameter"),
        post_m=given.length("post"),
        header_m=given.length("header"),
    )
    return lapped(given.length("drop"), given.length("reach"), row)


def _jack(given: Given, own: str, other: str) -> CheekCut:
    thickness = given.length("thickness", 1.5 * IN)
    return jack_cut(given.quantity(own, "angle"), given.quantity(other, "angle"), thickness)


def _hip(given: Given) -> HipHead:
    thickness = given.length("thickness", 1.5 * IN)
    return hip_head(given.quantity("pitch_1", "angle"), given.quantity("pitch_2", "angle"), thickness)


def _seat(given: Given) -> PostSeat:
    return post_seat(
        given.choice("seat", ("top", "notch", "beside")),  # type: ignore[arg-type]
        SeatedBeam(
            top_m=given.length("beam_top"),
            depth_m=given.length("beam_depth"),
            thickness_m=given.length("beam_thickness", 0.0),
        ),
        foot_m=given.length("foot"),
        post_m=given.length("post", 0.0),
    )


def _frame(given: Given) -> FrameSupport:
    return frame_support(
        boards_count=given.count("boards"),
        board_m=given.length("board"),
        gap_m=given.length("gap"),
        overhang_m=given.length("overhang"),
        ply_m=given.length("ply"),
    )


def _contact(given: Given) -> float:
    return stair_contact_m(
        given.choice("top", ("flush", "dropped")),  # type: ignore[arg-type]
        StairHead(
            riser_m=given.length("riser"),
            board_m=given.length("board"),
            tread_m=given.length("tread"),
            rim_m=given.length("rim"),
            plumb_m=given.length("plumb_depth"),
        ),
    )


def _pad_load(given: Given) -> float:
    return stair_pad_load_n(
        given.quantity("load", "pressure"),
        given.length("width"),
        given.length("run"),
        point_n=given.quantity("point", "force", 0.0),
    )


def _pad_area(given: Given) -> float:
    bearing = given.quantity("bearing", "pressure")
    if not bearing > 0:
        raise InvalidInputError("bearing", "must be above 0")
    return _pad_load(given) / bearing


def _lengths(*names: str) -> tuple[Input, ...]:
    return tuple(Input(name=name, kind="length") for name in names)


SUMS = (
    Calculator(
        name="brace.fit",
        asks="How is a knee brace cut to fit between a post and a header?",
        inputs=_lengths("drop", "reach", "depth"),
        outputs=(
            Output(name="angle", unit="deg", calculate=lambda g: _butted(g).angle_rad),
            Output(name="centre_length", unit="in|mm", calculate=lambda g: _butted(g).centre_m),
            Output(name="long_edge", unit="in|mm", calculate=lambda g: _butted(g).long_edge_m),
            Output(name="short_edge", unit="in|mm", calculate=lambda g: _butted(g).short_edge_m),
            Output(name="foot_cut", unit="deg", calculate=lambda g: _butted(g).foot_cut_rad),
            Output(name="head_cut", unit="deg", calculate=lambda g: _butted(g).head_cut_rad),
            Output(name="foot_face", unit="in|mm", calculate=lambda g: _butted(g).foot_face_m),
            Output(name="head_face", unit="in|mm", calculate=lambda g: _butted(g).head_face_m),
            Output(name="lower_edge_on_post", unit="in|mm", calculate=lambda g: _butted(g).edge_on_post_m),
            Output(name="lower_edge_on_header", unit="in|mm", calculate=lambda g: _butted(g).edge_on_header_m),
        ),
        source="geometry: plane",
    ),
    Calculator(
        name="brace.lap",
        asks="How long is a lapped brace, and is there room for its bolts?",
        inputs=(
            *_lengths("drop", "reach", "diameter", "post", "header"),
            Input(name="bolts", kind="count"),
        ),
        outputs=(
            Output(name="length", unit="in|mm", calculate=lambda g: _lapped(g).length_m),
            Output(name="row", unit="in|mm", calculate=lambda g: _lapped(g).row_m),
            Output(name="room_post", unit="in|mm", calculate=lambda g: _lapped(g).room_post_m),
            Output(name="room_header", unit="in|mm", calculate=lambda g: _lapped(g).room_header_m),
            Output(name="fits", unit="text", calculate=lambda g: "yes" if _lapped(g).fits else "no"),
        ),
        source="geometry; nds: 12.5.1",
        verdict=lambda g: "" if _lapped(g).fits else "the bolts have no room in the lap",
    ),
    Calculator(
        name="roof.cheek_cuts",
        asks="How are jacks and hips cut where two planes meet?",
        inputs=(
            Input(name="pitch_1", kind="angle"),
            Input(name="pitch_2", kind="angle"),
            Input(name="thickness", kind="length", default="1.5 in"),
        ),
        outputs=(
            Output(name="jack_1", unit="deg", calculate=lambda g: _jack(g, "pitch_1", "pitch_2").angle_rad),
            Output(name="offset_1", unit="in|mm", calculate=lambda g: _jack(g, "pitch_1", "pitch_2").offset_m),
            Output(name="tilt_1", unit="deg", calculate=lambda g: _jack(g, "pitch_1", "pitch_2").tilt_rad),
            Output(name="jack_2", unit="deg", calculate=lambda g: _jack(g, "pitch_2", "pitch_1").angle_rad),
            Output(name="offset_2", unit="in|mm", calculate=lambda g: _jack(g, "pitch_2", "pitch_1").offset_m),
            Output(name="tilt_2", unit="deg", calculate=lambda g: _jack(g, "pitch_2", "pitch_1").tilt_rad),
            Output(name="hip_pitch", unit="deg", calculate=lambda g: _hip(g).pitch_rad),
            Output(name="hip_head", unit="deg", calculate=lambda g: _hip(g).angle_rad),
            Output(name="hip_head_offset", unit="in|mm", calculate=lambda g: _hip(g).offset_m),
        ),
        source="geometry: vectors",
    ),
    Calculator(
        name="post.seat_length",
        asks="How long is a post under, notched for or beside its beam?",
        inputs=(
            Input(name="seat", kind="top|notch|beside"),
            *_lengths("beam_top", "beam_depth", "foot"),
            Input(name="beam_thickness", kind="length", default="for a notch"),
            Input(name="post", kind="length", default="for a notch"),
        ),
        outputs=(
            Output(name="length", unit="in|mm", calculate=lambda g: _seat(g).length_m),
            Output(name="notch_height", unit="in|mm", calculate=lambda g: _seat(g).notch_height_m),
            Output(name="notch_depth", unit="in|mm", calculate=lambda g: _seat(g).notch_depth_m),
            Output(name="left", unit="in|mm", calculate=lambda g: _seat(g).left_m),
        ),
        source="geometry: plane",
    ),
    Calculator(
        name="deck.frame_support",
        asks="Where does a picture frame need a doubled joist?",
        inputs=(Input(name="boards", kind="count"), *_lengths("board", "gap", "overhang", "ply")),
        outputs=(
            Output(name="field_from", unit="in|mm", calculate=lambda g: _frame(g).field_from_m),
            Output(name="double_centre", unit="in|mm", calculate=lambda g: _frame(g).centre_m),
            Output(name="first_ply", unit="in|mm", calculate=lambda g: _frame(g).first_ply_m),
            Output(name="bearing", unit="in|mm", calculate=lambda g: _frame(g).bearing_m),
        ),
        source="geometry: plane",
    ),
    Calculator(
        name="stair.top_contact",
        asks="How much of the rim does a stair's stringer meet?",
        inputs=(Input(name="top", kind="flush|dropped"), *_lengths("riser", "board", "tread", "rim", "plumb_depth")),
        outputs=(Output(name="contact", unit="in|mm", calculate=_contact),),
        source="geometry: plane",
    ),
    Calculator(
        name="stair.pad",
        asks="What does a stair's landing pad carry, and how large is it?",
        inputs=(
            Input(name="load", kind="pressure"),
            *_lengths("width", "run"),
            Input(name="point", kind="force", default="0"),
            Input(name="bearing", kind="pressure"),
        ),
        outputs=(
            Output(name="load", unit="lb|kN", calculate=_pad_load),
            Output(name="area", unit="ft2|m2", calculate=_pad_area),
        ),
        source="statics: half of the flight",
    ),
)
