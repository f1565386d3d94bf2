"""Single changes that let a fence stand up to more wind: one thing each, so that a crew can stop where it wishes."""

import math
from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import SectionItem, same_wood, stick
from steady.footings.depth import AUGERS_M, hole_width_m
from steady.plan.model import Basis
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.structure_type import DesignInput
from steady.units.units import FT

Change = tuple[tuple[str, object], ...]
GAPS_M = {False: 0.0254, True: 0.025}
"""A gap between boards that were butted, by feet or metric."""
RETURN_HEIGHTS = 1.0
"""A return is as long as the fence is high: from there on the figures of the codes count it [ASCE 7-16 fig. 29.3-1, L_r/s 1]."""


def singles(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Words and the fields that change, one thing each: posts, ends, bay, rails, auger, depth, gaps, a return at a free end."""
    line = stick(case.spec.post, "post", "post")
    yield from _posts(case, line)
    yield from _bays(case, line)
    yield from _rails(case.spec)
    yield from _holes(case, line)
    if case.spec.infill.traits.butted:
        gap_m = GAPS_M[line.metric]
        open_faced = replace(case.spec.infill, style="even gaps", gap_most_m=gap_m)
        yield f"gaps of {case.tape.length(gap_m)} between boards", (("infill", open_faced),)
    yield from _returns(case)


def _posts(case: DesignInput, line: SectionItem) -> Iterator[tuple[str, Change]]:
    """The next bigger posts: of the line, at its ends, at its gates."""
    spec = case.spec
    for bigger in _next(line, "post"):
        yield f"{bigger.says} line posts", (("post", bigger.key),)
    end = stick(spec.end_post, "post", "end_post") if spec.end_post else line
    if not spec.closed:
        for bigger in _next(end, "post"):
            yield f"{bigger.says} at the ends alone", (("end_post", bigger.key),)
    if spec.openings:
        gate = stick(spec.gate_post, "post", "gate_post") if spec.gate_post else line
        for bigger in _next(gate, "post"):
            yield f"{bigger.says} gate posts", (("gate_post", bigger.key),)


def _bays(case: DesignInput, line: SectionItem) -> Iterator[tuple[str, Change]]:
    """Bays a foot narrower."""
    spec, tape = case.spec, case.tape
    if spec.bays != "panels":
        step_m = 0.3 if line.metric else FT
        if spec.bay_max_m - step_m >= max(spec.bay_min_m, 0.9):
            yield f"bays to {tape.length(spec.bay_max_m - step_m)}", (("bay_max_m", spec.bay_max_m - step_m),)


def _holes(case: DesignInput, line: SectionItem) -> Iterator[tuple[str, Change]]:
    """The next wider auger, deeper holes, and on practice deeper ends or the calculated depth."""
    spec, tape = case.spec, case.tape
    now_m = spec.hole_width_m or hole_width_m(line.width_m)
    wider_m = next((auger for auger in AUGERS_M if auger > now_m + 1e-6), None)
    if wider_m is not None and wider_m <= 5 * line.width_m:
        yield f"a {tape.length(wider_m)} auger", (("hole_width_m", wider_m),)
    step_m = 0.15 if line.metric else FT / 2
    if spec.built_on is Basis.CALCULATED and spec.deeper_m + step_m <= 1.5:
        yield f"holes {tape.length(step_m)} deeper than the code asks", (("deeper_m", spec.deeper_m + step_m),)
    if spec.built_on is Basis.PRACTICE:
        if spec.practice is not None and spec.practice.embedment_m + step_m <= 3.6:
            deeper = replace(spec.practice, embedment_m=spec.practice.embedment_m + step_m)
            yield f"holes {tape.length(step_m)} deeper", (("practice", deeper),)
        if spec.practice is not None and spec.practice.ends_deeper_m + step_m <= 1.5:
            ends = replace(spec.practice, ends_deeper_m=spec.practice.ends_deeper_m + step_m)
            yield f"end, corner and gate posts {tape.length(step_m)} deeper", (("practice", ends),)
        yield "holes as deep as calculated", (("built_on", Basis.CALCULATED),)


def _next(now: SectionItem, role: str) -> list[SectionItem]:
    """The next size up of the same wood, if the yard has one."""
    area = now.width_m * now.thickness_m
    return [item for item in same_wood(now, role) if item.width_m * item.thickness_m > area + 1e-9][:1]


def _rails(spec: FenceSpec) -> Iterator[tuple[str, Change]]:
    if not spec.infill.traits.boarded:
        return
    rail = stick(spec.rail, "rail", "rail")
    if spec.rails_count < 4:
        yield f"{spec.rails_count + 1} rails", (("rails_count", spec.rails_count + 1),)
    if not spec.infill.traits.two_faced:
        other = "flat" if spec.rail_laid == "on edge" else "on edge"
        yield f"rails {other}", (("rail_laid", other),)
        for bigger in _next(rail, "rail"):
            yield f"rails {bigger.says}", (("rail", bigger.key),)


def _returns(case: DesignInput) -> Iterator[tuple[str, Change]]:
    straights = with_return(case.spec)
    if straights is not None:
        yield f"a return of {case.tape.length(straights[-1].length_m)} at the far end", (("straights", straights),)


def with_return(spec: FenceSpec) -> tuple[Straight, ...] | None:
    """The line with a return at its far free end, as long as the fence is high; None where no end there is free.

    One at the start would move every mark.
    """
    if spec.closed or spec.end_at.at != "post":
        return None
    long_m = max(spec.height_m * RETURN_HEIGHTS, 0.9)
    return (*spec.straights, Straight(id=_unused(spec), length_m=long_m, turn_rad=math.pi / 2))


def _unused(spec: FenceSpec) -> str:
    taken = {straight.id for straight in spec.straights}
    return next(name for name in ("return", *(f"return-{k}" for k in range(2, 99))) if name not in taken)
