"""The head of a hip on its ring or ridge: screws at a slant through the hip, half of them from either side."""

import math

from steady.design_codes.joint_rules import Fastener, LateralRequest
from steady.design_codes.requests import LoadType, Wood
from steady.design_codes.results import si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.check_collector import CheckCollector, said
from steady.structures.joints.brace_ends import word_of
from steady.units.units import IN

SCREW = Fastener(kind="lag screw", diameter_m=0.3125 * IN)
EDGE_D = SPACING_D = 4.0
"""Of the screws from each other, and from the hip's edges. Source: nds: 12.5.1C, D (from memory, high)."""
SCREW_M = 4 * IN
"""A structural screw counts as a lag screw of its diameter until its maker's values are typed [our own, safe]."""


def screws_a_hip(depth_m: float) -> int:
    """Screws that a hip of a depth has room for: as many from either side."""
    d = SCREW.diameter_m
    return 2 * (1 + max(0, math.floor((depth_m - 2 * EDGE_D * d) / (SPACING_D * d) + 1e-9)))


def check_hip_head(
    collector: CheckCollector, about: str, woods: tuple[Wood, Wood], *, force: CalculationStep, load: LoadType
) -> None:
    """The screws of one hip's head hold what it brings down; where they don't, a maker's rating is asked for.

    Args:
        woods: The hip's, and that of the ring or ridge.
        force: What one hip brings down, at the school's design level.
    """
    hip, ring = woods
    count = screws_a_hip(hip.depth_m)
    try:
        held = collector.book.joints.lateral(
            LateralRequest(
                fastener=SCREW,
                side_m=hip.width_m,
                main_m=ring.width_m,
                wood=word_of(ring),
                side_wood=word_of(hip),
                length_m=SCREW_M,
                toe=True,
                angle_side_rad=math.pi / 2,
                angle_main_rad=math.pi / 2,
                load=load,
                count=count,
            )
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        why = refused.reason if isinstance(refused, OutOfScopeError) else refused.message
    else:
        u = collector.book.units
        limit = held.design
        if limit.unit != u.force:
            limit = CalculationStep(
                symbol=limit.symbol,
                value=si(limit) / u.force_n,
                unit=u.force,
                formula="",
                inputs=(),
                source=limit.source,
                says=limit.says,
            )
        if force.value <= limit.value:
            collector.at_most(
                "peak_ring_joints.capacity",
                about,
                force,
                limit=limit,
                working=(held.reference, held.design),
                case="all down",
                asks=CheckOrigin.SAFETY,
            )
            return
        why = f"{count} structural screws at a slant hold {said(limit)}"
    collector.gap(
        "peak_ring_joints.capacity",
        about,
        OutOfScopeError(
            f"{why}; each hip's joint at the peak must hold {said(force)} down, and no connector's rating is entered",
            "deeper hips, which take more screws, a hanger with its maker's number, or bolts that an engineer sizes",
        ),
        crew=True,
        needs=force,
    )
