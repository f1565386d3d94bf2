"""The content policy on every answer."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse


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
