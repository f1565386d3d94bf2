"""What the installer says about a fence. Lengths in metres, stations level from the line's start."""

from dataclasses import replace
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.errors import InvalidInputError
from steady.plan.model import Advice, Basis
from steady.structures.coating import Finish
from steady.structures.fence.spec.feet import FootDetail, FootKind
from steady.structures.fence.spec.floor import Floor
from steady.structures.fence.spec.infill_traits import InfillTraits, Style, traits_of
from steady.structures.gate.spec import Arch, LeafDesign
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.value_objects import value_object

Id = Annotated[str, MinLen(1), MaxLen(40)]
Words = Annotated[str, MaxLen(200)]
Station = Annotated[float, Ge(0), Le(5000)]
Animal = Literal[
    "small dog",
    "large dog",
    "jumping or digging dog",
    "sheep",
    "goat",
    "pig",
    "cattle",
    "horse",
    "deer",
    "poultry",
    "rabbit",
]
Purpose = Literal["pool", "privacy"] | Animal
CLOSES_M = 0.05
"""A loop closes when its end comes back so near to its start; what is left lies in the last bay [our own]."""


@value_object
class Straight:
    """One straight of the line; `turn_rad` is the turn at its start from the straight before (left positive).

    `follows`: raked bays run with the ground between their posts; stepped ones are level, above the highest ground in each;
    a level or straight top runs straight over rolling ground, with as few breaks as the heights allow; control points: the top
    runs through the fence's own points.
    """

    id: Id
    length_m: Annotated[float, Gt(0), Le(2000)]
    turn_rad: Annotated[float, Ge(-2.97), Le(2.97)] = 0.0
    follows: Literal["raked", "stepped", "straight top", "control points"] = "raked"


@value_object
class TopPoint:
    """A point that the top line runs through: its station, its height above its own ground, and the way on to the next point.

    `way`: straight; step: level to the next point and up or down there; curve: without a kink, never beyond the two heights.
    """

    at_m: Station
    height_m: Annotated[float, Ge(0.2), Le(5)]
    way: Literal["straight", "step", "curve"] = "straight"


@value_object
class GateOpening:
    """A gate's opening: the centre of its first post, its CLEAR width between posts, and the leaves wished for.

    `hung`: False for a doorway or a way through that stays open: posts at both sides, nothing hung or closed between them.
    """

    id: Id
    what: Words = "walk gate"
    at_m: Station
    clear_m: Annotated[float, Gt(0.3), Le(9)]
    leaves_m: Annotated[tuple[Annotated[float, Gt(0.2), Le(6)], ...], MaxLen(2)] = ()
    swing: Literal["in", "out"] = "in"
    leaf: LeafDesign = LeafDesign()
    arch: Arch | None = None
    hung: bool = True


@value_object
class NoDig:
    """A stretch that changes where posts stand, or how: a service, rock or root, a way to keep clear, a slab.

    Args:
        kind: no dig: no hole touches the band; clear way: a door, an escape way or turning room that no post may stand in;
            slab: what lies there is cored or bolted on; old hole: loose ground of an old post.
        foot: How a post stands that falls within it; None: none may.
        at_m: Station where its middle crosses the line.
        half_width_m: Half its own size plus the locate's tolerance: no hole may touch this band.
        off_m: How far a spot lies off the line; 0 for what crosses it.
        crossing_rad: Angle at which it crosses; a right angle gives the shortest stretch.
        hand_dig_m: Within this distance of its middle a hole is dug by hand only; 0 for none.
        depth: What is known of its depth; never assumed.
    """

    id: Id
    kind: Literal["no dig", "clear way", "slab", "old hole"] = "no dig"
    foot: FootKind | None = None
    what: Words = "buried service"
    letter: Annotated[str, MaxLen(2)] = "S"
    at_m: Station
    half_width_m: Annotated[float, Gt(0), Le(30)]
    off_m: Annotated[float, Ge(0), Le(30)] = 0.0
    crossing_rad: Annotated[float, Gt(0.08), Le(1.5708)] = 1.5707963267948966
    hand_dig_m: Annotated[float, Ge(0), Le(10)] = 0.0
    depth: Words = "depth unknown"


@value_object
class LineEnd:
    """How an end of the line begins: with a post of its own, a post against a wall, or at a post that stands already.

    `packing_m`: between the wall's face, where the tape starts, and the post. `stands`: a post that stands already is neither
    bought nor dug for; what it holds is surveyed, not calculated.
    """

    at: Literal["post", "wall", "standing post"] = "post"
    packing_m: Annotated[float, Ge(0), Le(0.3)] = 0.0


@value_object
class LiftOut:
    """A bay that lifts out for a vehicle: posts at both sides, long rails on brackets, and a loose post in a ground sleeve.

    Args:
        at_m: Centre of its first side post.
        clear_m: Clear between the side posts.
    """

    id: Id
    at_m: Station
    clear_m: Annotated[float, Gt(0.6), Le(6)]


@value_object
class Lock:
    """A post that stays where it is.

    `counted`: the posts after it go on with the count that it had, so that what was measured of them stays theirs; locks of
    older jobs began a count of their own.
    """

    id: Id
    at_m: Station
    why: Words = ""
    counted: bool = False


def in_count(post: str, further: int) -> str:
    """The id of the post so many after one that has a place in a count, "start+2" and 3 further being "start+5".

    The one place that reads a post's id; ids are made in the set-out, of the post that a count begins at and the place in it.
    """
    begins, plus, place = post.rpartition("+")
    return f"{begins}+{int(place) + further}" if plus and place.isdecimal() else f"{post}+{further}"


@value_object
class PracticeDetail:
    """A detail the crew builds by its own experience, and who put their name to it.

    Args:
        ends_deeper_m: How much deeper than the line's posts those at its ends, corners and gates stand.
    """

    embedment_m: Annotated[float, Gt(0.1), Le(3.6)]
    hole_width_m: Annotated[float, Gt(0.1), Le(1.2)]
    ends_deeper_m: Annotated[float, Ge(0), Le(1.5)] = 0.0
    accepted_by: Annotated[str, MinLen(1), MaxLen(80)]
    accepted_on: Annotated[str, MaxLen(10)] = ""
    why: Words = ""


@value_object
class Infill:
    """What closes the bays.

    Args:
        style: butted: plumb boards side by side; even gaps: boards with alike gaps; board on board: every second board laps over
            its neighbours; both faces: alternate boards on the two faces of rails as wide as the posts; slats: level sticks
            of the rail's stock on the posts' face, no boards; louvres: level boards tilted between the posts; bought panels:
            made panels between the posts; lattice panels: framed lattice between the posts; stock panels: welded wire panels on the
            posts' face; wire mesh: a roll on rails.
        gap_most_m: Greatest gap between boards, even gaps.
        overlap_m: Least lap of neighbouring boards, board on board and both faces.
        spacer_m: Spacer wished between slats; the one that comes out even at the height is built.
        first: Where the first board or gap lies: at the start, or on the middle of each stretch.
        tilt_rad: Louvres: from lying flat (0) to closed.
        mesh_m: Greatest opening of a stock panel, mesh or lattice.
        mesh_upright: Stock panels: the long openings run up and down.
        stock: The stock panel or mesh bought.
        stiffener_over_m: A slat's bay longer than this has a plumb stiffener behind it; None: by the slat's thickness.
        cap: A level cap board over the posts and boards.
        trim: Battens over the boards' ends, top and bottom.
        base: What closes a gap at the ground: nothing, base boards, boards scribed to the ground, or staked wire.
        apron: Wire against what digs: laid out on the ground toward `inside` (else away from the boards), or
            buried straight down; `apron_m` wide or deep.
        grows: What climbs it.
        sight_rail: A timber top rail over wire, so that people and animals see it.
    """

    style: Style = "butted"
    gap_most_m: Annotated[float, Gt(0.001), Le(0.3)] = 0.01905
    overlap_m: Annotated[float, Ge(0), Le(0.1)] = 0.0254
    spacer_m: Annotated[float, Gt(0.001), Le(0.15)] = 0.0127
    first: Literal["at the start", "board on the middle", "gap on the middle", "even ends"] = "at the start"
    tilt_rad: Annotated[float, Ge(0.1), Le(1.5)] = 0.7853981633974483
    mesh_m: Annotated[float, Gt(0.005), Le(0.3)] = 0.1016
    mesh_upright: bool = True
    stock: Words = ""
    stiffener_over_m: Annotated[float, Gt(0.2), Le(4)] | None = None
    cap: bool = False
    trim: bool = False
    base: Literal["open", "base boards", "scribed", "staked wire"] = "open"
    apron: Literal["none", "laid out", "buried"] = "none"
    apron_m: Annotated[float, Ge(0.1), Le(1.2)] = 0.4572
    grows: Literal["nothing", "light climbers", "heavy climbers"] = "nothing"
    sight_rail: bool = False

    @property
    def traits(self) -> InfillTraits:
        """What this infill is, for all that does not draw it."""
        return traits_of(self.style)


@value_object
class LookItem:
    """One thing that a look is made of, in words, as it was approved."""

    name: Annotated[str, MinLen(1), MaxLen(60)]
    value: Annotated[str, MaxLen(400)]


@value_object
class LookApproved:
    """Who approved the look, and of what: the buying list is held until it is, and again when the look changes.

    `items`: what the look was made of, so that a later change is told in words; older approvals have none.
    """

    by: Annotated[str, MinLen(1), MaxLen(80)]
    on: Annotated[str, MaxLen(10)] = ""
    of: Annotated[str, MaxLen(64)] = ""
    items: Annotated[tuple[LookItem, ...], MaxLen(30)] = ()


@value_object
class FenceSpec:
    """A fence of posts with rails and boards, slats, louvres, panels or wire.

    Args:
        closed: The last straight ends where the first begins; that corner's post is counted once.
        start_at: How the line begins; `end_at` how it ends.
        lift_outs: Removable panels.
        foot: How posts stand, `foot_detail` its sizes.
        plies_count: Above 0, posts are built up of so many sticks of the rail's stock, side by side along the line.
        ply_core: The narrower stick that the plies between a built-up post's outer two are of; empty: all are alike.
        ply_screw_pitch_m: Pairs of screws through a built-up post, one above the other at this pitch.
        bend_posts: Posts at bends and corners: square with the line that goes on, or turned to split the angle.
        top_points: What the top runs through on straights that follow control points; level beyond the first and the last.
        posts_cut: long: set long and cut along the string; exact: cut before, with a level to hit at the bottom of every hole.
        top_low_m: A straight top line stays within this height above the ground, and ...
        top_high_m: ... this one; None: a tenth of the height either way.
        weather: Ice and salt ask for stainless fixings, and posts deeper than the frost.
        finish: How the wood is finished.
        look: Who approved the look.
        bays: fewest posts: then the fewest different bays; equal: all alike, with a post more where one would stand in a no-dig
            band; nudged: equal, the few posts in a band moved to its edge; panels: of one width between the posts, the rest cut.
        panel_m: Width of a panel, for bays in panels; `clip_gap_m` what its clips add to it, both sides together.
        cut_at: Where a cut panel stands in each stretch: away from a gate, or at the end that the crew says is least seen.
        bay_by_strength: No bay is longer than its rails bear.
        keeps: Who must not get through below: sets the greatest gap at the ground.
        purposes: What it is built for: each is held against a table of heights, gaps and what can be climbed.
        inside: On which side of the line the pool or the animals are; None: nobody has said.
        height_m: Height of the boards.
        gap_m: From the ground at the posts to the boards.
        boards_moisture: How wet boards are when they are laid, as a share: what they shrink afterwards follows from it. It is no
            part of the look.
        gate_post: What both posts of every opening are; None: as the line's. Their faces stand flush with the line posts' on
            the side of the rails.
        end_post: What the posts at free ends and those next to them are, where the wind is strongest; None: as the line's.
        rail_bays: On edge, one rail runs over so many bays where they lie in one line.
        bay_max_m: Greatest bay wished, centre to centre, level.
        rail_laid: on edge: on the posts' face, joined on post centres; flat: between the posts, lying; between, on edge.
        rail_end: What holds a rail (or slat) between the posts: screws at a slant, bought brackets, or a channel down the post.
        hole_width_m: None: about three post widths on the next auger up.
        margin_m: Comfort kept between a hole and a no-dig band.
        depth_step_m: Depths are rounded up to this.
        depths_count: At most so many hole depths, each hole at least as deep as it needs; 0: each its own.
        reach_m: How deep the crew's auger reaches; None: not said.
        deeper_m: Holes are dug so much deeper than calculated, for more wind than the code asks.
        mark_to: What the tape mark stands for.
        lean_n: A person leaning on the top, taken by boards over the rails: advice, unless `guards_drop`.
        stock_n: What stock push with at half height; our own safety limit.
        ratings: Makers' numbers for what a plan cannot know.
        own_limits: Advice that the crew has taken in as limits of its own.
        guards_drop: The fence stands beside a drop: the code's guard load counts in place of `lean_n`.
        falls_away: Grade of the ground falling away before the posts, as rise over run.
    """

    kind: Literal["fence"] = "fence"
    format: Literal[1] = 1
    id: Id
    straights: Annotated[tuple[Straight, ...], MinLen(1), MaxLen(60)]
    openings: Annotated[tuple[GateOpening, ...], MaxLen(40)] = ()
    zones: Annotated[tuple[NoDig, ...], MaxLen(60)] = ()
    locks: Annotated[tuple[Lock, ...], MaxLen(400)] = ()
    height_m: Annotated[float, Ge(0.3), Le(3.7)] = 1.8288
    gap_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    post: Words = "post 6x6 pine"
    gate_post: Words | None = None
    end_post: Words | None = None
    rail: Words = "rail 2x4 pine"
    rails_count: Annotated[int, Ge(2), Le(4)] = 3
    rail_laid: Literal["on edge", "flat", "between, on edge"] = "on edge"
    rail_end: Literal["screws", "brackets", "channel"] = "screws"
    rail_bays: Annotated[int, Ge(1), Le(4)] = 1
    rail_inset_m: Annotated[float, Ge(0.03), Le(0.6)] = 0.1778
    board: Words = "board 1x6 pine"
    infill: Infill = Infill()
    boards_moisture: Annotated[float, Ge(0.04), Le(2)] = 0.3
    floor: Floor = Floor()
    keeps: Literal["nothing", "a small animal", "a rooting animal", "a child"] = "nothing"
    purposes: Annotated[tuple[Purpose, ...], MaxLen(6)] = ()
    inside: Literal["left", "right"] | None = None
    boards_on: Literal["left", "right"] = "left"
    bay_max_m: Annotated[float, Ge(0.6), Le(4.9)] = 2.4384
    bays: Literal["fewest posts", "equal", "nudged", "panels"] = "fewest posts"
    panel_m: Annotated[float, Ge(0.3), Le(3.7)] = 1.8288
    clip_gap_m: Annotated[float, Ge(0), Le(0.1)] = 0.0
    cut_at: Literal["away from a gate", "the start", "the end"] = "away from a gate"
    bay_by_strength: bool = False
    bay_min_m: Annotated[float, Ge(0.3), Le(2)] = 0.6096
    closed: bool = False
    start_at: LineEnd = LineEnd()
    end_at: LineEnd = LineEnd()
    lift_outs: Annotated[tuple[LiftOut, ...], MaxLen(10)] = ()
    foot: FootKind = "open below"
    foot_detail: FootDetail = FootDetail()
    plies_count: Annotated[int, Ge(0), Le(5)] = 0
    ply_core: Words = ""
    ply_screw_pitch_m: Annotated[float, Ge(0.05), Le(0.6)] = 0.3
    bend_posts: Literal["square", "split"] = "square"
    posts_cut: Literal["long", "exact"] = "long"
    top_low_m: Annotated[float, Gt(0.2), Le(5)] | None = None
    top_high_m: Annotated[float, Gt(0.2), Le(5)] | None = None
    top_points: Annotated[tuple[TopPoint, ...], MaxLen(60)] = ()
    weather: Literal["usual", "ice and salt"] = "usual"
    finish: Finish = Finish()
    look: LookApproved | None = None
    gravel_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    plug_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    hole_width_m: Annotated[float, Gt(0.1), Le(1.2)] | None = None
    post_allowance_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    margin_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    depth_step_m: Annotated[float, Gt(0.001), Le(0.31)] = 0.0254
    deeper_m: Annotated[float, Ge(0), Le(1.5)] = 0.0
    depths_count: Annotated[int, Ge(0), Le(6)] = 0
    reach_m: Annotated[float, Gt(0.3), Le(3)] | None = None
    mark_to: Literal["centre", "near face", "far face"] = "centre"
    string_side: Literal["left", "right"] = "right"
    built_on: Basis = Basis.CALCULATED
    practice: PracticeDetail | None = None
    lean_n: Annotated[float, Ge(0), Le(3000)] = 500.0
    stock_n: Annotated[float, Ge(0), Le(10000)] = 0.0
    own_limits: Annotated[tuple[Advice, ...], MaxLen(3)] = ()
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()
    guards_drop: bool = False
    falls_away: Annotated[float, Ge(0), Le(1.5)] = 0.0

    @property
    def boards_id(self) -> str:
        """What is measured of its boards is measured of this."""
        return f"{self.id}/boards"


def hold_post(spec: FenceSpec, post_id: str, station_m: float) -> FenceSpec:
    """The spec with one of its plan's posts locked at a station.

    Raises:
        InvalidInputError: Before the line's start.
    """
    if not station_m >= 0:
        raise InvalidInputError("locks", "the line starts here")
    inner = post_id.removeprefix(f"{spec.id}/post/")
    kept = tuple(lock for lock in spec.locks if lock.id != inner)
    counted = all(lock.counted for lock in spec.locks if lock.id == inner)
    return replace(spec, locks=(*kept, Lock(id=inner, at_m=station_m, counted=counted)))
