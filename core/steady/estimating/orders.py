"""Orders: what is still to order, what a truck carries, a bill against what was ordered and what came good."""

import math
from collections.abc import Sequence
from decimal import Decimal

from steady.errors import InvalidInputError, OutOfScopeError
from steady.estimating.money import rounded
from steady.value_objects import value_object


@value_object
class ItemCounts:
    """Counts of one item."""

    needed: int
    rack: int = 0
    ordered: int = 0
    good: int = 0
    cancelled: int = 0
    broken: int = 0
    returned: int = 0


@value_object
class OrderBalance:
    """What is still owed by the supplier, what is still to order, and what is over."""

    open: int
    to_order: int
    surplus: int


def still(stock: ItemCounts) -> OrderBalance:
    """Open, to order and over; never something to order beside something over.

    Raises:
        InvalidInputError: More good and cancelled than ordered.
    """
    owed = stock.ordered - stock.good - stock.cancelled
    if owed < 0:
        raise InvalidInputError("good", "with what was cancelled is more than was ordered")
    short = stock.needed + stock.broken + stock.returned - stock.rack - stock.good - owed
    return OrderBalance(open=owed, to_order=max(0, short), surplus=max(0, -short))


@value_object
class TruckLine:
    """So many of one thing: what one weighs (kg), and how long it is (m)."""

    count: int
    mass_kg: float
    length_m: float


@value_object
class Load:
    """What an order weighs (kg), its longest piece (m), and the trips that it takes."""

    mass_kg: float
    longest_m: float
    trips: int


def truck(lines: Sequence[TruckLine], payload_kg: float, bed_m: float | None = None) -> Load:
    """Whole pieces, the heaviest first, each into the first trip with room.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: A piece heavier than the payload, or longer than the bed carries.
    """
    if not payload_kg > 0:
        raise InvalidInputError("payload", "must be above 0")
    for line in lines:
        if line.count < 0 or not (line.mass_kg > 0 and line.length_m >= 0):
            raise InvalidInputError("lines", "must be counts of 0 or more, and masses above 0")
        if line.count and line.mass_kg > payload_kg:
            raise OutOfScopeError("one piece is heavier than the payload", "another truck")
    longest = max((line.length_m for line in lines if line.count), default=0.0)
    if bed_m is not None and longest > bed_m + 1e-9:
        raise OutOfScopeError("a piece is longer than the bed", "another truck, or shorter sticks")
    room: list[float] = []
    for line in sorted(lines, key=lambda one: -one.mass_kg):
        for _ in range(line.count):
            at = next((k for k, left in enumerate(room) if left >= line.mass_kg - 1e-9), None)
            if at is None:
                room.append(payload_kg)
                at = len(room) - 1
            room[at] -= line.mass_kg
    return Load(mass_kg=math.fsum(line.count * line.mass_kg for line in lines), longest_m=longest, trips=len(room))


@value_object
class Matched:
    """What of a bill is paid, what is claimed, and how much of that is a dearer price."""

    pay: Decimal
    claim: Decimal
    price_variance: Decimal


def match(price: Decimal, good: Decimal, billed: Decimal, *, billed_price: Decimal) -> Matched:
    """A bill matched three ways: what came good is paid at the ordered price, the rest is claimed.

    Raises:
        InvalidInputError: A value below 0.
    """
    for name, amount in (("price", price), ("good", good), ("billed", billed), ("billed_price", billed_price)):
        if amount < 0:
            raise InvalidInputError(name, "must be 0 or more")
    pay = rounded(good * price)
    return Matched(
        pay=pay,
        claim=max(Decimal("0.00"), rounded(billed * billed_price) - pay),
        price_variance=rounded(min(good, billed) * (billed_price - price)),
    )
