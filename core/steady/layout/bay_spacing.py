"""Other ways to space posts than the fewest: equal bays with a post more, equal ones with a few nudged, panels of one width."""

import itertools
from collections.abc import Sequence

from steady.layout.bays import MOST_BAYS, TOLERANCE_M, BaySpacing, Zone, equal_bays, merge_zones
from steady.layout.panels import PanelFit, panel_bays

MOST_MORE = 12
"""Bays tried above the fewest before equal bays are given up."""


def _inside(run_m: float, zones: Sequence[Zone]) -> list[Zone]:
    return merge_zones([(max(low, 0.0), min(high, run_m)) for low, high in zones if high > 0 and low < run_m])


def _zone_at(station_m: float, blocked: Sequence[Zone]) -> Zone | None:
    return next((z for z in blocked if z[0] + TOLERANCE_M < station_m < z[1] - TOLERANCE_M), None)


def equal_with_more(run_m: float, bay_max_m: float, bay_min_m: float, *, zones: Sequence[Zone]) -> BaySpacing | None:
    """All bays alike, with as many posts as it takes to keep every one out of the zones; None when none will do."""
    blocked = _inside(run_m, zones)
    count, _ = equal_bays(run_m, bay_max_m)
    for bays in range(max(1, count), max(1, count) + MOST_MORE + 1):
        if bays > count and run_m / bays < bay_min_m - TOLERANCE_M:
            return None
        stations = tuple(run_m * k / bays for k in range(bays + 1))
        if all(_zone_at(at, blocked) is None for at in stations[1:-1]):
            return BaySpacing(stations, 1, True)
    return None


def equal_nudged(run_m: float, bay_max_m: float, bay_min_m: float, *, zones: Sequence[Zone]) -> BaySpacing | None:
    """Equal bays, and only the posts that stand in a zone moved to one of its edges, the least in all; None: no such layout.

    More posts are tried where a moved one would make its bay too long.

    Source: workshop geometry; dynamic programming over the edges.
    """
    blocked = _inside(run_m, zones)
    count, _ = equal_bays(run_m, bay_max_m)
    for bays in range(max(1, count), max(1, count) + MOST_MORE + 1):
        if bays > MOST_BAYS:
            return None
        even = [run_m * k / bays for k in range(bays + 1)]
        # Best way to each spot a post may take: what was moved in all, and the posts before it.
        best: dict[float, tuple[float, tuple[float, ...]]] = {0.0: (0.0, (0.0,))}
        for k in range(1, bays + 1):
            zone = _zone_at(even[k], blocked) if k < bays else None
            spots = [even[k]] if zone is None else list(zone)
            reached: dict[float, tuple[float, tuple[float, ...]]] = {}
            for spot, (before, (shift, stations)) in itertools.product(spots, best.items()):
                bay_m = spot - before
                if not min(bay_min_m, run_m) - TOLERANCE_M <= bay_m <= bay_max_m + TOLERANCE_M:
                    continue
                found = (shift + abs(spot - even[k]), (*stations, spot))
                if spot not in reached or found < reached[spot]:
                    reached[spot] = found
            best = reached
        if best:
            stations = min(best.values())[1]
            widths = {round((b - a) / TOLERANCE_M) for a, b in itertools.pairwise(stations)}
            return BaySpacing(stations, len(widths), True)
    return None


def in_panels(run_m: float, panel_m: float, post_m: float, *, cut_at_start: bool) -> BaySpacing:
    """Bays of one panel's width, panels between posts; one cut bay at the end least seen, or two shared ones at both.

    Source: workshop geometry. A post in a no-dig zone is for the caller to see: panels leave no choice.
    """
    found = panel_bays(run_m, PanelFit(cut_least_m=min(0.3, panel_m / 2)), panel_m=panel_m, post_m=post_m)
    full, cut = [panel_m + post_m] * found.full, [found.cut_m + post_m] * min(1, found.cut)
    widths = [*cut, *full, *cut] if found.cut == 2 else [*cut, *full] if cut_at_start else [*full, *cut]
    stations = [0.0, *itertools.accumulate(widths)]
    # What is within a saw cut of a whole panel is spread, so that the last post stands where it is fixed.
    scale = run_m / stations[-1] if stations[-1] > 0 else 1.0
    alike = len({round(width, 6) for width in widths})
    return BaySpacing(tuple(at * scale for at in stations), alike, True)


def posts_in_zones(stations_m: Sequence[float], zones: Sequence[Zone]) -> list[float]:
    """Inner stations that stand in a zone."""
    blocked = merge_zones(zones)
    return [at for at in stations_m[1:-1] if _zone_at(at, blocked) is not None]
