"""Bodies and answers of a client's links."""

from datetime import datetime
from typing import Annotated

from annotated_types import Ge, Le, MaxLen
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


Unit = Annotated[float, Ge(0), Le(1)]
Stroke = Annotated[tuple[tuple[Unit, Unit], ...], MaxLen(400)]


class SharedAcceptBody(Closed):
    """The client's yes: which offer and option, a name, and a signature as strokes (x and y from 0 to 1)."""

    number: Annotated[int, Ge(1), Le(100_000)]
    option: Annotated[int, Ge(0), Le(3)] = 0
    by: Annotated[str, MaxLen(120)]
    signature: Annotated[tuple[Stroke, ...], MaxLen(60)] = ()


class SharedChangeBody(Closed):
    """What the client says to a change order."""

    number: Annotated[int, Ge(1), Le(100_000)]
    state: Annotated[str, MaxLen(10)]
    by: Annotated[str, MaxLen(120)]


class SharedChange(Schema):
    """A change order that waits for the client's answer."""

    number: int
    words: list[str]
    total: float
    contract_before: float
    contract_after: float


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
    expired: bool
    change: SharedChange | None
    photos: list[PhotoRow]
