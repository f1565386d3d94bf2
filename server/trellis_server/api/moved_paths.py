"""Addresses that the API had before, and where each one is now: old programs are sent on for one release."""

from django.http import HttpRequest, HttpResponse
from django.urls import re_path
from django.views.decorators.csrf import csrf_exempt

MOVED: tuple[tuple[str, str], ...] = (
    (r"api/session/places/([^/]+)", "/api/session/devices/{}"),
    (r"api/jobs/([^/]+)/whole/([^/]+)", "/api/jobs/{}/documents/{}"),
    (r"api/jobs/([^/]+)/bring-back", "/api/jobs/{}/restore"),
    ("api/sights/calendar/move", "/api/schedule/move"),
    (r"api/jobs/([^/]+)/found", "/api/jobs/{}/obstructions"),
    ("api/crew/prices/bring", "/api/crew/prices/import"),
    (r"api/crew/usual/([^/]+)", "/api/crew/defaults/{}"),
    ("api/jobs/thrown-away", "/api/jobs/trash"),
    ("api/outside/merchant", "/api/integrations/supplier"),
    ("api/reckon/reference", "/api/designs/reference"),
    ("api/kinds/decisions", "/api/structure-types/decisions"),
    ("api/outside/message", "/api/integrations/message"),
    ("api/outside/weather", "/api/integrations/weather"),
    ("api/reckon/steps-up", "/api/designs/wind-upgrades"),
    ("api/sights/calendar", "/api/schedule"),
    ("api/sights/underlay", "/api/views/underlay"),
    ("api/outside/faults", "/api/integrations/faults"),
    ("api/outside/locate", "/api/integrations/locate"),
    ("api/reckon/choices", "/api/designs/member-options"),
    ("api/reckon/options", "/api/designs/fixes"),
    ("api/reckon/takeoff", "/api/designs/takeoff"),
    ("api/session/places", "/api/session/devices"),
    ("api/kinds/take-in", "/api/structure-types/apply-measurement"),
    ("api/outside/level", "/api/integrations/level"),
    ("api/reckon/ground", "/api/designs/level-readings"),
    ("api/reckon/places", "/api/designs/climate-locations"),
    ("api/reckon/school", "/api/designs/localize"),
    ("api/reckon/states", "/api/designs/states"),
    ("api/sights/survey", "/api/views/survey"),
    ("api/sights/things", "/api/site-feature-types"),
    ("api/crew/learned", "/api/crew/rates"),
    ("api/kinds/sketch", "/api/structure-types/preview"),
    ("api/reckon/habit", "/api/crew/standard-builds"),
    ("api/reckon/marks", "/api/designs/marks"),
    ("api/reckon/slack", "/api/designs/movement-limits"),
    ("api/reckon/start", "/api/designs/starting-design"),
    ("api/reckon/zones", "/api/designs/zones"),
    ("api/sights/place", "/api/views/site-plan"),
    ("api/sights/scene", "/api/views/3d"),
    ("api/sights/shady", "/api/views/shade-map"),
    ("api/sums/compare", "/api/code-comparison"),
    ("api/sums/schools", "/api/design-codes"),
    ("api/crew/priced", "/api/crew/reprice"),
    ("api/kinds/bring", "/api/structure-types/copy-from-job"),
    ("api/kinds/tiles", "/api/structure-types/thumbnails"),
    ("api/reckon/days", "/api/designs/weather-limits"),
    ("api/reckon/list", "/api/designs/job-takeoff"),
    ("api/reckon/plan", "/api/designs/plan"),
    ("api/reckon/pull", "/api/designs/drag"),
    ("api/sums/checks", "/api/verification"),
    ("api/crew/usual", "/api/crew/defaults"),
    ("api/jobs/begin", "/api/jobs/quick-start"),
    ("api/kinds/copy", "/api/structure-types/copy"),
    ("api/kinds/hold", "/api/structure-types/lock"),
    ("api/kinds/move", "/api/structure-types/move"),
    ("api/reckon/dig", "/api/designs/locate-status"),
    ("api/sights/sun", "/api/views/sun-shade"),
    ("api/kinds/act", "/api/structure-types/action"),
    ("api/kinds/new", "/api/structure-types/new"),
    ("api/outside", "/api/integrations"),
    ("api/kinds", "/api/structure-types"),
    ("api/sums", "/api/calculators"),
)
"""Old path (a pattern), new path; each group of the pattern fills a pair of braces."""


@csrf_exempt
def moved(request: HttpRequest, *parts: str, new: str) -> HttpResponse:
    """Send a call on to its new path; 308 keeps its method and body."""
    query = request.META.get("QUERY_STRING", "")
    answer = HttpResponse(status=308)
    answer["Location"] = new.format(*parts) + (f"?{query}" if query else "")
    return answer


moved_patterns = [re_path(f"^{old}$", moved, {"new": new}) for old, new in MOVED]
