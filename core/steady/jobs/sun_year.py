"""Hours of direct sun on a piece of ground through the year: as the site is, and with what is planned."""

import math
from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from typing import Annotated

from annotated_types import Ge, Le

from steady.drawing.scene import Solid
from steady.drawing.shadows import LOW_RAD, toward_sun
from steady.errors import InvalidInputError
from steady.ground.clock import clock_h
from steady.jobs.document import JobDocument
from steady.jobs.shade_map import Grid, shadows_on_ground, solid_corners
from steady.jobs.site_layout import whole_scene
from steady.jobs.sun_shade import MIDSUMMER_YEAR
from steady.layout.sun import sun_position
from steady.value_objects import value_object

DAY_OF_MONTH = 21
STEP_H = 1.0
"""Each month by its 21st day, the sun looked at once an hour [our own]."""
CELLS_ACROSS = 5
FULL_SUN_H, PART_SUN_H = 6.0, 3.0
"""Gardeners' terms: six hours are full sun, three to six part shade, less is shade [common practice]."""


@value_object
class SunYearRequest:
    """A rectangle of ground along the site's axes (m). `utc_h`: the clock ahead of UTC where the site has no time zone."""

    left_m: Annotated[float, Ge(-5000), Le(5000)]
    low_m: Annotated[float, Ge(-5000), Le(5000)]
    wide_m: Annotated[float, Ge(0.2), Le(50)]
    deep_m: Annotated[float, Ge(0.2), Le(50)]
    utc_h: Annotated[float, Ge(-12), Le(14)] | None = None


@value_object
class SunMonth:
    """One month: hours that the sun is high enough to cast shadows, and of those the hours of direct sun, now and as planned."""

    month: int
    up_h: float
    now_h: float
    planned_h: float


@value_object
class SunYear:
    """The year of one place. `now`, `planned`: full sun, part shade or shade, by the six months of growth."""

    months: tuple[SunMonth, ...]
    now: str
    planned: str
    says: str


def sun_year(job: JobDocument, ask: SunYearRequest) -> SunYear:
    """Direct sun on a rectangle, month by month: trees, walls and fences that stand there, and what is planned besides.

    Raises:
        InvalidInputError: The place on the earth or its time zone is not known.

    Source: geometry: every solid's shadow on level ground at the site's zero; a crown casts as if it were dense.
    """
    site = job.site
    if site.latitude_rad is None or site.longitude_rad is None:
        raise InvalidInputError(
            "site/latitude_rad", "Type the place's latitude and longitude under Ground to see the sun"
        )
    now = _Tall.of(whole_scene(replace(job, structures=())).solids, ask)
    planned = _Tall.of(whole_scene(job).solids, ask)
    months = []
    for month in range(1, 13):
        day = date(MIDSUMMER_YEAR, month, DAY_OF_MONTH)
        utc_h = clock_h(site, day, 12.0, typed_h=ask.utc_h)
        up = [0.0, 0.0, 0.0]
        for k in range(round(24 / STEP_H)):
            altitude, azimuth = sun_position(
                site.latitude_rad, site.longitude_rad, day, local_hours=(k + 0.5) * STEP_H, utc_offset_hours=utc_h
            )
            if altitude <= LOW_RAD:
                continue
            toward = toward_sun(altitude, azimuth, site.north_rad)
            for place, lit in enumerate((1.0, now.lit(toward, altitude), planned.lit(toward, altitude))):
                up[place] += STEP_H * lit
        months.append(SunMonth(month=month, up_h=up[0], now_h=round(up[1], 2), planned_h=round(up[2], 2)))
    summer = [months[(k + (3 if site.latitude_rad >= 0 else 9)) % 12] for k in range(6)]
    before, after = (sum(value) / 6 for value in zip(*((one.now_h, one.planned_h) for one in summer), strict=True))
    return SunYear(
        months=tuple(months),
        now=_called(before),
        planned=_called(after),
        says=(
            f"From {'April to September' if site.latitude_rad >= 0 else 'October to March'} the place has {before:.1f} hours of "
            f"sun a day as it is ({_called(before)}), {after:.1f} with what is planned ({_called(after)}). Crowns count as dense, "
            "the ground as level"
        ),
    )


def _called(hours: float) -> str:
    return "full sun" if hours >= FULL_SUN_H else "part shade" if hours >= PART_SUN_H else "shade"


@value_object
class _Tall:
    """Solids with how high and how far from the place they stand, and the place as cells."""

    solids: tuple[tuple[float, float, Solid], ...]
    ask: SunYearRequest

    @classmethod
    def of(cls, solids: Sequence[Solid], ask: SunYearRequest) -> "_Tall":
        """Solids that stand over the ground."""
        x, y = ask.left_m + ask.wide_m / 2, ask.low_m + ask.deep_m / 2
        reach = math.hypot(ask.wide_m, ask.deep_m) / 2
        found = []
        for solid in solids:
            points = solid_corners(solid)
            last = tuple(step * (solid.count - 1) for step in solid.step)
            ends = [*points, *((px + last[0], py + last[1], pz + last[2]) for px, py, pz in points)]
            high = max(z for _, _, z in ends)
            if high > 0:
                xs, ys = [px for px, _, _ in ends], [py for _, py, _ in ends]
                apart = max(min(xs) - x, 0.0, x - max(xs)), max(min(ys) - y, 0.0, y - max(ys))
                found.append((high, max(0.0, math.hypot(*apart) - reach), solid))
        return cls(solids=tuple(found), ask=ask)

    def lit(self, toward: tuple[float, float, float], altitude: float) -> float:
        """Share of the place in the sun."""
        ask = self.ask
        cell = max(ask.wide_m, ask.deep_m) / CELLS_ACROSS
        grid = Grid(
            ask.left_m,
            ask.low_m,
            cell,
            columns=max(1, round(ask.wide_m / cell)),
            rows=max(1, round(ask.deep_m / cell)),
        )
        throw = 1 / math.tan(altitude)
        near = [solid for high, far, solid in self.solids if high * throw >= far]
        for outline, share in shadows_on_ground(near, toward):
            grid.shade(outline, share)
        return sum(grid.light) / len(grid.light)
