"""Boards that dry: how much they shrink, what gap to lay now, and whether the gap still passes later."""

from steady.errors import InvalidInputError, above_zero, not_below_zero

FIBRE_SATURATION = 30.0
"""Above this moisture (per cent) wood neither shrinks nor swells [recalled from memory]."""


def shrinkage_m(
    board_m: float,
    now_percent: float,
    later_percent: float,
    *,
    per_percent: float,
    saturation: float = FIBRE_SATURATION,
) -> float:
    """How much narrower a board becomes (m; negative: it swells): W c (min(M1, 30) − min(M2, 30)).

    Args:
        per_percent: Change per cent of moisture, by species and by how it was sawn.

    Raises:
        InvalidInputError: A size or moisture that cannot be.

    Source: the linear rule of the wood handbook, good from 6 to 14 %, above that approximate [recalled from memory].
    """
    above_zero(board=board_m)
    not_below_zero(moisture_now=now_percent, moisture_later=later_percent, coefficient=per_percent)
    if per_percent > 0.01:
        raise InvalidInputError("coefficient", "is the share per cent of moisture, for example 0.00259")
    return board_m * per_percent * (min(now_percent, saturation) - min(later_percent, saturation))


def gap_to_lay(gap_dry_m: float, shrinks_m: float) -> tuple[float, float]:
    """Gap to leave now, not below 0, and the gap it will become, when one is wished for dry boards (m).

    Source: geometry.
    """
    not_below_zero(gap_dry=gap_dry_m)
    now_m = max(0.0, gap_dry_m - shrinks_m)
    return now_m, now_m + shrinks_m


def worst_gap_m(gap_m: float, shrinks_m: float, tolerance_m: float) -> float:
    """The gap when the boards have dried and the hand was off by its tolerance (m). Source: geometry."""
    not_below_zero(gap=gap_m, tolerance=tolerance_m)
    return gap_m + shrinks_m + tolerance_m


def sphere_stopped(worst_m: float, sphere_m: float) -> bool:
    """Whether a sphere stays out: strictly less than its width."""
    above_zero(sphere=sphere_m)
    return worst_m < sphere_m - 1e-9
