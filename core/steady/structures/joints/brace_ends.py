"""The ends of a knee brace: butted on the faces of its post and its header, two lag screws through each end into them.

Pushed, contact carries what is square to the face, and the lags hold it from sliding along it; pulled, they hold all of it.
"""

import math

from steady.design_codes.base import Rulebook
from steady.design_codes.joint_rules import Fastener, JointRules, LateralRequest, WithdrawalRequest
from steady.design_codes.requests import Wood
from steady.design_codes.results import si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.statics.joints import butted_brace
from steady.structures.check_collector import CheckCollector, said
from steady.units.units import IN
from steady.value_objects import value_object

LAGS_AN_END = 2
BRACE_RAD = math.pi / 4
"""Braces stand at 45 degrees to both faces."""
UNDER_WASHER_M = 2.5 * IN
"""Wood of the brace left under the washer, along the lag: deeper counterbores leave its end too short [practice]."""
THREAD_M = 3.0 * IN
"""Thread in the post or header, its tip not counted [practice]."""
THICK_BRACE_M = 2.0 * IN
"""A thicker brace takes the heavier lag: four diameters of it. Source: nds: 12.5.1C (from memory, high)."""
FULL_END_D, LEAST_END_D = 7.0, 3.5
"""Wood beyond a lag along the grain: full value, and half of it. Source: nds: 12.5.1A (from memory, high)."""


@value_object
class BraceLag:
    """The lag screw of a brace's ends: its key in the yard, its diameter, and the thread that its post or header takes."""

    item: str
    diameter_m: float


LIGHT = BraceLag(item="brace lag", diameter_m=0.375 * IN)
HEAVY = BraceLag(item="heavy brace lag", diameter_m=0.5 * IN)


def brace_lag(brace_thickness_m: float) -> BraceLag:
    """The lag screw for a brace of a thickness."""
    return HEAVY if brace_thickness_m >= THICK_BRACE_M - 1e-9 else LIGHT


def end_share(lag: BraceLag) -> float:
    """Share of the value across the lag that its distance to the brace's cut end leaves; 0: too close.

    The distance is along the brace's grain from the middle of the lag's run in it. Source: nds: 12.5.1A (from memory, high).
    """
    end_d = UNDER_WASHER_M / 2 / math.cos(BRACE_RAD) / lag.diameter_m
    return 0.0 if end_d < LEAST_END_D else min(1.0, end_d / FULL_END_D)


def _size(lag: BraceLag, metric: bool) -> str:
    return f"{lag.diameter_m * 1000:.1f} mm" if metric else f"{lag.diameter_m / IN:g} in"


def word_of(wood: Wood) -> str:
    """What a code's joints know a wood by: its species, or its strength class."""
    return wood.species or wood.grade


def brace_end_holds(
    book: Rulebook, brace: Wood, held_by: Wood, *, deep_m: float
) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
    """What two lags at one end hold along the brace, and how it is found.

    Args:
        held_by: The post or header that the lags stand in; `deep_m`: how thick it is along them.

    Raises:
        OutOfScopeError: The code has no value for them, or the lag is too close to the brace's end.
    """
    rules: JointRules = book.joints
    lag = brace_lag(brace.width_m)
    screw = Fastener(kind="lag screw", diameter_m=lag.diameter_m)
    thread_m = min(THREAD_M, deep_m)
    share = end_share(lag)
    lateral = rules.lateral(
        LateralRequest(
            fastener=screw,
            side_m=UNDER_WASHER_M,
            main_m=thread_m,
            wood=word_of(held_by),
            side_wood=word_of(brace),
            angle_side_rad=BRACE_RAD,
        )
    )
    pulled = rules.withdrawal(WithdrawalRequest(fastener=screw, wood=word_of(held_by), thread_m=thread_m))
    one_n, pull_n = share * si(lateral.design), si(pulled.design)
    found = butted_brace(BRACE_RAD, LAGS_AN_END, one_n, withdrawal_n=pull_n, combined=rules.combined_n)
    u = book.units
    lateral_value = one_n / u.force_n
    across = CalculationStep(
        symbol="Z_e",
        value=lateral_value,
        unit=u.force,
        formula="r_end * Z_1",
        inputs=(("r_end", share, ""), ("Z_1", si(lateral.design) / u.force_n, u.force)),
        source="nds: 12.5.1A; high; in other codes likewise [our own]",
        says="one lag across its axis, close to the brace's end",
    )
    slides = CalculationStep(
        symbol="N_s",
        value=found.push_slides_n / u.force_n,
        unit=u.force,
        formula="n * Z_e * sqrt(2)",
        inputs=(("n", float(LAGS_AN_END), ""), ("Z_e", lateral_value, u.force)),
        source="statics: contact carries what is square to the face",
        says="pushed: the lags keep the end from sliding along the face",
    )
    pull = CalculationStep(
        symbol="N_p",
        value=min(found.foot_pull_n, found.head_pull_n) / u.force_n,
        unit=u.force,
        formula="",
        inputs=(),
        source="nds: 12.4.1; ec5: 8.28; high",
        says="pulled: the lags are loaded across and along their axes",
    )
    limit = CalculationStep(
        symbol="N_max",
        value=found.least_n / u.force_n,
        unit=u.force,
        formula="min(N_s, N_p)",
        inputs=(("N_s", slides.value, u.force), ("N_p", pull.value, u.force)),
        source="statics: the lesser of push and pull",
        says=f"{LAGS_AN_END} lag screws an end, {_size(lag, book.metric)},",
    )
    return limit, (lateral.reference, lateral.design, across, pulled.design, slides, pull)


@value_object
class BraceForce:
    """What a brace's ends must hold, push and pull: the check's key, the force along it, and its load case."""

    key: str
    force: CalculationStep
    case: str


def check_brace_ends(
    collector: CheckCollector, about: str, woods: tuple[Wood, Wood, Wood], *, demand: BraceForce
) -> None:
    """Both ends of a brace hold its force; where lags don't, a maker's rating is asked for.

    Args:
        woods: The brace's, its post's and its header's.
    """
    brace, post, header = woods
    force = demand.force
    try:
        ends = (
            brace_end_holds(collector.book, brace, post, deep_m=min(post.width_m, post.depth_m)),
            brace_end_holds(collector.book, brace, header, deep_m=header.depth_m),
        )
        limit, working = min(ends, key=lambda end: end[0].value)
        if force.value <= limit.value:
            collector.at_most(
                demand.key, about, force, limit=limit, working=working, case=demand.case, asks=CheckOrigin.SAFETY
            )
            return
        why = f"{limit.says} hold {said(limit)}"
    except (OutOfScopeError, InvalidInputError) as refused:
        why = refused.reason if isinstance(refused, OutOfScopeError) else refused.message
    collector.gap(
        demand.key,
        about,
        OutOfScopeError(
            f"{why}; each end must hold {said(force)} in push and in pull, and no connector's rating is entered",
            "longer braces, thicker braces with heavier lags, or a connector with its maker's number for one end",
        ),
        crew=True,
        needs=force,
    )
