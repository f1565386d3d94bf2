"""A job without its money, for those who are shown none: the crew's prices, rates and terms as a new job has them."""

from dataclasses import replace
from typing import TYPE_CHECKING

from steady.jobs.terms import OfferTerms

if TYPE_CHECKING:
    from steady.jobs.document import Job


def without_money(job: "Job") -> "Job":
    """The same job, planned alike, from which nothing of what the crew pays or asks can be told."""
    # Minutes, people and hours a day stay: the calendar is laid by them. All else of the quote is money.
    usual = type(job.quote)()
    kept = (
        "crew_count",
        "post_min",
        "rail_min",
        "board_min",
        "leaf_min",
        "finish_min",
        "setup_min",
        "travel_min",
        "day_h",
    )
    quote = replace(usual, **{name: getattr(job.quote, name) for name in kept})
    return replace(job, yard=replace(job.yard, prices=(), priced_on=""), quote=quote, offer=OfferTerms())
