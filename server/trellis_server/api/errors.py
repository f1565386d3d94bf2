"""One place where refusals become problem documents."""

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError
from steady.errors import InvalidInputError, OutOfScopeError

from trellis_server.integrations.services import ServiceUnavailableError
from trellis_server.missing import NotFoundError
from trellis_server.search_worker.stopped import Stopped
from trellis_server.services.refusals import ManyErrors, told_errors
from trellis_server.unable import TYPE, answer, told


def problems(
    api: NinjaAPI, request: HttpRequest, title: str, *, status: int, found: list[dict[str, str]]
) -> HttpResponse:
    """A problem document."""
    body = {"type": "about:blank", "title": title, "status": status, "problems": found}
    response = api.create_response(request, body, status=status)
    response["Content-Type"] = TYPE
    return response


def install(api: NinjaAPI) -> None:
    """Register the handlers on an API."""

    @api.exception_handler(InvalidInputError)
    def _input(request: HttpRequest, error: InvalidInputError) -> HttpResponse:
        return problems(
            api, request, "This cannot be", status=422, found=[{"field": error.field, "message": error.message}]
        )

    @api.exception_handler(OutOfScopeError)
    def _scope(request: HttpRequest, error: OutOfScopeError) -> HttpResponse:
        return problems(api, request, "Not covered", status=422, found=[{"field": "", "message": error.reason}])

    @api.exception_handler(ValidationError)
    def _validation(request: HttpRequest, error: ValidationError) -> HttpResponse:
        return problems(api, request, "This cannot be", status=422, found=told_errors(error.errors))

    @api.exception_handler(ManyErrors)
    def _many(request: HttpRequest, error: ManyErrors) -> HttpResponse:
        return problems(api, request, "This cannot be", status=422, found=error.problems)

    @api.exception_handler(NotFoundError)
    def _missing(request: HttpRequest, error: NotFoundError) -> HttpResponse:
        return problems(api, request, "There is no such job here", status=404, found=[])

    @api.exception_handler(ServiceUnavailableError)
    def _unreachable(request: HttpRequest, error: ServiceUnavailableError) -> HttpResponse:
        says = "The service does not answer. Nothing was changed: try again later, or type it by hand"
        return problems(api, request, says, status=424, found=[{"field": "", "message": says}])

    @api.exception_handler(Stopped)
    def _stopped(request: HttpRequest, error: Stopped) -> HttpResponse:
        response = problems(api, request, str(error), status=503, found=[{"field": "", "message": str(error)}])
        response["Retry-After"] = "2"
        return response

    @api.exception_handler(DatabaseError)
    @api.exception_handler(OSError)
    def _disk(request: HttpRequest, error: Exception) -> HttpResponse:
        unable = told(error)
        if unable is None:
            raise error
        return answer(unable)

    @api.exception_handler(HttpError)
    def _http(request: HttpRequest, error: HttpError) -> HttpResponse:
        return problems(api, request, str(error), status=error.status_code, found=[])
