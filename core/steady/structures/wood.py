"""A stick of the yard as a rulebook wants it: outdoors, so wet."""

from steady.errors import OutsideScope
from steady.rulebooks.answers import Wood
from steady.yard.stock import Stick

NOT_WOOD = ("steel", "wire", "made panel")


def outdoors(stick: Stick, flat: bool = False) -> Wood:
    """The stick's timber and size; `flat` lays it down.

    Raises:
        OutsideScope: It is not of wood.
    """
    if stick.species in NOT_WOOD:
        raise OutsideScope(f"{stick.says} is not in the wood tables", "type what its maker says, or pick a wood post")
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
