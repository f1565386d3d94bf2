"""As built against as planned: one measured value beside its plan, inside tolerance or not."""

from dataclasses import dataclass
from typing import Literal

from steady.measure.units import IN

TOLERANCES_M = {
    "stands at": IN / 4,
    "plumb along": IN / 4,
    "plumb across": IN / 4,
    "hole depth": IN,
    "cut height": IN / 8,
    "latch edge": IN / 4,
}
"""Usual tolerances [common practice, no source]; a hole may be deeper, never shallower, by more.
A latch edge is measured down from the mark made when the leaf was hung."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Compared:
    """A measured value beside its plan. `off_m` is measured less planned."""

    what: str
    planned_m: float
    measured_m: float
    off_m: float
    tolerance_m: float
    verdict: Literal["inside", "outside"]


def compare(what: str, planned_m: float, measured_m: float) -> Compared:
    """Compare one value; an unknown kind has no tolerance and is outside unless equal."""
    tolerance_m = TOLERANCES_M.get(what, 0.0)
    off_m = measured_m - planned_m
    good = abs(off_m) <= tolerance_m + 1e-9
    if what == "hole depth":
        good = off_m >= -tolerance_m - 1e-9
    if what == "latch edge":
        # Not how far off the reckoning, but how much the latch still forgives.
        good = measured_m <= tolerance_m + 1e-9
    return Compared(
        what=what,
        planned_m=planned_m,
        measured_m=measured_m,
        off_m=off_m,
        tolerance_m=tolerance_m,
        verdict="inside" if good else "outside",
    )
