"""Bays between two fixed posts: fewest posts, then fewest different widths, then most even; no post in a no-dig zone.

Stations run from 0 at the first post to `run_m` at the last. A zone is an open interval: a post exactly on its edge is
allowed. The search is exact within counted work limits (the same answer on every machine); above them the answer says
that it is not proved.
"""

import itertools
import math
from collections.abc import Sequence
from functools import lru_cache

from steady.errors import InvalidInputError
from steady.units.units import IN
from steady.value_objects import positional_value_object

TOLERANCE_M = 1e-6 * IN
MOST_TRIALS = 3000
MOST_STEPS = 120_000
MOST_BAYS = 20_000
Zone = tuple[float, float]


@positional_value_object
class BaySpacing:
    """Posts of one run (m from its first post), and whether fewest posts and fewest widths are proved."""

    stations_m: tuple[float, ...]
    widths_count: int
    proved: bool
    reason: str = ""

    @property
    def fits(self) -> bool:
        """Whether there is a layout at all."""
        return len(self.stations_m) > 1


def equal_bays(run_m: float, bay_max_m: float) -> tuple[int, float]:
    """Divide a straight run into the fewest equal bays.

    Args:
        run_m: Length between the centres of the two end posts, 0 or more; a zero run has no bay.
        bay_max_m: Greatest distance between post centres, > 0.

    Returns:
        Number of bays and their width (m). The run has one post more than bays.

    Raises:
        InvalidInputError: A length that cannot be.

    Source: workshop geometry, closed form.
    """
    if not run_m >= 0:
        raise InvalidInputError("run_m", "must be 0 or more")
    if not bay_max_m > 0:
        raise InvalidInputError("bay_max_m", "must be above 0")
    if run_m <= TOLERANCE_M:
        return 0, 0.0
    # An exact multiple, typed in inches, must not gain a bay from rounding.
    count = max(1, math.ceil((run_m - TOLERANCE_M) / bay_max_m))
    return count, run_m / count


def merge_zones(zones: Sequence[Zone]) -> list[Zone]:
    """Overlapping zones as one; two that just touch stay apart, with one legal point between them."""
    merged: list[Zone] = []
    for low_m, high_m in sorted(zone for zone in zones if zone[1] - zone[0] > TOLERANCE_M):
        if merged and low_m < merged[-1][1] - TOLERANCE_M:
            merged[-1] = (merged[-1][0], max(merged[-1][1], high_m))
        else:
            merged.append((low_m, high_m))
    return merged


def bays_round_zones(run_m: float, bay_max_m: float, bay_min_m: float, *, zones: Sequence[Zone]) -> BaySpacing:
    """Lay out one run round its no-dig zones.

    Args:
        run_m: Level length, > 0.
        bay_max_m: Greatest bay, > 0.
        bay_min_m: Least bay worth building; a run shorter than that is still one bay.
        zones: Open intervals (m along the run) where no post may stand.

    Returns:
        The layout; without one, `reason` is "zone wider than longest bay" or "no layout".

    Raises:
        InvalidInputError: A length that cannot be.
    """
    count, _ = equal_bays(run_m, bay_max_m)
    if count > MOST_BAYS:
        raise InvalidInputError(
            "bay_max_m", f"would give more than {MOST_BAYS} posts: the bay is too short for this line"
        )
    # The end posts stand where they stand; a band that reaches over one blocks only its inner side.
    inside = [(max(low_m, 0.0), min(high_m, run_m)) for low_m, high_m in zones if high_m > 0 and low_m < run_m]
    blocked = merge_zones(inside)
    if not blocked or count <= 1:
        return _equal(run_m, count)
    reach = _fewest(run_m, bay_max_m, bay_min_m, blocked=blocked)
    if reach is None:
        wide = any(high_m - low_m > bay_max_m + TOLERANCE_M for low_m, high_m in blocked)
        return BaySpacing((), 0, True, "zone wider than longest bay" if wide else "no layout")
    count = len(reach) - 1
    if _free([run_m * k / count for k in range(count + 1)], blocked):
        return _equal(run_m, count)
    two, proved = _two_widths(run_m, count, bay_max_m, bay_min_m=bay_min_m, blocked=blocked)
    if two is not None:
        return BaySpacing(two, 2, proved)
    if proved and count <= 16:
        three, proved = _three_widths(run_m, count, bay_max_m, bay_min_m=bay_min_m, blocked=tuple(blocked))
        if three is not None:
            return BaySpacing(three, 3, proved)
    stations = _follow_reach(run_m, bay_max_m, bay_min_m, reach=reach)
    widths = {round((b - a) / TOLERANCE_M) for a, b in itertools.pairwise(stations)}
    # Three widths were ruled out and every bay differs only when there are no more than four.
    return BaySpacing(stations, len(widths), proved and count <= 4)


def _equal(run_m: float, count: int) -> BaySpacing:
    return BaySpacing(tuple(run_m * k / count for k in range(count + 1)) if count else (0.0,), 1, True)


def _free(stations: Sequence[float], blocked: Sequence[Zone]) -> bool:
    """Whether no inner station lies inside a zone."""
    at, last = 0, len(blocked)
    for station in stations[1:-1]:
        while at < last and blocked[at][1] - TOLERANCE_M <= station:
            at += 1
        if at < last and blocked[at][0] + TOLERANCE_M < station:
            return False
    return True


def _fewest(run_m: float, bay_max_m: float, bay_min_m: float, *, blocked: Sequence[Zone]) -> list[list[Zone]] | None:
    """Where the j-th post can stand, for each j of the fewest layout: unions of closed intervals. None: no layout."""
    allowed = _between(run_m, blocked)
    reach: list[list[Zone]] = [[(0.0, 0.0)]]
    for _ in range(math.ceil(run_m / bay_min_m) + 1):
        step: list[Zone] = []
        for low_m, high_m in reach[-1]:
            from_m, to_m = low_m + bay_min_m, high_m + bay_max_m
            for free_low_m, free_high_m in allowed:
                a, b = max(from_m, free_low_m), min(to_m, free_high_m)
                if a <= b + TOLERANCE_M:
                    step.append((min(a, b), max(a, b)))
        if not step:
            return None
        merged = _union(step)
        reach.append(merged)
        if merged[-1][1] >= run_m - TOLERANCE_M:
            return reach
    return None


def _between(run_m: float, blocked: Sequence[Zone]) -> list[Zone]:
    """What zones leave free of a run, as closed intervals."""
    allowed: list[Zone] = []
    at_m = 0.0
    for low_m, high_m in blocked:
        if low_m >= at_m - TOLERANCE_M:
            allowed.append((at_m, max(at_m, low_m)))
        at_m = max(at_m, high_m)
    if at_m <= run_m + TOLERANCE_M:
        allowed.append((min(at_m, run_m), run_m))
    return allowed


def _union(intervals: list[Zone]) -> list[Zone]:
    """The same set of one interval or more as intervals that do not touch, rising."""
    rising = sorted(intervals)
    merged = [rising[0]]
    for low_m, high_m in rising[1:]:
        if low_m <= merged[-1][1] + TOLERANCE_M:
            merged[-1] = (merged[-1][0], max(merged[-1][1], high_m))
        else:
            merged.append((low_m, high_m))
    return merged


def _two_widths(
    run_m: float, count: int, bay_max_m: float, *, bay_min_m: float, blocked: Sequence[Zone]
) -> tuple[tuple[float, ...] | None, bool]:
    """The layout of two widths that differ least.

    With i wide bays among n, wider by d than the others, the k-th post with p wide bays before it stands at
    k·S/n + d·(p − k·i/n). What is possible changes only where such a post meets a zone edge, so only those d are tried,
    least first.
    """
    even_m = run_m / count
    edges = [edge for zone in blocked for edge in zone]
    near = [
        (k, edge)
        for edge in edges
        for k in range(
            max(1, math.floor(edge / bay_max_m)), min(count - 1, count - math.floor((run_m - edge) / bay_max_m)) + 1
        )
        if k * bay_max_m >= edge - TOLERANCE_M and run_m - (count - k) * bay_max_m <= edge + TOLERANCE_M
    ]
    best: tuple[float, int] | None = None
    trials = 0
    for wide in sorted(range(1, count), key=lambda i: abs(2 * i - count)):
        most_m = min((bay_max_m - even_m) * count / (count - wide), (even_m - bay_min_m) * count / wide)
        most_m = most_m + TOLERANCE_M if best is None else min(most_m + TOLERANCE_M, best[0] - TOLERANCE_M)
        if most_m <= 0:
            continue
        candidates: set[float] = set()
        for k, edge in near:
            shift_m = edge - k * even_m
            lean = k * wide / count
            low, high = max(0, k - (count - wide)), min(wide, k)
            if shift_m > 0:
                low = max(low, math.ceil(lean + shift_m / most_m - 1e-9))
            else:
                high = min(high, math.floor(lean + shift_m / most_m + 1e-9))
            for p in range(low, high + 1):
                if abs(p - lean) > 1e-12 and shift_m / (p - lean) > TOLERANCE_M:
                    candidates.add(shift_m / (p - lean))
        for wider_m in sorted(candidates):
            if wider_m > most_m:
                break
            trials += 1
            if trials > MOST_TRIALS:
                return (None if best is None else _path(run_m, count, best, blocked=blocked)), False
            if _path(run_m, count, (wider_m, wide), blocked=blocked, probe=True):
                best = (wider_m, wide)
                break
    return (None, True) if best is None else (_path(run_m, count, best, blocked=blocked), True)


def _path(
    run_m: float, count: int, widened: tuple[float, int], *, blocked: Sequence[Zone], probe: bool = False
) -> tuple[float, ...]:
    """Stations of a layout with bays widened by so much, so many of them; empty when no order of the bays keeps clear.

    A set of bits holds, for k bays from the start, how many of them may be wide. Only posts that some order of bays
    could bring into a zone are looked at; between them the set just spreads by one for each bay.
    """
    wider_m, wide = widened
    even_m = run_m / count
    narrow_m = even_m - wider_m * wide / count
    wide_m = narrow_m + wider_m
    barred: dict[int, int] = {}
    for low_m, high_m in blocked:
        from_k = max(1, math.floor(low_m / wide_m), count - math.floor((run_m - low_m) / narrow_m) - 1)
        to_k = min(count - 1, math.ceil(high_m / narrow_m), count - math.ceil((run_m - high_m) / wide_m) + 1)
        for k in range(from_k, to_k + 1):
            base_m = k * narrow_m
            first = max(0, math.floor((low_m + TOLERANCE_M - base_m) / wider_m) + 1)
            last = min(k, math.ceil((high_m - TOLERANCE_M - base_m) / wider_m) - 1)
            if last >= first:
                barred[k] = barred.get(k, 0) | ((1 << (last - first + 1)) - 1) << first
    every = (1 << (wide + 1)) - 1
    stops = [(0, 1)]
    for k in (*sorted(barred), count):
        bits = _spread_bits(stops[-1][1], k - stops[-1][0]) & every & ~barred.get(k, 0)
        if not bits:
            return ()
        stops.append((k, bits))
    if not stops[-1][1] >> wide & 1:
        return ()
    return (0.0,) if probe else _walk_back(run_m, count, wider_m, wide=wide, stops=stops)


def _spread_bits(bits: int, steps: int) -> int:
    """Each step may leave every member where it is or move it on by one."""
    reach = 1
    while steps > 0:
        shift = min(reach, steps)
        bits |= bits << shift
        steps -= shift
        reach += shift
    return bits


def _walk_back(
    run_m: float, count: int, wider_m: float, *, wide: int, stops: list[tuple[int, int]]
) -> tuple[float, ...]:
    """One order of the bays, each post as near its even place as the stops allow."""
    passes = [(count, wide)]
    for k, bits in reversed(stops[:-1]):
        next_k, next_p = passes[-1]
        lean = k * wide / count
        options = [q for q in range(max(0, next_p - (next_k - k)), min(next_p, k) + 1) if bits >> q & 1]
        passes.append((k, min(options, key=lambda q: abs(q - lean))))
    passes.reverse()
    even_m = run_m / count
    stations = [0.0]
    for (k, p), (next_k, next_p) in itertools.pairwise(passes):
        for j in range(k + 1, next_k + 1):
            q = p + round((next_p - p) * (j - k) / (next_k - k))
            stations.append(j * even_m + wider_m * (q - j * wide / count))
    stations[-1] = run_m
    return tuple(stations)


@lru_cache(maxsize=128)
def _three_widths(
    run_m: float, count: int, bay_max_m: float, *, bay_min_m: float, blocked: tuple[Zone, ...]
) -> tuple[tuple[float, ...] | None, bool]:
    """The layout of three widths with the least spread, on an inch grid stretched to the run; sets of points as bits."""
    cells = max(1, round(run_m / IN))
    cell_m = run_m / cells
    least, most = math.ceil(bay_min_m / cell_m - 1e-9), math.floor(bay_max_m / cell_m + 1e-9)
    open_cells = (1 << (cells + 1)) - 1
    for low_m, high_m in blocked:
        first, last = math.floor((low_m + TOLERANCE_M) / cell_m) + 1, math.ceil((high_m - TOLERANCE_M) / cell_m) - 1
        first, last = max(first, 0), min(last, cells)
        if last >= first:
            open_cells &= ~(((1 << (last - first + 1)) - 1) << first)
    mean = cells / count
    steps = 0
    for spread in range(2, most - least + 1):
        for a in range(max(least, math.floor(mean) - spread), min(math.ceil(mean), most - spread) + 1):
            for b in range(a + 1, a + spread):
                steps += count
                if steps > MOST_STEPS:
                    return None, False
                found = _steps(cells, count, (a, b, a + spread), open_cells=open_cells)
                if found:
                    return tuple(cell_m * at for at in found), True
    return None, True


def _steps(cells: int, count: int, widths: tuple[int, ...], *, open_cells: int) -> list[int]:
    reachable = [1]
    for _ in range(count):
        bits = 0
        for width in widths:
            bits |= reachable[-1] << width
        bits &= open_cells
        if not bits:
            return []
        reachable.append(bits)
    if not reachable[count] >> cells & 1:
        return []
    at, found = cells, [cells]
    for k in range(count - 1, -1, -1):
        at = next(at - w for w in widths if at >= w and reachable[k] >> (at - w) & 1)
        found.append(at)
    return found[::-1]


def _follow_reach(run_m: float, bay_max_m: float, bay_min_m: float, *, reach: list[list[Zone]]) -> tuple[float, ...]:
    """Some layout of the fewest bays, each post as near as it can be to an even share of what is left."""
    stations = [run_m]
    for k in range(len(reach) - 2, 0, -1):
        wish_m = stations[-1] * k / (k + 1)
        low_m, high_m = stations[-1] - bay_max_m, stations[-1] - bay_min_m
        options = [
            min(max(wish_m, a, low_m), min(b, high_m))
            for a, b in reach[k]
            if max(a, low_m) <= min(b, high_m) + TOLERANCE_M
        ]
        stations.append(min(options, key=lambda at: abs(at - wish_m)))
    stations.append(0.0)
    return tuple(reversed(stations))
