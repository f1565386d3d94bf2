"""The frame that carries a roof on posts, whatever lies on it: posts under beam lines, and what is known of its sticks."""

import math
from collections.abc import Mapping
from dataclasses import field, replace

from steady.measure.units import GRAVITY
from steady.rulebooks.asks import Wood
from steady.rulebooks.base import Rulebook
from steady.structures.bending import Run
from steady.structures.canopy.boxed import Boxed
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.plied import BuiltUp, credited
from steady.structures.canopy.spec import SlabUnder
from steady.structures.canopy.upright import Stand
from steady.values import value
from steady.yard.stock import Stick

STAND_OFF_M = 0.025
"""A post stands so far over its concrete on its base [common practice]."""
INSIDE_M = 0.05
"""A held post stays so far inside its beam's ends."""


@value
class PostAt:
    """A post: its id, beam line, and place (x along its beam, y across)."""

    id: str
    line: int
    x_m: float
    y_m: float


@value
class Frame:
    """Beam lines on posts. Lengths in metres; x along the beams, y across them, z up from the floor.

    Args:
        me: The structure's id.
        beams_m: Length of the beams, out to out; `high_m`: clear under them.
        lines_m: y of each beam line; `widths_m`: how much roof each carries.
        on_house: Hung on a house along y = 0. `on_deck`: its posts stand on blocking in a deck's frame, not in the ground;
            `in_deck_m`: how deep in it, where pockets hold them upright.
        slab: One that is there, on which its posts stand.
        boxed: What its beams are made of, where they are boxes; `beam` is then what that makes.
        built_up: The plies of its posts, where they are no single sticks; `post` is then what these make.
        shares_m: How many metres of its line's width of roof come down on each post, where even loads on beams do not tell;
            a roof with beams on all four sides has posts on lines beyond `lines_m`, too.
        seat: Beams on top of the posts, a ply on each side on notched shoulders, or one in the pocket of a built-up post.
        upright: Knee braces both ways, or posts fixed in the ground; "none".
    """

    me: str
    beams_m: float
    high_m: float
    lines_m: tuple[float, ...]
    widths_m: tuple[float, ...]
    posts: tuple[PostAt, ...]
    beam_past_m: float
    post: Stick
    beam: Stick
    brace: Stick
    plies: int
    seat: str
    upright: str
    brace_m: float
    on_house: bool
    wet: bool
    gravel_m: float
    pier_above_m: float
    pier_width_m: float | None
    footing_depth_m: float | None
    on_deck: bool = False
    in_deck_m: float = 0.0
    built_up: BuiltUp | None = None
    boxed: Boxed | None = None
    shares_m: Mapping[str, float] = field(default_factory=dict)
    slab: SlabUnder | None = None

    @property
    def per_line(self) -> int:
        """Posts under each beam."""
        return len(self.posts) // len(self.lines_m)

    @property
    def fixed(self) -> bool:
        """Whether the posts are held upright at their feet, by the ground or by a deck's frame."""
        return self.upright == "fixed posts"

    @property
    def in_pocket(self) -> bool:
        """Whether pockets in a deck's frame hold the posts upright."""
        return self.on_deck and self.fixed

    @property
    def foot_m(self) -> float:
        """How high a post's foot stands over the floor; 0 for one that stands in the ground, below it in a deck's pocket."""
        if self.in_pocket:
            return -self.in_deck_m
        if self.on_deck or self.slab is not None:
            return STAND_OFF_M
        return 0.0 if self.fixed else self.pier_above_m + STAND_OFF_M

    @property
    def post_top_m(self) -> float:
        """Top of the posts: under the beam, or up between its plies where they lie on shoulders."""
        return self.high_m if self.seat == "on top" else self.high_m + self.beam.width_m

    def line_xs(self, line: int) -> tuple[float, ...]:
        """Places of one line's posts along it."""
        return tuple(post.x_m for post in self.posts if post.line == line)

    def width_of(self, post: PostAt) -> float:
        """How much roof a post's beam carries; beams square to the lines carry as much as the first."""
        return self.widths_m[post.line - 1 if post.line <= len(self.widths_m) else 0]

    def share_m(self, post: PostAt) -> float:
        """How many metres of that width come down on one post."""
        if post.id in self.shares_m:
            return self.shares_m[post.id]
        return self.run(post.line).reactions_n(1.0)[self.line_xs(post.line).index(post.x_m)]

    def run(self, line: int) -> Run:
        """A beam on its posts."""
        return Run(length_m=self.beams_m, supports_m=self.line_xs(line))

    def wood(self, one: Stick, plies: int = 1) -> Wood:
        """A stick as the rulebook wants it, sharing no load with its neighbours."""
        return Wood(
            species=one.species,
            size=one.size,
            grade=one.grade,
            width_m=one.thickness_m,
            depth_m=one.width_m,
            plies=plies,
            wet=self.wet,
            incised=one.incised,
        )

    def rafter(self, one: Stick, book: Rulebook) -> Wood:
        """A rafter among its like: sharing its load only where the school lets rows without sheathing share."""
        wood = self.wood(one)
        return replace(wood, shared=True, sheathed=False) if factors_of(book).rafters_share else wood

    def stand(self, way: str = "") -> Stand:
        """How its posts stand, from hinge to the middle of the cross member; nothing taken off the foot, on the safe side.

        Args:
            way: In which the roof sways.
        """
        post = self.wood(self.post)
        if self.built_up is not None:
            post = credited(self.wood(self.built_up.outer), across=way.startswith("across"))
        return Stand(
            upright=self.upright,
            height_m=self.high_m + self.beam.width_m / 2,
            brace_m=self.brace_m,
            post=post,
            brace=self.wood(self.brace),
        )


def line_weight(one: Stick, plies: int = 1) -> float:
    """Weight of a stick (N/m)."""
    return one.density_kg_per_m3 * GRAVITY * one.thickness_m * one.width_m * plies


def posts_on(
    lines_m: tuple[float, ...], beams_m: float, beam_past_m: float, count: int, held: Mapping[str, float]
) -> tuple[PostAt, ...]:
    """Posts evenly under each beam, but for those that are held.

    Args:
        held: Places along the beam of posts that stay, by their ids.
    """
    found: list[PostAt] = []
    for line, y in enumerate(lines_m, start=1):
        row = []
        for k in range(count):
            name = f"beam-{line}-{k + 1}"
            x = beam_past_m + (beams_m - 2 * beam_past_m) * k / (count - 1)
            at = min(max(held.get(name, x), INSIDE_M), beams_m - INSIDE_M)
            row.append(PostAt(id=name, line=line, x_m=at, y_m=y))
        found += sorted(row, key=lambda post: post.x_m)
    return tuple(found)


def diagonals_m(frame: Frame) -> tuple[tuple[tuple[float, float], tuple[float, float], float], ...]:
    """Both diagonals of the outer posts, from the house where there is one: their ends and their length."""
    xs, ys = frame.line_xs(1), frame.lines_m
    low = 0.0 if frame.on_house else ys[0]
    corners = ((xs[0], low), (xs[-1], low), (xs[-1], ys[-1]), (xs[0], ys[-1]))
    return tuple((p, q, math.dist(p, q)) for p, q in ((corners[0], corners[2]), (corners[1], corners[3])))
