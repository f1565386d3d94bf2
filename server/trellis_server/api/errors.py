"""One place where refusals become problem documents."""

from typing import Any

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError
from steady.errors import InputError, OutsideScope
from steady.structures.registry import KINDS

from trellis_server.missing import Missing
from trellis_server.outside.services import Unreachable
from trellis_server.searcher.stopped import Stopped
from trellis_server.unable import TYPE, answer, told

_WORDS = {
    "missing": "This is needed",
    "extra_forbidden": "This field is not known here",
    "unexpected_keyword_argument": "This field is not known here",
    "finite_number": "Write a number",
    "float_parsing": "Write a number",
    "float_type": "Write a number",
    "int_parsing": "Write a whole number",
    "string_too_long": "This text is too long",
    "string_too_short": "Write something here",
    "too_long": "There are too many of these",
    "too_short": "At least one is needed",
}


SPECS = {kind.spec.__name__ for kind in KINDS}
"""Names that the document's union of structures puts into the path of an error."""


def problems(api: NinjaAPI, request: HttpRequest, title: str, status: int, found: list[dict[str, str]]) -> HttpResponse:
    """A problem document."""
    body = {"type": "about:blank", "title": title, "status": status, "problems": found}
    response = api.create_response(request, body, status=status)
    response["Content-Type"] = TYPE
    return response


def _path(loc: tuple[Any, ...]) -> str:
    parts = [str(part) for part in loc]
    while parts and parts[0] in ("body", "query", "path"):
        parts.pop(0)
    return "/".join(part for part in parts if part not in SPECS)


def _meant(errors: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Errors of the kind of structure that was meant: the others say that `kind` is not theirs, and are dropped."""
    not_meant = set()
    for error in errors:
        loc = tuple(str(part) for part in error.get("loc", ()))
        if error.get("type") == "literal_error" and len(loc) > 1 and loc[-1] == "kind" and loc[-2] in SPECS:
            not_meant.add(loc[:-1])
    left = [
        error
        for error in errors
        if not any(tuple(str(part) for part in error.get("loc", ()))[: len(other)] == other for other in not_meant)
    ]
    # Where the kind fits none, every one of them says which kinds there are.
    return left or [error for error in errors if str((error.get("loc") or [""])[-1]) == "kind"]


def _sentence(error: dict[str, Any]) -> str:
    kind, context = error.get("type", ""), error.get("ctx", {})
    if kind in _WORDS:
        return _WORDS[kind]
    limits = {
        "greater_than": ("gt", "must be above"),
        "greater_than_equal": ("ge", "must be at least"),
        "less_than": ("lt", "must be below"),
        "less_than_equal": ("le", "must be at most"),
    }
    if kind in limits:
        name, words = limits[kind]
        value = context.get(name)
        return f"This {words} {_amount(value, str((error.get('loc') or [''])[-1]))}"
    if kind in ("literal_error", "enum"):
        return f"Choose one of {context.get('expected', 'the list')}"
    return str(error.get("msg", "This is not understood"))


def _amount(value: Any, field: str) -> str:
    """A limit in feet and inches and in metres where the field is a length: the document may be in either."""
    from steady.measure.show import feet_inches

    if field.endswith("_m") and isinstance(value, int | float):
        return f"{feet_inches(float(value), 16)} ({float(value):g} m)"
    return f"{value:g}" if isinstance(value, int | float) else str(value)


def install(api: NinjaAPI) -> None:
    """Register the handlers on an API."""

    @api.exception_handler(InputError)
    def _input(request: HttpRequest, error: InputError) -> HttpResponse:
        return problems(api, request, "This cannot be", 422, [{"field": error.field, "message": error.message}])

    @api.exception_handler(OutsideScope)
    def _scope(request: HttpRequest, error: OutsideScope) -> HttpResponse:
        return problems(api, request, "Not covered", 422, [{"field": "", "message": error.reason}])

    @api.exception_handler(ValidationError)
    def _validation(request: HttpRequest, error: ValidationError) -> HttpResponse:
        found = [{"field": _path(tuple(e.get("loc", ()))), "message": _sentence(e)} for e in _meant(error.errors)[:50]]
        return problems(api, request, "This cannot be", 422, found)

    @api.exception_handler(Missing)
    def _missing(request: HttpRequest, error: Missing) -> HttpResponse:
        return problems(api, request, "There is no such job here", 404, [])

    @api.exception_handler(Unreachable)
    def _unreachable(request: HttpRequest, error: Unreachable) -> HttpResponse:
        says = "The service does not answer. Nothing was changed: try again later, or type it by hand"
        return problems(api, request, says, 424, [{"field": "", "message": says}])

    @api.exception_handler(Stopped)
    def _stopped(request: HttpRequest, error: Stopped) -> HttpResponse:
        response = problems(api, request, str(error), 503, [{"field": "", "message": str(error)}])
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
        return problems(api, request, str(error), error.status_code, [])
