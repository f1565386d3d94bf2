"""Cheek cuts of jack and hip rafters between two planes of equal or unequal pitch."""

import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object


@value_object
class CheekCut:
    """A cut across a rafter's top edge: its angle from square, how far it runs over the rafter's thickness (m), the saw's tilt
    along the plumb line."""

    angle_rad: float
    offset_m: float
    tilt_rad: float


@value_object
class HipHead:
    """A hip rafter's pitch, and the angle from square of each cheek against the ridge."""

    pitch_rad: float
    angle_rad: float
    offset_m: float


def _pitched(**pitches_rad: float) -> None:
    for name, pitch in pitches_rad.items():
        if not 0 < pitch < math.pi / 2:
            raise InvalidInputError(name, "must be above 0 and under 90 degrees")


def jack_cut(own_rad: float, other_rad: float, thickness_m: float) -> CheekCut:
    """The cheek cut of a jack rafter in a plane of its own pitch against a hip to a plane of another.

    Raises:
        InvalidInputError: A pitch that is none, or no thickness.

    Source: vectors.
    """
    _pitched(pitch_1=own_rad, pitch_2=other_rad)
    if not thickness_m > 0:
        raise InvalidInputError("thickness", "must be above 0")
    slope = math.tan(other_rad) / (math.tan(own_rad) * math.cos(own_rad))
    return CheekCut(
        angle_rad=math.atan(slope),
        offset_m=thickness_m * slope,
        tilt_rad=math.atan(math.tan(other_rad) / math.tan(own_rad)),
    )


def hip_head(one_rad: float, other_rad: float, thickness_m: float) -> HipHead:
    """A hip's pitch and its head against a ridge along the eave of the first plane.

    Raises:
        InvalidInputError: A pitch that is none, or no thickness.

    Source: vectors.
    """
    _pitched(pitch_1=one_rad, pitch_2=other_rad)
    if not thickness_m > 0:
        raise InvalidInputError("thickness", "must be above 0")
    plan = math.atan(math.tan(other_rad) / math.tan(one_rad))
    pitch = math.atan(math.tan(one_rad) * math.sin(plan))
    slope = 1 / (math.tan(plan) * math.cos(pitch))
    return HipHead(pitch_rad=pitch, angle_rad=math.atan(slope), offset_m=thickness_m * slope)
