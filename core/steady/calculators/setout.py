"""Sums of setting out: bays, panels, no-dig zones, square, levels and posts. Each calls what the structures call."""

import itertools
import math

from steady.calculators.inputs import Given, listed
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.bays import BaySpacing, Zone, bays_round_zones, equal_bays
from steady.layout.decking import joist_centres
from steady.layout.panels import DugIn, PanelBays, PanelFit, PanelPost, panel_bays, panel_post
from steady.layout.rails import longest_level_m, rail_stock_m
from steady.layout.squaring import (
    Framing,
    chain_error_m,
    corner_face_m,
    level_height_m,
    out_of_square_rad,
    post_between_m,
    post_to_buy_m,
    triangle_error_rad,
)
from steady.layout.zones import Keeps, PathPosts, line_zone, posts_along, spot_zone
from steady.units.quantities import parse_quantity
from steady.units.units import IN

RUN = Input(name="run", kind="length", says="level, centre to centre of the end posts")
BAY_MAX = Input(name="bay_max", kind="length", says="greatest bay")
BAY_MIN = Input(name="bay_min", kind="length", says="least bay", default="24 in")
NO_DIG = Input(name="no_dig", kind="list of [from, to]", says="stretches without posts", default="[]")


def _bays(given: Given) -> BaySpacing:
    return bays_round_zones(
        given.length("run"), given.length("bay_max"), given.length("bay_min", 24 * IN), zones=given.pairs("no_dig", [])
    )


def _fewest(given: Given) -> int | str:
    found = _bays(given)
    if not found.fits:
        raise OutOfScopeError(found.reason, "a shorter band or a longer bay")
    return len(found.stations_m) - 1


def _widths(given: Given) -> str:
    return listed([b - a for a, b in itertools.pairwise(_bays(given).stations_m)])


def _rail(given: Given) -> float:
    bay_m = given.length("bay")
    if given.choice("fixing", ("centres", "faces"), "centres") == "faces":
        bay_m += 2 * given.length("tenon", 0.0) - given.length("post", 3.5 * IN)
    grade = math.tan(given.quantity("slope", "angle"))
    return rail_stock_m(bay_m, grade, given.length("rail_depth"), trim_m=given.length("trim_each_end", 0.0))


def _longest_bay(given: Given) -> float:
    many = given.count("bays_per_rail", 1)
    faces = given.choice("fixing", ("centres", "faces"), "centres") == "faces"
    if many < 1 or (many > 1 and faces):
        raise InvalidInputError("bays_per_rail", "a rail over several bays joins on post centres")
    grade = math.tan(given.quantity("slope", "angle"))
    level_m = longest_level_m(
        given.length("rail"), grade, given.length("rail_depth"), trim_m=given.length("trim_each_end", 0.0)
    )
    if faces:
        return level_m + given.length("post", 3.5 * IN) - 2 * given.length("tenon", 0.0)
    return level_m / many


def _marks(given: Given) -> str:
    count, to_m, run_m = given.count("bays"), given.length("round_to", IN / 16), given.length("run")
    if count < 1 or not to_m > 0:
        raise InvalidInputError("bays", "needs at least one bay and a mark above 0")
    return listed([round(run_m * k / count / to_m) * to_m for k in range(count + 1)])


def _panels(given: Given) -> PanelBays:
    measured = given.choice("measured", ("centres", "outside"), "centres")
    fit = given.choice("fit", ("between", "lapped"), "between")
    return panel_bays(
        given.length("run"),
        PanelFit(
            measured="outside" if measured == "outside" else "centres",
            fit="lapped" if fit == "lapped" else "between",
            cut_least_m=given.length("cut_min", 12 * IN),
        ),
        panel_m=given.length("panel"),
        post_m=given.length("post"),
    )


def _panel_post(given: Given) -> PanelPost:
    return panel_post(
        given.length("panel_height"),
        DugIn(embedment_m=given.length("embed", 0.61), gravel_m=given.length("gravel", 0.09)),
        gravel_board_m=given.length("gravel_board", 0.0),
        clearance_m=given.length("clearance", 0.05),
        above_panel_m=given.length("above_panel", 0.0),
    )


def _chain(given: Given) -> tuple[float, float]:
    return chain_error_m(given.count("readings"), given.length("error_each"), given.length("scatter_each"))


def _spot(given: Given) -> Zone | None:
    return spot_zone(given.length("along"), given.length("offset"), given.length("clear_radius"))


def _point(given: Given, name: str) -> tuple[float, float]:
    value = given.raw.get(name)
    if not isinstance(value, list) or len(value) != 2:
        raise InvalidInputError(name, "must be a point: [along, offset]")
    return parse_quantity(value[0], "length", name), parse_quantity(value[1], "length", name)


def _line(given: Given) -> Zone | None:
    return line_zone(_point(given, "line_from"), _point(given, "line_to"), given.length("clear_radius"))


def _blocked(given: Given, zone: Zone | None) -> str:
    run_m = given.length("run")
    return "no" if zone is None or zone[1] <= 0 or zone[0] >= run_m else "yes"


def _end(zone: Zone | None, end: int) -> float:
    if zone is None:
        raise OutOfScopeError("nothing is blocked: the line lies clear of it", "")
    return zone[end]


def _along(given: Given) -> PathPosts:
    gates = given.table("gates", ("length",) * 2, [])
    spots = given.table("spots", ("length",) * 3, [])
    lines = given.table("lines", ("length",) * 5, [])
    return posts_along(
        given.pairs("path"),
        Keeps(
            gates=[(a, b) for a, b in gates],
            spots=[(a, b, c) for a, b, c in spots],
            lines=[(a, b, c, d, e) for a, b, c, d, e in lines],
        ),
        bay_max_m=given.length("bay_max"),
        bay_min_m=given.length("bay_min", 24 * IN),
        post_m=given.length("post", 3.5 * IN),
    )


def _out_of_square(given: Given) -> float:
    side_a_m, side_b_m, diagonal_1_m, diagonal_2_m = (
        given.length(name) for name in ("side_a", "side_b", "diagonal_1", "diagonal_2")
    )
    return out_of_square_rad(side_a_m, side_b_m, diagonal_1_m, diagonal_2_m=diagonal_2_m)


def _level(given: Given) -> tuple[float, float]:
    return level_height_m(given.length("benchmark"), given.length("backsight"), given.length("rod"))


def _post_length(given: Given) -> float:
    return given.length("embed") + given.length("above_ground") + given.length("allowance", 0.0)


def _post_stock(given: Given) -> float | None:
    on_sale = given.lengths("stock") if given.raw.get("stock") else []
    return post_to_buy_m(_post_length(given), on_sale)


def _to_buy(given: Given) -> float:
    found = _post_stock(given)
    if found is None:
        raise OutOfScopeError("no length on sale is long enough", "a longer stock length")
    return found


def _post_cut(given: Given) -> float:
    return post_between_m(
        Framing(
            decking_m=given.length("decking"),
            joist_m=given.length("joist"),
            beam_m=given.length("beam"),
            beam_under=given.flag("beam_under", True),
        ),
        deck_top_m=given.length("deck_top"),
        pier_top_m=given.length("pier_top"),
        base_m=given.length("standoff"),
    )


def _joists(given: Given) -> list[float]:
    """Near edges of the joists."""
    thick_m = given.length("joist_thickness", 1.5 * IN)
    return [
        at - thick_m / 2 for at in joist_centres(0.0, given.length("width"), given.length("spacing"), joist_m=thick_m)
    ]


SUMS = (
    Calculator(
        name="setout.bays",
        picture="bays",
        asks="How many equal bays for a run, none over the limit?",
        inputs=(RUN, BAY_MAX),
        outputs=(
            Output(name="bays", unit="count", calculate=lambda g: equal_bays(g.length("run"), g.length("bay_max"))[0]),
            Output(name="bay", unit="in", calculate=lambda g: equal_bays(g.length("run"), g.length("bay_max"))[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.fewest_bays",
        picture="bays",
        asks="What is the fewest bays with no post in a no-dig zone?",
        inputs=(RUN, BAY_MAX, BAY_MIN, NO_DIG),
        outputs=(Output(name="bays", unit="count", calculate=_fewest),),
        source="geometry",
    ),
    Calculator(
        name="setout.bays_around_no_dig",
        picture="bays",
        asks="Which bay widths get round the no-dig zones?",
        inputs=(RUN, BAY_MAX, BAY_MIN, NO_DIG),
        outputs=(
            Output(name="fits", unit="text", calculate=lambda g: "yes" if _bays(g).fits else "no"),
            Output(name="bays", unit="count", calculate=_fewest),
            Output(name="different_widths", unit="count", calculate=lambda g: _bays(g).widths_count),
            Output(name="widths", unit="text", calculate=_widths),
            Output(name="reason", unit="text", calculate=lambda g: _bays(g).reason),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.rail_for_bay",
        picture="rail on slope",
        asks="How long a rail must I buy for one bay on a slope?",
        inputs=(
            Input(name="bay", kind="length", says="level, centre to centre"),
            Input(name="slope", kind="angle"),
            Input(name="rail_depth", kind="length", says="the rail's dimension in the vertical plane"),
            Input(name="trim_each_end", kind="length", default="0 in"),
            Input(name="fixing", kind="centres|faces", default="centres"),
            Input(name="post", kind="length", default="3.5 in"),
            Input(name="tenon", kind="length", default="0 in"),
        ),
        outputs=(Output(name="rail", unit="in", calculate=_rail),),
        source="geometry",
    ),
    Calculator(
        name="setout.longest_bay_for_rail",
        picture="rail on slope",
        asks="What is the greatest bay that a rail still reaches?",
        inputs=(
            Input(name="rail", kind="length", says="as bought"),
            Input(name="slope", kind="angle"),
            Input(name="rail_depth", kind="length"),
            Input(name="trim_each_end", kind="length", default="0 in"),
            Input(name="fixing", kind="centres|faces", default="centres"),
            Input(name="post", kind="length", default="3.5 in"),
            Input(name="tenon", kind="length", default="0 in"),
            Input(name="bays_per_rail", kind="count", default="1"),
        ),
        outputs=(Output(name="bay_max", unit="in", calculate=_longest_bay),),
        source="geometry",
    ),
    Calculator(
        name="setout.tape_marks",
        picture="bays",
        asks="What does the tape read at each post?",
        inputs=(RUN, Input(name="bays", kind="count"), Input(name="round_to", kind="length", default="1/16 in")),
        outputs=(Output(name="marks", unit="text", calculate=_marks),),
        source="geometry",
    ),
    Calculator(
        name="setout.panel_bays",
        picture="bays",
        asks="How do bought panels fill a run, and what is cut?",
        inputs=(
            Input(name="run", kind="length"),
            Input(name="measured", kind="centres|outside", says="outside: over the outer faces", default="centres"),
            Input(name="panel", kind="length"),
            Input(name="post", kind="length"),
            Input(name="fit", kind="between|lapped", says="lapped: ends meet on post centres", default="between"),
            Input(name="cut_min", kind="length", says="least piece worth cutting", default="12 in"),
        ),
        outputs=(
            Output(name="full_panels", unit="count", calculate=lambda g: _panels(g).full),
            Output(name="cut_panels", unit="count", calculate=lambda g: _panels(g).cut),
            Output(name="cut_width", unit="in|mm", calculate=lambda g: _panels(g).cut_m),
            Output(name="posts", unit="count", calculate=lambda g: _panels(g).posts),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.panel_post",
        asks="How long a post for a bought panel with a gravel board?",
        inputs=(
            Input(name="panel_height", kind="length"),
            Input(name="gravel_board", kind="length", default="0 mm"),
            Input(name="clearance", kind="length", says="below the panel without a gravel board", default="50 mm"),
            Input(name="above_panel", kind="length", default="0 mm"),
            Input(name="embed", kind="length", default="610 mm"),
            Input(name="gravel", kind="length", says="under the post", default="90 mm"),
        ),
        outputs=(
            Output(name="post", unit="mm", calculate=lambda g: _panel_post(g).length_m),
            Output(name="visible", unit="mm", calculate=lambda g: _panel_post(g).visible_m),
            Output(name="hole_depth", unit="mm", calculate=lambda g: _panel_post(g).hole_m),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.chain_error",
        asks="How far out am I after measuring post to post?",
        inputs=(
            Input(name="readings", kind="count"),
            Input(name="error_each", kind="length", says="always the same way"),
            Input(name="scatter_each", kind="length", says="standard deviation"),
        ),
        outputs=(
            Output(name="systematic", unit="in|mm", calculate=lambda g: _chain(g)[0]),
            Output(name="random", unit="in|mm", calculate=lambda g: _chain(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.no_dig_spot",
        picture="bays",
        asks="Where along the run may I not dig because of a tree, rock or box?",
        inputs=(
            Input(name="run", kind="length", says="a straight run from 0"),
            Input(name="along", kind="length", says="the spot's centre, along the run"),
            Input(name="offset", kind="length", says="its centre, square off the run"),
            Input(name="clear_radius", kind="length", says="half its size + tolerance + the hole's radius"),
        ),
        outputs=(
            Output(name="blocked", unit="text", calculate=lambda g: _blocked(g, _spot(g))),
            Output(name="from", unit="in|m", calculate=lambda g: _end(_spot(g), 0)),
            Output(name="to", unit="in|m", calculate=lambda g: _end(_spot(g), 1)),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.no_dig_line",
        picture="bays",
        asks="Where does a straight buried line stop me digging?",
        inputs=(
            Input(name="run", kind="length"),
            Input(name="line_from", kind="point [along, offset]"),
            Input(name="line_to", kind="point [along, offset]"),
            Input(name="clear_radius", kind="length", says="tolerance + the hole's radius"),
        ),
        outputs=(
            Output(name="blocked", unit="text", calculate=lambda g: _blocked(g, _line(g))),
            Output(name="from", unit="in|m", calculate=lambda g: _end(_line(g), 0)),
            Output(name="to", unit="in|m", calculate=lambda g: _end(_line(g), 1)),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.posts_along_path",
        picture="bays",
        asks="Where do all posts of a run with corners and gates stand?",
        inputs=(
            Input(name="path", kind="list of points", says="each corner as [x, y]"),
            BAY_MAX,
            BAY_MIN,
            Input(name="post", kind="length", default="3.5 in"),
            Input(name="gates", kind="list of [centre, clear width]", default="[]"),
            Input(name="spots", kind="list of [x, y, clear radius]", default="[]"),
            Input(name="lines", kind="list of [x1, y1, x2, y2, clear radius]", default="[]"),
        ),
        outputs=(
            Output(name="posts", unit="count", calculate=lambda g: len(_along(g).stations_m)),
            Output(name="stations", unit="text", calculate=lambda g: listed(_along(g).stations_m)),
            Output(name="problems", unit="count", calculate=lambda g: len(_along(g).problems)),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.corner_face",
        asks="How far from a corner post's centre is its face along the next run?",
        inputs=(
            Input(name="post", kind="length", says="square, set square to the first run"),
            Input(name="turn", kind="angle"),
        ),
        outputs=(
            Output(
                name="distance",
                unit="in|mm",
                calculate=lambda g: corner_face_m(g.length("post"), g.quantity("turn", "angle")),
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.square_check",
        asks="How far out of square is my rectangle?",
        inputs=tuple(Input(name=name, kind="length") for name in ("side_a", "side_b", "diagonal_1", "diagonal_2")),
        outputs=(
            Output(
                name="diagonal_true",
                unit="in|mm",
                calculate=lambda g: math.hypot(g.length("side_a"), g.length("side_b")),
            ),
            Output(name="out_of_square", unit="deg", calculate=_out_of_square),
            Output(
                name="run_out",
                unit="in|mm",
                calculate=lambda g: g.length("side_b") * math.sin(_out_of_square(g)),
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.triangle_error",
        asks="What angle error does a slip in the 3-4-5 long side give?",
        inputs=(
            Input(name="leg_a", kind="length"),
            Input(name="leg_b", kind="length"),
            Input(name="error", kind="length", says="in the long side"),
        ),
        outputs=(
            Output(
                name="angle_error",
                unit="deg",
                calculate=lambda g: triangle_error_rad(g.length("leg_a"), g.length("leg_b"), g.length("error")),
            ),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.level_reading",
        asks="What height is this point from a rod reading?",
        inputs=(
            Input(name="benchmark", kind="length", says="known height"),
            Input(name="backsight", kind="length", says="rod on the benchmark"),
            Input(name="rod", kind="length", says="rod on the point"),
        ),
        outputs=(
            Output(name="instrument_height", unit="in|m", calculate=lambda g: _level(g)[0]),
            Output(name="height", unit="in|m", calculate=lambda g: _level(g)[1]),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.post_length",
        picture="hole",
        asks="How long a post, and which stock length?",
        inputs=(
            Input(name="embed", kind="length"),
            Input(name="above_ground", kind="length"),
            Input(name="allowance", kind="length", says="cut off after setting", default="0 in"),
            Input(name="stock", kind="list of lengths", default="[]"),
        ),
        outputs=(
            Output(name="length", unit="in|mm", calculate=_post_length),
            Output(name="stock_fits", unit="text", calculate=lambda g: "no" if _post_stock(g) is None else "yes"),
            Output(name="stock_length", unit="in|mm", calculate=_to_buy),
        ),
        source="geometry",
    ),
    Calculator(
        name="setout.post_cut_length",
        asks="How long is a deck post between its base and the beam?",
        inputs=(
            Input(name="deck_top", kind="length"),
            Input(name="decking", kind="length", says="board thickness"),
            Input(name="joist", kind="length", says="depth"),
            Input(name="beam", kind="length", says="depth"),
            Input(name="pier_top", kind="length"),
            Input(name="standoff", kind="length", says="post base"),
            Input(name="beam_under", kind="flag", says="no: beam in the joists' depth", default="yes"),
        ),
        outputs=(Output(name="post", unit="in|mm", calculate=_post_cut),),
        source="geometry",
    ),
    Calculator(
        name="setout.joist_marks",
        asks="Where do I mark the joists?",
        inputs=(
            Input(name="width", kind="length", says="over the outer joists"),
            Input(name="spacing", kind="length", says="on centres"),
            Input(name="joist_thickness", kind="length", default="1.5 in"),
        ),
        outputs=(
            Output(name="joists", unit="count", calculate=lambda g: len(_joists(g))),
            Output(name="marks", unit="text", calculate=lambda g: listed(_joists(g))),
            Output(name="last_bay", unit="in|mm", calculate=lambda g: _joists(g)[-1] - _joists(g)[-2]),
        ),
        source="geometry",
    ),
)
