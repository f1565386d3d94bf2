"""Where along a line no hole may be dug: spots and straight buried lines, and all posts of a line round them."""

import itertools
import math
from collections.abc import Sequence

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.layout.bays import TOLERANCE_M, BaySpacing, Zone, bays_round_zones
from steady.layout.path import Leg, Path
from steady.value_objects import positional_value_object, value_object

Point = tuple[float, float]


def spot_zone(along_m: float, offset_m: float, radius_m: float) -> Zone | None:
    """Stations that a round spot keeps free: half length √(R² − e²); None where it is R or more off the line.

    Args:
        radius_m: Half its size + tolerance + the hole's radius.

    Raises:
        InvalidInputError: A radius that is not above 0.

    Source: geometry.
    """
    above_zero(clear_radius=radius_m)
    if abs(offset_m) >= radius_m:
        return None
    half_m = math.sqrt(radius_m**2 - offset_m**2)
    return along_m - half_m, along_m + half_m


def line_zone(start: Point, end: Point, radius_m: float) -> Zone | None:
    """Stations that a straight buried line keeps free: the band along it and a circle at each end, cut by the run.

    Points are (along the run, square off it). At a crossing angle f the half length is R / sin f.

    Raises:
        InvalidInputError: A radius that is not above 0.

    Source: geometry; the stadium is convex, so there is one stretch.
    """
    ends = [zone for zone in (spot_zone(*start, radius_m), spot_zone(*end, radius_m)) if zone is not None]
    length_m = math.dist(start, end)
    if length_m > 0:
        ux, uy = (end[0] - start[0]) / length_m, (end[1] - start[1]) / length_m
        # Both the distance along the line and the distance off it are linear in the station.
        band = _within(ux, -start[0] * ux - start[1] * uy, 0.0, high=length_m)
        off = _within(-uy, start[0] * uy - start[1] * ux, -radius_m, high=radius_m)
        low_m, high_m = max(band[0], off[0]), min(band[1], off[1])
        if low_m < high_m:
            ends.append((low_m, high_m))
    if not ends:
        return None
    return min(low for low, _ in ends), max(high for _, high in ends)


def _within(slope: float, at_zero: float, low: float, *, high: float) -> Zone:
    """Stations at which a linear measure lies between two limits."""
    if abs(slope) < 1e-12:
        return (-math.inf, math.inf) if low < at_zero < high else (math.inf, -math.inf)
    first, last = (low - at_zero) / slope, (high - at_zero) / slope
    return min(first, last), max(first, last)


@positional_value_object
class PathPosts:
    """All posts of a line by station (m), and what could not be done: posts in a zone, stretches without a layout."""

    stations_m: tuple[float, ...]
    problems: tuple[str, ...]


def path_from(corners: Sequence[Point]) -> Path:
    """The line through its corners.

    Raises:
        InvalidInputError: Fewer than two corners, or two on one spot.
    """
    if len(corners) < 2:
        raise InvalidInputError("path", "needs two corners or more")
    legs, before = [], 0.0
    for index, (a, b) in enumerate(itertools.pairwise(corners)):
        if not math.dist(a, b) > 1e-6:
            raise InvalidInputError("path", "has two corners on one spot")
        heading = math.atan2(b[1] - a[1], b[0] - a[0])
        legs.append((f"run {index + 1}", math.dist(a, b), heading - before))
        before = heading
    return Path(legs)


@value_object
class Keeps:
    """What a line has in it, and what no hole may meet (m).

    `gates`: centre by distance along the line, clear width. `spots`: x, y, clear radius. `lines`: x1, y1, x2, y2, clear radius.
    """

    gates: Sequence[tuple[float, float]] = ()
    spots: Sequence[tuple[float, float, float]] = ()
    lines: Sequence[tuple[float, float, float, float, float]] = ()


def posts_along(
    corners: Sequence[Point], keeps: Keeps, *, bay_max_m: float, bay_min_m: float, post_m: float
) -> PathPosts:
    """Every post of a line: ends, corners and gate posts are fixed; bays between them go round what may not be dug.

    Args:
        gates: (centre by distance along the line, clear width).
        spots: (x, y, clear radius).
        lines: (x1, y1, x2, y2, clear radius).

    Raises:
        InvalidInputError: A gate across a corner or past an end, or gates that overlap.

    Source: workshop geometry. A fixed post within a zone is a problem told, never moved.
    """
    above_zero(post=post_m, bay_max=bay_max_m)
    not_below_zero(bay_min=bay_min_m)
    path = path_from(corners)
    start = corners[0]
    heading = math.atan2(corners[1][1] - start[1], corners[1][0] - start[0])
    fixed = [0.0, *(leg.to_m for leg in path.legs)]
    openings = [_gate(path, centre, clear, post_m=post_m) for centre, clear in keeps.gates]
    for before, after in itertools.pairwise(sorted(openings)):
        if after[0] < before[1] - TOLERANCE_M:
            raise InvalidInputError("gates", "two gates overlap")
    fixed = sorted({*fixed, *(at for opening in openings for at in opening)})
    on_legs = [(leg, _zones_on(leg, start, heading, spots=keeps.spots, lines=keeps.lines)) for leg in path.legs]
    problems = [
        f"the fixed post at {at:.3f} m stands where no hole may be"
        for at in fixed
        if any(
            low + TOLERANCE_M < at < high - TOLERANCE_M
            for leg, zones in on_legs
            if leg.from_m - TOLERANCE_M <= at <= leg.to_m + TOLERANCE_M
            for low, high in zones
        )
    ]
    # A zone is never wrapped round a corner: each leg keeps its own part.
    zones = [(max(low, leg.from_m), min(high, leg.to_m)) for leg, found_on in on_legs for low, high in found_on]
    found = [fixed[0]]
    for from_m, to_m in itertools.pairwise(fixed):
        if to_m - from_m <= TOLERANCE_M:
            continue
        if not any(abs(a - from_m) < TOLERANCE_M and abs(b - to_m) < TOLERANCE_M for a, b in openings):
            inside = [(max(a, from_m) - from_m, min(b, to_m) - from_m) for a, b in zones if b > from_m and a < to_m]
            bays: BaySpacing = bays_round_zones(to_m - from_m, bay_max_m, min(bay_min_m, bay_max_m), zones=inside)
            if bays.fits:
                found.extend(from_m + at for at in bays.stations_m[1:-1])
            else:
                problems.append(f"no bays fit between {from_m:.3f} m and {to_m:.3f} m: {bays.reason}")
        found.append(to_m)
    return PathPosts(tuple(found), tuple(problems))


def _gate(path: Path, centre_m: float, clear_m: float, *, post_m: float) -> Zone:
    above_zero(gates=clear_m)
    half_m = (clear_m + post_m) / 2
    if centre_m - half_m < -TOLERANCE_M or centre_m + half_m > path.length_m + TOLERANCE_M:
        raise InvalidInputError("gates", "a gate runs past an end of the line")
    leg = path.leg_at(centre_m)
    if centre_m - half_m < leg.from_m - TOLERANCE_M or centre_m + half_m > leg.to_m + TOLERANCE_M:
        raise InvalidInputError("gates", "a gate lies across a corner: it must lie in one run")
    return centre_m - half_m, centre_m + half_m


def _zones_on(
    leg: Leg,
    start: Point,
    heading: float,
    *,
    spots: Sequence[tuple[float, float, float]],
    lines: Sequence[tuple[float, float, float, float, float]],
) -> list[Zone]:
    """Stretches of one leg kept free, as far as they reach past its ends."""

    def local(x: float, y: float) -> Point:
        # The path is laid out from its own start along x: bring the point there, then onto the leg.
        turned = _turn(x - start[0], y - start[1], -heading)
        return _turn(turned[0] - leg.x_m, turned[1] - leg.y_m, -leg.heading_rad)

    made = [spot_zone(*local(x, y), radius) for x, y, radius in spots]
    made += [line_zone(local(x1, y1), local(x2, y2), radius) for x1, y1, x2, y2, radius in lines]
    length_m = leg.to_m - leg.from_m
    return [
        (leg.from_m + zone[0], leg.from_m + zone[1])
        for zone in made
        if zone is not None and zone[1] > 0 and zone[0] < length_m
    ]


def _turn(x: float, y: float, by_rad: float) -> Point:
    cosine, sine = math.cos(by_rad), math.sin(by_rad)
    return x * cosine - y * sine, x * sine + y * cosine
