"""Shade under slats: the share of direct sun they stop, of a grey sky, and the pitch for a wished shade. Angles in rad."""

import math

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.value_objects import value_object


def across_sun(altitude_rad: float, azimuth_rad: float, run_rad: float) -> float | None:
    """cot of the profile angle, signed: how far light moves sideways across the slats per unit it falls; None: no sun.

    tan p = tan(altitude) / |sin(azimuth − run)|.

    Source: geometry, checked by ray tracing.
    """
    if not -math.pi / 2 - 1e-9 <= altitude_rad <= math.pi / 2 + 1e-9:
        raise InvalidInputError("sun_altitude", "must be from -90 to 90 degrees")
    if altitude_rad <= 0:
        return None
    return math.sin(azimuth_rad - run_rad) / math.tan(altitude_rad)


def _slat(width_m: float, depth_m: float, pitch_m: float) -> None:
    above_zero(slat_width=width_m, pitch=pitch_m)
    not_below_zero(slat_depth=depth_m)


def blocked(width_m: float, depth_m: float, pitch_m: float, *, across: float | None, tilt_rad: float = 0.0) -> float:
    """Share of direct sun stopped, 0 to 1: the shadow's width over the pitch; 1 where there is no sun.

    Args:
        across: As `across_sun` gives it.
        tilt_rad: Turns the section; positive lifts the edge toward the run + 90 degrees.

    Source: geometry, checked by ray tracing.
    """
    _slat(width_m, depth_m, pitch_m)
    if across is None:
        return 1.0
    cosine, sine = math.cos(tilt_rad), math.sin(tilt_rad)
    cast = []
    for u, z in ((-1, -1), (-1, 1), (1, -1), (1, 1)):
        along, up = u * width_m / 2, z * depth_m / 2
        cast.append(along * cosine - up * sine - (along * sine + up * cosine) * across)
    return min(1.0, (max(cast) - min(cast)) / pitch_m)


def two_layers(first: float, second: float) -> float:
    """What crossing layers stop together: exact at right angles, approximate otherwise."""
    for name, share in (("first", first), ("second", second)):
        if not 0 <= share <= 1:
            raise InvalidInputError(name, "must be from 0 to 1")
    return 1 - (1 - first) * (1 - second)


def blocked_sky(width_m: float, depth_m: float, pitch_m: float) -> float:
    """Share of a plain grey sky covered: ∫ (cos ψ / 2) min(1, (b + t |tan ψ|) / s) dψ, in closed form."""
    _slat(width_m, depth_m, pitch_m)
    if width_m >= pitch_m:
        return 1.0
    closed = math.atan2(pitch_m - width_m, depth_m)
    seen = (width_m * math.sin(closed) + depth_m * (1 - math.cos(closed))) / pitch_m
    return seen + 1 - math.sin(closed)


def pitch_for(width_m: float, depth_m: float, across: float | None, *, share: float) -> float:
    """Pitch at which level slats stop the wished share of the sun (m): (b + t cot p) / f.

    Raises:
        InvalidInputError: No sun, or a share that is not above 0 and at most 1.
    """
    _slat(width_m, depth_m, 1.0)
    if not 0 < share <= 1:
        raise InvalidInputError("shade", "must be above 0 and at most 1")
    if across is None:
        raise InvalidInputError("sun_altitude", "the sun is below the horizon")
    return (width_m + depth_m * abs(across)) / share


@value_object
class WholeSlats:
    """Whole slats that reach a wished shade in a bay, all gaps alike, and the shade they really give."""

    count: int
    gap_m: float
    cover: float
    blocked: float


def count_for(bay_m: float, width_m: float, depth_m: float, *, across: float | None, share: float) -> WholeSlats:
    """How many level slats a clear bay takes for a wished shade: the next whole number.

    Raises:
        InvalidInputError: No sun, a share that cannot be, or more slats than fit.

    Source: geometry, n = ceil(f bay / (b + t cot p)).
    """
    above_zero(bay=bay_m, slat_width=width_m)
    casts_m = pitch_for(width_m, depth_m, across, share=share) * share
    count = math.ceil(share * bay_m / casts_m - 1e-9)
    if count * width_m > bay_m + 1e-9:
        raise InvalidInputError("shade", "more slats than fit side by side: deeper ones, or less shade")
    return WholeSlats(
        count=count,
        gap_m=max(0.0, bay_m - count * width_m) / (count + 1),
        cover=count * width_m / bay_m,
        blocked=min(1.0, count * casts_m / bay_m),
    )


@value_object
class OnGround:
    """A roof's shadow and the patch straight below it: how far it is moved, along and across the roof, and what it still covers."""

    shift_m: float
    along_m: float
    across_m: float
    bearing_rad: float
    covered: float


@value_object
class LevelOutline:
    """A level outline over the ground: its length and width, how high, and the azimuth that its length lies along."""

    length_m: float
    width_m: float
    height_m: float
    run_rad: float


def on_ground(altitude_rad: float, azimuth_rad: float, outline: LevelOutline) -> OnGround:
    """Where the outline's shadow lies on level ground.

    Args:
        run_rad: Azimuth that the roof's length lies along.

    Raises:
        InvalidInputError: The sun is down, or a size that cannot be.

    Source: geometry.
    """
    above_zero(roof_length=outline.length_m, roof_width=outline.width_m, height=outline.height_m)
    if not 0 < altitude_rad <= math.pi / 2 + 1e-9:
        raise InvalidInputError("sun_altitude", "the sun is below the horizon")
    shift_m = outline.height_m / math.tan(altitude_rad) if altitude_rad < math.pi / 2 else 0.0
    away = azimuth_rad + math.pi - outline.run_rad
    along_m, across_m = shift_m * math.cos(away), shift_m * math.sin(away)
    covered = max(0.0, 1 - abs(along_m) / outline.length_m) * max(0.0, 1 - abs(across_m) / outline.width_m)
    return OnGround(
        shift_m=shift_m,
        along_m=along_m,
        across_m=across_m,
        bearing_rad=(azimuth_rad + math.pi) % (2 * math.pi),
        covered=covered,
    )
