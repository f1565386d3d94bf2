"""Sums of cutting: stock to buy, bevelled pieces in a stick, culls, and the plies of a built-up beam."""

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.errors import InvalidInputError
from steady.layout.plies import Plies, beam_plies
from steady.takeoff.cutting import CutPlan, Saw, StockLength, cut_plan
from steady.takeoff.nesting import buy_with_culls, nested_length_m
from steady.takeoff.rips import rip_yield
from steady.units.quantities import parse_quantity


def _plan(given: Given) -> CutPlan:
    try:
        pieces = [(parse_quantity(row[0], "length", "pieces"), int(str(row[1]))) for row in given.rows("pieces")]
        stock = [
            StockLength(
                length_m=parse_quantity(row[0], "length", "stock"),
                price=parse_quantity(row[1], "price", "stock"),
                hand=None if len(row) < 3 or row[2] is None else int(str(row[2])),
            )
            for row in given.rows("stock")
        ]
    except (IndexError, ValueError) as error:
        if isinstance(error, InvalidInputError):
            raise
        raise InvalidInputError("pieces", "write pieces as [length, count] and stock as [length, price]") from None
    return cut_plan(pieces, stock, Saw(kerf_m=given.length("kerf", 0.0), trim_m=given.length("trim_each_end", 0.0)))


def _ripped(given: Given) -> tuple[int, float]:
    return rip_yield(
        given.length("board"),
        given.length("strip"),
        given.length("kerf", 0.0),
        dressing_m=given.length("dressing", 0.0),
    )


def _complete(given: Given) -> str:
    """Whether every piece asked for is cut."""
    made = sum(pattern.count * len(pattern.pieces_m) for pattern in _plan(given).patterns)
    return "yes" if made == sum(int(str(row[1])) for row in given.rows("pieces")) else "no"


def _nested(given: Given) -> float:
    pieces = [(a, b, c) for a, b, c in given.table("pieces", ("length", "angle", "angle"))]
    return nested_length_m(
        pieces, given.length("depth"), given.length("kerf", 0.0), trim_m=given.length("trim_each_end", 0.0)
    )


def _plies(given: Given) -> Plies | None:
    return beam_plies(
        given.lengths("posts"), given.count("plies"), given.lengths("stock"), overhang_m=given.length("overhang", 0.0)
    )


def _made(given: Given) -> Plies:
    found = _plies(given)
    if found is None:
        raise InvalidInputError("stock", "no length on sale reaches from post to post with the joints apart")
    return found


SUMS = (
    Calculator(
        name="cut.nested_length",
        asks="How much stock do bevelled pieces use, cut in this order?",
        inputs=(
            Input(
                name="pieces", kind="list of [length, left, right]", says="mid length and the two end tilts from square"
            ),
            Input(name="depth", kind="length", says="of the stock"),
            Input(name="kerf", kind="length", default="0 in"),
            Input(name="trim_each_end", kind="length", default="0 in"),
        ),
        outputs=(Output(name="length", unit="in|mm", calculate=_nested),),
        source="geometry",
    ),
    Calculator(
        name="cut.stock_plan",
        asks="Which stock lengths do I buy, and how many sticks?",
        inputs=(
            Input(name="pieces", kind="list of [length, count]"),
            Input(name="stock", kind="list of [length, price, number in hand]"),
            Input(name="kerf", kind="length", default="0 in"),
            Input(name="trim_each_end", kind="length", default="0 in"),
        ),
        outputs=(
            Output(name="cost", unit="price", calculate=lambda g: _plan(g).cost),
            Output(name="sticks", unit="count", calculate=lambda g: _plan(g).sticks),
            Output(name="above_bound", unit="percent", calculate=lambda g: 100 * _plan(g).above_bound),
            Output(name="complete", unit="text", calculate=_complete),
        ),
        source="geometry",
    ),
    Calculator(
        name="cut.rip_yield",
        asks="How many strips come out of a board, and what is left?",
        inputs=(
            Input(name="board", kind="length", says="its width"),
            Input(name="strip", kind="length", says="wanted width"),
            Input(name="kerf", kind="length", default="0 in"),
            Input(name="dressing", kind="length", says="planed off each strip, both edges", default="0 in"),
        ),
        outputs=(
            Output(name="strips", unit="count", calculate=lambda g: _ripped(g)[0]),
            Output(name="left", unit="in|mm", calculate=lambda g: _ripped(g)[1]),
        ),
        source="geometry: ripped lumber has no grade until it is graded again",
    ),
    Calculator(
        name="cut.buy_with_culls",
        asks="How many must I buy when some are too bad to use?",
        inputs=(Input(name="pieces", kind="count"), Input(name="reject", kind="ratio", says="share")),
        outputs=(
            Output(name="buy", unit="count", calculate=lambda g: buy_with_culls(g.count("pieces"), g.number("reject"))),
        ),
        source="geometry",
    ),
    Calculator(
        name="cut.beam_plies",
        picture="beam on posts",
        asks="Which lengths make a built-up beam with its joints over posts?",
        inputs=(
            Input(name="posts", kind="list of lengths", says="stations"),
            Input(name="plies", kind="count"),
            Input(name="stock", kind="list of lengths"),
            Input(name="overhang", kind="length", says="past each end post", default="0 in"),
        ),
        outputs=(
            Output(name="fits", unit="text", calculate=lambda g: "no" if _plies(g) is None else "yes"),
            Output(name="bought", unit="in|mm", calculate=lambda g: _made(g).bought_m),
            Output(name="joints", unit="count", calculate=lambda g: sum(len(ply) for ply in _made(g).joints_m)),
        ),
        source="geometry",
    ),
)
