"""A fence's line where pieces stand beside it: stretches without a break, sides, and points off the line."""

import math

from steady.catalog.items import SectionItem
from steady.layout.path import Leg
from steady.plan.model import Vec
from steady.structures.fence.layout.stations import LineBay, Post, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.value_objects import positional_value_object

UP: Vec = (0.0, 0.0, 1.0)
SAME_LENGTH_M = 0.0254 / 128
"""Pieces closer in length than this are cut alike: under any tape mark [our own]."""


@positional_value_object
class Faces:
    """What lies beside the line: its nearer and its farther face from the posts' middle, toward the boards' side."""

    near_m: float
    far_m: float


@positional_value_object
class BoardStretch:
    """Bays without an opening or corner between them: boards run through from start to end (stations).

    `start_turn_rad`, `end_turn_rad`: the turn at a corner there, positive toward the boards' side (an inside corner); 0 where
    there is none. `boards` is where the boards lie.
    """

    leg: Leg
    from_m: float
    to_m: float
    bays: tuple[LineBay, ...]
    start_turn_rad: float = 0.0
    end_turn_rad: float = 0.0
    boards: Faces | None = None

    @property
    def boarded_m(self) -> tuple[float, float]:
        """Where boards begin and end (stations)."""
        return self.ends_m(self.boards) if self.boards is not None else (self.from_m, self.to_m)

    @property
    def boarded_run_m(self) -> float:
        """Length that boards cover."""
        from_m, to_m = self.boarded_m
        return to_m - from_m

    def ends_m(self, layer: Faces, landed: bool = False) -> tuple[float, float]:
        """Where pieces of a layer begin and end (stations), corners closed: a straight's end runs past, the next butts against it.

        Args:
            layer: Faces of the pieces.
            landed: At an inside corner the first straight's pieces end on the post's middle, so that they can be screwed to it.

        Source: geometry: faces at a distance d from the line meet d tan(turn / 2) beyond the corner, or short of it inside.
        """
        from_m, to_m = self.from_m, self.to_m
        if self.end_turn_rad:
            share = min(SHARPEST, math.tan(abs(self.end_turn_rad) / 2))
            to_m += share * (layer.far_m if self.end_turn_rad < 0 else 0.0 if landed else -layer.near_m)
        if self.start_turn_rad:
            share = min(SHARPEST, math.tan(abs(self.start_turn_rad) / 2))
            from_m += share * (-layer.near_m if self.start_turn_rad < 0 else layer.far_m)
        return from_m, to_m


SHARPEST = 2.0
"""Sharper corners than this tangent of half the turn are made up by hand."""


FREE = ("end", "gate", "wall", "standing", "lift-out")
PLAY_M = 0.006
"""Play at each side of a bay that lifts out [common practice]."""


def _beyond_m(post: Post) -> float:
    """How far boards run past a post's middle where nothing joins on: to its outer face."""
    return post.stick.width_m / 2 if post.kind in FREE or post.opening else 0.0


def side(spec: FenceSpec) -> float:
    """+1 where rails and boards stand on the left of the line, −1 on its right."""
    return 1.0 if spec.boards_on == "left" else -1.0


def beside(leg: Leg, station_m: float, offset_m: float) -> tuple[float, float]:
    """The point so far to the left of a station."""
    x_m, y_m = leg.point(station_m)
    return x_m - offset_m * math.sin(leg.heading_rad), y_m + offset_m * math.cos(leg.heading_rad)


def stretches(out: SetOut) -> list[BoardStretch]:
    """Where boards run through: broken at openings and corners; half a post beyond a free post."""
    found: list[BoardStretch] = []
    group: list[LineBay] = []

    def close() -> None:
        if group:
            leg = group[0].start.leg
            first, last = group[0].start, group[-1].end
            from_m, to_m = first.station_m - _beyond_m(first), last.station_m + _beyond_m(last)
            if group[0].lift_out:
                from_m, to_m = (
                    first.station_m + first.stick.width_m / 2 + PLAY_M,
                    last.station_m - last.stick.width_m / 2 - PLAY_M,
                )
            found.append(BoardStretch(leg, from_m, to_m, tuple(group)))
            group.clear()

    for bay in out.bays:
        if bay.opening is not None:
            close()
            continue
        # Stepped panels meet on their post's middle, each with boards of its own.
        stepped = bay.level_m is not None or (group and group[-1].level_m is not None)
        broken = group and (bay.lift_out != group[-1].lift_out or (bay.line_m is None) != (group[-1].line_m is None))
        if group and (bay.start.kind == "corner" or stepped or broken):
            close()
        group.append(bay)
    close()
    return found


def set_back_m(case: FenceCase, post: SectionItem) -> float:
    """How far left of the line a post's middle stands: a wider gate post stands back, its face flush where the rails lie."""
    return -side(case.spec) * (post.thickness_m - case.timber.post.thickness_m) / 2


def middle_of(case: FenceCase, post: Post, leg: Leg) -> tuple[float, float]:
    """A post's middle from its station: along another straight that meets it, and to that straight's left (m)."""
    back_m, turn = set_back_m(case, post.stick), post.leg.heading_rad - leg.heading_rad
    return -back_m * math.sin(turn), back_m * math.cos(turn)
