"""Orders as they were placed: what of them is still to come, and what of the list nobody has ordered yet."""

from collections.abc import Sequence
from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.estimating.orders import ItemCounts, still
from steady.jobs.received_deliveries import ReceivedItem
from steady.takeoff.bill import TakeoffLine
from steady.value_objects import value_object

Key = tuple[str, float | None]
"""An item, and the length of a stick of it."""


@value_object
class OrderedLine:
    """So many of one item, sticks by their length."""

    item: Annotated[str, MinLen(1), MaxLen(100)]
    length_m: Annotated[float, Gt(0), Le(100)] | None = None
    count: Annotated[int, Ge(1), Le(20000)]


@value_object
class PlacedOrder:
    """One order or price request. `cancelled`: taken back on the day named; a price request orders nothing."""

    id: Annotated[str, MinLen(1), MaxLen(60)]
    supplier: Annotated[str, MaxLen(120)] = ""
    on: Annotated[str, MaxLen(10)] = ""
    kind: Literal["price request", "order"] = "order"
    lines: Annotated[tuple[OrderedLine, ...], MaxLen(400)] = ()
    note: Annotated[str, MaxLen(200)] = ""
    cancelled: Annotated[str, MaxLen(10)] = ""


@value_object
class LineBalance:
    """One line: how many the list still takes, how many were ordered, came good, went back; still owed, still to order, over."""

    item: str
    says: str
    length_m: float | None
    to_buy: int
    ordered: int
    good: int
    returned: int
    owed: int
    to_order: int
    surplus: int


def balances(
    lines: Sequence[TakeoffLine], placed: Sequence[PlacedOrder], came: Sequence[ReceivedItem]
) -> tuple[LineBalance, ...]:
    """Every line that is bought or was ordered, whatever the list has become since.

    Args:
        lines: What the list still takes; what came good is in hand and not on it any more.
    """
    ordered: dict[Key, int] = {}
    for order in placed:
        for each in order.lines if order.kind in BINDING and not order.cancelled else ():
            key = _key(each.item, each.length_m)
            ordered[key] = ordered.get(key, 0) + each.count
    good: dict[Key, int] = {}
    back: dict[Key, int] = {}
    for one in came:
        key = _key(one.item, one.length_m)
        good[key] = good.get(key, 0) + one.good
        back[key] = back.get(key, 0) + one.returned
    wanted = {_key(line.item, line.length_m): line for line in lines if not line.in_hand}
    found = []
    for key in dict.fromkeys([*wanted, *ordered]):
        line = wanted.get(key)
        to_buy = round(line.count) if line is not None else 0
        # What came without an order of its own is taken as ordered.
        asked = max(ordered.get(key, 0), good.get(key, 0))
        kept = good.get(key, 0) - back.get(key, 0)
        left = still(ItemCounts(needed=to_buy + kept, ordered=asked, good=good.get(key, 0), returned=back.get(key, 0)))
        found.append(
            LineBalance(
                item=key[0],
                says=line.says if line is not None else key[0],
                length_m=key[1],
                to_buy=to_buy,
                ordered=ordered.get(key, 0),
                good=good.get(key, 0),
                returned=back.get(key, 0),
                owed=left.open,
                to_order=left.to_order,
                surplus=left.surplus,
            )
        )
    return tuple(found)


BINDING = frozenset({"order"})


def _key(item: str, length_m: float | None) -> Key:
    return item, None if length_m is None else round(length_m, 3)


def not_ordered(lines: Sequence[TakeoffLine], found: Sequence[LineBalance]) -> list[TakeoffLine]:
    """The lines of a list with what nobody has ordered yet; those that are ordered whole are left out."""
    left = {_key(one.item, one.length_m): one.to_order for one in found}
    return [
        line.take(left[_key(line.item, line.length_m)])
        for line in lines
        if line.in_hand or left.get(_key(line.item, line.length_m), 0) > 0
    ]
