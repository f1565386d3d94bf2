"""What a job brings to its place of work against the way there: what does not pass, and how it is carried."""

import math
from collections.abc import Sequence

from steady.catalog.items import sticks
from steady.data.roles import role
from steady.ground.access import SiteAccess, round_corner_m
from steady.plan.model import Part, Plan
from steady.structures.lifting import GREEN, mass_says
from steady.takeoff.bill import TakeoffLine
from steady.takeoff.combined import Delivery
from steady.units.show import Tape
from steady.value_objects import positional_value_object

CARRIED_KG = 23.0
"""One person carries so much, again and again [NIOSH lifting equation: its constant, from memory; common practice]."""
PACE_M_PER_S = 1.0
"""Loaded one way and empty back, on the level [our own]."""
STEEP = 1 / 8
"""Steeper than this a barrow is not pushed [common practice]."""
UPRIGHT_M = 0.05
"""Stacked sticks and their hands take about so much width round a corner [our own]."""


@positional_value_object
class AccessNote:
    """One finding. `fits`: False where something does not pass as it comes."""

    key: str
    fits: bool
    text: str


def access_notes(
    way: SiteAccess, plans: Sequence[Plan], lines: Sequence[TakeoffLine], *, brought: Sequence[Delivery], tape: Tape
) -> tuple[AccessNote, ...]:
    """What is bought and made, held against the way to the work; nothing is said of what was not measured.

    Args:
        lines: The sticks as they are bought. `brought`: what comes, by its weight.
    """
    parts = [part for plan in plans for part in plan.parts if part.length_m > 0]
    found = [*_corner(way, parts, lines, tape=tape), *_gate(way, parts, tape), *_machine(way, plans, tape)]
    kilograms = math.fsum(one.mass_kg for one in brought)
    if way.carry_m > 0 and kilograms > 0:
        found.append(_carried(way, parts, kilograms, tape=tape))
    if way.grade > STEEP:
        text = f"The way rises {way.grade:.0%}: no barrow; a winch, a chute, or one more pair of hands for each load"
        found.append(AccessNote("slope", False, text))
    if way.truck:
        found.append(AccessNote("truck", True, f"The truck stands: {way.truck}"))
    return tuple(found)


def _corner(way: SiteAccess, parts: Sequence[Part], lines: Sequence[TakeoffLine], *, tape: Tape) -> list[AccessNote]:
    if not (way.corner_from_m > UPRIGHT_M and way.corner_to_m > UPRIGHT_M):
        return []
    most_m = round_corner_m(way.corner_from_m, way.corner_to_m, UPRIGHT_M, headroom_m=way.headroom_m)
    bought = [(line.length_m, line.item) for line in lines if line.length_m and line.item in sticks()]
    long = [(length_m, item) for length_m, item in bought if length_m > most_m + 1e-6]
    needed = [part for part in parts if part.length_m > most_m + 1e-6 and part.drawn_m == 0]
    said = f"Round the corner goes what is up to {tape.distance(most_m)} long"
    if not long:
        return [AccessNote("corner", True, said)]
    longest_m, item = max(long)
    mend = (
        f"{sum(part.count for part in needed)} pieces are longer when cut, too: over the fence, or joined on site"
        if needed
        else "cut them at the truck: every piece passes when it is cut"
    )
    return [AccessNote("corner", False, f"{said}; {item} comes in {tape.distance(longest_m)}: {mend}")]


def _gate(way: SiteAccess, parts: Sequence[Part], tape: Tape) -> list[AccessNote]:
    if not way.gate_m > 0:
        return []
    # What is carried flat through a gate turns on edge: its least size but one has to pass.
    wide = [(sorted((part.length_m, *part.section_m))[1], part) for part in parts]
    if not wide:
        return []
    most_m, part = max(wide, key=lambda one: one[0])
    one = f"The narrowest way is {tape.length(way.gate_m)}"
    if most_m > way.gate_m:
        text = f"{one}: {role(part.role).many} are {tape.length(most_m)} wide. Take them over the fence or make them inside"
        return [AccessNote("gate", False, text)]
    return [AccessNote("gate", True, f"{one}; the widest piece is {tape.length(most_m)}")]


def _machine(way: SiteAccess, plans: Sequence[Plan], tape: Tape) -> list[AccessNote]:
    if not (way.machine_m > 0 and way.gate_m > 0):
        return []
    if way.machine_m <= way.gate_m:
        return [AccessNote("machine", True, f"A machine {tape.length(way.machine_m)} wide passes")]
    holes = sum(1 for plan in plans for footing in plan.footings if footing.hole_m > 0)
    text = (
        f"A machine {tape.length(way.machine_m)} wide does not pass {tape.length(way.gate_m)}: {holes} holes are dug with "
        "an auger for two, or by hand"
    )
    return [AccessNote("machine", False, text)]


def _carried(way: SiteAccess, parts: Sequence[Part], kilograms: float, *, tape: Tape) -> AccessNote:
    loads = math.ceil(kilograms / CARRIED_KG - 1e-9)
    hours = 2 * loads * way.carry_m / PACE_M_PER_S / 3600
    heavy = max(parts, key=lambda part: part.mass_kg, default=None)
    text = f"{mass_says(kilograms, tape)} is about {loads} loads of one person, {hours:.1f} hours of walking [our own pace]"
    if heavy is not None:
        wet_kg = heavy.mass_kg * GREEN
        hands = max(1, math.ceil(wet_kg / CARRIED_KG - 1e-9))
        people = "one person" if hands == 1 else f"{hands} people"
        text += f"; the heaviest piece, wet, is {mass_says(wet_kg, tape)}: {people}"
    return AccessNote("carry", True, text)
