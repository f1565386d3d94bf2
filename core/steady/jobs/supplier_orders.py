"""What is still to buy, as one order for each supplier: whole sticks, bags and packs, what they weigh, and the text to send."""

import math
from collections.abc import Sequence
from dataclasses import replace

from steady.catalog.items import listed, sticks
from steady.catalog.purchasing import PurchasingSettings
from steady.takeoff.bill import Bill, TakeoffLine
from steady.takeoff.message import merchant_message
from steady.value_objects import value_object


@value_object
class SupplierOrder:
    """One supplier's share of the list.

    Args:
        supplier: As the price book names it; empty: what has no supplier in the book.
        sticks_kg: What its whole sticks weigh (kg); `longest_m`: the longest of them.
        message: The order as text, prices left out.
    """

    supplier: str
    lines: tuple[TakeoffLine, ...]
    total: float
    sticks_kg: float
    longest_m: float
    message: str


def supplier_orders(bill: Bill, yard: PurchasingSettings, name: str, *, place: str) -> tuple[SupplierOrder, ...]:
    """Every line of a list that is bought, once, under the supplier whose price it has; those without one last."""
    suppliers = {(listed(one.item), _length(one.length_m)): one.supplier for one in yard.prices}
    shares: dict[str, list[TakeoffLine]] = {}
    for line in bill.lines:
        if not line.in_hand:
            shares.setdefault(suppliers.get((listed(line.item), _length(line.length_m)), ""), []).append(line)
    names = sorted(shares, key=lambda one: (not one, one.casefold()))
    return tuple(_order(supplier, shares[supplier], bill, name=name, place=place) for supplier in names)


def _length(length_m: float | None) -> float | None:
    return None if length_m is None else round(length_m, 3)


def _order(supplier: str, lines: Sequence[TakeoffLine], bill: Bill, *, name: str, place: str) -> SupplierOrder:
    own = replace(bill, lines=tuple(lines), total=math.fsum(line.total for line in lines))
    known = sticks()
    long = [(line, known[line.item]) for line in lines if line.length_m is not None and line.item in known]
    return SupplierOrder(
        supplier=supplier,
        lines=own.lines,
        total=own.total,
        sticks_kg=math.fsum(
            line.count * (line.length_m or 0.0) * stick.thickness_m * stick.width_m * stick.density_kg_per_m3
            for line, stick in long
        ),
        longest_m=max((line.length_m or 0.0 for line, _ in long), default=0.0),
        message=merchant_message(own, name, place),
    )
