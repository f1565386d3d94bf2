"""Bodies and answers of a client's links."""

from datetime import datetime
from typing import Annotated

from annotated_types import MaxLen
from ninja import Schema
from steady.drawing.shapes import View
from steady.jobs.client_quote import ClientQuote

from trellis_server.api.schemas.edges import Closed
from trellis_server.api.schemas.quotes import SentQuoteRow
from trellis_server.api.schemas.record import PhotoRow


class LinkBody(Closed):
    says: Annotated[str, MaxLen(80)] = ""
    shows_quote: bool = True
    shows_photos: bool = False


class LinkRow(Schema):
    id: int
    says: str
    shows_quote: bool
    shows_photos: bool
    made_at: datetime


class LinkMade(LinkRow):
    secret: str


class LinksAnswer(Schema):
    links: list[LinkRow]


class SharedAnswer(Schema):
    """What a client's link shows."""

    name: str
    crew: str
    reach: str
    client: str
    wanted: str
    structures: list[str]
    site: View
    quote: ClientQuote | None
    quote_row: SentQuoteRow | None
    photos: list[PhotoRow]
