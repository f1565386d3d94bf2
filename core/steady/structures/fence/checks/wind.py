"""Wind on a fence, leg by leg, by the school's own rule, with what an open face earns and what a gate that stands open adds."""

import itertools
from dataclasses import replace
from functools import lru_cache

from steady.design_codes.base import Rulebook
from steady.design_codes.requests import WindLeg, WindPlace
from steady.design_codes.results import WindOnFence, WindZone
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.path import Path
from steady.structures.fence.checks.findings import LineWind
from steady.structures.fence.layout.faces import Face, faces, with_gates_open
from steady.structures.fence.layout.infill import solidity
from steady.structures.fence.spec.case import FenceCase
from steady.structures.wind_site import place_of


def wind_on(case: FenceCase) -> LineWind:
    """Wind on the whole line before a post is set: it depends on its legs and their face alone."""
    spec = case.spec
    path = Path([(straight.id, straight.length_m, straight.turn_rad) for straight in spec.straights])
    closed = faces(spec, path)
    place, solid = (
        place_of(case.site),
        solidity(case),
    )
    try:
        zones, one, run_pa = _along(closed, case, place, solid=solid)
        opened = with_gates_open(spec, closed, case.timber.gate_post.width_m)
        more = _along(opened, case, place, solid=solid)[0] if opened else []
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = (
            refused
            if isinstance(refused, OutOfScopeError)
            else OutOfScopeError(refused.message, "see the wind under Ground")
        )
        return LineWind(None, (), outside)
    worst = _worse(zones, more)
    wind = WindOnFence(tuple(worst), one.arm_m, one.arm_step, one.working, run_pa)
    return LineWind(wind, tuple((z.from_m, z.to_m, z.pressure_pa) for z in worst), None)


def _along(
    found: list[Face], case: FenceCase, place: WindPlace, *, solid: float
) -> tuple[list[WindZone], WindOnFence, float]:
    """Zones of several faces in stations of the line, the wind on the last of them for its arm and working, the run's pressure.

    The run's pressure (Pa) is the least of the faces': the code's figure gives a long one less.
    """
    spec = case.spec
    zones: list[WindZone] = []
    legs: list[WindOnFence] = []
    for face in found:
        leg = WindLeg(
            length_m=face.length_m,
            solid_height_m=spec.height_m,
            top_height_m=spec.height_m + spec.gap_m,
            solidity=solid,
            round_members=spec.infill.traits.fitted,
            start=face.start,
            end=face.end,
        )
        legs.append(_on_leg(case.book, place, leg))
        done_m = 0.0
        for from_m, to_m in face.stretches:
            for zone in legs[-1].zones:
                low_m = max(from_m, from_m + zone.from_m - done_m)
                high_m = min(to_m, from_m + zone.to_m - done_m)
                if high_m - low_m > 1e-9:
                    zones.append(replace(zone, from_m=low_m, to_m=high_m))
            done_m += to_m - from_m
    return sorted(zones, key=lambda zone: zone.from_m), legs[-1], min(leg.run_pa for leg in legs)


@lru_cache(maxsize=512)
def _on_leg(book: Rulebook, place: WindPlace, leg: WindLeg) -> WindOnFence:
    return book.wind_on_leg(place, leg)


def _worse(first: list[WindZone], second: list[WindZone]) -> list[WindZone]:
    """At every place the greater of two sets of zones."""
    if not second:
        return first
    cuts = sorted({edge for zone in (*first, *second) for edge in (zone.from_m, zone.to_m)})
    made: list[WindZone] = []
    for from_m, to_m in itertools.pairwise(cuts):
        if to_m - from_m < 1e-9:
            continue
        here = [zone for zone in (*first, *second) if zone.from_m <= from_m + 1e-9 and zone.to_m >= to_m - 1e-9]
        worst = max(here, key=lambda zone: zone.pressure_pa, default=None)
        if worst is None:
            continue
        if made and made[-1].step is worst.step and abs(made[-1].to_m - from_m) < 1e-9:
            made[-1] = replace(made[-1], to_m=to_m)
        else:
            made.append(replace(worst, from_m=from_m, to_m=to_m))
    return made
