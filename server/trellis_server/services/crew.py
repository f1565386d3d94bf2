"""What belongs to a crew: its name, its letterhead, its price book."""

import base64
import binascii
import csv
import io
import json
from dataclasses import replace
from typing import Any, Literal

from django.utils import timezone
from pydantic import TypeAdapter
from pydantic_core import to_json
from steady.catalog.price_book import BookPrice, BookRead, priced_by, read_prices
from steady.errors import InvalidInputError
from steady.ground.clock import zone_of
from steady.jobs.document import JobDocument as Document
from steady.jobs.job_schedule import SiteHolds, calendar
from steady.units.lengths import Bare

from trellis_server.models import Crew, Job, Status
from trellis_server.services import documents
from trellis_server.services.inspections import holds
from trellis_server.services.opening import opened

PRICES: TypeAdapter[tuple[BookPrice, ...]] = TypeAdapter(tuple[BookPrice, ...])
LETTERHEAD = ("name", "address", "reach", "small_print")
MOST_PRICES = 2000
MOST_JOBS = 100


def prices_of(crew: Crew) -> tuple[BookPrice, ...]:
    """The crew's price book."""
    return PRICES.validate_python(crew.prices)


def keep_prices(crew: Crew, prices: tuple[BookPrice, ...]) -> None:
    """Keep a price book whole.

    Raises:
        InvalidInputError: More rows than a book holds.
    """
    if len(prices) > MOST_PRICES:
        raise InvalidInputError("prices", f"A price book holds at most {MOST_PRICES} rows")
    crew.prices = json.loads(to_json(prices))
    crew.save(update_fields=["prices"])


def bring_prices(crew: Crew, text: str, brought_as: Literal["csv", "xlsx"], *, bare: Bare) -> BookRead:
    """Rows of a file into the book, beside what is in it; a row of the same item, length and supplier takes the old one's place.

    Raises:
        InvalidInputError: It is no such file.
    """
    found = read_prices(_rows_of_csv(text) if brought_as == "csv" else _rows_of_xlsx(text), bare)
    kept = {(row.item, row.length_m, row.supplier): row for row in (*prices_of(crew), *found.prices)}
    if found.prices:
        keep_prices(crew, tuple(kept.values()))
    return found


def _rows_of_csv(text: str) -> list[list[str]]:
    text = text.removeprefix("\ufeff")
    first = text.split("\n", 1)[0]
    mark = next((mark for mark in ("\t", ";") if mark in first), ",")
    try:
        return list(csv.reader(io.StringIO(text), delimiter=mark))
    except csv.Error as error:
        raise InvalidInputError("text", f"This is no CSV: {error}") from None


def _rows_of_xlsx(text: str) -> list[list[str]]:
    try:
        body = base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError):
        raise InvalidInputError("text", "This is no workbook that can be read: save it again as XLSX or CSV") from None
    found: list[list[str]] = opened("workbook", body)
    return found


def priced(crew: Crew, document: Document) -> Document:
    """A job at the crew's own prices.

    Raises:
        InvalidInputError: The price book is empty.
    """
    book = prices_of(crew)
    if not book:
        raise InvalidInputError("prices", "The price book is empty: bring prices under Crew first")
    return replace(document, yard=priced_by(document.yard, book, timezone.localdate()))


def keep_letterhead(crew: Crew, name: str, letterhead: dict[str, Any]) -> None:
    """The crew's name and what stands at the head of its quotes."""
    if not name.strip():
        raise InvalidInputError("name", "A crew needs a name")
    crew.name = name.strip()[:120]
    crew.letterhead = {key: str(letterhead.get(key) or "")[:1000] for key in LETTERHEAD}
    crew.save(update_fields=["name", "letterhead"])


def days_of_all(crew: Crew, lead: str = "") -> list[tuple[str, Document, SiteHolds, int]]:
    """Every job that is not put away, with its id, what its inspections hold, and its revision.

    One that can't be scheduled is left out.

    Args:
        lead: Whose jobs alone; empty: all.
    """
    found = []
    jobs = Job.objects.filter(crew=crew, thrown_away_at=None).exclude(status__in=(Status.ARCHIVED, Status.DONE))
    for job in jobs.select_related("current").order_by("pk")[:MOST_JOBS]:
        if job.current is None:
            continue
        document = documents.load(job.current.document)
        if lead and document.calendar.lead != lead:
            continue
        try:
            zone_of(document.site.time_zone)
            calendar(document, timezone.localdate())
        except InvalidInputError:
            continue
        found.append((str(job.pk), document, holds(job, document), job.current.number))
    return found
