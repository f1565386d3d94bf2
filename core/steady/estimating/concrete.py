"""Concrete in bags beside a truck of ready-mix."""

import math
from typing import Literal

from steady.errors import InvalidInputError
from steady.value_objects import value_object

QUARTERS = 4


@value_object
class ConcreteOffer:
    """Prices of concrete: a bag's yield (m³) and price; a load's volume, price, least, a fee under so much."""

    bag_yield_m3: float
    bag_price: float
    load_m3: float
    load_price: float
    least_m3: float
    fee_under_m3: float = 0.0
    fee: float = 0.0


@value_object
class ConcreteBought:
    """Bags and what they cost; ready-mix (m³) and what it costs; the cheaper of the two."""

    bags: int
    bags_cost: float
    ready_m3: float
    ready_cost: float
    cheaper: Literal["bags", "ready-mix"]


def buy_concrete(volume_m3: float, offer: ConcreteOffer, allowance: float = 0.1) -> ConcreteBought:
    """Bags beside a truck, to the next quarter load. Source: arithmetic."""
    for name, amount in (("volume", volume_m3), ("bag_yield", offer.bag_yield_m3), ("load", offer.load_m3)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    if min(offer.bag_price, offer.load_price, offer.least_m3, offer.fee_under_m3, offer.fee, allowance) < 0:
        raise InvalidInputError("bag_price", "must be 0 or more")
    needed = volume_m3 * (1 + allowance)
    bags = math.ceil(needed / offer.bag_yield_m3 - 1e-9)
    quarter = offer.load_m3 / QUARTERS
    ready = max(offer.least_m3, math.ceil(needed / quarter - 1e-9) * quarter)
    fee = offer.fee if ready < offer.fee_under_m3 - 1e-9 else 0.0
    bags_cost, ready_cost = bags * offer.bag_price, ready / offer.load_m3 * offer.load_price + fee
    return ConcreteBought(
        bags=bags,
        bags_cost=bags_cost,
        ready_m3=ready,
        ready_cost=ready_cost,
        cheaper="ready-mix" if ready_cost < bags_cost else "bags",
    )
