"""What is put onto a deck at a press: a stair down its far edge, a place where no hole can be dug."""

from collections.abc import Collection
from dataclasses import replace
from itertools import count

from steady.catalog.items import stick
from steady.structures.deck.spec.deck import DeckSpec, NoDigSpot, StairDesign

FROM_CORNER_M, IN_FROM_EDGE_M = 0.3, 0.5
"""Where a new stair begins along its edge, and how far a new rock lies in from the far edge [our own]."""


METRIC_GOING_M = 0.28
"""The run of a new stair where wood is sold by millimetres: within every such code's limits [common practice]."""


def add_stair(spec: DeckSpec, _: str = "") -> DeckSpec:
    """A usual stair down the edge that lies farthest from the house."""
    corners = spec.outline
    middles = [(corner.y_m + corners[(k + 1) % len(corners)].y_m) / 2 for k, corner in enumerate(corners)]
    far = middles.index(max(middles))
    name = _free("stair", {stair.id for stair in spec.stairs})
    stair = StairDesign(id=name, edge=far, at_m=FROM_CORNER_M)
    if stick(spec.post, "post", "post").metric:
        stair = replace(stair, going_m=METRIC_GOING_M)
    return replace(spec, stairs=(*spec.stairs, stair))


def add_rock(spec: DeckSpec, _: str = "") -> DeckSpec:
    """A place without holes at the middle of the far edge; it is pulled, or typed, to where it lies."""
    right, far = max(corner.x_m for corner in spec.outline), max(corner.y_m for corner in spec.outline)
    name = _free("spot", {spot.id for spot in spec.spots})
    return replace(spec, spots=(*spec.spots, NoDigSpot(id=name, x_m=right / 2, y_m=far - IN_FROM_EDGE_M)))


def _free(word: str, taken: Collection[str]) -> str:
    return next(name for k in count(1) if (name := f"{word}-{k}") not in taken)
