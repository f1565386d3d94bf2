"""What cannot be kept or read because of the disk or the database, in words: a full disk, a folder that is read only."""

import errno
import json
import sys
from dataclasses import dataclass

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse

TYPE = "application/problem+json"
FULL = "The server's disk is full, so nothing was saved. Reading goes on. Make room on the server, then try again"
READ_ONLY = (
    "The server's data folder can't be written, so nothing was saved. Reading goes on. Make it writable, then try again"
)
BUSY = "The server's database does not answer just now, so nothing was saved. Try again in a moment"


@dataclass(frozen=True)
class Unable:
    """A status of HTTP and what to say."""

    status: int
    says: str


def told(error: BaseException | None) -> Unable | None:
    """What a fault of the disk or the database comes to; None: it is another fault.

    507: it cannot be stored. 503: it may go well in a moment.

    Source: RFC 4918, 11.5; RFC 9110, 15.6.4; SQLite's own words for its result codes.
    """
    if isinstance(error, OSError):
        known = {errno.ENOSPC: FULL, errno.EDQUOT: FULL, errno.EROFS: READ_ONLY, errno.EACCES: READ_ONLY}
        return Unable(507, known[error.errno]) if error.errno in known else None
    if not isinstance(error, DatabaseError):
        return None
    words = str(error).lower()
    if "full" in words:
        return Unable(507, FULL)
    if "readonly" in words or "read-only" in words:
        return Unable(507, READ_ONLY)
    if any(part in words for part in ("locked", "busy", "unable to open", "disk i/o", "malformed")):
        return Unable(503, BUSY)
    return None


def answer(unable: Unable) -> HttpResponse:
    """A problem document."""
    body = {
        "type": "about:blank",
        "title": unable.says,
        "status": unable.status,
        "problems": [{"field": "", "message": unable.says}],
    }
    response = HttpResponse(json.dumps(body), status=unable.status, content_type=TYPE)
    response["Retry-After"] = "15"
    return response


def fault(request: HttpRequest) -> HttpResponse:
    """What a fault outside the API's own handlers answers: words, never a bare page."""
    unable = told(sys.exc_info()[1])
    if unable:
        return answer(unable)
    says = (
        "The server has a fault. What you typed is kept in this browser: try again, and tell whoever keeps the server"
    )
    return answer(Unable(500, says))
