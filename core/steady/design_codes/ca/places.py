"""Design data of 680 Canadian places: snow, rain on it, wind, and where they lie. Source: NBC 2020 Table C-2."""

import math
import unicodedata
from functools import cache

from steady.data.loader import TableRow, table
from steady.design_codes.results import ClimatePlace

MOST = 12
NEAR_M = 25_000.0
"""So near a town the place's figures are proposed [our own]."""
EARTH_M = 6_371_000.0


def _plain(text: str) -> str:
    """Lower case without accents: Montreal finds Montréal."""
    return "".join(c for c in unicodedata.normalize("NFD", text.lower()) if not unicodedata.combining(c)).strip()


def places(text: str) -> tuple[ClimatePlace, ...]:
    """Up to a dozen places whose name, or a word of it, begins so; those that begin so themselves first."""
    wanted = _plain(text)
    if len(wanted) < 2:
        return ()
    ranked = []
    for row in table("ca_places"):
        name = _plain(row.text["key"])
        if name.startswith(wanted):
            ranked.append((0, name, row))
        elif any(word.startswith(wanted) for word in name.replace("(", " ").split()):
            ranked.append((1, name, row))
    return tuple(_place(row) for _, _, row in sorted(ranked, key=lambda item: item[:2])[:MOST])


def nearest(town: str, latitude_rad: float, longitude_rad: float) -> ClimatePlace | None:
    """The place of the table within 25 km that is named after the town, or lies nearest; None: there is none so near."""
    here = [(_apart_m(row, latitude_rad, longitude_rad), row) for row in table("ca_places")]
    near = [(apart_m, row) for apart_m, row in here if apart_m <= NEAR_M]
    name = _plain(town.partition(",")[0])
    named = [one for one in near if name and _plain(one[1].text["place"]).startswith(name)]
    if not near:
        return None
    return _place(min(named or near, key=lambda one: one[0])[1])


def _apart_m(row: TableRow, latitude_rad: float, longitude_rad: float) -> float:
    """Great circle, by haversines."""
    lat, long = row.number("latitude_rad"), row.number("longitude_rad")
    half = math.sin((latitude_rad - lat) / 2) ** 2
    half += math.cos(lat) * math.cos(latitude_rad) * math.sin((longitude_rad - long) / 2) ** 2
    return 2 * EARTH_M * math.asin(min(1.0, math.sqrt(half)))


def _place(row: TableRow) -> ClimatePlace:
    return ClimatePlace(
        name=row.text["key"],
        ground_snow_pa=row.number("snow_pa"),
        rain_snow_pa=row.number("rain_pa"),
        wind_pressure_pa=row.number("wind_1_in_50_pa"),
        wind_1_in_10_pa=row.number("wind_1_in_10_pa"),
        latitude_rad=row.number("latitude_rad"),
        longitude_rad=row.number("longitude_rad"),
        source=row.source,
        usual_frost_m=_usual_frost_m(row.text["place"]),
    )


@cache
def _usual_frost_m(place: str) -> float | None:
    """The depth of the city that a place is, or is a part of. Source: practice (low)."""
    name = _plain(place).replace(".", "")
    for row in table("ca_frost"):
        city = _plain(row.text["key"])
        if name == city or name.startswith(city + " "):
            return row.number("to_m")
    return None
