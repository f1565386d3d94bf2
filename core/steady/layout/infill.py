"""Pickets, balusters and boards across a clear opening: even gaps, overlaps, last pieces. Workshop geometry."""

import math

from steady.errors import InvalidInputError, OutOfScopeError, above_zero, not_below_zero
from steady.units.units import IN
from steady.value_objects import positional_value_object, value_object

NEAR_M = 1e-6 * IN
"""One tolerance for every comparison with a limit: a gap exactly on it must not gain a picket."""


def even_gaps(clear_m: float, width_m: float, gap_most_m: float) -> tuple[int, float]:
    """The fewest pickets whose gaps, all alike and at both ends too, are no more than a limit.

    n = ceil((C − G) / (w + G)), gap = (C − n w) / (n + 1).

    Returns:
        Number of pickets and their gap (m); no picket where the opening is within the limit.

    Raises:
        InvalidInputError: A size that is not above 0, or no room.

    Source: workshop geometry.
    """
    above_zero(clear=clear_m, picket=width_m, gap_most=gap_most_m)
    count = max(0, math.ceil((clear_m - gap_most_m - NEAR_M) / (width_m + gap_most_m)))
    gap = (clear_m - count * width_m) / (count + 1)
    if gap < 0:
        raise InvalidInputError("picket", "is too wide for this opening")
    return count, gap


def between_end_gaps(clear_m: float, width_m: float, gap_most_m: float, *, end_gap_m: float) -> tuple[int, float]:
    """The fewest pickets with a fixed gap at each post and the rest alike: n = ceil((C − 2e + G) / (w + G)).

    Returns:
        Number of pickets and the gap between them (m); gap 0 with one picket.

    Raises:
        InvalidInputError: A size that is not above 0, or no room for two pickets.

    Source: workshop geometry.
    """
    above_zero(opening=clear_m, picket=width_m, gap_most=gap_most_m)
    not_below_zero(end_gap=end_gap_m)
    inner_m = clear_m - 2 * end_gap_m
    count = math.ceil((inner_m + gap_most_m - NEAR_M) / (width_m + gap_most_m))
    if count < 2:
        raise InvalidInputError("end_gap", "leaves no room for two pickets: make it smaller")
    gap_m = (inner_m - count * width_m) / (count - 1)
    if gap_m < -NEAR_M:
        raise InvalidInputError("end_gap", "leaves no room for the pickets: make it smaller")
    return count, max(0.0, gap_m)


@positional_value_object
class Overlapped:
    """Boards on two sides of the rails: all of them, how far each laps its neighbours, and the gap on one side (m)."""

    boards: int
    overlap_m: float
    same_side_gap_m: float


def overlapped(clear_m: float, board_m: float, overlap_least_m: float) -> Overlapped:
    """The fewest boards, on alternate sides, that lap by at least so much: n = ceil((C − o) / (w − o)).

    Raises:
        InvalidInputError: An overlap that is not less than the board, or an opening narrower than two boards.

    Source: workshop geometry; C = n w − (n − 1) o, gap on one side w − 2 o.
    """
    above_zero(opening=clear_m, board=board_m)
    not_below_zero(overlap_least=overlap_least_m)
    if not overlap_least_m < board_m / 2 + NEAR_M:
        raise InvalidInputError("overlap_least", "must be at most half a board: more would close one side altogether")
    count = math.ceil((clear_m - overlap_least_m - NEAR_M) / (board_m - overlap_least_m))
    if count < 2:
        raise InvalidInputError("opening", "is too narrow for two boards")
    lap_m = (count * board_m - clear_m) / (count - 1)
    return Overlapped(count, lap_m, board_m - 2 * lap_m)


@positional_value_object
class LastBoard:
    """Boards butted or gapped over an opening: full ones, ripped ones (0, 1 or 2) and their width (m)."""

    full: int
    rips: int
    rip_m: float
    how: str


def last_board(clear_m: float, board_m: float, gap_m: float, *, rip_least_m: float) -> LastBoard:
    """Boards without a sliver at the end: one rip when it is wide enough, otherwise two equal ones.

    Two share (w + left) / 2 each, always half a board or more. What is less than a gap is spread over the gaps.

    Raises:
        InvalidInputError: A size that cannot be.

    Source: workshop geometry.
    """
    above_zero(opening=clear_m, board=board_m)
    not_below_zero(gap=gap_m, rip_least=rip_least_m)
    full = math.floor((clear_m + gap_m + NEAR_M) / (board_m + gap_m))
    left_m = clear_m - full * (board_m + gap_m)
    if full and left_m <= NEAR_M:
        return LastBoard(full, 0, 0.0, "full boards")
    if left_m >= rip_least_m - NEAR_M:
        return LastBoard(full, 1, left_m, "one rip")
    if not full:
        return LastBoard(0, 1, left_m, "one rip below least")
    return LastBoard(full - 1, 2, (board_m + left_m) / 2, "two equal rips")


@positional_value_object
class SlatScreen:
    """Level slats over a height: their number, the exact spacer, the spacer as cut, and what that leaves below (m)."""

    slats: int
    spacer_m: float
    cut_m: float
    left_m: float


def slat_screen(
    height_m: float,
    slat_m: float,
    spacer_m: tuple[float, float],
    *,
    wish_m: float | None = None,
    round_to_m: float | None = None,
) -> SlatScreen:
    """Slats and spacer for a set height: the spacer nearest the wish (the middle of its range) that comes out even.

    Args:
        spacer_m: Least and most.
        round_to_m: The spacer is cut down to a multiple of this; what is left stays at the bottom.

    Raises:
        InvalidInputError: A size that cannot be.
        OutOfScopeError: No number of slats keeps the spacer within its range.

    Source: workshop geometry; s = (H − n w) / (n − 1).
    """
    least_m, most_m = spacer_m
    above_zero(height=height_m, slat=slat_m)
    not_below_zero(spacer_least=least_m)
    if not most_m >= least_m:
        raise InvalidInputError("spacer_most", "must be at least the least spacer")
    if not height_m > 2 * slat_m:
        raise InvalidInputError("height", "is too little for two slats")
    if round_to_m is not None:
        above_zero(round_to=round_to_m)
    wished_m = (least_m + most_m) / 2 if wish_m is None else wish_m
    # The two counts either side of the wish are not enough: the nearest may lie outside the range.
    fewest = max(2, math.ceil((height_m + most_m - NEAR_M) / (slat_m + most_m)))
    most = math.floor((height_m + least_m + NEAR_M) / (slat_m + least_m))
    if most < fewest:
        raise OutOfScopeError("no number of slats keeps the spacer within its range", "a wider range or another height")
    near = (height_m + wished_m) / (slat_m + max(wished_m, 0.0))
    tries = {min(max(n, fewest), most) for n in (math.floor(near), math.ceil(near))}
    found = {n: (height_m - n * slat_m) / (n - 1) for n in tries}
    slats = min(found, key=lambda n: (abs(found[n] - wished_m), n))
    spacer = max(0.0, found[slats])
    cut_m = spacer if round_to_m is None else math.floor((spacer + NEAR_M) / round_to_m) * round_to_m
    return SlatScreen(slats, spacer, cut_m, (slats - 1) * (spacer - cut_m))


@positional_value_object
class Centred:
    """Boards centred on a bay: what stands on the middle, full boards, and the piece at each end (m; 0: none)."""

    middle: str
    full: int
    end_m: float


def centred(clear_m: float, board_m: float, gap_m: float) -> Centred:
    """A board or a gap on the middle: whichever leaves the wider end pieces; no end piece at all is best.

    Raises:
        InvalidInputError: A size that cannot be, or an opening narrower than a board.

    Source: workshop geometry.
    """
    above_zero(opening=clear_m, board=board_m)
    not_below_zero(gap=gap_m)
    if clear_m < board_m - NEAR_M:
        raise InvalidInputError("opening", "is narrower than one board")
    pitch_m = board_m + gap_m
    found = []
    for middle, first, start_m in (("board", 1, board_m / 2 + gap_m), ("gap", 0, gap_m / 2)):
        side_m = clear_m / 2 - start_m
        each = max(0, math.floor((side_m + gap_m + NEAR_M) / pitch_m))
        left_m = side_m - each * pitch_m
        end_m = left_m if left_m > NEAR_M else 0.0
        found.append(Centred(middle, first + 2 * each, end_m))
    return max(found, key=lambda c: (c.end_m or board_m, c.full))


@positional_value_object
class StockPanels:
    """Welded panels along a run: how many, their post spacing, and the gate cut from one (m; 0 without a gate)."""

    panels: int
    post_spacing_m: float
    leaf_m: float
    remaining_m: float


@value_object
class StockPanel:
    """A stock panel as it is sold: its length, the posts that it takes, the lap of two, a mesh (m)."""

    panel_m: float
    posts_per_panel: int
    mesh_m: float
    lap_m: float = 0.0


def stock_panels(run_m: float, panel: StockPanel, *, gate_m: float | None = None, clearance_m: float) -> StockPanels:
    """Stock panels for a run, and a gate leaf cut on a wire: n = ceil((run − lap) / (panel − lap)).

    Raises:
        InvalidInputError: A gate wider than a panel, a lap that is not less than the panel, a size that cannot be.

    Source: workshop geometry; a panel is cut on a wire, so the leaf is a whole number of meshes.
    """
    above_zero(run=run_m, panel=panel.panel_m, mesh=panel.mesh_m, posts_per_panel=panel.posts_per_panel)
    not_below_zero(lap=panel.lap_m, gate_clearance=clearance_m)
    if not panel.lap_m < panel.panel_m:
        raise InvalidInputError("lap", "must be less than a panel")
    count = max(1, math.ceil((run_m - panel.lap_m - NEAR_M) / (panel.panel_m - panel.lap_m)))
    if gate_m is None:
        return StockPanels(count, panel.panel_m / panel.posts_per_panel, 0.0, panel.panel_m)
    if not clearance_m < gate_m <= panel.panel_m:
        raise InvalidInputError("gate", "must be wider than its clearance and at most one panel")
    leaf_m = math.floor((gate_m - clearance_m + NEAR_M) / panel.mesh_m) * panel.mesh_m
    return StockPanels(count, panel.panel_m / panel.posts_per_panel, leaf_m, panel.panel_m - gate_m)
