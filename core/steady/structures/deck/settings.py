"""Every setting of a deck that can be found by its name: what its panel shows, and what lies deeper."""

from dataclasses import replace

from steady.catalog.items import sticks
from steady.structures.coating import finish_group
from steady.structures.form_schema import Field, Group
from steady.structures.made_boards import is_made

SCREENED = ("left", "right", "front", "both sides", "all")
"""A guard that carries a screen."""
MAKER = "By its maker; 0: not entered"
MADE = tuple(item.key for item in sticks().values() if item.role == "decking" and is_made(item))
"""Boards that are no wood."""
MADE_FIELDS = tuple(
    replace(one, when=("board", MADE))
    for one in (
        Field(path="made_boards/span_m", says="Joists at most, by its maker", sort="small length", empty="not entered"),
        Field(path="made_boards/stair_span_m", says="Stringers at most", sort="small length", empty="not entered"),
        Field(path="made_boards/clips", says="hidden clips", sort="tick", text="Else screws through the face"),
        Field(path="made_boards/end_gap_m", says="Least end gap", sort="small length", text="On the hottest day"),
        Field(path="made_boards/laid_c", says="Laid at, °C", sort="number"),
        Field(path="made_boards/coldest_c", says="Coldest, °C", sort="number"),
        Field(path="made_boards/hottest_c", says="Hottest in the sun, °C", sort="number"),
    )
)
SETTINGS = (
    Group(
        title="Joists",
        fields=(
            Field(path="joist", says="Joists", sort="stick", role="joist"),
            Field(path="spacing_m", says="Joists, centre to centre", sort="small length"),
            Field(path="joists_run", says="Joist direction", sort="choice", names=(("out", "out from the house"),)),
            Field(path="joists_over", says="Over the beams they are", sort="choice"),
            Field(path="overhang_m", says="Joists past the last beam", text="Never more than the rules allow"),
            Field(path="stiffening", says="Joist bridging", sort="choice"),
            Field(path="wet", says="the frame gets wet", sort="tick", text="Wet service; covered and dry is stronger"),
            Field(
                path="least_slack_ratio",
                says="Least slack",
                sort="ratio",
                text="A member leaves so much of its limit over",
            ),
        ),
    ),
    Group(
        title="Beams and posts",
        fields=(
            Field(
                path="rests",
                says="Deck rests on",
                sort="choice",
                names=(
                    ("posts", "posts and beams"),
                    ("sleepers", "sleepers on gravel, low and free of the house"),
                    ("slab", "sleepers on an existing concrete slab"),
                ),
            ),
            Field(path="slab_m", says="Slab thickness", sort="small length", when=("rests", ("slab",))),
            Field(path="beam", says="Beams", sort="stick", role="joist"),
            Field(path="plies", says="Plies of a beam", sort="count"),
            Field(path="beams", says="Beam lines", sort="count", empty="the fewest"),
            Field(path="beam_overhang_m", says="Beams past the outer posts"),
            Field(path="posts", says="Posts under each beam", sort="count", empty="the fewest"),
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="core", says="Core ply", sort="stick", role="joist rail", empty="none: one stick"),
            Field(path="outer", says="Outer plies", sort="stick", role="joist"),
            Field(path="seat", says="Beams sit", sort="choice"),
            Field(path="upright", says="Lateral bracing", sort="choice"),
            Field(path="brace_m", says="Brace leg length", when=("upright", ("knee braces",))),
        ),
    ),
    Group(
        title="Boards",
        fields=(
            Field(path="board", says="Deck boards", sort="stick", role="decking"),
            *MADE_FIELDS,
            Field(path="board_gap_m", says="Board spacing", sort="small length"),
            Field(path="boards_from", says="The whole board lies at", sort="choice"),
            Field(path="frame_boards", says="Picture-frame boards", sort="count"),
            Field(path="breaker", says="a breaker board where lengths meet", sort="tick"),
            Field(path="board_past_m", says="Boards past the rim", sort="small length"),
        ),
    ),
    Group(
        title="Loads",
        fields=(
            Field(path="live_pa", says="People", sort="pressure", empty="the code's"),
            Field(path="dead_pa", says="Lasting load", sort="pressure", empty="from the pieces"),
            Field(
                path="dwelling_units",
                says="Dwellings it serves",
                sort="count",
                text="Guards, and in some codes sag, go by it",
            ),
        ),
    ),
    Group(
        title="Footings",
        fields=(
            Field(path="footing_shape", says="Footings are", sort="choice"),
            Field(path="footing_width_m", says="Footing, wide", sort="small length", empty="as calculated"),
            Field(path="footing_depth_m", says="Footing, deep", empty="as calculated"),
            Field(path="gravel_m", says="Gravel under it", sort="small length"),
            Field(path="pier_above_m", says="Concrete above the ground", sort="small length"),
            Field(path="stand_off_m", says="Post's foot above the concrete", sort="small length"),
            Field(path="base_off_centre_m", says="Base off centre", sort="small length"),
            Field(path="base_edge_least_m", says="Anchor's least edge", sort="small length", empty="common"),
        ),
    ),
    Group(
        title="At the house",
        fields=(
            Field(path="attach", says="It stands", sort="choice"),
            Field(path="ledger/fixing", says="Ledger fixings", sort="choice"),
            Field(path="ledger/sheathing_m", says="Sheathing behind the ledger", sort="small length"),
            Field(path="ledger/spacing_m", says="Ledger fixings, every", sort="small length", empty="the table's"),
            Field(
                path="ledger/fixing_rating_n",
                says="One ledger fixing holds",
                sort="force",
                text=MAKER,
            ),
            Field(
                path="ledger/hanger_rating_n",
                says="One joist hanger holds",
                sort="force",
                text=MAKER,
            ),
        ),
    ),
    Group(
        title="Guard",
        fields=(
            Field(path="guard/always", says="Guard even if not required", sort="tick"),
            Field(path="guard/height_m", says="Guard height", empty="the code's"),
            Field(path="guard/spacing_max_m", says="Guard post spacing"),
            Field(path="guard/lever_m", says="Guard anchor lever", sort="small length", empty="from the rim"),
            Field(
                path="guard/screen_on",
                says="Screen on guard posts",
                sort="choice",
                names=(
                    ("none", "none"),
                    ("left", "left side, facing the house"),
                    ("right", "right side"),
                    ("front", "front"),
                    ("both sides", "both sides"),
                    ("all", "every open edge"),
                ),
            ),
            Field(path="guard/screen_m", says="Screen height", when=("guard/screen_on", SCREENED)),
            Field(
                path="guard/screen_gap_m",
                says="Screen board gap",
                sort="small length",
                when=("guard/screen_on", SCREENED),
            ),
            Field(
                path="guard/anchor_rating_n",
                says="A guard post's upper fixing holds",
                sort="force",
                text=MAKER,
            ),
        ),
    ),
    finish_group("coating"),
)
