"""Payments: a total in steps, what is retained, what is due and what is open (exact money)."""

from collections.abc import Sequence
from decimal import ROUND_FLOOR, Decimal

from steady.errors import InvalidInputError
from steady.estimating.money import rounded
from steady.value_objects import value_object

ZERO = Decimal(0)
ALL = Decimal(100)


@value_object
class PaymentStep:
    """One step of a contract's payments: a share in percent, an amount, or the rest."""

    when: str
    percent: Decimal | None = None
    amount: Decimal | None = None

    @property
    def is_rest(self) -> bool:
        """Whether it takes what the others leave."""
        return self.percent is None and self.amount is None


@value_object
class DepositLimit:
    """The most that a place allows for the first step: a share of the total, an amount; None: no such limit."""

    ratio: Decimal | None = None
    amount: Decimal | None = None

    def most(self, total: Decimal) -> Decimal | None:
        """The lesser of both."""
        limits = [self.ratio * total] if self.ratio is not None else []
        if self.amount is not None:
            limits.append(self.amount)
        return min(limits, default=None)


NO_LIMIT = DepositLimit()


def split(
    total: Decimal, steps: Sequence[PaymentStep], round_to: Decimal = Decimal(1), *, deposit: DepositLimit = NO_LIMIT
) -> list[Decimal]:
    """A total in steps, each but the last half up to whole units; the last takes what the others leave.

    Raises:
        InvalidInputError: Steps that don't make up the total, one below 0, or a deposit over what the place allows.
    """
    if not steps:
        raise InvalidInputError("steps", "must have one or more")
    if not total > 0:
        raise InvalidInputError("total", "must be above 0")
    if any(step.is_rest for step in steps[:-1]):
        raise InvalidInputError("steps", "only the last step can take the rest")
    exact = [ZERO if step.is_rest else _share(step, total) for step in steps]
    if not steps[-1].is_rest and sum(exact, ZERO) != total:
        raise InvalidInputError("steps", "do not make up the total: let the last take the rest")
    amounts = [rounded(amount, round_to) for amount in exact[:-1]]
    most = deposit.most(total)
    if most is not None and len(steps) > 1:
        if exact[0] > most:
            raise InvalidInputError("steps", f"the first is over what the place allows, {most:.2f}")
        if amounts[0] > most:
            amounts[0] = (exact[0] / round_to).to_integral_value(ROUND_FLOOR) * round_to
    last = total - sum(amounts, ZERO)
    if last < 0 or any(amount < 0 for amount in amounts):
        raise InvalidInputError("steps", "come to more than the total")
    return [*amounts, last]


def _share(step: PaymentStep, total: Decimal) -> Decimal:
    if step.percent is not None:
        if step.percent < 0:
            raise InvalidInputError("steps", "must be 0 or more")
        return total * step.percent / ALL
    assert step.amount is not None
    if step.amount < 0:
        raise InvalidInputError("steps", "must be 0 or more")
    return step.amount


def retained(amounts: Sequence[Decimal], ratio: Decimal) -> list[Decimal]:
    """What of each amount is retained.

    Raises:
        InvalidInputError: A ratio outside 0 to 1.
    """
    if not 0 <= ratio < 1:
        raise InvalidInputError("ratio", "must be 0 or more and under 1")
    return [rounded(amount * ratio) for amount in amounts]


def open_amount(
    invoices: Sequence[Decimal], credits_: Sequence[Decimal] = (), payments: Sequence[Decimal] = ()
) -> tuple[Decimal, Decimal]:
    """What is still open, and what was paid too much."""
    left = sum(invoices, ZERO) - sum(credits_, ZERO) - sum(payments, ZERO)
    return max(left, ZERO), max(-left, ZERO)
