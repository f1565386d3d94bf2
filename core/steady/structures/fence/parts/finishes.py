"""The finish of a fence: the wood's surface, litres by the maker's coverage, and what drying adds to the days."""

import math

from steady.catalog.items import sticks
from steady.plan.model import DRYING, Part, PartPlacement, Task
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.measurement_targets import COATED_AT_MOST

WOODEN = ("post", "rail", "board", "cap", "trim", "stiffener", "brace")
SPILL_RATIO = 0.1
"""Left in tins and on the ground [common practice]."""
DRIES_H = {"oil": 24.0, "stain": 12.0, "paint": 16.0}
"""Hours between coats in fair weather [common practice]: the tin says."""


def surface_m2(spec: FenceSpec, parts: list[Part]) -> float:
    """Wood to be coated (m2): every face of every piece before building; after it, what is still in sight.

    After building a board hides a face on every rail; that is not taken off, the brush needs it anyway. Posts count above ground.
    """
    total = 0.0
    for part in parts:
        steel = part.item in sticks() and sticks()[part.item].species in ("steel", "wire")
        if part.role not in WOODEN or steel:
            continue
        long_m = min(part.length_m, spec.height_m + spec.gap_m) if part.role == "post" else part.length_m
        total += part.count * 2 * sum(part.section_m) * long_m
    return total


def litres(spec: FenceSpec, parts: list[Part]) -> float:
    """Finish for all coats, spill counted (L)."""
    coat = spec.finish
    return surface_m2(spec, parts) * coat.coats / coat.coverage_m2_per_l * (1 + SPILL_RATIO)


def coats(spec: FenceSpec, parts: list[Part]) -> list[Part]:
    """The finish to buy, in litres rounded up."""
    if spec.finish.kind == "none":
        return []
    place = PartPlacement(id=f"{spec.id}/finish", at=(0.0, 0.0, 0.0), along=(0.0, 0.0, 1.0), up=(1.0, 0.0, 0.0))
    return [
        Part(
            id=f"{spec.id}/finish",
            role="finish",
            item=f"finish {spec.finish.kind}",
            length_m=0.0,
            section_m=(0.0, 0.0),
            places=(place,),
            each=math.ceil(litres(spec, parts) - 1e-9),
        )
    ]


def finish_tasks(spec: FenceSpec, parts: list[Part]) -> list[Task]:
    """Coating as a step of its own: before building it comes first and waits to dry."""
    coat = spec.finish
    if coat.kind == "none":
        return []
    before = coat.when == "before building"
    dries = DRIES_H[coat.kind] * coat.coats
    what = f"{coat.kind.capitalize()}, {coat.coats} {'coat' if coat.coats == 1 else 'coats'}, "
    what += "all faces and cut ends, before building" if before else "both faces, when the wood is dry enough"
    return [
        Task(
            id=f"{spec.id}/finish",
            what=f"{what}; {dries:.0f} h of drying in fair weather, the tin says",
            about=(spec.id,),
            work=(
                ("surface", round(surface_m2(spec, parts), 1), "m2"),
                ("finish", round(litres(spec, parts), 1), "L"),
                (DRYING, dries, "h"),
            ),
            after=() if before else ((f"{spec.id}/boards", ""),),
            hold=f"wood below {100 * COATED_AT_MOST:.0f} % moisture by a meter, no rain due",
        )
    ]
