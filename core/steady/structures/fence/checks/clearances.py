"""What gets through a fence: the gap at the ground and the gaps between pieces, held against whom it is to keep."""

import itertools
import math

from steady.errors import OutOfScopeError
from steady.ground.profile import Profile
from steady.layout.drying import shrinkage_m
from steady.layout.slopes import PanelGaps, stepped_bays
from steady.plan.model import UncheckedItem
from steady.structures.fence.checks.findings import gap
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.layout.stations import LineBay, SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.gate.leaf import Leaf
from steady.units.units import IN

KEEPS_M = {"nothing": 9.9, "a small animal": 2 * IN, "a rooting animal": 1 * IN, "a child": 4 * IN}
"""Greatest gap at the ground by who must not get through [common practice; a rooting animal also needs a buried mesh]."""
BETWEEN_M = {"nothing": 9.9, "a small animal": 2 * IN, "a rooting animal": 6 * IN, "a child": 4 * IN}
"""A ball of this width must not pass between pieces: the gap is strictly less. A child's 4 in: from memory (high); animals:
common practice."""
DRIES = {"Southern Pine": 0.00259, "Douglas Fir-Larch": 0.00267, "Western Cedars": 0.00234}
"""Shrinkage per cent of moisture, flat-sawn. Source: wood handbook, from memory (medium)."""
MOST_DRIES = 0.00323
"""As much as any softwood sold for fences shrinks, larch; flat-sawn. Source: wood handbook, from memory (medium)."""
LATER_PERCENT = 12.0
"""Boards dry to about this outdoors, however wet they are laid [common practice]."""
CLOSED_TO_M = 2 * IN
"""Base boards close a gap down to this where nobody is kept [our own]."""


def shrinks_m(case: FenceCase) -> float | None:
    """How much narrower one board becomes from the moisture it is laid at; None where its wood's figure is not known."""
    timber = case.timber
    per_percent = DRIES.get(timber.board.species)
    if per_percent is None:
        return None
    return shrinkage_m(timber.board.width_m, 100 * case.spec.boards_moisture, LATER_PERCENT, per_percent=per_percent)


def opens_m(case: FenceCase) -> float:
    """How much wider a gap between boards becomes as they dry (m), on the safe side where the wood's figure is not known.

    Boards laid drier than they end close their gaps in the wet: nothing is taken off.
    """
    traits = case.spec.infill.traits
    if not (traits.evened or traits.butted):
        return 0.0
    board, moisture = case.timber.board, 100 * case.spec.boards_moisture
    per_percent = DRIES.get(board.species, MOST_DRIES)
    return max(0.0, shrinkage_m(board.width_m, moisture, LATER_PERCENT, per_percent=per_percent))


def drying_notes(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[str]:
    """What wet boards do when they dry: the gap that butted ones open, the gap that spaced ones end with."""
    spec, timber, tape = case.spec, case.timber, case.tape
    if not (spec.infill.traits.butted or spec.infill.traits.evened) or not runs:
        return []
    shrinks = shrinks_m(case)
    if shrinks is None:
        return ["Boards laid wet shrink; how much is not known for this wood: lay a few, wait a week and measure"]
    board = f"a board of {tape.length(timber.board.width_m)}"
    if shrinks <= 0:
        return [
            f"Laid as dry as it ends ({100 * spec.boards_moisture:.0f} %), {board} swells in the wet: leave it a gap"
        ]
    says = f"Laid at {100 * spec.boards_moisture:.0f} %, {board} dries about {tape.length(shrinks)} narrower"
    if spec.infill.traits.butted:
        return [f"{says}: butted boards open to that gap. Lap them where nothing may be seen"]
    gap_m, _ = infill_of(spec).gap(case, runs)
    return [f"{says}: gaps of {tape.length(gap_m)} end at {tape.length(gap_m + shrinks)}"]


def gaps_between(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[str]:
    """Gaps between pieces that let through whom the fence is to keep, when the wood has dried."""
    spec, tape = case.spec, case.tape
    most_m = BETWEEN_M[spec.keeps]
    gap_m, what = infill_of(spec).gap(case, runs)
    shrinks = opens_m(case)
    gap_m += shrinks
    if gap_m < most_m - 1e-9:
        return []
    dried = " when the boards have dried" if shrinks else ""
    return [
        f"The {what} comes to {tape.length(gap_m)}{dried}: {spec.keeps} gets through from {tape.length(most_m)} on. Closer "
        "pieces would help"
    ]


def base_boards(case: FenceCase, bay: LineBay, board_m: float) -> int:
    """Base boards under one bay: as many as bring the gap down to what the fence keeps in, or to a hand's breadth less.

    Source: workshop geometry: ceil((low gap − greatest gap allowed) / board).
    """
    spec = case.spec
    allowed_m = min(KEEPS_M[spec.keeps], CLOSED_TO_M)
    if bay.level_m is not None:
        [step] = stepped_bays(
            case.ground,
            (bay.start.station_m, bay.end.station_m),
            PanelGaps(gap_least_m=spec.gap_m, gravel_board_m=board_m, gap_most_m=allowed_m),
        )
        return step.gravel_boards
    return max(
        0,
        math.ceil((_open_m(case, bay) - allowed_m - 1e-9) / board_m),
    )


def _open_m(case: FenceCase, bay: LineBay) -> float:
    """The greatest height of one bay's infill above the ground, anywhere in it."""
    ground = case.ground
    from_m, to_m = bay.start.station_m, bay.end.station_m
    at = (from_m, *ground.breaks_m(from_m, to_m), to_m)
    return max(bay.foot_m(case.spec.gap_m, s) - ground.height_m(s) for s in at)


def closed_below_m(case: FenceCase, bay: LineBay) -> float:
    """The greatest gap at the ground anywhere in a bay, closed as its infill's foot is (m)."""
    spec, board_m = case.spec, case.timber.board.width_m
    gap_m = _open_m(case, bay)
    if spec.infill.base == "scribed":
        gap_m = spec.gap_m
    elif bay.line_m is not None and spec.infill.traits.boarded:
        gap_m = spec.gap_m + max(abs(g) for g in _grades(bay, case.ground)) * board_m
    if spec.infill.base == "base boards":
        gap_m -= base_boards(case, bay, board_m) * board_m
    return gap_m


def base_notes(
    case: FenceCase,
    runs: list[BoardStretch],
) -> list[str]:
    """How far base boards reach into the soil at their bays' high ends: there they are cut to the ground."""
    spec, ground = case.spec, case.ground
    if spec.infill.base != "base boards":
        return []
    board_m, deepest_m, many = case.timber.board.width_m, 0.0, 0
    for run in runs:
        for bay in run.bays:
            count = base_boards(case, bay, board_m)
            at = (bay.start.station_m, *ground.breaks_m(bay.start.station_m, bay.end.station_m), bay.end.station_m)
            into_m = count * board_m - min(bay.foot_m(spec.gap_m, s) - ground.height_m(s) for s in at)
            if count and into_m > 0.005:
                many, deepest_m = many + 1, max(deepest_m, into_m)
    if not many:
        return []
    tape = case.tape
    where = "one bay" if many == 1 else f"{many} bays"
    return [
        f"Base boards in {where} would reach into the soil, by up to {tape.length(deepest_m)} at the high end: they are ripped "
        "to the ground from end to end, as listed; scribe between, or dig them in whole where their treatment is for the ground"
    ]


def gaps_below(case: FenceCase, out: SetOut) -> list[str]:
    """Bays whose gap at the ground lets through whom the fence is to keep: the worst gap anywhere in the bay.

    A dip between the posts counts as much as the low side of a step. Boards cut to the ground follow it; base boards close it.
    """
    spec, tape = case.spec, case.tape
    most_m = KEEPS_M[spec.keeps]
    worst: list[tuple[float, LineBay]] = []
    for bay in out.bays:
        if bay.opening is not None:
            continue
        gap_m = closed_below_m(case, bay)
        if gap_m > most_m + 1e-6:
            worst.append((gap_m, bay))
    if not worst:
        return []
    gap_m, bay = max(worst, key=lambda found: found[0])
    many = f"{len(worst)} bays leave" if len(worst) > 1 else "One bay leaves"
    at = tape.distance(bay.start.station_m)
    return [
        f"{many} more than {tape.length(most_m)} at the ground, which lets {spec.keeps} through: the worst {tape.length(gap_m)}, "
        f"in the bay from {at}. Shorter bays, rake in place of steps, a lower gap or base boards would help"
    ]


HANGS_M = 18 * IN
"""A board's free end below its lowest rail is looked at by nobody up to this: it is stiffer than what spans between rails
[our own]."""


def boards_below_rails(case: FenceCase, out: SetOut) -> list[UncheckedItem]:
    """Boards cut to the ground under a straight top that hang far below their lowest rail: what wind does there is not checked."""
    spec = case.spec
    lie = rows(spec, case.timber.rail)
    if not spec.infill.traits.boarded or not lie.count:
        return []
    worst_m = 0.0
    for bay in out.bays:
        if bay.line_m is not None:
            worst_m = max(worst_m, _open_m(case, bay) - spec.gap_m + lie.first_m)
    if worst_m <= HANGS_M:
        return []
    why = OutOfScopeError(
        f"boards hang up to {case.tape.length(worst_m)} below their lowest rail, and wind on such an end is not calculated",
        "a lower top, a rail more near the ground, or base boards",
    )
    return [gap("fence_board.bending", spec.id, why, case="below the lowest rail")]


def gaps_under_leaves(
    case: FenceCase,
    leaves: list[Leaf],
) -> list[str]:
    """Leaves that hang so high that whom the fence keeps gets through under them, closed: the worse of hinge and latch end."""
    spec, tape = case.spec, case.tape
    most_m = KEEPS_M[spec.keeps]
    said = []
    for leaf in leaves:
        at_latch_m = leaf.gap_m + (leaf.rake - leaf.grade_along) * leaf.width_m
        gap_m = max(leaf.gap_m, at_latch_m)
        if gap_m > most_m + 1e-6:
            said.append(
                f"Leaf {leaf.index + 1} of {leaf.id.split('/')[-2]} leaves {tape.length(gap_m)} at the ground: more than "
                f"{tape.length(most_m)} lets {spec.keeps} through. Rake it, swing it the other way, or fill the gap"
            )
    return said


def _grades(bay: LineBay, ground: Profile) -> list[float]:
    """Grades of the ground along a bay, piece by piece."""
    at = [bay.start.station_m, *ground.breaks_m(bay.start.station_m, bay.end.station_m), bay.end.station_m]
    found = [(ground.height_m(b) - ground.height_m(a)) / (b - a) for a, b in itertools.pairwise(at) if b > a]
    return found or [0.0]
