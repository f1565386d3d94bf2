"""What can be seen of structures besides their drawings: in space, and in the sun. Nothing is saved here."""

from django.http import HttpRequest, HttpResponse
from ninja import Router
from steady.drawing.scene import scene
from steady.jobs.document import plan_structure
from steady.jobs.siting import site_plan, whole_scene
from steady.jobs.sun import sun

from trellis_server.api.app import fast
from trellis_server.api.schemas import PlanBody, Problems, SceneAnswer, SitePlanAnswer, SunBody, SunShown

router = Router(tags=["sights"])
REFUSALS = {401: Problems, 403: Problems, 422: Problems}


@router.post("/scene", response={200: SceneAnswer, **REFUSALS})
def in_space(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """One structure in space, from its parts and holes; the whole job where none is named."""
    if not body.structure:
        return fast(whole_scene(body.document))
    return fast(scene(plan_structure(body.document, body.structure)))


@router.post("/place", response={200: SitePlanAnswer, **REFUSALS})
def on_the_site(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """Every structure of the job where it stands on the site."""
    return fast(site_plan(body.document))


@router.post("/sun", response={200: SunShown, **REFUSALS})
def in_the_sun(request: HttpRequest, body: SunBody) -> HttpResponse:
    """One structure's shade: at an hour, on a patch, and over hours and dates."""
    return fast(sun(body.document, body.structure, body.ask))
