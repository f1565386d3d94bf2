"""Knee braces between a post and a header: lengths, end cuts, where the carpenter marks them, and room for bolts in a lap."""

import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object

EDGE_D = 4.0
"""A bolt pushed at a slant keeps so many diameters to each edge. Source: nds: Table 12.5.1C (from memory, high)."""
SPACING_D, END_D = 4.0, 7.0


@value_object
class BraceFit:
    """A brace cut to fit between the faces of a post and a header (m, rad).

    Angles of cuts are from square; the foot's cut is plumb, the head's level. `edge_on_post_m`: from the header's underside down
    the post's face to the brace's lower edge; `edge_on_header_m`: from the post's face along the header to it.
    """

    angle_rad: float
    centre_m: float
    long_edge_m: float
    short_edge_m: float
    foot_cut_rad: float
    head_cut_rad: float
    foot_face_m: float
    head_face_m: float
    edge_on_post_m: float
    edge_on_header_m: float


def _lengths(**lengths_m: float) -> None:
    for name, length in lengths_m.items():
        if not length > 0:
            raise InvalidInputError(name, "must be above 0")


def butted(drop_m: float, reach_m: float, depth_m: float) -> BraceFit:
    """A brace whose centreline meets the post a drop under the header, and the header a reach from the post's face.

    Raises:
        InvalidInputError: A length is not above 0.

    Source: plane geometry.
    """
    _lengths(drop=drop_m, reach=reach_m, depth=depth_m)
    angle = math.atan2(drop_m, reach_m)
    centre = math.hypot(drop_m, reach_m)
    more = depth_m / 2 * (math.tan(angle) + 1 / math.tan(angle))
    return BraceFit(
        angle_rad=angle,
        centre_m=centre,
        long_edge_m=centre + more,
        short_edge_m=centre - more,
        foot_cut_rad=angle,
        head_cut_rad=math.pi / 2 - angle,
        foot_face_m=depth_m / math.cos(angle),
        head_face_m=depth_m / math.sin(angle),
        edge_on_post_m=drop_m + depth_m / (2 * math.cos(angle)),
        edge_on_header_m=reach_m + depth_m / (2 * math.sin(angle)),
    )


@value_object
class BraceLap:
    """A brace lapped on post and header with a row of bolts at each end, its ends square (m)."""

    length_m: float
    row_m: float
    room_post_m: float
    room_header_m: float

    @property
    def fits(self) -> bool:
        """Whether the row keeps its edge distances in both members."""
        return self.row_m <= min(self.room_post_m, self.room_header_m) + 1e-9 and self.room_post_m >= 0


@value_object
class LapRow:
    """A row of bolts in each lap, and the widths of the post and the header across which it stands (m)."""

    bolts_count: int
    bolt_m: float
    post_m: float
    header_m: float


def lapped(drop_m: float, reach_m: float, row: LapRow) -> BraceLap:
    """A lapped brace between the middles of post and header.

    Raises:
        InvalidInputError: A length is not above 0, or there is no bolt.

    Source: plane geometry; distances by nds: Table 12.5.1 (from memory, high).
    """
    _lengths(drop=drop_m, reach=reach_m, diameter=row.bolt_m, post=row.post_m, header=row.header_m)
    if row.bolts_count < 1:
        raise InvalidInputError("bolts", "must be 1 or more")
    angle = math.atan2(drop_m, reach_m)
    long_m = (row.bolts_count - 1) * SPACING_D * row.bolt_m
    return BraceLap(
        length_m=math.hypot(drop_m, reach_m) + long_m + 2 * END_D * row.bolt_m,
        row_m=long_m,
        room_post_m=(row.post_m - 2 * EDGE_D * row.bolt_m) / math.cos(angle),
        room_header_m=(row.header_m - 2 * EDGE_D * row.bolt_m) / math.cos(angle),
    )
