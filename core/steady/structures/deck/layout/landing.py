"""Where a stair's landing lies between its two flights, as a small deck on posts of its own, and how that is brought to the site.

A landing's own axes: y goes on as the upper flight comes down, x to the left of one who walks down it (a deck's y runs out from
the house and its x from the left of one who faces the house, so that its axes seen from above turn as a clock does).
"""

from dataclasses import replace

from steady.errors import InvalidInputError
from steady.layout.outline import Edge, Point, height_at
from steady.structures.deck.layout.framing import height_of
from steady.structures.deck.spec.deck import Corner, DeckSpec, Existing, GuardGap, Landing, StairDesign
from steady.structures.support_links import PostReaction
from steady.value_objects import value_object

LEAST_OVER_GROUND_M = 0.05
"""A landing's boards lie at least so high over the ground, as a deck's do [our own]."""

NOSE_M = 0.05
"""The lowest tread of the flight above reaches so far over the landing: its guard begins after it [our own]."""
ROUND_A_CORNER_M = 0.15
"""Where the lower flight turns aside, the landing is longer by room for the guard's post between both flights [our own]."""


@value_object
class LandingLayout:
    """A landing's size and place (m), on the axes of its deck.

    Attributes:
        at: The origin of its own axes, on the deck's.
        x_axis, y_axis: Its axes, on the deck's.
        wide_m, long_m: Across the upper flight and along it; `back_m`: so much more lies under the upper flight's feet.
        upper_at_m: Where the upper flight arrives, from where x begins.
    """

    design: StairDesign
    landing: Landing
    at: Point
    x_axis: Point
    y_axis: Point
    wide_m: float
    long_m: float
    back_m: float
    upper_at_m: float

    def on_deck(self, x_m: float, y_m: float) -> Point:
        """A point of the landing on its deck's axes."""
        return (
            self.at[0] + x_m * self.x_axis[0] + y_m * self.y_axis[0],
            self.at[1] + x_m * self.x_axis[1] + y_m * self.y_axis[1],
        )

    @property
    def corners(self) -> tuple[Point, ...]:
        """Its outline, anticlockwise, on its own axes: the first edge lies under the upper flight."""
        return ((0.0, -self.back_m), (self.wide_m, -self.back_m), (self.wide_m, self.long_m), (0.0, self.long_m))

    @property
    def lower(self) -> StairDesign:
        """The flight from the landing to the ground, as a stair of its edges."""
        width, deep_m = self.design.width_m, self.long_m + self.back_m
        edge, at_m = {
            "straight": (2, 0.0),
            "left": (1, deep_m - width),
            "right": (3, 0.0),
            "back left": (0, self.wide_m - width),
            "back right": (0, 0.0),
        }[self.landing.turn]
        return replace(self.design, id="lower", edge=edge, at_m=at_m, landing=None)

    def lower_end(self, run_m: float) -> Point:
        """Where the middle of the lower flight, so long on plan, meets the ground, on the landing's own axes."""
        half = self.design.width_m / 2
        return {
            "straight": (self.wide_m / 2, self.long_m + run_m),
            "left": (self.wide_m + run_m, self.long_m - half),
            "right": (-run_m, self.long_m - half),
            "back left": (self.wide_m - half, -self.back_m - run_m),
            "back right": (half, -self.back_m - run_m),
        }[self.landing.turn]

    def drop_at(self, spec: DeckSpec, lower_run_m: float) -> float:
        """The deck's height above the ground where a lower flight so long ends (m)."""
        heights = tuple(height_of(spec, self.on_deck(x, y)) for x, y in self.corners)
        return height_at(self.corners, heights, self.lower_end(lower_run_m))


def lay_landing(design: StairDesign, edge: Edge) -> LandingLayout | None:
    """Where a stair's landing lies; None: it has none."""
    landing = design.landing
    if landing is None:
        return None
    back_turn = landing.turn in ("back left", "back right")
    wide_m = 2 * design.width_m + landing.well_m if back_turn else design.width_m
    upper_at_m = wide_m - design.width_m if landing.turn == "back right" else 0.0
    way = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m)
    run_m = (landing.risers - 1) * design.going_m
    long_m = design.width_m + (ROUND_A_CORNER_M if landing.turn in ("left", "right") else 0.0)
    # One who walks down has the edge's own direction on the right: its far side is where the flight's right side begins.
    right_m = design.at_m + design.width_m + upper_at_m
    x, y = edge.start[0] + way[0] * right_m, edge.start[1] + way[1] * right_m
    return LandingLayout(
        design=design,
        landing=landing,
        at=(x + edge.out[0] * run_m, y + edge.out[1] * run_m),
        x_axis=(-way[0], -way[1]),
        y_axis=edge.out,
        wide_m=wide_m,
        long_m=landing.length_m or long_m,
        back_m=design.going_m,
        upper_at_m=upper_at_m,
    )


def landing_deck(
    spec: DeckSpec, layout: LandingLayout, below_m: float, *, riser_m: float, feet: tuple[PostReaction, ...]
) -> DeckSpec:
    """The landing as a free-standing deck of the same wood, with the lower flight down one of its edges.

    Args:
        below_m: How far it lies under the deck.
        feet: What the upper flight's stringers bring, on the landing's own axes.

    Raises:
        InvalidInputError: The landing would lie in the ground.
    """
    corners = []
    for x, y in layout.corners:
        height_m = height_of(spec, layout.on_deck(x, y)) - below_m
        if height_m < LEAST_OVER_GROUND_M:
            raise InvalidInputError("landing/risers", "The landing would lie in the ground: fewer risers above it")
        corners.append(Corner(x_m=x, y_m=y + layout.back_m, height_m=height_m))
    upper = (layout.upper_at_m, layout.upper_at_m + layout.design.width_m)
    gaps = [GuardGap(edge=0, from_m=upper[0], to_m=upper[1])]
    deep_m, beside_m = layout.long_m + layout.back_m, layout.back_m + NOSE_M
    if upper[1] >= layout.wide_m - 1e-6:
        gaps.append(GuardGap(edge=1, from_m=0.0, to_m=beside_m))
    if upper[0] <= 1e-6:
        gaps.append(GuardGap(edge=3, from_m=deep_m - beside_m, to_m=deep_m))
    return replace(
        spec,
        id=f"{spec.id}/stair/{layout.design.id}/landing",
        outline=tuple(corners),
        attach="free",
        existing=Existing(),
        joists_run="out",
        overhang_m=0.0,
        beam_overhang_m=0.0,
        beam_lines=(),
        beams=2,
        posts=2,
        pins=(),
        spots=(),
        upright="fixed posts",
        frame_boards=0,
        breaker=False,
        guard=replace(spec.guard, screen_on="none", gaps=tuple(gaps)),
        stairs=(replace(layout.lower, riser_m=riser_m),),
        stair_feet=tuple(replace(one, y_m=one.y_m + layout.back_m) for one in feet),
        bridge=None,
        bearings=(),
        carries=(),
    )
