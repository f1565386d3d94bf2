"""What of the list has come to the site: what came good is in hand, and the list says what is still to buy.

Short and damaged sticks are simply not in hand: the cut plan over what is and what is on sale plans them again.
"""

from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.catalog.purchasing import PurchasingSettings, StockOnHand
from steady.takeoff.bill import Bill, TakeoffLine
from steady.value_objects import value_object


@value_object
class ReceivedItem:
    """One line of a delivery.

    Args:
        item: As on the list; `length_m` of a stick.
        good: How many came and can be used. `asked`: how many were ordered. `returned`: how many of the good went back again.
        on: The day. `note`: what was wrong with the rest.
    """

    id: Annotated[str, MinLen(1), MaxLen(60)]
    item: Annotated[str, MinLen(1), MaxLen(100)]
    length_m: Annotated[float, Gt(0), Le(100)] | None = None
    asked: Annotated[int, Ge(0), Le(20000)]
    good: Annotated[int, Ge(0), Le(20000)]
    returned: Annotated[int, Ge(0), Le(20000)] = 0
    on: Annotated[str, MaxLen(10)] = ""
    note: Annotated[str, MaxLen(200)] = ""

    @property
    def kept(self) -> int:
        """What is there: good, and not sent back."""
        return max(0, self.good - self.returned)


def in_hand(yard: PurchasingSettings, came: Sequence[ReceivedItem]) -> PurchasingSettings:
    """The yard with the sticks that came on its rack: they are cut first, and not bought."""
    sticks = [one for one in came if one.length_m is not None and one.kept]
    rack = tuple(StockOnHand(item=one.item, length_m=one.length_m or 0.0, count=one.kept) for one in sticks)
    return replace(yard, rack=(*yard.rack, *rack)) if rack else yard


def still(bill: Bill, came: Sequence[ReceivedItem]) -> Bill:
    """The bill less the bags and packs that came; what is bought by length is on the rack already."""
    there: dict[str, int] = {}
    for one in came:
        if one.length_m is None:
            there[one.item] = there.get(one.item, 0) + one.kept
    if not there:
        return bill
    lines = [_less(line, there.get(line.item, 0)) if line.length_m is None else line for line in bill.lines]
    kept = tuple(line for line in lines if line.count > 0)
    return replace(bill, lines=kept, total=sum(line.total for line in kept))


def _less(line: TakeoffLine, there: int) -> TakeoffLine:
    if not there:
        return line
    count = max(0, line.count - there)
    said = f"{min(there, line.count)} of {line.count} here"
    note = f"{line.note}; {said}" if line.note else said
    return replace(line, count=count, total=count * line.price, note=note)


@value_object
class Arrived:
    """What came on one day: its lines, how many pieces, bags and packs did not come good, and what was said of them."""

    on: str
    lines: tuple[ReceivedItem, ...]
    short_count: int
    note: str


def arrived(came: Sequence[ReceivedItem]) -> tuple[Arrived, ...]:
    """Day by day, in their order."""
    days: dict[str, list[ReceivedItem]] = {}
    for one in came:
        days.setdefault(one.on, []).append(one)
    return tuple(
        Arrived(
            on=on,
            lines=tuple(lines),
            short_count=sum(max(0, one.asked - one.good) for one in lines),
            note="; ".join(dict.fromkeys(one.note for one in lines if one.note)),
        )
        for on, lines in sorted(days.items())
    )
