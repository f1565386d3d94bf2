"""Hours of a plain fence from its counts and a crew's own minutes for each piece."""

import math

from steady.errors import above_zero, not_below_zero
from steady.layout.bays import equal_bays
from steady.value_objects import positional_value_object, value_object


@positional_value_object
class FenceHours:
    """Counts of a plain fence, and the crew's hours for posts and for rails with boards."""

    posts: int
    rails: int
    boards: int
    post_hours: float
    frame_hours: float


@value_object
class FenceCounted:
    """What a fence has to build: its length, a bay (m), rails in a bay, and a board every `pitch_m`."""

    length_m: float
    bay_m: float
    rails: int
    pitch_m: float


def fence_hours(minutes: tuple[float, float, float], crew: int, fence: FenceCounted) -> FenceHours:
    """Posts = bays + 1, rails = bays × rails, boards = length / pitch; hours = minutes / 60 / crew.

    Args:
        minutes: One person's minutes for a post, a rail and a board: the crew's own figures, not data.

    Raises:
        InvalidInputError: A size or count that cannot be.

    Source: arithmetic; the minutes are the crew's.
    """
    above_zero(length=fence.length_m, board_pitch=fence.pitch_m, crew=crew)
    not_below_zero(minutes_per_post=minutes[0], minutes_per_rail=minutes[1], minutes_per_board=minutes[2])
    bays, _ = equal_bays(fence.length_m, fence.bay_m)
    boards = math.ceil(fence.length_m / fence.pitch_m - 1e-9)
    frame_min = bays * fence.rails * minutes[1] + boards * minutes[2]
    return FenceHours(bays + 1, bays * fence.rails, boards, (bays + 1) * minutes[0] / 60 / crew, frame_min / 60 / crew)
