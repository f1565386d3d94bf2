"""What is heavy to lift overhead: the heaviest piece, wet, and how many people it takes."""

from collections.abc import Sequence

from steady.measure.units import LB_MASS
from steady.plan.model import Part
from steady.structures.kind import Case

HAND_KG, HEAVY_KG = 20.0, 60.0
"""One person lifts so much overhead; over the second a machine or two props [our own]."""
GREEN = 1.35
"""Wet wood on the first day weighs so much more [our own]."""


def heaviest_says(case: Case, made: Sequence[Part]) -> str:
    """The heaviest piece in words."""
    heavy = max((part for part in made if part.length_m > 0), key=lambda part: part.mass_kg)
    kg = heavy.mass_kg * GREEN
    hands = max(1, -(-int(kg * 100) // int(HAND_KG * 100)))
    weight = f"{kg:.0f} kg" if case.book.metric else f"{kg / LB_MASS:.0f} lb"
    machine = "; a machine, or two props" if kg > HEAVY_KG else ""
    return f"Heaviest to lift, wet: a {heavy.role}, {case.tape.length(heavy.length_m)}, {weight}: {hands} people overhead{machine}"
