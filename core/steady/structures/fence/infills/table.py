"""Every infill with the class that answers for it: a new one is its traits, its class and a line here."""

from steady.structures.fence.infills.boards import BoardOnBoard, BothFaces, Butted, EvenGaps
from steady.structures.fence.infills.bought import ChainLink, LatticePanels, MadePanels, MetalPanels, VinylPanels, Wire
from steady.structures.fence.infills.level import LouverInfill, SlatInfill
from steady.structures.fence.infills.option import OPTIONS, InfillOption, register
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.infill_traits import TRAITS

register("butted", Butted())
register("even gaps", EvenGaps())
register("board on board", BoardOnBoard())
register("both faces", BothFaces())
register("slats", SlatInfill())
register("louvres", LouverInfill())
register("bought panels", MadePanels())
register("lattice panels", LatticePanels())
register("stock panels", Wire())
register("wire mesh", Wire())
register("chain link", ChainLink())
register("metal panels", MetalPanels())
register("vinyl panels", VinylPanels())
if missing := TRAITS.keys() - OPTIONS.keys():
    raise LookupError(f"infills without a class: {sorted(missing)}")


def infill_of(spec: FenceSpec) -> InfillOption:
    """What closes a fence's bays."""
    return OPTIONS[spec.infill.style]
