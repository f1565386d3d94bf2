"""A photo or a scanned plan laid under the site's drawing: how large it is there, where it lies, how it is turned."""

import math
from dataclasses import replace
from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.errors import InvalidInputError
from steady.units.units import FT
from steady.value_objects import value_object

Point = tuple[float, float]
LEAST_PX = 20.0
"""Two points of a picture nearer to each other than this scale it by the breadth of a finger [our own]."""
LEAST_M, MOST_M = 0.1, 2000.0
GUESS_M = 60 * FT
"""How wide a picture is laid before anybody scaled it [our own]."""

MOST_PX_M, REACH_M = 200.0, 4000.0
"""A pixel is at most so large, and a picture lies at most so far out [our own]."""


@value_object
class Underlay:
    """A picture under the site.

    Args:
        picture: The id of the photo, which is kept beside the job.
        wide_px, high_px: Its size.
        m_per_px: The side of one pixel on the site (m).
        x_m, y_m: Where its upper left corner lies on the site's axes (m).
        turn_rad: How far it is turned about that corner, anticlockwise (rad).
        scaled: Whether somebody scaled it by two points; until then its size is a guess, and is said to be one.
    """

    picture: Annotated[str, MinLen(1), MaxLen(60)]
    wide_px: Annotated[int, Ge(1), Le(20000)]
    high_px: Annotated[int, Ge(1), Le(20000)]
    m_per_px: Annotated[float, Gt(0), Le(MOST_PX_M)]
    x_m: Annotated[float, Ge(-REACH_M), Le(REACH_M)] = 0.0
    y_m: Annotated[float, Ge(-REACH_M), Le(REACH_M)] = 0.0
    turn_rad: Annotated[float, Ge(-6.2832), Le(6.2832)] = 0.0
    scaled: bool = False


def first_laid(picture: str, size_px: tuple[int, int], bounds: tuple[float, float, float, float]) -> Underlay:
    """A picture as it is laid at first: its middle in the middle of what is drawn (left, low, right, high; m), its size a guess."""
    wide, high = size_px
    across = max(GUESS_M, bounds[2] - bounds[0])
    share = min(MOST_PX_M, across / max(1, wide), REACH_M / max(1, wide, high))
    middle = ((bounds[0] + bounds[2]) / 2, (bounds[1] + bounds[3]) / 2)
    left, top = (min(REACH_M, max(-REACH_M, at)) for at in (middle[0] - share * wide / 2, middle[1] + share * high / 2))
    return Underlay(picture=picture, wide_px=wide, high_px=high, m_per_px=share, x_m=left, y_m=top)


def by_length(under: Underlay, a: Point, b: Point, *, length_m: float) -> Underlay:
    """The picture scaled so that two of its points lie that far apart; the first stays where it is. Source: geometry.

    Args:
        a, b: The two points, where they lie on the site now (m).
        length_m: How far apart they are in truth (m).

    Raises:
        InvalidInputError: The points lie too near each other, or the length is none.
    """
    if not LEAST_M <= length_m <= MOST_M:
        raise InvalidInputError("length_m", "Say how far apart the two points are: 4 in to a mile (100 mm to 2 km)")
    return by_places(under, (a, b), (a, _toward(a, b, length_m)))


def _toward(a: Point, b: Point, length_m: float) -> Point:
    apart = math.dist(a, b)
    return (a[0] + (b[0] - a[0]) * length_m / apart, a[1] + (b[1] - a[1]) * length_m / apart) if apart else a


def by_places(under: Underlay, points: tuple[Point, Point], places: tuple[Point, Point]) -> Underlay:
    """The picture moved, turned and scaled so that two of its points lie on two places.

    Args:
        points: The two points, where they lie on the site now (m).
        places: Where they belong (m); the similarity that two points give [geometry].

    Raises:
        InvalidInputError: Points or places lie too near each other.
    """
    (a, b), (to_a, to_b) = points, places
    apart, wanted = math.dist(a, b), math.dist(to_a, to_b)
    if apart < LEAST_PX * under.m_per_px:
        raise InvalidInputError(
            "points", "The two points lie too near each other to scale by: tap two that lie far apart"
        )
    if wanted < LEAST_M:
        raise InvalidInputError("places", "The two places lie too near each other: tap two that lie far apart")
    share = wanted / apart
    turn = math.atan2(to_b[1] - to_a[1], to_b[0] - to_a[0]) - math.atan2(b[1] - a[1], b[0] - a[0])
    dx, dy = under.x_m - a[0], under.y_m - a[1]
    x = to_a[0] + share * (dx * math.cos(turn) - dy * math.sin(turn))
    y = to_a[1] + share * (dx * math.sin(turn) + dy * math.cos(turn))
    if under.m_per_px * share > MOST_PX_M or max(abs(x), abs(y)) > REACH_M:
        raise InvalidInputError(
            "places", "The picture would reach over more than 4 km: tap its points and their places again"
        )
    whole = 2 * math.pi
    turned = math.remainder(under.turn_rad + turn, whole)
    return replace(under, m_per_px=under.m_per_px * share, x_m=x, y_m=y, turn_rad=turned, scaled=True)


def corners(under: Underlay) -> tuple[Point, Point, Point, Point]:
    """Its four corners on the site (m): upper left, upper right, lower right, lower left."""
    cos, sin = math.cos(under.turn_rad), math.sin(under.turn_rad)

    def at(right_px: float, down_px: float) -> Point:
        right, up = right_px * under.m_per_px, -down_px * under.m_per_px
        return under.x_m + right * cos - up * sin, under.y_m + right * sin + up * cos

    return at(0, 0), at(under.wide_px, 0), at(under.wide_px, under.high_px), at(0, under.high_px)
