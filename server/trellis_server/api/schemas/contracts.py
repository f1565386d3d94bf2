"""Bodies and answers of contracts, invoices, costs and signatures."""

from datetime import date, datetime
from typing import Annotated
from uuid import UUID

from annotated_types import Ge, Le, MaxLen
from ninja import Schema
from steady.jobs.change_order import ChangeOrder

from trellis_server.api.schemas.edges import Closed

Money = Annotated[float, Ge(-1e7), Le(1e7)]
Day = Annotated[str, MaxLen(10)]
Name = Annotated[str, MaxLen(120)]

NextChangeAnswer = ChangeOrder


class ChangeBody(Closed):
    """Why it changes: the client's wish, what was met on site, the crew's own error."""

    reason: Annotated[str, MaxLen(10)]


class ChangeAnswerBody(Closed):
    """What became of a change order, who says so, and on which day."""

    state: Annotated[str, MaxLen(10)]
    by: Name
    on: Day


class InvoiceBody(Closed):
    """Up to which payment, and dated when."""

    step: Annotated[int, Ge(0), Le(20)]
    on: Day


class PaidBody(Closed):
    """The day on which it was paid; empty: not yet."""

    on: Day


class CostBody(Closed):
    """A receipt (`amount`), or hours of one person and day at a wage."""

    kind: Annotated[str, MaxLen(10)]
    on: Day
    structure: Annotated[str, MaxLen(80)] = ""
    who: Name = ""
    note: Annotated[str, MaxLen(200)] = ""
    hours: Annotated[float, Ge(0), Le(24)] = 0.0
    wage: Annotated[float, Ge(0), Le(10_000)] = 0.0
    amount: Money = 0.0


class HoursBody(Closed):
    """A person's own hours of one day."""

    on: Day
    hours: Annotated[float, Ge(0), Le(24)]
    structure: Annotated[str, MaxLen(80)] = ""
    note: Annotated[str, MaxLen(200)] = ""


class WageBody(Closed):
    """What an hour costs, for all hours that have no wage yet."""

    wage: Annotated[float, Ge(0), Le(10_000)]


class HoursRow(Schema):
    id: UUID
    on: date
    hours: float
    structure: str
    note: str


class HoursAnswer(Schema):
    """A person's own hours on a job."""

    rows: list[HoursRow]
    total: float


class SignBody(Closed):
    """Who takes the responsibility for which structure, and why."""

    structure: Annotated[str, MaxLen(80)]
    by: Name
    reason: Annotated[str, MaxLen(400)]


class ChangeRow(Schema):
    number: int
    revision: int
    reason: str
    state: str
    words: list[str]
    total: float
    cost: float
    answered_by: str
    answered_on: date | None
    made_at: datetime


class InvoiceRowAnswer(Schema):
    number: int
    step: int
    amount: float
    sent_on: date
    paid_on: date | None


class CostRowAnswer(Schema):
    id: UUID
    kind: str
    on: date
    structure: str
    who: str
    note: str
    hours: float
    amount: float
    receipt: bool


class EstimateSide(Schema):
    """What it should sell for today, what materials and hours it rests on, and the margin in it by the terms."""

    net: float
    tax: float
    total: float
    materials: float
    hours: float
    margin: float


class ContractSide(Schema):
    """What was agreed, invoiced and paid; `net`: without its tax."""

    quote: int
    option: str
    by: str
    on: date
    accepted: float
    changes: float
    total: float
    net: float
    invoiced: float
    paid: float
    unpaid: float
    to_invoice: float
    payments: list[tuple[str, float]]


class CostSide(Schema):
    material: float
    labour: float
    other: float
    total: float
    hours: float
    unpriced_hours: float


class StructureCost(CostSide):
    """What a structure cost so far, what it was sold for without tax, and what of that is left; none: it is not sold."""

    id: str
    name: str
    sold: float | None
    margin: float | None


class MarginSide(Schema):
    """What is left of the contract's net price after what was spent, and when all is built."""

    amount: float
    ratio: float | None
    expected: float | None
    expected_ratio: float | None


class StopRow(Schema):
    id: str
    name: str
    state: str
    says: str
    can_sign: bool


class SignOffRow(Schema):
    structure: str
    state: str
    says: str
    by: str
    reason: str
    made_at: datetime


class LedgerAnswer(Schema):
    currency: str
    estimate: EstimateSide | None
    estimate_why: str
    contract: ContractSide | None
    changes: list[ChangeRow]
    invoices: list[InvoiceRowAnswer]
    cost: CostSide
    by_structure: list[StructureCost]
    entries: list[CostRowAnswer]
    margin: MarginSide | None
    stops: list[StopRow]
    sign_offs: list[SignOffRow]
