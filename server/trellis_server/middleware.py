"""The doors: which names are answered, how much one body may hold, and the content policy on every answer."""

import json
import re
import time
from collections.abc import Callable
from contextlib import suppress

from django.conf import settings
from django.contrib.sessions.backends.base import UpdateError
from django.core.exceptions import DisallowedHost, RequestDataTooBig
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware

from trellis_server.characters import INVALID


class KnownHost:
    """Answers only to the names in ALLOWED_HOSTS, on every address: a page on a rebound name reads nothing."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        try:
            request.get_host()
        except DisallowedHost:
            return HttpResponse("This server does not go by that name\n", status=400, content_type="text/plain")
        return self.get_response(request)


PATHS: tuple[tuple[str, int], ...] = (
    (r"^/api/session", 4_000),
    (r"/photos$", 12_100_000),
    (r"^/api/(calculators|code-comparison)", 100_000),
    (r"/readings$", 1_000_000),
    (r"/(undo|redo|obstructions)$", 4_000),
    (r"^/api/", 2_000_000),
)
"""Bytes that a body may hold, by address; the first that fits counts. A job of forty structures is about 400 kB."""
MEMBERS = 60_000
"""Commas, brackets and braces that a body may hold: each may become an object of a hundred times its size. The largest
demo job has 2,000."""


class BodyLimits:
    """Refuses bodies that are too large or hold too many members, before anything reads them as JSON."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.method in ("GET", "HEAD", "OPTIONS") or not request.path.startswith("/api/"):
            return self.get_response(request)
        limit = next(limit for path, limit in PATHS if re.search(path, request.path))
        length = request.META.get("CONTENT_LENGTH") or "0"
        if not length.isdigit():
            return _refused("The length of this request is not a number", 400)
        if int(length) > limit:
            return _refused(f"This is more than one request may hold ({limit // 1000} kB)", 413)
        if request.path.endswith("/photos") and request.content_type == "multipart/form-data":
            return self.get_response(request)  # a picture: its reader bounds it, and nothing parses it as JSON
        try:
            body = request.body
        except RequestDataTooBig:
            return _refused(f"This is more than one request may hold ({limit // 1000} kB)", 413)
        if len(body) > limit:
            return _refused(f"This is more than one request may hold ({limit // 1000} kB)", 413)
        if sum(body.count(sign) for sign in (b",", b"[", b"{")) > MEMBERS:
            return _refused(f"This has more parts than one request may hold ({MEMBERS:,})", 413)
        if MAY_BE_INVALID.search(body) and _holds_invalid(body):
            return _refused("This text contains an invalid character: type it again, or leave it out", 422)
        return self.get_response(request)


MAY_BE_INVALID = re.compile(rb"\\[bf]|\\u(?:00[01]|[dD][89a-fA-F]|[fF]{3}[eEfF])|\xef\xbf[\xbe\xbf]")
"""What may spell an invalid character in JSON: only such a body is read twice."""


def _holds_invalid(body: bytes) -> bool:
    """Whether a string in a JSON body contains an invalid character; a body that is not JSON is refused where it is read."""
    try:
        left = [json.loads(body)]
    except (ValueError, RecursionError):
        return False
    while left:
        one = left.pop()
        if isinstance(one, str) and INVALID.search(one):
            return True
        if isinstance(one, dict):
            left += [*one.keys(), *one.values()]
        elif isinstance(one, list):
            left += one
    return False


def _refused(title: str, status: int) -> HttpResponse:
    body = {"type": "about:blank", "title": title, "status": status, "problems": [{"field": "", "message": title}]}
    return HttpResponse(json.dumps(body), status=status, content_type="application/problem+json")


SMALL_ALREADY = (
    "application/pdf",
    "application/zip",
    "application/vnd.openxmlformats",
    "image/jpeg",
    "image/png",
    "image/webp",
)


class Compressed(GZipMiddleware):
    """Compresses answers, but for what is small already, and for what is told line by line: that is not held back."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        """Compressed where that is asked for and worth it."""
        if response.streaming or response.get("Content-Type", "").startswith(SMALL_ALREADY):
            return response
        return super().process_response(request, response)


class IdleLimit:
    """Ends sessions that gave no sign of life for days; a sign is written down once an hour."""

    WRITES_S = 3600

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path.startswith("/api/") and "_auth_user_id" in request.session:
            now, seen = time.time(), request.session.get("seen")
            if isinstance(seen, int | float) and now - seen > settings.SESSION_IDLE_S:
                request.session.flush()
            elif not isinstance(seen, int | float) or now - seen > self.WRITES_S:
                request.session["seen"] = now
                with suppress(DatabaseError, UpdateError):  # where nothing can be written, reading goes on
                    request.session.save()
                request.session.modified = False
        return self.get_response(request)


class ContentPolicy:
    """Adds the Content-Security-Policy and keeps answers of the API out of shared caches."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", settings.CSP)
        response.headers.setdefault("Permissions-Policy", "camera=(), microphone=(), geolocation=()")
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        return response
