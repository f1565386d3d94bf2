"""What lies outside: each service tried, and its answers taken where they are used."""

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from trellis_server.api.app import fast
from trellis_server.api.schemas.edges import DocumentBody, Problems
from trellis_server.api.schemas.outside import (
    DaysRequest,
    FaultBody,
    LevelledAnswer,
    LocateRequest,
    MerchantBody,
    MessageBody,
    MessageSent,
    OutsideAnswer,
    SupplierRequest,
)
from trellis_server.integrations import handlers
from trellis_server.integrations.services import SERVICES
from trellis_server.services import sign_offs
from trellis_server.services.jobs import crew_of, job_of, state

router = Router(tags=["integrations"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems, 424: Problems}


def _services(request: HttpRequest) -> HttpResponse:
    crew = crew_of(request.user)
    rows = [
        {
            "key": row.key,
            "says": row.says,
            "text": row.text,
            "faults": row.faults,
            "fault": handlers.fault_of(crew, row.key),
        }
        for row in SERVICES
    ]
    return fast({"services": rows})


@router.get("/integrations", response={200: OutsideAnswer, **REFUSALS})
def listed(request: HttpRequest) -> HttpResponse:
    """Every service, and the fault that its stand-in shows."""
    return _services(request)


@router.put("/integrations/faults", response={200: OutsideAnswer, **REFUSALS})
def fault(request: HttpRequest, body: FaultBody) -> HttpResponse:
    """Give a stand-in a fault to show, or heal it."""
    handlers.set_fault(crew_of(request.user), body.service, body.fault)
    return _services(request)


@router.post("/integrations/weather", response={200: DaysRequest, **REFUSALS})
def weather(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """The job's days with the forecast in them."""
    return fast({"days": handlers.forecast(crew_of(request.user), body.document, timezone.localdate())})


@router.post("/integrations/supplier", response={200: SupplierRequest, **REFUSALS})
def merchant(request: HttpRequest, body: MerchantBody) -> HttpResponse:
    """A merchant's offers, into the price book if asked to."""
    found = handlers.ask_merchant(crew_of(request.user), body.metric, timezone.localdate(), keep=body.keep)
    return fast({"offers": found})


@router.post("/integrations/locate", response={200: LocateRequest, **REFUSALS})
def locate(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """The locate ticket of the job's place, as it stands today."""
    found, ticket = handlers.ask_locate(crew_of(request.user), body.document, timezone.localdate())
    return fast({"locate": found, "owners": [{"owner": owner, "said": said} for owner, said in ticket.owners]})


@router.post("/integrations/level", response={200: LevelledAnswer, **REFUSALS})
def level(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """A round of levels over the site's spots."""
    found = handlers.level(crew_of(request.user), body.document)
    rows = [{"thing": thing, "height_m": height} for thing, height in found.heights]
    return fast({"heights": rows, "closes_m": found.closes_m, "amiss": found.amiss})


@router.post("/integrations/message", response={200: MessageSent, **REFUSALS})
def message(request: HttpRequest, body: MessageBody) -> HttpResponse:
    """Send a message; an order stops where a structure of its job does not pass and nobody has signed for it."""
    if body.job is not None:
        job = job_of(request.user, body.job)
        sign_offs.let_pass(job, state(job).document, "ordered")
    return fast({"says": handlers.send(crew_of(request.user), body.to, body.text)})
