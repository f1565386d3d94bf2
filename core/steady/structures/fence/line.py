"""A fence's line where pieces stand beside it: stretches without a break, sides, and points off the line."""

import math
from dataclasses import dataclass

from steady.layout.path import Leg
from steady.plan.model import Vec
from steady.structures.fence.setout import Bay, SetOut
from steady.structures.fence.spec import FenceSpec

UP: Vec = (0.0, 0.0, 1.0)
SAME_LENGTH_M = 0.0254 / 128
"""Pieces closer in length than this are cut alike: under any tape mark [our own]."""


@dataclass(frozen=True, slots=True)
class Stretch:
    """Bays without an opening or corner between them: boards run through from start to end (stations)."""

    leg: Leg
    from_m: float
    to_m: float
    bays: tuple[Bay, ...]


def side(spec: FenceSpec) -> float:
    """+1 where rails and boards stand on the left of the line, −1 on its right."""
    return 1.0 if spec.boards_on == "left" else -1.0


def beside(leg: Leg, station_m: float, offset_m: float) -> tuple[float, float]:
    """The point so far to the left of a station."""
    x_m, y_m = leg.point(station_m)
    return x_m - offset_m * math.sin(leg.heading_rad), y_m + offset_m * math.cos(leg.heading_rad)


def stretches(out: SetOut) -> list[Stretch]:
    """Where boards run through: broken at openings and corners; half a post beyond a free post."""
    found: list[Stretch] = []
    group: list[Bay] = []

    def close() -> None:
        if group:
            leg = group[0].start.leg
            first, last = group[0].start, group[-1].end
            from_m = first.station_m - (
                first.stick.width_m / 2 if first.kind in ("end", "gate") or first.opening else 0.0
            )
            to_m = last.station_m + (last.stick.width_m / 2 if last.kind in ("end", "gate") or last.opening else 0.0)
            found.append(Stretch(leg, from_m, to_m, tuple(group)))
            group.clear()

    for bay in out.bays:
        if bay.opening is not None:
            close()
            continue
        # Stepped panels meet on their post's middle, each with boards of its own.
        stepped = bay.level_m is not None or (group and group[-1].level_m is not None)
        if group and (bay.start.kind == "corner" or stepped):
            close()
        group.append(bay)
    close()
    return found
