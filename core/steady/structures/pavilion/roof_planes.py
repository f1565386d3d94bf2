"""One side of a pavilion's roof: where it stands, how it slopes, what it brings to its beam."""

import math

from steady.plan.model import Vec
from steady.statics.beam import SpreadLoad
from steady.value_objects import value_object


@value_object
class RoofSide:
    """One side of the roof: where its eave's left end stands seen from outside, which way it runs, its sizes on plan (m).

    `corner`: the beams' outer corner at its left; `along`: from there to the right; `up`: level, toward the middle.
    `long_m`: between those corners; `run_m`: to ring or ridge; `end_m`: how far along the hip has run by then;
    `past_m`: its overhang; `side_past_m`: its neighbours'; `lift_m`: how much higher than the beams it begins.
    """

    name: str
    corner: tuple[float, float]
    along: tuple[float, float]
    up: tuple[float, float]
    long_m: float
    run_m: float
    end_m: float
    pitch_rad: float
    past_m: float
    side_past_m: float
    lift_m: float = 0.0

    @property
    def top_m(self) -> float:
        """Length of its upper edge: ring or ridge."""
        return self.long_m - 2 * self.end_m

    @property
    def slope_m(self) -> float:
        """From the eave's edge to its upper edge, up the slope."""
        return (self.run_m + self.past_m) / math.cos(self.pitch_rad)

    @property
    def eave_m(self) -> float:
        """Length of its eave."""
        return self.long_m + 2 * self.side_past_m

    @property
    def jack_cut_rad(self) -> float:
        """How far a jack's cut against its hip slants from square, over its upper edge.

        Source: geometry: on the roof's plane the hip runs `end_m` along the side while the jack climbs `run_m` / cos a.
        """
        return math.atan2(self.run_m, self.end_m * math.cos(self.pitch_rad))

    def at(self, x_m: float, y_m: float) -> tuple[float, float]:
        """A point of the plan: so far along the side, so far in from the beams' outer face."""
        (cx, cy), (ax, ay), (ux, uy) = self.corner, self.along, self.up
        return cx + ax * x_m + ux * y_m, cy + ay * x_m + uy * y_m

    def slope(self) -> tuple[Vec, Vec, Vec]:
        """Up the slope, square up from it, and level along it."""
        c, s = math.cos(self.pitch_rad), math.sin(self.pitch_rad)
        (ux, uy), (ax, ay) = self.up, self.along
        return (ux * c, uy * c, s), (-ux * s, -uy * s, c), (ax, ay, 0.0)


def supports_m(side: RoofSide, half_m: float, between: int) -> tuple[float, ...]:
    """Where a side's beam lies on posts, evenly from corner post to corner post."""
    step = (side.long_m - 2 * half_m) / (between + 1)
    return tuple(half_m + k * step for k in range(between + 2))


def beam_shape(side: RoofSide, pressure_pa: float) -> list[SpreadLoad]:
    """A side on its beam: half of each rafter's run, growing from the corners to ring or ridge, and the overhang along it all."""
    full, past = side.run_m / 2 * pressure_pa, side.past_m * pressure_pa
    ends = ((0.0, side.end_m, 0.0, full), (side.long_m - side.end_m, side.long_m, full, 0.0))
    shape = [SpreadLoad(from_m=a, to_m=b, start_n_per_m=low, end_n_per_m=high) for a, b, low, high in ends]
    if side.top_m > 1e-6:
        shape.append(SpreadLoad(from_m=side.end_m, to_m=side.long_m - side.end_m, start_n_per_m=full, end_n_per_m=full))
    if past > 0:
        shape.append(SpreadLoad(from_m=0.0, to_m=side.long_m, start_n_per_m=past, end_n_per_m=past))
    return shape
