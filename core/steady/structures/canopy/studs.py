"""Where a roof's ledger is fixed along a wall, which points miss the studs behind it, and the blocking that catches those."""

import math
from typing import Protocol

from steady.catalog.items import SectionItem
from steady.plan.model import PartPlacement
from steady.structures.part_grouping import ALONG, UP, Grouper
from steady.units.show import Tape

STUDDED = "wood frame"
STUD_M = 0.0381
"""A stud's thickness: 1 1/2 in. Source: US sizes, common practice."""
ON_STUD_M = 0.0127
"""A fixing within half an inch of a stud's middle is in it [our own: a quarter of an inch of wood stays beside the hole]."""


class OnWall(Protocol):
    """A structure whose ledger is fixed to a wall: `beams_m` long, at points `fixing_m` apart, with studs `stud_m` apart."""

    @property
    def id(self) -> str:
        """Which structure."""

    @property
    def beams_m(self) -> float:
        """Its length along the wall."""

    @property
    def wall(self) -> str:
        """A key of the table of walls."""

    @property
    def stud_m(self) -> float:
        """From stud to stud."""

    @property
    def fixing_m(self) -> float:
        """From fixing point to fixing point, at most."""


def fixing_points_m(spec: OnWall) -> tuple[float, ...]:
    """Fixing points along the ledger, from its start to its end (m)."""
    count = math.ceil(spec.beams_m / spec.fixing_m - 1e-9) + 1
    return tuple(min(k * spec.fixing_m, spec.beams_m) for k in range(count))


def missed_bays(spec: OnWall) -> tuple[int, ...]:
    """Bays between studs in which a fixing point lies, from 0 at the ledger's start, where a stud is taken to stand.

    A point hits a stud that it meets within `ON_STUD_M` of its middle.
    """
    if spec.wall != STUDDED:
        return ()
    bays = []
    for at_m in fixing_points_m(spec):
        near = round(at_m / spec.stud_m)
        if abs(at_m - near * spec.stud_m) > ON_STUD_M + 1e-9:
            bays.append(math.floor(at_m / spec.stud_m + 1e-9))
    return tuple(dict.fromkeys(bays))


def add_stud_blocks(g: Grouper, spec: OnWall, stick: SectionItem, *, middle_m: tuple[float, float]) -> None:
    """A block between two studs wherever a fixing point misses them.

    Args:
        middle_m: The blocks' middle: how far in front of the wall's face (below 0: behind it), and its height.
    """
    for bay in missed_bays(spec):
        place = PartPlacement(
            id=f"{spec.id}/blocking/{bay + 1}",
            about=f"{spec.id}/ledger",
            at=(bay * spec.stud_m + STUD_M / 2, *middle_m),
            along=ALONG,
            up=UP,
        )
        g.add("blocking", stick, spec.stud_m - STUD_M, place=place)


def stud_notes(spec: OnWall, tape: Tape) -> list[str]:
    """What the crew must open and block before the ledger goes up."""
    bays, points = missed_bays(spec), len(fixing_points_m(spec))
    if not bays:
        return []
    return [
        f"Fixing points every {tape.length(spec.fixing_m)} miss the studs every {tape.length(spec.stud_m)}: blocking in "
        f"{len(bays)} bays for {points} points, before the wall is lined. Counted from a stud at the ledger's start: find "
        "yours first"
    ]
