"""The whole job on its site: each structure's footprint where it stands, and all of them in space."""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from steady.data.styles import look
from steady.drawing.orthographic_views import hand
from steady.drawing.scene import STAGE_SAYS, Scene, Solid, ground_points, ground_under, scene, walls_of
from steady.drawing.shapes import Point, View
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.placement import SitePlacement
from steady.ground.survey import SiteFeature, enough_points, thing_row
from steady.ground.survey_geo import Anchor, geojson
from steady.ground.underlay import corners
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.site_clearances import (
    PieceOutline,
    PlacedStructure,
    SiteClearance,
    check_site_clearances,
    outlines,
    stood,
)
from steady.jobs.site_drawing import WALL_M, site_view, spots_of, thing_shapes
from steady.jobs.support_links import host_of
from steady.layout.contours import height_between, triangles
from steady.layout.plane import sides
from steady.layout.terrain import terrain
from steady.plan.model import Plan, Vec
from steady.structures.registry import kind_of
from steady.value_objects import value_object

APART_M = 3.0
ROW_M = 60.0
TRUNK_M = 0.2
"""Structures that nobody has placed yet stand in rows so wide, so far apart [our own defaults]."""


@value_object
class PlacedOutline:
    """One structure on the site.

    Args:
        called: Its kind, in a word.
        placed: Whether somebody said where it stands; else it is only put where it is out of the others' way.
        outlines: What it covers, on the site's axes (m).
        middle: Where its name is written.
        failed: Why it can't be drawn; empty when it is.
        ground_m: The ground at its zero by the site's spot heights (m); None: nobody read it there.
        on: What it rests on, and moves with; empty: the ground.
    """

    id: str
    name: str
    called: str
    placed: bool
    stands: SitePlacement
    outlines: tuple[tuple[Point, ...], ...] = ()
    walls: tuple[tuple[Point, ...], ...] = ()
    middle: Point = (0.0, 0.0)
    failed: str = ""
    ground_m: float | None = None
    on: str = ""


@value_object
class SitePlan:
    """All structures of a job from above; `bounds`: left, low, right, high (m); north lies `north_rad` to the left of up.

    `lies`: what lies there whatever is built; `beside`: each placed structure held against it, nearest first.
    """

    stands: tuple[PlacedOutline, ...]
    bounds: tuple[float, float, float, float]
    north_rad: float
    lies: View
    beside: tuple[SiteClearance, ...] = ()


@dataclass(slots=True)
class _Drawn:
    id: str
    plan: Plan | None
    seen: tuple[PieceOutline, ...]
    prints: list[tuple[Point, ...]]
    failed: str
    box: tuple[float, float, float, float]


def site_plan(job: JobDocument) -> SitePlan:
    """Every structure where it stands; what can't be planned says so and leaves the others alone."""
    drawn = [_drawn(job, item.spec.id) for item in job.structures]
    places = _places(job, drawn)
    spots = spots_of(job.site.things)
    net = triangles(spots)
    stands = tuple(
        replace(
            _stand(item, one, place, ground_m=height_between(spots, net, (place.x_m, place.y_m))),
            placed=_placed(job, item),
            on=host.spec.id if (host := host_of(item, job.structures)) else "",
        )
        for item, one, place in zip(job.structures, drawn, places, strict=True)
    )
    shapes = thing_shapes(job.site.things, job.reading.tape())
    points = [p for stand in stands for ring in (*stand.outlines, *stand.walls) for p in ring]
    points += [p for shape in shapes for p in shape.points]
    points += corners(job.site.under) if job.site.under else ()
    xs, ys = [p[0] for p in points] or [0.0, 10.0], [p[1] for p in points] or [0.0, 8.0]
    bounds = (min(xs), min(ys), max(xs), max(ys))
    lies = View(name="site", title="The site", shapes=tuple(shapes), bounds=bounds, layout="grid", how="site")
    near = tuple(item for one in _stood(job, drawn, places) for item in _beside(job, one))
    return SitePlan(stands=stands, bounds=bounds, north_rad=job.site.north_rad, lies=lies, beside=near)


def site_sheet(job: JobDocument) -> View:
    """The whole site as one drawing for paper and files: what lies there, and every structure with its distances."""
    drawn = [_drawn(job, item.spec.id) for item in job.structures]
    stands = _stood(job, drawn, _places(job, drawn), unplaced=True)
    placed = {item.spec.id for item in job.structures if _placed(job, item)}
    near = [item for one in stands if one.id in placed for item in _beside(job, one)]
    return site_view(job.site.things, stands, near, tape=job.reading.tape())


def unplaced(job: JobDocument) -> str:
    """What a drawing of the site has to say about structures that nobody placed; empty: each has its place.

    They are drawn beside the others, and no distance to them or between them means anything.
    """
    names = [item.name for item in job.structures if not _placed(job, item)]
    return (
        f"Not placed on the site yet, so the distances between them mean nothing: {', '.join(names)}" if names else ""
    )


def anchor_of(job: JobDocument) -> Anchor:
    """Where the site's zero lies on the earth.

    Raises:
        InvalidInputError: Nobody said so yet.
    """
    site = job.site
    if site.latitude_rad is None or site.longitude_rad is None:
        raise InvalidInputError("site/latitude_rad", "Type the latitude and longitude of the site's zero first")
    return Anchor(latitude_rad=site.latitude_rad, longitude_rad=site.longitude_rad, north_rad=site.north_rad)


def site_geojson(job: JobDocument) -> str:
    """The site and all that stands on it as GeoJSON.

    Raises:
        InvalidInputError: Nobody said where on the earth it lies.
    """
    shown = site_plan(job)
    return geojson(anchor_of(job), job.site.things, [(one.id, one.name, one.outlines) for one in shown.stands])


def _stood(
    job: JobDocument, drawn: list["_Drawn"], places: list[SitePlacement], *, unplaced: bool = False
) -> list[PlacedStructure]:
    """What stands, as it is held against what lies there; what nobody placed is held against nothing."""
    return [
        stood(one.plan, one.seen, (item.spec.id, item.name), place=place)
        for item, one, place in zip(job.structures, drawn, places, strict=True)
        if one.plan is not None and (unplaced or _placed(job, item))
    ]


def _beside(job: JobDocument, one: PlacedStructure) -> list[SiteClearance]:
    whole = [thing for thing in job.site.things if not enough_points(thing)]
    return check_site_clearances(one, whole, job.site.notes, tape=job.reading.tape())


def whole_scene(job: JobDocument) -> Scene:
    """All structures in space; what is picked is a structure."""
    drawn = [_drawn(job, item.spec.id) for item in job.structures]
    solids: list[Solid] = []
    known: list[Vec] = []
    says = []
    for item, one, place in zip(job.structures, drawn, _places(job, drawn), strict=True):
        if one.plan is not None:
            alone = scene(one.plan)
            up = replace(
                place, level_m=place.level_m - ground_under(one.plan)
            )  # its own ground lies where it was said to
            solids += [_carried(solid, one.id, up) for solid in alone.solids]
            if kind_of(item.spec).rests(item.spec) is None and not one.plan.floats:
                known += [up.carry(point) for point in ground_points(one.plan)]
            says.append(alone.says)
    solids += things_in_space(job.site.things)
    known += [
        (*thing.corners[0], thing.height_m)
        for thing in job.site.things
        if thing.kind == "spot height" and thing.height_m is not None
    ]
    left, low, right, high = site_plan_bounds(solids)
    ground = (left - APART_M, low - APART_M, right + APART_M, high + APART_M, 0.0)
    return Scene(
        solids=tuple(solids),
        ground=ground,
        stages=STAGE_SAYS,
        says="; ".join(says) or "Nothing stands here yet",
        terrain=terrain(known or [((left + right) / 2, (low + high) / 2, 0.0)], ground[:4]),
        pools=tuple(
            tuple((x, y, _level_m(known, x, y)) for x, y in thing.corners)
            for thing in job.site.things
            if thing.kind == "water" and len(thing.corners) > 2
        ),
    )


def _level_m(known: Sequence[Vec], x: float, y: float) -> float:
    """Height of the known ground that lies nearest (m)."""
    return min(known, key=lambda point: math.hypot(point[0] - x, point[1] - y))[2] if known else 0.0


CROWN_SHARE = 0.62
"""How much of a tree's height its crown takes, where nobody measured it [our own picture]."""
STAKE_M = 0.05
STAKE_HIGH_M = 0.9
SERVICE_DEEP_M = 0.6
"""How deep a buried service is drawn: its true depth is its owner's to say [our own picture]."""


def things_in_space(things: Sequence[SiteFeature]) -> list[Solid]:
    """What lies here and has a height, standing on the site's zero: walls, trees with their crowns; boundaries as a string
    between stakes, services in the ground."""
    return [solid for thing in things if not enough_points(thing) for solid in _in_space(thing)]


def _in_space(thing: SiteFeature) -> Iterator[Solid]:
    high_m = thing.height_m or 0.0
    pairs = list(itertools.pairwise(thing.corners))
    if thing.kind == "tree" and high_m > 0:
        x, y = thing.corners[0]
        yield _thing_solid(thing, "round", ((x, y, 0.0), (x, y, high_m * (1 - CROWN_SHARE / 2))), radius_m=TRUNK_M)
        crown_m = high_m * CROWN_SHARE / 2
        yield _thing_solid(thing, "ball", ((x, y, high_m - crown_m),), radius_m=crown_m)
    elif thing.kind in ("house wall", "stands already") and high_m > 0:
        closed = thing_row(thing.kind).drawn == "area" and len(thing.corners) > 2
        for a, b in sides(thing.corners, closed=closed):
            yield _thing_solid(thing, "box", _standing_wall(a, b, high_m))
    elif thing.kind == "boundary":
        for x, y in thing.corners:
            yield _thing_solid(thing, "round", ((x, y, -0.3), (x, y, STAKE_HIGH_M)), radius_m=STAKE_M / 2)
        for (x0, y0), (x1, y1) in pairs:
            yield _thing_solid(
                thing, "round", ((x0, y0, STAKE_HIGH_M - 0.1), (x1, y1, STAKE_HIGH_M - 0.1)), radius_m=0.006
            )
    elif thing.kind == "service":
        for (x0, y0), (x1, y1) in pairs:
            yield _thing_solid(thing, "round", ((x0, y0, -SERVICE_DEEP_M), (x1, y1, -SERVICE_DEEP_M)), radius_m=0.05)


def _standing_wall(a: Point, b: Point, high_m: float) -> tuple[Vec, ...]:
    """A wall's box behind its line, in the order that solids have their corners."""
    long = math.dist(a, b) or 1.0
    nx, ny = -(b[1] - a[1]) / long * WALL_M, (b[0] - a[0]) / long * WALL_M
    ends = []
    for x, y in (a, b):
        ends += [(x, y, 0.0), (x + nx, y + ny, 0.0), (x, y, high_m), (x + nx, y + ny, high_m)]
    return tuple(ends)


def _thing_solid(
    thing: SiteFeature, shape: Literal["box", "round", "ball"], points: tuple[Vec, ...], *, radius_m: float = 0.0
) -> Solid:
    paint = look(thing_row(thing.kind).look)
    return Solid(
        id=thing.id,
        about=thing.id,
        layer=thing_row(thing.kind).look,
        fill=paint.fill or paint.ink,
        stage=0,
        shape=shape,
        points=points,
        radius_m=radius_m,
        says=thing.says,
    )


def site_plan_bounds(solids: list[Solid]) -> tuple[float, float, float, float]:
    """Left, low, right and high edge of what stands (m)."""
    xs = [p[0] for solid in solids for p in solid.points] or [0.0, 10.0]
    ys = [p[1] for solid in solids for p in solid.points] or [0.0, 8.0]
    return min(xs), min(ys), max(xs), max(ys)


def _drawn(job: JobDocument, structure_id: str) -> _Drawn:
    try:
        made = plan_structure(job, structure_id)
    except (InvalidInputError, OutOfScopeError) as error:
        says = error.message if isinstance(error, InvalidInputError) else error.reason
        return _Drawn(structure_id, None, (), [], says, (0.0, 0.0, APART_M, APART_M))
    seen = outlines(made)
    prints = list(dict.fromkeys(one.ring for one in seen))  # pieces over each other cover the same
    xs, ys = (
        [p[0] for ring in prints for p in ring] or [0.0, 1.0],
        [p[1] for ring in prints for p in ring] or [0.0, 1.0],
    )
    return _Drawn(structure_id, made, seen, prints, "", (min(xs), min(ys), max(xs), max(ys)))


def _places(job: JobDocument, drawn: list[_Drawn]) -> list[SitePlacement]:
    """Where each was put, and for the rest a first place: in rows from the site's zero downward, in the job's order."""
    free = [
        one
        for item, one in zip(job.structures, drawn, strict=True)
        if item.stands is None and host_of(item, job.structures) is None
    ]
    put = _free(free)
    first = {one.id: next(put) for one in free}
    found = {item.spec.id: item.stands or first.get(item.spec.id) for item in job.structures}
    plans = {one.id: one.plan for one in drawn}
    return [_carried_by(item, found, plans) for item in job.structures]


def _carried_by(
    item: Structure, found: dict[str, SitePlacement | None], plans: dict[str, Plan | None]
) -> SitePlacement:
    """Where a structure stands: its own place, or its corner on what carries it, turned and raised with it."""
    rest = kind_of(item.spec).rests(item.spec)
    under, mine = (plans.get(rest.on), plans.get(item.spec.id)) if rest else (None, None)
    host = found.get(rest.on) if rest else None
    if rest is None or host is None or under is None or mine is None:
        return found[item.spec.id] or SitePlacement()
    x, y, _ = host.carry((rest.x_m, rest.y_m * hand(under), 0.0))
    level = host.level_m - ground_under(under) + ground_under(mine)
    return SitePlacement(x_m=x, y_m=y, turn_rad=host.turn_rad, level_m=level)


def _placed(job: JobDocument, item: Structure) -> bool:
    """Whether somebody said where it stands, or where what carries it does."""
    return (host_of(item, job.structures) or item).stands is not None


def _free(drawn: list[_Drawn]) -> Iterator[SitePlacement]:
    x, top, deepest = 0.0, 0.0, 0.0
    for one in drawn:
        left, low, right, high = one.box
        if x > 0 and x + right - left > ROW_M:
            x, top, deepest = 0.0, top - deepest - APART_M, 0.0
        yield SitePlacement(x_m=round(x - left, 3), y_m=round(top - high, 3))
        x += right - left + APART_M
        deepest = max(deepest, high - low)


def _stand(item: Structure, one: _Drawn, place: SitePlacement, *, ground_m: float | None) -> PlacedOutline:
    def ring(points: tuple[Point, ...]) -> tuple[Point, ...]:
        return tuple((round(x, 4), round(y, 4)) for x, y, _ in (place.carry((x, y, 0.0)) for x, y in points))

    left, low, right, high = one.box
    x, y, _ = place.carry(((left + right) / 2, (low + high) / 2, 0.0))
    walls = [solid.points for solid in (walls_of(one.plan) if one.plan else ())]
    faces = tuple(ring(tuple((box[i][0], box[i][1]) for i in (0, 1, 5, 4))) for box in walls)
    return PlacedOutline(
        id=one.id,
        name=item.name,
        called=kind_of(item.spec).key,
        placed=item.stands is not None,
        stands=place,
        outlines=tuple(ring(points) for points in one.prints),
        walls=faces,
        middle=(x, y),
        failed=one.failed,
        ground_m=ground_m,
    )


def _carried(solid: Solid, structure_id: str, place: SitePlacement) -> Solid:
    return replace(
        solid,
        id=f"{structure_id}/{solid.id}",
        about=structure_id,
        points=tuple(place.carry(point) for point in solid.points),
        step=place.turned(solid.step),
    )
