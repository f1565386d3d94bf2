"""A stick of the yard as a rulebook wants it: outdoors, so wet."""

import itertools

from steady.catalog.items import SectionItem, sticks
from steady.design_codes.requests import Wood
from steady.errors import OutOfScopeError
from steady.units.units import IN

NOT_WOOD = (
    "steel",
    "steel tube",
    "welded wire",
    "woven wire",
    "chain link",
    "made panel",
    "lattice",
    "strap",
    "composite",
    "cellular PVC",
    "vinyl",
    "vinyl panel",
    "metal panel",
)


def is_wood(item: str) -> bool:
    """Whether an item of the list is a stick of wood; what is no stick of the list is taken as one."""
    return item not in sticks() or sticks()[item].species not in NOT_WOOD


def outdoors(stick: SectionItem, flat: bool = False) -> Wood:
    """The stick's timber and size; `flat` lays it down.

    Raises:
        OutOfScopeError: It is not of wood.
    """
    if stick.species in NOT_WOOD:
        raise OutOfScopeError(
            f"{stick.says} is not in the wood tables", "type what its maker says, or pick a wood post"
        )
    return Wood(
        species=stick.species,
        size=stick.size,
        grade=stick.grade,
        width_m=stick.thickness_m,
        depth_m=stick.width_m,
        incised=stick.incised,
        flat=flat,
        wet=True,
    )


REACHES = ((0.0, 0.0), (0.625 * IN, 36 * IN), (0.75 * IN, 45 * IN), (1.0 * IN, 54 * IN))
"""Thickness of a board and how far it may span between rails where wind is strongest [our own, low: about 520 psi]. Boards have
no stress value in most tables."""


WITHIN = 1.5
"""Within the run boards may span half as much again as end zone of wind [our own, low]."""


def board_reach_m(thickness_m: float) -> float:
    """How far a board of a thickness may span between rails, between and below the steps in proportion."""
    for (low, low_m), (high, high_m) in itertools.pairwise(REACHES):
        if thickness_m <= high + 1e-9:
            return low_m + (high_m - low_m) * (thickness_m - low) / (high - low)
    return REACHES[-1][1]
