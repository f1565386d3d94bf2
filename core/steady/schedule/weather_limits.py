"""Whether a day is good for digging, pouring or lifting, by its typed weather; and how long a pour then waits."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.errors import OutOfScopeError
from steady.schedule.curing import by_arrhenius_s, by_maturity_s
from steady.value_objects import value_object

STOP_C = 5.0
"""Below 5 °C (40 °F) concrete is not poured without heat. Source: workshop rules 8.3, from memory (high)."""
HOT_C = 32.0
WET_MM = 10.0
"""Rain of a day that leaves water in a hole [our own, on common practice]."""
POUR_RAIN_MM = 5.0
LIFT_WIND_M_PER_S = 10.0
"""Over 10 m/s (22 mph) panels and long pieces are not lifted by hand [common practice]."""
GUST_WIND_M_PER_S = 7.0
HOUR_S = 3600.0
OLD_DATUM_C = -10.0


@value_object
class Day:
    """One day of work and its weather as typed. `strength_h`: the bag's own hours at 20 °C before it is loaded."""

    id: Annotated[str, MinLen(1), MaxLen(40)]
    work: Literal["dig", "pour", "lift"] = "pour"
    on: Annotated[str, MaxLen(10)] = ""
    temperature_c: Annotated[float, Ge(-40), Le(55)] = 15.0
    rain_mm: Annotated[float, Ge(0), Le(500)] = 0.0
    wind_m_per_s: Annotated[float, Ge(0), Le(70)] = 3.0
    strength_h: Annotated[float, Gt(0), Le(2000)] = 24.0


@value_object
class DayAnswer:
    """What a day is good for: go, take care, or not today; why; and the hours a pour waits, least and most by two ways."""

    id: str
    verdict: Literal["go", "take care", "not today"]
    reasons: tuple[str, ...]
    waits_least_h: float | None = None
    waits_most_h: float | None = None


def answer(day: Day) -> DayAnswer:
    """One day."""
    stops: list[str] = []
    cares: list[str] = []
    waits: tuple[float, float] | None = None
    if day.work == "pour":
        waits = _pour(day, stops, cares)
    elif day.work == "dig":
        _dig(day, stops, cares)
    else:
        _lift(day, stops, cares)
    verdict: Literal["go", "take care", "not today"] = "not today" if stops else "take care" if cares else "go"
    least, most = (None, None) if stops or waits is None else waits
    return DayAnswer(id=day.id, verdict=verdict, reasons=(*stops, *cares), waits_least_h=least, waits_most_h=most)


def _pour(day: Day, stops: list[str], cares: list[str]) -> tuple[float, float] | None:
    if day.temperature_c < STOP_C:
        stops.append("Below 5 °C (40 °F) no pour: concrete hardly cures, and frozen it is lost")
    elif day.temperature_c < 10:
        cares.append("Cold: cover it overnight; it takes its strength late")
    if day.temperature_c > HOT_C:
        cares.append("Hot: wet the holes first, shade and keep it damp, pour early")
    if day.rain_mm >= WET_MM:
        stops.append("So much rain stands in the holes: bail them out and pour when they are dry")
    elif day.rain_mm >= POUR_RAIN_MM:
        cares.append("Rain: bail out every hole just before its pour; no dry mix; cover the tops")
    if stops:
        return None
    at_ref_s, at_c = day.strength_h * HOUR_S, day.temperature_c
    try:
        ways = (
            by_maturity_s(at_ref_s, at_c),
            by_maturity_s(at_ref_s, at_c, datum_c=OLD_DATUM_C),
            by_arrhenius_s(at_ref_s, at_c),
        )
    except OutOfScopeError as refused:
        stops.append(f"{refused.reason}: {refused.would_have_to_change}")
        return None
    return min(ways) / HOUR_S, max(ways) / HOUR_S


def _dig(day: Day, stops: list[str], cares: list[str]) -> None:
    if day.rain_mm >= 3 * WET_MM:
        stops.append("Sides of wet holes fall in, and water stands in them: wait for the ground to drain")
    elif day.rain_mm >= WET_MM:
        cares.append("Water in the holes: dig, bail, cover; look at the bottoms again before the gravel")
    if day.temperature_c < 0:
        cares.append("Frozen ground: the crust breaks in lumps, holes come out wide; count more concrete")
    if day.temperature_c > HOT_C:
        cares.append("Heat: water, shade, and the heavy holes in the morning")


def _lift(day: Day, stops: list[str], cares: list[str]) -> None:
    if day.wind_m_per_s >= LIFT_WIND_M_PER_S:
        stops.append("Too much wind to lift: a panel is a sail")
    elif day.wind_m_per_s >= GUST_WIND_M_PER_S:
        cares.append("Gusts: two to every panel and long piece, props ready before it goes up")
    if day.rain_mm > 0:
        cares.append("Wet wood and ladders slip: boots, three points, nobody under the load")
    if day.temperature_c < 0:
        cares.append("Ice: salt the standing places, look at every rung")
