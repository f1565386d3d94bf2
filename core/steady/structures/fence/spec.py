"""What the installer says about a fence. Lengths in metres, stations level from the line's start."""

from dataclasses import dataclass, replace
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.errors import InputError
from steady.plan.model import Basis
from steady.structures.gate.spec import Arch, LeafDesign

Id = Annotated[str, MinLen(1), MaxLen(40)]
Words = Annotated[str, MaxLen(200)]
Station = Annotated[float, Ge(0), Le(5000)]


@dataclass(frozen=True, slots=True, kw_only=True)
class Straight:
    """One straight of the line; `turn_rad` is the turn at its start from the straight before (left positive).

    `follows`: raked bays run with the ground between their posts; stepped ones are level, above the highest ground in each.
    """

    id: Id
    length_m: Annotated[float, Gt(0), Le(2000)]
    turn_rad: Annotated[float, Ge(-2.97), Le(2.97)] = 0.0
    follows: Literal["raked", "stepped"] = "raked"


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """A gate's opening: the centre of its first post, its CLEAR width between posts, and the leaves wished for."""

    id: Id
    what: Words = "walk gate"
    at_m: Station
    clear_m: Annotated[float, Gt(0.3), Le(9)]
    leaves_m: Annotated[tuple[Annotated[float, Gt(0.2), Le(6)], ...], MaxLen(2)] = ()
    swing: Literal["in", "out"] = "in"
    leaf: LeafDesign = LeafDesign()
    arch: Arch | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class NoDig:
    """A stretch without holes: a service, rock or root crossing the line.

    Args:
        at_m: Station where its middle crosses the line.
        half_width_m: Half its own size plus the locate's tolerance: no hole may touch this band.
        crossing_rad: Angle at which it crosses; a right angle gives the shortest stretch.
        hand_dig_m: Within this distance of its middle a hole is dug by hand only; 0 for none.
        depth: What is known of its depth; never assumed.
    """

    id: Id
    what: Words = "buried service"
    letter: Annotated[str, MaxLen(2)] = "S"
    at_m: Station
    half_width_m: Annotated[float, Gt(0), Le(30)]
    crossing_rad: Annotated[float, Gt(0.08), Le(1.5708)] = 1.5707963267948966
    hand_dig_m: Annotated[float, Ge(0), Le(10)] = 0.0
    depth: Words = "depth unknown"


@dataclass(frozen=True, slots=True, kw_only=True)
class Lock:
    """A post that stays where it is."""

    id: Id
    at_m: Station
    why: Words = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class PracticeDetail:
    """A detail the crew builds by its own experience, and who put their name to it."""

    embedment_m: Annotated[float, Gt(0.1), Le(3.6)]
    hole_width_m: Annotated[float, Gt(0.1), Le(1.2)]
    accepted_by: Annotated[str, MinLen(1), MaxLen(80)]
    accepted_on: Annotated[str, MaxLen(10)] = ""
    why: Words = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Infill:
    """What closes the bays.

    Args:
        style: butted: plumb boards side by side; even gaps: boards with alike gaps; board on board: every second board laps over
            its neighbours; both faces: alternate boards on the two faces of rails as wide as the posts; slats: level sticks
            of the rail's stock on the posts' face, no boards.
        gap_most_m: Greatest gap between boards, even gaps.
        overlap_m: Least lap of neighbouring boards, board on board and both faces.
        spacer_m: Spacer wished between slats; the one that comes out even at the height is built.
    """

    style: Literal["butted", "even gaps", "board on board", "both faces", "slats"] = "butted"
    gap_most_m: Annotated[float, Gt(0.001), Le(0.3)] = 0.01905
    overlap_m: Annotated[float, Ge(0), Le(0.1)] = 0.0254
    spacer_m: Annotated[float, Gt(0.001), Le(0.15)] = 0.0127


@dataclass(frozen=True, slots=True, kw_only=True)
class FenceSpec:
    """A fence of wood posts in concrete with rails and boards, or slats.

    Args:
        bays: fewest posts: then the fewest different bays; equal: all alike, with a post more where one would stand in a no-dig
            band; nudged: equal, the few posts in a band moved to its edge; panels: of one width between the posts, the rest cut.
        panel_m: Width of a panel, for bays in panels.
        keeps: Who must not get through below: sets the greatest gap at the ground.
        height_m: Height of the boards.
        gap_m: From the ground at the posts to the boards.
        gate_post: What both posts of every opening are; None: as the line's. Their faces stand flush with the line posts' on
            the side of the rails.
        bay_max_m: Greatest bay wished, centre to centre, level.
        rail_laid: on edge: on the posts' face, joined on post centres; flat: between the posts.
        hole_width_m: None: about three post widths on the next auger up.
        margin_m: Comfort kept between a hole and a no-dig band.
        depth_step_m: Depths are rounded up to this.
        mark_to: What the tape mark stands for.
    """

    kind: Literal["fence"] = "fence"
    format: Literal[1] = 1
    id: Id
    straights: Annotated[tuple[Straight, ...], MinLen(1), MaxLen(60)]
    openings: Annotated[tuple[Opening, ...], MaxLen(40)] = ()
    zones: Annotated[tuple[NoDig, ...], MaxLen(60)] = ()
    locks: Annotated[tuple[Lock, ...], MaxLen(400)] = ()
    height_m: Annotated[float, Ge(0.3), Le(3.7)] = 1.8288
    gap_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    post: Words = "post 6x6 pine"
    gate_post: Words | None = None
    rail: Words = "rail 2x4 pine"
    rails_count: Annotated[int, Ge(2), Le(4)] = 3
    rail_laid: Literal["on edge", "flat"] = "on edge"
    rail_inset_m: Annotated[float, Ge(0.03), Le(0.6)] = 0.1778
    board: Words = "board 1x6 pine"
    infill: Infill = Infill()
    keeps: Literal["nothing", "a small animal", "a rooting animal", "a child"] = "nothing"
    boards_on: Literal["left", "right"] = "left"
    bay_max_m: Annotated[float, Ge(0.6), Le(4.9)] = 2.4384
    bays: Literal["fewest posts", "equal", "nudged", "panels"] = "fewest posts"
    panel_m: Annotated[float, Ge(0.3), Le(3.7)] = 1.8288
    bay_min_m: Annotated[float, Ge(0.3), Le(2)] = 0.6096
    foot: Literal["open below", "closed below"] = "open below"
    gravel_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    plug_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    hole_width_m: Annotated[float, Gt(0.1), Le(1.2)] | None = None
    post_allowance_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    margin_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    depth_step_m: Annotated[float, Gt(0.001), Le(0.31)] = 0.0254
    mark_to: Literal["centre", "near face", "far face"] = "centre"
    string_side: Literal["left", "right"] = "right"
    built_on: Basis = Basis.RECKONED
    practice: PracticeDetail | None = None


def hold_post(spec: FenceSpec, post_id: str, station_m: float) -> FenceSpec:
    """The spec with one of its plan's posts locked at a station.

    Raises:
        InputError: Before the line's start.
    """
    if not station_m >= 0:
        raise InputError("locks", "the line starts here")
    inner = post_id.removeprefix(f"{spec.id}/post/")
    kept = tuple(lock for lock in spec.locks if lock.id != inner)
    return replace(spec, locks=(*kept, Lock(id=inner, at_m=station_m)))
