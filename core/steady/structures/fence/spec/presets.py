"""Small structures that are fences with other choices: a slat screen, a stock pen, an enclosure on loose blocks."""

import math
from dataclasses import replace
from typing import Any, Literal

from steady.catalog.items import sticks, usual
from steady.data.loader import table
from steady.layout.path import Path
from steady.structures.fence.spec.feet import METRIC, FootDetail
from steady.structures.fence.spec.fence import CLOSES_M, FenceSpec, Infill
from steady.structures.fence.spec.infill_traits import Style, traits_of
from steady.units.units import FT, IN

Preset = Literal["fence", "slat screen", "stock pen", "enclosure on blocks"]
THIRD_M = 64 * IN
"""Posts at the ends and thirds of a 16-ft welded panel [common practice]."""
THIRD_METRIC_M = 1.6
PAVED_KG = 60.0
"""A block with the paving slab that lies on it [our own; weigh yours]."""


def preset(spec: FenceSpec, name: Preset) -> FenceSpec:
    """The fence with a preset's choices; its line, timbers and site stay."""
    metric = sticks()[spec.post].metric if spec.post in sticks() else False
    feet = METRIC if metric else FootDetail()
    if name == "slat screen":
        return replace(
            spec,
            infill=Infill(style="slats", spacer_m=0.02 if metric else 0.75 * IN),
            height_m=1.5 if metric else 60 * IN,
            bay_max_m=min(spec.bay_max_m, 0.9 if metric else 36 * IN),
            rail_laid="on edge",
        )
    if name == "stock pen":
        return replace(
            spec,
            infill=Infill(
                style="stock panels", sight_rail=True, base="staked wire", mesh_m=0.045 if metric else 1.75 * IN
            ),
            height_m=1.2 if metric else 48 * IN,
            gap_m=0.02 if metric else 1 * IN,
            keeps="a small animal",
            bay_max_m=THIRD_METRIC_M if metric else THIRD_M,
            closed=_closes(spec),
            rail_laid="flat",
        )
    if name == "enclosure on blocks":
        return replace(
            spec,
            foot="loose block",
            gap_m=feet.block_height_m,
            foot_detail=replace(feet, block_kg=PAVED_KG, upright=replace(feet.upright, by="own weight")),
            infill=Infill(style="even gaps", gap_most_m=0.03 if metric else 1.25 * IN),
            height_m=1.0 if metric else 39 * IN,
            bay_max_m=min(spec.bay_max_m, 1.2 if metric else 48 * IN),
            rails_count=2,
            rail_laid="flat",
        )
    return spec


def closed_with(spec: FenceSpec, style: Style) -> FenceSpec:
    """The fence closed another way, with what that way cannot do without.

    Bought panels stand between posts a panel apart; boards on both faces need rails laid flat between the posts.
    """
    if traits_of(style).on_tubes:
        spec = _on_tubes(spec, style)
    elif spec.infill.traits.on_tubes:
        spec = _on_wood(spec)
    stock = spec.infill.stock if style == spec.infill.style else ""
    needs: dict[str, Any] = dict(traits_of(style).needs)
    return replace(spec, infill=replace(spec.infill, style=style, stock=stock), **needs)


MESH_M = {False: 2 * IN, True: 0.05}
"""Openings of the usual mesh, by feet or metric [common practice]."""
TUBE_BAY_M = {False: 10 * FT, True: 3.0}
"""Line posts of chain link stand at most so far apart. Source: ASTM F567, BS 1722-1 (from memory, medium)."""


def _on_tubes(spec: FenceSpec, style: Style) -> FenceSpec:
    """The fence on steel tubes as they are usual for its height: line, terminal and gate posts, top rail, holes, panels.

    Source: data/tube_posts.csv.
    """
    metric = sticks()[spec.post].metric if spec.post in sticks() else False
    same = [row for row in table("tube_posts") if row.text["infill"] == style]
    rows = [row for row in same if (row.text["metric"] == "yes") == metric]
    row = next((row for row in rows if spec.height_m <= row.number("to_m") + 1e-9), rows[-1])
    return replace(
        spec,
        post=row.text["line"],
        end_post=row.text["terminal"],
        gate_post=row.text["gate"] if spec.openings else None,
        rail=row.text["rail"] or spec.rail,
        hole_width_m=row.number("hole_m"),
        bay_max_m=TUBE_BAY_M[metric],
        panel_m=row.number("panel_m") or spec.panel_m,
        clip_gap_m=row.number("clips_m"),
        infill=replace(spec.infill, mesh_m=MESH_M[metric]),
    )


def _on_wood(spec: FenceSpec) -> FenceSpec:
    """The fence back on the usual posts and rails of the school that sells its boards."""
    start = usual(sticks()[spec.board].schools[0])
    bay_m = 2.4 if sticks()[start.post].metric else 8 * FT
    return replace(
        spec,
        post=start.post,
        end_post=None,
        gate_post=None,
        rail=start.rail,
        hole_width_m=None,
        bay_max_m=bay_m,
        clip_gap_m=0.0,
    )


def _closes(spec: FenceSpec) -> bool:
    """Whether the line comes back to where it began."""
    if len(spec.straights) < 3:
        return False
    path = Path([(straight.id, straight.length_m, straight.turn_rad) for straight in spec.straights])
    return math.hypot(*path.legs[-1].point(path.length_m)) <= CLOSES_M
