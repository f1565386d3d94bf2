"""Steel tubes of the yard: which sticks are one, and of what wall and steel. Source: data/steel_tubes.csv."""

from steady.catalog.items import SectionItem
from steady.data.loader import keyed
from steady.statics.tubes import SHAPES, Tube
from steady.value_objects import value_object


@value_object
class SteelTube:
    """A tube of the list: its section, its yield strength (Pa), and where both are from."""

    tube: Tube
    yield_pa: float
    source: str


def is_tube(item: SectionItem) -> bool:
    """Whether a stick is a steel tube whose wall and steel are known."""
    return item.key in keyed("steel_tubes")


def tube_of(item: SectionItem) -> SteelTube:
    """A stick's section and steel.

    Raises:
        KeyError: It is no tube of the list.
    """
    row = keyed("steel_tubes")[item.key]
    shape = next(one for one in SHAPES if one == row.text["shape"])
    return SteelTube(
        tube=Tube(outside_m=row.number("outside_m"), wall_m=row.number("wall_m"), shape=shape),
        yield_pa=row.number("yield_pa"),
        source=row.source,
    )
