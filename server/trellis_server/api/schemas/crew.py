"""Bodies and answers of the crew: letterhead, price book, what its records say."""

from datetime import datetime
from typing import Annotated, Any, Literal

from annotated_types import MaxLen, MinLen
from ninja import Schema
from steady.catalog.price_book import BookPrice
from steady.errors import RowProblem
from steady.field_records.crew_rates import CrewRate
from steady.jobs.crew_defaults import CrewUsual
from steady.structures.form_schema import AskedGroup

from trellis_server.api.schemas.edges import Closed


class Letterhead(Closed):
    name: Annotated[str, MaxLen(120)] = ""
    address: Annotated[str, MaxLen(1000)] = ""
    reach: Annotated[str, MaxLen(1000)] = ""
    small_print: Annotated[str, MaxLen(1000)] = ""


class CrewBody(Closed):
    name: Annotated[str, MinLen(1), MaxLen(120)]
    letterhead: Letterhead


class CrewAnswer(Schema):
    name: str
    people: list[str]
    letterhead: Letterhead
    prices: list[BookPrice]
    says: dict[str, str]


class UsualBody(Closed):
    usual: CrewUsual


class UsualOfKindBody(Closed):
    """Fields of a kind's spec that a new one starts with; None: as the last one was built."""

    choices: dict[str, Any] | None = None


class UsualOfKind(Schema):
    """One kind: its form; what the crew typed as its usual, and what its last one had; under which schools a habit is kept."""

    key: str
    many: str
    form: tuple[AskedGroup, ...]
    usual: dict[str, Any] | None
    last: dict[str, Any] | None
    habits: list[str]


class UsualAnswer(Schema):
    usual: CrewUsual
    form: tuple[AskedGroup, ...]
    kinds: list[UsualOfKind]


class PricesBody(Closed):
    prices: Annotated[list[BookPrice], MaxLen(2000)]


class BringPrices(Closed):
    """A file's text, or a workbook's bytes in base 64; `bare`: the unit of lengths without one."""

    text: Annotated[str, MaxLen(1_500_000)]
    brought_as: Literal["csv", "xlsx"] = "csv"
    bare: Literal["ft", "in", "m", "mm"] = "ft"


class PricesRead(Schema):
    taken: int
    problems: list[RowProblem]


class LearnedAnswer(Schema):
    learned: list[CrewRate]


class FeedBody(Closed):
    """`lead`: whose jobs alone; empty: all jobs of the crew."""

    lead: Annotated[str, MaxLen(80)] = ""


class FeedRow(Schema):
    id: int
    lead: str
    made_at: datetime


class FeedMade(FeedRow):
    """`path`: the address on this server, told this once."""

    path: str


class FeedsAnswer(Schema):
    feeds: list[FeedRow]
