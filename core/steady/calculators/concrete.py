"""Sums of concrete: what a hole takes, the bags for it, and what the bags used say about the hole."""

import math

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.catalog.items import bag_yield_m3
from steady.errors import InvalidInputError, OutOfScopeError
from steady.footings.hole import Bags, bags
from steady.footings.neat import Hole, Neat, neat, overdig

BASIC = (
    Input(name="hole_width", kind="length", says="diameter or side"),
    Input(name="hole_depth", kind="length", says="as dug, gravel and bell counted"),
    Input(name="gravel", kind="length", says="under the concrete", default="0 in"),
    Input(name="post", kind="square|round|none", default="square"),
    Input(name="post_width", kind="length", default="0 in"),
)
HOLE = (
    Input(name="hole", kind="round|square", default="round"),
    *BASIC,
    Input(name="post_thickness", kind="length", default="as its width"),
    Input(name="post_in_concrete", kind="length", default="all the concrete's height"),
    Input(name="bell_width", kind="length", says="at the bottom", default="none"),
    Input(name="bell_height", kind="length", default="0 in"),
    Input(name="collar_height", kind="length", says="dished above ground", default="0 in"),
)
BAG = (
    Input(name="bag", kind="text", says="80 lb, 60 lb, 50 lb or 40 lb"),
    Input(name="bag_yield", kind="volume", default="by the bag"),
)
ALLOWANCE = Input(name="allowance", kind="ratio", says="spill and overdig", default="0.1")


def _hole(given: Given) -> Hole:
    shape = given.choice("hole", ("round", "square"), "round")
    post = given.choice("post", ("square", "round", "none"), "square")
    return Hole(
        shape="square" if shape == "square" else "round",
        width_m=given.length("hole_width"),
        depth_m=given.length("hole_depth"),
        gravel_m=given.length("gravel", 0.0),
        post_shape="none" if post == "none" else "round" if post == "round" else "square",
        post_width_m=given.length("post_width", 0.0),
        post_thickness_m=given.maybe("post_thickness", "length"),
        post_in_concrete_m=given.maybe("post_in_concrete", "length"),
        bell_width_m=given.maybe("bell_width", "length"),
        bell_m=given.length("bell_height", 0.0),
        collar_m=given.length("collar_height", 0.0),
    )


def _neat(given: Given) -> Neat:
    return neat(_hole(given))


def _yield(given: Given) -> float:
    if given.has("bag_yield"):
        found = given.quantity("bag_yield", "volume")
        if not found > 0:
            raise InvalidInputError("bag_yield", "must be above 0")
        return found
    try:
        return bag_yield_m3(f"concrete {given.text('bag')}")
    except InvalidInputError as error:
        raise OutOfScopeError(error.message, "give the bag's own yield") from None


def _bags(given: Given) -> Bags:
    """Bags of all holes, each alike."""
    many = given.count("holes", 1)
    if many < 1 or many > 10_000:
        raise InvalidInputError("holes", "must be from 1 to 10000")
    return bags([_neat(given).concrete_m3] * many, _yield(given), given.number("allowance", 0.1))


def _to_buy(given: Given) -> int:
    found = _bags(given)
    return found.in_all if given.choice("rounding", ("in all", "each hole"), "in all") == "in all" else found.each_hole


def _left(given: Given) -> float:
    found = _bags(given)
    return (_to_buy(given) - found.exact_count) * _yield(given)


def _for_volume(given: Given) -> Bags:
    volume = given.quantity("volume", "volume")
    if volume < 0:
        raise InvalidInputError("volume", "must be 0 or more")
    return bags([volume], _yield(given), given.number("allowance", 0.1))


def _overdig(given: Given) -> tuple[float, float]:
    return overdig(_hole(given), given.number("bags_used") * _yield(given))


SUMS = (
    Calculator(
        name="concrete.hole_volume",
        picture="hole",
        asks="How much concrete does one hole take, less post and gravel?",
        inputs=HOLE,
        outputs=(
            Output(name="volume", unit="ft3|L", calculate=lambda g: _neat(g).concrete_m3),
            Output(name="concrete_height", unit="in|mm", calculate=lambda g: (_neat(g), _hole(g).concrete_height_m)[1]),
            Output(name="post_volume", unit="ft3|L", calculate=lambda g: _neat(g).post_m3),
            Output(name="gravel_volume", unit="ft3|L", calculate=lambda g: _neat(g).gravel_m3),
        ),
        source="geometry",
    ),
    Calculator(
        name="concrete.bags_for_hole",
        picture="hole",
        asks="How many bags for a hole, and for all holes?",
        inputs=(
            *HOLE,
            *BAG,
            ALLOWANCE,
            Input(name="holes", kind="count", says="alike", default="1"),
            Input(name="rounding", kind="in all|each hole", default="in all"),
        ),
        outputs=(
            Output(name="bags", unit="count", calculate=_to_buy),
            Output(
                name="bags_each_hole",
                unit="count",
                calculate=lambda g: math.ceil(_bags(g).exact_count / g.count("holes", 1) - 1e-9),
            ),
            Output(name="exact_each_hole", unit="-", calculate=lambda g: _bags(g).exact_count / g.count("holes", 1)),
            Output(name="left_over", unit="ft3|L", calculate=_left),
        ),
        source="bag-makers",
    ),
    Calculator(
        name="concrete.bags_for_volume",
        asks="How many bags for a known volume?",
        inputs=(Input(name="volume", kind="volume"), *BAG, ALLOWANCE),
        outputs=(
            Output(name="bags", unit="count", calculate=lambda g: _for_volume(g).in_all),
            Output(name="left_over", unit="ft3|L", calculate=lambda g: _for_volume(g).left_over_m3),
        ),
        source="bag-makers",
    ),
    Calculator(
        name="concrete.bag_yield",
        asks="How much concrete does one bag make?",
        inputs=(Input(name="bag", kind="text", says="80 lb, 60 lb, 50 lb or 40 lb"),),
        outputs=(Output(name="yield", unit="ft3", calculate=_yield),),
        source="bag-makers",
    ),
    Calculator(
        name="concrete.overdig",
        picture="hole",
        asks="How much bigger was the hole, going by the bags it took?",
        inputs=(*BASIC, Input(name="bags_used", kind="count"), *BAG),
        outputs=(
            Output(name="factor", unit="-", calculate=lambda g: _overdig(g)[0]),
            Output(name="hole_width_dug", unit="in|mm", calculate=lambda g: _overdig(g)[1]),
        ),
        source="geometry",
    ),
)
