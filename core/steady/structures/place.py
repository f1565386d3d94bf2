"""What of a place has to be said before a structure can pass: frost, snow, wind and soil are never assumed in silence."""

from collections.abc import Iterable
from typing import Literal

from steady.data.checks import check_label
from steady.plan.model import Basis, Footing, UncheckedItem
from steady.structures.structure_type import DesignInput

FROST, SNOW, WIND, SOIL = "site.frost_depth", "site.ground_snow", "site.wind", "site.soil"
TYPE = "type it under Ground"


def unsaid(
    case: DesignInput, footings: Iterable[Footing] = (), snow: Literal["", "floor", "roof"] = ""
) -> list[UncheckedItem]:
    """A gap for each figure of the place that this structure goes by and nobody has said.

    Args:
        footings: Its holes: a structure that digs none asks for no frost.
        snow: Whether snow lies on a roof of it, or on a floor that a school may load with it.
    """
    site, book = case.site, case.book
    digs = any(footing.hole_m > 0 for footing in footings)
    rows = []
    if digs and book.frost_asked and not site.given("frost"):
        rows.append((FROST, "no frost depth is entered, so 0 is used", f"{TYPE}, or say that there is none"))
    asks_snow = snow == "roof" or (snow == "floor" and book.floor_snow_asked)
    if asks_snow and not site.given("snow"):
        rows.append((SNOW, "no snow load is entered, so 0 is used", f"{TYPE}, or say that there is none"))
    if "wind" in site.assumed:
        rows.append(
            (
                WIND,
                "the wind is the default of a new job and not confirmed for this site",
                f"{TYPE}, or confirm it there",
            )
        )
    if digs and "soil" in site.assumed:
        rows.append(
            (
                SOIL,
                "the soil is the default of a new job and not confirmed for this site",
                f"{TYPE}, or confirm it there",
            )
        )
    return [
        UncheckedItem(
            key=name,
            about=case.spec.id,
            basis=Basis.CALCULATED,
            reason=reason,
            would_have_to_change=change,
            crew=True,
            assumed=check_label(name).lower(),
        )
        for name, reason, change in rows
    ]
