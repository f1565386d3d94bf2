"""Which tool reaches a hole, how many depths an auger is set to, and whether bags or a truck are cheaper."""

import math
from collections.abc import Sequence

from steady.data.loader import keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

QUARTERS = 4


def reaching_tool(depth_m: float, width_m: float) -> str:
    """The smallest tool that reaches. Source: practice (data/digging_reach.csv).

    Raises:
        InvalidInputError: A size that is not above 0.
        OutOfScopeError: Deeper or wider than hired augers reach.
    """
    for name, amount in (("depth", depth_m), ("width", width_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    for key, row in keyed("digging_reach").items():
        if depth_m <= row.number("deepest_m") + 1e-9 and width_m <= row.number("widest_m") + 1e-9:
            return key
    raise OutOfScopeError("deeper or wider than hired augers reach", "another footing, or a machine with its operator")


@value_object
class Depths:
    """Depths that an auger is set to, shallowest first (m), and what is dug over (m³)."""

    depths_m: tuple[float, ...]
    extra_m3: float


def grouped_depths(depths_m: Sequence[float], width_m: float, groups: int = 2) -> Depths:
    """At most so many depths, with the least digging over. Source: arithmetic: every division of the sorted depths."""
    if not depths_m or not all(depth > 0 for depth in depths_m):
        raise InvalidInputError("depths", "must be above 0")
    if len(depths_m) > 500:
        raise InvalidInputError("depths", "are too many")
    if not width_m > 0:
        raise InvalidInputError("width", "must be above 0")
    if groups < 1:
        raise InvalidInputError("groups", "must be 1 or more")
    deep = sorted(depths_m)
    # The least over for the first k holes in g groups, and where the last group begins.
    nothing: tuple[float, ...] = ()
    best = [(0.0, nothing), *((math.inf, nothing) for _ in deep)]
    for _ in range(min(groups, len(deep))):
        following = list(best)
        for end in range(1, len(deep) + 1):
            for start in range(end):
                over = best[start][0] + sum(deep[end - 1] - depth for depth in deep[start:end])
                if over < following[end][0] - 1e-12:
                    following[end] = (over, (*best[start][1], deep[end - 1]))
        best = following
    over, chosen = best[-1]
    return Depths(depths_m=tuple(dict.fromkeys(chosen)), extra_m3=over * math.pi / 4 * width_m**2)


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
    """Bags and what they cost; ready-mix (m³) and what it costs."""

    bags: int
    bags_cost: float
    ready_m3: float
    ready_cost: float

    @property
    def cheaper(self) -> str:
        """Bags or ready-mix."""
        return "ready-mix" if self.ready_cost < self.bags_cost else "bags"


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
    return ConcreteBought(
        bags=bags,
        bags_cost=bags * offer.bag_price,
        ready_m3=ready,
        ready_cost=ready / offer.load_m3 * offer.load_price + fee,
    )
