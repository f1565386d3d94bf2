"""Posts and bays of a fence's line, each where it stands."""

import math

from steady.catalog.items import SectionItem
from steady.layout.path import Leg, Path
from steady.structures.fence.spec.fence import FenceSpec, GateOpening
from steady.value_objects import positional_value_object


@positional_value_object
class Post:
    """A post of the line.

    `kind`: end, corner, bend, gate, locked, lift-out, loose (of a lift-out bay), wall, standing (already there), closing (the
    start again, where a loop closes) or line; `opening` for gate posts; `turned_rad`: from its leg's heading, to split a turn.
    """

    id: str
    station_m: float
    kind: str
    leg: Leg
    ground_m: float
    stick: SectionItem
    label: str = ""
    opening: str = ""
    turned_rad: float = 0.0

    @property
    def half_m(self) -> float:
        """From its middle to its face along either straight. Source: geometry: a turned face is met at a slant."""
        return self.stick.width_m / 2 / math.cos(self.turned_rad)

    def askew_rad(self, leg: Leg) -> float:
        """How far it stands turned from a straight's heading, to the nearest quarter: a square post looks alike at each."""
        return math.remainder(self.leg.heading_rad + self.turned_rad - leg.heading_rad, math.pi / 2)

    def face_m(self, leg: Leg, left_m: float, way: float) -> float:
        """From its middle along a straight to the face that meets what runs so far left of the line.

        Args:
            way: 1 for what begins at the post, -1 for what ends there.

        Source: geometry: the face's plane, cut by a line along the straight.
        """
        askew = self.askew_rad(leg)
        return (self.stick.width_m / 2 - way * left_m * math.sin(askew)) / math.cos(askew)

    def corner_m(self, leg: Leg, layer_m: tuple[float, float], way: float) -> float:
        """From its middle along a straight to the first of it that lies in a layer beside the line; 0: nothing of it does.

        Args:
            layer_m: From and to, left of the line; `way`: 1 for what begins at the post, -1 for what ends there.
        """
        half, askew = self.stick.width_m / 2, self.askew_rad(leg)
        turns = [askew + math.pi / 4 + k * math.pi / 2 for k in range(4)]
        ring = [(math.sqrt(2) * half * math.cos(turn), math.sqrt(2) * half * math.sin(turn)) for turn in turns]
        low, high = min(layer_m) + 1e-6, max(layer_m)
        found = [x for x, y in ring if low < y < high]
        for (ax, ay), (bx, by) in zip(ring, [*ring[1:], ring[0]], strict=True):
            found += [ax + (bx - ax) * (y - ay) / (by - ay) for y in (low, high) if min(ay, by) < y < max(ay, by)]
        return max((way * x for x in found), default=0.0)

    @property
    def fixed(self) -> bool:
        """Whether the solver may not move it."""
        return self.kind != "line"


@positional_value_object
class LineBay:
    """What stands between two neighbouring posts: infill, or the opening named.

    `level_m`: height of a stepped bay's infill at its bottom; None where the infill runs with the ground. `line_m`: heights of
    the infill's nominal bottom at both posts where its top runs straight. `lift_out`: the lift-out bay it belongs to.
    """

    id: str
    start: Post
    end: Post
    opening: GateOpening | None = None
    level_m: float | None = None
    line_m: tuple[float, float] | None = None
    lift_out: str = ""

    @property
    def width_m(self) -> float:
        """Level, centre to centre."""
        return self.end.station_m - self.start.station_m

    @property
    def grade(self) -> float:
        """Rise over level of the infill: the ground's between its two posts, 0 where it is stepped."""
        if self.level_m is not None:
            return 0.0
        width_m = self.width_m
        if self.line_m is not None:
            return (self.line_m[1] - self.line_m[0]) / width_m
        return (self.end.ground_m - self.start.ground_m) / width_m if width_m > 0 else 0.0

    def foot_m(self, gap_m: float, station_m: float) -> float:
        """Height of the infill's bottom at a station; `gap_m`: above the ground at raked posts."""
        if self.level_m is not None:
            return self.level_m
        if self.line_m is not None:
            return self.line_m[0] + self.grade * (station_m - self.start.station_m)
        return self.start.ground_m + gap_m + self.grade * (station_m - self.start.station_m)


def bay_id(spec: FenceSpec, bay: LineBay) -> str:
    """The id that checks, drawings and prices of a bay point at: its gate's where it is one."""
    return f"{spec.id}/gate/{bay.opening.id}" if bay.opening is not None else f"{spec.id}/bay/{bay.id}"


@positional_value_object
class SetOut:
    """The line set out."""

    path: Path
    posts: tuple[Post, ...]
    bays: tuple[LineBay, ...]
    blocked: tuple[tuple[float, float, str, float, float], ...]
    conflicts: tuple[str, ...]
    notes: tuple[str, ...]
