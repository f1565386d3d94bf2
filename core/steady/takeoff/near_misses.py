"""Pieces that miss a length on sale by an inch or two: what a little less would save."""

from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.data.roles import role as role_of
from steady.plan.model import Plan
from steady.takeoff.bill import bill, cuts
from steady.units.show import Tape

REACH_M = 0.06
"""A piece is looked at that is so much longer than a length on sale, 2 3/8 in [our own]."""
LESS_OF = {
    "rail": "bay",
    "slat": "bay",
    "post": "post",
    "board": "height",
    "joist": "depth",
    "decking": "width, or of boards past the rim",
    "beam": "width",
}


def near_misses(plan: Plan, yard: PurchasingSettings, tape: Tape) -> tuple[str, ...]:
    """A sentence for every timber of which some pieces come out just over a length on sale, most saved first.

    What is saved is the whole list's price with those pieces as long as the stick, by first cut plans.
    """
    found: list[tuple[float, str]] = []
    before = bill(plan, yard, cuts(plan, yard, better=False)).total
    for part_item, role in dict.fromkeys((part.item, part.role) for part in plan.parts if part.length_m > 0):
        noun = LESS_OF.get(role)
        sold = [stock.length_m for stock in yard.lengths(part_item)]
        if noun is None or not sold:
            continue
        mine = [part for part in plan.parts if part.item == part_item and part.role == role and part.length_m > 0]
        lengths = sorted({part.stick_m or part.length_m for part in mine})
        for stick_m in sold:
            over = [length_m for length_m in lengths if 1e-6 < length_m - stick_m <= REACH_M]
            if not over:
                continue
            parts = tuple(
                replace(part, length_m=min(part.length_m, stick_m), stick_m=stick_m)
                if part in mine and (part.stick_m or part.length_m) in over
                else part
                for part in plan.parts
            )
            less = replace(plan, parts=parts)
            saved = before - bill(less, yard, cuts(less, yard, better=False)).total
            if saved <= 0.5 and max(over) <= max(sold):
                continue
            named = role_of(role)
            many = sum(part.count for part in mine if (part.stick_m or part.length_m) in over)
            what = named.one if many == 1 else named.many
            tail = f": {saved:.2f} less" if saved > 0.5 else ""
            less_of = f"{tape.length(max(over) - stick_m)} less of {noun}"
            text = f"{less_of}, and {many} {what} come out of {tape.length(stick_m)} sticks{tail}"
            found.append((saved, text))
    return tuple(text for _, text in sorted(found, key=lambda row: -row[0]))
