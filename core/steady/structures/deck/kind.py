"""The deck as a kind: what the rest of the program asks of one."""

from collections.abc import Iterator
from dataclasses import fields, replace

from steady.errors import InvalidInputError
from steady.plan.model import DragHandle, Plan
from steady.structures.coating import finish_group
from steady.structures.deck.actions import add_rock, add_stair
from steady.structures.deck.checks.ledger import walls
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.designs.search import candidates, choices
from steady.structures.deck.plan import calculate_deck, plan_deck
from steady.structures.deck.settings import SETTINGS
from steady.structures.deck.spec.deck import Bridge, DeckSpec, Pin, lock
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.deck.spec.plain_entry import PLAIN
from steady.structures.deck.text.client import described
from steady.structures.form_schema import Field, Group
from steady.structures.held_footings import held
from steady.structures.option import Change, Choice
from steady.structures.remove_item import ACT, takes_out
from steady.structures.structure_type import (
    COMMON,
    ChoiceGroup,
    DesignInput,
    LineForm,
    LineStart,
    NewStructureRequest,
    StructureType,
    Table,
    in_metres,
)
from steady.structures.support_links import PostReaction

LEAST_SIDE_M = 0.6
SAME_M = 1e-6
HELP = (
    ("up3", "height above the ground (up3+4: more at the outer edge)"),
    ("less4x3right", "a piece off the outer right corner leaves an L"),
    ("corner2left", "a corner cut off"),
    ("free", "Freestanding"),
)
LINE = LineForm(
    title="New deck",
    asks="Along the house × out from it",
    name="Deck outside the kitchen",
    imperial="18x11 up3",
    metric="5x3.6 up0.9",
    help=HELP,
    metric_help=in_metres(
        HELP,
        {
            "up3+4": "up0.9+1.2",
            "up3": "up0.9",
            "less4x3": "less1.2x0.9",
            "corner2": "corner0.6",
        },
    ),
    starts=(
        LineStart(says="Start from an example", imperial="16x12 up3", metric="4.8x3.6 up0.9"),
        LineStart(says="A footbridge", imperial="3'6x10 up1", metric="1.0x3.0 up0.3", preset="footbridge"),
    ),
    in_words=("18x11 deck, 2 ft 6 in up, with stair and guard", "5.4x3.3 deck, 0.75 m up, with stair and guard"),
)


def read(ask: NewStructureRequest) -> DeckSpec:
    """A deck from one line, with what the crew keeps, of timbers that are on sale under the school; a footbridge on two banks.

    Raises:
        InvalidInputError: The line does not read.
    """
    line = read_deck(ask.text, ask.id, ask.bare)
    kept = {name: value for name, value in ask.choices.items() if name in HABITS}
    # Home before the crew's choices, too: what they say nothing of is the school's.
    spec = localized(replace(localized(line, ask.school), **kept), ask.school)
    if ask.preset == "footbridge":
        return replace(spec, attach="free", bridge=Bridge(people="walker", bearing_m=0.15, water_m=None))
    return spec


def planned(case: DesignInput) -> Plan:
    """The plan of a deck."""
    return plan_deck(case)


def move(spec: DeckSpec, handle: DragHandle, to_m: float) -> DeckSpec:
    """A beam or post pinned somewhere else, or all corners on one edge of the outline moved.

    Raises:
        InvalidInputError: Something that does not move.
    """
    name, _, key = handle.field.partition("/")
    if name not in ("outline", "pins"):
        raise InvalidInputError("handle", "This does not move: load the drawing again")
    if name == "outline":
        field = "x_m" if key == "x" else "y_m"
        corners = tuple(
            replace(corner, **{field: max(LEAST_SIDE_M, to_m)})
            if abs(getattr(corner, field) - handle.station_m) < SAME_M
            else corner
            for corner in spec.outline
        )
        return replace(spec, outline=corners)
    return lock(spec, handle.id, to_m)


def apply_measurement(spec: DeckSpec, thing: str, at_m: float) -> DeckSpec:
    """The spec with a beam or post pinned where it was measured.

    Raises:
        InvalidInputError: Something that cannot be pinned.
    """
    pinned = lock(spec, thing, at_m)
    last = pinned.pins[-1]
    return replace(pinned, pins=(*pinned.pins[:-1], Pin(id=last.id, at_m=last.at_m, why="as measured")))


def unlock(spec: DeckSpec, thing: str) -> DeckSpec:
    """The spec without the pin on one of its plan's beams or posts."""
    ids = {f"{spec.id}/{what}/{pin.id}": pin.id for pin in spec.pins for what in ("beam", "post")}
    if thing not in ids:
        raise InvalidInputError("post", "This is not pinned")
    return replace(spec, pins=tuple(pin for pin in spec.pins if pin.id != ids[thing]))


def _candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    return candidates(case)


def _choices(case: DesignInput) -> Iterator[Choice]:
    return choices(case)


def carries(spec: DeckSpec, bearings: tuple[PostReaction, ...]) -> DeckSpec:
    """The deck with the posts of a roof on its frame."""
    return replace(spec, bearings=bearings)


HABITS = (
    "joist",
    "spacing_m",
    "stiffening",
    "overhang_m",
    "beam",
    "plies",
    "seat",
    "post",
    "core",
    "outer",
    "upright",
    "brace_m",
    "board",
    "board_gap_m",
    "boards_from",
    "gravel_m",
    "pier_above_m",
    "stand_off_m",
    "least_slack_ratio",
)
"""What of a deck is a habit of its crew: all else is that deck's own."""
OWN = frozenset(f.name for f in fields(DeckSpec)) - frozenset(HABITS)
USUAL = (
    Group(
        title="Frame",
        fields=(
            Field(path="joist", says="Joists", sort="stick", role="joist"),
            Field(path="spacing_m", says="Joists apart", sort="small length"),
            Field(path="stiffening", says="Joist bridging", sort="choice"),
            Field(path="overhang_m", says="Joists past the beam", sort="small length"),
            Field(path="beam", says="Beams", sort="stick", role="joist"),
            Field(path="plies", says="Plies of a beam", sort="count"),
            Field(path="seat", says="Beam on its post", sort="choice"),
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="core", says="Core of built-up posts", sort="stick", role="joist rail", empty="none: one stick"),
            Field(path="outer", says="Outer plies", sort="stick", role="joist"),
            Field(path="upright", says="Lateral bracing", sort="choice"),
            Field(path="least_slack_ratio", says="Every member keeps at least", sort="ratio"),
        ),
    ),
    Group(
        title="Boards and feet",
        fields=(
            Field(path="board", says="Boards", sort="stick", role="decking"),
            Field(path="board_gap_m", says="Board spacing", sort="small length"),
            Field(path="gravel_m", says="Gravel under the feet", sort="small length"),
            Field(path="pier_above_m", says="Piers above the ground", sort="small length"),
            Field(path="stand_off_m", says="Post's foot off the concrete", sort="small length"),
        ),
    ),
)
DECK = StructureType(
    finish=lambda spec: spec.coating,
    carries=carries,
    key="deck",
    many="decks",
    spec=DeckSpec,
    line=LINE,
    read=read,
    describe=described,
    plain=PLAIN,
    presets=(("deck", "a deck"), ("footbridge", "a footbridge")),
    form=(
        Group(
            title="On the house",
            fields=(Field(path="ledger/wall", says="The wall is", sort="choice", names=tuple(walls())),),
        ),
        finish_group("coating"),
    ),
    own=OWN,
    structural=("joist", "spacing_m", "beam", "plies", "seat", "post", "core", "outer", "overhang_m"),
    usual=USUAL,
    settings=SETTINGS,
    acts={"add a stair": add_stair, "add a rock": add_rock, ACT: takes_out(stairs="stair", spots="spot")},
    tables=(
        Table(key="members", says="Members"),
        Table(
            key="joists",
            says="Joists",
            offers=(
                ChoiceGroup(group="ways", title="", what="way", beside=True),
                ChoiceGroup(group="joists", title="", what="joist"),
            ),
        ),
        Table(key="beams", says="Beams", offers=(ChoiceGroup(group="beams", title="", what="beam"),), needs="beam"),
        *COMMON,
    ),
    plan=planned,
    home=localized,
    move=move,
    hold=apply_measurement,
    let_go=unlock,
    candidates=_candidates,
    hold_footings=lambda spec, harder, own: held(spec, harder, own, fields=("footing_depth_m", "footing_width_m")),
    first_checks=lambda case: calculate_deck(case, frame_only=True).found.checks,
    choices=_choices,
)
