"""Like pieces of one item turned into parts, by length or by the piece, each with its places."""

import math
from collections import defaultdict
from collections.abc import Iterator

from steady.catalog.items import SectionItem
from steady.plan.model import Cut, Part, PartPlacement
from steady.structures.fence.layout.line import SAME_LENGTH_M, BoardStretch, beside
from steady.structures.fence.layout.stations import LineBay, bay_id
from steady.structures.fence.spec.fence import FenceSpec


def grouped(
    named: str,
    role: str,
    item: SectionItem,
    *,
    section_m: tuple[float, float],
    lie: Iterator[tuple[float, PartPlacement]],
) -> list[Part]:
    """Parts of one item by length, each with its places. `named`: how their ids begin."""
    groups: dict[int, list[PartPlacement]] = defaultdict(list)
    longest: dict[int, float] = {}
    for length_m, place in lie:
        units = round(length_m / SAME_LENGTH_M)
        groups[units].append(place)
        longest[units] = max(length_m, longest.get(units, 0.0))
    full_m2 = item.thickness_m * item.width_m
    share = min(1.0, section_m[0] * section_m[1] / full_m2)
    rip = abs(share - 1) > 1e-6 and role not in ("wire", "panel")
    return [
        Part(
            id=f"{named}/{units}",
            role=role,
            item=item.key,
            length_m=longest[units],
            section_m=section_m,
            places=tuple(places),
            mass_kg=item.density_kg_per_m3 * full_m2 * share * longest[units],
            stick_m=longest[units],
            cuts=(Cut(end="inside", kind="rip", at_m=0, mitre_rad=0, bevel_rad=0, size_m=(section_m[1],)),)
            if rip
            else (),
        )
        for units, places in sorted(groups.items())
    ]


def hardware(spec: FenceSpec, item: str, places: tuple[PartPlacement, ...], *, each: int) -> Part:
    """Something bought by the piece, at its places."""
    return Part(
        id=f"{spec.id}/{item.replace(' ', '-')}",
        role="hardware",
        item=item,
        length_m=0.0,
        section_m=(0.0, 0.0),
        places=places,
        each=each,
    )


def level_place(
    bay_of: tuple[FenceSpec, BoardStretch, LineBay],
    start_m: tuple[float, float, float],
    name: str,
    *,
    grade: float = 0.0,
) -> PartPlacement:
    """Where a level (or raked) piece of a bay starts: its station, how far beside the line, its height."""
    (spec, run, bay), (from_m, offset_m, z_m) = bay_of, start_m
    x_m, y_m = beside(run.leg, from_m, offset_m)
    cos, sin, scale = math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad), 1 / math.hypot(1.0, grade)
    return PartPlacement(
        id=f"{spec.id}/{name}/{bay.id}",
        about=bay_id(spec, bay),
        at=(x_m, y_m, z_m),
        along=(cos * scale, sin * scale, grade * scale),
        up=(-cos * grade * scale, -sin * grade * scale, scale),
    )
