"""How a fence's posts stand: each kind of foot's layers, the width that pushes on the ground, and what it holds up to."""

import math
from functools import cache

from steady.catalog.items import SectionItem, sold_with, stick, sticks
from steady.data.loader import keyed
from steady.errors import InvalidInputError
from steady.footings.hole import volumes_of
from steady.plan.model import Layer
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.feet import FootKind
from steady.structures.fence.spec.fence import FenceSpec, NoDig
from steady.units.units import GRAVITY
from steady.value_objects import positional_value_object

SLAB_SHOWN_M = 0.6
"""How much of a slab is drawn about a post."""


@positional_value_object
class FoundationType:
    """A kind of foot in words: what it stands on, what of it pushes on the ground, whether it holds a moment alone.

    `fill`: what fills the hole round the post up to the ground, empty: layers of its own; `unchecked`: why no rule covers it.
    """

    key: FootKind
    says: str
    stands: str
    side: str
    fixed: bool
    durability: str
    dig: str
    set: str
    caution: str
    fill: str
    unchecked: str
    source: str

    @property
    def in_ground(self) -> bool:
        """Whether the ground holds it up."""
        return self.stands == "ground"

    @property
    def on_pier(self) -> bool:
        """A base on a concrete pier of its own."""
        return self.stands == "pier"

    @property
    def on_slab(self) -> bool:
        """A base on a slab that is there already."""
        return self.stands == "slab"

    @property
    def on_block(self) -> bool:
        """In a block that lies on its bed."""
        return self.stands == "block"


WORDS = ("says", "stands", "side", "durability", "dig", "set", "caution", "fill", "unchecked")


@cache
def foot_ways() -> dict[str, FoundationType]:
    """Every kind of foot."""
    return {
        key: FoundationType(
            key=key,  # type: ignore[arg-type]
            fixed=row.text["fixed"] == "yes",
            source=row.source,
            **{name: row.text[name] for name in WORDS},
        )
        for key, row in keyed("fence_feet").items()
    }


def way_at(spec: FenceSpec, station_m: float) -> FoundationType:
    """The foot of a post at a station: the fence's, or what an existing slab or old hole there asks for."""
    for zone in spec.zones:
        if zone.foot is not None and within(zone, station_m):
            return foot_ways()[zone.foot]
    return foot_ways()[spec.foot]


def within(zone: NoDig, station_m: float) -> bool:
    """Whether a station lies in what crosses the line there."""
    return abs(station_m - zone.at_m) <= zone.half_width_m / math.sin(zone.crossing_rad)


def side_width_m(spec: FenceSpec, way: FoundationType, stick: SectionItem, *, hole_width_m: float) -> float:
    """What pushes sideways on the ground: the concrete's width, or the post's own diagonal where soil lies against it.

    Source: IBC 1807.3.2.1, b is the footing's diameter or a square post's diagonal (from memory, high).
    """
    if way.side == "post":
        return math.hypot(stick.width_m, stick.thickness_m)
    if way.on_pier:
        return spec.foot_detail.pier_width_m or hole_width_m
    return hole_width_m


def foot_m(spec: FenceSpec, way: FoundationType) -> float:
    """How far the wood's foot stands over the ground; 0 for a post that goes into it."""
    detail = spec.foot_detail
    if way.key == "over a pipe":
        return detail.clear_m
    if way.on_pier:
        return detail.pier_above_m + detail.clear_m
    if way.on_slab:
        return detail.clear_m
    return detail.block_height_m / 2 if way.on_block else 0.0


def refuse(spec: FenceSpec, posts: list[SectionItem]) -> None:
    """Feet that cannot be.

    Raises:
        InvalidInputError: The field, and what would do.
    """
    detail = spec.foot_detail
    kinds = {spec.foot, *(zone.foot for zone in spec.zones if zone.foot is not None)}
    steel = any(post.species == "steel" for post in posts)
    if "part driven" in kinds and not all(post.species == "steel" for post in posts):
        raise InvalidInputError("foot", "Wood posts are not driven: pick a steel post, or another foot")
    if steel and "over a pipe" in kinds:
        raise InvalidInputError("foot", "A sleeve over a pipe is of wood: pick a wood post")
    if detail.bell_width_m is not None and spec.hole_width_m is not None and detail.bell_width_m < spec.hole_width_m:
        raise InvalidInputError("foot_detail/bell_width_m", "A bell is wider than the hole above it")
    if detail.collar_below_m >= detail.dug_m and "part driven" in kinds:
        raise InvalidInputError(
            "foot_detail/collar_below_m", "The collar stops below the dug part: dig deeper or stop it higher"
        )


def layers(
    spec: FenceSpec, way: FoundationType, post: SectionItem, *, hole_m: tuple[float, float], above_ground_m: float
) -> tuple[Layer, ...]:
    """What lies in and on the ground at one post, bottom first; heights from the ground there. `hole_m`: deep, wide."""
    embedment_m, hole_width_m = hole_m
    detail, gravel_m = spec.foot_detail, spec.gravel_m
    wide_m = side_width_m(spec, way, post, hole_width_m=hole_width_m) if way.on_pier else hole_width_m
    foot = foot_m(spec, way)
    stood = Layer(
        what="post", bottom_m=foot if foot else -embedment_m, top_m=above_ground_m, width_m=post.width_m, shape="square"
    )

    def fill(what: str, bottom_m: float, top_m: float, *, bell: bool = False) -> Layer:
        return Layer(
            what=what,  # type: ignore[arg-type]
            bottom_m=bottom_m,
            top_m=top_m,
            width_m=wide_m,
            shape="round",
            bell_m=min(detail.bell_m, top_m - bottom_m) if bell else 0.0,
            bell_width_m=(detail.bell_width_m or 0.0) if bell else 0.0,
        )

    plug_m = spec.plug_m if way.key == "closed below" else 0.0
    dug_m = gravel_m + plug_m + embedment_m
    belled = detail.bell_width_m is not None
    bed = [fill("gravel", -dug_m, -dug_m + gravel_m)] if gravel_m > 0 else []
    slab = Layer(what="slab", bottom_m=-detail.slab_m, top_m=0.0, width_m=SLAB_SHOWN_M, shape="square")
    if way.fill:
        return (*bed, fill(way.fill, -dug_m + gravel_m, 0.0, bell=belled), stood)
    if way.key == "tamped gravel":
        return fill("gravel", -dug_m, 0.0), stood
    if way.key == "tamped sand":
        return (*bed, fill("sand", -embedment_m, 0.0), stood)
    if way.key == "part driven":
        by_hand_m = min(detail.dug_m, embedment_m)
        return (fill("concrete", -by_hand_m, -detail.collar_below_m), fill("soil", -detail.collar_below_m, 0.0), stood)
    if way.key == "over a pipe":
        pipe_m = pipe_width_m(spec)
        pipe = Layer(what="pipe", bottom_m=-embedment_m, top_m=detail.pipe_up_m, width_m=pipe_m, shape="round")
        return (*bed, fill("concrete", -embedment_m, 0.0, bell=belled), pipe, stood)
    if way.key == "base on pier":
        return (*bed, fill("concrete", -embedment_m, detail.pier_above_m, bell=belled), stood)
    if way.key == "base on slab":
        return slab, stood
    if way.key == "cored slab":
        return (*bed, fill("concrete", -embedment_m, -detail.slab_m, bell=belled), slab, stood)
    block = Layer(what="block", bottom_m=0.0, top_m=detail.block_height_m, width_m=detail.block_width_m, shape="square")
    return (*([fill("gravel", -gravel_m, 0.0)] if gravel_m else []), block, stood)


def hole_depth_m(spec: FenceSpec, way: FoundationType, embedment_m: float) -> float:
    """What is dug, gravel and plug counted; 0 where nothing is."""
    if way.key == "part driven":
        return min(spec.foot_detail.dug_m, embedment_m)
    if way.on_slab:
        return 0.0
    if way.on_block:
        return spec.gravel_m
    return spec.gravel_m + (spec.plug_m if way.key == "closed below" else 0.0) + embedment_m


def pipe_width_m(spec: FenceSpec) -> float:
    """Outside width of the pipe in a sleeve."""
    return pipe_of(spec).width_m


def pipe_of(spec: FenceSpec) -> SectionItem:
    """The pipe in a sleeve: the one named, or the first that the yard sells beside the post.

    Raises:
        InvalidInputError: The yard has none of that name.
    """
    if spec.foot_detail.pipe:
        return stick(spec.foot_detail.pipe, "pipe", "foot_detail/pipe")
    found = sold_with(sticks()[spec.post], "pipe")
    if not found:
        raise InvalidInputError("foot_detail/pipe", "The yard sells no pipe here: pick another foot")
    return found[0]


def pull_out_n(
    case: FenceCase,
    way: FoundationType,
    made: tuple[Layer, ...],
) -> tuple[float, str]:
    """What the foot holds against being lifted, and why (N). Skin friction earns nothing.

    Source: the school's share of lasting weight against uplift.
    """
    spec = case.spec
    share, _, concrete_n_per_m3, _ = case.book.uplift()
    if way.on_block:
        return share * spec.foot_detail.block_kg * GRAVITY, f"{share:g} of the block's weight"
    if way.on_slab:
        up = spec.foot_detail.upright
        if up.hold_n is None:
            return 0.0, "its anchors' rating is not entered"
        return up.anchors_count * up.hold_n / up.safety, "its anchors, as their maker rates them"
    if way.side == "post":
        return 0.0, "nothing but soil lies against it: none is counted"
    if spec.foot_detail.notched and way.in_ground:
        return 0.0, "a notched foot earns no credit"
    weight_n = share * volumes_of(made).concrete_m3 * concrete_n_per_m3
    return weight_n, f"{share:g} of its concrete's weight"
