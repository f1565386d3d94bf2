"""Which layer a piece is drawn on: its role's, but for what is made of metal or vinyl, which looks like it in every drawing."""

from steady.catalog.items import sticks
from steady.data.roles import role
from steady.plan.model import Part

LAYERS = {"steel tube": "pipe", "metal panel": "wire", "vinyl": "vinyl", "vinyl panel": "vinyl"}
"""Layers of what is no wood, by what a stick is made of: an open panel of metal is seen through as wire is."""


def layer_of(part: Part) -> str:
    """The layer's key. Source: data/roles.csv, data/looks.csv."""
    stick = sticks().get(part.item)
    return LAYERS.get(stick.species if stick is not None else "", role(part.role).look)
