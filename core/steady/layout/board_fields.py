"""Deck boards at an angle, in frames and with breakers, moving with heat, and their clips."""

import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object

ROOT = math.sqrt(2)


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def effective_span_m(spacing_m: float, angle_rad: float) -> float:
    """Span of boards at an angle to their joists (m). Source: geometry."""
    _positive(spacing=spacing_m)
    if not 0 < angle_rad <= math.pi / 2 + 1e-9:
        raise InvalidInputError("angle", "must be above 0 and at most 90 degrees")
    return spacing_m / math.sin(angle_rad)


@value_object
class DiagonalBoards:
    """Boards at 45 degrees over a rectangle: rows, the longest (m), the sum of their long-point lengths (m), waste of the ends."""

    rows: int
    longest_m: float
    stock_m: float
    waste: float


def diagonal(length_m: float, width_m: float, board_m: float, *, gap_m: float) -> DiagonalBoards:
    """Rows from one corner to the other, each as long as its long points.

    Source: geometry: each row clipped by the rectangle; exact, for its ends run in straight lines.
    """
    _positive(length=length_m, width=width_m, board=board_m)
    if gap_m < 0:
        raise InvalidInputError("gap", "must be 0 or more")
    across = (length_m + width_m) / ROOT
    rows = math.ceil((across + gap_m) / (board_m + gap_m) - 1e-9)
    breaks = (length_m / ROOT, width_m / ROOT)

    def ends(t: float) -> tuple[float, float]:
        return max(-t, t - ROOT * length_m), min(t, ROOT * width_m - t)

    longest = stock = covered = 0.0
    for k in range(rows):
        near = k * (board_m + gap_m)
        far = min(near + board_m, across)
        at = [near, *(t for t in breaks if near < t < far), far]
        lows, highs = zip(*(ends(t) for t in at), strict=True)
        long = max(highs) - min(lows)
        longest, stock = max(longest, long), stock + long
        chords = [high - low for low, high in zip(lows, highs, strict=True)]
        covered += sum((at[j + 1] - at[j]) * (chords[j] + chords[j + 1]) / 2 for j in range(len(at) - 1))
    return DiagonalBoards(rows=rows, longest_m=longest, stock_m=stock, waste=1 - covered / (stock * board_m))


@value_object
class BoardField:
    """Boards inside a picture frame, parted by breakers (m)."""

    field_length_m: float
    rows: int
    last_board_m: float
    pieces: int
    breaker_width_m: float
    support_m: float


@value_object
class FramedDeck:
    """A rectangle of boards (m), so many boards round it, breakers of so many boards, and what each end bears on a joist."""

    length_m: float
    width_m: float
    board_m: float
    gap_m: float
    frame_boards: int = 1
    breakers: int = 0
    breaker_boards: int = 1
    bearing_m: float = 0.0254


def field(deck: FramedDeck) -> BoardField:
    """The field between its frame and its breakers. Source: geometry."""
    _positive(length=deck.length_m, width=deck.width_m, board=deck.board_m)
    if deck.gap_m < 0 or deck.bearing_m < 0:
        raise InvalidInputError("gap", "must be 0 or more")
    pitch = deck.board_m + deck.gap_m
    frame = deck.frame_boards * pitch
    breaker = deck.breaker_boards * deck.board_m + (deck.breaker_boards + 1) * deck.gap_m
    long = (deck.length_m - 2 * frame - deck.breakers * breaker) / (deck.breakers + 1)
    across = deck.width_m - 2 * frame
    if not (long > 0 and across > 0):
        raise InvalidInputError("frame_boards", "leave no field")
    rows = max(1, math.ceil((across + deck.gap_m) / pitch - 1e-9))
    return BoardField(
        field_length_m=long,
        rows=rows,
        last_board_m=min(deck.board_m, across - (rows - 1) * pitch),
        pieces=rows * (deck.breakers + 1),
        breaker_width_m=breaker,
        support_m=breaker + 2 * deck.bearing_m,
    )


def clips(rows: int, joists: int, every: int) -> tuple[int, int]:
    """Hidden clips in the gaps between rows, and starters along both outer ones. Source: arithmetic."""
    if rows < 1 or joists < 1 or every < 1:
        raise InvalidInputError("rows", "must be 1 or more")
    return (rows - 1) * math.ceil(joists / every), 2 * math.ceil(joists / every)
