"""What the crew buys and how it cuts: bag size, allowances, saw, and its own prices in place of the sample list."""

from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen

from steady.catalog.items import SoldLength, goods, listed, stock_lengths
from steady.value_objects import value_object

MOST_PRICES = 400
"""Rows of a price list that a job keeps."""
LONGEST_M = 100.0
"""Wire comes in rolls longer than any stick."""


@value_object
class OwnPrice:
    """The crew's own price for one item: for a timber, of one length on sale (a length the list lacks is added)."""

    item: Annotated[str, MaxLen(60)]
    price: Annotated[float, Gt(0), Le(1e5)]
    length_m: Annotated[float, Gt(0), Le(LONGEST_M)] | None = None
    supplier: Annotated[str, MaxLen(80)] = ""


@value_object
class FixedLength:
    """A length that one timber is to be bought in, and no other: "I have 8-ft rails"."""

    item: Annotated[str, MaxLen(100)]
    length_m: Annotated[float, Gt(0), Le(20)]


@value_object
class StockOnHand:
    """Sticks that the crew has: used first, and not bought."""

    item: Annotated[str, MaxLen(100)]
    length_m: Annotated[float, Gt(0), Le(20)]
    count: Annotated[int, Gt(0), Le(1000)] = 1


@value_object
class ReadyMixPrices:
    """What a truck of concrete costs here, as its supplier says.

    Args:
        price_per_m3: Of a cubic metre.
        least_m3: The least that is sold.
        fee: For a short load; `fee_under_m3`: below so much.
    """

    price_per_m3: Annotated[float, Gt(0), Le(5000)]
    least_m3: Annotated[float, Ge(0), Le(10)] = 0.75
    fee: Annotated[float, Ge(0), Le(5000)] = 0.0
    fee_under_m3: Annotated[float, Ge(0), Le(20)] = 0.0


UNLISTED_M = 4.8
"""Length of a stick that the yard lists no lengths of [our own: the longest that most yards keep]."""


@value_object
class PurchasingSettings:
    """A job's choices in the yard. `concrete_allowance_ratio` goes on the volume, before bags are rounded;
    `spare_ratio`: boards over, for those that split; `only`: lengths to keep to; `rack`: what is in hand; `sag_ratio`: how far
    the crew's gates come down over what is calculated, as its own record says; `priced_on`: the
    day that the prices are of; `ready_mix_over_bags`: from so many bags on ready-mix is put beside them."""

    bag: Annotated[str, MaxLen(60)] = "concrete 80 lb"
    concrete_allowance_ratio: Annotated[float, Ge(0), Le(1)] = 0.1
    kerf_m: Annotated[float, Ge(0), Le(0.02)] = 0.003175
    spare_ratio: Annotated[float, Ge(0), Le(0.5)] = 0.0
    trim_m: Annotated[float, Ge(0), Le(0.05)] = 0.00635
    sag_ratio: Annotated[float, Ge(0.5), Le(4)] = 1.0
    prices: Annotated[tuple[OwnPrice, ...], MaxLen(MOST_PRICES)] = ()
    priced_on: Annotated[str, MaxLen(10)] = ""
    only: Annotated[tuple[FixedLength, ...], MaxLen(100)] = ()
    rack: Annotated[tuple[StockOnHand, ...], MaxLen(200)] = ()
    ready_mix_over_bags: Annotated[int, Ge(1), Le(2000)] = 45
    ready_mix: ReadyMixPrices | None = None

    def lengths(self, item: str) -> tuple[SoldLength, ...]:
        """Lengths on sale of one timber at the crew's prices, shortest first; only those that the crew keeps to, if it does."""
        item, kept = listed(item), {round(one.length_m, 4) for one in self.only if listed(one.item) == listed(item)}
        offered = self._offered(item)
        if not kept:
            return offered
        by_length = {round(stock.length_m, 4): stock for stock in offered}
        return tuple(by_length.get(at) or _at_rate(at, offered) for at in sorted(kept))

    def longest_m(self, item: str) -> float:
        """The longest piece that a stick on sale yields, its ends trimmed; 4.8 m where the yard lists none of it."""
        return max((stock.length_m for stock in self.lengths(item)), default=UNLISTED_M) - 2 * self.trim_m

    def _offered(self, item: str) -> tuple[SoldLength, ...]:
        own = {round(p.length_m, 4): p for p in self.prices if listed(p.item) == item and p.length_m}
        if not own:
            return stock_lengths(item)
        known = {round(stock.length_m, 4): stock for stock in stock_lengths(item)}
        for at, price in own.items():
            known[at] = SoldLength(length_m=price.length_m or 0.0, price=price.price)
        return tuple(known[at] for at in sorted(known))

    def unit_price(self, key: str) -> float:
        """Price of one pack of a good."""
        own = next((p.price for p in self.prices if p.item == key and not p.length_m), None)
        return own if own is not None else goods()[key].price

    @property
    def gravel(self) -> str:
        """Gravel in bags of the same measure as the concrete's."""
        return "gravel 25 kg" if self.bag.endswith("kg") else "gravel 50 lb"

    @property
    def sand(self) -> str:
        """Sand in bags of the same measure."""
        return "sand 25 kg" if self.bag.endswith("kg") else "sand 50 lb"

    @property
    def sample_prices(self) -> bool:
        """Whether any price still comes from the made-up sample list."""
        return len(self.prices) < 5


def _at_rate(length_m: float, offered: tuple[SoldLength, ...]) -> SoldLength:
    """A length that is not on the list, at the nearest listed length's price a metre."""
    if not offered:
        return SoldLength(length_m=length_m, price=1.0)
    nearest = min(offered, key=lambda stock: abs(stock.length_m - length_m))
    return SoldLength(length_m=length_m, price=round(nearest.price * length_m / nearest.length_m, 2))
