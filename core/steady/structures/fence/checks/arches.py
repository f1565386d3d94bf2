"""Arches over a fence's gates: where their headers and rungs stand, how tall their posts grow, and what they hand to them."""

from steady.catalog.items import SectionItem, stick
from steady.design_codes.requests import WindFace, WindPlace
from steady.design_codes.results import WindOnFence
from steady.errors import InvalidInputError, OutOfScopeError
from steady.structures.fence.layout.stations import LineBay, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.gate.arch import ArchMade, ArchResult, calculate_arch, solid_height_m
from steady.structures.gate.spec import Arch
from steady.value_objects import value_object


@value_object
class PlacedArch:
    """An arch where it stands. `top_m` is the headers' upper edge on the site's own level."""

    arch: Arch
    bay: LineBay
    id: str
    header: SectionItem
    rung: SectionItem
    top_m: float
    length_m: float
    found: ArchResult

    @property
    def posts(self) -> tuple[str, str]:
        """The two posts that carry it."""
        return self.bay.start.id, self.bay.end.id


def stand(case: FenceCase, out: SetOut) -> list[PlacedArch]:
    """Every arch of a fence, calculated.

    Raises:
        InvalidInputError: An arch lower than the fence it stands over, at its field in the spec.
    """
    spec, site, book = case.spec, case.site, case.book
    made: list[PlacedArch] = []
    for bay in out.bays:
        if bay.opening is None or bay.opening.arch is None:
            continue
        here = f"openings/{spec.openings.index(bay.opening)}/arch"
        arch = bay.opening.arch
        header, rung = stick(arch.header, "rail", f"{here}/header"), stick(arch.rung, "rail", f"{here}/rung")
        if arch.headroom_m < spec.gap_m + spec.height_m:
            raise InvalidInputError(
                f"{here}/headroom_m", "The arch would stand lower than the gate's top: raise its headroom"
            )
        length_m = bay.width_m + case.timber.gate_post.width_m + 2 * arch.overhang_m
        wind: WindOnFence | OutOfScopeError
        try:
            wind = book.wind_on_fence(
                WindPlace(speed_m_per_s=site.wind_speed_m_per_s, exposure=site.exposure, edition=site.edition),
                WindFace(
                    length_m=length_m,
                    solid_height_m=solid_height_m(header, rung, arch),
                    top_height_m=arch.headroom_m + header.width_m + rung.width_m,
                ),
            )
        except OutOfScopeError as refused:
            wind = refused
        name = f"{spec.id}/gate/{bay.opening.id}"
        made.append(
            PlacedArch(
                arch=arch,
                bay=bay,
                id=f"{name}/arch",
                header=header,
                rung=rung,
                top_m=max(bay.start.ground_m, bay.end.ground_m) + arch.headroom_m + header.width_m,
                length_m=length_m,
                found=calculate_arch(arch, ArchMade(header, rung, bay.width_m, length_m), wind, book=book, about=name),
            )
        )
    return made


def tops(arches: list[PlacedArch]) -> dict[str, float]:
    """How far the posts of an arch stand above their own ground."""
    return {post.id: item.top_m - post.ground_m for item in arches for post in (item.bay.start, item.bay.end)}
