"""A roof's ledger on a house: its wall, what each fastener carries down and up, and how it bends between fasteners."""

from steady.data.loader import keyed
from steady.design_codes.canopies import LedgerFixingInput, ledger_fixing
from steady.design_codes.requests import LoadType, Wood
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.structures.bending_check import CheckContext, check_bends
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.loads import CanopyLoads
from steady.structures.check_collector import CheckCollector, said
from steady.value_objects import value_object


@value_object
class LedgerLoad:
    """What a metre of the ledger carries (N/m), and what each of its fasteners carries down and is lifted by (N).

    All at the school's design level.
    """

    line_n_per_m: float
    down_n: float
    up_n: float


@value_object
class LedgerInput:
    """A ledger as it is built.

    Args:
        me: The structure.
        wall: A key of the table of walls.
        wood: Its stick.
        long_m: Its length.
        fixing_m: From fastener to fastener along it, `at_point` of them above each other.
        rafters_m: From rafter to rafter.
        reach_m: How much of the roof's depth comes down on it.
        drift_n_per_m: What drifts or slides onto the roof brings to it, on top of the even snow.
    """

    me: str
    wall: str
    wood: Wood
    long_m: float
    fixing_m: float
    at_point: int
    rafters_m: float
    reach_m: float
    drift_n_per_m: float = 0.0


def wall_conflicts(wall: str) -> list[str]:
    """Walls that carry no ledger are refused, whatever the rest says."""
    row = keyed("deck_walls").get(wall)
    if row is None or row.text["ledger"] == "yes":
        return []
    return [f"No ledger on this wall: {row.text['reason']}"]


def check_ledger(collector: CheckCollector, ledger: LedgerInput, loads: CanopyLoads) -> LedgerLoad:
    """Check a roof's ledger: bending between fasteners, and what each fastener must hold down and up.

    A wall that carries no ledger leaves its fasteners unchecked, with the reason.
    """
    book, reach = collector.book, ledger.reach_m
    f = factors_of(book)
    each = ledger.fixing_m / ledger.at_point
    snow = f.live * ((loads.snow_pa or 0.0) * reach + ledger.drift_n_per_m)
    passing: dict[LoadType, float] = {
        "roof": f.live * loads.live_on_pa(book, reach * ledger.long_m) * reach,  # the ledger's own area
        "snow": snow,
        "wind": f.wind_up * (loads.wind_pa or 0.0) * reach,
    }
    worst = max(passing, key=lambda key: passing[key])
    line = f.dead * loads.dead_pa * reach + passing[worst]
    lifted = ledger_fixing(
        book,
        LedgerFixingInput(
            span_m=2 * reach,
            dead_pa=loads.dead_pa,
            live_pa=0.0,
            spacing_m=ledger.fixing_m,
            at_point=ledger.at_point,
            wind_up_pa=loads.rafter_up_pa,
        ),
    )
    made = LedgerLoad(line_n_per_m=line, down_n=line * each, up_n=lifted.up_n)
    _bends(collector, ledger, line, load=worst)
    wall = keyed("deck_walls").get(ledger.wall)
    if wall is None or wall.text["ledger"] != "yes":
        why = wall.text["reason"] if wall is not None else "the wall is not one of the known ones"
        collector.gap(
            "ledger_fastener.capacity",
            f"{ledger.me}/ledger",
            OutOfScopeError(why, "open the wall to its framing, or make it freestanding"),
        )
        return made
    _fasteners(collector, f"{ledger.me}/ledger", made)
    return made


def _bends(collector: CheckCollector, ledger: LedgerInput, line_n_per_m: float, *, load: LoadType) -> None:
    """Between two fasteners as a simple span, a rafter half-way: on the safe side, for a ledger runs on over several."""
    u, s, a = collector.book.units, ledger.fixing_m, ledger.rafters_m
    n = max(1.0, s / a)
    moment = CalculationStep(
        symbol="M",
        value=line_n_per_m * a * n * s / 4 / u.moment_n_m,
        unit=u.moment,
        formula="k * w * a * n * s / 4",
        inputs=(
            ("k", u.line_n_per_m * u.span_m**2 / u.moment_n_m, ""),
            ("w", line_n_per_m / u.line_n_per_m, u.line),
            ("a", a / u.span_m, u.span),
            ("n", n, ""),
            ("s", s / u.span_m, u.span),
        ),
        source="statics: simple span from fastener to fastener, the rafters on it at its middle",
        says="w: the roof on a length of ledger; a: rafter spacing; n: rafters a span; s: fastener spacing",
    )
    one = check_bends(
        collector.book,
        ledger.wood,
        (moment, load),
        asked=CheckContext("ledger.bending", f"{ledger.me}/ledger", "between fasteners"),
    )
    collector.take(one)


def _fasteners(collector: CheckCollector, about: str, ledger: LedgerLoad) -> None:
    u = collector.book.units
    down = given_step(
        "V", ledger.down_n / u.force_n, u.force, source="statics: half the roof on its ledger", says="down, each fixing"
    )
    up = given_step(
        "T", ledger.up_n / u.force_n, u.force, source="statics: wind up less what holds it down", says="up, each fixing"
    )
    collector.gap(
        "ledger_fastener.capacity",
        about,
        OutOfScopeError(
            f"no rating is entered; each fixing must hold {said(down)} down and {said(up)} up",
            "the maker's number for one fixing in this wall, with your factor",
        ),
        crew=True,
        needs=max(down, up, key=lambda step: step.value),
    )
