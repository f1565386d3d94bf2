"""One piece that bends, held against its wood: the check, or why it cannot be made and what the piece must carry."""

from steady.errors import OutsideScope
from steady.measure.trade import Units
from steady.plan.model import Asks, Basis, Check, NotCovered, Step
from steady.rulebooks.answers import LoadType, Wood, given_step, si
from steady.rulebooks.facets.timber import Timber
from steady.structures.wood import board_reach_m


def check_bends(  # noqa: PLR0913
    book: Timber,
    wood: Wood,
    moment: Step,
    *,
    name: str,
    about: str,
    case: str,
    load: LoadType,
    asks: Asks = Asks.CODE,
    working: tuple[Step, ...] = (),
    change: str = "a graded stick of the code's tables",
) -> Check | NotCovered:
    """A factored moment (in the school's unit of moments) on a piece.

    Args:
        load: How long the load lasts, in the school's words.
        change: What would bring an answer where the school has no value for the wood.
    """
    u = book.units
    try:
        capacity = book.moment_capacity(wood, load)
    except (OutsideScope, ValueError) as refused:
        reason = refused.reason if isinstance(refused, OutsideScope) else str(refused)
        return NotCovered(
            name=name,
            about=about,
            basis=Basis.RECKONED,
            reason=f"{reason}; it must carry {moment.value:.3g} {u.moment}",
            would_have_to_change=change,
            crew=True,
        )
    limit = capacity
    if capacity.unit != u.moment:
        limit = given_step("M_max", si(capacity) / u.moment_n_m, u.moment, capacity.source, capacity.says)
    return Check(
        name=name,
        about=about,
        basis=Basis.RECKONED,
        sense="at most",
        demand=moment,
        limit=limit,
        working=working,
        case=case,
        asks=asks,
    )


def check_reach(  # noqa: PLR0913
    u: Units,
    thickness_m: float,
    span: float,
    *,
    name: str,
    about: str,
    case: str,
    says: str,
    where: str,
    share: float = 1.0,
) -> Check:
    """A board that no table has a stress for: held to a span of our own for its thickness, which is our own safety limit.

    Args:
        span: In the school's own unit of spans.
        where: In which wind; within the run, `share` lets it span so much farther.
    """
    has = given_step("L", span, u.span, "geometry", says)
    most = given_step(
        "L_max",
        board_reach_m(thickness_m) * share / u.span_m,
        u.span,
        "practice: our own span of a board by its thickness, about 520 psi; low",
        where,
    )
    return Check(
        name=name,
        about=about,
        basis=Basis.RECKONED,
        sense="at most",
        demand=has,
        limit=most,
        working=(),
        case=case,
        asks=Asks.SAFETY,
    )
