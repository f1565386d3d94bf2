"""Which layer a piece is drawn on: its role's, but for what is made of steel tube, which looks like steel in every drawing."""

from steady.catalog.items import sticks
from steady.data.roles import role
from steady.plan.model import Part

TUBE, TUBE_LAYER = "steel tube", "pipe"


def layer_of(part: Part) -> str:
    """The layer's key. Source: data/roles.csv, data/looks.csv."""
    stick = sticks().get(part.item)
    return TUBE_LAYER if stick is not None and stick.species == TUBE else role(part.role).look
