"""Whether one can see through a fence: alternating boards and tilted slats. Angles from square-on (rad)."""

import math

from steady.errors import InvalidInputError, above_zero, not_below_zero


def view_between(
    board_m: float, overlap_m: float, thickness_m: float, *, between_m: float
) -> tuple[float, float] | None:
    """The angles between which one sees through boards on alternate sides; None: from nowhere.

    From atan(o / t) to min(atan((o + 2 s) / (t + 2 b)), atan(s / b)), s = w − 2 o; no view at all when o b ≥ s t.

    Args:
        between_m: Clear depth between the two faces (the rail's thickness).

    Raises:
        InvalidInputError: A size that cannot be.

    Source: geometry, checked by a ray sweep. Through the next gap on the other side; with a small overlap, steeper still, the
    one after it may open, too.
    """
    above_zero(board=board_m, thickness=thickness_m, between=between_m)
    not_below_zero(overlap=overlap_m)
    side_m = board_m - 2 * overlap_m
    if side_m <= 0 or overlap_m * thickness_m >= side_m * between_m:
        return None
    from_rad = math.atan2(overlap_m, between_m)
    over_two = math.atan2(overlap_m + 2 * side_m, between_m + 2 * thickness_m)
    return from_rad, min(over_two, math.atan2(side_m, thickness_m))


def slats_hide(slat_m: float, pitch_m: float, tilt_rad: float, *, thickness_m: float = 0.0) -> bool:
    """Whether tilted slats hide the view square-on: w sin(tilt) + b cos(tilt) ≥ pitch.

    Args:
        tilt_rad: 0 lies across, a right angle is closed.

    Raises:
        InvalidInputError: A size that cannot be, or a tilt beyond a right angle.

    Source: geometry.
    """
    above_zero(slat=slat_m, pitch=pitch_m)
    not_below_zero(thickness=thickness_m)
    if not 0 <= tilt_rad <= math.pi / 2 + 1e-9:
        raise InvalidInputError("tilt", "must be from 0 (lying across) to 90 degrees (closed)")
    return slat_m * math.sin(tilt_rad) + thickness_m * math.cos(tilt_rad) >= pitch_m - 1e-9
