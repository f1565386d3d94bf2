"""The clock of a site: its time zone by name, and how far that is ahead of UTC on a day, daylight saving counted in.

No hour is computed without a zone, and none is guessed from where a place lies: what is nearest is offered, to be confirmed.
"""

import math
from datetime import date, datetime, timedelta
from functools import cache
from importlib.resources import files
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError, available_timezones

from steady.errors import InvalidInputError
from steady.ground.site import Site

NEEDED = "Choose the site's time zone under Ground: shade can't be calculated without it"
MOST_NEAR = 5


@cache
def zone_names() -> tuple[str, ...]:
    """Every zone by its name, "Region/Town".

    Source: the time zone database (tzdata).
    """
    return tuple(
        sorted(name for name in available_timezones() if "/" in name and not name.startswith(("Etc/", "SystemV/")))
    )


def zone_of(name: str) -> ZoneInfo | None:
    """The zone of a name; None: no name is given.

    Raises:
        InvalidInputError: The name is no zone's.
    """
    try:
        return ZoneInfo(name) if name else None
    except (ZoneInfoNotFoundError, ValueError, OSError):
        raise InvalidInputError(
            "site/time_zone", f'"{name[:40]}" is not a time zone: choose one, like America/Denver'
        ) from None


def ahead_of_utc_h(name: str, day: date, hour: float) -> float:
    """How far a zone's clock is ahead of UTC at an hour of its own clock on a day (h).

    Raises:
        InvalidInputError: There is no such zone.

    Source: the time zone database (tzdata).
    """
    at = datetime(day.year, day.month, day.day, tzinfo=zone_of(name)) + timedelta(hours=min(hour, 23.99))
    ahead = at.utcoffset()
    assert ahead is not None
    return ahead.total_seconds() / 3600


def clock_h(site: Site, day: date, hour: float, *, typed_h: float | None = None) -> float:
    """How far the site's clock is ahead of UTC: by its zone, else as somebody typed it (h).

    Raises:
        InvalidInputError: Neither is said.
    """
    if site.time_zone:
        return ahead_of_utc_h(site.time_zone, day, hour)
    if typed_h is None:
        raise InvalidInputError("site/time_zone", NEEDED)
    return typed_h


def clock_says(site: Site, ahead_h: float) -> str:
    """The clock in words: its zone, and how far it is ahead of UTC."""
    whole = f"UTC{'+' if ahead_h >= 0 else '−'}{abs(ahead_h):g}"
    return f"{site.time_zone}, {whole}" if site.time_zone else f"{whole} as typed"


@cache
def _towns() -> tuple[tuple[str, float, float], ...]:
    """Zones with the latitude and longitude (rad) of the town that names each."""
    found = []
    text = files("tzdata").joinpath("zoneinfo", "zone1970.tab").read_text(encoding="utf-8")
    for line in text.splitlines():
        if line and not line.startswith("#"):
            _, place, name, *_ = line.split("\t")
            split = max(place.rfind("+"), place.rfind("-"))
            found.append((name, _radians(place[:split]), _radians(place[split:])))
    return tuple(found)


def _radians(text: str) -> float:
    """±DDMM, ±DDDMM, or either with seconds (ISO 6709)."""
    sign, digits = (-1 if text[0] == "-" else 1), text[1:]
    whole = len(digits) - (4 if len(digits) > 5 else 2)
    degrees = float(digits[:whole]) + float(digits[whole : whole + 2]) / 60
    return sign * math.radians(degrees + float(digits[whole + 2 :] or 0) / 3600)


def zones_near(latitude_rad: float, longitude_rad: float) -> tuple[str, ...]:
    """The zones whose towns lie nearest to a place: offered, never taken.

    Source: the time zone database's own table of towns; great circles.
    """

    def apart(town: tuple[str, float, float]) -> float:
        _, lat, long = town
        dot = math.sin(lat) * math.sin(latitude_rad)
        dot += math.cos(lat) * math.cos(latitude_rad) * math.cos(long - longitude_rad)
        return math.acos(min(1.0, max(-1.0, dot)))

    return tuple(name for name, _, _ in sorted(_towns(), key=apart)[:MOST_NEAR])
