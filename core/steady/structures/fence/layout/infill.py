"""What closes a fence's bays: how rails, slats or louvres are stacked, how much of the face is solid, and what cannot be."""

import math

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.infill import SlatScreen, between_end_gaps, overlapped, slat_screen
from steady.layout.visibility import view_between
from steady.structures.fence.layout.boards import RIP_LEAST_M, SLIM_M, rows_over
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.units.show import Tape
from steady.units.units import IN, MM
from steady.value_objects import positional_value_object

BOARDED = ("butted", "even gaps", "board on board", "both faces")
WIRED = ("stock panels", "wire mesh")
RECHECK_EVERY = 5
"""After so many spacer blocks the height is checked against a mark from the datum [common practice]."""
STIFF_OVER = 30.0
"""A slat longer than this many times its thickness wants a stiffener behind it [our own, on common practice]."""
GROWN = {"nothing": 0.0, "light climbers": 0.5, "heavy climbers": 1.0}
"""Least share of the face that stands to the wind when climbers have grown [our own, on the safe side]."""


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


def layout(spec: FenceSpec) -> tuple[bool, bool]:
    """Whether rails (slats, louvres) lie on the posts' face, and whether they stand on their narrow edge."""
    if spec.infill.style == "louvres":
        return False, False
    if spec.infill.style == "slats":
        return spec.rail_laid != "between, on edge", True
    return spec.rail_laid == "on edge", spec.rail_laid != "flat"


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


def rows(spec: FenceSpec, stick: SectionItem) -> InfillRows:
    """How rails are stacked, or slats where there are no boards."""
    if spec.infill.style == "slats":
        found = screen(spec, stick)
        return InfillRows(found.slats, found.left_m + stick.width_m / 2, stick.width_m + found.cut_m, *layout(spec))
    if spec.infill.style == "louvres":
        count, pitch_m = louvres(spec, stick)
        return InfillRows(count, pitch_m / 2, pitch_m, *layout(spec), spec.infill.tilt_rad)
    if spec.infill.style == "bought panels":
        return InfillRows(0, 0.0, 0.0, False, False)
    if spec.infill.style in WIRED:
        # Wire hangs on the posts; a timber rail along its top only so that it is seen.
        deep_m = stick.thickness_m if spec.rail_laid == "flat" else stick.width_m
        return InfillRows(int(spec.infill.sight_rail), spec.height_m - deep_m / 2, 0.0, *layout(spec))
    step_m = (spec.height_m - 2 * spec.rail_inset_m) / (spec.rails_count - 1)
    return InfillRows(spec.rails_count, spec.rail_inset_m, step_m, *layout(spec))


def louvres(spec: FenceSpec, stick: SectionItem) -> tuple[int, float]:
    """Louvres over the height, and their pitch: as few as leave no view square through.

    Source: workshop geometry: no square-on view when w sin(tilt) + b cos(tilt) reaches the pitch.
    """
    covers_m = stick.width_m * math.sin(spec.infill.tilt_rad) + stick.thickness_m * math.cos(spec.infill.tilt_rad)
    count = math.ceil(spec.height_m / covers_m - 1e-9)
    return count, spec.height_m / count


def solidity(case: FenceCase) -> float:
    """Share of the face that stands to the wind, climbers counted; 1 where air goes round and not through."""
    spec, timber = case.spec, case.timber
    style, share = spec.infill.style, 1.0
    if style == "even gaps":
        board_m = timber.board.width_m
        lengths = [straight.length_m for straight in spec.straights if straight.length_m > 2 * board_m]
        # The widest boards' share of any straight: gaps come out no wider than wished.
        gaps = [between_end_gaps(run_m, board_m, spec.infill.gap_most_m, 0.0)[1] for run_m in lengths]
        share = board_m / (board_m + min(gaps, default=spec.infill.gap_most_m))
    elif style == "slats":
        share = screen(spec, timber.rail).slats * timber.rail.width_m / spec.height_m
    elif style in WIRED and timber.stock is not None:
        wire = timber.stock.thickness_m / spec.infill.mesh_m
        share = min(1.0, 1 - (1 - wire) ** 2)
    open_share = (1 - share) * (1 - _rails_share(case)) * (1 - min(1.0, timber.post.width_m / _least_bay_m(spec)))
    return max(1 - open_share, GROWN[spec.infill.grows])


def _rails_share(case: FenceCase) -> float:
    """Share of the height that rails take behind the gaps; slats are the face itself."""
    spec, timber = case.spec, case.timber
    if spec.infill.style in ("slats", "louvres"):
        return 0.0
    lie = rows(spec, timber.rail)
    return min(1.0, lie.count * lie.deep_m(timber.rail) / spec.height_m)


def _least_bay_m(spec: FenceSpec) -> float:
    """The bay that posts are counted by: bays come out no wider than wished, so half of it is taken at most for a post's share."""
    return max(spec.bay_min_m, min(spec.bay_max_m, spec.panel_m if spec.bays == "panels" else spec.bay_max_m) * 0.75)


def stiffeners(spec: FenceSpec, stick: SectionItem, bay_m: float) -> int:
    """Plumb stiffeners behind the slats of one bay, evenly."""
    if spec.infill.style != "slats":
        return 0
    over_m = spec.infill.stiffener_over_m or STIFF_OVER * stick.thickness_m
    return max(0, math.ceil(bay_m / over_m - 1e-9) - 1)


def refuse(case: FenceCase) -> None:
    """Styles that cannot be built of these sticks.

    Raises:
        InvalidInputError: The field, and what would do.
    """
    spec, timber = case.spec, case.timber
    style = spec.infill.style
    if style in ("board on board", "both faces") and 2 * spec.infill.overlap_m > timber.board.width_m:
        raise InvalidInputError(
            "infill/overlap_m", "must be at most half a board: more would close one side altogether"
        )
    if style == "both faces" and (spec.rail_laid != "flat" or timber.rail.width_m < timber.post.width_m - 1e-6):
        raise InvalidInputError(
            "infill/style",
            "Boards on both faces need rails laid flat between the posts, as wide as the posts are thick",
        )
    if style == "slats":
        screen(spec, timber.rail)
    if style in WIRED and timber.stock is not None:
        if spec.height_m > timber.stock.width_m + 1e-6:
            tall = case.tape.length(timber.stock.width_m)
            raise InvalidInputError(
                "height_m", f"The wire bought is only {tall} high: lower the fence or pick a higher one"
            )
        if spec.infill.mesh_m <= timber.stock.thickness_m:
            raise InvalidInputError("infill/mesh_m", "The openings are no wider than the wire")
    if style == "bought panels" and timber.stock is not None and spec.height_m > timber.stock.width_m + 1e-6:
        raise InvalidInputError(
            "height_m", "The panel bought is lower than this: lower the fence or pick a higher panel"
        )
    if style == "bought panels" and spec.bays != "panels":
        raise InvalidInputError("bays", "Bought panels stand between posts a panel apart: space the bays in panels")
    if spec.infill.base == "scribed" and style not in BOARDED:
        raise InvalidInputError("infill/base", "Only plumb boards are scribed to the ground: use base boards here")


def notes(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[str]:
    """What the crew sets its blocks and gauges by, and what can be seen through the fence."""
    spec, timber, tape = case.spec, case.timber, case.tape
    style, board_m = spec.infill.style, timber.board.width_m
    if style == "slats":
        return _slat_notes(case, runs)
    if style == "louvres":
        count, pitch_m = louvres(spec, timber.rail)
        return [
            f"{count} louvres a bay at {tape.length(pitch_m)}, tilted {math.degrees(spec.infill.tilt_rad):.0f}° from lying flat: "
            "nothing is seen square through. Upper edge toward the side that must not see in"
        ]
    if style in WIRED:
        way = "long openings upright" if spec.infill.mesh_upright else "long openings level"
        small = ", the small ones at the bottom" if spec.infill.mesh_upright else ""
        return [f"Wire on the side that the animals push from, {way}{small}; cut on a wire, ends bent back"]
    lengths = [run.boarded_run_m for run in runs if run.boarded_run_m > 2 * board_m]
    if spec.infill.first in MIDDLES and style in ("butted", "even gaps") and lengths:
        return _middle_notes(case, lengths)
    if not lengths or style == "butted" or style not in BOARDED:
        return []
    if style == "even gaps":
        gaps = [between_end_gaps(run_m, board_m, spec.infill.gap_most_m, 0.0)[1] for run_m in lengths]
        return [f"Gaps come out even, {_range(gaps, tape)} by stretch: one gauge block for each"]
    laps = [overlapped(run_m, board_m, spec.infill.overlap_m) for run_m in lengths]
    said = f"Boards lap {_range([lap.overlap_m for lap in laps], tape)} by stretch"
    if style == "board on board":
        return [said]
    widest = min(laps, key=lambda lap: lap.overlap_m)
    view = view_between(board_m, widest.overlap_m, timber.board.thickness_m, timber.rail.width_m)
    seen = "Nothing is seen through it from any side"
    if view is not None:
        low, high = math.degrees(view[0]), math.degrees(view[1])
        seen = f"Hidden from square on; seen through from {low:.0f}° to {high:.0f}° off square"
    slot, run = tape.length(timber.rail.width_m), tape.length(board_m - widest.overlap_m)
    return [f"{said}. {seen}. Air: a slot of {slot} in every {run} of the run"]


def _slat_notes(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[str]:
    spec, timber, tape = case.spec, case.timber, case.tape
    found = screen(spec, timber.rail)
    left = f", {tape.length(found.left_m)} is left at the bottom" if found.left_m > SLIM_M else ""
    said = [f"{found.slats} slats a bay, spacer block {tape.length(found.cut_m)}{left}"]
    pitch_m = timber.rail.width_m + found.cut_m
    checks = range(RECHECK_EVERY, found.slats + 1, RECHECK_EVERY)
    marks = ", ".join(f"{k}th {tape.length(found.left_m + k * pitch_m - found.cut_m)}" for k in checks)
    if marks:
        said.append(f"Check marks from the datum, tops of the slats: {marks}. Blocks add up their errors, marks do not")
    most = max((stiffeners(spec, timber.rail, bay.width_m) for run in runs for bay in run.bays), default=0)
    if most:
        said.append(
            f"{most} plumb {'stiffener' if most == 1 else 'stiffeners'} behind the slats of the longest bay: they bow"
        )
    return said


def _range(values_m: list[float], tape: Tape) -> str:
    low, high = tape.length(min(values_m)), tape.length(max(values_m))
    return low if low == high else f"{low} to {high}"


MIDDLES = ("board on the middle", "gap on the middle", "even ends")


def _middle_notes(
    case: FenceCase,
    lengths: list[float],
) -> list[str]:
    """Where the first marks are from the middle of each stretch, and how wide its end pieces come out."""
    timber, tape = case.timber, case.tape
    said = []
    for run_m in lengths[:4]:
        rows = rows_over(case.spec, run_m, timber.board.width_m)
        full = rows[0]
        ends = [row.width_m for row in rows if row.count == 1 and row.width_m < timber.board.width_m - SLIM_M]
        first_m = min((abs(full.first_m + k * full.pitch_m - run_m / 2) for k in range(full.count)), default=0.0)
        piece = f", end pieces {tape.length(ends[0])}" if ends else ", no end pieces"
        slim = ": a sliver, shift by half a board" if ends and ends[0] < RIP_LEAST_M else ""
        said.append(
            f"Stretch of {tape.distance(run_m)}: first board's middle {tape.length(first_m)} from its middle{piece}{slim}"
        )
    return said
