"""Shadows of a plan's own pieces on level ground: outlines for a drawing, and the share of a patch that lies in them."""

import math
from collections.abc import Iterable, Sequence

from steady.drawing.orthographic_views import hand
from steady.drawing.pieces import corners
from steady.drawing.shapes import Point
from steady.drawing.unroll import hull
from steady.errors import InvalidInputError
from steady.plan.model import Plan, Vec
from steady.value_objects import value_object

LOW_RAD = math.radians(3.0)
"""Below this altitude shadows are too long to mean anything [our own]."""
SAMPLES = 96
"""Lines across a patch that are looked at, each exactly."""


@value_object
class Patch:
    """A rectangle on the ground, along the drawn axes (m): near is its low edge."""

    left_m: float
    near_m: float
    right_m: float
    far_m: float


def toward_sun(altitude_rad: float, azimuth_rad: float, north_rad: float) -> Vec:
    """A unit vector toward the sun on the drawn axes; north lies `north_rad` to the left of up the paper."""
    angle = math.pi / 2 + north_rad - azimuth_rad
    level = math.cos(altitude_rad)
    return level * math.cos(angle), level * math.sin(angle), math.sin(altitude_rad)


def cast(plan: Plan, toward: Vec, ground_m: float = 0.0) -> list[tuple[Point, ...]]:
    """Every piece's shadow on level ground, rows piece by piece: the outline of its box's corners moved along the light.

    On the drawn axes, as `toward` is. Straight light from above gives the plan itself.

    Raises:
        InvalidInputError: The sun is down, or too low.

    Source: geometry.
    """
    if toward[2] < math.sin(LOW_RAD):
        raise InvalidInputError("hour", "The sun is down, or too low for shadows that mean anything")
    dx, dy = -toward[0] / toward[2], -toward[1] / toward[2]
    way = hand(plan)
    found = []
    for part in plan.parts:
        if not part.length_m > 0:
            continue
        for place in part.places:
            box = [(x, y * way, max(0.0, z - ground_m)) for x, y, z in corners(part, place)]
            if max(z for _, _, z in box) <= 0:
                continue
            outline = hull([(round(x + z * dx, 5), round(y + z * dy, 5)) for x, y, z in box])
            up = place.step[2]
            sx, sy = place.step[0] + up * dx, place.step[1] * way + up * dy
            found += [tuple((x + k * sx, y + k * sy) for x, y in outline) for k in range(place.count)]
    return found


def share_in(shadows: Sequence[tuple[Point, ...]], patch: Patch) -> float:
    """Share of a patch that lies in any of the shadows: exact along y, by even lines across x."""
    wide, deep = patch.right_m - patch.left_m, patch.far_m - patch.near_m
    if not (wide > 0 and deep > 0):
        raise InvalidInputError("patch", "must be wider and deeper than nothing")
    boxes = [(min(x for x, _ in s), max(x for x, _ in s), s) for s in shadows if len(s) > 2]
    reach = [b for b in boxes if b[1] >= patch.left_m and b[0] <= patch.right_m and _meets(b[2], patch)]
    shaded = 0.0
    for i in range(SAMPLES):
        x = patch.left_m + wide * (i + 0.5) / SAMPLES
        spans = _merged(span for low, high, s in reach if low <= x <= high for span in _across(s, x))
        shaded += sum(max(0.0, min(b, patch.far_m) - max(a, patch.near_m)) for a, b in spans)
    return min(1.0, shaded / (SAMPLES * deep))


def _meets(shadow: tuple[Point, ...], patch: Patch) -> bool:
    return max(y for _, y in shadow) >= patch.near_m and min(y for _, y in shadow) <= patch.far_m


def _across(shadow: tuple[Point, ...], x: float) -> list[tuple[float, float]]:
    """Where a plumb line through a convex outline lies inside it."""
    ys = []
    for (x0, y0), (x1, y1) in zip(shadow, (*shadow[1:], shadow[0]), strict=True):
        if (x0 <= x < x1) or (x1 <= x < x0):
            ys.append(y0 + (y1 - y0) * (x - x0) / (x1 - x0))
    return [(min(ys), max(ys))] if len(ys) > 1 else []


def _merged(spans: Iterable[tuple[float, float]]) -> list[tuple[float, float]]:
    """Spans that touch joined, so that each point is looked for among few."""
    found: list[tuple[float, float]] = []
    for a, b in sorted(spans):
        if found and a <= found[-1][1]:
            found[-1] = (found[-1][0], max(b, found[-1][1]))
        else:
            found.append((a, b))
    return found
