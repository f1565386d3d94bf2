"""A stick of the yard as a rulebook wants it: outdoors, so wet."""

from steady.rulebooks.answers import Wood
from steady.yard.stock import Stick


def outdoors(stick: Stick, flat: bool = False) -> Wood:
    """The stick's timber and size; `flat` lays it down."""
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
