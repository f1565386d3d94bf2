"""Sums of setting out, slopes, concrete and cutting. Each calls what the structures call."""

import itertools
import math

from steady.errors import InputError, OutsideScope
from steady.ground.profile import Profile
from steady.layout.bays import Bays, bays_round_zones, equal_bays
from steady.layout.rails import longest_level_m, rail_stock_m
from steady.measure.quantities import parse_quantity
from steady.measure.units import IN
from steady.sums.given import Given
from steady.sums.model import Input, Output, Sum
from steady.takeoff.cutting import CutPlan, Stock, cut_plan
from steady.yard.stock import bag_yield_m3

RUN = Input(name="run", kind="length", says="level, centre to centre of the end posts")
BAY_MAX = Input(name="bay_max", kind="length", says="greatest bay")
BAY_MIN = Input(name="bay_min", kind="length", says="least bay", default="24 in")
NO_DIG = Input(name="no_dig", kind="list of [from, to]", says="stretches without posts", default="[]")


def listed(values_m: list[float] | tuple[float, ...]) -> str:
    """Lengths in inches, at most four decimals, no trailing zeros, joined by semicolons."""
    return "; ".join(f"{value / IN:.4f}".rstrip("0").rstrip(".") or "0" for value in values_m)


def _bays(given: Given) -> Bays:
    return bays_round_zones(
        given.length("run"), given.length("bay_max"), given.length("bay_min", 24 * IN), given.pairs("no_dig", [])
    )


def _fewest(given: Given) -> int | str:
    found = _bays(given)
    if not found.fits:
        raise OutsideScope(found.reason, "a shorter band or a longer bay")
    return len(found.stations_m) - 1


def _widths(given: Given) -> str:
    return listed([b - a for a, b in itertools.pairwise(_bays(given).stations_m)])


def _rail(given: Given) -> float:
    bay_m = given.length("bay")
    if given.choice("fixing", ("centres", "faces"), "centres") == "faces":
        bay_m += 2 * given.length("tenon", 0.0) - given.length("post", 3.5 * IN)
    grade = math.tan(given.quantity("slope", "angle"))
    return rail_stock_m(bay_m, grade, given.length("rail_depth"), given.length("trim_each_end", 0.0))


def _longest_bay(given: Given) -> float:
    many = given.count("bays_per_rail", 1)
    faces = given.choice("fixing", ("centres", "faces"), "centres") == "faces"
    if many < 1 or (many > 1 and faces):
        raise InputError("bays_per_rail", "a rail over several bays joins on post centres")
    grade = math.tan(given.quantity("slope", "angle"))
    level_m = longest_level_m(
        given.length("rail"), grade, given.length("rail_depth"), given.length("trim_each_end", 0.0)
    )
    if faces:
        return level_m + given.length("post", 3.5 * IN) - 2 * given.length("tenon", 0.0)
    return level_m / many


def _marks(given: Given) -> str:
    count, to_m, run_m = given.count("bays"), given.length("round_to", IN / 16), given.length("run")
    if count < 1 or not to_m > 0:
        raise InputError("bays", "needs at least one bay and a mark above 0")
    return listed([round(run_m * k / count / to_m) * to_m for k in range(count + 1)])


def _ground_length(given: Given) -> float:
    shots = given.pairs("ground")
    if len(shots) < 2:
        raise InputError("ground", "needs two readings or more")
    first, last = min(at for at, _ in shots), max(at for at, _ in shots)
    profile = Profile([(at - first, height) for at, height in shots])
    return profile.tape_on_ground_m(last - first)


def _yield(given: Given) -> float:
    if given.has("bag_yield"):
        return given.quantity("bag_yield", "volume")
    try:
        return bag_yield_m3(f"concrete {given.text('bag')}")
    except InputError as error:
        raise OutsideScope(error.message, "give the bag's own yield") from None


def _bags(given: Given) -> int:
    exact = given.quantity("volume", "volume") * (1 + given.number("allowance", 0.1)) / _yield(given)
    return math.ceil(exact - 1e-9)


def _plan(given: Given) -> CutPlan:
    try:
        pieces = [(parse_quantity(row[0], "length", "pieces"), int(str(row[1]))) for row in given.rows("pieces")]
        stock = [
            Stock(
                length_m=parse_quantity(row[0], "length", "stock"),
                price=parse_quantity(row[1], "price", "stock"),
                hand=None if len(row) < 3 or row[2] is None else int(str(row[2])),
            )
            for row in given.rows("stock")
        ]
    except (IndexError, ValueError) as error:
        if isinstance(error, InputError):
            raise
        raise InputError("pieces", "write pieces as [length, count] and stock as [length, price]") from None
    return cut_plan(pieces, stock, kerf_m=given.length("kerf", 0.0), trim_m=given.length("trim_each_end", 0.0))


def _complete(given: Given) -> str:
    """Whether every piece asked for is cut."""
    made = sum(pattern.count * len(pattern.pieces_m) for pattern in _plan(given).patterns)
    return "yes" if made == sum(int(str(row[1])) for row in given.rows("pieces")) else "no"


SUMS = (
    Sum(
        name="setout.bays",
        picture="bays",
        asks="How many equal bays for a run, none over the limit?",
        inputs=(RUN, BAY_MAX),
        outputs=(
            Output(name="bays", unit="count", reckon=lambda g: equal_bays(g.length("run"), g.length("bay_max"))[0]),
            Output(name="bay", unit="in", reckon=lambda g: equal_bays(g.length("run"), g.length("bay_max"))[1]),
        ),
        source="geometry",
    ),
    Sum(
        name="setout.fewest_bays",
        picture="bays",
        asks="What is the fewest bays with no post in a no-dig zone?",
        inputs=(RUN, BAY_MAX, BAY_MIN, NO_DIG),
        outputs=(Output(name="bays", unit="count", reckon=_fewest),),
        source="geometry",
    ),
    Sum(
        name="setout.bays_around_no_dig",
        picture="bays",
        asks="Which bay widths get round the no-dig zones?",
        inputs=(RUN, BAY_MAX, BAY_MIN, NO_DIG),
        outputs=(
            Output(name="fits", unit="text", reckon=lambda g: "yes" if _bays(g).fits else "no"),
            Output(name="bays", unit="count", reckon=_fewest),
            Output(name="different_widths", unit="count", reckon=lambda g: _bays(g).widths_count),
            Output(name="widths", unit="text", reckon=_widths),
            Output(name="reason", unit="text", reckon=lambda g: _bays(g).reason),
        ),
        source="geometry",
    ),
    Sum(
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
        outputs=(Output(name="rail", unit="in", reckon=_rail),),
        source="geometry",
    ),
    Sum(
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
        outputs=(Output(name="bay_max", unit="in", reckon=_longest_bay),),
        source="geometry",
    ),
    Sum(
        name="setout.tape_marks",
        picture="bays",
        asks="What does the tape read at each post?",
        inputs=(RUN, Input(name="bays", kind="count"), Input(name="round_to", kind="length", default="1/16 in")),
        outputs=(Output(name="marks", unit="text", reckon=_marks),),
        source="geometry",
    ),
    Sum(
        name="slope.ground_length",
        asks="How long is the ground line itself?",
        inputs=(Input(name="ground", kind="list of [distance, height]"),),
        outputs=(Output(name="length", unit="in", reckon=_ground_length),),
        source="geometry",
    ),
    Sum(
        name="concrete.bag_yield",
        asks="How much does one bag give?",
        inputs=(Input(name="bag", kind="text", says="80 lb, 60 lb, 50 lb or 40 lb"),),
        outputs=(Output(name="yield", unit="ft3", reckon=_yield),),
        source="bag-makers",
    ),
    Sum(
        name="concrete.bags_for_volume",
        asks="How many bags for a volume?",
        inputs=(
            Input(name="volume", kind="volume"),
            Input(name="bag", kind="text"),
            Input(name="bag_yield", kind="volume", default="by the bag"),
            Input(name="allowance", kind="ratio", default="0.1"),
        ),
        outputs=(Output(name="bags", unit="count", reckon=_bags),),
        source="bag-makers",
    ),
    Sum(
        name="cut.stock_plan",
        asks="Which stock lengths do I buy, and how many sticks?",
        inputs=(
            Input(name="pieces", kind="list of [length, count]"),
            Input(name="stock", kind="list of [length, price, number in hand]"),
            Input(name="kerf", kind="length", default="0 in"),
            Input(name="trim_each_end", kind="length", default="0 in"),
        ),
        outputs=(
            Output(name="cost", unit="price", reckon=lambda g: _plan(g).cost),
            Output(name="sticks", unit="count", reckon=lambda g: _plan(g).sticks),
            Output(name="above_bound", unit="percent", reckon=lambda g: 100 * _plan(g).above_bound),
            Output(name="complete", unit="text", reckon=_complete),
        ),
        source="geometry",
    ),
)
