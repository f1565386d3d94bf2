"""Checks and gaps of any structure, gathered in one way."""

from dataclasses import dataclass, field, replace
from typing import Self, TypedDict, Unpack

from steady.data.checks import SLENDERNESS
from steady.design_codes.base import Rulebook
from steady.design_codes.results import MemberCheck, given_step
from steady.errors import OutOfScopeError, TooSlender
from steady.plan.model import Basis, CalculationStep, Check, CheckOrigin, UncheckedItem
from steady.plan.results import fails


class More(TypedDict, total=False):
    """What a check says of itself besides: calculated in the code's name where nothing else is said."""

    case: str
    basis: Basis
    fitted: bool
    asks: CheckOrigin
    by_wind: bool


class GapMore(TypedDict, total=False):
    """What a gap says of itself besides: calculated where nothing else is said, the force that a maker's rating must reach."""

    basis: Basis
    crew: bool
    needs: CalculationStep | None
    by_practice: bool
    case: str


Alike = tuple[tuple[Check, ...], tuple[UncheckedItem, ...]]
"""Findings of one thing, for another that is alike."""


@dataclass(slots=True, kw_only=True)
class CheckList:
    """What is checked, and what is not."""

    checks: list[Check] = field(default_factory=list)
    not_covered: list[UncheckedItem] = field(default_factory=list)

    def copy(self) -> Self:
        """The same findings, to which others can be added without adding them here."""
        return replace(self, checks=[*self.checks], not_covered=[*self.not_covered])

    def take(self, one: Check | UncheckedItem) -> None:
        """A check, or why there is none, as somebody else found it."""
        if isinstance(one, Check):
            self.checks.append(one)
        else:
            self.not_covered.append(one)


@dataclass(slots=True, kw_only=True)
class CheckCollector(CheckList):
    """Checks and gaps as they are found, under one rulebook."""

    book: Rulebook

    def length_step(self, symbol: str, value_m: float, says: str, *, source: str = "geometry") -> CalculationStep:
        """A length in the unit that spans are read in."""
        u = self.book.units
        return given_step(symbol, value_m / u.span_m, u.span, source=source, says=says)

    def limit_length(self, found: CalculationStep, value_m: float, symbol: str = "L_max") -> CalculationStep:
        """A found span in the unit of `length_step`, kept with its own working."""
        u = self.book.units
        if found.unit == u.span:
            return found
        per = {"in": 12.0, "mm": 1000.0, "m": 1.0, "ft": 1.0}[found.unit]
        return CalculationStep(
            symbol=symbol,
            value=value_m / u.span_m,
            unit=u.span,
            formula=f"{found.symbol} / {per:g}",
            inputs=((found.symbol, found.value, found.unit),),
            source=found.source,
            says=found.says,
        )

    def mark(self) -> tuple[int, int]:
        """Where the findings stand: what comes after it can be said again of something alike."""
        return len(self.checks), len(self.not_covered)

    def since(self, mark: tuple[int, int]) -> Alike:
        """What was found since a mark."""
        return tuple(self.checks[mark[0] :]), tuple(self.not_covered[mark[1] :])

    def cut(self, mark: tuple[int, int]) -> Alike:
        """Takes out what was found since a mark."""
        taken = self.since(mark)
        del self.checks[mark[0] :], self.not_covered[mark[1] :]
        return taken

    def say(self, found: Alike) -> None:
        """What was found of the same thing elsewhere."""
        self.checks += found[0]
        self.not_covered += found[1]

    def again(self, alike: Alike, about: str) -> None:
        """What was found of one thing, said of another that is alike in all that it was calculated from."""
        checks, gaps = alike
        self.checks += [_called(one, one.key, about, case=one.case) for one in checks]
        self.not_covered += [replace(one, about=about) for one in gaps]

    def at_most(
        self,
        key: str,
        about: str,
        demand: CalculationStep,
        *,
        limit: CalculationStep,
        working: tuple[CalculationStep, ...] = (),
        **more: Unpack[More],
    ) -> None:
        """A demand that must not pass its limit."""
        asked: More = {"basis": Basis.CALCULATED, **more}
        self.checks.append(
            Check(key=key, about=about, sense="at most", demand=demand, limit=limit, working=working, **asked)
        )

    def at_least(
        self,
        key: str,
        about: str,
        has: CalculationStep,
        *,
        needs: CalculationStep,
        working: tuple[CalculationStep, ...] = (),
        **more: Unpack[More],
    ) -> None:
        """Something that must reach what is needed."""
        asked: More = {"basis": Basis.CALCULATED, **more}
        self.checks.append(
            Check(key=key, about=about, sense="at least", demand=has, limit=needs, working=working, **asked)
        )

    def members(self, what: str, about: str, found: tuple[MemberCheck, ...], *, where: str) -> None:
        """Checks of a bent member under the key of what it is ("rafter"); the worst of each limit state."""
        worst: dict[tuple[str, CheckOrigin], Check] = {}
        for item in found:
            if item.check.demand.value <= 0:
                continue
            name = f"{what}.{item.check.key}"
            check = _called(item.check, name, about, case=f"{where}, {item.check.case}")
            kind = (name, check.asks)
            if kind not in worst or check.use > worst[kind].use:
                worst[kind] = check
        self.checks += worst.values()

    def gap(
        self,
        key: str,
        about: str,
        refused: OutOfScopeError,
        **asked: Unpack[GapMore],
    ) -> None:
        """A check that a rule did not reach. `needs`: the force that a maker's rating must reach."""
        said: GapMore = {"basis": Basis.CALCULATED, **asked}
        if isinstance(refused, TooSlender):
            # A code's own limit is missed: a taller post must not read better than one that fails.
            has = given_step("slenderness", refused.slenderness, "", source=refused.source)
            most = given_step("most", refused.most, "", source=refused.source)
            self.at_most(key + SLENDERNESS, about, has, limit=most, basis=said["basis"])
            return
        mend = refused.would_have_to_change
        self.not_covered.append(
            UncheckedItem(key=key, about=about, reason=refused.reason, would_have_to_change=mend, **said)
        )

    def nothing_said(self, me: str, why: str, mend: str = "ask an engineer") -> None:
        """That the whole is outside what this program answers for: nothing passes, and what fails is kept.

        A structure that grows out of the range while a check fails still fails: worse never reads better.
        """
        self.checks[:] = [one for one in self.checks if fails((one,))]
        self.not_covered.clear()
        for basis in (Basis.CALCULATED, Basis.TABLE):
            self.gap("all_checks", me, OutOfScopeError(why, mend), basis=basis)


def _called(one: Check, key: str, about: str, *, case: str) -> Check:
    """The same check under another name, of another thing."""
    return Check(
        key=key,
        about=about,
        basis=one.basis,
        sense=one.sense,
        demand=one.demand,
        limit=one.limit,
        working=one.working,
        case=case,
        asks=one.asks,
        fitted=one.fitted,
        by_wind=one.by_wind,
    )


PUBLIC = "public use is outside what a house tool may answer"


def said(force: CalculationStep) -> str:
    """A force in words of its own size: whole pounds, hundredths of a kilonewton."""
    return f"{force.value:,.0f} {force.unit}" if abs(force.value) >= 20 else f"{force.value:,.2f} {force.unit}"
