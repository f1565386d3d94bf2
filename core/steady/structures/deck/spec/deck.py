"""What the installer says about a deck. Lengths in metres; x along the house from its left end, y out from it."""

from dataclasses import replace
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.errors import InvalidInputError
from steady.plan.model import Basis
from steady.structures.coating import Finish
from steady.structures.deck.spec.beam_seats import SEATS, BeamSeat, SeatKey
from steady.structures.lateral_systems import LATERAL_SYSTEMS, LateralSystem, Upright
from steady.structures.made_boards import MadeBoards
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.support_links import PostReaction
from steady.value_objects import value_object

Id = Annotated[str, MinLen(1), MaxLen(40)]
Words = Annotated[str, MaxLen(200)]


@value_object
class Corner:
    """A corner of the outline, and how high the finished deck stands above the ground there."""

    x_m: Annotated[float, Ge(-60), Le(60)]
    y_m: Annotated[float, Ge(-60), Le(60)]
    height_m: Annotated[float, Ge(0.05), Le(6)] = 0.9


@value_object
class Pin:
    """A beam or post that stays where it is: a beam's distance from the house, a post's place along its beam."""

    id: Id
    at_m: Annotated[float, Ge(-60), Le(60)]
    why: Words = ""


@value_object
class NoDigSpot:
    """A place without holes: rock, root, a service. `radius_m` holds its own size and the locate's tolerance."""

    id: Id
    what: Words = "rock"
    x_m: Annotated[float, Ge(-60), Le(60)]
    y_m: Annotated[float, Ge(-60), Le(60)]
    radius_m: Annotated[float, Gt(0), Le(10)] = 0.3


@value_object
class Ledger:
    """How the deck hangs on the house.

    Args:
        wall: A key of the table of walls; some take no ledger.
        spacing_m: Between fixings; None: the table's, or what one fixing may carry.
        fixing_rating_n: The maker's number for one fixing with the crew's own safety factor; 0: not entered.
        hanger_rating_n: The same for one joist hanger.
    """

    wall: Words = "wood frame"
    fixing: Literal["lag screw", "bolt", "screw"] = "lag screw"
    sheathing_m: Annotated[float, Ge(0), Le(0.0508)] = 0.0127
    spacing_m: Annotated[float, Ge(0.05), Le(1)] | None = None
    fixing_rating_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    hanger_rating_n: Annotated[float, Ge(0), Le(1e6)] = 0.0


@value_object
class Existing:
    """A deck that this one joins: surveyed, never made to carry more.

    Args:
        lower_m: How much lower the new surface lies.
        lap_m: The new joists run so far back beside the old ones and are bolted to them, at the same level; 0: they do not. Their
            own beam still carries all of them.
        board_m: Thickness of the old boards; None: as the new ones.
    """

    joist: Words = ""
    spacing_m: Annotated[float, Ge(0.1), Le(1)] = 0.4064
    lower_m: Annotated[float, Ge(0), Le(2)] = 0.0
    lap_m: Annotated[float, Ge(0), Le(3)] = 0.0
    board_m: Annotated[float, Ge(0.01), Le(0.1)] | None = None


ScreenSide = Literal["none", "left", "right", "front", "both sides", "all"]
"""Which edges a screen stands on, as one faces the house."""


@value_object
class GuardGap:
    """A stretch of an edge that has no guard, because another flight or surface meets it there (m, from the edge's start)."""

    edge: Annotated[int, Ge(0), Le(40)]
    from_m: Annotated[float, Ge(0), Le(60)]
    to_m: Annotated[float, Ge(0), Le(60)]


@value_object
class GuardDesign:
    """The guard round the deck, where one is needed or wished for.

    Args:
        always: A guard even where no rule asks for one.
        height_m: None: what the school asks.
        lever_m: From a post's upper fixing to its lower one; None: what the rim leaves between their edge distances.
        screen_on: Edges whose guard posts run on up to carry a screen of level deck boards, `screen_gap_m` between two.
        screen_m: Its top over the boards.
        anchor_rating_n: The maker's number for the upper fixing, with the crew's own safety factor; 0: not entered.
        gaps: Stretches left open where something else meets the deck.
    """

    always: bool = False
    post: Words = ""
    baluster: Words = ""
    spacing_max_m: Annotated[float, Ge(0.5), Le(2.5)] = 1.8288
    height_m: Annotated[float, Ge(0.3), Le(2)] | None = None
    lever_m: Annotated[float, Ge(0.05), Le(0.5)] | None = None
    anchor_rating_n: Annotated[float, Ge(0), Le(1e6)] = 0.0
    screen_on: ScreenSide = "none"
    screen_m: Annotated[float, Ge(1.0), Le(2.6)] = 1.8288
    screen_gap_m: Annotated[float, Ge(0), Le(0.2)] = 0.00635
    gaps: Annotated[tuple[GuardGap, ...], MaxLen(12)] = ()


Turn = Literal["straight", "left", "right", "back left", "back right"]
"""Which way the lower flight goes on, as one walks down."""


@value_object
class Landing:
    """A level landing between two flights, on posts of its own.

    Args:
        risers: Of the flight above it.
        length_m: Along the upper flight; None: the stair's width. `well_m`: between the flights of a stair that turns back.
    """

    risers: Annotated[int, Ge(2), Le(30)] = 4
    turn: Turn = "straight"
    length_m: Annotated[float, Ge(0.5), Le(4)] | None = None
    well_m: Annotated[float, Ge(0), Le(2)] = 0.0


@value_object
class StairDesign:
    """A stair down from one edge: straight, or in two flights with a landing between.

    Args:
        edge: The number of the outline's edge, 0 along the house.
        at_m: Its near side from that edge's start.
        riser_m: Wished; None: as high as is allowed, all alike.
        open_risers: Left open although the code asks that a ball does not pass; else a strip closes them all where it asks.
        middle: The stringers rest on a sill under the middle of each flight, too.
    """

    id: Id
    edge: Annotated[int, Ge(0), Le(40)]
    at_m: Annotated[float, Ge(0), Le(60)]
    width_m: Annotated[float, Ge(0.5), Le(4)] = 0.9144
    going_m: Annotated[float, Ge(0.15), Le(0.6)] = 0.2667
    riser_m: Annotated[float, Ge(0.05), Le(0.3)] | None = None
    stringer: Words = ""
    cut: bool = True
    spacing_m: Annotated[float, Ge(0.2), Le(1)] = 0.4064
    open_risers: bool = False
    middle: bool = False
    landing: Landing | None = None


@value_object
class BeamLine:
    """One beam line of its own size: "beam-2"; what is left empty is as for all."""

    id: Id
    beam: Words = ""
    plies: Annotated[int, Ge(1), Le(5)] | None = None


@value_object
class Bridge:
    """The same frame as a footbridge or low platform on two sills: no house, no posts.

    Args:
        people: crowd: people shoulder to shoulder; walker: one person at a time, at the worst place.
        bearing_m: How far the stringers lie on each sill.
        water_m: Highest known water below the finished deck (below 0: above it); None: no water.
        flow_m_per_s: How fast it runs in a flood; None: nobody has said. `debris_m`: what it carries blocks so much more.
        anchors_count: Anchors or chains that hold it down, one at each corner at least.
    """

    people: Literal["crowd", "walker"] = "crowd"
    bearing_m: Annotated[float, Ge(0.03), Le(1)] = 0.15
    water_m: Annotated[float, Ge(-1), Le(10)] | None = None
    flow_m_per_s: Annotated[float, Ge(0), Le(8)] | None = None
    debris_m: Annotated[float, Ge(0), Le(2)] = 0.3048
    anchors_count: Annotated[int, Ge(2), Le(12)] = 4


Rests = Literal["posts", "sleepers", "slab"]


@value_object
class DeckSpec:
    """A deck on joists and beams.

    Args:
        outline: Corners anticlockwise as seen from above, from the house's left end: the first edge lies on the house.
        attach: ledger: Attached to house (ledger); free: Freestanding; existing: Beside existing deck.
        rests: posts: on beams, posts and footings; sleepers: its joists lie on a bed of gravel, low and free of a house; slab: they
            lie on an existing concrete slab, whose measured thickness is `slab_m` (0: not known).
        joists_run: out from the house, or along it (boards run across the joists).
        joists_over: spliced: a joist ends on each beam; unbroken: it runs on over them.
        overhang_m: Joists past the last beam, as wished; it is never more than the rules allow.
        beam_lines: Beam lines that are not as `beam` and `plies` say.
        beams: How many beam lines; None: the fewest.
        posts: Posts under each beam; None: the fewest.
        pins: Beams ("beam-1") and posts ("beam-1-2") that stay where they are.
        seat: top: the beam lies on the post; notch: in a pocket; beside: bolted to both sides of the post; flush: between the
            joists on hangers.
        core: Of posts built up of three plies, between two of `outer`; empty: a post is one stick.
        upright: What keeps a deck without a house from racking.
        least_slack_ratio: Share of its limit that a member leaves over, at least.
        stand_off_m: The post's foot above the concrete. `pier_above_m`: the concrete's top above the ground.
        base_off_centre_m: How far a post's base stands off its pier's middle. `base_edge_least_m`: its anchor's least edge
            distance, as its maker says; None: not known.
        dwelling_units: How many dwellings the deck serves: guards and, in some schools, sag go by it.
        ratings: Makers' numbers for what a plan cannot know.
        bearings: Posts of another structure that stand on its frame: the job says them each time it is planned.
        stair_feet: What the stringers of a flight above bring to it; planned with that flight, never typed.
        carries: Things a house deck is not calculated for.
    """

    kind: Literal["deck"] = "deck"
    format: Literal[1] = 1
    id: Id
    outline: Annotated[tuple[Corner, ...], MinLen(3), MaxLen(24)]
    attach: Literal["ledger", "free", "existing"] = "ledger"
    ledger: Ledger = Ledger()
    existing: Existing = Existing()
    rests: Rests = "posts"
    slab_m: Annotated[float, Ge(0), Le(0.6)] = 0.0
    joists_run: Literal["out", "along"] = "out"
    joists_over: Literal["spliced", "unbroken"] = "unbroken"
    joist: Words = "joist 2x8 pine"
    spacing_m: Annotated[float, Ge(0.1), Le(1.2)] = 0.4064
    stiffening: Literal["strapping", "bridging", "bridging and strapping"] = "bridging"
    overhang_m: Annotated[float, Ge(0), Le(3)] = 0.4572
    beam: Words = "joist 2x10 pine"
    plies: Annotated[int, Ge(1), Le(5)] = 2
    beam_lines: Annotated[tuple[BeamLine, ...], MaxLen(12)] = ()
    beams: Annotated[int, Ge(1), Le(12)] | None = None
    beam_overhang_m: Annotated[float, Ge(0), Le(3)] = 0.3048
    posts: Annotated[int, Ge(2), Le(40)] | None = None
    pins: Annotated[tuple[Pin, ...], MaxLen(200)] = ()
    spots: Annotated[tuple[NoDigSpot, ...], MaxLen(60)] = ()
    seat: SeatKey = "top"
    post: Words = "post 6x6 pine"
    core: Words = ""
    outer: Words = "joist 2x6 pine"
    upright: Upright = "none"
    brace_m: Annotated[float, Ge(0.2), Le(2)] = 0.6096
    board: Words = "decking 5/4x6 pine"
    made_boards: MadeBoards = MadeBoards()
    board_gap_m: Annotated[float, Ge(0), Le(0.02)] = 0.003175
    boards_from: Literal["house", "edge"] = "house"
    frame_boards: Annotated[int, Ge(0), Le(2)] = 0
    breaker: bool = False
    board_past_m: Annotated[float, Ge(0), Le(0.1)] = 0.0254
    dwelling_units: Annotated[int, Ge(1), Le(200)] = 1
    live_pa: Annotated[float, Ge(0), Le(20000)] | None = None
    dead_pa: Annotated[float, Gt(0), Le(10000)] | None = None
    wet: bool = True
    least_slack_ratio: Annotated[float, Ge(0), Le(0.5)] = 0.0
    footing_shape: Literal["round", "square"] = "round"
    footing_width_m: Annotated[float, Gt(0.1), Le(2)] | None = None
    footing_depth_m: Annotated[float, Gt(0.1), Le(4)] | None = None
    gravel_m: Annotated[float, Ge(0), Le(0.6)] = 0.1016
    pier_above_m: Annotated[float, Ge(0), Le(0.6)] = 0.0508
    stand_off_m: Annotated[float, Ge(0), Le(0.3)] = 0.0254
    base_off_centre_m: Annotated[float, Ge(0), Le(0.5)] = 0.0
    base_edge_least_m: Annotated[float, Gt(0), Le(1)] | None = None
    guard: GuardDesign = GuardDesign()
    stairs: Annotated[tuple[StairDesign, ...], MaxLen(6)] = ()
    bridge: Bridge | None = None
    coating: Finish = Finish()
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()
    bearings: Annotated[tuple[PostReaction, ...], MaxLen(40)] = ()
    stair_feet: Annotated[tuple[PostReaction, ...], MaxLen(20)] = ()
    carries: Annotated[tuple[Literal["hot tub", "planters", "roof"], ...], MaxLen(3)] = ()
    built_on: Basis = Basis.CALCULATED

    @property
    def on_ledger(self) -> bool:
        """Its joists hang from a ledger on the house."""
        return self.attach == "ledger"

    @property
    def stands_free(self) -> bool:
        """Neither a house nor another deck holds it."""
        return self.attach == "free"

    @property
    def beside_existing(self) -> bool:
        """It goes on from a deck that stands."""
        return self.attach == "existing"

    @property
    def on_sleepers(self) -> bool:
        """Its joists lie on gravel or a slab: no beam, post or footing."""
        return self.rests != "posts"

    @property
    def on_slab(self) -> bool:
        """Its joists lie on an existing concrete slab."""
        return self.rests == "slab"

    @property
    def lateral(self) -> LateralSystem:
        """What keeps its posts upright."""
        return LATERAL_SYSTEMS[self.upright]

    @property
    def seating(self) -> BeamSeat:
        """How its beams meet its posts."""
        return SEATS[self.seat]


def runs_on(spec: DeckSpec) -> bool:
    """Whether joists run unbroken over their beams; hung flush between beams they cannot."""
    return spec.joists_over == "unbroken" and not spec.seating.in_joist_plane


def lock(spec: DeckSpec, thing_id: str, at_m: float) -> DeckSpec:
    """The spec with one of its plan's beams or posts pinned at a place.

    Raises:
        InvalidInputError: A thing that cannot be pinned.
    """
    inner = thing_id.split("/")[-1]
    if not inner.startswith("beam-"):
        raise InvalidInputError("pins", "Only beams and posts can be moved")
    kept = tuple(pin for pin in spec.pins if pin.id != inner)
    return replace(spec, pins=(*kept, Pin(id=inner, at_m=at_m)))


def sistered(spec: DeckSpec) -> bool:
    """Whether joists run back beside those of a deck that stands."""
    return spec.beside_existing and spec.existing.lap_m > 0
