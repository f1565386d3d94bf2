"""The API: every router parses, calls one service or the core, and returns."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import HttpError
from ninja.utils import check_csrf
from pydantic_core import to_json

from trellis_server.api import errors
from trellis_server.api.permissions import admit
from trellis_server.services.jobs import Person

MEANT = "X-Trellis-Person"
"""Whom a page took itself to be signed in as. Where another tab signed somebody else in, nothing is done under their name."""


def _same_site(request: HttpRequest) -> bool:
    if check_csrf(request):
        raise HttpError(403, "This page is stale: load it again")
    return True


def signed_in(request: HttpRequest) -> Person | None:
    """The person behind a request from our own page; None: not signed in (401)."""
    _same_site(request)
    if not request.user.is_authenticated:
        return None
    if request.headers.get(MEANT, str(request.user.pk)) != str(request.user.pk):
        raise HttpError(401, "Somebody else is signed in here now: what you typed is kept under your name")
    admit(request, request.user)
    return request.user


def same_site(request: HttpRequest) -> bool:
    """For the few calls that need no sign-in."""
    return _same_site(request)


class Api(NinjaAPI):
    """The API, whose schema says of each refusal what it is sent as: problems, by RFC 9457."""

    def get_openapi_schema(self, **asked: Any) -> Any:
        """The schema. Answers of problems are `application/problem+json`."""
        schema = super().get_openapi_schema(**asked)
        for operations in schema["paths"].values():
            for operation in operations.values():
                for answer in operation["responses"].values():
                    content = answer.get("content", {})
                    if PROBLEMS in str(content.get("application/json")):
                        answer["content"] = {"application/problem+json": content["application/json"]}
        return schema


PROBLEMS = "#/components/schemas/Problems"
api = Api(title="Steady Trellis", version="1", docs_url=None, openapi_url=None, auth=signed_in)
errors.install(api)


def fast(answer: Any, status: int = 200) -> HttpResponse:
    """An answer straight from the core's dataclasses, without a second validation: drawings answer within a blink."""
    return HttpResponse(to_json(answer, inf_nan_mode="null"), content_type="application/json", status=status)
