"""One leaf of a gate: its size from the opening, its pieces, its weight, and how high it hangs."""

import math
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError
from steady.layout.swing import (
    HingeLift,
    LeafGaps,
    Plane,
    leaf_size,
    swing_on_ground,
    swing_on_plane,
    thickness_gap_m,
    twisted,
)
from steady.structures.gate.hardware import hinge_gap_m, latch_gap_m
from steady.structures.gate.spec import LeafDesign
from steady.units.units import GRAVITY
from steady.value_objects import value_object

TALL_M = 1.6
"""Over this a leaf gets a third hinge [common practice]."""
HANGING_M = 0.00635
"""A quarter inch more than the least, for the hand that hangs it [our own]."""
LATCH_NEEDS_M = 0.075
"""Wood above a latch's middle [common practice]."""
LATCH_INSET_RATIO = 0.2
"""Of the latch stile, from its ends to each of two latches: there span and overhangs bend about alike [statics]."""
LAPPED = ("half-lap", "bolted")
"""Joints in which the rails run over the stiles; in the others they stand between them."""
RIP_LEAST_M = 0.05
"""A ripped board narrower than this is a sliver: it is shared by both edges, as along a fence [common practice, 2 in]."""
WIDE_M = 1.5
"""A single leaf wider than this is better made as two [common practice]."""


@value_object
class Hung:
    """Where a leaf hangs: the ground along it from hinge to latch, the fence's height over its own gap, the side it swings to."""

    opening_m: float
    wished_m: tuple[float, ...]
    top_m: float
    fence_gap_m: float
    grade_along: float


@value_object
class Leaf:
    """A leaf as it is built. Heights above the ground at its hinge; `width_m`, `height_m` over all."""

    id: str
    index: int
    design: LeafDesign
    frame: SectionItem
    board: SectionItem
    width_m: float
    height_m: float
    gap_m: float
    lift: HingeLift | None
    grade_along: float
    rake: float
    boards_full: int
    board_rip_m: float
    weight_n: float
    rips_count: int = 1
    """Ripped boards: one at the latch edge, or two alike at both edges where one would be a sliver."""

    @property
    def stile_m(self) -> float:
        """Width of a stile or rail in the plane of the leaf."""
        return self.frame.width_m

    @property
    def between_m(self) -> float:
        """Width between the centres of the corner joints."""
        return self.width_m - self.stile_m

    @property
    def tall_m(self) -> float:
        """Height between the centres of the corner joints."""
        return self.height_m - self.stile_m

    @property
    def reach_m(self) -> float:
        """Where the brace meets the rail."""
        usual = min(self.tall_m, self.between_m) if self.design.way == "45 degrees" else self.between_m
        return min(self.design.reach_m or usual, self.between_m)

    @property
    def strut_reach_m(self) -> float:
        """Level length of the strut, from the inner corner at the bottom hinge to where its point meets the top rail."""
        return self.reach_m - (self.stile_m if self.reach_m >= self.between_m - 1e-9 else self.stile_m / 2)

    @property
    def strut_rise_m(self) -> float:
        """Its rise: between the rails' inner edges, more where the leaf climbs toward the latch."""
        return self.tall_m - self.stile_m + self.rake * self.strut_reach_m

    @property
    def strut_m(self) -> float:
        """The strut as it is cut, point to point along its middle."""
        return math.hypot(self.strut_reach_m, self.strut_rise_m)

    @property
    def rail_m(self) -> float:
        """A rail as it is cut, level: over both stiles where it laps or bolts on them, else between them."""
        return self.width_m if self.design.joint in LAPPED else self.width_m - 2 * self.stile_m

    @property
    def hinge_spacing_m(self) -> float:
        """Between the outer hinges."""
        return self.height_m - 2 * self.design.hinge_inset_m

    @property
    def centre_m(self) -> float:
        """The weight's distance from the hinge line: boards and frame are alike on both sides."""
        return self.width_m / 2

    @property
    def latches_m(self) -> tuple[float, ...]:
        """Heights of the latches above the ground at the hinge, lowest first; two stand a fifth of the stile from its ends."""
        bottom_m, top_m = self.gap_m - self.stile_down_m, self.gap_m + self.height_m + self.stile_up_m
        if self.design.latches_count == 2:
            inset_m = LATCH_INSET_RATIO * (top_m - bottom_m)
            return (bottom_m + inset_m, top_m - inset_m)
        # One that is not placed is taken at the middle; one typed above or below the stile, at the stile's end.
        return (min(max(self.design.latch_height_m or (bottom_m + top_m) / 2, bottom_m), top_m),)

    @property
    def stile_down_m(self) -> float:
        """How much longer the latch stile is below the leaf, to carry a wheel's bracket; 0 where it reaches as it is."""
        if not self.design.wheel:
            return 0.0
        # The ground under the latch end, closed, from the ground at the hinge.
        edge_m = self.gap_m + (self.rake - self.grade_along) * self.width_m
        return max(0.0, edge_m - self.design.wheel_high_m)

    @property
    def stile_up_m(self) -> float:
        """How much longer the latch stile is above the leaf, for a latch that sits higher."""
        high_m = self.design.latch_height_m + LATCH_NEEDS_M
        placed = self.design.latch_height_m > 0 and self.design.latches_count == 1
        return max(0.0, high_m - self.gap_m - self.height_m) if placed else 0.0

    @property
    def hinges(self) -> int:
        """Hinges: as typed, else three on a tall leaf and two on another [common practice]."""
        return self.design.hinges_count or self.hinges_advised

    @property
    def hinges_advised(self) -> int:
        """Three on a tall leaf, two on another [common practice]."""
        return 3 if self.height_m > TALL_M else 2


def widths(design: LeafDesign, hung: Hung) -> tuple[float, ...]:
    """Leaf widths for an opening, from the least of what was measured; unequal leaves keep their shares.

    Raises:
        InvalidInputError: The gaps leave no leaf.
    """
    measured = design.measured_m or (hung.opening_m,)
    three = (measured[0], measured[len(measured) // 2], measured[-1])
    count = 2 if len(hung.wished_m) == 2 else 1
    gaps = LeafGaps(
        hinge_gap_m=hinge_gap_m(design),
        latch_gap_m=latch_gap_m(design),
        centre_gap_m=design.centre_gap_m,
        leaves=count,
    )
    try:
        found = leaf_size(
            gaps,
            top_m=three[0],
            middle_m=three[1],
            bottom_m=three[2],
        )
    except InvalidInputError as error:
        raise InvalidInputError(f"leaf/{error.field}_m", error.message) from None
    if count == 1:
        return (found.leaf_m,)
    whole = 2 * found.leaf_m
    share = hung.wished_m[0] / sum(hung.wished_m)
    return (whole * share, whole * (1 - share))


def make(
    design: LeafDesign, hung: Hung, named: tuple[str, int], *, width_m: float, sticks: tuple[SectionItem, SectionItem]
) -> Leaf:
    """A leaf with its lift, boards and weight.

    Args:
        named: Its id, and its number in the gate from 0.
        sticks: Of its frame, of its boards.

    Raises:
        InvalidInputError: A leaf too small for its own frame.
    """
    (leaf_id, index), (frame, board) = named, sticks
    rake = hung.grade_along if design.raked else 0.0
    lift = _lift(design, hung.grade_along, rake, width_m=width_m)
    # Closed, the leaf lies over the line's own ground, which is known: the least it hangs over that, whatever lies beside.
    closed_m = design.clear_m + max(0.0, (hung.grade_along - rake) * width_m)
    least_m = max(lift.lift_m if lift else 0.0, closed_m)
    gap_m = design.gap_m if design.gap_m is not None else max(least_m + HANGING_M, hung.fence_gap_m)
    height_m = hung.top_m - gap_m
    if height_m < 4 * frame.width_m or width_m < 3 * frame.width_m:
        raise InvalidInputError(
            "leaf/frame", "The leaf is too small for its own frame: a thinner stick or a larger opening"
        )
    full = math.floor(width_m / board.width_m + 1e-6)
    rip_m, rips = max(0.0, width_m - full * board.width_m), 1
    if 1e-4 < rip_m < RIP_LEAST_M and full > 1:
        full, rip_m, rips = full - 1, (rip_m + board.width_m) / 2, 2
    found = Leaf(
        id=leaf_id,
        index=index,
        design=design,
        frame=frame,
        board=board,
        width_m=width_m,
        height_m=height_m,
        gap_m=gap_m,
        lift=lift,
        grade_along=hung.grade_along,
        rake=rake,
        boards_full=full,
        board_rip_m=rip_m if rip_m > 1e-4 else 0.0,
        weight_n=0.0,
        rips_count=rips,
    )
    return _weighed(found)


def _weighed(leaf: Leaf) -> Leaf:
    wood_m = 2 * leaf.height_m + leaf.stile_down_m + leaf.stile_up_m
    wood_m += (2 + leaf.design.cross_rails) * leaf.rail_m * math.hypot(1.0, leaf.rake)
    if leaf.design.has_strut:
        wood_m += leaf.strut_m
    frame_kg = wood_m * leaf.frame.thickness_m * leaf.frame.width_m * leaf.frame.density_kg_per_m3
    board_kg = leaf.width_m * leaf.height_m * leaf.board.thickness_m * leaf.board.density_kg_per_m3
    weight_n = (frame_kg + board_kg + leaf.design.hardware_kg) * GRAVITY
    return replace(leaf, weight_n=weight_n)


def _lift(design: LeafDesign, along: float, rake: float, *, width_m: float) -> HingeLift | None:
    """The least height at the hinge, or None where only the line is known."""
    if design.front_grade is None:
        return None
    if design.twist_per_m:
        return swing_on_ground(
            leaf_m=width_m,
            ground=twisted(along, design.front_grade, design.twist_per_m),
            clear_m=design.clear_m,
            rake=rake,
            swing_rad=design.swing_rad,
        )
    return swing_on_plane(
        Plane(along=along, front=design.front_grade),
        leaf_m=width_m,
        clear_m=design.clear_m,
        rake=rake,
        swing_rad=design.swing_rad,
    )


def latch_gap_needed_m(leaf: Leaf) -> float:
    """What the thick leaf's far corner needs at the latch: frame and boards together."""
    return thickness_gap_m(leaf.width_m, leaf.frame.thickness_m + leaf.board.thickness_m)
