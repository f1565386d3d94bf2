"""A pergola's bays: cross pieces between the rafters, and slats that may turn a quarter from bay to bay."""

import math
from collections.abc import Iterator

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError
from steady.layout.canopy import Members, Slats, members, slats_in_bay
from steady.layout.shade import across_sun, blocked, two_layers
from steady.statics.beam import PointLoad, SpreadLoad
from steady.structures.continuous_members import ContinuousMember
from steady.value_objects import value_object

Sun = tuple[float, float]
CLOSEST = 1e-4
"""A pitch for a wished shade is found to a tenth of a millimetre."""


Rows = tuple[Members, bool]
"""Rows of cross pieces, and whether the first of them is a ledger."""


@value_object
class BayGrid:
    """A grid of bays, each with whole slats of its own.

    Args:
        columns: The rafters; `rows`: the cross pieces between each two of them.
        along: Slats of a bay that run along the beams; `out`: of one where they run along the rafters.
        turns: Whether they turn from bay to bay; the first bay's run along the beams.
        hung: On a house, whose ledger is the first row.
    """

    columns: Members
    rows: Members
    along: Slats
    out: Slats
    turns: bool
    hung: bool = False

    def row_m(self, number: int) -> float:
        """The middle of a row, numbered from 1, along a rafter; the ledger's is behind the rafters' ends."""
        return self.rows.at_m(number) - (self.rows.thickness_m if self.hung else 0.0)

    @property
    def first_cross(self) -> int:
        """The first row that is of cross pieces."""
        return 2 if self.hung else 1

    @property
    def crosses(self) -> int:
        """Rows of cross pieces."""
        return self.rows.count + 1 - self.first_cross

    def each(self) -> Iterator[tuple[int, int, bool]]:
        """Every bay from the datum corner: along the beams, out, and whether its slats are turned."""
        for i in range(self.columns.count - 1):
            for j in range(self.rows.count - 1):
                yield i, j, self.turns and (i + j) % 2 == 1

    @property
    def turned_share(self) -> float:
        """Share of the bays, which are all as large, whose slats are turned."""
        ways = [turned for _, _, turned in self.each()]
        return sum(ways) / len(ways)

    def alone(self, turned: bool) -> Slats:
        """The slats of one bay."""
        return self.out if turned else self.along

    def length_m(self, turned: bool) -> float:
        """A slat's, from the middle of what holds it to the middle of the next."""
        return self.rows.spacing_m if turned else self.columns.spacing_m

    @property
    def count(self) -> int:
        """All slats."""
        return sum(self.alone(turned).count for _, _, turned in self.each())

    @property
    def pitch_m(self) -> float:
        """The one pitch at which the whole would hold as many metres of slats."""
        metres = sum(self.alone(turned).count * self.length_m(turned) for _, _, turned in self.each())
        bays = (self.columns.count - 1) * (self.rows.count - 1)
        return bays * self.columns.spacing_m * self.rows.spacing_m / metres


def lay_bays(columns: Members, across: Rows, slat: SectionItem, *, turns: bool, by: tuple[str, float]) -> BayGrid:
    """Slats in every bay of a grid.

    Args:
        by: What says how many ("gap", "count" or "cover"), and that number; a count is that of a bay along the beams.

    Raises:
        InvalidInputError: Slats that do not fit.
    """
    wide, (rows, hung) = slat.thickness_m, across
    what, much = by
    if what == "count":
        along = slats_in_bay(rows.gap_m, wide, count=int(much))
        out = slats_in_bay(columns.gap_m, wide, gap_m=max(along.gap_m, 1e-3))
    elif what == "cover":
        along, out = (slats_in_bay(clear.gap_m, wide, cover=much) for clear in (rows, columns))
    else:
        along, out = (slats_in_bay(clear.gap_m, wide, gap_m=much) for clear in (rows, columns))
    return BayGrid(columns=columns, rows=rows, along=along, out=out, turns=turns, hung=hung)


def cross_rows(length_m: float, stick: SectionItem, bays: int, *, hung: bool = False) -> Rows:
    """Cross pieces between each two rafters, the first and the last flush with their ends; the ledger is a hung one's first.

    Raises:
        InvalidInputError: More than fit.
    """
    try:
        more_m = stick.thickness_m if hung else 0.0
        return members(length_m + more_m, stick.thickness_m, count=bays + 1), hung
    except InvalidInputError as error:
        raise InvalidInputError("bays_y", error.message) from None


def bays_shade(bays: BayGrid, slat: SectionItem, cross: SectionItem, *, sun: Sun, run_rad: float) -> float:
    """Share of direct sun stopped by the whole: the mean of its bays by area, never the product of its two ways.

    Args:
        run_rad: Azimuth along the beams.

    Source: geometry: each bay's slats cross rafters and cross pieces, and let through the product of what each lets through.
    """
    beside, over = across_sun(*sun, run_rad), across_sun(*sun, run_rad + math.pi / 2)
    grid = two_layers(
        blocked(cross.thickness_m, cross.width_m, bays.rows.spacing_m, across=beside),
        blocked(cross.thickness_m, cross.width_m, bays.columns.spacing_m, across=over),
    )
    total = 0.0
    for turned, share in ((False, 1 - bays.turned_share), (True, bays.turned_share)):
        if share > 0:
            total += share * two_layers(slats_shade(bays, slat, turned, across=over if turned else beside), grid)
    return total


def slats_shade(bays: BayGrid, slat: SectionItem, turned: bool, *, across: float | None) -> float:
    """What the slats of one bay stop by themselves, by whole counts over the clear bay."""
    clear = bays.columns.gap_m if turned else bays.rows.gap_m
    return blocked(slat.thickness_m, slat.width_m, clear / bays.alone(turned).count, across=across)


def gap_for(
    columns: Members, across: Rows, slat: SectionItem, *, turns: bool, asked: tuple[float, Sun, float]
) -> float:
    """The gap at which whole slats stop the wished share of the sun, as wide as it may be (m).

    Args:
        asked: The share, the sun, and the azimuth along the beams.

    Raises:
        InvalidInputError: Not even slats side by side do.
    """
    share, sun, run = asked

    def stops(gap_m: float) -> float:
        made = lay_bays(columns, across, slat, turns=turns, by=("gap", gap_m))
        beside, over = across_sun(*sun, run), across_sun(*sun, run + math.pi / 2)
        turned = made.turned_share
        return (1 - turned) * slats_shade(made, slat, False, across=beside) + turned * slats_shade(
            made, slat, True, across=over
        )

    low, high = 1e-3, min(columns.gap_m, across[0].gap_m) - 2 * slat.thickness_m
    if high <= low or stops(low) < share:
        raise InvalidInputError("shade", "more slats than fit side by side: deeper ones, or less shade")
    while high - low > CLOSEST:
        middle = (low + high) / 2
        if stops(middle) >= share:
            low = middle
        else:
            high = middle
    return low


def on_rafter(bays: BayGrid, run: ContinuousMember, pressure_pa: float) -> list[PointLoad | SpreadLoad]:
    """What lies on a rafter between two bays: half a bay evenly from one side, from the other through the cross pieces.

    Where slats turn, each stretch of a rafter has one of either: the cross pieces at its ends bring half of a half bay each.

    Source: statics.
    """
    half = pressure_pa * bays.columns.spacing_m / 2
    found: list[PointLoad | SpreadLoad] = [run.all_along(half if bays.turns else 2 * half)]
    if bays.turns:
        last = bays.rows.count
        for k in range(1, last + 1):
            share = 0.5 if k in (1, last) else 1.0
            at = min(run.length_m, max(0.0, bays.row_m(k)))
            found.append(PointLoad(at_m=at, load_n=half * share * bays.rows.spacing_m))
    return found
