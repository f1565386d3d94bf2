"""Person-hours of a plan by the crew's own minutes, and what digging, mixing and a day's set-up add to them."""

import math
from typing import TYPE_CHECKING

from steady.data.roles import role
from steady.footings.hole import dug_m3, volumes
from steady.plan.model import Footing, Plan

if TYPE_CHECKING:
    from steady.jobs.estimate import EstimateRates

BANDS: tuple[tuple[float, float], ...] = ((0.9, 1.0), (1.2, 1.4), (math.inf, 2.0))
"""How much longer a cubic metre takes by hand, by how deep it lies: to 0.9 m, to 1.2 m, below [common practice, low]."""
HOLE_H = 0.1
"""Of each hole, whatever its size: marked, begun, cleaned out [common practice, low]."""
DIG_H_PER_M3 = 6.0
"""By hand in loam [common practice, low]: sand takes 4.5, clay 9, stony ground 13."""
MIX_H_PER_M3 = 2140 * 0.28 / 60
"""Concrete mixed by hand: 0.28 min a kg [common practice, low], 2140 kg of dry mix a m3 (an 80-lb bag yields 0.60 ft3)."""
USUAL_DEEP_M, USUAL_WIDE_M = 0.9144, 0.3048
"""The hole that a crew's minutes for a post hold: 12 in wide, 36 in deep [our own]."""
SET_H = 0.2
"""A post set and plumbed: 12 minutes [common practice, low]."""
LEAST_WORK_RATIO = 0.25
"""Of a day at least this share is work, whatever set-up and travel were typed [our own]."""
LEAST_RATIO = 1 / 3
"""A post without a hole takes at least this share of a post's minutes [our own]."""


def dig_h(deep_m: float, area_m2: float) -> float:
    """Hours of one person to dig a hole by hand in loam.

    Args:
        deep_m: Depth (m).
        area_m2: Plan area of the hole (m2).

    Source: common practice, low: a fixed time, and a rate by volume that grows with depth.
    """
    if deep_m <= 0:
        return 0.0
    top, weighted_m = 0.0, 0.0
    for bottom, factor in BANDS:
        weighted_m += factor * max(0.0, min(deep_m, bottom) - top)
        top = bottom
    return HOLE_H + area_m2 * weighted_m * DIG_H_PER_M3


def hole_h(footing: Footing) -> float:
    """Hours of one person to dig a footing's hole and to fill it with concrete."""
    deep_m = footing.hole_m
    area_m2 = dug_m3(footing) / deep_m if deep_m > 0 else 0.0
    return dig_h(deep_m, area_m2) + volumes(footing).concrete_m3 * MIX_H_PER_M3


def _usual_h() -> float:
    area_m2 = math.pi / 4 * USUAL_WIDE_M**2
    return dig_h(USUAL_DEEP_M, area_m2) + area_m2 * USUAL_DEEP_M * MIX_H_PER_M3


def posts_h(plan: Plan, terms: "EstimateRates") -> float:
    """Posts with their holes: the crew's minutes hold a usual hole, and grow with what a hole takes (person-hours)."""
    whole_h = _usual_h() + SET_H
    each = (max(LEAST_RATIO, (hole_h(footing) + SET_H) / whole_h) for footing in plan.footings)
    return terms.post_min / 60 * math.fsum(each)


def worked_h(plan: Plan, terms: "EstimateRates") -> float:
    """Person-hours of work: posts with their holes, leaves, every other part as so many rails or boards, finish by the litre.

    Source: arithmetic: counts × minutes / 60; the minutes are the crew's, the shares common practice (data/roles.csv).
    """
    each = {"rail": terms.rail_min, "board": terms.board_min, "litre": terms.finish_min, "none": 0.0}
    leaves = sum(max(1, len(opening.leaves_m)) for opening in plan.openings if opening.hung)
    minutes = leaves * terms.leaf_min
    for part in plan.parts:
        row = role(part.role)
        if row.by != "none":
            count = part.each if row.by == "litre" else part.count
            minutes += count * row.times_ratio * each[row.by]
    return posts_h(plan, terms) + minutes / 60


def paid_ratio(terms: "EstimateRates") -> float:
    """Hours that are paid for each hour of work: each day holds set-up, clean-up and travel, too.

    Source: arithmetic: day / (day − set-up − travel).
    """
    beside_h = (terms.setup_min + terms.travel_min) / 60
    return terms.day_h / max(terms.day_h - beside_h, terms.day_h * LEAST_WORK_RATIO)
