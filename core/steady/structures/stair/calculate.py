"""A straight stair: risers all alike, goings, stringers, a landing and a handrail, against the school's limits."""

import math
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.results import StairLimits, given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import Basis, CalculationStep, Check, UncheckedItem
from steady.units.units import IN
from steady.value_objects import value_object

RISER_LEAST_M = 0.05
"""However long its run, a stair has risers [our own]."""
RISER_USUAL_M = 0.18
"""Where a school has no limit entered: about seven inches [common practice]."""


@value_object
class StairInput:
    """A stair as it is wished for.

    `drop_at`: the deck's height above the ground so far out from its edge. `middle`: stringers rest under their middles, too.
    `made_treads`: of no wood; `tread_most_m`: how far apart their maker lets the stringers stand.
    """

    drop_at: Callable[[float], float]
    width_m: float
    going_m: float
    riser_m: float | None
    cut: bool
    spacing_m: float
    stringer: SectionItem
    tread_m: float
    open_risers: bool = False
    middle: bool = False
    made_treads: bool = False
    tread_most_m: float | None = None


@dataclass(slots=True)
class StairResult:
    """The stair as it is built: risers, each one's height, its run and its stringers."""

    risers: int = 0
    riser_m: float = 0.0
    rise_m: float = 0.0
    run_m: float = 0.0
    stringers: int = 0
    handrails: int = 0
    riser_strip_m: float = 0.0
    """How high a board closes each riser, under its tread; 0: they stay open."""
    checks: list[Check] = field(default_factory=list)
    not_covered: list[UncheckedItem] = field(default_factory=list)

    @property
    def slope_rad(self) -> float:
        """Angle of the stringers above level: a riser over a going, the line that the treads' noses lie on."""
        return math.atan2(self.rise_m - self.riser_m, self.run_m) if self.run_m > 0 else math.pi / 2


def calculate_stair(ask: StairInput, book: Rulebook, about: str) -> StairResult:
    """Lay a stair out to the ground where it lands, and hold it against the school's limits.

    Raises:
        InvalidInputError: No drop to step down.
    """
    found = StairResult()
    limits: StairLimits | None = None
    try:
        limits = book.stair("cut" if ask.cut else "solid")
    except OutOfScopeError as refused:
        _gap(found, "stair", about, refused=refused)
    most_m = ask.riser_m or (_riser_most_m(ask, limits) if limits else RISER_USUAL_M)
    run_m = 0.0
    for _ in range(8):
        # The ground where it lands decides how many risers there are, and they decide where it lands.
        rise_m = ask.drop_at(run_m)
        if not rise_m > 0.05:
            raise InvalidInputError("at_m", "There is nothing to step down here: the deck lies on the ground")
        risers = max(1, math.ceil(rise_m / most_m - 1e-9))
        found.risers, found.riser_m, found.rise_m = risers, rise_m / risers, rise_m
        run_m = (risers - 1) * ask.going_m
    found.run_m = run_m
    found.stringers = max(2, math.ceil(ask.width_m / ask.spacing_m - 1e-9) + 1)
    if limits is not None:
        found.handrails = _handrails(found, ask, limits)
        _limits(found, ask, limits, book=book, about=about)
        _open_risers(found, ask, limits, book=book, about=about)
    _stringers(found, ask, book, about=about)
    return found


def landing_checks(long_m: float, width_m: float, book: Rulebook, *, about: str) -> list[Check]:
    """A landing as long as its stair is wide, and no shorter than the school asks; nothing where it names no limits at all.

    Source: the school's stair limits; a landing as long as the stair is wide under each of them.
    """
    try:
        limits = book.stair("solid")
    except OutOfScopeError:
        return []
    u, least_m = book.units, max(width_m, limits.landing_least_m or 0.0)
    says = "as long as the stair is wide" if least_m <= width_m else "the least of the code"
    return [
        Check(
            key="stair.landing_length",
            about=about,
            basis=Basis.CALCULATED,
            sense="at least",
            demand=given_step(
                "l", long_m / u.size_m, u.size, source="geometry", says="landing, in the direction of travel"
            ),
            limit=given_step("l_min", least_m / u.size_m, u.size, source=limits.source, says=says),
            fitted=long_m <= width_m,
        )
    ]


def _riser_most_m(ask: StairInput, limits: StairLimits) -> float:
    """The steepest riser that goes with this run: its own limit, twice the rise with the run, the stair's pitch."""
    most = [limits.riser_most_m]
    if limits.step_most_m is not None:
        most.append((limits.step_most_m - ask.going_m) / 2)
    if limits.pitch_most_rad is not None:
        most.append(ask.going_m * math.tan(limits.pitch_most_rad))
    return max(RISER_LEAST_M, min(most))


def _handrails(found: StairResult, ask: StairInput, limits: StairLimits) -> int:
    """How many handrails the school asks for: none, on one side, on both."""
    many = limits.handrail_risers is not None and found.risers >= limits.handrail_risers
    high = limits.handrail_over_m is not None and found.rise_m > limits.handrail_over_m + 1e-9
    if not many and not high:
        return 0
    return 2 if limits.handrails_from_m is not None and ask.width_m >= limits.handrails_from_m - 1e-9 else 1


def _gap(found: StairResult, name: str, about: str, *, refused: OutOfScopeError, crew: bool = False) -> None:
    found.not_covered.append(
        UncheckedItem(
            key=name,
            about=about,
            basis=Basis.CALCULATED,
            reason=refused.reason,
            would_have_to_change=refused.would_have_to_change or "the local code's limits, or an engineer",
            crew=crew,
        )
    )


def _limits(found: StairResult, ask: StairInput, limits: StairLimits, *, book: Rulebook, about: str) -> None:
    """The stair as it is built against each limit that the school names."""
    u = book.units

    def step(symbol: str, value_m: float, says: str, *, source: str) -> CalculationStep:
        return given_step(symbol, value_m / u.size_m, u.size, source=source, says=says)

    step_m = 2 * found.riser_m + ask.going_m
    risers, goings = f"{found.risers} risers all alike", "from nosing to nosing, level"
    span_m = found.run_m / 2 if ask.middle else found.run_m
    stringers = f"{'cut' if ask.cut else 'solid'} stringers, level" + (", to the middle support" if ask.middle else "")
    rows: tuple[tuple[str, Literal["at most", "at least"], float, float | None, str], ...] = (
        ("stair.maximum_rise", "at most", found.riser_m, limits.riser_most_m, risers),
        ("stair.minimum_rise", "at least", found.riser_m, limits.riser_least_m, risers),
        ("stair.minimum_run", "at least", ask.going_m, limits.tread_least_m, goings),
        ("stair.maximum_run", "at most", ask.going_m, limits.tread_most_m, goings),
        ("stair.minimum_step", "at least", step_m, limits.step_least_m, "two rises and a run"),
        ("stair.maximum_step", "at most", step_m, limits.step_most_m, "two rises and a run"),
        ("stair.flight_rise", "at most", found.rise_m, limits.flight_most_m, "rise without a landing between"),
        ("stair.width", "at least", ask.width_m, limits.width_least_m, "clear width"),
        ("stringer.allowable_span", "at most", span_m, limits.stringer_span_m, stringers),
    )
    for name, sense, has_m, limit_m, says in rows:
        if limit_m is None or has_m <= 0:
            continue
        end = "max" if sense == "at most" else "min"
        found.checks.append(
            Check(
                key=name,
                about=about,
                basis=Basis.CALCULATED,
                sense=sense,
                demand=step("x", has_m, says, source="geometry"),
                limit=step(f"x_{end}", limit_m, "the limit", source=limits.source),
                fitted=True,
            )
        )
    if limits.pitch_most_rad is not None and found.run_m > 0:
        found.checks.append(
            Check(
                key="stair.pitch",
                about=about,
                basis=Basis.CALCULATED,
                sense="at most",
                demand=given_step(
                    "a", math.degrees(found.slope_rad), "deg", source="geometry", says="line of the nosings"
                ),
                limit=given_step(
                    "a_max", math.degrees(limits.pitch_most_rad), "deg", source=limits.source, says="the limit"
                ),
                fitted=True,
            )
        )


@value_object
class RiserOpening:
    """A riser left open: clear under its tread (m), how many of them must be closed, and how high a strip does it (m)."""

    clear_m: float
    close_least: int
    strip_m: float


def open_riser(riser_m: float, tread_m: float, risers: int, *, limits: StairLimits) -> RiserOpening:
    """What passes between treads, and which openings lie so high that a ball must not.

    Source: geometry; the school's ball and the height from which it asks. A strip leaves less than the ball by a hair.
    """
    clear_m = riser_m - tread_m
    if limits.ball_m is None or clear_m < limits.ball_m:
        return RiserOpening(clear_m=clear_m, close_least=0, strip_m=0.0)
    high = sum(k * riser_m > limits.ball_over_m + 1e-9 for k in range(1, risers + 1))
    return RiserOpening(clear_m=clear_m, close_least=high, strip_m=clear_m - limits.ball_m + HAIR_M if high else 0.0)


HAIR_M = 0.003
"""What a strip closes more than it must: less than the ball passes [our own]."""


def _open_risers(found: StairResult, ask: StairInput, limits: StairLimits, *, book: Rulebook, about: str) -> None:
    """Closed all alike by a strip where the school asks for any of them; wished open, held against its ball."""
    one, u = open_riser(found.riser_m, ask.tread_m, found.risers, limits=limits), book.units
    if not one.close_least:
        return
    left_m = one.clear_m
    if not ask.open_risers:
        found.riser_strip_m, left_m = one.strip_m, one.clear_m - one.strip_m
    has = CalculationStep(
        symbol="g",
        value=left_m / u.size_m,
        unit=u.size,
        formula="r - t - s",
        inputs=(
            ("r", found.riser_m / u.size_m, u.size),
            ("t", ask.tread_m / u.size_m, u.size),
            ("s", found.riser_strip_m / u.size_m, u.size),
        ),
        source="geometry",
        says=f"open under a tread; {one.close_least} of {found.risers} so high that they count",
    )
    assert limits.ball_m is not None
    ball = given_step(
        "d_ball", limits.ball_m / u.size_m, u.size, source=limits.source, says="a ball that must not pass"
    )
    found.checks.append(
        Check(
            key="stair.open_risers",
            about=about,
            basis=Basis.CALCULATED,
            sense="at most",
            demand=has,
            limit=ball,
            fitted=not ask.open_risers,
        )
    )


THROAT_M = 5 * IN
"""Wood left below the notches of a cut stringer, at least [common practice, from memory medium]."""
STRINGERS_M = 16 * IN
"""Stringers stand so close under 5/4 and 2× treads, unless the tread's maker says otherwise [common practice]."""


def _stringers(found: StairResult, ask: StairInput, book: Rulebook, *, about: str) -> None:
    """What is left of a cut stringer, what it is cut from, and how far apart stringers stand under their treads."""
    u = book.units

    def step(symbol: str, value_m: float, says: str, *, source: str) -> CalculationStep:
        return given_step(symbol, value_m / u.size_m, u.size, source=source, says=says)

    if found.run_m <= 0:
        return
    if ask.cut:
        notch_m = found.riser_m * ask.going_m / math.hypot(found.riser_m, ask.going_m)
        left_m = ask.stringer.width_m - notch_m
        has = CalculationStep(
            symbol="t",
            value=left_m / u.size_m,
            unit=u.size,
            formula="w - r * g / sqrt(r ** 2 + g ** 2)",
            inputs=(
                ("w", ask.stringer.width_m / u.size_m, u.size),
                ("r", found.riser_m / u.size_m, u.size),
                ("g", ask.going_m / u.size_m, u.size),
            ),
            source="geometry",
            says="left of the stringer below its notches",
        )
        if left_m <= 0:
            has = step("t", 1e-6, "nothing is left of the stringer below its notches", source="geometry")
        least = step("t_min", THROAT_M, "5 in (127 mm) at least", source="practice: throat of a cut stringer; medium")
        found.checks.append(
            Check(
                key="stringer.throat_depth",
                about=about,
                basis=Basis.CALCULATED,
                sense="at least",
                demand=has,
                limit=least,
                case="cut stringers",
            )
        )
    if ask.made_treads and ask.tread_most_m is None:
        why = "how far stringers may stand apart under treads that are not wood is their maker's to say"
        _gap(
            found,
            "tread.allowable_span",
            about,
            refused=OutOfScopeError(why, "type the maker's spacing under stairs"),
            crew=True,
        )
        return
    apart_m = (ask.width_m - ask.stringer.thickness_m) / (found.stringers - 1)
    has = step("s", apart_m, f"{found.stringers} stringers", source="geometry")
    most_m = ask.tread_most_m or (STRINGERS_M if ask.tread_m < 0.045 else 24 * IN)
    source = "practice: what treads are sold for; medium" if ask.tread_most_m is None else "user: the maker's spacing"
    limit = step("s_max", most_m, "under treads of this thickness", source=source)
    found.checks.append(
        Check(
            key="tread.allowable_span",
            about=about,
            basis=Basis.CALCULATED,
            sense="at most",
            demand=has,
            limit=limit,
            case="centre to centre",
        )
    )
