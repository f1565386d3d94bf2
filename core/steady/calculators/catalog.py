"""Every sum by name, in an explicit table."""

from steady.calculators import (
    beam,
    boards,
    bookings,
    bridge,
    canopy,
    canopy_loads,
    concrete,
    contracts,
    cut,
    deck,
    floating,
    footing,
    gables,
    gate,
    hardware,
    infill,
    joint_fit,
    joints,
    labour,
    mesh,
    orders,
    panels,
    pricing,
    roof,
    schedule,
    setout,
    shade,
    slope,
    stairs,
    sticks,
    timber,
    weather,
    wind_rating,
)
from steady.calculators.model import Calculator
from steady.data.loader import keyed
from steady.errors import InvalidInputError

SUMS: dict[str, Calculator] = {
    found.name: found
    for module in (
        setout,
        slope,
        infill,
        concrete,
        cut,
        schedule,
        timber,
        sticks,
        beam,
        deck,
        bridge,
        weather,
        footing,
        gate,
        hardware,
        roof,
        shade,
        floating,
        canopy,
        canopy_loads,
        wind_rating,
        joints,
        joint_fit,
        labour,
        pricing,
        contracts,
        orders,
        bookings,
        mesh,
        panels,
        stairs,
        boards,
        gables,
    )
    for found in module.SUMS
}


def find(name: str) -> Calculator:
    """A sum by name.

    Raises:
        InvalidInputError: There is none; the message offers the nearest names.
    """
    if name in SUMS:
        return SUMS[name]
    topic = name.split(".")[0]
    near = [other for other in SUMS if other.startswith(topic + ".")] or list(SUMS)
    raise InvalidInputError("sum", f"There is no sum called {name[:60]}. There is: {', '.join(near)}")


def subject_of(name: str) -> str:
    """The heading that a sum stands under. Source: data/calculator_subjects.csv."""
    return keyed("calculator_subjects")[name.partition(".")[0]].text["subject"]
