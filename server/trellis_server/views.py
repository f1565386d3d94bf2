"""The page, its service worker and the published schema."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.csrf import ensure_csrf_cookie

from trellis_server.services import job_records


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The built index.html: it already names the hashed files under /static/."""
    index = settings.WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse("The front end is not built: run ./trellis build\n", status=503, content_type="text/plain")
    response = HttpResponse(index.read_bytes(), content_type="text/html; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    return response


def service_worker(request: HttpRequest) -> HttpResponse:
    """The site view's service worker, served from the root so that it may keep the whole page."""
    script = settings.WEB_DIST / "sw.js"
    if not script.is_file():
        return HttpResponse(status=404)
    response = HttpResponse(script.read_bytes(), content_type="text/javascript; charset=utf-8")
    response["Cache-Control"] = "no-cache"
    return response


def job_schema(request: HttpRequest) -> HttpResponse:
    """The JSON schema of an exported job."""
    return JsonResponse(job_records.schema())
