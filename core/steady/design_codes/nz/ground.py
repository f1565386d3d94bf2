"""Posts in the ground, New Zealand and Australia: Broms, and Brinch Hansen beside it on short piers.

Both are lower bounds of what the ground resists, so the greater of the two may be used.
"""

from collections.abc import Callable

from steady.design_codes import short_piles
from steady.design_codes.results import Soil
from steady.design_codes.short_piles import Way
from steady.errors import OutOfScopeError

SHORT_WIDTHS = 4.0
"""A pier is short up to so many widths deep [own reading: a rigid pier in which the top 1.5 widths weigh]."""


def embedment(*, load_n: float, height_m: float, width_m: float, soil: Soil) -> Way:
    """Depth of a short post for an ultimate force (m), and its working.

    Raises:
        OutOfScopeError: The ground's strength is not known.
        EmbedmentLimitError: Deeper than 6 m.
    """
    broms = short_piles.embedment(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)
    return _better_founded(broms, lambda: short_piles.hansen(load_n, height_m, width_m, soil=soil), width_m)


def embedment_for_moment(*, moment_n_m: float, width_m: float, soil: Soil) -> Way:
    """The same for a moment alone; Brinch Hansen by a force so far up that it is one."""
    broms = short_piles.embedment_for_moment(moment_n_m=moment_n_m, width_m=width_m, soil=soil)
    return _better_founded(broms, lambda: short_piles.hansen_for_moment(moment_n_m, width_m, soil), width_m)


def _better_founded(broms: Way, other: Callable[[], Way], width_m: float) -> Way:
    depth, steps = broms
    try:
        hansen, more = other()
    except OutOfScopeError:
        return broms
    if min(depth.value, hansen.value) >= SHORT_WIDTHS * width_m:
        return broms
    if depth.value <= hansen.value:
        return depth, (*steps, *more, hansen)
    return hansen, (*more, *steps, depth)
