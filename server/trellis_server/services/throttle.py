"""Slows down guessing: a few failures in a few minutes, counted in the database, so that all workers count together.

Passwords are counted by name and address together: who guesses from somewhere else locks nobody out. An address has a ceiling
of its own, over all names.
"""

import hashlib
from datetime import timedelta

from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone

from trellis_server.models import Failure

MOST, MOST_OF_A_PLACE, WINDOW = 8, 60, timedelta(minutes=5)
LOOPBACK = ("127.0.0.1", "::1")


def address(request: HttpRequest) -> str:
    """Where a request comes from: what the proxy on this machine says last, where there is one; else who is at the other end."""
    other = str(request.META.get("REMOTE_ADDR", ""))
    said = str(request.META.get("HTTP_X_FORWARDED_FOR", ""))
    return said.rsplit(",", 1)[-1].strip()[:60] if settings.HOSTS and other in LOOPBACK and said else other


def _digest(key: str) -> str:
    return hashlib.sha256(key.encode("utf-8", "replace")).hexdigest()


def too_many(key: str, most: int = MOST) -> bool:
    """Whether something has failed too often lately."""
    since = timezone.now() - WINDOW
    return Failure.objects.filter(digest=_digest(key), at__gte=since)[:most].count() >= most


def clear(key: str) -> None:
    """Forget failures: it went well."""
    Failure.objects.filter(digest=_digest(key)).delete()


def trip(key: str) -> None:
    """Count a failure; what is older than counts is thrown away."""
    Failure.objects.filter(at__lt=timezone.now() - WINDOW).delete()
    Failure.objects.create(digest=_digest(key))
