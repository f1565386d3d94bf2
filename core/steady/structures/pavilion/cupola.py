"""A raised centre: legs notched onto the ring, a second ring on them, a small roof of its own over the gap that lets air out."""

import math

from steady.errors import InvalidInputError
from steady.structures.pavilion.roof_planes import RoofSide
from steady.structures.pavilion.spec import PavilionSpec
from steady.value_objects import value_object


@value_object
class Raised:
    """The small roof, laid out. Heights in metres above the floor.

    `sides`: its own four, which meet in a point; `low_m`: where the legs begin, at the first ring's lower edge; `ring_m`: the
    second ring's top; `peak_m`: the small roof's.
    """

    sides: tuple[RoofSide, ...]
    low_m: float
    ring_m: float
    peak_m: float

    @property
    def leg_m(self) -> float:
        """Length of a leg: over both rings and the gap between."""
        return self.ring_m - self.low_m

    @property
    def plan_m2(self) -> float:
        """Its roof on plan, eave to eave."""
        return self.sides[0].eave_m * self.sides[1].eave_m


def raise_centre(
    spec: PavilionSpec,
    sides: tuple[RoofSide, ...],
    ring_top_m: float,
    *,
    ring_deep_m: float,
    above_m: tuple[float, float],
) -> Raised:
    """Set the small roof over the ring.

    Args:
        ring_top_m: Top of the first ring; `ring_deep_m`: depth of either.
        above_m: Upper edge of rafters over what they are seated on: of the large roof, of the small one.

    Raises:
        InvalidInputError: There is no ring, or the small roof's eave would lie on the large one.
    """
    front, right = sides[0], sides[1]
    if spec.ring_m <= 0:
        raise InvalidInputError(
            "raised_m", "A raised centre stands on a ring: say how large the ring is, or leave it out"
        )
    if spec.raised_past_m * math.tan(front.pitch_rad) > spec.raised_m + ring_deep_m - EAVE_CLEAR_M:
        raise InvalidInputError(
            "raised_past_m", "The small roof's eave comes down onto the large one: less of it, or raise it more"
        )
    top = ring_top_m + spec.raised_m + ring_deep_m
    rise = right.top_m / 2 * math.tan(front.pitch_rad)
    made = []
    for side, across in ((front, right), (right, front), (sides[2], sides[3]), (sides[3], sides[2])):
        made.append(
            RoofSide(
                name=f"raised {side.name}",
                corner=side.at(side.end_m, side.run_m),
                along=side.along,
                up=side.up,
                long_m=side.top_m,
                run_m=across.top_m / 2,
                end_m=side.top_m / 2,
                pitch_rad=math.atan2(rise, across.top_m / 2),
                past_m=spec.raised_past_m,
                side_past_m=spec.raised_past_m,
                lift_m=top + above_m[1] - spec.beam_top_m - above_m[0],
            )
        )
    return Raised(sides=tuple(made), low_m=ring_top_m - ring_deep_m, ring_m=top, peak_m=top + above_m[1] + rise)


EAVE_CLEAR_M = 0.05
"""The small roof's eave stays so far over the large one's sheets: air and a hand go under it [our own]."""
