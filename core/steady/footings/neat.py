"""Neat volume of one hole by its sizes, for any shape of shaft, bell, post and collar; and what the bags it took say."""

import math
from typing import Literal

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.value_objects import positional_value_object, value_object


@value_object
class Hole:
    """One hole as dug (m).

    Args:
        width_m: Diameter, or side when square.
        depth_m: As dug, gravel and bell counted.
        gravel_m: Layer under the concrete; under a bell it has the bell's width.
        post_width_m: 0 for no post.
        post_thickness_m: None: as its width.
        post_in_concrete_m: Length inside the concrete; None: all its height.
        bell_width_m: Width at the bottom; None: no bell.
        bell_m: Height of the bell, the bottom part of the concrete.
        collar_m: Height of the dished collar above ground.
    """

    shape: Literal["round", "square"] = "round"
    width_m: float
    depth_m: float
    gravel_m: float = 0.0
    post_shape: Literal["square", "round", "none"] = "square"
    post_width_m: float = 0.0
    post_thickness_m: float | None = None
    post_in_concrete_m: float | None = None
    bell_width_m: float | None = None
    bell_m: float = 0.0
    collar_m: float = 0.0

    @property
    def concrete_height_m(self) -> float:
        """Height of the concrete: the dug depth less the gravel."""
        return self.depth_m - self.gravel_m

    @property
    def post_area_m2(self) -> float:
        """Section of the post; a pipe counts by its outside circle."""
        if self.post_shape == "none":
            return 0.0
        if self.post_shape == "round":
            return math.pi / 4 * self.post_width_m**2
        thick_m = self.post_width_m if self.post_thickness_m is None else self.post_thickness_m
        return self.post_width_m * thick_m

    def area_m2(self, width_m: float) -> float:
        """Section of the hole at a width."""
        return width_m**2 * (math.pi / 4 if self.shape == "round" else 1.0)


@positional_value_object
class Neat:
    """What a hole takes, before any allowance (m3)."""

    concrete_m3: float
    post_m3: float
    gravel_m3: float


def neat(hole: Hole) -> Neat:
    """Concrete, displaced post and gravel of one hole.

    The collar is (A_hole − A_post) / 3 × height: our own rule for a dished one, a little less than the exact pyramid.

    Raises:
        InvalidInputError: Gravel as deep as the hole, a bell narrower than the shaft or higher than the concrete, a square post
            whose diagonal does not fit into a round hole.

    Source: geometry.
    """
    _check(hole)
    height_m, shaft_m2 = hole.concrete_height_m, hole.area_m2(hole.width_m)
    bell_m2 = shaft_m2 if hole.bell_width_m is None else hole.area_m2(hole.bell_width_m)
    bell_m = 0.0 if hole.bell_width_m is None else hole.bell_m
    frustum_m3 = bell_m / 3 * (shaft_m2 + math.sqrt(shaft_m2 * bell_m2) + bell_m2)
    inside_m = height_m if hole.post_in_concrete_m is None else hole.post_in_concrete_m
    post_m3 = hole.post_area_m2 * inside_m
    collar_m3 = (shaft_m2 - hole.post_area_m2) / 3 * hole.collar_m
    concrete_m3 = shaft_m2 * (height_m - bell_m) + frustum_m3 - post_m3 + collar_m3
    return Neat(concrete_m3, post_m3, (bell_m2 if bell_m else shaft_m2) * hole.gravel_m)


def _check(hole: Hole) -> None:
    above_zero(hole_width=hole.width_m, hole_depth=hole.depth_m)
    not_below_zero(
        gravel=hole.gravel_m, post_width=hole.post_width_m, bell_height=hole.bell_m, collar_height=hole.collar_m
    )
    if not hole.concrete_height_m > 0:
        raise InvalidInputError("gravel", "is as deep as the hole: no concrete is left")
    if hole.bell_width_m is not None:
        if hole.bell_width_m < hole.width_m:
            raise InvalidInputError("bell_width", "is narrower than the hole above it")
        if hole.bell_m > hole.concrete_height_m:
            raise InvalidInputError("bell_height", "is more than the concrete's height")
    inside_m = hole.post_in_concrete_m
    if inside_m is not None and not 0 <= inside_m <= hole.concrete_height_m + 1e-9:
        raise InvalidInputError("post_in_concrete", "must be within the concrete's height")
    thick_m = hole.post_width_m if hole.post_thickness_m is None else hole.post_thickness_m
    across_m = math.hypot(hole.post_width_m, thick_m) if hole.shape == "round" else max(hole.post_width_m, thick_m)
    if hole.post_shape == "round":
        across_m = hole.post_width_m
    if hole.post_shape != "none" and across_m > hole.width_m + 1e-9:
        raise InvalidInputError("post_width", "does not fit into the hole: dig it wider")


def overdig(hole: Hole, used_m3: float) -> tuple[float, float]:
    """How much more concrete a hole took than its neat volume, and the mean width really dug (m).

    Raises:
        InvalidInputError: As `neat`, or no concrete used.

    Source: geometry; √(4/π (used + post) / height) for a round hole.
    """
    above_zero(bags_used=used_m3)
    takes = neat(hole)
    area_m2 = (used_m3 + takes.post_m3) / hole.concrete_height_m
    return used_m3 / takes.concrete_m3, math.sqrt(area_m2 / hole.area_m2(1.0))
