"""Several structures bought at once: their plans joined for the list, what each stage brings, two ways of counting."""

import math
from collections.abc import Collection, Sequence
from dataclasses import replace

from steady.data.roles import role
from steady.footings.hole import volumes
from steady.plan.model import Footing, Plan
from steady.values import value

HOLES = "dig"
"""The stage at which holes are filled, and what fills them is delivered."""
SAYS = {"dig": "Into the ground", "posts": "Posts", "frame": "Frame", "close": "Boards and infill"}
CONCRETE_KG_PER_M3, LOOSE_KG_PER_M3 = 2300.0, 1600.0
"""Set concrete; gravel and sand, loose [common practice]."""


@value
class Delivery:
    """What one stage of the work brings to the site: its mass, its longest stick, how many pieces."""

    stage: str
    says: str
    mass_kg: float
    longest_m: float
    pieces: int


def narrowed(plan: Plan, stages: Collection[str]) -> Plan:
    """A plan with only what some stages bring; all of it where none are named."""
    if not stages:
        return plan
    parts = tuple(part for part in plan.parts if role(part.role).stage in stages)
    return replace(plan, parts=parts, footings=plan.footings if HOLES in stages else ())


def joined(plans: Sequence[Plan]) -> Plan:
    """One plan with the parts and holes of several, for lists and cut plans alone: nothing in it is drawn or checked.

    Raises:
        ValueError: There are none.
    """
    if not plans:
        raise ValueError("nothing to join")
    return replace(
        plans[0],
        id="job",
        parts=tuple(part for plan in plans for part in plan.parts),
        footings=tuple(hole for plan in plans for hole in plan.footings),
        curves=(),
        marks=(),
        checks=(),
        not_covered=(),
        practice=(),
        handles=(),
        tasks=(),
        cautions=(),
        details=(),
        members=(),
        conflicts=(),
        notes=(),
        bays=(),
        targets=(),
    )


def mass_kg(plan: Plan) -> float:
    """What all of it weighs, dry. Source: sections, lengths and densities; concrete and gravel by their volume."""
    return math.fsum(part.mass_kg * part.count for part in plan.parts) + _filled_kg(plan.footings)


def _filled_kg(footings: Sequence[Footing]) -> float:
    takes = [volumes(footing) for footing in footings]
    concrete = math.fsum(take.concrete_m3 for take in takes)
    loose = math.fsum(take.gravel_m3 + take.sand_m3 for take in takes)
    return concrete * CONCRETE_KG_PER_M3 + loose * LOOSE_KG_PER_M3


def deliveries(plan: Plan) -> tuple[Delivery, ...]:
    """What each stage brings, in the order of the work."""
    found = []
    for stage, says in SAYS.items():
        parts = [part for part in plan.parts if role(part.role).stage == stage]
        weight = math.fsum(part.mass_kg * part.count for part in parts)
        if stage == HOLES:
            weight += _filled_kg(plan.footings)
        sticks = [part for part in parts if part.length_m > 0]
        if not sticks and weight <= 0:
            continue
        longest = max((part.stick_m or part.length_m for part in sticks), default=0.0)
        many = sum(part.count for part in sticks)
        found.append(Delivery(stage=stage, says=says, mass_kg=weight, longest_m=longest, pieces=many))
    return tuple(found)
