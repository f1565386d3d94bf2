"""Holes as they are dug: how many depths, what they cost in digging, which tool reaches, and what to do beyond its reach."""

import math
from collections import Counter

from steady.catalog.items import bag_yield_m3
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.footings.depth import rounded_up_m
from steady.footings.digging import reaching_tool
from steady.plan.model import CheckOrigin, Footing
from steady.structures.fence.checks.findings import FenceCheckCollector
from steady.structures.fence.spec.case import FenceCase
from steady.units.units import FT

BEYOND = (
    "Deeper than the auger reaches: a wider hole or a bell needs less depth, a collar of concrete at the ground holds more "
    "sideways; or driven steel posts, closer posts, or a brace"
)


def check_reach(case: FenceCase, footings: list[Footing], found: FenceCheckCollector) -> None:
    """The deepest hole beside what the crew's auger reaches: a recommendation, so that the design is marked and comes last."""
    dug = [footing for footing in footings if footing.hole_m > 0]
    if case.spec.reach_m is None or not dug:
        return
    deepest, u = max(dug, key=lambda footing: footing.hole_m), case.book.units
    found.at_most(
        "footing.tool_reach",
        deepest.under,
        given_step(
            "d_hole", deepest.hole_m / u.span_m, u.span, source="geometry", says="the deepest hole, gravel counted"
        ),
        limit=given_step(
            "d_reach", case.spec.reach_m / u.span_m, u.span, source="user: what the crew's auger reaches", says="reach"
        ),
        asks=CheckOrigin.ADVICE,
    )


def digging_notes(case: FenceCase, footings: list[Footing], found: FenceCheckCollector) -> list[str]:
    """Depths that the auger is set to, what digging alike takes more than each hole needs, the tool, and what to do beyond it."""
    tape = case.tape
    dug = [footing for footing in footings if footing.hole_m > 0]
    if not dug:
        return []
    depths = Counter(round(footing.hole_m, 4) for footing in dug)
    said = "; ".join(f"{count} at {tape.length(deep_m)}" for deep_m, count in sorted(depths.items()))
    notes = [f"Holes: {said}" if len(depths) <= 4 else f"Holes: {len(dug)} at {len(depths)} depths, see the table"]
    more_m3 = _more_m3(case, dug, found)
    if more_m3 > 1e-4:
        volume = f"{more_m3:.2f} m³" if tape.metric else f"{more_m3 / FT**3:.1f} ft³"
        bags = math.ceil(more_m3 / bag_yield_m3(case.yard.bag) - 1e-9)
        notes.append(
            f"Dug to few depths they take {volume} more digging and concrete than each at its own depth, about {bags} bags"
        )
    deepest, widest = max(dug, key=lambda f: f.hole_m), max(dug, key=lambda f: f.hole_width_m)
    try:
        notes.append(f"Reached by: {reaching_tool(deepest.hole_m, widest.hole_width_m)} [common practice]")
    except OutOfScopeError as beyond:
        notes.append(f"{beyond.reason[:1].upper()}{beyond.reason[1:]}: {beyond.would_have_to_change}")
    if case.spec.reach_m is not None and deepest.hole_m > case.spec.reach_m + 1e-9:
        notes.append(BEYOND)
    return notes


def _more_m3(case: FenceCase, dug: list[Footing], found: FenceCheckCollector) -> float:
    """What round holes take beyond the depth that each needs by itself (m³)."""
    spec = case.spec
    if not spec.depths_count:
        return 0.0
    more = 0.0
    for footing in dug:
        alone = found.depths.get(footing.under.rsplit("/", 1)[-1])
        if alone is not None:
            over_m = footing.embedment_m - rounded_up_m(alone.needed_m, spec.depth_step_m) - spec.deeper_m
            more += max(0.0, over_m) * math.pi / 4 * footing.hole_width_m**2
    return more
