"""Arches over a fence's gates as pieces."""

import math

from steady.catalog.items import SectionItem
from steady.plan.model import Part, PartPlacement
from steady.structures.fence.checks.arches import PlacedArch
from steady.structures.fence.layout.line import beside, set_back_m
from steady.structures.fence.spec.case import FenceCase

SCREWS_AN_END = 4


SCREWS_A_RUNG = 4


def parts(
    case: FenceCase,
    arches: list[PlacedArch],
) -> list[Part]:
    """Headers on both faces of the posts, rungs across them, and their screws."""
    timber = case.timber
    made: list[Part] = []
    for item in arches:
        arch, header, rung = item.arch, item.header, item.rung
        leg = item.bay.start.leg
        along = (math.cos(leg.heading_rad), math.sin(leg.heading_rad), 0.0)
        across = (-along[1], along[0], 0.0)
        x0, y0 = beside(leg, item.bay.start.station_m, set_back_m(case, timber.gate_post))
        back = timber.gate_post.width_m / 2 + arch.overhang_m
        x0, y0 = x0 - along[0] * back, y0 - along[1] * back
        off = timber.gate_post.width_m / 2 + header.thickness_m / 2
        headers = PartPlacement(
            id=f"{item.id}/headers",
            at=(x0 - across[0] * off, y0 - across[1] * off, item.top_m - header.width_m / 2),
            along=along,
            up=(0.0, 0.0, 1.0),
            count=2,
            step=(2 * off * across[0], 2 * off * across[1], 0.0),
        )
        made.append(_stick(f"{item.id}/headers", "header", header, length_m=item.length_m, place=headers))
        count = arch.rungs
        if count:
            inset = min(arch.overhang_m / 2, item.length_m / 4) if count > 1 else item.length_m / 2
            pitch = (item.length_m - 2 * inset) / (count - 1) if count > 1 else 0.0
            rungs = PartPlacement(
                id=f"{item.id}/rungs",
                at=(
                    x0 + along[0] * inset - across[0] * arch.rung_m / 2,
                    y0 + along[1] * inset - across[1] * arch.rung_m / 2,
                    item.top_m + rung.width_m / 2,
                ),
                along=across,
                up=(0.0, 0.0, 1.0),
                count=count,
                step=(pitch * along[0], pitch * along[1], 0.0),
            )
            made.append(_stick(f"{item.id}/rungs", "rung", rung, length_m=arch.rung_m, place=rungs))
        made.append(
            Part(
                id=f"{item.id}/screws",
                role="screw",
                item="rail screw",
                length_m=0.0,
                section_m=(0.0, 0.0),
                places=(headers,),
                each=2 * SCREWS_AN_END + SCREWS_A_RUNG * count // 2,
            )
        )
    return made


def _stick(part_id: str, role: str, of: SectionItem, *, length_m: float, place: PartPlacement) -> Part:
    return Part(
        id=part_id,
        role=role,
        item=of.key,
        length_m=length_m,
        section_m=(of.thickness_m, of.width_m),
        places=(place,),
        mass_kg=of.density_kg_per_m3 * of.thickness_m * of.width_m * length_m,
        stick_m=length_m,
    )
