"""Hours of a plain fence from its counts and a crew's own minutes for each piece."""

import math
from dataclasses import dataclass

from steady.errors import above_zero, not_below_zero
from steady.layout.bays import equal_bays


@dataclass(frozen=True, slots=True)
class FenceHours:
    """Counts of a plain fence, and the crew's hours for posts and for rails with boards."""

    posts: int
    rails: int
    boards: int
    post_hours: float
    frame_hours: float


def fence_hours(
    length_m: float, bay_m: float, rails: int, pitch_m: float, minutes: tuple[float, float, float], crew: int
) -> FenceHours:
    """Posts = bays + 1, rails = bays × rails, boards = length / pitch; hours = minutes / 60 / crew.

    Args:
        minutes: One person's minutes for a post, a rail and a board: the crew's own figures, not data.

    Raises:
        InputError: A size or count that cannot be.

    Source: arithmetic; the minutes are the crew's.
    """
    above_zero(length=length_m, board_pitch=pitch_m, crew=crew)
    not_below_zero(minutes_per_post=minutes[0], minutes_per_rail=minutes[1], minutes_per_board=minutes[2])
    bays, _ = equal_bays(length_m, bay_m)
    boards = math.ceil(length_m / pitch_m - 1e-9)
    frame_min = bays * rails * minutes[1] + boards * minutes[2]
    return FenceHours(bays + 1, bays * rails, boards, (bays + 1) * minutes[0] / 60 / crew, frame_min / 60 / crew)
