"""Rips that share boards: narrow strips cut side by side from one board, a saw cut between them."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from steady.value_objects import value_object


@value_object
class RippedStrip:
    """So many strips of one width and length to be ripped from wider boards."""

    length_m: float
    width_m: float
    count: int


@dataclass(slots=True)
class _Board:
    length_m: float
    left_m: float
    widths_m: list[float] = field(default_factory=list)


def boards_for(strips: Sequence[RippedStrip], board_m: float, kerf_m: float) -> list[tuple[float, tuple[float, ...]]]:
    """Boards to take, each with its length and the widths ripped from it: longest first, then widest, each into the first it fits.

    Args:
        strips: What is wanted; wider than the board is refused by who asks.
        board_m: Width of the board.
        kerf_m: Width of the saw cut; the last strip's cut falls outside the board.

    Source: first fit by falling size.
    """
    open_boards: list[_Board] = []
    wanted = sorted(strips, key=lambda strip: (-strip.length_m, -strip.width_m))
    for strip in wanted:
        for _ in range(strip.count):
            home = next((b for b in open_boards if b.left_m + 1e-9 >= strip.width_m), None)
            if home is None:
                home = _Board(strip.length_m, board_m)
                open_boards.append(home)
            home.widths_m.append(strip.width_m)
            home.left_m -= strip.width_m + kerf_m
    return [(board.length_m, tuple(board.widths_m)) for board in open_boards]
