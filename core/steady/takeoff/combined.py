"""Several structures bought at once: their plans joined for the list, what each stage brings, two ways of counting."""

import math
from collections.abc import Collection, Sequence
from dataclasses import replace

from steady.catalog.items import sticks
from steady.data.roles import role
from steady.footings.hole import volumes
from steady.plan.model import Footing, Plan
from steady.takeoff.bill import TakeoffLine
from steady.value_objects import value_object

HOLES = "dig"
"""The stage at which holes are filled, and what fills them is delivered."""
SAYS = {"dig": "Into the ground", "posts": "Posts", "frame": "Frame", "close": "Boards and infill"}
CONCRETE_KG_PER_M3, LOOSE_KG_PER_M3 = 2300.0, 1600.0
"""Set concrete; gravel and sand, loose [common practice]."""


@value_object
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


def deliveries(plan: Plan, lines: Sequence[TakeoffLine]) -> tuple[Delivery, ...]:
    """What each stage brings, in the order of the work: whole sticks as they are bought, their off-cuts with them.

    Sticks of one kind from which pieces of several stages are cut are shared by the weight of those pieces.

    Args:
        lines: The list that is ordered; sticks on the rack are not delivered.
    """
    bought: dict[str, list[TakeoffLine]] = {}
    for line in lines:
        if line.length_m is not None and not line.in_hand and line.item in sticks():
            bought.setdefault(line.item, []).append(line)
    cut_kg: dict[str, float] = {}
    for part in plan.parts:
        cut_kg[part.item] = cut_kg.get(part.item, 0.0) + part.mass_kg * part.count
    found = []
    for stage, says in SAYS.items():
        parts = [part for part in plan.parts if role(part.role).stage == stage]
        own_kg: dict[str, float] = {}
        for part in parts:
            own_kg[part.item] = own_kg.get(part.item, 0.0) + part.mass_kg * part.count
        weight = math.fsum(
            _sticks_kg(item, bought[item]) * kg / cut_kg[item] if item in bought else kg
            for item, kg in own_kg.items()
            if item in bought or item not in sticks()
        )
        if stage == HOLES:
            weight += _filled_kg(plan.footings)
        cut = [part for part in parts if part.length_m > 0]
        if not cut and weight <= 0:
            continue
        longest = max((line.length_m or 0.0 for item in own_kg for line in bought.get(item, ())), default=0.0)
        many = sum(part.count for part in cut)
        found.append(Delivery(stage=stage, says=says, mass_kg=weight, longest_m=longest, pieces=many))
    return tuple(found)


def _sticks_kg(item: str, lines: Sequence[TakeoffLine]) -> float:
    stick = sticks()[item]
    per_m = stick.density_kg_per_m3 * stick.thickness_m * stick.width_m
    return per_m * math.fsum(line.count * (line.length_m or 0.0) for line in lines)
