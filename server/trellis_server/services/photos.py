"""Photos of a job: any picture turned upright, made small enough, stripped of where it was taken, and kept as JPEG."""

import base64
import uuid
from pathlib import Path

from django.conf import settings
from django.db import transaction
from django.db.models import Sum
from steady.errors import InvalidInputError

from trellis_server.missing import NotFoundError
from trellis_server.models import Job, Photo
from trellis_server.services.atomic_file import write_whole
from trellis_server.services.jobs import Person
from trellis_server.services.opening import opened

MOST_BYTES = 12_000_000
MOST_PHOTOS, MOST_KEPT = 400, 400_000_000
"""A job keeps so many photos and so many bytes of them [our own]."""


def folder() -> Path:
    """Where photos lie: beside the database."""
    return Path(settings.DATA) / "photos"


def path_of(photo_id: uuid.UUID, small: bool = False) -> Path:
    """A photo's file. The name is its id alone: nothing that anybody typed is ever part of a path."""
    return folder() / f"{photo_id}{'-small' if small else ''}.jpg"


def of(job: Job) -> list[Photo]:
    """A job's photos, the newest first; receipts stand with their costs."""
    return list(Photo.objects.filter(job=job, receipt=False).select_related("author").order_by("-taken_at"))


def one(job: Job, photo_id: uuid.UUID, receipt: bool = False) -> Photo:
    """One photo of a job, or of one of its receipts.

    Raises:
        Missing: There is none.
    """
    found = Photo.objects.filter(job=job, pk=photo_id, receipt=receipt).first()
    if found is None or not path_of(found.pk).exists():
        raise NotFoundError
    return found


def named(job: Job, photo_id: uuid.UUID | None) -> Photo | None:
    """The photo that a record names; None: it names none.

    Raises:
        InvalidInputError: It is none of this job's.
    """
    if photo_id is None:
        return None
    found = Photo.objects.filter(job=job, pk=photo_id, receipt=False).first()
    if found is None:
        raise InvalidInputError("photo", "This job has no such photo")
    return found


def keep(job: Job, person: Person, body: bytes, *, about: str, says: str) -> Photo:
    """A picture as it was sent, made ready and kept.

    Raises:
        InvalidInputError: It is no picture, too large, or the job holds as many as it may.
    """
    return _kept(Photo(job=job, about=about[:200], says=says[:200], author_id=person.pk), body)


def keep_receipt(job: Job, person: Person, body: bytes) -> Photo:
    """The picture of a receipt, which stands with its cost alone.

    Raises:
        InvalidInputError: As `keep`.
    """
    return _kept(Photo(job=job, receipt=True, author_id=person.pk), body)


def _kept(made: Photo, body: bytes) -> Photo:
    if len(body) > MOST_BYTES:
        raise InvalidInputError("photo", f"A photo is at most {MOST_BYTES // 1_000_000} MB")
    kept = Photo.objects.filter(job=made.job)
    if kept.count() >= MOST_PHOTOS or (kept.aggregate(Sum("size"))["size__sum"] or 0) > MOST_KEPT:
        raise InvalidInputError("photo", "This job holds as many photos as it may: take some away first")
    made_ready = opened("picture", body)
    large, small = (base64.b64decode(made_ready[size]) for size in ("large", "small"))
    made.wide, made.high, made.size = made_ready["wide"], made_ready["high"], len(large)
    with transaction.atomic():
        made.save()
        try:
            write_whole(path_of(made.pk), large)
            write_whole(path_of(made.pk, small=True), small)
        except OSError as error:
            _gone(made.pk)
            raise InvalidInputError("photo", f"It can't be kept: {error.strerror}") from None
    return made


def drop(job: Job, photo_id: uuid.UUID, receipt: bool = False) -> None:
    """Take a photo away, its files with it.

    Raises:
        Missing: There is none.
    """
    found = Photo.objects.filter(job=job, pk=photo_id, receipt=receipt).first()
    if found is None:
        raise NotFoundError
    found.delete()
    _gone(photo_id)


def drop_all(job: Job) -> None:
    """Every photo of a job that is taken for good."""
    for photo in Photo.objects.filter(job=job):
        _gone(photo.pk)
    Photo.objects.filter(job=job).delete()


def _gone(photo_id: uuid.UUID) -> None:
    for small in (False, True):
        path_of(photo_id, small).unlink(missing_ok=True)
