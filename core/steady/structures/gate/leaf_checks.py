"""Checks of one leaf as they are found: what is held against what, what is not covered, and facts worth telling."""

from typing import TypedDict, Unpack

from steady.design_codes.base import Rulebook
from steady.design_codes.results import given_step
from steady.plan.model import Advice, Basis, CalculationStep, Check, CheckOrigin, UncheckedItem
from steady.structures.gate.leaf import Leaf
from steady.units.trade import Units
from steady.units.units import IN

SAG_LIMIT_M = 0.25 * IN
"""Latch tolerance [common practice]."""


def step(
    symbol: str, value: tuple[float, str], formula: str, *, inputs: tuple[tuple[str, float, str], ...], says: str
) -> CalculationStep:
    """A line of the leaf's statics. `value`: the number and its unit."""
    return CalculationStep(
        symbol=symbol,
        value=value[0],
        unit=value[1],
        formula=formula,
        inputs=inputs,
        source="statics: pinned joints" if formula else "geometry: the leaf as it is built",
        says=says,
    )


def latch_tolerance(u: Units) -> CalculationStep:
    """How far a latch edge may drop before the latch misses."""
    return given_step(
        "d_max", SAG_LIMIT_M / u.size_m, u.size, source="practice: what a latch forgives", says="latch tolerance"
    )


class LeafCheckText(TypedDict, total=False):
    """What a check of a leaf says besides: at most, a safety limit of our own, where nothing else is said."""

    at_least: bool
    advice: Advice | None
    asks: CheckOrigin
    fitted: bool


class LeafChecks:
    """Checks of one leaf as they are found. `about`: the gate's id; `own_limits`, `sag_ratio`: as `HingePostLoad` says."""

    def __init__(
        self, leaf: Leaf, book: Rulebook, about: str, *, own_limits: tuple[Advice, ...], sag_ratio: float
    ) -> None:
        self.leaf, self.book, self.about, self.own_limits = leaf, book, about, own_limits
        self.u = book.units
        self.sag_ratio = sag_ratio
        self.checks: list[Check] = []
        self.gaps: list[UncheckedItem] = []
        self.facts: list[CalculationStep] = []

    def check(
        self,
        name: str,
        demand: CalculationStep,
        limit: CalculationStep,
        *,
        working: tuple[CalculationStep, ...],
        case: str,
        **more: Unpack[LeafCheckText],
    ) -> None:
        """A check of this leaf; no clause asks for most of them: our own safety limits, or `advice` of a kind."""
        advice, asks = more.get("advice"), more.get("asks", CheckOrigin.SAFETY)
        if advice is not None:
            asks = CheckOrigin.CREW if advice in self.own_limits else CheckOrigin.ADVICE
        self.checks.append(
            Check(
                key=name,
                about=self.about,
                basis=Basis.CALCULATED,
                sense="at least" if more.get("at_least") else "at most",
                demand=demand,
                limit=limit,
                working=working,
                case=case,
                asks=asks,
                fitted=more.get("fitted", False),
            )
        )

    def gap(
        self, key: str, reason: str, change: str, *, crew: bool = False, needs: CalculationStep | None = None
    ) -> None:
        """What is not checked; `needs`: the capacity that a maker's rating must reach."""
        self.gaps.append(
            UncheckedItem(
                key=key,
                about=self.about,
                basis=Basis.CALCULATED,
                reason=reason,
                would_have_to_change=change,
                crew=crew,
                needs=needs,
            )
        )
