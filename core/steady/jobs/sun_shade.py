"""A structure's shade: where its shadow falls at an hour, how much of a patch lies in it, and a table over hours and dates."""

from datetime import date
from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from steady.drawing.orthographic_views import drawn_box
from steady.drawing.shadows import LOW_RAD, Patch, cast, share_in, toward_sun
from steady.drawing.shapes import Point
from steady.errors import InvalidInputError
from steady.ground.clock import clock_h, clock_says
from steady.ground.site import Site
from steady.jobs.document import JobDocument, find, plan_structure
from steady.layout.sun import sun_position
from steady.plan.model import Plan, Vec
from steady.structures.registry import kind_of
from steady.units.dates import day_of
from steady.value_objects import value_object

MIDSUMMER_YEAR = 2026
"""The sun stands alike every year, to less than a degree."""
FIRST_HOUR, LAST_HOUR = 6, 20
UP: Vec = (0.0, 0.0, 1.0)
DATES = ((3, 20), (6, 21), (9, 22), (12, 21))
"""Equinoxes and solstices."""


@value_object
class SunRequest:
    """A day, an hour of the site's own clock, and a patch; None: below the structure.

    `utc_h`: how far the clock is ahead of UTC, where the site has no time zone; None: nobody said.
    """

    on: Annotated[str, MaxLen(10)]
    hour: Annotated[float, Ge(0), Le(24)]
    utc_h: Annotated[float, Ge(-12), Le(14)] | None = None
    left_m: Annotated[float, Ge(-200), Le(5000)] | None = None
    near_m: Annotated[float, Ge(-200), Le(5000)] | None = None
    wide_m: Annotated[float, Ge(0.1), Le(100)] | None = None
    deep_m: Annotated[float, Ge(0.1), Le(100)] | None = None


@value_object
class SunRow:
    """One hour of the clock: the share of the patch in shade on each date; None where the sun is down or too low."""

    hour: int
    shares: tuple[float | None, ...]


@value_object
class SunAnswer:
    """Shade at the hour asked, with its shadows on the ground, and the table; all on the drawn axes, y up the paper.

    `clock`: the zone of the hours, in words. `toward`: unit vector to the sun; None: down. `below`: what stands, from above.
    """

    up: bool
    altitude_rad: float
    azimuth_rad: float
    toward: Vec | None
    share: float | None
    shadows: tuple[tuple[Point, ...], ...]
    below: tuple[tuple[Point, ...], ...]
    patch: tuple[float, float, float, float]
    dates: tuple[str, ...]
    table: tuple[SunRow, ...]
    says: str
    clock: str


def sun(job: JobDocument, structure_id: str, ask: SunRequest) -> SunAnswer:
    """The shade of one structure.

    Raises:
        InvalidInputError: The place or its time zone is not known, or a day that is none.
    """
    site = job.site
    if site.latitude_rad is None or site.longitude_rad is None:
        raise InvalidInputError(
            "site/latitude_rad", "Type the place's latitude and longitude under Ground to see the sun"
        )
    day = day_of(ask.on, "on")
    plan = plan_structure(job, structure_id)
    level = sum(f.at[2] for f in plan.footings) / len(plan.footings) if plan.footings else 0.0
    patch = _patch(plan, ask)
    ahead_h = clock_h(site, day, ask.hour, typed_h=ask.utc_h)
    altitude, azimuth = sun_position(
        site.latitude_rad, site.longitude_rad, day, local_hours=ask.hour, utc_offset_hours=ahead_h
    )
    up = altitude > LOW_RAD
    toward = toward_sun(altitude, azimuth, site.north_rad) if up else None
    shadows = cast(plan, toward, level) if toward is not None else []
    share = share_in(shadows, patch) if toward is not None else None
    days = [*(date(day.year, month, number) for month, number in DATES), day]

    def shade(one: date, hour: int) -> float | None:
        return _share(plan, site, (one, hour, clock_h(site, one, hour, typed_h=ask.utc_h)), patch=patch, level=level)

    hours = range(FIRST_HOUR, LAST_HOUR + 1)
    rows = tuple(SunRow(hour=hour, shares=tuple(shade(one, hour) for one in days)) for hour in hours)
    return SunAnswer(
        up=up,
        altitude_rad=altitude,
        azimuth_rad=azimuth,
        toward=toward,
        share=share,
        shadows=tuple(shadows),
        below=tuple(cast(plan, UP, level)),
        patch=(patch.left_m, patch.near_m, patch.right_m, patch.far_m),
        dates=tuple(one.isoformat() for one in days),
        table=rows,
        says=_says(share),
        clock=clock_says(site, ahead_h),
    )


def usual_ask(job: JobDocument, structure_id: str) -> SunRequest:
    """When a structure's shade is looked at where nobody says: when it was asked to shade, else a midsummer afternoon."""
    spec = find(job, structure_id)[1].spec
    asked = kind_of(spec).shades(spec)
    if asked is not None:
        on, hour, utc_h = asked
        return SunRequest(on=on, hour=hour, utc_h=utc_h)
    southern = (job.site.latitude_rad or 0.0) < 0
    day = f"{MIDSUMMER_YEAR}-{'12-21' if southern else '06-21'}"
    return SunRequest(on=day, hour=15.0)


def _says(share: float | None) -> str:
    if share is None:
        return "The sun is down then, or too low for shadows that mean anything"
    return f"{share:.0%} of the patch lies in its shadow. Leaves, trees and the house are not calculated"


def _patch(plan: Plan, ask: SunRequest) -> Patch:
    left, near, right, far = drawn_box(plan)
    if far - near < 0.5:
        near, far = near - 2.0, near + 2.0  # a line shades what lies beside it
    left = ask.left_m if ask.left_m is not None else left
    near = ask.near_m if ask.near_m is not None else near
    right = left + ask.wide_m if ask.wide_m is not None else max(right, left + 0.1)
    far = near + ask.deep_m if ask.deep_m is not None else max(far, near + 0.1)
    return Patch(left_m=left, near_m=near, right_m=right, far_m=far)


def _share(plan: Plan, site: Site, at: tuple[date, int, float], *, patch: Patch, level: float) -> float | None:
    """`at`: day, hour of the clock, and how far the clock is from UTC (h)."""
    day, hour, utc_h = at
    assert site.latitude_rad is not None and site.longitude_rad is not None
    altitude, azimuth = sun_position(
        site.latitude_rad, site.longitude_rad, day, local_hours=float(hour), utc_offset_hours=utc_h
    )
    if altitude <= LOW_RAD:
        return None
    return share_in(cast(plan, toward_sun(altitude, azimuth, site.north_rad), level), patch)
