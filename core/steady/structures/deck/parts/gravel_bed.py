"""The bed of gravel under sleepers: as deep as is wished under them, and so much more as the deck stands over the ground."""

import math

from steady.catalog.items import bag_yield_m3
from steady.plan.model import Part, PartPlacement
from steady.structures.deck.checks.sleepers import GRAVEL_LEAST_M, GRAVEL_PAST_M, bed_m
from steady.structures.deck.parts.build import UP, Builder


def bed_deep_m(b: Builder) -> float:
    """Its mean depth (m): at least what compacted gravel under a sleeper is, dug in where the deck lies low. Source: geometry."""
    raised = [max(0.0, bed_m(corner.height_m, b.timber)) for corner in b.spec.outline]
    return max(GRAVEL_LEAST_M, b.spec.gravel_m) + sum(raised) / len(raised)


def gravel_bed(b: Builder, item: str) -> None:
    """Bags of gravel, for a bed that reaches past the deck on every side."""
    if not b.spec.on_sleepers or b.spec.on_slab:
        return
    left, low, right, high = b.frame.plan.box
    edges = sum(edge.length_m for edge in b.frame.plan.edges)
    area_m2 = b.frame.plan.area_m2 + edges * GRAVEL_PAST_M + 4 * GRAVEL_PAST_M**2
    bags = math.ceil(area_m2 * bed_deep_m(b) / bag_yield_m3(item) - 1e-9)
    z = -b.timber.board.thickness_m - b.timber.joist.width_m
    name = f"{b.spec.id}/bed"
    place = PartPlacement(id=name, at=((left + right) / 2, (low + high) / 2, z), along=(1.0, 0.0, 0.0), up=UP)
    b.fixings.append(
        Part(id=name, role="bed", item=item, length_m=0.0, section_m=(0.0, 0.0), places=(place,), each=bags)
    )
