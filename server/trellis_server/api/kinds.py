"""Structures of any kind: what there is, a new one from a line, and changes that are the kind's own. Nothing is saved here."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from steady.errors import InvalidInputError
from steady.jobs.apply_decision import apply_decision, used_items
from steady.jobs.apply_measurement import MeasurementImpact, apply_measurement
from steady.jobs.copy_structure import Copied, bring, copied
from steady.jobs.document import AnySpec, at_its_field, find
from steady.jobs.line_preview import Sketch, sketch
from steady.structures.registry import kind_called, kind_of

from trellis_server.api.app import fast
from trellis_server.api.schemas.designs import (
    ActBody,
    BringBody,
    BroughtAnswer,
    CopyBody,
    DecisionsAnswer,
    DecisionsBody,
    HoldBody,
    KindsAnswer,
    MoveBody,
    NewBody,
    SketchBody,
    TakeInBody,
    TilesAnswer,
)
from trellis_server.api.schemas.edges import Problems
from trellis_server.services import jobs, kinds, readings
from trellis_server.services.documents import dump

router = Router(tags=["structure types"])
REFUSALS = {401: Problems, 403: Problems, 422: Problems}


@router.get("/structure-types", response={200: KindsAnswer, 401: Problems})
def every_kind(request: HttpRequest) -> HttpResponse:
    """The kinds of structure that can be planned, in the order in which they are offered."""
    return fast({"kinds": kinds.described(request.user), "job": kinds.settings_of_the_job()})


@router.post("/structure-types/new", response={200: AnySpec, **REFUSALS})
def new(request: HttpRequest, body: NewBody) -> HttpResponse:
    """A structure from one line, with what the crew usually does, or did last."""
    ask = {"text": body.text, "id": body.id, "bare": body.bare, "school": body.school, "preset": body.preset}
    kind = kind_called(body.kind)
    if body.preset and body.preset not in dict(kind.presets):
        raise InvalidInputError("preset", f"Choose one of {', '.join(key for key, _ in kind.presets) or 'none'}")
    return fast(kinds.new(request.user, kind, ask, starts_as=body.starts_as))


@router.post("/structure-types/preview", response={200: Sketch, **REFUSALS})
def sketch_line(request: HttpRequest, body: SketchBody) -> HttpResponse:
    """A line as far as it is typed: what each word means, and its picture; nothing is kept and nothing is refused."""
    kind = kind_called(body.kind)

    def read(text: str) -> Any:
        ask = {"text": text, "id": body.id, "bare": body.bare, "school": body.school, "preset": body.preset}
        return kinds.new(request.user, kind, ask, starts_as=body.starts_as)

    return fast(sketch(body.document, kind, body.text, bare=body.bare, spec_of=read))


@router.get("/structure-types/thumbnails", response={200: TilesAnswer, 401: Problems})
def tiles(request: HttpRequest, metric: bool = False) -> HttpResponse:
    """The picture on each kind's tile."""
    return fast({"tiles": kinds.tiles(metric)})


@router.post("/structure-types/move", response={200: AnySpec, **REFUSALS})
def move(request: HttpRequest, body: MoveBody) -> HttpResponse:
    """The spec with what a handle stands for moved."""
    spec = _spec(body)
    with at_its_field(body.document, body.structure):
        return fast(kind_of(spec).move(spec, body.handle, body.to_m))


@router.post("/structure-types/lock", response={200: AnySpec, **REFUSALS})
def hold(request: HttpRequest, body: HoldBody) -> HttpResponse:
    """The spec with a thing held where it stands or was measured; without a place it is let go."""
    spec = _spec(body)
    kind = kind_of(spec)
    with at_its_field(body.document, body.structure):
        return fast(kind.let_go(spec, body.thing) if body.at_m is None else kind.hold(spec, body.thing, body.at_m))


@router.post("/structure-types/apply-measurement", response={200: MeasurementImpact, 404: Problems, **REFUSALS})
def what_would_change(request: HttpRequest, body: TakeInBody) -> HttpResponse:
    """What taking a reading into the plan would change, pieces that are up already among it; nothing is kept."""
    done = readings.up(jobs.job_of(request.user, body.job)) if body.job is not None else frozenset()
    return fast(apply_measurement(body.document, body.structure, body.thing, at_m=body.at_m, done=done))


@router.post("/structure-types/copy-from-job", response={200: BroughtAnswer, 404: Problems, **REFUSALS})
def bring_over(request: HttpRequest, body: BringBody) -> HttpResponse:
    """A structure of another job of the crew, as it would stand in this one; nothing is kept."""
    there = jobs.state(jobs.job_of(request.user, body.from_job)).document
    return fast({"structure": bring(body.document, there, body.structure)})


@router.post("/structure-types/action", response={200: AnySpec, **REFUSALS})
def act(request: HttpRequest, body: ActBody) -> HttpResponse:
    """The spec after one of its kind's own changes."""
    spec = _spec(body)
    acts = kind_of(spec).acts
    if body.act not in acts:
        raise InvalidInputError("act", f"Choose one of {', '.join(acts) or 'none'}")
    with at_its_field(body.document, body.structure):
        return fast(acts[body.act](spec, body.value))


@router.post("/structure-types/copy", response={200: Copied, **REFUSALS})
def copy(request: HttpRequest, body: CopyBody) -> HttpResponse:
    """Another structure like one of the job; nothing is kept."""
    return fast(copied(body.document, body.structure))


def _spec(body: MoveBody | HoldBody | ActBody) -> Any:
    return find(body.document, body.structure)[1].spec


@router.post("/structure-types/decisions", response={200: DecisionsAnswer, **REFUSALS})
def decisions(request: HttpRequest, body: DecisionsBody) -> HttpResponse:
    """What a job is made of; and the job with one thing in another's place wherever a decision says so."""
    document = apply_decision(body.document, body.carry_out) if body.carry_out else body.document
    return fast({"document": dump(document), "used": used_items(document)})
