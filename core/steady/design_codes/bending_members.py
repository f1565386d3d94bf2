"""Bent members under any school: every check with its working and its split, and the greatest even span.

The school gives strengths, combinations and limits; the mechanics are the same in every school and stand here once.
"""

from functools import lru_cache
from typing import Literal

from steady.design_codes.base import Rulebook
from steady.design_codes.facets.loads import LoadRules
from steady.design_codes.facets.timber import TimberRules
from steady.design_codes.requests import LoadType, RafterInput, Wood
from steady.design_codes.results import Action, Combination, DeflectionLimit, MemberCheck, SpanResult, Split, Strength
from steady.errors import InvalidInputError
from steady.plan.model import Basis, CalculationStep, Check
from steady.statics.simple_span import (
    moment_n_m,
    sag_n_m3,
    shear_n,
    span_for_moment_m,
    span_for_sag_m,
    span_for_shear_m,
)
from steady.units.quantities import UNITS
from steady.value_objects import positional_value_object, value_object


@positional_value_object
class _Printed:
    """Units that a check of one kind is printed in: effect, section measure, and the name of the stress."""

    effect: str
    measure: str
    symbol: str
    name: str
    says: str


_BENDING = {
    True: _Printed("kN.m", "cm3", "f_m", "bending", "moment over section modulus"),
    False: _Printed("lb-in", "in3", "f_b", "bending", "moment over section modulus"),
}
_SHEAR = {
    True: _Printed("kN", "cm2", "tau", "shear", "shear over two thirds of the area"),
    False: _Printed("lb", "in2", "f_v", "shear", "shear over two thirds of the area"),
}


def even_action(load_n_per_m: float, span_m: float, shear_left_out_m: float = 0.0) -> Action:
    """What an even line load does to a simple span."""
    return Action(
        moment_n_m=moment_n_m(load_n_per_m, span_m),
        shear_n=shear_n(load_n_per_m, span_m, shear_left_out_m),
        sag_n_m3=sag_n_m3(load_n_per_m, span_m),
    )


@lru_cache(maxsize=64)
def floor_cases(book: LoadRules, live_use: str) -> tuple[Combination, ...]:
    """The combinations of dead and live load alone."""
    return tuple(case for case in book.combinations(live_use) if not case.wind and not case.snow)


@value_object
class BendingDemand:
    """What bends a member: effects of the unfactored loads, and what the limits on sag are a share of (m).

    `load`: how long the live load lasts; dead load alone is permanent. `stability`: factor on the bending strength where
    the squeezed edge is not held. `limit_ratio`: in place of the school's first limit on sag. `sags`: in place of the
    school's limits for floors, what it asks of this kind of member.
    """

    dead: Action
    live: Action
    span_m: float
    load: LoadType = "floor"
    live_use: str = ""
    stability: float = 1.0
    limit_ratio: float | None = None
    sags: tuple[DeflectionLimit, ...] | None = None


def check_member(book: Rulebook, wood: Wood, bent: BendingDemand, *, about: str = "member") -> tuple[MemberCheck, ...]:
    """Every check of a bent member: strength under each combination of dead and live load, then the sags.

    Raises:
        InvalidInputError: A span that is not above 0.
        OutOfScopeError: The school has no values for this wood.
    """
    if not bent.span_m > 0:
        raise InvalidInputError("span", "must be above 0")
    found: list[MemberCheck] = []
    for case in floor_cases(book, bent.live_use):
        if case.live and not (bent.live.moment_n_m or bent.live.shear_n):
            continue
        found.append(_bending(book, wood, case, bent=bent, about=about))
        found.append(_shear(book, wood, case, bent=bent, about=about))
    return (*found, *_sagging(book, wood, bent, about=about))


@positional_value_object
class _Resists:
    """How a stick resists one effect: the strength with every factor, over what measure, and how that is printed."""

    kind: Literal["bending", "shear"]
    strength: Strength
    factors: float
    measure: float
    printed: _Printed


def _bending(book: TimberRules, wood: Wood, case: Combination, *, bent: BendingDemand, about: str) -> MemberCheck:
    allowed = book.strength("bending", wood, bent.load if case.live else "permanent")
    held = _Resists("bending", allowed, allowed.factors * bent.stability, wood.modulus_m3, _BENDING[book.metric])
    return _strong(book, held, case, effects=(bent.dead.moment_n_m, bent.live.moment_n_m), about=about)


def _shear(book: TimberRules, wood: Wood, case: Combination, *, bent: BendingDemand, about: str) -> MemberCheck:
    allowed = book.strength("shear", wood, bent.load if case.live else "permanent")
    held = _Resists("shear", allowed, allowed.factors, book.shear_area_m2(wood) / 1.5, _SHEAR[book.metric])
    return _strong(book, held, case, effects=(bent.dead.shear_n, bent.live.shear_n), about=about)


def _strong(
    book: TimberRules, held: _Resists, case: Combination, *, effects: tuple[float, float], about: str
) -> MemberCheck:
    printed, allowed, factors, measure = held.printed, held.strength, held.factors, held.measure
    unit, size, stress = UNITS[printed.effect][1], UNITS[printed.measure][1], UNITS[book.stress_unit][1]
    effect = case.total(*effects)
    demand = CalculationStep(
        symbol=printed.symbol,
        value=effect / measure / stress,
        unit=book.stress_unit,
        formula="k * (g_D * D + g_L * L) / Z",
        inputs=(
            ("k", unit / size / stress, ""),
            ("g_D", case.dead, ""),
            ("D", effects[0] / unit, printed.effect),
            ("g_L", case.live, ""),
            ("L", effects[1] / unit, printed.effect),
            ("Z", measure / size, printed.measure),
        ),
        source=case.source or "statics",
        says=f"{case.name}: {printed.says}",
    )
    limit = CalculationStep(
        symbol=f"{printed.symbol}_max",
        value=allowed.book_pa * factors * allowed.limit / stress,
        unit=book.stress_unit,
        formula="f_k * k_all * phi",
        inputs=(
            ("f_k", allowed.book_pa / stress, book.stress_unit),
            ("k_all", factors, ""),
            ("phi", allowed.limit, ""),
        ),
        source=allowed.step.source,
        says=allowed.step.says,
    )
    check = Check(
        key=printed.name,
        about=about,
        basis=Basis.CALCULATED,
        sense="at most",
        demand=demand,
        limit=limit,
        working=(*allowed.working, allowed.step),
        case=case.name,
    )
    split = Split(load=effect, strength=allowed.book_pa * measure, factors=factors, limit=allowed.limit)
    return MemberCheck(kind=held.kind, check=check, split=split)


def _sagging(book: Rulebook, wood: Wood, bent: BendingDemand, *, about: str) -> list[MemberCheck]:
    dead, live, span_m = bent.dead, bent.live, bent.span_m
    e = book.strength("stiffness", wood, "floor")
    stiffness = e.allowed_pa * wood.second_moment_m4
    word = "mm" if book.metric else "in"
    length = UNITS[word][1]
    found: list[MemberCheck] = []
    for sag in book.sags(wood, bent.live_use, bent.limit_ratio) if bent.sags is None else bent.sags:
        load = sag.dead * dead.sag_n_m3 + sag.live * live.sag_n_m3
        demand = CalculationStep(
            symbol="w",
            value=load / stiffness / length,
            unit=word,
            formula="k_D * w_D + k_L * w_L",
            inputs=(
                ("k_D", sag.dead, ""),
                ("w_D", dead.sag_n_m3 / stiffness / length, word),
                ("k_L", sag.live, ""),
                ("w_L", live.sag_n_m3 / stiffness / length, word),
            ),
            source=sag.source,
            says=sag.says,
        )
        limit = CalculationStep(
            symbol="w_max",
            value=span_m / sag.limit_ratio / length,
            unit=word,
            formula="L / n",
            inputs=(("L", span_m / length, word), ("n", sag.limit_ratio, "")),
            source=sag.source,
        )
        check = Check(
            key="deflection" if sag.kind == "deflection" else "long_term_deflection",
            about=about,
            basis=Basis.CALCULATED,
            sense="at most",
            demand=demand,
            limit=limit,
            working=(e.step,),
            case=sag.says,
            asks=sag.asks,
        )
        split = Split(
            load=load,
            strength=e.book_pa * wood.second_moment_m4,
            factors=e.factors * e.limit,
            limit=span_m / sag.limit_ratio,
        )
        found.append(MemberCheck(kind=sag.kind, check=check, split=split))
    return found


@value_object
class EvenLoad:
    """An even load (N/m) on a simple span, and what limits the span besides strength.

    `shear_left_out`: whether the load within the depth of a support counts for shear. `sags`: in place of the school's own
    limits on sag. `more`: further limits on the span, by name (m).
    """

    dead_n_per_m: float
    live_n_per_m: float
    load: LoadType = "floor"
    live_use: str = ""
    limit_ratio: float | None = None
    shear_left_out: bool = False
    sags: tuple[DeflectionLimit, ...] | None = None
    more: tuple[tuple[str, float], ...] = ()
    longest_m: float | None = None


@lru_cache(maxsize=1024)
def even_span(book: Rulebook, wood: Wood, on: EvenLoad) -> SpanResult:
    """Greatest simple span under even load, edge held: strength under each combination, then the sags.

    Raises:
        InvalidInputError: Loads below 0 or none at all.
        OutOfScopeError: The school has no values for this wood.
    """
    dead_n_per_m, live_n_per_m = on.dead_n_per_m, on.live_n_per_m
    if not (dead_n_per_m >= 0 and live_n_per_m >= 0 and dead_n_per_m + live_n_per_m > 0):
        raise InvalidInputError("live", "loads must be 0 or more, and not all 0")
    limits: list[tuple[str, float]] = []
    for case in floor_cases(book, on.live_use):
        w = case.total(dead_n_per_m, live_n_per_m)
        duration: LoadType = on.load if case.live else "permanent"
        bending = book.strength("bending", wood, duration).allowed_pa * wood.modulus_m3
        shear = book.strength("shear", wood, duration).allowed_pa * book.shear_area_m2(wood) / 1.5
        limits.append(("bending", span_for_moment_m(bending, w)))
        limits.append(("shear", span_for_shear_m(shear, w, wood.bending_depth_m if on.shear_left_out else 0.0)))
    stiffness = book.strength("stiffness", wood, "floor").allowed_pa * wood.second_moment_m4
    for sag in book.sags(wood, on.live_use, on.limit_ratio) if on.sags is None else on.sags:
        w = sag.dead * dead_n_per_m + sag.live * live_n_per_m
        limits.append((sag.kind, span_for_sag_m(stiffness, w, sag.limit_ratio)))
    return least_span(book, wood, [*limits, *on.more], longest_m=on.longest_m)


def least_span(
    book: TimberRules, wood: Wood, limits: list[tuple[str, float]], *, longest_m: float | None
) -> SpanResult:
    """The least of several limits on a span, with its name.

    Raises:
        InvalidInputError: A cap that is not above 0.
    """
    if longest_m is not None:
        if not longest_m > 0:
            raise InvalidInputError("longest", "must be above 0")
        limits = [*limits, ("longest", longest_m)]
    governs, span_m = min(limits, key=lambda item: item[1])
    unit = "m" if book.metric else "in"
    least: dict[str, float] = {}
    for name, at_m in limits:
        least[name] = min(at_m, least.get(name, at_m))
    symbols = tuple(
        (f"L_{name.replace(' ', '_').replace('-', '_')}", at_m / UNITS[unit][1], unit)
        for name, at_m in least.items()
        if at_m < 1e6
    )
    step = CalculationStep(
        symbol="L",
        value=span_m / UNITS[unit][1],
        unit=unit,
        formula=f"min({', '.join(name for name, _, _ in symbols)})" if len(symbols) > 1 else symbols[0][0],
        inputs=symbols,
        source=book.strength("bending", wood, "floor").step.source,
        says=f"set by {governs}",
    )
    return SpanResult(span_m=span_m, governs=governs, step=step, limits=tuple(least.items()))


def worst_span(found: list[SpanResult]) -> SpanResult:
    """Of several woods the one that spans least."""
    return min(found, key=lambda item: item.span_m)


def rafter_span(
    book: Rulebook,
    woods: tuple[Wood, ...],
    ask: RafterInput,
    *,
    live_use: str = "roof",
    sags: tuple[DeflectionLimit, ...] | None = None,
) -> SpanResult:
    """Horizontal span of rafters held by their roof; full shear."""
    on = EvenLoad(
        dead_n_per_m=ask.roof.dead_pa * ask.spacing_m,
        live_n_per_m=ask.roof.live_pa * ask.spacing_m,
        load=ask.roof.load,
        live_use=live_use,
        limit_ratio=ask.limit_ratio,
        sags=sags,
        longest_m=ask.longest_m,
    )
    return worst_span([even_span(book, wood, on) for wood in woods])


@value_object
class Difference:
    """Why one check comes out differently in two schools: the second's use over the first's, and its four parts."""

    kind: str
    first: MemberCheck
    second: MemberCheck
    load: float
    strength: float
    factors: float
    limit: float

    @property
    def ratio(self) -> float:
        """Second use over first: the product of the four parts."""
        return self.load * self.strength * self.factors * self.limit


def differences(first: tuple[MemberCheck, ...], second: tuple[MemberCheck, ...]) -> tuple[Difference, ...]:
    """The worst check of each kind that both schools have, with the ratio of their uses split.

    A part above 1 makes the second school the harder one: more load, less strength, smaller factors, tighter limit.
    """
    found: list[Difference] = []
    for kind in dict.fromkeys(item.kind for item in first):
        a = max((item for item in first if item.kind == kind), key=lambda item: item.check.use)
        others = [item for item in second if item.kind == kind]
        if not others or not a.split.load > 0:
            continue
        b = max(others, key=lambda item: item.check.use)
        found.append(
            Difference(
                kind=kind,
                first=a,
                second=b,
                load=b.split.load / a.split.load,
                strength=a.split.strength / b.split.strength,
                factors=a.split.factors / b.split.factors,
                limit=a.split.limit / b.split.limit,
            )
        )
    return tuple(found)
