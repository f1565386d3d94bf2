"""Sums of infill: pickets, boards, slats and panels across an opening. Each calls what the structures call."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import OutOfScopeError
from steady.layout.decking import last_board_m
from steady.layout.drying import FIBRE_SATURATION, gap_to_lay, shrinkage_m, sphere_stopped, worst_gap_m
from steady.layout.infill import (
    Centred,
    LastBoard,
    Overlapped,
    SlatScreen,
    StockPanel,
    StockPanels,
    between_end_gaps,
    centred,
    even_gaps,
    last_board,
    overlapped,
    slat_screen,
    stock_panels,
)
from steady.layout.visibility import slats_hide, view_between
from steady.units.units import FT, IN

OPENING = Input(name="opening", kind="length", says="clear, between the posts")
BOARD = Input(name="board", kind="length", says="its face")
GAP = Input(name="gap", kind="length")
MOISTURE = (
    Input(name="moisture_now", kind="percent"),
    Input(name="moisture_later", kind="percent"),
    Input(name="coefficient", kind="number", says="change per cent of moisture, for example 0.00259"),
)


def _pickets(given: Given) -> tuple[int, float]:
    sizes = given.length("opening"), given.length("picket"), given.length("gap_most")
    return between_end_gaps(*sizes, end_gap_m=given.length("end_gap")) if given.has("end_gap") else even_gaps(*sizes)


def _overlapped(given: Given) -> Overlapped:
    return overlapped(given.length("opening"), given.length("board"), given.length("overlap_least"))


def _view(given: Given) -> tuple[float, float] | None:
    return view_between(
        given.length("board"), given.length("overlap"), given.length("thickness"), between_m=given.length("between")
    )


def _angle(given: Given, end: int) -> float:
    found = _view(given)
    if found is None:
        raise OutOfScopeError("nothing is seen through it from any angle", "a smaller overlap")
    return found[end]


def _hidden(given: Given) -> str:
    hides = slats_hide(
        given.length("slat"),
        given.length("pitch"),
        given.quantity("tilt", "angle"),
        thickness_m=given.length("thickness", 0.0),
    )
    return "yes" if hides else "no"


def _shrinks(given: Given) -> float:
    return shrinkage_m(
        given.length("board"),
        given.quantity("moisture_now", "percent"),
        given.quantity("moisture_later", "percent"),
        per_percent=given.number("coefficient"),
        saturation=given.quantity("fibre_saturation", "percent", FIBRE_SATURATION),
    )


def _lay(given: Given) -> tuple[float, float]:
    return gap_to_lay(given.length("gap_dry"), _shrinks(given))


def _last(given: Given) -> LastBoard:
    return last_board(
        given.length("opening"), given.length("board"), given.length("gap"), rip_least_m=given.length("rip_least")
    )


def _screen(given: Given) -> SlatScreen:
    return slat_screen(
        given.length("height"),
        given.length("slat"),
        (given.length("spacer_least"), given.length("spacer_most")),
        wish_m=given.maybe("spacer_wish", "length"),
        round_to_m=given.maybe("round_to", "length"),
    )


def _centred(given: Given) -> Centred:
    return centred(given.length("opening"), given.length("board"), given.length("gap"))


def _worst(given: Given) -> float:
    return worst_gap_m(given.length("gap"), given.length("shrinkage", 0.0), given.length("tolerance", 0.0))


def _panels(given: Given) -> StockPanels:
    return stock_panels(
        given.length("run"),
        StockPanel(
            panel_m=given.length("panel", 16 * FT),
            posts_per_panel=given.count("posts_per_panel", 3),
            lap_m=given.length("lap", 0.0),
            mesh_m=given.length("mesh", 8 * IN),
        ),
        gate_m=given.maybe("gate", "length"),
        clearance_m=given.length("gate_clearance", 2 * IN),
    )


def _deck(given: Given) -> tuple[int, float]:
    board_m, gap_m = given.length("board"), given.length("gap")
    framed = given.count("framed_edges", 0)
    depth_m = given.length("depth") + given.length("overhang", 0.0) - framed * (board_m + gap_m)
    return last_board_m(depth_m, board_m, gap_m)


SUMS = (
    Calculator(
        name="infill.pickets",
        picture="pickets",
        asks="How many pickets, and what gap between them?",
        inputs=(
            OPENING,
            Input(name="picket", kind="length"),
            Input(name="gap_most", kind="length"),
            Input(name="end_gap", kind="length", says="fixed gap at each post", default="as the others"),
        ),
        outputs=(
            Output(name="pickets", unit="count", calculate=lambda g: _pickets(g)[0]),
            Output(name="gap", unit="in|mm", calculate=lambda g: _pickets(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.overlapped_boards",
        picture="overlapped",
        asks="How many boards on two sides, and what overlap?",
        inputs=(OPENING, BOARD, Input(name="overlap_least", kind="length")),
        outputs=(
            Output(name="boards", unit="count", calculate=lambda g: _overlapped(g).boards),
            Output(name="overlap", unit="in|mm", calculate=lambda g: _overlapped(g).overlap_m),
            Output(name="same_side_gap", unit="in|mm", calculate=lambda g: _overlapped(g).same_side_gap_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.view_through",
        picture="overlapped",
        asks="From what angle can one see through alternating boards?",
        inputs=(
            BOARD,
            Input(name="overlap", kind="length"),
            Input(name="thickness", kind="length"),
            Input(name="between", kind="length", says="clear depth between the two faces"),
        ),
        outputs=(
            Output(name="seen_through", unit="text", calculate=lambda g: "no" if _view(g) is None else "yes"),
            Output(name="from_angle", unit="deg", calculate=lambda g: _angle(g, 0)),
            Output(name="to_angle", unit="deg", calculate=lambda g: _angle(g, 1)),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.louvre_view",
        asks="Do tilted slats hide the view square-on?",
        inputs=(
            Input(name="slat", kind="length"),
            Input(name="pitch", kind="length"),
            Input(name="tilt", kind="angle", says="0 lies across, 90 is closed"),
            Input(name="thickness", kind="length", default="0 in"),
        ),
        outputs=(Output(name="hidden", unit="text", calculate=_hidden),),
        source="geometry",
    ),
    Calculator(
        name="infill.board_shrinkage",
        asks="How much will a board shrink or swell?",
        inputs=(BOARD, *MOISTURE, Input(name="fibre_saturation", kind="percent", default="30")),
        outputs=(Output(name="shrinkage", unit="in|mm", calculate=_shrinks),),
        source="wood-handbook",
    ),
    Calculator(
        name="infill.gap_to_lay",
        asks="What gap do I leave between wet boards?",
        inputs=(BOARD, Input(name="gap_dry", kind="length", says="wanted when dry"), *MOISTURE),
        outputs=(
            Output(name="gap_now", unit="in|mm", calculate=lambda g: _lay(g)[0]),
            Output(name="gap_final", unit="in|mm", calculate=lambda g: _lay(g)[1]),
        ),
        source="wood-handbook",
    ),
    Calculator(
        name="infill.last_board",
        asks="How do I avoid a sliver at the end?",
        inputs=(OPENING, BOARD, GAP, Input(name="rip_least", kind="length")),
        outputs=(
            Output(name="full_boards", unit="count", calculate=lambda g: _last(g).full),
            Output(name="rips", unit="count", calculate=lambda g: _last(g).rips),
            Output(name="rip_width", unit="in|mm", calculate=lambda g: _last(g).rip_m),
            Output(name="how", unit="text", calculate=lambda g: _last(g).how),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.slat_screen",
        asks="How many boards and what spacer for a slat screen of a set height?",
        inputs=(
            Input(name="height", kind="length"),
            Input(name="slat", kind="length"),
            Input(name="spacer_least", kind="length"),
            Input(name="spacer_most", kind="length"),
            Input(name="spacer_wish", kind="length", default="the middle of the range"),
            Input(name="round_to", kind="length", says="for example 1/16 in", default="exact"),
        ),
        outputs=(
            Output(name="slats", unit="count", calculate=lambda g: _screen(g).slats),
            Output(name="spacer", unit="in|mm", calculate=lambda g: _screen(g).spacer_m),
            Output(name="spacer_cut", unit="in|mm", calculate=lambda g: _screen(g).cut_m),
            Output(name="left_at_bottom", unit="in|mm", calculate=lambda g: _screen(g).left_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.centred_boards",
        asks="Board or gap on the middle of the bay?",
        inputs=(OPENING, BOARD, GAP),
        outputs=(
            Output(name="middle", unit="text", calculate=lambda g: _centred(g).middle),
            Output(name="full_boards", unit="count", calculate=lambda g: _centred(g).full),
            Output(name="end_piece", unit="in|mm", calculate=lambda g: _centred(g).end_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.gap_test",
        picture="pickets",
        asks="Does the gap still pass when the boards have dried?",
        inputs=(
            GAP,
            Input(name="sphere", kind="length", says="must not pass"),
            Input(name="shrinkage", kind="length", says="per board", default="0 in"),
            Input(name="tolerance", kind="length", default="0 in"),
        ),
        outputs=(
            Output(name="worst_gap", unit="in|mm", calculate=_worst),
            Output(
                name="passes",
                unit="text",
                calculate=lambda g: "yes" if sphere_stopped(_worst(g), g.length("sphere")) else "no",
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.stock_panels",
        asks="How many welded stock panels, and what is left for the gate?",
        inputs=(
            Input(name="run", kind="length"),
            Input(name="panel", kind="length", default="16 ft"),
            Input(name="gate", kind="length", says="clear width", default="none"),
            Input(name="mesh", kind="length", default="8 in"),
            Input(name="gate_clearance", kind="length", says="leaf less than the opening", default="2 in"),
            Input(name="posts_per_panel", kind="count", default="3"),
            Input(name="lap", kind="length", default="0 in"),
        ),
        outputs=(
            Output(name="panels", unit="count", calculate=lambda g: _panels(g).panels),
            Output(name="post_spacing", unit="in|mm", calculate=lambda g: _panels(g).post_spacing_m),
            Output(name="leaf_infill", unit="in|mm", calculate=lambda g: _panels(g).leaf_m),
            Output(name="remaining", unit="in|mm", calculate=lambda g: _panels(g).remaining_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="infill.deck_boards",
        asks="How many deck boards, and how wide is the last?",
        inputs=(
            Input(name="depth", kind="length"),
            BOARD,
            GAP,
            Input(name="overhang", kind="length", default="0 in"),
            Input(name="framed_edges", kind="count", says="picture-frame boards on this dimension", default="0"),
        ),
        outputs=(
            Output(name="boards", unit="count", calculate=lambda g: _deck(g)[0]),
            Output(name="last_board", unit="in|mm", calculate=lambda g: _deck(g)[1]),
        ),
        source="geometry",
    ),
)
