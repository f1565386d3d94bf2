"""A platform on lying barrels: how deep it sits, how stable it is, and how far it leans. SI; axes along the roll axis."""

import math
from collections import Counter
from collections.abc import Callable, Sequence

from steady.errors import InvalidInputError, OutOfScopeError, above_zero, not_below_zero
from steady.value_objects import positional_value_object, value_object

Mass = tuple[float, float, float]
"""Mass (kg), offset from the middle line (m), height above the barrels' underside (m)."""
MOST_HEEL_RAD = math.radians(60)
STEP_RAD = math.radians(1.0)


@positional_value_object
class Barrels:
    """Barrels alike, each at its offset from the middle line (m); volume of one (m3) and its diameter (m)."""

    at_m: tuple[float, ...]
    volume_m3: float
    diameter_m: float
    water_kg_m3: float = 1000.0

    def __post_init__(self) -> None:
        above_zero(barrel_volume=self.volume_m3, barrel_diameter=self.diameter_m, water_density=self.water_kg_m3)
        if not self.at_m or len(self.at_m) > 1000:
            raise InvalidInputError("barrels", "needs one barrel or more, at most 1000")

    @property
    def radius_m(self) -> float:
        """Half the diameter."""
        return self.diameter_m / 2

    @property
    def length_m(self) -> float:
        """Effective length: V / (π r²)."""
        return self.volume_m3 / (math.pi * self.radius_m**2)

    def segment_m2(self, draft_m: float) -> float:
        """Immersed section at a draft."""
        return _immersed(self.radius_m, draft_m - self.radius_m)[0]

    def lift_kg(self, draft_m: float) -> float:
        """Mass that one barrel carries at a draft."""
        return self.water_kg_m3 * self.length_m * self.segment_m2(draft_m)


def _immersed(radius_m: float, depth_m: float) -> tuple[float, float]:
    """Of a circle whose middle lies so deep (m): its part under water (m2) and its chord (m).

    r² acos(−d / r) + d c / 2; c = 2 √(r² − d²).
    """
    r = radius_m
    if depth_m >= r:
        return math.pi * r * r, 0.0
    if depth_m <= -r:
        return 0.0, 0.0
    chord = 2 * math.sqrt(r * r - depth_m * depth_m)
    return r * r * math.acos(-depth_m / r) + depth_m * chord / 2, chord


def _section(radius_m: float, depth_m: float) -> tuple[float, float, float]:
    """With how far the centroid of what is under water lies below the circle's middle (m): c³ / (12 A)."""
    area, chord = _immersed(radius_m, depth_m)
    return area, chord, chord**3 / (12 * area) if area > 0 else 0.0


def draft_m(barrels: Barrels, mass_kg: float) -> float:
    """How deep the barrels sit under a centred mass.

    Raises:
        OutOfScopeError: More mass than the barrels displace.

    Source: hydrostatics.
    """
    not_below_zero(mass=mass_kg)
    if mass_kg > len(barrels.at_m) * barrels.water_kg_m3 * barrels.volume_m3:
        raise OutOfScopeError("the mass is more than the barrels displace: it sinks", "more barrels or less mass")
    low, high = 0.0, barrels.diameter_m
    for _ in range(80):
        middle = (low + high) / 2
        low, high = (middle, high) if barrels.lift_kg(middle) * len(barrels.at_m) < mass_kg else (low, middle)
    return (low + high) / 2


@value_object
class Carried:
    """What carries a float: barrels of a volume, and the share of it that may be under water."""

    barrels: int
    volume_m3: float
    sunk_share: float


def people(dead_kg: float, person_kg: float, by: Carried, *, water_kg_m3: float = 1000.0) -> int:
    """People until the barrels are sunk to a share: floor((n V f ρ − dead) / person), not below 0. Source: hydrostatics."""
    above_zero(barrels=by.barrels, barrel_volume=by.volume_m3, person=person_kg)
    not_below_zero(dead_mass=dead_kg)
    if not 0 < by.sunk_share <= 1:
        raise InvalidInputError("sunk_share", "must be above 0 and at most 1")
    return max(0, math.floor((by.barrels * by.volume_m3 * by.sunk_share * water_kg_m3 - dead_kg) / person_kg + 1e-9))


@positional_value_object
class Stability:
    """Metacentric heights over the barrels' underside (m), draft (m) and the small-angle heel (rad)."""

    gm_m: float
    kb_m: float
    bm_m: float
    kg_m: float
    draft_m: float
    small_heel_rad: float


def stability(barrels: Barrels, masses: Sequence[Mass]) -> Stability:
    """KB = r − c³ / (12 A); BM = Σ (L c³ / 12 + L c y²) / V; GM = KB + BM − KG.

    Raises:
        InvalidInputError: No mass.
        OutOfScopeError: It sinks, or has no small-angle heel (GM not above 0).

    Source: hydrostatics.
    """
    total = _total(masses)
    t = draft_m(barrels, total)
    r, length = barrels.radius_m, barrels.length_m
    area, chord, lower = _section(r, t - r)
    kb = r - lower
    second = math.fsum(length * chord**3 / 12 + length * chord * y * y for y in barrels.at_m)
    bm = second / (len(barrels.at_m) * length * area)
    kg = math.fsum(m * h for m, _, h in masses) / total
    gm = kb + bm - kg
    if not gm > 0:
        raise OutOfScopeError("it is not stable upright: it turns over", "barrels farther apart or a lower load")
    return Stability(gm, kb, bm, kg, t, math.atan(abs(math.fsum(m * y for m, y, _ in masses)) / (total * gm)))


def _total(masses: Sequence[Mass]) -> float:
    if not masses or len(masses) > 1000:
        raise InvalidInputError("masses", "needs one mass or more")
    for mass, _, _ in masses:
        above_zero(masses=mass)
    return math.fsum(mass for mass, _, _ in masses)


def heel_rad(barrels: Barrels, masses: Sequence[Mass], endwise: bool = False) -> float | None:
    """The first lean up to 60 degrees at which weight and moment both balance; None: no balance.

    Each barrel's buoyancy acts through its own centre; its immersion is r − (z − y sin θ).

    Args:
        endwise: It leans over the barrels' ends: they come as short slices then, and each slice's buoyancy acts at the centroid
            of what is under water of it, c³ / (12 A) below its centre.

    Raises:
        OutOfScopeError: It sinks.

    Source: hydrostatics, checked by point sampling.
    """
    total = _total(masses)
    draft_m(barrels, total)
    # Upright every barrel carries alike: it leans to the side of the weights, or to the side where a barrel is missing.
    turning = math.fsum(m * y for m, y, _ in masses) - total * math.fsum(barrels.at_m) / len(barrels.at_m)
    sign = 1.0 if turning >= 0 else -1.0
    rows = [(sign * y, count) for y, count in Counter(barrels.at_m).items()]
    loads = [(m, sign * y, h) for m, y, h in masses]
    at_z = _Afloat(barrels, rows, total, endwise=endwise)

    def left_over(theta: float) -> float:
        """Righting less heeling moment (kg m)."""
        sine, cosine, r = math.sin(theta), math.cos(theta), barrels.radius_m
        righting = at_z.righting(sine, cosine)
        return righting - math.fsum(m * (y * cosine + (h - r) * sine) for m, y, h in loads)

    if left_over(0.0) >= -1e-9 * total:
        return 0.0
    bracket = _first_rise(left_over)
    if bracket is None:
        return None
    return _crossing(left_over, *bracket)


def _crossing(rises: Callable[[float], float], low: float, high: float) -> float:
    """Where something passes nothing between two places: by chords, the end that stays drawn in by halves (Illinois)."""
    below, above = rises(low), rises(high)
    for _ in range(60):
        if high - low < 1e-13:
            break
        at = (low * above - high * below) / (above - below)
        here = rises(at)
        if abs(here) < 1e-13 * (above - below):
            return at
        if here < 0:
            low, below, above = at, here, above / 2
        else:
            high, above, below = at, here, below / 2
    return (low + high) / 2


def _first_rise(left_over: Callable[[float], float]) -> tuple[float, float] | None:
    """Two leans between which the moment left over first rises above nothing, also where it only touches it between steps."""
    steps = round(MOST_HEEL_RAD / STEP_RAD)
    before, here = -math.inf, left_over(0.0)
    for k in range(1, steps + 1):
        after = left_over(k * STEP_RAD)
        if after >= 0:
            return (k - 1) * STEP_RAD, k * STEP_RAD
        if before < here > after:  # a crest below nothing: the true one, between the steps, may reach it
            low, high = max(0, k - 2) * STEP_RAD, k * STEP_RAD
            top = _crest(left_over, low, high)
            if left_over(top) >= 0:
                return low, top
        before, here = here, after
    return None


def _crest(rises: Callable[[float], float], low: float, high: float) -> float:
    """Where something that rises and falls again is greatest."""
    for _ in range(30):
        a, b = low + (high - low) / 3, high - (high - low) / 3
        low, high = (a, high) if rises(a) < rises(b) else (low, b)
    return (low + high) / 2


class _Afloat:
    """How high the axes stand over the water at a lean, found again from where they stood at the one before."""

    def __init__(self, barrels: Barrels, rows: Sequence[tuple[float, int]], total_kg: float, *, endwise: bool) -> None:
        self._rows, self._total, self._endwise = rows, total_kg, endwise
        self._radius, self._per_m2 = barrels.radius_m, barrels.water_kg_m3 * barrels.length_m
        self._reach = max(abs(y) for y, _ in rows) + 2 * barrels.radius_m
        self._z = 0.0

    def righting(self, sine: float, cosine: float) -> float:
        """What the lift does about the middle at a lean (kg m), the middle line as high as the weight lets it."""
        z, tilt = self._solve(sine, cosine), cosine if self._endwise else 1.0
        found = 0.0
        for y, n in self._rows:
            area, _, lower = _section(self._radius, (y * sine - z) / tilt)
            found += n * (self._per_m2 * area) * (y * cosine - (lower * sine if self._endwise else 0.0))
        return found

    def _solve(self, sine: float, cosine: float) -> float:
        """Height of the middle line at which the barrels carry the weight: Newton's steps kept inside a bracket."""
        tilt, radius, rows = cosine if self._endwise else 1.0, self._radius, self._rows
        low, high, z = -self._reach, self._reach, self._z
        for _ in range(80):
            lift = slope = 0.0
            for y, n in rows:
                area, chord = _immersed(radius, (y * sine - z) / tilt)
                lift += n * area
                slope += n * chord
            over, slope = self._per_m2 * lift - self._total, self._per_m2 * slope / tilt
            low, high = (z, high) if over > 0 else (low, z)
            if abs(over) < 1e-10 * self._total:
                break
            z = z + over / slope if slope > 0 else low
            if not low < z < high:
                z = (low + high) / 2
        self._z = z
        return z


def edge_rad(freeboard_m: float, half_beam_m: float) -> float:
    """Lean at which the edge goes under, by geometry alone: optimistic. Source: geometry."""
    not_below_zero(freeboard=freeboard_m)
    above_zero(half_beam=half_beam_m)
    return math.atan2(freeboard_m, half_beam_m)
