"""Deck boards over joists: how many courses, how wide the last one is, and where each course is joined."""

import itertools
import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object

SLIVER_SHARE = 1 / 3
"""A last board narrower than a third of a board is a sliver: two ends share what is left [common practice]."""


MOST_JOISTS = 5000


@value_object
class Courses:
    """Courses of boards over a depth: full ones, and the width of a ripped first and last (0: none)."""

    full: int
    first_m: float
    last_m: float
    gap_m: float

    @property
    def count(self) -> int:
        """All courses."""
        return self.full + (1 if self.first_m else 0) + (1 if self.last_m else 0)


HAIR_M = 1e-5


def last_board_m(depth_m: float, board_m: float, gap_m: float) -> tuple[int, float]:
    """Number of boards and the width of the last: n = ceil((D + g)/(w + g)), D − (n − 1)(w + g).

    Raises:
        InvalidInputError: A depth or board that is not above 0.

    Source: workshop geometry.
    """
    if not (depth_m > 0 and board_m > 0 and gap_m >= 0):
        raise InvalidInputError("depth" if not depth_m > 0 else "board", "must be above 0")
    # A board of under a hundredth of a millimetre is rounding, not a board.
    count = max(1, math.ceil((depth_m + gap_m - HAIR_M) / (board_m + gap_m)))
    return count, min(board_m, depth_m - (count - 1) * (board_m + gap_m))


def courses(depth_m: float, board_m: float, gap_m: float) -> Courses:
    """Boards over a depth without a sliver: a narrow last board is shared between the first course and the last.

    Source: workshop geometry; the sliver is common practice.
    """
    count, last_m = last_board_m(depth_m, board_m, gap_m)
    if abs(last_m - board_m) < 1e-6:
        return Courses(full=count, first_m=0.0, last_m=0.0, gap_m=gap_m)
    if last_m >= SLIVER_SHARE * board_m or count < 3:
        return Courses(full=count - 1, first_m=0.0, last_m=last_m, gap_m=gap_m)
    shared_m = (board_m + last_m) / 2
    return Courses(full=count - 2, first_m=shared_m, last_m=shared_m, gap_m=gap_m)


def joist_centres(from_m: float, to_m: float, spacing_m: float, *, joist_m: float) -> tuple[float, ...]:
    """Joist centres: the first and last flush with the ends, the others on the marks k·s (near edge k·s − t/2).

    Raises:
        InvalidInputError: A spacing that is not above the joist's thickness, or no room for two joists.

    Source: workshop geometry.
    """
    if not spacing_m > joist_m > 0:
        raise InvalidInputError("spacing", "must be more than a joist is thick")
    if not to_m - from_m >= 2 * joist_m:
        raise InvalidInputError("width", "is too little for two joists")
    if (to_m - from_m) / spacing_m > MOST_JOISTS:
        raise InvalidInputError("spacing", f"makes more than {MOST_JOISTS} joists: check both lengths")
    found = [from_m + joist_m / 2]
    k = 1
    while from_m + k * spacing_m < to_m - 1.5 * joist_m:
        if from_m + k * spacing_m > found[0] + joist_m:
            found.append(from_m + k * spacing_m)
        k += 1
    last_m = to_m - joist_m / 2
    if last_m - found[-1] > spacing_m + 1e-9:
        found.append(last_m - joist_m)  # no bay is wider than asked: the last joist is doubled
    if last_m > found[-1] + joist_m - 1e-9:
        found.append(last_m)
    return tuple(found)


def joined(length_m: float, centres_m: tuple[float, ...], longest_m: float, *, course: int) -> tuple[float, ...]:
    """Lengths of the pieces of one course, butted on joist centres, neighbours staggered.

    Args:
        length_m: Length of the course from its start.
        centres_m: Joist centres from the same start, rising.
        longest_m: Longest board on sale.
        course: Its number: odd ones break elsewhere than even ones.

    Raises:
        InvalidInputError: No joist within reach of the longest board.
    """
    if length_m <= longest_m + 1e-9:
        return (length_m,)
    cuts, at = [0.0], 0.0
    while length_m - at > longest_m + 1e-9:
        reach = [c for c in centres_m if at + 0.3 < c <= at + longest_m + 1e-9]
        if not reach:
            raise InvalidInputError("board", "The longest board on sale does not reach from one joist to the next")
        # Every second course starts with a shorter piece, so that no two neighbours break on one joist.
        pick = reach[len(reach) // 2] if course % 2 and at == 0.0 and len(reach) > 2 else reach[-1]
        cuts.append(pick)
        at = pick
    cuts.append(length_m)
    return tuple(b - a for a, b in itertools.pairwise(cuts))
