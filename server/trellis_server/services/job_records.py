"""What a job's file carries beside its document: readings, inspections, photos' captions, and quotes as they were sent."""

import uuid
from datetime import date, datetime
from decimal import Decimal
from typing import Any, Self, TypeVar

from django.db import transaction
from pydantic import BaseModel, Field, ValidationError, model_validator
from steady.jobs.document import JobDocument as Document
from steady.jobs.maintenance import Result

from trellis_server.models import (
    ChangeRecord,
    ChangeState,
    CostRecord,
    Inspection,
    Invoice,
    Job,
    Revision,
    SentQuote,
    SignOff,
    SiteReading,
    UpkeepRecord,
)
from trellis_server.services import documents
from trellis_server.services.jobs import Person
from trellis_server.services.refusals import ManyErrors, told_errors

Record = TypeVar("Record", bound=BaseModel)
MOST = 20_000
"""So many records of one kind are read out of a file: more are none of ours [our own]."""


class ReadingRecord(BaseModel):
    """A value measured or ticked on site."""

    id: uuid.UUID
    about: str = Field(max_length=200)
    what: str = Field(max_length=40)
    value_m: float | None = Field(default=None, allow_inf_nan=False)
    done: bool = False
    note: str = Field(default="", max_length=400)
    device: str = Field(default="", max_length=60)
    measured_at: datetime
    counts_at: datetime
    by: str = ""


class InspectionRecord(BaseModel):
    """What somebody looked at, when, and what they said of it. `photo`: one of the photos of the file."""

    task: str = Field(max_length=120)
    by: str = Field(max_length=120)
    on: date
    passed: bool
    note: str = Field(default="", max_length=400)
    photo: uuid.UUID | None = None


class UpkeepLookRecord(BaseModel):
    """What was found when the finished job was looked after. `photo`: one of the photos of the file."""

    key: str = Field(max_length=40)
    by: str = Field(max_length=120)
    on: date
    result: Result
    note: str = Field(default="", max_length=400)
    photo: uuid.UUID | None = None


class PhotoRecord(BaseModel):
    """What a photo shows; the picture itself is no part of the file."""

    id: uuid.UUID
    about: str
    says: str
    wide: int
    high: int
    taken_at: datetime
    by: str = ""


class QuoteRecord(BaseModel):
    """A quote as it was sent, and who accepted it. `document`: the job as it stood then, which changes are measured from."""

    number: int = Field(ge=1, le=100_000)
    revision: int
    document: dict[str, Any]
    body: dict[str, Any]
    letterhead: dict[str, Any] = {}
    made_at: datetime
    by: str = ""
    accepted_by: str = Field(default="", max_length=120)
    accepted_on: date | None = None
    accepted_option: int = Field(default=0, ge=0, le=100)
    signature: list[list[tuple[float, float]]] = Field(default=[], max_length=60)
    withdrawn_at: datetime | None = None


class ChangeOrderRecord(BaseModel):
    """A change order as it was sent, and what became of it. `document`: the job as it stood then."""

    number: int = Field(ge=1, le=100_000)
    quote: int
    revision: int
    document: dict[str, Any]
    reason: str = Field(max_length=10)
    body: dict[str, Any]
    total: Decimal = Field(max_digits=12, decimal_places=2)
    cost: Decimal = Field(default=Decimal(0), max_digits=12, decimal_places=2)
    state: ChangeState
    answered_by: str = Field(default="", max_length=120)
    answered_on: date | None = None


class InvoiceRecord(BaseModel):
    """An invoice as it was sent, and the day it was paid."""

    number: int = Field(ge=1, le=100_000)
    quote: int
    step: int = Field(ge=0, le=100)
    body: dict[str, Any]
    amount: Decimal = Field(max_digits=12, decimal_places=2)
    sent_on: date
    paid_on: date | None = None


class CostEntryRecord(BaseModel):
    """A receipt, or hours at a wage."""

    structure: str = Field(default="", max_length=80)
    kind: str = Field(max_length=10)
    on: date
    who: str = Field(default="", max_length=120)
    note: str = Field(default="", max_length=200)
    hours: Decimal = Field(default=Decimal(0), max_digits=7, decimal_places=2)
    amount: Decimal = Field(default=Decimal(0), max_digits=12, decimal_places=2)


class SignOffRecord(BaseModel):
    """An authorized person's signature for a structure as it was then."""

    structure: str = Field(max_length=80)
    state: str = Field(max_length=20)
    says: str = Field(max_length=600)
    by: str = Field(max_length=120)
    reason: str = Field(max_length=400)


class JobRecords(BaseModel):
    """Everything that was recorded of a job beside its document."""

    readings: list[ReadingRecord] = Field(default=[], max_length=MOST)
    inspections: list[InspectionRecord] = Field(default=[], max_length=MOST)
    upkeep: list[UpkeepLookRecord] = Field(default=[], max_length=MOST)
    photos: list[PhotoRecord] = Field(default=[], max_length=MOST)
    quotes: list[QuoteRecord] = Field(default=[], max_length=MOST)
    changes: list[ChangeOrderRecord] = Field(default=[], max_length=MOST)
    invoices: list[InvoiceRecord] = Field(default=[], max_length=MOST)
    costs: list[CostEntryRecord] = Field(default=[], max_length=MOST)
    sign_offs: list[SignOffRecord] = Field(default=[], max_length=MOST)

    @model_validator(mode="after")
    def _stands_on_its_quotes(self) -> Self:
        known = {row.number for row in self.quotes}
        stands_on = [row.quote for row in self.changes] + [row.quote for row in self.invoices]
        if not known.issuperset(stands_on):
            raise ValueError("A change order or invoice belongs to a quote that is not in the file")
        return self


def _by(author: Any) -> str:
    return str(author.get_username()) if author else ""


def records_of(job: Job, sees_prices: bool) -> JobRecords:
    """The records of a job; quotes for those who see prices alone."""
    readings = job.readings.select_related("author").order_by("counts_at", "pk")
    quotes = job.quotes.select_related("made_by", "revision").order_by("number") if sees_prices else ()
    return JobRecords(
        readings=[
            ReadingRecord(
                id=row.pk,
                by=_by(row.author),
                **{name: getattr(row, name) for name in ReadingRecord.model_fields if name not in ("id", "by")},
            )
            for row in readings
        ],
        inspections=[
            InspectionRecord(task=row.task, by=row.by, on=row.on, passed=row.passed, note=row.note, photo=row.photo_id)
            for row in job.inspections.order_by("made_at", "pk")
        ],
        upkeep=[
            UpkeepLookRecord(
                key=row.key,
                by=row.by,
                on=row.on,
                result=row.result,
                note=row.note,
                photo=row.photo_id,
            )
            for row in job.upkeep.order_by("made_at", "pk")
        ],
        photos=[
            PhotoRecord(
                id=row.pk,
                about=row.about,
                says=row.says,
                wide=row.wide,
                high=row.high,
                taken_at=row.taken_at,
                by=_by(row.author),
            )
            for row in job.photos.filter(receipt=False).select_related("author").order_by("taken_at", "pk")
        ],
        quotes=[
            QuoteRecord(
                number=row.number,
                revision=row.revision.number,
                document=documents.whole(row.revision.document),
                body=row.body,
                letterhead=row.letterhead,
                made_at=row.made_at,
                by=_by(row.made_by),
                accepted_by=row.accepted_by,
                accepted_on=row.accepted_on,
                accepted_option=row.accepted_option,
                signature=row.signature,
                withdrawn_at=row.withdrawn_at,
            )
            for row in quotes
        ],
        sign_offs=[_plain(SignOffRecord, row) for row in job.sign_offs.order_by("pk")],
        **(_money_of(job) if sees_prices else {}),
    )


def _plain(kind: type[Record], row: Any, **more: Any) -> Record:
    """A record of the row's own fields."""
    own = {name: getattr(row, name) for name in kind.model_fields if name not in more}
    return kind(**own, **more)


def _money_of(job: Job) -> dict[str, Any]:
    """Change orders, invoices and costs."""
    return {
        "changes": [
            _plain(
                ChangeOrderRecord,
                row,
                quote=row.quote.number,
                revision=row.revision.number,
                document=documents.whole(row.revision.document),
            )
            for row in job.changes.select_related("quote", "revision").order_by("number")
        ],
        "invoices": [
            _plain(InvoiceRecord, row, quote=row.quote.number)
            for row in job.invoices.select_related("quote").order_by("number")
        ],
        "costs": [_plain(CostEntryRecord, row) for row in job.costs.order_by("made_at", "pk")],
    }


def read_records(document: dict[str, Any]) -> JobRecords:
    """The records in a job's file; a file without them has none.

    Raises:
        InvalidInputError: They do not read; every error by its field.
    """
    try:
        return JobRecords.model_validate(document.get("records") or {})
    except ValidationError as error:
        raise ManyErrors(told_errors(error.errors())) from None


def documents_of(records: JobRecords) -> dict[int, Document]:
    """The job's document at every revision that a quote stands on, oldest first.

    Raises:
        InvalidInputError: One does not read.
    """
    kept = {row.revision: row.document for row in records.quotes}
    kept |= {row.revision: row.document for row in records.changes}
    return {number: documents.load(kept[number]) for number in sorted(kept)}


def restore_records(job: Job, records: JobRecords, revisions: dict[int, Revision], *, person: Person) -> None:
    """Keep a file's readings, inspections and quotes with the job made from it.

    Photos are not in the file, so that neither are the links to them.

    Args:
        revisions: What each quote stands on, by the number of its revision in the file.
    """
    taken = set(SiteReading.objects.filter(pk__in=[row.id for row in records.readings]).values_list("pk", flat=True))
    with transaction.atomic():
        SiteReading.objects.bulk_create(
            SiteReading(
                pk=uuid.uuid4() if row.id in taken else row.id,
                job=job,
                author_id=person.pk,
                **{name: getattr(row, name) for name in ReadingRecord.model_fields if name not in ("id", "by")},
            )
            for row in records.readings
        )
        Inspection.objects.bulk_create(
            Inspection(job=job, author_id=person.pk, **row.model_dump(exclude={"photo"})) for row in records.inspections
        )
        UpkeepRecord.objects.bulk_create(
            UpkeepRecord(job=job, author_id=person.pk, **row.model_dump(exclude={"photo"})) for row in records.upkeep
        )
        for row in records.quotes:
            quote = SentQuote.objects.create(
                job=job,
                revision=revisions[row.revision],
                made_by_id=person.pk,
                **row.model_dump(exclude={"revision", "document", "by", "made_at"}),
            )
            # The day that it was sent is kept, whatever day it is read in.
            SentQuote.objects.filter(pk=quote.pk).update(made_at=row.made_at)
        _restore_money(job, records, revisions, person=person)


def _restore_money(job: Job, records: JobRecords, revisions: dict[int, Revision], *, person: Person) -> None:
    """Change orders and invoices of the quotes just made, costs and signatures."""
    quotes = {quote.number: quote for quote in SentQuote.objects.filter(job=job)}
    ChangeRecord.objects.bulk_create(
        ChangeRecord(
            job=job,
            quote=quotes[row.quote],
            revision=revisions[row.revision],
            made_by_id=person.pk,
            **row.model_dump(exclude={"quote", "revision", "document"}),
        )
        for row in records.changes
    )
    Invoice.objects.bulk_create(
        Invoice(job=job, quote=quotes[row.quote], made_by_id=person.pk, **row.model_dump(exclude={"quote"}))
        for row in records.invoices
    )
    CostRecord.objects.bulk_create(
        CostRecord(job=job, author_id=person.pk, **row.model_dump()) for row in records.costs
    )
    SignOff.objects.bulk_create(SignOff(job=job, author_id=person.pk, **row.model_dump()) for row in records.sign_offs)


def schema() -> documents.Json:
    """The published JSON schema of a job's file: its document, and its records beside it."""
    found = documents.schema()
    records = JobRecords.model_json_schema(ref_template="#/$defs/{model}")
    found["$defs"] = {**found.get("$defs", {}), **records.pop("$defs")}
    found["properties"] = {**found["properties"], "records": records}
    return found
