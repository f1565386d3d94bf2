"""Fences on a slope: raked and racked bays, stepped panels, and boards that follow the ground under a straight top."""

import itertools
import math
from collections.abc import Sequence

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.ground.profile import Profile
from steady.layout.decking import last_board_m
from steady.layout.rails import rail_stock_m
from steady.value_objects import positional_value_object, value_object

NEAR_M = 1e-9
MOST_BOARDS = 5000


@value_object
class RakedBay:
    """Cuts of one raked bay: its grade (rad, up positive), and lengths (m) of the rail along its edge and as stock."""

    grade_rad: float
    rail_edge_m: float
    rail_stock_m: float

    def square_to_rail_m(self, plumb_m: float) -> float:
        """A plumb height, measured square to the rail."""
        return plumb_m * math.cos(self.grade_rad)

    def top_difference_m(self, picket_m: float) -> float:
        """How much higher a picket's top is on its high side."""
        return picket_m * math.tan(abs(self.grade_rad))

    def along_rail_m(self, pitch_m: float) -> float:
        """A level pitch, measured along the rail."""
        return pitch_m / math.cos(self.grade_rad)


def raked_bay(bay_m: float, rise_m: float, *, level_m: float, rail_depth_m: float) -> RakedBay:
    """A bay whose rails run with the ground; end cuts are plumb.

    Args:
        level_m: Level length the rail covers: the bay, or less by a post between faces.

    Raises:
        InvalidInputError: A size that cannot be.

    Source: geometry.
    """
    above_zero(bay=bay_m, post=level_m, rail_depth=rail_depth_m)
    grade = rise_m / bay_m
    return RakedBay(
        grade_rad=math.atan(grade),
        rail_edge_m=level_m * math.hypot(1.0, grade),
        rail_stock_m=rail_stock_m(level_m, grade, rail_depth_m),
    )


def racked_panel(rail_m: float, rise_m: float, picket_m: float, *, pitch_m: float) -> tuple[float, float]:
    """Level reach and level gap left of a factory panel that racks: its rails keep their length R (m).

    Reach √(R² − rise²), gap pitch · cos g − w.

    Raises:
        InvalidInputError: A rise that the rail cannot make, or a size that cannot be.

    Source: geometry.
    """
    above_zero(rail=rail_m, picket=picket_m, pitch=pitch_m)
    if not abs(rise_m) < rail_m:
        raise InvalidInputError("rise", "is more than the rail is long")
    reach_m = math.sqrt(rail_m**2 - rise_m**2)
    return reach_m, pitch_m * reach_m / rail_m - picket_m


@value_object
class SteppedBay:
    """One bay of a stepped fence (m, m2): the panel's bottom, the greatest gap under it and the open area there."""

    bottom_m: float
    low_gap_m: float
    open_m2: float
    gravel_boards: int


def _over(ground: Profile, from_m: float, to_m: float) -> list[tuple[float, float]]:
    """The ground's turning points between two stations, both ends counted."""
    return [(at, ground.height_m(at)) for at in (from_m, *ground.breaks_m(from_m, to_m), to_m)]


@value_object
class PanelGaps:
    """What may be open under a level panel (m).

    `gravel_board_m`: height of a board that closes the gap below, as many as it takes; None: none. `gap_most_m`: the
    greatest gap allowed with them; None: the least gap. `even_step_m`: bottoms are raised to its next multiple; 0: not.
    """

    gap_least_m: float
    gravel_board_m: float | None = None
    gap_most_m: float | None = None
    even_step_m: float = 0.0


def stepped_bays(ground: Profile, posts_m: Sequence[float], gaps: PanelGaps) -> tuple[SteppedBay, ...]:
    """Level panels, each above the highest ground ANYWHERE in its bay, not only at its posts.

    Args:
        gravel_board_m: Height of a board that closes the gap below, as many as it takes; None: none.
        gap_most_m: Greatest gap allowed with gravel boards; None: the least gap.
        even_step_m: Bottoms are raised to the next multiple of this; 0: not.

    Raises:
        InvalidInputError: Fewer than two posts, posts out of order, a size that cannot be.

    Source: workshop geometry.
    """
    not_below_zero(gap_least=gaps.gap_least_m)
    if len(posts_m) < 2 or any(not b > a for a, b in itertools.pairwise(posts_m)):
        raise InvalidInputError("posts", "needs two stations or more, rising")
    if gaps.gravel_board_m is not None:
        above_zero(gravel_board=gaps.gravel_board_m)
    allowed_m = gaps.gap_least_m if gaps.gap_most_m is None else gaps.gap_most_m
    made = []
    for from_m, to_m in itertools.pairwise(posts_m):
        soil = _over(ground, from_m, to_m)
        bottom_m = max(height for _, height in soil) + gaps.gap_least_m
        if gaps.even_step_m > 0:
            bottom_m = math.ceil((bottom_m - NEAR_M) / gaps.even_step_m) * gaps.even_step_m
        gap_m = bottom_m - min(height for _, height in soil)
        open_m2 = math.fsum((b[0] - a[0]) * (bottom_m - (a[1] + b[1]) / 2) for a, b in itertools.pairwise(soil))
        boards = 0
        if gaps.gravel_board_m is not None and gap_m > allowed_m + NEAR_M:
            boards = math.ceil((gap_m - allowed_m - NEAR_M) / gaps.gravel_board_m)
        made.append(SteppedBay(bottom_m=bottom_m, low_gap_m=gap_m, open_m2=open_m2, gravel_boards=boards))
    return tuple(made)


def stepped_posts_m(
    ground: Profile, posts_m: Sequence[float], bays: Sequence[SteppedBay], *, panel_m: float, reveal_m: float
) -> tuple[float, ...]:
    """How far each post stands above the ground (m): up to the higher of its two panels, and the reveal."""
    tops = [bay.bottom_m + panel_m for bay in bays]
    return tuple(max(tops[max(0, k - 1) : k + 1]) + reveal_m - ground.height_m(at) for k, at in enumerate(posts_m))


@positional_value_object
class BoardToLine:
    """One board between the ground and a top line: how long, and the gap over the soil at its worst edge (m)."""

    width_m: float
    length_m: float
    low_gap_m: float


@value_object
class SlopedBoards:
    """Boards in a row: width, gap, clear of the soil, allowance for sawing on site (m), and whether they follow the soil."""

    board_m: float
    gap_m: float
    clear_m: float
    allowance_m: float = 0.0
    scribed: bool = False


def boards_to_line(
    ground: Profile, top: Profile, row: SlopedBoards, *, start_m: float, end_m: float
) -> tuple[BoardToLine, ...]:
    """Boards of a stretch, each cut to its own ground under a straight top.

    A square bottom stands clear of the highest soil under the board; a scribed one follows it and starts from the lowest.

    Raises:
        InvalidInputError: A size that cannot be, or a top line below the ground.

    Source: workshop geometry.
    """
    not_below_zero(clear=row.clear_m, allowance=row.allowance_m)
    count, last_m = last_board_m(end_m - start_m, row.board_m, row.gap_m)
    if count > MOST_BOARDS:
        raise InvalidInputError("board", f"makes more than {MOST_BOARDS} boards: calculate a shorter stretch")
    made = []
    for k in range(count):
        width_m = last_m if k == count - 1 else row.board_m
        from_m = start_m + k * (row.board_m + row.gap_m)
        soil = [height for _, height in _over(ground, from_m, from_m + width_m)]
        bottom_m = (min(soil) if row.scribed else max(soil)) + row.clear_m
        top_m = max(height for _, height in _over(top, from_m, from_m + width_m))
        if not top_m > bottom_m:
            raise InvalidInputError("top_line", "lies below the ground somewhere along this stretch")
        made.append(
            BoardToLine(
                width_m, top_m - bottom_m + row.allowance_m, row.clear_m if row.scribed else bottom_m - min(soil)
            )
        )
    return tuple(made)
