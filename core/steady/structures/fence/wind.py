"""Wind on a fence, by the school's own rule, with what an open face earns."""

import math

from steady.errors import InputError, OutsideScope
from steady.ground.site import Site
from steady.plan.model import Step
from steady.rulebooks.answers import WindFace, WindPlace
from steady.rulebooks.base import Rulebook
from steady.structures.fence.findings import Loads, Timber
from steady.structures.fence.infill import solidity
from steady.structures.fence.spec import FenceSpec


def wind_on(spec: FenceSpec, site: Site, book: Rulebook, timber: Timber) -> Loads:
    """Wind on the whole line before a post is set: it depends on the line's length and face alone."""
    length_m = math.fsum(straight.length_m for straight in spec.straights)
    try:
        wind = book.wind_on_fence(
            length_m=length_m,
            solid_height_m=spec.height_m,
            top_height_m=spec.height_m + spec.gap_m,
            speed_m_per_s=site.wind_speed_m_per_s,
            exposure=site.exposure,
            edition=site.edition,
        )
    except OutsideScope as refused:
        return Loads(None, (), refused)
    share = open_share(spec, site, book, length_m, solidity(spec, timber))
    zones = tuple((z.from_m, z.to_m, z.pressure_pa * (share.value if share else 1.0)) for z in wind.zones)
    return Loads(wind, zones, None, share)


def open_share(spec: FenceSpec, site: Site, book: Rulebook, length_m: float, solidity_ratio: float) -> Step | None:
    """What open infill takes of a closed face's wind, by the school's own rule; None where none is earned or known."""
    if solidity_ratio >= 1 - 1e-9:
        return None
    place = WindPlace(speed_m_per_s=site.wind_speed_m_per_s, exposure=site.exposure, edition=site.edition)
    top_m = spec.height_m + spec.gap_m
    length_m = max(length_m, spec.height_m)
    try:
        closed, open_face = (
            book.face_pressure(
                place,
                WindFace(length_m=length_m, solid_height_m=spec.height_m, top_height_m=top_m, solidity=solid),
                "",
                None,
            )
            for solid in (1.0, solidity_ratio)
        )
    except (OutsideScope, InputError):
        return None
    if not 0 < open_face.value < closed.value:
        return None
    return Step(
        symbol="r_o", value=open_face.value / closed.value, unit="", formula="p_o / p_c",
        inputs=(("p_o", open_face.value, open_face.unit), ("p_c", closed.value, closed.unit)),
        source=open_face.source, says=f"of a closed face's wind, with {solidity_ratio:.0%} of the face solid",
    )  # fmt: skip
