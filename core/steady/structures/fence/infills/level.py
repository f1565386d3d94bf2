"""Level sticks of the rail's stock that close the bay themselves: slats on edge, and tilted louvers between the posts."""

import math
from collections.abc import Sequence

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.infill import SlatScreen, slat_screen
from steady.structures.fence.infills.option import (
    SLIM_M,
    BoardRow,
    InfillOption,
    InfillRows,
    SectionBar,
    Sight,
)
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.units.units import IN, MM

RECHECK_EVERY = 5
"""After so many spacer blocks the height is checked against a mark from the datum [common practice]."""
STIFF_OVER = 30.0
"""A slat longer than this many times its thickness wants a stiffener behind it [our own, on common practice]."""


class SlatInfill(InfillOption):
    """Slats over the fence's height, spaced by a block."""

    def layout(self, spec: FenceSpec) -> tuple[bool, bool]:
        """On the posts' face unless they are asked for between them; always on edge."""
        return spec.rail_laid != "between, on edge", True

    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """From what is left at the bottom, a slat and a spacer at a time."""
        found = screen(spec, stick)
        return InfillRows(
            found.slats, found.left_m + stick.width_m / 2, stick.width_m + found.cut_m, *self.layout(spec)
        )

    def board_rows(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """No plumb boards."""
        return []

    def solid_ratio(self, case: FenceCase) -> float:
        """The slats' share of the height."""
        return screen(case.spec, case.timber.rail).slats * case.timber.rail.width_m / case.spec.height_m

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """The spacer as it is cut."""
        return screen(case.spec, case.timber.rail).cut_m, "gap between slats"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Over and under, past the slats' thickness."""
        rail = case.timber.rail
        return 0.0, math.atan(screen(case.spec, rail).cut_m / rail.thickness_m)

    def section(self, case: FenceCase, runs: Sequence[BoardStretch], shown: int) -> tuple[list[SectionBar], float]:
        """One above the other."""
        rail = case.timber.rail
        pitch_m = rail.width_m + screen(case.spec, rail).cut_m
        return [SectionBar((k * pitch_m, 0.0), rail.width_m, rail.thickness_m) for k in range(shown)], pitch_m

    def stiffeners(self, spec: FenceSpec, stick: SectionItem, bay_m: float) -> int:
        """As many as keep each stretch of slat under what bows."""
        over_m = spec.infill.stiffener_over_m or STIFF_OVER * stick.thickness_m
        return max(0, math.ceil(bay_m / over_m - 1e-9) - 1)

    def refuse(self, case: FenceCase) -> None:
        """Heights at which no spacer comes out even."""
        screen(case.spec, case.timber.rail)

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """Slats a bay, the block, check marks from the datum, stiffeners."""
        spec, timber, tape = case.spec, case.timber, case.tape
        found = screen(spec, timber.rail)
        left = f", {tape.length(found.left_m)} is left at the bottom" if found.left_m > SLIM_M else ""
        said = [f"{found.slats} slats a bay, spacer block {tape.length(found.cut_m)}{left}"]
        pitch_m = timber.rail.width_m + found.cut_m
        checks = range(RECHECK_EVERY, found.slats + 1, RECHECK_EVERY)
        marks = ", ".join(f"{k}th {tape.length(found.left_m + k * pitch_m - found.cut_m)}" for k in checks)
        if marks:
            said.append(
                f"Check marks from the datum, tops of the slats: {marks}. Blocks add up their errors, marks do not"
            )
        most = max((self.stiffeners(spec, timber.rail, bay.width_m) for run in runs for bay in run.bays), default=0)
        if most:
            said.append(
                f"{most} plumb {'stiffener' if most == 1 else 'stiffeners'} behind the slats of the longest bay: they bow"
            )
        return said


class LouverInfill(InfillOption):
    """Louvers between the posts, tilted so that nothing is seen square through."""

    def layout(self, spec: FenceSpec) -> tuple[bool, bool]:
        """Between the posts; tilted, so on no edge."""
        return False, False

    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """Evenly over the height."""
        count, pitch_m = louvers(spec, stick)
        return InfillRows(count, pitch_m / 2, pitch_m, *self.layout(spec), spec.infill.tilt_rad)

    def board_rows(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """No plumb boards."""
        return []

    def solid_ratio(self, case: FenceCase) -> float:
        """Counted as closed: air goes round, whatever the tilt."""
        return 1.0

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """None square on."""
        return 0.0, "gap between louvers"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Nothing square through; along the tilt it depends on where one stands."""
        return None

    def section(self, case: FenceCase, runs: Sequence[BoardStretch], shown: int) -> tuple[list[SectionBar], float]:
        """One above the other, tilted."""
        rail, tilt = case.timber.rail, math.pi / 2 - case.spec.infill.tilt_rad
        _, pitch_m = louvers(case.spec, rail)
        return [SectionBar((k * pitch_m, 0.0), rail.width_m, rail.thickness_m, tilt) for k in range(shown)], pitch_m

    def stiffeners(self, spec: FenceSpec, stick: SectionItem, bay_m: float) -> int:
        """None: each lies in cleats."""
        return 0

    def refuse(self, case: FenceCase) -> None:
        """Nothing: a pitch comes out at every height."""

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """Louvers a bay, their pitch and tilt."""
        spec = case.spec
        count, pitch_m = louvers(spec, case.timber.rail)
        return [
            f"{count} louvres a bay at {case.tape.length(pitch_m)}, tilted {math.degrees(spec.infill.tilt_rad):.0f}° from lying "
            "flat: nothing is seen square through. Upper edge toward the side that must not see in"
        ]


def screen(spec: FenceSpec, stick: SectionItem) -> SlatScreen:
    """Slats over the fence's height; the spacer is cut down to the tape's own mark, what is left stays at the bottom.

    Raises:
        InvalidInputError: No spacer near the wish comes out even.
    """
    wish_m = spec.infill.spacer_m
    mark_m = MM if stick.metric else IN / 16
    try:
        return slat_screen(spec.height_m, stick.width_m, (wish_m / 2, 2 * wish_m), wish_m=wish_m, round_to_m=mark_m)
    except OutOfScopeError:
        message = "No spacer from half to twice this one comes out even at the height: change the spacer or the height"
        raise InvalidInputError("infill/spacer_m", message) from None
    except InvalidInputError:
        raise InvalidInputError("height_m", "is too little for two slats") from None


def louvers(spec: FenceSpec, stick: SectionItem) -> tuple[int, float]:
    """Louvers over the height, and their pitch: as few as leave no view square through.

    Source: workshop geometry: no square-on view when w sin(tilt) + b cos(tilt) reaches the pitch.
    """
    covers_m = stick.width_m * math.sin(spec.infill.tilt_rad) + stick.thickness_m * math.cos(spec.infill.tilt_rad)
    count = math.ceil(spec.height_m / covers_m - 1e-9)
    return count, spec.height_m / count
