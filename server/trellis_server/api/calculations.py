"""Calculation without saving: plans, marks, take-off, options, slack, readings. Nothing here touches the database but choices."""

import itertools
from collections.abc import Generator, Sequence
from typing import Annotated, Any

from annotated_types import MaxLen
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.http.response import HttpResponseBase
from django.utils import timezone
from ninja import Router
from pydantic_core import to_json
from steady.catalog.items import goods, sticks, usual
from steady.data.loader import sources, table
from steady.design_codes.registry import rulebook
from steady.drawing.marks import mark_rows
from steady.drawing.scene import scene
from steady.drawing.thumbnail import tile
from steady.errors import InvalidInputError
from steady.ground.clock import zone_names, zones_near
from steady.ground.readings import read_rows
from steady.jobs.crew_defaults import CODES, MARKS, READS
from steady.jobs.design_sheet import drawn, sheet
from steady.jobs.dimension_conflicts import disagreements, held_tasks, stopped
from steady.jobs.document import JobDocument, find, kind_in, plan_structure
from steady.jobs.drag_diff import changes
from steady.jobs.drag_move import moved
from steady.jobs.estimate import quote
from steady.jobs.job_takeoff import job_list
from steady.jobs.joint_rows import joint_rows
from steady.jobs.localize import localize_job
from steady.jobs.movement_limits import slack
from steady.jobs.starting_designs import kept_habit, stands_words
from steady.jobs.states import state_of, states
from steady.memo import search_cache_scope
from steady.schedule.locate import days_left, open_points
from steady.schedule.weather_limits import answer
from steady.structures.gate.hardware import gate_hardware
from steady.structures.registry import kind_called
from steady.structures.structure_type import crew_way_of
from steady.takeoff.bill import ItemCuts, bill, cuts, pieces, quick_price
from steady.takeoff.message import merchant_message
from steady.takeoff.near_misses import near_misses

from trellis_server.api.app import fast
from trellis_server.api.schemas.designs import (
    ChoicesAnswer,
    DaysAnswer,
    DaysBody,
    DigAnswer,
    GroundBody,
    HabitAnswer,
    JobListAnswer,
    JobListBody,
    JointsAnswer,
    MarksAnswer,
    MarksBody,
    OptionsAnswer,
    PictureAnswer,
    PlacesAnswer,
    PlanBody,
    PriceAnswer,
    PullAnswer,
    PullBody,
    ReadingsRead,
    ReferenceAnswer,
    SchoolBody,
    SheetAnswer,
    SlackAnswer,
    SlackBody,
    StartAnswer,
    StartBody,
    StatesAnswer,
    StepsUpAnswer,
    TakeoffAnswer,
    WindByPartAnswer,
    ZonesAnswer,
)
from trellis_server.api.schemas.edges import DocumentBody, Problems
from trellis_server.api.schemas.jobs import JobAnswer
from trellis_server.search_worker.client import found, search
from trellis_server.search_worker.stopped import Stopped
from trellis_server.services import drag_sessions, standard_builds

LINES = "application/x-ndjson"
Word = Annotated[str, MaxLen(40)]
router = Router(tags=["designs"])
REFUSALS = {401: Problems, 403: Problems, 422: Problems}
SEARCHES = {**REFUSALS, 503: Problems}


@router.post("/designs/plan", response={200: SheetAnswer, **REFUSALS})
def plan(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """One structure's sheet."""
    job = body.document
    if body.moving is not None:
        job = moved(job, body.structure, body.moving.handle, to_m=body.moving.to_m)
    return fast(sheet(plan_structure(job, body.structure), job.reading.tape(), job.yard, selected=body.selected))


@router.post("/designs/drag", response={200: PullAnswer, **REFUSALS})
def pull(request: HttpRequest, body: PullBody) -> HttpResponse:
    """What a pull about a drawing changes on it, since the answer before."""
    person = request.user.pk or 0
    found = (
        drag_sessions.held(person, body.key)
        if body.document is None
        else drag_sessions.start_drag(person, body.key, body.document)
    )
    if found is None:
        return fast({"held": False})
    with found.turn, search_cache_scope(found.memo):
        job = moved(found.job, body.structure, body.moving.handle, to_m=body.moving.to_m)
        now = drawn(plan_structure(job, body.structure), job.reading.tape(), job.yard)
        before = (
            found.told if found.told is not None and found.told.id == now.id and body.after == found.number else None
        )
        found.told, found.number = now, found.number + 1
        return fast({"held": True, "number": found.number, "changes": changes(before, now)})


@router.post("/designs/states", response={200: StatesAnswer, **REFUSALS})
def all_states(request: HttpRequest, body: DocumentBody) -> HttpResponse:
    """The state of every structure of a job, each in a word and a sentence."""
    return fast({"states": [{**_fields(one), "wrong": one.wrong} for one in states(body.document)]})


@router.post("/designs/joints", response={200: JointsAnswer, **REFUSALS})
def list_joints(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """Each different joint of a structure once: how its pieces meet, over what area, with what, and how it stands."""
    job = body.document
    return fast({"joints": joint_rows(plan_structure(job, body.structure), job.reading.tape())})


@router.post("/designs/marks", response={200: MarksAnswer, **REFUSALS})
def marks(request: HttpRequest, body: MarksBody) -> HttpResponse:
    """Marks from either end, to centre or face, or mirrored."""
    job = body.document
    rows = mark_rows(
        plan_structure(job, body.structure),
        job.reading.tape(),
        from_end=body.from_end,
        to=body.to,
        mirrored=body.mirrored,
    )
    return fast({"marks": rows})


@router.post("/designs/picture", response={200: PictureAnswer, **REFUSALS})
def picture(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """One structure as a still picture from above a corner."""
    return fast({"tile": tile(scene(plan_structure(body.document, body.structure)))})


@router.post("/designs/price", response={200: PriceAnswer, **REFUSALS})
def price(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """What one structure's materials come to by a first cut plan, as its price list has them."""
    made = plan_structure(body.document, body.structure)
    return fast({"price": quick_price(made, body.document.yard)})


@router.post("/designs/takeoff", response={200: TakeoffAnswer, **REFUSALS})
def takeoff(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """Pieces, cut plans and prices."""
    job = body.document
    made = plan_structure(job, body.structure)
    item_cuts = cuts(made, job.yard, metric=job.reading.metric)
    bought = bill(made, job.yard, item_cuts)
    _, structure = find(job, body.structure)
    approval = kind_in(job, body.structure).approval(structure.spec, job.reading.tape())
    waits = [approval.held] if approval is not None and approval.held else []
    said = state_of(structure, made)
    waits += [f"Nothing is ordered for it: {said.says}"] if said.wrong else []
    waits += stopped(job.dimensions, body.structure, ("buy",), tape=job.reading.tape())
    return fast(
        {
            "pieces": pieces(made),
            "cuts": _cut_rows(item_cuts),
            "bill": bought,
            "quote": quote(made, bought, job.quote, offer=job.offer, tape=job.reading.tape()),
            "near": near_misses(made, job.yard, job.reading.tape()),
            "stands": stands_words(job, body.structure, made),
            "look": approval.look if approval is not None else "",
            "look_items": approval.items if approval is not None else (),
            "held": waits,
            # A list that is held is not sent: there is nothing to copy yet.
            "message": "" if waits else merchant_message(bought, structure.name, job.place),
        }
    )


def _cut_rows(item_cuts: Sequence[ItemCuts]) -> list[dict[str, object]]:
    """Cut plans with how far above the least possible they are."""
    return [
        {**_fields(cut), "plan": {**_fields(cut.plan), "above_bound": cut.plan.above_bound} if cut.plan else None}
        for cut in item_cuts
    ]


@router.post("/designs/job-takeoff", response={200: JobListAnswer, **REFUSALS})
def whole_list(request: HttpRequest, body: JobListBody) -> HttpResponse:
    """One list and one cut plan over a job's structures, or chosen ones and stages."""
    found = job_list(body.document, body.structures, body.stages)
    return fast({**_fields(found), "cuts": _cut_rows(found.cuts)})


def _fields(item: object) -> dict[str, object]:
    return {name: getattr(item, name) for name in item.__dataclass_fields__}  # type: ignore[attr-defined]


@router.post("/designs/fixes", response={200: OptionsAnswer, **SEARCHES})
def helps(request: HttpRequest, body: PlanBody) -> HttpResponseBase:
    """The cheapest changes that pass, each planned and priced; line by line as they are found where that is asked for."""
    return _looked(request, "options", body, name="options")


@router.post("/designs/starting-design", response={200: StartAnswer, **SEARCHES})
def way_to_start(request: HttpRequest, body: StartBody) -> HttpResponse:
    """One way to build a structure: as it is, as usually built here, the cheapest that passes, each with what it stands up to."""
    kind = kind_in(body.document, body.structure)
    crews = bool(body.which) and body.which == crew_way_of(kind)
    habit = standard_builds.habit_of(request.user, kind, body.document.school) if crews else None
    more = {"which": body.which, "name": body.name, "habit": habit}
    return fast({"start": found("start", body.document, body.structure, **more)[0]})


@router.get("/crew/standard-builds", response={200: HabitAnswer, **REFUSALS})
def crew_habit(request: HttpRequest, kind: Word, school: Word) -> HttpResponse:
    """Whether the crew has kept how it usually builds a kind of structure under a school, and what."""
    return fast({"habit": standard_builds.habit_of(request.user, kind_called(kind), school)})


@router.put("/crew/standard-builds", response={200: HabitAnswer, **REFUSALS})
def keep_habit(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """Keep what of a structure is the crew's habit under the job's school."""
    habit = kept_habit(body.document, body.structure)
    standard_builds.keep(request.user, kind_in(body.document, body.structure), body.document.school, habit=habit)
    return fast({"habit": habit})


@router.delete("/crew/standard-builds", response={200: HabitAnswer, **REFUSALS})
def forget_habit(request: HttpRequest, kind: Word, school: Word) -> HttpResponse:
    """Forget the crew's habit under a school."""
    standard_builds.keep(request.user, kind_called(kind), school, habit=None)
    return fast({"habit": None})


@router.post("/designs/wind-upgrades", response={200: StepsUpAnswer, **SEARCHES})
def steps_between(request: HttpRequest, body: PlanBody) -> HttpResponseBase:
    """Single changes that let a structure stand up to more wind, the cheapest for what it adds first."""
    return _looked(request, "steps-up", body, name="steps")


@router.post("/designs/wind-by-part", response={200: WindByPartAnswer, **SEARCHES})
def what_decides_the_wind(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """The wind that line, ends and gate each stand up to, and which assumption about the site decides."""
    return fast({"wind": found("wind-by-part", body.document, body.structure)[0]})


@router.post("/designs/member-options", response={200: ChoicesAnswer, **SEARCHES})
def members_to_choose(request: HttpRequest, body: PlanBody) -> HttpResponseBase:
    """Every joist and beam that could be chosen, with its limit, its slack and how the whole fares with it."""
    return _looked(request, "choices", body, name="choices")


def _looked(request: HttpRequest, what: str, body: PlanBody, *, name: str) -> HttpResponseBase:
    """A search's answer: whole at its end, or a line of JSON at a time; whoever goes away ends it."""
    if LINES not in request.headers.get("Accept", ""):
        return fast({name: found(what, body.document, body.structure)})
    lines = search(what, body.document, body.structure)
    # What is refused is refused at the first line, as a problem document.
    first = next(lines, None)
    return StreamingHttpResponse(_as_lines(first, lines), content_type=LINES)


def _as_lines(
    first: dict[str, Any] | None, lines: Generator[dict[str, Any], None, None]
) -> Generator[bytes, None, None]:
    try:
        for told in itertools.chain([] if first is None else [first], lines):
            yield to_json(told) + b"\n"
    except (InvalidInputError, Stopped) as error:
        yield to_json({"failed": str(error)}) + b"\n"
    finally:
        lines.close()


@router.post("/designs/movement-limits", response={200: SlackAnswer, **REFUSALS})
def how_far(request: HttpRequest, body: SlackBody) -> HttpResponse:
    """How far one post may move each way, and what fails first."""
    return fast(slack(body.document, body.structure, body.post))


@router.get("/designs/climate-locations", response={200: PlacesAnswer, **REFUSALS})
def places(request: HttpRequest, school: str = "ca", text: str = "") -> HttpResponse:
    """Places of the school's climate table by the first letters of their name."""
    return fast({"places": rulebook(school).places(text[:60])})


@router.get("/designs/zones", response={200: ZonesAnswer, **REFUSALS})
def zones(request: HttpRequest, latitude_rad: float | None = None, longitude_rad: float | None = None) -> HttpResponse:
    """Every time zone by its name; and those whose towns lie nearest to a place, to be picked from."""
    known = latitude_rad is not None and longitude_rad is not None
    near = zones_near(latitude_rad, longitude_rad) if known else ()  # type: ignore[arg-type]
    return fast({"zones": zone_names(), "near": near})


@router.post("/designs/level-readings", response={200: ReadingsRead, **REFUSALS})
def ground(request: HttpRequest, body: GroundBody) -> HttpResponse:
    """Level readings from pasted rows or a CSV file, with problems by row."""
    return fast(read_rows(body.text, body.kind, body.instrument_m, bare=body.bare))


@router.post("/designs/locate-status", response={200: DigAnswer, **REFUSALS})
def dig(request: HttpRequest, body: PlanBody) -> HttpResponse:
    """What of the locate still holds back the first hole, today."""
    today = timezone.localdate()
    locate = body.document.site.locate
    tape = body.document.reading.tape()
    points = open_points(locate, today)
    points += stopped(body.document.dimensions, body.structure, ("set-out", "dig"), tape=tape)
    left = days_left(locate, today)
    return fast(
        {
            "on": today.isoformat(),
            "ready": not points,
            "open_points": points,
            "days_left": left,
            "disagreements": disagreements(body.document.dimensions, body.structure, tape),
            "held_tasks": _held(body.document, body.structure),
        }
    )


def _held(job: JobDocument, structure: str) -> list[str]:
    """Tasks that two documents hold back; none to ask for where nothing disagrees."""
    tape = job.reading.tape()
    if not disagreements(job.dimensions, structure, tape):
        return []
    return held_tasks(job.dimensions, structure, plan_structure(job, structure).tasks, tape=tape)


@router.post("/designs/weather-limits", response={200: DaysAnswer, **REFUSALS})
def days(request: HttpRequest, body: DaysBody) -> HttpResponse:
    """What each typed day is good for: go, take care, or not today."""
    return fast({"days": [answer(day) for day in body.document.days]})


@router.post("/designs/localize", response={200: JobAnswer, **REFUSALS})
def other_school(request: HttpRequest, body: SchoolBody) -> HttpResponse:
    """A job under another school of rules; nothing is kept."""
    return fast({"document": localize_job(body.document, body.school)})


@router.get("/designs/reference", response={200: ReferenceAnswer, **REFUSALS})
def reference(request: HttpRequest, school: str = "us") -> HttpResponse:
    """What the forms offer under one school."""
    book = rulebook(school)
    start = usual(book.key)
    return fast(
        {
            "items": [
                {"key": s.key, "role": s.role, "says": s.says, "species": s.species, "width_m": s.width_m}
                for s in sticks().values()
                if book.key in s.schools
            ]
            + [{"key": h.key, "role": h.kind, "says": h.says} for h in gate_hardware()],
            "bags": [
                {"key": g.key, "role": g.role, "says": g.says}
                for g in goods().values()
                if g.role == "bag" and g.key.endswith("kg") == book.metric
            ],
            "soils": [{"name": s.name, "says": s.says, "source": s.source} for s in book.soils()],
            "exposures": [
                {"value": key, "says": says} for key, says in zip(book.exposures, book.exposures_say, strict=False)
            ],
            "editions": list(book.editions),
            "asks_rain_on_snow": book.asks_rain_on_snow,
            "roof_shelters": [{"value": key, "says": says} for key, says in book.roof_shelters()],
            "wind_says": book.wind_says,
            "wind_zones": book.wind_zones(),
            "seismic_categories": [
                {"value": row.text["key"], "says": row.text["says"]}
                for row in table("seismic_categories")
                if row.text["school"] == book.key
            ],
            "wind_pressure_pa": book.usual_pressure_pa,
            "codes": [{"value": key, "says": says} for key, says in CODES],
            "marks": [{"says": says, "reading": READS[key]} for key, says in MARKS],
            "usual": {name: getattr(start, name) for name in ("bag", "soil", "exposure", "wind_speed_m_per_s")},
            "sources": [{"key": key, **row} for key, row in sources().items()],
        }
    )
