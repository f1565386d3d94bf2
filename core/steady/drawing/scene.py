"""A plan in space, from its parts and holes alone: boxes with their cut ends, cylinders and blocks of the feet, the ground."""

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import Literal

from steady.data.roles import role
from steady.data.styles import look
from steady.drawing.layers import layer_of
from steady.drawing.orthographic_views import drawn_box, hand
from steady.drawing.pieces import corners, halves, peaked
from steady.layout.terrain import Terrain, terrain
from steady.plan.model import Footing, Part, PartPlacement, Plan, Vec, Wall
from steady.plan.task_pieces import dug_at, filled_at, task_at
from steady.value_objects import value_object

STAGES = ("dig", "posts", "frame", "close")
"""The order in which several structures are put together, and one whose plan has no tasks."""
STAGE_SAYS = ("Holes and concrete", "Posts", "Frame", "All of it")
WIRE = "wire"
"""What is of wire is seen through in space, a gate's leaf as well."""
IN_GROUND = ("gravel", "sand", "concrete", "foam", "slab", "block")
AROUND_M = 6.0
BED_M = 0.8
"""A bed is drawn so far under the water that something floats on [our own]."""
FLUSH_M = 0.008
EARTH = "#4a3b2c"
"""The colour of the soil in an open hole [our own]."""
MOUTH_M = 0.012
"""An open hole's mouth is drawn so far above the ground [our own]."""


@value_object
class Solid:
    """One thing in space, or a row of `count` alike, each `step` further on.

    Args:
        about: What is selected when it is picked.
        layer: Its look; `fill` and `ink` its colours on paper.
        stage: The place in its scene's `stages` that it comes with.
        until: The place that it goes with: an open hole is filled; None: it stays.
        shape: box: eight corners, two ends of four, each in the order (-up -wide, -up +wide, +up -wide, +up +wide); round: a
            cylinder of `points` bottom and top centre and `radius_m`; ball: about its one point.
        says: What it is, in words.
    """

    id: str
    about: str
    layer: str
    fill: str
    stage: int
    shape: Literal["box", "round", "ball"]
    points: tuple[Vec, ...]
    radius_m: float = 0.0
    count: int = 1
    step: Vec = (0.0, 0.0, 0.0)
    says: str = ""
    until: int | None = None


@value_object
class Scene:
    """All solids on the drawn axes, the ground that they stand on (left, low, right, high, level), and a description in words.

    `stages`: what is done at each place of a slider, in words; `task_ids`: the tasks in that order, none for several
    structures. `water_m`: the level of the water that it floats on; None: it stands on ground. `terrain`: the ground's surface
    through every footing; `pools`: rings of open water, at their level.
    """

    solids: tuple[Solid, ...]
    ground: tuple[float, float, float, float, float]
    stages: tuple[str, ...]
    says: str
    terrain: Terrain
    water_m: float | None = None
    pools: tuple[tuple[Vec, ...], ...] = ()
    task_ids: tuple[str, ...] = ()


def ground_points(plan: Plan) -> list[Vec]:
    """Where the ground's height is known under a plan, on the drawn axes: at its footings."""
    side = hand(plan)
    under = _under(plan)
    return [(x, y * side, z - under) for x, y, z in (footing.at for footing in plan.footings)]


def scene(plan: Plan, by_task: bool = False) -> Scene:
    """Everything of a plan that has a size: what is drawn flat stands here, too.

    Args:
        by_task: Put together by the plan's own tasks, as the calendar has them; else, and where it has none, by `STAGES`.
    """
    tasks = plan.tasks if by_task else ()
    order = _by_task(plan) if tasks else _BY_STAGE
    solids = [solid for part in plan.parts if part.length_m > 0 for solid in _part(part, order.part(part))]
    solids += [solid for footing in plan.footings for solid in _footing(footing, order)]
    solids += [_wall(curve) for curve in plan.curves if isinstance(curve, Wall)]
    if hand(plan) < 0:
        solids = [_turned(solid) for solid in solids]
    left, near, right, far = drawn_box(plan)
    level = ground_under(plan, solids) - _under(plan)
    ground = (left - AROUND_M, near - AROUND_M, right + AROUND_M, far + AROUND_M, level)
    known = [] if plan.floats else ground_points(plan)
    middle = ((ground[0] + ground[2]) / 2, (ground[1] + ground[3]) / 2, level)
    return Scene(
        solids=tuple(solids),
        ground=ground,
        stages=tuple(task.what for task in tasks) or STAGE_SAYS,
        task_ids=tuple(task.id for task in tasks),
        says=described(plan),
        water_m=0.0 if plan.floats else None,
        terrain=terrain(known or [middle], ground[:4]),
    )


def _under(plan: Plan) -> float:
    """How far under it the ground is drawn: under a float, and under a slab that lies flush, so that its top is seen."""
    if plan.floats:
        return BED_M
    return FLUSH_M if any(layer.what == "slab" for footing in plan.footings for layer in footing.layers) else 0.0


def ground_under(plan: Plan, solids: Sequence[Solid] = ()) -> float:
    """The level that a plan stands on: the water it floats on, the middle of its footings' ground, else its lowest piece (m)."""
    if plan.footings:
        return sum(footing.at[2] for footing in plan.footings) / len(plan.footings)
    if plan.floats:
        return 0.0
    return _lowest(list(solids) or [solid for part in plan.parts if part.length_m > 0 for solid in _part(part)])


def walls_of(plan: Plan) -> list[Solid]:
    """The house walls that a plan brings along, on the drawn axes."""
    found = [_wall(curve) for curve in plan.curves if isinstance(curve, Wall)]
    return [_turned(solid) for solid in found] if hand(plan) < 0 else found


def described(plan: Plan) -> str:
    """What a picture of the plan shows, in words: for those who do not see it."""
    counts: dict[str, int] = {}
    for part in plan.parts:
        if part.length_m > 0:
            counts[part.role] = counts.get(part.role, 0) + part.count
    words = [f"{count} {role(name).one if count == 1 else role(name).many}" for name, count in counts.items()]
    dug = sum(footing.hole_m > 0 for footing in plan.footings)
    holes = f", {dug} footings in the ground" if dug else ""
    return f"A {plan.called}: {', '.join(words)}{holes}"


def _turned(solid: Solid) -> Solid:
    """With y the other way, and the corners in their order again."""
    points = tuple((x, -y, z) for x, y, z in solid.points)
    if solid.shape == "box":
        points = tuple(points[i] for i in (1, 0, 3, 2, 5, 4, 7, 6))
    return replace(solid, points=points, step=(solid.step[0], -solid.step[1], solid.step[2]))


@value_object
class _Order:
    """At which place of the slider a part goes up, holes are dug, and filled."""

    part: Callable[[Part], int]
    dug: int
    filled: int


def _stage(part: Part) -> int:
    stage = role(part.role).stage
    return STAGES.index(stage) if stage in STAGES else len(STAGES) - 1


_BY_STAGE = _Order(part=_stage, dug=0, filled=0)


def _by_task(plan: Plan) -> _Order:
    return _Order(part=lambda part: task_at(plan, part), dug=dug_at(plan), filled=filled_at(plan))


def _part(part: Part, stage: int = 0) -> list[Solid]:
    row = role(part.role)
    layer = WIRE if row.material == WIRE else layer_of(part)
    paint = look(layer)
    return [
        Solid(
            id=place.id,
            about=place.about or place.id,
            layer=layer,
            fill=paint.fill or paint.ink,
            stage=stage,
            shape="round" if row.shape == "round" else "box",
            points=_ends(part, place)
            if row.shape == "round"
            else tuple((round(x, 4), round(y, 4), round(z, 4)) for x, y, z in corners(one, place)),
            radius_m=part.section_m[0] / 2 if row.shape == "round" else 0.0,
            count=place.count,
            step=place.step,
            says=row.one,
        )
        for at in part.places
        for one, place in (halves(part, at) if peaked(part) else ((part, at),))
    ]


def _ends(part: Part, place: PartPlacement) -> tuple[Vec, ...]:
    """A round piece: the centres of its two ends."""
    x, y, z = (place.at[k] + place.along[k] * part.length_m for k in range(3))
    return place.at, (x, y, z)


def _footing(footing: Footing, order: _Order) -> list[Solid]:
    x, y, z = footing.at
    found = [_open_hole(footing, order)] if footing.hole_m > 0 and order.dug < order.filled else []
    for layer in footing.layers:
        if layer.what not in IN_GROUND:
            continue
        low, high, half = z + layer.bottom_m, z + layer.top_m, layer.width_m / 2
        box = layer.shape == "square"
        ring = ((-half, -half), (half, -half), (-half, half), (half, half))
        points = (
            tuple((x + dx, y + dy, end) for end in (low, high) for dx, dy in ring)
            if box
            else ((x, y, low), (x, y, high))
        )
        found.append(
            Solid(
                id=footing.id,
                about=footing.under,
                layer=layer.what,
                fill=look(layer.what).fill,
                stage=order.filled,
                shape="box" if box else "round",
                points=points,
                radius_m=half,
                says=layer.what,
            )
        )
    return found


def _open_hole(footing: Footing, order: _Order) -> Solid:
    """A hole that is dug and not yet filled: its mouth stands a little above the ground, so that it is seen."""
    x, y, z = footing.at
    return Solid(
        id=f"{footing.id}/open",
        about=footing.under,
        layer="hole",
        fill=EARTH,
        stage=order.dug,
        until=order.filled,
        shape="round",
        points=((x, y, z - footing.hole_m), (x, y, z + MOUTH_M)),
        radius_m=footing.hole_width_m / 2,
        says="open hole",
    )


def _wall(wall: Wall) -> Solid:
    """A wall that stands already, its face along its curve."""
    (x0, y0, z0), (x1, y1, _) = wall.points[0], wall.points[-1]
    long = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5 or 1.0
    dx, dy = (y1 - y0) / long * wall.thick_m, -(x1 - x0) / long * wall.thick_m
    low, high = z0 - 1.0, wall.top_m
    points = tuple((x + k * dx, y + k * dy, z) for x, y in ((x0, y0), (x1, y1)) for z in (low, high) for k in (0, 1))
    paint = look("wall")
    return Solid(
        id=wall.id,
        about=wall.id,
        layer="wall",
        fill=paint.fill,
        stage=0,
        shape="box",
        points=points,
        says="wall of the house",
    )


def _lowest(solids: list[Solid]) -> float:
    return min((z for solid in solids for _, _, z in solid.points), default=0.0)
