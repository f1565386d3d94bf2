"""Where pieces rest on each other: posts under beams, boards of a picture frame on joists, stairs on rim and pad."""

from typing import Literal

from steady.errors import InvalidInputError
from steady.value_objects import value_object

Seat = Literal["top", "notch", "beside"]
StairTop = Literal["flush", "dropped"]


def _not_below_zero(**lengths_m: float) -> None:
    for name, length in lengths_m.items():
        if not length >= 0:
            raise InvalidInputError(name, "must be 0 or more")


@value_object
class PostSeat:
    """A post's length and its notch (m). `left_m`: what the notch leaves of the post."""

    length_m: float
    notch_height_m: float = 0.0
    notch_depth_m: float = 0.0
    left_m: float = 0.0


@value_object
class SeatedBeam:
    """The beam at a post (m): the height of its top, its depth, and the thickness of all its plies."""

    top_m: float
    depth_m: float
    thickness_m: float = 0.0


def post_seat(seat: Seat, beam: SeatedBeam, *, foot_m: float, post_m: float = 0.0) -> PostSeat:
    """A post from its foot to a beam: under it, or beside it up to its top, never above: joists lie there.

    Raises:
        InvalidInputError: No length is left, or no wood beside the notch.

    Source: plane geometry.
    """
    _not_below_zero(beam_depth=beam.depth_m, beam_thickness=beam.thickness_m, post=post_m)
    top_m = beam.top_m - (beam.depth_m if seat == "top" else 0.0)
    if not top_m > foot_m:
        raise InvalidInputError("beam_top", "must be above the post's foot")
    if seat != "notch":
        return PostSeat(length_m=top_m - foot_m, left_m=post_m)
    if post_m and not beam.thickness_m < post_m:
        raise InvalidInputError("beam_thickness", "must be less than the post")
    return PostSeat(
        length_m=top_m - foot_m,
        notch_height_m=beam.depth_m,
        notch_depth_m=beam.thickness_m,
        left_m=max(0.0, post_m - beam.thickness_m),
    )


@value_object
class FrameSupport:
    """Where the field's boards end inside a picture frame, and the doubled joist under the joint (m, from the outer face)."""

    field_from_m: float
    centre_m: float
    first_ply_m: float
    bearing_m: float


def frame_support(*, boards_count: int, board_m: float, gap_m: float, overhang_m: float, ply_m: float) -> FrameSupport:
    """A doubled joist under the joint of frame and field: each ply carries one side.

    Raises:
        InvalidInputError: A length that cannot be, or no board.

    Source: plane geometry.
    """
    if boards_count < 1:
        raise InvalidInputError("boards", "must be 1 or more")
    _not_below_zero(gap=gap_m, overhang=overhang_m)
    for name, length in (("board", board_m), ("ply", ply_m)):
        if not length > 0:
            raise InvalidInputError(name, "must be above 0")
    field_m = boards_count * (board_m + gap_m) - overhang_m
    return FrameSupport(
        field_from_m=field_m,
        centre_m=field_m - gap_m / 2,
        first_ply_m=field_m - gap_m / 2 - ply_m,
        bearing_m=ply_m - gap_m / 2,
    )


@value_object
class StairHead:
    """What meets at the top of a stair (m): a riser, the deck's board, the tread, the rim's depth, the stringer's plumb end."""

    riser_m: float
    board_m: float
    tread_m: float
    rim_m: float
    plumb_m: float


def stair_contact_m(top: StairTop, head: StairHead) -> float:
    """How much of the rim a stringer's plumb end meets: all of it level with the deck, little one riser down.

    Raises:
        InvalidInputError: A length below 0.

    Source: plane geometry.
    """
    _not_below_zero(
        riser=head.riser_m, board=head.board_m, tread=head.tread_m, rim=head.rim_m, plumb_depth=head.plumb_m
    )
    if top == "flush":
        return min(head.rim_m, head.plumb_m)
    return min(head.plumb_m, max(0.0, head.board_m + head.rim_m - head.riser_m - head.tread_m))


def stair_pad_load_n(load_pa: float, width_m: float, run_m: float, *, point_n: float) -> float:
    """What half of a flight and one point load bring to its landing pad (N).

    Raises:
        InvalidInputError: A value below 0.

    Source: statics.
    """
    _not_below_zero(load=load_pa, width=width_m, run=run_m, point=point_n)
    return load_pa * width_m * run_m / 2 + point_n
