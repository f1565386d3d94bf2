"""What the installer says about how a fence's posts stand: in the ground, on a base, on blocks; and what holds them up."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from steady.value_objects import value_object

FootKind = Literal[
    "open below",
    "closed below",
    "tamped gravel",
    "tamped sand",
    "part driven",
    "over a pipe",
    "base on pier",
    "base on slab",
    "cored slab",
    "loose block",
    "dry set",
    "foam",
]


@value_object
class Steel:
    """Steel as its maker rates it; the crew types it. None: not known, so not covered.

    Args:
        modulus_m3: Elastic section modulus across the line; a pipe's is calculated from its size.
        strength_pa: Yield strength.
        safety: What the strength is divided by.
        wall_m: Wall of a pipe.
    """

    modulus_m3: Annotated[float, Gt(0), Le(0.01)] | None = None
    strength_pa: Annotated[float, Gt(0), Le(2e9)] | None = None
    safety: Annotated[float, Ge(1), Le(10)] = 1.67
    wall_m: Annotated[float, Gt(0), Le(0.02)] = 0.0039
    said_by: Annotated[str, MaxLen(120)] = ""


@value_object
class Upright:
    """What keeps a post upright that does not stand in the ground.

    Args:
        by: nothing; brace: a raking timber behind each post; rated base: a base whose maker states a moment; own weight: the
            corners make one body that stands by its weight.
        brace_reach_m: From the post to the brace's foot, level.
        brace_up_m: Height on the post where the brace meets it.
        moment_n_m: The base's rated moment.
        hold_n: Rated pull of one anchor: of a base's, or at a brace's foot.
        shear_n: Rated push sideways of one foot's anchors.
        anchors_count: Anchors of one base on its pulled side.
        lever_m: From the anchors that pull to the edge that the base turns about.
        safety: What ratings are divided by.
    """

    by: Literal["nothing", "brace", "rated base", "own weight"] = "nothing"
    brace_reach_m: Annotated[float, Gt(0.1), Le(4)] = 0.9144
    brace_up_m: Annotated[float, Gt(0.1), Le(4)] = 0.9144
    moment_n_m: Annotated[float, Gt(0), Le(1e5)] | None = None
    hold_n: Annotated[float, Gt(0), Le(1e6)] | None = None
    shear_n: Annotated[float, Gt(0), Le(1e6)] | None = None
    anchors_count: Annotated[int, Ge(1), Le(4)] = 2
    lever_m: Annotated[float, Gt(0.01), Le(0.5)] = 0.1016
    safety: Annotated[float, Ge(1), Le(10)] = 1.5


@value_object
class FootDetail:
    """The sizes of a foot; which of them count depends on its kind.

    Args:
        bell_width_m: Width of the hole at its bottom, belled against pulling out; None: no bell.
        bell_m: Height of the bell.
        notched: The post's foot is notched to key into the concrete: its cut is treated again, and it earns no credit.
        dug_m: Depth of the dug upper part of a driven post.
        collar_below_m: How far below grade a driven post's concrete stops.
        pipe: Pipe in a wood sleeve.
        pipe_up_m: How far the pipe reaches up into the sleeve.
        clear_m: Wood kept clear of ground, pier or slab.
        pier_above_m: Top of the pier above ground.
        pier_width_m: Width of the pier; None: the hole's.
        off_centre_m: How far the base's anchor stands off the pier's middle.
        slab_m: Thickness of the slab.
        edge_m: From the post's middle to the nearest edge of the slab; None: not measured.
        edge_least_m: The anchors' least edge distance, as their maker says; None: not known.
        block_kg: Mass of one block, with what lies on it for good.
        block_width_m: Width of a block.
        block_height_m: Height of a block.
        friction_ratio: Friction of blocks on their bed.
        tie_rating_n: Rated pull of what ties a post to its block; None: untied, so that a block's weight holds nothing upright.
    """

    bell_width_m: Annotated[float, Gt(0.1), Le(1.5)] | None = None
    bell_m: Annotated[float, Gt(0), Le(0.6)] = 0.2032
    notched: bool = False
    dug_m: Annotated[float, Gt(0.1), Le(2)] = 0.6096
    collar_below_m: Annotated[float, Ge(0), Le(0.5)] = 0.0762
    steel: Steel = Steel()
    pipe: Annotated[str, MaxLen(60)] = ""
    pipe_up_m: Annotated[float, Gt(0.1), Le(3)] = 0.762
    clear_m: Annotated[float, Ge(0), Le(0.3)] = 0.0508
    pier_above_m: Annotated[float, Ge(0), Le(1)] = 0.0508
    pier_width_m: Annotated[float, Gt(0.1), Le(1.2)] | None = None
    off_centre_m: Annotated[float, Ge(0), Le(0.5)] = 0.0
    slab_m: Annotated[float, Gt(0.02), Le(0.6)] = 0.1016
    edge_m: Annotated[float, Ge(0), Le(5)] | None = None
    edge_least_m: Annotated[float, Ge(0), Le(1)] | None = None
    block_kg: Annotated[float, Gt(0), Le(2000)] = 25.0
    block_width_m: Annotated[float, Gt(0.05), Le(1)] = 0.2794
    block_height_m: Annotated[float, Gt(0.02), Le(0.6)] = 0.2032
    friction_ratio: Annotated[float, Gt(0), Le(1)] = 0.35
    tie_rating_n: Annotated[float, Gt(0), Le(1e6)] | None = None
    upright: Upright = Upright()


METRIC = FootDetail(
    bell_m=0.2,
    dug_m=0.6,
    collar_below_m=0.075,
    pipe_up_m=0.75,
    clear_m=0.05,
    pier_above_m=0.05,
    slab_m=0.1,
    block_width_m=0.28,
    block_height_m=0.2,
    upright=Upright(brace_reach_m=0.9, brace_up_m=0.9, lever_m=0.1),
)
"""The same sizes as a crew with a metric tape has them."""
