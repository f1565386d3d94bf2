"""A straight member over any number of supports, exact: shear, moment and deflection at any point.

Supports are simple (no fixity); ends may overhang; loads are points, even, part and sloping spreads; supports may settle.
The support moments come from the three-moment equations; between breaks, shear and moment are polynomials, so extremes
are found at their roots and not by sampling. Down is positive for loads and deflections; sagging moments are positive.
"""

import itertools
import math
from collections.abc import Sequence
from typing import NamedTuple

from steady.errors import InvalidInputError
from steady.value_objects import positional_value_object, value_object

# Three Gauss points integrate a polynomial of fifth degree exactly; moment times a straight line is of fourth.
_GAUSS = ((-math.sqrt(0.6), 5 / 9), (0.0, 8 / 9), (math.sqrt(0.6), 5 / 9))


@value_object
class PointLoad:
    """A force (N, down positive) at a place along the member."""

    at_m: float
    load_n: float


@value_object
class SpreadLoad:
    """A line load between two places, straight from `start_n_per_m` to `end_n_per_m` (down positive)."""

    from_m: float
    to_m: float
    start_n_per_m: float
    end_n_per_m: float


class BeamSegment(NamedTuple):
    """Between two breaks: V = v0 + v1 x + v2 x², M = m0 + v0 x + v1 x²/2 + v2 x³/3, x from the piece's start."""

    from_m: float
    to_m: float
    m0: float
    v0: float
    v1: float
    v2: float
    slope0: float = 0.0
    y0: float = 0.0

    def shear_n(self, x_m: float) -> float:
        """Shear (N) x_m past the piece's start."""
        return self.v0 + x_m * (self.v1 + x_m * self.v2)

    def moment_n_m(self, x_m: float) -> float:
        """Moment (N m), sagging positive."""
        return self.m0 + x_m * (self.v0 + x_m * (self.v1 / 2 + x_m * self.v2 / 3))


@positional_value_object
class Solved:
    """A solved member."""

    pieces: tuple[BeamSegment, ...]
    reactions_n: tuple[float, ...]
    stiffness_n_m2: float

    def _piece(self, at_m: float) -> BeamSegment:
        for piece in self.pieces:
            if at_m <= piece.to_m + 1e-12:
                return piece
        raise InvalidInputError("at_m", "lies beyond the member's end")

    def shear_n(self, at_m: float) -> float:
        """Shear (N) just right of the previous break at a place along the member."""
        piece = self._piece(at_m)
        return piece.shear_n(at_m - piece.from_m)

    def moment_n_m(self, at_m: float) -> float:
        """Moment (N m), sagging positive."""
        piece = self._piece(at_m)
        return piece.moment_n_m(at_m - piece.from_m)

    def deflection_m(self, at_m: float) -> float:
        """Deflection (m), down positive."""
        piece = self._piece(at_m)
        x = at_m - piece.from_m
        bend = piece.m0 / 2 + x * (piece.v0 / 6 + x * (piece.v1 / 24 + x * piece.v2 / 60))
        return piece.y0 + x * piece.slope0 - x * x * bend / self.stiffness_n_m2

    def deflection_extremes_m(self) -> tuple[float, float]:
        """Least (most upward) and greatest (most downward) deflection along the whole member, at roots of the slope."""
        found = [0.0]
        for piece in self.pieces:
            ends = (0.0, piece.to_m - piece.from_m)
            # The slope's own turns stand where the moment is 0: between them it has one root at most.
            turns = sorted({*ends, *(x for x in _cubic_roots(piece) if ends[0] < x < ends[1])})
            at = [*turns]
            for low, high in itertools.pairwise(turns):
                a, b = self._slope(piece, low), self._slope(piece, high)
                if a * b < 0:
                    # At a turn the deflection is wrong by the square of what its place is wrong by.
                    for _ in range(30):
                        middle = (low + high) / 2
                        if a * self._slope(piece, middle) > 0:
                            low = middle
                        else:
                            high = middle
                    at.append((low + high) / 2)
            found += [self.deflection_m(piece.from_m + x) for x in at]
        return min(found), max(found)

    def _slope(self, piece: BeamSegment, x: float) -> float:
        turned = x * (piece.m0 + x * (piece.v0 / 2 + x * (piece.v1 / 6 + x * piece.v2 / 12)))
        return piece.slope0 - turned / self.stiffness_n_m2

    def moment_extremes_n_m(self) -> tuple[float, float]:
        """Least (most hogging) and greatest (most sagging) moment along the whole member."""
        found = [0.0]
        for piece in self.pieces:
            from_m, to_m, m0, v0, v1, v2, _, _ = piece
            span_m = to_m - from_m
            found.append(m0)
            found.append(piece.moment_n_m(span_m))
            # Most pieces carry an even load: their moment turns where their shear is 0.
            turns = _roots(v2, v1, v0) if v2 else (-v0 / v1,) if v1 else ()
            for x in turns:
                if 0 < x < span_m:
                    found.append(piece.moment_n_m(x))
        return min(found), max(found)

    def shear_extreme_n(self) -> float:
        """Greatest shear, whatever its sign."""
        found = [0.0]
        for piece in self.pieces:
            span_m = piece.to_m - piece.from_m
            at = [0.0, span_m] + ([-piece.v1 / (2 * piece.v2)] if piece.v2 else [])
            found += [abs(piece.shear_n(x)) for x in at if 0 <= x <= span_m]
        return max(found)


def _cubic_roots(piece: BeamSegment) -> tuple[float, ...]:
    """Where the moment of a piece is 0: exact for even loads; for sloping ones between the moment's own turns."""
    if piece.v2 == 0:
        return _roots(piece.v1 / 2, piece.v0, piece.m0)
    span_m = piece.to_m - piece.from_m
    turns = sorted({0.0, span_m, *(x for x in _roots(piece.v2, piece.v1, piece.v0) if 0 < x < span_m)})
    found = []
    for low, high in itertools.pairwise(turns):
        a = piece.moment_n_m(low)
        if a * piece.moment_n_m(high) < 0:
            for _ in range(60):
                middle = (low + high) / 2
                if a * piece.moment_n_m(middle) > 0:
                    low = middle
                else:
                    high = middle
            found.append((low + high) / 2)
    return tuple(found)


def _roots(a: float, b: float, c: float) -> tuple[float, ...]:
    if a == 0:
        return (-c / b,) if b else ()
    inside = b * b - 4 * a * c
    if inside < 0:
        return ()
    q = -(b + math.copysign(math.sqrt(inside), b)) / 2
    return (q / a, c / q) if q else (0.0,)


def solve(
    length_m: float,
    supports_m: Sequence[float],
    loads: Sequence[PointLoad | SpreadLoad],
    *,
    stiffness_n_m2: float,
    settlements_m: Sequence[float] = (),
) -> Solved:
    """Solve a straight member.

    Args:
        length_m: Length, > 0.
        supports_m: Two or more places of support, rising, within the length.
        loads: Points and spreads within the length.
        stiffness_n_m2: E·I, > 0, the same all along.
        settlements_m: How far each support sinks; none: no support does.

    Raises:
        InvalidInputError: Something that cannot be.

    Source: statics, three-moment equations (Clapeyron); tested against a general structural library.
    """
    supports = list(supports_m)
    if not stiffness_n_m2 > 0:
        raise InvalidInputError("stiffness_n_m2", "must be above 0")
    if len(supports) < 2 or [a for a, b in itertools.pairwise(supports) if not b - a > 1e-9]:
        raise InvalidInputError("supports_m", "needs two or more places, in order along the member")
    if not (supports[0] >= -1e-12 and supports[-1] <= length_m + 1e-12):
        raise InvalidInputError("supports_m", "a support lies beyond the member's end")
    sinks = list(settlements_m) or [0.0] * len(supports)
    if len(sinks) != len(supports):
        raise InvalidInputError("settlements_m", "needs one for each support")
    points, spreads = _sorted_loads(loads, length_m)
    ends = {0.0, length_m, *supports}
    for at, _ in points:
        ends.add(at)
    for low, high, _, _ in spreads:
        ends.update((low, high))
    breaks = sorted(ends)
    moments = _support_moments(supports, sinks, (points, spreads), stiffness_n_m2=stiffness_n_m2, length_m=length_m)
    reactions = _reactions(supports, moments, points, spreads=spreads, length_m=length_m)
    pieces = _pieces(breaks, supports, reactions, points=points, spreads=spreads)
    return Solved(
        _with_slopes(pieces, supports, sinks, stiffness_n_m2=stiffness_n_m2), tuple(reactions), stiffness_n_m2
    )


_Spread = tuple[float, float, float, float]


def _sorted_loads(
    loads: Sequence[PointLoad | SpreadLoad], length_m: float
) -> tuple[list[tuple[float, float]], list[_Spread]]:
    points: list[tuple[float, float]] = []
    spreads: list[_Spread] = []
    for load in loads:
        if isinstance(load, PointLoad):
            if not 0 <= load.at_m <= length_m:
                raise InvalidInputError("loads", "a load lies beyond the member's end")
            points.append((load.at_m, load.load_n))
        else:
            if not 0 <= load.from_m < load.to_m <= length_m + 1e-12:
                raise InvalidInputError("loads", "a spread load must start before it ends, within the member")
            spreads.append((load.from_m, load.to_m, load.start_n_per_m, load.end_n_per_m))
    return points, spreads


def _spread_about(spread: _Spread, from_m: float, to_m: float, *, about_m: float) -> tuple[float, float]:
    """Force and moment about a place (arm · force, arm positive to the right) of the part of a spread within a stretch."""
    start_m, end_m, start, end = spread
    low_m = start_m if start_m > from_m else from_m
    high_m = end_m if end_m < to_m else to_m
    if high_m <= low_m:
        return 0.0, 0.0
    span_m = high_m - low_m
    if start == end:
        force = start * span_m
        return force, force * (low_m - about_m) + (start + 2 * start) / 6 * span_m * span_m
    slope = (end - start) / (end_m - start_m)
    w_low, w_high = start + slope * (low_m - start_m), start + slope * (high_m - start_m)
    force = (w_low + w_high) / 2 * span_m
    first = (w_low + 2 * w_high) / 6 * span_m * span_m
    return force, force * (low_m - about_m) + first


def _about(spreads: list[_Spread], from_m: float, to_m: float, *, about_m: float) -> tuple[float, float]:
    """Force and moment of all of them, as `_spread_about`."""
    force = moment = 0.0
    for spread in spreads:
        part, turning = _spread_about(spread, from_m, to_m, about_m=about_m)
        force += part
        moment += turning
    return force, moment


def _support_moments(
    supports: list[float],
    sinks: list[float],
    loads: tuple[list[tuple[float, float]], list[_Spread]],
    *,
    stiffness_n_m2: float,
    length_m: float,
) -> list[float]:
    points, spreads = loads
    count = len(supports)
    moments = [0.0] * count
    first, last = supports[0], supports[-1]
    if first > 0:
        for at, load in points:
            if at < first:
                moments[0] -= load * (first - at)
        moments[0] += _about(spreads, 0.0, first, about_m=first)[1]
    if last < length_m:
        for at, load in points:
            if at > last:
                moments[-1] -= load * (at - last)
        moments[-1] -= _about(spreads, last, length_m, about_m=last)[1]
    if count == 2:
        return moments
    spans = [b - a for a, b in itertools.pairwise(supports)]
    turns = [_end_turns(a, b, points, spreads=spreads) for a, b in itertools.pairwise(supports)]
    # Tridiagonal: L1 M1 + 2 (L1 + L2) M2 + L2 M3 = -6 (turns) - 6 EI (settlement kink); solved by one sweep.
    lower, diagonal, upper, right = [], [], [], []
    for j in range(1, count - 1):
        kink = (sinks[j - 1] - sinks[j]) / spans[j - 1] + (sinks[j + 1] - sinks[j]) / spans[j]
        value = -6 * (turns[j - 1][1] + turns[j][0]) - 6 * stiffness_n_m2 * kink
        value -= spans[j - 1] * moments[0] if j == 1 else 0.0
        value -= spans[j] * moments[-1] if j == count - 2 else 0.0
        lower.append(spans[j - 1])
        diagonal.append(2 * (spans[j - 1] + spans[j]))
        upper.append(spans[j])
        right.append(value)
    for j in range(1, len(diagonal)):
        share = lower[j] / diagonal[j - 1]
        diagonal[j] -= share * upper[j - 1]
        right[j] -= share * right[j - 1]
    for j in range(len(diagonal) - 1, -1, -1):
        after = moments[j + 2] if j < len(diagonal) - 1 else 0.0
        moments[j + 1] = (right[j] - upper[j] * after) / diagonal[j]
    return moments


def _end_turns(
    from_m: float, to_m: float, points: list[tuple[float, float]], *, spreads: list[_Spread]
) -> tuple[float, float]:
    """E·I times the end slopes of one span taken alone: ∫ M (L − x)/L dx and ∫ M x/L dx."""
    span_m = to_m - from_m
    parts = []
    left = right = 0.0
    for s in spreads:
        if s[0] <= from_m and s[1] >= to_m:
            # A load all along the span, even or sloping, has a closed form.
            slope = (s[3] - s[2]) / (s[1] - s[0])
            start, end = s[2] + slope * (from_m - s[0]), s[2] + slope * (to_m - s[0])
            left += span_m**3 * (8 * start + 7 * end) / 360
            right += span_m**3 * (7 * start + 8 * end) / 360
        elif s[0] < to_m and s[1] > from_m:
            parts.append(s)
    for at, load in points:
        if not from_m < at < to_m:
            continue
        x = at - from_m
        y = span_m - x
        left += load * x * y * (span_m + y) / (6 * span_m)
        right += load * x * y * (span_m + x) / (6 * span_m)
    if not parts:
        return left, right
    total_m = [_spread_about(s, from_m, to_m, about_m=from_m) for s in parts]
    reaction = sum(force for force, _ in total_m) - sum(moment for _, moment in total_m) / span_m
    cuts = sorted({from_m, to_m, *(e for s in parts for e in s[:2] if from_m < e < to_m)})
    for a, b in itertools.pairwise(cuts):
        half = (b - a) / 2
        for place, weight in _GAUSS:
            at = (a + b) / 2 + half * place
            moment = reaction * (at - from_m)
            for s in parts:
                if s[0] < at:
                    moment += _spread_about(s, from_m, at, about_m=at)[1]
            share = (at - from_m) / span_m
            left += weight * half * moment * (1 - share)
            right += weight * half * moment * share
    return left, right


def _reactions(
    supports: list[float],
    moments: list[float],
    points: list[tuple[float, float]],
    *,
    spreads: list[_Spread],
    length_m: float,
) -> list[float]:
    reactions = [0.0] * len(supports)
    last = len(supports) - 1
    for j in range(last):
        a, b = supports[j], supports[j + 1]
        span_m = b - a
        force, first = 0.0, 0.0
        for at, load in points:
            if a < at < b:
                force += load
                first += load * (at - a)
        for s in spreads:
            part, about = _spread_about(s, a, b, about_m=a)
            force += part
            first += about
        far = first / span_m + (moments[j] - moments[j + 1]) / span_m
        reactions[j + 1] += far
        reactions[j] += force - far
    # A load on a support goes straight into it; what overhangs into the end support.
    for at, load in points:
        if at <= supports[0]:
            reactions[0] += load
        elif at >= supports[-1]:
            reactions[last] += load
        elif at in supports:
            reactions[supports.index(at)] += load
    if supports[0] > 0:
        reactions[0] += _about(spreads, 0.0, supports[0], about_m=0.0)[0]
    if supports[-1] < length_m:
        reactions[last] += _about(spreads, supports[-1], length_m, about_m=0.0)[0]
    return reactions


_Part = tuple[float, float, float, float, float, float]
"""A piece before its slope and deflection are known: from, to, m0, v0, v1, v2."""


def _pieces(
    breaks: list[float],
    supports: list[float],
    reactions: list[float],
    *,
    points: list[tuple[float, float]],
    spreads: list[_Spread],
) -> list[_Part]:
    shear = moment = 0.0
    made: list[_Part] = []
    jumps: dict[float, float] = {}
    for at, load in points:
        jumps[at] = jumps.get(at, 0.0) - load
    for at, reaction in zip(supports, reactions, strict=True):
        jumps[at] = jumps.get(at, 0.0) + reaction
    for a, b in itertools.pairwise(breaks):
        shear += jumps.get(a, 0.0)
        w0 = w1 = 0.0
        for low, high, start, end in spreads:
            if low <= a and high >= b:
                if start == end:
                    w0 += start
                    continue
                slope = (end - start) / (high - low)
                w0 += start + slope * (a - low)
                w1 += slope
        v1, v2, x = -w0, -w1 / 2, b - a
        made.append((a, b, moment, shear, v1, v2))
        moment += x * (shear + x * (v1 / 2 + x * v2 / 3))
        shear += x * (v1 + x * v2)
    return made


def _with_slopes(
    parts: list[_Part], supports: list[float], sinks: list[float], *, stiffness_n_m2: float
) -> tuple[BeamSegment, ...]:
    """Integrate the curvature twice from the start, then lay the result on the first two supports."""
    slope = y = 0.0
    raw: list[tuple[float, float]] = []
    at_support: dict[float, float] = {supports[0]: 0.0} if parts and parts[0][0] == supports[0] else {}
    for a, b, m0, v0, v1, v2 in parts:
        raw.append((slope, y))
        x = b - a
        y += x * slope - x * x * (m0 / 2 + x * (v0 / 6 + x * (v1 / 24 + x * v2 / 60))) / stiffness_n_m2
        slope -= x * (m0 + x * (v0 / 2 + x * (v1 / 6 + x * v2 / 12))) / stiffness_n_m2
        at_support[b] = y
    first, last = supports[0], supports[-1]
    turn = ((sinks[-1] - sinks[0]) - (at_support[last] - at_support[first])) / (last - first)
    lift = sinks[0] - at_support[first] - turn * first
    return tuple(
        [
            BeamSegment(a, b, m0, v0, v1, v2, s + turn, y0 + lift + turn * a)
            for (a, b, m0, v0, v1, v2), (s, y0) in zip(parts, raw, strict=True)
        ]
    )
