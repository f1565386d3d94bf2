"""Labour by what is moved and made: holes, spoil, concrete, posts, pieces, finishes, and the days that it takes (person-hours).

Every rate is common practice as one estimator recalls it, of low confidence: a crew's own records replace it.
"""

import math
from collections.abc import Sequence
from typing import Literal

from steady.data.loader import TableRow, keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

Level = Literal["low", "typical", "high"]
LEVELS: tuple[Level, ...] = ("low", "typical", "high")
LEVEL_FACTORS: dict[Level, float] = {"low": 0.7, "typical": 1.0, "high": 1.6}
"""What a good and a bad day make of a rate [practice]."""
SOILS = ("sand", "loam", "clay", "stony", "hardpan", "rock")
BANDS_M = (0.9, 1.2, 1.5, 1.8, 2.4)
"""Depths of a hole to which each factor of its tool counts [practice]."""
BAND_FACTORS = ("second_factor", "third_factor", "fourth_factor", "fifth_factor")
PERSON_KG = 25.0
"""What one person lifts or holds up [practice]."""


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def _not_negative(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount >= 0:
            raise InvalidInputError(name, "must be 0 or more")


@value_object
class HoleSize:
    """A hole to dig (m): its width, its depth with what is tamped in it, round or square."""

    width_m: float
    depth_m: float
    square: bool = False

    @property
    def area_m2(self) -> float:
        """On plan."""
        return self.width_m**2 if self.square else math.pi / 4 * self.width_m**2

    @property
    def volume_m3(self) -> float:
        """In place."""
        return self.area_m2 * self.depth_m


def dig_hole_h(hole: HoleSize, soil: str, tool: str, *, level: Level = "typical") -> float:
    """Hours of one hole: a fixed time, and its volume at a rate that grows with depth.

    Raises:
        InvalidInputError: A hole, soil or tool that cannot be.
        OutOfScopeError: Rock, or a hole or soil that the tool does not dig.

    Source: practice (data/digging_tools.csv).
    """
    _positive(hole_width=hole.width_m, hole_depth=hole.depth_m)
    row = _tool(tool)
    if soil not in SOILS:
        raise InvalidInputError("soil", f"must be one of: {', '.join(SOILS)}")
    if soil == "rock":
        raise OutOfScopeError("rock has no rate", "an allowance, or the contract's rate by the hour")
    rate = row.value[f"{soil}_factor"]
    if rate is None:
        raise OutOfScopeError(f"a {tool} does not dig {soil}", "another tool")
    if hole.width_m > row.number("widest_m") + 1e-9:
        raise OutOfScopeError(f"wider than a {tool} digs", "another tool")
    if hole.depth_m > row.number("deepest_m") + 1e-9:
        raise OutOfScopeError(f"deeper than a {tool} digs", "another tool")
    factors = (1.0, *(row.value[name] or 0.0 for name in BAND_FACTORS))
    weighted, above = 0.0, 0.0
    for below, factor in zip(BANDS_M, factors, strict=True):
        weighted += max(0.0, min(hole.depth_m, below) - above) * factor
        above = below
    return (row.number("each_min") / 60 + hole.area_m2 * weighted * rate) * LEVEL_FACTORS[level]


def _tool(name: str) -> TableRow:
    tools = keyed("digging_tools")
    if name not in tools:
        raise InvalidInputError("tool", f"must be one of: {', '.join(tools)}")
    return tools[name]


@value_object
class Trips:
    """Loose volume (m³), loads or trips, and hours."""

    hours: float
    count: int
    loose_m3: float = 0.0


def haul_spoil(
    volume_m3: float, soil: str, distance_m: float, *, way: str = "barrow", level: Level = "typical"
) -> Trips:
    """Spoil taken away: what is dug swells, and goes in whole loads.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: Farther than a barrow is pushed.

    Source: practice (data/spoil.csv).
    """
    _positive(volume=volume_m3)
    _not_negative(distance=distance_m)
    row = keyed("spoil").get(soil)
    if row is None:
        raise InvalidInputError("soil", f"must be one of: {', '.join(keyed('spoil'))}")
    if way not in ("barrow", "loader"):
        raise InvalidInputError("way", "must be barrow or loader")
    if way == "barrow" and distance_m > 100 + 1e-9:
        raise OutOfScopeError("farther than 100 m by barrow", "a loader")
    most_m3, most_kg, fixed_min, per_m = (0.08, 120.0, 5.0, 50.0) if way == "barrow" else (0.25, 400.0, 2.0, 80.0)
    loose_m3 = volume_m3 * (1 + row.number("swell_ratio"))
    load_m3 = min(most_m3, most_kg / row.number("loose_kg_per_m3"))
    loads = math.ceil(loose_m3 / load_m3 - 1e-9)
    minutes = loads * (fixed_min + 2 * distance_m / per_m)
    return Trips(hours=minutes / 60 * LEVEL_FACTORS[level], count=loads, loose_m3=loose_m3)


BAG_MIN_PER_KG = {"by hand": 0.28, "mixer": 0.15, "dry": 0.08}
TRIP_KG = 75.0
CHUTE_M = 4.5


def concrete_by_bag(
    bags_count: int, bag_kg: float, way: str, *, distance_m: float = 0.0, level: Level = "typical"
) -> Trips:
    """Bags carried, mixed and placed. Source: practice."""
    if way not in BAG_MIN_PER_KG:
        raise InvalidInputError("way", f"must be one of: {', '.join(BAG_MIN_PER_KG)}")
    if bags_count < 1:
        raise InvalidInputError("bags", "must be 1 or more")
    _positive(bag_mass=bag_kg)
    _not_negative(distance=distance_m)
    trips = math.ceil(bags_count / max(1, math.floor(TRIP_KG / bag_kg + 1e-9)))
    minutes = bags_count * bag_kg * BAG_MIN_PER_KG[way] + trips * (1.5 + 2 * distance_m / 50)
    return Trips(hours=minutes / 60 * LEVEL_FACTORS[level], count=trips)


def concrete_by_truck(
    volume_m3: float, crew_count: int, barrow: bool, *, distance_m: float = 0.0, level: Level = "typical"
) -> Trips:
    """Ready-mix placed down a chute, or carried by barrow. Source: practice.

    Raises:
        OutOfScopeError: Farther than a chute reaches.
    """
    _positive(volume=volume_m3)
    _not_negative(distance=distance_m)
    if crew_count < 1:
        raise InvalidInputError("crew", "must be 1 or more")
    if barrow:
        trips = math.ceil(volume_m3 / 0.05 - 1e-9)
        hours = crew_count * 0.25 + trips * (2 + 2 * distance_m / 45) / 60
        return Trips(hours=hours * LEVEL_FACTORS[level], count=trips)
    if distance_m > CHUTE_M + 1e-9:
        raise OutOfScopeError("farther than a truck's chute reaches", "barrows, or a pump")
    return Trips(hours=crew_count * (0.25 + volume_m3 / 6) * LEVEL_FACTORS[level], count=0)


@value_object
class ByHand:
    """People at one piece, and hours of all pieces."""

    people_count: int
    hours: float


def set_post(mass_kg: float, height_m: float, posts_count: int = 1, *, level: Level = "typical") -> ByHand:
    """Posts set and plumbed.

    Raises:
        OutOfScopeError: Heavier than four people hold.

    Source: practice.
    """
    _positive(post_mass=mass_kg, height=height_m)
    people = 1 if mass_kg <= PERSON_KG and height_m <= 2.4 + 1e-9 else max(2, math.ceil(mass_kg / PERSON_KG - 1e-9))
    if people > 4:
        raise OutOfScopeError("heavier than four people hold plumb", "a lifter")
    minutes = people * (12 + 4 * max(0.0, height_m - 2.4)) * posts_count
    return ByHand(people_count=people, hours=minutes / 60 * LEVEL_FACTORS[level])


def lift(mass_kg: float, height_m: float, pieces_count: int = 1, *, level: Level = "typical") -> ByHand:
    """Pieces lifted to their place.

    Raises:
        OutOfScopeError: Heavier than six people lift.

    Source: practice.
    """
    _positive(mass=mass_kg)
    _not_negative(height=height_m)
    people = max(2, math.ceil(mass_kg / PERSON_KG - 1e-9))
    if people > 6:
        raise OutOfScopeError("heavier than six people lift", "a lifter or crane")
    minutes = people * (8 + 3 * height_m) * pieces_count
    return ByHand(people_count=people, hours=minutes / 60 * LEVEL_FACTORS[level])


def piece_rate_h(task: str, level: Level = "typical") -> float:
    """Hours of one unit of a task.

    Raises:
        InvalidInputError: No such task.

    Source: practice (data/labour_rates.csv).
    """
    row = keyed("labour_rates").get(task)
    if row is None:
        raise InvalidInputError("task", f"must be one of: {', '.join(keyed('labour_rates'))}")
    return row.number(f"{level}_h")


FINISH_H_PER_M2 = {
    ("brush", "rough"): 0.16,
    ("brush", "planed"): 0.12,
    ("roller", "rough"): 0.09,
    ("roller", "planed"): 0.07,
    ("spray", "rough"): 0.05,
    ("spray", "planed"): 0.04,
}
COVERAGE_M2_PER_L = {"rough": 6.0, "planed": 10.0}
FIRST_COAT = 0.2
"""The first coat takes so much more [practice]."""


@value_object
class Finished:
    """Hours, litres and whole tins of a finish."""

    hours: float
    litres: float
    tins_count: int


@value_object
class Coating:
    """What is coated (m²), in how many coats, how, and what a litre covers; None: by the surface. `tin_l`: litres in a tin."""

    area_m2: float
    coats_count: int = 2
    way: str = "brush"
    surface: str = "rough"
    coverage_m2_per_l: float | None = None
    tin_l: float = 5.0


def finish(coating: Coating, level: Level = "typical") -> Finished:
    """A finish by area and coats. Source: practice."""
    _positive(area=coating.area_m2, tin=coating.tin_l)
    rate = FINISH_H_PER_M2.get((coating.way, coating.surface))
    if rate is None:
        raise InvalidInputError("way", "must be brush, roller or spray, on rough or planed wood")
    if coating.coats_count < 1:
        raise InvalidInputError("coats", "must be 1 or more")
    covers = COVERAGE_M2_PER_L[coating.surface] if coating.coverage_m2_per_l is None else coating.coverage_m2_per_l
    _positive(coverage=covers)
    litres = coating.area_m2 * coating.coats_count / covers
    return Finished(
        hours=coating.area_m2 * rate * (coating.coats_count + FIRST_COAT) * LEVEL_FACTORS[level],
        litres=litres,
        tins_count=math.ceil(litres / coating.tin_l - 1e-9),
    )


@value_object
class Working:
    """A crew's day (h): its people, its length, set-up with clean-up and travel a person, whether travel is inside the day."""

    crew_count: int
    day_h: float = 8.0
    setup_h: float = 0.5
    travel_h: float = 0.0
    travel_in_day: bool = True


@value_object
class PaidDays:
    """Days on site, and hours that are paid for: work with its contingency, set-up, travel."""

    days_count: int
    work_h: float
    setup_h: float
    travel_h: float

    @property
    def paid_h(self) -> float:
        """All of it."""
        return self.work_h + self.setup_h + self.travel_h


def days(hours: float, working: Working, contingency_ratio: float = 0.0) -> PaidDays:
    """The days that a crew takes for so many hours of work.

    Raises:
        InvalidInputError: A value that cannot be, or a day without work in it.
    """
    _not_negative(hours=hours, contingency=contingency_ratio, setup=working.setup_h, travel=working.travel_h)
    if working.crew_count < 1:
        raise InvalidInputError("crew", "must be 1 or more")
    left = working.day_h - working.setup_h - (working.travel_h if working.travel_in_day else 0.0)
    if not left > 0:
        raise InvalidInputError("day", "leaves no time for work")
    work = hours * (1 + contingency_ratio)
    count = math.ceil(work / (working.crew_count * left) - 1e-9)
    each = count * working.crew_count
    return PaidDays(days_count=count, work_h=work, setup_h=each * working.setup_h, travel_h=each * working.travel_h)


HALF_LIFE_DAYS = 730.0
OUTLIER = 4.0
"""A record this many times over or under the rate that ships is left out until somebody says that it counts [our own]."""


@value_object
class LearnedRate:
    """A crew's rate (h a unit), the share of it that is its own, and how many records count."""

    rate_h: float
    share: float
    used_count: int


def learned_rate(
    ships_h: float,
    weight: float,
    records: Sequence[tuple[float, float, float]],
    *,
    half_life_days: float | None = HALF_LIFE_DAYS,
) -> LearnedRate:
    """A rate from what ships and the crew's records, older ones counting less.

    Args:
        weight: Units that what ships counts for.
        records: Units, hours, and age in days, each.
    """
    _positive(rate=ships_h)
    _not_negative(weight=weight)
    if half_life_days is not None:
        _positive(half_life=half_life_days)
    hours, units, used = weight * ships_h, weight, 0
    for count, took, age in records:
        if not (count > 0 and took >= 0 and age >= 0):
            raise InvalidInputError("records", "must be units above 0, and hours and days of 0 or more")
        if not ships_h / OUTLIER <= took / count <= ships_h * OUTLIER:
            continue
        counts = 1.0 if half_life_days is None else 0.5 ** (age / half_life_days)
        hours, units, used = hours + counts * took, units + counts * count, used + 1
    if not units > 0:
        raise InvalidInputError("weight", "must be above 0 where no record counts")
    return LearnedRate(rate_h=hours / units, share=1 - weight / units, used_count=used)
