"""Where the sun stands: the national solar calculator's spreadsheet form (Meeus, low precision). No refraction."""

import math
from datetime import date

from steady.errors import InvalidInputError


def sun_position(
    latitude_rad: float, longitude_rad: float, day: date, *, local_hours: float, utc_offset_hours: float
) -> tuple[float, float]:
    """Altitude and azimuth (rad, clockwise from true north).

    Args:
        local_hours: Hours of the local clock, 0 to 24.
        utc_offset_hours: Daylight saving counted in.

    Raises:
        InvalidInputError: A place, time or offset that cannot be.

    Source: the published spreadsheet form [recalled from memory]; within 0.006 deg in altitude of an ephemeris.
    """
    if not abs(latitude_rad) <= math.pi / 2:
        raise InvalidInputError("latitude", "must be from -90 to 90 degrees")
    if not abs(longitude_rad) <= math.pi:
        raise InvalidInputError("longitude", "must be from -180 to 180 degrees")
    if not (0 <= local_hours <= 24 and abs(utc_offset_hours) <= 15):
        raise InvalidInputError("time", "must be a time of day, with an offset of at most 15 hours")
    declination, equation_min = _of_date(day.toordinal() + 1721424.5 + (local_hours - utc_offset_hours) / 24)
    solar_min = (local_hours - utc_offset_hours) * 60 + equation_min + 4 * math.degrees(longitude_rad)
    hour = math.radians((solar_min % 1440) / 4 - 180)
    sine = math.sin(latitude_rad) * math.sin(declination) + math.cos(latitude_rad) * math.cos(declination) * math.cos(
        hour
    )
    azimuth = math.atan2(
        math.sin(hour), math.cos(hour) * math.sin(latitude_rad) - math.tan(declination) * math.cos(latitude_rad)
    )
    return math.asin(max(-1.0, min(1.0, sine))), (azimuth + math.pi) % (2 * math.pi)


def day_length_h(latitude_rad: float, day: date) -> float:
    """Hours from sunrise to sunset: 0 in polar night, 24 under the midnight sun.

    Source: the sunrise equation with the sun's upper edge on the horizon and usual refraction (0.833°) [recalled from memory].
    """
    declination, _ = _of_date(day.toordinal() + 1721425.0)
    low = math.radians(-0.833)
    across = math.cos(latitude_rad) * math.cos(declination)
    cosine = (math.sin(low) - math.sin(latitude_rad) * math.sin(declination)) / across if across > 1e-12 else 1.0
    return math.degrees(math.acos(max(-1.0, min(1.0, cosine)))) / 7.5


def _of_date(julian: float) -> tuple[float, float]:
    """The sun's declination (rad) and the equation of time (min) at a Julian date."""
    t = (julian - 2451545) / 36525
    mean_long = math.radians((280.46646 + t * (36000.76983 + t * 0.0003032)) % 360)
    anomaly = math.radians(357.52911 + t * (35999.05029 - 0.0001537 * t))
    eccentric = 0.016708634 - t * (0.000042037 + 0.0000001267 * t)
    centre = (
        math.sin(anomaly) * (1.914602 - t * (0.004817 + 0.000014 * t))
        + math.sin(2 * anomaly) * (0.019993 - 0.000101 * t)
        + math.sin(3 * anomaly) * 0.000289
    )
    omega = math.radians(125.04 - 1934.136 * t)
    apparent = mean_long + math.radians(centre - 0.00569 - 0.00478 * math.sin(omega))
    tilt_deg = 23 + (26 + (21.448 - t * (46.815 + t * (0.00059 - t * 0.001813))) / 60) / 60
    tilt = math.radians(tilt_deg + 0.00256 * math.cos(omega))
    declination = math.asin(math.sin(tilt) * math.sin(apparent))
    y = math.tan(tilt / 2) ** 2
    equation_min = 4 * math.degrees(
        y * math.sin(2 * mean_long)
        - 2 * eccentric * math.sin(anomaly)
        + 4 * eccentric * y * math.sin(anomaly) * math.cos(2 * mean_long)
        - 0.5 * y * y * math.sin(4 * mean_long)
        - 1.25 * eccentric**2 * math.sin(2 * anomaly)
    )
    return declination, equation_min
