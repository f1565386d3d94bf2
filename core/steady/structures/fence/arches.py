"""Arches over a fence's gates: where their headers and rungs stand, how tall their posts grow, and what they hand to them."""

import math
from dataclasses import dataclass

from steady.errors import InputError, OutsideScope
from steady.ground.site import Site
from steady.plan.model import Part, Place
from steady.rulebooks.answers import WindOnFence
from steady.rulebooks.base import Rulebook
from steady.structures.fence.build import set_back_m
from steady.structures.fence.findings import Timber
from steady.structures.fence.line import beside
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.stations import Bay, SetOut
from steady.structures.gate.arch import ArchFound, reckon, solid_height_m
from steady.structures.gate.spec import Arch
from steady.yard.stock import Stick, stick

SCREWS_AN_END = 4
SCREWS_A_RUNG = 4


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    """An arch where it stands. `top_m` is the headers' upper edge on the site's own level."""

    arch: Arch
    bay: Bay
    id: str
    header: Stick
    rung: Stick
    top_m: float
    length_m: float
    found: ArchFound

    @property
    def posts(self) -> tuple[str, str]:
        """The two posts that carry it."""
        return self.bay.start.id, self.bay.end.id


def stand(spec: FenceSpec, site: Site, out: SetOut, timber: Timber, book: Rulebook) -> list[Standing]:
    """Every arch of a fence, reckoned.

    Raises:
        InputError: An arch lower than the fence it stands over, at its field in the spec.
    """
    made: list[Standing] = []
    for bay in out.bays:
        if bay.opening is None or bay.opening.arch is None:
            continue
        here = f"openings/{spec.openings.index(bay.opening)}/arch"
        arch = bay.opening.arch
        header, rung = stick(arch.header, "rail", f"{here}/header"), stick(arch.rung, "rail", f"{here}/rung")
        if arch.headroom_m < spec.gap_m + spec.height_m:
            raise InputError(f"{here}/headroom_m", "The arch would stand lower than the gate's top: raise its headroom")
        length_m = bay.width_m + timber.gate_post.width_m + 2 * arch.overhang_m
        wind: WindOnFence | OutsideScope
        try:
            wind = book.wind_on_fence(
                length_m=length_m,
                solid_height_m=solid_height_m(header, rung, arch),
                top_height_m=arch.headroom_m + header.width_m + rung.width_m,
                speed_m_per_s=site.wind_speed_m_per_s,
                exposure=site.exposure,
                edition=site.edition,
            )
        except OutsideScope as refused:
            wind = refused
        name = f"{spec.id}/gate/{bay.opening.id}"
        made.append(
            Standing(
                arch=arch,
                bay=bay,
                id=f"{name}/arch",
                header=header,
                rung=rung,
                top_m=max(bay.start.ground_m, bay.end.ground_m) + arch.headroom_m + header.width_m,
                length_m=length_m,
                found=reckon(arch, header, rung, bay.width_m, length_m, wind, book, name),
            )
        )
    return made


def tops(arches: list[Standing]) -> dict[str, float]:
    """How far the posts of an arch stand above their own ground."""
    return {post.id: item.top_m - post.ground_m for item in arches for post in (item.bay.start, item.bay.end)}


def parts(spec: FenceSpec, arches: list[Standing], timber: Timber) -> list[Part]:
    """Headers on both faces of the posts, rungs across them, and their screws."""
    made: list[Part] = []
    for item in arches:
        arch, header, rung = item.arch, item.header, item.rung
        leg = item.bay.start.leg
        along = (math.cos(leg.heading_rad), math.sin(leg.heading_rad), 0.0)
        across = (-along[1], along[0], 0.0)
        x0, y0 = beside(leg, item.bay.start.station_m, set_back_m(spec, timber, timber.gate_post))
        back = timber.gate_post.width_m / 2 + arch.overhang_m
        x0, y0 = x0 - along[0] * back, y0 - along[1] * back
        off = timber.gate_post.width_m / 2 + header.thickness_m / 2
        headers = Place(
            id=f"{item.id}/headers",
            at=(x0 - across[0] * off, y0 - across[1] * off, item.top_m - header.width_m / 2),
            along=along,
            up=(0.0, 0.0, 1.0),
            count=2,
            step=(2 * off * across[0], 2 * off * across[1], 0.0),
        )
        made.append(_stick(f"{item.id}/headers", "header", header, item.length_m, headers))
        count = arch.rungs
        if count:
            inset = min(arch.overhang_m / 2, item.length_m / 4) if count > 1 else item.length_m / 2
            pitch = (item.length_m - 2 * inset) / (count - 1) if count > 1 else 0.0
            rungs = Place(
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
            made.append(_stick(f"{item.id}/rungs", "rung", rung, arch.rung_m, rungs))
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


def _stick(part_id: str, role: str, of: Stick, length_m: float, place: Place) -> Part:
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
