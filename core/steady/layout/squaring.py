"""Square, level and chained measurements: how far out, and what height a reading gives."""

import math

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.value_objects import value_object


def out_of_square_rad(side_a_m: float, side_b_m: float, diagonal_1_m: float, *, diagonal_2_m: float) -> float:
    """How far a parallelogram's corners are from square (rad): sin e = (d1² − d2²) / (4 a b).

    Check first that opposite sides are alike; a general quadrilateral goes by coordinates.

    Raises:
        InvalidInputError: Sides or diagonals that cannot belong together.

    Source: geometry.
    """
    above_zero(side_a=side_a_m, side_b=side_b_m, diagonal_1=diagonal_1_m, diagonal_2=diagonal_2_m)
    sine = (diagonal_1_m**2 - diagonal_2_m**2) / (4 * side_a_m * side_b_m)
    if not abs(sine) < 1:
        raise InvalidInputError("diagonal_1", "these diagonals cannot belong to these sides: measure again")
    return math.asin(sine)


def triangle_error_rad(leg_a_m: float, leg_b_m: float, error_m: float) -> float:
    """Angle by which a corner is off when the long side of a right triangle is taped wrong by so much (rad).

    Raises:
        InvalidInputError: A triangle that cannot be.

    Source: law of cosines.
    """
    above_zero(leg_a=leg_a_m, leg_b=leg_b_m)
    long_m = math.hypot(leg_a_m, leg_b_m) + error_m
    cosine = (leg_a_m**2 + leg_b_m**2 - long_m**2) / (2 * leg_a_m * leg_b_m)
    if not abs(cosine) < 1:
        raise InvalidInputError("error", "is too large for this triangle")
    return abs(math.acos(cosine) - math.pi / 2)


def corner_face_m(post_m: float, turn_rad: float) -> float:
    """From a corner post's centre to its face along the next leg: (w / 2) / max(|cos t|, |sin t|).

    The post is square and set square to the first leg.

    Source: geometry.
    """
    above_zero(post=post_m)
    return post_m / 2 / max(abs(math.cos(turn_rad)), abs(math.sin(turn_rad)))


def chain_error_m(readings: int, error_each_m: float, scatter_each_m: float) -> tuple[float, float]:
    """What readings taken post to post add up to: n e in all, and a scatter of √n σ (m).

    Source: sum of independent errors.
    """
    not_below_zero(readings=readings, scatter_each=scatter_each_m)
    return readings * error_each_m, math.sqrt(readings) * scatter_each_m


def level_height_m(benchmark_m: float, backsight_m: float, rod_m: float) -> tuple[float, float]:
    """Height of the instrument, and of the point the rod stands on (m): benchmark + backsight, less the rod.

    Source: levelling.
    """
    instrument_m = benchmark_m + backsight_m
    return instrument_m, instrument_m - rod_m


@value_object
class Framing:
    """What lies over a deck post: decking, joists, beam (m), and whether the beam is under the joists."""

    decking_m: float
    joist_m: float
    beam_m: float
    beam_under: bool


def post_between_m(framing: Framing, *, deck_top_m: float, pier_top_m: float, base_m: float) -> float:
    """Length of a deck post between its base and the beam; a beam within the joists' depth counts the deeper of the two.

    Raises:
        InvalidInputError: Nothing is left for a post.

    Source: geometry.
    """
    not_below_zero(decking=framing.decking_m, joist=framing.joist_m, beam=framing.beam_m, standoff=base_m)
    frame_m = framing.joist_m + framing.beam_m if framing.beam_under else max(framing.joist_m, framing.beam_m)
    post_m = deck_top_m - framing.decking_m - frame_m - pier_top_m - base_m
    if not post_m > 0:
        raise InvalidInputError("deck_top", "leaves no room for a post under the frame")
    return post_m


def post_to_buy_m(length_m: float, stock_m: list[float]) -> float | None:
    """The least stock length that is long enough; None where none is."""
    return min((stick for stick in stock_m if stick >= length_m - 1e-6), default=None)
