"""Wire at a fence's foot against what digs, laid out or buried, and the strainers that pull woven wire tight."""

import math
from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import SectionItem, stick, sticks, stock_lengths
from steady.plan.model import Part, PartPlacement
from steady.structures.fence.layout.line import BoardStretch, side
from steady.structures.fence.parts.pieces import grouped, hardware, level_place
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.infill_traits import TRAITS

PINNED_M = 0.6
"""A laid-out apron is staked along its outer edge so often; a buried one is held by the soil [common practice]."""
LAP_M = 0.1
STRAINED_ENDS = 2
"""A stretch of woven wire is strained at both its ends [common practice]."""


def aprons(case: FenceCase, runs: list[BoardStretch]) -> list[Part]:
    """The apron piece by piece along every stretch, its stakes and its staples to the lowest rail or to the wire above."""
    spec = case.spec
    stock = _stock(case)
    if spec.infill.apron not in BURIED_M or stock is None:
        return []
    made = grouped(
        f"{spec.id}/apron",
        "wire",
        stock,
        section_m=(stock.thickness_m, spec.infill.apron_m),
        lie=_lie(case, runs, stock),
    )
    places = tuple(place for part in made for place in part.places)
    long_m = sum(part.length_m * len(part.places) for part in made)
    pins = math.ceil(long_m / PINNED_M - 1e-9)
    kept = places[0]
    if spec.infill.apron in PINNED:
        made.append(replace(hardware(spec, "ground stake", (kept,), each=pins), id=f"{spec.id}/apron-stakes"))
    made.append(replace(hardware(spec, "staple", (kept,), each=pins), id=f"{spec.id}/apron-staples"))
    return made


def strainers(spec: FenceSpec, runs: list[BoardStretch], parts: list[Part]) -> list[Part]:
    """A strainer bar at both ends of every stretch of woven wire."""
    if not spec.infill.traits.strained:
        return []
    wire = next((part.places[0] for part in parts if part.role == "wire"), None)
    return [hardware(spec, "wire strainer", (wire,), each=STRAINED_ENDS * len(runs))] if wire is not None else []


BURIED_M = {"laid out": 0.0, "buried": 1.0}
"""Whether an apron goes straight down."""
PINNED = frozenset({"laid out"})


def _stock(case: FenceCase) -> SectionItem | None:
    """The fence's own wire where it is woven, else the lowest roll of woven wire that is wide enough."""
    own = case.timber.stock
    if own is not None and case.spec.infill.traits.strained:
        return own
    woven = {traits.stock_species for traits in TRAITS.values() if traits.strained}
    rolls = [one for one in sticks().values() if one.role == "wire" and case.book.key in one.schools]
    rolls = [one for one in rolls if one.species in woven] or rolls
    wide = sorted((one.width_m, one.key) for one in rolls if one.width_m >= case.spec.infill.apron_m)
    return stick(wide[0][1], "wire", "infill/apron") if wide else None


def _lie(case: FenceCase, runs: list[BoardStretch], stock: SectionItem) -> Iterator[tuple[float, PartPlacement]]:
    spec, ground = case.spec, case.ground
    longest_m = max((length.length_m for length in stock_lengths(stock.key)), default=4.8)
    down = BURIED_M[spec.infill.apron]
    wide_m = spec.infill.apron_m
    inward = -side(spec) if spec.inside is None else SIDES[spec.inside]
    face_m = case.timber.post.thickness_m / 2
    for run in runs:
        for bay in run.bays:
            at_m = max(run.from_m, bay.start.station_m)
            end_m = min(run.to_m, bay.end.station_m)
            while end_m - at_m > 0.01:
                to_m = min(end_m, at_m + longest_m)
                low_m, high_m = ground.height_m(at_m), ground.height_m(to_m)
                grade = (high_m - low_m) / (to_m - at_m)
                beside_m = inward * (face_m + (0.0 if down else wide_m / 2))
                place = level_place((spec, run, bay), (at_m, beside_m, low_m - down * wide_m / 2), "apron", grade=grade)
                if not down:
                    heading = run.leg.heading_rad
                    place = replace(place, up=(-math.sin(heading), math.cos(heading), 0.0))
                yield math.hypot(to_m - at_m, high_m - low_m), place
                at_m = to_m - (LAP_M if to_m < end_m - 0.01 else 0.0)


SIDES = {"left": 1.0, "right": -1.0}
