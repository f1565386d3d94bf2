"""What is bought ready: welded panels and rolls of mesh on the posts, and made panels between them."""

import math
from collections.abc import Sequence

from steady.catalog.items import SectionItem
from steady.data.loader import TableRow, keyed
from steady.errors import InvalidInputError
from steady.layout.mesh import solidity
from steady.structures.fence.infills.option import BoardRow, InfillOption, InfillRows, SectionBar, Sight
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.steel_tubes import is_tube


class Bought(InfillOption):
    """No boards, no pattern of sticks, nothing to stiffen."""

    def layout(self, spec: FenceSpec) -> tuple[bool, bool]:
        """As rails are laid."""
        return spec.rail_laid == "on edge", spec.rail_laid != "flat"

    def board_rows(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """No plumb boards."""
        return []

    def section(self, case: FenceCase, runs: Sequence[BoardStretch], shown: int) -> tuple[list[SectionBar], float]:
        """No sticks to cut through."""
        return [], 0.0

    def stiffeners(self, spec: FenceSpec, stick: SectionItem, bay_m: float) -> int:
        """None."""
        return 0


class Wire(Bought):
    """Welded panels or a roll of mesh, hung on the posts."""

    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """A timber rail along its top, only so that it is seen."""
        deep_m = stick.thickness_m if spec.rail_laid == "flat" else stick.width_m
        return InfillRows(int(spec.infill.sight_rail), spec.height_m - deep_m / 2, 0.0, *self.layout(spec))

    def solid_ratio(self, case: FenceCase) -> float:
        """Wires both ways over their openings."""
        if case.timber.stock is None:
            return 1.0
        wire = case.timber.stock.thickness_m / case.spec.infill.mesh_m
        return min(1.0, 1 - (1 - wire) ** 2)

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """Its opening."""
        return case.spec.infill.mesh_m, "opening of the wire"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """From everywhere."""
        return 0.0, math.radians(89)

    def refuse(self, case: FenceCase) -> None:
        """Wire that is lower than the fence, or thicker than its openings."""
        spec, stock = case.spec, case.timber.stock
        if stock is None:
            return
        if spec.height_m > stock.width_m + 1e-6:
            tall = case.tape.length(stock.width_m)
            raise InvalidInputError(
                "height_m", f"The wire bought is only {tall} high: lower the fence or pick a higher one"
            )
        if spec.infill.mesh_m <= stock.thickness_m:
            raise InvalidInputError("infill/mesh_m", "The openings are no wider than the wire")

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """Which side, which way up, how it is cut."""
        upright = case.spec.infill.mesh_upright
        way = "long openings upright" if upright else "long openings level"
        small = ", the small ones at the bottom" if upright else ""
        return [f"Wire on the side that the animals push from, {way}{small}; cut on a wire, ends bent back"]


class ChainLink(Wire):
    """Woven mesh on steel posts under a steel top rail."""

    def layout(self, spec: FenceSpec) -> tuple[bool, bool]:
        """A tube between the posts, as deep as it is wide."""
        return False, True

    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """The top rail, flush with the mesh's top."""
        return InfillRows(1, spec.height_m - stick.width_m / 2, 0.0, *self.layout(spec))

    def solid_ratio(self, case: FenceCase) -> float:
        """Its wires over its openings, the weave's overlaps left out. Source: geometry."""
        if case.timber.stock is None:
            return 1.0
        return solidity(case.timber.stock.thickness_m, case.spec.infill.mesh_m, case.spec.infill.mesh_m)

    def refuse(self, case: FenceCase) -> None:
        """Posts and rails that are no steel tubes of the list."""
        super().refuse(case)
        refuse_wood(("post", case.timber.post), ("rail", case.timber.rail))

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """How it is pulled, and what a screen on it does."""
        return [
            "Mesh outside the posts, pulled tight from bar to bar; smooth edge up under 6 ft (1.8 m), ties turned in",
            "A screen or slats hung on it later multiply the wind by 4 to 6: posts and footings are for bare mesh",
        ]


class MadePanels(Bought):
    """Panels between posts a panel apart; what they bear is their maker's to say."""

    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """No rails of ours."""
        return InfillRows(0, 0.0, 0.0, False, False)

    def solid_ratio(self, case: FenceCase) -> float:
        """Counted as closed."""
        return 1.0

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """None that is known."""
        return 0.0, "gap in the panel"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Not known."""
        return None

    def refuse(self, case: FenceCase) -> None:
        """Panels lower than the fence, or bays that are not a panel wide."""
        spec, stock = case.spec, case.timber.stock
        if stock is not None and spec.height_m > stock.width_m + 1e-6:
            raise InvalidInputError(
                "height_m", "The panel bought is lower than this: lower the fence or pick a higher panel"
            )
        if spec.bays != "panels":
            raise InvalidInputError("bays", "Bought panels stand between posts a panel apart: space the bays in panels")

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """None beyond the maker's own."""
        return []


class MetalPanels(MadePanels):
    """Made panels of pickets and rails of metal, between posts of steel tube."""

    def solid_ratio(self, case: FenceCase) -> float:
        """As its maker's data say. Source: data/made_panels.csv."""
        return self._row(case).number("closed_ratio")

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """Between its pickets."""
        return self._row(case).number("gap_m"), "gap between the panel's pickets"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """From nearly everywhere."""
        return 0.0, math.radians(80)

    def refuse(self, case: FenceCase) -> None:
        """Posts that are no steel tubes of the list, besides what no panel is."""
        super().refuse(case)
        refuse_wood(("post", case.timber.post))
        self._row(case)

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """Where the ground falls more along a panel than its pickets turn, and how it is held."""
        rake_m, tape = self._row(case).number("rake_m"), case.tape
        said = [f"Panels rake up to {tape.length(rake_m)} in their own length: pickets stay plumb"]
        steep = [bay for run in runs for bay in run.bays if abs(bay.grade) * bay.width_m > rake_m + 1e-6]
        if steep:
            said.append(f"{len(steep)} bays fall more than that: step them, or shorten the panels there")
        return [*said, "Each panel hangs in four brackets; one end of each rail slides, for heat"]

    def _row(self, case: FenceCase) -> TableRow:
        stock = case.timber.stock
        row = keyed("made_panels").get(stock.key) if stock is not None else None
        if row is None:
            raise InvalidInputError("infill/stock", "How open this panel is, and how far it rakes, is not entered")
        return row


PVC_PER_K, WARMER_K, COLDER_K = 60e-6, 40.0, 30.0
"""Rigid PVC moves so much a kelvin; from the day it is hung to the hottest in the sun, and to the coldest [common practice]."""


class VinylPanels(MetalPanels):
    """Panels of vinyl in routed posts over a steel core, which carries all of the wind."""

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Through pickets; not through a solid one."""
        return (0.0, math.radians(60)) if self._row(case).number("closed_ratio") < SOLID_RATIO else None

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """How far it rakes, and what its rails need at their ends."""
        tape, rake_m = case.tape, self._row(case).number("rake_m")
        room, draws = (tape.length(PVC_PER_K * case.spec.panel_m * by / 2) for by in (WARMER_K, COLDER_K))
        rakes = (
            f"Panels rake up to {tape.length(rake_m)}"
            if rake_m
            else "Solid panels do not rake: step them on falling ground"
        )
        steep = [bay for run in runs for bay in run.bays if abs(bay.grade) * bay.width_m > rake_m + 1e-3]
        return [
            rakes + (f"; {len(steep)} bays fall more than that" if rake_m and steep else ""),
            f"Each rail's end keeps {room} of room in its post for heat and draws back {draws} in frost; one end is left loose",
            "The vinyl carries no wind: the steel core in each post does, to the bottom of its hole",
        ]


SOLID_RATIO = 0.9
"""A panel so closed is not seen through [our own]."""


def refuse_wood(*sticks: tuple[str, SectionItem]) -> None:
    """Refuse what is no steel tube of the list.

    Raises:
        InvalidInputError: At the stick's field.
    """
    for field, item in sticks:
        if not is_tube(item):
            raise InvalidInputError(
                field, f"This hangs on steel tubes, or posts with a steel core: {item.says} is none. Pick one"
            )


STRIP_M = 0.0381
"""A lattice strip is 1 1/2 in wide [common practice]."""


class LatticePanels(MadePanels):
    """Framed lattice: strips both ways over their openings, upright or on the slant alike."""

    def solid_ratio(self, case: FenceCase) -> float:
        """What two layers of strips cover: 1 − (o / (o + b))². Source: geometry."""
        opening_m = case.spec.infill.mesh_m
        return 1 - (opening_m / (opening_m + STRIP_M)) ** 2

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """Its opening."""
        return case.spec.infill.mesh_m, "opening of the lattice"

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """How open it is, so that the one bought is compared with it."""
        share, (strip, opening) = self.solid_ratio(case), map(case.tape.length, (STRIP_M, case.spec.infill.mesh_m))
        return [f"Lattice of {strip} strips with openings of {opening}: {100 * share:.0f} % solid. Buy none closer"]
