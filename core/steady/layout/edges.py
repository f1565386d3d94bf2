"""Edges of decks that are not straight: arcs in facets, clipped corners."""

import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object


@value_object
class Arc:
    """An arc of an edge in straight facets (m, rad)."""

    radius_m: float
    angle_rad: float
    facets: int

    @property
    def facet_m(self) -> float:
        """Length of one."""
        return 2 * self.radius_m * math.sin(self.angle_rad / (2 * self.facets))

    @property
    def error_m(self) -> float:
        """How far a facet's middle lies inside the arc."""
        return self.radius_m * (1 - math.cos(self.angle_rad / (2 * self.facets)))

    @property
    def turn_rad(self) -> float:
        """From facet to facet."""
        return self.angle_rad / self.facets

    @property
    def arc_m(self) -> float:
        """Along the arc."""
        return self.radius_m * self.angle_rad


def arc_of(radius_m: float, angle_rad: float, facets: int | None, *, error_most_m: float | None) -> Arc:
    """An arc in so many facets, or in the fewest that keep an error.

    Raises:
        InvalidInputError: A size that cannot be, or neither facets nor an error.

    Source: geometry.
    """
    if not radius_m > 0:
        raise InvalidInputError("radius", "must be above 0")
    if not 0 < angle_rad <= 2 * math.pi:
        raise InvalidInputError("angle", "must be above 0 and at most 360 degrees")
    if facets is None:
        if error_most_m is None:
            raise InvalidInputError("facets", "is needed, or the greatest error")
        if not 0 < error_most_m < radius_m:
            raise InvalidInputError("error_most", "must be above 0 and less than the radius")
        facets = math.ceil(angle_rad / (2 * math.acos(1 - error_most_m / radius_m)) - 1e-9)
    if not 1 <= facets <= 10_000:
        raise InvalidInputError("facets", "must be 1 to 10,000")
    return Arc(radius_m=radius_m, angle_rad=angle_rad, facets=facets)


def by_chord(chord_m: float, rise_m: float) -> tuple[float, float]:
    """Radius (m) and angle (rad) of an arc over a chord. Source: geometry."""
    for name, amount in (("chord", chord_m), ("rise", rise_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    radius = (chord_m**2 / 4 + rise_m**2) / (2 * rise_m)
    half = math.asin(min(1.0, chord_m / (2 * radius)))
    return radius, 2 * half if rise_m <= radius else 2 * (math.pi - half)
