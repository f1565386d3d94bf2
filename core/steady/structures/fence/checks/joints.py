"""Screwed joints: what is gone through, what holds, and which screw is long enough without poking through."""

import math

from steady.catalog.items import SectionItem
from steady.data.loader import keyed
from steady.plan.model import PartPlacement
from steady.structures.fence.infills.option import InfillRows
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.units.units import MM
from steady.value_objects import positional_value_object

SAME_M = 0.0005
SLANT_REACH = 0.75
"""A screw at a slant reaches at most so much of the post's width [our own]."""
SHORT_OF_M = 3 * MM
"""A point stops so far short of the far face [common practice]."""
THIN_M = 25 * MM
"""A rail or slat thinner than this is fixed with board screws: a structural screw near its end splits it [common practice]."""
THIN_HOLDS = 2 / 3
"""A board screw holds in at least so much of a piece that is thinner than its usual penetration [common practice]."""
HOLDS_M = 25 * MM
"""Least penetration of a board's screw into what holds it [common practice, 1 in]."""


HOLDS_DIAMETERS = 6.0
"""Least penetration of a screw that carries load, in its diameters. Source: NDS 12.1.4 (from memory, medium)."""


@positional_value_object
class ScrewedCrossing:
    """Two pieces screwed together: what is gone through, what holds, and how many screws at each place.

    Args:
        wants: Role of the screw: board, structural or ply.
        through_m: Thickness gone through.
        into_m: What is left to hold in; None: far more than any screw is long.
    """

    says: str
    wants: str
    through_m: float
    into_m: float | None
    places: tuple[PartPlacement, ...]
    each: int


@positional_value_object
class Picked:
    """The screw for a joint and how deep it holds; None where no screw on sale suits."""

    joint: ScrewedCrossing
    item: str | None
    length_m: float
    holds_m: float


def pick(joint: ScrewedCrossing, stainless: bool = False) -> Picked:
    """The shortest screw of its kind (and steel) that holds deep enough and does not poke through."""
    for key, row in sorted(keyed("yard_screws").items(), key=lambda item: item[1].number("length_m")):
        if row.text["kind"] != joint.wants or (row.text["treated"] == "stainless") != stainless:
            continue
        length_m = row.number("length_m")
        holds_m = length_m - joint.through_m
        least_m = HOLDS_DIAMETERS * row.number("diameter_m")
        if joint.wants == "board":
            least_m = min(HOLDS_M, math.inf if joint.into_m is None else THIN_HOLDS * joint.into_m)
        pokes = joint.into_m is not None and holds_m > joint.into_m - SHORT_OF_M
        if holds_m >= least_m - SAME_M and not pokes:
            return Picked(joint, key, length_m, holds_m)
    return Picked(joint, None, 0.0, 0.0)


def bought_ends(spec: FenceSpec, lie: InfillRows) -> bool:
    """Whether rails between the posts hang in brackets or channels in place of screws."""
    return spec.rail_end != "screws" and lie.count > 0 and not lie.on_face and lie.tilt_rad is None


def wants_for(rail: SectionItem) -> str:
    """Role of the screw that fixes a rail's ends."""
    return "board" if rail.thickness_m < THIN_M else "structural"


def joints_of_rails(case: FenceCase) -> tuple[ScrewedCrossing, ScrewedCrossing]:
    """How one rail end meets its post, and one board its rail, without their places."""
    timber = case.timber
    lie, rail, board = rows(case.spec, timber.rail), timber.rail, timber.board
    end = (
        ScrewedCrossing("Rail end to post", wants_for(rail), rail.thickness_m, timber.post.thickness_m, (), 4)
        if lie.on_face
        else ScrewedCrossing(
            "Rail end to post, at a slant", wants_for(rail), rail.thickness_m, SLANT_REACH * timber.post.width_m, (), 4
        )
    )
    deep_m = rail.thickness_m if lie.upright else rail.width_m
    return end, ScrewedCrossing("Board to rail", "board", board.thickness_m, deep_m, (), 2)


def screw_m(item: str) -> float:
    """Shank diameter of a screw on the list."""
    return keyed("yard_screws")[item].number("diameter_m")
