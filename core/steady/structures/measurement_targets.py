"""What can be measured of posts, whatever stands on them: targets made from a plan's marks and footings."""

from collections.abc import Iterable, Sequence

from steady.plan.model import Footing, Mark, MeasurementTarget
from steady.units.units import IN

PLACE_M, PLUMB_M, DEPTH_M, TOP_M = IN / 4, IN / 4, IN, IN / 8
LATCH_M = IN / 4
GAP_M = IN / 8
COATED_AT_MOST = 0.18
"""Gaps between boards, and the moisture under which wood takes a coat [common practice: the tin says]."""
AGAIN = ", before locking in"
"""Usual tolerances [common practice, no source]; a latch edge is measured down from the mark made when the leaf was hung."""


def gap_target(about: str, gap_m: float, between: str = "boards") -> MeasurementTarget:
    """The clear gap between pieces, as laid."""
    return MeasurementTarget(about=about, what=f"gap between {between}", planned=gap_m, within=GAP_M)


def moisture_target(about: str, layout: float, replans: str = "") -> MeasurementTarget:
    """How wet boards are when they are laid, as a share: kept as read, since no meter is wrong; it tells the gap that comes."""
    return MeasurementTarget(about=about, what="moisture", planned=layout, unit="%", replans=replans)


def coat_target(about: str) -> MeasurementTarget:
    """How dry the wood has to be before a coat."""
    most = COATED_AT_MOST
    return MeasurementTarget(
        about=about, what="moisture before coating", planned=most, unit="%", within=most, sense="at most"
    )


def post_targets(
    marks: Sequence[Mark], footings: Iterable[Footing], movable: Iterable[str] = ()
) -> list[MeasurementTarget]:
    """Where each post stands, how plumb, how deep its hole is (deeper is good), and where its top is.

    Args:
        marks: The plan's marks.
        footings: Its holes; a mark without one stands already and is not measured.
        movable: Ids of the posts that the plan can take in where they stand.
    """
    holes, can_move = {footing.under: footing for footing in footings}, set(movable)
    found = []
    for mark in marks:
        footing = holes.get(mark.id)
        if footing is None:
            continue
        station_m = mark.station_m if mark.across_m is None else mark.leg_station_m
        takes = "hold" if mark.id in can_move else ""
        found.append(
            MeasurementTarget(about=mark.id, what="stands at", planned=station_m, within=PLACE_M, replans=takes)
        )
        # Twice: when it is set, and again before rails, beams or boards lock it in.
        for when in ("", AGAIN):
            found.append(MeasurementTarget(about=mark.id, what=f"plumb along{when}", planned=0.0, within=PLUMB_M))
            found.append(MeasurementTarget(about=mark.id, what=f"plumb across{when}", planned=0.0, within=PLUMB_M))
        deep = MeasurementTarget(
            about=mark.id, what="hole depth", planned=footing.hole_m, within=DEPTH_M, sense="at least"
        )
        found.append(deep)
        found.append(MeasurementTarget(about=mark.id, what="cut height", planned=mark.cut_height_m, within=TOP_M))
    return found
