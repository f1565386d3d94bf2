"""A beam of two plies bolted on either side of its post: bolts through ply, post and ply, in two columns."""

import math

from steady.design_codes.base import Rulebook
from steady.design_codes.joint_rules import Fastener, LateralRequest
from steady.design_codes.requests import LoadType, Wood
from steady.design_codes.results import si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.structures.joints.brace_ends import word_of
from steady.units.units import IN
from steady.value_objects import value_object

BOLT = Fastener(kind="bolt", diameter_m=0.5 * IN)
BOLTS = (2, 4, 6)
"""Bolts at one post that are tried: one, two or three in each of two columns [practice]."""
COLUMNS = 2
SPACING_D, EDGE_D = 4.0, 4.0
"""Along a column, and to the ply's loaded edge. Source: nds: 12.5.1 (from memory, high)."""
NUT_M = 1.0 * IN
LONG_BOLT_M = 8 * IN


@value_object
class BesideBolts:
    """Bolts at one post: how many, what they hold, and how it is found."""

    count: int
    limit: CalculationStep
    working: tuple[CalculationStep, ...]


def bolt_item(post_m: float, ply_m: float) -> str:
    """The bolt of the yard that reaches through a post and a ply on either side of it."""
    return "knee brace bolt" if post_m + 2 * ply_m + NUT_M <= LONG_BOLT_M + 1e-9 else "long beam bolt"


def beside_bolts(book: Rulebook, ply: Wood, post: Wood, *, demand: CalculationStep, load: LoadType) -> BesideBolts:
    """The fewest bolts that hold a beam's load on its post; the most that there is room for where none do.

    Raises:
        OutOfScopeError: The code has no value for them, or the ply has no room for two.
    """
    d = BOLT.diameter_m
    room = 1 + math.floor((ply.depth_m - 2 * EDGE_D * d) / (SPACING_D * d) + 1e-9)
    if room < 1:
        raise OutOfScopeError("the ply is too shallow for a bolt with its edge distances", "a deeper beam")
    stiffness_n = tuple(si(book.stiffness(wood)) * wood.width_m * wood.depth_m for wood in (ply, post))
    found = None
    for count in BOLTS:
        rows = count // COLUMNS
        if rows > room:
            break
        held = book.joints.lateral(
            LateralRequest(
                fastener=BOLT,
                side_m=ply.width_m,
                main_m=post.width_m,
                wood=word_of(post),
                side_wood=word_of(ply),
                planes=2,
                angle_side_rad=math.pi / 2,
                group=book.joints.group(rows, BOLT, SPACING_D * d, stiffness_n=(2 * stiffness_n[0], stiffness_n[1])),
                load=load,
                count=count,
            )
        )
        u = book.units
        limit = CalculationStep(
            symbol="R_max",
            value=si(held.design) / u.force_n,
            unit=u.force,
            formula="",
            inputs=(),
            source=held.design.source,
            says=f"{count} bolts {'M12' if book.metric else '½ in'}, one ply each side, mode {held.mode}",
        )
        found = BesideBolts(count=count, limit=limit, working=(held.reference, held.design))
        if demand.value <= limit.value:
            break
    assert found is not None
    return found
