"""Plies of a built-up beam: joints over posts only, and no two plies joined over the same post."""

import itertools
import math
from collections.abc import Iterator, Sequence

from steady.errors import InvalidInputError, OutOfScopeError, not_below_zero
from steady.value_objects import positional_value_object

MOST_INNER = 11
"""Inner posts up to which every set of joints is tried."""


@positional_value_object
class Plies:
    """Joints of each ply (post stations, m), and the stock bought in all (m)."""

    joints_m: tuple[tuple[float, ...], ...]
    bought_m: float


def beam_plies(
    posts_m: Sequence[float],
    plies: int,
    stock_m: Sequence[float],
    *,
    overhang_m: float = 0.0,
    ends_m: tuple[float, float] | None = None,
) -> Plies | None:
    """The plies that buy the least length, then have the fewest joints; None where no stock reaches.

    Args:
        posts_m: Stations of the posts; joints stand over inner ones: beyond an end post a piece would hang by its nails.
        overhang_m: Past the end posts, both ends.
        ends_m: The beam's ends, where they are not alike.

    Raises:
        InvalidInputError: Fewer than two posts, posts out of order, no ply.
        OutOfScopeError: More posts than every set of joints can be tried for.

    Source: workshop geometry; every set of joints, exact.
    """
    not_below_zero(overhang=overhang_m)
    if len(posts_m) < 2 or any(not b > a for a, b in itertools.pairwise(posts_m)):
        raise InvalidInputError("posts", "needs two stations or more, rising")
    if plies < 1 or plies > 6:
        raise InvalidInputError("plies", "must be from 1 to 6")
    ends = ends_m or (posts_m[0] - overhang_m, posts_m[-1] + overhang_m)
    inner = posts_m[1:-1]
    if len(inner) > MOST_INNER:
        raise OutOfScopeError(
            f"joints are tried over {MOST_INNER} inner posts at most", "a shorter beam, or one in two parts"
        )
    lengths = sorted(stock_m)
    costs = _costs(inner, ends, lengths)
    # Best for the first plies, by the set of posts that already carry a joint.
    best: dict[int, tuple[float, int, tuple[int, ...]]] = {0: (0.0, 0, ())}
    for _ in range(plies):
        grown: dict[int, tuple[float, int, tuple[int, ...]]] = {}
        for used, (bought, joints, masks) in best.items():
            for mask in _within(~used & (1 << len(inner)) - 1):
                cost = costs.get(mask)
                if cost is None:
                    continue
                found = (round(bought + cost, 9), joints + mask.bit_count(), (*masks, mask))
                if used | mask not in grown or found < grown[used | mask]:
                    grown[used | mask] = found
        best = grown
    if not best:
        return None
    bought, _, masks = min(best.values())
    made = tuple(tuple(at for k, at in enumerate(inner) if mask >> k & 1) for mask in masks)
    return Plies(made, bought)


def _costs(inner: Sequence[float], ends: tuple[float, float], lengths: Sequence[float]) -> dict[int, float]:
    """The stock that a ply takes (m), by the set of inner posts that it is jointed over; sets that no stock reaches left out."""
    costs: dict[int, float] = {}
    for mask in range(1 << len(inner)):
        cuts = [ends[0], *(at for k, at in enumerate(inner) if mask >> k & 1), ends[1]]
        picked = [next((s for s in lengths if s >= b - a - 1e-6), math.inf) for a, b in itertools.pairwise(cuts)]
        if math.inf not in picked:
            costs[mask] = math.fsum(picked)
    return costs


def _within(free: int) -> Iterator[int]:
    """Every set of the posts still free of joints, the empty one too."""
    mask = free
    while mask:
        yield mask
        mask = (mask - 1) & free
    yield 0
