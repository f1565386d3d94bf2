"""What a job has cost: receipts and hours, entered by the crew and taken away again where they were wrong."""

import uuid
from decimal import Decimal
from typing import Any

from steady.errors import InvalidInputError
from steady.estimating.ledgers import COST_KINDS, CostEntry
from steady.estimating.money import decimal, rounded

from trellis_server.missing import NotFoundError
from trellis_server.models import CostRecord, Job, Photo
from trellis_server.services import photos
from trellis_server.services.days import past_day
from trellis_server.services.jobs import Person

MOST_ENTRIES = 2000
MOST_HOURS = 24.0


def of(job: Job) -> list[CostRecord]:
    """A job's entries, the newest first."""
    return list(CostRecord.objects.filter(job=job).order_by("-on", "-made_at"))


def entries(job: Job) -> list[CostEntry]:
    """The same as the core adds them up."""
    return [
        CostEntry(kind=one.kind, amount=one.amount, hours=one.hours, structure=one.structure)  # type: ignore[arg-type]
        for one in of(job)
    ]


def add(job: Job, person: Person, said: dict[str, Any]) -> CostRecord:
    """Add a cost entry: hours at a wage, or a receipt.

    Raises:
        InvalidInputError: A kind, day or amount that cannot be, or neither hours nor a price.
    """
    if said["kind"] not in COST_KINDS:
        raise InvalidInputError("kind", f"Choose one of {', '.join(COST_KINDS)}")
    if CostRecord.objects.filter(job=job).count() >= MOST_ENTRIES:
        raise InvalidInputError("kind", "This job has as many entries as it may have")
    hours = decimal(said.get("hours") or 0.0, "hours")
    labour = said["kind"] == "labour"
    if labour and not 0 < hours <= Decimal(str(MOST_HOURS)):
        raise InvalidInputError("hours", "Write the hours of one person and day, more than 0 and at most 24")
    if labour:
        wage = decimal(said.get("wage") or 0.0, "wage")
        if wage < 0:
            raise InvalidInputError("wage", "A wage is 0 or more")
        amount = rounded(hours * wage)
    else:
        hours, amount = Decimal(0), rounded(decimal(said.get("amount") or 0.0, "amount"))
        if amount == 0:
            raise InvalidInputError("amount", "Write what was paid; less than 0 where it came back")
    return CostRecord.objects.create(
        job=job,
        structure=said.get("structure", ""),
        kind=said["kind"],
        on=past_day(said["on"]),
        who=said.get("who", "").strip(),
        note=said.get("note", "").strip(),
        hours=hours,
        amount=amount,
        author_id=person.pk,
    )


def one(job: Job, entry: uuid.UUID) -> CostRecord:
    """One entry of a job.

    Raises:
        NotFoundError: There is none.
    """
    found = CostRecord.objects.filter(job=job, pk=entry).select_related("photo").first()
    if found is None:
        raise NotFoundError
    return found


def keep_receipt(job: Job, person: Person, entry: uuid.UUID, *, body: bytes) -> CostRecord:
    """Keep the photo of an entry's receipt, in place of one that it had.

    Raises:
        NotFoundError: There is no such entry.
        InvalidInputError: It is no picture, too large, or the job holds as many as it may.
    """
    found = one(job, entry)
    before = found.photo
    found.photo = photos.keep_receipt(job, person, body)
    found.save(update_fields=["photo"])
    if before is not None:
        photos.drop(job, before.pk, receipt=True)
    return found


def receipt(job: Job, entry: uuid.UUID) -> Photo:
    """The photo of an entry's receipt.

    Raises:
        NotFoundError: There is no such entry, or it has none.
    """
    photo = one(job, entry).photo
    if photo is None:
        raise NotFoundError
    return photos.one(job, photo.pk, receipt=True)


def remove(job: Job, entry: uuid.UUID) -> None:
    """Take an entry away, its receipt's photo with it.

    Raises:
        NotFoundError: There is none.
    """
    found = one(job, entry)
    found.delete()
    if found.photo is not None:
        photos.drop(job, found.photo.pk, receipt=True)


def add_hours(job: Job, person: Person, said: dict[str, Any]) -> CostRecord:
    """Add a person's own hours; the office enters their wage.

    Raises:
        InvalidInputError: As `add`.
    """
    return add(job, person, {**said, "kind": "labour", "who": person.get_username(), "wage": 0.0})


def hours_of(job: Job, person: Person) -> list[CostRecord]:
    """A person's own hours on a job, the newest first."""
    return [one for one in of(job) if one.author_id == person.pk and one.kind == "labour"]


def set_wage(job: Job, wage: float) -> int:
    """The wage of all hours that have none; how many entries that were.

    Raises:
        InvalidInputError: A wage that is not above 0.
    """
    each = decimal(wage, "wage")
    if not each > 0:
        raise InvalidInputError("wage", "A wage is more than 0")
    rows = list(CostRecord.objects.filter(job=job, kind="labour", amount=0, hours__gt=0))
    for row in rows:
        row.amount = rounded(row.hours * each)
    CostRecord.objects.bulk_update(rows, ["amount"])
    return len(rows)
