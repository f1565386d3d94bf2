"""Raked rails: how long a rail must be bought for a bay on a slope, and the bay that a bought rail still reaches."""

import math


def rail_stock_m(level_m: float, grade: float, depth_m: float, *, trim_m: float = 0.0) -> float:
    """Length of stick for a rail with plumb end cuts.

    Args:
        level_m: Level length the rail covers.
        grade: Rise over level, sign ignored.
        depth_m: The rail's dimension in the vertical plane.
        trim_m: Cut off at each end to get a sound, square start.

    Source: geometry, L = h / cos g + d tan g + 2 t: the cut piece is a parallelogram, so d tan g comes once.
    """
    slope = abs(grade)
    return level_m * math.hypot(1.0, slope) + depth_m * slope + 2 * trim_m


def longest_level_m(rail_m: float, grade: float, depth_m: float, *, trim_m: float = 0.0) -> float:
    """Level length that a bought rail still covers on a slope: the inverse of `rail_stock_m`.

    Source: geometry, h = (L − 2 t) cos g − d sin g.
    """
    cosine = 1 / math.hypot(1.0, abs(grade))
    return (rail_m - 2 * trim_m) * cosine - depth_m * abs(grade) * cosine
