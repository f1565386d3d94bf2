"""Where on the site it is shady between two hours of a day: a map of the ground, and the best places for a bench or a pen."""

import math
from array import array
from collections.abc import Iterator, Sequence
from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from steady.drawing.scene import Solid
from steady.drawing.shadows import LOW_RAD, toward_sun
from steady.drawing.shapes import Point
from steady.drawing.unroll import hull
from steady.errors import InvalidInputError
from steady.ground.clock import clock_h, clock_says
from steady.jobs.document import JobDocument
from steady.jobs.site_layout import whole_scene
from steady.layout.sun import sun_position
from steady.plan.model import Vec
from steady.units.dates import day_of
from steady.value_objects import value_object

CELLS = 70
"""So many cells along the site's longer side [our own]; none is smaller than `LEAST_CELL_M`."""
LEAST_CELL_M = 0.2
ROUND_SIDES = 8
FREE = 0.02
"""So much of a cell may be stood on by what reaches over its edge."""
BEST_PLACES = 3
HEAD_M = 2.0
"""What hangs higher leaves room under it."""
CORNER_M = 0.3
"""House walls whose ends lie so near each other belong to one house [our own]."""
STEP_H = 0.5
"""The sun is looked at so often between the two hours."""


@value_object
class ShadeMapRequest:
    """A day, from when to when by the site's own clock, and the size of what is to stand in shade.

    `utc_h`: how far the clock is ahead of UTC, where the site has no time zone; None: nobody said.
    """

    on: Annotated[str, MaxLen(10)]
    from_h: Annotated[float, Ge(0), Le(24)] = 14.0
    to_h: Annotated[float, Ge(0), Le(24)] = 17.0
    utc_h: Annotated[float, Ge(-12), Le(14)] | None = None
    wide_m: Annotated[float, Ge(0.2), Le(50)] = 1.5
    deep_m: Annotated[float, Ge(0.2), Le(50)] = 1.5


@value_object
class ShadeMapPlace:
    """A rectangle of ground along the site's axes (m), and the share of the time and ground that lies in shade."""

    left_m: float
    low_m: float
    right_m: float
    high_m: float
    share: float


@value_object
class ShadeMapAnswer:
    """A map of shade. `shares`: of each cell, row by row from the lowest, left to right: 0 sun all the time, 1 shade."""

    left_m: float
    low_m: float
    cell_m: float
    columns: int
    rows: int
    shares: tuple[float, ...]
    places: tuple[ShadeMapPlace, ...]
    hours_up: float
    utc_h: float
    clock: str
    says: str


def shady(job: JobDocument, ask: ShadeMapRequest) -> ShadeMapAnswer:
    """The map and the best places.

    Slats and boards in a row count by the share that their shadows cover, those over each other by what they let through together.

    Raises:
        InvalidInputError: The place on the earth or its time zone is not known, a day that is none, or hours the wrong way round.

    Source: geometry: every solid's shadow on level ground at the site's zero.
    """
    site = job.site
    if site.latitude_rad is None or site.longitude_rad is None:
        raise InvalidInputError(
            "site/latitude_rad", "Type the place's latitude and longitude under Ground to see the sun"
        )
    if ask.to_h <= ask.from_h:
        raise InvalidInputError("to_h", "The later hour comes after the earlier one")
    day = day_of(ask.on, "on")
    scene = whole_scene(job)
    left, low, right, high, _ = scene.ground
    cell = max(LEAST_CELL_M, max(right - left, high - low) / CELLS)
    utc_h = clock_h(site, day, ask.from_h, typed_h=ask.utc_h)
    grid = Grid(left, low, cell, columns=math.ceil((right - left) / cell), rows=math.ceil((high - low) / cell))
    count = max(1, round((ask.to_h - ask.from_h) / STEP_H))
    up = 0
    for k in range(count):
        hour = ask.from_h + (k + 0.5) * (ask.to_h - ask.from_h) / count
        altitude, azimuth = sun_position(
            site.latitude_rad, site.longitude_rad, day, local_hours=hour, utc_offset_hours=utc_h
        )
        if altitude <= LOW_RAD:
            continue
        up += 1
        grid.begin()
        for outline, share in shadows_on_ground(scene.solids, toward_sun(altitude, azimuth, site.north_rad)):
            grid.shade(outline, share)
        grid.end()
    shares = grid.shares(up)
    places = tuple(_best(grid, shares, _taken(grid, job, scene.solids), ask=ask)) if up else ()
    return ShadeMapAnswer(
        left_m=left,
        low_m=low,
        cell_m=cell,
        columns=grid.columns,
        rows=grid.rows,
        shares=tuple(round(share, 3) for share in shares),
        places=places,
        hours_up=(ask.to_h - ask.from_h) * up / count,
        utc_h=utc_h,
        clock=clock_says(site, utc_h),
        says=_says(places, up),
    )


def _says(places: Sequence[ShadeMapPlace], up: int) -> str:
    if not up:
        return "The sun is down between these hours, or too low for shadows that mean anything"
    told = (
        f"The best place lies {places[0].share:.0%} in shade"
        if places
        else "Nothing of that size fits between what stands"
    )
    return f"{told}. Leaves of trees and the house's roof are not calculated, and the ground is taken as level"


def shadows_on_ground(solids: Sequence[Solid], toward: Vec) -> Iterator[tuple[tuple[Point, ...], float]]:
    """Each solid's shadow on the ground, a row of alike as one outline, and the share of that outline that is dark."""
    dx, dy = -toward[0] / toward[2], -toward[1] / toward[2]

    def falls(points: Sequence[Vec]) -> tuple[Point, ...]:
        return hull([(round(x + max(0.0, z) * dx, 5), round(y + max(0.0, z) * dy, 5)) for x, y, z in points])

    for solid in solids:
        points = solid_corners(solid)
        if max(z for _, _, z in points) <= 0:
            continue
        one = falls(points)
        if solid.count == 1:
            yield one, 1.0
            continue
        last = tuple(step * (solid.count - 1) for step in solid.step)
        whole = falls([*points, *((x + last[0], y + last[1], z + last[2]) for x, y, z in points)])
        area = _area(whole)
        yield whole, min(1.0, solid.count * _area(one) / area) if area > 0 else 0.0


def solid_corners(solid: Solid) -> Sequence[Vec]:
    """A solid's corners; of a round one so many about each end."""
    if solid.shape == "box":
        return solid.points
    turns = [2 * math.pi * k / ROUND_SIDES for k in range(ROUND_SIDES)]
    return [
        (x + solid.radius_m * math.cos(a), y + solid.radius_m * math.sin(a), z)
        for x, y, z in solid.points
        for a in turns
    ]


def _area(ring: Sequence[Point]) -> float:
    return (
        abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], ring[0]], strict=True))) / 2
        if ring
        else 0.0
    )


def _taken(grid: "Grid", job: JobDocument, solids: Sequence[Solid]) -> list[float]:
    """How much of each cell something stands on, lower than a head, or a house fills: nothing else is put there."""
    grid.begin()
    for solid in solids:
        points = solid_corners(solid)
        if min(z for _, _, z in points) < HEAD_M and max(z for _, _, z in points) > 0:
            last = tuple(step * (solid.count - 1) for step in solid.step)
            ends = [*points, *((x + last[0], y + last[1], z) for x, y, z in points)]
            grid.shade(hull([(round(x, 5), round(y, 5)) for x, y, _ in ends]), 1.0)
    for house in _houses([thing.corners for thing in job.site.things if thing.kind == "house wall"]):
        grid.shade(hull(house), 1.0)
    return [1.0 - light for light in grid.light]


def _houses(walls: Sequence[Sequence[Point]]) -> list[list[Point]]:
    """Walls joined at their ends, each house as all of its corners."""
    houses: list[list[Point]] = []
    for wall in walls:
        touching = [
            house for house in houses if any(math.dist(a, b) <= CORNER_M for a in house for b in (wall[0], wall[-1]))
        ]
        houses = [house for house in houses if house not in touching]
        houses.append([*wall, *(point for house in touching for point in house)])
    return houses


class Grid:
    """Cells of the ground: what lets the sun through at one moment, and the shade of all moments together."""

    def __init__(self, left_m: float, low_m: float, cell_m: float, *, columns: int, rows: int) -> None:
        self.left_m, self.low_m, self.cell_m, self.columns, self.rows = left_m, low_m, cell_m, columns, rows
        self.light = array("d", [1.0]) * (columns * rows)
        self.dark = array("d", [0.0]) * (columns * rows)

    def begin(self) -> None:
        """A moment with nothing over it yet."""
        self.light = array("d", [1.0]) * (self.columns * self.rows)

    def end(self) -> None:
        """The moment counts."""
        for k, light in enumerate(self.light):
            if light < 1.0:
                self.dark[k] += 1.0 - light

    def shares(self, moments: int) -> list[float]:
        """Shade of each cell over so many moments."""
        return [dark / max(1, moments) for dark in self.dark]

    def shade(self, ring: Sequence[Point], share: float) -> None:
        """A convex outline over the cells whose middles lie in it; one thinner than a cell counts by its share of them."""
        if len(ring) < 3 or share <= 0:
            return
        cell = self.cell_m
        lows = [y for _, y in ring]
        first = max(0, math.floor((min(lows) - self.low_m) / cell))
        last = min(self.rows - 1, math.floor((max(lows) - self.low_m) / cell))
        pairs = list(zip(ring, [*ring[1:], ring[0]], strict=True))
        for row in range(first, last + 1):
            bottom = self.low_m + row * cell
            span = _across(pairs, max(bottom, min(lows)), min(bottom + cell, max(lows)))
            if span is None:
                continue
            (start, stop), tall = span, min(1.0, (min(bottom + cell, max(lows)) - max(bottom, min(lows))) / cell)
            begin = max(0, math.floor((start - self.left_m) / cell))
            end = min(self.columns - 1, math.floor((stop - self.left_m) / cell))
            for column in range(begin, end + 1):
                edge = self.left_m + column * cell
                covered = tall * max(0.0, min(stop, edge + cell) - max(start, edge)) / cell
                self.light[row * self.columns + column] *= 1.0 - share * covered


def _across(pairs: Sequence[tuple[Point, Point]], low: float, high: float) -> tuple[float, float] | None:
    """Where a convex outline lies at the middle height of a band, from left to right."""
    y = (low + high) / 2
    xs = []
    for (x0, y0), (x1, y1) in pairs:
        if (y0 <= y) != (y1 <= y):
            xs.append(x0 + (y - y0) * (x1 - x0) / (y1 - y0))
    return (min(xs), max(xs)) if len(xs) > 1 else None


def _best(
    grid: Grid, shares: Sequence[float], taken: Sequence[float], *, ask: ShadeMapRequest
) -> Iterator[ShadeMapPlace]:
    """The shadiest rectangles of the size asked, either way round, none over what stands there or beside the next."""
    sums, full = _sums(grid, shares), _sums(grid, taken)

    def within(table: list[list[float]], row: int, column: int, *, wide: int, deep: int) -> float:
        return (
            table[row + deep][column + wide]
            - table[row][column + wide]
            - table[row + deep][column]
            + table[row][column]
        )

    found: list[tuple[float, int, int, int, int]] = []
    for wide_m, deep_m in {(ask.wide_m, ask.deep_m), (ask.deep_m, ask.wide_m)}:
        wide, deep = max(1, round(wide_m / grid.cell_m)), max(1, round(deep_m / grid.cell_m))
        for row in range(grid.rows - deep + 1):
            for column in range(grid.columns - wide + 1):
                if within(full, row, column, wide=wide, deep=deep) < FREE:
                    share = within(sums, row, column, wide=wide, deep=deep) / (wide * deep)
                    found.append((min(1.0, share), row, column, wide, deep))
    found.sort(key=lambda one: (-one[0], one[1], one[2]))
    put: list[tuple[int, int, int, int]] = []
    for share, row, column, wide, deep in found:
        if share <= 0.01 or len(put) == BEST_PLACES:
            break
        apart = max(wide, deep)
        if all(
            column + wide + apart <= left
            or left + w + apart <= column
            or row + deep + apart <= low
            or low + d + apart <= row
            for low, left, w, d in put
        ):
            put.append((row, column, wide, deep))
            left_m, low_m = grid.left_m + column * grid.cell_m, grid.low_m + row * grid.cell_m
            yield ShadeMapPlace(
                left_m=left_m,
                low_m=low_m,
                right_m=left_m + wide * grid.cell_m,
                high_m=low_m + deep * grid.cell_m,
                share=share,
            )


def _sums(grid: Grid, shares: Sequence[float]) -> list[list[float]]:
    """Sums of all cells below and left of each corner."""
    rows = [[0.0] * (grid.columns + 1)]
    for row in range(grid.rows):
        run, line = 0.0, [0.0]
        for column in range(grid.columns):
            run += shares[row * grid.columns + column]
            line.append(rows[row][column + 1] + run)
        rows.append(line)
    return rows
