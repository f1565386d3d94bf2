"""One hole: its layers from the bottom, the concrete and gravel it takes, and the bags for a job.

One vocabulary: hole = gravel + plug (only when closed below) + embedment of the post.
"""

import math
from dataclasses import replace

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.plan.model import Footing, Layer
from steady.value_objects import positional_value_object, value_object


@positional_value_object
class HoleTakes:
    """What one hole takes, before any allowance (m3)."""

    concrete_m3: float
    gravel_m3: float
    sand_m3: float = 0.0
    foam_m3: float = 0.0


@value_object
class RoundHole:
    """A round hole (m): how deep the post stands in it, gravel at its bottom, concrete under the post, how wide."""

    embedment_m: float
    gravel_m: float
    plug_m: float
    hole_width_m: float


def layers(hole: RoundHole, *, post_width_m: float, above_ground_m: float) -> tuple[Layer, ...]:
    """Layers of a round hole, bottom first, heights from the ground at the post (down negative).

    `plug_m` is concrete under the post's end: 0 leaves the collar open below, so that water drains into the gravel.
    """
    hole_m = hole.gravel_m + hole.plug_m + hole.embedment_m
    made: list[Layer] = []
    if hole.gravel_m > 0:
        made.append(
            Layer(
                what="gravel", bottom_m=-hole_m, top_m=-hole_m + hole.gravel_m, width_m=hole.hole_width_m, shape="round"
            )
        )
    made.append(
        Layer(what="concrete", bottom_m=-hole_m + hole.gravel_m, top_m=0.0, width_m=hole.hole_width_m, shape="round")
    )
    made.append(
        Layer(what="post", bottom_m=-hole.embedment_m, top_m=above_ground_m, width_m=post_width_m, shape="square")
    )
    return tuple(made)


FILLS = ("gravel", "sand", "concrete", "foam")


def volumes(footing: Footing) -> HoleTakes:
    """What one footing takes: see `volumes_of`."""
    return volumes_of(footing.layers)


def volumes_of(layers: tuple[Layer, ...]) -> HoleTakes:
    """Concrete, gravel, sand and foam of one footing from its layers: shaft and bell, less what stands in them.

    Raises:
        InvalidInputError: A square post whose diagonal does not fit a round hole.

    Source: geometry; a bell is a frustum.
    """
    stand = [layer for layer in layers if layer.what in ("post", "pipe")]
    takes = dict.fromkeys(FILLS, 0.0)
    for layer in layers:
        if layer.what not in FILLS:
            continue
        takes[layer.what] += _shaft_m3(layer)
        for post in stand:
            inside_m = min(layer.top_m, post.top_m) - max(layer.bottom_m, post.bottom_m)
            if inside_m <= 0:
                continue
            if post.shape == "square" and layer.shape == "round" and post.width_m * math.sqrt(2) > layer.width_m + 1e-9:
                raise InvalidInputError("hole_width_m", "the post's diagonal does not fit into the hole: dig it wider")
            takes[layer.what] -= _area_m2(post) * inside_m
    return HoleTakes(takes["concrete"], takes["gravel"], takes["sand"], takes["foam"])


def dug_m3(footing: Footing) -> float:
    """What is dug out of one hole: what fills it below the ground, and what it goes through where nothing is filled in: a slab.

    Source: geometry; a bell is a frustum.
    """
    if footing.hole_m <= 0:
        return 0.0
    filled = [
        replace(layer, top_m=min(0.0, layer.top_m))
        for layer in footing.layers
        if layer.what in (*FILLS, "soil") and layer.bottom_m < 0
    ]
    through_m = footing.hole_m - math.fsum(layer.top_m - layer.bottom_m for layer in filled)
    return math.fsum(map(_shaft_m3, filled)) + math.pi / 4 * footing.hole_width_m**2 * max(0.0, through_m)


def _shaft_m3(layer: Layer) -> float:
    high_m = layer.top_m - layer.bottom_m
    if not (layer.bell_m > 0 and layer.bell_width_m > layer.width_m):
        return _area_m2(layer) * high_m
    d, wide, share = layer.width_m, layer.bell_width_m, math.pi / 4 if layer.shape == "round" else 1.0
    return _area_m2(layer) * (high_m - layer.bell_m) + share * layer.bell_m / 3 * (d * d + d * wide + wide * wide)


def _area_m2(layer: Layer) -> float:
    return layer.width_m**2 * (math.pi / 4 if layer.shape == "round" else 1.0)


@positional_value_object
class Bags:
    """Bags for a job: rounded once for all holes, or at each hole; and what is left over (m3) of the bought."""

    exact_count: float
    in_all: int
    each_hole: int
    left_over_m3: float


def bags(volumes_m3: list[float], yield_m3: float, allowance_ratio: float) -> Bags:
    """Bags for a list of holes; the allowance goes on the volume, before rounding.

    Raises:
        InvalidInputError: A yield that is not above 0, or an allowance below 0.

    Source: workshop geometry; an exact multiple adds no bag.
    """
    not_below_zero(allowance=allowance_ratio)
    above_zero(bag_yield=yield_m3)
    each = [volume_m3 * (1 + allowance_ratio) / yield_m3 for volume_m3 in volumes_m3]
    exact = math.fsum(each)
    in_all = math.ceil(exact - 1e-9)
    return Bags(exact, in_all, sum(math.ceil(x - 1e-9) for x in each), (in_all - exact) * yield_m3)
