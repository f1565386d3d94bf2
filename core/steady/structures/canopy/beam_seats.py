"""How a roof's beams meet their posts: one row for each way that a spec may name."""

from typing import Literal

from steady.value_objects import value_object

RoofSeat = Literal["on top", "on shoulders", "in a pocket"]


@value_object
class CanopySeat:
    """One way to carry a roof's beam.

    Args:
        under: The post ends under the beam.
        plies_apart: A ply on each side of the post, on its own notched shoulder.
        pocketed: In the pocket that a built-up post's outer plies leave over its core.
    """

    under: bool
    plies_apart: bool
    pocketed: bool


SEATS: dict[RoofSeat, CanopySeat] = {
    "on top": CanopySeat(under=True, plies_apart=False, pocketed=False),
    "on shoulders": CanopySeat(under=False, plies_apart=True, pocketed=False),
    "in a pocket": CanopySeat(under=False, plies_apart=False, pocketed=True),
}
