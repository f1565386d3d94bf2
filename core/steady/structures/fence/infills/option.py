"""What every infill answers, and the table of them. One that leaves a question unanswered does not load."""

from abc import ABC, abstractmethod
from collections.abc import Sequence

from steady.catalog.items import SectionItem
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.infill_traits import TRAITS, Style
from steady.value_objects import positional_value_object

RIP_LEAST_M = 0.0508
SLIM_M = 0.0001
Sight = tuple[float, float]
"""Flattest and steepest angle off square (rad) from which one sees through."""


@positional_value_object
class BoardRow:
    """Boards alike along a stretch: middle of the first from its start, pitch, number, width, and the layer they stand in.

    Layer 0 stands on the rails, 1 over it, 2 on the rails' other face.
    """

    first_m: float
    pitch_m: float
    count: int
    width_m: float
    layer: int = 0


@positional_value_object
class InfillRows:
    """Rails, slats or louvres of a bay: how many, the first one's middle above the infill's bottom, and the step up (m).

    `on_face`: on the posts' face; else between the posts. `upright`: on their narrow edge; else flat. `tilt_rad`: louvres, from
    lying flat.
    """

    count: int
    first_m: float
    step_m: float
    on_face: bool
    upright: bool
    tilt_rad: float | None = None

    def deep_m(self, stick: SectionItem) -> float:
        """How much of the height one takes, untilted."""
        return stick.width_m if self.upright else stick.thickness_m


@positional_value_object
class SectionBar:
    """One board or slat cut through: its middle, width, thickness and tilt (m, rad)."""

    middle: tuple[float, float]
    wide_m: float
    thick_m: float
    tilt_rad: float = 0.0


class InfillOption(ABC):
    """One way to close a fence's bays."""

    @abstractmethod
    def layout(self, spec: FenceSpec) -> tuple[bool, bool]:
        """Whether its rails (slats, louvres) lie on the posts' face, and whether they stand on their narrow edge."""

    @abstractmethod
    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """How rails are stacked in a bay, or what lies there instead of them.

        Raises:
            InvalidInputError: The height, or a gap, does not come out.
        """

    @abstractmethod
    def board_rows(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """Plumb boards of a stretch so long; none for an infill without boards."""

    @abstractmethod
    def solid_ratio(self, case: FenceCase) -> float:
        """Share of the face that it closes by itself, square on, without rails and posts."""

    @abstractmethod
    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """The widest opening in it as laid (m), and what that is called; 0 where there is none."""

    @abstractmethod
    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """From where one sees through; None: from nowhere, or nobody can say."""

    @abstractmethod
    def section(self, case: FenceCase, runs: Sequence[BoardStretch], shown: int) -> tuple[list[SectionBar], float]:
        """Some of its pieces cut through, and the pitch of its pattern (m); nothing for what has no sticks."""

    @abstractmethod
    def stiffeners(self, spec: FenceSpec, stick: SectionItem, bay_m: float) -> int:
        """Plumb stiffeners behind one bay, evenly."""

    @abstractmethod
    def refuse(self, case: FenceCase) -> None:
        """Refuse what cannot be built of these sticks.

        Raises:
            InvalidInputError: The field, and what would do.
        """

    @abstractmethod
    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """What the crew sets its blocks and gauges by, and what can be seen through the fence."""


OPTIONS: dict[Style, InfillOption] = {}


def register(key: Style, option: InfillOption) -> None:
    """Put an infill into the table.

    Raises:
        LookupError: Its facts are not in the table of traits.
    """
    if key not in TRAITS:
        raise LookupError(f"{key}: an infill needs its traits first")
    OPTIONS[key] = option
