"""How a deck's beams meet their posts: one row for each way that a spec may name."""

from typing import Literal

from steady.value_objects import value_object

SeatKey = Literal["top", "notch", "beside", "flush"]


@value_object
class BeamSeat:
    """One way to carry a beam on its posts.

    Args:
        in_joist_plane: The beam lies between the joists, which hang from it.
        post_rises: The post runs up beside the beam, to its top.
        notched: In a pocket cut into the post, bolted there.
        bolted_on: A ply on each side of the post, held by bolts alone.
    """

    in_joist_plane: bool
    post_rises: bool
    notched: bool
    bolted_on: bool


SEATS: dict[SeatKey, BeamSeat] = {
    "top": BeamSeat(in_joist_plane=False, post_rises=False, notched=False, bolted_on=False),
    "notch": BeamSeat(in_joist_plane=False, post_rises=True, notched=True, bolted_on=False),
    "beside": BeamSeat(in_joist_plane=False, post_rises=True, notched=False, bolted_on=True),
    "flush": BeamSeat(in_joist_plane=True, post_rises=False, notched=False, bolted_on=False),
}
