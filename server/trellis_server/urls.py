"""Addresses: the API, the service worker, and the page for all else."""

from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path

from trellis_server import views
from trellis_server.api import (
    board,
    calculations,
    contracts,
    crew,
    feeds,
    files,
    jobs,
    kinds,
    outside,
    people,
    quotes,
    record,
    sessions,
    sharing,
    sums,
    towns,
    visualizations,
)
from trellis_server.api.app import api
from trellis_server.api.moved_paths import moved_patterns

api.add_router("/session", sessions.router)
api.add_router("/jobs", jobs.router)
api.add_router("/jobs", files.router)
api.add_router("/jobs", record.router)
api.add_router("/jobs", sharing.router)
api.add_router("/shared", sharing.open_router)
api.add_router("/quotes", quotes.router)
api.add_router("/quotes", contracts.router)
api.add_router("/crew", people.router)
api.add_router("/session", people.own_router)
api.add_router("/crew", crew.router)
api.add_router("/crew", feeds.router)
api.add_router("/feeds", feeds.open_router)
api.add_router("", board.router)
api.add_router("", towns.router)
api.add_router("", outside.router)
api.add_router("", calculations.router)
api.add_router("", visualizations.router)
api.add_router("", kinds.router)
api.add_router("", sums.router)


def missing(request: HttpRequest) -> HttpResponse:
    """An API address that is none answers as a problem document, not with the page."""
    return HttpResponse(
        '{"title": "There is nothing here", "status": 404, "problems": []}',
        status=404,
        content_type="application/problem+json",
    )


handler500 = "trellis_server.unable.fault"

urlpatterns = [
    *moved_patterns,
    path("api/", api.urls),
    re_path(r"^api/", missing),
    path("schema/job.json", views.job_schema),
    path("sw.js", views.service_worker),
    re_path(r"^(?!static/|api/).*$", views.page),
]
