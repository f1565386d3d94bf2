"""Hinges and latches as the yard knows them: the gap each asks for where none is typed."""

from functools import cache

from steady.data.loader import keyed
from steady.errors import InvalidInputError
from steady.structures.gate.spec import LeafDesign
from steady.value_objects import value_object


@value_object
class GateHardware:
    """A hinge or latch: the gap it needs beside the leaf.

    `capacity`: the key of a hinge's own check; `rail_bolts_count`: bolts of its strap through the rail, calculated.
    """

    key: str
    kind: str
    says: str
    gap_m: float
    capacity: str
    rail_bolts_count: int
    source: str


@cache
def gate_hardware() -> tuple[GateHardware, ...]:
    """Every kind, in the order of the table [common practice]."""
    return tuple(
        GateHardware(
            key=key,
            kind=row.text["kind"],
            says=row.text["says"],
            gap_m=row.number("gap_m"),
            capacity=row.text["capacity"],
            rail_bolts_count=round(row.number("rail_bolts_count")),
            source=row.source,
        )
        for key, row in keyed("gate_hardware").items()
    )


def _called(kind: str, key: str) -> GateHardware:
    known = {item.key: item for item in gate_hardware() if item.kind == kind}
    if key not in known:
        raise InvalidInputError(f"leaf/{kind}", f'There is no {kind} called "{key[:40]}". There is: {", ".join(known)}')
    return known[key]


def hinge_gap_m(design: LeafDesign) -> float:
    """The gap at the hinge stile: typed, or the hinge's own. Raises InvalidInputError for a hinge of no known kind."""
    return hinge_of(design).gap_m if design.hinge_gap_m is None else design.hinge_gap_m


def hinge_of(design: LeafDesign) -> GateHardware:
    """The hinge. Raises InvalidInputError for a hinge of no known kind."""
    return _called("hinge", design.hinge)


def latch_gap_m(design: LeafDesign) -> float:
    """The gap at the latch: typed, or the latch's own. Raises InvalidInputError for a latch of no known kind."""
    return _called("latch", design.latch).gap_m if design.latch_gap_m is None else design.latch_gap_m
