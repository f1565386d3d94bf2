"""Exact money: amounts as decimals, rounded half up to the cent, and divided so that nothing is lost."""

from collections.abc import Sequence
from decimal import ROUND_CEILING, ROUND_FLOOR, ROUND_HALF_UP, Decimal, InvalidOperation

from steady.errors import InvalidInputError

CENT = Decimal("0.01")
FIGURES = Decimal("0.000001")
MOST = Decimal(10) ** 12
"""No estimate is larger than this [our own]."""


def decimal(value: object, field: str) -> Decimal:
    """A number as written, exactly.

    Raises:
        InvalidInputError: Not a number, or too large.
    """
    if isinstance(value, bool):
        raise InvalidInputError(field, "must be a number")
    try:
        found = Decimal(str(value).strip())
    except InvalidOperation:
        raise InvalidInputError(field, "must be a number") from None
    if not found.is_finite() or abs(found) > MOST:
        raise InvalidInputError(field, "is too large a number")
    return found


def from_float(quantity: float) -> Decimal:
    """A quantity of a plan as a decimal, half up to six places."""
    return Decimal(repr(quantity)).quantize(FIGURES, ROUND_HALF_UP)


def rounded(amount: Decimal, step: Decimal = CENT) -> Decimal:
    """An amount half up to a step; of a negative amount the mirror.

    Raises:
        InvalidInputError: The step is not above 0.
    """
    if not step > 0:
        raise InvalidInputError("step", "must be above 0")
    steps = (abs(amount) / step).quantize(Decimal(1), ROUND_HALF_UP)
    return (steps * step).copy_sign(amount) if amount else Decimal("0.00")


def rounded_up(amount: Decimal, step: Decimal = CENT) -> Decimal:
    """An amount up to a step; an exact multiple stays.

    Raises:
        InvalidInputError: The step is not above 0.
    """
    if not step > 0:
        raise InvalidInputError("step", "must be above 0")
    # What is over by less than a millionth of a cent came from dividing.
    steps = (amount / step).quantize(Decimal("1e-9"), ROUND_HALF_UP).to_integral_value(ROUND_CEILING)
    return steps * step


def allocate(total: Decimal, weights: Sequence[Decimal], step: Decimal = CENT) -> list[Decimal]:
    """A total divided by weights: the floor of each share, what is left to the largest remainders, a tie to the earlier.

    Raises:
        InvalidInputError: A weight below 0, nothing to divide by, or a total that is no multiple of the step.
    """
    if not step > 0:
        raise InvalidInputError("step", "must be above 0")
    whole = sum(weights, Decimal(0))
    if any(weight < 0 for weight in weights) or not whole > 0:
        raise InvalidInputError("weights", "must be 0 or more, and one above 0")
    if total % step:
        raise InvalidInputError("total", f"must be a multiple of {step}")
    if total < 0:
        return [-part for part in allocate(-total, weights, step)]
    exact = [total * weight / whole / step for weight in weights]
    steps = [share.to_integral_value(ROUND_FLOOR) for share in exact]
    left = int(total / step - sum(steps, Decimal(0)))
    order = sorted(range(len(weights)), key=lambda k: (steps[k] - exact[k], k))
    for k in order[:left]:
        steps[k] += 1
    return [one * step for one in steps]


def written(amount: Decimal) -> str:
    """An amount with its cents, as in a document."""
    return f"{rounded(amount):.2f}"
