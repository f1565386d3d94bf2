"""One piece that bends, held against its wood: the check, or why it cannot be made and what the piece must carry."""

from steady.errors import OutsideScope
from steady.plan.model import Asks, Basis, Check, NotCovered, Step
from steady.rulebooks.answers import LoadType, Wood, si
from steady.rulebooks.base import Rulebook


def check_bends(
    book: Rulebook, wood: Wood, moment: Step, *, name: str, about: str, case: str, load: LoadType, asks: Asks = Asks.CODE,
    working: tuple[Step, ...] = (), change: str = "a graded stick of the school's tables",
) -> Check | NotCovered:  # fmt: skip
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
            name=name, about=about, basis=Basis.RECKONED, reason=f"{reason}; it must carry {moment.value:.3g} {u.moment}",
            would_have_to_change=change, crew=True,
        )  # fmt: skip
    limit = capacity
    if capacity.unit != u.moment:
        limit = Step(
            symbol="M_max", value=si(capacity) / u.moment_n_m, unit=u.moment, formula="", inputs=(), source=capacity.source,
            says=capacity.says,
        )  # fmt: skip
    return Check(
        name=name, about=about, basis=Basis.RECKONED, sense="at most", demand=moment, limit=limit, working=working, case=case,
        asks=asks,
    )  # fmt: skip
