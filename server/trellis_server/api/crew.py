"""The crew: its name and letterhead, its people, its price book as a page and as files."""

from typing import Annotated, Literal

from annotated_types import MaxLen
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from steady.catalog.items import item_name
from steady.catalog.price_book import book_rows, every_item
from steady.structures.registry import kind_called

from trellis_server.api.app import fast
from trellis_server.api.files import as_file, file_answer
from trellis_server.api.schemas.crew import (
    BringPrices,
    CrewAnswer,
    CrewBody,
    LearnedAnswer,
    PricesBody,
    PricesRead,
    UsualAnswer,
    UsualBody,
    UsualOfKindBody,
)
from trellis_server.api.schemas.edges import DocumentBody, Problems
from trellis_server.api.schemas.jobs import JobAnswer
from trellis_server.documents.context import CSV, ICS
from trellis_server.documents.registry import XLSX
from trellis_server.documents.tables import table_csv, table_xlsx
from trellis_server.services import crew as crews
from trellis_server.services import usual
from trellis_server.services.crew_rates import learned
from trellis_server.services.jobs import crew_of
from trellis_server.services.people import part

Word = Annotated[str, MaxLen(40)]
router = Router(tags=["crew"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


def _answer(request: HttpRequest) -> HttpResponse:
    crew = crew_of(request.user)
    prices = crews.prices_of(crew) if part(request.user)[1] else ()
    return fast(
        {
            "name": crew.name,
            "people": [person.get_username() for person in crew.members.order_by("pk")],
            "letterhead": {key: str(crew.letterhead.get(key) or "") for key in crews.LETTERHEAD},
            "prices": prices,
            "says": {row.item: item_name(row.item) for row in prices},
        }
    )


@router.get("", response={200: CrewAnswer, **REFUSALS})
def whole(request: HttpRequest) -> HttpResponse:
    """The crew of whoever asks."""
    return _answer(request)


@router.put("", response={200: CrewAnswer, **REFUSALS})
def keep(request: HttpRequest, body: CrewBody) -> HttpResponse:
    """The crew's name and letterhead."""
    crews.keep_letterhead(crew_of(request.user), body.name, body.letterhead.model_dump())
    return _answer(request)


@router.put("/prices", response={200: CrewAnswer, **REFUSALS})
def keep_prices(request: HttpRequest, body: PricesBody) -> HttpResponse:
    """The whole price book, as typed."""
    crews.keep_prices(crew_of(request.user), tuple(body.prices))
    return _answer(request)


@router.post("/prices/import", response={200: PricesRead, **REFUSALS})
def bring_prices(request: HttpRequest, body: BringPrices) -> HttpResponse:
    """Prices out of a file, beside what is in the book; each row that can't be read is told."""
    found = crews.bring_prices(crew_of(request.user), body.text, body.brought_as, bare=body.bare)
    return fast({"taken": len(found.prices), "problems": found.problems})


@router.get("/prices/{file}", response=REFUSALS, openapi_extra=as_file(CSV, XLSX))
def prices_file(
    request: HttpRequest, file: Literal["prices.csv", "prices.xlsx"], sample: bool = False, *, metric: bool = False
) -> HttpResponse:
    """The price book as a file, or the whole sample list to be typed over."""
    prices = every_item(metric) if sample else crews.prices_of(crew_of(request.user))
    rows = book_rows(prices)
    if file == "prices.csv":
        return file_answer(table_csv(rows), CSV, file)
    return file_answer(table_xlsx({"prices": rows}), XLSX, file)


@router.post("/reprice", response={200: JobAnswer, **REFUSALS})
def priced(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """A job at the crew's own prices; nothing is kept."""
    return fast({"document": crews.priced(crew_of(request.user), body.document)})


@router.get("/defaults", response={200: UsualAnswer, **REFUSALS})
def what_is_usual(request: HttpRequest) -> HttpResponse:
    """What the crew usually does: how every job starts, and each kind of structure."""
    return fast(usual.shown(request.user))


@router.put("/defaults", response={200: UsualAnswer, **REFUSALS})
def keep_usual(request: HttpRequest, body: UsualBody) -> HttpResponse:
    """How every job of the crew starts from now on."""
    usual.keep_usual(request.user, body.usual)
    return fast(usual.shown(request.user))


@router.put("/defaults/{kind}", response={200: UsualAnswer, **REFUSALS})
def keep_usual_of_kind(request: HttpRequest, kind: Word, body: UsualOfKindBody) -> HttpResponse:
    """What a new structure of a kind starts with; none: as the last one was built."""
    usual.keep_of_kind(request.user, kind_called(kind), body.choices)
    return fast(usual.shown(request.user))


@router.post("/rates", response={200: LearnedAnswer, **REFUSALS})
def what_we_learned(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """What the crew's own records say, beside what this job calculates with."""
    return fast({"learned": learned(crew_of(request.user), body.document)})


@router.get("/calendar.ics", response=REFUSALS, openapi_extra=as_file(ICS))
def days_of_all(request: HttpRequest) -> HttpResponse:
    """The days of all jobs that are not put away, as one calendar file."""
    from trellis_server.documents.calendar_ics import ics  # as the other documents: only when it is asked for

    return file_answer(
        ics(crews.days_of_all(crew_of(request.user)), timezone.localdate(), timezone.now()), ICS, "calendar.ics"
    )
