"""The text that goes with an offer: what it is for, what each option costs, how long it holds, and where to read and accept it."""

from decimal import Decimal

from steady.value_objects import value_object


@value_object
class OfferedPrice:
    """One option as the text names it, with its price as it was offered."""

    name: str
    total: Decimal


@value_object
class SentOffer:
    """An offer as it was kept: its number, to whom, where, its options, how long it holds, and who makes it."""

    number: int
    client: str
    place: str
    prices: tuple[OfferedPrice, ...]
    valid_until: str
    currency: str
    crew: str


@value_object
class OfferText:
    """Subject and body of a message to the client."""

    subject: str
    body: str


def offer_message(offer: SentOffer, link: str) -> OfferText:
    """The message that goes with an offer. Prices are those of the offer as it was kept, to the cent where it has cents."""
    work = f"the work at {offer.place}" if offer.place else "your work"
    lines = [
        f"Hello {offer.client}," if offer.client else "Hello,",
        "",
        f"here is our offer {offer.number} for {work}.",
    ]
    if len(offer.prices) > 1:
        lines.append("You can choose:")
        lines += [
            f"- {price.name or f'Option {k}'}: {_money(price.total, offer.currency)}"
            for k, price in enumerate(offer.prices, start=1)
        ]
    elif offer.prices:
        lines.append(f"Price: {_money(offer.prices[0].total, offer.currency)}, tax included.")
    lines += ["", "Read it, see the picture, and accept it here:", link, ""]
    if offer.valid_until:
        lines.append(f"The offer is valid until {offer.valid_until}. What is not included is listed in it.")
    lines += ["Please ask if anything is unclear.", "", offer.crew]
    return OfferText(
        subject=f"Offer {offer.number}{f' for {offer.place}' if offer.place else ''}", body="\n".join(lines).strip()
    )


def _money(total: Decimal, currency: str) -> str:
    whole = total == total.to_integral_value()
    return f"{currency}{total:,.0f}" if whole else f"{currency}{total:,.2f}"
