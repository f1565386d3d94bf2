"""Photos of a job: any picture turned upright, made small enough, stripped of where it was taken, and kept as JPEG."""

import io
import uuid
from pathlib import Path

from django.conf import settings
from django.db import transaction
from django.db.models import Sum
from steady.errors import InputError

from trellis_server.missing import Missing
from trellis_server.models import Job, Photo
from trellis_server.services.jobs import Person
from trellis_server.services.whole_file import write_whole

LONGEST_PX, SMALL_PX = 2000, 360
MOST_BYTES = 12_000_000
MOST_PIXELS = 60_000_000
"""More pixels than this is no phone's picture, and would fill the memory when it is opened [our own]."""
MOST_PHOTOS, MOST_KEPT = 400, 400_000_000
"""A job keeps so many photos and so many bytes of them [our own]."""


def folder() -> Path:
    """Where photos lie: beside the database."""
    return Path(settings.DATA) / "photos"


def path_of(photo_id: uuid.UUID, small: bool = False) -> Path:
    """A photo's file. The name is its id alone: nothing that anybody typed is ever part of a path."""
    return folder() / f"{photo_id}{'-small' if small else ''}.jpg"


def of(job: Job) -> list[Photo]:
    """A job's photos, the newest first."""
    return list(Photo.objects.filter(job=job).select_related("author").order_by("-taken_at"))


def one(job: Job, photo_id: uuid.UUID) -> Photo:
    """One photo of a job.

    Raises:
        Missing: There is none.
    """
    found = Photo.objects.filter(job=job, pk=photo_id).first()
    if found is None or not path_of(found.pk).exists():
        raise Missing
    return found


def keep(job: Job, person: Person, body: bytes, about: str, says: str) -> Photo:
    """A picture as it was sent, made ready and kept.

    Raises:
        InputError: It is no picture, too large, or the job holds as many as it may.
    """
    if len(body) > MOST_BYTES:
        raise InputError("photo", f"A photo is at most {MOST_BYTES // 1_000_000} MB")
    kept = Photo.objects.filter(job=job)
    if kept.count() >= MOST_PHOTOS or (kept.aggregate(Sum("size"))["size__sum"] or 0) > MOST_KEPT:
        raise InputError("photo", "This job holds as many photos as it may: take some away first")
    large, small, (wide, high) = ready(body)
    with transaction.atomic():
        made = Photo.objects.create(
            job=job, about=about[:200], says=says[:200], wide=wide, high=high, size=len(large), author_id=person.pk
        )
        try:
            write_whole(path_of(made.pk), large)
            write_whole(path_of(made.pk, small=True), small)
        except OSError as error:
            _gone(made.pk)
            raise InputError("photo", f"It can't be kept: {error.strerror}") from None
    return made


def ready(body: bytes) -> tuple[bytes, bytes, tuple[int, int]]:
    """A picture as JPEG at two sizes, upright, with nothing in it but the picture; and its size.

    Raises:
        InputError: It is no picture, or one of too many pixels.
    """
    from PIL import Image, ImageOps, UnidentifiedImageError  # a tenth of a second to load: only when one is sent

    try:
        with Image.open(io.BytesIO(body), formats=("JPEG", "PNG", "WEBP", "GIF", "TIFF", "BMP")) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise InputError("photo", "That picture has too many pixels: send it smaller")
            picture = ImageOps.exif_transpose(opened).convert("RGB")
    except InputError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError, MemoryError):
        raise InputError("photo", "This is no picture that can be read: send a JPEG, PNG or WebP") from None
    found = []
    for longest in (LONGEST_PX, SMALL_PX):
        sized = picture.copy()
        sized.thumbnail((longest, longest))
        clean = Image.new("RGB", sized.size)
        clean.paste(sized)  # a new picture: nothing that rode along in the old one does so any further
        stream = io.BytesIO()
        clean.save(stream, "JPEG", quality=84 if longest == LONGEST_PX else 78, optimize=True)
        found.append((stream.getvalue(), clean.size))
    return found[0][0], found[1][0], found[0][1]


def drop(job: Job, photo_id: uuid.UUID) -> None:
    """Take a photo away, its files with it.

    Raises:
        Missing: There is none.
    """
    found = Photo.objects.filter(job=job, pk=photo_id).first()
    if found is None:
        raise Missing
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
