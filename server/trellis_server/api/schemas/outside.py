"""Bodies and answers of what lies outside."""

from typing import Annotated
from uuid import UUID

from annotated_types import MaxLen
from ninja import Schema
from steady.catalog.price_book import BookPrice
from steady.ground.site import Locate
from steady.schedule.weather_limits import Day

from trellis_server.api.schemas.edges import Closed


class ServiceAnswer(Schema):
    key: str
    says: str
    text: str
    faults: list[str]
    fault: str


class OutsideAnswer(Schema):
    services: list[ServiceAnswer]


class FaultBody(Closed):
    service: Annotated[str, MaxLen(40)]
    fault: Annotated[str, MaxLen(60)]


class DaysRequest(Schema):
    days: list[Day]


class MerchantBody(Closed):
    metric: bool = False
    keep: bool = False


class OfferedRow(Schema):
    price: BookPrice
    stock_count: int
    lead_days: int
    instead: str


class SupplierRequest(Schema):
    offers: list[OfferedRow]


class OwnerSaid(Schema):
    owner: str
    said: str


class LocateRequest(Schema):
    locate: Locate
    owners: list[OwnerSaid]


class HeightRead(Schema):
    thing: str
    height_m: float


class LevelledAnswer(Schema):
    """A round of levels; `amiss`: why it is not to be taken."""

    heights: list[HeightRead]
    closes_m: float
    amiss: str


class MessageBody(Closed):
    """A message; `job`: it is an order for this job, which stops where a structure does not pass."""

    to: Annotated[str, MaxLen(120)]
    text: Annotated[str, MaxLen(20_000)]
    job: UUID | None = None


class MessageSent(Schema):
    says: str
