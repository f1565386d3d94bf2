"""Person-hours of a plan by the crew's own minutes, and what digging, mixing and a day's set-up add to them."""

import math
from typing import TYPE_CHECKING

from steady.data.loader import keyed
from steady.data.roles import role
from steady.errors import OutOfScopeError
from steady.estimating.labour import BAG_MIN_PER_KG, HoleSize, concrete_by_truck, dig_hole_h
from steady.footings.hole import dug_m3, volumes
from steady.plan.model import Footing, Plan

if TYPE_CHECKING:
    from steady.jobs.estimate import EstimateRates

BY_HAND, USUAL_SOIL = "by hand", "loam"
BEYOND = 2.0
"""How much longer a cubic metre takes by hand deeper than anybody's rate goes [common practice, low]."""
KG_PER_M3 = 2140
"""Dry mix in a cubic metre [common practice, low]: an 80-lb bag yields 0.60 ft3."""
TRUCK = "from a truck"
USUAL_DEEP_M, USUAL_WIDE_M = 0.9144, 0.3048
"""The hole that a crew's minutes for a post hold: 12 in wide, 36 in deep [our own]."""
SET_H = 0.2
"""A post set and plumbed: 12 minutes [common practice, low]."""
LEAST_WORK_RATIO = 0.25
"""Of a day at least this share is work, whatever set-up and travel were typed [our own]."""
LEAST_RATIO = 1 / 3
"""A post without a hole takes at least this share of a post's minutes [our own]."""


def dig_h(deep_m: float, area_m2: float, soil: str = USUAL_SOIL, *, tool: str = BY_HAND) -> float:
    """Person-hours to dig a hole, by hand where the tool does not dig it.

    Args:
        deep_m: Depth (m).
        area_m2: Plan area of the hole (m2).

    Source: the sum `labour.dig_hole`; wider and deeper holes than its rates know at the last band's rate [our own].
    """
    if deep_m <= 0:
        return 0.0
    hole = HoleSize(width_m=math.sqrt(4 * area_m2 / math.pi), depth_m=deep_m)
    for way in dict.fromkeys((tool, BY_HAND)):
        try:
            return dig_hole_h(hole, soil, way)
        except OutOfScopeError:
            continue
    row = keyed("digging_tools")[BY_HAND]
    deepest_m = row.number("deepest_m")
    narrow = HoleSize(width_m=min(hole.width_m, row.number("widest_m")), depth_m=min(deep_m, deepest_m))
    fixed_h = row.number("each_min") / 60
    by_area = (dig_hole_h(narrow, soil, BY_HAND) - fixed_h) / narrow.area_m2
    return fixed_h + area_m2 * (by_area + max(0.0, deep_m - deepest_m) * BEYOND * row.number(f"{soil}_factor"))


def hole_h(footing: Footing, terms: "EstimateRates") -> float:
    """Hours of one person to dig a footing's hole and to fill it with concrete."""
    deep_m = footing.hole_m
    area_m2 = dug_m3(footing) / deep_m if deep_m > 0 else 0.0
    return dig_h(deep_m, area_m2, terms.dig_soil, tool=terms.dig_tool) + volumes(footing).concrete_m3 * concrete_h(
        terms.concrete
    )


def concrete_h(way: str) -> float:
    """Person-hours of a cubic metre of concrete: bags mixed so, or barrows from a truck.

    Source: the sums `labour.concrete_by_bag` and `labour.concrete_by_truck`, ways of a few steps left out (practice, low).
    """
    if way == TRUCK:
        return concrete_by_truck(2.0, 1, barrow=True).hours - concrete_by_truck(1.0, 1, barrow=True).hours
    return KG_PER_M3 * BAG_MIN_PER_KG[way] / 60


def _usual_h() -> float:
    area_m2 = math.pi / 4 * USUAL_WIDE_M**2
    return dig_h(USUAL_DEEP_M, area_m2) + area_m2 * USUAL_DEEP_M * concrete_h(BY_HAND)


def posts_h(plan: Plan, terms: "EstimateRates") -> float:
    """Posts with their holes: the crew's minutes hold a usual hole, and grow with what a hole takes (person-hours)."""
    whole_h = _usual_h() + SET_H
    each = (max(LEAST_RATIO, (hole_h(footing, terms) + SET_H) / whole_h) for footing in plan.footings)
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
