"""What is lifted overhead, wet, and how many it takes: the lift plan of any structure, from its pieces alone."""

import math
from collections.abc import Sequence

from steady.data.roles import role
from steady.plan.model import Part, Plan
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape
from steady.units.units import LB_MASS, MPH
from steady.value_objects import value_object

HAND_KG, HEAVY_KG = 20.0, 60.0
"""One person lifts so much overhead; over the second a machine or two props [our own]."""
GREEN = 1.35
"""Wet wood on the first day weighs so much more [our own]."""
LONG_M, HIGH_M = 4.8, 2.0
"""A piece longer than the first, higher than the second, is lifted by a machine or onto two props, whatever it weighs [our own]."""
OVERHEAD_M = 1.8
"""What ends higher than this is lifted over somebody's head."""
WIND_M_PER_S = 8.0
"""No lift in more wind than this [our own]."""


@value_object
class LiftedPieces:
    """Pieces alike that are lifted overhead.

    Args:
        mass_kg: Of one, green.
        hands: People that it takes to lift one.
        high_m: How high its highest end comes, over the plan's zero.
        rests: Whether it is lifted by a machine or onto two props.
    """

    role: str
    item: str
    count: int
    length_m: float
    mass_kg: float
    hands: int
    high_m: float
    rests: bool

    @property
    def how(self) -> str:
        """How it is lifted, in words."""
        return "a machine, or two props under it" if self.rests else "by hand, from a ladder or trestle each"


def hands_for(mass_kg: float) -> int:
    """People that a piece takes overhead. Source: our own: 20 kg each."""
    return max(1, math.ceil(mass_kg / HAND_KG - 1e-9))


def lift_plan(plan: Plan) -> tuple[LiftedPieces, ...]:
    """Every sort of piece that comes overhead, in the order in which the plan lists its pieces."""
    found = []
    for part in plan.parts:
        if not part.length_m > 0 or part.mass_kg <= 0 or role(part.role).stage == "posts":
            continue
        high = _high_m(part)
        if high < OVERHEAD_M:
            continue
        mass = part.mass_kg * (GREEN if role(part.role).material == "timber" else 1.0)
        found.append(
            LiftedPieces(
                role=part.role,
                item=part.item,
                count=part.count,
                length_m=part.length_m,
                mass_kg=mass,
                hands=hands_for(mass),
                high_m=high,
                rests=mass > HEAVY_KG or (part.length_m > LONG_M and high > HIGH_M),
            )
        )
    return tuple(found)


def to_mind(tape: Tape) -> tuple[str, ...]:
    """What is minded at every lift [common practice]."""
    wind = f"{WIND_M_PER_S / MPH:.0f} mph" if not tape.metric else f"{WIND_M_PER_S:.0f} m/s"
    return (
        "Nobody stands under what is lifted, or between it and a wall.",
        f"No lift in more wind than {wind}, with frost on the rungs, or alone.",
        "The way from the stack to its place is walked first: cables overhead, soft ground, holes that are open.",
        "A ledge that holds a piece while it is fixed has its own screws and a keeper; it comes down afterwards, screws first.",
        "A piece is let go when it is fixed at both ends, never before.",
        "Weights are of wet wood, a third over the dry; what is soaked or lies under snow weighs more.",
    )


def _high_m(part: Part) -> float:
    ends = []
    for place in part.places:
        for k in (0, place.count - 1):
            z = place.at[2] + k * place.step[2]
            ends += [z, z + part.length_m * place.along[2]]
    return max(ends, default=0.0)


def mass_says(mass_kg: float, tape: Tape) -> str:
    """A mass in the crew's units, whole."""
    return f"{mass_kg:,.0f} kg" if tape.metric else f"{mass_kg / LB_MASS:,.0f} lb"


def heaviest_says(case: DesignInput, made: Sequence[Part]) -> str:
    """The heaviest piece in words."""
    heavy = max((part for part in made if part.length_m > 0), key=lambda part: part.mass_kg)
    kg = heavy.mass_kg * GREEN
    machine = "; a machine, or two props" if kg > HEAVY_KG else ""
    what = f"a {heavy.role}, {case.tape.length(heavy.length_m)}, {mass_says(kg, case.tape)}"
    return f"Heaviest to lift, wet: {what}: {hands_for(kg)} people overhead{machine}"
