"""Bodies and answers of quotes."""

from datetime import date, datetime
from typing import Annotated

from annotated_types import Ge, Le, MaxLen
from ninja import Schema
from steady.jobs.change_order import ChangeOrder
from steady.jobs.client_quote import ClientQuote

from trellis_server.api.schemas.edges import Closed

OfferAnswer = ClientQuote


ChangeOrderAnswer = ChangeOrder


class AcceptBody(Closed):
    """Who said yes, on which day, to which option."""

    by: Annotated[str, MaxLen(120)]
    on: Annotated[str, MaxLen(10)]
    option: Annotated[int, Ge(0), Le(3)] = 0


class SentQuoteRow(Schema):
    number: int
    revision: int
    made_at: datetime
    made_by: str
    total: float
    currency: str
    valid_until: str
    options: list[str]
    accepted_by: str
    accepted_on: date | None
    accepted_option: int
    signed: bool
    withdrawn: bool
    fingerprint: str


class OfferTo(Closed):
    to: Annotated[str, MaxLen(200)] = ""


class OfferSent(Schema):
    """The text that goes with an offer, and what the service that sends it answered."""

    subject: str
    body: str
    answered: str


class QuotesAnswer(Schema):
    quotes: list[SentQuoteRow]
