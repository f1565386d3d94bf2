"""What the checks of a fence share: the loads, the timbers, and the list that findings go on."""

from collections.abc import Hashable
from dataclasses import dataclass, field
from typing import Any

from steady.design_codes.results import WindOnFence
from steady.errors import OutOfScopeError
from steady.footings.depth import Depth
from steady.plan.model import Basis, TypicalPractice, UncheckedItem
from steady.structures.check_collector import CheckCollector
from steady.structures.gate.arch import HighWind
from steady.structures.gate.hinges import PullOnPost
from steady.structures.gate.slam_impact import Slam
from steady.value_objects import positional_value_object


@positional_value_object
class LineWind:
    """Wind along the line, or why there is none."""

    wind: WindOnFence | None
    zones: tuple[tuple[float, float, float], ...]
    refused: OutOfScopeError | None

    def within_run(self, pressure_pa: float) -> bool:
        """Whether a pressure is no more than the code's own away from ends and corners (Pa)."""
        return self.wind is not None and pressure_pa <= self.wind.run_pa * 1.001


@dataclass(slots=True)
class KeptAlike:
    """What posts and bays came to, by all that each was calculated from: those that are alike are calculated once."""

    posts: dict[Hashable, Any] = field(default_factory=dict)
    rails: dict[Hashable, Any] = field(default_factory=dict)
    holds: dict[Hashable, Any] = field(default_factory=dict)

    def forget(self, most: int) -> None:
        """Whatever there is more of than that is calculated anew: a pull goes on for as long as somebody likes."""
        for kept in (self.posts, self.rails, self.holds):
            if len(kept) > most:
                kept.clear()


@positional_value_object
class FixedFindings:
    """What stays as it is wherever posts of a line are held: the wind on it, and what alike posts and bays came to there."""

    loads: LineWind
    alike: KeptAlike


@dataclass(slots=True, kw_only=True)
class FenceCheckCollector(CheckCollector):
    """Checks and gaps of a fence as they are found, and each post's embedment."""

    alike: KeptAlike = field(default_factory=KeptAlike)
    practice: list[TypicalPractice] = field(default_factory=list)
    embedment_m: dict[str, float] = field(default_factory=dict)
    governs: dict[str, str] = field(default_factory=dict)
    depths: dict[str, Depth] = field(default_factory=dict)
    pulls: dict[str, tuple[PullOnPost, ...]] = field(default_factory=dict)
    slams: dict[str, Slam] = field(default_factory=dict)
    rise_m: dict[str, float] = field(default_factory=dict)
    high: dict[str, HighWind] = field(default_factory=dict)
    extra_m: dict[str, float] = field(default_factory=dict)
    """How much higher than the boards' own height a post's bays stand to the wind: base boards, a straight top over a dip."""


def gap(key: str, about: str, refused: OutOfScopeError, *, case: str = "") -> UncheckedItem:
    """A calculated check that a rule did not reach."""
    return UncheckedItem(
        key=key,
        about=about,
        basis=Basis.CALCULATED,
        case=case,
        reason=refused.reason,
        would_have_to_change=refused.would_have_to_change,
    )
