"""A plan in space, from its parts and holes alone: boxes with their cut ends, cylinders and blocks of the feet, the ground."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

from steady.data.roles import role
from steady.data.styles import look
from steady.drawing.orthographic_views import drawn_box, hand
from steady.drawing.pieces import corners, halves, peaked
from steady.layout.terrain import Terrain, terrain
from steady.plan.model import Footing, Part, PartPlacement, Plan, Vec, Wall
from steady.value_objects import value_object

STAGES = ("dig", "posts", "frame", "close")
"""The order in which a slider puts a structure together."""
IN_GROUND = ("gravel", "sand", "concrete", "slab", "block")
AROUND_M = 6.0
BED_M = 0.8
"""A bed is drawn so far under the water that something floats on [our own]."""
FLUSH_M = 0.008


@value_object
class Solid:
    """One thing in space, or a row of `count` alike, each `step` further on.

    Args:
        about: What is selected when it is picked.
        layer: Its look; `fill` and `ink` its colours on paper.
        stage: Its place in `STAGES`.
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


@value_object
class Scene:
    """All solids on the drawn axes, the ground that they stand on (left, low, right, high, level), and a description in words.

    `water_m`: the level of the water that it floats on; None: it stands on ground. `terrain`: the ground's surface through every
    footing; `pools`: rings of open water, at their level.
    """

    solids: tuple[Solid, ...]
    ground: tuple[float, float, float, float, float]
    stages: tuple[str, ...]
    says: str
    terrain: Terrain
    water_m: float | None = None
    pools: tuple[tuple[Vec, ...], ...] = ()


def ground_points(plan: Plan) -> list[Vec]:
    """Where the ground's height is known under a plan, on the drawn axes: at its footings."""
    side = hand(plan)
    under = _under(plan)
    return [(x, y * side, z - under) for x, y, z in (footing.at for footing in plan.footings)]


def scene(plan: Plan) -> Scene:
    """Everything of a plan that has a size: what is drawn flat stands here, too."""
    solids = [solid for part in plan.parts if part.length_m > 0 for solid in _part(part)]
    solids += [solid for footing in plan.footings for solid in _footing(footing)]
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
        stages=STAGES,
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


def _part(part: Part) -> list[Solid]:
    row = role(part.role)
    paint = look(row.look)
    stage = STAGES.index(row.stage) if row.stage in STAGES else len(STAGES) - 1
    return [
        Solid(
            id=place.id,
            about=place.about or place.id,
            layer=row.look,
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


def _footing(footing: Footing) -> list[Solid]:
    x, y, z = footing.at
    found = []
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
                stage=0,
                shape="box" if box else "round",
                points=points,
                radius_m=half,
                says=layer.what,
            )
        )
    return found


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
