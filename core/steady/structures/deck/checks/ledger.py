"""The ledger: whether the wall takes one, its fixings and their rows, the hangers on it, and the ties that hold it to the house."""

from steady.data.loader import keyed
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.connectors import limits_n
from steady.plan.model import Basis, CalculationStep
from steady.structures.check_collector import said
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers
from steady.structures.deck.checks.joists import factored, kinds
from steady.structures.deck.layout.framing import DeckFrame
from steady.units.units import IN

SPACINGS_M = tuple(inches * IN for inches in (16, 12, 8, 6, 4))
"""Spacings that a ledger without a table is fixed at, widest first [common practice]."""


def walls() -> list[tuple[str, str]]:
    """Every kind of wall and what it is."""
    return [(key, row.text["says"]) for key, row in keyed("deck_walls").items()]


def length_m(frame: DeckFrame) -> float:
    """Length of the ledger: the house's edge of the outline."""
    return frame.plan.edges[0].length_m


def check_ledger(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> float | None:
    """Every check of the ledger; its fixings' spacing (m), or None where there is none."""
    spec, book = collector.spec, collector.book
    if not frame.on_house:
        return None
    about = f"{spec.id}/ledger"
    design = spec.ledger
    row = keyed("deck_walls").get(design.wall)
    if row is None:
        raise InvalidInputError(
            "ledger/wall", f'No wall is called "{design.wall[:40]}". There is: {", ".join(keyed("deck_walls"))}'
        )
    if row.text["ledger"] != "yes":
        collector.gap(
            "ledger.wall_suitability",
            about,
            OutOfScopeError(f"{row.text['says']}: {row.text['reason']}", "a freestanding deck beside the house"),
        )
    u, floor = book.units, collector.load.floor
    span_m = max((joist.spans_m[0] for joist in frame.joists if joist.on[0] == ""), default=frame.longest_span_m)
    spacing_m = design.spacing_m
    try:
        printed = book.ledger_table(
            fixing=design.fixing,
            diameter_m=0.5 * IN,
            sheathing_m=design.sheathing_m,
            joist_span_m=span_m,
            live_pa=floor.live_pa,
        )
        spacing_m = spacing_m or si(printed)
        has = given_step(
            "s",
            spacing_m / u.size_m,
            u.size,
            source="user: typed for this ledger" if design.spacing_m else "tool: as the table asks",
            says=f"between {design.fixing}s",
        )
        collector.at_most(
            "ledger_fasteners.spacing_code_table",
            about,
            has,
            limit=_in_size(collector, printed),
            working=(printed,),
            case="table",
            basis=Basis.TABLE,
            fitted=not design.spacing_m,
        )
    except OutOfScopeError as refused:
        collector.gap("ledger_fasteners.spacing_code_table", about, refused, basis=Basis.TABLE)
    spacing_m = spacing_m or _what_one_may_carry_m(collector, frame)
    _load(collector, frame, about, spacing_m=spacing_m)
    _hangers(collector, frame, about)
    if timber.joist.width_m < 7.2 * IN and not book.metric:
        collector.gap(
            "ledger.minimum_depth",
            about,
            OutOfScopeError("the table's ledger is a 2×8 or deeper", "joists and ledger of 2×8 or more"),
            basis=Basis.TABLE,
        )
    return spacing_m


def _in_size(collector: DeckCheckCollector, step: CalculationStep) -> CalculationStep:
    u = collector.book.units
    if step.unit == u.size:
        return step
    return given_step(step.symbol, si(step) / u.size_m, u.size, source=step.source, says=step.says)


def _reactions(collector: DeckCheckCollector, frame: DeckFrame) -> tuple[float, float]:
    """Dead and live reaction of the most loaded joist on the ledger (N)."""
    spec, floor = collector.spec, collector.load.floor
    worst = 0.0, 0.0
    for joist, effects in kinds(spec, frame.joists):
        if joist.on[0] == "":
            pair = (
                effects.reactions[0] * floor.dead_pa * spec.spacing_m,
                effects.most[0] * floor.live_pa * spec.spacing_m,
            )
            worst = max(worst, pair, key=sum)
    return worst


def _what_one_may_carry_m(collector: DeckCheckCollector, frame: DeckFrame) -> float:
    """Spacing of fixings that no table gives: the widest of the usual ones at which each carries no more than its rating, or than
    an ordinary ledger screw holds; the closest where none does."""
    spec, book = collector.spec, collector.book
    limits = limits_n("ledger screw", book.key)
    holds_n = spec.ledger.fixing_rating_n or (limits["down"] if limits is not None else 0.0)
    for spacing_m in SPACINGS_M:
        dead, live = (part / spec.spacing_m * spacing_m for part in _reactions(collector, frame))
        if si(factored(collector, dead, live, symbol="P", says="on one fixing of the ledger")) <= holds_n + 1e-9:
            return spacing_m
    return SPACINGS_M[-1]


def _load(collector: DeckCheckCollector, frame: DeckFrame, about: str, *, spacing_m: float) -> None:
    """Load on one fixing against the maker's number; without one it is told, and not covered."""
    spec, book = collector.spec, collector.book
    u = book.units
    dead, live = (part / spec.spacing_m * spacing_m for part in _reactions(collector, frame))
    demand = factored(collector, dead, live, symbol="P", says="on one fixing of the ledger")
    rating = spec.ledger.fixing_rating_n
    if rating > 0:
        limit = given_step(
            "P_max", rating / u.force_n, u.force, source="user: the maker's number with the crew's own safety factor"
        )
        collector.at_most("ledger_fastener.capacity", about, demand, limit=limit, working=(), case=spec.ledger.fixing)
        return
    if any(c.about == about and c.basis is Basis.TABLE for c in collector.checks):
        # The table is the school's own answer for these fixings; the load on each stands beside it.
        return
    collector.gap(
        "ledger_fastener.capacity",
        about,
        OutOfScopeError(
            f"no value of the fixings is entered; each {spec.ledger.fixing} must hold {said(demand)}",
            "the maker's number for one fixing, with a safety factor in it",
        ),
        crew=True,
        needs=demand,
    )


def _hangers(collector: DeckCheckCollector, frame: DeckFrame, about: str) -> None:
    spec, u = collector.spec, collector.book.units
    demand = factored(collector, *_reactions(collector, frame), symbol="R", says="one joist in its hanger")
    rating = spec.ledger.hanger_rating_n
    if rating > 0:
        limit = given_step(
            "R_max", rating / u.force_n, u.force, source="user: the maker's number with the crew's own safety factor"
        )
        collector.at_most(
            "joist_hanger_at_ledger.capacity", about, demand, limit=limit, working=(), case="every nail in"
        )
        return
    collector.gap(
        "joist_hanger_at_ledger.capacity",
        about,
        OutOfScopeError(
            f"no rating of the hangers is entered; each must hold {said(demand)}",
            "the maker's number for one hanger with every nail in it",
        ),
        crew=True,
        needs=demand,
    )


def edges(in_inches: bool) -> str:
    """Rows and edges of the fixings in one sentence. Source: IRC R507.9.1.3(2) (from memory, medium)."""
    rows = keyed("us_ledger_edges")

    def said(key: str) -> str:
        value_m = rows[key].number("least_m")
        return f"{value_m / IN:g} in" if in_inches else f"{1000 * value_m:.0f} mm"

    return (
        f"Ledger fixings in two rows, staggered: {said('ledger top')} from its top edge, {said('ledger bottom')} from its bottom, "
        f"{said('ledger ends')} from its ends, rows {said('between rows')} to {said('rows at most')} apart"
    )
