"""The record of a job: photos, inspections, hours."""

import uuid
from typing import Any

from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Form, Router
from ninja.files import UploadedFile
from steady.errors import InvalidInputError

from trellis_server.api.app import fast
from trellis_server.api.files import as_file
from trellis_server.api.schemas.contracts import HoursAnswer, HoursBody
from trellis_server.api.schemas.edges import Problems
from trellis_server.api.schemas.record import (
    InspectionBody,
    InspectionRow,
    InspectionsAnswer,
    PhotoRow,
    PhotosAnswer,
    UpkeepAnswer,
    UpkeepBody,
    UpkeepRow,
)
from trellis_server.models import Inspection, Job, Photo, UpkeepRecord
from trellis_server.services import costs, inspections, jobs, photos, upkeep

JPEG = "image/jpeg"
router = Router(tags=["record"])
REFUSALS = {401: Problems, 403: Problems, 404: Problems, 422: Problems}


def photo_row(photo: Photo) -> dict[str, Any]:
    """A photo as a page lists it."""
    return {
        "id": photo.pk,
        "about": photo.about,
        "says": photo.says,
        "wide": photo.wide,
        "high": photo.high,
        "by": photo.author.get_username() if photo.author else "",
        "taken_at": photo.taken_at,
    }


@router.get("/{uuid:job_id}/photos", response={200: PhotosAnswer, **REFUSALS})
def listed(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """A job's photos, the newest first."""
    return fast({"photos": [photo_row(photo) for photo in photos.of(jobs.job_of(request.user, job_id))]})


@router.post("/{uuid:job_id}/photos", response={200: PhotoRow, **REFUSALS})
def keep(
    request: HttpRequest,
    job_id: uuid.UUID,
    photo: File[UploadedFile],
    *,
    about: Form[str] = "",
    says: Form[str] = "",
) -> HttpResponse:
    """A picture, whatever its size and way up; kept upright, smaller, and without where it was taken."""
    job = jobs.job_of(request.user, job_id)
    if (photo.size or 0) > photos.MOST_BYTES:
        raise InvalidInputError("photo", f"A photo is at most {photos.MOST_BYTES // 1_000_000} MB")
    return fast(photo_row(photos.keep(job, request.user, photo.read(), about=about, says=says)))


@router.get("/{uuid:job_id}/photos/{uuid:photo_id}", response=REFUSALS, openapi_extra=as_file(JPEG))
def picture(request: HttpRequest, job_id: uuid.UUID, photo_id: uuid.UUID, *, small: bool = False) -> FileResponse:
    """The picture itself."""
    return picture_answer(photos.one(jobs.job_of(request.user, job_id), photo_id), small)


def picture_answer(found: Photo, small: bool) -> FileResponse:
    """A photo's file, for whoever may see it."""
    answer = FileResponse(photos.path_of(found.pk, small).open("rb"), content_type=JPEG)
    answer["X-Content-Type-Options"] = "nosniff"
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@router.delete("/{uuid:job_id}/photos/{uuid:photo_id}", response={204: None, **REFUSALS})
def drop(request: HttpRequest, job_id: uuid.UUID, photo_id: uuid.UUID) -> HttpResponse:
    """Take a photo away."""
    photos.drop(jobs.job_of(request.user, job_id), photo_id)
    return HttpResponse(status=204)


def _inspection(found: Inspection) -> dict[str, Any]:
    return {
        "id": found.pk,
        "task": found.task,
        "by": found.by,
        "on": found.on,
        "passed": found.passed,
        "note": found.note,
        "photo": found.photo_id,
    }


@router.get("/{uuid:job_id}/inspections", response={200: InspectionsAnswer, **REFUSALS})
def looked_at(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """A job's inspections, and what they hold back."""
    job = jobs.job_of(request.user, job_id)
    held = inspections.held(job)
    rows = [_inspection(found) for found in inspections.of(job)]
    return fast({"inspections": rows, "held": [{"task": task, "why": why} for task, why in held.items()]})


@router.post("/{uuid:job_id}/inspections", response={200: InspectionRow, **REFUSALS})
def look(request: HttpRequest, job_id: uuid.UUID, body: InspectionBody) -> HttpResponse:
    """Somebody looked."""
    job = jobs.job_of(request.user, job_id)
    return fast(_inspection(inspections.keep(job, request.user, body.model_dump())))


@router.delete("/{uuid:job_id}/inspections/{int:number}", response={204: None, **REFUSALS})
def take_back(request: HttpRequest, job_id: uuid.UUID, number: int) -> HttpResponse:
    """An inspection typed by mistake."""
    inspections.drop(jobs.job_of(request.user, job_id), number)
    return HttpResponse(status=204)


def _found(one: UpkeepRecord) -> dict[str, Any]:
    return {
        "id": one.pk,
        "key": one.key,
        "by": one.by,
        "on": one.on,
        "result": one.result,
        "note": one.note,
        "photo": one.photo_id,
    }


@router.get("/{uuid:job_id}/upkeep", response={200: UpkeepAnswer, **REFUSALS})
def looked_after(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """What a finished job asks for, what was found, and what is due."""
    job = jobs.job_of(request.user, job_id)
    ended, _, states = upkeep.states_of(job, jobs.state(job).document, timezone.localdate())
    return fast({"done_on": ended, "states": states, "rows": [_found(one) for one in upkeep.of(job)]})


@router.post("/{uuid:job_id}/upkeep", response={200: UpkeepRow, **REFUSALS})
def look_after(request: HttpRequest, job_id: uuid.UUID, body: UpkeepBody) -> HttpResponse:
    """Somebody looked after a finished job."""
    job = jobs.job_of(request.user, job_id)
    return fast(_found(upkeep.keep(job, request.user, body.model_dump())))


@router.delete("/{uuid:job_id}/upkeep/{int:number}", response={204: None, **REFUSALS})
def drop_upkeep(request: HttpRequest, job_id: uuid.UUID, number: int) -> HttpResponse:
    """A look typed by mistake."""
    upkeep.drop(jobs.job_of(request.user, job_id), number)
    return HttpResponse(status=204)


def _hours(job: Job, person: jobs.Person) -> dict[str, Any]:
    own = costs.hours_of(job, person)
    return {
        "rows": [
            {"id": row.pk, "on": row.on, "hours": float(row.hours), "structure": row.structure, "note": row.note}
            for row in own
        ],
        "total": float(sum(row.hours for row in own)),
    }


@router.get("/{uuid:job_id}/hours", response={200: HoursAnswer, **REFUSALS})
def own_hours(request: HttpRequest, job_id: uuid.UUID) -> HttpResponse:
    """One's own hours on a job."""
    return fast(_hours(jobs.job_of(request.user, job_id), request.user))


@router.post("/{uuid:job_id}/hours", response={200: HoursAnswer, **REFUSALS})
def add_hours(request: HttpRequest, job_id: uuid.UUID, body: HoursBody) -> HttpResponse:
    """Enter one's own hours of a day; the office enters what they cost."""
    job = jobs.job_of(request.user, job_id)
    costs.add_hours(job, request.user, body.model_dump())
    return fast(_hours(job, request.user))
