"""Plumb boards on rails: side by side, with even gaps, lapped on one face, or on both faces."""

import itertools
import math
from collections.abc import Sequence

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError
from steady.layout.infill import between_end_gaps, last_board, overlapped
from steady.layout.visibility import view_between
from steady.structures.fence.infills.option import (
    RIP_LEAST_M,
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
from steady.units.show import Tape

MIDDLES = ("board on the middle", "gap on the middle", "even ends")


class BoardsOnRails(InfillOption):
    """What all plumb boards have in common; a stretch too narrow for a pattern is butted."""

    def layout(self, spec: FenceSpec) -> tuple[bool, bool]:
        """Rails on the posts' face where they stand on edge there."""
        return spec.rail_laid == "on edge", spec.rail_laid != "flat"

    def rows(self, spec: FenceSpec, stick: SectionItem) -> InfillRows:
        """Rails evenly between the lowest and the highest."""
        step_m = (spec.height_m - 2 * spec.rail_inset_m) / (spec.rails_count - 1)
        return InfillRows(spec.rails_count, spec.rail_inset_m, step_m, *self.layout(spec))

    def board_rows(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """The pattern, or butted boards where there is no room for it."""
        return self.pattern(spec, run_m, board_m) if run_m > 2 * board_m else butted(run_m, board_m)

    def pattern(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """Boards of a stretch that is wider than two boards."""
        return butted(run_m, board_m)

    def solid_ratio(self, case: FenceCase) -> float:
        """All of it."""
        return 1.0

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """None."""
        return 0.0, "gap between boards"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Nothing is seen through closed boards."""
        return None

    def section(self, case: FenceCase, runs: Sequence[BoardStretch], shown: int) -> tuple[list[SectionBar], float]:
        """Boards of the longest stretch, each layer at its depth."""
        if not runs:
            return [], 0.0
        board, rail = case.timber.board, case.timber.rail
        run = max(runs, key=lambda r: r.to_m - r.from_m)
        deep = {0: 0.0, 1: board.thickness_m, 2: -(rail.width_m + board.thickness_m)}
        places = sorted(
            (row.first_m + k * row.pitch_m, deep[row.layer], row.width_m)
            for row in self.board_rows(case.spec, run.boarded_run_m, board.width_m)
            for k in range(min(row.count, shown))
        )[:shown]
        pitches = [b[0] - a[0] for a, b in itertools.pairwise(places)]
        bars = [SectionBar((at, y), wide_m, board.thickness_m) for at, y, wide_m in places]
        return bars, max(pitches, default=board.width_m)

    def stiffeners(self, spec: FenceSpec, stick: SectionItem, bay_m: float) -> int:
        """None: rails stand behind the boards."""
        return 0

    def refuse(self, case: FenceCase) -> None:
        """Nothing: boards fit every rail."""

    def notes(self, case: FenceCase, runs: Sequence[BoardStretch]) -> list[str]:
        """Nothing to set out beyond the board itself, unless it begins from the middle."""
        lengths = _lengths(case, runs)
        return self.pattern_notes(case, lengths) if lengths else []

    def pattern_notes(self, case: FenceCase, lengths: list[float]) -> list[str]:
        """How the pattern comes out over stretches wider than two boards."""
        return []


class Butted(BoardsOnRails):
    """Boards side by side."""

    def pattern(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """From the start with a rip at the end, or from the middle with alike rips."""
        return from_middle(spec, run_m, board_m, gap_m=0.0) if spec.infill.first in MIDDLES else butted(run_m, board_m)

    def pattern_notes(self, case: FenceCase, lengths: list[float]) -> list[str]:
        """First marks from the middle, where it begins there."""
        return middle_notes(self, case, lengths) if case.spec.infill.first in MIDDLES else []


class EvenGaps(BoardsOnRails):
    """Boards with gaps that come out even over each stretch."""

    def pattern(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """A gap at each end, or from the middle with alike rips."""
        count, gap_m = between_end_gaps(run_m, board_m, spec.infill.gap_most_m, end_gap_m=0.0)
        if spec.infill.first in MIDDLES:
            return from_middle(spec, run_m, board_m, gap_m=gap_m)
        return [BoardRow(board_m / 2, board_m + gap_m, count, board_m)]

    def solid_ratio(self, case: FenceCase) -> float:
        """The widest boards' share of any straight: gaps come out no wider than wished."""
        board_m, wish_m = case.timber.board.width_m, case.spec.infill.gap_most_m
        lengths = [straight.length_m for straight in case.spec.straights if straight.length_m > 2 * board_m]
        gaps = [between_end_gaps(run_m, board_m, wish_m, end_gap_m=0.0)[1] for run_m in lengths]
        return board_m / (board_m + min(gaps, default=wish_m))

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        """The widest gap as laid."""
        return max(_gaps_m(case, runs), default=0.0), "gap between boards"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Through the gaps, past the boards' thickness."""
        gap_m = max(_gaps_m(case, runs), default=case.spec.infill.gap_most_m)
        return 0.0, math.atan(gap_m / case.timber.board.thickness_m)

    def pattern_notes(self, case: FenceCase, lengths: list[float]) -> list[str]:
        """Gauge blocks, or first marks from the middle."""
        if case.spec.infill.first in MIDDLES:
            return middle_notes(self, case, lengths)
        board_m, wish_m = case.timber.board.width_m, case.spec.infill.gap_most_m
        gaps = [between_end_gaps(run_m, board_m, wish_m, end_gap_m=0.0)[1] for run_m in lengths]
        return [f"Gaps come out even, {_range(gaps, case.tape)} by stretch: one gauge block for each"]


class Lapped(BoardsOnRails):
    """Every second board laps over its neighbors; `over`: the layer that they lie in."""

    over: int

    def pattern(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        """Two rows, half a pitch apart."""
        laps = overlapped(run_m, board_m, spec.infill.overlap_m)
        pitch_m = board_m - laps.overlap_m
        under, over = (laps.boards + 1) // 2, laps.boards // 2
        return [
            BoardRow(board_m / 2, 2 * pitch_m, under, board_m),
            BoardRow(board_m / 2 + pitch_m, 2 * pitch_m, over, board_m, self.over),
        ]

    def refuse(self, case: FenceCase) -> None:
        """Laps of more than half a board."""
        if 2 * case.spec.infill.overlap_m > case.timber.board.width_m:
            raise InvalidInputError(
                "infill/overlap_m", "must be at most half a board: more would close one side altogether"
            )

    def pattern_notes(self, case: FenceCase, lengths: list[float]) -> list[str]:
        """How far boards lap."""
        board_m = case.timber.board.width_m
        laps = [overlapped(run_m, board_m, case.spec.infill.overlap_m).overlap_m for run_m in lengths]
        return [f"Boards lap {_range(laps, case.tape)} by stretch"]


class BoardOnBoard(Lapped):
    """Laps on one face."""

    over = 1


class BothFaces(Lapped):
    """Boards on both faces of rails as wide as the posts, so that air passes and nobody sees square through."""

    over = 2

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        """Past the laps, slantwise through the rails' depth."""
        return self._view(case, _lengths(case, runs))

    def refuse(self, case: FenceCase) -> None:
        """Rails that are not flat between the posts, as wide as the posts are thick."""
        super().refuse(case)
        spec, timber = case.spec, case.timber
        if spec.rail_laid != "flat" or timber.rail.width_m < timber.post.width_m - 1e-6:
            raise InvalidInputError(
                "infill/style",
                "Boards on both faces need rails laid flat between the posts, as wide as the posts are thick",
            )

    def pattern_notes(self, case: FenceCase, lengths: list[float]) -> list[str]:
        """How far boards lap, what is seen, and how much air passes."""
        [said] = super().pattern_notes(case, lengths)
        view, timber, tape = self._view(case, lengths), case.timber, case.tape
        seen = "Nothing is seen through it from any side"
        if view is not None:
            low, high = math.degrees(view[0]), math.degrees(view[1])
            seen = f"Hidden from square on; seen through from {low:.0f}° to {high:.0f}° off square"
        lap_m = self._least_lap_m(case, lengths)
        slot, run = tape.length(timber.rail.width_m), tape.length(timber.board.width_m - lap_m)
        return [f"{said}. {seen}. Air: a slot of {slot} in every {run} of the run"]

    def _least_lap_m(self, case: FenceCase, lengths: list[float]) -> float:
        wish_m = case.spec.infill.overlap_m
        board_m = case.timber.board.width_m
        return min((overlapped(run_m, board_m, wish_m).overlap_m for run_m in lengths), default=wish_m)

    def _view(self, case: FenceCase, lengths: list[float]) -> Sight | None:
        board, rail = case.timber.board, case.timber.rail
        return view_between(board.width_m, self._least_lap_m(case, lengths), board.thickness_m, between_m=rail.width_m)


def butted(run_m: float, board_m: float) -> list[BoardRow]:
    """Boards side by side, with a rip at the end, or one at each where one would be a sliver."""
    ends = last_board(run_m, board_m, 0.0, rip_least_m=RIP_LEAST_M)
    lead_m = ends.rip_m if ends.rips == 2 else 0.0
    found = [BoardRow(lead_m + board_m / 2, board_m, ends.full, board_m)] if ends.full else []
    if ends.rips == 2:
        found.append(BoardRow(lead_m / 2, 0.0, 1, lead_m))
    if ends.rips and ends.rip_m > SLIM_M:
        found.append(BoardRow(run_m - ends.rip_m / 2, 0.0, 1, ends.rip_m))
    return found


def from_middle(spec: FenceSpec, run_m: float, board_m: float, *, gap_m: float) -> list[BoardRow]:
    """A board or a gap on the middle of the stretch, alike rips at both ends; even ends takes the wider ones."""
    pitch_m = board_m + gap_m
    found: list[tuple[float, list[BoardRow]]] = []
    for middle in MIDDLES[:2]:
        from_m = board_m / 2 if middle.startswith("board") else -gap_m / 2
        each = max(0, math.floor((run_m / 2 - from_m + 1e-9) / pitch_m))
        count = 2 * each + int(middle.startswith("board"))
        over_m = (run_m - count * board_m - (count - 1) * gap_m) / 2 - gap_m
        rows = [BoardRow(run_m / 2 - (count - 1) * pitch_m / 2, pitch_m, count, board_m)] if count else []
        if over_m > SLIM_M:
            rows += [BoardRow(over_m / 2, 0.0, 1, over_m), BoardRow(run_m - over_m / 2, 0.0, 1, over_m)]
        if spec.infill.first == middle:
            return rows
        found.append((over_m if over_m > SLIM_M else board_m, rows))
    return max(found, key=lambda made: made[0])[1]


def middle_notes(option: InfillOption, case: FenceCase, lengths: list[float]) -> list[str]:
    """Where the first marks are from the middle of each stretch, and how wide its end pieces come out."""
    board_m, tape = case.timber.board.width_m, case.tape
    said = []
    for run_m in lengths[:4]:
        rows = option.board_rows(case.spec, run_m, board_m)
        full = rows[0]
        ends = [row.width_m for row in rows if row.count == 1 and row.width_m < board_m - SLIM_M]
        first_m = min((abs(full.first_m + k * full.pitch_m - run_m / 2) for k in range(full.count)), default=0.0)
        piece = f", end pieces {tape.length(ends[0])}" if ends else ", no end pieces"
        slim = ": a sliver, shift by half a board" if ends and ends[0] < RIP_LEAST_M else ""
        said.append(
            f"Stretch of {tape.distance(run_m)}: first board's middle {tape.length(first_m)} from its middle{piece}{slim}"
        )
    return said


def _lengths(case: FenceCase, runs: Sequence[BoardStretch]) -> list[float]:
    return [run.boarded_run_m for run in runs if run.boarded_run_m > 2 * case.timber.board.width_m]


def _gaps_m(case: FenceCase, runs: Sequence[BoardStretch]) -> list[float]:
    board_m, wish_m = case.timber.board.width_m, case.spec.infill.gap_most_m
    return [between_end_gaps(run_m, board_m, wish_m, end_gap_m=0.0)[1] for run_m in _lengths(case, runs)]


def _range(values_m: list[float], tape: Tape) -> str:
    low, high = tape.length(min(values_m)), tape.length(max(values_m))
    return low if low == high else f"{low} to {high}"
