"""Links by which a client looks at a job: a secret of 256 bits of which only the digest is kept, taken back at any time."""

import hashlib
import secrets
from typing import Any

from django.utils import timezone

from trellis_server.missing import NotFoundError
from trellis_server.models import Job, ShareLink
from trellis_server.services.jobs import Person


def digest_of(secret: str) -> str:
    """What is kept of a secret."""
    # The secret is random and long: there is nothing that a slow sum would keep from being guessed.
    return hashlib.sha256(secret.encode()).hexdigest()


def new_secret() -> str:
    """A secret that nobody guesses."""
    return secrets.token_urlsafe(32)


def of(job: Job) -> list[ShareLink]:
    """A job's links that are not taken back, the newest first."""
    return list(ShareLink.objects.filter(job=job, taken_back_at=None).order_by("-pk"))


def make(job: Job, person: Person, said: dict[str, Any]) -> tuple[ShareLink, str]:
    """A new link and its secret, which is told this once."""
    secret = new_secret()
    made = ShareLink.objects.create(
        job=job,
        digest=digest_of(secret),
        says=said["says"],
        shows_quote=said["shows_quote"],
        shows_photos=said["shows_photos"],
        author_id=person.pk,
    )
    return made, secret


def take_back(job: Job, number: int) -> None:
    """A link that opens nothing any more.

    Raises:
        Missing: There is none.
    """
    found = ShareLink.objects.filter(job=job, pk=number, taken_back_at=None)
    if not found.update(taken_back_at=timezone.now()):
        raise NotFoundError


def opened(secret: str) -> ShareLink:
    """What a secret opens.

    Raises:
        Missing: Nothing, or nothing any more.
    """
    found = ShareLink.objects.filter(digest=digest_of(secret), taken_back_at=None, job__thrown_away_at=None)
    link = found.select_related("job", "job__current", "job__crew", "author").first()
    if link is None or link.job.current is None:
        raise NotFoundError
    return link
