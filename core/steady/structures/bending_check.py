"""One piece that bends, held against its wood: the check, or why it cannot be made and what the piece must carry."""

from steady.design_codes.facets.timber import TimberRules
from steady.design_codes.requests import LoadType, Wood
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.plan.model import Basis, CalculationStep, Check, CheckOrigin, UncheckedItem
from steady.structures.wood import board_reach_m
from steady.units.trade import Units
from steady.value_objects import positional_value_object

GRADED = "a graded stick of the code's tables"


@positional_value_object
class CheckContext:
    """What a check is called, what it is about, and in which case."""

    name: str
    about: str
    case: str


def check_bends(
    book: TimberRules,
    wood: Wood,
    moment: tuple[CalculationStep, LoadType],
    *,
    asked: CheckContext,
    change: str = GRADED,
) -> Check | UncheckedItem:
    """A factored moment (in the school's unit of moments) on a piece.

    Args:
        moment: With how long its load lasts, in the school's words.
        change: What would bring an answer where the school has no value for the wood.
    """
    u, (bent, load) = book.units, moment
    try:
        capacity = book.moment_capacity(wood, load)
    except (OutOfScopeError, ValueError) as refused:
        reason = refused.reason if isinstance(refused, OutOfScopeError) else str(refused)
        return UncheckedItem(
            key=asked.name,
            about=asked.about,
            basis=Basis.CALCULATED,
            reason=f"{reason}; it must carry {bent.value:.3g} {u.moment}",
            would_have_to_change=change,
            crew=True,
        )
    return Check(
        key=asked.name,
        about=asked.about,
        basis=Basis.CALCULATED,
        sense="at most",
        demand=bent,
        limit=capacity,
        working=(),
        case=asked.case,
        by_wind=load == "wind",
    )


def check_reach(
    u: Units, thickness_m: float, reach: CalculationStep, *, asked: CheckContext, where: tuple[str, float]
) -> Check:
    """A board that no table has a stress for: held to a span of our own for its thickness, which is our own safety limit.

    Args:
        reach: Its span, in the school's own unit of spans.
        where: In which wind, and how much farther that lets it span: within the run, more.
    """
    says, share = where
    most = given_step(
        "L_max",
        board_reach_m(thickness_m) * share / u.span_m,
        u.span,
        source="practice: our own span of a board by its thickness, about 520 psi; low",
        says=says,
    )
    return Check(
        key=asked.name,
        about=asked.about,
        basis=Basis.CALCULATED,
        sense="at most",
        demand=reach,
        limit=most,
        working=(),
        case=asked.case,
        asks=CheckOrigin.SAFETY,
        by_wind=True,
    )
