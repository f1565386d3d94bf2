"""What a fence has besides posts, rails and boards: wire and panels, caps, trim, stiffeners, base boards, feet's hardware."""

import math
from collections.abc import Iterator

from steady.catalog.items import SectionItem, stock_lengths
from steady.plan.model import Part, PartPlacement
from steady.structures.fence.layout.line import BoardStretch, side
from steady.structures.fence.parts.pieces import grouped, level_place
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

ROLL_LAP_M = 0.1


def infill_parts(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[Part]:
    """Wire or bought panels; none for boards."""
    spec, timber = case.spec, case.timber
    if spec.infill.traits.wired and timber.stock is not None:
        return _wire(case, runs, timber.stock)
    if spec.infill.traits.made and timber.stock is not None:
        return _panels(spec, runs, timber.stock)
    return []


def _wire(
    case: FenceCase,
    runs: list[BoardStretch],
    stock: SectionItem,
) -> list[Part]:
    """Pieces of wire stretch by stretch, none longer than what is sold; a gate's leaf is cut from the same stock."""
    spec = case.spec
    longest_m = max((length.length_m for length in stock_lengths(stock.key)), default=4.8)
    lap_m = spec.infill.mesh_m if spec.infill.traits.butts_on_posts else ROLL_LAP_M
    offset_m = side(spec) * (case.timber.post.thickness_m + stock.thickness_m) / 2

    def lie() -> Iterator[tuple[float, PartPlacement]]:
        for run in runs:
            at_m = run.from_m
            while run.to_m - at_m > 0.01:
                to_m = _reaches(run, at_m, longest_m, gap_m=spec.gap_m)
                bay = next((bay for bay in run.bays if at_m < bay.end.station_m - 1e-6), run.bays[-1])
                end_bay = next((b for b in run.bays if to_m <= b.end.station_m + 1e-6), run.bays[-1])
                low_m, high_m = bay.foot_m(spec.gap_m, at_m), end_bay.foot_m(spec.gap_m, to_m)
                long_m = math.hypot(to_m - at_m, high_m - low_m)
                grade = (high_m - low_m) / (to_m - at_m)
                place = level_place((spec, run, bay), (at_m, offset_m, low_m + spec.height_m / 2), "wire", grade=grade)
                yield long_m, place
                # Panels that both end on a post butt there, each stapled to its half; rolls, and panels joined in a bay, lap.
                on_post = any(abs(to_m - bay.end.station_m) < 1e-6 for bay in run.bays)
                butts = on_post and spec.infill.traits.butts_on_posts
                at_m = to_m - (lap_m if to_m < run.to_m - 0.01 and not butts else 0.0)

    return grouped(f"{spec.id}/wire", "wire", stock, section_m=(stock.thickness_m, spec.height_m), lie=lie())


def _reaches(run: BoardStretch, at_m: float, longest_m: float, *, gap_m: float) -> float:
    """How far one piece of wire goes: to the stretch's end, else to the last post within its length, else mid-bay."""
    foot = {bay.end.station_m: bay.foot_m(gap_m, bay.end.station_m) for bay in run.bays}
    start_m = next((b for b in run.bays if at_m < b.end.station_m), run.bays[-1]).foot_m(gap_m, at_m)
    ends = [*(bay.end.station_m for bay in run.bays[:-1]), run.to_m]
    last_m = run.bays[-1].end.station_m
    within = [
        end
        for end in ends
        if end > at_m + 0.01 and math.hypot(end - at_m, foot.get(end, foot[last_m]) - start_m) <= longest_m + 1e-9
    ]
    if within:
        return max(within)
    steepest = max(math.hypot(1.0, bay.grade) for bay in run.bays)
    return min(run.to_m, at_m + longest_m / steepest)


def _panels(spec: FenceSpec, runs: list[BoardStretch], stock: SectionItem) -> list[Part]:
    """One made panel a bay, between the posts; narrower ones are cut down."""

    def lie() -> Iterator[tuple[float, PartPlacement]]:
        for run in runs:
            for bay in run.bays:
                from_m = bay.start.station_m + bay.start.half_m
                to_m = bay.end.station_m - bay.end.half_m
                z_m = bay.foot_m(spec.gap_m, from_m) + spec.height_m / 2
                from_m, to_m = from_m + spec.clip_gap_m / 2, to_m - spec.clip_gap_m / 2
                yield to_m - from_m, level_place((spec, run, bay), (from_m, 0.0, z_m), "panel", grade=bay.grade)

    return grouped(f"{spec.id}/panels", "panel", stock, section_m=(stock.thickness_m, spec.height_m), lie=lie())
