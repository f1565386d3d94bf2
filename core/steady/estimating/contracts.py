"""Contracts: the sum of what was accepted, the price of a change at the contract's own terms, what an invoice asks."""

from collections.abc import Sequence
from decimal import Decimal
from typing import Literal

from steady.errors import InvalidInputError
from steady.estimating.money import rounded
from steady.estimating.prices import Terms
from steady.value_objects import value_object

ZERO = Decimal(0)
ChangeReason = Literal["client", "site", "crew"]
REASONS: tuple[ChangeReason, ...] = ("client", "site", "crew")
ACCEPTED = "accepted"
CHANGE_STATES = ("draft", "sent", "accepted", "declined", "withdrawn", "recorded")


@value_object
class Change:
    """A change order's total, its state, and what it is without tax; None: it was taxed as a whole."""

    total: Decimal
    state: str
    net: Decimal | None = None


def contract_sum(accepted: Decimal, changes: Sequence[Change] = ()) -> Decimal:
    """The offer that was accepted, and the changes that were.

    Raises:
        InvalidInputError: A state that is none.
    """
    for change in changes:
        if change.state not in CHANGE_STATES:
            raise InvalidInputError("changes", f"a state must be one of: {', '.join(CHANGE_STATES)}")
    return accepted + sum((change.total for change in changes if change.state == ACCEPTED), ZERO)


@value_object
class ChangeSide:
    """What a change adds or takes away: materials, hours, all else at cost."""

    materials: Decimal = ZERO
    hours: Decimal = ZERO
    other: Decimal = ZERO

    def direct(self, terms: Terms) -> Decimal:
        """Its direct cost."""
        if self.materials < 0 or self.other < 0:
            raise InvalidInputError("materials", "must be 0 or more")
        return self.materials + terms.labour(self.hours) + self.other

    def price(self, terms: Terms) -> Decimal:
        """Its price, to the cent."""
        direct = self.direct(terms)
        return rounded(terms.earning.price(direct + terms.overhead_of(direct, self.hours)))


@value_object
class PricedChange:
    """The price that a client pays for a change (below 0: a credit), and what it costs the crew."""

    price: Decimal
    cost: Decimal


@value_object
class ChangeTerms:
    """What an offer named for changes: rates of its own, the share of a credit, a fee."""

    terms: Terms
    unit_rates: tuple[tuple[Decimal, Decimal], ...] = ()
    credit_ratio: Decimal = Decimal(1)
    fee: Decimal = ZERO


def priced_change(reason: str, added: ChangeSide, removed: ChangeSide, *, asked: ChangeTerms) -> PricedChange:
    """A change at the contract's terms: the contract's own rates come before cost, and a crew's error costs the client nothing.

    Raises:
        InvalidInputError: A reason that is none, or an amount that cannot be.
    """
    if reason not in REASONS:
        raise InvalidInputError("reason", f"must be one of: {', '.join(REASONS)}")
    if not 0 <= asked.credit_ratio <= 1:
        raise InvalidInputError("credit_ratio", "must be 0 to 1")
    cost = added.direct(asked.terms) - removed.direct(asked.terms)
    if reason == "crew":
        return PricedChange(price=Decimal("0.00"), cost=cost)
    by_rate = rounded(sum((count * rate for count, rate in asked.unit_rates), ZERO))
    plus = by_rate if asked.unit_rates else added.price(asked.terms)
    minus = rounded(removed.price(asked.terms) * asked.credit_ratio)
    return PricedChange(price=plus - minus + asked.fee, cost=cost)


def invoice_due(
    steps: Sequence[Decimal],
    reached: int,
    changes: Sequence[Change] = (),
    *,
    changes_at_end: bool = False,
    invoiced_before: Decimal = ZERO,
) -> Decimal:
    """What the next invoice asks: the steps that are reached and accepted changes, less what was invoiced; below 0: a credit note.

    Raises:
        InvalidInputError: More steps than there are.
    """
    if not 0 <= reached <= len(steps):
        raise InvalidInputError("reached", f"must be 0 to {len(steps)}")
    counted = changes if not changes_at_end or reached == len(steps) else ()
    return contract_sum(sum(steps[:reached], ZERO), counted) - invoiced_before
