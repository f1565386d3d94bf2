"""The top of a fence over uneven ground in the fewest straight pieces, turning at posts only."""

import itertools
import math
from collections.abc import Sequence
from typing import Literal

from steady.errors import InvalidInputError, OutOfScopeError, above_zero
from steady.ground.profile import Profile
from steady.value_objects import positional_value_object, value_object

NEAR_M = 1e-9
MOST_TRIALS = 1_500_000
"""Work limit: pieces tried, the same on every machine."""

Top = list[tuple[float, float]]
Reached = tuple[int, float, tuple[int, int] | None]
"""Best way to reach a post at a height: pieces used, departure from the wish, and where the last piece began."""


@value_object
class HeightBand:
    """Heights above the ground that a top line may have, and the wished one (m).

    `step_m`: heights at posts are multiples of it. `level_only`: level pieces alone, so one height for all.
    """

    least_m: float
    most_m: float
    wish_m: float
    step_m: float
    level_only: bool = False


@positional_value_object
class _Line:
    """Ground and posts of one line, and the multiples of the step that lie within its band at each post."""

    ground: Profile
    posts_m: Sequence[float]
    soil: list[float]
    low: list[int]
    high: list[int]
    band: HeightBand


def fewest_pieces(
    ground: Profile,
    posts_m: Sequence[float],
    band: HeightBand,
) -> Top | None:
    """The top line as (station, height) of its turning points; None where the band of heights allows none.

    Between least and most above the ground at every post and at every break of the ground; first the fewest pieces, then
    the least departure from the wished height at the posts.

    Raises:
        InvalidInputError: Sizes that cannot be, or posts out of order.
        OutOfScopeError: More posts and heights than the work limit allows.

    Source: workshop geometry; dynamic programming over posts and heights.
    """
    least_m, most_m, wish_m, step_m = band.least_m, band.most_m, band.wish_m, band.step_m
    above_zero(height_least=least_m, step=step_m)
    if not most_m >= least_m:
        raise InvalidInputError("height_most", "must be at least the least height")
    if len(posts_m) < 2 or any(not b > a for a, b in itertools.pairwise(posts_m)):
        raise InvalidInputError("posts", "needs two stations or more, rising")
    soil = [ground.height_m(at) for at in posts_m]
    low = [math.ceil((z + least_m - NEAR_M) / step_m) for z in soil]
    high = [math.floor((z + most_m + NEAR_M) / step_m) for z in soil]
    best: list[dict[int, Reached]] = [{} for _ in posts_m]
    best[0] = {h: (0, abs(h * step_m - soil[0] - wish_m), None) for h in range(low[0], high[0] + 1)}
    on = _Line(ground, posts_m, soil, low, high, band)
    trials = 0
    for i in range(len(posts_m) - 1):
        for start, (pieces, off, _) in best[i].items():
            if trials > MOST_TRIALS:
                raise OutOfScopeError("too many posts and heights to try", "a coarser height step or a shorter run")
            trials += _reach(on, (i, start), (pieces, off), best=best)
    if not best[-1]:
        return None
    at: tuple[int, int] | None = (len(posts_m) - 1, min(best[-1], key=lambda h: best[-1][h][:2]))
    line: Top = []
    while at is not None:
        line.append((posts_m[at[0]], at[1] * step_m))
        at = best[at[0]][at[1]][2]
    return line[::-1]


def _reach(
    line: _Line,
    start: tuple[int, int],
    used: tuple[int, float],
    *,
    best: list[dict[int, Reached]],
) -> int:
    """Every straight piece from one post and height: the cone of grades that keeps it within the band, ever narrower.

    Returns:
        How many were tried.
    """
    tried = 0
    ground, posts_m, soil, band = line.ground, line.posts_m, line.soil, line.band
    least_m, most_m, wish_m, step_m = band.least_m, band.most_m, band.wish_m, band.step_m
    i, from_height = start
    x0, z0 = posts_m[i], from_height * step_m
    flattest, steepest = (0.0, 0.0) if band.level_only else (-math.inf, math.inf)
    for j in range(i + 1, len(posts_m)):
        for x in (*ground.breaks_m(posts_m[j - 1], posts_m[j]), posts_m[j]):
            z = ground.height_m(x)
            flattest = max(flattest, (z + least_m - z0 - NEAR_M) / (x - x0))
            steepest = min(steepest, (z + most_m - z0 + NEAR_M) / (x - x0))
        tried += 1
        if flattest > steepest:
            break
        run = posts_m[j] - x0
        first = max(line.low[j], math.ceil((z0 + flattest * run - NEAR_M) / step_m))
        last = min(line.high[j], math.floor((z0 + steepest * run + NEAR_M) / step_m))
        for height in range(first, last + 1):
            held = best[j].get(height)
            if held is not None and held[0] < used[0] + 1:
                continue
            grade = (height * step_m - z0) / run
            tried += j - i
            off = used[1] + math.fsum(
                abs(z0 + grade * (posts_m[k] - x0) - soil[k] - wish_m) for k in range(i + 1, j + 1)
            )
            if held is None or (used[0] + 1, off) < held[:2]:
                best[j][height] = (used[0] + 1, off, start)
    return tried


Way = Literal["straight", "step", "curve"]
"""From one point of a top to the next: straight, level with a step at the next, or a curve."""


def through_points(points: Sequence[tuple[float, float, Way]], at_m: float) -> float:
    """The height of a top line through points given as (station, height, way on), level beyond the first and last (m).

    A curve is a cubic whose slopes at the points keep it between their heights.

    Raises:
        InvalidInputError: No points, or points that do not rise along the line.

    Source: Fritsch and Carlson (1980), monotone piecewise cubic interpolation, with the harmonic mean of neighbouring slopes.
    """
    if not points or any(not b[0] > a[0] for a, b in itertools.pairwise(points)):
        raise InvalidInputError("points", "needs one point or more, each farther along than the one before")
    if at_m <= points[0][0]:
        return points[0][1]
    if at_m >= points[-1][0]:
        return points[-1][1]
    k = next(i for i, point in enumerate(points) if point[0] > at_m) - 1
    (x0, z0, way), (x1, z1, _) = points[k], points[k + 1]
    if way == "step":
        return z0
    t = (at_m - x0) / (x1 - x0)
    if way == "straight":
        return z0 + t * (z1 - z0)
    m0, m1 = _slope(points, k), _slope(points, k + 1)
    run = x1 - x0
    return (
        (1 + 2 * t) * (1 - t) ** 2 * z0
        + t * (1 - t) ** 2 * run * m0
        + t**2 * (3 - 2 * t) * z1
        + t**2 * (t - 1) * run * m1
    )


def _slope(points: Sequence[tuple[float, float, Way]], k: int) -> float:
    """Slope of the curve at a point: none at ends and at turning points, else between its neighbours' slopes."""
    if k in (0, len(points) - 1):
        return 0.0
    (x0, z0, _), (x1, z1, _), (x2, z2, _) = points[k - 1 : k + 2]
    left, right = (z1 - z0) / (x1 - x0), (z2 - z1) / (x2 - x1)
    if left * right <= 0:
        return 0.0
    a, b = 2 * (x2 - x1) + (x1 - x0), (x2 - x1) + 2 * (x1 - x0)
    return (a + b) / (a / left + b / right)
