"""A job without its money, for those who are shown none: the crew's prices, rates and terms as a new job has them."""

from dataclasses import replace
from typing import TYPE_CHECKING

from steady.catalog.items import listed
from steady.catalog.purchasing import MOST_PRICES, OwnPrice, PurchasingSettings
from steady.jobs.quote_terms import QuoteTerms

if TYPE_CHECKING:
    from steady.jobs.document import JobDocument


def without_money(job: "JobDocument") -> "JobDocument":
    """The same job, planned alike, from which nothing of what the crew pays or asks can be told."""
    # Minutes, people and hours a day stay: the calendar is laid by them. All else of the quote is money.
    usual = type(job.quote)()
    kept = (
        "crew_count",
        "post_min",
        "rail_min",
        "board_min",
        "leaf_min",
        "dig_soil",
        "dig_tool",
        "concrete",
        "finish_min",
        "setup_min",
        "travel_min",
        "day_h",
    )
    quote = replace(usual, **{name: getattr(job.quote, name) for name in kept})
    yard = replace(job.yard, prices=_lengths_alone(job.yard), priced_on="")
    return replace(job, yard=yard, quote=quote, offer=QuoteTerms())


def _lengths_alone(yard: PurchasingSettings) -> tuple[OwnPrice, ...]:
    """The crew's own prices of sticks as ratios to the cheapest metre of the same stick: the same cut plans, and no money.

    A cut plan goes by nothing else, so that whoever sees no prices cuts the same sticks. Of a stick of which the crew has not
    priced every length, the ratio to the sample list would tell the price: it is left out, and cut by the sample list.
    """
    found = []
    own = {(listed(one.item), round(one.length_m, 4)) for one in yard.prices if one.length_m}
    for item in dict.fromkeys(name for name, _ in own):
        offered = replace(yard, only=()).lengths(item)
        if any((item, round(stock.length_m, 4)) not in own for stock in offered):
            continue
        least = min(stock.price / stock.length_m for stock in offered)
        found += [OwnPrice(item=item, length_m=stock.length_m, price=stock.price / least) for stock in offered]
    return tuple(found[:MOST_PRICES])
