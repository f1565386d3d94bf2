"""Long work done apart: each in a process of its own, a few at a time, with progress, cancel and a ceiling that is said.

An order is a file beside the database; what became of it another, its result a third. No name in a path was typed by anybody.
"""

import json
import os
import resource
import sys
import time
import uuid
from collections.abc import Callable, Mapping
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import Any, Literal

from django.conf import settings
from django.utils.timezone import override
from steady.errors import InvalidInputError

from trellis_server.crews_day import east_of, minutes_east
from trellis_server.missing import NotFoundError
from trellis_server.process_slots import a_place, beside
from trellis_server.services.atomic_file import write_whole

AT_ONCE = 2
"""So many are made at once; the rest wait their turn [our own: a box has two cores]."""
WAITS_S = 0.2
MOST_WAITING = 12
MOST_S = 120
"""Processor seconds after which one is stopped."""
MOST_BYTES = 4_000_000_000
KEPT_S = 24 * 3600.0
"""A result is kept for a day."""
SILENT_S = 180.0
"""Whatever said nothing for so long has died: on a busy box it gives way for long, and says nothing meanwhile."""

Stage = Literal["waiting", "making", "made", "cancelled", "failed"]


class Cancelled(Exception):
    """Whoever ordered it wants it no more."""


@dataclass(frozen=True, slots=True, kw_only=True)
class JobProgress:
    """What became of an order: how much of how many parts is done, which is in hand, and why it failed."""

    stage: Stage
    done: int = 0
    of: int = 0
    says: str = ""


def folder() -> Path:
    """Where orders lie: beside the database, for the owner alone."""
    found = Path(settings.DATA) / "apart"
    found.mkdir(mode=0o700, parents=True, exist_ok=True)
    return found


def file_of(order: uuid.UUID, what: str) -> Path:
    """A file of an order; its name is its id alone."""
    return folder() / f"{order}.{what}"


def begin(what: str, job: str, asked: dict[str, Any]) -> uuid.UUID:
    """Order something; it begins at once, or as soon as there is a place.

    Args:
        what: A row of the table of what can be made apart.
        job: Whose it is: only whoever may see that job may ask after it.

    Raises:
        InvalidInputError: Too much is waiting already.
    """
    purge_expired()
    under_way = [path for path in folder().glob("*.told") if _read(path).stage in ("waiting", "making")]
    if len(under_way) >= MOST_WAITING:
        raise InvalidInputError("pack", "Too much is being made just now: wait a minute and ask again")
    order = uuid.uuid4()
    body = {"what": what, "job": job, "asked": asked, "east": minutes_east()}
    write_whole(file_of(order, "order"), json.dumps(body).encode())
    report_progress(order, JobProgress(stage="waiting", says="waiting for its turn"))
    command = [sys.executable, "-m", "trellis_server.background_worker", str(order)]
    path = os.pathsep.join(str(Path(settings.BASE) / part) for part in ("core", "server"))
    environment = {**os.environ, "PYTHONPATH": path, "TRELLIS_DATA": str(settings.DATA)}
    beside(command, env=environment)
    return order


def told(order: uuid.UUID, job: str) -> JobProgress:
    """What became of an order of a job.

    Raises:
        Missing: There is no such order, or it is another job's.
    """
    try:
        mine = json.loads(file_of(order, "order").read_bytes())["job"] == job
        path = file_of(order, "told")
        found, age = _read(path), time.time() - path.stat().st_mtime
    except (OSError, ValueError, KeyError):
        raise NotFoundError from None
    if not mine:
        raise NotFoundError
    if found.stage in ("waiting", "making") and age > SILENT_S + MOST_S * (found.stage == "waiting"):
        return JobProgress(stage="failed", done=found.done, of=found.of, says="it stopped: ask for it again")
    return found


def cancel(order: uuid.UUID, job: str) -> None:
    """Stop an order before its next part.

    Raises:
        Missing: There is no such order.
    """
    told(order, job)
    write_whole(file_of(order, "stop"), b"")


def result(order: uuid.UUID, job: str) -> Path:
    """The file that was made.

    Raises:
        Missing: It is not made.
    """
    if told(order, job).stage != "made":
        raise NotFoundError
    return file_of(order, "made")


def report_progress(order: uuid.UUID, what: JobProgress) -> None:
    """Say how far an order is."""
    write_whole(file_of(order, "told"), json.dumps(asdict(what)).encode())


Tells = Callable[[int, int, str], None]
"""Is told how many parts are done, of how many, and which comes next."""
Maker = Callable[[dict[str, Any], Tells], bytes]


def carry_out(order: uuid.UUID, makers: Callable[[], Mapping[str, Maker]]) -> None:
    """Make what was ordered, in this process: waits for a place, tells its parts, and stops at its ceiling.

    Args:
        makers: Gives the table of what can be made, once there is a place: to read all that it takes is work, too.
    """
    try:
        body = json.loads(file_of(order, "order").read_bytes())
    except FileNotFoundError:
        return  # given up while it waited for its turn
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_S, MOST_S + 5))
    resource.setrlimit(resource.RLIMIT_AS, (MOST_BYTES, MOST_BYTES))

    def wanted() -> None:
        if file_of(order, "stop").exists():
            raise Cancelled

    def part(done: int, of: int, says: str) -> None:
        wanted()
        report_progress(order, JobProgress(stage="making", done=done, of=of, says=says))

    try:
        with a_place(folder(), "place", AT_ONCE, waits=wanted, again_s=WAITS_S):
            part(0, 0, "beginning")
            with override(east_of(body.get("east", ""))):
                made = makers()[body["what"]](body["asked"], part)
            write_whole(file_of(order, "made"), made)
        report_progress(order, JobProgress(stage="made", says="made"))
    except Cancelled:
        report_progress(order, JobProgress(stage="cancelled", says="stopped, as asked"))
    except MemoryError:
        report_progress(
            order, JobProgress(stage="failed", says=f"stopped: it took more than {MOST_BYTES // 10**9} GB of memory")
        )
    except InvalidInputError as error:
        report_progress(order, JobProgress(stage="failed", says=error.message))
    except Exception:
        report_progress(
            order,
            JobProgress(
                stage="failed", says="it could not be made: ask for it again, or print one structure at a time"
            ),
        )
        raise


def over_time(order: uuid.UUID) -> None:
    """Say that an order was stopped at its ceiling."""
    report_progress(
        order, JobProgress(stage="failed", says=f"stopped after {MOST_S} s of work: print one structure at a time")
    )


def purge_expired() -> None:
    """Take away what is older than a day."""
    since = time.time() - KEPT_S
    for path in folder().glob("*-*.*"):
        try:
            if path.stat().st_mtime < since:
                path.unlink(missing_ok=True)
        except OSError:
            continue


def _read(path: Path) -> JobProgress:
    return JobProgress(**json.loads(path.read_bytes()))
