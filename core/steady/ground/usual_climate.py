"""Frost, wind, snow and seismic category that are usual in a region, where no table of the school gives them for a place."""

from steady.data.loader import table
from steady.value_objects import value_object


@value_object
class UsualClimate:
    """What is usual in a region; None or "": nothing is known to be. The local office decides, always.

    Args:
        seismic: The school's own seismic category or zone.
        source: Where it is from, with how sure that is.
    """

    region: str
    frost_m: float | None
    wind_speed_m_per_s: float | None
    ground_snow_pa: float | None
    seismic: str
    source: str


def usual_climate(school: str, region: str) -> UsualClimate | None:
    """What is usual in a region of a school's country; None: nothing is entered for it. Source: data/usual_climate.csv."""
    row = next(
        (one for one in table("usual_climate") if one.text["school"] == school and one.text["region"] == region), None
    )
    if row is None:
        return None
    return UsualClimate(
        region=region,
        frost_m=row.value["frost_m"],
        wind_speed_m_per_s=row.value["wind_m_per_s"],
        ground_snow_pa=row.value["ground_snow_pa"],
        seismic=row.text["seismic"],
        source=row.source,
    )
