"""Every setting of a fence that can be found by its name: what its panel shows, and what lies deeper."""

from steady.structures.coating import finish_group
from steady.structures.form_schema import Field, Group
from steady.structures.gate.settings import SETTINGS as GATE_SETTINGS

LEFT_RIGHT = (("left", "left, seen along the line"), ("right", "right, seen along the line"))
SETTINGS = (
    Group(
        title="Heights and bays",
        fields=(
            Field(path="height_m", says="Height", text="Of the boards"),
            Field(
                path="gap_m",
                says="Ground clearance",
                sort="small length",
                text="From the ground at the posts to the boards",
            ),
            Field(path="bay_max_m", says="Max. post spacing", text="Centre to centre, level"),
            Field(path="bay_min_m", says="Least bay", text="No two posts stand closer"),
            Field(path="bay_by_strength", says="no bay longer than its rails bear", sort="tick"),
            Field(
                path="bays",
                says="Spacing method",
                sort="choice",
                text="Nudged: equal, but for the few posts that a band keeps off",
            ),
            Field(path="panel_m", says="Panel, wide", text="For bays in panels", when=("bays", ("panels",))),
            Field(path="clip_gap_m", says="Clips, both sides", sort="small length", when=("bays", ("panels",))),
            Field(path="cut_at", says="Cut panel stands", sort="choice", when=("bays", ("panels",))),
            Field(path="top_low_m", says="Straight top, least height", empty="a tenth lower", text="Over the ground"),
            Field(
                path="top_high_m", says="Straight top, greatest height", empty="a tenth higher", text="Over the ground"
            ),
        ),
    ),
    Group(
        title="Posts",
        fields=(
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="gate_post", says="Gate posts", sort="stick", role="post", empty="as the line"),
            Field(path="end_post", says="End posts", sort="stick", role="post", empty="as the line"),
            Field(
                path="plies_count",
                says="Built-up posts, plies",
                sort="count",
                text="Of the rails' stock; 0: solid posts",
            ),
            Field(
                path="ply_core",
                says="Core of built-up posts",
                sort="stick",
                role="rail joist",
                empty="as the outer plies",
            ),
            Field(path="ply_screw_pitch_m", says="Screws through the plies, every", sort="small length"),
            Field(
                path="bend_posts",
                says="Corner post orientation",
                sort="choice",
                names=(("split", "turned to split the angle"),),
            ),
            Field(
                path="posts_cut", says="Posts are cut", sort="choice", names=(("long", "long, then along the string"),)
            ),
            Field(
                path="post_allowance_m", says="Cut allowance of a post", sort="small length", text="Added to its length"
            ),
            Field(path="mark_to", says="Marks stand for the post's", sort="choice"),
            Field(path="string_side", says="String runs on their", sort="choice", names=LEFT_RIGHT),
        ),
    ),
    Group(
        title="Rails",
        fields=(
            Field(path="rail", says="Rails", sort="stick", role="rail"),
            Field(path="rails_count", says="How many rails", sort="count"),
            Field(path="rail_laid", says="Rails lie", sort="choice"),
            Field(path="rail_end", says="Rail ends", sort="choice"),
            Field(path="rail_bays", says="A rail runs over bays", sort="count"),
            Field(
                path="rail_inset_m",
                says="Rail inset",
                sort="small length",
                text="From the boards' ends to the outer rails",
            ),
        ),
    ),
    Group(
        title="Boards and infill",
        fields=(
            Field(path="board", says="Boards", sort="stick", role="board"),
            Field(path="infill/style", says="Infill", sort="choice"),
            Field(path="boards_on", says="Boards' side", sort="choice", names=LEFT_RIGHT),
            Field(path="infill/gap_most_m", says="Greatest gap between boards", sort="small length"),
            Field(path="infill/overlap_m", says="Least lap of boards", sort="small length"),
            Field(path="infill/spacer_m", says="Spacer between slats", sort="small length"),
            Field(path="infill/first", says="First board", sort="choice"),
            Field(path="infill/tilt_rad", says="Louvres' tilt", sort="angle", text="From lying flat"),
            Field(path="infill/mesh_m", says="Greatest opening of wire", sort="small length"),
            Field(path="infill/stiffener_over_m", says="Stiffener behind bays over", empty="by the slat's thickness"),
            Field(path="infill/cap", says="a level cap over posts and boards", sort="tick"),
            Field(path="infill/trim", says="battens over the boards' ends", sort="tick"),
            Field(path="infill/base", says="Closed at the ground by", sort="choice"),
            Field(path="infill/apron", says="Wire against digging", sort="choice"),
            Field(path="infill/apron_m", says="It is wide or deep", sort="small length"),
            Field(path="infill/grows", says="Grows on it", sort="choice", text="Climbers close it to the wind"),
            Field(path="infill/sight_rail", says="a timber top rail over wire", sort="tick"),
            Field(
                path="boards_moisture",
                says="Boards' moisture when laid",
                sort="ratio",
                text="What they shrink follows from it",
            ),
            Field(path="keeps", says="Keeps in or out", sort="choice", text="Sets the greatest gap at the ground"),
            Field(path="inside", says="The pool or the animals are on the", sort="choice", names=LEFT_RIGHT),
        ),
    ),
    Group(
        title="Footings",
        fields=(
            Field(path="hole_width_m", says="Hole, wide", sort="small length", empty="3 × post width, next auger size"),
            Field(path="gravel_m", says="Gravel under the post", sort="small length"),
            Field(path="plug_m", says="Concrete under the post", sort="small length", text="Where it is closed below"),
            Field(path="margin_m", says="Hole to a no-dig band", sort="small length", text="Kept free between them"),
            Field(path="depth_step_m", says="Depth step", sort="small length", text="Depths are rounded up to it"),
            Field(
                path="depths_count",
                says="Hole depths, at most",
                sort="count",
                text="The auger is set to so few depths; 0: each hole its own",
            ),
            Field(
                path="reach_m",
                says="Our auger reaches",
                sort="small length",
                empty="not said",
                text="Deeper holes are marked, and designs with them come last",
            ),
            Field(path="deeper_m", says="Dug deeper than calculated by", sort="small length"),
            Field(path="foot_detail/clear_m", says="Wood kept clear of the ground", sort="small length"),
            Field(path="foot_detail/pier_above_m", says="Pier above the ground", sort="small length"),
            Field(path="foot_detail/pier_width_m", says="Pier, wide", sort="small length", empty="the hole's"),
            Field(
                path="foot_detail/bell_width_m", says="Bell at the bottom, wide", sort="small length", empty="no bell"
            ),
            Field(path="foot_detail/bell_m", says="Bell, high", sort="small length"),
            Field(path="foot_detail/slab_m", says="Slab, thick", sort="small length"),
            Field(path="foot_detail/edge_m", says="Post to the slab's edge", sort="small length", empty="not measured"),
            Field(path="foot_detail/off_centre_m", says="Base off centre", sort="small length"),
            Field(
                path="foot_detail/edge_least_m",
                says="Anchors' least edge distance",
                sort="small length",
                empty="not known",
            ),
            Field(path="foot_detail/friction_ratio", says="Friction of blocks on their bed", sort="ratio"),
            Field(path="foot_detail/notched", says="the post's foot is notched to key in", sort="tick"),
        ),
    ),
    Group(
        title="What pushes on it",
        fields=(
            Field(
                path="lean_n", says="A person leaning on the top", sort="force", text="Advice, unless it guards a drop"
            ),
            Field(path="stock_n", says="Livestock load at mid-height", sort="force", text="Our own safety limit"),
            Field(path="guards_drop", says="it stands beside a drop", sort="tick", text="The code's guard load counts"),
            Field(path="falls_away", says="Ground falls away before the posts", sort="ratio", text="Rise over run"),
            Field(
                path="weather",
                says="Weather",
                sort="choice",
                text="De-icing salt or ice: stainless fasteners, deeper posts",
            ),
        ),
    ),
    finish_group("finish"),
    *GATE_SETTINGS,
)
