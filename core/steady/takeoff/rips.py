"""Rips that share boards: narrow strips cut side by side from one board, a saw cut between them."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field

from steady.errors import InvalidInputError, above_zero, not_below_zero
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


@value_object
class RippedBoard:
    """Boards ripped alike: how many, how long, into which widths, and what is left beside them (m).

    `serves`: a narrower strip of the same list that what is left would give; empty: it is waste, or kept for blocks.
    """

    count: int
    length_m: float
    widths_m: tuple[float, ...]
    left_m: float
    serves: str = ""


def rip_yield(board_m: float, strip_m: float, kerf_m: float, *, dressing_m: float = 0.0) -> tuple[int, float]:
    """Strips of one width out of a board, and what is left beside the last saw cut (m).

    Args:
        dressing_m: Planed off each strip, both edges together: it is sawn so much wider.

    Raises:
        InvalidInputError: A size that is not above 0, or a strip wider than the board.

    Source: arithmetic: n (w + d) + (n − 1) k ≤ b.
    """
    above_zero(board=board_m, strip=strip_m)
    not_below_zero(kerf=kerf_m, dressing=dressing_m)
    sawn = strip_m + dressing_m
    count = math.floor((board_m + kerf_m) / (sawn + kerf_m) + 1e-9)
    if not count:
        raise InvalidInputError("strip", "is wider than the board")
    return count, max(0.0, board_m - count * sawn - count * kerf_m)


def ripped_boards(strips: Sequence[tuple[str, RippedStrip]], board_m: float, kerf_m: float) -> tuple[RippedBoard, ...]:
    """How the boards of one item are ripped, alike ones together, widest left-overs last.

    Args:
        strips: Each with what it is, in words.
    """
    made = boards_for([strip for _, strip in strips], board_m, kerf_m)
    alike: dict[tuple[float, tuple[float, ...]], int] = {}
    for length_m, widths in made:
        key = round(length_m, 4), tuple(round(width, 5) for width in widths)
        alike[key] = alike.get(key, 0) + 1
    found = []
    for (length_m, widths), count in alike.items():
        left_m = max(0.0, board_m - math.fsum(widths) - kerf_m * len(widths))
        fits = [
            (strip.width_m, what) for what, strip in strips if strip.width_m <= left_m and strip.length_m <= length_m
        ]
        serves = max(fits)[1] if fits else ""
        found.append(RippedBoard(count=count, length_m=length_m, widths_m=widths, left_m=left_m, serves=serves))
    return tuple(sorted(found, key=lambda one: (one.left_m, -one.length_m)))
