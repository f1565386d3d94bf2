"""Slats over rafters: deflection under their own wet weight; that nobody stands on them is a caution."""

from steady.catalog.items import SectionItem
from steady.design_codes.requests import Wood
from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.canopy.frame import line_weight
from steady.structures.check_collector import CheckCollector
from steady.structures.lifting import GREEN
from steady.units.units import IN

SLAT_RATIO = 150.0
"""Span over which a slat may sag under its own wet weight [our own]."""


def check_slat(collector: CheckCollector, about: str, slat: SectionItem, *, wood: Wood, span_m: float) -> None:
    """Check the deflection of a slat on edge between rafters under its own green weight.

    Args:
        wood: The same stick as the school reads it.
        span_m: From rafter to rafter.
    """
    book = collector.book
    word, per = ("mm", 0.001) if book.metric else ("in", IN)
    try:
        e = book.stiffness(wood)
    except OutOfScopeError as refused:
        collector.gap("slat.deflection", about, refused)
        return
    inertia = slat.thickness_m * slat.width_m**3 / 12
    sag = 5 * GREEN * line_weight(slat) * span_m**4 / (384 * si(e) * inertia)
    has = given_step("w_o", sag / per, word, source="statics: 5 w L4 / 384 E I, wet on the first day")
    most = CalculationStep(
        symbol="w_o_max",
        value=span_m / SLAT_RATIO / per,
        unit=word,
        formula="L / 150",
        inputs=(("L", span_m / per, word),),
        source="practice: our own",
    )
    collector.at_most(
        "slat.deflection", about, has, limit=most, working=(e,), case="wet self-weight", asks=CheckOrigin.SAFETY
    )
