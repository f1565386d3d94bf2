"""What can be seen of structures besides their drawings: in space, in the sun, on the site, on days. Nothing is saved here."""

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from steady.drawing.scene import scene
from steady.ground.survey import thing_rows
from steady.jobs.document import plan_structure
from steady.jobs.job_schedule import NOTHING_HELD, calendar, move
from steady.jobs.shade_map import ShadeMapAnswer, shady
from steady.jobs.site_layout import site_plan, whole_scene
from steady.jobs.site_underlay import ScaleRequest, lay_under, scale_under
from steady.jobs.sun_shade import sun
from steady.jobs.sun_year import SunYear, sun_year

from trellis_server.api.app import fast
from trellis_server.api.schemas.designs import PlanBody
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.jobs import Pictures
from trellis_server.api.schemas.sights import (
    CalendarAnswer,
    CalendarBody,
    CalendarMoveBody,
    CalendarMoved,
    SceneAnswer,
    ShadyBody,
    SitePlanAnswer,
    SunBody,
    SunShown,
    SunYearBody,
    SurveyAnswer,
    SurveyBody,
    ThingRows,
    UnderAnswer,
    UnderBody,
)
from trellis_server.services import bookings, cards, inspections, jobs
from trellis_server.services.survey import survey

router = Router(tags=["views"])
REFUSALS = {401: Problems, 403: Problems, 422: Problems}


@router.post("/views/3d", response={200: SceneAnswer, **REFUSALS})
def in_space(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """One structure in space, from its parts and holes; the whole job where none is named."""
    if not body.structure:
        return fast(whole_scene(body.document))
    return fast(scene(plan_structure(body.document, body.structure), by_task=True))


@router.post("/views/site-plan", response={200: SitePlanAnswer, **REFUSALS})
def on_the_site(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """Every structure of the job where it stands on the site."""
    return fast(site_plan(body.document))


@router.post("/views/structures", response={200: Pictures, **REFUSALS})
def small_pictures(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """A small drawing of every structure of the job, with its size and state."""
    return fast({"structures": cards.pictures(body.document)})


@router.post("/schedule", response={200: CalendarAnswer, 404: Problems, **REFUSALS})
def on_days(request: HttpRequest, body: CalendarBody) -> HttpResponse:
    """The whole job on days."""
    job = jobs.job_of(request.user, body.job) if body.job is not None else None
    found = calendar(
        body.document,
        timezone.localdate(),
        inspections.holds(job, body.document) if job is not None else NOTHING_HELD,
    )
    booked = bookings.on_other_jobs(job, found) if job is not None else ()
    return fast(CalendarAnswer(calendar=found, double_booked=booked))


@router.post("/schedule/move", response={200: CalendarMoved, **REFUSALS})
def move_on_days(request: HttpRequest, body: CalendarMoveBody) -> HttpResponse:
    """A task moved, what follows it, and what can't be."""
    return fast(move(body.document, body.task, body.on, today=timezone.localdate()))


@router.get("/site-feature-types", response={200: ThingRows, **REFUSALS})
def things(request: HttpRequest) -> HttpResponse:
    """What a site can hold: how each is drawn, and what its numbers are called."""
    return fast({"things": thing_rows()})


@router.post("/views/survey", response={200: SurveyAnswer, **REFUSALS})
def read_survey(request: HttpRequest, body: SurveyBody) -> HttpResponse:
    """What a pasted or brought survey holds, in the site's own axes, and each row that can't be read."""
    return fast(survey(body.document, body.text, body.brought_as, bare=body.bare, roles=tuple(body.roles)))


@router.post("/views/underlay", response={200: UnderAnswer, **REFUSALS})
def under_the_site(request: HttpRequest, body: UnderBody) -> HttpResponse:
    """A photo or scan of the job laid under its site, or the one that lies there scaled by two points."""
    asked = body.ask
    under = scale_under(body.document, asked) if isinstance(asked, ScaleRequest) else lay_under(body.document, asked)
    return fast({"under": under})


@router.post("/views/shade-map", response={200: ShadeMapAnswer, **REFUSALS})
def where_it_is_shady(request: HttpRequest, body: ShadyBody) -> HttpResponse:
    """The site's shade between two hours of a day, and the best places for something of a size."""
    return fast(shady(body.document, body.ask))


@router.post("/views/sun-year", response={200: SunYear, **REFUSALS})
def through_the_year(request: HttpRequest, body: SunYearBody) -> HttpResponse:
    """Hours of direct sun on a piece of the site's ground, month by month, as it is and as planned."""
    return fast(sun_year(body.document, body.ask))


@router.post("/views/sun-shade", response={200: SunShown, **REFUSALS})
def in_the_sun(request: HttpRequest, body: SunBody) -> HttpResponse:
    """One structure's shade: at an hour, on a patch, and over hours and dates."""
    return fast(sun(body.document, body.structure, body.ask))
