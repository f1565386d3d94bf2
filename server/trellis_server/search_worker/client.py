"""A search as a worker asks for it: the process beside the worker does it, and this thread only passes on what it finds."""

import logging
import os
import pickle
import socket
import sys
import threading
from collections.abc import Generator
from hashlib import sha256
from pathlib import Path
from typing import Any

from django.conf import settings
from pydantic_core import from_json
from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument

from trellis_server.process_slots import beside
from trellis_server.search_worker import cache
from trellis_server.search_worker.child import Order
from trellis_server.search_worker.stopped import Stopped
from trellis_server.services import background_jobs

MOST_WAITING = 5
"""Searches that one worker listens to at once: its other threads stay free for drags and saves."""
STARTS_S = 30.0
SILENT_S = 70.0
"""Whatever said nothing for so long has died."""
BUSY = "Too much is being looked for just now: ask again in a moment"
FAILED = "This search stopped: ask again, or change less at once"


log = logging.getLogger(__name__)
_lock = threading.Lock()
_listening = threading.BoundedSemaphore(MOST_WAITING)
_beside: tuple[int, socket.socket] | None = None
"""The worker whose process it is, and the pipe to it: after a fork another one is started."""


def begin() -> socket.socket:
    """The pipe to the process beside this one, which is started where there is none."""
    global _beside
    with _lock:
        if _beside is not None and _beside[0] == os.getpid():
            return _beside[1]
        ours, theirs = socket.socketpair()
        path = os.pathsep.join(str(Path(settings.BASE) / part) for part in ("core", "server"))
        command = [sys.executable, "-m", "trellis_server.search_worker", str(theirs.fileno())]
        beside(command, env={**os.environ, "PYTHONPATH": path}, pass_fds=[theirs.fileno()])
        theirs.close()
        ours.settimeout(STARTS_S)
        if ours.recv(1) != b"!":
            raise OSError("the process that looks for things did not start")
        _beside = (os.getpid(), ours)
        return ours


def _pipe() -> socket.socket:
    """A pipe to a child that will carry out one search."""
    global _beside
    for again in (True, False):
        ours, theirs = socket.socketpair()
        with theirs:
            try:
                socket.send_fds(begin(), [b"?"], [theirs.fileno()])
                return ours
            except OSError:
                # It died: another one is started, once.
                ours.close()
                _beside = None
                if not again:
                    log.exception("searches cannot be done")
                    raise Stopped(FAILED) from None
    raise AssertionError


def search(what: str, job: JobDocument, structure: str, **more: Any) -> Generator[dict[str, Any], None, None]:
    """What a search finds, as it finds it; given up, it stops. What was found of the same job before is told at once.

    Args:
        what: A row of `SEARCHES`.
        more: What else it is told.

    Raises:
        InvalidInputError: Malformed input.
        Stopped: It was not done to its end, or too much is being looked for.
    """
    order = pickle.dumps(
        Order(what=what, job=job, structure=structure, more=more, places=str(background_jobs.folder()))
    )
    key = sha256(order).digest()
    known = cache.lines(key)
    if known is not None:
        yield from map(from_json, known)
        return
    if not _listening.acquire(blocking=False):
        raise Stopped(BUSY)
    heard: list[bytes] = []
    try:
        with _pipe() as pipe, pipe.makefile("rwb") as file:
            pipe.settimeout(SILENT_S)
            file.write(order)
            file.flush()
            for line in file:
                told = from_json(line)
                if "refused" in told:
                    raise InvalidInputError(told["refused"]["field"], told["refused"]["message"])
                if "ended" in told:
                    cache.keep(key, heard)
                    return
                if "failed" in told:
                    break
                if "waiting" not in told:
                    heard.append(line)
                yield told
                if told["says"]:
                    return
        raise Stopped(FAILED)
    except InvalidInputError:
        raise
    except (OSError, ValueError) as error:
        # It said nothing for long, or died in the middle of a line.
        log.warning("the search for %s died: %r", what, error)
        raise Stopped(FAILED) from None
    finally:
        _listening.release()


def found(what: str, job: JobDocument, structure: str, **more: Any) -> list[Any]:
    """What a search has found at its end.

    Raises:
        InvalidInputError: Malformed input.
        Stopped: It was not done to its end, or too much is being looked for.
    """
    rows: list[Any] = []
    for told in search(what, job, structure, **more):
        rows[told["at"] :] = told["rows"]
    return rows
