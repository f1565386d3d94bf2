"""Gable roofs on posts: rafters and ridge, what ties them, sheets, screws, gutters, and a strip of shade cloth."""

import math
from typing import Literal

from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

TIE_SHARE = 1 / 3
"""A tie lies in the lowest third of the roof's height, else it holds no eaves. Source: irc: R802.5.2 (from memory, high)."""
Ridge = Literal["board", "beam"]
RIDGES: tuple[Ridge, ...] = ("board", "beam")


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def _pitched(pitch_rad: float) -> None:
    if not 0 < pitch_rad < math.pi / 2:
        raise InvalidInputError("pitch", "must be above 0 and under 90 degrees")


@value_object
class Gable:
    """A gable's rafter (m, rad): width over the beams' outer faces, pitch, depth, level seat, ridge's thickness, overhang."""

    width_m: float
    pitch_rad: float
    depth_m: float
    seat_m: float
    beam_top_m: float
    ridge_m: float = 0.0
    overhang_m: float = 0.0

    @property
    def rise_m(self) -> float:
        """Over half of the width."""
        return self.width_m / 2 * math.tan(self.pitch_rad)

    @property
    def rafter_m(self) -> float:
        """From the beam's outer face to the ridge's face, along the slope."""
        return (self.width_m / 2 - self.ridge_m / 2) / math.cos(self.pitch_rad)

    @property
    def tail_m(self) -> float:
        """Along the slope."""
        return self.overhang_m / math.cos(self.pitch_rad)

    @property
    def above_m(self) -> float:
        """From the beam's top up to the rafter's top edge over its outer face."""
        return self.depth_m / math.cos(self.pitch_rad) - self.seat_m * math.tan(self.pitch_rad)

    @property
    def ridge_top_m(self) -> float:
        """The rafter's top edge at the ridge's face, over the floor."""
        return self.beam_top_m + self.above_m + (self.width_m / 2 - self.ridge_m / 2) * math.tan(self.pitch_rad)

    @property
    def notch_share(self) -> float:
        """Of the rafter's depth that its seat takes."""
        return self.seat_m * math.sin(self.pitch_rad) / self.depth_m


def checked_gable(gable: Gable) -> Gable:
    """The gable, or why it is none. Raises InvalidInputError."""
    _positive(width=gable.width_m, rafter_depth=gable.depth_m)
    _pitched(gable.pitch_rad)
    if min(gable.seat_m, gable.beam_top_m, gable.overhang_m) < 0:
        raise InvalidInputError("seat", "must be 0 or more")
    if not 0 <= gable.ridge_m < gable.width_m:
        raise InvalidInputError("ridge", "must be 0 or more and less than the width")
    return gable


@value_object
class GableTie:
    """What keeps a pair of rafters from spreading (N, N m of a pair)."""

    tie_n: float
    ridge_n: float
    rafter_n_m: float
    at_tie_n_m: float


def gable_tie(width_m: float, pitch_rad: float, line_n_per_m: float, *, tie_m: float, ridge: Ridge) -> GableTie:
    """A tie at the beams' level or a little above, or a ridge beam on posts that takes half of the load.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: A tie above the lowest third.

    Source: statics: three pins.
    """
    _positive(width=width_m)
    _pitched(pitch_rad)
    if line_n_per_m < 0 or tie_m < 0:
        raise InvalidInputError("line", "must be 0 or more")
    half, slope = width_m / 2, math.tan(pitch_rad)
    high, w = half * slope, line_n_per_m
    if ridge == "beam":
        return GableTie(tie_n=0.0, ridge_n=w * half, rafter_n_m=w * half**2 / 8, at_tie_n_m=0.0)
    if tie_m > TIE_SHARE * high + 1e-9:
        raise OutOfScopeError("a collar tie above the lowest third holds no eaves", "ties lower down, or a ridge beam")
    tie = w * width_m**2 / (8 * (high - tie_m))
    at = tie_m / slope

    def moment(x: float) -> float:
        return w * half * x - w * x**2 / 2 - (tie * (x - at) * slope if x > at else 0.0)

    peak = (w * half - tie * slope) / w if w else 0.0
    return GableTie(
        tie_n=tie,
        ridge_n=0.0,
        rafter_n_m=max(moment(at), moment(min(half, max(at, peak)))),
        at_tie_n_m=moment(at),
    )


@value_object
class RectSheets:
    """Sheets over a rectangular slope: strips along the eave, sheets up each, what the last strip covers (m)."""

    strips: int
    each: int
    last_strip_m: float


def rect_sheets(
    eave_m: float, slope_m: float, cover_m: float, *, sheet_m: float, laps_m: tuple[float, float]
) -> RectSheets:
    """Whole sheets, lapped at their ends and sides. Source: geometry.

    Args:
        laps_m: At the ends, and once at the side.
    """
    _positive(eave=eave_m, slope=slope_m, cover=cover_m, sheet=sheet_m)
    end, side = laps_m
    if not (0 <= end < sheet_m and side >= 0):
        raise InvalidInputError("end_lap", "must be 0 or more and less than a sheet")
    strips = max(1, math.ceil((eave_m - side) / cover_m - 1e-9))
    each = max(1, math.ceil((slope_m - end) / (sheet_m - end) - 1e-9))
    return RectSheets(strips=strips, each=each, last_strip_m=eave_m - (strips - 1) * cover_m)


GUTTERS = {"half round": 2.78e-5, "box": 3.48e-5}
"""L/s of an eaves gutter by its section in mm², level. Source: EN 12056-3 (from memory, medium)."""
GUTTER_SHARE = 0.9
ROUGH_MM, PIPE = 0.25, 2.5e-4


def gutter_m3_per_s(section_m2: float, shape: str, runs: int) -> float:
    """What a level eaves gutter carries to its outlets. Source: EN 12056-3 (from memory, medium)."""
    _positive(gutter=section_m2)
    if shape not in GUTTERS:
        raise InvalidInputError("shape", f"must be one of: {', '.join(GUTTERS)}")
    if runs < 1:
        raise InvalidInputError("runs", "must be 1 or more")
    return float(GUTTER_SHARE * GUTTERS[shape] * (section_m2 * 1e6) ** 1.25 * runs / 1000)


def downpipe_m3_per_s(diameter_m: float, filling: float) -> float:
    """What a round downpipe carries. Source: EN 12056-3, Wyly–Eaton (from memory, medium)."""
    _positive(diameter=diameter_m)
    if not 0 < filling <= 1:
        raise InvalidInputError("filling", "must be above 0 and at most 1")
    return float(PIPE * ROUGH_MM**-0.167 * (diameter_m * 1000) ** 2.667 * filling**1.667 / 1000)


def strip_pull_n_per_m(pressure_pa: float, span_m: float, sag_m: float) -> tuple[float, float]:
    """Pull of a strip of cloth (N/m), a lower bound, and its slope at the edge. Source: statics: a parabola."""
    _positive(span=span_m, sag=sag_m)
    if pressure_pa < 0:
        raise InvalidInputError("pressure", "must be 0 or more")
    return pressure_pa * span_m**2 / (8 * sag_m), 4 * sag_m / span_m
