"""Boards of composite or PVC: their span and stairs by their maker, how far they move with heat, what they are fixed with."""

from typing import Annotated

from annotated_types import Ge, Gt, Le

from steady.catalog.items import SectionItem
from steady.data.loader import keyed
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.layout.panel_systems import Heat, checked_heat
from steady.plan.model import CheckOrigin
from steady.structures.check_collector import CheckCollector
from steady.units.units import FT, IN
from steady.value_objects import value_object

JOINT_MOST_M = 0.010
"""A joint between two boards that is wider than 10 mm (3/8 in) on the day it is laid calls for shorter boards [common practice]."""
MILLIONTHS = 1e6
BY_MAKER = "type the maker's greatest joist spacing for boards laid straight"


@value_object
class MadeBoards:
    """What is asked of boards that are not wood; without meaning for those that are.

    Args:
        span_m: Joists at most so far apart under boards laid straight; `stair_span_m`: stringers under treads. By the maker; None:
            not entered.
        clips: Hidden clips in the gaps between rows, else screws through the face.
        end_gap_m: The least gap between two boards' ends, on the hottest day.
        laid_c, coldest_c, hottest_c: Air, when they are laid and through the years, in the sun (degrees Celsius) [common practice].
        movement_per_k: By the maker; None: what is usual of the material.
    """

    span_m: Annotated[float, Gt(0.1), Le(0.8)] | None = None
    stair_span_m: Annotated[float, Gt(0.1), Le(0.8)] | None = None
    clips: bool = True
    end_gap_m: Annotated[float, Ge(0), Le(0.02)] = 0.002
    laid_c: Annotated[float, Ge(-30), Le(50)] = 10.0
    coldest_c: Annotated[float, Ge(-50), Le(30)] = -20.0
    hottest_c: Annotated[float, Ge(0), Le(80)] = 50.0
    movement_per_k: Annotated[float, Gt(0), Le(0.0003)] | None = None


@value_object
class EndGaps:
    """Gaps at a board's ends (m): between two boards as laid, on the coldest day, and at a wall as laid."""

    laid_m: float
    coldest_m: float
    wall_m: float


def is_made(board: SectionItem) -> bool:
    """Whether no code has values for these boards: their maker's count."""
    return board.species in keyed("made_boards")


def end_gaps(board: SectionItem, made: MadeBoards, length_m: float) -> EndGaps:
    """Gaps for boards so long, held at their middles: closed to the least on the hottest day.

    Raises:
        InvalidInputError: The day they are laid is colder than the coldest or hotter than the hottest.

    Source: data/made_boards.csv; arithmetic.
    """
    per_k = made.movement_per_k or keyed("made_boards")[board.species].number("movement_ratio")
    heat = checked_heat(
        Heat(
            length_m=length_m,
            coefficient=per_k * MILLIONTHS,
            now=made.laid_c,
            coldest=made.coldest_c,
            hottest=made.hottest_c,
        )
    )
    # Two halves meet at a joint, one half at a wall.
    laid_m = made.end_gap_m + heat.grows_m
    return EndGaps(laid_m=laid_m, coldest_m=laid_m + heat.shrinks_m, wall_m=made.end_gap_m + heat.grows_m * heat.share)


def check_made_boards(
    collector: CheckCollector, about: str, board: SectionItem, *, made: MadeBoards, spacing_m: float
) -> None:
    """The joists under boards laid straight against their maker's figure; a question where there is none."""
    has = collector.length_step("s", spacing_m, "between joists, centre to centre")
    if made.span_m is None:
        why = f"what {board.says} bears is its maker's to say; the joists stand {_said(collector, spacing_m)} apart"
        collector.gap("deck_board.allowable_span", about, OutOfScopeError(why, BY_MAKER), crew=True)
        return
    limit = collector.length_step(
        "s_max", made.span_m, "boards laid straight", source="user: the maker's greatest joist spacing"
    )
    collector.at_most(
        "deck_board.allowable_span", about, has, limit=limit, working=(), case="by their maker", fitted=True
    )


def check_end_joints(
    collector: CheckCollector, about: str, boards: tuple[SectionItem, MadeBoards], *, longest_m: float, joined: bool
) -> list[str]:
    """The joints between boards whose ends meet, and what to leave at every end, in words.

    Args:
        joined: Whether any row is of several pieces.

    Raises:
        InvalidInputError: Temperatures in the wrong order.
    """
    board, made = boards
    gaps, u = end_gaps(board, made, longest_m), collector.book.units
    at_wall = f"{_said(collector, gaps.wall_m)} at a wall or between an end and what it meets"
    if not joined:
        return [
            f"Board ends at {made.laid_c:g} °C: leave {at_wall}; boards of {_said(collector, longest_m, long=True)}"
        ]
    has = given_step(
        "g", gaps.laid_m / u.size_m, u.size, source="arithmetic: movement with heat", says=f"at {made.laid_c:g} C"
    )
    most = given_step("g_max", JOINT_MOST_M / u.size_m, u.size, source="practice: a joint that is not a trap for heels")
    collector.at_most(
        "deck_board.end_joint", about, has, limit=most, working=(), case="as laid", asks=CheckOrigin.ADVICE
    )
    return [
        f"Board ends at {made.laid_c:g} °C: {_said(collector, gaps.laid_m)} between two boards of "
        f"{_said(collector, longest_m, long=True)}, {at_wall}; the joints open to "
        f"{_said(collector, gaps.coldest_m)} at {made.coldest_c:g} °C and close to {_said(collector, made.end_gap_m)} at "
        f"{made.hottest_c:g} °C"
    ]


def _said(collector: CheckCollector, length_m: float, long: bool = False) -> str:
    """A length in the code's units: gaps of hundredths of an inch are finer than the crew's tape is read."""
    metric = collector.book.metric
    if long:
        return f"{length_m:.2f} m" if metric else f"{length_m / FT:.1f} ft"
    return f"{length_m * 1000:.0f} mm" if metric else f"{length_m / IN:.2f} in"
