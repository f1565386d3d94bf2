"""A leaf in its opening and over the ground it swings across: sizes, gaps, lift, hinge line. Pure geometry (m, rad).

The pin stands at the origin, the closed leaf lies along +x (hinge to latch), and it swings by an angle toward +y (the front).
Ground grades are ratios, up positive; the leaf's lower edge is at z0 + rake · r at the distance r from the pin.
"""

import math
from collections.abc import Callable, Sequence

from steady.errors import InvalidInputError
from steady.value_objects import value_object

_ANGLE_STEPS = 180
_RADIUS_STEPS = 40


@value_object
class LeafSize:
    """A leaf for a measured opening."""

    opening_m: float
    leaf_m: float
    spread_m: float
    worst_gap_m: float


@value_object
class LeafGaps:
    """Gaps round one leaf or two: at hinges, at the latch, between two leaves (m)."""

    hinge_gap_m: float
    latch_gap_m: float = 0.0
    centre_gap_m: float = 0.0
    leaves: int = 1


def leaf_size(gaps: LeafGaps, *, top_m: float, middle_m: float, bottom_m: float) -> LeafSize:
    """The leaf from the least of three widths.

    Raises:
        InvalidInputError: Gaps that eat up the opening, or other than one or two leaves.

    Source: geometry; the three measures are common practice.
    """
    widths = (top_m, middle_m, bottom_m)
    if not min(widths) > 0:
        raise InvalidInputError("top", "openings must be above 0")
    if min(gaps.hinge_gap_m, gaps.latch_gap_m, gaps.centre_gap_m) < 0:
        raise InvalidInputError("hinge_gap", "gaps must be 0 or more")
    if gaps.leaves not in (1, 2):
        raise InvalidInputError("leaves", "is 1 or 2")
    least, most = min(widths), max(widths)
    if gaps.leaves == 1:
        leaf, gap = least - gaps.hinge_gap_m - gaps.latch_gap_m, gaps.latch_gap_m
    else:
        leaf, gap = (least - 2 * gaps.hinge_gap_m - gaps.centre_gap_m) / 2, gaps.centre_gap_m
    if not leaf > 0:
        raise InvalidInputError("hinge_gap", "the gaps leave no leaf")
    return LeafSize(opening_m=least, leaf_m=leaf, spread_m=most - least, worst_gap_m=gap + most - least)


def thickness_gap_m(leaf_m: float, thickness_m: float) -> float:
    """The latch gap that a thick leaf's far corner needs: √(B² + T²) − B."""
    if not (leaf_m > 0 and thickness_m >= 0):
        raise InvalidInputError("leaf" if not leaf_m > 0 else "thickness", "must be above 0")
    return math.hypot(leaf_m, thickness_m) - leaf_m


def fall_m(opening_m: float, slope_rad: float) -> float:
    """How far the ground falls across an opening."""
    if not opening_m > 0:
        raise InvalidInputError("opening", "must be above 0")
    if not abs(slope_rad) < math.pi / 2:
        raise InvalidInputError("slope", "must be below 90 degrees")
    return opening_m * math.tan(abs(slope_rad))


@value_object
class HingeLift:
    """How high the leaf must hang at the hinge, where it is nearest to the ground, and the gap under its latch end, closed."""

    lift_m: float
    worst_grade: float
    worst_at_rad: float
    closed_gap_m: float


def _check_leaf(leaf_m: float, clear_m: float, swing_rad: float) -> None:
    if not leaf_m > 0:
        raise InvalidInputError("leaf", "must be above 0")
    if clear_m < 0:
        raise InvalidInputError("clear", "must be 0 or more")
    if not 0 < swing_rad <= math.pi + 1e-9:
        raise InvalidInputError("swing", "must be above 0 and at most 180 degrees")


@value_object
class Plane:
    """Plane ground under a leaf: its grade along the closed leaf, and in front of it; `back`: the leaf swings to the back."""

    along: float
    front: float
    back: bool = False


def swing_on_plane(
    ground: Plane, *, leaf_m: float, clear_m: float, rake: float = 0.0, swing_rad: float = math.pi / 2
) -> HingeLift:
    """Least height at the hinge over plane ground: clear + max(0, B (G − rake)), G the greatest grade met in the arc.

    The worst angle is often inside the arc, so both ends are not enough. Source: geometry.
    """
    _check_leaf(leaf_m, clear_m, swing_rad)
    g_y = -ground.front if ground.back else ground.front
    steepest = math.atan2(g_y, ground.along)
    if 0 <= steepest <= swing_rad and (ground.along or g_y):
        worst, at = math.hypot(ground.along, g_y), steepest
    else:
        ends = [(ground.along, 0.0), (ground.along * math.cos(swing_rad) + g_y * math.sin(swing_rad), swing_rad)]
        worst, at = max(ends)
    lift = clear_m + max(0.0, leaf_m * (worst - rake))
    return HingeLift(
        lift_m=lift, worst_grade=worst, worst_at_rad=at, closed_gap_m=lift + leaf_m * (rake - ground.along)
    )


def swing_on_ground(
    *,
    leaf_m: float,
    ground: Callable[[float, float], float],
    clear_m: float,
    rake: float = 0.0,
    swing_rad: float = math.pi / 2,
) -> HingeLift:
    """Least height at the hinge over any ground, a height by (along, front) measured from the pin.

    Swept at 180 angles and 40 distances, then narrowed round the worst angle. Source: geometry.
    """
    _check_leaf(leaf_m, clear_m, swing_rad)

    def need(angle: float) -> float:
        c, s = math.cos(angle), math.sin(angle)
        radii = (leaf_m * k / _RADIUS_STEPS for k in range(_RADIUS_STEPS + 1))
        return max(ground(r * c, r * s) - rake * r for r in radii)

    step = swing_rad / _ANGLE_STEPS
    best = max(range(_ANGLE_STEPS + 1), key=lambda k: need(k * step))
    low, high = max(0.0, (best - 1) * step), min(swing_rad, (best + 1) * step)
    for _ in range(60):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        if need(a) < need(b):
            low = a
        else:
            high = b
    at = max((best * step, (low + high) / 2), key=need)
    here = ground(0.0, 0.0)
    lift = max(clear_m, clear_m + need(at) - here)
    closed = lift + rake * leaf_m - (ground(leaf_m, 0.0) - here)
    worst = (need(at) - here) / leaf_m + rake
    return HingeLift(lift_m=lift, worst_grade=worst, worst_at_rad=at, closed_gap_m=closed)


@value_object
class Obstacle:
    """Something round in the way: its middle along the closed leaf and out toward the swing, and its half size."""

    along_m: float
    out_m: float
    radius_m: float


def free_swing_rad(leaf_m: float, obstacles: Sequence[Obstacle], swing_rad: float) -> float:
    """How far a leaf opens before it meets an obstacle, at most `swing_rad`; 0 when one stands in the closed leaf.

    The leaf is a line from the pin; an obstacle's edge meets it where the line is tangent to it, or where the leaf's tip
    touches it.

    Raises:
        InvalidInputError: Measures that cannot be.

    Source: geometry.
    """
    _check_leaf(leaf_m, 0.0, swing_rad)
    free = swing_rad
    for item in obstacles:
        if not item.radius_m >= 0:
            raise InvalidInputError("radius", "must be 0 or more")
        far = math.hypot(item.along_m, item.out_m)
        if far > leaf_m + item.radius_m:
            continue
        if far <= item.radius_m:
            return 0.0
        middle = math.atan2(item.out_m, item.along_m)
        tangent_m = math.sqrt(far**2 - item.radius_m**2)
        if tangent_m <= leaf_m:
            half = math.asin(item.radius_m / far)
        else:
            half = math.acos(min(1.0, (far**2 + leaf_m**2 - item.radius_m**2) / (2 * far * leaf_m)))
        for at in (middle, middle + 2 * math.pi):  # an arc to 180 degrees meets what stands behind the pin, too
            if at + half >= 0 and at - half <= swing_rad:
                free = min(free, max(0.0, at - half))
    return free


def twisted(along: float, front: float, twist_per_m: float) -> Callable[[float, float], float]:
    """Ground that twists: x·along + y·front + x·y·twist."""
    return lambda x, y: x * along + y * front + x * y * twist_per_m


def rising_hinge_m(
    *, leaf_m: float, front: float, closed_gap_m: float, clear_m: float = 0.0, swing_rad: float = math.pi / 2
) -> float:
    """Rise at full swing of a hinge that lifts evenly with the angle, so that the leaf is clear at every angle.

    The worst of (B g sin f + clear − c0) / (f / F); with c0 = clear it is the limit at f → 0.

    Raises:
        InvalidInputError: A leaf that already drags when it is closed.

    Source: geometry.
    """
    _check_leaf(leaf_m, clear_m, swing_rad)
    spare = closed_gap_m - clear_m
    if spare < 0:
        raise InvalidInputError("closed_gap", "is less than what is to be kept clear: hang the leaf higher first")
    reach = leaf_m * front
    if reach <= 0:
        return 0.0
    if spare == 0:
        return reach * swing_rad

    def rise(angle: float) -> float:
        return (reach * math.sin(angle) - spare) / (angle / swing_rad)

    low, high = 1e-9, swing_rad
    for _ in range(200):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        if rise(a) < rise(b):
            low = a
        else:
            high = b
    return max(0.0, rise((low + high) / 2), rise(swing_rad))


def hinge_line(pins: Sequence[tuple[float, float, float]]) -> tuple[float, float]:
    """How far the line of the outer pins is out of plumb (rad), and the worst inner pin's distance from it (m).

    Raises:
        InvalidInputError: Fewer than two pins, or pins at one height.
    """
    if len(pins) < 2:
        raise InvalidInputError("pins", "at least two")
    ordered = sorted(pins, key=lambda pin: pin[2])
    (x0, y0, z0), (x1, y1, z1) = ordered[0], ordered[-1]
    if not z1 > z0:
        raise InvalidInputError("pins", "must stand at different heights")
    tilt = math.atan2(math.hypot(x1 - x0, y1 - y0), z1 - z0)
    length = math.dist(ordered[0], ordered[-1])
    ux, uy, uz = (x1 - x0) / length, (y1 - y0) / length, (z1 - z0) / length
    worst = 0.0
    for x, y, z in ordered[1:-1]:
        dx, dy, dz = x - x0, y - y0, z - z0
        cross = (dy * uz - dz * uy, dz * ux - dx * uz, dx * uy - dy * ux)
        worst = max(worst, math.hypot(*cross))
    return tilt, worst
