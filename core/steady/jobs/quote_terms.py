"""How a job is offered to its client: options, markup, tax, payments, what is in and out. Kept with the job."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from steady.value_objects import value_object

Ratio = Annotated[float, Ge(0), Le(1)]
Line = Annotated[str, MinLen(1), MaxLen(200)]


@value_object
class OfferOption:
    """One design of several: its name, and the ids of its structures; none: all of the job."""

    name: Annotated[str, MaxLen(80)] = ""
    structures: Annotated[tuple[Annotated[str, MaxLen(60)], ...], MaxLen(50)] = ()


@value_object
class Payment:
    """A share of the whole, and when it is paid."""

    when: Annotated[str, MinLen(1), MaxLen(80)]
    share_ratio: Ratio


@value_object
class QuoteTerms:
    """What the client is asked.

    Args:
        margin_ratio: The crew's share of the price over its cost; the client does not see it by itself.
        tax_on: What of the price is taxed: all of it, its materials, or its labour with all else.
        round_to: An option's price is rounded up to a multiple of this, and its lines are multiples of it.
        payment_round_to: Payments are whole multiples of this; the last takes what is left.
        warranty: What the crew stands in for, a line each; on the offer and in the handover.
        prices_last_days: For how many days prices of the list are taken as today's.
    """

    currency: Annotated[str, MaxLen(8)] = "$"
    margin_ratio: Annotated[float, Ge(0), Le(0.9)] = 0.18
    tax_name: Annotated[str, MaxLen(40)] = ""
    tax_ratio: Annotated[float, Ge(0), Le(0.5)] = 0.0
    tax_on: Literal["all", "materials", "labour"] = "all"
    round_to: Annotated[float, Gt(0), Le(1000)] = 1.0
    payment_round_to: Annotated[float, Gt(0), Le(1000)] = 1.0
    valid_days: Annotated[int, Ge(1), Le(365)] = 30
    prices_last_days: Annotated[int, Ge(1), Le(365)] = 30
    payments: Annotated[tuple[Payment, ...], MaxLen(10)] = (
        Payment(when="on acceptance", share_ratio=0.3),
        Payment(when="when the posts stand", share_ratio=0.4),
    )
    options: Annotated[tuple[OfferOption, ...], MaxLen(4)] = ()
    included: Annotated[tuple[Line, ...], MaxLen(20)] = ()
    excluded: Annotated[tuple[Line, ...], MaxLen(20)] = ()
    warranty: Annotated[tuple[Line, ...], MaxLen(20)] = ()

    def margin_in(self, net: float) -> float:
        """The crew's margin in a price without its tax; what rounding the price up adds is not in it. Source: sum `price.build`."""
        return net * self.margin_ratio
