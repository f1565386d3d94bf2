"""Sums of fences on a slope. Each calls what the structures call."""

import itertools
import math

from steady.calculators.inputs import Given, listed
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.ground.profile import Profile
from steady.layout.slopes import (
    BoardToLine,
    PanelGaps,
    RakedBay,
    SlopedBoards,
    SteppedBay,
    boards_to_line,
    racked_panel,
    raked_bay,
    stepped_bays,
    stepped_posts_m,
)
from steady.layout.squaring import post_to_buy_m
from steady.layout.topline import HeightBand, fewest_pieces
from steady.units.units import IN

GROUND = Input(name="ground", kind="list of [distance, height]")
POSTS = Input(name="posts", kind="list of lengths", says="stations of the posts")
STOCK = Input(name="stock", kind="list of lengths", says="lengths on sale", default="[]")


def _profile(given: Given, name: str = "ground") -> Profile:
    shots = given.pairs(name)
    if len(shots) < 2:
        raise InvalidInputError(name, "needs two readings or more")
    return Profile(shots)


def _ground_length(given: Given) -> float:
    shots = _profile(given)
    first, last = shots.stations_m[0], shots.stations_m[-1]
    return Profile([(at - first, z) for at, z in zip(shots.stations_m, shots.heights_m, strict=True)]).tape_on_ground_m(
        last - first
    )


def _extra(given: Given) -> float:
    slope = abs(given.quantity("slope", "angle"))
    if slope >= math.radians(89):
        raise InvalidInputError("slope", "must be below 89 degrees")
    return given.length("level") * (1 / math.cos(slope) - 1)


def _raked(given: Given) -> RakedBay:
    bay_m = given.length("bay")
    between = given.choice("fixing", ("faces", "centres"), "faces") == "faces"
    level_m = bay_m - given.length("post", 3.5 * IN) if between else bay_m
    return raked_bay(bay_m, given.length("rise"), level_m=level_m, rail_depth_m=given.length("rail_depth", 3.5 * IN))


def _racked(given: Given) -> tuple[float, float]:
    return racked_panel(
        given.length("rail"), given.length("rise"), given.length("picket"), pitch_m=given.length("pitch")
    )


def _stepped(given: Given) -> tuple[SteppedBay, ...]:
    return stepped_bays(
        _profile(given),
        given.lengths("posts"),
        PanelGaps(
            gap_least_m=given.length("gap_least", 2 * IN),
            gravel_board_m=given.maybe("gravel_board", "length"),
            gap_most_m=given.maybe("gap_most", "length"),
        ),
    )


def _above(given: Given) -> tuple[float, ...]:
    return stepped_posts_m(
        _profile(given),
        given.lengths("posts"),
        _stepped(given),
        panel_m=given.length("panel_height"),
        reveal_m=given.length("reveal", 0.0),
    )


def _post_lengths(given: Given) -> str:
    more_m = given.length("embed", 30 * IN) + given.length("allowance", 2 * IN)
    return listed([above + more_m for above in _above(given)])


def _steps(given: Given) -> str:
    return listed([b.bottom_m - a.bottom_m for a, b in itertools.pairwise(_stepped(given))])


def _top(given: Given) -> list[tuple[float, float]] | None:
    return fewest_pieces(
        _profile(given),
        given.lengths("posts"),
        HeightBand(
            least_m=given.length("height_least"),
            most_m=given.length("height_most"),
            wish_m=given.length("height_wish"),
            step_m=given.length("step", IN / 2),
        ),
    )


def _pieces(given: Given) -> int:
    found = _top(given)
    if found is None:
        raise InvalidInputError("height_most", "no line keeps within these heights: widen them, or take a finer step")
    return len(found) - 1


def _boards(given: Given) -> tuple[BoardToLine, ...]:
    return boards_to_line(
        _profile(given),
        _profile(given, "top_line"),
        SlopedBoards(
            board_m=given.length("board"),
            gap_m=given.length("gap"),
            clear_m=given.length("clear"),
            allowance_m=given.length("allowance", 0.0),
            scribed=given.flag("scribed"),
        ),
        start_m=given.length("start"),
        end_m=given.length("end"),
    )


def _stock_lengths(given: Given) -> str:
    on_sale = given.lengths("stock") if given.raw.get("stock") else []
    picked = [post_to_buy_m(board.length_m, on_sale) for board in _boards(given)]
    return "; ".join("none" if length is None else listed([length]) for length in picked)


SUMS = (
    Calculator(
        name="slope.tape_on_slope",
        asks="How much longer does the tape read when it lies on the slope?",
        inputs=(Input(name="level", kind="length"), Input(name="slope", kind="angle")),
        outputs=(Output(name="extra", unit="in", calculate=_extra),),
        source="geometry",
    ),
    Calculator(
        name="slope.ground_length",
        asks="How long is the ground line itself?",
        inputs=(GROUND,),
        outputs=(Output(name="length", unit="in", calculate=_ground_length),),
        source="geometry",
    ),
    Calculator(
        name="slope.raked_bay",
        picture="rail on slope",
        asks="What cuts does a raked bay need?",
        inputs=(
            Input(name="bay", kind="length"),
            Input(name="rise", kind="length", says="negative where it falls"),
            Input(name="post", kind="length", default="3.5 in"),
            Input(name="fixing", kind="faces|centres", default="faces"),
            Input(name="rail_depth", kind="length", default="3.5 in"),
            Input(name="height", kind="length", says="plumb", default="none"),
            Input(name="picket", kind="length", default="none"),
            Input(name="picket_pitch", kind="length", says="level", default="none"),
        ),
        outputs=(
            Output(name="grade", unit="deg", calculate=lambda g: _raked(g).grade_rad),
            Output(name="bevel", unit="deg", calculate=lambda g: abs(_raked(g).grade_rad)),
            Output(name="rail_edge", unit="in", calculate=lambda g: _raked(g).rail_edge_m),
            Output(name="rail_stock", unit="in", calculate=lambda g: _raked(g).rail_stock_m),
            Output(name="height_square", unit="in", calculate=lambda g: _raked(g).square_to_rail_m(g.length("height"))),
            Output(
                name="picket_top_difference",
                unit="in",
                calculate=lambda g: _raked(g).top_difference_m(g.length("picket")),
            ),
            Output(
                name="pitch_along_rail", unit="in", calculate=lambda g: _raked(g).along_rail_m(g.length("picket_pitch"))
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="slope.racked_panel",
        picture="rail on slope",
        asks="What reach and gap does a racked factory panel have left?",
        inputs=tuple(Input(name=name, kind="length") for name in ("rail", "rise", "picket", "pitch")),
        outputs=(
            Output(name="level_reach", unit="in", calculate=lambda g: _racked(g)[0]),
            Output(name="gap", unit="in", calculate=lambda g: _racked(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="slope.stepped_bays",
        picture="bays",
        asks="What steps, gaps and posts does a stepped fence need?",
        inputs=(
            GROUND,
            POSTS,
            Input(name="panel_height", kind="length"),
            Input(name="gap_least", kind="length", default="2 in"),
            Input(name="reveal", kind="length", says="post above the panel", default="0 in"),
            Input(name="embed", kind="length", default="30 in"),
            Input(name="allowance", kind="length", default="2 in"),
            Input(name="gravel_board", kind="length", says="height of one board", default="none"),
            Input(name="gap_most", kind="length", says="allowed with gravel boards", default="none"),
        ),
        outputs=(
            Output(name="steps", unit="text", calculate=_steps),
            Output(name="low_side_gaps", unit="text", calculate=lambda g: listed([b.low_gap_m for b in _stepped(g)])),
            Output(
                name="areas",
                unit="text",
                calculate=lambda g: listed([b.open_m2 / IN for b in _stepped(g)]),
            ),
            Output(
                name="gravel_boards",
                unit="text",
                calculate=lambda g: "; ".join(str(b.gravel_boards) for b in _stepped(g)),
            ),
            Output(name="above_ground", unit="text", calculate=lambda g: listed(_above(g))),
            Output(name="post_lengths", unit="text", calculate=_post_lengths),
        ),
        source="geometry",
    ),
    Calculator(
        name="slope.step_per_bay",
        asks="How high is each step on an even slope?",
        inputs=(Input(name="grade", kind="ratio", says="rise over level"), Input(name="bay", kind="length")),
        outputs=(Output(name="step", unit="mm", calculate=lambda g: g.number("grade") * g.length("bay")),),
        source="geometry",
    ),
    Calculator(
        name="slope.top_line",
        asks="How few straight pieces can the top line have?",
        inputs=(
            GROUND,
            POSTS,
            Input(name="height_least", kind="length"),
            Input(name="height_most", kind="length"),
            Input(name="height_wish", kind="length"),
            Input(name="step", kind="length", says="heights at posts are multiples of this", default="1/2 in"),
        ),
        outputs=(
            Output(name="fits", unit="text", calculate=lambda g: "no" if _top(g) is None else "yes"),
            Output(name="pieces", unit="count", calculate=_pieces),
        ),
        source="geometry",
    ),
    Calculator(
        name="slope.boards_to_line",
        asks="How long is each board between the ground and the top line?",
        inputs=(
            GROUND,
            Input(name="top_line", kind="list of [distance, height]"),
            *(Input(name=name, kind="length") for name in ("start", "end", "board", "gap")),
            Input(name="clear", kind="length", says="above the soil"),
            Input(name="allowance", kind="length", default="0 in"),
            STOCK,
            Input(name="scribed", kind="flag", says="bottom cut to the soil", default="no"),
        ),
        outputs=(
            Output(name="boards", unit="count", calculate=lambda g: len(_boards(g))),
            Output(
                name="finished",
                unit="text",
                calculate=lambda g: listed([b.length_m - g.length("allowance", 0.0) for b in _boards(g)]),
            ),
            Output(name="stock_lengths", unit="text", calculate=_stock_lengths),
            Output(name="low_gaps", unit="text", calculate=lambda g: listed([b.low_gap_m for b in _boards(g)])),
            Output(name="last_width", unit="in", calculate=lambda g: _boards(g)[-1].width_m),
        ),
        source="geometry",
    ),
)
