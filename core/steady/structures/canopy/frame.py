"""The frame that carries a roof on posts, whatever lies on it: posts under beam lines, and what is known of its sticks."""

import math
from collections.abc import Mapping
from dataclasses import field, replace

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.requests import Wood
from steady.structures.built_up_posts import BuiltUp, credited
from steady.structures.canopy.beam_seats import SEATS, CanopySeat, RoofSeat
from steady.structures.canopy.box_beams import Boxed
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.lateral_system import PostSupport
from steady.structures.canopy.spec import SlabUnder
from steady.structures.continuous_members import ContinuousMember
from steady.structures.lateral_systems import LATERAL_SYSTEMS, LateralSystem, Upright
from steady.units.units import GRAVITY
from steady.value_objects import value_object

STAND_OFF_M = 0.025
"""A post stands so far over its concrete on its base [common practice]."""
INSIDE_M = 0.05
"""A held post stays so far inside its beam's ends."""


@value_object
class RoofPost:
    """A post: its id, beam line, and place (x along its beam, y across)."""

    id: str
    line: int
    x_m: float
    y_m: float


@value_object
class Header:
    """What a brace's head bears against: its underside and depth (m), and the middles of its pieces across the brace's way.

    In `RoofFrame.across` those middles are told from the post's own.
    """

    under_m: float
    deep_m: float
    at_m: tuple[float, ...]


@value_object
class RoofFrame:
    """Beam lines on posts. Lengths in metres; x along the beams, y across them, z up from the floor.

    Args:
        me: The structure's id.
        beams_m: Length of the beams, out to out; `high_m`: clear under them.
        lines_m: y of each beam line; `widths_m`: how much roof each carries.
        on_house: Hung on a house along y = 0. `on_deck`: its posts stand on blocking in a deck's frame, not in the ground;
            `in_deck_m`: how deep in it, where pockets hold them upright.
        four_sided: Beams 3 (right) and 4 (left) lie on the corner posts, too.
        slab: One that is there, on which its posts stand.
        boxed: What its beams are made of, where they are boxes; `beam` is then what that makes.
        built_up: The plies of its posts, where they are no single sticks; `post` is then what these make.
        shares_m: How many metres of its line's width of roof come down on each post, where even loads on beams do not tell;
            a roof with beams on all four sides has posts on lines beyond `lines_m`, too.
        across: What braces across hold, where it is not a beam like the others: a pair of rafters over each post, or a strut.
        seat: Beams on top of the posts, a ply on each side on notched shoulders, or one in the pocket of a built-up post.
        upright: Knee braces both ways, or embedded posts; "none".
    """

    me: str
    beams_m: float
    high_m: float
    lines_m: tuple[float, ...]
    widths_m: tuple[float, ...]
    posts: tuple[RoofPost, ...]
    beam_past_m: float
    post: SectionItem
    beam: SectionItem
    brace: SectionItem
    plies: int
    seat: RoofSeat
    upright: Upright
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
    across: Header | None = None
    four_sided: bool = False

    @property
    def ply_offsets_m(self) -> tuple[float, ...]:
        """Middles of a beam's plies from its line: side by side, or on shoulders, outer faces flush with the post's."""
        t = self.beam.thickness_m
        if not self.seating.plies_apart:
            return tuple((ply - (self.plies - 1) / 2) * t for ply in range(self.plies))
        outer_m = self.post.thickness_m / 2 - t / 2
        return tuple((1 if ply % 2 else -1) * (outer_m - ply // 2 * t) for ply in range(self.plies))

    @property
    def shoulder_m(self) -> float:
        """How deep each shoulder of a post is cut for its beam's plies."""
        return math.ceil(self.plies / 2) * self.beam.thickness_m

    def header(self, post: RoofPost, across: bool) -> "Header":
        """What a post's braces hold along its beam, or across."""
        if across and self.across is not None:
            return replace(self.across, at_m=tuple(post.x_m + off for off in self.across.at_m))
        apart = self.seating.plies_apart
        offsets = self.ply_offsets_m[:2] if apart else (0.0,)
        middle_m = self.end_beam_x_m(post) if post.line > len(self.lines_m) or across else self.lines_m[post.line - 1]
        return Header(under_m=self.high_m, deep_m=self.beam.width_m, at_m=tuple(middle_m + off for off in offsets))

    def beams_over(self, post: RoofPost) -> tuple[int, ...]:
        """Numbers of the beams that lie on a post: its line's, and at a corner of four the end's, too."""
        if not self.four_sided or post.line > len(self.lines_m):
            return (post.line,)
        xs = self.line_xs(post.line)
        if post.x_m not in (xs[0], xs[-1]):
            return (post.line,)
        return post.line, 4 if post.x_m == xs[0] else 3

    def end_beam_n(self, post: RoofPost) -> float:
        """Weight of the beam across that lies on a corner post beside its own line's (N): half of the bay next to it."""
        if len(self.beams_over(post)) < 2:
            return 0.0
        end = self.end_beam_x_m(post)
        bays = 1 + sum(one.line > len(self.lines_m) and self.end_beam_x_m(one) == end for one in self.posts)
        return line_weight(self.beam, self.plies) * (self.lines_m[-1] - self.lines_m[0]) / bays / 2

    def end_beam_x_m(self, post: RoofPost) -> float:
        """Middle of the beam at the end where a post stands, on a roof with beams on all four sides."""
        inset_m = self.lines_m[0]
        return inset_m if post.x_m < self.beams_m / 2 else self.beams_m - inset_m

    @property
    def per_line(self) -> int:
        """Posts under each beam."""
        return len(self.posts) // len(self.lines_m)

    @property
    def fixed(self) -> bool:
        """Whether the posts are held upright at their feet, by the ground or by a deck's frame."""
        return self.lateral.fixed

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
        return self.high_m if self.seating.under else self.high_m + self.beam.width_m

    def line_xs(self, line: int) -> tuple[float, ...]:
        """Places of one line's posts along it."""
        return tuple(post.x_m for post in self.posts if post.line == line)

    def width_of(self, post: RoofPost) -> float:
        """How much roof a post's beam carries; beams square to the lines carry as much as the first."""
        return self.widths_m[post.line - 1 if post.line <= len(self.widths_m) else 0]

    def share_m(self, post: RoofPost) -> float:
        """How many metres of that width come down on one post."""
        if post.id in self.shares_m:
            return self.shares_m[post.id]
        return self.run(post.line).reactions_n(1.0)[self.line_xs(post.line).index(post.x_m)]

    def run(self, line: int) -> ContinuousMember:
        """A beam on its posts."""
        return ContinuousMember(length_m=self.beams_m, supports_m=self.line_xs(line))

    def wood(self, one: SectionItem, plies: int = 1) -> Wood:
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

    def rafter(self, one: SectionItem, book: Rulebook) -> Wood:
        """A rafter among its like: sharing its load only where the school lets rows without sheathing share."""
        wood = self.wood(one)
        return replace(wood, shared=True, sheathed=False) if factors_of(book).rafters_share else wood

    def header_m(self, way: str) -> float:
        """Height of the middle of what holds the posts' tops, along the beams or across."""
        if self.across is not None and way.startswith("across"):
            return self.across.under_m + self.across.deep_m / 2
        return self.high_m + self.beam.width_m / 2

    def braces_at(self, way: str) -> int:
        """Braces of a post side by side, each under a piece of what they hold."""
        if way.startswith("across") and self.across is not None:
            return len(self.across.at_m)
        return 2 if self.seating.plies_apart else 1

    def stand(self, way: str = "") -> PostSupport:
        """How its posts stand, from hinge to the middle of the cross member; nothing taken off the foot, on the safe side.

        Args:
            way: In which the roof sways.
        """
        post = self.wood(self.post)
        if self.built_up is not None:
            post = credited(self.wood(self.built_up.outer), across=way.startswith("across"))
        return PostSupport(
            upright=self.upright,
            height_m=self.header_m(way),
            brace_m=self.brace_m,
            post=post,
            brace=self.wood(self.brace),
            braces=self.braces_at(way),
        )

    @property
    def lateral(self) -> LateralSystem:
        """What keeps its posts upright."""
        return LATERAL_SYSTEMS[self.upright]

    @property
    def seating(self) -> CanopySeat:
        """How its beams meet its posts."""
        return SEATS[self.seat]


def line_weight(one: SectionItem, plies: int = 1) -> float:
    """Weight of a stick (N/m)."""
    return one.density_kg_per_m3 * GRAVITY * one.thickness_m * one.width_m * plies


def posts_on(
    lines_m: tuple[float, ...], beams_m: float, beam_past_m: float, *, count: int, held: Mapping[str, float]
) -> tuple[RoofPost, ...]:
    """Posts evenly under each beam, but for those that are held.

    Args:
        held: Places along the beam of posts that stay, by their ids.
    """
    found: list[RoofPost] = []
    for line, y in enumerate(lines_m, start=1):
        row = []
        for k in range(count):
            name = f"beam-{line}-{k + 1}"
            x = beam_past_m + (beams_m - 2 * beam_past_m) * k / (count - 1)
            at = min(max(held.get(name, x), INSIDE_M), beams_m - INSIDE_M)
            row.append(RoofPost(id=name, line=line, x_m=at, y_m=y))
        found += sorted(row, key=lambda post: post.x_m)
    return tuple(found)


def diagonals_m(frame: RoofFrame) -> tuple[tuple[tuple[float, float], tuple[float, float], float], ...]:
    """Both diagonals of the outer posts, from the house where there is one: their ends and their length."""
    xs, ys = frame.line_xs(1), frame.lines_m
    low = 0.0 if frame.on_house else ys[0]
    corners = ((xs[0], low), (xs[-1], low), (xs[-1], ys[-1]), (xs[0], ys[-1]))
    return tuple((p, q, math.dist(p, q)) for p, q in ((corners[0], corners[2]), (corners[1], corners[3])))
